package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var sheenEdge = timeline.Rule{
	ID: "sheen-edge", Title: "A clear on a part of the zone leaves an edge of sheen",
	Reason:   "Gloss only where the decals go saves spraying, but its edge shines beside the paint around it. One even clear over all, at the latest the final coat, takes the edge away.",
	Evidence: fact.Bench("spot gloss is evened out by the final coat"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.ClearCoat) || s.Step.Extent() >= 1 ||
			slices.ContainsFunc(s.Zone.Steps[s.Index+1:], func(st *route.Step) bool { return st.Do.Has(route.ClearCoat) && st.Extent() >= 1 }) {
			return nil
		}
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Warn}, Figures: timeline.Figures{Share: s.Step.Extent()},
			Because: fmt.Sprintf("%s covers %.0f %% of the zone, and nothing evens the sheen out after it.", say.Capital(route.StepName(s.Step)), 100*s.Step.Extent()),
		}}
	},
}
