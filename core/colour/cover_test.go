package colour

import (
	"math"
	"testing"
)

// ISO 6504-3, from memory: at the stated number of coats the contrast ratio is 0.98; fewer hide less, more hide more.
func TestHiding(t *testing.T) {
	for _, hex := range []string{"#ffffff", "#d8dcd8", "#b8bfa8", "#7a2b22", "#4b5563", "#202224", "#000000"} {
		own, err := Parse(hex)
		if err != nil {
			t.Fatal(err)
		}
		for _, coats := range []float64{0.5, 1, 2, 4} {
			v := own.Hiding(coats)
			if hex == "#000000" {
				continue // black over white is hidden by a trace; the ratio of two blacks says nothing
			}
			if got := v.contrast(coats); math.Abs(got-0.98) > 1e-3 {
				t.Errorf("%s in %v coats: contrast %.4f, want 0.98", hex, coats, got)
			}
			if v.contrast(coats/2) > 0.98 || v.contrast(2*coats) < 0.98 {
				t.Errorf("%s: half the coats hide %.3f, twice %.3f", hex, v.contrast(coats/2), v.contrast(2*coats))
			}
		}
	}
}

// What a layer does to any ground: nothing at no coats, its own colour in the end, ever nearer in between; two coats at once are one
// after the other.
func TestOver(t *testing.T) {
	grounds := []Colour{Grey(5), Grey(50), Grey(95), Or("#7a2b22", Colour{})}
	for _, hex := range []string{"#d8dcd8", "#7f8a91", "#23262a", "#b58a3c"} {
		own := Or(hex, Colour{})
		v := own.Hiding(2)
		for _, ground := range grounds {
			if d := v.Over(ground, 0).Difference(ground); d > 1e-9 {
				t.Errorf("%s: no coat moves the ground by %v", hex, d)
			}
			if d := v.Over(ground, 40).Difference(own); d > 0.6 { // black grounds return a little light: see KS
				t.Errorf("%s over %v: forty coats are %.2f from the paint itself", hex, ground, d)
			}
			last := math.Inf(1)
			for n := 0.5; n < 8; n += 0.5 {
				y := math.Abs(v.Over(ground, n).Luminance() - own.Luminance())
				if y > last+1e-9 {
					t.Errorf("%s over %v: %.1f coats are further from the paint than fewer", hex, ground, n)
				}
				last = y
			}
			once, twice := v.Over(ground, 3), v.Over(v.Over(ground, 1), 2)
			if d := once.Difference(twice); d > 0.05 {
				t.Errorf("%s over %v: three coats at once and one after the other differ by %.3f", hex, ground, d)
			}
		}
	}
	if got := (Cover{}).Over(Grey(30), 3); got != Grey(30) {
		t.Error("the zero cover hides something")
	}
}

func FuzzOver(f *testing.F) {
	f.Add(uint32(0xd8dcd8), uint32(0x202224), 2.0, 1.0)
	f.Fuzz(func(t *testing.T, a, b uint32, hide, coats float64) {
		if !(hide > 0.05 && hide < 50) || !(coats >= 0 && coats < 1e6) {
			t.Skip()
		}
		of := func(v uint32) Colour { return Or("#"+hex6(v), Colour{}) }
		got := of(a).Hiding(hide).Over(of(b), coats)
		l, _, _ := got.Lab()
		if math.IsNaN(l) || l < -0.01 || l > 100.01 {
			t.Errorf("%06x over %06x: L %v", a&0xffffff, b&0xffffff, l)
		}
	})
}

func hex6(v uint32) string {
	const digits = "0123456789abcdef"
	out := make([]byte, 6)
	for i := range out {
		out[5-i] = digits[v>>(4*i)&15]
	}
	return string(out)
}
