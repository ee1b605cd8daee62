package rule

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/solve"
	"inkysparrow/core/solvent"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	// DewNear is how near the dew point a cooling surface gathers water, in degrees.
	DewNear    = Numbers.Number("dew-near", 3, "K", "how near the dew point a cooling surface gathers water", fact.Bench("the rule of three degrees for coatings"))
	frostNever = Numbers.Number("frost-never", 0.97, "", "relative humidity from which a coat's cold is no cold: what leaves it is water itself", fact.Bench("R80: water-borne coats never frost by their own cold"))
	coldFrom   = Numbers.Number("cold-below", 10, "°C", "temperature below which a water-borne film does not fuse properly", fact.Bench("labels of water-borne paints ask for 8 to 10 °C"))
)

// Blushing: a solvent takes the heat to leave from the wall that it stands on, and the wall gets it back from the room. While it leaves at
// J the wall tends to J*H/h below the room, with h the heat that still air gives back, and gets there within rho*c*L/h. Water condenses in
// the coat where that is below the dew point.
var (
	airHeat  = Numbers.Number("air-heat", 10, "W/(m² K)", "heat that still air and radiation give back to a cool wall", fact.Memory("natural convection and radiation at room temperature"))
	wallHeat = Numbers.Number("wall-heat", 1365, "J/(m² K)", "heat that a millimetre of polystyrene holds", fact.Memory("1.05 g/cm³ and 1.3 J/(g K)"))
)

// A drop that flies colder than the dew point brings water along: the farther off, the more. It counts as so much damper air.
var caughtDamps = Numbers.Number("caught-damps", 1.2, "", "how much damper the air acts for each part of water in what lands", fact.Bench("R78: a lacquer frosts from 81 % without the water that it catches, from 54 % sprayed from 20 cm; reference model, no source"))

// BlushesFrom returns the relative humidity, 0 to 1, from which the step's coats blush in air: its solvent cools the wall below the dew point, and its drops catch water on their way.
// Held to T39, R77, R78: wet lacquer from 70-85 %, a mist later, all of them much sooner from afar.
func BlushesFrom(step *route.Step, air climate.Air) float64 {
	from := coolsBelow(step, air)
	if !step.Sprays() || from >= frostNever || step.Product.Carrier.Has(solvent.Water) {
		return from
	}
	flight := step.Setting().Fly(step.Product.Family, climate.Air{TemperatureC: air.TemperatureC, Humidity: from})
	if flight.Water <= 0 {
		return from
	}
	// What is caught goes with the room's vapour over the drop's own.
	dry := climate.SaturationKPa(flight.DropC) / climate.SaturationKPa(air.TemperatureC)
	limit, _ := solve.Halve(0, from, 20, func(rh float64) bool {
		wet := flight.Water / (1 - flight.Water) * max(0, rh-dry) / (from - dry)
		return rh+caughtDamps*wet/(1+wet) < from
	})
	return limit
}

// coolsBelow returns the relative humidity from which a step's coats cool the wall below the dew point.
func coolsBelow(step *route.Step, air climate.Air) float64 {
	standing := step.Standing(air)
	if standing <= 0 {
		return 1
	}
	rate := step.Product.Carrier.Flux(air) / 3600 // um/s
	if rate <= 0 {
		return 1
	}
	cools := rate * step.Product.Carrier.Mix.HeatPerML() / airHeat // um/s times J/cm3 is W/m2
	falls := cools * (1 - math.Exp(-float64(standing)/rate*airHeat/wallHeat))
	return climate.SaturationKPa(air.TemperatureC-falls) / climate.SaturationKPa(air.TemperatureC)
}

// UnfitToSpray tells why a step can't be sprayed in air: it blushes, water gathers, or a water-borne film does not fuse; empty where it can.
func UnfitToSpray(step *route.Step, air climate.Air) string {
	switch {
	case air.TemperatureC-air.DewPointC() < DewNear:
		return "the air is so near its dew point that water gathers on the model"
	case step.Product.Family.Mechanism == coating.Coalesce && air.TemperatureC < coldFrom:
		return "it is too cold for a water-borne film"
	case air.Humidity < frostNever && air.Humidity >= BlushesFrom(step, air):
		return "in this damp it would blush"
	}
	return ""
}

var dampAir = timeline.Rule{
	ID: "damp-air", Title: "Sprayed in damp air",
	Mend: "On a dry day a thin wet mist of the same clear, with a slow thinner, melts a bloom away.",
	Reason: "As a coat dries it cools, and in damp air water condenses in it: a clear frosts or clouds, a lacquer colour blushes. The wetter the coat, the drier the air must be. " +
		"Wait for a drier day, warm the room, or mist.",
	Evidence: fact.Bench("frosted or clouded clear comes of humid air; T39"), Soft: true,
	Open: func(s *timeline.Site, within schedule.Span) schedule.Spans { return fair(s, within, frosts(s)) },
	Odds: func(s *timeline.Site, at time.Time) chance.Odds {
		if !s.Plan.Air.Changes() { // no waiting helps
			return chance.Odds{}
		}
		return frostOdds(s, s.Step, s.Plan.Air.At(at))
	},
	Find: func(s *timeline.Site) []timeline.Finding {
		words := func(air climate.Air) string {
			return fmt.Sprintf("The air is at %.0f %% and its dew point %s, the room %s: %s may %s.", 100*air.Humidity, say.Celsius(air.DewPointC(), 1), say.Celsius(air.TemperatureC, 1), s.Step.Product.Name, frostWord(s))
		}
		now := s.Plan.Air.At(s.Start)
		found := weather(s, frosts(s), words)
		o := frostOdds(s, s.Step, now)
		severity, ok := verdict.Graded(o)
		switch {
		case ok && severity > verdict.Note:
			f := &found[0]
			f.Severity, f.Odds = severity, o
			f.Because = oddsOf(f.Word) + " " + f.Because
			if f.Propose == nil {
				f.Propose = func() []timeline.Fix {
					return mistIf(s, func(misted *route.Step) bool { return frostOdds(s, misted, now).Grade() < chance.Flaw })
				}
			}
		case ok && len(found) == 0:
			w := verdict.Word{Severity: severity, Odds: o}
			found = []timeline.Finding{{Word: w, Title: "Sprayed in rather damp air", Because: oddsOf(w) + " " + words(now)}}
		}
		return found
	},
}

func frostWord(s *timeline.Site) string {
	if s.Step.Do.Has(route.ClearCoat) {
		return "frost"
	}
	return "blush"
}

var coldFilm = timeline.Rule{
	ID: "cold-film", Title: "A water-borne film laid in the cold",
	Mend:     "Warm the room and wait two days. If it stays dull or chalky, mist the same clear on a warm day.",
	Reason:   "Below about ten degrees the particles of a water-borne film do not fuse: it stays soft and crazes. Warm the room until it is hard.",
	Evidence: fact.Bench("the film-forming temperature on labels"), Soft: true,
	Open: func(s *timeline.Site, within schedule.Span) schedule.Spans { return fair(s, within, stalls(s.Step)) },
	Find: func(s *timeline.Site) []timeline.Finding {
		return weather(s, stalls(s.Step), func(air climate.Air) string {
			return fmt.Sprintf("The room is at %s, and %s wants %s to fuse.", say.Celsius(air.TemperatureC, 1), s.Step.Product.Name, say.Celsius(coldFrom, 0))
		})
	},
}

// frosts tells in which air it is a warning that the step's coats frost or blush.
func frosts(s *timeline.Site) func(climate.Air) bool {
	return func(air climate.Air) bool { return frostOdds(s, s.Step, air).Grade() >= chance.Flaw }
}

// frostOdds are those of a step's coats in an air: of its solvent's cold, or of a dew point that is near.
func frostOdds(s *timeline.Site, step *route.Step, air climate.Air) chance.Odds {
	return chance.Odds{Chance: Frosts(step, air), Loss: chance.Loss(chance.Dull, s.Question().Stage)}
}

// Frosts returns the chance that a step's coats frost or blush in air.
func Frosts(step *route.Step, air climate.Air) (c float64) {
	if step.Do.Coating() && step.Product != nil {
		if from := BlushesFrom(step, air); from < frostNever {
			c = chance.Frosts(air.Humidity, from)
		}
	}
	if step.Do.Has(route.ClearCoat) && step.Laying != route.Misted {
		c = max(c, chance.Frosts(air.Humidity, dampFrom(air)))
	}
	return c
}

// dampFrom returns the humidity from which the dew point of air is so near that a sprayed clear frosts.
func dampFrom(air climate.Air) float64 {
	return climate.SaturationKPa(air.TemperatureC-DewNear) / climate.SaturationKPa(air.TemperatureC)
}

// stalls tells in which air the cold keeps the film that the step lays from fusing.
func stalls(step *route.Step) func(climate.Air) bool {
	fuses := step.Do.Lays && step.Film(step.Done).Family.Mechanism == coating.Coalesce
	return func(air climate.Air) bool { return fuses && Cold(air) }
}

// Damp reports whether a sprayed clear frosts in air.
func Damp(air climate.Air) bool {
	return air.TemperatureC-air.DewPointC() < DewNear
}

// ColdFrom returns the temperature below which a water-borne film does not fuse properly, in °C.
func ColdFrom() float64 { return coldFrom }

// Cold reports whether air is too cold for a water-borne film to fuse.
func Cold(air climate.Air) bool { return air.TemperatureC < coldFrom }

// fair returns the stretches of within whose air is not bad. Where the air never changes, waiting would not help: all of it.
func fair(s *timeline.Site, within schedule.Span, bad func(climate.Air) bool) schedule.Spans {
	if !s.Plan.Air.Changes() {
		return schedule.Always(within)
	}
	return schedule.While(s.Plan.Air, within, func(air climate.Air) bool { return !bad(air) })
}

// weather finds fault with the air in which the step is placed, or notes that the schedule has moved it into better air. Where the air
// gets better in time, waiting is the fix for a pinned step.
func weather(s *timeline.Site, bad func(climate.Air) bool, words func(climate.Air) string) []timeline.Finding {
	now, asked := s.Plan.Air.At(s.Start), s.Plan.Air.At(s.Asked)
	switch {
	case bad(now):
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Because: words(now)}
		if s.Plan.Air.Changes() {
			if better, ok := fair(s, month(s.Start), bad).First(); ok {
				f.Helps, f.SafeFrom, f.Propose = verdict.Wait, better, waiting(s)
			}
		}
		return []timeline.Finding{f}
	case !s.Fixed() && bad(asked):
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note, Helps: verdict.Wait, SafeFrom: s.Start}, Title: "Waits for better air", Because: words(asked) + " Moved to " + s.Plan.Clock(s.Start) + "."}}
	}
	return nil
}
