package rule

import (
	"fmt"

	"inkysparrow/core/chance"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var recoat = timeline.Rule{
	ID: "recoat", Title: "Recoated in its bad window",
	Mend: "Let it harden for good, sand it level, and lay one thin coat.",
	Reason: "An enamel takes another coat of its kind while it is still open, within a day or so. Then its skin closes over a soft inside: the next coat's solvent swells the skin " +
		"and it wrinkles. Days later it is hard all through and takes a coat again.",
	Evidence: fact.Bench("labels of alkyd enamels give an early and a late time for the next coat"),
	Find:     findRecoat, Open: opens(verdict.Wrinkled), Odds: odds(verdict.Wrinkled),
}

func findRecoat(s *timeline.Site) []timeline.Finding {
	a, ok := now(s, verdict.Wrinkled)
	if !ok {
		return nil
	}
	f := timeline.Finding{
		Word: a.Word, Layer: s.LayerID(a.Place), Liquid: liquidID(s.Touch.Liquid), Figures: timeline.Figures{Hard: a.Hard, RED: a.RED, Film: true}, Propose: waiting(s), Made: made(s, a),
		Because: fmt.Sprintf("%s %s is %s hard: its skin has closed over a soft inside, and another coat wrinkles it.", oddsOf(a.Word), say.Capital(s.FilmName(a.Place)), say.Percent(a.Hard)),
	}
	if a.Chance < chance.Likely() {
		f.Title = map[bool]string{true: "Another coat may have wrinkled it", false: "Another coat may wrinkle it"}[s.Step.Happened()]
		f.Because = fmt.Sprintf("%s %s is %s hard: with some products its skin has closed over a soft inside by then.", oddsOf(a.Word), say.Capital(s.FilmName(a.Place)), say.Percent(a.Hard))
	}
	if a.Helps == verdict.Wait {
		f.Because += " " + goodFrom(s, a.Word)
	}
	return []timeline.Finding{f}
}
