package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var youngOils = timeline.Rule{
	ID: "young-oils", Title: "A coat over young oils or washes",
	Mend:     "Let it harden as it is. What stays soft or wrinkled is taken off with its thinner, and laid again over a flat coat.",
	Reason:   "An oil is touch-dry in a day or two and settled in three to seven. A coat before that shuts it in soft, and can move it. Some put nothing over oils ever again.",
	Evidence: fact.Bench("cautious people wait four to seven days; computed from the oil's own hardening"),
	Find:     findYoungOils, Open: opens(verdict.ShutIn), Odds: odds(verdict.ShutIn),
}

func findYoungOils(s *timeline.Site) []timeline.Finding {
	if !s.Question().Coats {
		return nil
	}
	var found []timeline.Finding
	if a, ok := now(s, verdict.ShutIn); ok {
		f := timeline.Finding{Word: a.Word, Layer: s.LayerID(a.Place), Figures: timeline.Figures{Hard: a.Hard, Film: true}}
		f.Because = fmt.Sprintf("%s %s is %s hard: what has not settled is shut in soft.", oddsOf(a.Word), say.Capital(s.FilmName(a.Place)), say.Percent(a.Hard))
		if a.Helps == verdict.Wait {
			f.Because += " " + goodFrom(s, a.Word)
		}
		f.Propose, f.Made = waiting(s), made(s, a)
		found = append(found, f)
	}
	place := len(s.Below) - 1
	for place > 0 && !s.Below[place].Film.Family.IsOily() {
		place--
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
