package follow_test

import (
	"fmt"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/follow"
)

// An oil wash over enamel, by the age of the enamel: wet, bitten, safe.
func ExampleOn() {
	product := func(kind coating.Kind, family string) *coating.Product {
		f := coating.MustFamily(family)
		return &coating.Product{Kind: kind, Family: f, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
	}
	below := follow.On(product(coating.Paint, "enamel"), climate.Room)
	oil := product(coating.Wash, "oil-wash")
	for _, age := range []time.Duration{time.Hour, 48 * time.Hour, 240 * time.Hour} {
		for _, way := range follow.Ways(coating.Wash)[:1] {
			fmt.Println(age, way.Words, below.At(oil, way, age))
		}
	}
	// Output:
	// 1h0m0s run into the lines wet
	// 48h0m0s run into the lines bites
	// 240h0m0s run into the lines safe
}
