package wash

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

var (
	packing  = Numbers.Number("random-packing", 0.64, "", "share of the volume at which grains jam", fact.Memory("random close packing of spheres"))
	swelling = Numbers.Number("grain-swelling", 1.5, "", "how much liquid a grain or coil carries with it: its volume against its own", fact.Bench("fitted to T16"))
	crowded  = Numbers.Number("krieger-dougherty", 1.6, "", "power of the room that is left in the viscosity: intrinsic viscosity 2.5 times the packing of 0.64", fact.Memory("Krieger & Dougherty 1959; Einstein's 2.5 at the dilute end"))
	jams     = Numbers.Number("yield-full", 40, "Pa", "yield stress of a wash that is about to jam", fact.Bench("fitted to T16: viscosity alone does not tell 1:1 from 1:6"))
	jamPower = Numbers.Number("yield-power", 3, "", "power of the crowding in the yield stress", fact.Bench("flocculated grains; between 2 and 4"))
	oilFlows = Numbers.Number("oil-viscosity", 45, "mPa s", "viscosity of a drying oil at 20 °C", fact.Memory("linseed oil; tables of oils"))
	mostFull = Numbers.Number("most-crowded", 0.98, "", "crowding beyond which figures mean nothing", fact.Bench("chosen"))
)

// Fluid is a wash as it flows: what it is carried by, and how much of it stays behind.
type Fluid struct {
	Carrier solvent.Mix
	Wetting float64 // wetting agent in its water, against the usual; see solvent.Mix.Tension
	Solids  float64 // share of its volume that does not leave, 0 to 1
	Oil     float64 // of that, the share of the volume that is liquid oil, which flows between the grains
}

// Of returns a product as it flows from the bottle.
func Of(p *coating.Product) Fluid {
	f := Fluid{Carrier: p.Carrier.Mix, Solids: p.SolidShare()}
	f.Oil = f.Solids * p.Family.Oil()
	if p.Carrier.Mix.Share(solvent.Water) > 0 && p.Carrier.ID != "water" || p.Family.Closed || p.Kind == coating.Wash {
		f.Wetting = 1 // bottled water-borne products hold a wetting agent
	}
	return f
}

// Thinned returns the fluid with parts of liquid to one of it.
func (f Fluid) Thinned(liquid *solvent.Liquid, parts float64) Fluid {
	carried := 1 - f.Solids
	var mix solvent.Mix
	mix.Pour(f.Carrier, carried)
	mix.Pour(liquid.Mix, parts)
	out := Fluid{Carrier: mix, Solids: f.Solids / (1 + parts), Oil: f.Oil / (1 + parts)}
	own, poured := f.Carrier.Share(solvent.Water)*carried, liquid.Mix.Share(solvent.Water)*parts
	if own+poured > 0 {
		soap := 0.0
		if liquid.Soapy() {
			soap = 1
		}
		out.Wetting = (own*f.Wetting + poured*soap) / (own + poured)
	}
	return out
}

// crowding is how near the grains are to jamming, 0 to 1.
func (f Fluid) crowding() float64 { return min(mostFull, f.grains()*swelling/packing) }

func (f Fluid) grains() float64 { return f.Solids - f.Oil }

// Viscosity returns the viscosity in mPa s at a temperature: Krieger and Dougherty's law over that of the carrier and the oil in it.
func (f Fluid) Viscosity(celsius float64) float64 {
	flows := f.Carrier.Viscosity(celsius)
	if f.Oil > 0 {
		flows = math.Exp(math.Log(flows) + f.Oil/(1-f.grains())*(math.Log(oilFlows*solvent.OilThinned(celsius))-math.Log(flows)))
	}
	return flows * math.Pow(1-f.crowding(), -crowded)
}

// Yield returns the yield stress in Pa: the push below which it does not move at all.
func (f Fluid) Yield() float64 { return jams * math.Pow(f.crowding(), jamPower) }

// Tension returns the surface tension in mN/m.
func (f Fluid) Tension() float64 { return f.Carrier.Tension(f.Wetting) }

// Thickness is a word for how a wash looks as it runs off the stick.
type Thickness struct {
	Words string
	UpTo  float64 // share of solids
}

var likeBench = fact.Bench("enamel 1:6 like skimmed milk, an oil wash like coffee or barely tinted thinner")

// thicknesses go by the share of solids, from thin to thick.
var thicknesses = []Thickness{
	{"tinted thinner", Numbers.Number("like-tinted-thinner", 0.025, "", "share of solids up to which a wash looks like tinted thinner", likeBench)},
	{"coffee", Numbers.Number("like-coffee", 0.045, "", "the same: like coffee", likeBench)},
	{"skimmed milk", Numbers.Number("like-skimmed-milk", 0.08, "", "the same: like skimmed milk", likeBench)},
	{"milk", Numbers.Number("like-milk", 0.14, "", "the same: like milk", likeBench)},
	{"single cream", Numbers.Number("like-cream", 0.24, "", "the same: like single cream", likeBench)},
	{"paint", Numbers.Number("like-paint", 0.45, "", "the same: like paint; beyond it is a paste", likeBench)},
}

// Like returns what a wash looks like as it runs off the stick, by its share of grains.
func (f Fluid) Like() string {
	for _, t := range thicknesses {
		if f.grains() <= t.UpTo {
			return t.Words
		}
	}
	return "a paste"
}
