package timeline

import (
	"slices"
	"time"

	"inkysparrow/core/route"
)

// LaterStart returns when a pinned step could be done instead, everything else left where it is but for the rest of its zone.
func (tl *Timeline) LaterStart(line *Line, step *route.Step) (time.Time, bool) {
	i := slices.Index(line.Zone.Steps, step)
	calendar := tl.newCalendar()
	for _, l := range tl.Lines {
		for k, p := range l.Steps {
			if l == line && k >= i || !p.Step.Done.IsZero() {
				continue
			}
			calendar.Book(p.Start, NeedOf(l.Zone, p.Step))
		}
	}
	part := line.upTo(i)
	o := tl.offer(part, calendar, true, tl.from(part))
	p := o.placed[0]
	if p.NoRoom {
		return time.Time{}, false
	}
	return p.Start, true
}

// upTo returns the line with only its first n steps laid out.
func (l *Line) upTo(n int) *Line {
	below := len(l.Films)
	if n < len(l.Steps) {
		below = l.Steps[n].Below
	}
	return &Line{
		Zone: l.Zone, Steps: slices.Clip(l.Steps[:n]), Films: slices.Clip(l.Films[:below]),
		TouchDry: slices.Clip(l.TouchDry[:below]), Ready: slices.Clip(l.Ready[:below]), latest: slices.Clip(l.latest[:below]), oily: slices.Clip(l.oily[:below]),
		solid: slices.Clip(l.solid[:below]), medium: slices.Clip(l.medium[:below]), by: slices.Clip(l.by[:below]), tones: slices.Clip(l.tones[:n+1]),
	}
}
