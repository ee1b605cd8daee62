package effect

import (
	"fmt"
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	leakBench  = fact.Bench("T42: 5 to 15 mm by 0.2 to 1 mm at 1/48, 5 to 9 an aircraft, from hatches and actuators")
	leakDot    = Numbers.Number("leak-dot", 24, "mm", "width of the dot that a leak is drawn from, on the full-size aircraft", leakBench)
	leakLong   = Numbers.Number("leak-length", 400, "mm", "length of a leak on the full-size aircraft", leakBench)
	leakCover  = Numbers.Number("leak-cover", 0.5, "", "how much a leak covers at its head", leakBench)
	leakVaries = Numbers.Number("leak-varies", 0.3, "", "how much their lengths vary (standard deviation of their logarithm)", leakBench)
	leakFades  = Numbers.Number("leak-fades", 2, "", "lengths over which a leak thins by e, in its length", leakBench)
	leaksMost  = int(Numbers.Number("leaks-most", 4, "", "most leaks of a zone", leakBench))
)

// leaky are the kinds of features that leak.
var leaky = []airframe.FeatureKind{airframe.OilCooler, airframe.Radiator, airframe.Hatch, airframe.Hinge, airframe.Filler, airframe.GunPort, airframe.Wheel}

// Leaks returns dots where a zone of an airframe leaks: at what can, each drawn out with the air above and below, down the sides by gravity. The same seed leaks at the same places.
func Leaks(a *airframe.Airframe, zone int, ink colour.Colour, seed uint64) []Dot {
	k := float64(a.Scale)
	rnd := rand.New(rand.NewPCG(seed, 0x1eac))
	var all []Dot
	for _, kind := range leaky {
		for i := range a.Features {
			f := &a.Features[i]
			if f.Kind != kind {
				continue
			}
			for _, v := range f.Views {
				from, _ := v.Of(f.At)
				to, _ := v.Of(f.To)
				share := rnd.Float64()
				at := airframe.Pt{X: from.X + share*(to.X-from.X), Y: from.Y + share*(to.Y-from.Y)}
				deg := Toward(v) * math.Pi / 180
				at.X, at.Y = at.X+1.5*math.Sin(deg), at.Y-1.5*math.Cos(deg)
				if plate, z := a.Seen(v, at); z != zone || a.Plates[plate].Stuff != airframe.Skin || len(all) >= leaksMost {
					continue
				}
				all = append(all, Dot{View: v, At: at, DMM: leakDot / k, Colour: ink, TowardDeg: Toward(v), LengthMM: leakLong / k * math.Exp(leakVaries*rnd.NormFloat64())})
				break
			}
		}
	}
	return all
}

// LeakStreaks returns what leaks lay: thick at the head, thinning as they were drawn out.
func LeakStreaks(zone int, dots []Dot, ink colour.Colour, amount, reach float64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	for _, d := range dots {
		l.Streaks = append(l.Streaks, Streak{View: d.View, At: d.At, TowardDeg: d.TowardDeg, LongMM: reach * d.LengthMM / leakFades, WideMM: d.DMM, Density: -math.Log1p(-leakCover) * amount})
	}
	return l
}

var inStreaks = &Hand{
	Do: "streak", Shows: Numbers.Number("mark-streak", 0.6, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool:   "The finest brush for the dot, a soft flat one, nearly dry, for one stroke.",
	Glossy: true,
	Undo:   "A bud with a trace of its thinner, for a day or two.",
	Seal:   "As oil dots; a streak that shall shine goes on after the last coat.",
}

// A dot is set where something can leak and drawn out, with the air above and below, down the sides.
var leaks = &Effect{ID: "leaks", Name: "Leaks", Dark: true, By: []*Hand{inStreaks}, plan: func(j *Job, p *Plan) {
	own := Leaks(j.Airframe, j.Zone, j.ink(), j.Step.Seed)
	if n := int(math.Ceil(float64(len(own)) * min(1, j.amount()))); n < len(own) {
		own = own[:n]
	}
	p.lay(LeakStreaks(j.Zone, own, j.ink(), j.amount(), j.reach()))
	if len(own) == 0 {
		return
	}
	p.LongMM = own[0].LengthMM
	squeezed := 0.0
	for i := range own {
		own[i].LengthMM *= j.reach()
		squeezed += SqueezedMM3(own[i].DMM)
	}
	p.drawn(own, func(d Dot) Tint { return Tint{d.Colour, "leaks", ""} })
	p.say("One small dot where something leaks, drawn out in one stroke: with the air above and below, downwards on the sides.")
	for i, d := range own {
		p.row(fmt.Sprintf("leak-%d", i+1), fmt.Sprintf("Leak %d", i+1), d.LengthMM, "mm", "%s: a dot of %.1f mm drawn out to %.0f mm", d.View.Words(), d.DMM, d.LengthMM)
	}
	p.row("squeezed", "Squeezed out", squeezed, "mm³", "%.1f mm³, %s", squeezed, pea(squeezed))
}}
