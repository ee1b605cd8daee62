package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var rub = timeline.Rule{
	ID: "rub", Title: "A cloth rubs a film that is still soft",
	Reason: "Rubbing grinds the wash into a film that is still soft, whatever the liquid, water too. An enamel wants about a week, a water-borne acrylic two days, " +
		"a lacquer one; a closed, hard clear on top takes the rub for all below it.",
	Evidence: fact.Bench("the hardness at which a film can be rubbed explains the reported ages of enamel, acrylic and lacquer"),
	Find:     findRub, Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		return s.Question().Open(verdict.Ground, within)
	},
}

func findRub(s *timeline.Site) []timeline.Finding {
	r, ok := told(s, verdict.Ground)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: r.Word, Layer: s.LayerID(r.Place), Figures: timeline.Figures{Hard: r.Hard, Share: r.Share, Film: true}}
	f.Because = fmt.Sprintf("%s is %s hard and wants %s under a cloth: the wipe would grind the wash into it. %s",
		say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard), say.Percent(stack.RubHard()), safeFrom(s, r.SafeFrom))
	if r.Share < 1 {
		f.Because = fmt.Sprintf("%s is %s hard, and one thin coat over it has weak spots on edges and detail, where the wipe would grind the wash in. %s",
			say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard), safeFrom(s, r.SafeFrom))
	}
	f.Title = fmt.Sprintf("%s is too soft to be rubbed", say.Capital(s.FilmName(r.Place)))
	if f.Severity == verdict.Note {
		f.Title = fmt.Sprintf("Waits until %s can be rubbed", s.FilmName(r.Place))
	}
	f.Propose = func() []timeline.Fix {
		fixes := waitFix(s)
		if w := s.Step.Wiped; w != nil && w.Done.IsZero() {
			fixes = append(insertFix(s, "seal", 2, w, coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat), fixes...)
		}
		return fixes
	}
	return []timeline.Finding{f}
}
