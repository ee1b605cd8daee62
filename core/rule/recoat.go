package rule

import (
	"fmt"
	"iter"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

var recoat = timeline.Rule{
	ID: "recoat", Title: "Recoated in its bad window",
	Reason: "An enamel takes another coat of its kind while it is still open, within a day or so. Then its skin closes over a soft inside: the next coat's solvent swells the skin " +
		"and it wrinkles. Days later it is hard all through and takes a coat again.",
	Evidence: fact.Bench("labels of alkyd enamels give an early and a late time for the next coat"),
	Find:     findRecoat, Open: outsideBadWindow,
}

// outsideBadWindow returns what lies outside the stretches in which a film of the coat's own kind, lying open, would wrinkle.
func outsideBadWindow(s *timeline.Site, within schedule.Span) timeline.Spans {
	var closed []schedule.Span
	for i := range sameKindOnTop(s) {
		if shuts, opens, ok := s.Below[i].BadWindow(); ok {
			closed = append(closed, schedule.Span{From: shuts, To: opens})
		}
	}
	slices.SortFunc(closed, func(a, b schedule.Span) int { return a.From.Compare(b.From) })
	return timeline.Outside(within, closed...)
}

// sameKindOnTop returns the places of the films on top of an oxidising kind that the step sprays more of.
func sameKindOnTop(s *timeline.Site) iter.Seq[int] {
	return func(yield func(int) bool) {
		if s.Touch.Welds == nil || s.Touch.Welds.Mechanism != coating.Oxidise || s.Touch.Liquid == nil {
			return
		}
		for i := len(s.Below) - 1; i > 0; i-- {
			if f := s.Below[i].Film.Family; f != s.Touch.Welds || !f.Closed || !yield(i) {
				return
			}
		}
	}
}

// wrinkles returns the film that the step's coat would wrinkle at moment, and how hard it is; 0 for none.
func wrinkles(s *timeline.Site, moment time.Time) (place int, hard cure.Fraction) {
	for i := range sameKindOnTop(s) {
		if shuts, opens, ok := s.Below[i].BadWindow(); ok && !moment.Before(shuts) && moment.Before(opens) {
			return i, s.Below[i].Hard(moment)
		}
	}
	return 0, 0
}

func findRecoat(s *timeline.Site) []timeline.Finding {
	place, hard := wrinkles(s, s.Start)
	if place == 0 {
		return nil
	}
	shuts, opens, _ := s.Below[place].BadWindow()
	f := timeline.Finding{
		Severity: timeline.Stop, Verdict: timeline.Wait, Layer: s.LayerID(place), Liquid: liquidID(s.Touch.Liquid), SafeFrom: opens,
		Figures: timeline.Figures{Hard: hard, RED: stack.Distance(s.Touch.Liquid, s.Below[place].Film.Family, hard), Film: true},
	}
	f.Because = fmt.Sprintf("%s is %s hard: its skin has closed over a soft inside, and another coat wrinkles it. Its early window shut %s. %s",
		say.Capital(s.FilmName(place)), say.Percent(hard), s.Plan.Clock(shuts), safeFrom(s, opens))
	f.Propose = waiting(s)
	return []timeline.Finding{f}
}
