package coating

import (
	"time"

	"inkysparrow/core/solvent"
)

// Product is something on the shelf: a family with its own liquids, colour and sheen.
type Product struct {
	ID, Name string
	Kind     Kind
	Family   *Family
	Colour   string // "#rrggbb", empty where it means nothing
	Sheen    Sheen
	Carrier  *solvent.Liquid
	Thinner  *solvent.Liquid
	Remover  *solvent.Liquid
}

// Film is one step's coats as they lie on a zone. It is a value.
type Film struct {
	Family *Family
	Coats  int       // from 1
	Wet    Microns   // one coat as laid
	Laid   time.Time // when the last coat was finished
}

// Thickness returns the dry thickness of all coats together.
func (f Film) Thickness() Microns { return f.Family.Dry(f.Wet) * Microns(f.Coats) }

// First returns the film as it would be with only its first n coats.
func (f Film) First(n int) Film {
	f.Coats = min(n, f.Coats)
	return f
}
