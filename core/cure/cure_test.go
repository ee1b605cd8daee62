package cure

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
)

var (
	laid = time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
	room = climate.Constant(climate.Room)
)

func film(family string, coats int) coating.Film {
	f := coating.MustFamily(family)
	return coating.Film{Family: f, Coats: coats, Wet: f.Wet, Laid: laid}
}

const day = 24 * time.Hour

// Common practice, no source: ranges that practitioners report, at 21 C and 50 %.
func TestTouchDry(t *testing.T) {
	for _, tc := range []struct {
		name   string
		film   coating.Film
		lo, hi time.Duration
	}{
		{"T01 clay wash is ready to wipe", film("clay-wash", 1), 20 * time.Minute, 45 * time.Minute},
		{"T02 enamel wash is ready for a dry bud", film("enamel-wash", 1), 20 * time.Minute, 45 * time.Minute},
		{"T05 thin oil paint is touch-dry", film("artist-oil", 1), 18 * time.Hour, 48 * time.Hour},
		{"T11 two thin coats of chipping medium can be painted over", film("chipping-medium", 2), 45 * time.Minute, 75 * time.Minute},
	} {
		t.Run(tc.name, func(t *testing.T) {
			c := Of(tc.film, room)
			if got := c.TouchDry().Sub(laid); got < tc.lo || got > tc.hi {
				t.Errorf("touch-dry after %v, want %v to %v", got.Round(time.Minute), tc.lo, tc.hi)
			}
		})
	}
}

// The closed form of the drying law against stepping ds/dt = -J s/(s+B) through time.
func TestStiffMeetsTheDifferentialEquation(t *testing.T) {
	for _, f := range coating.Families() {
		if f.CarrierShare == 0 {
			continue
		}
		c := Of(film(f.ID, 2), room)
		h := 2 * float64(f.Wet)
		s, b := h*f.CarrierShare, h*f.Hold
		flux, dt, hours := f.Carrier.Flux(climate.Room), 1e-5, 0.0
		for s/(s+b) > f.StiffAt {
			s -= flux * s / (s + b) * dt
			hours += dt
		}
		if f.InRecess() { // its thin edge lets more go than an open layer
			hours *= edgeShare
		}
		if got := c.Stiff().Sub(laid).Hours(); math.Abs(got-hours) > 0.01*hours {
			t.Errorf("%s: stiff after %.3f h, stepping says %.3f h", f.ID, got, hours)
		}
	}
}

// One suite that every family must pass, in random air.
func TestEveryFamily(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 60 {
		celsius, humidity := 5+25*r.Float64(), 0.2+0.7*r.Float64()
		air := climate.Air{TemperatureC: celsius, Humidity: humidity}
		for _, f := range coating.Families() {
			fm := film(f.ID, 1+r.IntN(4))
			c := Of(fm, climate.Constant(air))
			last := State{Wet: 1, Phase: NotLaid}
			for h := -1; h < 900; h += 1 + r.IntN(40) {
				s := c.At(laid.Add(time.Duration(h) * time.Hour))
				if s.Hard < last.Hard || s.Wet > last.Wet || s.Phase < last.Phase {
					t.Fatalf("%s in %v: %+v after %+v; a film went back", f.ID, air, s, last)
				}
				if s.Hard < 0 || s.Hard > 1 || s.Wet < 0 || s.Wet > 1 {
					t.Fatalf("%s in %v: %+v is out of range", f.ID, air, s)
				}
				last = s
			}
			if c.Ready().Before(c.TouchDry()) || c.TouchDry().Before(c.Stiff()) {
				t.Errorf("%s: ready %v, touch-dry %v, stiff %v are out of order", f.ID, c.Ready(), c.TouchDry(), c.Stiff())
			}
			warmer := Of(fm, climate.Constant(climate.Air{TemperatureC: celsius + 3, Humidity: humidity}))
			damper := Of(fm, climate.Constant(climate.Air{TemperatureC: celsius, Humidity: min(0.99, humidity+0.08)}))
			thicker := fm
			thicker.Coats++
			more := Of(thicker, climate.Constant(air))
			for _, hard := range []Fraction{0, 0.3, 0.7} {
				if warmer.When(hard).After(c.When(hard)) {
					t.Errorf("%s hardens slower when warmer than %v", f.ID, air)
				}
				if damper.When(hard).Before(c.When(hard)) {
					t.Errorf("%s hardens faster when damper than %v", f.ID, air)
				}
				if more.When(hard).Before(c.When(hard)) {
					t.Errorf("%s hardens faster with another coat", f.ID)
				}
			}
		}
	}
}

func TestWhenUndoesHard(t *testing.T) {
	night := climate.Of(climate.Piece{From: laid, Air: climate.Room}, climate.Piece{From: laid.Add(6 * time.Hour), Air: climate.Air{TemperatureC: 9, Humidity: 0.8}},
		climate.Piece{From: laid.Add(16 * time.Hour), Air: climate.Room})
	for _, family := range []string{"enamel", "waterborne-acrylic", "lacquer"} {
		c := Of(film(family, 2), night)
		for _, want := range []Fraction{0.1, 0.5, 0.9} {
			if got := c.Hard(c.When(want)); math.Abs(float64(got-want)) > 1e-6 {
				t.Errorf("%s: %v hard at When(%v)", family, got, want)
			}
		}
	}
}

// Cutting a piece of climate in two changes nothing; a cold damp night slows a clay wash several times over.
func TestChangingAir(t *testing.T) {
	cold := climate.Air{TemperatureC: 12, Humidity: 0.8}
	cut := climate.Of(climate.Piece{From: laid, Air: climate.Room}, climate.Piece{From: laid.Add(5 * time.Minute), Air: climate.Air{TemperatureC: 21.0000001, Humidity: 0.5}})
	a, b := Of(film("enamel", 2), room), Of(film("enamel", 2), cut)
	if d := math.Abs(float64(a.Hard(laid.Add(90*time.Hour)) - b.Hard(laid.Add(90*time.Hour)))); d > 1e-6 {
		t.Errorf("a climate cut in two differs by %v", d)
	}
	slow := Of(film("clay-wash", 1), climate.Constant(cold))
	quick := Of(film("clay-wash", 1), room)
	if ratio := slow.Stiff().Sub(laid).Hours() / quick.Stiff().Sub(laid).Hours(); ratio < 3 || ratio > 6 {
		t.Errorf("a clay wash at 12 C and 80 %% takes %.1f times as long, want 3 to 6", ratio)
	}
	frozen := Of(film("polish-clear", 2), climate.Constant(climate.Air{TemperatureC: 4, Humidity: 0.5}))
	if frozen.When(0.5).Sub(laid) < 5*day {
		t.Errorf("a water-borne clear at 4 C is half hard after %v; it should stall below its film-forming temperature", frozen.When(0.5).Sub(laid))
	}
	never := Of(film("clay-wash", 1), climate.Constant(climate.Air{TemperatureC: 20, Humidity: 1}))
	if never.Stiff().Sub(laid) < 365*day {
		t.Error("water dries in saturated air")
	}
}

// The next coat of the same may follow before a film is stiff, and sooner in dry, warm air; a sprayed acrylic wants some minutes (common
// practice, no source).
func TestFlashed(t *testing.T) {
	for _, family := range []string{"waterborne-acrylic", "lacquer", "enamel", "polish-clear", "alcohol-acrylic"} {
		f := film(family, 1)
		wait := func(air climate.Air) time.Duration {
			c := Of(f, climate.Constant(air))
			if !c.Flashed().Before(c.Stiff()) || !c.Flashed().After(f.Laid) {
				t.Errorf("%s flashes off at %v, is stiff at %v", family, c.Flashed(), c.Stiff())
			}
			return c.Flashed().Sub(f.Laid)
		}
		room, cold := wait(climate.Room), wait(climate.Air{TemperatureC: 12, Humidity: 0.7})
		if cold <= room {
			t.Errorf("%s flashes off in %v in the room and in %v in the cold", family, room, cold)
		}
		if family == "waterborne-acrylic" && (room < 3*time.Minute || room > 40*time.Minute) {
			t.Errorf("an acrylic flashes off in %v", room)
		}
	}
}
