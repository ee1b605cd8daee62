package timeline

import (
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/climate"
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

func TestSpans(t *testing.T) {
	within := hours(10, 20)[0]
	damp := climate.Air{TemperatureC: 21, Humidity: 0.9}
	air := climate.Of(climate.Piece{From: hours(0, 1)[0].From, Air: climate.Room}, climate.Piece{From: hours(12, 13)[0].From, Air: damp}, climate.Piece{From: hours(15, 16)[0].From, Air: climate.Room})
	for _, tc := range []struct {
		name string
		got  Spans
		want []schedule.Span
	}{
		{"always", Always(within), hours(10, 20)},
		{"since before it", Since(hours(5, 6)[0].From, within), hours(10, 20)},
		{"since within it", Since(hours(14, 15)[0].From, within), hours(14, 20)},
		{"since after it", Since(hours(20, 21)[0].From, within), nil},
		{"outside of nothing", Outside(within), hours(10, 20)},
		{"outside of a stretch in the middle", Outside(within, hours(12, 14)...), hours(10, 12, 14, 20)},
		{"outside of one over its beginning and one over its end", Outside(within, hours(8, 12, 18, 25)...), hours(12, 18)},
		{"outside of two that overlap", Outside(within, hours(11, 15, 13, 16)...), hours(10, 11, 16, 20)},
		{"outside of all of it", Outside(within, hours(9, 30)...), nil},
		{"outside of an empty stretch", Outside(within, hours(12, 12)...), hours(10, 20)},
		{"while the air is dry", While(air, within, func(a climate.Air) bool { return a.Humidity < 0.8 }), hours(10, 12, 15, 20)},
		{"while it is damp", While(air, within, func(a climate.Air) bool { return a.Humidity > 0.8 }), hours(12, 15)},
	} {
		var got []schedule.Span
		for s := range tc.got {
			got = append(got, s)
		}
		if !slices.EqualFunc(got, tc.want, func(a, b schedule.Span) bool { return a.From.Equal(b.From) && a.To.Equal(b.To) }) {
			t.Errorf("%s: %v, want %v", tc.name, got, tc.want)
		}
	}
}

// Hours that are good, bad and good again are all met; the first is found to the minute.
func TestHourly(t *testing.T) {
	within := hours(0, 40)[0]
	bad := hours(5, 9)[0]
	var open time.Duration
	for s := range Hourly(within, func(t time.Time) bool { return t.Before(bad.From) || !t.Before(bad.To) }) {
		if s.From.Before(bad.To) && s.To.After(bad.From.Add(time.Hour)) && !s.From.Before(bad.From) {
			t.Errorf("%v is taken for good", s)
		}
		open += s.To.Sub(s.From)
	}
	if open < 35*time.Hour || open > 37*time.Hour {
		t.Errorf("%v are open, want about 36 h", open)
	}
}

// Rules with open spans that exclude each other leave no moment; those that meet leave the first of the meeting.
func TestFirst(t *testing.T) {
	rule := func(open ...int) *Rule {
		return &Rule{Open: func(_ *Site, within schedule.Span) Spans {
			closed := hours(0, open[0])
			for i := 1; i+1 < len(open); i += 2 {
				closed = append(closed, hours(open[i], open[i+1])...)
			}
			return Outside(within, append(closed, hours(open[len(open)-1], 10000)...)...)
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
			list = append(list, &Rule{ID: "r", Open: func(_ *Site, within schedule.Span) Spans {
				*asked++
				return func(yield func(schedule.Span) bool) {
					for _, s := range spans {
						cut := schedule.Span{From: Later(s.From, within.From), To: earliest(s.To, within.To)}
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
	first := &Rule{ID: "always", Open: func(_ *Site, within schedule.Span) Spans { return Always(within) }}
	late := &Rule{ID: "late", Open: func(_ *Site, within schedule.Span) Spans { return Since(hour(9), within) }}
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
