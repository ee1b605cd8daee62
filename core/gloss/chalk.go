package gloss

import "inkysparrow/core/fact"

// A flat clear is flat by grains of its flatting agent at its surface. Coat on coat they lie in more layers than one, the resin no longer closes over them, and the voids between them
// scatter: dark colours pale first.
var (
	chalkBench = fact.Bench("one or two flat coats are even, from about three chalky (T55); constants fitted to T40")
	grainUM    = Numbers.Number("flatting-grain", 6, "µm", "size of a grain of flatting agent", chalkBench)
	grainLoad  = Numbers.Number("flatting-load", 0.10, "", "share of the dry film that they take up", chalkBench)
	closed     = Numbers.Number("flatting-closed", 0.35, "layers", "layers of grains that the resin closes over", chalkBench)
	opens      = Numbers.Number("flatting-opens", 1.2, "", "how fast voids open beyond that", chalkBench)
	whitens    = Numbers.Number("flatting-whitens", 0.35, "", "share of the light that a full layer of voids sends back", chalkBench)
)

// Chalk returns the share of the light that so many um of flat clear, dry, send back from between their grains: 0 for one coat or two.
func Chalk(dryUM float64) float64 {
	return min(1, whitens*opens*max(0, grainLoad*dryUM/grainUM-closed))
}
