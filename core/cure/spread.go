package cure

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

var (
	fastTau = Numbers.Number("fast-product", 0.7, "", "time constant of a fast product of a family, as a share of the usual one", fact.Bench("the spread of what practitioners report for one family"))
	slowTau = Numbers.Number("slow-product", 1.5, "", "time constant of a slow product of a family, as a share of the usual one", fact.Bench("the spread of what practitioners report for one family"))
)

// A product's speed is a factor of its film, not a family of its own: rules ask films for their family, and a family that is copied with
// another time constant is no longer the one that a coat of the same kind melts into.

// Speed is how fast a product of a family hardens: families are typical, real products differ.
type Speed uint8

// The speeds.
const (
	Usual Speed = iota
	Fast
	Slow
)

// Pace returns the time that a product of that speed takes to harden, against one of its family that takes own (0 stands for 1). A
// product's pace travels with its films, so that what asks for a film's family finds the same one whatever the speed.
func (s Speed) Pace(own float64) float64 {
	if own <= 0 {
		own = 1
	}
	return own * [...]float64{Usual: 1, Fast: fastTau, Slow: slowTau}[s]
}

// At returns the film as a product of that speed would leave it.
func (s Speed) At(film coating.Film) coating.Film {
	film.Pace = s.Pace(film.Pace)
	return film
}
