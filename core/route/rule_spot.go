package route

import (
	"fmt"
	"slices"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var sheenEdge = Rule{
	ID: "sheen-edge", Title: "A clear on a part of the zone leaves an edge of sheen",
	Reason:   "Gloss only where the decals go saves spraying, but its edge shines beside the paint around it. One even clear over all, at the latest the final coat, takes the edge away.",
	Evidence: fact.Bench("spot gloss is evened out by the final coat"),
	Find: func(s *Site) []Finding {
		if !s.Step.Do.Has(ClearCoat) || s.Step.share() >= 1 ||
			slices.ContainsFunc(s.Zone.Steps[s.Index+1:], func(st *Step) bool { return st.Do.Has(ClearCoat) && st.share() >= 1 }) {
			return nil
		}
		return []Finding{{
			Severity: Warn, Figures: Figures{Share: s.Step.share()},
			Because: fmt.Sprintf("%s covers %.0f %% of the zone, and nothing evens the sheen out after it.", say.Capital(stepName(s.Step)), 100*s.Step.share()),
		}}
	},
}
