package wash

import (
	"math"

	"inkysparrow/core/fact"
)

// Line is the cut of a recess: a V of a width and a depth, in millimetres.
type Line struct{ WidthMM, DepthMM float64 }

// LineKind is a kind of recess as one names it at the bench.
type LineKind struct {
	ID, Words string
	Line
	Drawn bool // nothing is left of it that a wash could run in: it is drawn under the clear
}

var lineBench = fact.Bench("kit lines as they are looked at with a glass; measure your own")

func lineKind(id, words string, width, depth float64) LineKind {
	return LineKind{
		ID: id, Words: words, Drawn: id == "sanded",
		Line: Line{
			Numbers.Number("line-"+id+"-width", width, "mm", "width of a line: "+words, lineBench),
			Numbers.Number("line-"+id+"-depth", depth, "mm", "depth of a line: "+words, lineBench),
		},
	}
}

var lineKinds = []LineKind{
	lineKind("usual", "usual lines", 0.2, 0.1),
	lineKind("fine", "fine lines", 0.12, 0.07),
	lineKind("trench", "wide, deep lines", 0.4, 0.2),
	lineKind("filled", "lines half filled with paint", 0.2, 0.05),
	lineKind("sanded", "lines sanded away", 0.2, 0.01),
	lineKind("rivets", "rivets", 0.3, 0.12),
	lineKind("raised", "raised detail", 0.3, 0.1),
}

// Lines returns the kinds, the usual one first.
func Lines() []LineKind { return lineKinds }

// LineNamed returns the kind with that id; the usual one for an empty id.
func LineNamed(id string) (LineKind, bool) {
	if id == "" {
		return lineKinds[0], true
	}
	for _, k := range lineKinds {
		if k.ID == id {
			return k, true
		}
	}
	return LineKind{}, false
}

// area returns the cut in mm2, walls the length of both walls in mm.
func (l Line) area() float64  { return l.WidthMM * l.DepthMM / 2 }
func (l Line) walls() float64 { return 2 * math.Hypot(l.DepthMM, l.WidthMM/2) }

var (
	panelM    = Numbers.Number("panel", 1.5, "m", "side of a panel on the full-size aircraft, between two lines", fact.Bench("sheets are about that long; rivets not counted"))
	touchKeep = Numbers.Number("touch-overlap", 0.8, "", "share of its run by which the brush is moved on to the next touch", fact.Bench("the runs meet"))
	touchTime = Numbers.Number("touch-time", 3, "s", "for one touch of the brush, with a look at how it runs", fact.Bench("a large 1/48 aircraft takes about a quarter of an hour"))
)

// LengthMM returns how long the lines of a zone are all together on a model of scale 1 to scale, by its area; 1/48 where scale is 0.
func LengthMM(areaCM2 float64, scale int) float64 {
	if scale <= 0 {
		scale = 48
	}
	side := 1000 * panelM / float64(scale)
	return 2 / side * areaCM2 * 100
}

// Fill is what it takes to fill the lines of a zone.
type Fill struct {
	Touches int     // of the brush; 0 where the wash does not run
	Minutes float64 // of touching
	ML      float64 // in the lines
}

// Fills returns what it takes to fill lengthMM of line with a wash that runs runMM each way from a touch.
func (l Line) Fills(lengthMM, runMM float64) Fill {
	if runMM <= 0 || lengthMM <= 0 {
		return Fill{}
	}
	n := int(math.Ceil(lengthMM / (2 * touchKeep * runMM)))
	return Fill{Touches: n, Minutes: float64(n) * touchTime / 60, ML: lengthMM * l.area() / 1000}
}
