package timeline_test

import (
	"bytes"
	"context"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/golden"
)

// A moment of what is done in sittings lies in one of them, or before the next; so much of its work is done by then.
func TestThrough(t *testing.T) {
	m, ok := rule.Lay(routetest.Hours("m: mask")).Placed("m")
	if !ok || len(m.Sittings) != 2 {
		t.Fatalf("%+v", m)
	}
	for work, want := range map[time.Duration]time.Duration{0: 0, 30 * time.Minute: 30 * time.Minute, time.Hour: 24 * time.Hour, 70 * time.Minute: 24*time.Hour + 10*time.Minute, 85 * time.Minute: 24*time.Hour + 25*time.Minute, 90 * time.Minute: 24*time.Hour + 25*time.Minute} {
		if got := m.Through(work).Sub(m.Start); got != want {
			t.Errorf("%v of it are done after %v, want %v", work, got, want)
		}
	}
	if m.Hands() != 85*time.Minute || m.End.Sub(m.Start) != 24*time.Hour+25*time.Minute {
		t.Errorf("%v of work until %v", m.Hands(), m.End)
	}
	for after, want := range map[time.Duration]int{-time.Hour: 0, 59 * time.Minute: 0, time.Hour: 1, 48 * time.Hour: 1} {
		if span, n := m.Sitting(m.Start.Add(after)); n != want || span != m.Sittings[want] {
			t.Errorf("%v after its start it is sitting %d, %v", after, n, span)
		}
	}
	one := timeline.Placed{Start: m.Start, End: m.Start.Add(time.Minute)}
	if spans := one.Spans(); len(spans) != 1 || spans[0].Length() != time.Minute || one.Hands() != time.Minute {
		t.Errorf("in one go: %v", spans)
	}
}

// On one rack parts dry one after the other: what is wet by now, done or laid around, keeps its place until it is touch-dry; masks and washes need none.
func TestOneRack(t *testing.T) {
	parts := func(racks int, hull, wing string) *timeline.Timeline {
		p := routetest.WithPart(routetest.Lines(hull), "wing", wing)
		p.Bench.Racks = racks
		return rule.Lay(p)
	}
	for _, tc := range []struct {
		name       string
		racks      int
		hull, wing string
		waits      bool
	}{
		{"one rack", 1, "b: base-coat enamel coats 1", "b: base-coat acrylic coats 1", true},
		{"two", 2, "b: base-coat enamel coats 1", "b: base-coat acrylic coats 1", false},
		{"as many as there are", 0, "b: base-coat enamel coats 1", "b: base-coat acrylic coats 1", false},
		{"a mask", 1, "b: base-coat enamel coats 1", "b: mask", false},
		{"laid an hour ago", 1, "b: base-coat enamel coats 1 done 1h", "b: base-coat acrylic coats 1", true},
		{"laid last week", 1, "b: base-coat enamel coats 1 done 168h", "b: base-coat acrylic coats 1", false},
	} {
		tl := parts(tc.racks, tc.hull, tc.wing)
		hull, _ := tl.Placed("b")
		wing, _ := tl.Placed("wb")
		if waits := !wing.Start.Before(hull.TouchDry) && wing.Start.After(hull.End) && wing.Start.After(routetest.Start); waits != tc.waits {
			t.Errorf("%s: the hull is done %v and touch-dry %v, the wing begins %v", tc.name, hull.End, hull.TouchDry, wing.Start)
		}
	}
}

// What was begun or pinned outside of every session is not broken off: it goes on until it is done.
func TestBegunOutOfHours(t *testing.T) {
	morning := routetest.Start.Add(-9 * time.Hour)
	for _, begin := range []func(*route.Plan, *route.Step){
		func(p *route.Plan, s *route.Step) { s.Started, p.Now = morning, morning.Add(time.Minute) },
		func(p *route.Plan, s *route.Step) { s.At = morning },
	} {
		p := routetest.Hours("m: mask", "u: unmask")
		p.Start = morning
		begin(p, p.Zones[0].Steps[0])
		m, _ := rule.Lay(p).Placed("m")
		if m.Sittings != nil || !m.Start.Equal(morning) || m.Hands() != 85*time.Minute || m.End.Sub(m.Start) != 85*time.Minute {
			t.Errorf("it lies in %v", m.Spans())
		}
	}
}

// Plans strung together at random on short evenings, some steps begun or pinned, stand in a file as they are laid out; anew, from any step on, they are laid out the same.
func TestShortEveningsAsTheyWere(t *testing.T) {
	var b bytes.Buffer
	r := rand.New(rand.NewPCG(30, 12))
	broken := 0
	for i := range 60 {
		p := routetest.Random(r)
		p.Bench = schedule.Bench{Place: time.UTC, Evenings: []schedule.Evening{{Days: [7]bool{true, true, true, true, true, true, true}, From: 18 * time.Hour, To: 18*time.Hour + time.Duration(40+10*(i%5))*time.Minute}}}
		p.Now = p.Start.Add(10 * time.Minute)
		for z, zone := range p.Zones {
			s := zone.Steps[0]
			if s.Done.IsZero() && s.At.IsZero() && (i+z)%3 == 0 {
				s.Started = p.Start
			}
		}
		var booked []schedule.Booking
		if i%4 == 0 {
			booked = []schedule.Booking{{Start: p.Start.Add(24 * time.Hour), Need: schedule.Need{Hands: 30 * time.Minute}}}
		}
		tl := timeline.Lay(p, rule.Every(), booked...)
		placed, sites := laid(tl)
		for _, l := range tl.Lines {
			for k := range l.Steps {
				if l.Steps[k].Sittings != nil {
					broken++
				}
			}
		}
		zone := i % len(p.Zones)
		first := len(p.Zones[zone].Steps) / 2
		again, err := tl.Again(context.Background(), p, zone, first)
		if err != nil {
			t.Fatal(err)
		}
		for k, l := range again.Lines {
			for q := range l.Steps {
				if a, b := &l.Steps[q], &tl.Lines[k].Steps[q]; !slices.Equal(a.Spans(), b.Spans()) {
					t.Errorf("plan %d, %s: %v, laid out anew from step %d of zone %d %v", i, a.Step.ID, b.Spans(), first, zone, a.Spans())
				}
			}
		}
		n := 0
		for around, k := range tl.Around(p, zone, first) {
			placed += fmt.Sprintf(" around %d %s", k, clock(around.Lines[zone].Steps[k].End))
			if n++; n == 3 {
				break
			}
		}
		fmt.Fprintf(&b, "plan %d %s %s\n", i, golden.Digest(sites), golden.Digest(placed))
	}
	if broken < 20 {
		t.Errorf("only %d steps are done in sittings", broken)
	}
	golden.Hold(t, "testdata/short.golden", b.Bytes())
}
