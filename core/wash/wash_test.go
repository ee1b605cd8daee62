package wash

import (
	"math"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	sheens "inkysparrow/core/gloss"
	"inkysparrow/core/stack"
)

var (
	laid = time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
	room = climate.Constant(climate.Room)
)

func film(family string) coating.Film {
	f := coating.MustFamily(family)
	return coating.Film{Family: f, Coats: 1, Wet: f.Wet, Laid: laid}
}

// Common practice, no source.
func TestWindow(t *testing.T) {
	for _, tc := range []struct {
		name, family string
		lo, hi       time.Duration // opens
		still        time.Duration // still open
	}{
		{"T01 clay wash", "clay-wash", 20 * time.Minute, 45 * time.Minute, 365 * 24 * time.Hour},
		{"T02 enamel wash", "enamel-wash", 20 * time.Minute, 45 * time.Minute, 3 * time.Hour},
		{"T03 oil wash, and still next day", "oil-wash", time.Hour, 2 * time.Hour, 24 * time.Hour},
	} {
		t.Run(tc.name, func(t *testing.T) {
			f := film(tc.family)
			opens, closes := Window(f, f.Family.Remover, room)
			if d := opens.Sub(laid); d < tc.lo || d > tc.hi {
				t.Errorf("opens after %v, want %v to %v", d, tc.lo, tc.hi)
			}
			if closes.Before(laid.Add(tc.still)) {
				t.Errorf("closes after %v, want it open at %v", closes.Sub(laid), tc.still)
			}
			if f.Family.Mechanism.Hardens {
				course := cure.Of(f, room)
				at := func(d time.Duration) float64 { return stack.Soften(&course, f.Family.Remover, closes.Add(d)) }
				if before, after := at(-time.Hour), at(time.Hour); before < after || before < 0.19 || after > 0.21 {
					t.Errorf("softening an hour before and after closing is %.3f and %.3f, want them about 0.2", before, after)
				}
			}
		})
	}
}

// T83, common practice, no source: half an hour after the last stroke clay, sludge and enamel washes and liners are wiped; after twenty minutes it is no folly, after ten it is.
func TestHalfAnHour(t *testing.T) {
	for _, family := range []string{"clay-wash", "sludge-wash", "enamel-wash"} {
		pulled := func(after time.Duration) float64 { return cure.At(film(family), laid.Add(after), room).Wet }
		if half, twenty, ten := pulled(30*time.Minute), pulled(20*time.Minute), pulled(10*time.Minute); half > 0.1 || twenty > 0.3 || ten < 0.4 {
			t.Errorf("T83 %s: pulled out of its lines after 30 minutes %.2f, 20 %.2f, 10 %.2f", family, half, twenty, ten)
		}
		opens, _ := Window(film(family), coating.MustFamily(family).Remover, room)
		if d := opens.Sub(laid); d < 20*time.Minute || d > 30*time.Minute {
			t.Errorf("T83 %s: opens after %v", family, d)
		}
	}
}

// Common practice, no source.
func TestLeft(t *testing.T) {
	clear := coating.MustFamily("urethane-clear")
	two := sheens.Coat{Family: clear, Clear: true, Sheen: coating.Gloss, Dry: clear.Dry(clear.Wet), Coats: 2}.Over(coating.Flat.Texture())
	for _, family := range []string{"enamel-wash", "clay-wash", "oil-wash"} {
		dry := film(family).Thickness()
		left := func(on coating.Texture, cloth Wetness) float64 { return Left(dry, on, cloth, 3, 0.8, 0) }
		if got := left(coating.Gloss.Texture(), Dry); got < 0.01 || got > 0.05 {
			t.Errorf("T13 %s: a dry wipe over gloss leaves %.3f, want 0.01 to 0.05", family, got)
		}
		if got := left(two, Dry); got > 0.06 {
			t.Errorf("T13 %s: over two coats of gloss on flat it leaves %.3f", family, got)
		}
		shiny, satin, flat := left(coating.Gloss.Texture(), Dry), left(coating.Satin.Texture(), Dry), left(coating.Flat.Texture(), Dry)
		if satin < 3*shiny || flat < 3*satin {
			t.Errorf("T14 %s: gloss %.3f, satin %.3f, flat %.3f; want each at least 3 times the one before", family, shiny, satin, flat)
		}
		for _, on := range []coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat} {
			for soft := 0.0; soft <= 1; soft += 0.25 {
				last := 1.0
				for cloth := Dry; cloth <= Wet; cloth++ {
					got := Left(dry, on.Texture(), cloth, 3, soft, 0.3)
					if got > last+1e-12 || got < 0 {
						t.Errorf("T15 %s on %s: a %s cloth leaves %.3f, a drier one %.3f", family, on, cloth, got, last)
					}
					last = got
				}
			}
		}
	}
}

// What one stroke takes of a thick fresh wash that its liquid takes up wholly: a dry cloth 75 %, a damp one 85, a wet one 92; and a dry one
// half as much of a wash that is hard.
func TestOneStroke(t *testing.T) {
	const thick = 1000 // so that the texture hardly matters
	for _, tc := range []struct {
		name  string
		cloth Wetness
		soft  float64
		hard  cure.Fraction
		want  float64
	}{{"dry", Dry, 0, 0, 0.25}, {"damp", Damp, 1, 0, 0.15}, {"wet", Wet, 1, 0, 0.08}, {"dry on a hard one", Dry, 0, 1, 0.625}, {"damp on what its liquid leaves alone", Damp, 0, 0, 0.25}} {
		if got := Left(thick, coating.Gloss.Texture(), tc.cloth, 1, tc.soft, tc.hard); math.Abs(got-tc.want) > 0.002 {
			t.Errorf("%s: %.3f is left, want %.3f", tc.name, got, tc.want)
		}
	}
}
