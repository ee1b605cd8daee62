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
	scatter float64    // S times the thickness of a coat
	a, b    [3]float64 // 1 + K/S of each channel, and the root of a^2 - 1
}

// weights are those of red, green and blue in the luminance of linear light (IEC 61966-2-1).
var weights = [3]float64{0.2126, 0.7152, 0.0722}

// Hiding returns c as a paint of which that many coats hide a chart of black and white (over 0; fractions mean something).
func (c Colour) Hiding(coats float64) Cover {
	var v Cover
	r, g, b := c.c.LinearRgb()
	for i, own := range [3]float64{r, g, b} {
		v.a[i] = 1 + KS(own)
		v.b[i] = math.Sqrt(v.a[i]*v.a[i] - 1)
	}
	low, high := -16.0, 12.0 // powers of two of what the coats scatter together
	for range 28 {
		mid := (low + high) / 2
		if v.scatter = math.Exp2(mid); v.contrast(1) < hiddenAt {
			low = mid
		} else {
			high = mid
		}
	}
	v.scatter = math.Exp2(high) / coats
	return v
}

// Shows returns the share of the way from ground to an opaque layer that n coats go, in luminance: 0 to 1.
func (v *Cover) Shows(ground Colour, n float64) float64 {
	r, g, b := ground.c.LinearRgb()
	from, to, at := 0.0, 0.0, 0.0
	for i, below := range [3]float64{r, g, b} {
		from += weights[i] * below
		to += weights[i] * (v.a[i] - v.b[i])
		at += weights[i] * v.layer(i, below, n)
	}
	if from == to {
		return 1
	}
	return (at - from) / (to - from)
}

// contrast returns the ratio of luminance of n coats over the black and the white of a hiding chart, 0 to 1.
func (v *Cover) contrast(n float64) float64 {
	black, white := 0.0, 0.0
	for i, w := range weights {
		black += w * v.layer(i, 0, n)
		white += w * v.layer(i, whiteChart, n)
	}
	return black / white
}

// layer returns the reflectance of n coats over a ground in one channel.
func (v *Cover) layer(channel int, ground, n float64) float64 {
	a, b := v.a[channel], v.b[channel]
	x := b * v.scatter * n
	switch {
	case x > 30:
		return a - b
	case b < 1e-6: // it absorbs nothing: the limit of the form below
		x = v.scatter * n
		return (ground + (1-ground)*x) / (1 + (1-ground)*x)
	}
	coth := 1 / math.Tanh(x)
	return min(1, max(0, (1-ground*(a-b*coth))/(a-ground+b*coth)))
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
	r, g, b := ground.c.LinearRgb()
	return Colour{colorful.LinearRgb(v.layer(0, r, n), v.layer(1, g, n), v.layer(2, b, n)).Clamped()}
}
