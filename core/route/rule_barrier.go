package route

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

// acrylics are the paints on which practitioners disagree whether an enamel wash wants a barrier first.
var acrylics = []*coating.Family{coating.MustFamily("waterborne-acrylic"), coating.MustFamily("alcohol-acrylic")}

func isAcrylic(f *coating.Family) bool { return f == acrylics[0] || f == acrylics[1] }

var bareAcrylic = Rule{
	ID: "bare-acrylic", Title: "An enamel wash straight on acrylic paint",
	Reason: "Some say that enamel products eat an unprotected acrylic, others run white spirit over it for years without harm. Whether it bites is computed; this is for those whose school wants a " +
		"barrier in any case.",
	Evidence: fact.Bench("a school of its own: bare, or a gloss barrier first"),
	Find: func(s *Site) []Finding {
		if s.Plan.Schools.Of("acrylic_under_enamel_wash") != "gloss" || !s.Step.Do.Has(WashOn) || !s.Step.Film(s.Start).Family.IsOily() {
			return nil
		}
		for i := len(s.Below) - 1; i > 0; i-- {
			if !s.Below[i].Film.Covers() {
				continue
			}
			st := s.stepOf(i)
			if st == nil || st.Do.Has(ClearCoat) || !isAcrylic(s.Below[i].Film.Family) {
				return nil
			}
			return []Finding{{
				Severity: Warn, Layer: s.layerID(i), Because: fmt.Sprintf("%s lies open, and your school wants a gloss barrier below an enamel wash.", say.Capital(s.film(i))),
				propose: func() []Fix { return s.insertFix("gloss-coat", 2, s.Step, coating.Gloss) },
			}}
		}
		return nil
	},
}
