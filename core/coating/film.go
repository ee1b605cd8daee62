package coating

import (
	"math"
	"time"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/pigment"
	"inkysparrow/core/solve"
	"inkysparrow/core/solvent"
)

// Product is something on the shelf: a family with its own liquids, colour and sheen.
type Product struct {
	ID, Name string
	Kind     Kind
	Family   *Family
	Colour   string // "#rrggbb", empty where it means nothing
	Sheen    Sheen
	Hide     float64   // coats that hide black and white alike; 0 where it has not been measured
	Tenth    string    // what a tenth of it makes of white, "#rrggbb"; empty where it was not tried
	SpoonGU  float64   // what a usual wet coat of it reads on a glossy spoon; 0 where nobody tried
	MistedGU float64   // what one mist of it reads there
	Pace     float64   // time that it takes to harden, against what is usual of its family; 0 stands for 1
	Known    bool      // its own time is known, from its label or by trying it: it takes Pace to dry too
	Opened   time.Time // the day that its bottle was opened; zero where that was not told
	Price    float64   // of a millilitre, in whatever money; 0 for what is usual of its kind
	Solids   float64   // share of its volume that stays behind, 0 to 1; 0 for what is usual of its family
	Carrier  *solvent.Liquid
	Thinner  *solvent.Liquid
	Remover  *solvent.Liquid
}

// Lightness returns the lightness of the product's colour, 0 to 100; middling where it has none.
func (p *Product) Lightness() float64 { return p.Shows().Lightness() }

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
	metalHide = Numbers.Number("metal-hide", 2.5, "coats", "coats in which a metal of flakes hides", fact.Bench("metals are sprayed in thin transparent layers until the pre-shade just shows; two or three usual coats hide"))
	oilLoad   = Numbers.Number("oil-load", 1.5, "", "pigment of a tube of oil, against a paint's", fact.Bench("oils are ground stiff"))
	whiteIs   = colour.Or("#f2f2ee", colour.Colour{}) // a usual white, into which a tenth is stirred
)

// A colour says nothing of two things: how a bright yellow, orange or red hides, and how strongly a dark paint is loaded. Either is told by one look: after how
// many coats black and white below look alike, or what a tenth of it makes of white. Both scale what the paint absorbs and scatters together.

// Pigments returns what the product absorbs and scatters per micrometre of dry film, in colour own: read from the colour, and loaded as was measured.
func (p *Product) Pigments(own colour.Colour) *pigment.Paint {
	paint := pigment.Of(own)
	hides := p.Hide
	if hides == 0 && p.Kind == Metal {
		hides = metalHide
	}
	switch {
	case hides > 0:
		return paint.Loaded(paint.Hides() / (hides * float64(p.coat())))
	case p.Tenth != "":
		return paint.Loaded(loadOf(paint, colour.Or(p.Tenth, whiteIs)))
	case p.Kind == Oil:
		return paint.Loaded(oilLoad)
	}
	return paint
}

// loadOf returns how many times as strong as usual a paint is of which a tenth in white looks like that.
func loadOf(paint *pigment.Paint, tenth colour.Colour) float64 {
	white, want := pigment.Of(whiteIs), tenth.Difference(whiteIs)
	low, high := solve.Halve(math.Log(0.05), math.Log(20), 30, func(load float64) bool {
		mixed := pigment.Mix(pigment.Part{Paint: white, Volume: 1}, pigment.Part{Paint: paint.Loaded(math.Exp(load)), Volume: 0.1})
		return mixed.Colour().Difference(whiteIs) < want
	})
	return math.Exp((low + high) / 2)
}

// coat returns how thick a usual coat of the product is, dry: of a wash, of the paint that it is thinned from.
func (p *Product) coat() Microns {
	f := p.Family
	for _, paint := range families {
		if paint.Washed == f.ID && paint.Opaque {
			f = paint
			break
		}
	}
	return f.Dry(f.Wet)
}

// Hiding returns the product as a paint over others, in coats of its family. ok is false for what has no colour or lies open, such as clears and washes.
func (p *Product) Hiding() (c pigment.Cover, ok bool) {
	if p == nil || p.Colour == "" || !p.Family.Opaque {
		return pigment.Cover{}, false
	}
	own, err := colour.Parse(p.Colour)
	if err != nil {
		return pigment.Cover{}, false
	}
	return pigment.Cover{Paint: p.Pigments(own), UM: float64(p.coat())}, true
}

// Hides returns the coats in which the product hides black and white alike, with own as its colour.
func (p *Product) Hides(own colour.Colour) float64 {
	if p.Hide > 0 {
		return p.Hide
	}
	return p.Pigments(own).Hides() / float64(p.coat())
}

// AskHiding reports whether a colour leaves open how its paint hides: bright yellow, orange and red, and what is nearly white.
func AskHiding(c colour.Colour) bool {
	l, a, b := c.Lab()
	return l > askLight || math.Hypot(a, b) > askChroma
}

var (
	askBench  = fact.Bench("a colour of such a kind is met by recipes that hide in one or in three times as much")
	askLight  = Numbers.Number("ask-hiding-light", 85, "L*", "lightness from which one asks how a paint hides", askBench)
	askChroma = Numbers.Number("ask-hiding-chroma", 60, "", "chroma from which one asks", askBench)
)

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
	Coats   int             // from 1
	Wet     Microns         // one coat as laid
	Laid    time.Time       // when the last coat was finished
	Share   float64         // of the zone that it covers, up to 1; 0 stands for all of it
	Pace    float64         // time that it takes to harden, against what is usual of its family; 0 stands for 1
	Known   bool            // its product's own time is known, from its label or by trying it
	Quick   bool            // laid again in minutes, as a wash is
	Smooth  bool            // a gloss clear: nothing is rough for pigment to be ground into
	Painted bool            // of decals: painted markings, of which nothing tears
	Carrier *solvent.Liquid // that leaves it, where that is not its family's; nil for that
	Blown   float64         // how many times faster its carrier leaves, dried in a stream of air; 0 stands for 1
	Told    *Told           // what one's own films say of it; nil for nothing
}

// Leaves returns the liquid that leaves the film as it dries.
func (f Film) Leaves() *solvent.Liquid {
	if f.Carrier != nil {
		return f.Carrier
	}
	return f.Family.Carrier
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

var pigmentDensity = Numbers.Number("pigment-density", 2.7, "g/ml", "density of dry pigments", fact.Memory("chalk, clay, earths; titanium white and iron oxides are heavier"))

// PigmentDensity returns the density of dry pigments, g/ml.
func PigmentDensity() float64 { return pigmentDensity }
