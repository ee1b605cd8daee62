package plan_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/internal/golden"
	"inkysparrow/plan"
)

// answers tells in a line each what the check says of a plan: what is found, how bad, of which film, with which figure, and from when it is safe.
func answers(b *bytes.Buffer, name string, r *plan.Report) {
	fmt.Fprintf(b, "%s", name)
	if r.Finish != nil {
		fmt.Fprintf(b, ": ready %s", r.Finish.Format("2 Jan 15:04"))
	}
	b.WriteByte('\n')
	for _, x := range r.Findings {
		fmt.Fprintf(b, "  %s %s %s %s", x.Step, x.Rule, x.Severity, x.Verdict)
		if x.Layer != "" {
			fmt.Fprintf(b, " of %s", x.Layer)
		}
		if x.LossUM != nil {
			fmt.Fprintf(b, " loses %.2f", *x.LossUM)
		}
		if x.SafeFrom != nil {
			fmt.Fprintf(b, " from %s", x.SafeFrom.Truncate(time.Minute).Format("2 Jan 15:04"))
		}
		b.WriteByte('\n')
	}
}

// What the check answers for the demo's plans, the examples and plans strung together at random stands in a file, so that a change to any rule or
// law shows what it changes.
func TestAnswers(t *testing.T) {
	var b bytes.Buffer
	for _, path := range files(t, "../internal/demo/*.json", "../examples/*.json") {
		answers(&b, path, check(t, read(t, path)))
	}
	r := rand.New(rand.NewPCG(21, 1))
	for i := range 40 {
		f := randomPlan(t, r)
		if i%3 == 0 { // a garage with cold nights
			f.Climate.Night = &plan.Night{TemperatureC: 9, HumidityPct: 75, From: "23:00", To: "08:00"}
		}
		answers(&b, fmt.Sprint("random ", i), check(t, f))
		answers(&b, fmt.Sprint("base ", i), check(t, randomBase(t, r)))
	}
	golden.Hold(t, "testdata/answers.golden", b.Bytes())
}
