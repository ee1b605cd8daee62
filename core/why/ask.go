package why

import (
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

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
func Ask(s *timeline.Site, place int, q WhatIf) Verge {
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
			below = below.Glossed(q.Clear, at, air)
		}
		touch := s.Touch
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
		safe := func(age time.Duration) bool { return !judge(age, contact).Bites() }
		if !safe(timeline.Patience) {
			continue
		}
		a.Border = append(a.Border, Border{contact, stack.SafeFrom(0, timeline.Patience, safe)})
	}
	return a
}
