package web

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/look"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/wire"
)

// at is the zone at a moment, with the liquid of the chosen step, wherever that is planned; without a choice with that of the step that comes next.
func (j *judged) at(moment time.Time, zone, step string) (wire.Moment, bool) {
	i := slices.IndexFunc(j.checked.Lines, func(l *timeline.Line) bool { return l.Zone.ID == zone })
	if i < 0 {
		return wire.Moment{}, false
	}
	line := j.checked.Lines[i]
	m := wire.Moment{At: moment.UTC(), Clock: j.moment(moment), Session: j.sessionWords(moment), Air: j.air(moment), Zones: []wire.AtZone{}}
	subject := subjectOf(line, step, moment)
	m.Core = j.core(line, subject, moment)
	if subject < 0 && step != "" {
		m.Core.Words = "It is done. So the films lie at this moment."
	}
	if next := subjectOf(line, "", moment); next >= 0 {
		m.Next = line.Steps[next].Step.ID
	}
	m.Look = j.look(line, subject, moment)
	for _, l := range j.checked.Lines {
		m.Zones = append(m.Zones, wire.AtZone{ID: l.Zone.ID, Words: topWords(l, moment)})
	}
	return m, true
}

// subjectOf returns the place in the route of the step that the moment is about: the chosen one, so that it is told what it would do then; -1 once that was done. Without a choice it is
// the first that has not ended; -1 when all have.
func subjectOf(line *timeline.Line, step string, moment time.Time) int {
	if chosen := slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.Step.ID == step }); chosen >= 0 {
		if p := line.Steps[chosen]; !p.Step.Done.IsZero() && !p.End.After(moment) {
			return -1
		}
		return chosen
	}
	return slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.End.After(moment) })
}

func (j *judged) sessionWords(moment time.Time) string {
	for i, s := range j.sessions {
		name := "evening"
		if j.local(s.From).Hour() < 16 {
			name = "session"
		}
		switch {
		case moment.Before(s.From):
			return fmt.Sprintf("between sessions, next %s", j.moment(s.From))
		case moment.Before(s.To):
			return fmt.Sprintf("%s %d of %d, %s left", name, i+1, len(j.sessions), say.Bench(s.To.Sub(moment)))
		}
	}
	return "after the last session"
}

func (j *judged) air(moment time.Time) wire.Air {
	a := j.plan.Air.At(moment)
	out := wire.Air{TemperatureC: round(a.TemperatureC, 1), HumidityPct: round(100*a.Humidity, 0)}
	if d := a.DewPointC(); !math.IsInf(d, 0) {
		out.DewPointC = round(d, 1)
	}
	out.Words = fmt.Sprintf("%s, %.0f %% humidity, dew point %s", say.Celsius(a.TemperatureC, 1), 100*a.Humidity, say.Celsius(out.DewPointC, 1))
	return out
}

func topWords(l *timeline.Line, moment time.Time) string {
	for i := len(l.Films) - 1; i > 0; i-- {
		film := &l.Films[i]
		if film.Film.Laid.After(moment) {
			continue
		}
		s := film.At(moment)
		if !film.Film.Family.Mechanism.Hardens {
			return s.Phase.String()
		}
		return fmt.Sprintf("%s, %.0f %% hard", s.Phase, 100*float64(s.Hard))
	}
	return "bare plastic"
}

func (j *judged) look(line *timeline.Line, subject int, moment time.Time) wire.Look {
	n := subject
	if n < 0 {
		n = len(line.Steps)
	}
	l := wire.Look{Zone: line.Zone.ID, Title: "as it stands"}
	if shape, err := j.file.Shape(); err == nil {
		if k := shape.Zone(line.Zone.ID); k >= 0 {
			l.Drawn = shape.Shows(k)
		}
	}
	before := look.Of(line, n, moment)
	after := before
	if subject >= 0 {
		l.Step = line.Steps[subject].Step.ID
		l.Title = fmt.Sprintf("around step %d", subject+1)
		after = look.Of(line, n+1, moment)
	}
	l.Before, l.After = skin(before), skin(after)
	return l
}

func skin(k look.Skin) wire.Skin {
	s := wire.Skin{
		Surface: k.Surface.String(), Line: k.Line.String(), Paint: k.Paint.String(), Residue: round(k.Residue, 3), Filled: round(k.Filled, 3),
		Sheen: k.Sheen.String(), Marks: []wire.Mark{},
	}
	gloss, flat := float64(coating.Gloss.Texture()), float64(coating.Flat.Texture())
	s.Gloss = round(min(1, max(0, math.Log(flat/max(gloss, float64(k.Texture)))/math.Log(flat/gloss))), 3)
	for _, m := range k.Marks {
		if m.Strength > 0.02 {
			s.Marks = append(s.Marks, wire.Mark{Kind: string(m.Kind), Colour: m.Colour.String(), Strength: round(m.Strength, 3), Share: round(m.Share, 4)})
		}
	}
	s.Words = s.Sheen
	if k.Residue > 0 || k.Filled > 0 {
		s.Words = fmt.Sprintf("%s, washed on %.0f %%", s.Sheen, 100*k.Residue)
	}
	return s
}
