package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var decalFlood = coating.Microns(Numbers.Number("decal-flood", 8, "µm", "liquid that stands on a decal from which a solvent that softens it wrinkles it", fact.Bench("lacquer clears are misted over decals before they are laid wet")))

// The bite engine sees little harm here: a sprayed coat carries off next to nothing of a film that dissolves. A decal does not lose
// thickness, it wrinkles, because it is softened through while gum holds it at its edges; what matters is whether the solvent stands long
// enough to get through fifteen micrometres, and a mist does not.
var decalSolvent = timeline.Rule{
	ID: "decal-solvent", Title: "A strong solvent laid wet over decals",
	Mend:     "Don't touch it while it is wrinkled: most lies down as it dries. Then prick it, set it, press it down.",
	Reason:   "A decal's film is a lacquer. A clear whose solvent softens it wrinkles it when it stands wet; misted, it is gone before it gets in. Water-borne clears do nothing to it.",
	Evidence: fact.Bench("solvent clears can wrinkle a decal: mist them first"),
	Find: func(s *timeline.Site) []timeline.Finding {
		standing := s.Step.Standing(s.Plan.Air.At(s.Start))
		if standing < decalFlood {
			return nil
		}
		for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
			f := s.Below[i].Film.Family
			red := stack.Distance(s.Touch.Liquid, f, s.Below[i].Hard(s.Start))
			if f != decalFilm || red >= 1 || !floats(s, i) {
				continue
			}
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Warn}, Layer: s.LayerID(i), Liquid: liquidID(s.Touch.Liquid), Figures: timeline.Figures{RED: red, Hard: s.Below[i].Hard(s.Start), Film: true},
				Because: fmt.Sprintf("%s stands %.0f µm wet on the decals and softens their film: they may wrinkle. As dry mists it does not.", say.Capital(StepLiquid(s)), float64(standing)),
				Propose: func() []timeline.Fix {
					mild := swapFixes(s, s.Step, func(p *coating.Product) bool {
						return p.Sheen == s.Step.Sheen() && stack.Distance(p.Carrier, f, 1) >= 1
					})
					return append(mistIf(s, func(*route.Step) bool { return true }), mild...)
				},
			}}
		}
		return nil
	},
}
