package plan_test

import (
	"strings"
	"testing"

	"inkysparrow/core/chance"
	"inkysparrow/plan"
)

// The bold go sooner than the careful and risk more; the plan's own care is the one in force, and what waiting costs is the user's to say.
func TestCares(t *testing.T) {
	f := routeOf(t, "b: base-coat enamel done 20h", "w: pin-wash enamel-wash", "x: wipe of w damp", "z: final-coat flat")
	all, err := f.Cares(t.Context())
	if err != nil || len(all) != 3 || all[0].Care != chance.Careful || all[2].Care != chance.Bold {
		t.Fatalf("%v, %v", all, err)
	}
	careful, usual, bold := all[0], all[1], all[2]
	if !usual.Now || careful.Now || bold.Now {
		t.Errorf("in force are %v %v %v", careful.Now, usual.Now, bold.Now)
	}
	if !careful.Finish.After(bold.Finish) || careful.Mishaps >= bold.Mishaps || usual.Mishaps < careful.Mishaps || usual.Mishaps > bold.Mishaps || bold.Evenings <= 0 {
		t.Errorf("careful %v, usual %v, bold %v", careful.Outlook, usual.Outlook, bold.Outlook)
	}
	f.Build.Care = "bold"
	if checked(t, f).Finish != bold.Finish {
		t.Error("a bold plan is not laid out as it was told")
	}
	f.Build.Care, f.Build.Waiting = "", 2
	hasty := checked(t, f).Outlook()
	f.Build.Waiting = 0.05
	if patient := checked(t, f).Outlook(); !hasty.Finish.Before(patient.Finish) || hasty.Mishaps <= patient.Mishaps {
		t.Errorf("where waiting is dear %v, where it is cheap %v", hasty, patient)
	}
}

// A product's own time narrows what may go wrong, and moves it; nonsense is refused with its place.
func TestOwnTime(t *testing.T) {
	chanceOf := func(change func(*plan.Product)) float64 {
		f := routeOf(t, "b: base-coat enamel done 110h", "w: pin-wash enamel-wash at 1h")
		for i := range f.Products {
			if f.Products[i].ID == "enamel" {
				change(&f.Products[i])
			}
		}
		for _, x := range check(t, f).Findings {
			if x.Step == "w" && x.Rule == "bite" {
				return x.Chance
			}
		}
		return 0
	}
	unknown, known := chanceOf(func(*plan.Product) {}), chanceOf(func(p *plan.Product) { p.Dries = "usual" })
	slow, fast := chanceOf(func(p *plan.Product) { p.Dries = "slow" }), chanceOf(func(p *plan.Product) { p.Dries = "fast" })
	if known >= unknown || slow <= unknown || fast >= known {
		t.Errorf("not known %.3f, usual %.3f, slow %.3f, fast %.3f", unknown, known, slow, fast)
	}
	label := chanceOf(func(p *plan.Product) { p.TouchDryH = 6 })
	if label <= slow {
		t.Errorf("a label of six hours: %.3f, a slow one %.3f", label, slow)
	}
	f := routeOf(t, "b: base-coat enamel done 168h")
	for i := range f.Products {
		f.Products[i].TouchDryH = 200
	}
	if _, err := f.Resolve(); err == nil || !strings.Contains(err.Error(), "products[0].touch_dry_h") || !strings.Contains(err.Error(), "in hours") {
		t.Errorf("200 hours until it is touch-dry: %v", err)
	}
}

// Each finding tells its chance, and each weighed time the share that it waits for; what says yes or no is sure.
func TestQuantiles(t *testing.T) {
	r := check(t, routeOf(t, "b: base-coat enamel done 20h", "w: pin-wash enamel-wash", "x: wipe of w damp", "d: decals decals"))
	weighed := false
	for _, s := range r.Schedule {
		if q := s.WaitsFor; q != nil {
			weighed = true
			if q.Rule == "" || q.Quantile <= 0.5 || q.Quantile > 1 || q.Evenings <= 0 {
				t.Errorf("%s waits for %+v", s.Step, *q)
			}
		}
	}
	if !weighed {
		t.Error("no time is weighed")
	}
	for _, f := range r.Findings {
		if f.Chance < 0 || f.Chance > 1 || f.Rule == "silvering" && f.Chance != 1 || f.Severity == "stop" && f.Chance < 0.5 {
			t.Errorf("%s of %s: %.3f", f.Rule, f.Step, f.Chance)
		}
	}
}
