package plan_test

import (
	"context"
	"testing"
	"time"

	"inkysparrow/plan"
)

// An evening over two builds: entries name their plan, nothing is in two places, and what is planned stays planned where nothing is new.
func TestTonight(t *testing.T) {
	one := routeOf(t, "b: base-coat acrylic done 3000h", "g: gloss-coat gloss coats 2 done 2000h", "w: pin-wash clay", "x: wipe of w damp")
	two := routeOf(t, "e: base-coat enamel coats 1 done 20h", "w: pin-wash enamel-wash", "x: wipe of w damp")
	ctx := context.Background()
	ask := func(at time.Time) *plan.Tonight {
		e, err := plan.TonightOf(ctx, []plan.File{one, two}, at, nil)
		if err != nil {
			t.Fatal(err)
		}
		return e.Report(90)
	}
	r := ask(start)
	if len(r.Now) != 1 || r.Now[0].Plan != 0 || r.Now[0].Step != "w" || r.Now[0].Minutes <= 0 {
		t.Errorf("now %+v", r.Now)
	}
	if len(r.Not) != 1 || r.Not[0].Plan != 1 || !r.Not[0].Danger || r.Not[0].Hard == nil || *r.Not[0].Hard <= 0 || *r.Not[0].Hard >= 1 || r.Not[0].Because == "" {
		t.Errorf("not tonight %+v", r.Not)
	}
	if r.Fit == nil || len(r.Fit.Blocks) == 0 || r.Fit.Minutes != 90 {
		t.Errorf("fit %+v", r.Fit)
	}
	if len(r.Proof)+len(r.Soft) != 2 {
		t.Errorf("to hold %v, soft %v", r.Proof, r.Soft)
	}
	one.Build.Finished = "2027-03-01"
	if off := ask(start); len(off.Now) != 0 || len(off.Not) != 1 || off.Not[0].Plan != 1 {
		t.Errorf("of a finished build %+v is done, %+v is not", off.Now, off.Not)
	}
	one.Build.Finished = ""
	again := ask(start)
	for i := range r.Now {
		if again.Now[i] != r.Now[i] {
			t.Errorf("asked again: %+v, before %+v", again.Now[i], r.Now[i])
		}
	}
	if _, err := plan.TonightOf(ctx, []plan.File{{}}, start, nil); err == nil {
		t.Error("a file of nothing has an evening")
	}
}

// The night on which clocks go forward, and one on which they go back: sessions keep their hours on the wall.
func TestTonightAcrossClocks(t *testing.T) {
	f := routeOf(t, "b: base-coat acrylic")
	f.Timezone = "Europe/London"
	f.Sessions = []plan.Session{{Days: []plan.Day{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}, From: "19:30", To: "22:30"}}
	for _, day := range []string{"2027-03-27", "2027-03-28", "2027-10-30", "2027-10-31"} {
		at, err := time.Parse("2006-01-02", day)
		if err != nil {
			t.Fatal(err)
		}
		e, err := plan.TonightOf(context.Background(), []plan.File{f}, at.Add(12*time.Hour), nil)
		if err != nil {
			t.Fatal(err)
		}
		if from := e.Session.From.In(e.At.Location()); from.Format("2006-01-02 15:04") != day+" 19:30" {
			t.Errorf("%s: the session begins %v", day, from)
		}
	}
}

// BenchmarkTonight replans ten builds of 60 steps each after a press, and asks the bench. An aim: under 300 ms.
func BenchmarkTonight(b *testing.B) {
	var files []plan.File
	for range 10 {
		files = append(files, grown(b, 6, 10))
	}
	for b.Loop() {
		if _, err := plan.TonightOf(context.Background(), files, start.Add(2*time.Hour), nil); err != nil {
			b.Fatal(err)
		}
	}
}
