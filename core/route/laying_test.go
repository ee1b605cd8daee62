package route_test

import (
	"math"
	"testing"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
)

// T54, common practice, no source: wet on wet, coats add up as one thick coat; misted they don't; flashed off, what has not left does.
func TestStanding(t *testing.T) {
	standing := func(do, family string, coats int, laying route.Laying) float64 {
		s := routetest.Step(do, routetest.Product(coating.Paint, family, coating.Flat), coats)
		s.Laying = laying
		return float64(s.Standing(climate.Room))
	}
	for _, family := range []string{"lacquer", "enamel", "waterborne-acrylic", "alcohol-acrylic"} {
		one := standing("base-coat", family, 1, route.Flashed)
		f := coating.MustFamily(family)
		if want := float64(f.Wet) * f.CarrierShare; math.Abs(one-want) > 1e-9 {
			t.Errorf("a coat of %s stands %.2f um wet, want its carrier, %.2f", family, one, want)
		}
		if three := standing("base-coat", family, 3, route.WetOnWet); math.Abs(three-3*one) > 1e-9 {
			t.Errorf("three coats of %s wet on wet stand %.2f um, want three times %.2f", family, three, one)
		}
		if flashed := standing("base-coat", family, 3, route.Flashed); flashed < one || flashed >= 3*one {
			t.Errorf("three flashed coats of %s stand %.2f um, one %.2f", family, flashed, one)
		}
		if a, b := standing("base-coat", family, 1, route.Misted), standing("base-coat", family, 4, route.Misted); a != b || a >= one {
			t.Errorf("mists of %s stand %.2f and %.2f um, a coat %.2f", family, a, b, one)
		}
	}
	if lacquer := standing("base-coat", "lacquer", 3, route.Flashed); lacquer != standing("base-coat", "lacquer", 1, route.Flashed) {
		t.Errorf("lacquer has left within the flash, but three coats stand %.2f um", lacquer)
	}
	if enamel := standing("base-coat", "enamel", 2, route.Flashed); enamel <= 1.2*standing("base-coat", "enamel", 1, route.Flashed) {
		t.Errorf("enamel has hardly left within the flash, but two coats stand only %.2f um", enamel)
	}
	for _, do := range []string{"veil", "exhaust-spray", "pin-wash"} {
		if got := standing(do, "enamel", 2, route.Flashed); got != 0 {
			t.Errorf("%s lays no full coats, but stands %.2f um", do, got)
		}
	}
}
