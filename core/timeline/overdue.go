package timeline

import (
	"context"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/verdict"
)

// Overdue is a step whose time has passed though nobody began or did it.
type Overdue struct {
	Zone       *route.Zone
	Step       *route.Step
	Start, End time.Time // that the plan gave it, before it passed
}

// Overdue returns the steps that should have been done by the plan's Now, in the order in which they should have been. What should have been is
// the plan laid out as if there were no clock: from what was done last, or from where the rest was last laid out anew. It returns ctx's error
// where ctx ends first. next is when one more step would be overdue, zero for never.
func (tl *Timeline) Overdue(ctx context.Context) (all []Overdue, next time.Time, err error) {
	now := tl.Plan.Now
	if now.IsZero() {
		return nil, next, nil
	}
	promised := *tl.Plan
	promised.Now = time.Time{}
	was, err := LayContext(ctx, &promised, tl.Rules, tl.booked...)
	if err != nil {
		return nil, next, err
	}
	for _, l := range was.Lines {
		for _, p := range l.Steps {
			switch {
			case !p.Step.Done.IsZero() || !p.Step.Started.IsZero():
			case !p.End.After(now):
				all = append(all, Overdue{l.Zone, p.Step, p.Start, p.End})
			case next.IsZero() || p.End.Before(next):
				next = p.End
			}
		}
	}
	slices.SortStableFunc(all, func(a, b Overdue) int { return a.End.Compare(b.End) })
	return all, next, nil
}

// Holds returns until when the plan is laid out the same, whatever the time is by then: until the first step that is neither done nor fixed
// begins, or the first pinned one has passed. What is under way grows with the clock, so it moves on at grain; grain is also the least that is
// returned after Now.
func (tl *Timeline) Holds(grain time.Duration) time.Time {
	now := tl.Plan.Now
	until := now.Add(verdict.Patience)
	for _, l := range tl.Lines {
		for _, p := range l.Steps {
			switch s := p.Step; {
			case !s.Done.IsZero():
			case !s.Started.IsZero():
				until = clock.Earlier(until, clock.Later(p.End, now))
			case l.Zone.Fixed(s, now):
				until = clock.Earlier(until, p.End)
			default:
				until = clock.Earlier(until, p.Start)
			}
		}
	}
	return clock.Later(until, now.Add(grain))
}
