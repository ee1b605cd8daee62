package route

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

// Spread is when a step would be safe with a fast, a usual and a slow product in the films below it.
type Spread struct {
	Fast, Usual, Slow time.Time // zero where not within patience
	Safe              bool      // safe where it is placed, with the usual product
	Crosses           bool      // safe there, but not with a slow one
}

// with returns the site as it would be if the films below came of products of another speed. The touch is unchanged.
func (s *Site) with(speed cure.Speed) *Site {
	other := *s
	other.Below = make(stack.Stack, len(s.Below))
	line := *s.line
	line.ready, line.touch = slices.Clone(line.ready), slices.Clone(line.touch)
	for i, l := range s.Below {
		other.Below[i] = stack.Lay(l.Step, speed.At(l.Film), s.Plan.Air)
		line.ready[i], line.touch[i] = other.Below[i].Ready(), other.Below[i].TouchDry()
	}
	line.Films, line.latest = other.Below, make([]int, 1, len(other.Below))
	for i := 1; i < len(other.Below); i++ {
		line.latest = append(line.latest, line.last(i))
	}
	other.line = &line
	return &other
}

// Spread tells from when every rule that does not give way holds for the step, with fast, usual and slow products below.
func (s *Site) Spread() Spread {
	from := s.After
	if p := s.Index; p > 0 && s.line.Steps[p-1].End.After(from) {
		from = s.line.Steps[p-1].End
	}
	at := func(speed cure.Speed) time.Time {
		t, ok := s.with(speed).first(s.tl.rules.Firm, from)
		if !ok {
			return time.Time{}
		}
		return t
	}
	sp := Spread{Fast: at(cure.Fast), Usual: at(cure.Usual), Slow: at(cure.Slow)}
	sp.Safe = s.holds(s.tl.rules.Firm, s.Start)
	sp.Crosses = sp.Safe && (sp.Slow.IsZero() || sp.Slow.After(s.Start))
	return sp
}

// Why tells in a few lines of plain words where the step's time comes from: what holds it up and until when.
func (s *Site) Why() []string {
	var lines []string
	tell := func(format string, args ...any) { lines = append(lines, fmt.Sprintf(format, args...)) }
	if s.Index > 0 {
		before := s.line.Steps[s.Index-1]
		tell("%s above it ends %s.", say.Capital(stepName(before.Step)), s.Plan.clock(before.End))
	}
	if place, ready := s.readyBelow(); place > 0 {
		film := s.Below[place]
		tell("%s, %.3g µm, has lost its carrier by %s and is ready for the next step %s.", say.Capital(s.film(place)), float64(film.Film.Thickness()), s.Plan.clock(film.Stiff()), s.Plan.clock(ready))
	}
	if s.wets {
		r := s.Below.Bite(s.touch, s.Start, s.Plan.Air)
		if r.Place > 0 && !r.Wet {
			stands := stack.ContactTime(s.touch.Contact, s.touch.Liquid, s.Start, s.Plan.Air)
			tell("%s stands for %s; against %s, %s hard, its reach is %.2f of the limit, and %.3f µm would go where %.2f is not seen.",
				say.Capital(stepLiquid(s)), say.Span(stands), s.film(r.Place), say.Percent(r.Hard), r.RED, float64(r.Loss), float64(stack.Limit()))
		}
	}
	for _, rule := range s.tl.rules.Timed {
		if rule.Physical || rule.Holds(s, s.Asked) {
			continue
		}
		only := []*Rule{rule}
		if t, ok := s.first(only, s.Asked); ok {
			tell("%s: not at %s, but from %s.", rule.Title, s.Plan.clock(s.Asked), s.Plan.clock(t))
		} else {
			tell("%s: not within %.0f days.", rule.Title, patience.Hours()/24)
		}
	}
	air := s.Plan.Air.At(s.Start)
	tell("It takes %s at the bench; the room is at %.1f °C and %.0f %%.", say.Bench(s.Zone.Attended(s.Step)), air.TemperatureC, 100*air.Humidity)
	return lines
}

// WhatIf are the sliders of a question to the bite: another climate, age, wetness or number of coats.
type WhatIf struct {
	Air     climate.Air
	Age     time.Duration // of the film that was bitten, at the start of the step
	Coats   int           // of it; 0 for those it has
	Clear   int           // coats of a closed water-borne gloss over it, a day old
	Contact float64       // times the usual liquid and time
}

// Border is a point on the verdict's border: with that much liquid and time, the step is safe from that age on.
type Border struct {
	Contact float64
	Age     time.Duration
}

// Verge is the answer: what the bite would be, and how near the edge that is.
type Verge struct {
	Reach  stack.Reach
	Safe   bool
	Border []Border
}

// Ask computes the bite of the step on the film at place under other circumstances, and the border between safe and not.
func (s *Site) Ask(place int, q WhatIf) Verge {
	air := climate.Constant(q.Air)
	film := s.Below[place].Film
	if q.Coats > 0 {
		film.Coats = q.Coats
	}
	judge := func(age time.Duration, contact float64) stack.Reach {
		at := s.Start
		film := film
		film.Laid = at.Add(-age)
		below := append(stack.On(air), stack.Lay("film", film, air))
		if q.Clear > 0 {
			gloss := coating.MustFamily("polish-clear")
			below = append(below, stack.Lay("clear", coating.Film{Family: gloss, Coats: q.Clear, Wet: gloss.Wet, Laid: at.Add(-24 * time.Hour)}, air))
		}
		touch := s.touch
		c := *touch.Contact
		c.Liquid *= coating.Microns(contact)
		c.Action = time.Duration(float64(c.Action) * contact)
		touch.Contact, touch.Lifts, touch.Own = &c, 0, ""
		for _, r := range below.Cut(touch, at, air) {
			if r.Place == 1 {
				return r
			}
		}
		return stack.Reach{Place: 1}
	}
	a := Verge{Reach: judge(q.Age, q.Contact)}
	a.Safe = !a.Reach.Bites()
	for _, contact := range []float64{0.1, 0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4} {
		low, high := time.Duration(0), patience
		if judge(high, contact).Bites() {
			continue
		}
		for high-low > 10*time.Minute {
			if mid := (low + high) / 2; judge(mid, contact).Bites() {
				low = mid
			} else {
				high = mid
			}
		}
		a.Border = append(a.Border, Border{contact, high})
	}
	return a
}

// Finishes tells when the plan would be ready with fast and with slow products throughout: families are typical, real products differ.
func (p *Plan) Finishes() (fast, slow time.Time) {
	return Lay(p.of(cure.Fast), every).Finish, Lay(p.of(cure.Slow), every).Finish
}

// of returns the plan as it would be if every product of it were of that speed.
func (p *Plan) of(speed cure.Speed) *Plan {
	out := *p
	families := map[*coating.Family]*coating.Family{}
	products := map[*coating.Product]*coating.Product{}
	for _, in := range p.Products {
		q := *in
		if families[q.Family] == nil {
			families[q.Family] = speed.At(coating.Film{Family: q.Family}).Family
		}
		q.Family = families[q.Family]
		products[in] = &q
	}
	out.Zones = nil
	for _, z := range p.Zones {
		zone := *z
		zone.Steps = nil
		for _, s := range z.Steps {
			step := *s
			step.wiped, step.wipedAway = nil, nil
			if q := products[s.Product]; q != nil {
				step.Product = q
			}
			zone.Steps = append(zone.Steps, &step)
		}
		zone.Link()
		out.Zones = append(out.Zones, &zone)
	}
	return &out
}

// WhyFinish tells in a few lines what the plan's finish hangs on: the film that is ready last, and the longest wait on the way to it.
func (r *Report) WhyFinish() []string {
	last := r.last()
	if last == nil {
		return nil
	}
	var lines []string
	tell := func(format string, args ...any) { lines = append(lines, fmt.Sprintf(format, args...)) }
	for _, line := range r.Lines {
		n := len(line.Steps)
		if n == 0 || !slices.ContainsFunc(line.Steps, func(p Placed) bool { return p.Step == last }) {
			continue
		}
		end := line.Steps[n-1]
		tell("The last to be ready is %s: %s ends %s and its film is ready %s.", say.Lower(line.Zone.Name), stepName(end.Step), r.Plan.clock(end.End), r.Plan.clock(later(end.End, end.Ready)))
		longest := 0
		for i := 1; i < n; i++ {
			if line.Steps[i].Step.Done.IsZero() && (longest == 0 || line.wait(i) > line.wait(longest)) {
				longest = i
			}
		}
		if longest == 0 {
			break
		}
		site := r.Site(line, longest)
		tell("Its longest wait is %s before %s, step %d, %s.", say.Span(line.wait(longest)), stepName(site.Step), longest+1, r.Plan.clock(site.Start))
		why := site.Why()
		lines = append(lines, why[1:min(len(why), 4)]...)
	}
	return lines
}

// wait returns how long the zone rests before its step at place i, over 0.
func (l *Line) wait(i int) time.Duration { return max(0, l.Steps[i].Start.Sub(l.Steps[i-1].End)) }
