package why

import (
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// young is an enamel of a few days under a pinned white-spirit wash and its damp wipe.
func young(days int) (*rule.Report, *timeline.Site) {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	paint := routetest.Product(coating.Paint, "enamel", coating.Gloss)
	w := routetest.Product(coating.Wash, "enamel-wash", 0)
	z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 100, Steps: []*route.Step{
		{ID: "b", Do: route.MustTechnique("base-coat"), Product: paint, Coats: 2, Done: start.AddDate(0, 0, -days)},
		{ID: "w", Do: route.MustTechnique("pin-wash"), Product: w, Coats: 1, At: start.Add(8 * time.Hour)},
		{ID: "x", Do: route.MustTechnique("wipe"), Of: "w", Cloth: wash.Damp, Coats: 1},
	}}
	z.Link()
	r := rule.Check(&route.Plan{Start: start, Bench: routetest.Night, Air: climate.Constant(climate.Room), Zones: []*route.Zone{z}, Products: []*coating.Product{paint, w}})
	return r, r.Site(r.Lines[0], 1)
}

// A fast product is safe before the usual one, and that before a slow one; where only the slow one would not be safe, a test piece is due.
func TestSpread(t *testing.T) {
	for days, want := range map[int]string{1: "unsafe", 7: "crosses", 40: "safe"} {
		_, s := young(days)
		sp := SpreadOf(s)
		if sp.Fast.IsZero() || sp.Usual.Before(sp.Fast) || !sp.Slow.IsZero() && sp.Slow.Before(sp.Usual) {
			t.Errorf("%d days: fast %v, usual %v, slow %v", days, sp.Fast, sp.Usual, sp.Slow)
		}
		got := map[bool]string{true: "crosses", false: "safe"}[sp.Crosses]
		if !sp.Safe {
			got = "unsafe"
		}
		if got != want {
			t.Errorf("after %d days it %s, want %s", days, got, want)
		}
	}
}

// For every rule that time can satisfy, a fast product is never later than the usual one, nor that later than a slow one, once the early
// window of a film that wrinkles is behind all of them. A product's pace travels with its film: a rule that asks for the film's family
// finds the same one whatever the speed.
func TestFastUsualSlow(t *testing.T) {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	met := map[string]bool{}
	for _, family := range []string{"waterborne-acrylic", "alcohol-acrylic", "lacquer", "enamel"} {
		for _, next := range []*route.Step{
			{Do: route.MustTechnique("base-coat"), Product: routetest.Product(coating.Paint, family, coating.Flat), Coats: 2},
			{Do: route.MustTechnique("base-coat"), Product: routetest.Product(coating.Paint, "lacquer", coating.Flat), Coats: 2},
			{Do: route.MustTechnique("pin-wash"), Product: routetest.Product(coating.Wash, "enamel-wash", 0), Coats: 1},
			{Do: route.MustTechnique("mask"), Coats: 1},
			{Do: route.MustTechnique("chipping-medium"), Product: routetest.Product(coating.Medium, "chipping-medium", 0), Coats: 2},
			{Do: route.MustTechnique("polish"), Coats: 2},
		} {
			next := *next
			next.ID, next.At = "n", start.Add(8*time.Hour)
			z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 100, Steps: []*route.Step{
				{ID: "b", Do: route.MustTechnique("base-coat"), Product: routetest.Product(coating.Paint, family, coating.Gloss), Coats: 2, Done: start}, &next,
			}}
			z.Link()
			r := rule.Check(&route.Plan{Start: start, Bench: routetest.Night, Air: climate.Constant(climate.Room), Zones: []*route.Zone{z}})
			s := r.Site(r.Lines[0], 1)
			for _, only := range rule.Every().Timed {
				for _, age := range []time.Duration{0, 10 * time.Hour, 50 * time.Hour, 120 * time.Hour} {
					var at [3]time.Time
					early := false
					for i, speed := range []cure.Speed{cure.Fast, cure.Usual, cure.Slow} {
						from := start.Add(age)
						t, ok := s.With(speed).First([]*timeline.Rule{only}, from)
						if !ok {
							t = from.Add(2 * verdict.Patience)
						}
						at[i] = t
						early = early || only.ID == "recoat" && t.Equal(from)
					}
					if at[0].After(start.Add(age)) {
						met[only.ID] = true
					}
					if !early && (at[1].Before(at[0]) || at[2].Before(at[1])) {
						t.Errorf("%s over %s, %v old, %s: fast %v, usual %v, slow %v", next.Do.ID, family, age, only.ID, at[0], at[1], at[2])
					}
				}
			}
			if sp := SpreadOf(s); sp.Usual.Before(sp.Fast) || !sp.Slow.IsZero() && sp.Slow.Before(sp.Usual) {
				t.Errorf("%s over %s: %+v", next.Do.ID, family, sp)
			}
		}
	}
	for _, id := range []string{"bite", "recoat", "mask-soft", "under-medium", "wet-below"} {
		if !met[id] {
			t.Errorf("%s never held anything up", id)
		}
	}
}

func TestWhy(t *testing.T) {
	_, s := young(2)
	lines := Why(s)
	all := strings.Join(lines, "\n")
	if len(lines) < 4 || len(lines) > 6 || !strings.Contains(all, "% hard") || !strings.Contains(all, "but from") || !strings.Contains(all, "at the bench") {
		t.Errorf("why: %s", all)
	}
	r, _ := young(2)
	for i := range r.Lines[0].Steps {
		if len(Why(r.Site(r.Lines[0], i))) == 0 {
			t.Errorf("nothing is said of step %d", i)
		}
	}
}

// A plan's finish spreads with its products, and is explained by its last film and its longest wait.
// A step that waits for a rack, or that is done in sittings, says so.
func TestWhyOfRacksAndSittings(t *testing.T) {
	const rack, sittings = "No rack is free for it until", "No session takes it whole: it is done in 2 sittings."
	for racks, want := range map[int]bool{1: true, 2: false} {
		p := routetest.WithPart(routetest.Lines("b: base-coat enamel coats 1 done 1h"), "wing", "c: base-coat acrylic coats 1")
		p.Bench.Racks = racks
		tl := rule.Check(p).Timeline
		if got := strings.Join(Why(tl.Site(tl.Lines[1], 0)), " "); strings.Contains(got, rack) != want || strings.Contains(got, "sittings") {
			t.Errorf("%d racks: %s", racks, got)
		}
	}
	tl := rule.Check(routetest.Hours("m: mask")).Timeline
	if got := strings.Join(Why(tl.Site(tl.Lines[0], 0)), " "); !strings.Contains(got, sittings) {
		t.Errorf("in sittings: %s", got)
	}
}

func TestFinishes(t *testing.T) {
	r, _ := young(2)
	fast, slow := Finishes(r.Plan)
	if !fast.Before(r.Finish) || !slow.After(r.Finish) {
		t.Errorf("fast %v, usual %v, slow %v", fast, r.Finish, slow)
	}
	if again := rule.Lay(r.Plan.At(cure.Usual)).Finish; !again.Equal(r.Finish) {
		t.Errorf("the usual speed moves the finish from %v to %v", r.Finish, again)
	}
	all := strings.Join(WhyFinish(r), "\n")
	if !strings.Contains(all, "The last to be ready is zone") || !strings.Contains(all, "longest wait") {
		t.Errorf("why: %s", all)
	}
	if empty := rule.Check(&route.Plan{}); WhyFinish(empty) != nil {
		t.Error("an empty plan explains a finish")
	}
}

// The border between safe and not: wetter wants older; on it the bite just turns; more gloss, age, or less wetness never makes it worse.
func TestAsk(t *testing.T) {
	_, s := young(3)
	q := WhatIf{Air: climate.Room, Age: 3 * 24 * time.Hour, Coats: 2, Contact: 1}
	v := Ask(s, 1, q)
	if v.Safe || len(v.Border) < 5 {
		t.Fatalf("three days, usual wetness: %+v", v)
	}
	for i, b := range v.Border {
		if i > 0 && b.Age < v.Border[i-1].Age {
			t.Errorf("%.2f times as wet is safe at %v, drier only at %v", b.Contact, b.Age, v.Border[i-1].Age)
		}
		q.Contact, q.Age = b.Contact, b.Age+time.Hour
		if !Ask(s, 1, q).Safe {
			t.Errorf("above the border at %.2f it still bites", b.Contact)
		}
		if q.Age = b.Age - time.Hour; q.Age > 0 && Ask(s, 1, q).Safe {
			t.Errorf("below the border at %.2f it is safe already", b.Contact)
		}
	}
	q = WhatIf{Air: climate.Room, Age: 3 * 24 * time.Hour, Coats: 2, Contact: 1, Clear: 2}
	if !Ask(s, 1, q).Safe {
		t.Error("two coats of gloss a day old don't help")
	}
	warm := WhatIf{Air: climate.Air{TemperatureC: 30, Humidity: 0.5}, Age: 3 * 24 * time.Hour, Coats: 2, Contact: 1}
	if Ask(s, 1, warm).Reach.Hard <= v.Reach.Hard {
		t.Error("a warm room does not harden the enamel")
	}
}
