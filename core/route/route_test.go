package route_test

import (
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/wash"
)

// Common practice, no source: a wash by brush over a large 1/48 aircraft (about 780 cm2) takes a quarter of an hour, its wipe half an
// hour, oils three quarters.
func TestAttended(t *testing.T) {
	for _, tc := range []struct {
		do     string
		lo, hi time.Duration
	}{{"pin-wash", 12 * time.Minute, 18 * time.Minute}, {"overall-wash", 12 * time.Minute, 25 * time.Minute}, {"wipe", 25 * time.Minute, 40 * time.Minute}, {"oil-dots", 40 * time.Minute, 65 * time.Minute}} {
		if got := route.MustTechnique(tc.do).Attended(780, 1); got < tc.lo || got > tc.hi {
			t.Errorf("%s on 780 cm2: %v, want %v to %v", tc.do, got, tc.lo, tc.hi)
		}
	}
	for _, tc := range []struct { // T84: a whole single of 1/48, some 300 to 400 cm2
		do     string
		lo, hi time.Duration
	}{{"pin-wash", 5 * time.Minute, 10 * time.Minute}, {"overall-wash", 5 * time.Minute, 10 * time.Minute}, {"wipe", 10 * time.Minute, 20 * time.Minute}} {
		for _, area := range []float64{300, 400} {
			if got := route.MustTechnique(tc.do).Attended(area, 1); got < tc.lo || got > tc.hi {
				t.Errorf("T84 %s on %.0f cm2: %v, want %v to %v", tc.do, area, got, tc.lo, tc.hi)
			}
			if whole, half := route.MustTechnique(tc.do).Attended(area, 1), route.MustTechnique(tc.do).Attended(area/2, 1); 2*half-whole > 2*time.Minute {
				t.Errorf("T84 %s in two zones takes %v, in one %v: hands go by surface", tc.do, 2*half, whole)
			}
		}
	}
	z := &route.Zone{AreaCM2: 600}
	chips := func(share float64) time.Duration {
		return z.Attended(&route.Step{Do: route.MustTechnique("brush-chips"), Coats: 1, Share: share})
	}
	if usual := chips(0); chips(0.01) != usual || chips(0.005) >= usual || chips(0.03) <= usual {
		t.Errorf("chips on half, all and three times the usual share: %v, %v, %v", chips(0.005), usual, chips(0.03))
	}
	for _, d := range route.Techniques() {
		last := time.Duration(0)
		for _, area := range []float64{0.1, 10, 100, 1000} {
			if one, two := d.Attended(area, 1), d.Attended(area, 2); one < last || two < one || one < time.Minute || one%time.Minute != 0 || !d.Has(route.WashOn|route.Cloth) && (one < 5*time.Minute || one%(5*time.Minute) != 0) {
				t.Errorf("%s: %v on %v cm2, two coats %v", d.ID, one, area, two)
			} else {
				last = one
			}
		}
	}
}

func TestCautions(t *testing.T) {
	wipe := &route.Step{Do: route.MustTechnique("wipe"), Cloth: wash.Damp, Of: "w"}
	z := &route.Zone{Steps: []*route.Step{{ID: "w", Do: route.MustTechnique("pin-wash"), Product: routetest.Product(coating.Wash, "oil-wash", 0)}, wipe}}
	z.Link()
	if got := wipe.Cautions(); len(got) != 2 {
		t.Errorf("a damp wipe of an oil wash warns of %q; want the solvent and the rags", got)
	}
	if got := (&route.Step{Do: route.MustTechnique("pin-wash"), Product: routetest.Product(coating.Wash, "clay-wash", 0)}).Cautions(); len(got) != 0 {
		t.Errorf("water needs no caution, got %q", got)
	}
	if got := (&route.Step{Do: route.MustTechnique("final-coat"), Product: routetest.Product(coating.Clear, "lacquer", coating.Flat)}).Cautions(); len(got) != 2 {
		t.Errorf("spraying lacquer warns of %q", got)
	}
}
