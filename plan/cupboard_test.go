package plan_test

import (
	"strings"
	"testing"
	"time"
)

// Into the warm cupboard until it is taken out: what stands in it hardens sooner, and the room is as it was afterwards.
func TestCupboard(t *testing.T) {
	f := routeOf(t, "e: base-coat enamel coats 1 done 2h", "w: pin-wash enamel-wash", "x: wipe of w damp")
	at := start.Add(time.Hour)
	in, words, err := f.AsOf(at).Cupboard(true, 0)
	if err != nil || !strings.HasPrefix(words, "Into the warm cupboard, ") || len(in.Climate.Spells) != 1 || in.Climate.Spells[0].TemperatureC != 35 {
		t.Fatalf("%q, %+v, %v", words, in.Climate, err)
	}
	cool, err := f.AsOf(at.Add(9 * time.Hour)).Resolve()
	if err != nil {
		t.Fatal(err)
	}
	warm, err := in.AsOf(at.Add(9 * time.Hour)).Resolve()
	if err != nil {
		t.Fatal(err)
	}
	if a, b := cool.Air.At(at.Add(time.Hour)).TemperatureC, warm.Air.At(at.Add(time.Hour)).TemperatureC; b-a < 10 {
		t.Errorf("%.0f °C in the room, %.0f in the cupboard", a, b)
	}
	out, _, err := in.AsOf(at.Add(2*time.Hour)).Cupboard(false, 0)
	if err != nil || !out.Climate.Spells[0].To.Equal(at.Add(2*time.Hour)) {
		t.Errorf("%+v, %v", out.Climate.Spells, err)
	}
	if _, _, err := f.AsOf(at).Cupboard(false, 0); err == nil {
		t.Error("it is taken out of a cupboard that it is not in")
	}
	for _, warm := range []float64{20, 46} {
		if _, _, err := f.AsOf(at).Cupboard(true, warm); err == nil {
			t.Errorf("a cupboard of %.0f °C", warm)
		}
	}
	if _, _, err := f.AsOf(at).Cupboard(true, 44); err != nil {
		t.Error(err)
	}
	twice, _, err := in.AsOf(at.Add(time.Hour)).Cupboard(true, 40)
	if err != nil || len(twice.Climate.Spells) != 1 {
		t.Errorf("in twice: %+v, %v", twice.Climate.Spells, err)
	}
}
