package rule

import (
	"context"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
)

// starts are when the steps of a plan begin.
func starts(p *route.Plan) map[*route.Step]time.Time {
	all := map[*route.Step]time.Time{}
	for _, l := range Lay(p).Lines {
		for _, s := range l.Steps {
			all[s.Step] = s.Start
		}
	}
	return all
}

// What is left is laid out from now on; what should have been done by now is overdue, and nothing else; and until Holds says so the layout is
// the same whatever the time is.
func TestNow(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 26))
	late, kept := 0, 0
	for range 120 {
		p := randomPlan(r)
		promised := Lay(p)
		due := map[*route.Step]bool{}
		p.Now = p.Start.Add(time.Duration(r.IntN(120*60)) * time.Minute)
		for _, l := range promised.Lines {
			for _, s := range l.Steps {
				due[s.Step] = !s.End.After(p.Now)
			}
		}
		laid := Lay(p)
		overdue, next, err := laid.Overdue(context.Background())
		if err != nil {
			t.Fatal(err)
		}
		for _, o := range overdue {
			if !due[o.Step] || o.End.After(p.Now) {
				t.Fatalf("%s is overdue at %v, and was planned to end %v", o.Step.ID, p.Now, o.End)
			}
			delete(due, o.Step)
			late++
		}
		for s, missing := range due {
			if missing {
				t.Fatalf("%s should have ended by %v and is not overdue", s.ID, p.Now)
			}
		}
		if !next.IsZero() && !next.After(p.Now) {
			t.Fatalf("the next is overdue at %v, before %v", next, p.Now)
		}
		for _, l := range laid.Lines {
			for _, s := range l.Steps {
				if s.Start.Before(p.Now) && !l.Zone.Fixed(s.Step, p.Now) {
					t.Fatalf("%s begins %v, before %v", s.Step.ID, s.Start, p.Now)
				}
			}
		}
		until := laid.Holds(time.Minute)
		before := starts(p)
		if p.Now = until.Add(-time.Second); until.Sub(laid.Plan.Now) > 0 {
			p.Now = laid.Plan.Now.Add(time.Duration(r.Int64N(int64(max(1, until.Sub(laid.Plan.Now))))))
		}
		for s, at := range starts(p) {
			if !at.Equal(before[s]) && p.Now.Before(until) && until.Sub(laid.Plan.Now) > time.Minute {
				t.Fatalf("%s begins %v, and did begin %v: they were to be the same until %v", s.ID, at, before[s], until)
			}
		}
		kept++
	}
	if late < 100 || kept < 50 {
		t.Errorf("only %d steps were overdue in %d plans", late, kept)
	}
}

// A step under way keeps the hands for as long as it is usual, then until now; nothing more can be done about what it does.
func TestUnderWay(t *testing.T) {
	start := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	paint := routetest.Product(coating.Paint, "waterborne-acrylic", coating.Flat)
	first, second := routetest.Step("base-coat", paint, 2), routetest.Step("base-coat", paint, 1)
	first.ID, second.ID, first.Started = "a", "b", start
	p := &route.Plan{Name: "p", Start: start, Bench: routetest.Night, Zones: []*route.Zone{
		{ID: "x", Name: "X", AreaCM2: 200, Steps: []*route.Step{first}}, {ID: "y", Name: "Y", AreaCM2: 200, Steps: []*route.Step{second}},
	}}
	usual := p.Zones[0].Attended(first)
	for _, tc := range []struct{ gone, ends time.Duration }{{0, usual}, {usual - time.Minute, usual}, {usual, usual}, {usual + time.Minute, usual + time.Minute}, {usual + 30*time.Minute, usual + 30*time.Minute}} {
		p.Now = start.Add(tc.gone)
		tl := Lay(p)
		if got := tl.Lines[0].Steps[0]; !got.Start.Equal(start) || got.End.Sub(start) != tc.ends {
			t.Errorf("%v after it was begun it lasts from %v to %v, want %v", tc.gone, got.Start, got.End, tc.ends)
		}
		if got := tl.Lines[1].Steps[0].Start; got.Before(start.Add(tc.ends)) {
			t.Errorf("%v after the first was begun the second has the hands at %v", tc.gone, got)
		}
	}
	second.After = start.Add(26 * time.Hour)
	if got := Lay(p).Lines[1].Steps[0].Start; got.Before(second.After) {
		t.Errorf("it begins %v, and is not to before %v", got, second.After)
	}
	p.LaidFrom, p.Now, second.After, first.Started = start.Add(50*time.Hour), time.Time{}, time.Time{}, time.Time{}
	if got := Lay(p).Lines[0].Steps[0].Start; got.Before(p.LaidFrom) {
		t.Errorf("it begins %v, and the rest was laid out anew from %v", got, p.LaidFrom)
	}
	first.Done = start.Add(50 * time.Hour)
	first.Started = start.Add(48 * time.Hour)
	if got := Lay(p).Lines[0].Steps[0]; !got.Start.Equal(first.Started) || !got.End.Equal(first.Done) {
		t.Errorf("it was begun %v and done %v, and stands from %v to %v", first.Started, first.Done, got.Start, got.End)
	}
}

// A pin holds until its time has passed; then the schedule has a say again.
func TestPassedPin(t *testing.T) {
	start := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	s := routetest.Step("base-coat", routetest.Product(coating.Paint, "waterborne-acrylic", coating.Flat), 1)
	s.ID, s.At = "a", start.Add(time.Hour)
	z := &route.Zone{ID: "x", Name: "X", AreaCM2: 200, Steps: []*route.Step{s}}
	p := &route.Plan{Name: "p", Start: start, Bench: routetest.Night, Zones: []*route.Zone{z}}
	end := s.At.Add(z.Attended(s))
	for _, tc := range []struct {
		now  time.Time
		pins bool
	}{{time.Time{}, true}, {start, true}, {end.Add(-time.Minute), true}, {end, false}, {end.Add(time.Hour), false}} {
		p.Now = tc.now
		if got := Lay(p).Lines[0].Steps[0].Start; got.Equal(s.At) != tc.pins || !tc.pins && got.Before(tc.now) {
			t.Errorf("at %v what was pinned to %v begins %v", tc.now, s.At, got)
		}
	}
}
