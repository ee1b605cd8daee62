package picture

import (
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
)

// How strongly each mark is drawn, and how far what it follows reaches: chosen by eye on whole aircraft.
var (
	markBench  = fact.Bench("chosen by eye on whole aircraft at arm's length; amounts come from the route")
	chipEdge   = float32(Numbers.Number("picture-chip-edge", 0.5, "", "how much more the edges of panels chip than their middle", markBench))
	chipReach  = float32(Numbers.Number("picture-chip-reach", 0.6, "mm", "how far from a line that reaches", markBench))
	drawnReach = float32(Numbers.Number("picture-pencil", 0.7, "mm", "how far from a line pencil is drawn", markBench))
	leastChip  = float32(Numbers.Number("picture-chip-least", 0.004, "", "share of chips below which nobody would paint one", markBench))
	mostChip   = float32(Numbers.Number("picture-chip-most", 0.9, "", "most that a place is chipped", markBench))
	filmSeen   = float32(Numbers.Number("picture-film", 0.03, "", "how much a decal's clear film is seen", markBench))
	airGap     = float32(gloss.AirGap())
)
