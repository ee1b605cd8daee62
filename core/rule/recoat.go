package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var recoat = timeline.Rule{
	ID: "recoat", Title: "Recoated in its bad window",
	Reason: "An enamel takes another coat of its kind while it is still open, within a day or so. Then its skin closes over a soft inside: the next coat's solvent swells the skin " +
		"and it wrinkles. Days later it is hard all through and takes a coat again.",
	Evidence: fact.Bench("labels of alkyd enamels give an early and a late time for the next coat"),
	Find:     findRecoat, Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		return s.Question().Open(verdict.Wrinkled, within)
	},
}

func findRecoat(s *timeline.Site) []timeline.Finding {
	q := s.Question()
	a, ok := q.Of(verdict.Wrinkled, s.Start)
	if !ok {
		return nil
	}
	a = q.Helped(a)
	return []timeline.Finding{{
		Word: a.Word, Layer: s.LayerID(a.Place), Liquid: liquidID(s.Touch.Liquid), Figures: timeline.Figures{Hard: a.Hard, RED: a.RED, Film: true}, Propose: waiting(s),
		Because: fmt.Sprintf("%s is %s hard: its skin has closed over a soft inside, and another coat wrinkles it. Its early window shut %s. %s",
			say.Capital(s.FilmName(a.Place)), say.Percent(a.Hard), s.Plan.Clock(a.Shuts), safeFrom(s, a.SafeFrom)),
	}}
}
