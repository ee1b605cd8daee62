package effect

import (
	"cmp"
	"hash/fnv"
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/internal/kept"
)

// shownBench is where the strengths come from at which an effect is drawn that no airframe places.
var shownBench = fact.Bench("chosen by eye")

// Seeded returns the seed of something that has none stored, from what it is called: 1 to 2^53 - 1.
func Seeded(of ...string) uint64 {
	h := fnv.New64a()
	for _, s := range of {
		h.Write([]byte(s))
		h.Write([]byte{0})
	}
	const most = 1<<53 - 1
	return max(1, h.Sum64()&most)
}

// Follow gives a step the passes and the share of its zone that follow from its pull, its service and what it is laid on. It is asked before a route is laid out, so that passes, minutes and
// paint are one. passes and share are those that its plan names, 0 for those that follow too; what was pulled before they were derived is named with its pull in it, and followed is true.
func Follow(j *Job, passes int, share float64, followed bool) {
	s := j.Step
	amount := j.amount()
	if followed {
		amount = 1
	}
	if s.Do.Counts == route.CountsPasses {
		mix := mixOf(s, j.Paint)
		own := suitsOf(j, mix)
		veil := 1.0
		if j.Veil > 0 && passes == 0 { // passes that somebody chose are that hand's own already
			veil = j.Veil
		}
		s.Coats = min(s.Do.Most(), max(1, int(math.Round(float64(cmp.Or(passes, own.passes))*amount/veil))))
		if own.dose > 0 {
			_, paint, _ := Mix{Dense: mix.Dense}.laying(own.dose*j.amount()/veil, s.Coats)
			s.Thinning = 1/paint - 1
		}
	}
	if s.Do.Covers > 0 {
		by := amount
		if share == 0 {
			by *= j.Wear.Service.Shows()
		}
		if share > 0 || by != 1 {
			s.Share = min(1, cmp.Or(share, s.Do.Covers)*by)
		}
	}
}

// Pulled returns a step as it would be with another amount and reach: to be looked at before it is kept.
func Pulled(s *route.Step, by route.Pull) *route.Step {
	was, _ := s.Pull.Times()
	now, _ := by.Times()
	return s.As(func(s *route.Step) {
		if s.Do.Covers > 0 && now != was {
			s.Share = min(1, s.Covered()*now/was)
		}
		s.Pull.Amount, s.Pull.Reach = by.Amount, by.Reach
	})
}

// suits is what suits a step that is sprayed where nobody says: passes, and the dose that they lay where it is most, in density times mm; one pass and no dose where it lays nothing.
type suits struct {
	passes int
	dose   float64
}

// suitsOf is asked for by every judgement of a plan, and kept.
func suitsOf(j *Job, mix Mix) suits {
	if j.Airframe == nil {
		return suits{passes: max(1, j.Step.Do.Coats)}
	}
	key := sprayOf{a: j.Airframe, zone: j.Zone, gas: Is(j.Step, j.Airframe, gas.ID), hours: j.hours(), core: Core(j.Wear.Stain), mix: mix, rounds: Fired(j.Step.Pull, j.Wear.Service.Combat)}
	n, _ := suitsMade.Of(key, func() (suits, error) { return key.suits(), nil })
	return n
}

// sprayOf is all that a step's own passes follow from.
type sprayOf struct {
	a                   *airframe.Airframe
	zone                int
	gas                 bool
	hours, core, rounds float64
	mix                 Mix
}

var suitsMade = kept.New[sprayOf, suits](256)

func (k sprayOf) suits() suits {
	if k.gas {
		l := Guns(k.a, k.zone, colour.Colour{}, k.rounds, 1, 1)
		if len(l.Clouds) == 0 {
			return suits{passes: 1}
		}
		dose := gasDose(l)
		return suits{k.mix.suited(dose), dose}
	}
	b := bankOf(Banks(k.a, k.hours, k.core), k.zone)
	if b == nil {
		return suits{passes: 1}
	}
	s := b.Spray(k.mix, 0, 1)
	return suits{max(1, len(s.Passes)), s.Dose}
}
