package verdict

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/schedule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

// drawn is a touch on a film or two that were drawn at random, with what it asks of them.
func drawn(r *rand.Rand, films int) *Question {
	families := []string{"waterborne-acrylic", "alcohol-acrylic", "lacquer", "enamel", "polish-clear", "urethane-clear", "enamel-wash", "clay-wash", "artist-oil"}
	liquids := []string{"white-spirit", "water", "isopropanol", "lacquer-thinner", "turpentine"}
	contacts := []*stack.Contact{stack.PinWash, stack.Overall, stack.DampWipe, stack.WetWipe, stack.WetCoat, stack.Mist, stack.Brushed, stack.Blended}
	q := &Question{Films: stack.On(room), Air: room, Wets: true, Asks: func(int) stack.Asks { return stack.AsksReady }, Stage: chance.Stage(r.IntN(5))}
	at := laid
	known := r.IntN(2) == 0
	for range films {
		f := coating.MustFamily(families[r.IntN(len(families))])
		q.Films = append(q.Films, stack.Lay("f", coating.Film{Family: f, Coats: 1 + r.IntN(2), Wet: f.Wet, Laid: at, Known: known}, room))
		at = at.Add(time.Duration(math.Exp(6*r.Float64()) * float64(time.Hour)))
	}
	q.Touch = stack.Touch{Contact: contacts[r.IntN(len(contacts))], Liquid: solvent.Must(liquids[r.IntN(len(liquids))])}
	q.Cloth = q.Touch.Contact.Tool > 0
	q.Coats, q.Clears = q.Touch.Contact.Sprayed, q.Touch.Contact.Sprayed
	return q
}

// likeliest is the largest of all chances: those of several harms on one evening do not add up.
func (q *Question) likeliest(at time.Time) (c float64) {
	for h := TooWet; h < harmsCount; h++ {
		c = max(c, q.Odds(h, at).Chance)
	}
	return c
}

// Chances lie in 0 to 1; older, sealed and drier never makes harm likelier, and between an age and one a fifth more there is no jump. Q15.
func TestChanceProperties(t *testing.T) {
	r := rand.New(rand.NewPCG(22, 3))
	between, jump := 0, 0.0
	for n := range 1200 {
		q := drawn(r, 1+n%2)
		last := q.Films[len(q.Films)-1].Film.Laid
		age := time.Duration(math.Exp(r.Float64()*7) * float64(20*time.Minute))
		at := last.Add(age)
		now := q.likeliest(at)
		if now < 0 || now > 1 {
			t.Fatalf("a chance of %.3f", now)
		}
		if now > 0.05 && now < 0.95 {
			between++
		}
		if later := q.likeliest(at.Add(time.Duration(1+r.IntN(60)) * time.Hour)); later > now+0.01 {
			t.Fatalf("%s in %s on %s: older is likelier, %.3f then %.3f", q.Touch.Liquid.ID, q.Touch.Contact.ID, q.Films[1].Film.Family.ID, now, later)
		}
		if n%2 == 0 {
			fifth := q.likeliest(last.Add(age * 6 / 5))
			if jump = max(jump, now-fifth); now-fifth > 0.25 {
				t.Fatalf("%s in %s on %s, %v old: %.3f, a fifth older %.3f", q.Touch.Liquid.ID, q.Touch.Contact.ID, q.Films[1].Film.Family.ID, age, now, fifth)
			}
		}
		if hard := coating.MustFamily("polish-clear"); !q.Coats {
			sealed := q.copy()
			sealed.Films = append(slices.Clip(q.Films), stack.Lay("seal", coating.Film{Family: hard, Coats: 2, Wet: hard.Wet, Laid: last}, room))
			old := last.Add(age + 20*24*time.Hour)
			if a, b := q.likeliest(old), sealed.likeliest(old); b > a+0.01 && !stackTakes(q.Touch.Liquid, hard) {
				t.Fatalf("%s in %s on %s: sealed is likelier, %.3f then %.3f", q.Touch.Liquid.ID, q.Touch.Contact.ID, q.Films[1].Film.Family.ID, a, b)
			}
		}
		drier := *q.Touch.Contact
		drier.Liquid, drier.Action = drier.Liquid/2, drier.Action/2
		touch := q.Touch
		touch.Contact = &drier
		if less := q.With(touch).likeliest(at); less > now+0.01 {
			t.Fatalf("%s in half of %s on %s: drier is likelier, %.3f then %.3f", q.Touch.Liquid.ID, q.Touch.Contact.ID, q.Films[1].Film.Family.ID, now, less)
		}
	}
	if between < 200 {
		t.Errorf("only %d chances lay between", between)
	}
	t.Logf("between an age and a fifth more at most %.2f", jump)
}

// stackTakes reports whether a liquid takes a clear up itself.
func stackTakes(l *solvent.Liquid, f *coating.Family) bool { return stack.Distance(l, f, 1) < 1.2 }

// A date that is told is no warning, and none before it costs less by more than a quarter of an hour is worth; to the careful it is never sooner.
func TestBest(t *testing.T) {
	r := rand.New(rand.NewPCG(22, 4))
	told := 0
	for range 150 {
		q := drawn(r, 1)
		at := q.Films[1].Film.Laid.Add(time.Duration(1+r.IntN(30)) * time.Hour)
		for h := TooWet; h < harmsCount; h++ {
			a, ok := q.Of(h, at)
			if !ok || h == Wrinkled {
				continue
			}
			if a = q.Helped(a); a.Helps != Wait {
				continue
			}
			told++
			cost := func(t time.Time, w AnyDay) float64 { return w.Of(w.Cost(at, t), q.Odds(h, t)) }
			if !q.Holds(h, a.SafeFrom) || !a.SafeFrom.After(at) {
				t.Fatalf("%v: good from %v, which is a warning", h, a.SafeFrom.Sub(at))
			}
			for d := time.Duration(0); d < 12*day; d += 5 * time.Hour {
				if other := at.Add(d); q.Holds(h, other) && cost(other, AnyDay{}) < cost(a.SafeFrom, AnyDay{})-0.06 {
					t.Fatalf("%v of %s: good from %v at %.3f, and %v later costs %.3f", h, q.Films[1].Film.Family.ID, a.SafeFrom.Sub(at), cost(a.SafeFrom, AnyDay{}), d, cost(other, AnyDay{}))
				}
			}
			q.Dates = AnyDay{chance.Waiting{Care: chance.Careful}}
			if careful := q.Helped(a); careful.SafeFrom.Before(a.SafeFrom.Add(-time.Hour)) {
				t.Errorf("%v: good from %v, to the careful from %v", h, a.SafeFrom.Sub(at), careful.SafeFrom.Sub(at))
			}
			q.Dates = nil
		}
	}
	if told < 60 {
		t.Errorf("only %d dates were told", told)
	}
}

// In changing air the hours in which a bite is no warning are those that a look at each hour finds, but for some that may be passed over at first.
func TestHourly(t *testing.T) {
	nights := climate.Profile{Day: climate.Room, Night: &climate.Night{Air: climate.Air{TemperatureC: 9, Humidity: 0.7}, From: 22 * time.Hour, To: 7 * time.Hour}}.Record(laid, laid.AddDate(1, 0, 0), time.UTC)
	for _, family := range []string{"enamel", "polish-clear", "alcohol-acrylic"} {
		f := coating.MustFamily(family)
		q := over(stack.PinWash, "white-spirit")
		q.Air, q.Films = nights, append(stack.On(nights), stack.Lay("b", coating.Film{Family: f, Coats: 2, Wet: f.Wet, Laid: laid}, nights))
		within := schedule.Span{From: laid.Add(3 * time.Hour), To: laid.Add(14 * day)}
		first, ok := q.Open(Bitten, within).First()
		for at := within.From; at.Before(within.To); at = at.Add(time.Hour) {
			if q.Holds(Bitten, at) {
				if !ok || first.Sub(at) > 8*time.Hour || first.Before(at) && !q.Holds(Bitten, first) {
					t.Errorf("%s: open from %v, by the hour from %v", family, first.Sub(laid), at.Sub(laid))
				}
				break
			}
		}
	}
}

// What a chance hangs on adds up to one, and says nothing of a yes or a no.
func TestMade(t *testing.T) {
	q := over(stack.DampWipe, "white-spirit", layer("b", "enamel", 2, 0))
	q.Cloth, q.Asks = true, func(int) stack.Asks { return stack.AsksReady }
	for _, h := range []Harm{TooWet, Bitten, Ground} {
		a, ok := q.Of(h, laid.Add(map[Harm]time.Duration{TooWet: 6 * time.Hour, Bitten: 3 * day, Ground: 3 * day}[h]))
		if !ok {
			t.Fatalf("%v is not told", h)
		}
		sum := 0.0
		for _, v := range q.Made(a) {
			sum += v
		}
		if math.Abs(sum-1) > 1e-9 || q.Made(a)[chance.OfProduct] < 0.2 {
			t.Errorf("%v hangs on %v", h, q.Made(a))
		}
	}
	if q.Made(Answer{Harm: Torn, Place: 1}) != nil || q.Made(Answer{Harm: Bitten, Place: -1}) != nil {
		t.Error("a yes or a no hangs on something")
	}
}
