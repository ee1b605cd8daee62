// Package gloss turns a surface's texture into gloss units: what a glossmeter at 60 degrees reads (ISO 2813), 100 for polished black glass.
//
// Light that meets a rough surface is mirrored less the rougher it is for its wavelength and slant: R/R0 = exp(-(4 pi s cos i / lambda)^2)
// for a roughness s (Bennett & Porteus 1961). How rough a texture is, is tied to the usual sheens and interpolated between them.
package gloss

import (
	"math"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	smooth = Numbers.Number("gloss-smooth", 93, "GU", "gloss of a perfectly smooth paint film", fact.Memory("Fresnel's reflection of a binder of index 1.5 against glass of 1.567, ISO 2813"))
	lambda = Numbers.Number("gloss-wavelength", 0.55, "µm", "wavelength of the light that a gloss is read in", fact.Memory("ISO 2813: a broad spectrum with its middle in the green"))

	en927   = fact.Memory("bands as EN 927-1 uses them")
	anchor  = fact.Bench("the middle of each sheen's band")
	anchors = []struct {
		sheen coating.Sheen
		units float64
	}{
		{coating.Gloss, Numbers.Number("units-gloss", 82, "GU", "60-degree gloss of a gloss coat", anchor)},
		{coating.SemiGloss, Numbers.Number("units-semi-gloss", 48, "GU", "60-degree gloss of a semi-gloss coat", anchor)},
		{coating.Satin, Numbers.Number("units-satin", 22, "GU", "60-degree gloss of a satin coat", anchor)},
		{coating.Flat, Numbers.Number("units-flat", 4, "GU", "60-degree gloss of a flat coat", anchor)},
	}
	bands = []struct {
		from float64
		name string
	}{
		{Numbers.Number("band-high", 80, "GU", "from here a coat counts as high gloss", en927), "high gloss"},
		{Numbers.Number("band-gloss", 60, "GU", "from here as gloss", en927), "gloss"},
		{Numbers.Number("band-semi-gloss", 35, "GU", "from here as semi-gloss", en927), "semi-gloss"},
		{Numbers.Number("band-semi-matt", 10, "GU", "from here as semi-matt, below as matt", en927), "semi-matt"},
		{0, "matt"},
	}

	enoughMirror = Numbers.Number("enough-mirror", 81.7, "GU", "least gloss below a metal that shines like a mirror", fact.Bench("T20: four to six gloss coats"))

	// Purposes are what a gloss is asked to be good for.
	purposes = []Purpose{
		{"decals", "for decals to bed without silvering", Numbers.Number("enough-decals", 62, "GU", "least gloss on which decals do not silver", fact.Bench("gloss, not semi-gloss"))},
		{"wash", "for a wash to run and wipe off", Numbers.Number("enough-wash", 45, "GU", "least gloss on which a wash runs by itself", fact.Bench("semi-gloss at the least; two coats make a wash run"))},
		{"mirror", "for a metal to shine like a mirror", enoughMirror},
	}
)

// Purpose is a use with the least gloss that it wants, in gloss units.
type Purpose struct {
	ID, Words string
	Least     float64
}

// Mirror returns the least gloss below a metal that shines like a mirror, in gloss units.
func Mirror() float64 { return enoughMirror }

// Purposes returns what a gloss is asked to be good for.
func Purposes() []Purpose { return purposes }

// roughness returns the rms roughness in um that gives that many gloss units.
func roughness(units float64) float64 {
	return lambda / (4 * math.Pi * math.Cos(math.Pi/3)) * math.Sqrt(math.Log(smooth/units))
}

// Units returns the 60-degree gloss of a surface of that texture, in gloss units: 0 to 93, falling as the texture gets rougher.
func Units(t coating.Texture) float64 {
	if t <= 0 {
		return smooth
	}
	x := math.Log(float64(t))
	n := len(anchors)
	i := 1
	for i < n-1 && x > math.Log(float64(anchors[i].sheen.Texture())) {
		i++
	}
	a, b := anchors[i-1], anchors[i]
	xa, xb := math.Log(float64(a.sheen.Texture())), math.Log(float64(b.sheen.Texture()))
	ya, yb := math.Log(roughness(a.units)), math.Log(roughness(b.units))
	s := math.Exp(ya + (yb-ya)*(x-xa)/(xb-xa))
	p := 4 * math.Pi * s * math.Cos(math.Pi/3) / lambda
	return smooth * math.Exp(-p*p)
}

// Band returns the word for a gloss in units.
func Band(units float64) string {
	for _, b := range bands {
		if units >= b.from {
			return b.name
		}
	}
	return bands[len(bands)-1].name
}

// Borders returns the gloss units at which one band ends and the next begins, rising.
func Borders() []float64 {
	var all []float64
	for _, b := range slices.Backward(bands) {
		if b.from > 0 {
			all = append(all, b.from)
		}
	}
	return all
}
