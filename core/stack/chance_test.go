package stack

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
)

// Reference model, no source, unless it says otherwise; the ids are those of the check values.

func aged(f coating.Film, d time.Duration) coating.Film {
	f.Laid = laid.Add(-d)
	return f
}

func known(f coating.Film) coating.Film {
	f.Known = true
	return f
}

// plain is a contact whose cloth grinds nothing in: the liquid alone.
func plain(c *Contact) *Contact {
	other := *c
	other.Tool = 0
	return &other
}

func isNear(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if !(math.Abs(got-want) <= within) {
		t.Errorf("%s: %.3f, want %.3f +- %.3f", what, got, want, within)
	}
}

var (
	thinner   = solvent.Must("lacquer-thinner")
	sprayed   = Touch{Contact: WetCoat, Liquid: thinner, Welds: coating.MustFamily("lacquer")}
	pinned    = Touch{Contact: PinWash, Liquid: spirit}
	damped    = Touch{Contact: plain(DampWipe), Liquid: spirit}
	brushed   = Touch{Contact: Overall, Liquid: spirit}
	rubbedDry = Touch{Contact: DryWipe}
)

// Q05, Q06, Q10, Q16: chances by age. The ages that the trade calls safe are those of one in ten: Q07, Q08.
func TestChances(t *testing.T) {
	enamel, acrylic, old := on(room, film("enamel", 2)), on(room, film("waterborne-acrylic", 2)), aged(film("waterborne-acrylic", 2), 60*day)
	gloss := film("polish-clear", 1)
	gloss.Laid = laid.Add(52 * time.Hour)
	twice := gloss
	twice.Coats = 2
	for _, tc := range []struct {
		name   string
		s      Stack
		touch  Touch
		age    time.Duration
		want   float64
		within float64
	}{
		{"Q05 pin wash, two days", enamel, pinned, 2 * day, 0.81, 0.07},
		{"Q05 four", enamel, pinned, 4 * day, 0.43, 0.07},
		{"Q05 a week", enamel, pinned, 7 * day, 0.13, 0.07},
		{"Q05 two weeks", enamel, pinned, 14 * day, 0.01, 0.04},
		{"Q06 damp wipe, two days", enamel, damped, 2 * day, 0.87, 0.07},
		{"Q06 a week", enamel, damped, 7 * day, 0.18, 0.07},
		{"Q06 overall wash, two days", enamel, brushed, 2 * day, 0.92, 0.07},
		{"Q06 a week", enamel, brushed, 7 * day, 0.24, 0.07},
		{"Q10 acrylic rubbed at 47 h", acrylic, rubbedDry, 47 * time.Hour, 0.10, 0.04},
		{"T53 a mist of lacquer on two-day enamel", enamel, Touch{Contact: Mist, Liquid: thinner, Welds: sprayed.Welds}, 2 * day, 0.02, 0.03},
		{"T23 cured acrylic", on(room, old), brushed, 0, 0, 0.001},
		{"T25 alcohol on alcohol acrylic of 80 days", on(room, film("alcohol-acrylic", 2)), Touch{Contact: plain(DampWipe), Liquid: solvent.Must("isopropanol")}, 80 * day, 1, 0.02},
		{"Q16 one gloss of 20 h over 72 h enamel", on(room, film("enamel", 2), gloss), brushed, 72 * time.Hour, 0.125, 0.03},
		{"Q16 two", on(room, film("enamel", 2), twice), brushed, 72 * time.Hour, 0, 0.005},
		{"T26 a medium under a gloss, under water", on(room, film("lacquer", 2), film("chipping-medium", 2), film("waterborne-acrylic", 1), film("polish-clear", 2)), Touch{Contact: PinWash, Liquid: water}, 7 * day, 1, 0},
	} {
		isNear(t, tc.name, chanceAt(tc.s, tc.touch, laid.Add(tc.age)), tc.want, tc.within)
	}
	if a, b := chanceAt(acrylic, rubbedDry, laid.Add(47*time.Hour)), chanceAt(acrylic, rubbedDry, laid.Add(49*time.Hour)); a-b >= 0.015 || a < b {
		t.Errorf("Q10 %.3f at 47 h, %.3f at 49", a, b)
	}
	at := laid.Add(4 * day) // Q17
	pin, damp, rub := chanceAt(enamel, pinned, at), chanceAt(enamel, damped, at), chanceAt(enamel, rubbedDry, at)
	isNear(t, "Q17 the largest of three", max(pin, damp, rub), 0.51, 0.03)
	hill := 0.0
	for i, age := range []time.Duration{6 * time.Hour, 12 * time.Hour, day, 2 * day, 3 * day, 5 * day, 7 * day, 14 * day} {
		c := enamel[1].Wrinkles(laid.Add(age))
		if i == 0 && c >= 0.03 || age == 2*day && (c < 0.4 || c > 0.7) || age >= 7*day && c >= 0.2 {
			t.Errorf("Q13 enamel on enamel of %v wrinkles by %.2f", age, c)
		}
		hill = max(hill, c)
	}
	from, to, ok := enamel[1].Wrinkling(0.2)
	if !ok || math.Abs(enamel[1].Wrinkles(from)-0.2) > 0.01 || math.Abs(enamel[1].Wrinkles(to)-0.2) > 0.01 || !from.Before(to) {
		t.Errorf("Q13 from %v to %v", from.Sub(laid), to.Sub(laid))
	}
	if _, _, ok := enamel[1].Wrinkling(hill + 0.1); ok || acrylic[1].Wrinkles(at) != 0 {
		t.Error("Q13 beyond the top of the hill, or an acrylic")
	}
}

// Q20, Q21: how long a chance takes to fall from .8 to .2, in half days. What is known of a product makes the slope steeper.
func TestSlope(t *testing.T) {
	old := aged(film("waterborne-acrylic", 2), 60*day)
	fall := func(s Stack, touch Touch) float64 {
		at := func(c float64) float64 {
			low, high := 0.0, 60*24.0
			for range 40 {
				if mid := (low + high) / 2; chanceAt(s, touch, laid.Add(time.Duration(mid*float64(time.Hour)))) > c {
					low = mid
				} else {
					high = mid
				}
			}
			return high
		}
		return (at(0.2) - at(0.8)) / 12
	}
	for _, tc := range []struct {
		name         string
		film         coating.Film
		touch        Touch
		want, within float64
	}{
		{"Q20 enamel under a pin wash", film("enamel", 2), pinned, 7.8, 1},
		{"Q20 acrylic rubbed", film("waterborne-acrylic", 2), rubbedDry, 1.9, 0.3},
		{"Q20 polish clear", film("polish-clear", 2), brushed, 0.25, 0.25},
		{"Q20 lacquer on enamel", film("enamel", 2), sprayed, 21, 4},
		{"Q21 enamel whose time is known", known(film("enamel", 2)), pinned, 6.2, 0.8},
		{"Q21 acrylic", known(film("waterborne-acrylic", 2)), rubbedDry, 1.6, 0.3},
	} {
		isNear(t, tc.name, fall(on(room, old, tc.film), tc.touch), tc.want, tc.within)
	}
}

// points are touches on films over families, liquids, contacts and ages.
func points(yield func(name string, s Stack, touch Touch, at time.Time) bool) {
	old := aged(film("waterborne-acrylic", 2), 60*day)
	for _, p := range []struct {
		film  coating.Film
		touch Touch
		ages  []time.Duration
	}{
		{film("enamel", 2), pinned, []time.Duration{day / 2, 2 * day, 4 * day, 7 * day, 11 * day}},
		{film("enamel", 2), damped, []time.Duration{2 * day, 5 * day, 7 * day}},
		{film("enamel", 2), sprayed, []time.Duration{2 * day, 7 * day, 14 * day, 21 * day}},
		{film("polish-clear", 2), brushed, []time.Duration{20 * time.Minute, 2 * time.Hour, 3 * time.Hour, 5 * time.Hour, 8 * time.Hour}},
		{film("urethane-clear", 1), Touch{Contact: Blended, Liquid: spirit}, []time.Duration{30 * time.Minute, time.Hour, 2 * time.Hour, 4 * time.Hour}},
		{film("urethane-clear", 2), Touch{Contact: Blended, Liquid: spirit}, []time.Duration{time.Hour, 3 * time.Hour}},
		{film("waterborne-acrylic", 2), Touch{Contact: plain(DampWipe), Liquid: solvent.Must("isopropanol")}, []time.Duration{day, 5 * day}},
		{film("lacquer", 2), Touch{Contact: ChipWork, Liquid: water}, []time.Duration{day, 2 * day}},
		{film("alcohol-acrylic", 2), pinned, []time.Duration{3 * time.Hour, day}},
	} {
		for _, age := range p.ages {
			if !yield(p.film.Family.ID+" under "+p.touch.Contact.Name+", "+age.String(), on(room, old, p.film), p.touch, laid.Add(age)) {
				return
			}
		}
	}
}

// Q14: the closed form against films, hands and eyes that are drawn.
func TestAgainstDraws(t *testing.T) {
	const draws = 12000
	r := rand.New(rand.NewPCG(14, 1))
	sum, n := 0.0, 0
	for name, p := range func(yield func(string, func() (float64, float64)) bool) {
		points(func(name string, s Stack, touch Touch, at time.Time) bool {
			return yield(name, func() (float64, float64) {
				shown := 0.0
				v := s.see(touch, at, room)
				defer v.done()
				for range draws {
					z, hand := r.NormFloat64(), r.NormFloat64()
					worst := 0.0
					v.each(z, func(x Reach) bool {
						if x.Place == 2 {
							worst = max(x.seen(), float64(x.Dug))
						}
						return true
					})
					if worst*math.Exp(chance.Bite*hand) > biteLimit {
						shown++
					}
				}
				closed := 0.0
				for x := range s.Risks(touch, at, room) {
					if x.Place == 2 {
						closed = max(x.Bitten, x.Dug)
					}
				}
				return shown / draws, closed
			})
		})
	} {
		simulated, closed := p()
		if math.Abs(simulated-closed) > 0.04 {
			t.Errorf("Q14 %s: drawn %.3f, in closed form %.3f", name, simulated, closed)
		}
		sum += math.Abs(simulated - closed)
		n++
	}
	if n < 28 || sum/float64(n) > 0.01 {
		t.Errorf("Q14 %d points, off by %.4f in the mean", n, sum/float64(n))
	}
}

// Q15 and the signs: chances lie in 0 to 1, fall with age without a jump, and rise with liquid and strokes; what is closed over keeps them down.
func TestChanceProperties(t *testing.T) {
	r := rand.New(rand.NewPCG(15, 22))
	told := 0
	for range 1500 {
		s, films := randomStack(r)
		liquid, contact := solvent.Bought()[r.IntN(len(solvent.Bought()))], *Contacts()[r.IntN(len(Contacts()))]
		touch := Touch{Contact: &contact, Liquid: liquid}
		top := films[len(films)-1].Laid
		age := time.Duration(math.Exp(r.Float64()*7.5) * float64(10*time.Minute))
		at := top.Add(age)
		now := chanceAt(s, touch, at)
		if now > 0.05 && now < 0.95 {
			told++
		}
		if now < 0 || now > 1+1e-9 {
			t.Fatalf("a chance of %.3f", now)
		}
		if f := films[0].Family; len(films) == 1 && !(f.IsLive() && f.Closed) { // a medium keeps its yes or no
			soon, far := chanceAt(s, touch, top.Add(age*1015/1000)), chanceAt(s, touch, top.Add(age*6/5))
			bound := 0.2
			if now-soon > 0.03 || now-far > bound {
				t.Fatalf("Q15 %s in %s on %v, %v old: %.3f, a little later %.3f, a fifth later %.3f", liquid.ID, contact.ID, names(films), age, now, soon, far)
			}
		}
		if later := chanceAt(s, touch, at.Add(time.Duration(1+r.IntN(100))*time.Hour)); later > now+0.005 {
			t.Fatalf("older is likelier: %.3f then %.3f, %s in %s on %v", now, later, liquid.ID, contact.ID, names(films))
		}
		longer := contact
		longer.Action += time.Duration(1+r.IntN(600)) * time.Second
		if more := chanceAt(s, Touch{Contact: &longer, Liquid: liquid}, at); more < now-0.005 {
			t.Fatalf("longer contact is less likely: %.3f then %.3f, %s in %s on %v", now, more, liquid.ID, contact.ID, names(films))
		}
		harder := contact
		harder.Carry = min(1, contact.Carry+0.2)
		if more := chanceAt(s, Touch{Contact: &harder, Liquid: liquid}, at); more < now-0.005 {
			t.Fatalf("more carry is less likely: %.3f then %.3f", now, more)
		}
	}
	if told < 150 {
		t.Errorf("only %d chances lay between", told)
	}
}

// What a product's own time counts for: all of a bite where only hardness decides, none where nothing hardens.
func TestLeans(t *testing.T) {
	enamel := on(room, film("enamel", 2))
	if by := enamel.Leans(pinned, 1, laid.Add(4*day), room); by < 0.5 || by > 3 {
		t.Errorf("an enamel leans by %.2f", by)
	}
	if by := on(room, film("alcohol-acrylic", 2)).Leans(Touch{Contact: DampWipe, Liquid: solvent.Must("isopropanol")}, 1, laid.Add(80*day), room); math.Abs(by) > 0.05 {
		t.Errorf("an alcohol acrylic of 80 days leans by %.2f", by)
	}
	if by := on(room).Leans(pinned, 0, laid, room); by != 0 {
		t.Errorf("plastic leans by %.2f", by)
	}
}

// R90: half of all see a loss at its limit. Q18: of what makes a bite on a four-day enamel differ, the product counts most, the eye little.
func TestLimitAndShares(t *testing.T) {
	isNear(t, "R90 at the limit", shows(biteLimit), 0.5, 1e-9)
	enamel := on(room, film("enamel", 2))
	shares := chance.Shares(chance.PartsOf(film("enamel", 2)), enamel.Leans(pinned, 1, laid.Add(4*day), room), false)
	if p := shares[chance.OfProduct]; p < 0.35 || p > 0.5 || shares[chance.OfEye] > 0.3 {
		t.Errorf("Q18 the product counts for %.2f, the eye for %.2f", p, shares[chance.OfEye])
	}
}
