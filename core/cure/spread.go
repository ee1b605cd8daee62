package cure

import (
	"time"

	"inkysparrow/core/climate"
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

// SpeedNamed returns the speed with that name.
func SpeedNamed(name string) (Speed, bool) {
	for s, n := range speedNames {
		if n == name {
			return Speed(s), true
		}
	}
	return Usual, false
}

func (s Speed) String() string { return speedNames[s] }

var speedNames = [...]string{Usual: "usual", Fast: "fast", Slow: "slow"}

// Speeds returns the closed list.
func Speeds() []Speed { return []Speed{Fast, Usual, Slow} }

// PaceOf returns the pace of a product of a family whose label calls a usual coat of it touch-dry after that time in a usual room.
func PaceOf(family *coating.Family, touchDry time.Duration) float64 {
	laid := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	course := Of(coating.Film{Family: family, Coats: 1, Wet: family.Wet, Laid: laid}, climate.Constant(climate.Room))
	return touchDry.Hours() / course.TouchDry().Sub(laid).Hours()
}

// At returns the film as a product of that speed would leave it.
func (s Speed) At(film coating.Film) coating.Film {
	film.Pace = s.Pace(film.Pace)
	return film
}
