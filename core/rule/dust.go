package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var dustWiped = timeline.Rule{
	ID: "dust-wiped", Title: "A wash or a cloth over open pigment",
	Reason:   "Pastel, pencil and pigment that no clear holds float off in a wash and come away with the cloth. A mist of flat holds them.",
	Evidence: fact.Bench("a finger or an eraser takes them off until they are sealed"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.WashOn | route.Cloth) {
			return nil
		}
		for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
			if !s.Below[i].Film.Family.IsLoose() {
				continue
			}
			before := s.Step
			if s.Step.Wiped != nil {
				before = s.Step.Wiped
			}
			f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Layer: s.LayerID(i), Because: fmt.Sprintf("Nothing holds %s: %s takes it away.", s.FilmName(i), route.StepName(s.Step))}
			f.Because = say.Capital(f.Because)
			if before.Done.IsZero() {
				f.Propose = func() []timeline.Fix { return insertFix(s, "flat-coat", 1, before, coating.Flat, coating.Satin) }
			}
			return []timeline.Finding{f}
		}
		return nil
	},
}
