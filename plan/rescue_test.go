package plan_test

import (
	"context"
	"errors"
	"reflect"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/rescue"
	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

func mishap(t *testing.T, f plan.File, q plan.RescueQuery) *plan.Mishapped {
	t.Helper()
	m, err := f.Rescue(t.Context(), rule.Check(mustResolve(t, f)), q)
	if err != nil {
		t.Fatal(err)
	}
	return m
}

// A remedy that is taken stands in the route after what is done, with what went wrong on the step that is to blame; the later ones follow. Whatever is taken is a sound plan, for all symptoms.
func TestRescueTaken(t *testing.T) {
	f := routeOf(t, "b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.95h", "z: final-coat flat")
	m := mishap(t, f, plan.RescueQuery{Zone: f.Zones[0].ID, Symptom: "outofline"})
	r := m.Report()
	if r.Causes[0].Cause != "soon" || r.Causes[0].Step != "i" || r.Causes[0].Because == "" || r.Remedies[0].Remedy != "rewash" || len(r.Remedies[0].Steps) != 2 {
		t.Fatalf("wiped at once: %+v, %+v", r.Causes[0], r.Remedies[0])
	}
	sum := 0.0
	for _, c := range r.Causes {
		sum += c.Chance
	}
	if sum < 0.999999 || sum > 1.000001 {
		t.Errorf("chances add up to %v", sum)
	}
	mended, words, err := f.Edit(m.Edit("rewash"))
	if err != nil {
		t.Fatal(err)
	}
	z := mended.Zones[0]
	var dos []string
	for _, s := range z.Steps {
		dos = append(dos, string(s.Do))
	}
	if got := strings.Join(dos, " "); got != "base-coat gloss-coat pin-wash wipe pin-wash wipe final-coat" {
		t.Errorf("the route is %s: %s", got, words)
	}
	if s := z.Steps[3]; s.Mishap == nil || s.Mishap.Cause != "soon" || s.Seen == "" || z.Steps[5].Of != z.Steps[4].ID {
		t.Errorf("what went wrong is written down as %+v", s.Mishap)
	}
	turned, _, err := mended.Edit(plan.Edit{Do: "turned", Of: "i", Mishap: &plan.Mishap{Symptom: "outofline", Cause: "soon", Remedy: "rewash", At: m.At, Turned: plan.Failed}})
	if err != nil {
		t.Fatal(err)
	}
	before := plan.MishapOn{Mishap: plan.Mishap{Symptom: "outofline", Cause: "late", Remedy: "rewash", Turned: plan.Worked}, Do: "final-coat", Product: "the flat", Zone: "Wing", Build: "Another"}
	if n := turned.Remembering([]plan.MishapOn{before, before}).Turned()["rewash"]; n != [2]int{2, 1} {
		t.Errorf("it turned out %v", n)
	}
	for _, s := range rescue.Symptoms() {
		m := mishap(t, f, plan.RescueQuery{Zone: f.Zones[0].ID, Symptom: s.ID})
		for _, w := range m.Answer.Ways {
			got, _, err := f.Edit(m.Edit(w.ID))
			if err != nil {
				t.Errorf("%s, %s: %v", s.ID, w.ID, err)
				continue
			}
			if len(got.Zones[0].Steps) != len(f.Zones[0].Steps)+len(m.Edit(w.ID).Steps) {
				t.Errorf("%s, %s: %d steps", s.ID, w.ID, len(got.Zones[0].Steps))
			}
		}
	}
	if !reflect.DeepEqual(f.Zones[0].Steps, routeOf(t, "b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.95h", "z: final-coat flat").Zones[0].Steps) {
		t.Error("the plan that was asked has changed")
	}
}

// What can't be is refused with its place, and nobody waits for an answer that nobody wants.
func TestRescueRefused(t *testing.T) {
	f := routeOf(t, "b: base-coat mid-acrylic done 600h", "z: final-coat flat")
	zone := f.Zones[0].ID
	for want, q := range map[string]plan.RescueQuery{
		`zone: no zone "moon"`: {Zone: "moon"}, `symptom: no symptom "blue"`: {Zone: zone, Symptom: "blue"}, `where: "up"`: {Zone: zone, Where: "up"}, `since: "ever"`: {Zone: zone, Since: "ever"}, `look: "ugly"`: {Zone: zone, Look: "ugly"}, `rubs: "maybe"`: {Zone: zone, Rubs: "maybe"}, `tacky: "1"`: {Zone: zone, Tacky: "1"},
		`answer: "finger=maybe"`: {Zone: zone, Answers: []string{"finger=maybe"}}, `answer: "finger=no"`: {Zone: zone, Answers: []string{"finger=yes", "finger=no"}}, "at: ": {Zone: zone, At: time.Date(9, 1, 1, 0, 0, 0, 0, time.UTC)},
	} {
		if _, err := f.Rescue(t.Context(), rule.Check(mustResolve(t, f)), q); err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%v, want %s", err, want)
		}
	}
	ctx, end := context.WithCancel(t.Context())
	end()
	if _, err := f.Rescue(ctx, rule.Check(mustResolve(t, f)), plan.RescueQuery{Zone: zone, Symptom: "frosted"}); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits any more: %v", err)
	}
	bad := plan.Mishap{Symptom: "frosted", Cause: "dew", Remedy: "reflat", At: f.Build.Start}
	for want, e := range map[string]plan.Edit{
		"edit.mishap: missing":        {Do: "rescue", Zone: zone},
		"edit.of: no step":            {Do: "rescue", Zone: zone, Of: "none", Mishap: &bad},
		"edit.of: final coat":         {Do: "rescue", Zone: zone, Of: "z", Mishap: &bad},
		"edit.steps[0].of: no step":   {Do: "rescue", Zone: zone, Of: "b", Mishap: &bad, Steps: []plan.Step{{ID: "a", Do: "wipe", Of: "w"}}},
		"edit.of: nothing went wrong": {Do: "turned", Of: "b", Mishap: &bad},
	} {
		if _, _, err := f.Edit(e); err == nil || !strings.HasPrefix(err.Error(), want) {
			t.Errorf("%v, want %s", err, want)
		}
	}
	for _, m := range []plan.Mishap{{Symptom: "blue", Cause: "dew", Remedy: "reflat", At: f.Build.Start}, {Symptom: "frosted", Cause: "blue", Remedy: "reflat", At: f.Build.Start}, {Symptom: "frosted", Cause: "dew", Remedy: "blue", At: f.Build.Start}} {
		if _, _, err := f.Edit(plan.Edit{Do: "rescue", Zone: zone, Of: "b", Mishap: &m}); err == nil || !strings.Contains(err.Error(), `"blue"`) {
			t.Errorf("%+v: %v", m, err)
		}
	}
}
