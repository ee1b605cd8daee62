package gloss

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

var (
	window   = fact.Memory("ISO 2813, 60 degrees: the receptor's window is 4.4 by 11.7 degrees of light, half of which is the facet's tilt")
	tiltWide = Numbers.Number("window-across", 1.1, "°", "tilt of a facet that still throws light into the gloss meter's window, in the plane of the light", window)
	tiltHigh = Numbers.Number("window-along", 5.85, "°", "the same across it", window)
	smoothGU = Numbers.Number("paint-smooth", 89, "GU", "gloss of a smooth paint film as the facets' law has it", fact.Memory("Fresnel's reflection at 60 degrees of index 1.5 against 1.567"))
)

// facets returns the share of a surface's facets that throw light into a gloss meter's window, by its roughness (the distribution known as GGX, Walter 2007).
func facets(alpha float64) float64 {
	a, b, q := math.Tan(tiltWide*math.Pi/180), math.Tan(tiltHigh*math.Pi/180), alpha*alpha
	return 2 / math.Pi * (a/math.Hypot(alpha, a)*math.Atan(b/math.Sqrt(q+a*a)) + b/math.Sqrt(q+b*b)*math.Atan(a/math.Sqrt(q+b*b)))
}

// Alpha returns the roughness (GGX's alpha, 0 to 1) of a paint that reads so many gloss units at 60 degrees. Held to T36.
func Alpha(units float64) float64 {
	alpha, _ := solve.Halve(0, 1, 40, func(alpha float64) bool { return smoothGU*facets(alpha) > units })
	return alpha
}

// veils are those of the sheens, worked out once.
var veils = func() (all [coating.Flat + 1]float64) {
	for s := coating.Gloss; s <= coating.Flat; s++ {
		all[s] = colour.Mirror(Alpha(Units(s.Texture())))
	}
	all[coating.NoSheen] = all[coating.Flat]
	return all
}()

// Veil returns the share of a surface's own reflection that lies as a veil over the colour of a coat of that sheen.
func Veil(s coating.Sheen) float64 { return veils[s] }
