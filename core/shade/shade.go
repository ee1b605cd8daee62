// Package shade is about tones below and over a colour: pre-shading, mottle, sandwich and post-shading. It tells how much of a line or
// blotch is seen with half-closed eyes, and how that fades under further thin coats.
//
// The squint. Half-closed eyes blur. A line of width w, blurred by a Gaussian of standard deviation s, keeps erf(w / (2 sqrt(2) s)) of
// its contrast at its middle. What is left is the colour difference CIEDE2000 between that and the panel beside it.
package shade

import (
	"math"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/pigment"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	arm    = Numbers.Number("arms-length", 600, "mm", "from the eye to a model that is judged", fact.Bench("a model is judged from a step back or at arm's length"))
	acuity = Numbers.Number("acuity", 1, "arc minute", "what a normal eye still tells apart", fact.Memory("normal visual acuity; Snellen 1862"))
	squint = Numbers.Number("squint", 8, "", "how many times coarser half-closed eyes see", fact.Bench("chosen: lines merge, tones remain"))

	bands      = fact.Bench("chosen by eye on strips of known difference; about 1 can just be seen, 5 is plain")
	lostBelow  = Numbers.Number("shade-lost", 1.2, "CIEDE2000", "difference below which shading is lost under the paint", bands)
	subtleTo   = Numbers.Number("shade-subtle", 4, "CIEDE2000", "difference up to which it is subtle", bands)
	clearTo    = Numbers.Number("shade-clear", 9, "CIEDE2000", "difference up to which it is clear; above it is stark", bands)
	mostCoats  = 12 // further thin coats that are looked at
	coatSize   = Numbers.Number("veil", 0.12, "coats", "a thin veil, as it is misted over shading: much thinner in the paint", fact.Bench("the veils over a pre-shade are thinned to a tint and built up in several passes"))
	minPerMM   = math.Pi / (180 * 60)
	lineUsual  = Numbers.Number("shade-line", 3, "mm", "width of a sprayed line of pre-shading on the model", fact.Bench("sprayed freehand along the panel lines"))
	blotUsual  = Numbers.Number("shade-blotch", 5, "mm", "width of a blotch of mottling on the model", fact.Bench("sprayed freehand into the panels"))
	mottleArea = Numbers.Number("mottle-area", 0.30, "", "share of a zone that mottling covers", fact.Bench("broken, uneven blotches; most of the panel stays"))
	lineArea   = Numbers.Number("shade-line-area", 0.25, "", "share of a zone that lines of pre-shading cover", fact.Bench("lines of 3 mm along panels of 25 mm"))
)

// Usual are the width in mm and the share of its zone that a kind of shading usually has.
type Usual struct{ WidthMM, Share float64 }

// The usual shadings.
var (
	Line   = Usual{lineUsual, lineArea}
	Blotch = Usual{blotUsual, mottleArea}
)

// Reading is how strong shading looks with half-closed eyes.
type Reading uint8

// The readings, from nothing to too much.
const (
	Lost Reading = iota
	Subtle
	Clear
	Stark
)

var readingNames = [...]string{"lost", "subtle", "clear", "stark"}

func (r Reading) String() string { return readingNames[r] }

// ReadingNamed returns the reading with that name.
func ReadingNamed(name string) (Reading, bool) {
	for r := Lost; r <= Stark; r++ {
		if readingNames[r] == name {
			return r, true
		}
	}
	return Lost, false
}

// Read returns the word for a difference in CIEDE2000.
func Read(difference float64) Reading {
	switch {
	case difference < lostBelow:
		return Lost
	case difference < subtleTo:
		return Subtle
	case difference < clearTo:
		return Clear
	}
	return Stark
}

// BlurMM returns the standard deviation of the squint's blur at arm's length, in mm on the model.
func BlurMM() float64 { return arm * math.Tan(acuity*squint*minPerMM) }

// SquintMinutes returns how many arc minutes half-closed eyes blur by.
func SquintMinutes() float64 { return acuity * squint }

// EyeMM returns the standard deviation of an open eye's blur at arm's length, in mm on the model.
func EyeMM() float64 { return arm * math.Tan(acuity*minPerMM) }

// AtArm returns how different a line widthMM wide looks from the panel beside it at arm's length with open eyes, in CIEDE2000.
func AtArm(line, panel colour.Colour, widthMM float64) float64 {
	return panel.Veiled(line, Keeps(widthMM, EyeMM())).Difference(panel)
}

var bareLine = Numbers.Number("bare-line", 0.22, "", "share of black that a bare recess adds to its paint as shadow", fact.Bench("chosen by eye"))

// Recess returns how a bare recess looks in paint of a colour: darker by its own shadow.
func Recess(paint colour.Colour) colour.Colour { return paint.Veiled(colour.Grey(0), bareLine) }

// Keeps returns the share of its contrast that a line widthMM wide keeps under a blur, 0 to 1.
func Keeps(widthMM, blurMM float64) float64 {
	if widthMM <= 0 {
		return 0
	}
	if blurMM <= 0 {
		return 1
	}
	return math.Erf(widthMM / (2 * math.Sqrt2 * blurMM))
}

// Seen returns how different a line widthMM wide looks from the panel beside it with half-closed eyes, in CIEDE2000.
func Seen(line, panel colour.Colour, widthMM float64) float64 {
	return panel.Veiled(line, Keeps(widthMM, BlurMM())).Difference(panel)
}

// Pair is a shaded place and the panel beside it.
type Pair struct{ Line, Panel colour.Colour }

// Under returns the pair with n more coats of paint over both.
func (p Pair) Under(paint pigment.Cover, n float64) Pair {
	return Pair{paint.Over(p.Line, n), paint.Over(p.Panel, n)}
}

// Fade is how shading fades under further veils of a paint.
type Fade struct {
	Seen  []float64 // after 0, 1, 2 ... more veils
	Pairs []Pair
	Right int // veils until it reads as wanted; -1 where it never does
	Gone  int // veils after which it is lost; -1 where it is not within those that are looked at
}

// Veil is how thick one further coat is, in usual coats.
func Veil() float64 { return coatSize }

// Fades tells how the pair fades under up to n further veils of paint, and how many make it read as wanted.
func (p Pair) Fades(paint pigment.Cover, widthMM float64, wanted Reading, n int) Fade {
	return p.FadesBy(paint, coatSize, widthMM, wanted, n)
}

// FadesBy is Fades with coats of another size, in usual coats.
func (p Pair) FadesBy(paint pigment.Cover, size, widthMM float64, wanted Reading, n int) Fade {
	f := Fade{Right: -1, Gone: -1}
	for i := range min(n, mostCoats) + 1 {
		q := p.Under(paint, float64(i)*size)
		d := Seen(q.Line, q.Panel, widthMM)
		f.Seen, f.Pairs = append(f.Seen, d), append(f.Pairs, q)
		if f.Right < 0 && Read(d) == wanted {
			f.Right = i
		}
		if f.Gone < 0 && Read(d) == Lost {
			f.Gone = i
		}
	}
	return f
}
