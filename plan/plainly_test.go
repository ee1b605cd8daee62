package plan_test

import (
	"errors"
	"regexp"
	"strings"
	"testing"
	"time"

	"inkysparrow/plan"
)

// raw is what the page never says: places of the format, its names, and what a validator says.
var raw = regexp.MustCompile(`\[\d+\]|_|minLength|RFC 3339|got \d|products\b.*\bid\b|json|null|edit\.`)

// Each refusal that the page can provoke is told as the page calls things.
func TestPlainly(t *testing.T) {
	base := routeOf(t, "b: base-coat acrylic done 100h", "g: gloss-coat gloss", "w: pin-wash clay", "x: wipe of w damp")
	settings := func(change func(*plan.Settings)) plan.Edit {
		s := base.Settings()
		change(&s)
		return plan.Edit{Do: "put-settings", Settings: &s}
	}
	step := func(s plan.Step) plan.Edit { return plan.Edit{Do: "put-step", Of: "g", Step: &s} }
	for _, tc := range []struct {
		name string
		edit plan.Edit
		want string
	}{
		{"no bottle", step(plan.Step{Do: "gloss-coat"}), "Gloss coat, Zone: choose a bottle: it is done with a clear."},
		{"a bottle of another kind", step(plan.Step{Do: "gloss-coat", Product: "clay"}), "Gloss coat, Zone: the clay is no bottle for this: it is done with a clear."},
		{"too many coats", step(plan.Step{Do: "gloss-coat", Product: "gloss", Coats: 11}), "Gloss coat, Zone: 11 coats are too many: at most 10."},
		{"no coats", step(plan.Step{Do: "gloss-coat", Product: "gloss", Coats: -1}), "Gloss coat, Zone: the number of coats is too small: at least 1."},
		{"a share of nothing", step(plan.Step{Do: "gloss-coat", Product: "gloss", AreaPct: 200}), "Gloss coat, Zone: the share of the zone is too large: at most 100."},
		{"no name", settings(func(s *plan.Settings) { s.Build.Name = "" }), "The name is empty: write something."},
		{"a hot room", settings(func(s *plan.Settings) { s.Climate = &plan.Climate{TemperatureC: 300} }), "The room: the temperature is too large: at most 60."},
		{"a bad clock", settings(func(s *plan.Settings) { s.Sessions = []plan.Session{{Days: []plan.Day{"mon"}, From: "7", To: "22:00"}} }), "Evenings: the time it begins has to be a time of day, such as 19:30."},
		{"an evening backwards", settings(func(s *plan.Settings) {
			s.Sessions = []plan.Session{{Days: []plan.Day{"mon"}, From: "22:00", To: "19:00"}}
		}), "Evenings: 22:00 to 19:00 ends before it begins."},
		{"no day", settings(func(s *plan.Settings) { s.Exceptions = []plan.Exception{{Date: ""}} }), "Single days: the day is not filled in: write a day, such as Sat 13 or 22 March."},
		{"half a day", settings(func(s *plan.Settings) { s.Exceptions = []plan.Exception{{Date: "2027-03-10", From: "10:00"}} }), "Single days: fill in when it begins and when it ends, or neither for a day off."},
		{"no such zone of time", settings(func(s *plan.Settings) { s.Timezone = "Mars/Phobos" }), "No time zone \"Mars/Phobos\"."},
		{"no area", plan.Edit{Do: "put-zone", NewZone: &plan.Zone{Name: "Tail"}}, "Tail: give it an area."},
		{"no name of a zone", plan.Edit{Do: "put-zone", NewZone: &plan.Zone{AreaCM2: 5}}, "Zone 2: the name is empty: write something."},
		{"a bad colour", plan.Edit{Do: "put-product", Product: &plan.Product{Name: "Mud", Kind: "paint", Family: "enamel", Colour: "red"}}, "Mud: the colour has to be a colour, such as #8a8a8a."},
		{"still to come", plan.Edit{Do: "mark-done", Of: "g", At: new(start.Add(500 * time.Hour))}, "Mon 22 Mar, 14:00 is still to come: it is Mon 1 Mar, 18:00 now."},
		{"a wipe before its wash", plan.Edit{Do: "move-step", Of: "x", Before: "w"}, "Wipe, Zone: the wash it wipes has to come before it."},
	} {
		t.Run(tc.name, func(t *testing.T) {
			_, _, err := base.AsOf(start).Edit(tc.edit)
			e := (*plan.FieldError)(nil)
			if !errors.As(err, &e) {
				t.Fatalf("it is not refused: %v", err)
			}
			got := e.Plainly()
			if got != tc.want {
				t.Errorf("%q, want %q (%v)", got, tc.want, err)
			}
			if raw.MatchString(got) || strings.Contains(got, "..") {
				t.Errorf("raw words: %q", got)
			}
		})
	}
	for _, b := range []plan.Brief{{}, {Name: "x"}, {Name: "x", Zones: []plan.BriefZone{{}}}, {Name: "x", Zones: []plan.BriefZone{{Name: "a", AreaCM2: -1}}}, {Name: "x", SpanCM: -1, Zones: []plan.BriefZone{{Name: "a"}}}} {
		_, _, err := b.Plan()
		e := (*plan.FieldError)(nil)
		if !errors.As(err, &e) || raw.MatchString(e.Plainly()) {
			t.Errorf("%+v is refused with %v", b, err)
		}
	}
}
