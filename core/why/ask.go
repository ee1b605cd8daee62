package why

import (
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
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

// Ask computes the bite of the step on the film at place under other circumstances, and the border between safe and not. All else lies as it does: the
// films over it, their coats and their ages; none of them is older than it.
func Ask(s *timeline.Site, place int, q WhatIf) Verge {
	air := climate.Constant(q.Air)
	judge := func(age time.Duration, contact float64) stack.Reach {
		at := s.Start
		below := make(stack.Stack, 0, len(s.Below))
		for i, l := range s.Below {
			film := l.Film
			if i == place {
				film.Laid = at.Add(-age)
				if q.Coats > 0 {
					film.Coats = q.Coats
				}
			}
			if i > place && film.Laid.Before(at.Add(-age)) {
				film.Laid = at.Add(-age)
			}
			below = append(below, stack.Lay(l.Step, film, air))
		}
		asked := *s.Question()
		asked.Films, asked.Air = below, air
		c := *s.Touch.Contact
		c.Liquid *= coating.Microns(contact)
		c.Action = time.Duration(float64(c.Action) * contact)
		asked.Touch.Contact = &c
		if q.Clear > 0 {
			asked = *asked.Glossed(q.Clear, at)
		}
		for r := range asked.Films.Cut(asked.Touch, at, air) {
			if r.Place == place {
				return r
			}
		}
		return stack.Reach{Place: place}
	}
	a := Verge{Reach: judge(q.Age, q.Contact)}
	a.Safe = !a.Reach.Bites()
	for _, contact := range []float64{0.1, 0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4} {
		safe := func(age time.Duration) bool { return !judge(age, contact).Bites() }
		if !safe(verdict.Patience) {
			continue
		}
		a.Border = append(a.Border, Border{contact, stack.SafeFrom(0, verdict.Patience, safe)})
	}
	return a
}
