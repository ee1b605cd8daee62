package shade

import (
	"math"
	"testing"

	"inkysparrow/core/colour"
	"inkysparrow/core/pigment"
)

// The blur of a half-closed eye at arm's length: eight arc minutes at 600 mm are 1.4 mm; one is 0.17 mm (acuity, from memory).
func TestBlurMM(t *testing.T) {
	if got := BlurMM(); math.Abs(got-8*0.1745) > 0.01 {
		t.Errorf("the squint blurs over %.3f mm, want 8 times 0.1745", got)
	}
}

// A narrower line keeps less, a wide one all; no blur takes nothing; a numeric convolution agrees with the closed form.
func TestKeeps(t *testing.T) {
	last := 0.0
	for w := 0.2; w < 20; w *= 1.5 {
		got := Keeps(w, 1.4)
		if got <= last && last < 0.999 || got > 1 {
			t.Errorf("%.1f mm keeps %.3f, a narrower line %.3f", w, got, last)
		}
		last = got
		sum, all := 0.0, 0.0
		for x := -15.0; x <= 15; x += 0.001 {
			g := math.Exp(-x * x / (2 * 1.4 * 1.4))
			all += g
			if math.Abs(x) < w/2 {
				sum += g
			}
		}
		if d := math.Abs(sum/all - got); d > 2e-3 {
			t.Errorf("%.1f mm: a numeric blur keeps %.4f, the closed form %.4f", w, sum/all, got)
		}
	}
	if Keeps(3, 0) != 1 || Keeps(0, 1) != 0 {
		t.Error("no blur takes nothing, no line leaves nothing")
	}
}

// Each further veil leaves less; a dark line under pale paint goes from stark to lost through every word between; paler paint that
// hides less leaves it longer.
func TestFades(t *testing.T) {
	pale := colour.Or("#c4ccc9", colour.Colour{})
	pair := Pair{Line: colour.Or("#3a3f42", colour.Colour{}), Panel: colour.Or("#8c8f8f", colour.Colour{})}
	f := pair.Fades(pigment.Hiding(pale, 2), Line.WidthMM, Subtle, 12)
	seen := map[Reading]bool{}
	for i, d := range f.Seen {
		if i > 0 && d > f.Seen[i-1]+1e-9 {
			t.Errorf("after %d veils %.2f is seen, after one fewer %.2f", i, d, f.Seen[i-1])
		}
		seen[Read(d)] = true
	}
	if len(seen) != 4 {
		t.Errorf("the shading reads %v on its way: %.1f", seen, f.Seen)
	}
	if f.Right <= 0 || f.Gone <= f.Right || Read(f.Seen[f.Right]) != Subtle || Read(f.Seen[f.Gone]) != Lost || Read(f.Seen[f.Gone-1]) == Lost {
		t.Errorf("right after %d veils, gone after %d: %v", f.Right, f.Gone, f.Seen)
	}
	weak := pair.Fades(pigment.Hiding(pale, 4), Line.WidthMM, Subtle, 12)
	if weak.Gone >= 0 && weak.Gone <= f.Gone {
		t.Errorf("a paint that hides half as well loses it after %d veils, the other after %d", weak.Gone, f.Gone)
	}
	same := Pair{pale, pale}.Fades(pigment.Hiding(pale, 2), 3, Stark, 3)
	if same.Right != -1 || same.Gone != 0 {
		t.Errorf("no contrast at all: right %d, gone %d", same.Right, same.Gone)
	}
}

func TestReadingNamed(t *testing.T) {
	for r := Lost; r <= Stark; r++ {
		if got, ok := ReadingNamed(r.String()); !ok || got != r {
			t.Errorf("%v is read back as %v", r, got)
		}
	}
	if _, ok := ReadingNamed("loud"); ok {
		t.Error("a word that is none is read")
	}
}
