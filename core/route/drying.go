package route

import (
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
)

// Drying is how a step's film is helped to dry.
type Drying string

// The ways of drying.
const (
	ByItself    Drying = ""
	InAirStream Drying = "air" // cool or warm, from the airbrush or a hand dryer, kept moving
)

// DryingWords is a way of drying with what it is called in a sentence.
type DryingWords struct {
	ID    Drying
	Words string
}

// Dryings returns the ways, the usual one first.
func Dryings() []DryingWords {
	return []DryingWords{{ByItself, "by itself"}, {InAirStream, "in a moving stream of air"}}
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

var airStream = Numbers.Number("air-stream", 2.5, "", "how many times faster a carrier leaves in a moving stream of air", fact.Bench("T57: a wash is ready to wipe in a third to a half of the time"))

const airCare = "Keep the stream moving, hand-warm at the most, and away from flames and solvent vapour: heat bends plastic."

// CanBeBlown reports whether the technique's film is dried in a stream of air: washes and oils. A stream blows a wet coat into ripples.
func (t *Technique) CanBeBlown() bool { return t.Lays && t.Has(WashOn|Thinned|OilWork) }

// blowing returns how long the hand holds the stream on the step's film, in the room's usual air.
func (s *Step) blowing() time.Duration {
	if s.Drying != InAirStream || s.Product == nil {
		return 0
	}
	var laid time.Time
	course := cure.Of(s.Film(laid), climate.Constant(climate.Room))
	return course.Stiff().Sub(laid)
}

func (s *Step) dry(film coating.Film) coating.Film {
	if s.Drying == InAirStream {
		film.Blown = airStream
	}
	return film
}
