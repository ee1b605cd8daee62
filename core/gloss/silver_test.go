package gloss

import (
	"math"
	"testing"

	"inkysparrow/core/colour"
)

// under is a colour that was named under a sheen of some gloss units, as it looks under another.
func under(c colour.Colour, named, is float64) colour.Colour {
	return c.Recoated(colour.Mirror(Alpha(named)), colour.Mirror(Alpha(is)))
}

// R81, reference model, no source; T75: what a sheen does to the lightness of one body.
func TestSheenAndLightness(t *testing.T) {
	for _, tc := range []struct {
		gloss float64 // L* under 80 GU
		want  [2]float64
	}{{6, [2]float64{15, 24}}, {30, [2]float64{33, 37}}, {80, [2]float64{81, 82}}} {
		for i, units := range []float64{22, 4} {
			if got := under(colour.Grey(tc.gloss), 80, units).Lightness(); math.Abs(got-tc.want[i]) > 2 {
				t.Errorf("R81: L* %.0f under 80 GU is %.1f under %.0f, want %.0f", tc.gloss, got, units, tc.want[i])
			}
		}
	}
	if lift := under(colour.Grey(6), 80, 4).Lightness() - 6; lift < 10 || lift > 20 {
		t.Errorf("T75: a flat lifts gloss black by %.1f", lift)
	}
}

// R82, reference model, no source; T74: silvering of .3 of a decal on a body of L* 26 and of 60, under gloss and under flat.
func TestSilvers(t *testing.T) {
	at := func(l, units float64) float64 { return Silvers(under(colour.Grey(l), 4, units), 0.3) }
	shiny, flat := at(26, 80), at(26, 4)
	if math.Abs(shiny-11) > 2 || math.Abs(flat-6) > 1.5 || flat/shiny < 0.4 || flat/shiny > 0.65 {
		t.Errorf("R82 on L* 26: %.1f under gloss, %.1f under flat", shiny, flat)
	}
	shiny, flat = at(60, 80), at(60, 4)
	if math.Abs(shiny-2.2) > 0.6 || math.Abs(flat-2) > 0.6 || flat/shiny < 0.85 {
		t.Errorf("R82 on L* 60: %.1f under gloss, %.1f under flat", shiny, flat)
	}
	if Silvers(colour.Grey(26), 0) != 0 || Silvers(colour.Grey(26), 0.6) <= Silvers(colour.Grey(26), 0.3) {
		t.Error("more air silvers more, none not at all")
	}
}
