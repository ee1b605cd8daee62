package plan_test

import (
	"fmt"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/plan"
)

// Each answer costs what a draft made with it takes; the answers in force cost the same everywhere; nothing of the brief is changed.
func TestCosts(t *testing.T) {
	b := brief()
	b.Schools = map[route.Question]route.Choice{"over_oils": "flat"}
	all, err := b.Costs(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	if len(b.Schools) != 1 {
		t.Errorf("the brief's own answers are now %v", b.Schools)
	}
	by, now := map[string]plan.Cost{}, plan.Cost{}
	for _, c := range all {
		by[c.School+" "+c.Answer] = c
		if c.Now {
			now = c
		}
	}
	for _, school := range route.SchoolsTable() {
		in := 0
		for _, a := range school.Answers {
			c, ok := by[string(school.ID)+" "+string(a.ID)]
			if !ok || c.Steps == 0 || c.Hands <= 0 || c.Finish.Before(b.Start) {
				t.Errorf("%s %s: %+v", school.ID, a.ID, c)
			}
			if c.Now {
				in++
				if c.Steps != now.Steps || c.Hands != now.Hands || !c.Finish.Equal(now.Finish) {
					t.Errorf("%s %s is in force: %+v, and elsewhere %+v", school.ID, a.ID, c, now)
				}
			}
		}
		if in != 1 {
			t.Errorf("%s: %d answers are in force", school.ID, in)
		}
	}
	if !by["over_oils flat"].Now {
		t.Error("the given answer is not in force")
	}
	if c := by["exhaust pastel"]; !c.Same {
		t.Errorf("no exhaust is wanted, and how it is made changes the draft: %+v", c)
	}
	if c := by["stroke circular"]; c.Same || c.Hands != now.Hands {
		t.Errorf("the stroke of the cloth changes the draft and not its work: %+v", c)
	}
	if more := by["over_oils gloss-then-flat"]; more.Steps <= now.Steps || more.Hands <= now.Hands {
		t.Errorf("a gloss more below the last coat: %+v, without %+v", more, now)
	}
	b.Schools["over_oils"] = "gloss-then-flat"
	f, _, err := b.Plan()
	if err != nil {
		t.Fatal(err)
	}
	if r := check(t, f); r.Finish.Sub(by["over_oils gloss-then-flat"].Finish).Abs() > time.Minute {
		t.Errorf("drafted it is ready %v, and was said to be ready %v", r.Finish, by["over_oils gloss-then-flat"].Finish)
	}
	b.Zones[1].Name = ""
	if _, err := b.Costs(t.Context()); err == nil {
		t.Error("a zone without a name costs something")
	}
}

// The zone that was painted already costs no work for its paint.
func TestCostsLeaveOutWhatIsDone(t *testing.T) {
	painted, todo := brief(), brief()
	long := start.Add(-60 * 24 * time.Hour)
	painted.Zones[0].Painted = &long
	a, err := painted.Costs(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	b, err := todo.Costs(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	if a[0].Steps >= b[0].Steps || a[0].Hands >= b[0].Hands {
		t.Errorf("painted: %+v, still to be painted: %+v", a[0], b[0])
	}
}

// What every answer to every school would take, of two zones and of forty.
func BenchmarkCosts(b *testing.B) {
	small, large := brief(), brief()
	for i := range 38 {
		z := large.Zones[i%2]
		z.Name = fmt.Sprint("Panel ", i)
		large.Zones = append(large.Zones, z)
	}
	for _, tc := range []plan.Brief{small, large} {
		b.Run(fmt.Sprint(len(tc.Zones), "-zones"), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				if _, err := tc.Costs(b.Context()); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
