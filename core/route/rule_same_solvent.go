package route

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

var sameSolvent = Rule{
	ID: "same-solvent", Title: "A coat in the solvent of a young wash or oil",
	Reason: "A sprayed coat wets the wash below it. Where it is carried by what the wash is still soluble in, thin films creep and lines blur, even if no paint is lost. " +
		"A clear of another family does nothing to it.",
	Evidence: fact.Bench("a wet final coat can move a young wash or oil below it, most of all when its solvent is the same"),
	Find:     findSameSolvent, Holds: func(s *Site, t time.Time) bool { return s.creeps(t) == 0 },
}

// creeps returns the place of an open wash or oil that the coat's carrier would still dissolve at moment, 0 for none.
func (s *Site) creeps(moment time.Time) int {
	if !s.Step.Do.Has(ClearCoat) || s.touch.Liquid == nil {
		return 0
	}
	for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
		f := s.Below[i].Film.Family
		if f.IsOily() && stack.Distance(s.touch.Liquid, f, s.Below[i].Hard(moment)) < 1 {
			return i
		}
	}
	return 0
}

func findSameSolvent(s *Site) []Finding {
	place := s.creeps(s.Start)
	if place == 0 {
		return nil
	}
	hard := s.Below[place].Hard(s.Start)
	f := Finding{
		Severity: Warn, Verdict: Wait, Layer: s.layerID(place), Liquid: liquidID(s.touch.Liquid),
		Figures: Figures{RED: stack.Distance(s.touch.Liquid, s.Below[place].Film.Family, hard), Hard: hard, Film: true},
	}
	f.Because = fmt.Sprintf("%s is carried by %s, which %s is still soluble in at %s hard: its lines would creep.",
		say.Capital(s.Step.Product.Name), s.touch.Liquid.Name, s.film(place), say.Percent(hard))
	f.propose = func() []Fix {
		other := s.swapFixes(s.Step, func(p *coating.Product) bool {
			return p.Sheen == s.Step.Product.Sheen && stack.Distance(p.Carrier, s.Below[place].Film.Family, hard) >= 1
		})
		return append(other, s.waitFix()...)
	}
	return []Finding{f}
}
