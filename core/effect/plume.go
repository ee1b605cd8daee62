package effect

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/shade"
	"inkysparrow/core/solve"
	"inkysparrow/core/wear"
)

var (
	coreBench = fact.Bench("chosen: how much of the paint shows through right behind the stack")
	cores     = map[shade.Reading]float64{
		shade.Subtle: Numbers.Number("core-subtle", 0.45, "", "cover of a plume's core where stains shall be subtle", coreBench),
		shade.Clear:  Numbers.Number("core-clear", 0.75, "", "cover where they shall be clear", coreBench),
		shade.Stark:  Numbers.Number("core-stark", 0.9, "", "cover where they shall be stark", coreBench),
	}
	hoursNew   = Numbers.Number("hours-new", 3, "h", "flown by an aircraft that has just entered service: to where it is", fact.Bench("chosen"))
	hoursMonth = Numbers.Number("hours-a-month", 25, "h", "flown in a month of service", fact.Bench("chosen"))
	hoursMost  = Numbers.Number("hours-between", 60, "h", "flown at the most between two cleanings", fact.Bench("chosen"))
)

// The plume. A jet leaves the stack, mixes with the slipstream and touches the skin. Its half width (standard deviation) grows with the turbulence of the slipstream (Taylor 1921,
// short times) and, near the stack, with its own mixing (Abramovich). Its axis stands off the skin and rises as a bent-over jet does (Briggs 1975). At the wall its concentration is
// that of a Gaussian plume mirrored there. Of that the wall takes a part by turbulence, which makes the halo, and a part by heat (thermophoresis), which goes with the
// square of what is left of the gas, is narrower, spent within a metre, and makes the core. All from memory; constants fitted.
var (
	flight     = fact.Bench("chosen: a piston engine at cruise")
	forms      = fact.Memory("forms after Taylor 1921, Abramovich, Briggs 1975; constants fitted to T21 and T30")
	absorbs    = fact.Memory("soot absorbs 7.5 m2/g: Bond & Bergstrom 2006; lead salts chosen")
	airMS      = Numbers.Number("plume-air", 110, "m/s", "speed of the aircraft through the air", flight)
	gasMS      = Numbers.Number("plume-gas", 250, "m/s", "speed of the gas as it leaves the stack", flight)
	gasK       = Numbers.Number("plume-gas-heat", 950, "K", "its temperature", flight)
	airK       = Numbers.Number("plume-air-heat", 288, "K", "temperature of the air", fact.Memory("ISO 2533, sea level"))
	lip        = Numbers.Number("plume-lip", 0.02, "m", "how far a stack's lip stands off the skin", flight)
	outward    = Numbers.Number("plume-outward", 10, "°", "how far it points outwards", flight)
	widthBore  = Numbers.Number("plume-bore", 0.354, "", "half width at the stack, as a share of the bore: that of a disc", forms)
	slipstream = Numbers.Number("plume-slipstream", 0.05, "", "turbulence of the slipstream: how fast a plume widens with it", forms)
	mixing     = Numbers.Number("plume-mixing", 0.08, "", "how fast it widens by its own mixing, by its excess of speed", forms)
	mixed      = Numbers.Number("plume-mixed", 10, "bores", "length over which that is spent", forms)
	entrains   = Numbers.Number("plume-entrains", 1./3, "", "entrainment of a bent-over jet", forms)
	byAir      = Numbers.Number("plume-halo", 2e-3, "m/s", "speed at which turbulence lays a plume down: the halo", forms)
	byHeat     = Numbers.Number("plume-core", 4e-3, "m/s", "speed at which heat does, right behind the stack: the core", forms)
	washedOff  = Numbers.Number("plume-washed", 30, "h", "hours of flying after which as much is blown and washed off as is laid", fact.Bench("chosen"))
	sootDense  = Numbers.Number("soot-density", 60, "cm2/mg", "optical density of soot", absorbs)
	leadDense  = Numbers.Number("lead-density", 2, "cm2/mg", "optical density of lead salts", absorbs)
	seenFrom   = Numbers.Number("stain-seen-from", 0.04, "", "density below which nobody would spray a pass", fact.Bench("chosen: it can't be seen"))
)

// Fuel is what an engine burns: what each stack lets out in an hour.
type Fuel struct {
	ID, Words  string
	Lead, Soot float64 // g/h
}

func fuel(id, words string, lead, soot float64) Fuel {
	ev := fact.Bench("lead from 1.2 g/l and about 11 kg/h a stack; soot fitted to how dark such stains are")
	return Fuel{id, words, Numbers.Number("fuel-"+id+"-lead", lead, "g/h", "lead salts of a stack that burns "+words, ev), Numbers.Number("fuel-"+id+"-soot", soot, "g/h", "soot of a stack that burns "+words, ev)}
}

var fuels = []Fuel{fuel("mid", "a middling mixture", 27, 0.4), fuel("lean", "a lean mixture", 27, 0.05), fuel("rich", "a rich mixture", 20, 2)}

// Fuels returns what stacks can burn, the middling one first.
func Fuels() []Fuel { return fuels }

// FuelNamed returns the fuel with that id; the middling one where there is none.
func FuelNamed(id string) Fuel {
	for _, f := range fuels {
		if f.ID == id {
			return f
		}
	}
	return fuels[0]
}

// Plume is what a row of stacks lays on the skin aft of it. Lengths are m of the full-size aircraft unless they say mm of the model.
type Plume struct {
	BoreM  float64
	Stacks []float64 // how far aft of the first each of them stands
	Fuel   Fuel
	Hours  float64 // flown since it was cleaned
	Core   float64 // cover that is wanted where it is strongest, 0 to 1
	Scale  int
}

// PlumeOf returns the plume of an airframe's stacks.
func PlumeOf(a *airframe.Airframe, f *airframe.Feature, hours, core float64) Plume {
	metre := 1000 / float64(a.Scale)
	p := Plume{BoreM: f.SizeMM / metre, Fuel: FuelNamed(f.Fuel), Hours: hours, Core: core, Scale: a.Scale}
	for i := range max(1, f.Number) {
		p.Stacks = append(p.Stacks, float64(i)*f.PaceMM/metre)
	}
	return p
}

// WidthM returns a plume's half width (standard deviation) aft of a stack.
func (p Plume) WidthM(aft float64) float64 {
	uj := gasMS * math.Cos(outward*math.Pi/180)
	excess := (uj - airMS) / (uj + airMS)
	l := mixed * p.BoreM
	return widthBore*p.BoreM + slipstream*aft + mixing*excess*l*-math.Expm1(-aft/l)
}

// axisM returns how far a plume's axis stands off the skin aft of a stack.
func (p Plume) axisM(aft float64) float64 {
	w := gasMS * math.Sin(outward*math.Pi/180)
	flux := airK / gasK * w * w * p.BoreM * p.BoreM / 4
	beta := entrains + airMS/w
	return lip + math.Cbrt(3*flux*aft/(beta*airMS*beta*airMS))
}

// wall returns the concentration at the wall for a gram a second, aft of a stack and beside its axis, in s/m3.
func (p Plume) wall(aft, beside float64) float64 {
	s, h := p.WidthM(aft), p.axisM(aft)
	return math.Exp(-(beside*beside+h*h)/(2*s*s)) / (math.Pi * airMS * s * s)
}

// Density returns the optical density of what all the stacks have laid, aft of the first and beside it: 0 ahead of them. It falls aft of the last one and never with hours.
func (p Plume) Density(aft, beside float64) float64 {
	s0 := p.WidthM(0)
	c0 := 1 / (math.Pi * airMS * s0 * s0)
	perHour := 0.0 // g/m2 for a gram an hour
	for _, at := range p.Stacks {
		if x := aft - at; x >= 0 {
			c := p.wall(x, beside) * -math.Expm1(-x*x/(lip*lip)) // what leaves the lip has yet to reach the skin
			perHour += c * (byAir + byHeat*c/c0)
		}
	}
	const mgPerCM2 = 0.1 // of a g/m2
	hours := washedOff * -math.Expm1(-p.Hours/washedOff)
	return perHour * hours * mgPerCM2 * (p.Fuel.Soot*sootDense + p.Fuel.Lead*leadDense)
}

// cap is the density of the wanted core: nobody paints what can't be told from opaque.
func (p Plume) cap() float64 { return -math.Log(1 - min(0.98, max(0.01, p.Core))) }

// painting returns the density to be painted by place, in mm of the model aft of the first stack and beside it. What lies just aft of the last stack is what the core is wanted to be, or
// less after few hours; all else keeps its proportion to that, so that hours and fuel make a plume stronger and never longer than it is, and nothing is denser than the core.
func (p Plume) painting() func(aftMM, besideMM float64) float64 {
	k := float64(p.Scale) / 1000
	most := p.cap()
	at := p.Density(p.Stacks[len(p.Stacks)-1]+coreAft, 0)
	if at <= 0 {
		return func(_, _ float64) float64 { return 0 }
	}
	by := most * -math.Expm1(-at/most) / at
	return func(aftMM, besideMM float64) float64 {
		d := by * p.Density(aftMM*k, besideMM*k)
		t := d / most
		return d / math.Sqrt(math.Sqrt(1+t*t*t*t))
	}
}

var coreAft = Numbers.Number("plume-core-at", 0.1, "m", "how far aft of the last stack its core is looked at", fact.Bench("T30: cover at 1 m at most half of the core's, at 4 m at most 0.15"))

// Painted returns the density to be painted at a place of the model.
func (p Plume) Painted(aftMM, besideMM float64) float64 { return p.painting()(aftMM, besideMM) }

// Cover returns the share that is covered at a place of the model.
func (p Plume) Cover(aftMM, besideMM float64) float64 {
	return -math.Expm1(-p.Painted(aftMM, besideMM))
}

// Point is a plume at a distance aft of the first stack.
type Point struct{ AftMM, Peak, HalfWidthMM float64 } // cover on the axis, and where it is half of that

// Profile returns the plume from its first stack to where nothing of it would be sprayed any more.
func (p Plume) Profile() []Point {
	var all []Point
	painted := p.painting()
	cover := func(x, y float64) float64 { return -math.Expm1(-painted(x, y)) }
	k := 1000 / float64(p.Scale)
	last := p.Stacks[len(p.Stacks)-1]
	for aft := 0.0; aft <= 8; aft += 0.05 + 0.05*aft {
		x := aft * k
		peak := cover(x, 0)
		if len(all) > 2 && aft > last && painted(x, 0) < seenFrom {
			break
		}
		low, _ := solve.Halve(0, 20*p.WidthM(aft)*k, 14, func(aside float64) bool { return cover(x, aside) > peak/2 })
		all = append(all, Point{x, peak, low})
	}
	return all
}

// usualHours are what is flown since the last wash where nobody says.
var usualHours = Numbers.Number("plume-usual-hours", 30, "h", "flown since it was cleaned, where nothing is said", fact.Bench("chosen: some weeks of flying"))

// Hours returns the hours flown since an aircraft was cleaned, by its time in service; what is usual where nothing is said.
func Hours(s wear.Service) float64 {
	switch {
	case s.New:
		return hoursNew
	case !s.Said():
		return usualHours
	}
	return min(hoursMost, s.Months*hoursMonth)
}

// Core returns the cover of a plume's core that a reading asks for.
func Core(r shade.Reading) float64 {
	if v := cores[r]; v > 0 {
		return v
	}
	return cores[shade.Subtle]
}

// Banks returns the plumes of an airframe's stacks after so many hours, each with the zone that it streams over first.
func Banks(a *airframe.Airframe, hours, core float64) []Bank {
	var all []Bank
	for i := range a.Features {
		f := &a.Features[i]
		if f.Kind != airframe.Stack || f.SizeMM <= 0 {
			continue
		}
		r := Bank{From: f, Plume: PlumeOf(a, f, hours, core), Zone: -1}
		for _, v := range f.Views {
			at, _ := v.Of(f.At)
			aft := v.Aft()
			if _, z := a.Seen(v, airframe.Pt{X: at.X + justAft*aft.X, Y: at.Y + justAft*aft.Y}); z >= 0 && r.Zone < 0 {
				r.Zone = z
			}
		}
		all = append(all, r)
	}
	return all
}

// Bank is a row of stacks with its plume.
type Bank struct {
	From *airframe.Feature
	Plume
	Zone int // that it streams over first; -1 for none
}

// Streams returns what a zone's step of exhaust lays: the plumes of the rows that stream over the zone first, also where they cross into others, or of all rows, where they reach
// the zone, if none begins on it. amount is how many times what is wanted is laid, reach how many times as far aft.
func Streams(rows []Bank, zone int, ink colour.Colour, amount, reach float64, seed uint64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	for _, r := range rows {
		l.Beyond = l.Beyond || r.Zone == zone
	}
	for _, r := range rows {
		if r.Zone < 0 || l.Beyond && r.Zone != zone {
			continue
		}
		last := 0.0
		if p := r.Profile(); len(p) > 0 {
			last = p[len(p)-1].AftMM
		}
		metre := 1000 / float64(r.Scale)
		painted := r.painting()
		blown := blownBy(seed, metre)
		for _, v := range r.From.Views {
			from, _ := v.Of(r.From.At)
			out := sideOf(v, from)
			l.Clouds = append(l.Clouds, Cloud{View: v, From: from, ReachMM: last * reach, WideMM: 3 * r.WidthM(last/metre) * metre, Density: func(aft, beside float64) float64 {
				return amount * blown.over(painted, aft/reach, beside*out)
			}})
		}
	}
	return l
}

// sideOf is 1 where a positive distance beside a plume's axis lies below it, or outboard of it seen from above, and else -1: so that mirrored stacks give mirrored plumes.
func sideOf(v airframe.View, from airframe.Pt) float64 {
	aft := v.Aft()
	down := airframe.Pt{X: 1}
	if from.X < 0 {
		down.X = -1
	}
	if d, ok := v.Down(); ok {
		down = d
	}
	if down.X*aft.Y-down.Y*aft.X < 0 {
		return -1
	}
	return 1
}

var (
	blownBench  = fact.Bench("chosen: the lower edge is drawn out by the air and by rain, and no plume is even")
	blownLow    = Numbers.Number("plume-lower", 0.45, "", "how much further its lower half reaches, well aft", blownBench)
	blownOver   = Numbers.Number("plume-lower-over", 1, "m", "over which that comes about", blownBench)
	blownUneven = Numbers.Number("plume-uneven", 0.3, "", "how much its density varies in threads along the air", blownBench)
	blownThread = Numbers.Number("plume-thread", 0.05, "m", "width of such a thread", blownBench)
)

// blown is how the air draws a plume out: further below its axis, and in threads.
type blown struct {
	metre  float64 // mm
	phases [4][2]float64
}

func blownBy(seed uint64, metre float64) blown {
	b := blown{metre: metre}
	rnd := rand.New(rand.NewPCG(seed, 0xb10))
	for i := range b.phases {
		b.phases[i] = [2]float64{2 * math.Pi * rnd.Float64(), 0.6 + 0.9*rnd.Float64()}
	}
	return b
}

// over returns a plume's density at a place in mm, lower below its axis.
func (b blown) over(painted func(aft, beside float64) float64, aft, lower float64) float64 {
	if aft < 0 {
		return 0
	}
	come := -math.Expm1(-aft / (blownOver * b.metre))
	if lower > 0 {
		lower /= 1 + blownLow*come
	}
	n := 0.0
	for i, p := range b.phases {
		across := 2 * math.Pi * p[1] * float64(i+1) / (2 * blownThread * b.metre * (1 + 2*come))
		n += math.Cos(across*lower+p[0]+aft/(b.metre*(0.5+0.3*float64(i)))) / float64(len(b.phases))
	}
	return painted(aft, lower) * (1 + 2*blownUneven*come*n)
}
