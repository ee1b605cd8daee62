package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var medium = timeline.Rule{
	ID: "medium", Title: "Work on top of a live chipping medium",
	Mend: "Let it dry. Where paint came loose, feather the spot and paint it again; seal it before any more water.",
	Reason: "A chipping medium stays soluble in water for ever. Tape pulls off whatever stands on it, and a clear coat over it is no protection: water gets through, and all above lets go. " +
		"Markings are masked where no medium lies.",
	Evidence: fact.Bench("a clear coat is only as strong as what it stands on"),
	Find:     findMedium,
}

func findMedium(s *timeline.Site) []timeline.Finding {
	place := s.TopMedium()
	if place == 0 {
		return nil
	}
	switch {
	case s.Step.Do.Has(route.Tape):
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Stop}, Layer: s.LayerID(place),
			Because: fmt.Sprintf("Tape pulls off what stands on %s.", s.FilmName(place)),
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}} },
		}}
	case s.Step.Do.Has(route.ClearCoat) && clearAbove(s, place) == nil:
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Note}, Layer: s.LayerID(place),
			Because: fmt.Sprintf("This coat does not protect what stands on %s: water still gets through and lifts it. Stay with white spirit above it.", s.FilmName(place)),
		}}
	}
	return nil
}

// clearAbove returns the lowest clear coat above place, nil where there is none.
func clearAbove(s *timeline.Site, place int) *route.Step {
	for i := place + 1; i < len(s.Below); i++ {
		if st := s.StepOf(i); st != nil && st.Do.Has(route.ClearCoat) {
			return st
		}
	}
	return nil
}
