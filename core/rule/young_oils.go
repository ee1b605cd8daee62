package rule

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
)

var youngOils = timeline.Rule{
	ID: "young-oils", Title: "A coat over young oils or washes",
	Reason:   "An oil is touch-dry in a day or two and settled in three to seven. A coat before that shuts it in soft, and can move it. Some put nothing over oils ever again.",
	Evidence: fact.Bench("cautious people wait four to seven days; computed from the oil's own hardening"),
	Find:     findYoungOils, Open: func(s *timeline.Site, within schedule.Span) timeline.Spans {
		_, at := settled(s)
		return timeline.Since(at, within)
	},
}

// settled returns the oil or wash below that takes longest to settle, and until when.
func settled(s *timeline.Site) (place int, at time.Time) {
	if !s.Step.Do.Has(route.ClearCoat | route.Colour) {
		return 0, at
	}
	return s.Settled()
}

func findYoungOils(s *timeline.Site) []timeline.Finding {
	place, settled := settled(s)
	if place == 0 {
		return nil
	}
	var found []timeline.Finding
	if s.Start.Before(settled) {
		state := s.Below[place].At(s.Start)
		f := timeline.Finding{Severity: timeline.Warn, Verdict: timeline.Wait, Layer: s.LayerID(place), SafeFrom: settled, Figures: timeline.Figures{Hard: state.Hard, Film: true}}
		f.Because = fmt.Sprintf("%s is %s hard, and settled enough for a coat from %s.", say.Capital(s.FilmName(place)), say.Percent(state.Hard), s.Plan.Clock(settled))
		f.Propose = waiting(s)
		found = append(found, f)
	}
	over := s.StepOf(place)
	if s.Plan.Schools.Of(route.OverOils) == route.NothingOver && over != nil && over.Do.Has(route.OilWork) && s.Step.Do.Has(route.ClearCoat) {
		found = append(found, timeline.Finding{
			Severity: timeline.Warn, Layer: s.LayerID(place),
			Because: fmt.Sprintf("Your school leaves oils uncovered, and this coat goes over %s.", s.FilmName(place)),
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}} },
		})
	}
	return found
}
