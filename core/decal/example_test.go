package decal_test

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
)

// Three decals on semi-gloss: the large one first, and how much of each silvers.
func ExampleWorks() {
	sheet := []decal.Decal{
		{Name: "stencil", WidthMM: 4, HeightMM: 3, Over: decal.GroundNamed("smooth"), Count: 12},
		{Name: "badge", WidthMM: 30, HeightMM: 30, Over: decal.GroundNamed("lines")},
		{Name: "code", WidthMM: 30, HeightMM: 20, Over: decal.GroundNamed("rivets")},
	}
	for _, w := range decal.Works(sheet, coating.SemiGloss.Texture()) {
		fmt.Printf("%s: %d rounds, slit %v, silvers %.0f %%\n", w.Name, w.Rounds, w.Slit, 100*w.Silver)
	}
	// Output:
	// badge: 2 rounds, slit true, silvers 54 %
	// code: 2 rounds, slit false, silvers 54 %
	// stencil: 1 rounds, slit false, silvers 28 %
}
