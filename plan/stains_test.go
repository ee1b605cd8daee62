package plan_test

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	validator "github.com/santhosh-tekuri/jsonschema/v6"

	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

// What a step puts where on the airframe: dots, leaks, passes; what does not fit the step is left out, and what is no stain is refused.
func TestStains(t *testing.T) {
	compiled, err := validator.NewCompiler().Compile("../docs/stains.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	of := func(f plan.File, zone, step string) (plan.Stains, error) {
		t.Helper()
		p, err := f.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		s, err := f.Stains(rule.Lay(p), zone, step)
		if err != nil {
			return s, err
		}
		text, err := json.Marshal(s)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := validator.UnmarshalJSON(bytes.NewReader(text))
		if err != nil {
			t.Fatal(err)
		}
		if err := compiled.Validate(doc); err != nil {
			t.Error(err)
		}
		return s, nil
	}
	petrel := demoPlan(t, "petrel")
	dots, err := of(petrel, "upper", "u10")
	if err != nil || len(dots.Dots) < 50 || dots.Passes != nil || dots.PaintMM3 <= 0 || dots.AttendedMin < 5 || dots.ShiftDE < 1 || dots.ShiftDE > 2 {
		t.Errorf("oils: %d dots, %+v %v", len(dots.Dots), dots.Passes, err)
	}
	streaks, err := of(petrel, "under", "d8")
	if err != nil || len(streaks.Dots) == 0 || len(streaks.Dots) > 4 || streaks.Dots[0].Colour != "#8a5230" {
		t.Errorf("streaks: %+v %v", streaks, err)
	}
	soot, err := of(petrel, "upper", "u11")
	if err != nil || len(soot.Passes) < 5 || len(soot.Profile) < 10 || len(soot.StackMM) != 6 || soot.Dots != nil || soot.Profile[0].Peak <= soot.Profile[len(soot.Profile)-1].Peak {
		t.Errorf("exhaust: %+v %v", soot, err)
	}
	pale, err := of(demoPlan(t, "nightjar"), "nacelles", "m5")
	if err != nil || !strings.HasPrefix(pale.Stack, "stack-") || len(pale.StackMM) != 4 {
		t.Errorf("exhaust of a twin: %+v %v", pale, err)
	}
	bare := demoPlan(t, "petrel")
	bare.Airframe = nil
	if s, err := of(bare, "upper", "u11"); err != nil || len(s.Passes) < 5 {
		t.Errorf("without an airframe: %+v %v", s, err)
	}
	for _, bad := range []struct{ zone, step, place string }{{"moon", "u10", "zone"}, {"upper", "x9", "step"}, {"upper", "u7", "step"}, {"upper", "u3", "step"}} {
		if _, err := of(petrel, bad.zone, bad.step); err == nil || !strings.HasPrefix(err.Error(), bad.place+":") {
			t.Errorf("%v: %v", bad, err)
		}
	}
	heavy := demoPlan(t, "petrel")
	heavy.Schools["strength"] = "heavy"
	if s, err := of(heavy, "upper", "u10"); err != nil || len(s.Dots) <= len(dots.Dots) || s.ShiftDE <= dots.ShiftDE {
		t.Errorf("a heavy model takes %d dots, a usual one %d: %v", len(s.Dots), len(dots.Dots), err)
	}
}
