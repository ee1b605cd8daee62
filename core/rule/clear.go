package rule

import (
	"fmt"
	"math"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	chalkFrom  = Numbers.Number("chalky", 3.6, "coats", "flat coats in a row, at their family's usual thickness, from which half of all see that dark colours turn chalky", fact.Bench("T55: one or two are even, from about three chalky, from the flatting agent's thickness"))
	chalkEven  = Numbers.Number("chalky-even", 2, "coats", "flat coats in a row that are even", fact.Bench("T55"))
	keepsShine = Numbers.Number("metal-under-clear", 0.8, "", "share of its brilliance that a metal keeps under each coat of gloss clear", fact.Bench("T60: a gloss clear dulls a polished metal visibly, one thin coat least"))
)

var chalky = timeline.Rule{
	ID: "chalky", Title: "Flat on flat turns chalky",
	Mend:     "A satin or gloss mist fills it, one flat mist on that makes it even.",
	Reason:   "The flatting agent of a flat clear scatters light. One or two coats lie even; with more of it on top of each other dark colours pale and look dusty.",
	Evidence: fact.Bench("too much flat at once goes chalky"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.ClearCoat) || s.Step.Sheen() != coating.Flat {
			return nil
		}
		n, scatters := flatCoats(s)
		o := chance.Odds{Chance: Chalks(s), Loss: chance.Loss(chance.Dull, s.Question().Stage)}
		severity, ok := verdict.Graded(o)
		if !ok {
			return nil
		}
		f := timeline.Finding{Word: verdict.Word{Severity: severity, Odds: o}, Figures: timeline.Figures{Share: n}}
		paint := s.Tones().Panel
		pales := paint.Hazed(gloss.Hazes(scatters), gloss.Veil(coating.Flat)).Lightness() - paint.Lightness()
		f.Because = fmt.Sprintf("%s %.0f coats of flat lie on each other then; one or two are even, from three or four a dark colour turns chalky. They pale this one by %.1f L*.", oddsOf(f.Word), n, pales)
		f.Propose = func() []timeline.Fix {
			if fewer := s.Step.Coats - int(math.Ceil(n-chalkEven)); fewer >= 1 {
				return []timeline.Fix{{Do: timeline.FixCoats, Step: s.Step.ID, Coats: fewer}}
			}
			return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}}
		}
		return []timeline.Finding{f}
	},
}

// Chalks returns the chance that a step's flat coats turn chalky on those that lie there already; 0 for what is not flat.
func Chalks(s *timeline.Site) float64 {
	if !s.Step.Do.Has(route.ClearCoat) || s.Step.Sheen() != coating.Flat {
		return 0
	}
	n, _ := flatCoats(s)
	return chance.Above(n, chalkFrom, chance.Chalk)
}

// Coats are counted by thickness, not by number: it is the flatting agent that lies there which scatters, and two half coats hold as much of
// it as one. What lies between two flats, such as oils or a gloss, begins the count anew: its film fills the grain below.

// flatCoats returns how many coats of flat clear lie on each other with the step's own, each measured by its family's usual thickness, and how much they scatter together.
func flatCoats(s *timeline.Site) (n, scatters float64) {
	add := func(st *route.Step) {
		f := st.Film(s.Start)
		n += float64(f.Thickness() / f.Family.Dry(f.Family.Wet))
		scatters += route.Flats(st)
	}
	add(s.Step)
	for i := s.Index - 1; i >= 0; i-- {
		st := s.Zone.Steps[i]
		if !st.Do.Has(route.ClearCoat) || st.Sheen() != coating.Flat {
			break
		}
		add(st)
	}
	return n, scatters
}

var metalDulled = timeline.Rule{
	ID: "metal-dulled", Title: "A clear over bright metal",
	Mend:     "A soft cloth brings little back: take the clear off with its remover, or lay the metal again.",
	Reason:   "A metal shines because nothing lies on it. Each coat of clear takes some of that: one thin coat of gloss least, satin and flat nearly all.",
	Evidence: fact.Bench("a clear dulls polished metal; protect it by one thin coat or not at all"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.ClearCoat) || len(s.Below) < 2 {
			return nil
		}
		top := len(s.Below) - 1
		for top > 1 && !s.Below[top].Film.Covers() {
			top--
		}
		st := s.StepOf(top)
		if st == nil || st.Product == nil || st.Product.Kind != coating.Metal || gloss.Units(s.On) < gloss.Mirror() {
			return nil
		}
		coats := max(1, s.Step.Coats)
		before := gloss.Units(s.On)
		after := gloss.Units(s.Step.Over(s.On, coats)) * math.Pow(keepsShine, float64(coats))
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note}, Layer: st.ID, Figures: timeline.Figures{Delta: before - after}}
		if coats > 1 || s.Step.Sheen() != coating.Gloss {
			f.Severity = verdict.Warn
		}
		f.Because = fmt.Sprintf("%s loses brilliance: from %.0f gloss units to about %.0f under %s of %s.", say.Capital(st.Product.Name), before, after, say.Count(coats, "coat"), s.Step.Sheen())
		f.Propose = func() []timeline.Fix {
			if s.Step.Coats < 2 || s.Step.Sheen() != coating.Gloss {
				return []timeline.Fix{{Do: timeline.FixRemove, Step: s.Step.ID}}
			}
			return []timeline.Fix{{Do: timeline.FixCoats, Step: s.Step.ID, Coats: 1}, {Do: timeline.FixRemove, Step: s.Step.ID}}
		}
		return []timeline.Finding{f}
	},
}
