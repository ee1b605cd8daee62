package gloss

import (
	"math"
	"testing"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
)

// T40, reference model, no source: three flat coats of 7.5 um whiten a dark paint (L* 28) by under 1.5 L*, five by 3 or more; a pale one hardly.
func TestChalk(t *testing.T) {
	pales := func(l, um float64) float64 {
		c := colour.Lab(l, 0, 0)
		return c.Hazed(Chalk(um), Veil(coating.Flat)).Lightness() - c.Lightness()
	}
	if got := pales(28, 22.5); got < 0 || got > 1.5 {
		t.Errorf("T40: three coats whiten by %.2f", got)
	}
	if got := pales(28, 37.5); got < 3 {
		t.Errorf("T40: five coats whiten by %.2f", got)
	}
	for _, tc := range [][3]float64{{28, 15, 0}, {28, 22.5, 1.03}, {28, 25, 2.6}, {28, 35, 8}, {60, 25, 0.54}, {60, 35, 1.8}} {
		if got := pales(tc[0], tc[1]); math.Abs(got-tc[2]) > 0.08*tc[2]+0.02 {
			t.Errorf("%.1f um on L* %.0f: %.2f, want %.2f", tc[1], tc[0], got, tc[2])
		}
	}
	if Chalk(0) != 0 || Chalk(1e6) != 1 {
		t.Error("nothing sends light back, or more than all of it")
	}
}
