package colour_test

import (
	"fmt"

	"inkysparrow/core/colour"
)

// A cream that hides in six coats, laid over black coat by coat: it needs them all.
func ExampleCover_Over() {
	cream, _ := colour.Parse("#e9e0c4")
	black := colour.Grey(5)
	weak := cream.Hiding(6)
	for _, coats := range []float64{1, 2, 4, 6} {
		over := weak.Over(black, coats)
		fmt.Printf("%v × cream: %v, %.1f from cream\n", coats, over, over.Difference(cream))
	}
	// Output:
	// 1 × cream: #b8b7af, 12.5 from cream
	// 2 × cream: #d1cebe, 6.2 from cream
	// 4 × cream: #e1dbc4, 2.2 from cream
	// 6 × cream: #e5dfc4, 1.0 from cream
}
