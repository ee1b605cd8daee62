package route

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

var rub = Rule{
	ID: "rub", Title: "A cloth rubs a film that is still soft",
	Reason: "Rubbing grinds the wash into a film that is still soft, whatever the liquid, water too. An enamel wants about a week, a water-borne acrylic two days, " +
		"a lacquer one; a closed, hard clear on top takes the rub for all below it.",
	Evidence: fact.Bench("the hardness at which a film can be rubbed explains the reported ages of enamel, acrylic and lacquer"),
	Find:     findRub, Holds: rubHolds,
}

func rubHolds(s *Site, moment time.Time) bool {
	return !s.Step.Do.Has(Cloth) || s.Below.Rubbed(s.Step.Of, moment).Place < 0
}

func findRub(s *Site) []Finding {
	at, severity := s.Start, Stop
	if rubHolds(s, at) {
		if s.Fixed() || rubHolds(s, s.Asked) {
			return nil
		}
		at, severity = s.Asked, Note
	}
	r := s.Below.Rubbed(s.Step.Of, at)
	if r.Exposed < 1 {
		severity = min(severity, Warn)
	}
	soft := &s.Below[r.Place]
	safe := soft.When(stack.RubHard())
	f := Finding{
		Severity: severity, Verdict: Wait, Layer: s.layerID(r.Place), SafeFrom: safe,
		Figures: Figures{Hard: r.Hard, Share: r.Exposed, Film: true},
	}
	f.Because = fmt.Sprintf("%s is %s hard and wants %s under a cloth: the wipe would grind the wash into it. Safe from %s.",
		say.Capital(s.film(r.Place)), say.Percent(r.Hard), say.Percent(stack.RubHard()), s.Plan.clock(safe))
	if r.Exposed < 1 {
		f.Because = fmt.Sprintf("%s is %s hard, and one thin coat over it has weak spots on edges and detail, where the wipe would grind the wash in. Safe from %s.",
			say.Capital(s.film(r.Place)), say.Percent(r.Hard), s.Plan.clock(safe))
	}
	f.Title = fmt.Sprintf("%s is too soft to be rubbed", say.Capital(s.film(r.Place)))
	f.propose = func() []Fix {
		fixes := s.waitFix()
		if w := s.Step.wiped; w != nil && w.Done.IsZero() {
			fixes = append(s.insertFix("seal", 2, w, coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat), fixes...)
		}
		return fixes
	}
	return []Finding{f}
}
