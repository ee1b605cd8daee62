// Package pigment is what a paint is made of: how much it absorbs and scatters in each band of light, so that mixing, hiding, tinting and veils all follow
// from the same two figures (Kubelka & Munk 1931). They are read from a colour, see Of; the surface over them is Saunderson's (1942).
package pigment

import (
	"math"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	hiddenAt   = Numbers.Number("hidden-at", 0.98, "", "ratio of luminance over black and over white from which a ground counts as hidden", fact.Memory("contrast ratio of full hiding, ISO 6504-3"))
	whiteChart = Numbers.Number("white-chart", 0.80, "", "reflectance of the white half of a hiding chart", fact.Memory("ISO 6504-3"))
)

// Paint is a paint by its pigments. It is a value; the zero Paint is a clear, which shows what is below.
type Paint struct {
	k, s   Spectrum   // per um of dry film
	shine  float64    // light that the surface of its stated colour adds
	offset [3]float64 // what its pigments can't reach, in linear light
}

// Part is a volume of a paint, dry.
type Part struct {
	Paint  *Paint
	Volume float64
}

// Mix returns what parts make by their dry volumes: what absorbs and scatters adds up. Order and scale don't matter. A nil Paint is a clear.
func Mix(parts ...Part) *Paint {
	out, all, told := &Paint{}, 0.0, 0.0
	for _, p := range parts {
		all += p.Volume
		if p.Paint != nil {
			told += p.Volume
		}
	}
	if all <= 0 || told <= 0 {
		return out
	}
	for _, p := range parts {
		if p.Paint == nil {
			continue
		}
		for i := range bands {
			out.k[i] += p.Paint.k[i] * p.Volume / all
			out.s[i] += p.Paint.s[i] * p.Volume / all
		}
		out.shine += p.Paint.shine * p.Volume / told
		for c := range out.offset {
			out.offset[c] += p.Paint.offset[c] * p.Volume / told
		}
	}
	return out
}

// Loaded returns the paint with so many times its pigment in the same film: it hides in that much less, and looks the same.
func (p *Paint) Loaded(times float64) *Paint {
	out := *p
	for i := range bands {
		out.k[i] *= times
		out.s[i] *= times
	}
	return &out
}

// masstone is the reflectance of the body where nothing of the ground shows.
func (p *Paint) masstone() (r Spectrum) {
	for i := range r {
		if p.s[i] <= 0 {
			continue
		}
		r[i] = colour.Reflectance(p.k[i] / p.s[i])
	}
	return r
}

// linear is what is seen of a body through a surface, in linear light.
func (p *Paint) linear(body Spectrum, shine float64) (rgb [3]float64) {
	for i, r := range body {
		seen := shine + (1-shine)*(1-inside)*r/(1-inside*r)
		for c := range rgb {
			rgb[c] += toRGB[c][i] * seen
		}
	}
	return rgb
}

func (p *Paint) stated() colour.Colour {
	rgb := p.linear(p.masstone(), p.shine)
	for c := range rgb {
		rgb[c] += p.offset[c]
	}
	return shown(rgb)
}

// Colour returns the paint's masstone: what it looks like where it hides.
func (p *Paint) Colour() colour.Colour { return p.stated() }

// layer returns the reflectance of so much dry paint over a ground, and how much of the ground is seen through it, 0 to 1.
func (p *Paint) layer(ground Spectrum, um float64) (over Spectrum, through float64) {
	for i, rg := range ground {
		back, down := colour.Layer(p.k[i]*um, p.s[i]*um)
		var pass float64
		over[i], pass = colour.OverLayer(back, down, rg)
		through += pass * pass / bands
	}
	return over, through
}

// Over returns the colour of so many micrometres of dry paint over a ground.
func (p *Paint) Over(ground colour.Colour, um float64) colour.Colour {
	if um <= 0 {
		return ground
	}
	g := groundOf(ground)
	over, left := p.layer(g.body, um)
	left = math.Min(1, left)
	shine := left*g.shine + (1-left)*p.shine
	rgb := p.linear(over, shine)
	for c := range rgb {
		rgb[c] += left*g.offset[c] + (1-left)*p.offset[c]
	}
	return shown(rgb)
}

// shown is the nearest colour of a screen.
func shown(rgb [3]float64) colour.Colour {
	for c := range rgb {
		rgb[c] = math.Max(0, math.Min(1, rgb[c]))
	}
	return colour.FromLinear(rgb[0], rgb[1], rgb[2])
}

// Contrast returns the ratio of luminance of so much paint over the black and the white of a hiding chart, 0 to 1, as it is seen.
func (p *Paint) Contrast(um float64) float64 {
	over, _ := p.layer(Spectrum{}, um)
	under, _ := p.layer(chart, um)
	return dot3(luminance, p.linear(over, p.shine)) / dot3(luminance, p.linear(under, p.shine))
}

// chart is the body of the white half of a hiding chart.
var chart = func() (white Spectrum) {
	for i := range white {
		white[i] = whiteChart / (1 - inside + inside*whiteChart)
	}
	return white
}()

// luminance weighs the channels of linear light (IEC 61966-2-1).
var luminance = [3]float64{0.2126729, 0.7151522, 0.0721750}

// Hides returns how many micrometres of dry paint hide black and white alike, up to a millimetre.
func (p *Paint) Hides() float64 {
	_, high := solve.Halve(math.Log(0.01), math.Log(1000), 30, func(um float64) bool { return p.Contrast(math.Exp(um)) < hiddenAt })
	return math.Exp(high)
}

// Shows returns the share of the way from ground to its own masstone that so much paint goes, in luminance: 0 to 1.
func (p *Paint) Shows(ground colour.Colour, um float64) float64 {
	from, to, at := ground.Luminance(), p.Colour().Luminance(), p.Over(ground, um).Luminance()
	if from == to {
		return 1
	}
	return (at - from) / (to - from)
}

// ground is a colour as what a paint lies on.
type ground struct {
	body   Spectrum
	shine  float64
	offset [3]float64
}

// smooth are the three spectra of which any ground is made: the smoothest that look red, green and blue. White is flat.
var smooth = smoothest()

// smoothest finds for each channel the spectrum with the least curvature whose weights give just that channel.
func smoothest() (basis [3]Spectrum) {
	const n = bands + 3
	for want := range basis {
		a := make([][]float64, n)
		for i := range a {
			a[i] = make([]float64, n+1)
		}
		for b := 0; b+2 < bands; b++ { // the sum of squared second differences
			d := [3]float64{1, -2, 1}
			for i := range 3 {
				for j := range 3 {
					a[b+i][b+j] += d[i] * d[j]
				}
			}
		}
		for c := range 3 {
			for b := range bands {
				a[b][bands+c], a[bands+c][b] = toRGB[c][b], toRGB[c][b]
			}
		}
		a[bands+want][n] = 1
		x := make([]float64, n)
		eliminate(a, x)
		copy(basis[want][:], x[:bands])
	}
	return basis
}

// groundOf spreads a colour over the bands: as smoothly as it goes, since most of what is painted is dull; what that can't reach is its offset.
func groundOf(c colour.Colour) ground {
	r, g, b := c.Linear()
	out := ground{shine: shine(r, g, b)}
	for i := range bands {
		seen := math.Max(out.shine, math.Min(1, r*smooth[0][i]+g*smooth[1][i]+b*smooth[2][i]))
		q := (seen - out.shine) / (1 - out.shine)
		out.body[i] = q / (1 - inside + inside*q)
	}
	at := (&Paint{}).linear(out.body, out.shine)
	out.offset = [3]float64{r - at[0], g - at[1], b - at[2]}
	return out
}
