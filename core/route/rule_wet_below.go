package route

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var wetBelow = Rule{
	ID: "wet-below", Title: "The film below is not ready yet",
	Reason:   "A film that still holds its carrier tears, wrinkles or traps what is put over it. Each family has its own time until the next coat may go on.",
	Evidence: fact.Bench("computed from the carrier leaving; recoat times as the bench keeps them"),
	Find:     findWetBelow, Holds: func(s *Site, t time.Time) bool { _, ready := s.readyBelow(); return !t.Before(ready) }, Physical: true,
}

// readyBelow returns the film that holds the step up the longest, and until when.
func (s *Site) readyBelow() (place int, ready time.Time) {
	top := len(s.Below) - 1
	if s.Step.Of != "" && top > 0 && s.Below[top].Step == s.Step.Of {
		top-- // its own wash, which has a window of its own
	}
	plain := s.touch.Lifts == 0 && !s.Step.Do.Has(OilWork)
	if latest := s.line.latest[max(0, top)]; plain && (latest == 0 || s.Below[latest].Step != s.Step.Of || s.Step.Of == "") {
		if latest == 0 {
			return 0, ready
		}
		return latest, s.line.freeAt(latest)
	}
	for i := 1; i <= top; i++ {
		f := s.Below[i].Film.Family
		if s.Step.Of != "" && s.Below[i].Step == s.Step.Of || s.Step.Do.Has(OilWork) && f.IsOily() {
			continue
		}
		t := s.line.freeAt(i)
		if medium := s.touch.Lifts; medium > 0 && i >= medium {
			t = s.line.touch[i]
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
		say.Capital(s.film(place)), state.Phase, s.Plan.clock(s.Start), stepName(s.Step), s.Plan.clock(ready))
	f.propose = s.waitFix
	return []Finding{f}
}

func stepName(s *Step) string { return "the " + say.Lower(s.Do.Name) }
