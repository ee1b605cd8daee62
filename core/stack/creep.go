package stack

import (
	"math"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
)

// A wet coat is pushed along by the air that sprays it. What it has dissolved of a thin film below goes with it, so that lines blur and oils creep: as far as
// the coat flows before it stands, times the share of the film that it has taken up. A thin coat flows less far (its speed goes with its thickness), and stands sooner
// (its time goes with its thickness too), so the way goes with the square: a mist of a seventh of a wet coat carries a fiftieth.

var (
	coatDrag = Numbers.Number("coat-drag", 0.9, "mm", "how far the air of the spray pushes a coat that stands 20 µm wet", fact.Bench("R85: 3 Pa for 0.6 s on 20 µm of 20 mPa s, Couette flow; reference model, no source"))
	dragAt   = Numbers.Number("coat-drag-at", 20, "µm", "the standing liquid at which it goes so far", fact.Bench("R85"))
	creepMM  = Numbers.Number("creep-shows", 0.1, "mm", "creeping of a line that is seen", fact.Bench("a third of a scribed line's width"))
)

// CreepShows returns how far a film may be carried along without being seen, in millimetres.
func CreepShows() float64 { return creepMM }

// Carried returns how far a sprayed coat carries the film at place along, in millimetres: 0 for what it does not dissolve. Held to R85, R86, T62, T87.
func (s Stack) Carried(touch Touch, place int, moment time.Time, air climate.Record) float64 {
	layer := &s[place]
	if touch.Liquid == nil || !touch.Contact.Sprayed {
		return 0
	}
	share := 1.0
	if !moment.Before(layer.Stiff()) {
		a := attack(&layer.Course, touch.Liquid, moment)
		share = a.soft * math.Min(1, a.depth(ContactTime(touch.Contact, touch.Liquid, moment, air))/float64(layer.Film.Thickness()))
	}
	wet := float64(touch.Contact.Liquid) / dragAt
	return coatDrag * wet * wet * share
}
