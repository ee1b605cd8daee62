package gloss

import (
	"testing"

	"inkysparrow/core/coating"
)

// ISO 2813 bands as EN 927-1 uses them, from memory: each sheen lies in the band of its name.
func TestUnits(t *testing.T) {
	for sheen, want := range map[coating.Sheen]string{coating.Gloss: "high gloss", coating.SemiGloss: "semi-gloss", coating.Satin: "semi-matt", coating.Flat: "matt"} {
		u := Units(sheen.Texture())
		if got := Band(u); got != want {
			t.Errorf("%v reads %.1f GU, %s; want %s", sheen, u, got, want)
		}
	}
	for units, want := range map[float64]string{0: "matt", 9.9: "matt", 10: "semi-matt", 35: "semi-gloss", 60: "gloss", 80: "high gloss"} {
		if got := Band(units); got != want {
			t.Errorf("%v GU is %s, want %s", units, got, want)
		}
	}
	last := smooth + 1
	for _, texture := range []coating.Texture{0, 0.001, 0.01, 0.03, 0.05, 0.08, 0.13, 0.2, 0.35, 0.8, 1.5, 3, 10} {
		u := Units(texture)
		if u > last || u < 0 || u > smooth {
			t.Errorf("texture %v reads %.1f GU, a smoother one %.1f", texture, u, last)
		}
		last = u
	}
}

// Common practice, no source: one gloss coat over flat paint is not enough for decals, two are; two make a wash run; T20: 2 to 3
// coats give an ordinary sheen, and a mirror takes 4 to 6 and a polish.
func TestEnough(t *testing.T) {
	least := map[string]float64{}
	for _, p := range Purposes() {
		least[p.ID] = p.Least
	}
	flat := coating.Flat.Texture()
	laid := func(coats int) coating.Texture {
		c := clear("urethane-clear", coating.Gloss, 19, false)
		c.Coats = coats
		return c.Over(flat)
	}
	over := func(coats int) float64 { return Units(laid(coats)) }
	if over(1) >= least["decals"] || over(2) < least["decals"] || over(2) < least["wash"] {
		t.Errorf("one coat reads %.0f GU, two %.0f; decals want %.0f", over(1), over(2), least["decals"])
	}
	if over(3) >= least["mirror"] {
		t.Errorf("three coats read %.0f GU, a mirror wants %.0f", over(3), least["mirror"])
	}
	polished := laid(4).Polished(2)
	if u := Units(polished); u < least["mirror"] {
		t.Errorf("four coats polished in two grades read %.0f GU, a mirror wants %.0f", u, least["mirror"])
	}
}
