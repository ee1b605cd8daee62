package colour

import (
	"math"

	colorful "github.com/lucasb-eyer/go-colorful"

	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Why a wash dries paler and deepens again under a clear. A grain scatters by how much it differs from what it lies in. Between dry grains is air, and
// they differ from it a lot; where a liquid or a clear fills the voids they differ little, scatter little, and what they absorb tells: the same
// grains look deeper. A wash that brings enough binder to fill its own voids, as enamel and oil do, hardly changes. On top of that lies the surface:
// light is mirrored by it going in and coming out (Saunderson 1942), and a rough surface spreads its mirror image over the colour as a veil.

var (
	grainBench = fact.Bench("chosen; a blend of earths and clay. Form after Lorentz and Lorenz, power between single grains and crowds")
	grainIndex = Numbers.Number("grain-index", 2.0, "", "refractive index of the grains of a wash", grainBench)
	grainPower = Numbers.Number("grain-power", 1.5, "", "power of the Lorentz-Lorenz factor in the scattering of crowded grains; 2 for single ones", grainBench)
	binderN    = Numbers.Number("binder-index", 1.5, "", "refractive index of binders and clears", fact.Memory("acrylics and alkyds"))
	fillsTo    = Numbers.Number("clear-fills", 0.85, "", "share of the voids that a wet clear fills", fact.Bench("chosen; T34"))
	leastG     = Numbers.Number("grain-least", 0.02, "", "least scattering of a grain in a binder, against air", grainBench)
	deepVeil   = Numbers.Number("mirror-least", 0.15, "", "share of the surface's own reflection that is seen even on gloss", fact.Bench("chosen; T35"))
	veilAlpha  = Numbers.Number("mirror-roughness", 0.10, "", "roughness over which a surface's reflection spreads into a veil", fact.Bench("chosen; T35"))
)

// Medium is the refractive index of what lies between grains.
type Medium float64

// The media.
var (
	InWater  = Medium(Numbers.Number("water-index", 1.333, "", "refractive index of water", fact.Memory("tables of physics")))
	InSpirit = Medium(Numbers.Number("spirit-index", 1.43, "", "refractive index of white spirit", fact.Memory("tables of physics")))
	InBinder = Medium(binderN)
)

// ClearFills returns the share of the voids between grains that a wet clear fills.
func ClearFills() float64 { return fillsTo }

// Mirror returns the share of a surface's own reflection that is seen as a veil over its colour, by its roughness (GGX's alpha): little on gloss, all of it
// on flat.
func Mirror(alpha float64) float64 {
	return deepVeil + (1-deepVeil)*-math.Expm1(-(alpha/veilAlpha)*(alpha/veilAlpha))
}

// scatters returns how much a grain of a wash scatters in a medium, against air.
func (m Medium) scatters() float64 { return m.Keeps(grainIndex) }

// Keeps returns how much crowded grains of that refractive index scatter in a medium, as a share of what they do in air.
func (m Medium) Keeps(index float64) float64 {
	f := func(ratio float64) float64 {
		return math.Pow((ratio*ratio-1)/(ratio*ratio+2), grainPower)
	}
	return max(leastG, f(index/float64(m))/f(index))
}

// Hazed returns how a paint of colour c looks through grains that lie in the film over it, whose surface mirrors by mirror: they send back a share of the light that meets them.
func (c Colour) Hazed(share, mirror float64) Colour {
	r, g, b := c.c.LinearRgb()
	var out [3]float64
	for i, seen := range [3]float64{r, g, b} {
		body := InBinder.body(seen, mirror)
		out[i] = InBinder.seen((body+(1-body)*share)/(1+(1-body)*share), mirror)
	}
	return Colour{colorful.LinearRgb(out[0], out[1], out[2]).Clamped()}
}

// seen returns what is seen of a body's reflectance through the surface of a medium, of whose reflection share mirror is seen.
func (m Medium) seen(body, mirror float64) float64 {
	k1, k2 := m.fresnel()
	return mirror*k1 + (1-k1)*(1-k2)*body/(1-k2*body)
}

// body is the inverse of seen.
func (m Medium) body(seen, mirror float64) float64 {
	k1, k2 := m.fresnel()
	q := max(0, seen-mirror*k1)
	return min(1, q/((1-k1)*(1-k2)+k2*q))
}

// fresnel returns what a smooth surface mirrors of light that comes straight from outside, and of diffuse light from inside (Egan and Hilgeman's fit of
// 1973, from memory; within 0.002 from index 1.3 to 1.6).
func (m Medium) fresnel() (outside, inside float64) {
	n := float64(m)
	outside = (n - 1) * (n - 1) / ((n + 1) * (n + 1))
	return outside, -1.4399/(n*n) + 0.7099/n + 0.6681 + 0.0636*n
}

// Grains is an opaque layer of a dried wash.
type Grains struct {
	absorbs [3]float64 // K over S in air
	fill    float64    // share of the voids that its own binder fills
	mirror  float64    // of its own surface
}

// Dried returns the layer that looks like c when it is dry. fill is how much of its voids its own binder fills, 0 to 1; mirror is that of its surface.
func (c Colour) Dried(fill, mirror float64) Grains {
	g := Grains{fill: min(1, max(0, fill)), mirror: mirror}
	r, gr, b := c.c.LinearRgb()
	for i, seen := range [3]float64{r, gr, b} {
		low, _ := solve.Halve(0, 1, 40, func(body float64) bool { return g.dry(body) < seen })
		g.absorbs[i] = KS(low) * g.scatter(g.fill, InBinder)
	}
	return g
}

// dry is what is seen of a body as it lies dry: bare grains have no surface, filled ones have one.
func (g Grains) dry(body float64) float64 {
	whole := g.fill * g.fill
	return whole*InBinder.seen(body, g.mirror) + (1-whole)*body
}

// scatter is how much the grains scatter with a share of their voids filled, against air.
func (g Grains) scatter(fill float64, with Medium) float64 { return (1 - fill) + fill*with.scatters() }

func (g Grains) colour(fill float64, with Medium, show func(body float64) float64) Colour {
	var out [3]float64
	for i, k := range g.absorbs {
		out[i] = show(Reflectance(k / g.scatter(fill, with)))
	}
	return Colour{colorful.LinearRgb(out[0], out[1], out[2]).Clamped()}
}

// Dry is what it was made of.
func (g Grains) Dry() Colour { return g.colour(g.fill, InBinder, g.dry) }

// Wet is how it looks while its liquid stands in it, with a wet shine.
func (g Grains) Wet(in Medium) Colour {
	// What fills the voids is liquid and the wash's own binder, which is no longer paler than the liquid.
	return g.colour(1, in, func(body float64) float64 { return in.seen(body, Mirror(0)) })
}

// Cleared is how it looks under a clear of which share mirror of the surface's reflection is seen.
func (g Grains) Cleared(mirror float64) Colour {
	fill := max(g.fill, fillsTo)
	return g.colour(fill, InBinder, func(body float64) float64 { return InBinder.seen(body, mirror) })
}

// Recoated is how paint of colour c, whose surface mirrors by was, looks with one that mirrors by is: gloss deepens it, flat veils it.
func (c Colour) Recoated(was, is float64) Colour {
	r, g, b := c.c.LinearRgb()
	var out [3]float64
	for i, seen := range [3]float64{r, g, b} {
		out[i] = InBinder.seen(InBinder.body(seen, was), is)
	}
	return Colour{colorful.LinearRgb(out[0], out[1], out[2]).Clamped()}
}

// Luminance returns Y of the colour, 0 to 1 (IEC 61966-2-1).
func (c Colour) Luminance() float64 {
	_, y, _ := c.c.Xyz()
	return y
}
