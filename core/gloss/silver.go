package gloss

import (
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var airGap = Numbers.Number("air-gap", 0.077, "", "light that a layer of air between a decal and its paint sends back before it reaches the paint, by its two faces", fact.Memory("Fresnel at straight incidence, index 1.5, twice"))

var silverSeen = Numbers.Number("silver-seen", 2, "L*", "by which a film has to be paler before it is seen beside its paint", fact.Bench("at arm's length"))

// SilverSeen returns by how much L* a film has to be paler before it is seen.
func SilverSeen() float64 { return silverSeen }

// AirGap returns the share of light that air below a decal sends back.
func AirGap() float64 { return airGap }

// Silvers returns by how much L* a decal's film is paler than the paint beside it, as it looks under its sheen, where air stays below a share of it. A flat hides about half of it, and only on dark
// colours, where it is worst. Held to R82, T74.
func Silvers(beside colour.Colour, share float64) float64 {
	return beside.Veiled(colour.Grey(100), airGap*share).Lightness() - beside.Lightness()
}
