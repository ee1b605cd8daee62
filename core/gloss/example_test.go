package gloss_test

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/gloss"
)

// Coats of gloss over a flat paint, in gloss units at 60 degrees.
func ExampleUnits() {
	flat, clear := coating.Flat.Texture(), coating.MustFamily("urethane-clear")
	for coats := 0; coats <= 4; coats++ {
		u := gloss.Units(gloss.Coat{Family: clear, Clear: true, Sheen: coating.Gloss, Dry: clear.Dry(clear.Wet), Coats: coats}.Over(flat))
		fmt.Printf("%d × gloss: %.0f GU, %s\n", coats, u, gloss.Band(u))
	}
	// Output:
	// 0 × gloss: 4 GU, matt
	// 1 × gloss: 27 GU, semi-matt
	// 2 × gloss: 73 GU, gloss
	// 3 × gloss: 82 GU, high gloss
	// 4 × gloss: 82 GU, high gloss
}
