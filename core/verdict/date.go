package verdict

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/schedule"
)

// Dates are when something could be done, and what it costs to wait for it.
type Dates interface {
	// Next returns the first moment from from on at which there is room; ok is false where there is none.
	Next(from time.Time) (at time.Time, ok bool)
	// Cost returns what waiting from one moment to another costs, in evenings.
	Cost(from, to time.Time) float64
	// Of returns what a date costs in all: what has been waited, and what may go wrong.
	Of(waited float64, o chance.Odds) float64
}

// AnyDay is a bench that is always free, where somebody comes each day.
type AnyDay struct{ chance.Waiting }

// Next returns from.
func (AnyDay) Next(from time.Time) (time.Time, bool) { return from, true }

// Cost counts a day as an evening, and hours as those of one.
func (a AnyDay) Cost(from, to time.Time) float64 {
	hours := to.Sub(from).Hours()
	return a.Waiting.Cost(int(hours/24), hours-24*float64(int(hours/24)))
}

// An hour's difference in a session costs little, and a film keeps no minute: the first dates that are tried lie a quarter of an hour apart, later ones further.
const (
	apart = 15 * time.Minute
	// tried bounds how many dates are weighed.
	tried = 120
)

// Weigh returns the date from first on that costs least. first is the earliest that could be taken; cost tells what a date costs in all with what has been waited,
// and open whether it could be taken. A date whose wait alone costs more than the best so far ends the search: the later ones cost more still. Held to Q22, Q24.
func Weigh(dates Dates, since, first time.Time, cost func(at time.Time, waited float64) float64, open func(time.Time) bool) time.Time {
	best, at := first, first
	waited := dates.Cost(since, first)
	least := cost(first, waited)
	stride := apart
	for range tried {
		if least-waited < trifle { // there is next to nothing to be gained any more
			break
		}
		next, ok := dates.Next(at.Add(stride))
		if !ok || next.Sub(first) > Patience {
			break
		}
		at = next
		if waited = dates.Cost(since, at); waited >= least {
			break
		}
		stride = min(stride*3/2, chance.Evening()) // beyond the first session, its beginning and what is left of it
		if !open(at) {
			continue
		}
		if c := cost(at, waited); c < least-edge {
			best, least = at, c
		}
	}
	return best
}

const (
	edge   = 1e-9
	trifle = 0.01 // of an evening
)

// best is Best for a harm that is feared.
func (q *Question) best(a Answer) (at, fine time.Time, ok bool) {
	var dates Dates = AnyDay{}
	if q.Dates != nil {
		dates = q.Dates
	}
	return Best(dates, q.Since, a.At, func(within schedule.Span) schedule.Spans { return q.Open(a.Harm, within) }, func(t time.Time) chance.Odds { return q.Odds(a.Harm, t) })
}

// Best returns the date from asked on at which something costs least, and from when on it is no warning any more, where that is sooner by a session or more. open tells when it
// is none, odds what may go wrong at a date; since is from when on one waits, zero for when it is asked. ok is false where it is a warning as long as one has patience.
func Best(dates Dates, since, asked time.Time, open func(schedule.Span) schedule.Spans, odds func(time.Time) chance.Odds) (at, fine time.Time, ok bool) {
	if since.IsZero() || since.After(asked) {
		since = asked
	}
	holds := func(t time.Time) bool { return odds(t).Grade() < chance.Flaw }
	from := asked
	for range 60 {
		t, any := open(schedule.Span{From: from, To: asked.Add(Patience)}).First()
		if !any {
			return at, fine, false
		}
		slot, room := dates.Next(t)
		if !room {
			return at, fine, false
		}
		if from = slot; slot.Equal(t) || holds(slot) {
			ok = true
			break
		}
	}
	if !ok {
		return at, fine, false
	}
	at = Weigh(dates, since, from, func(t time.Time, waited float64) float64 { return dates.Of(waited, odds(t)) }, holds)
	if at.Sub(from) >= chance.Evening() && from.After(asked) {
		fine = from
	}
	return at, fine, true
}
