package schedule

import (
	"iter"
	"slices"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/clock"
)

// Why spans and not a yes or no: asked whether it may begin at a moment, a rule gives no hint where to look next, and a search has to probe
// it, every hour of a month in changing air, for every step. Most rules know: a film is hard enough from a moment on that the course of its
// hardening gives exactly, damp air ends where the record of the room says so. Only the bite, whose contact is longer in the cold, still has
// to be probed.

// Spans are stretches of time in order, none of them before the one in front of it; they may touch.
type Spans iter.Seq[Span]

// Always returns all of within.
func Always(within Span) Spans { return Since(within.From, within) }

// Since returns what of within lies at or after a moment: what a film asks for that only has to be hard or dry enough.
func Since(moment time.Time, within Span) Spans {
	return func(yield func(Span) bool) {
		if from := clock.Later(moment, within.From); from.Before(within.To) {
			yield(Span{From: from, To: within.To})
		}
	}
}

// Outside returns what of within lies outside of the closed stretches, which are in order.
func Outside(within Span, closed ...Span) Spans {
	return func(yield func(Span) bool) {
		from := within.From
		for _, c := range closed {
			if !c.To.After(from) || !c.To.After(c.From) {
				continue
			}
			if c.From.After(from) && !yield(Span{From: from, To: clock.Earlier(c.From, within.To)}) {
				return
			}
			if from = c.To; !from.Before(within.To) {
				return
			}
		}
		if from.Before(within.To) {
			yield(Span{From: from, To: within.To})
		}
	}
}

// InOrder returns the stretches sorted by their beginning.
func InOrder(spans []Span) []Span {
	slices.SortFunc(spans, func(a, b Span) int { return a.From.Compare(b.From) })
	return spans
}

// Once returns what of within lies after the moment at which holds turns true for good, found by doubling steps and halving back, to the
// minute. An earlier good stretch may be missed, never a bad one taken.
func Once(within Span, holds func(time.Time) bool) Spans {
	return func(yield func(Span) bool) {
		if t, ok := turns(within, firstStep, holds); ok {
			yield(Span{From: t, To: within.To})
		}
	}
}

// Hourly returns the hours of within that begin where holds: for what may turn good and bad again, such as a bite, whose contact is
// longer in a cold spell. The first of them is found to the minute.
func Hourly(within Span, holds func(time.Time) bool) Spans {
	return func(yield func(Span) bool) {
		for from := within.From; from.Before(within.To); {
			t, ok := turns(Span{From: from, To: within.To}, time.Hour, holds)
			if !ok {
				return
			}
			s := Span{From: t, To: clock.Earlier(t.Add(time.Hour), within.To)}
			if !yield(s) {
				return
			}
			from = s.To
		}
	}
}

// firstStep is the first stride of a search that doubles them.
const firstStep = 15 * time.Minute

// turns returns the first moment of within, to the minute, from which holds: strides double from a quarter of an hour up to most.
func turns(within Span, most time.Duration, holds func(time.Time) bool) (time.Time, bool) {
	if holds(within.From) {
		return within.From, true
	}
	last := within.To.Add(-1)
	bad, step := within.From, firstStep
	for bad.Before(last) {
		good := clock.Earlier(bad.Add(step), last)
		if !holds(good) {
			bad = good
			if step *= 2; most > firstStep {
				step = min(step, most)
			}
			continue
		}
		for good.Sub(bad) > time.Minute {
			if mid := bad.Add(good.Sub(bad) / 2); holds(mid) {
				good = mid
			} else {
				bad = mid
			}
		}
		return good, true
	}
	return time.Time{}, false
}

// While returns the stretches of within in which the air is good.
func While(air climate.Record, within Span, good func(climate.Air) bool) Spans {
	return func(yield func(Span) bool) {
		for s := range air.Within(within.From, within.To) {
			if good(s.Air) && !yield(Span{From: s.From, To: s.To}) {
				return
			}
		}
	}
}

// First returns the first moment of spans.
func (s Spans) First() (time.Time, bool) {
	for span := range s {
		return span.From, true
	}
	return time.Time{}, false
}
