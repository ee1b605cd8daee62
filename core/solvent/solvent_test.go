package solvent

import (
	"fmt"
	"math"
	"testing"

	"inkysparrow/core/climate"
)

func ExampleMix_Hansen() {
	var cup Mix // an empty cup
	cup.Add(Isopropanol, 60*Millilitre)
	cup.Add(Water, 40*Millilitre)
	fmt.Println(cup.Hansen())
	// Output: dD 16.6, dP 10.4, dH 18.2 MPa^0.5
}

// C. M. Hansen, Hansen Solubility Parameters, 2nd ed. 2007, from memory: RED of white spirit against three polymers.
func TestDistance(t *testing.T) {
	spirit := Must("white-spirit").Hansen()
	for _, tc := range []struct {
		polymer string
		h       Hansen
		r0, red float64
	}{
		{"long-oil alkyd", Hansen{20.4, 3.4, 4.6}, 13.7, 0.78},
		{"poly(methyl methacrylate)", Hansen{18.6, 10.5, 7.5}, 8.6, 1.62},
		{"polystyrene", Hansen{21.3, 5.8, 4.3}, 12.7, 1.02},
	} {
		if got := spirit.Distance(tc.h) / tc.r0; math.Abs(got-tc.red) > 0.012 {
			t.Errorf("white spirit against %s: RED %.3f, want %.2f", tc.polymer, got, tc.red)
		}
	}
}

// ASTM D3539 practice, from memory: rates relative to n-butyl acetate at 25 C; white spirit 0.1 to 0.15.
func TestFlux(t *testing.T) {
	at25 := climate.Air{TemperatureC: 25, Humidity: 0.5}
	butyl := Mix{ButylAcetate: 1}.Flux(at25)
	for _, tc := range []struct {
		c      Component
		lo, hi float64
	}{{Acetone, 5.6, 5.8}, {Toluene, 1.9, 2.1}, {WhiteSpirit, 0.1, 0.15}, {Turpentine, 0.39, 0.41}, {Butoxyethanol, 0.06, 0.08}} {
		var m Mix
		m.Add(tc.c, 1)
		if got := m.Flux(at25) / butyl; got < tc.lo || got > tc.hi {
			t.Errorf("%s leaves %.3f times as fast as butyl acetate, want %.2f to %.2f", tc.c.Of().Name, got, tc.lo, tc.hi)
		}
	}
	dry := Mix{Water: 1}.Flux(climate.Air{TemperatureC: 25}) / butyl
	if math.Abs(dry-0.3) > 1e-9 {
		t.Errorf("water in dry air: %.3f, want 0.3", dry)
	}
	for _, l := range Bought() {
		last := 0.0
		for celsius := 5.0; celsius <= 35; celsius += 5 {
			f := l.Flux(climate.Air{TemperatureC: celsius, Humidity: 0.5})
			if f <= last {
				t.Errorf("%s leaves no faster at %v C than 5 degrees colder", l.ID, celsius)
			}
			if damp := l.Flux(climate.Air{TemperatureC: celsius, Humidity: 0.8}); damp > f {
				t.Errorf("%s leaves faster in damp air at %v C", l.ID, celsius)
			}
			last = f
		}
	}
}

func TestMixOrderAndScale(t *testing.T) {
	ipa, water := Must("isopropanol"), Must("water")
	a := Mixed(Part{ipa, 0.6}, Part{water, 0.4})
	b := Mixed(Part{water, 20}, Part{ipa, 30})
	if a.Mix != b.Mix || a.ID != b.ID || a.Name != b.Name {
		t.Errorf("order or scale of the parts matters: %v, %v", a, b)
	}
	if a.Name != "60 % isopropanol and 40 % water" {
		t.Errorf("name %q", a.Name)
	}
	pure := Mixed(Part{water, 3})
	if pure.Hansen() != water.Hansen() {
		t.Errorf("water alone is %v, want its own %v", pure.Hansen(), water.Hansen())
	}
	if (Mix{}).Volume() != 0 || (Mix{}).Hansen() != (Hansen{}) {
		t.Error("an empty cup should have neither volume nor parameters")
	}
}
