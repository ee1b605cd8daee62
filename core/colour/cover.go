package colour

import (
	"math"

	colorful "github.com/lucasb-eyer/go-colorful"

	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	hiddenAt   = Numbers.Number("hidden-at", 0.98, "", "ratio of luminance over black and over white from which a ground counts as hidden", fact.Memory("contrast ratio of full hiding, ISO 6504-3"))
	whiteChart = Numbers.Number("white-chart", 0.80, "", "reflectance of the white half of a hiding chart", fact.Memory("ISO 6504-3"))
)

// Cover is a paint as a layer over others, by Kubelka and Munk (1931): in each channel of linear light it has the reflectance of an
// opaque layer, and a coat of it scatters. The zero Cover hides nothing.
type Cover struct {
	own     Colour
	scatter float64 // S times the thickness of a coat
}

// Hiding returns c as a paint of which that many coats hide a chart of black and white (over 0; fractions mean something).
func (c Colour) Hiding(coats float64) Cover {
	low, high := -12.0, 12.0 // powers of two
	for range 60 {
		mid := (low + high) / 2
		if (Cover{c, math.Exp2(mid)}).contrast(coats) < hiddenAt {
			low = mid
		} else {
			high = mid
		}
	}
	return Cover{c, math.Exp2(high)}
}

// contrast returns the ratio of luminance of n coats over the black and the white of a hiding chart, 0 to 1.
func (v Cover) contrast(n float64) float64 {
	black := v.Over(Colour{}, n).Luminance()
	white := v.Over(Colour{colorful.LinearRgb(whiteChart, whiteChart, whiteChart)}, n).Luminance()
	return black / white
}

// Luminance returns Y of the colour, 0 to 1 (IEC 61966-2-1).
func (c Colour) Luminance() float64 {
	_, y, _ := c.c.Xyz()
	return y
}

// Over returns the colour of n coats over ground. A half coat is half as thick; none leaves the ground.
func (v Cover) Over(ground Colour, n float64) Colour {
	if n <= 0 || v.scatter <= 0 {
		return ground
	}
	r1, g1, b1 := v.own.c.LinearRgb()
	r2, g2, b2 := ground.c.LinearRgb()
	layer := func(own, below float64) float64 {
		a := 1 + KS(own)
		b := math.Sqrt(a*a - 1)
		x := b * v.scatter * n
		if x > 30 {
			return a - b
		}
		if b < 1e-6 { // it absorbs nothing: the limit of the form below
			x = v.scatter * n
			return (below + (1-below)*x) / (1 + (1-below)*x)
		}
		coth := 1 / math.Tanh(x)
		return min(1, max(0, (1-below*(a-b*coth))/(a-below+b*coth)))
	}
	return Colour{colorful.LinearRgb(layer(r1, r2), layer(g1, g2), layer(b1, b2)).Clamped()}
}
