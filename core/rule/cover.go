package rule

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	// OffTone is the CIEDE2000 from which a paint has plainly not covered.
	OffTone  = Numbers.Number("off-tone", 3.3, "CIEDE2000", "difference from its own colour from which a paint has plainly not covered", fact.Bench("about 1 can just be seen, 5 is plain; T92: two coats of white over black hardly hide"))
	MostThin = int(Numbers.Number("most-thin-coats", 4, "coats", "most coats of a colour before something is put below it", fact.Bench("weak pale colours want a grey below")))
	darker   = Numbers.Number("light-first", 10, "L*", "how much lighter a colour must be to belong before another one", fact.Bench("light shades before dark ones"))
)

var weakCover = timeline.Rule{
	ID: "weak-cover", Title: "A colour that does not cover what is below",
	Reason: "Yellows, oranges, bright reds and whites hide badly: over a dark base they stay dirty, coat after coat. A pale undercoat takes the contrast away, so that two coats will do: " +
		"white below a yellow, pale grey below a dark red.",
	Evidence: fact.Memory("Kubelka & Munk 1931; ISO 6504-3 for when a ground is hidden; what people do is common practice"),
	Find:     findWeakCover,
}

var lightFirst = timeline.Rule{
	ID: "light-first", Title: "A light shade after a dark one",
	Reason:   "Light shades go on before dark ones: a dark colour covers a light one's edge in a coat, the other way round it takes many.",
	Evidence: fact.Bench("light before dark"),
	Find:     findLightFirst,
}

func findWeakCover(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Colour) || s.Step.Do.Has(route.Veils) || s.Step.Product == nil || s.Step.Product.Colour == "" { // a veil is meant to let through
		return nil
	}
	for _, later := range s.Zone.Steps[s.Index+1:] {
		if later.Do.Has(route.Colour) && later.Extent() >= 1 {
			return nil // it is not what is seen in the end
		}
	}
	ground := s.Tones().Panel
	off := s.Step.OffBy(ground, s.Step.Coats)
	if off < OffTone {
		return nil
	}
	own := s.Step.Product.Shows()
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Figures: timeline.Figures{Delta: off}}
	f.Because = fmt.Sprintf("%s hides in %.1f coats; these leave it %.1f from its own colour over what is below, where %.1f is plain.",
		say.Capital(s.Step.Product.Name), s.Step.Product.Hides(own), off, OffTone)
	f.Propose = func() []timeline.Fix {
		var fixes []timeline.Fix
		most := MostThin
		for n := s.Step.Coats + 1; n <= most; n++ {
			if s.Step.OffBy(ground, n) < OffTone {
				fixes = append(fixes, timeline.Fix{Do: timeline.FixCoats, Step: s.Step.ID, Coats: n})
				break
			}
		}
		if under := undercoat(s, ground); under != nil {
			fixes = append(fixes, insert(s, "prime", 1, s.Step, under))
		}
		return fixes
	}
	return []timeline.Finding{f}
}

func findLightFirst(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Colour) || s.Step.Product == nil || s.Step.Extent() >= 1 {
		return nil
	}
	own := route.Lightness(s.Step.Product)
	for i := s.Index - 1; i >= 0; i-- {
		st := s.Zone.Steps[i]
		if !st.Do.Has(route.Colour) || st.Product == nil || st.Extent() >= 1 || own-route.Lightness(st.Product) < darker {
			continue
		}
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note}, Layer: st.ID, Because: fmt.Sprintf("%s is lighter than %s of step %d by %.0f: the other way round one coat covers the edge.", say.Capital(s.Step.Product.Name), st.Product.Name, i+1, own-route.Lightness(st.Product))}
		if st.Done.IsZero() && s.Step.At.IsZero() {
			f.Propose = func() []timeline.Fix { return []timeline.Fix{{Do: timeline.FixMove, Step: s.Step.ID, Before: st.ID}} }
		}
		return []timeline.Finding{f}
	}
	return nil
}
