package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var glossLost = timeline.Rule{
	ID: "gloss-lost", Title: "A flat coat over what must stay glossy",
	Mend:     "One more thin gloss coat.",
	Reason:   "Fuel and oil stains live by their shine. They go on after the final coat; a flat or satin clear over them makes them a shadow.",
	Evidence: fact.Bench("glossy wet stains come after the final coat"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.ClearCoat) || s.Step.Sheen() < coating.Satin {
			return nil
		}
		for _, st := range s.Zone.Steps[:s.Index] {
			if !st.Do.Has(route.AfterFinish) {
				continue
			}
			f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Layer: st.ID, Because: fmt.Sprintf("%s below would lose its shine under a %s coat.", say.Capital(route.StepName(st)), s.Step.Sheen())}
			if st.Done.IsZero() && s.Step.At.IsZero() {
				f.Propose = func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixMove, Step: s.Step.ID, Before: st.ID}} }
			}
			return []timeline.Finding{f}
		}
		return nil
	},
}

var unsealedDust = timeline.Rule{
	ID: "unsealed-dust", Title: "Pastel or pencil that nothing seals",
	Reason:   "Dry pigment lies there until a clear holds it; a finger or an eraser takes it off. Some want just that.",
	Evidence: fact.Bench("an eraser or a finger undoes it until it is sealed"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.LooseOn) || slices.ContainsFunc(s.Zone.Steps[s.Index+1:], func(st *route.Step) bool { return st.Do.Has(route.ClearCoat) }) ||
			slices.ContainsFunc(s.Zone.Steps[:s.Index], func(st *route.Step) bool { return st.Do.Has(route.LastCoat) }) { // that is told of all that comes after the final coat
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Because: fmt.Sprintf("Nothing seals %s: handle the model by its other side.", s.Step.Product.Name)}}
	},
}
