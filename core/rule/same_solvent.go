package rule

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

var sameSolvent = timeline.Rule{
	ID: "same-solvent", Title: "A coat in the solvent of a young wash or oil",
	Reason: "A sprayed coat wets the wash below it. Where it is carried by what the wash is still soluble in, thin films creep and lines blur, even if no paint is lost. " +
		"A clear of another family does nothing to it.",
	Evidence: fact.Bench("a wet final coat can move a young wash or oil below it, most of all when its solvent is the same"),
	Find:     findSameSolvent, Open: func(s *timeline.Site, within schedule.Span) timeline.Spans {
		return timeline.Once(within, func(t time.Time) bool { return creeps(s, t) == 0 })
	},
}

// creeps returns the place of an open wash or oil that the coat's carrier would still dissolve at moment, 0 for none.
func creeps(s *timeline.Site, moment time.Time) int {
	if !s.Step.Do.Has(route.ClearCoat) || s.Touch.Liquid == nil {
		return 0
	}
	for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
		f := s.Below[i].Film.Family
		if f.IsOily() && stack.Distance(s.Touch.Liquid, f, s.Below[i].Hard(moment)) < 1 {
			return i
		}
	}
	return 0
}

func findSameSolvent(s *timeline.Site) []timeline.Finding {
	place := creeps(s, s.Start)
	if place == 0 {
		return nil
	}
	hard := s.Below[place].Hard(s.Start)
	f := timeline.Finding{
		Severity: timeline.Warn, Verdict: timeline.Wait, Layer: s.LayerID(place), Liquid: liquidID(s.Touch.Liquid),
		Figures: timeline.Figures{RED: stack.Distance(s.Touch.Liquid, s.Below[place].Film.Family, hard), Hard: hard, Film: true},
	}
	f.Because = fmt.Sprintf("%s is carried by %s, which %s is still soluble in at %s hard: its lines would creep.",
		say.Capital(s.Step.Product.Name), s.Touch.Liquid.Name, s.FilmName(place), say.Percent(hard))
	f.Propose = func() []timeline.Fix {
		other := swapFixes(s, s.Step, func(p *coating.Product) bool {
			return p.Sheen == s.Step.Product.Sheen && stack.Distance(p.Carrier, s.Below[place].Film.Family, hard) >= 1
		})
		return append(other, waitFix(s)...)
	}
	return []timeline.Finding{f}
}
