package route

import (
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

// Drying is how a step's film is helped to dry.
type Drying string

// The ways of drying.
const (
	ByItself    Drying = ""
	InAirStream Drying = "air"  // cool, from the airbrush or a hand dryer, kept moving
	InWarmAir   Drying = "warm" // hand-warm, kept moving
)

// DryingWords is a way of drying with what it is called in a sentence.
type DryingWords struct {
	ID    Drying
	Words string
}

// Dryings returns the ways, the usual one first.
func Dryings() []DryingWords {
	return []DryingWords{{ByItself, "by itself"}, {InAirStream, "in a moving stream of air"}, {InWarmAir, "in moving warm air"}}
}

// Words is how a way of drying is called in a sentence.
func (d Drying) Words() string {
	for _, w := range Dryings() {
		if w.ID == d {
			return w.Words
		}
	}
	return string(d)
}

var (
	airStream = Numbers.Number("air-stream", 2.5, "", "how many times faster a carrier leaves in a moving stream of air", fact.Bench("T57: a wash is ready to wipe in a third to a half of the time"))
	warmAir   = Numbers.Number("warm-air", 36, "°C", "air that the back of a hand still finds pleasant, as plastic bears it", fact.Bench("T89: an oil wash is ready to wipe within 10 to 20 minutes"))
)

const (
	airCare  = "Keep the stream moving and away from flames and solvent vapour."
	warmCare = "Hand-warm at the most, a hand's length away, never on one spot: heat bends plastic, and lifts decals and masks."
)

// How warm air helps: a solvent as slow as white spirit takes up what little heat it needs and leaves as its vapour pressure at the air's temperature has it. Water
// takes so much heat to leave that it stays near its wet bulb, a few degrees warmer than in cool air; it gains little more than the stream itself gives.
var warmWater = Numbers.Number("warm-water", 1.2, "", "how many times faster still a water-borne wash dries where the moving air is warm", fact.Bench("T57: a third of the time in cool or warm air"))

// blows returns how many times faster than in still air the film's carrier leaves.
func (d Drying) blows(film coating.Film) float64 {
	switch {
	case d == InAirStream:
		return airStream
	case d != InWarmAir:
		return 1
	case film.Leaves().Mix.Share(solvent.Water) > 0:
		return airStream * warmWater
	}
	warm := climate.Room
	warm.TemperatureC = warmAir
	return airStream * film.Leaves().Flux(warm) / film.Leaves().Flux(climate.Room)
}

// CanBeBlown reports whether the technique's film is dried in a stream of air: washes and oils. A stream blows a wet coat into ripples.
func (t *Technique) CanBeBlown() bool { return t.Lays && t.Has(WashOn|Thinned|OilWork) }

// Blowing returns how long the hand holds the stream on the step's film after its last stroke, in the room's usual air: until it can be wiped, or, of what
// is not, until it no longer smears. 0 where it dries by itself.
func (s *Step) Blowing() time.Duration {
	if s.Drying == ByItself || s.Product == nil || !s.Do.Lays {
		return 0
	}
	var laid time.Time
	room := climate.Constant(climate.Room)
	film := s.Film(laid)
	if s.Do.Has(WashOn) {
		opens, _ := wash.Window(film, s.Product.Remover, room)
		return opens.Sub(laid)
	}
	course := cure.Of(film, room)
	return course.Stiff().Sub(laid)
}

// LastStroke returns when the last of the step's film is on the model, for one that ends at end: before it is blown dry.
func (s *Step) LastStroke(end time.Time) time.Time { return end.Add(-s.Blowing()) }

func (s *Step) dry(film coating.Film) coating.Film {
	if s.Drying != ByItself {
		film.Blown = s.Drying.blows(film)
	}
	return film
}
