package rule

import (
	"fmt"

	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var spraySetting = timeline.Rule{
	ID: "spray-setting", Title: "An airbrush that is set too dry, too coarse or too wet",
	Mend: "Sand it with a fine sponge when it is hard, and mist it once more.",
	Reason: "Droplets that dry on their way or leave the needle too large no longer flow out: the coat is pebbly like orange peel, and gloss is lost. Too much in one pass runs on every edge. " +
		"Distance, pressure, needle and thinning each move it.",
	Evidence: fact.Bench("fitted so that the settings that people give come out well"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Step.Spray == nil || s.Step.Product == nil || !s.Step.Do.Airbrush {
			return nil
		}
		x := route.SprayOf(s.Zone, s.Step, s.Step.Spray, s.Plan.Air.At(s.Start))
		if !x.Dry && !x.Coarse && !x.Wet {
			usual := dose.RangeFor(s.Step.Do.Spray)
			if s.Step.Spray.Strays(usual, s.Step.Product.Family, s.Step.Thinner()) < dose.StraysFrom {
				return nil
			}
			n := s.Step.Spray
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Warn},
				Because: fmt.Sprintf("%.2g mm, %.0f psi from %.3g cm, thinned 1:%.2g: each may do by itself, together they are far from the %.2g to %.2g mm, %.0f to %.0f psi and %.0f to %.0f cm of %s. It lands as dust, or beside the zone.",
					n.NeedleMM, n.PSI, n.DistanceCM, n.Thinning, usual.Needle[0], usual.Needle[1], usual.PSI[0], usual.PSI[1], usual.DistanceCM[0], usual.DistanceCM[1], usual.Words),
				Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixSpray, Step: s.Step.ID}} },
			}}
		}
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Warn}, Figures: timeline.Figures{Share: x.Lost}, Because: x.Words(),
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixSpray, Step: s.Step.ID}} },
		}}
	},
}
