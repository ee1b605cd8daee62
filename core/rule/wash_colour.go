package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

var (
	washShows = Numbers.Number("wash-shows", 8, "CIEDE2000", "least colour difference at which a wash still draws the lines", fact.Bench("T22; weighed against what shows a step back"))
	blackWash = Numbers.Number("black-wash", 12, "L*", "lightness below which a wash counts as pure black", fact.Bench("pure black is harsh"))
	tooStark  = Numbers.Number("too-stark", 55, "L*", "difference in lightness from which lines look drawn with a pen", fact.Bench("T22: light grey on white, a thinner mix on pale undersides"))
)

var washColour = timeline.Rule{
	ID: "wash-colour", Title: "A wash that does not suit its paint",
	Reason: "Brown-black suits most camouflage, grey a subtle line, light grey a white model, and a black one wants a wash lighter than itself. " +
		"Too near to the paint it can't be seen; pure black on pale paint looks drawn with a pen.",
	Evidence: fact.Memory("CIEDE2000: Sharma, Wu & Dalal 2005; the thresholds are common practice"),
	Find:     findWashColour,
}

func findWashColour(s *timeline.Site) []timeline.Finding {
	paint := s.PaintBelow()
	if !s.Step.Do.Has(route.WashOn) || s.Step.Product.Colour == "" || paint == nil {
		return nil
	}
	base, w := colour.Or(paint.Product.Colour, colour.Grey(50)), colour.Or(s.Step.Product.Colour, colour.Grey(50))
	delta, lighter := base.Difference(w), base.Lightness()-w.Lightness()
	f := timeline.Finding{Layer: paint.ID, Figures: timeline.Figures{Delta: delta}}
	good := func(p *coating.Product) bool {
		if p.Colour == "" {
			return false
		}
		c := colour.Or(p.Colour, base)
		return base.Difference(c) >= washShows && base.Lightness()-c.Lightness() < tooStark && c.Lightness() >= blackWash
	}
	switch {
	case delta < washShows:
		f.Severity, f.Title = timeline.Warn, fmt.Sprintf("%s can't be seen on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		f.Because = fmt.Sprintf("It differs from %s by %.1f where %.0f draws a line: take a %s one.", paint.Product.Name, delta, washShows, map[bool]string{true: "lighter", false: "darker"}[base.Lightness() < MidFrom])
	case lighter >= tooStark || w.Lightness() < blackWash && base.Lightness() > 50:
		f.Severity, f.Title = timeline.Note, fmt.Sprintf("%s is harsh on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		f.Because = fmt.Sprintf("It is %.0f darker in lightness: lines look drawn with a pen. A grey or a thinner mix is subtler.", lighter)
	default:
		return nil
	}
	f.Propose = func() []timeline.Fix { return swapFixes(s, s.Step, good) }
	return []timeline.Finding{f}
}
