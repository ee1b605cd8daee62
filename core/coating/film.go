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
	Share  float64   // of the zone that it covers, up to 1; 0 stands for all of it
}

// Whole reports whether the film lies on all of its zone.
func (f Film) Whole() bool { return f.Share <= 0 || f.Share >= 1 }

// Covers reports whether the film shields what lies below it: closed, and on all of its zone.
func (f Film) Covers() bool { return f.Family.Closed && f.Whole() }

// Thickness returns the dry thickness of all coats together.
func (f Film) Thickness() Microns { return f.Family.Dry(f.Wet) * Microns(f.Coats) }

// First returns the film as it would be with only its first n coats.
func (f Film) First(n int) Film {
	f.Coats = min(n, f.Coats)
	return f
}
