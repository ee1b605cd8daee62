package dose_test

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
)

// Two sprayed coats over 180 cm2: what lands, what is mixed for it, and in how many cups.
func ExampleOf() {
	acrylic := coating.MustFamily("waterborne-acrylic")
	c := dose.Of(dose.Job{Family: acrylic, AreaCM2: 180, Coats: 2, Wet: acrylic.Wet, Airbrush: true, Thinning: -1})
	fmt.Printf("%.1f ml land; mix %.1f ml of paint with %.1f ml of thinner, %d cup\n", c.Laid, c.Product, c.Thinner, c.Cups)
	// Output:
	// 0.6 ml land; mix 1.6 ml of paint with 0.8 ml of thinner, 1 cup
}
