package rule

import (
	"fmt"

	"inkysparrow/core/chance"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var wetBelow = timeline.Rule{
	ID: "wet-below", Title: "The film below is not ready yet",
	Mend:     "Leave it until both are hard, then look again; sand level what tore or sagged, and lay a thin coat.",
	Reason:   "A film that still holds its carrier tears, wrinkles or traps what is put over it. Each family has its own time until the next coat may go on.",
	Evidence: fact.Bench("computed from the carrier leaving; recoat times as the bench keeps them"),
	Find:     findWetBelow, Physical: true, Open: opens(verdict.TooWet), Odds: odds(verdict.TooWet),
}

func findWetBelow(s *timeline.Site) []timeline.Finding {
	a, ok := now(s, verdict.TooWet)
	if !ok {
		return nil
	}
	state := s.Below[a.Place].At(s.Start)
	f := timeline.Finding{Word: a.Word, Layer: s.LayerID(a.Place), Figures: timeline.Figures{Hard: state.Hard, Share: state.Wet, Film: true}}
	f.Because = fmt.Sprintf("With a usual product %s is %s at %s.", s.FilmName(a.Place), state.Phase, s.Plan.Clock(s.Start))
	if a.Chance < chance.Likely() {
		f.Title = map[bool]string{true: "The film below may not have been ready", false: "The film below may not be ready yet"}[s.Step.Happened()]
		f.Because = oddsOf(a.Word) + " " + f.Because
	}
	if a.Helps == verdict.Wait {
		is := map[bool]string{true: "would have been", false: "is"}[s.Step.Happened()]
		f.Because = fmt.Sprintf("%s It %s ready for %s from about %s.", f.Because, is, route.StepName(s.Step), s.Plan.Clock(a.SafeFrom))
	}
	f.Propose, f.Made = waiting(s), made(s, a)
	return []timeline.Finding{f}
}
