package dose

import (
	"math"
	"testing"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
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

// R89; reference model, no source: peel is dry arrival, not too much paint. A lacquer of 20 µm levels what lands wet; half dried on its way it keeps most of its ripples; a thick coat levels more.
func TestRipples(t *testing.T) {
	f := coating.MustFamily("lacquer")
	s := Setting{Thinning: f.Thinning}
	at := func(wet coating.Microns, gone float64) float64 {
		return Ripples(f, s.liquid(f), climate.Room, wet, s.volatile(f), gone)
	}
	wet, dry := at(20, 0), at(20, 0.5)
	if wet < 0.2 || wet > 0.35 || dry < 1.2 || dry > 1.8 || dry < 3*wet {
		t.Errorf("R89: %.2f µm where it landed wet, %.2f half dry", wet, dry)
	}
	if thick := at(35, 0); thick > wet {
		t.Errorf("35 µm keep %.2f, 20 µm %.2f", thick, wet)
	}
	water := coating.MustFamily("urethane-clear")
	deep, let := Bristles(water, climate.Room, 40, 0), Bristles(water, climate.Room, 20, 0)
	if deep < 0.1 || deep > 0.3 || let <= deep { // a water-borne coat bears them: the thinner the coat, the more
		t.Errorf("a brush leaves %.2f µm in 40 µm, %.2f in 20", deep, let)
	}
	if lacquered := Bristles(f, climate.Room, 40, f.Thinning); lacquered > 0.01 {
		t.Errorf("a lacquer keeps %.2f µm of its brush", lacquered)
	}
}

// A can: one rate, one cone. From a hand's breadth it floods, from afar it lands half dry; passes that hardly overlap leave stripes, a slow hand lays more.
func TestCan(t *testing.T) {
	f := coating.MustFamily("lacquer")
	at := func(s Setting) Spray {
		s.Can = true
		return s.Of(f, f.Wet, true, 200, climate.Room)
	}
	usual := Reach()
	for _, cm := range usual {
		if x := at(Setting{DistanceCM: cm}); x.Wet || x.Coarse || x.Dry || x.Flight.Dust > 0.1 {
			t.Errorf("a can at %g cm: %s", cm, x.Words())
		}
	}
	near, far, mid := at(Setting{DistanceCM: 6}), at(Setting{DistanceCM: 45}), at(Setting{DistanceCM: 20})
	if !near.Wet || !far.Dry || far.Peel <= mid.Peel {
		t.Errorf("near %+v, far %+v", near, far)
	}
	if same := at(Setting{DistanceCM: 20, NeedleMM: 0.8, PSI: 40, Thinning: 9}); same != mid {
		t.Errorf("a can has no needle to change: %+v", same)
	}
	slow, loose := at(Setting{DistanceCM: 20, Speed: 8}), at(Setting{DistanceCM: 20, Overlap: 0.1})
	if slow.Pass <= mid.Pass || loose.Pass >= mid.Pass || loose.Stripes < 4*stripesShow || mid.Stripes > stripesShow/2 {
		t.Errorf("slow %.1f, loose %.1f with stripes %.2f, usual %.1f with %.2f", float64(slow.Pass), float64(loose.Pass), loose.Stripes, float64(mid.Pass), mid.Stripes)
	}
	if (Setting{Can: true, DistanceCM: 20}).Strays(RangeFor(OfColour), f, 0) != 0 || (Setting{Can: true, DistanceCM: 60}).Strays(RangeFor(OfColour), f, 0) <= 0 || (Setting{Can: true, DistanceCM: 20, Speed: 3}).Strays(RangeFor(OfColour), f, 0) <= 0 {
		t.Error("a can strays by its distance and speed alone")
	}
}
