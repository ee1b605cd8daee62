package picture

import "inkysparrow/core/fact"

// How strongly each mark is drawn, and how far what it follows reaches: chosen by eye on whole aircraft.
var (
	markBench  = fact.Bench("chosen by eye on whole aircraft at arm's length; amounts come from the route")
	chipEdge   = float32(Numbers.Number("picture-chip-edge", 0.5, "", "how much more the edges of panels chip than their middle", markBench))
	chipReach  = float32(Numbers.Number("picture-chip-reach", 0.6, "mm", "how far from a line that reaches", markBench))
	drawnReach = float32(Numbers.Number("picture-pencil", 0.7, "mm", "how far from a line pencil is drawn", markBench))
	leastChip  = float32(Numbers.Number("picture-chip-least", 0.004, "", "share of chips below which nobody would paint one", markBench))
	mostChip   = float32(Numbers.Number("picture-chip-most", 0.9, "", "most that a place is chipped", markBench))
	accent     = float32(Numbers.Number("picture-accent", 0.4, "", "how much a line accent covers at its line", markBench))
	accentMM   = float32(Numbers.Number("picture-accent-reach", 0.8, "mm", "how far it is blended out", markBench))
	dotted     = float32(Numbers.Number("picture-dots", 0.10, "", "how much oil dots cover where they are thickest", markBench))
	streaked   = float32(Numbers.Number("picture-streaks", 0.45, "", "how much a streak covers", markBench))
	streakArea = float32(Numbers.Number("picture-streak-area", 0.5, "", "share of the step's area that streaks take up", markBench))
	densest    = float32(Numbers.Number("picture-densest", 1.4, "", "optical density of a stain of full strength right behind its stack", markBench))
	spilt      = float32(Numbers.Number("picture-spilt", 0.6, "", "how much fuel covers at its filler", markBench))
	splashed   = float32(Numbers.Number("picture-mud", 0.35, "", "share that specks of mud cover behind a wheel", markBench))
	dusted     = float32(Numbers.Number("picture-dust", 0.5, "", "how much pastel covers", markBench))
	filmSeen   = float32(Numbers.Number("picture-film", 0.03, "", "how much a decal's clear film is seen", markBench))
	frostLeast = float32(Numbers.Number("picture-frost", 0.12, "", "how much a silvering film is seen at the least", markBench))
	frostMore  = float32(Numbers.Number("picture-frost-more", 0.3, "", "how much more of it where it is most", markBench))
)
