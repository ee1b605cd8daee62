package stack

import (
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
)

// R85, R86: reference model, no source; T62, T87: common practice, no source. How far a coat carries a thin film along.
func TestCarried(t *testing.T) {
	blended := coating.Film{Family: coating.MustFamily("artist-oil"), Coats: 1, Wet: 1.7, Laid: laid}
	washed := film("enamel-wash", 1)
	lacquer := coating.MustFamily("lacquer").Carrier
	water := coating.MustFamily("urethane-clear").Carrier
	wet := WetCoat.Standing(20)
	for _, tc := range []struct {
		name   string
		below  coating.Film
		touch  Touch
		age    time.Duration
		lo, hi float64
	}{
		{"R85 a day-old blended oil under an enamel, wet", blended, Touch{Contact: wet, Liquid: spirit}, day, 0.3, 0.7},
		{"R85 four days", blended, Touch{Contact: wet, Liquid: spirit}, 4 * day, 0, 0.12},
		{"R85 two weeks", blended, Touch{Contact: wet, Liquid: spirit}, 14 * day, 0, 0.03},
		{"R85 a water-borne coat", blended, Touch{Contact: wet, Liquid: water}, day, 0, 0.001},
		{"T87 a lacquer mist over an enamel wash of two days", washed, Touch{Contact: Mist, Liquid: lacquer}, 2 * day, 0, creepMM},
		{"T87 a wet lacquer coat over one of two days", washed, Touch{Contact: wet, Liquid: lacquer}, 2 * day, creepMM, 1},
		{"a wet cloth is no coat", washed, Touch{Contact: WetWipe, Liquid: lacquer}, 2 * day, 0, 0},
		{"an oil that is still wet goes with the coat", blended, Touch{Contact: wet, Liquid: water}, 0, 0.9, 0.9},
	} {
		s := on(room, tc.below)
		if got, _ := s.Carried(tc.touch, 1, laid.Add(tc.age), room); got < tc.lo || got > tc.hi {
			t.Errorf("%s: carried %.3f mm, want %.2f to %.2f", tc.name, got, tc.lo, tc.hi)
		}
	}
	for _, age := range []time.Duration{0, time.Hour, day, 30 * day} { // R86
		s := on(room, washed)
		mist, _ := s.Carried(Touch{Contact: Mist, Liquid: lacquer}, 1, laid.Add(age), room)
		full, _ := s.Carried(Touch{Contact: wet, Liquid: lacquer}, 1, laid.Add(age), room)
		if mist > full/30 {
			t.Errorf("R86 %v old: a mist carries %.4f mm, a wet coat %.4f", age, mist, full)
		}
	}
}

// T85, common practice, no source: ten minutes of water on dried lacquer or cured acrylic dissolve nothing; what is milder than a lacquer's own thinner leaves it alone.
func TestMild(t *testing.T) {
	soak := &Contact{ID: "soak", Liquid: 30, Patch: 10 * time.Minute, Carry: 1}
	for _, tc := range []struct {
		family, liquid string
		age            time.Duration
		most           float64
	}{
		{"lacquer", "water", day, 0.02},
		{"waterborne-acrylic", "water", 3 * day, 0.02},
		{"lacquer", "isopropanol", day, biteLimit},
		{"lacquer", "acrylic-thinner", day, biteLimit},
		{"lacquer", "white-spirit", day, biteLimit},
		{"lacquer", "turpentine", day, biteLimit},
	} {
		contact := soak
		if tc.liquid != "water" {
			contact = WornBack
		}
		if r := on(room, film(tc.family, 2)).Bite(Touch{Contact: contact, Liquid: solvent.Must(tc.liquid)}, laid.Add(tc.age), room); float64(r.Loss) > tc.most {
			t.Errorf("T85 %s on %s of %v dissolves %.3f µm", tc.liquid, tc.family, tc.age, float64(r.Loss))
		}
	}
	if r := on(room, film("lacquer", 2)).Bite(Touch{Contact: WornBack, Liquid: solvent.Must("lacquer-thinner")}, laid.Add(30*day), room); !r.Bites() {
		t.Error("its own thinner takes a lacquer up at any age")
	}
	if r := on(room, film("alcohol-acrylic", 2)).Bite(Touch{Contact: DampWipe, Liquid: solvent.Must("isopropanol")}, laid.Add(30*day), room); !r.Bites() {
		t.Error("alcohol takes an alcohol acrylic up at any age")
	}
}
