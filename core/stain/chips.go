package stain

import (
	"math"
	"math/rand/v2"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/fact"
	"inkysparrow/core/wear"
)

// Chips come in many small and few large: their number above a size falls with a power of it. Nothing smaller than a tool's smallest mark can be set on a model, and nothing larger is set for it.
var (
	chipBench = fact.Bench("T38: 0.1 to 1.3 mm at 1/48, many small and few large")
	chipPower = Numbers.Number("chip-power", 1.6, "", "exponent with which the number of chips above a size falls", chipBench)
	chipLeast = Numbers.Number("chip-least", 2, "mm", "smallest chip of the full-size aircraft", chipBench)
	chipMost  = Numbers.Number("chip-most", 60, "mm", "largest", chipBench)
)

// ChipTool is what chips are set with.
type ChipTool struct {
	Do, Words string  // the kind of step
	MarkMM    float64 // smallest mark
}

func chipTool(do, words string, mark float64) ChipTool {
	return ChipTool{do, words, Numbers.Number("chip-by-"+do, mark, "mm", "smallest mark of "+words, fact.Bench("what a steady hand sets"))}
}

var chipTools = []ChipTool{chipTool("chip", "a chipping medium", 0.08), chipTool("sponge-chips", "a torn sponge", 0.12), chipTool("brush-chips", "the finest brush", 0.20), chipTool("pencil", "a pencil", 0.25)}

// ChipToolOf returns what a kind of step sets chips with.
func ChipToolOf(do string) (ChipTool, bool) {
	for _, t := range chipTools {
		if t.Do == do {
			return t, true
		}
	}
	return ChipTool{}, false
}

// Chipping is what a zone's chips come to.
type Chipping struct {
	AreaMM2  float64 // that is wanted
	ShownMM2 float64 // that the tool can show of it
	Number   int
	LeastMM  float64 // sizes on the model
	MostMM   float64
	Quarters [3]float64 // sizes that a quarter, a half and three quarters of the chips are below
}

// Chips returns what it takes to chip an area on a model of 1 to scale. Chips on larger scales are larger, and more of them can be set.
func (t ChipTool) Chips(areaMM2 float64, scale int) Chipping {
	least, most := chipLeast/float64(scale), chipMost/float64(scale)
	from := max(least, t.MarkMM)
	c := Chipping{AreaMM2: areaMM2, LeastMM: from, MostMM: most}
	if from >= most {
		return c
	}
	up := func(d float64) float64 { return math.Pow(d, 2-chipPower) }
	share := (up(most) - up(from)) / (up(most) - up(least))
	c.ShownMM2 = areaMM2 * share
	// The number above d is n*(d^-p - most^-p); their area between two sizes follows from it.
	each := math.Pi / 4 * chipPower / (2 - chipPower) * (up(most) - up(from))
	n := c.ShownMM2 / each
	above := func(d float64) float64 { return math.Pow(d, -chipPower) - math.Pow(most, -chipPower) }
	c.Number = int(math.Round(n * above(from)))
	for i, share := range []float64{0.25, 0.5, 0.75} {
		c.Quarters[i] = math.Pow((1-share)*above(from)+math.Pow(most, -chipPower), -1/chipPower)
	}
	return c
}

// PlaceChips returns where the largest n of a zone's chips go: where it wears, each of another size, none on another.
func (t ChipTool) PlaceChips(a *airframe.Airframe, m *wear.Map, zone, n int, c Chipping) []Streak {
	if c.Number <= 0 || c.LeastMM >= c.MostMM {
		return nil
	}
	n = min(n, c.Number)
	rnd := rand.New(rand.NewPCG(uint64(zone)+1, 0xc41b))
	var fields []rows
	for p, f := range a.Skin(zone) {
		if in := inside(p.View, f.Region, p.SkinMM2(f.Region), 0); len(in.y) > 0 {
			fields = append(fields, in)
		}
	}
	if len(fields) == 0 {
		return nil
	}
	var all []Streak
	above := func(d float64) float64 { return math.Pow(d, -chipPower) - math.Pow(c.MostMM, -chipPower) }
	const most = 200 // tries for each
	for tries := 0; len(all) < n && tries < most*n; tries++ {
		f := &fields[rnd.IntN(len(fields))]
		at := f.somewhere(rnd)
		if w := m.At(f.view, at, 0); wear.Far(w) || rnd.Float64() > w {
			continue
		}
		if _, z := a.Seen(f.view, at); z != zone {
			continue // something lies over it
		}
		// The k-th largest of so many: where so many of them are larger.
		share := (float64(len(all)) + 0.5) / float64(c.Number)
		d := math.Pow(share*above(c.LeastMM)+math.Pow(c.MostMM, -chipPower), -1/chipPower)
		if slices.ContainsFunc(all, func(o Streak) bool {
			return o.View == f.view && math.Hypot(o.At.X-at.X, o.At.Y-at.Y) < (o.WideMM+d)/2+0.2
		}) {
			continue
		}
		all = append(all, Streak{View: f.view, At: at, WideMM: d, Density: hidesBy})
	}
	return all
}
