package wash

import (
	"math"
	"testing"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
)

// What a figure is held against by hand: each number of the run from both sides. Common practice and the reference model, no source.
func TestFigures(t *testing.T) {
	near := func(name string, got, want, share float64) {
		t.Helper()
		if math.IsNaN(got) || math.Abs(got-want) > share*want {
			t.Errorf("%s: %.4g, want about %.4g", name, got, want)
		}
	}
	near("enamel 1:6 yields, Pa", thinned(6).Yield(), 0.1, 0.35)
	near("enamel 1:1 yields, Pa", thinned(1).Yield(), 3.5, 0.25)
	half := Fluid{Carrier: spirit.Mix, Solids: 0.5, Oil: 0.5}
	near("half oil, half spirit, mPa s", half.Viscosity(20), math.Sqrt(1.1*45), 0.1)
	if paste := (Fluid{Carrier: water.Mix, Solids: 0.6}).Viscosity(20); math.IsNaN(paste) || paste < 300 || paste > 1000 {
		t.Errorf("a paste has %.0f mPa s", paste)
	}
	near("how far 1:6 goes before it dries, mm", thinned(6).Runs(usual, gloss, climate.Room).Dry, 157, 0.12)
	near("lines on 100 cm² of a 1/48, mm", LengthMM(100, 48), 640, 0.01)
	near("the same where nothing is said of the scale", LengthMM(100, 0), 640, 0.01)
	fill := usual.Fills(640, 10)
	if fill.Touches != 40 || math.Abs(fill.Minutes-2) > 0.01 || math.Abs(fill.ML-0.0064) > 1e-6 {
		t.Errorf("640 mm of a wash that runs 10 mm: %+v, want 40 touches, 2 minutes", fill)
	}
	if on := thinned(6).Runs(usual, coating.Satin.Texture(), climate.Room); on.Stop != ByBrush {
		t.Errorf("on satin 1:6 stops by %s", on.Stop)
	}
	if (Run{MM: 2.9}).Runs() || !(Run{MM: 3}).Runs() {
		t.Error("T16: from 3 mm on it runs by itself")
	}
	near("a drop of soap in a millilitre of water, mN/m", Fluid{Carrier: water.Mix, Wetting: 1}.Tension(), 35, 0.02)
	near("a fifth as much", Fluid{Carrier: water.Mix, Wetting: 0.2}.Tension(), 54, 0.03)
	near("alcohol in water, a fifth, mN/m", solvent.Mix{solvent.Water: 0.8, solvent.Isopropanol: 0.2}.Tension(0), 27, 0.12)
}

// Words for how thick it is. Common practice, no source.
func TestWordsOfThickness(t *testing.T) {
	for solids, want := range map[float64]string{
		0.02: "tinted thinner", 0.03: "coffee", 0.05: "skimmed milk", 0.075: "skimmed milk", 0.09: "milk", 0.13: "milk", 0.16: "single cream", 0.2: "single cream", 0.3: "paint", 0.38: "paint", 0.5: "a paste",
	} {
		if got := (Fluid{Solids: solids}).Like(); got != want {
			t.Errorf("%.1f %%: %s, want %s", 100*solids, got, want)
		}
	}
}
