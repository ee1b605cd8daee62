package effect

import (
	"math"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

var (
	inkBench = fact.Bench("a pale stain on black, a dark one on pale paint; hues chosen, what each comes to is computed")
	plumeDE  = Numbers.Number("plume-wanted", 14, "CIEDE2000", "how far the core of a plume should lie from its paint", fact.Bench("T29: 8 to 24"))
	plumeMay = Numbers.Number("plume-reaches", 0.6, "", "share of that which an ink must reach, right behind the stack, to be worth spraying", inkBench)
	inkCore  = Numbers.Number("plume-ink-core", 0.75, "", "cover at which inks are compared", inkBench)
)

// Ink is a colour that exhaust leaves.
type Ink struct {
	ID, Words string
	Colour    colour.Colour
	rich      bool // a lean mixture leaves none of it
}

func ink(id, words string, l, a, b float64, rich bool) Ink {
	n := func(what string, v float64) float64 {
		return Numbers.Number("ink-"+id+"-"+what, v, "", what+" of "+words+" (Lab)", inkBench)
	}
	return Ink{id, words, colour.Lab(n("lightness", l), n("red", a), n("yellow", b)), rich}
}

// inks are those of a rich mixture, what it leaves most of first.
var inks = []Ink{ink("soot", "soot", 20, 1, 3, true), ink("brown", "exhaust brown", 33, 5, 10, true), ink("rust", "rust tan", 49, 8, 16, true), ink("tan", "grey tan", 64, 2, 9, false), ink("pale", "pale grey", 82, 0, 3, false)}

// InkOn is an ink on a paint.
type InkOn struct {
	Ink
	Cover float64 // of the core with which it reads as wanted
	DE    float64 // CIEDE2000 from the paint at that cover
	Full  float64 // at the cover at which inks are compared
}

// InksOn returns the inks of a fuel on a paint, in the fuel's own order.
func InksOn(f Fuel, paint colour.Colour) []InkOn {
	var all []InkOn
	for _, i := range inks {
		if i.rich && f.ID == "lean" {
			continue
		}
		at := func(cover float64) float64 { return paint.Difference(paint.Veiled(i.Colour, cover)) }
		o := InkOn{Ink: i, Cover: inkCore, Full: at(inkCore)}
		if o.Full > plumeDE {
			_, o.Cover = solve.Halve(0, o.Cover, 30, func(cover float64) bool { return at(cover) < plumeDE })
		}
		o.DE = at(o.Cover)
		all = append(all, o)
	}
	return all
}

// InkFor returns the ink that a fuel leaves on a paint so that it can be seen: the first of its own that can, or else the one that differs most.
func InkFor(f Fuel, paint colour.Colour) InkOn {
	best := InkOn{Full: math.Inf(-1)}
	for _, i := range InksOn(f, paint) {
		if i.Full >= plumeMay*plumeDE {
			return i
		}
		if i.Full > best.Full {
			best = i
		}
	}
	return best
}

// TwoTone returns the inks of a plume in two tones in the order in which they are sprayed: the wide long passes in the one that differs less from the paint, then the short ones right behind
// the stack. They are the same where the fuel leaves but one that can be seen.
func TwoTone(f Fuel, paint colour.Colour) (wide, core InkOn) {
	core = InkFor(f, paint)
	wide = core
	for _, i := range InksOn(f, paint) {
		if i.ID != core.ID && i.Full >= plumeMay*plumeDE/2 && i.Full < core.Full && (wide.ID == core.ID || i.Full > wide.Full) {
			wide = i
		}
	}
	return wide, core
}
