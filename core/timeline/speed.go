package timeline

import (
	"slices"

	"inkysparrow/core/cure"
	"inkysparrow/core/stack"
)

// With returns the site as it would be if the films below came of products of another speed. The touch is unchanged.
func (s *Site) With(speed cure.Speed) *Site {
	if speed == cure.Usual {
		return s
	}
	other := *s
	other.Below = make(stack.Stack, len(s.Below))
	line := *s.Line
	line.Ready, line.TouchDry = slices.Clone(line.Ready), slices.Clone(line.TouchDry)
	for i, l := range s.Below {
		other.Below[i] = stack.Lay(l.Step, speed.At(l.Film), s.Plan.Air)
		line.Ready[i], line.TouchDry[i] = other.Below[i].Ready(), other.Below[i].TouchDry()
	}
	line.Films = other.Below
	other.own.known = false
	line.next, other.Line, other.known, other.asks = nil, &line, nil, nil
	return &other
}
