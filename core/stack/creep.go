package stack

import (
	"math"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/cure"
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

// Carried returns how far a sprayed coat carries the film at place along in the middle, in millimetres, and the chance that it is seen: 0 for what it does not
// dissolve. Oils count as thin as they are blended. Held to R85, R86, T62, T87.
func (s Stack) Carried(touch Touch, place int, moment time.Time, air climate.Record) (mm, seen float64) {
	layer := &s[place]
	if touch.Liquid == nil || !touch.Contact.Sprayed {
		return 0, 0
	}
	drawn := layer.Drawn()
	age, pace := drawn.Age(moment), chance.Pace(drawn.Film)
	n := nearness(touch.Liquid, drawn.Film.Family)
	contact := ContactTime(touch.Contact, touch.Liquid, moment, air)
	wet := float64(touch.Contact.Liquid) / dragAt
	way := func(slower float64) float64 {
		share := 1.0
		if hard, wet := age.At(math.Exp(pace * slower)); !wet {
			a := n.attack(hard)
			share = a.soft * math.Min(1, a.depth(contact)/float64(drawn.Film.Thickness()))
		}
		return coatDrag * wet * wet * share
	}
	chance.Paces([]float64{math.Log(age.Dried) / pace}, func(slower, share float64) bool {
		seen += share * chance.Above(way(slower), creepMM, chance.Bite)
		return true
	})
	return way(0), seen
}

// CreepShows returns how far a line may creep before it is seen, in mm.
func CreepShows() float64 { return creepMM }

var blended = Numbers.Number("blended", 1.5, "µm", "dry thickness to which oils are drawn out as they are blended, at most", fact.Bench("T61: oils of 1 to 2 µm"))

// Drawn returns the course of the film as it is worked: an oil is drawn out thin, everything else stays as it was laid.
func (l *Layer) Drawn() *cure.Course {
	if l.drawn != nil {
		return l.drawn
	}
	return &l.Course
}
