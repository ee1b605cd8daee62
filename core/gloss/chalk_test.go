package gloss

import (
	"math"
	"testing"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
)

// T40, reference model, no source: three wet flat coats of 7.5 um whiten a dark paint (L* 28) by under 1.5 L*, five that land half dry by 3 or more; a pale one hardly.
func TestChalk(t *testing.T) {
	pales := func(l, um float64, halfDry bool) float64 {
		c := colour.Lab(l, 0, 0)
		return c.Hazed(Hazes(Chalk(um, halfDry)), Veil(coating.Flat)).Lightness() - c.Lightness()
	}
	if got := pales(28, 22.5, false); got <= 0 || got > 1.5 {
		t.Errorf("T40: three wet coats whiten by %.2f", got)
	}
	if got := pales(28, 37.5, true); got < 3 {
		t.Errorf("T40: five half-dry coats whiten by %.2f", got)
	}
	for _, tc := range []struct {
		l, um   float64
		halfDry bool
		want    float64
	}{{28, 30, false, 0.7}, {28, 7.5, true, 2.8}, {28, 22.5, true, 7.4}, {28, 37.5, true, 11}} { // the reference's own figures
		if got := pales(tc.l, tc.um, tc.halfDry); math.Abs(got-tc.want) > 0.15*tc.want {
			t.Errorf("%.1f um on L* %.0f, half dry %v: %.2f, want %.2f", tc.um, tc.l, tc.halfDry, got, tc.want)
		}
	}
	if pale, dark := pales(60, 37.5, true), pales(28, 37.5, true); pale > dark/3 {
		t.Errorf("a pale paint pales by %.1f, a dark one by %.1f", pale, dark)
	}
	if Chalk(0, true) != 0 || Hazes(1e9) > 1 {
		t.Error("nothing sends light back, or more than all of it")
	}
}

// R74 to R76; reference model, no source: air whitens, agent does not, and a dark paint most.
func TestAired(t *testing.T) {
	lift := func(l, scatters float64) float64 {
		c := colour.Lab(l, 0, 0)
		return c.Hazed(Hazes(scatters), Veil(coating.Flat)).Lightness() - c.Lightness()
	}
	for air, want := range map[float64]float64{0.02: 6, 0.05: 13, 0.1: 21} {
		if got := lift(28, Aired(4, air)); math.Abs(got-want) > 0.4*want {
			t.Errorf("R75: 4 um with %g of air lift L* 28 by %.1f, want %.0f", air, got, want)
		}
		if pale := lift(60, Aired(4, air)); pale > lift(28, Aired(4, air))/3 {
			t.Errorf("R75: they lift L* 60 by %.1f", pale)
		}
	}
	if Aired(1, 0.05) < 40*Chalk(1, false) {
		t.Errorf("R74: air scatters %.4f, agent %.5f", Aired(1, 0.05), Chalk(1, false))
	}
	for dry, want := range map[float64][2]float64{0: {0, 0.01}, 0.02: {0.05, 1.5}, 0.14: {2, 6}, 0.38: {5, 12}} { // what lands dry of a lacquer from 6, 12, 18 and 25 cm
		if got := lift(28, Dusted(dry)); got < want[0] || got > want[1] {
			t.Errorf("R76: %g of it dry lift by %.2f, want %v", dry, got, want)
		}
	}
}
