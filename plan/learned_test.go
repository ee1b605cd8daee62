package plan_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/learn"
	"inkysparrow/plan"
)

// spoken is a plan with three films of a grey, of which it is said so many times their computed time after the last stroke what they were; and one more that is still to be sprayed.
func spoken(t *testing.T, said ...string) plan.File {
	t.Helper()
	var zones []string
	for i := range 3 {
		zones = append(zones, fmt.Sprintf(`{"id": "z%d", "name": "Zone %d", "area_cm2": 50, "steps": [{"id": "s%d", "do": "base-coat", "product": "g", "coats": 1, "done": "2027-03-0%dT20:00:00Z"}]}`, i, i, i, i+1))
	}
	zones = append(zones, `{"id": "n", "name": "Next", "area_cm2": 50, "steps": [{"id": "n1", "do": "base-coat", "product": "g", "coats": 1}]}`)
	f, err := plan.Parse([]byte(`{"format": "inkysparrow-plan/1", "build": {"name": "x", "start": "2027-03-01T00:00:00Z"}, "products": [{"id": "g", "name": "Grey", "kind": "paint", "family": "waterborne-acrylic"}], "zones": [` + strings.Join(zones, ",") + `]}`))
	if err != nil {
		t.Fatal(err)
	}
	report, err := plan.Check(f)
	if err != nil {
		t.Fatal(err)
	}
	for i := range 3 {
		times := report.Schedule[i]
		takes := times.TouchDry.Sub(times.End)
		for _, words := range said {
			word, ratio, _ := strings.Cut(words, " ")
			var x float64
			if _, err := fmt.Sscan(ratio, &x); err != nil {
				t.Fatal(err)
			}
			f.Zones[i].Steps[0].Told = append(f.Zones[i].Steps[0].Told, plan.Said{At: times.End.Add(time.Duration(x * float64(takes))), Said: plan.Saying(word)})
		}
	}
	return f
}

// R102, through a plan: what is told of three films, and that the next one is planned by it.
func TestLearned(t *testing.T) {
	quiet, f := spoken(t), spoken(t, "tacky 1.1538", "touch-dry 1.6923")
	l, err := plan.LearnedOf([]plan.File{f}, time.Time{})
	if err != nil {
		t.Fatal(err)
	}
	if p := l.Products; len(p) != 1 || p[0].Product != "Grey" || p[0].What != "touch-dry" || p[0].Observations != 3 || p[0].Factor < 1.33 || p[0].Factor > 1.39 || p[0].Low < .94 || p[0].Low > 1.06 || p[0].High < 1.80 || p[0].High > 1.92 {
		t.Errorf("R102: %+v", p)
	}
	if l.Family[0].Factor < 1.13 || l.Family[0].Factor > 1.19 || l.You.Factor <= 1 || l.You.Factor >= l.Family[0].Factor {
		t.Errorf("family %+v, you %+v", l.Family, l.You)
	}
	dries := func(f plan.File) (time.Duration, *plan.Report) {
		r, err := plan.Check(f)
		if err != nil {
			t.Fatal(err)
		}
		n := r.Schedule[3]
		return n.TouchDry.Sub(n.End), r
	}
	was, before := dries(quiet)
	is, after := dries(f)
	if x := float64(is) / float64(was); x < 1.30 || x > 1.42 {
		t.Errorf("the next film is planned to dry in %v, before in %v", is, was)
	}
	if before.Learned != nil || len(after.Learned) != 1 || after.Learned[0].Product != "g" {
		t.Errorf("the check says that it goes by %+v", after.Learned)
	}
	if look := l.NextLook; look == nil || look.Step != "n1" || look.Bits < .05 {
		t.Errorf("look %+v: nothing is drying, so it is the next film", look)
	}
}

// R106, through a plan: a film that is drying is looked at where that tells most.
func TestNextLook(t *testing.T) {
	f := spoken(t)
	f.Zones = f.Zones[:1]
	report, err := plan.Check(f)
	if err != nil {
		t.Fatal(err)
	}
	times := report.Schedule[0]
	takes := times.TouchDry.Sub(times.End)
	at := func(said ...plan.Said) (float64, *plan.NextLook) {
		f.Zones[0].Steps[0].Told = said
		l, err := plan.LearnedOf([]plan.File{f}, time.Time{})
		if err != nil {
			t.Fatal(err)
		}
		if l.NextLook == nil {
			return 0, nil
		}
		return float64(l.NextLook.At.Sub(times.End)) / float64(takes), l.NextLook
	}
	if x, look := at(); look == nil || x < .92 || x > 1.08 || look.Bits < .46 || look.Bits > .50 {
		t.Errorf("R106: at x%.2f, %+v", x, look)
	}
	tacky := plan.Said{At: times.End.Add(time.Duration(1.22 * float64(takes))), Said: "tacky"}
	if x, look := at(tacky); look == nil || x < 1.38 || x > 1.60 {
		t.Errorf("after still tacky at x1.22: at x%.2f, %+v", x, look)
	}
	if x, look := at(tacky, plan.Said{At: tacky.At.Add(takes), Said: "touch-dry"}); look != nil {
		t.Errorf("what was seen dry is looked at again at x%.2f", x)
	}
}

// Forgetting all gives back what holds without a word; what is known of other builds counts for one that says nothing.
func TestKnowing(t *testing.T) {
	f := spoken(t, "tacky 1.1538", "touch-dry 1.6923")
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	mind, seen := plan.MindOf(p.Now, p)
	if len(seen) != 3 {
		t.Fatalf("%d occasions", len(seen))
	}
	ready := func(f plan.File) time.Time {
		r, err := plan.Check(f)
		if err != nil {
			t.Fatal(err)
		}
		return r.Schedule[3].TouchDry
	}
	quiet := spoken(t)
	if !ready(f.Knowing(learn.Of(nil, time.Time{}))).Equal(ready(quiet)) {
		t.Error("forgetting all does not give back what was")
	}
	if !ready(quiet.Knowing(mind)).After(ready(quiet)) {
		t.Error("what other builds tell counts for nothing")
	}
	fresh := f.Clone()
	fresh.Products[0].Opened = "2027-03-04"
	l, err := plan.LearnedOf([]plan.File{fresh}, time.Date(2027, 3, 5, 0, 0, 0, 0, time.UTC))
	if err != nil {
		t.Fatal(err)
	}
	if l.Products[0].Factor > 1.36 || l.Products[0].High < 1.95 {
		t.Errorf("a new bottle: %+v", l.Products[0])
	}
	fresh.Products[0].Opened = "yesterday"
	if _, err := fresh.Resolve(); err == nil || !strings.Contains(err.Error(), "products[0].opened") {
		t.Errorf("a day that is none: %v", err)
	}
}
