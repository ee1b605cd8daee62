package route

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var seen = Numbers.Number("seen", 10, "CIEDE2000", "least colour difference at which a stain still shows from a step back",
	fact.Bench("on a black aircraft a dark stain can't be seen and a pale one is used"))

var (
	paleFrom  = Numbers.Number("pale-from", 72, "L*", "lightness from which a paint takes a light grey wash, since brown-black is harsh on it", fact.Bench("T22"))
	midFrom   = Numbers.Number("mid-from", 40, "L*", "lightness from which a restrained model takes a dark grey wash for brown-black", fact.Bench("grey, not black, where a subtle line is wanted"))
	darkBelow = Numbers.Number("dark-below", 28, "L*", "lightness below which a wash or stain has to be lighter than the paint", fact.Bench("T22"))
)

// lightness returns the lightness of a product's colour, 0 to 100; middling where it has none.
func lightness(p *coating.Product) float64 {
	if p == nil {
		return 50
	}
	return colour.Or(p.Colour, colour.Grey(50)).Lightness()
}

var unseenStain = Rule{
	ID: "unseen-stain", Title: "A stain that can't be seen on its paint",
	Reason:   "A dark stain on a dark aircraft disappears. Real ones stain pale there, as leaded fuel burns lean; on pale paint a dark soot shows.",
	Evidence: fact.Memory("CIEDE2000: Sharma, Wu & Dalal 2005; the threshold is common practice"),
	Find:     findUnseen,
}

func findUnseen(s *Site) []Finding {
	if !s.Step.Do.Has(Staining) || s.Step.Product.Colour == "" {
		return nil
	}
	paint := s.paintBelow()
	if paint == nil {
		return nil
	}
	base, stain := colour.Or(paint.Product.Colour, colour.Grey(50)), colour.Or(s.Step.Product.Colour, colour.Grey(50))
	delta := base.Difference(stain)
	if delta >= seen {
		return nil
	}
	f := Finding{Severity: Warn, Layer: paint.ID, Figures: Figures{Delta: delta}}
	tone := "paler"
	if base.Lightness() > 50 {
		tone = "darker"
	}
	f.Because = fmt.Sprintf("%s differs from %s by %.1f where %.0f can be seen: take a %s stain.", say.Capital(s.Step.Product.Name), paint.Product.Name, delta, seen, tone)
	f.propose = func() []Fix {
		return s.swapFixes(s.Step, func(p *coating.Product) bool {
			return p.Colour != "" && base.Difference(colour.Or(p.Colour, base)) >= seen
		})
	}
	return []Finding{f}
}

// paintBelow returns the step that left the top colour.
func (s *Site) paintBelow() *Step {
	for i := s.Index - 1; i >= 0; i-- {
		if st := s.Zone.Steps[i]; st.Do.Has(Colour) && st.Product != nil && st.Product.Colour != "" {
			return st
		}
	}
	return nil
}
