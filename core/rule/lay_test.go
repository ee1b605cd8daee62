package rule

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// randomPlan has a few zones of plausible routes, some steps pinned, in constant or changing air.
func randomPlan(r *rand.Rand) *route.Plan {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	p := &route.Plan{Name: "random", Start: start, Bench: routetest.Night, Air: climate.Constant(climate.Air{TemperatureC: 12 + 12*r.Float64(), Humidity: 0.3 + 0.4*r.Float64()})}
	if r.IntN(2) == 0 {
		p.Air = climate.Profile{
			Day: climate.Room, Night: &climate.Night{Air: climate.Air{TemperatureC: 13, Humidity: 0.65}, From: 23 * time.Hour, To: 7 * time.Hour},
		}.Record(start, start.AddDate(1, 0, 0), time.UTC)
	}
	paint := []*coating.Product{routetest.Product(coating.Paint, "waterborne-acrylic", coating.Flat), routetest.Product(coating.Paint, "enamel", coating.Gloss), routetest.Product(coating.Paint, "lacquer", coating.Satin)}
	clear := []*coating.Product{routetest.Product(coating.Clear, "polish-clear", coating.Gloss), routetest.Product(coating.Clear, "urethane-clear", coating.Flat)}
	washes := []*coating.Product{routetest.Product(coating.Wash, "enamel-wash", 0), routetest.Product(coating.Wash, "clay-wash", 0), routetest.Product(coating.Wash, "oil-wash", 0)}
	oil := routetest.Product(coating.Oil, "artist-oil", 0)
	for z := range 1 + r.IntN(4) {
		zone := &route.Zone{ID: fmt.Sprint("z", z), Name: "Zone", AreaCM2: 10 + 300*r.Float64()}
		add := func(do string, with *coating.Product, of string) {
			s := &route.Step{ID: fmt.Sprintf("z%d-%d", z, len(zone.Steps)), Do: route.MustTechnique(do), Product: with, Coats: 1 + r.IntN(2), Of: of, Cloth: wash.Wetness(r.IntN(3))}
			if r.IntN(7) == 0 {
				s.At = start.Add(time.Duration(r.IntN(300)) * time.Hour)
			}
			zone.Steps = append(zone.Steps, s)
		}
		add("base-coat", paint[r.IntN(3)], "")
		if r.IntN(2) == 0 {
			add("gloss-coat", clear[0], "")
		}
		add("pin-wash", washes[r.IntN(3)], "")
		add("wipe", nil, zone.Steps[len(zone.Steps)-1].ID)
		if r.IntN(2) == 0 {
			add("flat-coat", clear[1], "")
			add("oil-dots", oil, "")
		}
		add("final-coat", clear[1], "")
		zone.Link()
		p.Zones = append(p.Zones, zone)
	}
	return p
}

// What a schedule promises: the order of the route, one pair of hands, sessions kept, pins kept, wipes in their window; and a step that
// nothing is found against begins when every timed rule holds.
func TestScheduleKeepsItsPromises(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 15))
	broken := 0
	for n := range 200 {
		plan := randomPlan(r)
		if n%2 == 1 { // short evenings: the larger zones' oils take several
			plan.Bench.Evenings = slices.Clone(plan.Bench.Evenings)
			plan.Bench.Evenings[0].To = plan.Bench.Evenings[0].From + 25*time.Minute
		}
		if n%3 == 0 { // each zone a part that dries by itself
			plan.Bench.Racks = 1 + n%2
			for _, z := range plan.Zones {
				z.Part = z.ID
			}
		}
		rep := Check(plan)
		racksHold(t, n, rep)
		type work struct {
			span   schedule.Span
			pinned bool
		}
		var all []work
		for _, line := range rep.Lines {
			after := time.Time{}
			for i, p := range line.Steps {
				pinned := !p.Step.At.IsZero()
				if pinned && !p.Start.Equal(p.Step.At) {
					t.Errorf("plan %d: %s is pinned to %v and placed at %v", n, p.Step.ID, p.Step.At, p.Start)
				}
				if !pinned && p.Start.Before(after) {
					t.Errorf("plan %d: %s begins %v, before the step above it ends %v", n, p.Step.ID, p.Start, after)
				}
				for _, span := range p.Spans() {
					if !pinned && !p.NoRoom && !rep.Calendar.InSession(span) {
						t.Errorf("plan %d: %s is placed outside the sessions, %v", n, p.Step.ID, span)
					}
					all = append(all, work{span, pinned})
				}
				if !pinned && p.Hands() != line.Zone.Attended(p.Step) {
					t.Errorf("plan %d: %s gets %v of %v", n, p.Step.ID, p.Hands(), line.Zone.Attended(p.Step))
				}
				if p.Sittings != nil {
					broken++
				}
				stopped := slices.ContainsFunc(rep.Findings, func(f timeline.Finding) bool { return f.Step == p.Step.ID && f.Severity > verdict.Note })
				if site := rep.Site(line, i); !stopped && !site.Holds(every.Timed, p.Start) {
					t.Errorf("plan %d: nothing is found against %s at %v, but a timed rule does not hold", n, p.Step.ID, p.Start)
				}
				if p.Step.Wiped != nil && !stopped && (p.Start.Before(p.Opens) || p.Start.After(p.Closes)) {
					t.Errorf("plan %d: %s is wiped at %v, its window is %v to %v", n, p.Step.ID, p.Start, p.Opens, p.Closes)
				}
				after = clock.Later(after, p.End)
			}
		}
		for i, a := range all {
			for _, b := range all[:i] {
				if !(a.pinned && b.pinned) && a.span.From.Before(b.span.To) && b.span.From.Before(a.span.To) {
					t.Errorf("plan %d: two pieces of work at once, %v and %v", n, a.span, b.span)
				}
			}
		}
	}
	if broken < 20 {
		t.Errorf("only %d steps were done in sittings", broken)
	}
}

// What no evening takes whole is done in sittings where it can be broken off, and runs over where it can't.
func TestSittings(t *testing.T) {
	day := func(d, hour, minute int) time.Time {
		return routetest.Start.AddDate(0, 0, d).Truncate(24 * time.Hour).Add(time.Duration(60*hour+minute) * time.Minute)
	}
	found := func(rep *Report, id string) (all []string) {
		for _, f := range rep.Findings {
			if f.Rule.ID == id {
				all = append(all, f.Step+": "+f.Because)
			}
		}
		return all
	}
	rep := Check(routetest.Hours("m: mask", "b: base-coat acrylic coats 6"))
	m, b := rep.Lines[0].Steps[0], rep.Lines[0].Steps[1]
	want := []schedule.Span{{From: day(0, 18, 0), To: day(0, 19, 0)}, {From: day(1, 18, 0), To: day(1, 18, 25)}}
	if !slices.Equal(m.Sittings, want) || m.NoRoom || !m.Start.Equal(want[0].From) || !m.End.Equal(want[1].To) || m.Hands() != 85*time.Minute {
		t.Errorf("85 min of masking on evenings of an hour: %v", m.Sittings)
	}
	if b.Sittings != nil || !b.NoRoom || b.Start.Before(m.End) {
		t.Errorf("six coats on them: %v to %v, %v", b.Start, b.End, b.Sittings)
	}
	if over := found(rep, "no-room"); len(over) != 1 || !strings.HasPrefix(over[0], "b:") {
		t.Errorf("runs over: %q", over)
	}
	for _, tc := range []struct {
		at   time.Time
		n    int
		work time.Duration
	}{{day(0, 17, 0), 0, 0}, {day(0, 18, 59), 0, 59 * time.Minute}, {day(0, 19, 0), 1, 60 * time.Minute}, {day(1, 18, 24), 1, 84 * time.Minute}, {day(3, 0, 0), 1, 85 * time.Minute}} {
		if span, n := m.Sitting(tc.at); n != tc.n || span != want[n] {
			t.Errorf("at %v it is sitting %d, %v", tc.at, n, span)
		}
		if got := m.Through(tc.work); tc.work > 0 && tc.n == 0 && !got.Equal(tc.at) || tc.work > 60*time.Minute && tc.at.Before(day(2, 0, 0)) && !got.Equal(tc.at) {
			t.Errorf("%v of it are done %v, want %v", tc.work, got, tc.at)
		}
	}
	if !m.Through(60*time.Minute).Equal(want[1].From) || !m.Through(85*time.Minute).Equal(m.End) {
		t.Error("what is done of it at the turn of its sittings")
	}

	// What was begun goes on the evening after; past that it lasts until now, as anything under way.
	for _, tc := range []struct{ now, ends time.Time }{{day(0, 18, 30), want[1].To}, {day(0, 23, 0), want[1].To}, {day(1, 18, 20), want[1].To}, {day(1, 18, 40), day(1, 18, 40)}} {
		p := routetest.Hours("m: mask", "b: base-coat acrylic")
		p.Zones[0].Steps[0].Started, p.Now = day(0, 18, 0), tc.now
		if got := Check(p).Lines[0].Steps; !got[0].End.Equal(tc.ends) || got[1].Start.Before(tc.ends) {
			t.Errorf("begun, at %v it ends %v, and the coat begins %v", tc.now, got[0].End, got[1].Start)
		}
	}

	// A pinned one holds only the hours of its sittings.
	p := routetest.Hours("m: mask at 0h")
	other := routetest.Lines("u: unmask at 3h", "v: unmask at 24h").Zones[0]
	other.ID = "other"
	p.Zones = append(p.Zones, other)
	p.Zones[0].Steps[0].At, p.Zones[1].Steps[0].At, p.Zones[1].Steps[1].At = day(0, 18, 0), day(0, 20, 0), day(1, 18, 24)
	rep = Check(p)
	if clash := found(rep, "hands"); len(clash) != 1 || !strings.HasPrefix(clash[0], "v:") {
		t.Errorf("pinned between its sittings and into one: %q", clash)
	}
	if out := found(rep, "no-room"); len(out) != 1 || !strings.HasPrefix(out[0], "u:") {
		t.Errorf("outside the sessions: %q", out)
	}
}

// racksHold reports where a coat that is not pinned begins while other parts stand in all the racks.
func racksHold(t *testing.T, n int, rep *Report) {
	type coat struct {
		part   string
		wet    schedule.Span
		pinned bool
	}
	var all []coat
	for _, l := range rep.Lines {
		for _, p := range l.Steps {
			if need := rep.NeedOf(l.Zone, p.Step); need.Dries > 0 {
				all = append(all, coat{l.Zone.Part, schedule.Span{From: p.Start, To: p.End.Add(need.Dries)}, !p.Step.At.IsZero()})
			}
		}
	}
	for _, a := range all {
		others := map[string]bool{}
		for _, b := range all {
			if b.part != a.part && b.wet.From.Before(a.wet.To) && !a.wet.From.Before(b.wet.From) && a.wet.From.Before(b.wet.To) {
				others[b.part] = true
			}
		}
		if !a.pinned && len(others) >= rep.Plan.Bench.Racks && len(others) > 0 {
			t.Errorf("plan %d: a coat of %s at %v, while %d others stand in %d racks", n, a.part, a.wet.From, len(others), rep.Plan.Bench.Racks)
		}
	}
}

// The same plan is laid out the same way twice.
func TestLayIsRepeatable(t *testing.T) {
	for seed := range uint64(30) {
		a, b := Lay(randomPlan(rand.New(rand.NewPCG(seed, 1)))), Lay(randomPlan(rand.New(rand.NewPCG(seed, 1))))
		for i := range a.Lines {
			for k := range a.Lines[i].Steps {
				if x, y := a.Lines[i].Steps[k], b.Lines[i].Steps[k]; !x.Start.Equal(y.Start) || !x.Ready.Equal(y.Ready) {
					t.Errorf("seed %d: %s at %v, then at %v", seed, x.Step.ID, x.Start, y.Start)
				}
			}
		}
	}
}

// What is booked from outside is worked around, and nothing else moves.
func TestLayAroundBookings(t *testing.T) {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	lay := func(booked ...schedule.Booking) timeline.Placed {
		z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 100, Steps: []*route.Step{routetest.Step("base-coat", routetest.Product(coating.Paint, "lacquer", coating.Gloss), 2)}}
		p := &route.Plan{Start: start, Bench: routetest.Night, Air: climate.Constant(climate.Room), Zones: []*route.Zone{z}}
		return Lay(p, booked...).Lines[0].Steps[0]
	}
	free := lay()
	if want := start.Add(6 * time.Hour); !free.Start.Equal(want) {
		t.Fatalf("the first evening opens at %v, the step begins %v", want, free.Start)
	}
	for _, tc := range []struct {
		name   string
		booked schedule.Booking
		want   time.Duration // later than free
	}{
		{"hands until seven", schedule.Booking{Start: free.Start, Need: schedule.Need{Hands: time.Hour}}, time.Hour},
		{"the whole evening", schedule.Booking{Start: free.Start, Need: schedule.Need{Hands: 5 * time.Hour}}, 24 * time.Hour},
		{"an hour the day before", schedule.Booking{Start: free.Start.AddDate(0, 0, -1), Need: schedule.Need{Hands: time.Hour}}, 0},
		{"the airbrush is flushed after it", schedule.Booking{Start: free.Start, Need: schedule.Need{Hands: time.Hour, Cup: schedule.Cup{Chem: "another", Flush: 20 * time.Minute}}}, 80 * time.Minute},
	} {
		if got := lay(tc.booked).Start.Sub(free.Start); got != tc.want {
			t.Errorf("%s: %v later, want %v", tc.name, got, tc.want)
		}
	}
}

// What a line keeps of its films beside them, for steps that ask again and again, is what a look at each film would tell, with products of any speed;
// and what a step was told before is what it would be told anew.
func TestLinesRememberRightly(t *testing.T) {
	r := rand.New(rand.NewPCG(16, 23))
	for n := range 40 {
		rep := Check(randomPlan(r))
		for _, line := range rep.Lines {
			for i := range line.Steps {
				s := rep.Site(line, i)
				for _, list := range [][]*timeline.Rule{every.Firm, every.Timed} {
					s.First(list, line.Steps[i].Start.Add(-200*time.Hour)) // what it then knows is of no use at another speed
				}
				for _, speed := range []cure.Speed{cure.Usual, cure.Fast, cure.Slow} {
					with := s.With(speed)
					place, ready := readyOneByOne(with)
					if p, at := with.ReadyBelow(); p != place || !at.Equal(ready) {
						t.Fatalf("plan %d, %s with speed %v: %d is ready %v, film by film %d %v", n, s.Step.ID, speed, p, at, place, ready)
					}
					from := line.Steps[i].Start.Add(-time.Duration(r.IntN(300)) * time.Hour)
					for _, list := range [][]*timeline.Rule{every.Firm, every.Timed, every.Firm, every.Physical} {
						a, ok := with.First(list, from)
						b, okAnew := rep.Site(line, i).With(speed).First(list, from)
						if ok != okAnew || a.Sub(b).Abs() > max(10*time.Minute, a.Sub(from)/50) { // moments are searched for to some minutes, those far off less closely
							t.Fatalf("plan %d, %s with speed %v: asked again it begins %v (%v), asked anew %v (%v)", n, s.Step.ID, speed, a, ok, b, okAnew)
						}
					}
				}
			}
		}
	}
}

// readyOneByOne is Site.ReadyBelow for steps that lie over no medium, looking at every film.
func readyOneByOne(s *timeline.Site) (place int, ready time.Time) {
	if s.Touch.Lifts > 0 || s.Step.Do.Has(route.Tape|route.TapeOff) || s.Touch.Welds != nil && s.Touch.Contact.Sprayed {
		return s.ReadyBelow()
	}
	for i := 1; i < len(s.Below); i++ {
		oily := s.Below[i].Film.Family.IsOily()
		if s.Step.Of != "" && s.Below[i].Step == s.Step.Of || s.Step.Do.Has(route.OilWork) && oily {
			continue
		}
		at := s.Below[i].Ready()
		if oily {
			at = s.Below[i].TouchDry()
		}
		if at.After(ready) {
			place, ready = i, at
		}
	}
	return place, ready
}
