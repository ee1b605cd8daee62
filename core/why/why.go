// Package why explains: where a step's date comes from, how far another product would move it, and how near the edge it is.
package why

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/cure"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Spread is when a step would be safe with a fast, a usual and a slow product in the films below it.
type Spread struct {
	Fast, Usual, Slow time.Time // zero where not within patience
	Safe              bool      // safe where it is placed, with the usual product
	Crosses           bool      // safe there, but not with some, so that it is worth a test piece
	Odds              chance.Odds
}

// SpreadOf tells from when every rule that does not give way holds for the step, with fast, usual and slow products below.
func SpreadOf(s *timeline.Site) Spread {
	from := s.After
	if p := s.Index; p > 0 && s.Line.Steps[p-1].End.After(from) {
		from = s.Line.Steps[p-1].End
	}
	at := func(speed cure.Speed) time.Time {
		t, ok := s.With(speed).First(s.Timeline.Rules.Firm, from)
		if !ok {
			return time.Time{}
		}
		return t
	}
	sp := Spread{Fast: at(cure.Fast), Usual: at(cure.Usual), Slow: at(cure.Slow)}
	sp.widen()
	sp.Safe = s.Holds(s.Timeline.Rules.Firm, s.Start)
	worst, _ := s.Odds(s.Timeline.Rules.Firm, s.Start)
	sp.Odds = worst
	sp.Crosses = sp.Safe && worst.Grade() >= chance.Worth
	return sp
}

// widen has the spread hold every product between a fast and a slow one. A film that is coated early is ready with a slow product where a
// usual one has closed already; what is told is the earliest and the latest of all.
func (s *Spread) widen() {
	order := func(a, b time.Time) int { // zero is never
		if a.IsZero() != b.IsZero() {
			return cmp.Compare(b.Unix(), a.Unix())
		}
		return a.Compare(b)
	}
	all := []time.Time{s.Fast, s.Usual, s.Slow}
	s.Fast, s.Slow = slices.MinFunc(all, order), slices.MaxFunc(all, order)
}

// Why tells in a few lines of plain words where the step's time comes from: what holds it up and until when.
func Why(s *timeline.Site) []string {
	var lines []string
	tell := func(format string, args ...any) { lines = append(lines, fmt.Sprintf(format, args...)) }
	if s.Index > 0 {
		before := s.Line.Steps[s.Index-1]
		tell("%s above it ends %s.", say.Capital(route.StepName(before.Step)), s.Plan.Clock(before.End))
	}
	if place, ready := s.ReadyBelow(); place > 0 {
		film := s.Below[place]
		tell("%s, %.3g µm, has lost its carrier by %s and is ready for the next step %s.", say.Capital(s.FilmName(place)), float64(film.Film.Thickness()), s.Plan.Clock(film.Stiff()), s.Plan.Clock(ready))
	}
	if s.Wets {
		r := s.Below.Bite(s.Touch, s.Start, s.Plan.Air)
		if r.Place > 0 && !r.Wet {
			stands := stack.ContactTime(s.Touch.Contact, s.Touch.Liquid, s.Start, s.Plan.Air)
			tell("%s stands for %s; against %s, %s hard, its reach is %.2f of the limit, and %.3f µm would go where half of all see %.2f.",
				say.Capital(rule.StepLiquid(s)), say.Span(stands), s.FilmName(r.Place), say.Percent(r.Hard), r.RED, float64(r.Loss), float64(stack.Limit()))
		}
	}
	for _, rule := range s.Timeline.Rules.Timed {
		if rule.Physical || rule.Holds(s, s.Asked) {
			continue
		}
		only := []*timeline.Rule{rule}
		if t, ok := s.First(only, s.Asked); ok {
			tell("%s: not at %s, but from %s.", rule.Title, s.Plan.Clock(s.Asked), s.Plan.Clock(t))
		} else {
			tell("%s: not within %.0f days.", rule.Title, verdict.Patience.Hours()/24)
		}
	}
	need := s.Timeline.NeedOf(s.Zone, s.Step)
	if free := s.Timeline.Calendar.Stands(s.After, need); free.After(s.After) && !free.After(s.Start) {
		tell("No rack is free for it until %s.", s.Plan.Clock(free))
	}
	if n := len(s.Line.Steps[s.Index].Sittings); n > 0 {
		tell("No session takes it whole: it is done in %d sittings.", n)
	}
	air := s.Plan.Air.At(s.Start)
	tell("It takes %s at the bench; the room is at %s and %.0f %%.", say.Bench(s.Zone.Attended(s.Step)), say.Celsius(air.TemperatureC, 1), 100*air.Humidity)
	return lines
}

// Finishes tells when the plan would be ready with fast and with slow products throughout: families are typical, real products differ.
func Finishes(p *route.Plan) (fast, slow time.Time) {
	return rule.Lay(p.At(cure.Fast)).Finish, rule.Lay(p.At(cure.Slow)).Finish
}

// WhyFinish tells in a few lines what the plan's finish hangs on: the film that is ready last, and the longest wait on the way to it.
func WhyFinish(r *rule.Report) []string {
	last := r.Last()
	if last == nil {
		return nil
	}
	var lines []string
	tell := func(format string, args ...any) { lines = append(lines, fmt.Sprintf(format, args...)) }
	for _, line := range r.Lines {
		n := len(line.Steps)
		if n == 0 || !slices.ContainsFunc(line.Steps, func(p timeline.Placed) bool { return p.Step == last }) {
			continue
		}
		end := line.Steps[n-1]
		tell("The last to be ready is %s: %s ends %s and its film is ready %s.", say.Lower(line.Zone.Name), route.StepName(end.Step), r.Plan.Clock(end.End), r.Plan.Clock(clock.Later(end.End, end.Ready)))
		longest := 0
		for i := 1; i < n; i++ {
			if line.Steps[i].Step.Done.IsZero() && (longest == 0 || wait(line, i) > wait(line, longest)) {
				longest = i
			}
		}
		if longest == 0 {
			break
		}
		site := r.Site(line, longest)
		tell("Its longest wait is %s before %s, step %d, %s.", say.Span(wait(line, longest)), route.StepName(site.Step), longest+1, r.Plan.Clock(site.Start))
		why := Why(site)
		lines = append(lines, why[1:min(len(why), 4)]...)
	}
	return lines
}

// wait returns how long the zone rests before its step at place i, over 0.
func wait(l *timeline.Line, i int) time.Duration {
	return max(0, l.Steps[i].Start.Sub(l.Steps[i-1].End))
}
