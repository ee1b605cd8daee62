package coating

import (
	"math"
	"testing"

	"inkysparrow/core/solvent"
)

// Every family is complete enough for the computation, and in the order and under the names that plans use.
func TestFamilies(t *testing.T) {
	seen := map[string]bool{}
	for _, f := range Families() {
		if seen[f.ID] {
			t.Errorf("%s stands twice", f.ID)
		}
		seen[f.ID] = true
		switch {
		case f.Name == "" || f.Note == "" || f.Evidence.Kind == "" || len(f.Sheens) == 0 || len(f.Kinds) == 0 || f.Wet <= 0:
			t.Errorf("%s lacks a name, a note, evidence, sheens, kinds or a thickness", f.ID)
		case f.Carrier == nil || f.Thinner == nil || f.Remover == nil:
			t.Errorf("%s lacks a liquid", f.ID)
		case f.Mechanism.Hardens != (f.Tau8 > 0):
			t.Errorf("%s hardens %v but has the time constant %v", f.ID, f.Mechanism.Hardens, f.Tau8)
		case !f.IsLoose() && (f.R0 <= 0 || f.CarrierShare <= 0 || f.CarrierShare+f.Hold > 1 || f.StiffAt <= 0):
			t.Errorf("%s has figures out of range", f.ID)
		case f.AsWash() != f && f.AsWash().AsWash() != f.AsWash():
			t.Errorf("%s is thinned to a wash that is thinned again", f.ID)
		}
	}
	if len(seen) != 17 {
		t.Errorf("%d families, the plan format has 17", len(seen))
	}
	if _, ok := FamilyNamed("gouache"); ok {
		t.Error("a family that is not there was found")
	}
}

// C. M. Hansen, 2007, from memory: long-oil alkyd lies within white spirit's reach and polystyrene at its edge.
func TestHansenOfFilms(t *testing.T) {
	spirit := solvent.Must("white-spirit").Hansen()
	for _, tc := range []struct {
		f   *Family
		red float64
	}{{MustFamily("enamel"), 0.78}, {Plastic, 1.02}} {
		if got := spirit.Distance(tc.f.Hansen) / tc.f.R0; math.Abs(got-tc.red) > 0.012 {
			t.Errorf("white spirit against %s: RED %.3f, want %.2f", tc.f.Name, got, tc.red)
		}
	}
}

func TestTextureUnder(t *testing.T) {
	if got := Flat.Texture().Under(Gloss, 1).Sheen(); got == Gloss {
		t.Error("one coat of gloss over flat looks glossy already")
	}
	if got := Flat.Texture().Under(Gloss, 2).Sheen(); got != Gloss {
		t.Errorf("two coats of gloss over flat look %s", got)
	}
	if got := Gloss.Texture().Under(Flat, 1).Sheen(); got != Flat {
		t.Errorf("a flat coat over gloss looks %s", got)
	}
	for s := Gloss; s <= Flat; s++ {
		if named, ok := SheenNamed(s.String()); !ok || named != s || s.Texture().Sheen() != s {
			t.Errorf("%s does not come back", s)
		}
		last := Flat.Texture()
		for coats := 1; coats < 8; coats++ {
			if now := Flat.Texture().Under(s, coats); now > last || now < s.Texture() {
				t.Errorf("%d coats of %s leave %v after %v", coats, s, now, last)
			} else {
				last = now
			}
		}
	}
}
