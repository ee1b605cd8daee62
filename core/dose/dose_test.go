package dose

import (
	"math"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
)

// Amounts scale with area and coats, thinner and product make up the cup, and more thinner takes less product.
func TestOf(t *testing.T) {
	acrylic := coating.MustFamily("waterborne-acrylic")
	job := Job{Family: acrylic, AreaCM2: 180, Coats: 2, Wet: 18, Airbrush: true, Thinning: -1}
	c := Of(job)
	if math.Abs(c.Laid-180*18*2*1e-4) > 1e-12 {
		t.Errorf("laid %.3f ml, want the area times the wet film", c.Laid)
	}
	if math.Abs(c.Product+c.Thinner-c.Mixed) > 1e-12 || c.Mixed < 2 || c.Mixed > 3 || c.Cups != 1 {
		t.Errorf("two coats on 180 cm2: %+v", c)
	}
	bigger := job
	bigger.AreaCM2 = 780
	if b := Of(bigger); b.Mixed <= c.Mixed || b.Laid/c.Laid < 4.3 || b.Cups != 2 {
		t.Errorf("780 cm2 take %+v", b)
	}
	thinner := job
	thinner.Thinning = 3
	if x := Of(thinner); x.Product >= c.Product || x.Mixed != c.Mixed {
		t.Errorf("thinned 1:3 it takes %+v, as usual %+v", x, c)
	}
	tint := job
	tint.Tint = 4
	if x := Of(tint); math.Abs(x.Laid*(1.5/5.5)-c.Laid) > 1e-9 || math.Abs(x.Thinner/x.Product-4.5) > 1e-9 || x.Product > 1.2*c.Product {
		t.Errorf("as a tint it takes %+v, as usual %+v", x, c)
	}
	if got := Of(Job{Family: acrylic, Coats: 2, Wet: 18, Airbrush: true}); got != (Cup{}) {
		t.Errorf("nothing to cover takes %+v", got)
	}
}

// T17, common practice, no source: oil dots on a large 1/48 aircraft (about 780 cm2, a fifth of it covered) take about a pea.
func TestPea(t *testing.T) {
	oil := coating.MustFamily("artist-oil")
	if c := Of(Job{Family: oil, AreaCM2: 780 * 0.15, Coats: 1, Wet: oil.Wet}); c.Product < 0.1 || c.Product > 0.3 {
		t.Errorf("T17: %.2f ml of oil, want 0.1 to 0.3", c.Product)
	}
}

func set(needle, psi, distance, thinning float64) Setting {
	return Setting{NeedleMM: needle, PSI: psi, DistanceCM: distance, Thinning: thinning}
}

// T19, common practice, no source: gloss is sprayed with 0.3 to 0.4 mm at 10 to 15 psi, or 0.5 mm at about 18.
func TestGlossSettings(t *testing.T) {
	for _, family := range []string{"polish-clear", "urethane-clear", "lacquer", "enamel"} {
		f := coating.MustFamily(family)
		for _, s := range []Setting{set(0.3, 10, 9, f.Thinning), set(0.3, 15, 9, f.Thinning), set(0.4, 10, 10, f.Thinning), set(0.4, 15, 10, f.Thinning), set(0.5, 18, 11, f.Thinning)} {
			if x := s.Of(f, 20, true, 180, climate.Room); x.Dry || x.Wet || x.Coarse || x.Passes < 1 || x.Passes > 12 {
				t.Errorf("T19: %s at %+v: %s %+v", family, s, x.Words(), x)
			}
		}
	}
	lacquer := coating.MustFamily("lacquer")
	if x := set(0.2, 30, 30, lacquer.Thinning).Of(lacquer, 20, true, 180, climate.Room); !x.Dry || x.Adds <= 0 {
		t.Errorf("lacquer from 30 cm at 30 psi comes out: %s", x.Words())
	}
	polish := coating.MustFamily("polish-clear")
	if x := set(0.5, 30, 4, 0).Of(polish, 20, true, 180, climate.Room); !x.Wet {
		t.Errorf("half a millimetre from 4 cm at 30 psi comes out: %s", x.Words())
	}
	if x := set(0.4, 8, 9, 0).Of(lacquer, 20, false, 180, climate.Room); !x.Coarse {
		t.Errorf("unthinned lacquer at 8 psi comes out: %s", x.Words())
	}
}

// Further off dries more; more pressure makes finer droplets; hot air dries them more; every usual range works in the room.
func TestSpray(t *testing.T) {
	f := coating.MustFamily("lacquer")
	base := set(0.3, 12, 10, f.Thinning)
	at := func(s Setting, air climate.Air) Spray { return s.Of(f, 20, false, 100, air) }
	far, hard, coarse := base, base, base
	far.DistanceCM, hard.PSI, coarse.Thinning = 20, 25, 0.3
	x := at(base, climate.Room)
	if at(far, climate.Room).Lost <= x.Lost || at(hard, climate.Room).DropletUM >= x.DropletUM || at(coarse, climate.Room).DropletUM <= x.DropletUM {
		t.Error("distance, pressure or thinning acts the wrong way round")
	}
	if at(base, climate.Air{TemperatureC: 32, Humidity: 0.3}).Lost <= x.Lost {
		t.Error("hot air dries a droplet less")
	}
	for _, r := range Ranges() {
		for _, family := range []string{"waterborne-acrylic", "lacquer", "enamel", "alcohol-acrylic"} {
			if r.ID == "grime" && family == "lacquer" {
				continue // washes are sprayed, not lacquers
			}
			f := coating.MustFamily(family)
			if y := r.Middle(f).Of(f, 10, r.ID == "gloss", 50, climate.Room); y.Dry || y.Wet || y.Coarse {
				t.Errorf("%s with %s in the middle of its range: %s", r.ID, family, y.Words())
			}
		}
	}
	if RangeFor("no such").ID != "colour" {
		t.Error("an unknown purpose has no range")
	}
}

// Common practice, no source: a gloss coat over a large zone takes minutes, and a cup of 5 ml lasts some.
func TestSprayingTakesMinutes(t *testing.T) {
	f := coating.MustFamily("polish-clear")
	large := set(0.4, 14, 9.5, f.Thinning).Of(f, f.Wet, true, 780, climate.Room)
	if large.Time < 2*time.Minute || large.Time > 15*time.Minute {
		t.Errorf("a coat of gloss over 780 cm2 is sprayed in %v", large.Time)
	}
	cup := Of(Job{Family: f, AreaCM2: 780, Coats: 1, Wet: f.Wet, Airbrush: true, Thinning: -1})
	if perCup := time.Duration(float64(large.Time) * cupML / cup.Mixed); perCup < 90*time.Second || perCup > 10*time.Minute {
		t.Errorf("a cup is empty after %v", perCup)
	}
	if half := set(0.4, 14, 9.5, f.Thinning).Of(f, f.Wet, true, 390, climate.Room); half.Time*2 != large.Time {
		t.Errorf("half the area takes %v, all of it %v", half.Time, large.Time)
	}
}

// A brush keeps more of what it takes up than an airbrush lands, and some of either is lost.
func TestLostOnTheWay(t *testing.T) {
	f := coating.MustFamily("waterborne-acrylic")
	brushedOn := Of(Job{Family: f, AreaCM2: 180, Coats: 1, Wet: 18})
	if got := brushedOn.Laid / brushedOn.Product; math.Abs(got-brushed) > 0.02 {
		t.Errorf("of what a brush takes up %.2f stays, want %.2f", got, brushed)
	}
	if spray := Of(Job{Family: f, AreaCM2: 180, Coats: 1, Wet: 18, Airbrush: true, Thinning: 0}); spray.Laid/spray.Mixed >= brushedOn.Laid/brushedOn.Product {
		t.Errorf("an airbrush lands %.2f, a brush %.2f", spray.Laid/spray.Mixed, brushedOn.Laid/brushedOn.Product)
	}
}
