package dose

import (
	"math"
	"testing"

	"inkysparrow/core/climate"
	"inkysparrow/core/solvent"
)

const cup = 0.9 // liquid in a cup of thinned lacquer

// R61, R64, R65, T68, T69; reference model, no source.
func TestFly(t *testing.T) {
	lacquer, water := solvent.Must("lacquer-thinner").Mix, solvent.Must("waterborne-carrier").Mix
	slow := solvent.Mix{solvent.Toluene: 0.35, solvent.ButylAcetate: 0.45, solvent.MethoxyPropanol: 0.2}
	fly := func(m solvent.Mix, cm float64) Flight { return Fly(m, climate.Room, 18, cup, cm) }
	if r := fly(lacquer, 12).Time / fly(lacquer, 6).Time; math.Abs(r-4) > 1e-9 {
		t.Errorf("R61: twice as far takes %.3f times as long", r)
	}
	for _, tc := range []struct{ cm, gone, dust float64 }{{8, .12, 0}, {12, .25, .02}, {18, .46, .14}, {25, .67, .38}} {
		f := fly(lacquer, tc.cm)
		t.Logf("%v cm: %+v slow %+v", tc.cm, f, fly(slow, tc.cm))
		if f.Gone < tc.gone/1.5 || f.Gone > tc.gone*1.5 || f.Dust > 2*tc.dust+0.02 || f.Dust < tc.dust/2-0.02 {
			t.Errorf("R64 from %g cm: gone %.2f, dust %.2f, want %.2f, %.2f", tc.cm, f.Gone, f.Dust, tc.gone, tc.dust)
		}
		if w := fly(water, tc.cm); w.Dust > 0.02 || w.Water > 0.001 {
			t.Errorf("T69 from %g cm: %.3f of a water-borne clear lands dry, with %.3f of water", tc.cm, w.Dust, w.Water)
		}
	}
	for humidity, want := range map[float64]float64{0.5: 0.018, 0.8: 0.045} {
		air := climate.Air{TemperatureC: 21, Humidity: humidity}
		if got := Fly(lacquer, air, 18, cup, 12).Water; got < want/2 || got > want*2 {
			t.Errorf("R65 at %g: %.4f of water", humidity, got)
		}
		if got := Fly(slow, air, 18, cup, 12).Water; got > Fly(lacquer, air, 18, cup, 12).Water/3 {
			t.Errorf("R65 at %g: a slow thinner catches %.4f", humidity, got)
		}
	}
	last := Flight{}
	for cm := 2.0; cm < 40; cm += 2 { // farther is never less dry; nor is warmer, nor finer
		f := fly(lacquer, cm)
		if f.Dust < last.Dust || f.Gone < last.Gone || f.Gone > 1 {
			t.Errorf("from %g cm: %+v after %+v", cm, f, last)
		}
		if w := Fly(lacquer, climate.Air{TemperatureC: 30, Humidity: 0.5}, 18, cup, cm); w.Gone < f.Gone || w.Dust < f.Dust {
			t.Errorf("warmer, from %g cm: %+v", cm, w)
		}
		if w := Fly(lacquer, climate.Room, 12, cup, cm); w.Gone < f.Gone || w.Dust < f.Dust {
			t.Errorf("finer, from %g cm: %+v", cm, w)
		}
		last = f
	}
}
