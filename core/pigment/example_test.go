package pigment_test

import (
	"fmt"

	"inkysparrow/core/colour"
	"inkysparrow/core/pigment"
)

// A yellow laid over black coat by coat, and over a pale grey: an undercoat saves coats.
func ExamplePaint_Over() {
	yellow, _ := colour.Parse("#f2c200")
	grey, _ := colour.Parse("#b4b9ba")
	paint := pigment.Of(yellow)
	for _, um := range []float64{8, 16, 32} {
		fmt.Printf("%.0f µm: %.0f off over black, %.0f over grey\n", um, paint.Over(colour.Grey(5), um).Difference(yellow), paint.Over(grey, um).Difference(yellow))
	}
	// Output:
	// 8 µm: 19 off over black, 8 over grey
	// 16 µm: 11 off over black, 6 over grey
	// 32 µm: 5 off over black, 3 over grey
}
