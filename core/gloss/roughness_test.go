package gloss

import (
	"testing"

	"inkysparrow/core/coating"
)

// Reference model, no source.
func TestAlpha(t *testing.T) {
	for _, tc := range []struct {
		name          string
		units, lo, hi float64
	}{{"2 GU", 2, 0.3, 0.34}, {"4 GU", 4, 0.205, 0.235}, {"T36 10 GU", 10, 0.10, 0.15}, {"T36 35 GU", 35, 0.035, 0.055}, {"T36 60 GU", 60, 0.018, 0.03}, {"T36 80 GU", 80, 0.007, 0.015}} {
		if got := Alpha(tc.units); got < tc.lo || got > tc.hi {
			t.Errorf("%s: roughness %.4f, want %.3f to %.3f", tc.name, got, tc.lo, tc.hi)
		}
	}
	last := 1.0
	for units := 1.0; units < 88; units++ {
		got := Alpha(units)
		if got >= last {
			t.Errorf("%.0f GU: roughness %.4f, one less %.4f", units, got, last)
		}
		if back := smoothGU * facets(got); back < units-0.01 || back > units+0.01 {
			t.Errorf("%.0f GU come back as %.3f", units, back)
		}
		last = got
	}
}

func TestVeil(t *testing.T) {
	last := 0.0
	for s := coating.Gloss; s <= coating.Flat; s++ {
		if v := Veil(s); v <= last || v > 1 {
			t.Errorf("%s veils by %.3f, smoother by %.3f", s, v, last)
		}
		last = Veil(s)
	}
	if Veil(coating.NoSheen) != Veil(coating.Flat) {
		t.Error("base colours are flat where nothing is said")
	}
}
