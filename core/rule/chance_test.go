package rule

import (
	"math"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/routetest"
	"inkysparrow/core/verdict"
)

// Q11, Q12, T83: a wipe half an hour after the last stroke is at most a note, one after ten minutes a warning; blown dry, a quarter of an hour will do.
func TestWipeOdds(t *testing.T) {
	wiped := func(wash, how string, after time.Duration) chance.Odds {
		r := Check(routetest.Lines("b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash "+wash+" "+how+" at 1h", "x: wipe of w dry"))
		s := r.Site(r.Lines[0], 3)
		pulled, late := s.WipeOdds(s.Below[3].Film.Laid.Add(after))
		if late.Chance > 0.01 {
			t.Errorf("%s after %v is too late by %.2f", wash, after, late.Chance)
		}
		return pulled
	}
	for _, wash := range []string{"dark-clay", "brown-wash", "grey-sludge"} {
		if o := wiped(wash, "", 30*time.Minute); o.Chance < 0.05 || o.Chance > 0.4 || o.Grade() > chance.Worth {
			t.Errorf("Q11 %s after half an hour: %.2f", wash, o.Chance)
		}
	}
	for _, wash := range []string{"dark-clay", "brown-wash"} {
		if o := wiped(wash, "", 10*time.Minute); o.Chance < 0.85 || o.Grade() != chance.Flaw {
			t.Errorf("Q12 %s after ten minutes: %.2f", wash, o.Chance)
		}
		if o := wiped(wash, "blown", 15*time.Minute); o.Chance > 0.15 {
			t.Errorf("Q12 %s, blown, after a quarter of an hour: %.2f", wash, o.Chance)
		}
	}
	r := Check(routetest.Lines("b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash done 300h", "x: wipe of w dry at 1h"))
	s := r.Site(r.Lines[0], 3)
	if _, late := s.WipeOdds(s.Start); late.Chance < 0.95 || late.Grade() < chance.Flaw {
		t.Errorf("an enamel wash of two weeks still comes off: %.2f", late.Chance)
	}
	if s.Wipes().Before(s.Below[3].Stiff()) {
		t.Error("a wipe is planned before its wash is dry")
	}
	if pulled, late := r.Site(r.Lines[0], 2).WipeOdds(s.Start); pulled.Chance != 0 || late.Chance != 0 {
		t.Error("what is no wipe pulls something")
	}
}

// A step goes where waiting and what may go wrong cost least, never where it would still be warned of, and never later to the bold than to the careful.
func TestWeighedDates(t *testing.T) {
	for _, lines := range [][]string{
		{"b: base-coat mid-enamel done 10h", "w: pin-wash brown-wash", "x: wipe of w damp"},
		{"b: base-coat mid-acrylic done 3h", "k: mask", "u: unmask"},
		{"b: base-coat mid-acrylic done 900h", "f: flat-coat flat done 1h", "o: oil-dots oil", "z: final-coat flat"},
		{"b: base-coat mid-acrylic done 900h", "g: gloss-coat gloss done 1h", "w: pin-wash brown-wash", "x: wipe of w damp", "z: final-coat flat"},
		{"b: metal-coat bright done 5h", "m: chipping-medium medium"},
	} {
		var starts []time.Time
		for _, care := range chance.Cares() {
			p := routetest.Lines(lines...)
			p.Waiting.Care = care
			r := Check(p)
			for _, f := range r.Findings {
				if f.Rule.Odds != nil && f.Severity > verdict.Note {
					t.Errorf("%q, %s: %s %s is planned for a warning, %.2f", lines, care, f.Step, f.Rule.ID, f.Chance)
				}
			}
			starts = append(starts, r.Lines[0].Steps[1].Start)
			last := len(r.Lines[0].Steps) - 1
			s := r.Site(r.Lines[0], last)
			if s.Step.Wiped != nil {
				continue
			}
			cost := func(at time.Time) float64 {
				n, h := r.Calendar.Waited(s.After, at)
				return s.Cost(every.Timed, at, p.Waiting.Cost(n, h))
			}
			least := math.Inf(1)
			for d := time.Duration(0); d < 6*24*time.Hour; d += 30 * time.Minute {
				if at, ok := r.Calendar.Room(s.Start.Add(-d), r.NeedOf(s.Zone, s.Step)); ok && !at.Before(s.After) && s.Holds(every.Timed, at) {
					least = min(least, cost(at))
				}
			}
			if cost(s.Start) > least+0.08 {
				t.Errorf("%q, %s: %s at %v costs %.3f, an earlier date %.3f", lines, care, s.Step.ID, s.Start, cost(s.Start), least)
			}
		}
		if starts[0].Before(starts[1]) || starts[1].Before(starts[2]) {
			t.Errorf("%q: careful %v, usual %v, bold %v", lines, starts[0], starts[1], starts[2])
		}
	}
}

// A dear evening of waiting makes for sooner dates; an outlook adds up what may go wrong, and what is done is no longer at risk.
func TestOutlook(t *testing.T) {
	lines := []string{"b: base-coat mid-enamel done 10h", "w: pin-wash brown-wash", "x: wipe of w damp", "z: final-coat flat"}
	at := func(evening float64) Outlook {
		p := routetest.Lines(lines...)
		p.Waiting.Evening = evening
		return Check(p).Outlook()
	}
	cheap, dear := at(0.05), at(2)
	if !dear.Finish.Before(cheap.Finish) || dear.Mishaps <= cheap.Mishaps || dear.Evenings <= cheap.Evenings || cheap.Mishaps <= 0 {
		t.Errorf("waiting is cheap: %+v, dear: %+v", cheap, dear)
	}
	done := Check(routetest.Lines("b: base-coat mid-enamel done 40h", "w: pin-wash brown-wash done 10h"))
	if o := done.Outlook(); o.Mishaps != 0 {
		t.Errorf("what has happened is at risk: %+v", o)
	}
}
