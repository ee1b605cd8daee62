package effect

import (
	"math"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	filterParts = Numbers.Number("filter-parts", 15, "", "parts of thinner to one of paint in a filter where nothing is said", fact.Bench("T44: 1:10 to 1:20"))
	filterUM    = Numbers.Number("filter-wet", 2, "µm", "wet film that a filter leaves once a damp brush has drawn it out", fact.Bench("P18, T44"))
)

// Filter returns the share that a filter covers: paint of such a density a wet µm, one part in so many of thinner.
func Filter(dense, parts float64) float64 { return -math.Expm1(-dense * filterUM / (1 + parts)) }

var byCloth = &Hand{
	Do:   "filter",
	Tool: "A broad soft brush that is wrung out on a cloth first.",
	Undo: "A cloth with its thinner, while it is open.",
	Seal: "As a wash.",
}

// A filter veils the whole zone alike: it lays nothing at a place.
var filter = &Effect{ID: "filter", Name: "Filter", By: []*Hand{byCloth}, plan: func(j *Job, p *Plan) {
	cover := min(1, j.amount()*Filter(denseOf(j.Step.Product, j.Paint), filterParts))
	off := j.Paint.Difference(j.Paint.Veiled(j.ink(), cover))
	p.say("One thin veil: wring the brush out first. More than three of them read as paint.")
	p.row("cover", "It covers", 100*cover, "%", "%.0f %%", 100*cover)
	p.row("shift", "From its own paint", off, "CIEDE2000", "%s", colour.Apart(off))
}}
