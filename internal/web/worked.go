package web

import (
	"fmt"
	"math"
	"strconv"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/follow"
	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
	"inkysparrow/core/why"
	"inkysparrow/internal/wire"
)

// worked answers a worked example of the Workings: a film hardening, a bite, a wipe.
func (s *Server) worked(c fiber.Ctx) error {
	family, ok := coating.FamilyNamed(c.Query("family"))
	if !ok {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "Choose a family that is offered.")
	}
	v := map[string]float64{}
	for _, r := range why.Ranges() {
		if c.Query(r.ID) == "" {
			continue
		}
		n, err := strconv.ParseFloat(c.Query(r.ID), 64)
		if err != nil || !r.Holds(n) {
			return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("%s: a number from %g to %g.", rangeWords(r), r.From, r.To))
		}
		v[r.ID] = n
	}
	air := climate.Room
	if t, ok := v["t"]; ok {
		air.TemperatureC = t
	}
	if rh, ok := v["rh"]; ok {
		air.Humidity = rh / 100
	}
	age := time.Duration(v["age"] * 24 * float64(time.Hour))
	switch c.Query("what") {
	case "harden":
		return c.JSON(hardening(why.Hardens(family, int(v["coats"]), air)))
	case "bite":
		liquid, ok := solvent.Named(c.Query("liquid"))
		contact := contactNamed(c.Query("way"))
		if !ok || contact == nil {
			return fiber.NewError(fiber.StatusUnprocessableEntity, "Choose a liquid and a way that are offered.")
		}
		return c.JSON(bitten(family, why.Bitten(family, liquid, contact, age, air)))
	case "chance":
		liquid, ok := solvent.Named(c.Query("liquid"))
		contact := contactNamed(c.Query("way"))
		if !ok || contact == nil {
			return fiber.NewError(fiber.StatusUnprocessableEntity, "Choose a liquid and a way that are offered.")
		}
		return c.JSON(likely(why.Likely(family, liquid, contact, c.Query("known") == "true", age, air)))
	case "calibrated":
		return c.JSON(calibrated())
	case "wipe":
		on, ok := coating.SheenNamed(c.Query("sheen"))
		cloth, known := wash.WetnessNamed(c.Query("cloth"))
		if !ok || !known {
			return fiber.NewError(fiber.StatusUnprocessableEntity, "Choose a surface and a cloth that are offered.")
		}
		left := why.Wiped(family, on, cloth, age, air)
		return c.JSON(wire.Worked{State: wire.Safe, Hard: []float64{}, Marks: []wire.WorkedMark{}, Left: round(left, 3), Words: fmt.Sprintf("%s of the wash stays on the surface, beside what lies in the lines.", say.Percent(left))})
	}
	return fiber.NewError(fiber.StatusUnprocessableEntity, "There is no such example.")
}

func likely(l why.Likelihood) wire.Worked {
	w := wire.Worked{State: wire.Safe, Hard: []float64{}, Every: l.Every.Hours(), Marks: []wire.WorkedMark{}, Loss: round(float64(l.Reach.Loss), 3)}
	for _, c := range l.Chances {
		w.Hard = append(w.Hard, round(c, 3))
	}
	for _, m := range []struct {
		label string
		at    time.Duration
	}{{"half are safe", l.Half}, {"nine of ten", l.Nine}} {
		if m.at > 0 {
			w.Marks = append(w.Marks, wire.WorkedMark{Label: m.label, Hours: round(m.at.Hours(), 2), Words: say.Span(m.at)})
		}
	}
	if l.Odds.Grade() >= chance.Flaw {
		w.State = wire.Bite
	}
	w.Words = fmt.Sprintf("%s: %.0f of 100 likely products, hands and eyes. With a usual product it takes off %.2f µm; half of all see %.2f.", say.Capital(say.Odds(l.Odds.Chance)), 100*l.Odds.Chance, float64(l.Reach.Loss), float64(stack.Limit()))
	return w
}

// calibrated tells of how much of what is said happens, by tenths, in a world that is as the table of spreads says.
var calibrated = sync.OnceValue(func() wire.Worked {
	const cases = 120000
	w := wire.Worked{State: wire.Safe, Hard: []float64{}, Every: 0.1, Marks: []wire.WorkedMark{}}
	gap := func(world chance.World) (most float64) {
		for _, x := range chance.Calibrate(3, world, cases) {
			most = max(most, math.Abs(x.Said-x.Happened))
		}
		return most
	}
	for _, x := range chance.Calibrate(3, chance.World{Spread: 1, Slow: 1}, cases) {
		w.Hard = append(w.Hard, round(x.Happened, 3))
		w.Marks = append(w.Marks, wire.WorkedMark{Label: say.Likeliness(x.Said), Hours: round(x.Said, 3), Words: fmt.Sprintf("said %.0f of 100, happened %.0f", 100*x.Said, 100*x.Happened)})
	}
	w.Words = fmt.Sprintf("Of %d made-up cases at random ages, what was said happened to within %.0f of 100. Were products, hands and eyes to differ half as much again, it would be off by up to %.0f; were everything slower by 1.3, by %.0f.",
		cases, 100*gap(chance.World{Spread: 1, Slow: 1}), 100*gap(chance.World{Spread: 1.5, Slow: 1}), 100*gap(chance.World{Spread: 1, Slow: 1.3}))
	return w
})

func rangeWords(r fact.Range) string {
	return map[string]string{"age": "Age in days", "t": "Temperature", "rh": "Humidity", "coats": "Coats"}[r.ID]
}

func contactNamed(id string) *stack.Contact {
	for _, c := range stack.Contacts() {
		if c.ID == id {
			return c
		}
	}
	return nil
}

func hardening(h why.Hardening) wire.Worked {
	w := wire.Worked{State: wire.Safe, Hard: []float64{}, Every: h.Every.Hours(), Marks: []wire.WorkedMark{}}
	for _, x := range h.Hard {
		w.Hard = append(w.Hard, round(float64(x), 3))
	}
	for _, m := range []struct {
		label string
		at    time.Duration
	}{{"touch-dry", h.TouchDry}, {"ready for a coat", h.Ready}, {"half hard", h.Half}, {"cured", h.Cured}} {
		if m.at > 0 {
			w.Marks = append(w.Marks, wire.WorkedMark{Label: m.label, Hours: round(m.at.Hours(), 2), Words: say.Span(m.at)})
		}
	}
	w.Words = fmt.Sprintf("Touch-dry after %s. It takes another coat after %s.", say.Span(h.TouchDry), say.Span(h.Ready))
	switch {
	case h.Cured > 0:
		w.Words += fmt.Sprintf(" Cured after %s.", say.Span(h.Cured))
	case h.Half > 0:
		w.Words += fmt.Sprintf(" Half hard after %s, and not cured within a month.", say.Span(h.Half))
	default:
		w.Words += " It does not get half hard within a month."
	}
	return w
}

func bitten(family *coating.Family, r stack.Reach) wire.Worked {
	w := wire.Worked{State: wire.Safe, Hard: []float64{}, Marks: []wire.WorkedMark{}, Depth: round(float64(r.Depth), 2), Loss: round(float64(r.Loss), 3)}
	w.Film = round(float64(follow.Usual(family, time.Time{}).Thickness()), 1)
	switch {
	case r.Wet:
		w.State, w.Words = wire.Bite, "The film is still wet: it would come off."
	case r.Bites():
		w.State, w.Words = wire.Bite, fmt.Sprintf("It would take off %.2f µm; half of all see %.2f. The film is %s hard.", float64(r.Loss), float64(stack.Limit()), say.Percent(r.Hard))
	default:
		w.Words = fmt.Sprintf("Good with a usual product: it would take off %.2f µm, and half of all see %.2f. The film is %s hard.", float64(r.Loss), float64(stack.Limit()), say.Percent(r.Hard))
	}
	return w
}
