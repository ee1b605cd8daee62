package plan_test

import (
	"fmt"

	"inkysparrow/plan"
)

// A plan is read, judged, and its first finding's first way out is taken.
func ExampleCheck() {
	f, err := plan.Parse([]byte(`{
		"format": "inkysparrow-plan/1",
		"build": {"name": "Petrel underside", "scale": 48, "start": "2027-03-11T20:40:00Z"},
		"climate": {"temperature_c": 19, "humidity_pct": 55},
		"products": [
			{"id": "sky", "name": "Pale sky enamel", "kind": "paint", "family": "enamel", "colour": "#b4c0c2"},
			{"id": "gloss", "name": "Harbour gloss", "kind": "clear", "family": "polish-clear", "sheen": "gloss"},
			{"id": "soot", "name": "Soot brown wash", "kind": "wash", "family": "enamel-wash", "colour": "#3d342c"}
		],
		"zones": [{"id": "under", "name": "Underside", "area_cm2": 180, "steps": [
			{"id": "base", "do": "base-coat", "product": "sky", "coats": 2, "done": "2027-03-08T20:00:00Z"},
			{"id": "wash", "do": "pin-wash", "product": "soot", "at": "2027-03-11T20:40:00Z"},
			{"id": "off", "do": "wipe", "of": "wash", "with": "dry"}
		]}]
	}`))
	if err != nil {
		fmt.Println(err)
		return
	}
	report, err := plan.Check(f)
	if err != nil {
		fmt.Println(err)
		return
	}
	bite := report.Findings[0]
	fmt.Println(bite.Rule, bite.Severity, bite.Verdict, "at", bite.Step)
	fmt.Println(len(bite.Fixes) > 0, bite.Fixes[0].Do)
	// Output:
	// bite stop wait at wash
	// true insert
}
