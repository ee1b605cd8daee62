package stain

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

// Gas of guns is a plume without heat and without an excess of speed: it widens with the slipstream alone.
var (
	gasBench = fact.Bench("chosen: 300 rounds leave a stain of 6 to 20 mm at 1/48")
	gasRound = Numbers.Number("gas-round", 0.025, "g", "residue that a round leaves in the gas that streams along the skin", gasBench)
	gasGrain = Numbers.Number("gas-coarse", 3, "", "how much faster the coarse grains of powder gas are laid than those of exhaust", gasBench)
	gasDense = Numbers.Number("gas-density", 20, "cm2/mg", "optical density of powder residue", gasBench)
	gasAxis  = Numbers.Number("gas-axis", 0.5, "bores", "how far the axis of the gas stands off the skin", gasBench)
	gunBore  = Numbers.Number("gas-bore", 0.03, "m", "width of a gun port where none is given", gasBench)
	roundsOf = Numbers.Number("gas-rounds", 300, "rounds", "fired from a gun since it was cleaned, where nothing is said", gasBench)
)

// chuteGas is what of a gun's gas comes out with its cases.
var chuteGas = Numbers.Number("gas-chute", 0.4, "", "share of a gun's gas that comes out at its ejector chute", gasBench)

// UsualRounds returns the rounds that a gun has fired where nothing is said.
func UsualRounds() float64 { return roundsOf }

// Gas is what a gun lays on the skin aft of its port.
type Gas struct {
	BoreM  float64
	Rounds float64
	Scale  int
}

// GasOf returns the gas of an airframe's gun after so many rounds.
func GasOf(a *airframe.Airframe, f *airframe.Feature, rounds float64) Gas {
	g := Gas{BoreM: f.SizeMM * float64(a.Scale) / 1000, Rounds: max(0, rounds), Scale: a.Scale}
	if g.BoreM <= 0 {
		g.BoreM = gunBore
	}
	return g
}

// Density returns the optical density at a place of the model, in mm aft of the port and beside its axis: 0 ahead of it, and with no rounds.
func (g Gas) Density(aftMM, besideMM float64) float64 {
	if aftMM < 0 {
		return 0
	}
	k := float64(g.Scale) / 1000
	s, h := widthBore*g.BoreM+slipstream*aftMM*k, gasAxis*g.BoreM
	c := math.Exp(-(besideMM*besideMM*k*k+h*h)/(2*s*s)) / (math.Pi * airMS * s * s)
	const mgPerCM2 = 0.1 // of a g/m2
	return g.Rounds * gasRound * c * gasGrain * byAir * mgPerCM2 * gasDense
}

// LengthMM returns how far aft of the port it can be seen on the model; 0 where it can't.
func (g Gas) LengthMM() float64 {
	last := 0.0
	for x := 0.0; x < 3000/float64(g.Scale); x += 0.25 {
		if g.Density(x, 0) >= gasSeen {
			last = x
		}
	}
	return last
}

var gasSeen = Numbers.Number("gas-seen", 0.15, "", "density of gas below which nobody would paint it", gasBench)

// Guns returns what a zone's guns lay on it: nothing where there are none, or none was fired.
func Guns(a *airframe.Airframe, zone int, soot colour.Colour, rounds, amount, reach float64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{soot}}
	for i := range a.Features {
		f := &a.Features[i]
		share := 1.0
		switch f.Kind {
		case airframe.GunPort:
		case airframe.Chute:
			share = chuteGas
		default:
			continue
		}
		g := GasOf(a, f, rounds*share)
		for _, v := range f.Views {
			from, _ := v.Of(f.At)
			aft := v.Aft()
			if _, z := a.Seen(v, airframe.Pt{X: from.X + aft.X*justAft/2, Y: from.Y + aft.Y*justAft/2}); z != zone {
				continue
			}
			long := g.LengthMM()
			if long <= 0 {
				continue
			}
			l.Clouds = append(l.Clouds, Cloud{View: v, From: from, ReachMM: 2 * long * reach, WideMM: long, Density: func(aft, beside float64) float64 { return amount * g.Density(aft/reach, beside) }})
		}
	}
	return l
}
