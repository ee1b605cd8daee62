package plan_test

import (
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
	"inkysparrow/plan"
)

// What may come next on a zone: every kind of step in the order of work, each with its word, tried where it would stand.
func TestNext(t *testing.T) {
	next := func(f plan.File, shelf ...plan.Product) map[plan.Do]plan.Offer {
		t.Helper()
		p, err := f.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		offers, err := f.Next(t.Context(), rule.Check(p), "zone", shelf...)
		if err != nil {
			t.Fatal(err)
		}
		if len(offers) != len(route.Techniques()) {
			t.Fatalf("%d offers for %d techniques", len(offers), len(route.Techniques()))
		}
		last := route.Phase(0)
		all := map[plan.Do]plan.Offer{}
		for _, o := range offers {
			if phase := route.MustTechnique(string(o.Do)).Phase; phase < last {
				t.Errorf("%s stands after a later phase", o.Do)
			} else {
				last = phase
			}
			if (o.Word == plan.Good) != (o.Because == "") {
				t.Errorf("%s is %s because %q", o.Do, o.Word, o.Because)
			}
			all[o.Do] = o
		}
		return all
	}
	for _, tc := range []struct {
		name  string
		route []string
		now   time.Duration
		do    plan.Do
		word  plan.Word
		says  string
		with  string
	}{
		{"a gloss coat over acrylic of last month", []string{"b: base-coat acrylic done 720h"}, 10 * time.Minute, "gloss-coat", plan.Good, "", "gloss"},
		{"a wash with white spirit over enamel of tonight waits for days", []string{"b: base-coat enamel done 1h"}, 10 * time.Minute, "pin-wash", plan.From, "From ", ""},
		{"nothing to wipe", []string{"b: base-coat acrylic done 720h"}, 10 * time.Minute, "wipe", plan.Past, "No wash here waits for a wipe.", ""},
		{"nothing is masked", []string{"b: base-coat acrylic done 720h"}, 10 * time.Minute, "unmask", plan.Past, "Nothing is masked here.", ""},
		{"no parts", []string{"b: base-coat acrylic done 720h"}, 10 * time.Minute, "join", plan.Past, "No part is left to be joined.", ""},
		{"primer under a gloss coat", []string{"b: base-coat acrylic done 720h", "g: gloss-coat gloss done 600h"}, 10 * time.Minute, "prime", plan.Past, "Gloss coat lies on the paint already.", "primer"},
		{"a base coat over paint alone", []string{"b: base-coat acrylic done 720h"}, 10 * time.Minute, "base-coat", plan.Good, "", "acrylic"},
		{"a mask over a gloss coat", []string{"b: base-coat acrylic done 720h", "g: gloss-coat gloss done 600h"}, 10 * time.Minute, "mask", plan.Good, "", ""},
		{"a metal coat is of metal first", []string{"b: base-coat acrylic done 720h"}, 10 * time.Minute, "metal-coat", plan.Good, "", "bright"},
		{"primer over nothing", nil, 10 * time.Minute, "prime", plan.Good, "", "primer"},
		{"the clear that was used last", []string{"b: base-coat acrylic done 720h", "g: gloss-coat solvent-gloss done 600h"}, 10 * time.Minute, "gloss-coat", plan.Good, "", "solvent-gloss"},
		{"a wipe for the wash", []string{"b: base-coat acrylic done 720h", "w: pin-wash clay done 2h"}, 10 * time.Minute, "wipe", plan.Good, "", ""},
	} {
		t.Run(tc.name, func(t *testing.T) {
			o := next(routeOf(t, tc.route...).AsOf(start.Add(tc.now)))[tc.do]
			if o.Word != tc.word || !strings.HasPrefix(o.Because, tc.says) || tc.with != "" && o.Product.ID != tc.with {
				t.Errorf("%s is %s (%q) with %q; want %s (%q) with %q", tc.do, o.Word, o.Because, o.Product.ID, tc.word, tc.says, tc.with)
			}
			if o.Word == plan.Good && (o.Start.Before(start) || o.Finish.Before(o.Start)) {
				t.Errorf("it would begin %v and be ready %v", o.Start, o.Finish)
			}
		})
	}
	bare := routeOf(t, "b: base-coat acrylic done 720h")
	bare.Products = slices.DeleteFunc(bare.Products, func(p plan.Product) bool { return p.Kind != "paint" })
	if o := next(bare.AsOf(start))["gloss-coat"]; o.Word != plan.Past || o.Because != "Neither the plan nor the shelf has a clear for it." {
		t.Errorf("without a clear it says %q", o.Because)
	}
	taken := plan.Product{ID: "shelf-gloss", Name: "Shelf gloss", Kind: "clear", Family: "polish-clear", Sheen: "gloss"}
	if o := next(bare.AsOf(start), taken)["gloss-coat"]; o.Word != plan.Good || o.Product.ID != "shelf-gloss" || o.Edit.Product == nil || o.Edit.Product.Shelf != "shelf-gloss" {
		t.Errorf("with a clear on the shelf it is %+v", o)
	}
}

// Every bottle that a step can be done with, and what each would do there.
func TestBottles(t *testing.T) {
	f := routeOf(t, "b: base-coat enamel done 24h").AsOf(start.Add(10 * time.Minute))
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	at := start.Add(time.Hour)
	offers, err := f.Bottles(t.Context(), rule.Check(p), plan.Edit{Do: "put-step", Zone: "zone", Step: &plan.Step{ID: "new", Do: "pin-wash", At: &at}}, plan.Product{ID: "extra", Name: "Extra", Kind: "wash", Family: "clay-wash"})
	if err != nil {
		t.Fatal(err)
	}
	words := map[string]plan.Word{}
	for _, o := range offers {
		words[o.Product.ID] = o.Word
	}
	if words["clay"] != plan.Good || words["enamel-wash"] == plan.Good || words["extra"] != plan.Good || words["gloss"] != "" {
		t.Errorf("over enamel of yesterday: %v", words)
	}
	for _, e := range []plan.Edit{{}, {Do: "put-step"}, {Do: "mark-done", Step: &plan.Step{Do: "pin-wash"}}, {Do: "put-step", Step: &plan.Step{Do: "burn"}}} {
		if _, err := f.Bottles(t.Context(), rule.Check(p), e); err == nil {
			t.Errorf("bottles for %+v", e)
		}
	}
}

// An offer is tried from its step on, with the rest left as it was laid: it stands as it would in a plan laid out and judged afresh.
func TestNextAsAfresh(t *testing.T) {
	text, err := os.ReadFile("../internal/demo/petrel.json")
	if err != nil {
		t.Fatal(err)
	}
	f, err := plan.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	f = f.AsOf(time.Date(2027, 3, 11, 19, 40, 0, 0, time.UTC))
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	checked := rule.Check(p)
	tried := 0
	for _, zone := range f.Zones[:3] {
		offers, err := f.Next(t.Context(), checked, zone.ID)
		if err != nil {
			t.Fatal(err)
		}
		for _, o := range offers {
			changed, _, err := f.Edit(o.Edit)
			if err != nil || o.Finish.IsZero() {
				continue
			}
			q, err := changed.Resolve()
			if err != nil {
				t.Fatal(err)
			}
			tried++
			afresh := rule.Check(q)
			stops := func(r *rule.Report) (n int) {
				for _, x := range r.Findings {
					if x.Severity == verdict.Stop {
						n++
					}
				}
				return n
			}
			if !afresh.Finish.Equal(o.Finish) {
				t.Errorf("%s on %s: ready %v, afresh %v", o.Do, zone.ID, o.Finish, afresh.Finish)
			}
			if o.Word == plan.Good && stops(afresh) > stops(checked) {
				t.Errorf("%s on %s is good to go, and afresh there are %d stops, %d before", o.Do, zone.ID, stops(afresh), stops(checked))
			}
		}
	}
	if tried < 60 {
		t.Errorf("%d offers were tried", tried)
	}
}

// Asked for each time that somebody adds a step: every kind of step tried on a plan of six zones and sixty steps.
func BenchmarkNext(b *testing.B) {
	f := routeOf(b, "b: base-coat acrylic done 300h", "g: gloss-coat gloss", "d: decals decals", "s: seal gloss", "w: pin-wash clay", "x: wipe of w damp", "f: flat-coat flat", "o: oil-dots oil", "e: exhaust-spray soot", "c: final-coat flat")
	for len(f.Zones) < 6 {
		next, _, err := f.Edit(plan.Edit{Do: "copy-zone", Of: "zone"})
		if err != nil {
			b.Fatal(err)
		}
		f = next
	}
	f = f.AsOf(start)
	p, err := f.Resolve()
	if err != nil {
		b.Fatal(err)
	}
	checked := rule.Check(p)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := f.Next(b.Context(), checked, "zone"); err != nil {
			b.Fatal(err)
		}
	}
}
