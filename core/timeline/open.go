package timeline

import (
	"iter"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/schedule"
)

// Why spans and not a yes or no: asked whether it may begin at a moment, a rule gives no hint where to look next, and a search has to probe
// it, every hour of a month in changing air, for every step. Most rules know: a film is hard enough from a moment on that the course of its
// hardening gives exactly, damp air ends where the record of the room says so. Only the bite, whose contact is longer in the cold, still has
// to be probed.

// Spans are stretches of time in order, none of them before the one in front of it; they may touch.
type Spans = iter.Seq[schedule.Span]

// Always returns all of within.
func Always(within schedule.Span) Spans { return Since(within.From, within) }

// Since returns what of within lies at or after a moment: what a film asks for that only has to be hard or dry enough.
func Since(moment time.Time, within schedule.Span) Spans {
	return func(yield func(schedule.Span) bool) {
		if from := Later(moment, within.From); from.Before(within.To) {
			yield(schedule.Span{From: from, To: within.To})
		}
	}
}

// Outside returns what of within lies outside of the closed stretches, which are in order.
func Outside(within schedule.Span, closed ...schedule.Span) Spans {
	return func(yield func(schedule.Span) bool) {
		from := within.From
		for _, c := range closed {
			if !c.To.After(from) || !c.To.After(c.From) {
				continue
			}
			if c.From.After(from) && !yield(schedule.Span{From: from, To: earliest(c.From, within.To)}) {
				return
			}
			if from = c.To; !from.Before(within.To) {
				return
			}
		}
		if from.Before(within.To) {
			yield(schedule.Span{From: from, To: within.To})
		}
	}
}

// Once returns what of within lies after the moment at which holds turns true for good, found by doubling steps and halving back, to the
// minute. An earlier good stretch may be missed, never a bad one taken.
func Once(within schedule.Span, holds func(time.Time) bool) Spans {
	return func(yield func(schedule.Span) bool) {
		if t, ok := turns(within, firstStep, holds); ok {
			yield(schedule.Span{From: t, To: within.To})
		}
	}
}

// Hourly returns the hours of within that begin where holds: for what may turn good and bad again, such as a bite, whose contact is
// longer in a cold spell. The first of them is found to the minute.
func Hourly(within schedule.Span, holds func(time.Time) bool) Spans {
	return func(yield func(schedule.Span) bool) {
		for from := within.From; from.Before(within.To); {
			t, ok := turns(schedule.Span{From: from, To: within.To}, time.Hour, holds)
			if !ok {
				return
			}
			s := schedule.Span{From: t, To: earliest(t.Add(time.Hour), within.To)}
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
func turns(within schedule.Span, most time.Duration, holds func(time.Time) bool) (time.Time, bool) {
	if holds(within.From) {
		return within.From, true
	}
	last := within.To.Add(-1)
	bad, step := within.From, firstStep
	for bad.Before(last) {
		good := earliest(bad.Add(step), last)
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
func While(air climate.Record, within schedule.Span, good func(climate.Air) bool) Spans {
	return func(yield func(schedule.Span) bool) {
		for s := range air.Within(within.From, within.To) {
			if good(s.Air) && !yield(schedule.Span{From: s.From, To: s.To}) {
				return
			}
		}
	}
}

// open returns the first span of within in which a step may begin by a rule.
func (r *Rule) open(s *Site, within schedule.Span) (schedule.Span, bool) {
	for span := range r.Open(s, within) {
		return span, true
	}
	return schedule.Span{}, false
}

// Holds reports whether the step may begin at moment by the rule.
func (r *Rule) Holds(s *Site, moment time.Time) bool {
	_, ok := r.open(s, schedule.Span{From: moment, To: moment.Add(1)})
	return ok
}

// Holds reports whether the step may begin at moment by all of list.
func (s *Site) Holds(list []*Rule, moment time.Time) bool {
	for _, r := range list {
		if !r.Holds(s, moment) {
			return false
		}
	}
	return true
}

// First returns the first moment from from on, within Patience, at which the step may begin by every rule of list: each moves it on to its
// next open span until none does any more.
//
// Where the air never changes, what was found once answers later questions too: a step that waits for hands is asked about again and again. Nothing
// holds between where it was asked from and what was found; after that it may, which is looked at anew.
func (s *Site) First(list []*Rule, from time.Time) (time.Time, bool) {
	if len(list) == 0 {
		return from, true
	}
	if k, ok := s.known[&list[0]]; ok && !from.Before(k.from) && (!from.After(k.at) || from.Before(k.until) && s.Holds(list, from)) {
		return Later(from, k.at), true
	}
	within := schedule.Span{From: from, To: from.Add(Patience)}
	until := within.To
	for settled := 0; settled < len(list); {
		for _, r := range list {
			open, ok := r.open(s, within)
			if !ok {
				return time.Time{}, false
			}
			if open.From.After(within.From) {
				within.From, until, settled = open.From, within.To, 0
			}
			until = earliest(until, open.To)
			if settled++; settled == len(list) {
				break
			}
		}
	}
	if !s.Plan.Air.Changes() {
		if s.known == nil {
			s.known = map[**Rule]knowledge{}
		}
		s.known[&list[0]] = knowledge{from, within.From, until}
	}
	return within.From, true
}
