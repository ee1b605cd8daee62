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
