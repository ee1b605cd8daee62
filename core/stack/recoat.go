package stack

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
)

var (
	recoatShuts = cure.Fraction(Numbers.Number("recoat-shuts", 0.20, "", "hardness from which an oxidising film wrinkles under its own kind", fact.Bench("labels of enamels: recoat within a day or so")))
	recoatOpens = cure.Fraction(Numbers.Number("recoat-opens", 0.60, "", "hardness from which it no longer does", fact.Bench("labels of enamels: or after five days or more")))
)

// BadWindow returns when a coat of the film's own kind would wrinkle it: from shuts up to opens. ok is false for films that have no such window.
func (l *Layer) BadWindow() (shuts, opens time.Time, ok bool) {
	if l.Film.Family.Mechanism != coating.Oxidise || !l.Film.Family.Closed {
		return time.Time{}, time.Time{}, false
	}
	return l.When(recoatShuts), l.When(recoatOpens), true
}
