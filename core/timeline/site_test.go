package timeline

import (
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/schedule"
	"inkysparrow/core/verdict"
)

func TestSearch(t *testing.T) {
	from := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	r := rand.New(rand.NewPCG(4, 2))
	for range 300 {
		edge := from.Add(time.Duration(r.Int64N(int64(verdict.Patience + 10*24*time.Hour))))
		got, ok := searched(from, r.IntN(2) == 0, func(at time.Time) bool { return !at.Before(edge) })
		switch {
		case edge.After(from.Add(verdict.Patience)) && ok:
			t.Errorf("found %v although it holds only from %v", got, edge)
		case !edge.After(from.Add(verdict.Patience)) && (!ok || got.Before(edge) || got.Sub(edge) > time.Minute):
			t.Errorf("found %v (%v), it holds from %v", got, ok, edge)
		}
	}
	if got, ok := searched(from, false, func(time.Time) bool { return true }); !ok || !got.Equal(from) {
		t.Errorf("what holds already is found at %v", got)
	}
	gap := from.Add(50 * time.Hour) // changing air: safe for an hour, then not for a day
	holds := func(at time.Time) bool {
		d := at.Sub(gap)
		return d >= 0 && (d < 90*time.Minute || d > 24*time.Hour)
	}
	if got, ok := searched(from, true, holds); !ok || !holds(got) || got.Sub(gap) > time.Minute {
		t.Errorf("in changing air %v was found, want the first hour that holds, from %v", got, gap)
	}
}

// searched finds the first open moment of a rule that has only to hold.
func searched(from time.Time, changing bool, holds func(time.Time) bool) (time.Time, bool) {
	within := schedule.Span{From: from, To: from.Add(verdict.Patience + 1)}
	spans := schedule.Once(within, holds)
	if changing {
		spans = schedule.Hourly(within, holds)
	}
	for s := range spans {
		return s.From, true
	}
	return time.Time{}, false
}
