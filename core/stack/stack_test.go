package stack

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
)

var (
	room = climate.Constant(climate.Room)
	laid = time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)

	spirit = solvent.Must("white-spirit")
	water  = solvent.Must("water")
)

const day = 24 * time.Hour

func film(family string, coats int) coating.Film {
	f := coating.MustFamily(family)
	return coating.Film{Family: f, Coats: coats, Wet: f.Wet, Laid: laid}
}

func on(air climate.Record, films ...coating.Film) Stack {
	s := On(air)
	for i, f := range films {
		s = append(s, Lay(fmt.Sprint("step ", i+1), f, air))
	}
	return s
}

// chanceAt is the chance that a touch does harm by biting, digging or grinding in.
func chanceAt(s Stack, touch Touch, at time.Time) float64 {
	c := 0.0
	for r := range s.Risks(touch, at, room) {
		c = max(c, r.Bitten, r.Dug)
	}
	if touch.Contact.Tool == DryWipe.Tool {
		for r := range s.Rubs("", at) {
			c = max(c, r.Chance)
		}
	}
	return c
}

// safeAfter returns the age from which one film in ten still comes to harm: what the trade calls safe is cautious.
func safeAfter(s Stack, touch Touch) time.Duration {
	for d := time.Duration(0); d < 60*day; d += 10 * time.Minute {
		if chanceAt(s, touch, laid.Add(d)) <= 0.1 {
			return d
		}
	}
	return math.MaxInt64
}

// Common practice, no source, at 21 C and 50 %: what practitioners wait.
func TestAgeThatIsSafe(t *testing.T) {
	acrylic, enamel := film("waterborne-acrylic", 2), film("enamel", 2)
	enamelOld := enamel
	enamelOld.Laid = laid.Add(-60 * day)
	smooth := func(family string) coating.Film {
		f := film(family, 2)
		f.Smooth = true
		return f
	}
	for _, tc := range []struct {
		name   string
		films  []coating.Film
		touch  Touch
		lo, hi time.Duration
	}{
		{"T06 two coats of enamel under a damp wipe in white spirit", []coating.Film{enamel}, Touch{Contact: DampWipe, Liquid: spirit}, 5 * day, 9 * day},
		{"T06 and under the wash itself", []coating.Film{enamel}, Touch{Contact: PinWash, Liquid: spirit}, 5 * day, 9 * day},
		{"T07 water-borne acrylic under a damp wipe", []coating.Film{acrylic}, Touch{Contact: DampWipe, Liquid: spirit}, 36 * time.Hour, 72 * time.Hour},
		{"T07 water-borne acrylic under a dry wipe", []coating.Film{acrylic}, Touch{Contact: DryWipe}, 36 * time.Hour, 72 * time.Hour},
		{"T08 lacquer under a chipping brush", []coating.Film{film("lacquer", 2)}, Touch{Contact: ChipWork, Liquid: water}, 36 * time.Hour, 72 * time.Hour},
		{"T09 polish gloss before a white-spirit wash", []coating.Film{acrylic, film("polish-clear", 2)}, Touch{Contact: PinWash, Liquid: spirit}, 3 * time.Hour, 8 * time.Hour},
		{"T09 water-borne gloss before a white-spirit wash", []coating.Film{acrylic, film("urethane-clear", 2)}, Touch{Contact: PinWash, Liquid: spirit}, 3 * time.Hour, 8 * time.Hour},
		{"T10 one flat coat before oils are blended", []coating.Film{acrylic, film("urethane-clear", 1)}, Touch{Contact: Blended, Liquid: spirit}, 90 * time.Minute, 4 * time.Hour},
		{"T10 two flat coats before oils are blended", []coating.Film{acrylic, film("urethane-clear", 2)}, Touch{Contact: Blended, Liquid: spirit}, 90 * time.Minute, 4 * time.Hour},
		{"T86 two coats of lacquer gloss under a damp wipe", []coating.Film{enamelOld, smooth("lacquer")}, Touch{Contact: DampWipe, Liquid: spirit}, 2 * time.Hour, 6 * time.Hour},
		{"T86 and under a clay wash's dry wipe", []coating.Film{enamelOld, smooth("lacquer")}, Touch{Contact: DryWipe}, 2 * time.Hour, 6 * time.Hour},
		{"T86 two coats of alcohol gloss", []coating.Film{enamelOld, smooth("alcohol-acrylic")}, Touch{Contact: DampWipe, Liquid: spirit}, 3 * time.Hour, 8 * time.Hour},
		{"T27 enamel under a dry cloth", []coating.Film{enamel}, Touch{Contact: DryWipe}, 6 * day, 8 * day},
		{"T27 lacquer under a dry cloth", []coating.Film{film("lacquer", 2)}, Touch{Contact: DryWipe}, 16 * time.Hour, 30 * time.Hour},
	} {
		t.Run(tc.name, func(t *testing.T) {
			if got := safeAfter(on(room, tc.films...), tc.touch); got < tc.lo || got > tc.hi {
				t.Errorf("safe after %.1f h, want %v to %v", got.Hours(), tc.lo, tc.hi)
			}
		})
	}
}

// Common practice, no source: what bites and what doesn't.
func TestBite(t *testing.T) {
	medium := []coating.Film{film("lacquer", 2), film("chipping-medium", 2), film("waterborne-acrylic", 1), film("polish-clear", 2)}
	for _, tc := range []struct {
		name  string
		films []coating.Film
		age   time.Duration
		touch Touch
		bites bool
	}{
		{"T04 oil of two days still comes off with a trace of thinner", []coating.Film{film("artist-oil", 1)}, 2 * day, Touch{Contact: Blended, Liquid: spirit}, true},
		{"T23 cured acrylic stands a white-spirit wash", []coating.Film{film("waterborne-acrylic", 2)}, 30 * day, Touch{Contact: Overall, Liquid: spirit}, false},
		{"T23 and its damp wipe", []coating.Film{film("waterborne-acrylic", 2)}, 30 * day, Touch{Contact: DampWipe, Liquid: spirit}, false},
		{"T24 two-day enamel is bitten by white spirit", []coating.Film{film("enamel", 2)}, 2 * day, Touch{Contact: PinWash, Liquid: spirit}, true},
		{"T24 but not by the water of a clay wash", []coating.Film{film("enamel", 2)}, 2 * day, Touch{Contact: PinWash, Liquid: water}, false},
		{"T25 alcohol acrylic is bitten by an acrylic remover after a day", []coating.Film{film("alcohol-acrylic", 2)}, day, Touch{Contact: DampWipe, Liquid: solvent.Must("acrylic-thinner")}, true},
		{"T25 and after three months", []coating.Film{film("alcohol-acrylic", 2)}, 90 * day, Touch{Contact: DampWipe, Liquid: solvent.Must("acrylic-thinner")}, true},
		{"T26 water still lifts a medium under a gloss", medium, 7 * day, Touch{Contact: PinWash, Liquid: water}, true},
		{"T26 white spirit does not", medium, 7 * day, Touch{Contact: PinWash, Liquid: spirit}, false},
		{"ammonia strips a polish clear", []coating.Film{film("polish-clear", 2)}, 30 * day, Touch{Contact: DampWipe, Liquid: solvent.Must("ammonia-cleaner")}, true},
		{"a lacquer clear wrinkles a two-day enamel", []coating.Film{film("enamel", 2)}, 2 * day, Touch{Contact: WetCoat, Liquid: solvent.Must("lacquer-thinner")}, true},
		{"a water-borne clear does nothing to it", []coating.Film{film("enamel", 2)}, 2 * day, Touch{Contact: WetCoat, Liquid: solvent.Must("waterborne-carrier")}, false},
		{"lacquer flows into its own kind", []coating.Film{film("lacquer", 2)}, 30 * day, Touch{Contact: WetCoat, Liquid: solvent.Must("lacquer-thinner"), Welds: coating.MustFamily("lacquer")}, false},
		{"its thinner on a cloth lifts it at any age", []coating.Film{film("lacquer", 2)}, 30 * day, Touch{Contact: DampWipe, Liquid: solvent.Must("lacquer-thinner")}, true},
	} {
		t.Run(tc.name, func(t *testing.T) {
			got := on(room, tc.films...).Bite(tc.touch, laid.Add(tc.age), room)
			if got.Bites() != tc.bites {
				t.Errorf("%+v bites: %v, want %v", got, got.Bites(), tc.bites)
			}
		})
	}
}

// Common practice, no source: T12.
func TestLag(t *testing.T) {
	s := on(room, film("lacquer", 2), film("chipping-medium", 2), film("waterborne-acrylic", 1))
	if got := s.Lag(2, water, laid.Add(2*time.Hour)); got < 15*time.Second || got > 60*time.Second {
		t.Errorf("T12 water through one coat of acrylic: %v, want 15 to 60 s", got)
	}
}

// Daynes 1920; Crank, The Mathematics of Diffusion: an explicit one-dimensional diffusion approaches the asymptote whose intercept is L^2/6D.
func TestLagMeetsDiffusion(t *testing.T) {
	const n, l, d = 60, 1.0, 1.0
	dx := l / n
	dt := 0.4 * dx * dx / d
	c := make([]float64, n+1)
	c[0] = 1
	out, time := 0.0, 0.0
	for time < 3*l*l/d {
		next := append([]float64(nil), c...)
		for i := 1; i < n; i++ {
			next[i] += d * dt / dx / dx * (c[i+1] - 2*c[i] + c[i-1])
		}
		out += d * dt / dx * c[n-1]
		time += dt
		c = next
	}
	lag := time - out*l/d // steady flux is D/L
	if want := l * l / 6 / d; math.Abs(lag-want) > 0.01*want {
		t.Errorf("numerical lag %.4f, formula %.4f", lag, want)
	}
}

func randomStack(r *rand.Rand) (Stack, []coating.Film) {
	var films []coating.Film
	at := laid.Add(-time.Duration(r.IntN(200)) * time.Hour)
	for range 1 + r.IntN(4) {
		f := coating.Families()[r.IntN(len(coating.Families()))]
		films = append(films, coating.Film{Family: f, Coats: 1 + r.IntN(3), Wet: f.Wet * coating.Microns(0.5+r.Float64()), Laid: at})
		at = at.Add(time.Duration(1+r.IntN(60)) * time.Hour)
	}
	return on(room, films...), films
}

// More age is never worse, more contact never better, another coat of a barrier never exposes what is below more.
func TestBiteProperties(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 5))
	const slack = 1e-9
	for range 4000 {
		s, films := randomStack(r)
		liquid := solvent.Bought()[r.IntN(len(solvent.Bought()))]
		contact := *Contacts()[r.IntN(len(Contacts()))]
		touch := Touch{Contact: &contact, Liquid: liquid}
		moment := films[len(films)-1].Laid.Add(time.Duration(r.IntN(300)) * time.Hour)
		now := s.Bite(touch, moment, room)

		if later := s.Bite(touch, moment.Add(time.Duration(1+r.IntN(100))*time.Hour), room); later.Loss > now.Loss+slack {
			t.Fatalf("older is worse: %v then %v, %s in %s on %v", now, later, liquid.ID, contact.ID, names(films))
		}
		longer := contact
		longer.Action += time.Duration(1+r.IntN(600)) * time.Second
		if more := s.Bite(Touch{Contact: &longer, Liquid: liquid}, moment, room); more.Loss < now.Loss-slack {
			t.Fatalf("longer contact is better: %v then %v, %s in %s on %v", now, more, liquid.ID, contact.ID, names(films))
		}
		harder := contact
		harder.Carry = min(1, contact.Carry+0.2)
		if more := s.Bite(Touch{Contact: &harder, Liquid: liquid}, moment, room); more.Loss < now.Loss-slack {
			t.Fatalf("more carry is better: %v then %v", now, more)
		}
		for _, f := range coating.Families() {
			if !f.Closed || f.IsLive() {
				continue
			}
			below := func(coats int) coating.Microns {
				covered := append(append(Stack(nil), s...), Lay("barrier", coating.Film{Family: f, Coats: coats, Wet: f.Wet, Laid: films[len(films)-1].Laid}, room))
				worst := coating.Microns(0)
				for x := range covered.Cut(touch, moment, room) {
					if x.Place < len(s) {
						worst = max(worst, x.Loss)
					}
				}
				return worst
			}
			if one, two := below(1), below(2); two > one+slack {
				t.Fatalf("a second coat of %s exposes more: %v, then %v; %s in %s on %v", f.ID, one, two, liquid.ID, contact.ID, names(films))
			}
		}
	}
}

func names(films []coating.Film) (all []string) {
	for _, f := range films {
		all = append(all, fmt.Sprintf("%s x%d", f.Family.ID, f.Coats))
	}
	return all
}

func TestRubs(t *testing.T) {
	young := film("enamel", 2)
	gloss := film("polish-clear", 2)
	gloss.Laid = laid.Add(2 * day)
	thin := gloss
	thin.Coats = 1
	rubs := func(own string, films ...coating.Film) (all []Rub) {
		for r := range on(room, films...).Rubs(own, laid.Add(4*day)) {
			all = append(all, r)
		}
		return all
	}
	if r := rubs("", young); len(r) != 1 || r[0].Place != 1 || r[0].Exposed != 1 || r[0].Chance < 0.3 {
		t.Errorf("T27 bare young enamel: %+v, want it rubbed", r)
	}
	if r := rubs("", young, gloss); len(r) != 1 || r[0].Place != 2 || r[0].Chance > 0.02 {
		t.Errorf("T27 two hard coats of gloss take the rub, got %+v", r)
	}
	if r := rubs("", young, thin); len(r) != 2 || r[1].Place != 1 || r[1].Exposed >= 1 || r[1].Chance < 0.3 {
		t.Errorf("one coat has weak spots: %+v, want the enamel reached there", r)
	}
	if r := rubs("step 2", young, thin); len(r) != 1 || r[0].Place != 1 {
		t.Errorf("its own wash counts: %+v", r)
	}
}

func BenchmarkBite(b *testing.B) {
	s := on(room, film("waterborne-acrylic", 2), film("polish-clear", 2), film("enamel-wash", 1), film("urethane-clear", 1))
	at := laid.Add(20 * time.Hour)
	b.ReportAllocs()
	for b.Loop() {
		s.Bite(Touch{Contact: Blended, Liquid: spirit}, at, room)
	}
}

func BenchmarkRisks(b *testing.B) {
	for name, age := range map[string]time.Duration{"young": 2 * time.Hour, "old": 40 * day} {
		b.Run(name, func(b *testing.B) {
			s := on(room, film("waterborne-acrylic", 2), film("polish-clear", 2), film("enamel-wash", 1), film("urethane-clear", 1))
			b.ReportAllocs()
			for b.Loop() {
				for r := range s.Risks(Touch{Contact: Blended, Liquid: spirit}, laid.Add(age), room) {
					_ = r
				}
			}
		})
	}
}
