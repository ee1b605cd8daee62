package cure

import (
	"math"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
)

// The tried model of drying and hardening that these constants began from, at 21 C and 50 %: two coats of enamel under white spirit,
// counted from stiff. Common practice, no source. Within 4 %, since the pace is rounded to whole hours of tau there.
func TestEnamelAgainstTheTriedModel(t *testing.T) {
	c := Of(film("enamel", 2), room)
	for hours, want := range map[int]float64{0: 0, 24: 0.152, 48: 0.293, 96: 0.508, 168: 0.715, 336: 0.920} {
		got := float64(c.Hard(c.Film.Laid.Add(time.Duration(hours) * time.Hour)))
		if math.Abs(got-want) > 0.04 {
			t.Errorf("enamel after %d h is %.3f hard, the tried model says %.3f", hours, got, want)
		}
	}
}

// Common practice, no source: a clay wash laid at 9 h when the air goes from 21 C and 50 % to 12 C and 80 % at 8 h takes about 2.5 h.
func TestClayInADampEvening(t *testing.T) {
	morning := time.Date(2027, 3, 1, 0, 0, 0, 0, time.UTC)
	air := climate.Of(climate.Piece{From: morning, Air: climate.Room}, climate.Piece{From: morning.Add(8 * time.Hour), Air: climate.Air{TemperatureC: 12, Humidity: 0.8}})
	f := film("clay-wash", 1)
	f.Laid = morning.Add(9 * time.Hour)
	c := Of(f, air)
	if d := c.Stiff().Sub(f.Laid); d < 2*time.Hour || d > 3*time.Hour {
		t.Errorf("stiff after %v, want about two and a half hours", d)
	}
}

// What the words on the screen stand for, in order.
func TestPhases(t *testing.T) {
	for _, tc := range []struct {
		family string
		after  time.Duration
		want   Phase
	}{
		{"enamel", -time.Minute, NotLaid},
		{"enamel", 10 * time.Minute, Wet},
		{"enamel", 5 * time.Hour, TouchDry},
		{"enamel", 40 * time.Hour, Ready},
		{"enamel", 60 * day, CuredPhase},
		{"artist-oil", 5 * time.Hour, Stiff},
		{"artist-oil", 60 * time.Hour, TouchDry},
		{"artist-oil", 8 * day, Ready},
		{"lacquer", 5 * time.Minute, Wet},
		{"lacquer", 3 * time.Hour, Ready},
		{"lacquer", 4 * day, CuredPhase},
		{"clay-wash", 2 * time.Hour, CuredPhase},
		{"dry-pigment", 0, CuredPhase},
	} {
		f := film(tc.family, 2)
		if got := At(f, laid.Add(tc.after), room).Phase; got != tc.want {
			t.Errorf("%s after %v is %q, want %q", tc.family, tc.after, got, tc.want)
		}
	}
	seen := map[string]bool{}
	for p := NotLaid; p <= CuredPhase; p++ {
		if p.String() == "" || seen[p.String()] {
			t.Errorf("phase %d has no word of its own", p)
		}
		seen[p.String()] = true
	}
}

// Fast before usual before slow, for every family that hardens; the same for those that don't.
func TestSpreadOfProducts(t *testing.T) {
	for _, f := range coating.Families() {
		at := func(s Speed) time.Time {
			c := Of(s.At(film(f.ID, 2)), room)
			return c.When(0.6)
		}
		fast, usual, slow := at(Fast), at(Usual), at(Slow)
		if f.Mechanism.Hardens {
			if !fast.Before(usual) || !usual.Before(slow) {
				t.Errorf("%s: fast %v, usual %v, slow %v", f.ID, fast, usual, slow)
			}
			if ratio := slow.Sub(laid).Hours() / fast.Sub(laid).Hours(); ratio < 1.2 || ratio > 3 {
				t.Errorf("%s: a slow product takes %.1f times as long as a fast one", f.ID, ratio)
			}
		} else if !fast.Equal(slow) {
			t.Errorf("%s does not harden, but fast %v and slow %v differ", f.ID, fast, slow)
		}
	}
	before := *coating.MustFamily("enamel")
	Slow.At(film("enamel", 2))
	if after := *coating.MustFamily("enamel"); after.Tau8 != before.Tau8 {
		t.Error("working out the spread has changed the family itself")
	}
}

// A thicker coat and one more coat of the same thickness in all harden alike; drying depends on the coat's thickness alone.
func TestThicknessCounts(t *testing.T) {
	thin, thick := film("lacquer", 2), film("lacquer", 1)
	thick.Wet *= 2
	a, b := Of(thin, room), Of(thick, room)
	if d := a.Stiff().Sub(b.Stiff()); d < -time.Second || d > time.Second {
		t.Errorf("two coats are stiff at %v, one of double thickness at %v", a.Stiff(), b.Stiff())
	}
	if math.Abs(float64(a.Hard(laid.Add(day))-b.Hard(laid.Add(day)))) > 1e-6 {
		t.Error("the same dry thickness hardens differently")
	}
}

func TestWhenAtTheEnds(t *testing.T) {
	c := Of(film("enamel", 1), room)
	if !c.When(0).Equal(c.Stiff()) || c.When(1).Sub(c.Stiff()) != climate.Horizon {
		t.Errorf("nothing is asked: %v; all is asked: %v", c.When(0), c.When(1))
	}
	live := Of(film("clay-wash", 1), room)
	if !live.When(0.9).Equal(live.Stiff()) {
		t.Error("a film that has nothing to harden is not done when it is dry")
	}
}

func BenchmarkAt(b *testing.B) {
	night := climate.Profile{Day: climate.Room, Night: &climate.Night{Air: climate.Air{TemperatureC: 14, Humidity: 0.7}, From: 23 * time.Hour, To: 7 * time.Hour}}
	for name, air := range map[string]climate.Record{"constant": room, "nights": night.Record(laid, laid.AddDate(0, 3, 0), time.UTC)} {
		b.Run(name, func(b *testing.B) {
			c := Of(film("enamel", 2), air)
			at := laid.Add(10 * day)
			b.ReportAllocs()
			for b.Loop() {
				c.At(at)
			}
		})
	}
}
