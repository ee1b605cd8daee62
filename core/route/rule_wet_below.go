package route

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
)

func init() {
	register(Rule{
		ID: "wet-below", Title: "The film below is not ready yet",
		Reason:   "A film that still holds its carrier tears, wrinkles or traps what is put over it. Each family has its own time until the next coat may go on.",
		Evidence: fact.Bench("computed from the carrier leaving; recoat times as the bench keeps them"),
		Find:     findWetBelow, Holds: func(s *Site, t time.Time) bool { _, ready := s.readyBelow(); return !t.Before(ready) }, Physical: true,
	})
}

// readyBelow returns the film that holds the step up the longest, and until when.
func (s *Site) readyBelow() (place int, ready time.Time) {
	medium := s.touch.Lifts
	for i := 1; i < len(s.Below); i++ {
		f := s.Below[i].Film.Family
		var t time.Time
		switch {
		case s.Step.Of != "" && s.Below[i].Step == s.Step.Of, s.Step.Do.Has(OilWork) && f.IsOily():
			continue
		case f.IsOily(), medium > 0 && i >= medium:
			t = s.line.touch[i]
		default:
			t = s.line.ready[i]
		}
		if t.After(ready) {
			place, ready = i, t
		}
	}
	return place, ready
}

func findWetBelow(s *Site) []Finding {
	place, ready := s.readyBelow()
	if place == 0 || !s.Start.Before(ready) {
		return nil
	}
	state := s.Below[place].At(s.Start)
	f := Finding{Severity: Stop, Verdict: Wait, Layer: s.layerID(place), SafeFrom: ready, Figures: Figures{Hard: state.Hard, Share: state.Wet, Film: true}}
	f.Because = fmt.Sprintf("%s is %s at %s, and ready for %s from %s.",
		capital(s.film(place)), state.Phase, s.Plan.clock(s.Start), stepName(s.Step), s.Plan.clock(ready))
	f.propose = s.waitFix
	return []Finding{f}
}

func stepName(s *Step) string { return "the " + lower(s.Do.Name) }
