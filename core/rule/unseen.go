package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var seen = Numbers.Number("seen", 10, "CIEDE2000", "least colour difference at which a stain still shows from a step back",
	fact.Bench("on a black aircraft a dark stain can't be seen and a pale one is used"))

var (
	// PaleFrom is the lightness from which a paint takes a light grey wash.
	PaleFrom = Numbers.Number("pale-from", 72, "L*", "lightness from which a paint takes a light grey wash, since brown-black is harsh on it", fact.Bench("T22"))
	// MidFrom is the lightness from which a restrained model takes a dark grey wash.
	MidFrom = Numbers.Number("mid-from", 40, "L*", "lightness from which a restrained model takes a dark grey wash for brown-black", fact.Bench("grey, not black, where a subtle line is wanted"))
	// DarkBelow is the lightness below which a wash or stain has to be lighter than the paint.
	DarkBelow = Numbers.Number("dark-below", 28, "L*", "lightness below which a wash or stain has to be lighter than the paint", fact.Bench("T22"))
)

var unseenStain = timeline.Rule{
	ID: "unseen-stain", Title: "A stain that can't be seen on its paint",
	Reason:   "A dark stain on a dark aircraft disappears. Real ones stain pale there, as leaded fuel burns lean; on pale paint a dark soot shows.",
	Evidence: fact.Memory("CIEDE2000: Sharma, Wu & Dalal 2005; the threshold is common practice"),
	Find:     findUnseen,
}

func findUnseen(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Staining) || s.Step.Product.Colour == "" {
		return nil
	}
	paint := s.PaintBelow()
	if paint == nil {
		return nil
	}
	base, stain := paint.Product.Shows(), s.Step.Product.Shows()
	delta := base.Difference(stain)
	if delta >= seen {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Layer: paint.ID, Figures: timeline.Figures{Delta: delta}}
	tone := "paler"
	if base.Lightness() > 50 {
		tone = "darker"
	}
	f.Because = fmt.Sprintf("%s differs from %s by %.1f where %.0f can be seen: take a %s stain.", say.Capital(s.Step.Product.Name), paint.Product.Name, say.Below(delta), seen, tone)
	f.Propose = func() []timeline.Fix {
		return swapFixes(s, s.Step, func(p *coating.Product) bool {
			return p.Colour != "" && base.Difference(colour.Or(p.Colour, base)) >= seen
		})
	}
	return []timeline.Finding{f}
}
