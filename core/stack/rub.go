package stack

import (
	"iter"
	"math"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
)

var (
	rubbed   = fact.Bench("fitted so that one in ten is still marked at the ages of T07, T27, T86")
	rubFuses = rubTau("rub-fuses", 0.60, "of a water-borne film")
	rubLinks = rubTau("rub-links", 0.58, "of an enamel or an oil")
	rubStays = rubTau("rub-dissolved", 0.75, "of a lacquer or an alcohol paint")
	rubGloss = rubTau("rub-gloss", 0.115, "of their gloss: nothing is rough for pigment to be ground into")
)

func rubTau(id string, times float64, of string) cure.Fraction {
	return cure.Fraction(-math.Expm1(-Numbers.Number(id, times, "time constants", "from which half of all films stand a cloth: "+of, rubbed)))
}

// RubHard returns the hardness from which half of all films like it stand a cloth.
func RubHard(f coating.Film) cure.Fraction {
	switch m := f.Family.Mechanism; {
	case m == coating.Oxidise:
		return rubLinks
	case m != coating.Evaporate:
		return rubFuses
	case f.Smooth:
		return rubGloss
	}
	return rubStays
}

// Rub is what a cloth does to a film that it gets at, whatever the liquid.
type Rub struct {
	Place   int // in the stack
	Hard    cure.Fraction
	Exposed float64 // share of the area where the cloth gets at it
	Chance  float64 // that it grinds a wash in, so that it shows
}

// Rubs yields the films that a cloth gets at, the top one first, until one of two coats or more takes the rub for all below. own is the step of the wash that is
// wiped. Films that only lie in recesses or as dry particles take no part. Held to T07, T27, T86.
func (s Stack) Rubs(own string, moment time.Time) iter.Seq[Rub] {
	return func(yield func(Rub) bool) {
		for i, exposed := range s.TakesRub(own, moment) {
			layer := &s[i]
			age := layer.Age(moment)
			hard, _ := age.At(1)
			if !yield(Rub{Place: i, Hard: hard, Exposed: exposed, Chance: chance.Early(layer.Film.Rubs()*layer.Needs(RubHard(layer.Film)), age.Hours, chance.LimitSD(layer.Film))}) {
				return
			}
		}
	}
}

// RubbedFrom returns from when on the chance that a cloth grinds a wash into the film is at most most.
func (l *Layer) RubbedFrom(most float64) time.Time {
	return l.After(chance.Quantile(l.Film.Rubs()*l.Needs(RubHard(l.Film)), 1-most, chance.LimitSD(l.Film)))
}

// TakesRub yields the places of the films that a cloth gets at, the top one first, with the share of the area where it does.
func (s Stack) TakesRub(own string, moment time.Time) iter.Seq2[int, float64] {
	return func(yield func(int, float64) bool) {
		exposed := 1.0
		for i := len(s) - 1; i > 0 && exposed >= weakSpot; i-- {
			layer := &s[i]
			if f := layer.Film.Family; layer.Step == own || layer.Film.Laid.After(moment) || !f.Closed || !f.Mechanism.Hardens {
				continue
			}
			if !yield(i, exposed) {
				return
			}
			if layer.Film.Whole() {
				exposed *= gaps(float64(layer.Film.Coats))
			}
		}
	}
}
