package timeline

import (
	"context"
	"iter"
	"slices"

	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
)

// Again lays a plan out anew of which one zone has changed, from its step first on: what had been taken before that was placed stays, and the rest is laid out
// as it would be by Lay. The zones must stand in plan as they do in tl's own, with the same bench, air and clock, and nothing may be pinned, started or done otherwise but in the
// changed steps. It returns ctx's error as soon as ctx ends, between two steps.
func (tl *Timeline) Again(ctx context.Context, plan *route.Plan, zone, first int) (*Timeline, error) {
	out := begin(plan, tl.Rules, tl.booked)
	if out.From.Equal(tl.From) && !repins(tl.Lines[zone].Zone.Steps[first:], plan.Zones[zone].Steps[first:]) {
		for _, i := range tl.order {
			if first == len(out.Lines[zone].Steps) {
				break // from here on it is another plan
			}
			out.retake(i, tl.Lines[i])
		}
	}
	return out, out.lay(ctx)
}

// repins reports whether any of the steps, before or after the change, is pinned, under way or done: that is booked before anything is laid out, so that all is laid out anew.
func repins(was, will []*route.Step) bool {
	fixed := func(s *route.Step) bool { return !s.At.IsZero() || !s.Started.IsZero() || !s.Done.IsZero() }
	return slices.ContainsFunc(was, fixed) || slices.ContainsFunc(will, fixed)
}

// retake puts the line's next step where it was.
func (tl *Timeline) retake(line int, was *Line) {
	l := tl.Lines[line]
	p := was.Steps[len(l.Steps)]
	p.Step = l.Zone.Steps[len(l.Steps)]
	if _, _, fixed := tl.fixed(l.Zone, p.Step); !fixed {
		p.book(tl.Calendar, tl.NeedOf(l.Zone, p.Step))
	}
	l.push(tl.Plan, p)
	tl.order = append(tl.order, line)
}

// Around lays only the changed zone out, all others left where they are, and yields the place of each changed step as soon as it lies there. It costs what is
// laid, not what the plan is long. It asks of plan what Again does. The timeline's finish is that of the plan before.
func (tl *Timeline) Around(plan *route.Plan, zone, first int) iter.Seq2[*Timeline, int] {
	was := tl.Lines[zone]
	out := &Timeline{
		Plan: plan, From: tl.From, began: tl.began, Rules: tl.Rules, booked: tl.booked, Finish: tl.Finish,
		Lines: slices.Clone(tl.Lines), Calendar: tl.without(was, first),
	}
	line := newLine(plan, plan.Zones[zone])
	out.Lines[zone] = line
	for k, p := range was.Steps[:first] {
		p.Step = line.Zone.Steps[k]
		line.push(plan, p)
	}
	for _, s := range line.Zone.Steps[first:] {
		if start, need, fixed := out.fixed(line.Zone, s); fixed && s.Done.IsZero() {
			out.keep(start, need)
		}
	}
	return func(yield func(*Timeline, int) bool) {
		for i := first; i < len(line.Zone.Steps); i++ {
			if i == len(line.Steps) {
				out.take(zone, out.offered(line))
			}
			if !yield(out, i) {
				return
			}
		}
	}
}

// Same reports whether a line lies as another does, step for step: what was found about it holds for it too, but for what looks at other zones.
func (l *Line) Same(other *Line) bool {
	return slices.EqualFunc(l.Steps, other.Steps, func(a, b Placed) bool {
		return a.Step.ID == b.Step.ID && a.Start.Equal(b.Start) && a.End.Equal(b.End) && a.Asked.Equal(b.Asked) && a.NoRoom == b.NoRoom &&
			slices.EqualFunc(a.Sittings, b.Sittings, func(x, y schedule.Span) bool { return x.From.Equal(y.From) && x.To.Equal(y.To) })
	})
}
