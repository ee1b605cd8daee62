package coating

import (
	"time"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

// Product is something on the shelf: a family with its own liquids, colour and sheen.
type Product struct {
	ID, Name string
	Kind     Kind
	Family   *Family
	Colour   string // "#rrggbb", empty where it means nothing
	Sheen    Sheen
	Hide     float64 // coats that hide black and white alike; 0 where it has not been measured
	Pace     float64 // time that it takes to harden, against what is usual of its family; 0 stands for 1
	Price    float64 // of a millilitre, in whatever money; 0 for what is usual of its kind
	Solids   float64 // share of its volume that stays behind, 0 to 1; 0 for what is usual of its family
	Carrier  *solvent.Liquid
	Thinner  *solvent.Liquid
	Remover  *solvent.Liquid
}

// UnnamedColour stands for the colour of a product that has none.
var UnnamedColour = colour.Grey(Numbers.Number("unnamed", 45, "L*", "lightness that stands for a product without a colour", fact.Bench("chosen: middling")))

// Shows returns the product's colour, or what stands for one that has none; also for no product at all.
func (p *Product) Shows() colour.Colour {
	if p == nil {
		return UnnamedColour
	}
	return colour.Or(p.Colour, UnnamedColour)
}

var (
	hidesBench = fact.Bench("opaque paints hide in two or three thin coats; weak pale ones want a grey below")
	weakFrom   = Numbers.Number("weak-from", 78, "L*", "lightness from which a colour hides weakly", hidesBench)
	whiteFrom  = Numbers.Number("white-from", 92, "L*", "lightness from which a colour is a white", hidesBench)
	whiteHide  = Numbers.Number("white-hide", 5, "", "how many times the usual coats a white takes to hide black", fact.Bench("white over black needs a grey or many coats"))
	strongTo   = Numbers.Number("strong-to", 32, "L*", "lightness up to which it hides strongly", hidesBench)
	weakHide   = Numbers.Number("weak-hide", 1.7, "", "how many times the usual coats a pale colour takes to hide", hidesBench)
	strongHide = Numbers.Number("strong-hide", 0.6, "", "how many times the usual coats a dark one takes", hidesBench)
	metalHide  = Numbers.Number("metal-hide", 1.5, "coats", "coats in which a metal of flakes hides", fact.Bench("metals are sprayed in thin transparent layers; two usual coats hide"))
)

// Hiding returns the product as a paint over others: of its colour, with its own hiding power or what is typical of its family and
// lightness. ok is false for what has no colour or lies open, such as clears and washes.
func (p *Product) Hiding() (c colour.Cover, ok bool) {
	if p == nil || p.Colour == "" || p.Family.Hide == 0 {
		return colour.Cover{}, false
	}
	own, err := colour.Parse(p.Colour)
	if err != nil {
		return colour.Cover{}, false
	}
	return own.Hiding(p.Hides(own)), true
}

// Hides returns the coats in which the product hides black and white alike, with own as its colour.
func (p *Product) Hides(own colour.Colour) float64 {
	switch l := own.Lightness(); {
	case p.Hide > 0:
		return p.Hide
	case p.Kind == Metal:
		return metalHide
	case l >= whiteFrom:
		return p.Family.Hide * whiteHide
	case l >= weakFrom:
		return p.Family.Hide * weakHide
	case l <= strongTo:
		return p.Family.Hide * strongHide
	}
	return p.Family.Hide
}

var washHides = Microns(Numbers.Number("wash-hides", 12, "µm", "dry film in which a wash of middling lightness hides what is below, where its family is no thinned paint", fact.Bench("between what enamels and oils hide in")))

// HidesIn returns the dry thickness in which the product, in colour own, hides black and white alike. Of a wash it is that of the paint it is thinned from.
func (p *Product) HidesIn(own colour.Colour) Microns {
	paint := p.Family
	for _, f := range families {
		if f.Washed == p.Family.ID && f.Hide > 0 {
			paint = f
			break
		}
	}
	as := *p
	as.Family = paint
	if paint.Hide > 0 {
		return paint.Dry(paint.Wet) * Microns(as.Hides(own))
	}
	middling := *paint
	middling.Hide = 1
	as.Family = &middling
	return washHides * Microns(as.Hides(own))
}

// SolidShare returns the share of the product's volume that stays behind when it has dried, 0 to 1.
func (p *Product) SolidShare() float64 {
	if p.Solids > 0 {
		return p.Solids
	}
	if p.Family.Bottled > 0 {
		return p.Family.Bottled
	}
	return 1 - p.Family.CarrierShare
}

// Film is one step's coats as they lie on a zone. It is a value.
type Film struct {
	Family  *Family
	Coats   int       // from 1
	Wet     Microns   // one coat as laid
	Laid    time.Time // when the last coat was finished
	Share   float64   // of the zone that it covers, up to 1; 0 stands for all of it
	Pace    float64   // time that it takes to harden, against what is usual of its family; 0 stands for 1
	Quick   bool      // laid again in minutes, as a wash is
	Smooth  bool      // a gloss clear: nothing is rough for pigment to be ground into
	Painted bool      // of decals: painted markings, of which nothing tears
	Blown   float64   // how many times faster its carrier leaves, dried in a stream of air; 0 stands for 1
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
