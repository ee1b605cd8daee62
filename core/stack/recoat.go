package stack

import (
	"math"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

var (
	recoatShuts = cure.Fraction(Numbers.Number("recoat-shuts", 0.24, "", "hardness from which half of all oxidising films wrinkle under their own kind", fact.Bench("labels of enamels: recoat within a day or so; the next evening is ordinary")))
	recoatOpens = cure.Fraction(Numbers.Number("recoat-opens", 0.45, "", "hardness from which half of all no longer do", fact.Bench("labels of enamels: or after five days or more, which is the cautious age")))
)

// BadWindow returns when a coat of the film's own kind would wrinkle it, in the middle: from shuts up to opens. ok is false for films that have no such window.
func (l *Layer) BadWindow() (shuts, opens time.Time, ok bool) {
	if !l.skins() {
		return time.Time{}, time.Time{}, false
	}
	return l.When(recoatShuts), l.When(recoatOpens), true
}

// Wrinkles returns the chance that a coat of the film's own kind wrinkles it at a moment: a hill over its age. Held to Q13.
func (l *Layer) Wrinkles(moment time.Time) float64 {
	if !l.skins() {
		return 0
	}
	return chance.Between(l.Needs(recoatShuts), l.Needs(recoatOpens), l.Age(moment).Hours, chance.LimitSD(l.Film))
}

// Wrinkling returns from when until when the chance that a coat of its own kind wrinkles the film is at least least; ok is false where it never is.
func (l *Layer) Wrinkling(least float64) (from, to time.Time, ok bool) {
	if !l.skins() {
		return from, to, false
	}
	shuts, opens, sd := l.Needs(recoatShuts), l.Needs(recoatOpens), chance.LimitSD(l.Film)
	bad := func(hours float64) bool { return chance.Between(shuts, opens, hours, sd) >= least }
	top := math.Sqrt(shuts * opens) // the middle of the hill, on a scale of logarithms
	if !bad(top) {
		return from, to, false
	}
	edge := func(good, bads float64) float64 { // to a thousandth
		_, bads = solve.Halve(math.Log(good), math.Log(bads), 24, func(hours float64) bool { return !bad(math.Exp(hours)) })
		return math.Exp(bads)
	}
	far := math.Exp(8 * sd)
	return l.After(edge(shuts/far, top)), l.After(edge(opens*far, top)), true
}

func (l *Layer) skins() bool {
	return l.Film.Family.Mechanism == coating.Oxidise && l.Film.Family.Closed
}
