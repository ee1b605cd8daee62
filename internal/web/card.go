package web

import (
	"fmt"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/look"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/wire"
)

// card tells what a list of builds shows of one: its zones as they are now, what comes next, and its tape in small.
func (s *Server) card(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	return c.JSON(j.card(s.Clock.Now()))
}

func (j *judged) card(now time.Time) wire.Card {
	v := j.view
	out := wire.Card{
		Slug: j.slug, Promise: v.Promise, Late: v.Late, Overdue: len(j.late), Zones: []wire.CardZone{}, Marks: []wire.CardMark{}, Sessions: v.Tape.Sessions,
		From: v.Tape.From, To: v.Tape.To, Now: now.UTC(), Wanted: v.Tape.Wanted,
	}
	for _, f := range v.Findings {
		switch f.State {
		case wire.Bite:
			out.Stops++
		case wire.Hold:
			out.Warns++
		}
	}
	var next *timeline.Placed
	zone := ""
	for i, line := range j.checked.Lines {
		z := wire.CardZone{Name: line.Zone.Name, Skin: skin(look.Of(line, done(line), now)), Films: []wire.Film{}, Done: v.Zones[i].Done, Steps: len(line.Steps), State: v.Zones[i].State}
		core := j.core(line, -1, now)
		z.Films = core.Films
		z.Words = topWords(line, now)
		out.Zones = append(out.Zones, z)
		for k := range line.Steps {
			p := &line.Steps[k]
			out.Marks = append(out.Marks, wire.CardMark{Zone: i, At: p.Start.UTC(), End: p.End.UTC(), Done: !p.Step.Done.IsZero()})
			if p.Step.Done.IsZero() && (next == nil || p.Start.Before(next.Start)) {
				next, zone = p, line.Zone.Name
			}
		}
	}
	if next != nil {
		out.Next = fmt.Sprintf("%s, %s", next.Step.Do.Name, zone)
		out.When = j.moment(next.Start)
		if j.local(next.Start).Format(time.DateOnly) == j.local(now).Format(time.DateOnly) {
			out.When = "today · " + j.local(next.Start).Format(say.ClockLayout)
		}
	}
	return out
}

// done is how many of a line's steps were done.
func done(l *timeline.Line) int {
	n := 0
	for i, p := range l.Steps {
		if !p.Step.Done.IsZero() {
			n = i + 1
		}
	}
	return n
}
