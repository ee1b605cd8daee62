package timeline

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/wash"
)

// Left returns the share of its wash that the line's wipe, its step i, leaves on the open surface, 0 to 1.
func (l *Line) Left(i int) float64 {
	p := l.Steps[i]
	return l.LeftBy(p.Step, p.On, p.Start)
}

// LeftBy returns the share of its wash that a wipe would leave on a surface at a moment, 0 to 1.
func (l *Line) LeftBy(wipe *route.Step, on coating.Texture, at time.Time) float64 {
	for i := range l.Films {
		film := &l.Films[i]
		if wipe.Wiped == nil || film.Step != wipe.Wiped.ID {
			continue
		}
		return wash.LeftOf(&film.Course, on, wipe.Cloth, route.Strokes(wipe.Stroke), wipe.Wets(), at)
	}
	return 1
}
