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
	places := func(s plan.Stains, kind string) (n int) {
		for _, at := range s.Places {
			if at.Kind == kind {
				n++
			}
		}
		return n
	}
	dots, err := of(petrel, "upper", "u10")
	if err != nil || places(dots, "dot") < 50 || dots.Passes() != 0 || dots.Figure("squeezed") <= 0 || dots.Figure("minutes") < 3 || dots.Figure("shift") < 1 || dots.Figure("shift") > 2 {
		t.Errorf("oils: %d dots, %+v %v", places(dots, "dot"), dots.Rows, err)
	}
	streaks, err := of(petrel, "under", "d8")
	if err != nil || len(streaks.Makes) != 3 || streaks.Tones[0].Colour != "#8a5230" || streaks.Figure("leak-1") <= 0 || streaks.Figure("leak-5") != 0 {
		t.Errorf("streaks: %+v %v", streaks, err)
	}
	soot, err := of(petrel, "upper", "u11")
	if err != nil || soot.Passes() < 5 || places(soot, "stroke") != 2*soot.Passes() && places(soot, "stroke") != soot.Passes() || places(soot, "dot") > 0 || soot.Figure("behind") < 30 {
		t.Errorf("exhaust: %+v %v", soot, err)
	}
	pale, err := of(demoPlan(t, "nightjar"), "nacelles", "m5")
	if err != nil || pale.Passes() < 5 || len(pale.Places) == 0 {
		t.Errorf("exhaust of a twin: %+v %v", pale, err)
	}
	bare := demoPlan(t, "petrel")
	bare.Airframe = nil
	if s, err := of(bare, "upper", "u11"); err != nil || s.Passes() < 5 {
		t.Errorf("without an airframe: %+v %v", s, err)
	}
	for _, bad := range []struct{ zone, step, place string }{{"moon", "u10", "zone"}, {"upper", "x9", "step"}, {"upper", "u7", "step"}, {"upper", "u3", "step"}} {
		if _, err := of(petrel, bad.zone, bad.step); err == nil || !strings.HasPrefix(err.Error(), bad.place+":") {
			t.Errorf("%v: %v", bad, err)
		}
	}
	heavy := demoPlan(t, "petrel")
	heavy.Schools["strength"] = "heavy"
	if s, err := of(heavy, "upper", "u10"); err != nil || s.Figure("dots") <= dots.Figure("dots") || s.Figure("shift") <= dots.Figure("shift") {
		t.Errorf("a heavy model takes %.0f dots, a usual one %.0f: %v", s.Figure("dots"), dots.Figure("dots"), err)
	}
}
