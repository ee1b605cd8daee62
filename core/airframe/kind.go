package airframe

import (
	"math/rand/v2"

	"inkysparrow/core/fact"
)

// Dims are what a type is made from, in m of the full-size aircraft unless said.
type Dims struct {
	Span, Length   float64
	Depth, Width   float64 // of the fuselage where it is thickest
	Root, Tip      float64 // chords of the wing
	Sweep          float64 // how far the tip's leading edge lies aft of the root's
	Wing           float64 // where the root's leading edge lies, as a share of the length
	Tail, TailRoot float64 // span and root chord of the tailplane
	Fin, FinRoot   float64 // height and root chord of the fin
	Canopy         float64 // where the cockpit begins, as a share of the length
}

// Style is what a type has that its dimensions don't say.
type Style struct {
	Wing    float64   // height of the wing on the fuselage: -1 at its bottom, 1 above it
	Profile string    // of the fuselage
	Canopy  string    // bubble, framed, open, glazed
	Engines []float64 // where they stand along the half span, as shares of it; none for one in the nose or a jet
	Jet     bool
	Biplane bool
	Booms   bool      // the engines' nacelles run on to the tail, and the fuselage ends behind the wing
	Pods    []float64 // where tanks hang below the wing, as shares of the half span
	Fold    float64   // where the wings are folded up, as a share of the half span; 0 where they are spread
	Floats  bool
	Tailed  bool // it has a tailplane
	Gear    string
	Stacks  int    // on each side of an engine
	Fuel    string // usual of its engines
	Guns    int    // in each wing
}

// Kind is a type of aircraft of our own: a range for each of its dimensions.
type Kind struct {
	ID, Words string
	Style
	Low, High Dims
}

var invented = fact.Bench("chosen: the middle of what aircraft of the kind have, none of them in particular")

// between writes a dimension's range into the table.
func between(kind, what, unit, meaning string, low, high float64) [2]float64 {
	id := "airframe-" + kind + "-" + what
	return [2]float64{
		Numbers.Number(id+"-least", low, unit, "least "+meaning, invented),
		Numbers.Number(id+"-most", high, unit, "greatest "+meaning, invented),
	}
}

// kind makes a type from its ranges, in the order of Dims.
func kind(id, words string, style Style, ranges ...float64) Kind {
	k := Kind{ID: id, Words: words, Style: style}
	low, high := k.Low.fields(), k.High.fields()
	for i, name := range dimNames {
		r := between(id, name.id, name.unit, name.words+" of a "+words, ranges[2*i], ranges[2*i+1])
		*low[i], *high[i] = r[0], r[1]
	}
	return k
}

var dimNames = []struct{ id, unit, words string }{
	{"span", "m", "span"},
	{"length", "m", "length"},
	{"depth", "m", "depth of the fuselage"},
	{"width", "m", "width of the fuselage"},
	{"root", "m", "chord at the root"},
	{"tip", "m", "chord at the tip"},
	{"sweep", "m", "sweep of the leading edge"},
	{"wing", "", "place of the wing along the length"},
	{"tail", "m", "span of the tailplane"},
	{"tail-root", "m", "chord of the tailplane"},
	{"fin", "m", "height of the fin"},
	{"fin-root", "m", "chord of the fin"},
	{"canopy", "", "place of the cockpit along the length"},
}

func (d *Dims) fields() []*float64 {
	return []*float64{&d.Span, &d.Length, &d.Depth, &d.Width, &d.Root, &d.Tip, &d.Sweep, &d.Wing, &d.Tail, &d.TailRoot, &d.Fin, &d.FinRoot, &d.Canopy}
}

var kinds = []Kind{
	kind("low-single", "low-wing single", Style{Wing: -0.72, Profile: "piston", Canopy: "framed", Tailed: true, Gear: "tail", Stacks: 6, Fuel: "rich", Guns: 2},
		10, 12, 8.6, 9.8, 1.5, 1.8, 1.0, 1.25, 2.2, 2.7, 1.1, 1.4, 0.25, 0.5, 0.24, 0.28, 3.6, 4.4, 1.2, 1.5, 1.5, 1.8, 1.3, 1.6, 0.36, 0.40),
	kind("racer", "racer", Style{Wing: -0.55, Profile: "slim", Canopy: "bubble", Tailed: true, Gear: "tail", Stacks: 6, Fuel: "mid"},
		7.4, 8.8, 7.4, 8.4, 1.2, 1.4, 0.8, 0.95, 1.7, 2.1, 0.7, 0.95, 0.2, 0.4, 0.27, 0.32, 2.6, 3.2, 0.95, 1.15, 1.1, 1.4, 1.1, 1.35, 0.50, 0.56),
	kind("mid-twin", "mid-wing twin", Style{Wing: -0.1, Profile: "glazed", Canopy: "framed", Engines: []float64{0.31}, Tailed: true, Gear: "tail", Stacks: 4, Fuel: "lean", Guns: 0},
		16, 19, 12.5, 14.5, 1.7, 2.1, 1.25, 1.5, 3.2, 3.8, 1.3, 1.6, 0.6, 0.9, 0.26, 0.30, 5.6, 6.6, 1.7, 2.1, 2.1, 2.5, 2.0, 2.4, 0.20, 0.25),
	kind("biplane", "biplane", Style{Wing: -0.8, Profile: "stub", Canopy: "open", Biplane: true, Tailed: true, Gear: "fixed", Stacks: 1, Fuel: "mid"},
		8.8, 10.2, 6.8, 7.8, 1.2, 1.4, 0.85, 1.0, 1.45, 1.65, 1.35, 1.55, 0, 0.1, 0.2, 0.24, 2.9, 3.4, 1.1, 1.3, 1.0, 1.3, 1.0, 1.25, 0.40, 0.45),
	kind("high-float", "high-wing floatplane", Style{Wing: 1.05, Profile: "stub", Canopy: "glazed", Floats: true, Tailed: true, Gear: "floats", Stacks: 1, Fuel: "mid"},
		12, 14.5, 9, 10.4, 1.5, 1.8, 1.1, 1.3, 1.9, 2.2, 1.5, 1.8, 0, 0.2, 0.24, 0.28, 4, 4.6, 1.3, 1.6, 1.6, 1.9, 1.5, 1.8, 0.22, 0.27),
	kind("observation", "light observation aircraft", Style{Wing: 1.05, Profile: "boom", Canopy: "glazed", Tailed: true, Gear: "fixed", Stacks: 1, Fuel: "mid"},
		11, 13, 7.2, 8.4, 1.4, 1.65, 0.9, 1.05, 1.6, 1.9, 1.4, 1.6, 0, 0.15, 0.22, 0.26, 3.6, 4.2, 1.0, 1.2, 1.2, 1.5, 1.1, 1.3, 0.22, 0.26),
	kind("four-engined", "four-engined aircraft", Style{Wing: -0.2, Profile: "airliner", Canopy: "framed", Engines: []float64{0.26, 0.53}, Tailed: true, Gear: "tail", Stacks: 1, Fuel: "lean"},
		29, 33, 20, 23, 2.6, 3.0, 2.0, 2.3, 4.6, 5.2, 1.6, 2.0, 1.0, 1.5, 0.28, 0.32, 9.5, 11, 2.6, 3.1, 3.0, 3.6, 3.2, 3.8, 0.11, 0.15),
	kind("swept-jet", "swept-wing jet", Style{Wing: -0.45, Profile: "jet", Canopy: "bubble", Jet: true, Tailed: true, Gear: "nose", Fuel: "mid", Guns: 0},
		10, 11.6, 11, 12.6, 1.5, 1.75, 1.3, 1.5, 3.2, 3.8, 1.5, 1.9, 2.9, 3.6, 0.29, 0.34, 3.6, 4.4, 1.3, 1.6, 2.0, 2.5, 2.4, 2.9, 0.24, 0.29),
	kind("delta", "delta", Style{Wing: -0.5, Profile: "dart", Canopy: "framed", Jet: true, Gear: "nose", Fuel: "mid"},
		8.4, 9.6, 13.5, 15.5, 1.5, 1.75, 1.4, 1.6, 7.6, 8.6, 0.5, 0.8, 6.4, 7.4, 0.36, 0.40, 0, 0, 0, 0, 2.3, 2.8, 3.6, 4.4, 0.22, 0.27),
	kind("straight-jet", "straight-wing jet", Style{Wing: -0.35, Profile: "jet", Canopy: "bubble", Jet: true, Tailed: true, Gear: "nose", Fuel: "mid"},
		11, 12.6, 10.4, 12, 1.6, 1.9, 1.4, 1.6, 2.6, 3.0, 1.2, 1.5, 0.4, 0.7, 0.36, 0.40, 4.2, 5, 1.3, 1.6, 1.8, 2.2, 2.0, 2.4, 0.24, 0.28),
	kind("trainer", "trainer", Style{Wing: -0.75, Profile: "piston", Canopy: "framed", Tailed: true, Gear: "fixed", Stacks: 1, Fuel: "mid"},
		11.6, 13, 8.4, 9.4, 1.5, 1.75, 1.05, 1.25, 2.1, 2.5, 1.2, 1.45, 0.3, 0.6, 0.24, 0.28, 3.8, 4.4, 1.2, 1.45, 1.4, 1.7, 1.4, 1.7, 0.30, 0.34),
	kind("high-twin", "high-wing light twin", Style{Wing: 0.95, Profile: "glazed", Canopy: "framed", Engines: []float64{0.28}, Tailed: true, Gear: "fixed", Stacks: 1, Fuel: "lean"},
		15, 17.5, 11, 12.6, 1.8, 2.1, 1.4, 1.6, 2.3, 2.7, 1.5, 1.8, 0.2, 0.4, 0.29, 0.33, 5, 5.8, 1.5, 1.8, 2.0, 2.4, 1.9, 2.3, 0.14, 0.18),
	kind("twin-boom", "twin-boom aircraft", Style{Wing: -0.1, Profile: "pod", Canopy: "bubble", Engines: []float64{0.3}, Booms: true, Pods: []float64{0.17}, Tailed: true, Gear: "nose", Stacks: 1, Fuel: "lean"},
		14, 16.5, 10.4, 12, 1.6, 1.9, 1.2, 1.4, 2.4, 2.9, 1.1, 1.4, 0.4, 0.7, 0.26, 0.30, 4.2, 5, 1.2, 1.45, 1.7, 2.0, 1.7, 2.0, 0.22, 0.26),
	kind("folded-single", "carrier single, wings folded", Style{Wing: -0.62, Profile: "stub", Canopy: "bubble", Fold: 0.42, Tailed: true, Gear: "tail", Stacks: 3, Fuel: "rich", Guns: 2},
		11.6, 13.2, 9, 10.2, 1.8, 2.1, 1.35, 1.55, 2.6, 3.0, 1.4, 1.7, 0.15, 0.35, 0.25, 0.29, 4.2, 4.9, 1.4, 1.7, 1.6, 1.9, 1.4, 1.7, 0.30, 0.34),
}

// Kinds returns the types, the plainest first: it is meant where a plan names none.
func Kinds() []Kind { return kinds }

// TypeNamed returns the type with that id; the first for an empty id.
func TypeNamed(id string) (Kind, bool) {
	if id == "" {
		return kinds[0], true
	}
	for _, k := range kinds {
		if k.ID == id {
			return k, true
		}
	}
	return kinds[0], false
}

// Dims returns one aircraft of the kind: each dimension somewhere in its range, by seed. The same seed gives the same aircraft; 0 is the middle of all ranges.
func (k Kind) Dims(seed uint64) Dims {
	var d Dims
	r := rand.New(rand.NewPCG(seed, 0x5eed))
	low, high := k.Low.fields(), k.High.fields()
	for i, v := range d.fields() {
		share := 0.5
		if seed != 0 {
			share = r.Float64()
		}
		*v = *low[i] + (*high[i]-*low[i])*share
	}
	return d
}
