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

var wetBelow = timeline.Rule{
	ID: "wet-below", Title: "The film below is not ready yet",
	Reason:   "A film that still holds its carrier tears, wrinkles or traps what is put over it. Each family has its own time until the next coat may go on.",
	Evidence: fact.Bench("computed from the carrier leaving; recoat times as the bench keeps them"),
	Find:     findWetBelow, Physical: true,
	Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		return s.Question().Open(verdict.TooWet, within)
	},
}

func findWetBelow(s *timeline.Site) []timeline.Finding {
	q := s.Question()
	a, ok := q.Of(verdict.TooWet, s.Start)
	if !ok {
		return nil
	}
	a = q.Helped(a)
	state := s.Below[a.Place].At(s.Start)
	f := timeline.Finding{Word: a.Word, Layer: s.LayerID(a.Place), Figures: timeline.Figures{Hard: state.Hard, Share: state.Wet, Film: true}}
	f.Because = fmt.Sprintf("%s is %s at %s, and ready for %s from %s.",
		say.Capital(s.FilmName(a.Place)), state.Phase, s.Plan.Clock(s.Start), route.StepName(s.Step), s.Plan.Clock(a.SafeFrom))
	f.Propose = waiting(s)
	return []timeline.Finding{f}
}
