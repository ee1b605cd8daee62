package route

import (
	"fmt"

	"inkysparrow/core/fact"
)

var medium = Rule{
	ID: "medium", Title: "Work on top of a live chipping medium",
	Reason: "A chipping medium stays soluble in water for ever. Tape pulls off whatever stands on it, and a clear coat over it is no protection: water gets through, and all above lets go. " +
		"Markings are masked where no medium lies.",
	Evidence: fact.Bench("a clear coat is only as strong as what it stands on"),
	Find:     findMedium,
}

func findMedium(s *Site) []Finding {
	place := topMedium(s.Below)
	if place == 0 {
		return nil
	}
	switch {
	case s.Step.Do.Has(Tape):
		return []Finding{{
			Severity: Stop, Layer: s.layerID(place),
			Because: fmt.Sprintf("Tape pulls off what stands on %s.", s.film(place)),
			propose: func() []Fix { return []Fix{{Do: "remove", Step: s.Step.ID}} },
		}}
	case s.Step.Do.Has(ClearCoat) && s.clearAbove(place) == nil:
		return []Finding{{
			Severity: Note, Layer: s.layerID(place),
			Because: fmt.Sprintf("This coat does not protect what stands on %s: water still gets through and lifts it. Stay with white spirit above it.", s.film(place)),
		}}
	}
	return nil
}

// clearAbove returns the lowest clear coat above place, nil where there is none.
func (s *Site) clearAbove(place int) *Step {
	for i := place + 1; i < len(s.Below); i++ {
		if st := s.stepOf(i); st != nil && st.Do.Has(ClearCoat) {
			return st
		}
	}
	return nil
}
