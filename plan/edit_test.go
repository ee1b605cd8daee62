package plan_test

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/rule"

	"inkysparrow/plan"
)

func TestEdit(t *testing.T) {
	f := routeOf(t, "b: base-coat acrylic done 300h", "g: gloss-coat gloss", "w: pin-wash clay", "x: wipe of w damp", "f: flat-coat flat")
	f.Zones = append(f.Zones, plan.Zone{ID: "other", Name: "Other", AreaCM2: 20, Steps: []plan.Step{{ID: "o", Do: "base-coat", Product: "acrylic"}, {ID: "p", Do: "final-coat", Product: "flat"}}})
	all := func(f plan.File) string {
		var s []string
		for _, z := range f.Zones {
			for _, st := range z.Steps {
				s = append(s, string(st.Do))
			}
		}
		return strings.Join(s, " ")
	}
	step := func(s plan.Step) *plan.Step { return &s }
	for _, tc := range []struct {
		name  string
		edit  plan.Edit
		steps string // of all zones, or what the error says after "error: "
		words string
	}{
		{"a step goes where it belongs", plan.Edit{Do: "put-step", Zone: "zone", Step: step(plan.Step{Do: "decals", Product: "decals"})}, "base-coat gloss-coat decals pin-wash wipe flat-coat base-coat final-coat", "Added decals to Zone"},
		{"or before another", plan.Edit{Do: "put-step", Zone: "zone", Before: "f", Step: step(plan.Step{Do: "seal", Product: "gloss"})}, "base-coat gloss-coat pin-wash wipe seal flat-coat base-coat final-coat", "Added seal to Zone"},
		{"a wipe goes to the end, after its wash", plan.Edit{Do: "put-step", Zone: "zone", Step: step(plan.Step{Do: "wipe", Of: "w"})}, "base-coat gloss-coat pin-wash wipe flat-coat wipe base-coat final-coat", "Added wipe to Zone"},
		{"a step is changed in place", plan.Edit{Do: "put-step", Of: "f", Step: step(plan.Step{Do: "satin-coat", Product: "satin"})}, "base-coat gloss-coat pin-wash wipe satin-coat base-coat final-coat", "Changed satin coat of Zone"},
		{"a wash takes its wipe along", plan.Edit{Do: "move-step", Of: "w", Before: "g"}, "base-coat pin-wash wipe gloss-coat flat-coat base-coat final-coat", "Moved pin wash of Zone"},
		{"to the end", plan.Edit{Do: "move-step", Of: "g"}, "base-coat pin-wash wipe flat-coat gloss-coat base-coat final-coat", "Moved gloss coat of Zone"},
		{"up over a wash and its wipe", plan.Edit{Do: "move-step", Of: "f", By: -1}, "base-coat gloss-coat flat-coat pin-wash wipe base-coat final-coat", "Moved flat coat of Zone"},
		{"down below a wash and its wipe", plan.Edit{Do: "move-step", Of: "g", By: 1}, "base-coat pin-wash wipe gloss-coat flat-coat base-coat final-coat", "Moved gloss coat of Zone"},
		{"a wash up with its wipe", plan.Edit{Do: "move-step", Of: "w", By: -1}, "base-coat pin-wash wipe gloss-coat flat-coat base-coat final-coat", "Moved pin wash of Zone"},
		{"a wash down with its wipe", plan.Edit{Do: "move-step", Of: "w", By: 1}, "base-coat gloss-coat flat-coat pin-wash wipe base-coat final-coat", "Moved pin wash of Zone"},
		{"the first no further up", plan.Edit{Do: "move-step", Of: "b", By: -1}, "error: it is the first step", ""},
		{"the last no further down", plan.Edit{Do: "move-step", Of: "f", By: 1}, "error: it is the last step", ""},
		{"not before its own wipe", plan.Edit{Do: "move-step", Of: "w", Before: "x"}, "error: a wash can't come after its own wipe", ""},
		{"a wipe does not pass its wash", plan.Edit{Do: "move-step", Of: "x", Before: "w"}, `error: no step "w" before this one`, ""},
		{"a wash is copied with its wipe", plan.Edit{Do: "copy-step", Of: "w", Zones: []string{"other"}}, "base-coat gloss-coat pin-wash wipe flat-coat base-coat pin-wash wipe final-coat", "Copied pin wash to Other"},
		{"a wash is removed with its wipe", plan.Edit{Do: "remove-step", Of: "w"}, "base-coat gloss-coat flat-coat base-coat final-coat", "Removed pin wash of Zone"},
		{"a zone is removed", plan.Edit{Do: "remove-zone", Of: "other"}, "base-coat gloss-coat pin-wash wipe flat-coat", "Removed Other"},
		{"a zone's route is taken over by a new one", plan.Edit{Do: "copy-zone", Of: "zone", NewZone: &plan.Zone{Name: "Left wing", AreaCM2: 5}}, "base-coat gloss-coat pin-wash wipe flat-coat base-coat final-coat base-coat gloss-coat pin-wash wipe flat-coat", "Added Left wing with the route of Zone"},
		{"a product in use is not", plan.Edit{Do: "remove-product", Of: "clay"}, "error: is used by step 3 of Zone", ""},
		{"one that is not is", plan.Edit{Do: "remove-product", Of: "tan"}, "base-coat gloss-coat pin-wash wipe flat-coat base-coat final-coat", "Removed the tan"},
		{"nonsense is refused by the schema", plan.Edit{Do: "put-step", Of: "f", Step: step(plan.Step{Do: "satin-coat", Product: "satin", Coats: 40})}, "error: zones[0].steps[4].coats", ""},
		{"a product of the wrong kind", plan.Edit{Do: "put-step", Of: "f", Step: step(plan.Step{Do: "satin-coat", Product: "clay"})}, "error: is of kind wash", ""},
		{"no such step", plan.Edit{Do: "remove-step", Of: "q"}, `error: no step "q"`, ""},
		{"no such zone", plan.Edit{Do: "put-step", Zone: "q", Step: step(plan.Step{Do: "mask"})}, `error: no zone "q"`, ""},
		{"no such edit", plan.Edit{Do: "burn"}, "error: is not an edit", ""},
	} {
		t.Run(tc.name, func(t *testing.T) {
			got, words, err := f.Edit(tc.edit)
			if want, bad := strings.CutPrefix(tc.steps, "error: "); bad {
				place := (*plan.FieldError)(nil)
				if !errors.As(err, &place) || !strings.Contains(err.Error(), want) {
					t.Errorf("got %v, want %s", err, want)
				}
				return
			}
			if err != nil || all(got) != tc.steps || words != tc.words {
				t.Errorf("%q, %q (%v); want %q, %q", all(got), words, err, tc.steps, tc.words)
			}
		})
	}
	if all(f) != "base-coat gloss-coat pin-wash wipe flat-coat base-coat final-coat" {
		t.Error("the plan that was edited has changed itself")
	}
}

func TestEditSettingsZonesProducts(t *testing.T) {
	f := read(t, "../examples/clean.json")
	s := f.Settings()
	s.Build.Wanted = "2027-03-04"
	s.Exceptions = []plan.Exception{{Date: "2027-03-02"}, {Date: "2027-03-03", From: "08:00", To: "09:00"}}
	changed, words, err := f.Edit(plan.Edit{Do: "put-settings", Settings: &s})
	if err != nil || words == "" {
		t.Fatal(err)
	}
	r := check(t, changed)
	if !found(r, "table-date") {
		t.Errorf("a wanted date that is missed is not found: %s", list(r))
	}
	for _, x := range r.Schedule {
		if d := x.Start.Day(); d == 2 && x.Start.Month() == time.March {
			t.Errorf("%s is placed on the day off", x.Step)
		}
	}
	for _, bad := range []plan.Exception{{Date: "2027-13-02"}, {Date: "2027-03-02", From: "10:00"}, {Date: "2027-03-02", From: "10:00", To: "09:00"}} {
		s.Exceptions = []plan.Exception{bad}
		if _, _, err := f.Edit(plan.Edit{Do: "put-settings", Settings: &s}); err == nil {
			t.Errorf("%+v was taken", bad)
		}
	}
	named, _, err := f.Edit(plan.Edit{Do: "put-zone", NewZone: &plan.Zone{Name: "Крыло", AreaCM2: 5}})
	if err != nil || named.Zones[1].ID != "zone" || named.Zones[1].Steps == nil && len(named.Zones) != 2 {
		t.Errorf("%+v, %v", named.Zones, err)
	}
	p := plan.Product{Name: "Sea grey", Kind: "paint", Family: "enamel"}
	more, _, err := f.Edit(plan.Edit{Do: "put-product", Product: &p})
	if err != nil || more.Products[len(more.Products)-1].ID != "sea-grey-2" {
		t.Errorf("a second product of that name: %+v, %v", more.Products, err)
	}
}

func TestCompare(t *testing.T) {
	f := read(t, "../examples/stop.json")
	var fix plan.Fix
	for _, x := range check(t, f).Findings {
		if x.Rule == "bite" {
			fix = x.Fixes[0]
			break
		}
	}
	better, err := f.Apply("d2", fix)
	if err != nil {
		t.Fatal(err)
	}
	e, err := plan.Compare(t.Context(), f, better)
	if err != nil || len(e.Gone) != 3 || len(e.Come) != 0 {
		t.Errorf("%d go and %d come (%v), want 3 and none", len(e.Gone), len(e.Come), err)
	}
	if e, err = plan.Compare(t.Context(), better, f); err != nil || len(e.Come) != 3 {
		t.Errorf("the other way round %d come (%v)", len(e.Come), err)
	}
}

func brief() plan.Brief {
	return plan.Brief{
		Name: "Curlew", Scale: 48, Start: start, SpanCM: 20, LengthCM: 18, Timezone: "Europe/London",
		Sessions: []plan.Session{{Days: []plan.Day{"mon", "wed", "sat"}, From: "19:00", To: "23:00"}},
		Zones: []plan.BriefZone{
			{Name: "Upper", Share: 0.6, Paint: "Grey", Family: "enamel", Colour: "#6f7a82", Effects: []string{"decals", "wash", "oil-dots"}},
			{Name: "Under", Share: 0.4, Paint: "Grey", Family: "enamel", Colour: "#6f7a82", Effects: []string{"wash"}},
		},
	}
}

func TestBrief(t *testing.T) {
	f, told, err := brief().Plan()
	why := told.Why
	if err != nil {
		t.Fatal(err)
	}
	r := check(t, f)
	for _, x := range r.Findings {
		if x.Severity != "note" {
			t.Errorf("drafted with a fault: %s at %s: %s", x.Rule, x.Step, x.Because)
		}
	}
	if len(why) == 0 || r.Finish == nil || len(f.Zones) != 2 || f.Zones[0].AreaCM2 != 151 {
		t.Errorf("%d reasons, finish %v, %+v", len(why), r.Finish, f.Zones)
	}
	if both := slices.IndexFunc(why, func(w string) bool { return strings.HasPrefix(w, "Upper, Under: ") }); both < 0 || len(slices.Compact(slices.Sorted(slices.Values(why)))) != len(why) {
		t.Errorf("what was decided for both zones is not said once: %q", why)
	}
	paints := 0
	for _, p := range f.Products {
		if p.Kind == "paint" {
			paints++
		}
	}
	if paints != 1 {
		t.Errorf("two zones of one paint have %d on the shelf", paints)
	}
	for want, change := range map[string]func(*plan.Brief){
		"name: the build needs a name":            func(b *plan.Brief) { b.Name = "  " },
		"at least one zone":                       func(b *plan.Brief) { b.Zones = nil },
		"zones[1].name":                           func(b *plan.Brief) { b.Zones[1].Name = "" },
		`zones[0].family: no family "gouache"`:    func(b *plan.Brief) { b.Zones[0].Family = "gouache" },
		`zones[0].effects[0]: no effect "flames"`: func(b *plan.Brief) { b.Zones[0].Effects[0] = "flames" },
		"zones[1].area_cm2: -5 is no area":        func(b *plan.Brief) { b.Zones[1].AreaCM2 = -5 },
		"span_cm: span and length":                func(b *plan.Brief) { b.LengthCM = -1 },
		"scale":                                   func(b *plan.Brief) { b.Scale = -48 },
		"the year":                                func(b *plan.Brief) { b.Start = time.Time{} },
		"climate":                                 func(b *plan.Brief) { b.Climate = &plan.Climate{TemperatureC: 20, HumidityPct: 400} },
		"schools.tea":                             func(b *plan.Brief) { b.Schools = map[route.Question]route.Choice{"tea": "first"} },
	} {
		b := brief()
		change(&b)
		if _, _, err := b.Plan(); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("got %v, want %s", err, want)
		}
	}
}

func TestAnew(t *testing.T) {
	f := read(t, "../internal/demo/petrel.json")
	again := f.Anew("Second Petrel")
	for _, z := range again.Zones {
		if slices.ContainsFunc(z.Steps, func(s plan.Step) bool { return s.Done != nil || s.At != nil }) {
			t.Errorf("%s of the copy has history", z.Name)
		}
	}
	if f.Zones[0].Steps[0].Done == nil {
		t.Error("the build that was copied has lost its history")
	}
	p, err := again.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	if r := rule.Check(p); r.Finish.IsZero() {
		t.Error("the copy has no finish")
	}
}

// Words that would mislead whoever reads them are refused in a change and in a file, with their place; what was there before is not in the way.
func TestHarmless(t *testing.T) {
	f := read(t, "../examples/clean.json")
	if err := plan.Harmless(f); err != nil {
		t.Fatal(err)
	}
	for _, tc := range []struct {
		place string
		spoil func(*plan.File)
		want  string
	}{
		{"build.name", func(f *plan.File) { f.Build.Name = "a\x00" }, "control character U+0000"},
		{"build.name", func(f *plan.File) { f.Build.Name = "\u200b \u3000" }, "nothing in it can be seen"},
		{"zones[0].name", func(f *plan.File) { f.Zones[0].Name = "wing\u202egniw" }, "turns the direction"},
		{"zones[0].steps[1].id", func(f *plan.File) { f.Zones[0].Steps[1].ID = "a\nb" }, "control character U+000A"},
		{"products[0].name", func(f *plan.File) { f.Products[0].Name = "a\ufffd" }, "lost on its way"},
		{"zones[0].steps[0].note", func(f *plan.File) { f.Zones[0].Steps[0].Note = "a\u2066b" }, "turns the direction"},
	} {
		bad := f.Clone()
		tc.spoil(&bad)
		if err := plan.Harmless(bad); err == nil || !strings.HasPrefix(err.Error(), tc.place+": ") || !strings.Contains(err.Error(), tc.want) {
			t.Errorf("%s: %v", tc.place, err)
		}
	}
	fine := f.Clone()
	fine.Build.Name, fine.Zones[0].Steps[0].Note = "שלום 👩\u200d🎨 é", "two\n\tlines"
	if err := plan.Harmless(fine); err != nil {
		t.Error(err)
	}
	old := f.Clone()
	old.Zones[0].Name = "from\x01 before"
	changed, _, err := old.Edit(plan.Edit{Do: "put-settings", Settings: &plan.Settings{Build: plan.Build{Name: "New", Start: f.Build.Start}}})
	if err != nil || changed.Build.Name != "New" {
		t.Errorf("a plan that has such words can't be changed: %v", err)
	}
	if _, _, err := old.Edit(plan.Edit{Do: "put-settings", Settings: &plan.Settings{Build: plan.Build{Name: "a\x02", Start: f.Build.Start}}}); err == nil {
		t.Error("new ones are taken")
	}
}

// What a plan has room for is said in its numbers.
func TestLimits(t *testing.T) {
	f := routeOf(t, "b: base-coat mid-acrylic")
	one := f.Zones[0].Steps[0]
	fill := func(zones, steps int) error {
		big := f.Clone()
		big.Zones = nil
		for z := range zones {
			zone := plan.Zone{ID: fmt.Sprint("z", z), Name: "Z", AreaCM2: 1}
			for i := range steps {
				s := one
				s.ID = fmt.Sprint(z, "-", i)
				zone.Steps = append(zone.Steps, s)
			}
			big.Zones = append(big.Zones, zone)
		}
		text, err := big.Write()
		if err != nil {
			t.Fatal(err)
		}
		if big, err = plan.Parse(text); err == nil {
			_, err = big.Resolve()
		}
		return err
	}
	for _, tc := range []struct {
		zones, steps int
		want         string
	}{
		{plan.MaxZones, 1, ""},
		{plan.MaxZones + 1, 1, "zones: 201 are too many: at most 200"},
		{2, plan.MaxSteps / 2, ""},
		{2, plan.MaxSteps/2 + 1, "zones: 10002 steps are too many for one plan: it has room for 10000 in all"},
	} {
		if err := fill(tc.zones, tc.steps); (err == nil) != (tc.want == "") || err != nil && err.Error() != tc.want {
			t.Errorf("%d zones of %d: %v, want %q", tc.zones, tc.steps, err, tc.want)
		}
	}
	long := f.Clone()
	long.Build.Name = strings.Repeat("x", 201)
	text, err := long.Write()
	if err != nil {
		t.Fatal(err)
	}
	if _, err := plan.Parse(text); err == nil || err.Error() != "build.name: 201 characters are too many: at most 200" {
		t.Errorf("a long name: %v", err)
	}
	b := plan.Brief{Name: "x", Zones: make([]plan.BriefZone, 201)}
	if _, _, err := b.Plan(); err == nil || err.Error() != "zones: 201 are too many: at most 200" {
		t.Errorf("a brief of 201 zones: %v", err)
	}
}

// A zone of a thousand steps is copied, and a step into many zones, in no time.
func BenchmarkCopyZone1000(b *testing.B) {
	f := grown(b, 1, 1000)
	b.ReportAllocs()
	for b.Loop() {
		if _, _, err := f.Edit(plan.Edit{Do: "copy-zone", Of: "zone0"}); err != nil {
			b.Fatal(err)
		}
	}
}
