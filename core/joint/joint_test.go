package joint_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/joint"
	"inkysparrow/core/order"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/golden"
)

// evenings is a bench that is open every day from 18:00 to 22:00; plans begin at 18:00.
func evenings(lines ...string) *route.Plan {
	p := routetest.Lines(lines...)
	p.Bench = schedule.Bench{Evenings: []schedule.Evening{{Days: [7]bool{true, true, true, true, true, true, true}, From: 18 * time.Hour, To: 22 * time.Hour}}}
	return p
}

func laid(plans ...*route.Plan) (all []*timeline.Timeline) {
	for _, p := range plans {
		all = append(all, rule.Lay(p))
	}
	return all
}

const month = 30 * 24 * time.Hour

func bench(all []*timeline.Timeline) *joint.Bench {
	return joint.Of(all, routetest.Start, routetest.Start.Add(month))
}

func TestWaitsAndWindows(t *testing.T) {
	all := laid(evenings("b: base-coat enamel coats 1", "g: gloss-coat gloss", "w: pin-wash enamel-wash", "r: wipe of w damp"))
	b := bench(all)
	if len(b.Works) != 4 || len(b.Lags) != 3 {
		t.Fatalf("%d works, %d lags", len(b.Works), len(b.Lags))
	}
	steps := all[0].Lines[0].Steps
	for k, l := range b.Lags {
		wait := int(steps[k+1].Start.Sub(steps[k].End) / joint.Slot)
		if l.Min > wait+1 || l.Max >= 0 && wait > l.Max {
			t.Errorf("lag %d: %d to %d slots, in the timeline it waits %d", k, l.Min, l.Max, wait)
		}
	}
	if wipe := b.Lags[2]; wipe.Max < wipe.Min || wipe.Max > 3*b.Day {
		t.Errorf("a wipe waits %d to %d slots", wipe.Min, wipe.Max)
	}
	if b.Lags[0].Max >= 0 || b.Lags[0].Wish <= 0 {
		t.Errorf("an enamel is waited for without end, and a slow one wants longer: %+v", b.Lags[0])
	}
	if b.Works[0].Chem == "" || b.Works[1].Chem == "" || b.Works[0].Chem == b.Works[1].Chem || b.Works[2].Chem != "" {
		t.Errorf("through the airbrush go %q, %q, %q", b.Works[0].Chem, b.Works[1].Chem, b.Works[2].Chem)
	}
	starts, ok := b.Starts(all)
	if _, err := b.Check(starts, order.Usual); !ok || err != nil {
		t.Errorf("the timeline itself is no order of its problem: %v", err)
	}
}

// A step that takes several evenings is as many works as it has sittings by itself, one after the other; what comes before and after waits for the first and the last.
func TestSittings(t *testing.T) {
	all := laid(routetest.Hours("b: base-coat acrylic coats 1", "m: mask", "u: unmask"), routetest.Hours("m: mask"))
	b := bench(all)
	steps := all[0].Lines[0].Steps
	if n := len(steps[1].Sittings); n != 2 || len(b.Works) != 6 || len(b.Lags) != 4 {
		t.Fatalf("%d sittings, %d works, %d lags", n, len(b.Works), len(b.Lags))
	}
	for w, want := range []bool{true, true, false, true, true, false} {
		if b.Entries[w].Begins() != want {
			t.Errorf("work %d begins a step: %v", w, !want)
		}
	}
	for k, want := range [][2]int{{0, 1}, {1, 2}, {2, 3}, {4, 5}} {
		if !slices.ContainsFunc(b.Lags, func(l order.Lag) bool { return l.From == want[0] && l.To == want[1] && l.Max < 0 }) {
			t.Errorf("lag %d: none from %v: %+v", k, want, b.Lags)
		}
	}
	first, second := steps[1].Sittings[0], steps[1].Sittings[1]
	if b.Works[1].Length != int(first.Length()/joint.Slot) || b.Works[2].Length != int(second.Length()/joint.Slot) || b.Works[1].Ready != 0 {
		t.Errorf("works of %d and %d slots for %v and %v", b.Works[1].Length, b.Works[2].Length, first, second)
	}
	starts, ok := b.Starts(all)
	if !ok || starts[1] != b.Ceil(first.From) || starts[2] != b.Ceil(second.From) {
		t.Errorf("they start at %v, want %d and %d", starts, b.Ceil(first.From), b.Ceil(second.From))
	}
	if _, err := b.Check(starts[:4], order.Usual); err == nil {
		t.Error("an order of some of the works is one")
	}
	if _, err := bench(all[:1]).Check(starts[:4], order.Usual); err != nil {
		t.Errorf("the timeline itself is no order of its problem: %v", err)
	}
	b.Was(all)
	for w, at := range map[int]time.Time{1: first.From, 2: second.From} {
		if s := b.Sessions[b.SessionAt(at)]; b.Works[w].Was != (order.Span{From: s.From, To: s.To}) {
			t.Errorf("work %d was in %v", w, b.Works[w].Was)
		}
	}
	if w := bench(all[:1]).Of(all[:1]); w.Evenings != 2+1 || w.Hands != steps[0].Hands()+85*time.Minute+steps[2].Hands() || len(w.Clashes) != 0 {
		t.Errorf("by itself: %d evenings, %v of work, %d clashes", w.Evenings, w.Hands, len(w.Clashes))
	}
	if got := joint.Bookings(all[1]); len(got) != 2 || got[0].Hands+got[1].Hands != 85*time.Minute || !got[1].Start.Equal(all[1].Lines[0].Steps[0].Sittings[1].From) {
		t.Errorf("it keeps %v busy", got)
	}
	// Both want the hands in the first sitting of the second build's mask, and in the second.
	if w := b.Of(all); len(w.Clashes) < 2 {
		t.Errorf("%d clashes of two builds", len(w.Clashes))
	}
	a, err := b.Solve(t.Context(), order.Options{Aims: order.Usual, Work: order.Quick})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := b.Check(a.Starts, order.Usual); err != nil || a.Starts[2] < a.Starts[1]+b.Works[1].Length || a.Starts[5] < a.Starts[4]+b.Works[4].Length {
		t.Errorf("the best order: %v, %v", a.Starts, err)
	}

	pinned := routetest.Hours("m: mask at 0h")
	pinned.Zones[0].Steps[0].At = routetest.Start
	held := bench(laid(pinned))
	if len(held.Works) != 2 || !held.Works[0].Fixed || !held.Works[1].Fixed || held.Works[1].From != held.Ceil(routetest.Start.Add(24*time.Hour)) {
		t.Errorf("a pinned one: %+v", held.Works)
	}
}

// A coat keeps a place of the racks until it is touch-dry, its part's own place; the fewest racks of all builds count, and nobody's where nobody counts them.
func TestRacks(t *testing.T) {
	racked := func(n int, lines ...string) *route.Plan {
		p := evenings(lines...)
		p.Bench.Racks = n
		return p
	}
	free := bench(laid(evenings("b: base-coat acrylic"), evenings("c: base-coat acrylic")))
	if len(free.Resources) != 2 {
		t.Errorf("nobody counts racks: %+v", free.Resources)
	}
	parted := routetest.WithPart(racked(2, "b: base-coat acrylic", "m: mask"), "wing", "w: base-coat acrylic", "x: gloss-coat gloss")
	all := laid(parted, racked(1, "c: base-coat acrylic"), evenings("d: base-coat acrylic"))
	b := bench(all)
	if len(b.Resources) != 3 || b.Resources[2].Many != 1 {
		t.Fatalf("%+v", b.Resources)
	}
	of := map[string]int{}
	for w, e := range b.Entries {
		id := e.Placed().Step.ID
		for _, h := range b.Works[w].Holds {
			if h.On == 2 {
				of[id] = h.Of
				want := e.Placed().TouchDry.Sub(e.Placed().End)
				if got := time.Duration(h.After) * joint.Slot; got < want-joint.Slot || got > want+joint.Slot {
					t.Errorf("%s keeps its place for %v, and is wet for %v", id, got, want)
				}
			}
		}
	}
	if len(of) != 4 || of["ww"] != of["wx"] || of["b"] == of["ww"] || of["c"] == of["b"] || of["b"] == 0 || of["m"] != 0 || of["d"] != 0 {
		t.Errorf("places %v", of)
	}
	// On one rack the hull, its wing and the other build dry one after the other.
	a, err := b.Solve(t.Context(), order.Options{Aims: order.Usual, Work: order.Quick})
	if err != nil {
		t.Fatal(err)
	}
	for w := range b.Entries {
		for v := range b.Entries {
			x, y := of[b.Entries[w].Placed().Step.ID], of[b.Entries[v].Placed().Step.ID]
			if x == 0 || y == 0 || x == y || a.Starts[w] > a.Starts[v] {
				continue
			}
			if end := a.Starts[w] + b.Works[w].Length + b.Works[w].Holds[len(b.Works[w].Holds)-1].After; a.Starts[v] < end {
				t.Errorf("work %d begins at %d, and %d is wet until %d", v, a.Starts[v], w, end)
			}
		}
	}
	if got := joint.Bookings(all[1]); len(got) != 1 || got[0].Piece == "" || got[0].Dries <= 0 {
		t.Errorf("it keeps %+v", got)
	}
}

// What another build laid an hour ago stands in the one rack until it is touch-dry; no coat begins before.
func TestRackIsTaken(t *testing.T) {
	for racks, waits := range map[int]bool{0: false, 1: true, 2: false} {
		wet, next := evenings("a: base-coat enamel coats 1 done 1h"), evenings("b: base-coat acrylic coats 1")
		wet.Name, wet.Bench.Racks, next.Bench.Racks = "wet", racks, racks
		all := laid(wet, next)
		b := bench(all)
		dry := all[0].Lines[0].Steps[0].TouchDry
		if from := b.At(b.Works[0].From); from.Before(dry) == waits {
			t.Errorf("%d racks: it can begin %v, the other is touch-dry %v", racks, from, dry)
		}
	}
}

func TestWhatStays(t *testing.T) {
	p := evenings("a: mask done 1h", "b: base-coat acrylic", "c: mask")
	p.Zones[0].Steps[2].At = routetest.Start.Add(50 * time.Hour)
	p.Now = routetest.Start.Add(2 * time.Hour)
	b := joint.Of(laid(p), p.Now, p.Now.Add(month))
	if len(b.Works) != 2 || b.Works[0].From < b.Ceil(p.Now) || !b.Works[1].Fixed || !b.At(b.Works[1].From).Equal(p.Zones[0].Steps[2].At) {
		t.Errorf("%+v", b.Works)
	}
}

// A bench that is never open has no order, and says of what.
func TestNeverOpen(t *testing.T) {
	p := evenings("a: mask")
	all := laid(p)
	p.Bench.Evenings[0].Days = [7]bool{}
	if _, err := bench(all).Solve(t.Context(), order.Options{}); err == nil || err.Error() != "no session is long enough for the mask on Zone" {
		t.Errorf("%v", err)
	}
}

// Two benches that are open at different hours: each step stays within those of its own build.
func TestOwnHours(t *testing.T) {
	early, late := evenings("a: mask"), evenings("b: mask")
	late.Bench.Evenings[0].From, late.Bench.Evenings[0].To = 21*time.Hour, 23*time.Hour
	b := bench(laid(early, late))
	for hour, want := range map[int][2]bool{18: {true, false}, 21: {true, true}, 22: {false, true}} {
		slot := b.Ceil(time.Date(2027, 3, 1, hour, 30, 0, 0, time.UTC))
		for w := range b.Works {
			in := !slices.ContainsFunc(b.Works[w].Shut, func(s order.Span) bool { return s.From <= slot && slot < s.To })
			if in != want[w] {
				t.Errorf("at %d:30 build %d can begin: %v", hour, w, in)
			}
		}
	}
}

// A second pair of hands that all builds of a session have lets two of them begin at once, and is no clash; one that only one of them has is none.
func TestClubNight(t *testing.T) {
	for n := range 3 {
		plans := []*route.Plan{evenings("a: mask"), evenings("c: mask"), evenings("d: mask")}[:2+n/2]
		for _, p := range plans[:min(2, 1+n)] {
			p.Bench.Evenings[0].Second = true
		}
		if n == 2 {
			plans[2].Bench.Evenings[0].Second = true
		}
		all := laid(plans...)
		b := bench(all)
		a, err := b.Solve(t.Context(), order.Options{Aims: []order.Aim{order.Makespan}})
		if err != nil {
			t.Fatal(err)
		}
		longest := b.Works[0].Length
		if want := b.Sessions[0].From + longest*[]int{2, 1, 2}[n]; b.Sessions[0].Second != (n > 0) || a.Value[0] != want {
			t.Errorf("%d: all is done by slot %d, want %d", n, a.Value[0], want)
		}
		// Alone each begins at once: with hands for two, two are no clash, and the third is one with both of them.
		if got, want := len(b.Of(all).Clashes), []int{1, 0, 2}[n]; got != want {
			t.Errorf("%d: %d clashes, want %d", n, got, want)
		}
	}
}

// Two builds that want the same cup go through one airbrush without a rinse; what is kept for another airbrush is no flush, and still one after the other in the booth.
func TestCups(t *testing.T) {
	of := func(brushes []route.Airbrush, lines ...string) *joint.Bench {
		var plans []*route.Plan
		for _, l := range lines {
			p := evenings(l)
			p.Airbrushes = brushes
			plans = append(plans, p)
		}
		return bench(laid(plans...))
	}
	two := []route.Airbrush{{Name: "wide"}, {Name: "fine", For: []string{"white-spirit"}}}
	for _, tc := range []struct {
		name            string
		brushes         []route.Airbrush
		lines           []string
		apart, flushes  int // slots between, and changes of chemistry
		chemOfTheSecond string
	}{
		{"one cup", nil, []string{"a: base-coat acrylic coats 1", "b: base-coat acrylic coats 1"}, 0, 0, "water"},
		{"another chemistry", nil, []string{"a: base-coat acrylic coats 1", "b: base-coat enamel coats 1"}, 3, 1, "white-spirit"},
		{"another airbrush", two, []string{"a: base-coat acrylic coats 1", "b: base-coat enamel coats 1"}, 0, 0, "white-spirit"},
	} {
		b := of(tc.brushes, tc.lines...)
		a, err := b.Solve(t.Context(), order.Options{Aims: []order.Aim{order.Makespan, order.Flushes}})
		if err != nil {
			t.Fatal(err)
		}
		want := b.Sessions[0].From + b.Works[0].Length + b.Works[1].Length + tc.apart
		if a.Value[0] != want || a.Value[1] != tc.flushes || b.Works[1].Chem != tc.chemOfTheSecond {
			t.Errorf("%s: done by %d with %d flushes of %q, want %d with %d", tc.name, a.Value[0], a.Value[1], b.Works[1].Chem, want, tc.flushes)
		}
		if got := b.Of(b.Laid).Flushes; got != tc.flushes {
			t.Errorf("%s: its timelines flush %d times, want %d", tc.name, got, tc.flushes)
		}
	}
}

func TestClashes(t *testing.T) {
	a, c := laid(evenings("a: mask")), laid(evenings("a: mask"), evenings("c: mask"))
	b := bench(c)
	if n := len(b.Of(c).Clashes); n != 1 {
		t.Errorf("%d clashes of two that begin at once", n)
	}
	around := []*timeline.Timeline{c[0], rule.Lay(evenings("c: mask"), joint.Bookings(a[0])...)}
	w := b.Of(around)
	if len(w.Clashes) != 0 || w.Evenings != 1 || w.Flushes != 0 || len(w.Finish) != 2 {
		t.Errorf("one after the other: %+v", w)
	}
}

// A film that is laid in a cold week is waited for longer than one that is laid before it, and an order knows.
func TestColdWeek(t *testing.T) {
	p := evenings("b: base-coat enamel coats 1", "g: gloss-coat gloss")
	cold := climate.Spell{From: routetest.Start.AddDate(0, 0, 6), To: routetest.Start.AddDate(0, 0, 20), Air: climate.Air{TemperatureC: 9, Humidity: .7}}
	p.Air = climate.Profile{Day: climate.Room, Spells: []climate.Spell{cold}}.Record(routetest.Start.AddDate(0, 0, -1), routetest.Start.AddDate(1, 0, 0), time.UTC)
	b := bench(laid(p))
	l := b.Lags[0]
	warm, inCold := l.Later[0], l.Later[8]
	if warm == 0 {
		warm = l.Min
	}
	if inCold < 2*warm {
		t.Fatalf("a wait of %d slots in the warm, %d in the cold: %v", warm, inCold, l.Later)
	}
	was := b.Works[0].From
	b.Works[0].From = b.Sessions[8].From
	a, err := b.Solve(t.Context(), order.Options{})
	if err != nil || a.Starts[1]-a.Starts[0] < inCold {
		t.Errorf("laid in the cold it is coated after %d slots, %v", a.Starts[1]-a.Starts[0], err)
	}
	b.Works[0].From = was
	if a, err = b.Solve(t.Context(), order.Options{}); err != nil || a.Starts[1]-a.Starts[0] >= inCold {
		t.Errorf("laid in the warm it is coated after %d slots, %v", a.Starts[1]-a.Starts[0], err)
	}
}

// What waits longer than was thought is learned, and only that.
func TestLearn(t *testing.T) {
	all := laid(evenings("b: base-coat enamel coats 1", "g: gloss-coat gloss"))
	b := bench(all)
	was := b.Lags[0].Min
	b.Lags[0].Min = 1
	starts, _ := b.Starts(all)
	if b.Learn(starts, all) {
		t.Error("it learned from what stands where it was put")
	}
	starts[1] = starts[0] + b.Works[0].Length + 1
	if !b.Learn(starts, all) || b.Lags[0].Min != was {
		t.Errorf("the wait is %d, was %d", b.Lags[0].Min, was)
	}
}

// TestBenches holds what comes of benches with two builds that are strung together at random: works, waits, sessions, and what they come to as they stand.
func TestBenches(t *testing.T) {
	dice := rand.New(rand.NewPCG(21, 0))
	var file bytes.Buffer
	for n := range 40 {
		var out bytes.Buffer
		a, c := routetest.Random(dice), routetest.Random(dice)
		hours := func(from, to time.Duration) schedule.Bench {
			return schedule.Bench{Evenings: []schedule.Evening{{Days: [7]bool{true, true, true, true, true, true, true}, From: from, To: to}}}
		}
		a.Bench, c.Bench = hours(18*time.Hour, 22*time.Hour), hours(18*time.Hour, 22*time.Hour)
		if n%3 == 0 {
			c.Bench = hours(20*time.Hour, 23*time.Hour)
		}
		a.Wanted, a.Matters = a.Start.Add(time.Duration(n)*12*time.Hour), n%4
		c.Now = c.Start.Add(time.Duration(n%5) * 10 * time.Hour)
		if n%4 == 1 && len(c.Zones[0].Steps) > 1 {
			c.Zones[0].Steps[1].At = c.Now.Add(30 * time.Hour)
		}
		all := laid(a, c)
		at := c.Now
		b := joint.Of(all, at, at.Add(2*month))
		b.Was(all)
		fmt.Fprintf(&out, "bench %d: %v, sessions %v to %v\n", n, b.Builds, b.Sessions[0], b.Sessions[len(b.Sessions)-1])
		starts, ok := b.Starts(all)
		for i, w := range b.Works {
			w.Name, w.Shut = "", w.Shut[:min(2, len(w.Shut))]
			fmt.Fprintf(&out, "  %v at %d\n", w, starts[i])
			starts[i] -= i % 3
		}
		fmt.Fprintf(&out, "  %v %v\n", ok, b.Lags)
		was := b.Of(all)
		fmt.Fprintf(&out, "  late %d %d evenings %d flushes %d clashes %d\n", was.Late, was.Weighed, was.Evenings, was.Flushes, len(was.Clashes))
		learned := b.Learn(starts, all)
		fmt.Fprintf(&out, "  learned %v %v, loosened %v\n", learned, b.Lags, b.Loosen())
		if len(b.Entries) > 0 {
			e := b.Entries[len(b.Entries)/2]
			p := e.Placed()
			fmt.Fprintf(&out, "  opens %v, room %v\n", b.Opens(e.Plan, p.Start).Format(time.Stamp), b.Room(&e, p.Start).Format(time.Stamp))
		}
		if n < 4 {
			file.Write(out.Bytes())
		} else {
			fmt.Fprintf(&file, "bench %d: %s\n", n, golden.Digest(out.String()))
		}
	}
	golden.Hold(t, "testdata/benches.golden", file.Bytes())
}
