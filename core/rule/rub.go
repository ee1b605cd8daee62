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

var rub = timeline.Rule{
	ID: "rub", Title: "A cloth rubs a film that is still soft",
	Reason: "Rubbing grinds the wash into a film that is still soft, whatever the liquid, water too. An enamel wants about a week, a water-borne acrylic two days, " +
		"a lacquer one; a closed, hard clear on top takes the rub for all below it.",
	Evidence: fact.Bench("the hardness at which a film can be rubbed explains the reported ages of enamel, acrylic and lacquer"),
	Find:     findRub, Open: func(s *timeline.Site, within schedule.Span) timeline.Spans {
		return timeline.Once(within, func(t time.Time) bool { return rubHolds(s, t) })
	},
}

func rubHolds(s *timeline.Site, moment time.Time) bool {
	return !s.Step.Do.Has(route.Cloth) || s.Below.Rubbed(s.Step.Of, moment).Place < 0
}

func findRub(s *timeline.Site) []timeline.Finding {
	at, severity := s.Start, timeline.Stop
	if rubHolds(s, at) {
		if s.Fixed() || rubHolds(s, s.Asked) {
			return nil
		}
		at, severity = s.Asked, timeline.Note
	}
	r := s.Below.Rubbed(s.Step.Of, at)
	if r.Exposed < 1 {
		severity = min(severity, timeline.Warn)
	}
	soft := &s.Below[r.Place]
	safe := soft.When(stack.RubHard())
	f := timeline.Finding{
		Severity: severity, Verdict: timeline.Wait, Layer: s.LayerID(r.Place), SafeFrom: safe,
		Figures: timeline.Figures{Hard: r.Hard, Share: r.Exposed, Film: true},
	}
	f.Because = fmt.Sprintf("%s is %s hard and wants %s under a cloth: the wipe would grind the wash into it. %s",
		say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard), say.Percent(stack.RubHard()), safeFrom(s, safe))
	if r.Exposed < 1 {
		f.Because = fmt.Sprintf("%s is %s hard, and one thin coat over it has weak spots on edges and detail, where the wipe would grind the wash in. %s",
			say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard), safeFrom(s, safe))
	}
	f.Title = fmt.Sprintf("%s is too soft to be rubbed", say.Capital(s.FilmName(r.Place)))
	if at != s.Start {
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
