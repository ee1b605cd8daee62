package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var youngOils = timeline.Rule{
	ID: "young-oils", Title: "A coat over young oils or washes",
	Reason:   "An oil is touch-dry in a day or two and settled in three to seven. A coat before that shuts it in soft, and can move it. Some put nothing over oils ever again.",
	Evidence: fact.Bench("cautious people wait four to seven days; computed from the oil's own hardening"),
	Find:     findYoungOils, Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		return s.Question().Open(verdict.ShutIn, within)
	},
}

func findYoungOils(s *timeline.Site) []timeline.Finding {
	q := s.Question()
	if !q.Coats || q.Oily == 0 {
		return nil
	}
	place := q.Oily
	var found []timeline.Finding
	if a, ok := q.Of(verdict.ShutIn, s.Start); ok {
		f := timeline.Finding{Word: q.Helped(a).Word, Layer: s.LayerID(place), Figures: timeline.Figures{Hard: a.Hard, Film: true}}
		f.Because = fmt.Sprintf("%s is %s hard, and settled enough for a coat from %s.", say.Capital(s.FilmName(place)), say.Percent(a.Hard), s.Plan.Clock(q.Settled))
		f.Propose = waiting(s)
		found = append(found, f)
	}
	over := s.StepOf(place)
	if s.Plan.Schools.Of(route.OverOils) == route.NothingOver && over != nil && over.Do.Has(route.OilWork) && s.Step.Do.Has(route.ClearCoat) {
		found = append(found, timeline.Finding{
			Word: verdict.Word{Severity: verdict.Warn}, Layer: s.LayerID(place),
			Because: fmt.Sprintf("Your school leaves oils uncovered, and this coat goes over %s.", s.FilmName(place)),
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}} },
		})
	}
	return found
}
