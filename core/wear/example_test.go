package wear_test

import (
	"fmt"

	"inkysparrow/core/wear"
)

// A year on a carrier's deck against a month in a hangar.
func ExampleOf() {
	for _, s := range []wear.Service{{Place: "ship", Shelter: "out", Months: 12}, {Place: "paved", Shelter: "hangar", Months: 1}} {
		t := wear.Of(s)
		fmt.Printf("shading %s, chips %.1f %%, stains %s, faded by %.1f\n", t.Shading, t.Chips, t.Stain, t.Fade)
	}
	// Output:
	// shading clear, chips 2.2 %, stains clear, faded by 3.3
	// shading subtle, chips 0.1 %, stains subtle, faded by 0.1
}
