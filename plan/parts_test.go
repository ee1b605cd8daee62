package plan_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/plan"
)

// twoParts is a fuselage that a wing, finished apart, is joined to.
func twoParts(t testing.TB) plan.File {
	f := routeOf(t, "b: base-coat acrylic", "j: join joins wing", "z: final-coat flat")
	f.Zones[0].ID, f.Zones[0].Name = "fuselage", "Fuselage"
	f.Parts = []plan.Part{{ID: "wing", Name: "the wing"}}
	wing := routeOf(t, "wb: base-coat acrylic", "wg: gloss-coat gloss", "ww: pin-wash enamel-wash", "wx: wipe of ww dry", "wf: flat-coat flat").Zones[0]
	wing.ID, wing.Name, wing.Part = "wing-zone", "Wing", "wing"
	f.Zones = append(f.Zones, wing)
	return f
}

// A part fills the model's waits and is joined when all of it is done and touch-dry; nothing of it waits for the join.
func TestParts(t *testing.T) {
	f := twoParts(t)
	r := check(t, f)
	var join, last time.Time
	for _, s := range r.Schedule {
		if s.Step == "j" {
			join = s.Start
		}
		if s.Zone == "wing-zone" && s.TouchDry.After(last) {
			last = s.TouchDry
		}
	}
	if join.Before(last) {
		t.Errorf("joined %v, the wing is touch-dry %v", join, last)
	}
	if r.Stops() {
		t.Errorf("stops: %s", list(r))
	}
	pinned := twoParts(t)
	pinned.Zones[0].Steps[1].At = new(start.Add(2 * time.Hour))
	r = check(t, pinned)
	i := slices.IndexFunc(r.Findings, func(x plan.Finding) bool { return x.Rule == "join" })
	if i < 0 || r.Findings[i].Severity != "stop" || len(r.Findings[i].Fixes) == 0 {
		t.Fatalf("joined before the wing is done: %s", list(r))
	}
	fixed, err := pinned.Apply("j", r.Findings[i].Fixes[0])
	if err != nil {
		t.Fatal(err)
	}
	if found(check(t, fixed), "join") {
		t.Error("waiting does not help")
	}
}

// Parts that wait for each other, for themselves or for nothing are refused with their place.
func TestPartsRefused(t *testing.T) {
	for want, spoil := range map[string]func(*plan.File){
		`zones[1].part: no part "tail"`:                            func(f *plan.File) { f.Zones[1].Part = "tail" },
		`zones[0].steps[1].joins[0]: no part "tail"`:               func(f *plan.File) { f.Zones[0].Steps[1].Joins = []string{"tail"} },
		`zones[0].steps[1].joins: missing`:                         func(f *plan.File) { f.Zones[0].Steps[1].Joins = nil },
		`zones[0].steps[0].joins: only a join`:                     func(f *plan.File) { f.Zones[0].Steps[0].Joins = []string{"wing"} },
		`zones[0].steps[1].joins[0]: "wing" would wait for itself`: func(f *plan.File) { f.Zones[0].Part = "wing" },
		`zones[0].steps[1].joins[1]: "wing" is joined already`:     func(f *plan.File) { f.Zones[0].Steps[1].Joins = []string{"wing", "wing"} },
		`parts[1].id: "wing" is given twice`:                       func(f *plan.File) { f.Parts = append(f.Parts, plan.Part{ID: "wing", Name: "again"}) },
		`zones[1].steps[5].joins[0]: "body" would wait for itself`: func(f *plan.File) {
			f.Parts = append(f.Parts, plan.Part{ID: "body", Name: "the body"})
			f.Zones[0].Part = "body"
			f.Zones[1].Steps = append(f.Zones[1].Steps, plan.Step{ID: "back", Do: "join", Joins: []string{"body"}})
		},
		`zones[0].steps[0].edge: only a mask`:   func(f *plan.File) { f.Zones[0].Steps[0].Edge = "hard" },
		`zones[0].steps[0].decals: only decals`: func(f *plan.File) { f.Zones[0].Steps[0].Decals = []plan.Decal{{Name: "x", WidthMM: 3, HeightMM: 3}} },
	} {
		f := twoParts(t)
		spoil(&f)
		if _, err := f.Resolve(); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("want %q, got %v", want, err)
		}
	}
}

// A list of decals takes its own time, names the largest where it would silver, and is slit before a wash.
func TestDecalList(t *testing.T) {
	f := routeOf(t, "b: base-coat acrylic done 800h", "d: decals decals decal lines")
	r := check(t, f)
	if len(r.Findings) == 0 || !strings.Contains(r.Findings[0].Because, "Under the badge, the largest, air would stay below 100 %") {
		t.Errorf("a badge on flat paint: %s %+v", list(r), r.Findings)
	}
	glossy := routeOf(t, "b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "d: decals decals decal lines", "s: seal gloss", "w: pin-wash enamel-wash", "x: wipe of w dry")
	r = check(t, glossy)
	if !found(r, "slit") || r.Stops() {
		t.Errorf("a badge over a line, then a wash: %s", list(r))
	}
	took := func(count int) time.Duration {
		glossy.Zones[0].Steps[2].Decals[0].Count = count
		s := check(t, glossy).Schedule[2]
		return s.End.Sub(s.Start)
	}
	if one, ten := took(1), took(10); ten < one+30*time.Minute {
		t.Errorf("one takes %v, ten %v", one, ten)
	}
}

// Fuzzing edits with any mix of the new fields never makes a plan that can't be written and read again.
func FuzzStepFields(f *testing.F) {
	f.Add("decals", "lines", "hard", 3.0, 30.0)
	f.Add("mask", "rivets", "lifted", 0.0, 100.0)
	f.Fuzz(func(t *testing.T, do, over, edge string, width, area float64) {
		in := routeOf(t, "b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h")
		s := plan.Step{Do: plan.Do(do), Edge: plan.Edge(edge), LineMM: width, AreaPct: area, Decals: []plan.Decal{{Name: fmt.Sprint(over), WidthMM: width, HeightMM: area, Over: plan.Ground(over)}}}
		out, _, err := in.Edit(plan.Edit{Do: "put-step", Zone: "zone", Step: &s})
		if err != nil {
			return
		}
		if _, err := plan.Check(out); err != nil {
			t.Errorf("an edit was taken that can't be checked: %v", err)
		}
	})
}

// A new build takes what serves from the shelf, as copies that name it, and joins in the end what is finished apart.
func TestBriefWithShelfAndParts(t *testing.T) {
	own := []plan.Product{
		{ID: "harbour", Name: "Harbour gloss", Kind: "clear", Family: "polish-clear", Sheen: "gloss"},
		{ID: "grey", Name: "Sea grey", Kind: "paint", Family: "waterborne-acrylic", Colour: "#6f7a82", Sheen: "flat", HideCoats: 1.8},
	}
	b := plan.Brief{
		Name: "Gannet", Scale: 48, Start: start, SpanCM: 20, LengthCM: 18, Service: &plan.Service{Place: "ship", Shelter: "out", Months: new(18.0)},
		Zones: []plan.BriefZone{
			{Name: "Wing", Paint: "anything", Family: "lacquer", Shelf: "grey", Apart: true, Effects: []string{"decals", "wash"}},
			{Name: "Fuselage", Paint: "anything", Family: "lacquer", Shelf: "grey", Effects: []string{"pre-shade", "wash"}},
		},
	}
	f, why, err := b.Plan(own...)
	if err != nil {
		t.Fatal(err)
	}
	shelf := map[string]plan.Product{}
	for _, p := range f.Products {
		if p.Shelf != "" {
			shelf[p.Shelf] = p
		}
	}
	if shelf["grey"].HideCoats != 1.8 || shelf["harbour"].Name != "Harbour gloss" {
		t.Errorf("of the shelf it takes %+v", shelf)
	}
	last := f.Zones[1].Steps[len(f.Zones[1].Steps)-1]
	if f.Zones[0].Part == "" || last.Do != "join" || last.Joins[0] != f.Zones[0].Part || !strings.Contains(strings.Join(why.Why, " "), "joined at the end of fuselage") {
		t.Errorf("parts %+v, last step %+v", f.Parts, last)
	}
	for _, x := range check(t, f).Findings {
		if x.Severity != "note" {
			t.Errorf("%s %s at %s: %s", x.Severity, x.Rule, x.Step, x.Because)
		}
	}
	if f.Service == nil || f.Targets().Shading.String() != "clear" {
		t.Errorf("its service asks for %+v", f.Targets())
	}
	b.Zones[1].Apart = true
	if f, _, err = b.Plan(own...); err != nil || len(f.Parts) != 0 {
		t.Errorf("everything apart and nothing to join it to: %v %+v", err, f.Parts)
	}
}

// Parts by hand: added, renamed by their zone, removed with their joins.
func TestEditParts(t *testing.T) {
	f := twoParts(t)
	edit := func(e plan.Edit) string {
		t.Helper()
		out, words, err := f.Edit(e)
		if err != nil {
			t.Fatal(err)
		}
		f = out
		return words
	}
	if w := edit(plan.Edit{Do: "put-part", Part: &plan.Part{ID: "x", Name: "Left wing"}}); w != "Added Left wing" || f.Parts[1].ID != "left-wing" {
		t.Errorf("%s: %+v", w, f.Parts)
	}
	edit(plan.Edit{Do: "put-part", Of: "left-wing", Part: &plan.Part{ID: "x", Name: "Port wing"}})
	if f.Parts[1].Name != "Port wing" || f.Parts[1].ID != "left-wing" {
		t.Errorf("renamed: %+v", f.Parts[1])
	}
	edit(plan.Edit{Do: "put-zone", Of: "fuselage", NewZone: &plan.Zone{Name: "Body", AreaCM2: 90, Part: "left-wing"}})
	if f.Zones[0].Part != "left-wing" || f.Zones[0].Name != "Body" {
		t.Errorf("the zone is %+v", f.Zones[0])
	}
	if _, _, err := f.Edit(plan.Edit{Do: "put-zone", Of: "fuselage", NewZone: &plan.Zone{Name: "Body", AreaCM2: 90, Part: "wing"}}); err == nil {
		t.Error("a zone is put into the part that it joins")
	}
	edit(plan.Edit{Do: "remove-part", Of: "wing"})
	if f.Zones[1].Part != "" || slices.ContainsFunc(f.Zones[0].Steps, func(s plan.Step) bool { return s.Do == "join" }) {
		t.Errorf("the wing is out, and %+v", f.Zones)
	}
	for _, bad := range []plan.Edit{{Do: "remove-part", Of: "none"}, {Do: "put-part"}, {Do: "put-part", Of: "none", Part: &plan.Part{ID: "x", Name: "x"}}} {
		if _, _, err := f.Edit(bad); err == nil {
			t.Errorf("%+v is taken", bad)
		}
	}
	product := plan.Product{ID: "slate", Name: "Slate", Kind: "paint", Family: "lacquer", Shelf: "slate"}
	edit(plan.Edit{Do: "put-step", Zone: "wing-zone", Step: &plan.Step{ID: "n", Do: "base-coat"}, Product: &product})
	edit(plan.Edit{Do: "put-step", Zone: "wing-zone", Step: &plan.Step{ID: "n", Do: "base-coat"}, Product: &product})
	n := 0
	for _, p := range f.Products {
		if p.Shelf == "slate" {
			n++
		}
	}
	if n != 1 {
		t.Errorf("a product of the shelf is copied %d times", n)
	}
}

// A part that is washed or faded while another of the same paint is not is told; both washed, painted otherwise, or of one part, they are not.
func TestPartsMatch(t *testing.T) {
	has := func(f plan.File) bool {
		return slices.ContainsFunc(check(t, f).Findings, func(x plan.Finding) bool { return x.Rule == "parts-match" })
	}
	f := twoParts(t)
	if !has(f) {
		t.Error("a washed wing on a fuselage of the same paint that is not washed")
	}
	otherwise := twoParts(t)
	otherwise.Zones[0].Steps[0].Product = "pale"
	if has(otherwise) {
		t.Error("parts of two paints need not match")
	}
	one := twoParts(t)
	one.Zones[1].Part = ""
	one.Zones[0].Steps = slices.Delete(one.Zones[0].Steps, 1, 2)
	if has(one) {
		t.Error("two zones of one part are told apart on purpose")
	}
	both := twoParts(t)
	both.Zones[0].Steps = slices.Insert(both.Zones[0].Steps, 1, plan.Step{ID: "g", Do: "gloss-coat", Product: "gloss"}, plan.Step{ID: "w", Do: "pin-wash", Product: "enamel-wash"}, plan.Step{ID: "x", Do: "wipe", Of: "w"})
	if has(both) {
		t.Error("both are washed")
	}
}
