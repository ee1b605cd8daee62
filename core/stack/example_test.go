package stack_test

import (
	"fmt"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

// White spirit in a pin wash on enamel of two days, and the same under two coats of gloss: T24, common practice, no source.
func ExampleStack_Bite() {
	laid := time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
	air := climate.Constant(climate.Room)
	film := func(family string, at time.Time) coating.Film {
		f := coating.MustFamily(family)
		return coating.Film{Family: f, Coats: 2, Wet: f.Wet, Laid: at}
	}
	bare := append(stack.On(air), stack.Lay("base", film("enamel", laid), air))
	sealed := append(bare[:2:2], stack.Lay("gloss", film("polish-clear", laid.AddDate(0, 0, 1)), air))
	wash := stack.Touch{Contact: stack.PinWash, Liquid: solvent.Must("white-spirit")}
	for _, films := range []stack.Stack{bare, sealed} {
		r := films.Bite(wash, laid.AddDate(0, 0, 2), air)
		fmt.Printf("takes %.2f µm: bites %v\n", float64(r.Loss), r.Bites())
	}
	// Output:
	// takes 0.78 µm: bites true
	// takes 0.04 µm: bites false
}
