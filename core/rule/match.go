package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var partsMatch = timeline.Rule{
	ID: "parts-match", Wide: true, Title: "A part that will not match",
	Reason: "Parts that are finished apart are looked at fitted. Where the same paint is washed or faded on one and not on the other, the joint shows as a change of colour. Treat both, and hold " +
		"one against the other before anything is sealed.",
	Evidence: fact.Bench("parts finished apart match in wash and oils"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.WashOn|route.Thinned) && s.Step.Do.ID != "oil-dots" {
			return nil
		}
		own := paintOf(s.Zone)
		if own == nil {
			return nil
		}
		for _, other := range s.Plan.Zones {
			if other.Part == s.Zone.Part || paintOf(other) != own || toned(other, s.Step.Do) {
				continue
			}
			return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Because: fmt.Sprintf("%s is of the same %s and is finished apart; it gets no %s.", other.Name, own.Name, s.Step.Do.Short)}}
		}
		return nil
	},
}

// paintOf returns what a zone is painted with in the end; nil for nothing.
func paintOf(z *route.Zone) *coating.Product {
	for i := len(z.Steps) - 1; i >= 0; i-- {
		if st := z.Steps[i]; st.Do.Has(route.Colour) && (st.Share == 0 || st.Share == 1) {
			return st.Product
		}
	}
	return nil
}

// toned reports whether a zone gets something that changes its tone as a step of that kind does.
func toned(z *route.Zone, do *route.Technique) bool {
	for _, st := range z.Steps {
		if st.Do.ID == do.ID || do.Has(route.WashOn|route.Thinned) && st.Do.Has(route.WashOn|route.Thinned) {
			return true
		}
	}
	return false
}
