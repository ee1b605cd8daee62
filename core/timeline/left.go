package timeline

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/stack"
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
		soft := 0.0
		if remover := wipe.Wets(); remover != nil {
			soft = stack.Soften(&film.Course, remover, at)
		}
		return wash.Left(film.Film.Thickness(), on, wipe.Cloth, route.Strokes(wipe.Stroke), soft, film.Hard(at))
	}
	return 1
}
