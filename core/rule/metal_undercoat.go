package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var metalUndercoat = timeline.Rule{
	ID: "metal-undercoat", Title: "Bright metal over a dull undercoat",
	Mend:     "Gloss black below, and the metal again in thin coats.",
	Reason:   "The undercoat's sheen decides the metal's: over flat it goes dull, over gloss mirror-like, over polished gloss black it goes chrome.",
	Evidence: fact.Bench("two or three gloss coats below for an ordinary shine, four to six for a mirror"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Step.Do.ID != "metal-coat" || s.Step.Product.Sheen != coating.Gloss || s.On < decal.Rough() {
			return nil
		}
		severity := verdict.Warn
		if before := s.Zone.Steps[max(0, s.Index-1)]; before.Do.Has(route.ClearCoat) && before.Sheen() == coating.Flat { // a flat clear right below it is no accident
			severity = verdict.Note
		}
		f := timeline.Finding{Word: verdict.Word{Severity: severity}, Because: fmt.Sprintf("%s is meant to shine, and %s below it is %s: it goes dull.", say.Capital(s.Step.Product.Name), s.SurfaceName(), s.On.Sheen())}
		f.Propose = func() []timeline.Fix { return insertFix(s, "gloss-coat", 3, s.Step, coating.Gloss) }
		return []timeline.Finding{f}
	},
}
