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

// acrylics are the paints on which practitioners disagree whether an enamel wash wants a barrier first.
var acrylics = []*coating.Family{coating.MustFamily("waterborne-acrylic"), coating.MustFamily("alcohol-acrylic")}

// IsAcrylic reports whether a family is one of the acrylic paints.
func IsAcrylic(f *coating.Family) bool { return f == acrylics[0] || f == acrylics[1] }

var bareAcrylic = timeline.Rule{
	ID: "bare-acrylic", Title: "An enamel wash straight on acrylic paint",
	Reason: "Some say that enamel products eat an unprotected acrylic, others run white spirit over it for years without harm. Whether it bites is computed; this is for those whose school wants a " +
		"barrier in any case.",
	Evidence: fact.Bench("a school of its own: bare, or a gloss barrier first"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Plan.Schools.Of(route.AcrylicUnderEnamelWash) != route.OverGloss || !s.Step.Do.Has(route.WashOn) || !s.Step.Film(s.Start).Family.IsOily() {
			return nil
		}
		for i := len(s.Below) - 1; i > 0; i-- {
			if !s.Below[i].Film.Covers() {
				continue
			}
			st := s.StepOf(i)
			if st == nil || st.Do.Has(route.ClearCoat) || !IsAcrylic(s.Below[i].Film.Family) {
				return nil
			}
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Warn}, Layer: s.LayerID(i), Because: fmt.Sprintf("%s lies open, and your school wants a gloss barrier below an enamel wash.", say.Capital(s.FilmName(i))),
				Propose: func() []timeline.Fix { return insertFix(s, "gloss-coat", 2, s.Step, coating.Gloss) },
			}}
		}
		return nil
	},
}
