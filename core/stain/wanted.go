package stain

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/shade"
)

var (
	shiftBench = fact.Bench("T31: subtle is a mean shift of 1 to 2")
	shifts     = map[string]float64{
		"restrained":   Numbers.Number("fade-restrained", 1, "CIEDE2000", "mean shift by oils on a restrained model", shiftBench),
		"service-worn": Numbers.Number("fade-service-worn", 1.5, "CIEDE2000", "mean shift by oils on a service-worn model", shiftBench),
		"heavy":        Numbers.Number("fade-heavy", 3, "CIEDE2000", "mean shift by oils on a heavily worn model", shiftBench),
	}
	coreBench = fact.Bench("chosen: how much of the paint shows through right behind the stack")
	cores     = map[shade.Reading]float64{
		shade.Subtle: Numbers.Number("core-subtle", 0.45, "", "cover of a plume's core where stains shall be subtle", coreBench),
		shade.Clear:  Numbers.Number("core-clear", 0.75, "", "cover where they shall be clear", coreBench),
		shade.Stark:  Numbers.Number("core-stark", 0.9, "", "cover where they shall be stark", coreBench),
	}
	hoursMonth = Numbers.Number("hours-a-month", 25, "h", "flown in a month of service", fact.Bench("chosen"))
	hoursMost  = Numbers.Number("hours-between", 60, "h", "flown at the most between two cleanings", fact.Bench("chosen"))

	dotBench = fact.Bench("T31: dots of 0.5 to 1.2 mm")
	dotUsual = Numbers.Number("dot-usual", 0.8, "mm", "width of a dot on a 1/48 model", dotBench)
	dotLeast = Numbers.Number("dot-least", 0.5, "mm", "least that can be set", dotBench)
	dotMost  = Numbers.Number("dot-most", 1.2, "mm", "largest dot", dotBench)

	leakBench = fact.Bench("T42: 5 to 15 mm by 0.2 to 1 mm at 1/48, 5 to 9 an aircraft, from hatches and actuators")
	leakDot   = Numbers.Number("leak-dot", 24, "mm", "width of the dot that a leak is drawn from, on the full-size aircraft", leakBench)
	leakLong  = Numbers.Number("leak-length", 400, "mm", "length of a leak on the full-size aircraft", leakBench)
	leakCover = Numbers.Number("leak-cover", 0.5, "", "how much a leak covers at its head", leakBench)
	leakFades = Numbers.Number("leak-fades", 2, "", "lengths over which a leak thins by e, in its length", leakBench)
	leaksMost = int(Numbers.Number("leaks-most", 4, "", "most leaks of a zone", leakBench))
)

// WantedShift returns how far oils should shift a paint on average, in CIEDE2000, by how much a model shows of its wear.
func WantedShift(strength string) float64 {
	if v := shifts[strength]; v > 0 {
		return v
	}
	return shifts["service-worn"]
}

var (
	fadeBench = fact.Bench("chosen: the longer and the harder the service, the more its colour has gone, but not in step")
	fadeUsual = Numbers.Number("fade-usual", 3.6, "CIEDE2000", "fading of an aircraft at which its model is faded as is usual for its strength", fadeBench)
	fadeLeast = Numbers.Number("fade-least", 2./3, "", "least share of the usual shift: with less nobody sees that oils were used", fact.Bench("T31: subtle is a mean shift of 1 to 2"))
	fadeMost  = Numbers.Number("fade-most", 4./3, "", "most of it: beyond this it is another colour, and is painted as one", fact.Bench("T31: subtle is a mean shift of 1 to 2"))
)

// Faded returns how far oils should shift a paint on average on an aircraft that has faded so far: by its root, and within what oils can tell.
func Faded(strength string, fade float64) float64 {
	return WantedShift(strength) * min(fadeMost, max(fadeLeast, math.Sqrt(max(0, fade)/fadeUsual)))
}

// DotMM returns how large dots are set on a model of 1 to scale: smaller ones on a smaller model, but not as much smaller.
func DotMM(scale int) float64 {
	const of = 48
	return min(dotMost, max(dotLeast, math.Round(100*dotUsual*math.Sqrt(of/float64(max(1, scale))))/100))
}

// Core returns the cover of a plume's core that a reading asks for.
func Core(r shade.Reading) float64 {
	if v := cores[r]; v > 0 {
		return v
	}
	return cores[shade.Subtle]
}

// Hours returns the hours flown since an aircraft was cleaned, by its months in service; what is usual where nothing is said.
func Hours(months float64) float64 {
	if months <= 0 {
		return usualHours
	}
	return min(hoursMost, months*hoursMonth)
}

// SqueezedMM3 returns how much is squeezed out for a dot.
func SqueezedMM3(d float64) float64 { return dotFlat * d * d * d / reaches }

// leaky are the kinds of features that leak.
var leaky = []airframe.FeatureKind{airframe.OilCooler, airframe.Radiator, airframe.Hatch, airframe.Hinge, airframe.Filler, airframe.GunPort, airframe.Wheel}

// Leaks returns dots where a zone of an airframe leaks: at what can, each drawn out with the air above and below, down the sides by gravity. The same airframe leaks at the same places.
func Leaks(a *airframe.Airframe, zone int, ink colour.Colour) []Dot {
	k := float64(a.Scale)
	rnd := rand.New(rand.NewPCG(uint64(zone), 0x1eac))
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
				all = append(all, Dot{View: v, At: at, DMM: leakDot / k, Colour: ink, TowardDeg: Toward(v), LengthMM: leakLong / k * math.Exp(varies*rnd.NormFloat64())})
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
