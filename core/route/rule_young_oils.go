package route

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var youngOils = Rule{
	ID: "young-oils", Title: "A coat over young oils or washes",
	Reason:   "An oil is touch-dry in a day or two and settled in three to seven. A coat before that shuts it in soft, and can move it. Some put nothing over oils ever again.",
	Evidence: fact.Bench("cautious people wait four to seven days; computed from the oil's own hardening"),
	Find:     findYoungOils, Holds: func(s *Site, t time.Time) bool { _, settled := s.settled(); return !t.Before(settled) },
}

// settled returns the oil or wash below that takes longest to settle, and until when.
func (s *Site) settled() (place int, at time.Time) {
	if !s.Step.Do.Has(ClearCoat | Colour) {
		return 0, at
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		if f := s.Below[i].Film.Family; f.IsOily() && s.line.ready[i].After(at) {
			place, at = i, s.line.ready[i]
		}
	}
	return place, at
}

func findYoungOils(s *Site) []Finding {
	place, settled := s.settled()
	if place == 0 {
		return nil
	}
	var found []Finding
	if s.Start.Before(settled) {
		state := s.Below[place].At(s.Start)
		f := Finding{Severity: Warn, Verdict: Wait, Layer: s.layerID(place), SafeFrom: settled, Figures: Figures{Hard: state.Hard, Film: true}}
		f.Because = fmt.Sprintf("%s is %s hard, and settled enough for a coat from %s.", say.Capital(s.film(place)), say.Percent(state.Hard), s.Plan.clock(settled))
		f.propose = s.waitFix
		found = append(found, f)
	}
	over := s.stepOf(place)
	if s.Plan.Schools.Of("over_oils") == "nothing" && over != nil && over.Do.Has(OilWork) && s.Step.Do.Has(ClearCoat) {
		found = append(found, Finding{
			Severity: Warn, Layer: s.layerID(place),
			Because: fmt.Sprintf("Your school leaves oils uncovered, and this coat goes over %s.", s.film(place)),
			propose: func() []Fix { return []Fix{{Do: "remove", Step: s.Step.ID}} },
		})
	}
	return found
}
