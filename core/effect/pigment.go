package effect

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

// Dry pigment scatters because there is air between its grains. A wet clear fills that air: what scatters little in a clear then drowns, what absorbs stays.
var (
	dustBench  = fact.Bench("pastels fade under a wet coat; a mist keeps most; constants fitted to T33")
	dustPacked = Numbers.Number("dust-packed", 0.6, "", "share of the space that loose grains fill", fact.Memory("random packing is about 0.6"))
	mistWet    = Numbers.Number("dust-mist-wet", 0.5, "", "share of a mist that is still wet on arrival", dustBench)
	mistSoaks  = Numbers.Number("dust-mist-soaks", 0.42, "", "share of that which the voids take up", dustBench)
	mistSkin   = Numbers.Number("dust-mist-skin", 1.5, "µm", "thickness of what lies on top and fills nothing", dustBench)
	mistBlows  = Numbers.Number("dust-mist-blows", 0.03, "", "share that a mist blows off", dustBench)
	wetBlows   = Numbers.Number("dust-wet-blows", 0.15, "", "share that a wet coat blows off", dustBench)
	holds      = Numbers.Number("dust-holds", 3, "", "how many times what its valleys hold a surface holds of dust that is worked in", dustBench)
	paleFrom   = Numbers.Number("dust-pale", 70, "L*", "lightness from which a dust is made of chalk, with titanium where it is no stick", dustBench)
	darkTo     = Numbers.Number("dust-dark", 35, "L*", "lightness up to which it is made of earth and carbon", dustBench)
	dustLayer  = Numbers.Number("dust-layer", 0.2, "", "optical density of one layer of dust", dustBench)
)

// Grain is what a stick or a pot of dry pigment is made of.
type Grain struct {
	ID, Words string
	Scatters  float64 // cm2/mg in air
	index     float64
	dark      bool
}

func grain(id, words string, scatters, index float64, dark bool) Grain {
	return Grain{
		id, words, Numbers.Number("grain-"+id, scatters, "cm2/mg", "scattering of "+words+" in air", dustBench),
		Numbers.Number("grain-"+id+"-index", index, "", "refractive index of "+words, fact.Memory("tables of minerals")), dark,
	}
}

var grains = []Grain{grain("chalk", "chalk", 0.6, 1.60, false), grain("titanium", "titanium white", 3, 2.7, false), grain("earth", "earth", 1.2, 2.1, false), grain("carbon", "carbon black", 0.5, 1.75, true)}

// whiting is the share of titanium in a pigment that is made to stay pale.
var whiting = Numbers.Number("grain-titanium-share", 0.25, "", "share of titanium white in a pigment that stays pale under a clear", dustBench)

// Dust is a dry pigment of a colour.
type Dust struct {
	Colour colour.Colour
	Stick  bool // a pastel stick, whose body is chalk; a pigment has titanium in it where it is pale
}

func (g Grain) inClear() float64 { return colour.InBinder.Keeps(g.index) }

// made returns what a dust scatters in air, cm2/mg, and what share of that it keeps in a clear. A dark one is bound by what absorbs, and made of earth.
func (d Dust) made() (scatters, kept float64) {
	l := d.Colour.Lightness()
	mix := func(a, b Grain, share float64) (float64, float64) {
		s := (1-share)*a.Scatters + share*b.Scatters
		return s, ((1-share)*a.Scatters*a.inClear() + share*b.Scatters*b.inClear()) / s
	}
	switch {
	case l >= paleFrom && !d.Stick:
		return mix(grains[0], grains[1], whiting)
	case l >= paleFrom:
		return mix(grains[0], grains[1], 0)
	case l <= darkTo:
		return mix(grains[2], grains[3], 0.5)
	}
	return mix(grains[0], grains[2], 0.5)
}

// Over returns the colour of mg/cm2 of a dust over a ground, with a share of its voids filled with clear.
func (d Dust) Over(ground colour.Colour, mg, filled float64) colour.Colour {
	scatters, kept := d.made()
	s := scatters * ((1 - filled) + filled*kept)
	gr, gg, gb := ground.Linear()
	dr, dg, db := d.Colour.Linear()
	layer := func(ground, full float64) float64 {
		back, through := colour.Layer(colour.KS(min(0.99, max(0.005, full)))*scatters*mg, s*mg)
		seen, _ := colour.OverLayer(back, through, ground)
		return seen
	}
	return colour.FromLinear(layer(gr, dr), layer(gg, dg), layer(gb, db))
}

// Amount returns how much of a dust covers a ground as a share of its own difference, in mg/cm2.
func (d Dust) Amount(ground colour.Colour, cover float64) float64 {
	full := ground.Difference(d.Over(ground, 50, 0))
	enough, _ := solve.Halve(0, 50, 40, func(mg float64) bool { return ground.Difference(d.Over(ground, mg, 0)) < cover*full })
	return enough
}

// Kept returns what share of the difference that mg/cm2 of a dust make on a ground is left under a clear, which can be more than all of it: under a mist of so many um, or under a wet coat
// where that is 0.
func (d Dust) Kept(ground colour.Colour, mg, mistUM float64) float64 {
	before := ground.Difference(d.Over(ground, mg, 0))
	if before < 0.1 {
		return 1
	}
	filled, left := colour.ClearFills(), 1-wetBlows
	if mistUM > 0 {
		void := mg / (coating.PigmentDensity() * dustPacked) * (1 - dustPacked) * 10 // um
		filled, left = min(colour.ClearFills(), mistUM*mistWet*mistSoaks/(void+mistSkin)), 1-mistBlows
	}
	return ground.Difference(d.Over(ground, mg*left, filled)) / before
}

// HeldBy returns how much dust a surface holds when it is worked in, in mg/cm2: more lies loose and is blown off.
func HeldBy(on coating.Texture) float64 {
	return holds * float64(on) * dustPacked * coating.PigmentDensity() / 10
}

// Layers returns in how many layers a dust of that optical density is worked in.
func Layers(density float64) int { return max(1, int(math.Ceil(density/dustLayer))) }
