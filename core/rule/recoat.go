package rule

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

var (
	recoatShuts = Numbers.Number("recoat-shuts", 0.20, "", "hardness from which an oxidising film wrinkles under its own kind", fact.Bench("labels of enamels: recoat within a day or so"))
	recoatOpens = Numbers.Number("recoat-opens", 0.60, "", "hardness from which it no longer does", fact.Bench("labels of enamels: or after five days or more"))
)

var recoat = timeline.Rule{
	ID: "recoat", Title: "Recoated in its bad window",
	Reason: "An enamel takes another coat of its kind while it is still open, within a day or so. Then its skin closes over a soft inside: the next coat's solvent swells the skin " +
		"and it wrinkles. Days later it is hard all through and takes a coat again.",
	Evidence: fact.Bench("labels of alkyd enamels give an early and a late time for the next coat"),
	Find:     findRecoat, Holds: func(s *timeline.Site, t time.Time) bool { place, _ := wrinkles(s, t); return place == 0 },
}

// wrinkles returns the film that the step's coat would wrinkle at moment, and how hard it is; 0 for none.
func wrinkles(s *timeline.Site, moment time.Time) (place int, hard cure.Fraction) {
	if s.Touch.Welds == nil || s.Touch.Welds.Mechanism != coating.Oxidise || s.Touch.Liquid == nil {
		return 0, 0
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		f := s.Below[i].Film
		if f.Family != s.Touch.Welds || !f.Family.Closed {
			return 0, 0
		}
		if hard := s.Below[i].Hard(moment); float64(hard) >= recoatShuts && float64(hard) < recoatOpens {
			return i, hard
		}
	}
	return 0, 0
}

func findRecoat(s *timeline.Site) []timeline.Finding {
	place, hard := wrinkles(s, s.Start)
	if place == 0 {
		return nil
	}
	opens := s.Below[place].When(cure.Fraction(recoatOpens))
	f := timeline.Finding{
		Severity: timeline.Warn, Verdict: timeline.Wait, Layer: s.LayerID(place), Liquid: liquidID(s.Touch.Liquid), SafeFrom: opens,
		Figures: timeline.Figures{Hard: hard, RED: stack.Distance(s.Touch.Liquid, s.Below[place].Film.Family, hard), Film: true},
	}
	f.Because = fmt.Sprintf("%s is %s hard: its skin has closed over a soft inside, and another coat wrinkles it. Its early window shut %s; safe again from %s.",
		say.Capital(s.FilmName(place)), say.Percent(hard), s.Plan.Clock(s.Below[place].When(cure.Fraction(recoatShuts))), s.Plan.Clock(opens))
	f.Propose = waiting(s)
	return []timeline.Finding{f}
}
