package plan_test

import (
	"slices"
	"testing"
	"time"

	"inkysparrow/plan"
)

func ids(f plan.File) (all []string) {
	for _, s := range f.Zones[0].Steps {
		all = append(all, s.ID)
	}
	return all
}

func TestApply(t *testing.T) {
	f := routeOf(t, "b: base-coat enamel done 48h", "w: pin-wash enamel-wash at 1h", "x: wipe of w damp at 2h", "f: flat-coat flat at 3h", "z: final-coat flat at 900h")
	until := start.Add(100 * time.Hour)
	for _, tc := range []struct {
		name string
		fix  plan.Fix
		ids  []string
		pins []bool
	}{
		{"waiting moves the pin and lets go of those it overtakes", plan.Fix{Do: "wait", Until: &until}, []string{"b", "w", "x", "f", "z"}, []bool{false, true, false, false, true}},
		{"inserting unpins what follows", plan.Fix{Do: "insert", Before: "w", Step: &plan.Step{ID: "w-seal", Do: "seal", Product: "gloss"}}, []string{"b", "w-seal", "w", "x", "f", "z"}, []bool{false, false, false, false, false, false}},
		{"an id in use gets a number", plan.Fix{Do: "insert", Before: "w", Step: &plan.Step{ID: "f", Do: "seal", Product: "gloss"}}, []string{"b", "f-2", "w", "x", "f", "z"}, nil},
		{"inserting after", plan.Fix{Do: "insert", Step: &plan.Step{ID: "y", Do: "wipe", Of: "w"}}, []string{"b", "w", "y", "x", "f", "z"}, nil},
		{"swapping lets go of the wipe", plan.Fix{Do: "swap", Product: "clay"}, []string{"b", "w", "x", "f", "z"}, []bool{false, true, false, true, true}},
		{"removing a wash takes its wipe along", plan.Fix{Do: "remove"}, []string{"b", "f", "z"}, nil},
		{"moving", plan.Fix{Do: "move", Of: "z", Before: "f"}, []string{"b", "w", "x", "z", "f"}, nil},
	} {
		t.Run(tc.name, func(t *testing.T) {
			before, err := f.Write()
			if err != nil {
				t.Fatal(err)
			}
			got, err := f.Apply("w", tc.fix)
			if err != nil {
				t.Fatal(err)
			}
			if !slices.Equal(ids(got), tc.ids) {
				t.Errorf("steps %v, want %v", ids(got), tc.ids)
			}
			for i, pinned := range tc.pins {
				if s := got.Zones[0].Steps[i]; (s.At != nil) != pinned {
					t.Errorf("%s pinned: %v, want %v", s.ID, s.At != nil, pinned)
				}
			}
			if after, err := f.Write(); err != nil || string(after) != string(before) {
				t.Error("the plan that the fix was applied to has changed")
			}
		})
	}
	for name, bad := range map[string]plan.Fix{
		"no such fix": {Do: "pray"}, "no such step": {Do: "wait", Of: "q", Until: &until}, "wait without an end": {Do: "wait"},
		"insert nothing": {Do: "insert", Before: "w"}, "move nowhere": {Do: "move", Before: "q"},
	} {
		if _, err := f.Apply("w", bad); err == nil {
			t.Errorf("%s was applied", name)
		}
	}
}

// A product that the plan lacks comes with the fix that needs it, once.
func TestApplyAddsItsProduct(t *testing.T) {
	f := routeOf(t, "b: base-coat enamel done 48h", "w: pin-wash enamel-wash at 1h")
	f.Products = slices.DeleteFunc(f.Products, func(p plan.Product) bool { return p.Kind == "clear" })
	r := check(t, f)
	i := slices.IndexFunc(r.Findings[0].Fixes, func(x plan.Fix) bool { return x.Do == "insert" })
	if i < 0 || r.Findings[0].Fixes[i].Adds == nil {
		t.Fatalf("no fix brings a clear of its own: %+v", r.Findings[0].Fixes)
	}
	fixed, err := f.Apply("w", r.Findings[0].Fixes[i])
	if err != nil {
		t.Fatal(err)
	}
	if len(fixed.Products) != len(f.Products)+1 {
		t.Errorf("%d products, want one more than %d", len(fixed.Products), len(f.Products))
	}
	if again := check(t, fixed); again.Stops() {
		t.Errorf("sealed with a clear of its own: %s", list(again))
	}
}

func TestSummarise(t *testing.T) {
	s, err := read(t, "../internal/demo/petrel.json").Summarise()
	if err != nil || s.Stops != 3 || s.NextStep == "" || !s.NextAt.Before(s.Finish) {
		t.Errorf("%+v, %v", s, err)
	}
	done := routeOf(t, "b: base-coat acrylic done 48h")
	if s, err = done.Summarise(); err != nil || s.NextStep != "" || !s.NextAt.IsZero() {
		t.Errorf("all is done, but %+v, %v", s, err)
	}
}

// The way of laying coats is a fix like any other: it takes the finding away, says what it does, and is written into the plan.
func TestLayingFix(t *testing.T) {
	f := routeOf(t, "b: base-coat enamel done 48h", "c: base-coat lacquer at 1h")
	for _, x := range check(t, f).Findings {
		if x.Rule != "bite" {
			continue
		}
		i := slices.IndexFunc(x.Fixes, func(fix plan.Fix) bool { return fix.Do == "lay" })
		if i < 0 {
			t.Fatalf("no dry mists are proposed: %+v", x.Fixes)
		}
		if got, want := f.Describe(x.Step, x.Fixes[i]), "Base coat as dry mist coats only"; got != want {
			t.Errorf("it says %q, want %q", got, want)
		}
		changed, err := f.Apply(x.Step, x.Fixes[i])
		if err != nil {
			t.Fatal(err)
		}
		if got := changed.Zones[0].Steps[1].Laying; got != "mist" {
			t.Errorf("the coats are laid %q", got)
		}
		if got := bad(t, changed); got != "" {
			t.Errorf("afterwards there is %s", got)
		}
		return
	}
	t.Fatal("nothing is found")
}
