package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
)

var wetBelow = timeline.Rule{
	ID: "wet-below", Title: "The film below is not ready yet",
	Reason:   "A film that still holds its carrier tears, wrinkles or traps what is put over it. Each family has its own time until the next coat may go on.",
	Evidence: fact.Bench("computed from the carrier leaving; recoat times as the bench keeps them"),
	Find:     findWetBelow, Physical: true,
	Open: func(s *timeline.Site, within schedule.Span) timeline.Spans {
		_, ready := s.ReadyBelow()
		return timeline.Since(ready, within)
	},
}

func findWetBelow(s *timeline.Site) []timeline.Finding {
	place, ready := s.ReadyBelow()
	if place == 0 || !s.Start.Before(ready) {
		return nil
	}
	state := s.Below[place].At(s.Start)
	severity := timeline.Stop
	if onlyWash(s, place) {
		severity = timeline.Warn
	}
	f := timeline.Finding{Severity: severity, Verdict: timeline.Wait, Layer: s.LayerID(place), SafeFrom: ready, Figures: timeline.Figures{Hard: state.Hard, Share: state.Wet, Film: true}}
	f.Because = fmt.Sprintf("%s is %s at %s, and ready for %s from %s.",
		say.Capital(s.FilmName(place)), state.Phase, s.Plan.Clock(s.Start), route.StepName(s.Step), s.Plan.Clock(ready))
	f.Propose = waiting(s)
	return []timeline.Finding{f}
}
