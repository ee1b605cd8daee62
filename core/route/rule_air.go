package route

import (
	"fmt"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

var (
	dampFrom = Numbers.Number("damp-from", 0.80, "", "relative humidity from which a sprayed clear frosts", fact.Bench("frosted clear: wait for a dry day"))
	dewNear  = Numbers.Number("dew-near", 3, "°C", "how near the dew point a cooling surface gathers water", fact.Bench("the rule of three degrees for coatings"))
	coldFrom = Numbers.Number("cold-below", 10, "°C", "temperature below which a water-borne film does not fuse properly", fact.Bench("labels of water-borne paints ask for 8 to 10 °C"))
)

var dampAir = Rule{
	ID: "damp-air", Title: "Spraying a clear in damp air",
	Reason:   "As a clear dries it cools, and in damp air water condenses in it: it frosts or clouds. Wait for a drier day, or warm the room.",
	Evidence: fact.Bench("frosted or clouded clear comes of humid air"), Soft: true,
	Holds: func(s *Site, t time.Time) bool { return !s.Plan.Air.Changes() || !s.frosts(t) },
	Find: func(s *Site) []Finding {
		return s.weather(s.frosts, func(air climate.Air) string {
			return fmt.Sprintf("The air is at %.0f %% and its dew point %.1f °C, the room %.1f °C: the clear may frost.", 100*air.Humidity, air.DewPointC(), air.TemperatureC)
		})
	},
}

var coldFilm = Rule{
	ID: "cold-film", Title: "A water-borne film laid in the cold",
	Reason:   "Below about ten degrees the particles of a water-borne film do not fuse: it stays soft and crazes. Warm the room until it is hard.",
	Evidence: fact.Bench("the film-forming temperature on labels"), Soft: true,
	Holds: func(s *Site, t time.Time) bool { return !s.Plan.Air.Changes() || !s.stalls(t) },
	Find: func(s *Site) []Finding {
		return s.weather(s.stalls, func(air climate.Air) string {
			return fmt.Sprintf("The room is at %.1f °C, and %s wants %.0f °C to fuse.", air.TemperatureC, s.Step.Product.Name, coldFrom)
		})
	},
}

// frosts reports whether the step sprays a clear in damp air at moment.
func (s *Site) frosts(t time.Time) bool { return s.Step.Do.Has(ClearCoat) && s.damp(t) }

// stalls reports whether the step lays a film at moment that the cold keeps from fusing.
func (s *Site) stalls(t time.Time) bool {
	return s.Step.Do.Lays && s.Step.Film(t).Family.Mechanism == coating.Coalesce && s.cold(t)
}

func (s *Site) damp(t time.Time) bool {
	air := s.Plan.Air.At(t)
	return air.Humidity >= dampFrom || air.TemperatureC-air.DewPointC() < dewNear
}

func (s *Site) cold(t time.Time) bool { return s.Plan.Air.At(t).TemperatureC < coldFrom }

// weather finds fault with the air in which the step is placed, or notes that the schedule has moved it into better air. Where the air
// gets better in time, waiting is the fix for a pinned step.
func (s *Site) weather(bad func(time.Time) bool, words func(climate.Air) string) []Finding {
	switch {
	case bad(s.Start):
		f := Finding{Severity: Warn, Because: words(s.Plan.Air.At(s.Start))}
		if s.Plan.Air.Changes() {
			if better, ok := search(s.Start, true, func(t time.Time) bool { return !bad(t) }); ok {
				f.Verdict, f.SafeFrom, f.propose = Wait, better, s.waitFix
			}
		}
		return []Finding{f}
	case !s.Fixed() && bad(s.Asked):
		return []Finding{{Severity: Note, Verdict: Wait, SafeFrom: s.Start, Because: words(s.Plan.Air.At(s.Asked)) + " Moved to " + s.Plan.clock(s.Start) + "."}}
	}
	return nil
}
