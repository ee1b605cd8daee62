package rule

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
)

var (
	// DampFrom is the relative humidity from which a sprayed clear frosts, 0 to 1.
	DampFrom = Numbers.Number("damp-from", 0.80, "", "relative humidity from which a sprayed clear frosts", fact.Bench("frosted clear: wait for a dry day"))
	// DewNear is how near the dew point a cooling surface gathers water, in degrees.
	DewNear  = Numbers.Number("dew-near", 3, "°C", "how near the dew point a cooling surface gathers water", fact.Bench("the rule of three degrees for coatings"))
	coldFrom = Numbers.Number("cold-below", 10, "°C", "temperature below which a water-borne film does not fuse properly", fact.Bench("labels of water-borne paints ask for 8 to 10 °C"))
)

// Blushing: a solvent takes the heat to leave from the wall that it stands on, and the wall gets it back from the room. While it leaves at
// J the wall tends to J*H/h below the room, with h the heat that still air gives back, and gets there within rho*c*L/h. Water condenses in
// the coat where that is below the dew point.
var (
	airHeat  = Numbers.Number("air-heat", 10, "W/(m² K)", "heat that still air and radiation give back to a cool wall", fact.Memory("natural convection and radiation at room temperature"))
	wallHeat = Numbers.Number("wall-heat", 1365, "J/(m² K)", "heat that a millimetre of polystyrene holds", fact.Memory("1.05 g/cm³ and 1.3 J/(g K)"))
)

// BlushesFrom returns the relative humidity, 0 to 1, from which the step's sprayed coats blush in air: its solvent cools the wall below the
// dew point. Held to T39: wet lacquer from 70-85 %, a mist only above 90.
func BlushesFrom(step *route.Step, air climate.Air) float64 {
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

var dampAir = timeline.Rule{
	ID: "damp-air", Title: "Sprayed in damp air",
	Reason: "As a coat dries it cools, and in damp air water condenses in it: a clear frosts or clouds, a lacquer colour blushes. The wetter the coat, the drier the air must be. " +
		"Wait for a drier day, warm the room, or mist.",
	Evidence: fact.Bench("frosted or clouded clear comes of humid air; T39"), Soft: true,
	Holds: func(s *timeline.Site, t time.Time) bool { return !s.Plan.Air.Changes() || !frosts(s, t) },
	Find: func(s *timeline.Site) []timeline.Finding {
		found := weather(s, func(t time.Time) bool { return frosts(s, t) }, func(air climate.Air) string {
			return fmt.Sprintf("The air is at %.0f %% and its dew point %.1f °C, the room %.1f °C: %s may %s.", 100*air.Humidity, air.DewPointC(), air.TemperatureC, s.Step.Product.Name, frostWord(s))
		})
		if len(found) > 0 && found[0].Severity > timeline.Note && found[0].Propose == nil {
			found[0].Propose = func() []timeline.Fix {
				return mistIf(s, func(misted *route.Step) bool { return !frostsAs(s, misted, s.Start) })
			}
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
	Reason:   "Below about ten degrees the particles of a water-borne film do not fuse: it stays soft and crazes. Warm the room until it is hard.",
	Evidence: fact.Bench("the film-forming temperature on labels"), Soft: true,
	Holds: func(s *timeline.Site, t time.Time) bool { return !s.Plan.Air.Changes() || !stalls(s, t) },
	Find: func(s *timeline.Site) []timeline.Finding {
		return weather(s, func(t time.Time) bool { return stalls(s, t) }, func(air climate.Air) string {
			return fmt.Sprintf("The room is at %.1f °C, and %s wants %.0f °C to fuse.", air.TemperatureC, s.Step.Product.Name, coldFrom)
		})
	},
}

// frosts reports whether the step's coats frost or blush if they are sprayed at moment.
func frosts(s *timeline.Site, t time.Time) bool { return frostsAs(s, s.Step, t) }

func frostsAs(s *timeline.Site, step *route.Step, t time.Time) bool {
	air := s.Plan.Air.At(t)
	if step.Do.Coating() && step.Product != nil && air.Humidity >= BlushesFrom(step, air) {
		return true
	}
	return step.Do.Has(route.ClearCoat) && step.Laying != route.Misted && Damp(s, t)
}

// stalls reports whether the step lays a film at moment that the cold keeps from fusing.
func stalls(s *timeline.Site, t time.Time) bool {
	return s.Step.Do.Lays && s.Step.Film(t).Family.Mechanism == coating.Coalesce && Cold(s, t)
}

// Damp reports whether a sprayed clear frosts in the room's air at a moment.
func Damp(s *timeline.Site, t time.Time) bool {
	air := s.Plan.Air.At(t)
	return air.Humidity >= DampFrom || air.TemperatureC-air.DewPointC() < DewNear
}

// Cold reports whether the room is too cold at a moment for a water-borne film to fuse.
func Cold(s *timeline.Site, t time.Time) bool { return s.Plan.Air.At(t).TemperatureC < coldFrom }

// weather finds fault with the air in which the step is placed, or notes that the schedule has moved it into better air. Where the air
// gets better in time, waiting is the fix for a pinned step.
func weather(s *timeline.Site, bad func(time.Time) bool, words func(climate.Air) string) []timeline.Finding {
	switch {
	case bad(s.Start):
		f := timeline.Finding{Severity: timeline.Warn, Because: words(s.Plan.Air.At(s.Start))}
		if s.Plan.Air.Changes() {
			if better, ok := timeline.Search(s.Start, true, func(t time.Time) bool { return !bad(t) }); ok {
				f.Verdict, f.SafeFrom, f.Propose = timeline.Wait, better, func() []timeline.Fix { return waitFix(s) }
			}
		}
		return []timeline.Finding{f}
	case !s.Fixed() && bad(s.Asked):
		return []timeline.Finding{{Severity: timeline.Note, Verdict: timeline.Wait, SafeFrom: s.Start, Because: words(s.Plan.Air.At(s.Asked)) + " Moved to " + s.Plan.Clock(s.Start) + "."}}
	}
	return nil
}
