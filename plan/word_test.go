package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"inkysparrow/plan"
)

// bad tells what is found above a note, as "step rule severity [verdict]".
func bad(t testing.TB, f plan.File) string {
	t.Helper()
	var got []string
	for _, x := range check(t, f).Findings {
		if x.Severity != "note" {
			got = append(got, strings.TrimSpace(fmt.Sprintf("%s %s %s %s", x.Step, x.Rule, x.Severity, x.Verdict)))
		}
	}
	return strings.Join(got, "; ")
}

// T39, reference model, no source, at 21 C: wet lacquer blushes from 70 to 85 % humidity, colours as clears do, a mist later (R77: from 83); a
// water-borne colour not at all.
func TestBlush(t *testing.T) {
	for _, tc := range []struct {
		line     string
		from, to float64
	}{
		{"c: base-coat lacquer", 70, 85},
		{"c: final-coat solvent-flat", 70, 85},
		{"c: gloss-coat solvent-gloss", 70, 85},
		{"c: base-coat lacquer misted", 83, 97},
		{"c: base-coat acrylic", 100, 101},
		{"c: gloss-coat gloss", 75, 85},
	} {
		from := 101.0
		for h := 40.0; h <= 100; h++ {
			f := routeOf(t, "b: base-coat acrylic done 800h", tc.line)
			f.Climate.HumidityPct = h
			if found(check(t, f), "damp-air") {
				from = h
				break
			}
		}
		if from < tc.from || from > tc.to {
			t.Errorf("%s blushes from %v %%, want %v to %v", tc.line, from, tc.from, tc.to)
		}
	}
}
