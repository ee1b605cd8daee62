package web_test

import (
	"fmt"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
)

// Why a step is when it is, for one that is not safe, one that a slow product would spoil, one that is done, and for the whole plan.
func TestExplain(t *testing.T) {
	s := open(t)
	ask := func(slug, step string) wire.Explain {
		t.Helper()
		return read[wire.Explain](t, s.ask("GET", "/api/builds/"+slug+"/explain?step="+step, ""), 200)
	}
	pinned := ask("petrel", "d4")
	if pinned.Safe || !strings.Contains(pinned.Advice, "not even with the usual product") || len(pinned.Lines) < 2 || !strings.Contains(pinned.Usual, "Mon 15 Mar") {
		t.Errorf("the pinned wash: %+v", pinned)
	}
	if len(pinned.Layers) == 0 || pinned.Layers[0].Name != "Pale sky enamel" || pinned.Layers[0].Coats != 2 || pinned.Layers[0].AgeDays < 3 || pinned.Layers[0].AgeDays > 4 {
		t.Errorf("what can be asked of the pinned wash: %+v", pinned.Layers)
	}
	if done := ask("petrel", "d3"); done.Advice != "" {
		t.Errorf("a done step is given advice: %+v", done)
	}
	if dry := ask("petrel", "c4"); len(dry.Layers) != 0 {
		t.Errorf("taking a mask off wets %+v", dry.Layers)
	}
	whole := ask("petrel", "")
	if !whole.Safe || whole.Usual != "Thu 18 Mar" || len(whole.Lines) < 2 || whole.Advice == "" {
		t.Errorf("the finish: %+v", whole)
	}
	if late := ask("nightjar", ""); late.Safe || late.Advice != "Not ready on the wanted day." {
		t.Errorf("the late finish: %+v", late)
	}
	read[wire.Problem](t, s.ask("GET", "/api/builds/petrel/explain?step=none", ""), 404)
	read[wire.Problem](t, s.ask("GET", "/api/builds/heron/explain", ""), 404)
}

// The border between safe and not: never falling with how wet it is, and the verdict agrees with the side on which the question lies.
func TestWhatIf(t *testing.T) {
	s := open(t)
	path := func(place, temp, rh, age, coats, clear, contact string) string {
		return fmt.Sprintf("/api/builds/petrel/whatif?step=d4&place=%s&t=%s&rh=%s&age=%s&coats=%s&clear=%s&contact=%s", place, temp, rh, age, coats, clear, contact)
	}
	ask := func(age, clear, contact string) wire.Verge {
		t.Helper()
		return read[wire.Verge](t, s.ask("GET", path("3", "19", "55", age, "2", clear, contact), ""), 200)
	}
	young := ask("3.4", "0", "1")
	if young.Safe || len(young.Border) < 5 || !strings.Contains(young.Words, "% hard") {
		t.Fatalf("three days old: %+v", young)
	}
	for i := 1; i < len(young.Border); i++ {
		if young.Border[i].Days < young.Border[i-1].Days || young.Border[i].Contact <= young.Border[i-1].Contact {
			t.Errorf("wetter is sooner safe: %+v", young.Border)
			break
		}
	}
	if old := ask("20", "0", "1"); !old.Safe || old.Hard <= young.Hard {
		t.Errorf("twenty days old: %+v", old)
	}
	if sealed := ask("3.4", "2", "1"); !sealed.Safe {
		t.Errorf("under two coats of clear: %+v", sealed)
	}
	for name, bad := range map[string]string{
		"place":   path("9", "19", "55", "3", "2", "0", "1"),
		"t":       path("3", "warm", "55", "3", "2", "0", "1"),
		"rh":      path("3", "19", "101", "3", "2", "0", "1"),
		"age":     path("3", "19", "55", "NaN", "2", "0", "1"),
		"coats":   path("3", "19", "55", "3", "40", "0", "1"),
		"clear":   path("3", "19", "55", "3", "2", "-1", "1"),
		"contact": path("3", "19", "55", "3", "2", "0", "Inf"),
	} {
		if p := read[wire.Problem](t, s.ask("GET", bad, ""), 422); !strings.HasPrefix(p.Problem, name+": a number from") {
			t.Errorf("%s: %+v", name, p)
		}
	}
	dry := strings.Replace(path("1", "19", "55", "3", "2", "0", "1"), "d4", "c4", 1)
	read[wire.Problem](t, s.ask("GET", dry, ""), 422)
}

// Every row of the workings has its evidence; ids are unique in their table; each rule and each number of the engine stands there.
func TestWorkings(t *testing.T) {
	s := open(t)
	w := read[wire.Workings](t, s.ask("GET", "/api/workings", ""), 200)
	least := map[string]int{"Rules": 40, "What one sees when it went wrong": 17, "Formulas": 9, "Families of film": 17, "How films harden": 4, "Liquids": 8, "Pure liquids": 11, "Kinds of contact": 14, "Kinds of step": 36, "Schools": 13, "Constants": 200}
	if len(w.Groups) != len(least) {
		t.Errorf("%d tables, want %d", len(w.Groups), len(least))
	}
	for _, g := range w.Groups {
		if len(g.Rows) < least[g.Name] {
			t.Errorf("%s has %d rows, want %d", g.Name, len(g.Rows), least[g.Name])
		}
		seen := map[string]bool{}
		for _, r := range g.Rows {
			if r.ID == "" || r.Title == "" || seen[r.ID] {
				t.Errorf("%s: a row without a name, or twice the same: %+v", g.Name, r)
			}
			seen[r.ID] = true
			switch r.Evidence {
			case "published", "from memory":
				if r.Source == "" {
					t.Errorf("%s: %s is %s by nobody", g.Name, r.ID, r.Evidence)
				}
			case "common practice, no source":
			default:
				t.Errorf("%s: %s has the evidence %q", g.Name, r.ID, r.Evidence)
			}
			if strings.Contains(r.Figures+r.Words, "%!") || strings.Contains(r.Figures, "NaN") {
				t.Errorf("%s: %s reads %q %q", g.Name, r.ID, r.Words, r.Figures)
			}
		}
	}
}
