// Package colour is what paint looks like: sRGB and Lab, how different two colours look, and what a pigment does over another.
// Conversions come from go-colorful; CIEDE2000 on Lab and Kubelka and Munk's mixing are added.
package colour

import (
	"fmt"
	"math"
	"regexp"

	colorful "github.com/lucasb-eyer/go-colorful"
)

// Colour is a colour in sRGB (IEC 61966-2-1, D65). The zero Colour is black.
type Colour struct{ c colorful.Color }

var hexForm = regexp.MustCompile(`^#[0-9a-fA-F]{6}$`)

// Parse reads "#rrggbb".
func Parse(hex string) (Colour, error) {
	if !hexForm.MatchString(hex) {
		return Colour{}, fmt.Errorf("colour %q is not of the form #rrggbb", hex)
	}
	c, err := colorful.Hex(hex)
	if err != nil {
		return Colour{}, fmt.Errorf("colour %q: %w", hex, err)
	}
	return Colour{c}, nil
}

// Or reads "#rrggbb" and returns fallback for anything else.
func Or(hex string, fallback Colour) Colour {
	if c, err := Parse(hex); err == nil {
		return c
	}
	return fallback
}

// Grey returns the neutral colour of CIE lightness l, 0 to 100.
func Grey(l float64) Colour { return Colour{colorful.Lab(l/100, 0, 0).Clamped()} }

// Lab returns a colour from CIE Lab, l 0 to 100; it need not be one that a screen can show.
func Lab(l, a, b float64) Colour { return Colour{colorful.Lab(l/100, a/100, b/100)} }

// Lab returns the colour in CIE Lab (CIE 15, D65), L 0 to 100.
func (c Colour) Lab() (l, a, b float64) {
	l, a, b = c.c.Lab()
	return 100 * l, 100 * a, 100 * b
}

// Shown reports whether a screen can show the colour, and returns the nearest that it can.
func (c Colour) Shown() (nearest Colour, whole bool) {
	const grain = 0.002 // half a step of 8 bits
	r, g, b := c.c.R, c.c.G, c.c.B
	whole = min(r, g, b) >= -grain && max(r, g, b) <= 1+grain
	return Colour{c.c.Clamped()}, whole
}

// Lightness returns L of Lab, 0 to 100.
func (c Colour) Lightness() float64 {
	l, _, _ := c.Lab()
	return l
}

// Difference returns the colour difference CIEDE2000; about 1 can just be seen, 5 is plain.
func (c Colour) Difference(o Colour) float64 {
	l1, a1, b1 := c.Lab()
	l2, a2, b2 := o.Lab()
	return DifferenceLab(l1, a1, b1, l2, a2, b2)
}

// DifferenceLab returns CIEDE2000 of two colours given in Lab, with all weights 1: Sharma, Wu & Dalal, Color Research and Application
// 30 (2005). go-colorful computes it from RGB, and the way there and back moves pairs that lie exactly across the hue circle.
func DifferenceLab(l1, a1, b1, l2, a2, b2 float64) float64 {
	const pow25to7 = 6103515625.0
	c7 := math.Pow((math.Hypot(a1, b1)+math.Hypot(a2, b2))/2, 7)
	g := 1 + 0.5*(1-math.Sqrt(c7/(c7+pow25to7)))
	a1, a2 = a1*g, a2*g
	c1, c2 := math.Hypot(a1, b1), math.Hypot(a2, b2)
	h1, h2 := hue(a1, b1), hue(a2, b2)
	dh, mean := h2-h1, (h1+h2)/2
	switch {
	case c1*c2 == 0:
		dh, mean = 0, h1+h2
	case math.Abs(dh) > 180:
		if mean < 180 {
			mean += 180
		} else {
			mean -= 180
		}
		dh -= math.Copysign(360, dh)
	}
	dL, dC := l2-l1, c2-c1
	dH := 2 * math.Sqrt(c1*c2) * sin(dh/2)
	l50 := (l1+l2)/2 - 50
	c := (c1 + c2) / 2
	t := 1 - 0.17*cos(mean-30) + 0.24*cos(2*mean) + 0.32*cos(3*mean+6) - 0.20*cos(4*mean-63)
	sL := 1 + 0.015*l50*l50/math.Sqrt(20+l50*l50)
	sC, sH := 1+0.045*c, 1+0.015*c*t
	c7 = math.Pow(c, 7)
	turn := (mean - 275) / 25
	rT := -2 * math.Sqrt(c7/(c7+pow25to7)) * sin(60*math.Exp(-turn*turn))
	dL, dC, dH = dL/sL, dC/sC, dH/sH
	return math.Sqrt(dL*dL + dC*dC + dH*dH + rT*dC*dH)
}

// hue returns the angle of a and b in degrees, 0 to 360.
func hue(a, b float64) float64 {
	if a == 0 && b == 0 {
		return 0
	}
	h := math.Atan2(b, a) * 180 / math.Pi
	if h < 0 {
		h += 360
	}
	return h
}

func sin(degrees float64) float64 { return math.Sin(degrees * math.Pi / 180) }
func cos(degrees float64) float64 { return math.Cos(degrees * math.Pi / 180) }

func (c Colour) String() string { return c.c.Clamped().Hex() }

// KS returns Kubelka and Munk's ratio of absorption to scattering of an opaque layer of reflectance r, 0 to 1: (1-R)^2 / 2R.
func KS(r float64) float64 {
	r = min(1, max(0.002, r)) // black paint still returns a little light
	return (1 - r) * (1 - r) / (2 * r)
}

// Reflectance is the inverse of KS.
func Reflectance(ks float64) float64 { return 1 + ks - math.Sqrt(ks*ks+2*ks) }

// Layer returns what share of the light a layer sends back and lets through by itself, 0 to 1, of its absorption and its scattering over its whole thickness (Kubelka
// & Munk 1931; the hyperbolic solution).
func Layer(absorbs, scatters float64) (back, through float64) {
	switch {
	case scatters <= 0:
		return 0, math.Exp(-absorbs)
	case absorbs/scatters < 1e-9: // it absorbs nothing
		return scatters / (1 + scatters), 1 / (1 + scatters)
	}
	a := 1 + absorbs/scatters
	b := math.Sqrt(a*a - 1)
	x := b * scatters
	if x > 30 { // nothing comes through
		return a - b, 0
	}
	e := math.Exp(-x)
	sinh, cosh := (1-e*e)/(2*e), (1+e*e)/(2*e)
	d := a*sinh + b*cosh
	return sinh / d, b / d
}

// OverLayer returns what share of the light a layer sends back over a ground that sends back so much, and what share passes down through it once and again.
func OverLayer(back, through, ground float64) (seen, pass float64) {
	pass = through / (1 - back*ground)
	return back + through*pass*ground, pass
}

// Veiled returns the colour of c with a share of its area covered by o, as fine speckle is seen: light adds up.
func (c Colour) Veiled(o Colour, share float64) Colour {
	share = min(1, max(0, share))
	r1, g1, b1 := c.c.LinearRgb()
	r2, g2, b2 := o.c.LinearRgb()
	mix := func(x, y float64) float64 { return (1-share)*x + share*y }
	return Colour{colorful.LinearRgb(mix(r1, r2), mix(g1, g2), mix(b1, b2))}
}

// RGB returns the colour's sRGB channels, 0 to 1.
func (c Colour) RGB() (r, g, b float64) {
	s := c.c.Clamped()
	return s.R, s.G, s.B
}

// Linear returns the colour's channels in linear light, 0 to 1 where a screen can show them.
func (c Colour) Linear() (r, g, b float64) { return c.c.LinearRgb() }

// FromLinear returns the colour of channels in linear light.
func FromLinear(r, g, b float64) Colour { return Colour{colorful.LinearRgb(r, g, b)} }
