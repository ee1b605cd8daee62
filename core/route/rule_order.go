package route

import (
	"fmt"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var order = Rule{
	ID: "order", Title: "A step out of its order",
	Reason: "Base, chips, gloss, decals, seal, wash, grip, oils, stains, finish: each effect needs the one before it below and would be covered or undone the other way round. " +
		"Washing before the decals is a school of its own.",
	Evidence: fact.Bench("the order that nearly all keep"),
	Find:     findOrder,
}

func findOrder(s *Site) []Finding {
	before := s.Zone.Steps[:s.Index]
	last := func(has func(*Step) bool) *Step {
		for i := len(before) - 1; i >= 0; i-- {
			if has(before[i]) {
				return before[i]
			}
		}
		return nil
	}
	if s.Step.Do.Has(Lifting) {
		return s.chipOrder()
	}
	if s.Step.Do.Has(WearsBack) && s.touch.Lifts == 0 {
		return []Finding{{
			Severity: Stop, Because: fmt.Sprintf("%s does not lie on top, so there is nothing of it to wipe back.", say.Capital(s.Step.Product.Name)),
			propose: func() []Fix { return []Fix{{Do: "remove", Step: s.Step.ID}} },
		}}
	}
	if s.Step.Do.Has(Colour) {
		effect := last(func(st *Step) bool { return st.Do.Phase >= Decals && st.Do.Phase != Sealing && st.Do.Lays })
		if effect != nil {
			return []Finding{s.outOfOrder(Stop, effect, "covers")}
		}
	}
	if s.Step.Do.Has(Shades) {
		if over := last(func(st *Step) bool { return st.Do.Has(ClearCoat) }); over != nil {
			return []Finding{s.outOfOrder(Warn, over, "lies on top of")}
		}
	}
	if s.Step.Do.ID == "decals" && s.Plan.Schools.Of("decals_and_wash") == "after-decals" {
		if w := last(func(st *Step) bool { return st.Do.Has(WashOn) }); w != nil {
			return []Finding{s.outOfOrder(Note, w, "bridges")}
		}
	}
	if final := last(func(st *Step) bool { return st.Do.Has(LastCoat) }); final != nil && !s.Step.Do.Has(LastCoat|AfterFinish|LooseOn|Joins|TapeOff) {
		return []Finding{s.outOfOrder(Warn, final, "comes after")}
	}
	return nil
}

func (s *Site) outOfOrder(severity Severity, other *Step, verb string) Finding {
	f := Finding{Severity: severity, Layer: other.ID, Because: fmt.Sprintf("%s %s %s of step %d.", say.Capital(stepName(s.Step)), verb, stepName(other), slices.Index(s.Zone.Steps, other)+1)}
	if s.Step.At.IsZero() && other.Done.IsZero() {
		f.propose = func() []Fix { return []Fix{{Do: "move", Step: s.Step.ID, Before: other.ID}} }
	}
	return f
}

// chipOrder judges a chip step: there must be a medium with a colour on it, and no clear over that.
func (s *Site) chipOrder() []Finding {
	medium := topMedium(s.Below)
	if medium == 0 {
		return []Finding{{
			Severity: Stop, Because: "There is no chipping medium below, so water lifts nothing.",
			propose: func() []Fix { return []Fix{{Do: "remove", Step: s.Step.ID}} },
		}}
	}
	if clear := s.clearAbove(medium); clear != nil {
		return []Finding{s.outOfOrder(Warn, clear, "is done through")}
	}
	if medium == len(s.Below)-1 {
		return []Finding{{
			Severity: Warn, Layer: s.layerID(medium), Because: "No colour lies on the medium, so there is nothing to chip.",
			propose: func() []Fix { return []Fix{{Do: "remove", Step: s.Step.ID}} },
		}}
	}
	return nil
}

var dulled = Rule{
	ID: "dulled", Title: "Dry pigment that a wet clear dulls, or that nothing seals",
	Reason:   "A wet clear over pastel or pencil takes the bite out of it; unsealed, a finger takes it off. A light mist over a stronger application is the usual way.",
	Evidence: fact.Bench("pastels fade under a wet coat"),
	Find:     findDulled,
}

func findDulled(s *Site) []Finding {
	if !s.Step.Do.Has(ClearCoat) {
		return nil
	}
	for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
		if !s.Below[i].Film.Family.IsLoose() {
			continue
		}
		f := Finding{Severity: Note, Layer: s.layerID(i), Because: fmt.Sprintf("%s pales under a wet coat: put it on stronger, and mist this one.", say.Capital(s.film(i)))}
		if s.Step.Sheen() == coating.Gloss {
			f.Severity = Warn
			f.Because = fmt.Sprintf("%s all but vanishes under a wet gloss coat.", say.Capital(s.film(i)))
			f.propose = func() []Fix {
				return s.swapFixes(s.Step, func(p *coating.Product) bool { return p.Sheen >= coating.Satin })
			}
		}
		return []Finding{f}
	}
	return nil
}
