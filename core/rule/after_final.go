package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var afterFinal = timeline.Rule{
	ID: "after-final", Title: "An effect on top of the final coat",
	Reason: "Streaks, dust, pencil and chips after the last clear are a school of their own: no clear pales or moves them, and they can be taken back. Its price is that nothing holds them and that " +
		"their own sheen stays: handle the model by its other side, or mist it once more.",
	Evidence: fact.Bench("done by some on purpose: what is seen is what stays"),
	Find: func(s *timeline.Site) []timeline.Finding {
		do := s.Step.Do
		if !do.Has(route.OilWork|route.LooseOn|route.Staining) && (do.Phase != route.Chip || do.Has(route.Lifting|route.WearsBack)) || do.Has(route.ClearCoat) {
			return nil
		}
		for i := s.Index - 1; i >= 0; i-- {
			final := s.Zone.Steps[i]
			if !final.Do.Has(route.LastCoat) {
				continue
			}
			for _, later := range s.Zone.Steps[s.Index+1:] {
				if later.Do.Has(route.ClearCoat) {
					return nil // it is held after all
				}
			}
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Note}, Layer: final.ID,
				Because: fmt.Sprintf("It lies on the final coat of step %d: it can be taken back, nothing holds it, and it keeps its own sheen.", i+1),
			}}
		}
		return nil
	},
}
