package gloss

import (
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

// A flat clear is flat by grains of its flatting agent at its surface. Coat on coat they lie in more layers than one, the resin no longer closes over them, and the voids between them
// scatter: dark colours pale first.
// Coats that flow out wet close over the grains: the agent alone is all that scatters, and it hardly differs from what it lies in. What lands half dry brings
// air with it, and that scatters a dozen times as much.

var (
	chalkBench = fact.Bench("one or two flat coats are even, from about three chalky, most of all where they land half dry (T55); constants fitted to T40; reference model, no source")
	agent      = Numbers.Number("flatting-scatters", 0.00023, "1/µm", "scattering of a flat clear that has flowed out, Kubelka and Munk's S", chalkBench)
	airy       = Numbers.Number("flatting-scatters-half-dry", 0.0037, "1/µm", "the same of one that landed half dry, with air in it", chalkBench)
)

// Chalk returns how much so many um of flat clear, dry, scatter: S times X. It adds up from coat to coat.
func Chalk(dryUM float64, halfDry bool) float64 {
	if halfDry {
		return airy * dryUM
	}
	return agent * dryUM
}

// Hazes returns the share of the light that flat coats which scatter so much send back.
func Hazes(scatters float64) float64 {
	back, _ := colour.Layer(0, scatters)
	return back
}

var (
	voids    = Numbers.Number("voids-scatter", 0.9, "1/µm", "scattering of a film of which a share of 1 would be air, in voids of a micrometre; in proportion for less", fact.Bench("R74: 0.009 and 0.045 at 1 and 5 %, by van de Hulst 1957; reference model, no source"))
	dustAir  = Numbers.Number("dust-air", 0.19, "", "share of air in what lands dry", fact.Bench("R76; reference model, no source"))
	dustDeep = Numbers.Number("dust-deep", 3, "µm", "depth in which it lies", fact.Bench("R76"))
)

// Aired returns how much so many um of film scatter of which a share is air: S times X.
func Aired(um, air float64) float64 { return voids * air * um }

// Dusted returns how much a coat scatters of whose solids a share landed dry. Held to R76.
func Dusted(dry float64) float64 { return Aired(dustDeep, dustAir*dry) }
