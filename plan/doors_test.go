package plan_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/follow"
	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
	"inkysparrow/core/why"
	"inkysparrow/plan"
)

// asked are the rules that speak of a wash on the films below, and of its wipe, whatever the colour; rub stands by itself.
var asked = map[string]bool{"bite": true, "wet-below": true, "decal-unsealed": true, "recoat": true}

// doorPlan is a zone with random films, and a wash that is pinned over them with its wipe.
func doorPlan(t testing.TB, r *rand.Rand) plan.File {
	pick := func(s ...string) string { return s[r.IntN(len(s))] }
	age := 2 + r.IntN(400)
	lines := []string{fmt.Sprintf("b: base-coat %s coats %d done %dh", pick("mid-acrylic", "mid-enamel", "mid-lacquer", "mid-alcohol"), 1+r.IntN(2), age)}
	add := func(odds int, format string, args ...any) {
		if age > 1 && r.IntN(odds) == 0 {
			age = 1 + r.IntN(age)
			lines = append(lines, fmt.Sprintf(format, args...)+fmt.Sprintf(" done %dh", age))
		}
	}
	add(3, "g: gloss-coat %s coats %d", pick("gloss", "solvent-gloss"), 1+r.IntN(2))
	add(4, "d: decals decals")
	add(4, "s: seal gloss coats %d", 1+r.IntN(2))
	add(5, "v: overall-wash %s", pick("dark-clay", "oil-wash", "brown-wash"))
	add(6, "o: oil-dots oil")
	lines = append(lines, fmt.Sprintf("w: pin-wash %s at %dm", pick("brown-wash", "dark-clay", "water-wash", "oil-wash"), 60*[]int{0, 1, 1 + r.IntN(200)}[r.IntN(3)]), "x: wipe of w "+pick("dry", "damp", "wet"))
	f := routeOf(t, lines...)
	f.Climate.TemperatureC = float64(15 + r.IntN(12))
	if r.IntN(3) == 0 {
		f.Climate.Night = &plan.Night{TemperatureC: 8, HumidityPct: 75, From: "23:00", To: "08:00"}
	}
	return f
}

func checked(t testing.TB, f plan.File) *rule.Report {
	t.Helper()
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	return rule.Check(p)
}

// worst is what the check says of a step by some rules.
func worst(r *rule.Report, step string, of func(rule string) bool) (w verdict.Word, any bool) {
	for _, x := range r.Findings {
		if x.Step == step && of(x.Rule.ID) && x.Severity > verdict.Note {
			w, any = w.And(x.Word), true
		}
	}
	return w, any
}

// One question has one answer, whoever is asked: the check, the list of washes, the bottles of a step, the worked what-if and the shelf's chart.
func TestDoorsAgree(t *testing.T) {
	r := rand.New(rand.NewPCG(21, 2))
	harmed, met := 0, map[string]int{}
	for range 60 {
		f := doorPlan(t, r)
		z := &f.Zones[0]
		w, x := &z.Steps[len(z.Steps)-2], &z.Steps[len(z.Steps)-1]
		first := checked(t, f)
		chosen, err := f.Choose(t.Context(), first, plan.WashQuery{Zone: "zone", At: *w.At, With: string(x.With)})
		if err != nil {
			t.Fatal(err)
		}
		i := chosen.Find("bottle:" + w.Product)
		if i < 0 {
			t.Fatalf("%s is not among the washes", w.Product)
		}
		j := &chosen.Judged[i]
		opens := j.Opens
		x.At = &opens
		rep := checked(t, f)
		list := func(step string, a verdict.Answer, of func(string) bool) {
			got, any := worst(rep, step, of)
			if any != !a.Safe() || any && (got.Severity != a.Severity || math.Abs(got.Chance-a.Chance) > 0.002 || got.Helps != a.Helps || math.Abs(got.SafeFrom.Sub(a.SafeFrom).Minutes()) > 2) {
				t.Errorf("%s: the check says %v %q from %v of %s, the washes %v %v %q from %v", routeText(f), got.Severity, got.Helps, got.SafeFrom, step, a.Harm, a.Severity, a.Helps, a.SafeFrom)
			}
			if any {
				harmed++
				met[a.Harm.String()]++
			}
		}
		list("w", j.Apply, func(id string) bool { return asked[id] })
		list("x", j.Wipe, func(id string) bool { return asked[id] })
		list("x", j.Rub, func(id string) bool { return id == "rub" })
		if got, _ := j.Severity(); got == verdict.Stop && j.RuledOut == "" {
			t.Errorf("%s: what the check stops is not ruled out", routeText(f))
		}

		line := rep.Lines[0]
		for k, id := range map[int]string{len(line.Steps) - 2: "w", len(line.Steps) - 1: "x"} {
			site := rep.Site(line, k)
			if !site.Wets || rep.Plan.Air.Changes() {
				continue
			}
			for reach := range site.Below.Cut(site.Touch, site.Start, rep.Plan.Air) {
				if reach.Place == 0 {
					continue
				}
				v := why.Ask(site, reach.Place, why.WhatIf{Air: rep.Plan.Air.At(site.Start), Age: site.Start.Sub(site.Below[reach.Place].Film.Laid), Contact: 1})
				_, odds := site.Question().Film(reach.Place, site.Start)
				if math.Abs(float64(v.Reach.Loss-reach.Loss)) > 1e-9 || math.Abs(v.Odds.Chance-odds.Chance) > 1e-6 || v.Safe != (odds.Grade() < chance.Flaw) {
					t.Errorf("%s: asked what if nothing changes, %s loses %.4f of film %d with a chance of %.3f, in the check %.4f and %.3f", routeText(f), id, float64(v.Reach.Loss), reach.Place, v.Odds.Chance, float64(reach.Loss), odds.Chance)
				}
			}
		}

		offers, err := f.Bottles(t.Context(), rep, plan.Edit{Do: "put-step", Zone: "zone", Of: "w", Step: &plan.Step{ID: "w", Do: "pin-wash", At: w.At}})
		if err != nil {
			t.Fatal(err)
		}
		stops, any := worst(rep, "w", func(string) bool { return true })
		for _, o := range offers {
			if o.Product.ID != w.Product {
				continue
			}
			if bad := o.Word == plan.Waits || o.Word == plan.First || o.Word == plan.Never; bad != (any && stops.Severity == verdict.Stop) {
				t.Errorf("%s: the bottles say %s of what the check says %v of", routeText(f), o.Word, stops.Severity)
			}
		}
	}
	for _, h := range []verdict.Harm{verdict.TooWet, verdict.Bitten, verdict.Ground, verdict.Torn} {
		if met[h.String()] < 3 {
			t.Errorf("only %d times something was %v; the plans are too good", met[h.String()], h)
		}
	}
	if harmed < 40 {
		t.Errorf("only %d answers of harm were compared", harmed)
	}
}

// The shelf's chart of what may follow what says of a film alone what the check says of it in a plan.
func TestChartAgrees(t *testing.T) {
	states := map[follow.State]bool{}
	for _, below := range []string{"mid-acrylic", "mid-enamel", "mid-lacquer", "mid-alcohol"} {
		for _, above := range []struct{ way, line string }{
			{"pin", "w: pin-wash brown-wash at 0h"}, {"pin", "w: pin-wash dark-clay at 0h"}, {"wet", "w: final-coat solvent-flat coats 1 at 0h"}, {"wet", "w: final-coat flat coats 1 at 0h"}, {"overall", "w: overall-wash oil-wash at 0h"},
		} {
			for _, hours := range []int{1, 3, 9, 20, 50, 100, 200, 400, 700} {
				f := routeOf(t, fmt.Sprintf("b: base-coat %s done %dh", below, hours), above.line)
				rep := checked(t, f)
				p := rep.Plan
				var over *coating.Product
				for _, q := range p.Products {
					if q.ID == f.Zones[0].Steps[1].Product {
						over = q
					}
				}
				air := climate.Air{TemperatureC: 21, Humidity: 0.5}
				for _, way := range follow.Ways(over.Kind) {
					if way.ID != above.way {
						continue
					}
					a := follow.On(p.Zones[0].Steps[0].Product, air).Ask(over, way, time.Duration(hours)*time.Hour)
					states[follow.On(p.Zones[0].Steps[0].Product, air).At(over, way, time.Duration(hours)*time.Hour)] = true
					got, any := worst(rep, "w", func(id string) bool { return asked[id] || id == "same-solvent" || id == "young-oils" })
					if any != !a.Safe() || any && got.Severity != a.Severity {
						t.Errorf("%s of %d h under %s: the check says %v, the chart %v %v", below, hours, above.line, got.Severity, a.Harm, a.Severity)
					}
				}
			}
		}
	}
	if len(states) < 4 {
		t.Errorf("only %v were met", states)
	}
}

// routeText is the route of a plan's first zone, in short.
func routeText(f plan.File) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%.0f °C", f.Climate.TemperatureC)
	for _, s := range f.Zones[0].Steps {
		fmt.Fprintf(&b, "; %s %s %s x%d %s", s.ID, s.Do, s.Product, s.Coats, s.With)
		if s.Done != nil {
			fmt.Fprintf(&b, " done %v", start.Sub(*s.Done))
		}
		if s.At != nil {
			fmt.Fprintf(&b, " at %v", s.At.Sub(start))
		}
	}
	return b.String()
}
