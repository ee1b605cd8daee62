package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var sameSolvent = timeline.Rule{
	ID: "same-solvent", Title: "A coat in the solvent of a young wash or oil",
	Mend: "Let it dry, then mist one light flat coat; what crept is taken off with a bud while it can be, and laid again.",
	Reason: "A sprayed coat wets the wash below it. Where it is carried by what the wash is still soluble in, thin films creep and lines blur, even if no paint is lost. " +
		"A clear of another family does nothing to it.",
	Evidence: fact.Bench("a wet final coat can move a young wash or oil below it, most of all when its solvent is the same"),
	Find:     findSameSolvent, Open: opens(verdict.Crept), Odds: odds(verdict.Crept),
}

func findSameSolvent(s *timeline.Site) []timeline.Finding {
	a, ok := now(s, verdict.Crept)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: a.Word, Layer: s.LayerID(a.Place), Liquid: liquidID(s.Touch.Liquid), Figures: timeline.Figures{RED: a.RED, Hard: a.Hard, Film: true}}
	f.Because = fmt.Sprintf("%s %s is carried by %s, which %s is still soluble in at %s hard: sprayed like this it creeps by %.2f mm with a usual product. A light mist does not move it.",
		oddsOf(a.Word), say.Capital(s.Step.Product.Name), s.Touch.Liquid.Name, s.FilmName(a.Place), say.Percent(a.Hard), a.Creep)
	if a.Helps == verdict.Wait {
		f.Because += " " + goodFrom(s, a.Word)
	}
	f.Made = made(s, a)
	f.Propose = func() []timeline.Fix {
		other := swapFixes(s, s.Step, func(p *coating.Product) bool {
			return p.Sheen == s.Step.Product.Sheen && s.Instead(s.Step.As(func(st *route.Step) { st.Product = p }), s.Start).Holds(verdict.Crept, s.Start)
		})
		mist := mistIf(s, func(misted *route.Step) bool { return s.Instead(misted, s.Start).Holds(verdict.Crept, s.Start) })
		return slices.Concat(other, mist, waitFix(s))
	}
	return []timeline.Finding{f}
}
