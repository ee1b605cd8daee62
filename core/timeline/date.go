package timeline

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/schedule"
	"inkysparrow/core/verdict"
)

// dates are when a step could be done: where a session has room for it, whatever else is booked there.
type dates struct {
	chance.Waiting
	calendar *schedule.Calendar
	need     schedule.Need
}

// Next returns the earliest start from from on that a session has room for.
func (d dates) Next(from time.Time) (time.Time, bool) { return d.calendar.Room(from, d.need) }

// Cost counts the sessions that pass.
func (d dates) Cost(from, to time.Time) float64 {
	return d.Waiting.Cost(d.calendar.Waited(from, to))
}

// Dates returns when the site's step could be done.
func (s *Site) Dates() verdict.Dates { return s.on(s.Timeline.Calendar) }

func (s *Site) on(calendar *schedule.Calendar) dates {
	return dates{s.Plan.Waiting, calendar, s.Timeline.NeedOf(s.Zone, s.Step)}
}

// free are the dates at which hands and airbrush are free as well.
type free struct{ dates }

// Next returns the earliest start from from on at which there is room.
func (f free) Next(from time.Time) (time.Time, bool) { return f.calendar.Slot(from, f.need) }

// Cost returns what a date costs by all rules of list that weigh a chance, waited evenings of waiting with it: what the worst of them makes of it. Several things that
// may go wrong on one evening go wrong by one pace and one eye, so that they do not add up.
func (s *Site) Cost(list []*Rule, at time.Time, waited float64) float64 {
	most := waited
	for _, r := range list {
		if r.Odds != nil {
			most = max(most, s.Plan.Waiting.Of(waited, r.Odds(s, at)))
		}
	}
	return most
}

// Odds returns what is likeliest to go wrong with the step at a moment by the rules of list, and which of them says so; nil where none weighs a chance.
func (s *Site) Odds(list []*Rule, at time.Time) (worst chance.Odds, by *Rule) {
	for _, r := range list {
		if r.Odds == nil {
			continue
		}
		if o := r.Odds(s, at); o.Expected() > worst.Expected() {
			worst, by = o, r
		}
	}
	return worst, by
}
