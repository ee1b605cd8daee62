package schedule

import (
	"math/rand/v2"
	"slices"
	"testing"
	"time"
)

func evenings(place *time.Location) Bench {
	weekdays := [7]bool{false, true, true, true, true, true, false}
	return Bench{Place: place, Evenings: []Evening{
		{Days: weekdays, From: 19*time.Hour + 30*time.Minute, To: 22*time.Hour + 30*time.Minute},
		{Days: [7]bool{6: true}, From: 10 * time.Hour, To: 17 * time.Hour},
	}}
}

var monday = time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)

func at(day int, hour, minute int) time.Time {
	return time.Date(2027, 3, day, hour, minute, 0, 0, time.UTC)
}

var grey = Cup{Chem: "water", Paint: "grey", Rinse: 10 * time.Minute, Flush: 20 * time.Minute}

// What is sprayed next waits for the airbrush: not at all out of the same cup, a rinse for another paint, a flush for another chemistry; and another airbrush only for the booth.
func TestCups(t *testing.T) {
	white, clear := grey, grey
	white.Paint, clear.Chem = "white", "spirit"
	second := white
	second.Brush = "fine"
	for _, tc := range []struct {
		name  string
		cup   Cup
		waits int // minutes after the first
	}{
		{"the same cup", grey, 0},
		{"another paint", white, 10},
		{"another chemistry", clear, 20},
		{"another airbrush", second, 0},
		{"none", Cup{}, 0},
	} {
		c := New(evenings(time.UTC), monday)
		need := Need{Hands: 30 * time.Minute, Cup: tc.cup}
		c.Book(at(1, 20, 30), Need{Hands: 30 * time.Minute, Cup: grey})
		if got, _ := c.Slot(at(1, 20, 15), need); !got.Equal(at(1, 21, tc.waits)) {
			t.Errorf("%s after it: %v, want %d minutes past nine", tc.name, got, tc.waits)
		}
		before := at(1, 20, 0).Add(-time.Duration(tc.waits) * time.Minute)
		if got, _ := c.Slot(before, need); !got.Equal(before) {
			t.Errorf("%s before it: %v, want %v", tc.name, got, before)
		}
		if got, _ := c.Slot(before.Add(time.Minute), need); !got.Equal(at(1, 21, tc.waits)) {
			t.Errorf("%s a minute too late before it: %v", tc.name, got)
		}
	}
}

// What is not sprayed is nothing to clean before.
func TestNoCup(t *testing.T) {
	c := New(evenings(time.UTC), monday)
	c.Book(at(1, 20, 30), Need{Hands: 30 * time.Minute})
	for _, from := range []time.Time{at(1, 20, 0), at(1, 21, 0)} {
		if need := (Need{Hands: 30 * time.Minute, Cup: grey}); !c.Free(from, need) {
			t.Errorf("beside masking nothing can be sprayed at %v", from)
		}
	}
}

// On a club night two work at once, never three; and there is one booth.
func TestSecondPairOfHands(t *testing.T) {
	bench := evenings(time.UTC)
	bench.Evenings[1].Second = true // Saturdays
	bench.Exceptions = []Exception{{Year: 2027, Month: 3, Day: 2, From: 19 * time.Hour, To: 22 * time.Hour, Second: true}}
	hour, spray := Need{Hands: time.Hour}, Need{Hands: time.Hour, Cup: grey}
	for _, tc := range []struct {
		name   string
		from   time.Time
		booked []Need
		need   Need
		want   time.Time
	}{
		{"alone", at(1, 19, 30), []Need{hour}, hour, at(1, 20, 30)},
		{"the second", at(6, 10, 0), []Need{hour}, hour, at(6, 10, 0)},
		{"the third", at(6, 10, 0), []Need{hour, hour}, hour, at(6, 11, 0)},
		{"a single day", at(2, 19, 0), []Need{hour}, hour, at(2, 19, 0)},
		{"one booth", at(6, 10, 0), []Need{spray}, spray, at(6, 11, 0)},
		{"one sprays", at(6, 10, 0), []Need{spray}, hour, at(6, 10, 0)},
	} {
		c := New(bench, monday)
		for _, b := range tc.booked {
			c.Book(tc.from, b)
		}
		got, _ := c.Slot(tc.from, tc.need)
		if !got.Equal(tc.want) || c.Free(tc.from, tc.need) != tc.want.Equal(tc.from) {
			t.Errorf("%s: %v, want %v", tc.name, got, tc.want)
		}
	}
	c := New(bench, monday)
	c.Book(at(6, 10, 0), hour)
	c.Book(at(6, 12, 0), hour)
	c.Book(at(6, 10, 30), Need{Hands: 2 * time.Hour}) // over the end of one and the beginning of the other
	for _, tc := range []struct {
		from, to time.Time
		free     bool
	}{{at(6, 10, 30), at(6, 11, 0), false}, {at(6, 11, 0), at(6, 12, 0), true}, {at(6, 12, 0), at(6, 12, 30), false}, {at(6, 12, 30), at(6, 13, 0), true}} {
		if got := c.Free(tc.from, Need{Hands: tc.to.Sub(tc.from)}); got != tc.free {
			t.Errorf("from %v a pair of hands is free: %v", tc.from, got)
		}
	}
	// Hours that touch are one session, and the second pair is there for all of it or does not count.
	joined := Bench{Evenings: []Evening{{Days: [7]bool{6: true}, From: 10 * time.Hour, To: 12 * time.Hour, Second: true}, {Days: [7]bool{6: true}, From: 12 * time.Hour, To: 14 * time.Hour}}}
	if all := New(joined, monday).Sessions(monday, at(7, 0, 0)); len(all) != 1 || all[0].Second || all[0].Length() != 4*time.Hour {
		t.Errorf("joined: %+v", all)
	}
}

func TestSlot(t *testing.T) {
	c := New(evenings(time.UTC), monday)
	hour := Need{Hands: time.Hour}
	spray := Need{Hands: time.Hour, Cup: grey}
	other := func(c Cup) Need { return Need{Hands: 10 * time.Minute, Cup: c} }
	steps := []struct {
		name string
		from time.Time
		need Need
		want time.Time
		book bool
	}{
		{"waits for the evening", monday, hour, at(1, 19, 30), true},
		{"after what is booked", monday, spray, at(1, 20, 30), true},
		{"the hands are free before the airbrush is clean", monday, hour, at(1, 21, 30), true},
		{"no room left, next evening", monday, hour, at(2, 19, 30), false},
		{"a gap is found although later work is booked", at(2, 20, 0), hour, at(2, 20, 0), true},
		{"too late this evening", at(2, 21, 45), hour, at(3, 19, 30), false},
		{"the airbrush is flushed while nothing is sprayed", at(1, 22, 0), other(Cup{Chem: "spirit", Paint: "clear", Flush: 20 * time.Minute}), at(2, 19, 30), false},
		{"over the weekend", at(6, 16, 30), hour, at(8, 19, 30), false},
		{"seconds are rounded up", at(3, 20, 0).Add(time.Second), hour, at(3, 20, 1), false},
		{"only a Saturday is long enough", monday, Need{Hands: 5 * time.Hour}, at(6, 10, 0), false},
	}
	for _, tc := range steps {
		got, ok := c.Slot(tc.from, tc.need)
		if !ok || !got.Equal(tc.want) {
			t.Errorf("%s: %v (%v), want %v", tc.name, got, ok, tc.want)
		}
		if tc.book {
			c.Book(got, tc.need)
		}
	}
	if _, ok := c.Slot(monday, Need{Hands: 8 * time.Hour}); ok {
		t.Error("eight hours fit into no session")
	}
	if c.Longest() != 7*time.Hour {
		t.Errorf("the longest session is %v", c.Longest())
	}
}

func TestEveningsFollowTheWallClock(t *testing.T) {
	place, err := time.LoadLocation("Europe/London")
	if err != nil {
		t.Skip("no time zone data:", err)
	}
	c := New(evenings(place), time.Date(2027, 3, 26, 12, 0, 0, 0, time.UTC))
	s := c.Sessions(time.Date(2027, 3, 26, 0, 0, 0, 0, time.UTC), time.Date(2027, 3, 30, 0, 0, 0, 0, time.UTC))
	if len(s) != 3 || s[0].From.UTC().Hour() != 19 || s[2].From.UTC().Hour() != 18 {
		t.Errorf("Friday's evening begins at 19:30 UTC, Monday's after the clock went forward at 18:30 UTC; got %v", s)
	}
	for _, one := range s {
		if local := one.From.In(place); local.Hour() == 19 && local.Minute() != 30 {
			t.Errorf("an evening begins at %v", local)
		}
	}
}

func TestZeroBenchIsAlwaysOpen(t *testing.T) {
	c := New(Bench{}, monday)
	got, ok := c.Slot(monday.Add(7*time.Hour), Need{Hands: 30 * time.Hour})
	if !ok || !got.Equal(monday.Add(7*time.Hour)) {
		t.Errorf("got %v, %v", got, ok)
	}
}

// Against a plain search minute by minute, on random bookings.
func TestSlotAgainstBruteForce(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 9))
	for range 40 {
		c := New(evenings(time.UTC), monday)
		var booked []Span
		for range 12 {
			need := Need{Hands: time.Duration(10+r.IntN(120)) * time.Minute}
			from := monday.Add(time.Duration(r.IntN(4000)) * time.Minute)
			got, ok := c.Slot(from, need)
			want, found := time.Time{}, false
			for m := range 14 * 24 * 60 {
				s := Span{from.Add(time.Duration(m) * time.Minute), from.Add(time.Duration(m)*time.Minute + need.Hands)}
				if c.InSession(s) && free(booked, s) {
					want, found = s.From, true
					break
				}
			}
			if ok != found || !got.Equal(want) {
				t.Fatalf("from %v for %v: %v, plain search says %v", from, need.Hands, got, want)
			}
			c.Book(got, need)
			booked = append(booked, Span{got, got.Add(need.Hands)})
		}
	}
}

func free(booked []Span, s Span) bool {
	for _, b := range booked {
		if b.From.Before(s.To) && s.From.Before(b.To) {
			return false
		}
	}
	return true
}

// A day off closes an evening, other hours take its place, and the rest of the week goes on.
func TestExceptions(t *testing.T) {
	bench := evenings(time.UTC)
	bench.Exceptions = []Exception{
		{Year: 2027, Month: time.March, Day: 2},
		{Year: 2027, Month: time.March, Day: 3, From: 8 * time.Hour, To: 9 * time.Hour},
		{Year: 2027, Month: time.March, Day: 3, From: 12 * time.Hour, To: 14 * time.Hour},
		{Year: 2027, Month: time.March, Day: 7, From: 10 * time.Hour, To: 12 * time.Hour},
	}
	c := New(bench, monday)
	var got []time.Time
	for _, s := range c.Sessions(monday, at(9, 0, 0)) {
		got = append(got, s.From)
	}
	want := []time.Time{at(1, 19, 30), at(3, 8, 0), at(3, 12, 0), at(4, 19, 30), at(5, 19, 30), at(6, 10, 0), at(7, 10, 0), at(8, 19, 30)}
	if len(got) != len(want) {
		t.Fatalf("sessions at %v, want %v", got, want)
	}
	for i := range want {
		if !got[i].Equal(want[i]) {
			t.Errorf("session %d begins %v, want %v", i, got[i], want[i])
		}
	}
	alone := New(Bench{Exceptions: []Exception{{Year: 2027, Month: time.March, Day: 1}}}, monday)
	if slot, ok := alone.Slot(monday, Need{Hands: time.Hour}); !ok || !slot.Equal(at(2, 0, 0)) {
		t.Errorf("a bench that is always open but for one day: %v, %v", slot, ok)
	}
}

// Sessions that touch or overlap are one, and a session that began before the calendar is cut.
func TestSessionsAreJoined(t *testing.T) {
	every := [7]bool{true, true, true, true, true, true, true}
	c := New(Bench{Place: time.UTC, Evenings: []Evening{{Days: every, From: 10 * time.Hour, To: 13 * time.Hour}, {Days: every, From: 12 * time.Hour, To: 15 * time.Hour}, {Days: every, From: 15 * time.Hour, To: 16 * time.Hour}}}, monday)
	s := c.Sessions(monday, at(2, 0, 0))
	if len(s) != 1 || !s[0].From.Equal(monday) || !s[0].To.Equal(at(1, 16, 0)) {
		t.Errorf("sessions %v, want one from noon, when the calendar begins, to four", s)
	}
	if slot, ok := c.Slot(at(2, 12, 30), Need{Hands: 3 * time.Hour}); !ok || !slot.Equal(at(2, 12, 30)) {
		t.Errorf("work across the joint: %v, %v", slot, ok)
	}
	whole := New(Bench{Place: time.UTC, Evenings: []Evening{{Days: every, From: 0, To: 24 * time.Hour}}}, monday)
	if slot, ok := whole.Slot(at(1, 23, 0), Need{Hands: 2 * time.Hour}); !ok || !slot.Equal(at(1, 23, 0)) {
		t.Errorf("work over midnight at a bench that is open all day: %v, %v", slot, ok)
	}
}

func TestInSessionAndFree(t *testing.T) {
	c := New(evenings(time.UTC), monday)
	c.Book(at(1, 20, 0), Need{Hands: time.Hour})
	for _, tc := range []struct {
		from    time.Time
		length  time.Duration
		session bool
		free    bool
	}{
		{at(1, 19, 30), 30 * time.Minute, true, true},
		{at(1, 19, 30), 31 * time.Minute, true, false},
		{at(1, 21, 0), 90 * time.Minute, true, true},
		{at(1, 21, 1), 90 * time.Minute, false, true},
		{at(1, 12, 0), time.Minute, false, true},
	} {
		if got := c.InSession(Span{tc.from, tc.from.Add(tc.length)}); got != tc.session {
			t.Errorf("%v for %v in a session: %v", tc.from, tc.length, got)
		}
		if got := c.Free(tc.from, Need{Hands: tc.length}); got != tc.free {
			t.Errorf("%v for %v free: %v", tc.from, tc.length, got)
		}
	}
}

func BenchmarkSlot(b *testing.B) {
	c := New(evenings(time.UTC), monday)
	for range 200 {
		need := Need{Hands: 25 * time.Minute, Cup: grey}
		if t, ok := c.Slot(monday, need); ok {
			c.Book(t, need)
		}
	}
	b.ReportAllocs()
	for b.Loop() {
		c.Slot(monday, Need{Hands: 40 * time.Minute})
	}
}

// What a calendar remembers of full evenings never changes an answer: it is the same as when everything is searched anew.
func TestSlotRemembers(t *testing.T) {
	r := rand.New(rand.NewPCG(6, 28))
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	bench := Bench{Evenings: []Evening{{Days: [7]bool{true, true, false, true, true, true, true}, From: 19 * time.Hour, To: 22 * time.Hour, Second: true}}}
	cups := []Cup{grey, {Chem: "water", Paint: "white", Rinse: 10 * time.Minute, Flush: 20 * time.Minute}, {Brush: "fine", Chem: "spirit", Paint: "clear"}}
	for range 60 {
		c := New(bench, start)
		for range 120 {
			from := start.Add(time.Duration(r.IntN(20*24*60)) * time.Minute)
			need := Need{Hands: time.Duration(10+10*r.IntN(6)) * time.Minute}
			if r.IntN(2) == 0 {
				need.Cup = cups[r.IntN(len(cups))]
			}
			got, ok := c.Slot(from, need)
			want, wanted := c.search(roundUp(from), need, true)
			if ok != wanted || !got.Equal(want) {
				t.Fatalf("from %v for %+v: %v, and searched anew %v", from, need, got, want)
			}
			if r.IntN(3) == 0 {
				c.Book(got, need)
			}
		}
	}
}

// What passes between two moments is told in sessions that begin after the one that the first lies in or that comes next, and in the hours of the last; what is booked
// does not count, and room for work is where a session is long enough.
func TestWaited(t *testing.T) {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC) // a Monday
	evenings := Bench{Evenings: []Evening{{Days: [7]bool{time.Monday: true, time.Tuesday: true, time.Thursday: true}, From: 19 * time.Hour, To: 22 * time.Hour}}}
	c := New(evenings, start)
	at := func(day, hour, minute int) time.Time { return time.Date(2027, 3, day, hour, minute, 0, 0, time.UTC) }
	for _, tc := range []struct {
		name     string
		from, to time.Time
		sessions int
		hours    float64
	}{
		{"in one session", at(1, 19, 30), at(1, 21, 0), 0, 1.5},
		{"before it, to its beginning", at(1, 14, 0), at(1, 19, 0), 0, 0},
		{"before it, into it", at(1, 14, 0), at(1, 20, 0), 0, 1},
		{"to the next evening", at(1, 21, 0), at(2, 19, 0), 1, 0},
		{"into it", at(1, 21, 0), at(2, 20, 30), 1, 1.5},
		{"an evening off between", at(2, 21, 0), at(4, 19, 0), 1, 0},
		{"after a session, to the next", at(2, 23, 0), at(4, 19, 0), 0, 0},
		{"a week", at(1, 20, 0), at(8, 20, 0), 3, 1},
	} {
		if n, h := c.Waited(tc.from, tc.to); n != tc.sessions || h < tc.hours-1e-9 || h > tc.hours+1e-9 {
			t.Errorf("%s: %d sessions and %.2f h, want %d and %.2f", tc.name, n, h, tc.sessions, tc.hours)
		}
	}
	if n, h := New(Bench{}, start).Waited(at(1, 18, 0), at(4, 20, 0)); n != 3 || h != 2 {
		t.Errorf("where the bench is always open: %d and %.1f h", n, h)
	}
	c.Book(at(1, 19, 0), Need{Hands: 3 * time.Hour})
	for _, tc := range []struct {
		from  time.Time
		hands time.Duration
		want  time.Time
	}{
		{at(1, 12, 0), time.Hour, at(1, 19, 0)}, {at(1, 20, 30), time.Hour, at(1, 20, 30)}, {at(1, 21, 30), time.Hour, at(2, 19, 0)}, {at(1, 21, 0), time.Hour, at(1, 21, 0)}, {at(2, 19, 1), 3 * time.Hour, at(4, 19, 0)},
	} {
		if got, ok := c.Room(tc.from, Need{Hands: tc.hands}); !ok || !got.Equal(tc.want) {
			t.Errorf("room for %v from %v: %v, want %v", tc.hands, tc.from, got, tc.want)
		}
	}
	if _, ok := c.Room(at(1, 12, 0), Need{Hands: 4 * time.Hour}); ok {
		t.Error("four hours fit into three")
	}
}

// What no session of the month takes whole is broken off where it can be, and goes on in the next free stretch that is worth beginning for.
func TestSittings(t *testing.T) {
	short := Bench{Evenings: []Evening{{Days: [7]bool{false, true, true, true, true, true, false}, From: 20 * time.Hour, To: 21 * time.Hour}}}
	const m = time.Minute
	for _, tc := range []struct {
		name   string
		need   Need
		booked []Span
		from   time.Time
		want   []Span
	}{
		{"in one go", Need{Hands: 60 * m, Sitting: 20 * m}, nil, at(1, 12, 0), []Span{{at(1, 20, 0), at(1, 21, 0)}}},
		{"a minute too long", Need{Hands: 61 * m, Sitting: 20 * m}, nil, at(1, 12, 0), []Span{{at(1, 20, 0), at(1, 21, 0)}, {at(2, 20, 0), at(2, 20, 1)}}},
		{"late in a session", Need{Hands: 90 * m, Sitting: 20 * m}, nil, at(1, 20, 40), []Span{{at(1, 20, 40), at(1, 21, 0)}, {at(2, 20, 0), at(2, 21, 0)}, {at(3, 20, 0), at(3, 20, 10)}}},
		{"too late in it", Need{Hands: 90 * m, Sitting: 20 * m}, nil, at(1, 20, 41), []Span{{at(2, 20, 0), at(2, 21, 0)}, {at(3, 20, 0), at(3, 20, 30)}}},
		{"over the weekend", Need{Hands: 80 * m, Sitting: 20 * m}, nil, at(5, 20, 0), []Span{{at(5, 20, 0), at(5, 21, 0)}, {at(8, 20, 0), at(8, 20, 20)}}},
		{"around what is booked", Need{Hands: 90 * m, Sitting: 20 * m}, []Span{{at(1, 20, 20), at(1, 20, 30)}, {at(2, 20, 19), at(2, 21, 0)}}, at(1, 12, 0), []Span{{at(1, 20, 0), at(1, 20, 20)}, {at(1, 20, 30), at(1, 21, 0)}, {at(3, 20, 0), at(3, 20, 40)}}},
		{"shorter sessions than a sitting", Need{Hands: 100 * m, Sitting: 90 * m}, nil, at(1, 12, 0), []Span{{at(1, 20, 0), at(1, 21, 0)}, {at(2, 20, 0), at(2, 20, 40)}}},
	} {
		c := New(short, monday)
		for _, b := range tc.booked {
			c.Book(b.From, Need{Hands: b.Length()})
		}
		start, ok := c.Slot(tc.from, tc.need)
		if got := c.Sittings(start, tc.need); !ok || !slices.Equal(got, tc.want) {
			t.Errorf("%s: %v, want %v", tc.name, got, tc.want)
		}
		if room, ok := New(short, monday).Room(tc.from, tc.need); !ok || tc.booked == nil && !room.Equal(start) {
			t.Errorf("%s: room %v, slot %v", tc.name, room, start)
		}
	}
	whole := Need{Hands: 61 * m}
	if _, ok := New(short, monday).Slot(at(1, 12, 0), whole); ok {
		t.Error("work that can't be broken off fits into no session")
	}
	for hands, want := range map[time.Duration]bool{40 * time.Hour: true, 40*time.Hour + m: false} {
		if _, ok := New(short, monday).Slot(at(1, 12, 0), Need{Hands: hands, Sitting: 20 * m}); ok != want {
			t.Errorf("%v on evenings of an hour: %v", hands, ok)
		}
	}
	club := short
	club.Evenings[0].Second = true
	c := New(club, monday)
	c.Book(at(1, 20, 0), Need{Hands: 60 * m})
	c.Book(at(1, 20, 30), Need{Hands: 10 * m})
	need := Need{Hands: 70 * m, Sitting: 20 * m}
	if start, _ := c.Slot(at(1, 12, 0), need); !slices.Equal(c.Sittings(start, need), []Span{{at(1, 20, 0), at(1, 20, 30)}, {at(1, 20, 40), at(1, 21, 0)}, {at(2, 20, 0), at(2, 20, 20)}}) {
		t.Errorf("with a second pair of hands: %v", c.Sittings(start, need))
	}
	shut := New(Bench{Evenings: []Evening{{}}}, monday)
	if _, ok := shut.Slot(at(1, 12, 0), need); ok {
		t.Error("a bench that is never open has room")
	}
	if got := shut.Sittings(at(1, 12, 0), need); !slices.Equal(got, []Span{{at(1, 12, 0), at(1, 13, 10)}}) {
		t.Errorf("where there is no session it runs over: %v", got)
	}
}

// Against every minute: sittings lie in sessions, beside what is booked, pass over no stretch that is worth beginning for and come to all of the work.
func TestSittingsAgainstBruteForce(t *testing.T) {
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 7))
		bench := Bench{Evenings: []Evening{{Days: [7]bool{true, true, true, true, true, true, true}, From: 20 * time.Hour, To: 20*time.Hour + time.Duration(30+r.IntN(40))*time.Minute}}}
		c := New(bench, monday)
		busy := map[time.Time]bool{}
		for range 6 {
			from, long := at(1+r.IntN(4), 20, r.IntN(60)), 5+r.IntN(25)
			c.Book(from, Need{Hands: time.Duration(long) * time.Minute})
			for i := range long {
				busy[from.Add(time.Duration(i)*time.Minute)] = true
			}
		}
		need := Need{Hands: time.Duration(71+r.IntN(90)) * time.Minute, Sitting: time.Duration(10+r.IntN(20)) * time.Minute}
		free := func(t time.Time) bool { return c.InSession(Span{t, t.Add(time.Minute)}) && !busy[t] }
		var want []Span
		left := int(need.Hands.Minutes())
		for m := at(1, 12, 0); left > 0; {
			n := 0
			for n < left && free(m.Add(time.Duration(n)*time.Minute)) {
				n++
			}
			if n >= min(left, int(need.Sitting.Minutes())) {
				want = append(want, Span{m, m.Add(time.Duration(n) * time.Minute)})
				left -= n
			}
			m = m.Add(time.Duration(max(n, 1)) * time.Minute)
		}
		start, ok := c.Slot(at(1, 12, 0), need)
		if got := c.Sittings(start, need); !ok || !slices.Equal(got, want) {
			t.Fatalf("seed %d, %v: %v, want %v", seed, need, got, want)
		}
	}
}

// What is wet stands in a place of its own until it is dry: with all of them taken a coat waits, whatever of its own piece stands there already.
func TestRacks(t *testing.T) {
	const m = time.Minute
	coat := func(piece string, dries time.Duration) Need { return Need{Hands: 10 * m, Piece: piece, Dries: dries} }
	racks := func(n int) *Calendar {
		b := evenings(time.UTC)
		b.Racks = n
		return New(b, monday)
	}
	for _, tc := range []struct {
		name  string
		racks int
		need  Need
		waits int // minutes past 20:20
	}{
		{"one place, the same piece", 1, coat("wing", 30*m), 0},
		{"one place, another", 1, coat("hull", 30*m), 70},
		{"one place, nothing wet", 1, Need{Hands: 10 * m, Piece: "hull"}, 0},
		{"two places, another", 2, coat("hull", 30*m), 0},
		{"nobody counts", 0, coat("hull", 30*m), 0},
	} {
		c := racks(tc.racks)
		c.Book(at(1, 20, 0), coat("wing", 30*m))
		c.Book(at(1, 20, 10), coat("wing", 70*m)) // until 21:30
		got, ok := c.Slot(at(1, 20, 20), tc.need)
		if want := at(1, 20, 20).Add(time.Duration(tc.waits) * m); !ok || !got.Equal(want) || !c.Free(want, tc.need) || !c.Stands(at(1, 20, 20), tc.need).Equal(want) {
			t.Errorf("%s: at %v, want %v", tc.name, got, want)
		}
		if tc.waits > 0 && c.Free(at(1, 21, 29), tc.need) {
			t.Errorf("%s: a minute before it is dry there is room", tc.name)
		}
	}
	c := racks(2)
	c.Book(at(1, 19, 30), coat("wing", 100*m)) // until 21:20
	c.Book(at(1, 21, 0), coat("tail", 60*m))   // 21:00 to 22:10
	for _, tc := range []struct {
		dries time.Duration
		want  time.Time
	}{{50 * m, at(1, 20, 0)}, {51 * m, at(1, 21, 20)}} { // both stand from 21:00 to 21:20
		if got := c.Stands(at(1, 20, 0), coat("hull", tc.dries)); !got.Equal(tc.want) {
			t.Errorf("wet for %v it stands from %v, want %v", tc.dries, got, tc.want)
		}
	}
	c = racks(1)
	c.Book(at(1, 12, 0), Need{Piece: "done", Dries: 9 * time.Hour})
	if !c.Free(at(1, 20, 0), Need{Hands: m}) {
		t.Error("what stands wet has the hands")
	}
	if got, _ := c.Slot(at(1, 20, 0), coat("hull", m)); !got.Equal(at(1, 21, 0)) {
		t.Errorf("beside what was laid before it begins %v", got)
	}
}
