package rule

import (
	"fmt"
	"strings"

	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var slit = timeline.Rule{
	ID: "slit", Title: "A wash stops at decals over a line",
	Reason:   "A decal bridges the line it lies over, and a wash stops at its edge. Slit along the line with a fresh blade before the seal, it lets the wash through; a painted marking never stops it.",
	Evidence: fact.Bench("slit a decal along a line it bridges before the wash"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.WashOn) {
			return nil
		}
		for _, st := range s.Zone.Steps[:s.Index] {
			if len(st.Decals) == 0 {
				continue
			}
			var names []string
			for _, w := range decal.Works(st.Decals, coating.Gloss.Texture()) {
				if w.Slit {
					names = append(names, w.Name)
				}
			}
			if len(names) > 0 {
				return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Layer: st.ID, Because: fmt.Sprintf("Slit along the line before the seal: %s.", strings.Join(names, ", "))}}
			}
		}
		return nil
	},
}
