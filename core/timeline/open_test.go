package timeline

import (
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
)

// hours turns pairs of hours into spans.
func hours(pairs ...int) []schedule.Span {
	at := func(h int) time.Time {
		return time.Date(2027, 3, 1, 0, 0, 0, 0, time.UTC).Add(time.Duration(h) * time.Hour)
	}
	var all []schedule.Span
	for i := 0; i < len(pairs); i += 2 {
		all = append(all, schedule.Span{From: at(pairs[i]), To: at(pairs[i+1])})
	}
	return all
}

// Rules with open spans that exclude each other leave no moment; those that meet leave the first of the meeting.
func TestFirst(t *testing.T) {
	rule := func(open ...int) *Rule {
		return &Rule{Open: func(_ *Site, within schedule.Span) schedule.Spans {
			closed := hours(0, open[0])
			for i := 1; i+1 < len(open); i += 2 {
				closed = append(closed, hours(open[i], open[i+1])...)
			}
			return schedule.Outside(within, append(closed, hours(open[len(open)-1], 10000)...)...)
		}}
	}
	from := hours(0, 1)[0].From
	for _, tc := range []struct {
		name string
		list []*Rule
		want int // hours; below 0 for none
	}{
		{"one", []*Rule{rule(3, 8)}, 3},
		{"two that overlap", []*Rule{rule(3, 8), rule(5, 12)}, 5},
		{"two that meet only the second time", []*Rule{rule(3, 5, 9, 14), rule(6, 12)}, 9},
		{"three", []*Rule{rule(3, 5, 9, 14), rule(6, 12), rule(10, 11)}, 10},
		{"two that never meet", []*Rule{rule(3, 5), rule(6, 12)}, -1},
		{"none", nil, 0},
	} {
		got, ok := (&Site{Plan: &route.Plan{}}).First(tc.list, from)
		if ok != (tc.want >= 0) || ok && got.Sub(from) != time.Duration(tc.want)*time.Hour {
			t.Errorf("%s: %v %v, want %d h", tc.name, got.Sub(from), ok, tc.want)
		}
	}
}

// A site that has been asked before answers as one that has not, in whatever order the moments come.
func TestFirstRemembers(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 7))
	begin := time.Date(2027, 3, 1, 0, 0, 0, 0, time.UTC)
	hour := func(n int) time.Time { return begin.Add(time.Duration(n) * time.Hour) }
	remembered := 0
	for range 300 {
		var list []*Rule
		for range 1 + r.IntN(4) {
			var spans []schedule.Span
			for from := r.IntN(20); from < 400; from += 1 + r.IntN(40) {
				to := from + 1 + r.IntN(60)
				spans = append(spans, schedule.Span{From: hour(from), To: hour(to)})
				from = to
			}
			asked := new(int)
			list = append(list, &Rule{ID: "r", Open: func(_ *Site, within schedule.Span) schedule.Spans {
				*asked++
				return func(yield func(schedule.Span) bool) {
					for _, s := range spans {
						cut := schedule.Span{From: clock.Later(s.From, within.From), To: clock.Earlier(s.To, within.To)}
						if cut.From.Before(cut.To) && !yield(cut) {
							return
						}
					}
				}
			}})
		}
		site := &Site{Plan: &route.Plan{}}
		for range 20 {
			from := hour(r.IntN(350))
			if k, knows := site.known[&list[0]]; knows && !from.Before(k.from) && from.Before(k.until) {
				remembered++
			}
			got, ok := site.First(list, from)
			want, wanted := (&Site{Plan: &route.Plan{}}).First(list, from)
			if ok != wanted || !got.Equal(want) {
				t.Fatalf("from %v: %v %v, asked anew %v %v", from, got, ok, want, wanted)
			}
		}
	}
	first := &Rule{ID: "always", Open: func(_ *Site, within schedule.Span) schedule.Spans { return schedule.Always(within) }}
	late := &Rule{ID: "late", Open: func(_ *Site, within schedule.Span) schedule.Spans { return schedule.Since(hour(9), within) }}
	site := &Site{Plan: &route.Plan{}}
	for range 2 { // two lists that begin with the same rule are two lists
		for want, list := range map[int][]*Rule{0: {first}, 9: {first, late}} {
			if got, ok := site.First(list, hour(0)); !ok || !got.Equal(hour(want)) {
				t.Errorf("%d rules: %v %v, want %v", len(list), got, ok, hour(want))
			}
		}
	}
	if remembered < 200 {
		t.Errorf("only %d answers were remembered", remembered)
	}
}
