package core_test

import (
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/bench"
	"inkysparrow/core/chance"
	"inkysparrow/core/choose"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/draft"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/finish"
	"inkysparrow/core/follow"
	"inkysparrow/core/gloss"
	"inkysparrow/core/guide"
	"inkysparrow/core/learn"
	"inkysparrow/core/look"
	"inkysparrow/core/mix"
	"inkysparrow/core/photo"
	"inkysparrow/core/picture"
	"inkysparrow/core/pigment"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/swab"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// Every table is complete: names, reasons, evidence, and ids that are used once.
func TestTables(t *testing.T) {
	ids := map[string]bool{}
	once := func(kind, id string) {
		t.Helper()
		if id == "" || ids[kind+id] {
			t.Errorf("%s %q is empty or stands twice", kind, id)
		}
		ids[kind+id] = true
	}
	for _, r := range rule.Every().All {
		once("rule ", r.ID)
		if r.Title == "" || r.Reason == "" || r.Evidence.Kind == "" || r.Find == nil {
			t.Errorf("rule %s lacks a title, a reason, evidence or its function", r.ID)
		}
		if r.Physical && r.Open == nil {
			t.Errorf("rule %s is physical, but time has no part in it", r.ID)
		}
	}
	for _, d := range route.Techniques() {
		once("technique ", d.ID)
		if d.Name == "" || d.Short == "" || d.Setup <= 0 || d.Per100 <= 0 {
			t.Errorf("technique %s lacks a name or its times", d.ID)
		}
		if d.Lays && len(d.Kinds) == 0 {
			t.Errorf("technique %s leaves a film of nothing", d.ID)
		}
		if d.Airbrush && d.Caution == "" {
			t.Errorf("technique %s sprays without a caution", d.ID)
		}
	}
	if len(route.Techniques()) < 29 {
		t.Errorf("%d techniques, the plan format had 29 from the start", len(route.Techniques()))
	}
	for _, s := range route.SchoolsTable() {
		once("school ", string(s.ID))
		if s.Question == "" || len(s.Answers) < 2 || (route.Schools{}).Of(s.ID) != s.Answers[0].ID {
			t.Errorf("school %s lacks a question, answers or its usual one", s.ID)
		}
	}
	for _, table := range []*fact.Table{&climate.Numbers, &solvent.Numbers, &coating.Numbers, &cure.Numbers, &stack.Numbers, &verdict.Numbers, &chance.Numbers, &pigment.Numbers, &wash.Numbers, &route.Numbers, &timeline.Numbers, &rule.Numbers, &draft.Numbers, &guide.Numbers, &colour.Numbers, &shade.Numbers, &gloss.Numbers, &dose.Numbers, &decal.Numbers, &wear.Numbers, &airframe.Numbers, &look.Numbers, &picture.Numbers, &follow.Numbers, &mix.Numbers, &swab.Numbers, &effect.Numbers, &choose.Numbers, &finish.Numbers, &rescue.Numbers, &photo.Numbers, &learn.Numbers, &bench.Numbers} {
		if len(table.Rows()) == 0 {
			t.Error("a table of numbers is empty")
		}
		for _, n := range table.Rows() {
			once("number ", n.ID)
			if n.Meaning == "" || n.Evidence.Kind == "" || n.Evidence.Source == "" && n.Evidence.Kind != fact.Practice {
				t.Errorf("number %s lacks its meaning or its evidence", n.ID)
			}
		}
	}
}
