package cure

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

var (
	fastTau = Numbers.Number("fast-product", 0.7, "", "time constant of a fast product of a family, as a share of the usual one", fact.Bench("the spread of what practitioners report for one family"))
	slowTau = Numbers.Number("slow-product", 1.5, "", "time constant of a slow product of a family, as a share of the usual one", fact.Bench("the spread of what practitioners report for one family"))
)

// Speed is how fast a product of a family hardens: families are typical, real products differ.
type Speed uint8

// The speeds.
const (
	Usual Speed = iota
	Fast
	Slow
)

// At returns the film as a product of that speed would leave it: its family with another time constant.
func (s Speed) At(film coating.Film) coating.Film {
	scale := [...]float64{Usual: 1, Fast: fastTau, Slow: slowTau}[s]
	if scale == 1 || film.Family.Tau8 == 0 {
		return film
	}
	f := *film.Family
	f.Tau8 = time.Duration(float64(f.Tau8) * scale)
	film.Family = &f
	return film
}
