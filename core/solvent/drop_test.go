package solvent

import (
	"math"
	"testing"

	"inkysparrow/core/climate"
)

var slow = Mix{Toluene: 0.35, ButylAcetate: 0.45, MethoxyPropanol: 0.2}

// R62, R63; reference model, no source; the wet bulb of water by the psychrometric formula is 14.7 °C.
func TestDrop(t *testing.T) {
	of := func(id string) Mix { return Must(id).Mix }
	for _, tc := range []struct {
		what string
		mix  Mix
		k    float64
	}{{"lacquer thinner", of("lacquer-thinner"), 8.8e-9}, {"a slow one", slow, 3.5e-9}, {"alcohol", of("alcohol-carrier"), 2.8e-9}, {"white spirit", of("white-spirit"), 8.9e-10}, {"water-borne", of("waterborne-carrier"), 5.5e-10}} {
		c, k := tc.mix.Drop(climate.Room)
		t.Logf("%s: %.1f C, %.2g", tc.what, c, k)
		if k < tc.k/1.5 || k > tc.k*1.5 {
			t.Errorf("R62 %s: K %.2g m2/s at %.1f °C, want %.2g", tc.what, k, c, tc.k)
		}
	}
	if c, _ := of("water").Drop(climate.Room); math.Abs(c-14.2) > 0.8 {
		t.Errorf("R63: a drop of water flies at %.1f °C", c)
	}
}

// Warmer air dries a drop faster, damper air one of water slower, and no drop is warmer than the air.
func TestDropInAir(t *testing.T) {
	for _, l := range liquids {
		last := 0.0
		for c := 5.0; c < 35; c += 5 {
			at, k := l.Mix.Drop(climate.Air{TemperatureC: c, Humidity: 0.5})
			if k < last || at > c {
				t.Errorf("%s at %.0f °C: K %.3g after %.3g, at %.1f °C", l.ID, c, k, last, at)
			}
			last = k
		}
	}
	w := Must("water").Mix
	_, dry := w.Drop(climate.Air{TemperatureC: 21, Humidity: 0.3})
	_, damp := w.Drop(climate.Air{TemperatureC: 21, Humidity: 0.8})
	if damp >= dry || Catches(2, climate.Room) <= 0 || Catches(15, climate.Room) != 0 {
		t.Errorf("water: K %.3g dry, %.3g damp; caught at 2 °C %.3g, at 15 %.3g", dry, damp, Catches(2, climate.Room), Catches(15, climate.Room))
	}
	if _, k := (Mix{}).Drop(climate.Room); k != 0 {
		t.Error("an empty drop shrinks")
	}
}
