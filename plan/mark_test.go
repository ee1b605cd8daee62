package plan_test

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/plan"
)

// What has really happened, what is put off and when the bench is open: each from both sides of what is refused or asked about.
func TestMarks(t *testing.T) {
	base := routeOf(t, "b: base-coat acrylic done 100h", "g: gloss-coat gloss at 1h", "w: pin-wash clay", "x: wipe of w damp", "f: flat-coat flat")
	at := func(d time.Duration) *time.Time { t := start.Add(d); return &t }
	done := func(f plan.File, id string) string {
		for _, s := range f.Zones[0].Steps {
			if s.ID != id {
				continue
			}
			words := ""
			for _, m := range []struct {
				name string
				at   *time.Time
			}{{"done", s.Done}, {"begun", s.Started}, {"pinned", s.At}, {"not before", s.NotBefore}} {
				if m.at != nil {
					words += m.name + m.at.Format(" 2 Jan 15:04 ")
				}
			}
			return strings.TrimSpace(words)
		}
		return "gone"
	}
	now := start.Add(90 * time.Minute) // Mon 1 Mar 2027, 19:30
	for _, tc := range []struct {
		name  string
		edit  plan.Edit
		of    string // whose state is looked at
		state string // or what is refused after "error: "
		words string
	}{
		{"done now", plan.Edit{Do: "mark-done", Of: "g"}, "g", "done 1 Mar 19:30", "Marked gloss coat of Zone done, Mon 1 Mar, 19:30"},
		{"done earlier", plan.Edit{Do: "mark-done", Of: "g", At: at(70 * time.Minute)}, "g", "done 1 Mar 19:10", "Marked gloss coat of Zone done, Mon 1 Mar, 19:10"},
		{"done last year is said with the year", plan.Edit{Do: "mark-done", Of: "b", At: at(-100 * 24 * time.Hour)}, "b", "done 21 Nov 18:00", "Marked base coat of Zone done, Sat 21 Nov 2026, 18:00"},
		{"not a minute ahead", plan.Edit{Do: "mark-done", Of: "g", At: at(91 * time.Minute)}, "", "error: Mon 1 Mar, 19:31 is still to come: it is Mon 1 Mar, 19:30 now", ""},
		{"this very minute", plan.Edit{Do: "mark-done", Of: "g", At: at(90 * time.Minute)}, "g", "done 1 Mar 19:30", "Marked gloss coat of Zone done, Mon 1 Mar, 19:30"},
		{"just after it", plan.Edit{Do: "mark-done", Of: "g", At: at(-100 * time.Hour)}, "g", "done 25 Feb 14:00", "Marked gloss coat of Zone done, Thu 25 Feb, 14:00"},
		{"before what lies below it", plan.Edit{Do: "mark-done", Of: "g", At: at(-101 * time.Hour)}, "g", "done 25 Feb 13:00", "Marked gloss coat of Zone done, Thu 25 Feb, 13:00"},
		{"over a step that is open", plan.Edit{Do: "mark-done", Of: "w"}, "g", "pinned 1 Mar 19:00", "Marked pin wash of Zone done, Mon 1 Mar, 19:30"},
		{"begun", plan.Edit{Do: "mark-started", Of: "g"}, "g", "begun 1 Mar 19:30", "Began gloss coat of Zone, Mon 1 Mar, 19:30"},
		{"begun before the one below it is done", plan.Edit{Do: "mark-started", Of: "w"}, "w", "begun 1 Mar 19:30", "Began pin wash of Zone, Mon 1 Mar, 19:30"},
		{"nothing below", plan.Edit{Do: "mark-below", Of: "b"}, "", "error: nothing is open below base coat", ""},
		{"looked at, nothing seen", plan.Edit{Do: "saw", Of: "b", Seen: "nothing"}, "b", "done 25 Feb 14:00", "Looked at base coat of Zone: nothing seen"},
		{"looked at what is not done", plan.Edit{Do: "saw", Of: "g", Seen: "something"}, "", "error: is not done", ""},
		{"looked, and said nothing", plan.Edit{Do: "saw", Of: "b"}, "", "error: say what was seen", ""},
		{"begun what is done", plan.Edit{Do: "mark-started", Of: "b"}, "", "error: base coat of Zone is done already", ""},
		{"not done after all", plan.Edit{Do: "unmark", Of: "b"}, "b", "", "Marked base coat of Zone as not done"},
		{"what was not done can't be unmarked", plan.Edit{Do: "unmark", Of: "g"}, "", "error: is neither done nor begun", ""},
		{"not tonight", plan.Edit{Do: "put-off", Of: "g"}, "g", "not before 2 Mar 18:00", "Put gloss coat of Zone off to Tue 2 Mar"},
		{"what is done is not put off", plan.Edit{Do: "put-off", Of: "b"}, "", "error: is done or under way", ""},
		{"pinned", plan.Edit{Do: "pin", Of: "f", At: at(48 * time.Hour)}, "f", "pinned 3 Mar 18:00", "Pinned flat coat of Zone to Wed 3 Mar, 18:00"},
		{"pinned to this minute", plan.Edit{Do: "pin", Of: "f", At: at(90 * time.Minute)}, "f", "pinned 1 Mar 19:30", "Pinned flat coat of Zone to Mon 1 Mar, 19:30"},
		{"pinned to what is over", plan.Edit{Do: "pin", Of: "f", At: at(89 * time.Minute)}, "", "error: is over: it is Mon 1 Mar, 19:30 now", ""},
		{"what is done stays", plan.Edit{Do: "pin", Of: "b", At: at(48 * time.Hour)}, "", "error: can't be moved", ""},
		{"put where it has room", plan.Edit{Do: "put-at", Of: "f", At: at(48 * time.Hour)}, "f", "pinned 3 Mar 18:00", "Pinned flat coat of Zone to Wed 3 Mar, 18:00"},
		{"put where it would be at work now", plan.Edit{Do: "put-at", Of: "g", At: at(90 * time.Minute)}, "g", "pinned 1 Mar 19:30", "Pinned gloss coat of Zone to Mon 1 Mar, 19:30"},
		{"put where it would be over", plan.Edit{Do: "put-at", Of: "g", At: at(30 * time.Minute)}, "g", "done 1 Mar 19:00", "Marked gloss coat of Zone done, Mon 1 Mar, 19:00"},
		{"let go", plan.Edit{Do: "let-go", Of: "g"}, "g", "", "Unpinned gloss coat of Zone"},
		{"nothing to let go", plan.Edit{Do: "let-go", Of: "f"}, "", "error: is not pinned", ""},
		{"a day off", plan.Edit{Do: "put-day", Date: "2027-03-02"}, "g", "pinned 1 Mar 19:00", "Tue 2 Mar is off"},
		{"a longer one", plan.Edit{Do: "put-day", Date: "2027-03-02", Hours: []plan.Hours{{From: "10:00", To: "12:00"}, {From: "18:00", To: "24:00"}}}, "g", "pinned 1 Mar 19:00", "Tue 2 Mar is open from 10:00 to 12:00 and 18:00 to 24:00"},
		{"a second pair of hands", plan.Edit{Do: "put-hands", Date: "2027-03-02", Hands: 2}, "g", "pinned 1 Mar 19:00", "A second pair of hands on Tue 2 Mar"},
		{"three pairs", plan.Edit{Do: "put-hands", Date: "2027-03-02", Hands: 3}, "", "error: one or two", ""},
		{"hands on no day", plan.Edit{Do: "put-hands", Date: "2027-02-30", Hands: 2}, "", "error: is not a day", ""},
		{"no day at all", plan.Edit{Do: "put-day", Date: "2027-02-30"}, "", "error: is not a day", ""},
		{"hours that end before they begin", plan.Edit{Do: "put-day", Date: "2027-03-02", Hours: []plan.Hours{{From: "12:00", To: "10:00"}}}, "", "error: ends at 10:00", ""},
	} {
		t.Run(tc.name, func(t *testing.T) {
			got, words, err := base.AsOf(now).Edit(tc.edit)
			if want, refused := strings.CutPrefix(tc.state, "error: "); refused {
				place := (*plan.FieldError)(nil)
				if !errors.As(err, &place) || !strings.Contains(err.Error(), want) {
					t.Fatalf("it says %v, want %q", err, want)
				}
				return
			}
			if err != nil {
				t.Fatal(err)
			}
			if state := done(got, tc.of); state != tc.state || words != tc.words {
				t.Errorf("%s is %q, want %q; %q, want %q", tc.of, state, tc.state, words, tc.words)
			}
			if again := done(base, tc.of); again != done(base.Clone(), tc.of) {
				t.Error("the plan itself was changed")
			}
		})
	}
}

// What is overdue is marked done as planned, or the rest is laid out anew, and then nothing is overdue.
func TestOverdue(t *testing.T) {
	base := routeOf(t, "b: base-coat acrylic done 100h", "g: gloss-coat gloss at 1h", "f: flat-coat flat").AsOf(start.Add(26 * time.Hour))
	schedule := func(f plan.File) map[string]time.Time {
		t.Helper()
		r, err := plan.Check(f)
		if err != nil {
			t.Fatal(err)
		}
		all := map[string]time.Time{}
		for _, s := range r.Schedule {
			all[s.Step] = s.Start
		}
		return all
	}
	if got := schedule(base)["g"]; got.Before(start.Add(26 * time.Hour)) {
		t.Errorf("the overdue step is laid out at %v, before now", got)
	}
	for _, do := range []string{"catch-up", "lay-anew"} {
		f, words, err := base.Edit(plan.Edit{Do: do})
		if err != nil {
			t.Fatalf("%s: %v", do, err)
		}
		if _, _, err := f.Edit(plan.Edit{Do: "catch-up"}); err == nil || !strings.Contains(err.Error(), "nothing is overdue") {
			t.Errorf("after %s (%s) it says %v, want that nothing is overdue", do, words, err)
		}
		if s := f.Zones[0].Steps[1]; s.At != nil || (s.Done != nil) != (do == "catch-up") {
			t.Errorf("after %s the step is %+v", do, s)
		}
	}
	if f, _, err := base.Edit(plan.Edit{Do: "put-day", Date: "2027-03-02"}); err != nil {
		t.Error(err)
	} else if f, _, err = f.Edit(plan.Edit{Do: "put-day", Date: "2027-03-02", Usual: true}); err != nil || len(f.Exceptions) != 0 {
		t.Errorf("a day that follows its week again leaves %v, %v", f.Exceptions, err)
	}
}

// What was pressed is recorded at once; what is amiss below it is told afterwards, and mended in one press.
func TestGap(t *testing.T) {
	now := start.Add(90 * time.Minute)
	base := routeOf(t, "b: base-coat mid-acrylic done 100h", "g: gloss-coat gloss", "d: decals decals", "w: pin-wash grey-wash", "x: wipe of w damp").AsOf(now)
	edit := func(f plan.File, e plan.Edit) plan.File {
		t.Helper()
		got, _, err := f.Edit(e)
		if err != nil {
			t.Fatal(err)
		}
		return got
	}
	gap := func(f plan.File, place int) string {
		words, open, ok := f.Gap(0, place)
		return fmt.Sprintf("%s %d %v", words, open, ok)
	}
	early := now.Add(-200 * time.Hour)
	washed := edit(base, plan.Edit{Do: "mark-done", Of: "w"})
	for _, tc := range []struct {
		name  string
		file  plan.File
		place int
		want  string
	}{
		{"nothing is amiss", base, 0, " 0 false"},
		{"what is planned has no gap", base, 3, " 0 false"},
		{"one is open", edit(base, plan.Edit{Do: "mark-done", Of: "d"}), 2, "Gloss coat comes before it and is not marked done. 1 true"},
		{"two are open", washed, 3, "2 steps come before it and are not marked done, the first of them gloss coat. 2 true"},
		{"below what is under way", edit(base, plan.Edit{Do: "mark-started", Of: "d"}), 2, "Gloss coat comes before it and is not marked done. 1 true"},
		{"one was done later", edit(base, plan.Edit{Do: "mark-done", Of: "g", At: &early}), 1, "Base coat, below it, is marked done later: Thu 25 Feb, 14:00. 0 true"},
		{"mended", edit(washed, plan.Edit{Do: "mark-below", Of: "w"}), 3, " 0 false"},
	} {
		if got := gap(tc.file, tc.place); got != tc.want {
			t.Errorf("%s: %q, want %q", tc.name, got, tc.want)
		}
	}
	steps := edit(washed, plan.Edit{Do: "mark-below", Of: "w"}).Zones[0].Steps
	if g, d, w := steps[1].Done, steps[2].Done, steps[3].Done; g == nil || d == nil || !g.Before(*d) || !d.Before(*w) {
		t.Errorf("gloss %v, decals %v, wash %v", g, d, w)
	}
}

// What was done and might have gone wrong is told in the past, with what can be done now; what was looked at is told no more, or as what it is.
func TestSeen(t *testing.T) {
	f := routeOf(t, "b: base-coat mid-enamel done 48h", "w: pin-wash brown-wash done 20h")
	told := func(seen plan.Sight) *timeline.Finding {
		t.Helper()
		one := f.Clone()
		one.Zones[0].Steps[1].Seen = seen
		p, err := one.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		for _, x := range rule.Check(p).Findings {
			if x.Rule.ID == "bite" && x.Step == "w" {
				return &x
			}
		}
		return nil
	}
	unasked, something, nothing := told(""), told("something"), told("nothing")
	if unasked == nil || unasked.Severity != verdict.Note || unasked.Was < verdict.Warn || !strings.Contains(unasked.Title, "may have bitten") || !strings.HasPrefix(unasked.Because, "It has happened. ") || strings.Contains(unasked.Because, "takes off") {
		t.Errorf("nobody has looked: %+v", unasked)
	}
	if something == nil || something.Severity != verdict.Warn || !strings.Contains(something.Title, " bit ") || something.Rule.Mend == "" {
		t.Errorf("something is seen: %+v", something)
	}
	if nothing != nil {
		t.Errorf("nothing is seen: %+v", nothing)
	}
	covered := routeOf(t, "b: base-coat mid-acrylic done 90h", "o: oil-dots oil done 60h", "c: base-coat pale done 20h")
	covered.Zones[0].Steps[2].Seen = "nothing"
	p, err := covered.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	if !slices.ContainsFunc(rule.Check(p).Findings, func(x timeline.Finding) bool { return x.Rule.ID == "order" && x.Step == "c" && x.Was == verdict.Stop }) {
		t.Error("that nothing is seen makes a step be in its order")
	}
	f.Zones[0].Steps[1].Done, f.Zones[0].Steps[1].Seen = nil, "nothing"
	if _, err := f.Resolve(); err == nil || !strings.Contains(err.Error(), "zones[0].steps[1].seen") {
		t.Errorf("what is not done was seen: %v", err)
	}
}
