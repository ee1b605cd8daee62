package timeline

import (
	"slices"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
)

// LaterStart returns when a pinned step could be done instead, everything else left where it is but for the rest of its zone.
func (tl *Timeline) LaterStart(line *Line, step *route.Step) (time.Time, bool) {
	i := slices.Index(line.Zone.Steps, step)
	part := line.upTo(i)
	o := tl.offer(part, tl.without(line, i), true, tl.from(part))
	p := o.placed[0]
	if p.NoRoom {
		return time.Time{}, false
	}
	return p.Start, true
}

// without returns the bench as it is booked but for a line's steps from the first on.
func (tl *Timeline) without(line *Line, first int) *schedule.Calendar {
	calendar := tl.newCalendar()
	for _, l := range tl.Lines {
		for k, p := range l.Steps {
			if (l != line || k < first) && p.Step.Done.IsZero() {
				p.book(calendar, tl.NeedOf(l.Zone, p.Step))
			}
		}
	}
	return calendar
}

// Try returns the sites of steps that would follow the first n of the line, laid out at their times; the line itself stays as it is.
func (l *Line) Try(tl *Timeline, plan *route.Plan, n int, placed ...Placed) []*Site {
	part := l.upTo(n)
	for _, p := range placed {
		part.push(plan, p)
	}
	var sites []*Site
	for i := range placed {
		p := part.Steps[n+i]
		s := &Site{
			Plan: plan, Zone: l.Zone, Step: p.Step, Index: n + i, Below: part.Films[:p.Below:p.Below], On: p.On, After: p.Start, Asked: p.Start, Start: p.Start, End: p.End,
			Timeline: tl, Line: part,
		}
		s.prepare()
		sites = append(sites, s)
	}
	return sites
}

// upTo returns the line with only its first n steps laid out.
func (l *Line) upTo(n int) *Line {
	below := len(l.Films)
	if n < len(l.Steps) {
		below = l.Steps[n].Below
	}
	return &Line{
		Zone: l.Zone, Steps: slices.Clip(l.Steps[:n]), Films: slices.Clip(l.Films[:below]),
		TouchDry: slices.Clip(l.TouchDry[:below]), Ready: slices.Clip(l.Ready[:below]), medium: slices.Clip(l.medium[:below]), by: slices.Clip(l.by[:below]), tones: slices.Clip(l.tones[:n+1]),
	}
}
