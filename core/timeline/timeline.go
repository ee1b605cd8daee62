// Package timeline lays a plan out over the sessions of a bench: every step as early as it is safe and there is room.
//
// What "safe" means it is told: a Rule is a value with a function that finds fault with a Site, a step where it stands, and, where time
// can satisfy it, one that tells whether the step may begin at a moment. The rules themselves stand in core/rule; this package would lay
// a plan out with none.
package timeline

import (
	"context"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Last returns the step whose film is ready last.
func (tl *Timeline) Last() *route.Step {
	var last *route.Step
	var at time.Time
	for _, l := range tl.Lines {
		for _, p := range l.Steps {
			if t := clock.Later(p.End, p.Ready); last == nil || t.After(at) {
				last, at = p.Step, t
			}
		}
	}
	return last
}

// Timeline is a plan laid out over the sessions.
type Timeline struct {
	Plan   *route.Plan
	Lines  []*Line
	Finish time.Time // the last film is ready; zero for an empty plan
	From   time.Time // nothing is scheduled before it
	began  time.Time // the same, whatever the time is now

	Calendar *schedule.Calendar
	Rules    *Rules
	booked   []schedule.Booking
	order    []int // whose steps were taken, one after the other: places in Lines
}

// Lay lays a plan out by rules, around what booked keeps busy, such as other builds on the same bench: done and pinned steps where they are, every other one as early as it is safe and a session has room, in the
// order of its zone. Of the zones that wait, the one whose next step can begin first goes first.
func Lay(plan *route.Plan, rules *Rules, booked ...schedule.Booking) *Timeline {
	tl, err := LayContext(context.Background(), plan, rules, booked...)
	if err != nil {
		panic(err) // only a context that ends can stop it
	}
	return tl
}

// LayContext is Lay for somebody who may stop waiting: it returns ctx's error as soon as ctx ends, between two steps.
func LayContext(ctx context.Context, plan *route.Plan, rules *Rules, booked ...schedule.Booking) (*Timeline, error) {
	tl := begin(plan, rules, booked)
	return tl, tl.lay(ctx)
}

// begin returns a plan's timeline with nothing on it but what is fixed.
func begin(plan *route.Plan, rules *Rules, booked []schedule.Booking) *Timeline {
	tl := &Timeline{Plan: plan, From: clock.Later(plan.Start, plan.LaidFrom), Rules: rules, booked: booked}
	for _, z := range plan.Zones {
		tl.Lines = append(tl.Lines, newLine(plan, z))
		for _, s := range z.Steps {
			if s.Done.After(tl.From) {
				tl.From = s.Done
			}
		}
	}
	tl.began = tl.From
	tl.From = clock.Later(tl.From, plan.Now)
	tl.Calendar = tl.newCalendar()
	for _, z := range plan.Zones {
		for _, s := range z.Steps {
			if start, need, fixed := tl.fixed(z, s); fixed && s.Done.IsZero() {
				tl.keep(start, need)
			}
		}
	}
	return tl
}

// lay lays out what is not laid out yet.
func (tl *Timeline) lay(ctx context.Context) error {
	offers := make([]*offer, len(tl.Lines))
	for {
		if err := ctx.Err(); err != nil {
			return err
		}
		best := -1 // the zone that can begin first goes first: greedy, and good enough while hands, not films, are what there is least of
		for i, line := range tl.Lines {
			if len(line.Steps) == len(line.Zone.Steps) || tl.awaits(line) != nil {
				continue
			}
			if offers[i] == nil {
				offers[i] = tl.offered(line)
			}
			if best < 0 || offers[i].soonest.Before(offers[best].soonest) {
				best = i
			}
		}
		if best < 0 {
			break
		}
		// What was taken meanwhile can only put an offer off: one that no longer stands moves on to where there is room, and is made anew when it
		// would be next even so, and not before.
		if o := offers[best]; o.at < len(tl.order) && !o.stands(tl.Calendar) {
			if room, ok := tl.Calendar.Slot(o.soonest, o.needs[0]); ok && room.After(o.soonest) {
				o.soonest = room
			} else {
				offers[best] = tl.offered(tl.Lines[best])
			}
			continue
		}
		tl.take(best, offers[best])
		offers[best] = nil
	}
	tl.finished()
	return nil
}

// finished notes when the last film is ready.
func (tl *Timeline) finished() {
	for _, line := range tl.Lines {
		for _, p := range line.Steps {
			tl.Finish = clock.Later(tl.Finish, clock.Later(p.End, p.Ready))
		}
	}
}

// newLine returns the line of a zone with nothing laid out yet.
func newLine(plan *route.Plan, z *route.Zone) *Line {
	return &Line{
		Zone: z, Films: stack.On(plan.Air), TouchDry: make([]time.Time, 1), Ready: make([]time.Time, 1),
		medium: make([]int, 1), by: make([]*route.Step, 1), tones: []route.Tones{route.Bare()},
	}
}

// offered makes the offer of the line's next step.
func (tl *Timeline) offered(line *Line) *offer {
	o := tl.offer(line, tl.Calendar, false, tl.from(line))
	o.at, o.soonest = len(tl.order), o.placed[0].Start
	return &o
}

// newCalendar returns the bench with only what is booked from outside, and what was laid and stands drying.
func (tl *Timeline) newCalendar() *schedule.Calendar {
	c := schedule.New(tl.Plan.Bench, tl.From)
	for _, b := range tl.booked {
		c.Book(b.Start, b.Need)
	}
	for _, b := range Wet(tl.Plan) {
		c.Book(b.Start, b.Need)
	}
	return c
}

// NeedOf returns what a step keeps busy, and for how long.
func (tl *Timeline) NeedOf(z *route.Zone, s *route.Step) schedule.Need {
	return schedule.Need{Hands: z.Attended(s), Cup: tl.Plan.Cup(s), Sitting: s.Sitting(), Piece: z.Part, Dries: wet(tl.Plan, s, tl.From)}
}

// fixed returns when a step is done, and for how long, where that is not the schedule's to say: it was done, is under way, or is pinned to a
// time that has not passed. What is under way lasts until now at least; what is broken off goes on in the next session.
func (tl *Timeline) fixed(z *route.Zone, s *route.Step) (start time.Time, need schedule.Need, ok bool) {
	need = tl.NeedOf(z, s)
	took := func(hands time.Duration) schedule.Need {
		return schedule.Need{Hands: hands, Cup: need.Cup, Piece: need.Piece, Dries: need.Dries}
	}
	switch now := tl.Plan.Now; {
	case !s.Done.IsZero() && !s.Started.IsZero() && s.Started.Before(s.Done):
		return s.Started, took(s.Done.Sub(s.Started)), true
	case !s.Done.IsZero():
		return s.Done.Add(-need.Hands), took(need.Hands), true
	case !s.Started.IsZero():
		if spans := tl.sittings(s.Started, need); len(spans) == 1 || !spans[len(spans)-1].To.After(now) {
			need = took(max(need.Hands, now.Sub(s.Started)))
		}
		return s.Started, need, true
	case z.Fixed(s, now):
		return s.At, need, true
	}
	return time.Time{}, need, false
}

// sittings returns the stretches of work whose start is not the schedule's to say: through the sessions from there on where it has to be broken off, whatever else is booked.
func (tl *Timeline) sittings(start time.Time, need schedule.Need) []schedule.Span {
	if need.Sitting > 0 && need.Hands > tl.Calendar.Longest() {
		if spans := schedule.New(tl.Plan.Bench, start).Sittings(start, need); spans[0].From.Equal(start) {
			return spans
		}
	}
	return []schedule.Span{{From: start, To: start.Add(need.Hands)}}
}

// keep books work whose start is not the schedule's to say.
func (tl *Timeline) keep(start time.Time, need schedule.Need) {
	var p Placed
	p.seat(tl.sittings(start, need))
	p.book(tl.Calendar, need)
}

// awaits returns a zone that has to be done before the line's next step, a join, can be laid out; nil for none.
func (tl *Timeline) awaits(line *Line) *route.Zone {
	next := line.Zone.Steps[len(line.Steps)]
	if len(next.Joins) == 0 {
		return nil
	}
	for _, other := range tl.Lines {
		if other != line && slices.Contains(next.Joins, other.Zone.Part) && len(other.Steps) < len(other.Zone.Steps) {
			return other.Zone
		}
	}
	return nil
}

// from returns from when on the line's next step can be done: after the one before it, and for a join when all that it joins is
// touch-dry, since it is held there.
func (tl *Timeline) from(line *Line) time.Time {
	t := clock.Later(line.after(tl), line.Zone.Steps[len(line.Steps)].After)
	for _, other := range tl.Joined(line.Zone.Steps[len(line.Steps)]) {
		t = clock.Later(t, other.Free())
	}
	return t
}

// Joined returns the lines of the parts that a step joins.
func (tl *Timeline) Joined(s *route.Step) []*Line {
	if len(s.Joins) == 0 {
		return nil
	}
	var all []*Line
	for _, l := range tl.Lines {
		if l.Zone.Part != "" && slices.Contains(s.Joins, l.Zone.Part) {
			all = append(all, l)
		}
	}
	return all
}

// Placed returns a step with its times.
func (tl *Timeline) Placed(step string) (*Placed, bool) {
	for _, l := range tl.Lines {
		for i := range l.Steps {
			if l.Steps[i].Step.ID == step {
				return &l.Steps[i], true
			}
		}
	}
	return nil, false
}

// StartOf returns when a step begins.
func (tl *Timeline) StartOf(step string) (time.Time, bool) {
	if p, ok := tl.Placed(step); ok {
		return p.Start, true
	}
	return time.Time{}, false
}
