package rule

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/routetest"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/golden"
)

// wholly writes a finding with all that it says and proposes.
func wholly(f timeline.Finding) string {
	s := fmt.Sprintf("%s %s %s %s layer %q liquid %q %.2f %q %q", f.Step, f.Rule.ID, f.Severity, f.Helps, f.Layer, f.Liquid, []float64{f.Figures.RED, float64(f.Figures.Hard), float64(f.Figures.Depth), float64(f.Figures.Loss), f.Figures.Share, f.Figures.Delta}, f.Title, f.Because+" | "+f.Aside)
	if !f.SafeFrom.IsZero() {
		s += f.SafeFrom.Format(" 2 Jan 15:04")
	}
	for _, x := range f.Fixes() {
		s += fmt.Sprintf("; %s %s before %q after %v coats %d laid %q", x.Do, x.Step, x.Before, x.After, x.Coats, x.Laying)
		if !x.Until.IsZero() {
			s += x.Until.Format(" 2 Jan 15:04")
		}
		if x.Product != nil {
			s += " with " + x.Product.ID
		}
		if x.Cloth != nil {
			s += " with " + x.Cloth.String()
		}
		if i := x.Insert; i != nil {
			s += fmt.Sprintf(" put in %s of %d", i.Do.ID, i.Coats)
			if i.Product != nil {
				s += " of " + i.Product.ID
			}
		}
	}
	return s
}

// What every rule says and proposes of plans strung together at random stands in a file: a dozen at length, the rest by a digest of each finding.
func TestFindingsAsTheyWere(t *testing.T) {
	var b bytes.Buffer
	r := rand.New(rand.NewPCG(21, 7))
	rules := map[string]int{}
	for i := range 350 {
		fmt.Fprintf(&b, "plan %d", i)
		for _, f := range Check(routetest.Random(r)).Findings {
			rules[f.Rule.ID]++
			if i < 12 {
				fmt.Fprintf(&b, "\n  %s", wholly(f))
			} else {
				fmt.Fprintf(&b, " %s:%s", f.Rule.ID, golden.Digest(wholly(f)))
			}
		}
		b.WriteByte('\n')
	}
	golden.Hold(t, "testdata/findings.golden", b.Bytes())
	for _, rule := range Every().All {
		if rules[rule.ID] == 0 {
			t.Logf("no plan meets %s", rule.ID)
		}
	}
}
