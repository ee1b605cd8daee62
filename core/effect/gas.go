package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/solve"
)

// Gas of guns is a plume without heat and without an excess of speed: it widens with the slipstream alone.
var (
	gasBench = fact.Bench("chosen: 300 rounds leave a stain of 6 to 20 mm at 1/48")
	gasRound = Numbers.Number("gas-round", 0.1, "g", "residue that a round leaves in the gas that streams along the skin", gasBench)
	gasGrain = Numbers.Number("gas-coarse", 3, "", "how much faster the coarse grains of powder gas are laid than those of exhaust", gasBench)
	gasDense = Numbers.Number("gas-density", 20, "cm2/mg", "optical density of powder residue", gasBench)
	gasWide  = Numbers.Number("gas-spread", 0.125, "", "how fast the gas of a gun widens in the wash of the propeller and the wing", fact.Bench("T97: two to five times as long as wide"))
	gasFull  = Numbers.Number("gas-full", 700, "rounds", "rounds after which as much is blown off as is laid", fact.Bench("T97: hardly more after some 2,000 rounds"))
	gasMost  = Numbers.Number("gas-longest", 60, "mm", "longest stain of a gun's gas on a 1/48 model", fact.Bench("T97"))
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
	s, h := widthBore*g.BoreM+gasWide*aftMM*k, gasAxis*g.BoreM
	c := math.Exp(-(besideMM*besideMM*k*k+h*h)/(2*s*s)) / (math.Pi * airMS * s * s)
	const mgPerCM2 = 0.1 // of a g/m2
	return gasFull * -math.Expm1(-g.Rounds/gasFull) * gasRound * c * gasGrain * byAir * mgPerCM2 * gasDense
}

// LengthMM returns how far aft of the port it can be seen on the model; 0 where it can't.
func (g Gas) LengthMM() float64 {
	last := 0.0
	for x := 0.0; x < gasMost*usualScale/float64(g.Scale); x += 0.25 {
		if g.Density(x, 0) >= gasSeen {
			last = x
		}
	}
	return last
}

// WideMM returns how wide it is where it is widest, to where it can't be seen any more.
func (g Gas) WideMM() float64 {
	wide := 0.0
	for x, long := 0.5, g.LengthMM(); x < long; x += 0.5 {
		aside, _ := solve.Halve(0, long, 20, func(y float64) bool { return g.Density(x, y) >= gasSeen })
		wide = max(wide, 2*aside)
	}
	return wide
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
			l.Clouds = append(l.Clouds, Cloud{View: v, Of: f.ID, From: from, ReachMM: 2 * long * reach, WideMM: max(1, long/2), Density: func(aft, beside float64) float64 {
				d := amount * g.Density(aft/reach, beside)
				t := d / gasCap
				return d / math.Sqrt(math.Sqrt(1+t*t*t*t))
			}})
		}
	}
	return l
}

// Fired returns the rounds that each gun has fired, by how much the aircraft was in action where the modeller doesn't say: none where it never was.
func Fired(p route.Pull, combat string) float64 {
	switch {
	case p.Rounds < 0, p.Rounds == 0 && combat == "none":
		return 0
	case p.Rounds == 0 && combat == "much":
		return roundsOf * muchFired
	case p.Rounds == 0:
		return roundsOf
	}
	return p.Rounds
}

var muchFired = Numbers.Number("gas-much", 2, "", "how many times the usual rounds an aircraft fires that is much in action", gasBench)

// Gas of guns comes by whatever exhaust is made with; a step that does not say so makes it where the airframe has guns and no stacks.
var gas = &Effect{ID: route.OfGas, Name: "Gas of guns", Dark: true, From: airframe.GunPort, FromWords: "gun", By: []*Hand{sprayed, inDust, inStreaks}, plan: func(j *Job, p *Plan) {
	fires := func(amount float64) *Laid {
		return Guns(j.Airframe, j.Zone, j.ink(), Fired(j.Step.Pull, j.Wear.Service.Combat), amount, j.reach())
	}
	l := fires(j.amount())
	paint := 0.0
	if n := j.coats(); n > 0 && len(l.Clouds) > 0 && (j.Told || j.Step.Spray != nil) {
		var laid float64
		if _, paint, laid = mixOf(j.Step, j.Paint).laying(gasDose(l), n); laid != 1 {
			l = fires(j.amount() * laid)
		}
	}
	p.lay(l)
	if len(l.Clouds) == 0 {
		return
	}
	p.LongMM = l.Clouds[0].SeenMM() / j.reach()
	p.outlined(l.Clouds, Tint{j.ink(), "gas, strongest at its port", ""})
	p.say("Thin passes straight aft of each port, each dry before the next; two to five times as long as wide.")
	if n := j.coats(); n > 0 {
		p.row("passes", "Passes", float64(n), "", "%d, %.0f psi, %.0f %% of paint in the mix", n, stainPSI, 100*paint)
	}
	for _, c := range l.Clouds {
		peak := 0.0
		for x := 0.0; x < c.ReachMM; x += 0.5 {
			peak = max(peak, c.Density(x, 0))
		}
		p.row("gas-"+c.Of+"-"+c.View.String(), "Behind "+c.Of, c.SeenMM(), "mm", "%s: %.0f mm, %.0f %% covered at its strongest", c.View.Words(), c.SeenMM(), -100*math.Expm1(-peak))
	}
}, unasked: func(s *route.Step, a *airframe.Airframe) bool {
	return s.Do.ID == "exhaust-spray" && a.Has(airframe.GunPort) && !a.Has(airframe.Stack)
}}

var gasCap = Numbers.Number("gas-cap", 1.4, "", "density of gas at its port: nobody paints what can't be told from opaque", gasBench)

// gasDose is the dose across the densest of some stains, in density times mm.
func gasDose(l *Laid) (dose float64) {
	for _, c := range l.Clouds {
		for x := 0.5; x < c.SeenMM(); x++ {
			sum := 0.0
			const step = 0.25
			for y := -c.WideMM; y <= c.WideMM; y += step {
				sum += c.Density(x, y) * step
			}
			dose = max(dose, sum)
		}
	}
	return dose
}
