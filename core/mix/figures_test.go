package mix

import (
	"math"
	"testing"

	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

// Each number of mixing from both sides of where it speaks.
func TestFigures(t *testing.T) {
	if got := InLine(wash.Fluid{Solids: 0.1}, usual); math.Abs(float64(got)-7.5) > 0.1 {
		t.Errorf("a tenth of solids leaves %.1f µm in a usual line", float64(got))
	}
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	last := mixed(t, Cup{{Product: dark, ML: 1, Left: 1e-6}}).Solids / mixed(t, Cup{{Product: dark, ML: 1}}).Solids
	if last < 1.45 || last > 1.55 {
		t.Errorf("the last drops are %.2f times as thick", last)
	}
	for ml, parts := range map[float64]bool{0.24: false, 0.38: true} { // of 6 ml
		_, err := Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 5}, {Liquid: water, ML: ml}}.Mix()
		if (err != nil) != parts {
			t.Errorf("%.2f ml of water in 6 ml of spirit: %v", ml, err)
		}
	}
	grains := bottle(coating.Pigment, "dry-pigment", "#3f3831")
	soapy := mixed(t, Cup{{Product: grains, ML: 0.3}, {Liquid: water, ML: 10}, {Liquid: solvent.Must("soapy-water"), ML: 0.05, Soap: true}})
	if soapy.Wetting < 0.9 || soapy.Wetting > 1.1 {
		t.Errorf("a drop of soap wets 10 ml by %.2f", soapy.Wetting)
	}
	for parts, family := range map[float64]string{0.5: "enamel", 0.8: "enamel-wash"} {
		if m := mixed(t, Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: parts}}); m.Family.ID != family {
			t.Errorf("1:%.1f acts as %s, want %s", parts, m.Family.ID, family)
		}
	}
	if got := PigmentML(2.7); math.Abs(got-1) > 1e-9 {
		t.Errorf("2.7 g of pigment are %.2f ml", got)
	}
	if got := StripML(51, 5); math.Abs(got-1) > 0.01 {
		t.Errorf("51 mm of a strip of 5 mm are %.3f ml", got)
	}
	own := *dark
	own.Price = 2
	if Price(&own) != 2 {
		t.Error("its own price counts")
	}
	for kind, want := range map[coating.Kind][2]float64{coating.Paint: {0.15, 0.25}, coating.Wash: {0.14, 0.22}, coating.Oil: {0.17, 0.28}, coating.Primer: {0.07, 0.13}, coating.Clear: {0.09, 0.16}, coating.Metal: {0.2, 0.32}, coating.Pigment: {0.2, 0.32}} {
		if got := Price(&coating.Product{Kind: kind}); got < want[0] || got > want[1] {
			t.Errorf("a millilitre of %s costs %.2f, usually %v", kind, got, want)
		}
	}
	thinner := mixed(t, Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 10}}).Cost() - mixed(t, Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 5}}).Cost()
	if thinner < 0.12 || thinner > 0.2 {
		t.Errorf("5 ml of thinner cost %.2f", thinner)
	}
	for days, is := range map[float64][2]float64{keepsWater: {10, 20}, keepsWashed: {45, 80}, keepsOil: {150, 220}, keepsAcryl: {5, 10}, keepsLong: {300, 400}} {
		if days < is[0] || days > is[1] {
			t.Errorf("it keeps %.0f days, its words speak of %v", days, is)
		}
	}
	if n := ratios[len(ratios)-1].parts(); n != 40 || len(ratios) < 60 || len(ratios) > 70 {
		t.Errorf("%d ratios up to 1:%.0f", len(ratios), n)
	}
}
