package schedule

import (
	"slices"
	"testing"
	"time"

	"inkysparrow/core/climate"
)

// hours turns pairs of hours into spans.
func hours(pairs ...int) []Span {
	at := func(h int) time.Time {
		return time.Date(2027, 3, 1, 0, 0, 0, 0, time.UTC).Add(time.Duration(h) * time.Hour)
	}
	var all []Span
	for i := 0; i < len(pairs); i += 2 {
		all = append(all, Span{From: at(pairs[i]), To: at(pairs[i+1])})
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
		want []Span
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
		var got []Span
		for s := range tc.got {
			got = append(got, s)
		}
		if !slices.EqualFunc(got, tc.want, func(a, b Span) bool { return a.From.Equal(b.From) && a.To.Equal(b.To) }) {
			t.Errorf("%s: %v, want %v", tc.name, got, tc.want)
		}
		for range tc.got { // nothing more is offered to who has seen enough
			break
		}
	}
}

// What turns good is found to the minute and at once where it is good already; a short good stretch is met by the hour, and none where there is none.
func TestTurns(t *testing.T) {
	within := hours(0, 60)[0]
	good := func(from, to time.Duration) func(time.Time) bool {
		return func(t time.Time) bool { d := t.Sub(within.From); return d >= from && d < to }
	}
	const never = 1000 * time.Hour
	for _, tc := range []struct {
		name string
		got  Spans
		want time.Duration // after the beginning; below 0 for not at all
	}{
		{"always", Once(within, good(0, never)), 0},
		{"once", Once(within, good(30*time.Hour+7*time.Minute, never)), 30*time.Hour + 7*time.Minute},
		{"in the last minutes", Once(within, good(60*time.Hour-5*time.Minute, never)), 60*time.Hour - 5*time.Minute},
		{"not any more within it", Once(within, good(60*time.Hour, never)), -1},
		{"for fifty minutes, by the hour", Hourly(within, good(30*time.Hour+20*time.Minute, 31*time.Hour+10*time.Minute)), 30*time.Hour + 20*time.Minute},
		{"never, by the hour", Hourly(within, good(never, never)), -1},
	} {
		at, ok := tc.got.First()
		if late := at.Sub(within.From) - tc.want; ok != (tc.want >= 0) || ok && (late < 0 || late > time.Minute || tc.want == 0 && late > 0) {
			t.Errorf("%s: at %v (%v), want %v", tc.name, at.Sub(within.From), ok, tc.want)
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
