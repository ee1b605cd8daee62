package pigment

import (
	"math"
	"testing"

	"inkysparrow/core/colour"
)

// ISO 6504-3, from memory: at the stated number of coats the contrast ratio is 0.98; fewer hide less, more hide more.
func TestCoatsThatHide(t *testing.T) {
	for _, h := range []string{"#ffffff", "#d8dcd8", "#b8bfa8", "#7a2b22", "#4b5563", "#202224"} {
		for _, coats := range []float64{0.5, 1, 2, 4} {
			v := Hiding(hex(h), coats)
			if got := v.Contrast(coats * v.UM); math.Abs(got-0.98) > 1e-3 {
				t.Errorf("%s in %v coats: contrast %.4f, want 0.98", h, coats, got)
			}
			if v.Contrast(coats*v.UM/2) > 0.98 || v.Contrast(2*coats*v.UM) < 0.98 {
				t.Errorf("%s: half the coats hide %.3f, twice %.3f", h, v.Contrast(coats*v.UM/2), v.Contrast(2*coats*v.UM))
			}
		}
	}
}

// What a layer does to any ground: nothing at no coats, its own colour in the end; two coats at once are nearly what one after the other is, since a colour
// between them keeps no more than three bands.
func TestOver(t *testing.T) {
	for _, h := range []string{"#d8dcd8", "#7f8a91", "#23262a", "#b58a3c"} {
		v := Hiding(hex(h), 2)
		for _, ground := range []colour.Colour{colour.Grey(5), colour.Grey(50), colour.Grey(95), hex("#7a2b22")} {
			if d := v.Over(ground, 0).Difference(ground); d > 1e-9 {
				t.Errorf("%s: no coat moves the ground by %v", h, d)
			}
			if d := v.Over(ground, 40).Difference(hex(h)); d > 0.6 {
				t.Errorf("%s over %v: forty coats are %.2f from the paint itself", h, ground, d)
			}
			if d := v.Over(ground, 3).Difference(v.Over(v.Over(ground, 1), 2)); d > 1 {
				t.Errorf("%s over %v: three coats at once and one after the other differ by %.3f", h, ground, d)
			}
			if one, two := v.Shows(ground, 1), v.Shows(ground, 2); two < one || one < 0 || two > 1.0001 {
				t.Errorf("%s over %v: one coat shows %.3f of itself, two %.3f", h, ground, one, two)
			}
		}
	}
	if got := (Cover{}).Over(colour.Grey(30), 3); got != colour.Grey(30) {
		t.Error("the zero cover hides something")
	}
}

func FuzzOver(f *testing.F) {
	f.Add(uint32(0xd8dcd8), uint32(0x202224), 2.0)
	f.Add(uint32(0), uint32(0xffffff), 1e-3)
	f.Add(uint32(0xffff00), uint32(0xff), 300.0)
	f.Fuzz(func(t *testing.T, a, b uint32, um float64) {
		if !(um >= 0 && um < 1e6) {
			t.Skip()
		}
		of := func(v uint32) colour.Colour {
			return colour.FromLinear(float64(v>>16&255)/255, float64(v>>8&255)/255, float64(v&255)/255)
		}
		l, _, _ := Of(of(a)).Over(of(b), um).Lab()
		if math.IsNaN(l) || l < -0.01 || l > 100.01 {
			t.Errorf("%g um of %06x over %06x: L %v", um, a&0xffffff, b&0xffffff, l)
		}
	})
}
