package web

import (
	"fmt"
	"strconv"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/timeline"
	"inkysparrow/core/why"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/climate"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/internal/wire"
)

// site finds the step that a request names among the build as it stands.
func (s *Server) site(c fiber.Ctx) (*judged, *timeline.Site, error) {
	j, err := s.standing(c.Context(), slug(c))
	if err != nil {
		return nil, nil, err
	}
	for _, line := range j.checked.Lines {
		for i, p := range line.Steps {
			if p.Step.ID == c.Query("step") {
				return j, j.checked.Site(line, i), nil
			}
		}
	}
	return nil, nil, fiber.NewError(fiber.StatusNotFound, "There is no such step.")
}

// explain tells where a step's time comes from, or the plan's finish where no step is named.
func (s *Server) explain(c fiber.Ctx) error {
	if c.Query("step") == "" {
		return s.explainFinish(c)
	}
	j, site, err := s.site(c)
	if err != nil {
		return err
	}
	spread := why.SpreadOf(site)
	words := func(t time.Time) string {
		if t.IsZero() {
			return "not within a month"
		}
		return j.clock(t)
	}
	out := wire.Explain{Lines: why.Why(site), Weighed: why.Weighed(site), Fast: words(spread.Fast), Usual: words(spread.Usual), Slow: words(spread.Slow), Safe: spread.Safe, Crosses: spread.Crosses, Layers: []wire.Asked{}}
	switch {
	case !site.Step.Done.IsZero():
	case !spread.Safe:
		out.Advice = "Not safe where it is placed, not even with the usual product."
	case spread.Crosses:
		out.Advice = fmt.Sprintf("Not with every product: %s. Try it on a test piece that was painted along with the model.", say.Odds(spread.Odds.Chance))
	default:
		out.Advice = "Good with nearly any product."
	}
	if out.Weighed == nil {
		out.Weighed = []string{}
	}
	if touch, wets := site.Touch, site.Wets; wets && touch.Liquid != nil {
		air := j.plan.Air.At(site.Start)
		for r := range site.Below.Cut(touch, site.Start, j.plan.Air) {
			if r.Place == 0 {
				continue
			}
			film := site.Below[r.Place].Film
			out.Layers = append(out.Layers, wire.Asked{
				Place: r.Place, Name: say.Capital(filmName(siteLine(j, site), r.Place)), AgeDays: round(site.Start.Sub(film.Laid).Hours()/24, 1), Coats: film.Coats,
				TemperatureC: round(air.TemperatureC, 1), HumidityPct: round(100*air.Humidity, 0),
			})
		}
	}
	return c.JSON(out)
}

func (s *Server) explainFinish(c fiber.Ctx) error {
	j, err := s.standing(c.Context(), slug(c))
	if err != nil {
		return err
	}
	if j.checked.Finish.IsZero() {
		return fiber.NewError(fiber.StatusNotFound, "The plan has no steps yet.")
	}
	fast, slow := why.Finishes(j.plan)
	day := j.day
	out := wire.Explain{Lines: why.WhyFinish(j.checked), Weighed: []string{}, Fast: day(fast), Usual: day(j.checked.Finish), Slow: day(slow), Layers: []wire.Asked{}}
	out.Safe = j.plan.Wanted.IsZero() || !j.checked.Finish.After(j.plan.Wanted)
	out.Crosses = out.Safe && !j.plan.Wanted.IsZero() && slow.After(j.plan.Wanted)
	switch {
	case out.Crosses:
		out.Advice = "With slow products it is not ready on the wanted day. Time a test piece early."
	case !out.Safe:
		out.Advice = "Not ready on the wanted day."
	case !j.plan.Wanted.IsZero():
		out.Advice = "Ready on the wanted day with slow products too."
	}
	return c.JSON(out)
}

func siteLine(j *judged, site *timeline.Site) *timeline.Line {
	for _, l := range j.checked.Lines {
		if l.Zone == site.Zone {
			return l
		}
	}
	return nil
}

// whatIf answers a question to the bite.
func (s *Server) whatIf(c fiber.Ctx) error {
	_, site, err := s.site(c)
	if err != nil {
		return err
	}
	v := map[string]float64{}
	for _, r := range append(why.Ranges(), fact.Range{ID: "place", From: 1, To: float64(len(site.Below) - 1)}) {
		n, err := strconv.ParseFloat(c.Query(r.ID), 64)
		if err != nil || !r.Holds(n) {
			return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("%s: a number from %g to %g", r.ID, r.From, r.To))
		}
		v[r.ID] = n
	}
	if touch, wets := site.Touch, site.Wets; !wets || touch.Liquid == nil {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "This step wets nothing.")
	}
	a := why.Ask(site, int(v["place"]), why.WhatIf{
		Air: climate.Air{TemperatureC: v["t"], Humidity: v["rh"] / 100}, Age: time.Duration(v["age"] * 24 * float64(time.Hour)), Coats: int(v["coats"]), Clear: int(v["clear"]), Contact: v["contact"],
	})
	out := wire.Verge{Safe: a.Safe, Hard: round(float64(a.Reach.Hard), 3), Border: []wire.Border{}}
	out.Words = fmt.Sprintf("%s: %.2f µm would go with a usual product where half of all see %.2f; the film is %.0f %% hard.", say.Capital(say.Odds(a.Odds.Chance)), float64(a.Reach.Loss), float64(stack.Limit()), 100*float64(a.Reach.Hard))
	for _, b := range a.Border {
		out.Border = append(out.Border, wire.Border{Contact: b.Contact, Days: round(b.Age.Hours()/24, 2)})
	}
	return c.JSON(out)
}
