package stack

import (
	"math"
	"time"

	"inkysparrow/core/cure"
)

// Rub is what a cloth does to the softest film that it can get at, whatever the liquid.
type Rub struct {
	Place   int // in the stack; -1 when the surface takes the rub
	Hard    cure.Fraction
	Exposed float64 // share of the area where the cloth gets at it
}

// Rubbed returns the film that a cloth would grind a wash into at moment: the top film while it is below RubHard, or one below it that
// shows through the weak spots of what covers it. A closed, hard film of two coats or more takes the rub for all below. own is the
// step of the wash that is wiped. Films that only lie in recesses or as dry particles take no part. Held to T27.
func (s Stack) Rubbed(own string, moment time.Time) Rub {
	exposed := 1.0
	for i := len(s) - 1; i > 0; i-- {
		layer := &s[i]
		f := layer.Film.Family
		if layer.Step == own || layer.Film.Laid.After(moment) || !f.Closed || !f.Mechanism.Hardens {
			continue
		}
		hard := layer.Hard(moment)
		if hard < RubHard(layer.Film) {
			return Rub{i, hard, exposed}
		}
		if layer.Film.Whole() {
			exposed *= math.Pow(weakSpot, float64(layer.Film.Coats))
		}
		if exposed < weakSpot {
			break
		}
	}
	return Rub{Place: -1, Hard: 1}
}
