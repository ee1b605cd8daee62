package demo

import (
	"slices"
	"strings"
	"testing"

	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// The demo's plans are whole, ours, and have something to tell each.
func TestPlans(t *testing.T) {
	plans, err := Plans()
	if err != nil || len(plans) != len(Slugs) {
		t.Fatalf("%d plans, %v", len(plans), err)
	}
	products, err := Shelf()
	if err != nil {
		t.Fatal(err)
	}
	for i, f := range plans {
		r, err := plan.Check(f)
		if err != nil {
			t.Fatalf("%s: %v", Slugs[i], err)
		}
		for _, p := range f.Products {
			own := slices.IndexFunc(products, func(q shelf.Product) bool { return q.ID == p.Shelf })
			if own < 0 || products[own].Name != p.Name || products[own].Family != p.Family {
				t.Errorf("%s: %q is no copy of a product of the shelf", Slugs[i], p.Name)
			}
		}
		worst := "note"
		for _, x := range r.Findings {
			if x.Severity != "note" {
				worst = x.Severity
			}
			if x.Severity == "stop" && len(x.Fixes) == 0 {
				t.Errorf("%s: %s at %s has no way out", Slugs[i], x.Rule, x.Step)
			}
		}
		if worst == "note" || r.Finish == nil {
			t.Errorf("%s has nothing to tell", Slugs[i])
		}
		if !strings.Contains(strings.ToLower(f.Build.Name), Slugs[i]) || f.Build.Wanted != "2027-03-19" {
			t.Errorf("%s is called %q and wanted on %s", Slugs[i], f.Build.Name, f.Build.Wanted)
		}
	}
}
