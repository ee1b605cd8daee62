package why

import (
	"time"

	"inkysparrow/core/chance"
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
	Reach  stack.Reach // with a usual product
	Odds   chance.Odds
	Safe   bool // it is no warning
	Border []Border
}

// Ask computes the bite of the step on the film at place under other circumstances, and the border between safe and not. All else lies as it does: the
// films over it, their coats and their ages; none of them is older than it.
func Ask(s *timeline.Site, place int, q WhatIf) Verge {
	air := climate.Constant(q.Air)
	judge := func(age time.Duration, contact float64) (stack.Risk, chance.Odds) {
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
		asked := *s.Question().With(s.Touch)
		asked.Films, asked.Air = below, air
		c := *s.Touch.Contact
		c.Liquid *= coating.Microns(contact)
		c.Action = time.Duration(float64(c.Action) * contact)
		asked.Touch.Contact = &c
		if q.Clear > 0 {
			asked = *asked.Glossed(q.Clear, at)
		}
		return asked.Film(place, at)
	}
	r, odds := judge(q.Age, q.Contact)
	a := Verge{Reach: r.Reach, Odds: odds, Safe: odds.Grade() < chance.Flaw}
	for _, contact := range []float64{0.1, 0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4} {
		safe := func(age time.Duration) bool {
			_, odds := judge(age, contact)
			return odds.Grade() < chance.Flaw
		}
		if !safe(verdict.Patience) {
			continue
		}
		a.Border = append(a.Border, Border{contact, stack.SafeFrom(0, verdict.Patience, safe)})
	}
	return a
}
