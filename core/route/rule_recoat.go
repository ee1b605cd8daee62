package route

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

var (
	recoatShuts = Numbers.Number("recoat-shuts", 0.20, "", "hardness from which an oxidising film wrinkles under its own kind", fact.Bench("labels of enamels: recoat within a day or so"))
	recoatOpens = Numbers.Number("recoat-opens", 0.60, "", "hardness from which it no longer does", fact.Bench("labels of enamels: or after five days or more"))
)

var recoat = Rule{
	ID: "recoat", Title: "Recoated in its bad window",
	Reason: "An enamel takes another coat of its kind while it is still open, within a day or so. Then its skin closes over a soft inside: the next coat's solvent swells the skin " +
		"and it wrinkles. Days later it is hard all through and takes a coat again.",
	Evidence: fact.Bench("labels of alkyd enamels give an early and a late time for the next coat"),
	Find:     findRecoat, Holds: func(s *Site, t time.Time) bool { place, _ := s.wrinkles(t); return place == 0 },
}

// wrinkles returns the film that the step's coat would wrinkle at moment, and how hard it is; 0 for none.
func (s *Site) wrinkles(moment time.Time) (place int, hard cure.Fraction) {
	if s.touch.Welds == nil || s.touch.Welds.Mechanism != coating.Oxidise || s.touch.Liquid == nil {
		return 0, 0
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		f := s.Below[i].Film
		if f.Family != s.touch.Welds || !f.Family.Closed {
			return 0, 0
		}
		if hard := s.Below[i].Hard(moment); float64(hard) >= recoatShuts && float64(hard) < recoatOpens {
			return i, hard
		}
	}
	return 0, 0
}

func findRecoat(s *Site) []Finding {
	place, hard := s.wrinkles(s.Start)
	if place == 0 {
		return nil
	}
	opens := s.Below[place].When(cure.Fraction(recoatOpens))
	f := Finding{
		Severity: Warn, Verdict: Wait, Layer: s.layerID(place), Liquid: liquidID(s.touch.Liquid), SafeFrom: opens,
		Figures: Figures{Hard: hard, RED: stack.Distance(s.touch.Liquid, s.Below[place].Film.Family, hard), Film: true},
	}
	f.Because = fmt.Sprintf("%s is %s hard: its skin has closed over a soft inside, and another coat wrinkles it. Its early window shut %s; safe again from %s.",
		say.Capital(s.film(place)), say.Percent(hard), s.Plan.clock(s.Below[place].When(cure.Fraction(recoatShuts))), s.Plan.clock(opens))
	f.propose = s.waitFix
	return []Finding{f}
}
