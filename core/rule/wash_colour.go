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

var (
	washShows = Numbers.Number("wash-shows", 8, "CIEDE2000", "least colour difference at which a wash still draws the lines", fact.Bench("T22; weighed against what shows a step back"))
	blackWash = Numbers.Number("black-wash", 12, "L*", "lightness below which a wash counts as pure black", fact.Bench("pure black is harsh"))
	lighterBy = Numbers.Number("wash-lighter-by", 12, "L*", "how much lighter than a black or very dark paint a wash must be to be read as lines", fact.Bench("T22: on black a wash lighter than the paint"))
	tooStark  = Numbers.Number("too-stark", 55, "L*", "difference in lightness from which lines look drawn with a pen", fact.Bench("T22: light grey on white, a thinner mix on pale undersides"))
)

var washColour = timeline.Rule{
	ID: "wash-colour", Title: "A wash that does not suit its paint",
	Reason: "Brown-black suits most camouflage, grey a subtle line, light grey a white model, and a black one wants a wash lighter than itself. " +
		"Too near to the paint it can't be seen; pure black on pale paint looks drawn with a pen.",
	Evidence: fact.Memory("CIEDE2000: Sharma, Wu & Dalal 2005; the thresholds are common practice"),
	Find:     findWashColour,
}

// On a dark paint a difference in colour is not enough: brown-black differs from black by more than a line needs, and still vanishes, since
// the eye reads lines on black as light on dark. So below a lightness the wash has to be lighter, whatever its hue.

// WashShows reports whether a wash of that colour draws lines on a paint: it differs enough, and on black or very dark paint it is lighter.
func WashShows(paint, wash colour.Colour) bool {
	if paint.Lightness() < DarkBelow {
		return wash.Lightness()-paint.Lightness() >= lighterBy
	}
	return paint.Difference(wash) >= washShows
}

// Harsh reports whether a wash looks drawn with a pen on a paint.
func Harsh(paint, wash colour.Colour) bool {
	return paint.Lightness()-wash.Lightness() >= tooStark || wash.Lightness() < blackWash && paint.Lightness() > 50
}

// PureBlack reports whether a wash of that colour counts as pure black.
func PureBlack(wash colour.Colour) bool { return wash.Lightness() < blackWash }

func findWashColour(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.WashOn) || s.Step.Product.Colour == "" {
		return nil
	}
	paint := s.PaintBelow()
	if paint == nil {
		return nil
	}
	base, w := paint.Product.Shows(), s.Step.Product.Shows()
	delta := base.Difference(w)
	f := timeline.Finding{Layer: paint.ID, Figures: timeline.Figures{Delta: delta}}
	switch {
	case !WashShows(base, w):
		f.Severity, f.Title = verdict.Warn, fmt.Sprintf("%s can't be seen on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		if base.Lightness() < DarkBelow {
			f.Because = fmt.Sprintf("It is %.0f in lightness and %s %.0f: on a dark paint a wash draws lines from %.0f lighter on. Take a lighter one.", w.Lightness(), paint.Product.Name, base.Lightness(), lighterBy)
			break
		}
		f.Because = fmt.Sprintf("It differs from %s by %.1f where %.0f draws a line: take a %s one.", paint.Product.Name, delta, washShows, map[bool]string{true: "lighter", false: "darker"}[base.Lightness() < MidFrom])
	case Harsh(base, w):
		f.Severity, f.Title = verdict.Note, fmt.Sprintf("%s is harsh on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		f.Because = fmt.Sprintf("It is %.0f darker in lightness: lines look drawn with a pen. A grey or a thinner mix is subtler.", base.Lightness()-w.Lightness())
	default:
		return nil
	}
	f.Propose = func() []timeline.Fix {
		return swapFixes(s, s.Step, func(p *coating.Product) bool {
			return p.Colour != "" && WashShows(base, p.Shows()) && !Harsh(base, p.Shows())
		})
	}
	return []timeline.Finding{f}
}
