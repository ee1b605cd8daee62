package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var markingArea = Numbers.Number("marking-area", 0.05, "", "share of a zone up to which a masked colour is a marking or a panel, and covers no effect", fact.Bench("T88: at most 5 % of a zone"))

var order = timeline.Rule{
	ID: "order", Title: "A step out of its order",
	Reason: "Base, chips, gloss, decals, seal, wash, grip, oils, stains, finish: each effect needs the one before it below and would be covered or undone the other way round. " +
		"Washing before the decals is a school of its own.",
	Evidence: fact.Bench("the order that nearly all keep"),
	Find:     findOrder,
}

func findOrder(s *timeline.Site) []timeline.Finding {
	before := s.Zone.Steps[:s.Index]
	last := func(has func(*route.Step) bool) *route.Step {
		for i := len(before) - 1; i >= 0; i-- {
			if has(before[i]) {
				return before[i]
			}
		}
		return nil
	}
	if s.Step.Do.Has(route.Lifting) {
		return chipOrder(s)
	}
	if s.Step.Do.Has(route.WearsBack) && s.Touch.Lifts == 0 {
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Warn}, Because: fmt.Sprintf("%s does not lie on top, so there is nothing of it to wipe back.", say.Capital(s.Step.Product.Name)),
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}} },
		}}
	}
	if s.Step.Do.Has(route.Colour) && !s.Step.Do.Has(route.Veils) && s.Step.Extent() > markingArea { // a marking or a panel that is masked covers only itself
		effect := last(func(st *route.Step) bool { // a clear is no effect: a flat coat below a metal is how a dull panel is made
			return st.Do.Phase >= route.Decals && st.Do.Phase != route.Sealing && st.Do.Lays && !st.Do.Has(route.ClearCoat)
		})
		if effect != nil {
			return []timeline.Finding{outOfOrder(s, verdict.Stop, effect, "covers")}
		}
	}
	if s.Step.Do.Has(route.Shades) && s.Step.Do.ID == "pre-shade" {
		if over := last(func(st *route.Step) bool { return st.Do.Has(route.ClearCoat) }); over != nil {
			return []timeline.Finding{outOfOrder(s, verdict.Warn, over, "lies on top of")}
		}
	}
	if s.Step.Do.ID == "decals" && s.Plan.Schools.Of(route.DecalsAndWash) == route.AfterDecals {
		if w := last(func(st *route.Step) bool { return st.Do.Has(route.WashOn) }); w != nil {
			return []timeline.Finding{outOfOrder(s, verdict.Note, w, "bridges")}
		}
	}
	if lastTouch(s.Step) {
		return nil
	}
	if final := last(func(st *route.Step) bool { return st.Do.Has(route.LastCoat) }); final != nil {
		return []timeline.Finding{outOfOrder(s, verdict.Warn, final, "comes after")}
	}
	return nil
}

// lastTouch reports whether a step is usual after the last coat: stains, chips, dust, and thin paint that deepens or pales a panel.
func lastTouch(s *route.Step) bool {
	return s.Do.Has(route.LastCoat|route.AfterFinish|route.LooseOn|route.OilWork|route.Joins|route.TapeOff|route.Staining|route.Veils|route.Shades|route.Mends) || s.Do.Phase == route.Chip && !s.Do.Has(route.Lifting|route.WearsBack)
}

func outOfOrder(s *timeline.Site, severity verdict.Severity, other *route.Step, verb string) timeline.Finding {
	f := timeline.Finding{Word: verdict.Word{Severity: severity}, Layer: other.ID, Because: fmt.Sprintf("%s %s %s of step %d.", say.Capital(route.StepName(s.Step)), verb, route.StepName(other), slices.Index(s.Zone.Steps, other)+1)}
	if s.Step.At.IsZero() && other.Done.IsZero() {
		f.Propose = func() []timeline.Fix {
			return []timeline.Fix{{Do: timeline.FixMove, Step: s.Step.ID, Before: other.ID}}
		}
	}
	return f
}

// chipOrder judges a chip step: there must be a medium with a colour on it, and no clear over that.
func chipOrder(s *timeline.Site) []timeline.Finding {
	medium := s.TopMedium()
	if medium == 0 && s.LooseColour() > 0 {
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Layer: s.LayerID(s.LooseColour()), Because: "No medium lies below: the acrylic breaks off the lacquer in flakes, with a stiff brush or a toothpick. Go slowly."}}
	}
	if medium == 0 {
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Warn}, Because: "There is no chipping medium below, so water lifts nothing.",
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}} },
		}}
	}
	if clear := clearAbove(s, medium); clear != nil {
		return []timeline.Finding{outOfOrder(s, verdict.Warn, clear, "is done through")}
	}
	if medium == len(s.Below)-1 {
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Warn}, Layer: s.LayerID(medium), Because: "No colour lies on the medium, so there is nothing to chip.",
			Propose: func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}} },
		}}
	}
	return nil
}

var dulled = timeline.Rule{
	ID: "dulled", Title: "Dry pigment that a wet clear dulls, or that nothing seals",
	Mend:     "Lay the pigment again, stronger, and fix it with one mist; or leave it for the very last.",
	Reason:   "A wet clear over pastel or pencil takes the bite out of it; unsealed, a finger takes it off. A light mist over a stronger application is the usual way.",
	Evidence: fact.Bench("pastels fade under a wet coat"),
	Find:     findDulled,
}

func findDulled(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.ClearCoat) {
		return nil
	}
	for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
		if !s.Below[i].Film.Family.IsLoose() {
			continue
		}
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note}, Layer: s.LayerID(i), Because: fmt.Sprintf("%s pales under a wet coat: put it on stronger, and mist this one.", say.Capital(s.FilmName(i)))}
		if s.Step.Sheen() == coating.Gloss {
			f.Severity = verdict.Warn
			f.Because = fmt.Sprintf("%s all but vanishes under a wet gloss coat.", say.Capital(s.FilmName(i)))
			f.Propose = func() []timeline.Fix {
				return swapFixes(s, s.Step, func(p *coating.Product) bool { return p.Sheen >= coating.Satin })
			}
		}
		return []timeline.Finding{f}
	}
	return nil
}
