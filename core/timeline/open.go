package timeline

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/schedule"
	"inkysparrow/core/verdict"
)

// open returns the first span of within in which a step may begin by a rule.
func (r *Rule) open(s *Site, within schedule.Span) (schedule.Span, bool) {
	for span := range r.Open(s, within) {
		return span, true
	}
	return schedule.Span{}, false
}

// Holds reports whether the step may begin at moment by the rule.
func (r *Rule) Holds(s *Site, moment time.Time) bool {
	if r.Odds != nil {
		return r.Odds(s, moment).Grade() < chance.Flaw
	}
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

// First returns the first moment from from on, within verdict.Patience, at which the step may begin by every rule of list: each moves it on to its
// next open span until none does any more.
//
// Where the air never changes, what was found once answers later questions too: a step that waits for hands is asked about again and again. Nothing
// holds between where it was asked from and what was found; after that it may, which is looked at anew.
func (s *Site) First(list []*Rule, from time.Time) (time.Time, bool) {
	if len(list) == 0 {
		return from, true
	}
	if k, ok := s.known[&list[0]]; ok && !from.Before(k.from) && (!from.After(k.at) || from.Before(k.until) && s.Holds(list, from)) {
		return clock.Later(from, k.at), true
	}
	within := schedule.Span{From: from, To: from.Add(verdict.Patience)}
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
			until = clock.Earlier(until, open.To)
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

// possible returns those of list that hold at some moment from from on within verdict.Patience: one that never does, such as a wash over bare
// decals, is told and must not make the step forget the films that only want waiting for.
func (s *Site) possible(list []*Rule, from time.Time) (some []*Rule) {
	for _, r := range list {
		if _, ok := r.open(s, schedule.Span{From: from, To: from.Add(verdict.Patience)}); ok {
			some = append(some, r)
		}
	}
	return some
}
