package route

import (
	"fmt"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var (
	offTone  = Numbers.Number("off-tone", 6, "CIEDE2000", "difference from its own colour from which a paint has plainly not covered", fact.Bench("about 1 can just be seen, 5 is plain"))
	mostThin = int(Numbers.Number("most-thin-coats", 4, "coats", "most coats of a colour before something is put below it", fact.Bench("weak pale colours want a grey below")))
	darker   = Numbers.Number("light-first", 10, "L*", "how much lighter a colour must be to belong before another one", fact.Bench("light shades before dark ones"))
)

var weakCover = Rule{
	ID: "weak-cover", Title: "A colour that does not cover what is below",
	Reason:   "Pale yellows, creams and whites hide badly: over a dark base they stay dirty, coat after coat. A grey undercoat takes the contrast away, so that two coats will do.",
	Evidence: fact.Memory("Kubelka & Munk 1931; ISO 6504-3 for when a ground is hidden; what people do is common practice"),
	Find:     findWeakCover,
}

var lightFirst = Rule{
	ID: "light-first", Title: "A light shade after a dark one",
	Reason:   "Light shades go on before dark ones: a dark colour covers a light one's edge in a coat, the other way round it takes many.",
	Evidence: fact.Bench("light before dark"),
	Find:     findLightFirst,
}

// offBy returns how far the step's paint would be from its own colour with that many coats over ground.
func (s *Step) offBy(ground colour.Colour, times int) float64 {
	other := *s
	other.Coats = times
	v, n := other.cover()
	return v.Over(ground, n).Difference(colour.Or(s.Product.Colour, unnamedColour))
}

func findWeakCover(s *Site) []Finding {
	if !s.Step.Do.Has(Colour) || s.Step.Product == nil || s.Step.Product.Colour == "" {
		return nil
	}
	for _, later := range s.Zone.Steps[s.Index+1:] {
		if later.Do.Has(Colour) && later.share() >= 1 {
			return nil // it is not what is seen in the end
		}
	}
	ground := s.tones().Panel
	off := s.Step.offBy(ground, s.Step.Coats)
	if off < offTone {
		return nil
	}
	own := colour.Or(s.Step.Product.Colour, unnamedColour)
	f := Finding{Severity: Warn, Figures: Figures{Delta: off}}
	f.Because = fmt.Sprintf("%s hides in %.1f coats; these leave it %.1f from its own colour over what is below, where %.0f is plain.",
		say.Capital(s.Step.Product.Name), s.Step.Product.Hides(own), off, offTone)
	f.propose = func() []Fix {
		var fixes []Fix
		most := mostThin
		if s.Step.Do.Has(Veils) {
			most = mostVeils
		}
		for n := s.Step.Coats + 1; n <= most; n++ {
			if s.Step.offBy(ground, n) < offTone {
				fixes = append(fixes, Fix{Do: "coats", Step: s.Step.ID, Coats: n})
				break
			}
		}
		for _, grey := range s.undercoats() {
			fixes = append(fixes, s.insert("prime", 1, s.Step, grey))
		}
		return fixes
	}
	return []Finding{f}
}

func findLightFirst(s *Site) []Finding {
	if !s.Step.Do.Has(Colour) || s.Step.Product == nil || s.Step.share() >= 1 {
		return nil
	}
	own := lightness(s.Step.Product)
	for i := s.Index - 1; i >= 0; i-- {
		st := s.Zone.Steps[i]
		if !st.Do.Has(Colour) || st.Product == nil || st.share() >= 1 || own-lightness(st.Product) < darker {
			continue
		}
		f := Finding{Severity: Note, Layer: st.ID, Because: fmt.Sprintf("%s is lighter than %s of step %d by %.0f: the other way round one coat covers the edge.", say.Capital(s.Step.Product.Name), st.Product.Name, i+1, own-lightness(st.Product))}
		if st.Done.IsZero() && s.Step.At.IsZero() {
			f.propose = func() []Fix { return []Fix{{Do: "move", Step: s.Step.ID, Before: st.ID}} }
		}
		return []Finding{f}
	}
	return nil
}
