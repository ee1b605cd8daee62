package wear

import (
	"testing"

	"inkysparrow/core/shade"
)

// Common practice, no source: longer, further out, harder ground and a heavier hand never ask for less of anything.
func TestOf(t *testing.T) {
	least := func(what string, a, b Targets) {
		t.Helper()
		if b.Shading < a.Shading || b.Stain < a.Stain || b.Chips < a.Chips-1e-12 || b.Fade < a.Fade-1e-12 {
			t.Errorf("%s: %+v asks for less than %+v", what, b, a)
		}
	}
	for _, p := range Places() {
		for _, strength := range []string{"restrained", "service-worn", "heavy"} {
			last := Targets{}
			for _, months := range []float64{1, 3, 6, 12, 24, 60, 240} {
				in := Of(Service{Place: p.ID, Shelter: "hangared", Months: months, Strength: strength})
				least("longer in service", last, in)
				least("parked out", in, Of(Service{Place: p.ID, Shelter: "out", Months: months, Strength: strength}))
				if in.Chips < 0 || in.Chips > 12 || in.Fade > 20 || in.Shading == shade.Lost {
					t.Errorf("%s %s %v months: %+v", p.ID, strength, months, in)
				}
				last = in
			}
		}
		least("a heavier hand", Of(Service{Place: p.ID, Shelter: "out", Months: 12, Strength: "restrained"}), Of(Service{Place: p.ID, Shelter: "out", Months: 12, Strength: "heavy"}))
	}
	if got := Of(Service{}); got.Shading != shade.Subtle || got.Words == "" {
		t.Errorf("nothing said: %+v", got)
	}
	if got := Of(Service{Place: "ship", Shelter: "out", Months: 24, Strength: "heavy"}); got.Shading != shade.Stark || got.Chips < 2 {
		t.Errorf("two hard years at sea: %+v", got)
	}
}
