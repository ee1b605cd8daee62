package rule

import (
	"fmt"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var rub = timeline.Rule{
	ID: "rub", Title: "A cloth or a tool on a film that is still soft",
	Mend: "Let it harden. A shiny spot goes under the next flat coat; where paint is missing, touch it up.",
	Reason: "Rubbing grinds the wash into a film that is still soft, whatever the liquid, water too. An enamel wants about a week, a water-borne acrylic two days, " +
		"a lacquer one; a closed, hard clear on top takes the rub for all below it. A polish and a stiff brush dig into what is softer still.",
	Evidence: fact.Bench("the hardness at which a film can be rubbed explains the reported ages of enamel, acrylic and lacquer"),
	Find:     findRub, Open: rubsNothing, Odds: rubOdds,
}

func rubOdds(s *timeline.Site, at time.Time) chance.Odds {
	if s.Step.Do.Contact.Is(stack.Polished) {
		return s.Question().Odds(verdict.Worn, at)
	}
	return s.Question().Odds(verdict.Ground, at)
}

// rubsNothing is when a cloth grinds nothing in, and a polish digs nothing out. A chipping brush has no time to wait for: what it is to break off grows tougher meanwhile.
func rubsNothing(s *timeline.Site, within schedule.Span) schedule.Spans {
	if s.Step.Do.Contact.Is(stack.Polished) {
		return s.Question().Open(verdict.Worn, within)
	}
	return s.Question().Open(verdict.Ground, within)
}

// findWorn tells of a tool that digs into what is too soft for it.
func findWorn(s *timeline.Site) []timeline.Finding {
	a, ok := told(s, verdict.Worn)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: a.Word, Layer: s.LayerID(a.Place), Figures: timeline.Figures{Hard: a.Hard, Depth: a.Dug, Loss: a.Dug, Share: a.Share, Film: true}}
	f.Title = fmt.Sprintf("%s %s too soft for it", say.Capital(s.FilmName(a.Place)), may(s, a.Word, "is", "may be", "may have been"))
	f.Because = fmt.Sprintf("%s %s digs %.1f µm out of %s with a usual product: it is %s hard.", oddsOf(a.Word), say.Capital(s.Touch.Contact.Name), float64(a.Dug), s.FilmName(a.Place), say.Percent(a.Hard))
	f.Made = made(s, a)
	switch {
	case s.Touch.Contact.Is(stack.ChipWork):
		f.Because += " Go lightly there: waiting lets what is chipped grow tougher too."
	case a.Helps == verdict.Wait:
		f.Because += " " + goodFrom(s, a.Word)
		f.Propose = waiting(s)
	}
	return []timeline.Finding{f}
}

func findRub(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Cloth) {
		return findWorn(s)
	}
	r, ok := told(s, verdict.Ground)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: r.Word, Layer: s.LayerID(r.Place), Figures: timeline.Figures{Hard: r.Hard, Share: r.Share, Film: true}}
	f.Because = fmt.Sprintf("%s %s is %s hard, and half of all stand a cloth at %s: the wipe grinds the wash into a softer one.",
		oddsOf(r.Word), say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard), say.Percent(stack.RubHard(s.Below[r.Place].Film)))
	if r.Share < 1 {
		f.Because = fmt.Sprintf("%s %s is %s hard, and one thin coat over it has weak spots on edges and detail, where the wipe grinds the wash in.",
			oddsOf(r.Word), say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard))
	}
	f.Title = fmt.Sprintf("%s %s too soft to be rubbed", say.Capital(s.FilmName(r.Place)), may(s, r.Word, "is", "may be", "may have been"))
	if waits(s, r) {
		f.Title = fmt.Sprintf("Waits until %s can be rubbed", s.FilmName(r.Place))
		f.Because = waited(s, verdict.Ground, "the wash would be ground in", r)
	} else if r.Helps == verdict.Wait {
		f.Because += " " + goodFrom(s, r.Word)
	}
	f.Made = made(s, r)
	f.Propose = func() []timeline.Fix {
		fixes := waitFix(s)
		if w := s.Step.Wiped; w != nil && w.Done.IsZero() {
			fixes = append(insertFix(s, "seal", 2, w, coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat), fixes...)
		}
		return fixes
	}
	return []timeline.Finding{f}
}
