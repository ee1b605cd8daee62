package web

import (
	"fmt"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/say"
	"inkysparrow/core/when"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// when reads a moment that somebody typed. A day without a time is meant when a build's bench opens on it, or, of what has happened, closes.
func (s *Server) when(c fiber.Ctx) error {
	place := time.UTC
	if name := c.Query("timezone"); name != "" {
		found, err := time.LoadLocation(name)
		if err != nil {
			return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("There is no time zone %q.", name))
		}
		place = found
	}
	const longest = 100
	words := c.Query("words")
	if len(words) > longest {
		words = words[:longest]
	}
	r := when.Reader{Now: s.Clock.Now().In(place), Past: c.Query("past") != "", MonthFirst: c.Query("order") == "month"}
	m, err := r.Read(words)
	if err != nil {
		return fiber.NewError(fiber.StatusUnprocessableEntity, err.Error()+".")
	}
	out := wire.When{Date: m.Day.Format(time.DateOnly)}
	onDay := c.Query("day") != ""
	if !m.Timed {
		m.Clock = 12 * time.Hour
		if c.Query("build") != "" && !onDay {
			if err := s.benchOn(c, &m, r.Past); err != nil {
				return err
			}
		}
	}
	at := m.At()
	out.At = at.UTC()
	if first, last := plan.Years(); at.Year() < first || at.Year() > last {
		return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("The year %d is too far off.", at.Year()))
	}
	switch {
	case r.Past && !onDay && at.After(r.Now):
		return fiber.NewError(fiber.StatusUnprocessableEntity, say.ClockOf(at, r.Now, place)+" is still to come.")
	case onDay:
		out.Words = say.DayOf(at, time.Time{}, place) + at.Format(" 2006")
	default:
		out.Words = say.ClockOf(at, r.Now, place)
	}
	return c.JSON(out)
}

// benchOn puts the time to when the bench of a build opens on the day, or closes.
func (s *Server) benchOn(c fiber.Ctx, m *when.Moment, past bool) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, c.Query("build"))
	if err != nil {
		return err
	}
	open := j.bench().Sessions(m.Day, m.Day.AddDate(0, 0, 1))
	if len(open) == 0 {
		return nil
	}
	at := open[0].From
	if past {
		at = open[len(open)-1].To.Add(-time.Minute)
	}
	if at.Before(m.Day) {
		at = m.Day
	}
	at = at.In(m.Day.Location())
	m.Clock = time.Duration(at.Hour())*time.Hour + time.Duration(at.Minute())*time.Minute
	return nil
}
