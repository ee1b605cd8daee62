package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	washShows  = Numbers.Number("wash-shows", 8, "CIEDE2000", "least colour difference at which a wash still draws the lines", fact.Bench("T22; weighed against what shows a step back"))
	blackWash  = Numbers.Number("black-wash", 12, "L*", "lightness below which a wash counts as pure black", fact.Bench("pure black is harsh"))
	lighterBy  = Numbers.Number("wash-lighter-by", 12, "L*", "how much lighter than a black or very dark paint a wash must be to be read as lines", fact.Bench("T22: on black a wash lighter than the paint"))
	nearBlack  = Numbers.Number("near-black", 20, "L*", "lightness below which a paint is near black, and a wash on it must be lighter", fact.Bench("T93: on near-black a black-brown can't be seen, on dark green or brown it is ordinary"))
	quietShows = Numbers.Number("wash-shows-dark", 3, "CIEDE2000", "least difference at which a wash draws a quiet line on a dark paint that is not near black", fact.Bench("T93: brown-black and black are ordinary there"))
	nearWhite  = Numbers.Number("near-white", 90, "L*", "lightness from which a dark wash over all of a paint dirties it", fact.Bench("white wants a light grey, run into the lines"))
	tooStark   = Numbers.Number("too-stark", 55, "L*", "difference in lightness from which lines look drawn with a pen", fact.Bench("T22: light grey on white, a thinner mix on pale undersides"))
)

var washColour = timeline.Rule{
	ID: "wash-colour", Title: "A wash that does not suit its paint",
	Mend: "Draw it out with a bud and a trace of thinner, or lay one more thin veil of the paint over it.",
	Reason: "Brown-black suits most camouflage, grey a subtle line, light grey a white model, and a black one wants a wash lighter than itself. " +
		"Too near to the paint it can't be seen; pure black on pale paint looks drawn with a pen.",
	Evidence: fact.Memory("CIEDE2000: Sharma, Wu & Dalal 2005; the thresholds are common practice"),
	Find:     findWashColour,
}

// On near-black a difference in colour is not enough: brown-black differs from black by more than a line needs, and still vanishes, since
// the eye reads lines on black as light on dark. So below a lightness the wash has to be lighter, whatever its hue. On very dark green or brown, black and brown-black are
// ordinary: little of a difference draws a line there that is meant to be quiet.

// WashShows reports whether a wash of that colour draws lines on a paint: it differs enough, and on near-black paint it is lighter.
func WashShows(paint, wash colour.Colour) bool {
	switch l := paint.Lightness(); {
	case l < nearBlack:
		return wash.Lightness()-l >= lighterBy
	case l < DarkBelow:
		return paint.Difference(wash) >= quietShows
	}
	return paint.Difference(wash) >= washShows
}

// Harsh reports whether a wash looks drawn with a pen on a paint.
func Harsh(paint, wash colour.Colour) bool {
	return paint.Lightness()-wash.Lightness() >= tooStark || wash.Lightness() < blackWash && paint.Lightness() > 50
}

// PureBlack reports whether a wash of that colour counts as pure black.
func PureBlack(wash colour.Colour) bool { return wash.Lightness() < blackWash }

// drawn is the colour of a line that a bottle draws on a paint: a very thin wash only tints its shadow.
func drawn(s *timeline.Site, paint colour.Colour) colour.Colour {
	p := s.Step.Product
	if p.Kind != coating.Wash {
		return p.Shows()
	}
	m := mix.Of(p)
	_, cut := s.Zone.Line()
	return m.Look.Over(shade.Recess(paint), mix.InLine(m.Fluid, cut))
}

func findWashColour(s *timeline.Site) []timeline.Finding {
	if s.Step.Do.ID == "oil-accent" {
		return blackAccent(s)
	}
	if !s.Step.Do.Has(route.WashOn) || s.Step.Product.Colour == "" {
		return nil
	}
	paint := s.PaintBelow()
	if paint == nil {
		return nil
	}
	base, w := paint.Product.Shows(), s.Step.Product.Shows()
	line := drawn(s, base)
	f := timeline.Finding{Layer: paint.ID, Figures: timeline.Figures{Delta: base.Difference(w)}}
	switch {
	case !WashShows(base, w):
		f.Severity, f.Title = verdict.Warn, fmt.Sprintf("%s can't be seen on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		if base.Lightness() < nearBlack {
			f.Because = fmt.Sprintf("It is %.0f in lightness and %s %.0f: on near-black a wash draws lines from %.0f lighter on. Take a lighter one.", w.Lightness(), paint.Product.Name, base.Lightness(), lighterBy)
			break
		}
		wants := washShows
		if base.Lightness() < DarkBelow {
			wants = quietShows
		}
		f.Because = fmt.Sprintf("It differs from %s by %.1f where %.0f draws a line: take a %s one.", paint.Product.Name, say.Below(f.Figures.Delta), wants, map[bool]string{true: "lighter", false: "darker"}[base.Lightness() < MidFrom])
	case Harsh(base, line) && s.Step.Do.ID == "overall-wash" && base.Lightness() >= nearWhite:
		f.Severity, f.Title = verdict.Warn, fmt.Sprintf("%s dirties all of %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		f.Because = fmt.Sprintf("It is %.0f darker in lightness and goes over all of a nearly white paint: what the cloth leaves in the texture shows everywhere. Take a grey, or run it into the lines only.", base.Lightness()-line.Lightness())
	case Harsh(base, line):
		f.Severity, f.Title = verdict.Note, fmt.Sprintf("%s is harsh on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
		f.Because = fmt.Sprintf("It is %.0f darker in lightness: lines look drawn with a pen. A grey or a thinner mix is subtler.", base.Lightness()-line.Lightness())
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

// blackAccent finds fault with an accent of pure black: however it is blended, it stays a drawn line.
func blackAccent(s *timeline.Site) []timeline.Finding {
	paint := s.PaintBelow()
	if paint == nil || s.Step.Product == nil || s.Step.Product.Colour == "" || !PureBlack(s.Step.Product.Shows()) || paint.Product.Lightness() < DarkBelow {
		return nil
	}
	return []timeline.Finding{{
		Word: verdict.Word{Severity: verdict.Warn}, Layer: paint.ID, Title: fmt.Sprintf("%s is harsh on %s", say.Capital(s.Step.Product.Name), paint.Product.Name),
		Because: "Pure black along a line stays drawn, however it is blended: mix it with brown or with the paint's own tone.",
		Propose: func() []timeline.Fix {
			return swapFixes(s, s.Step, func(p *coating.Product) bool { return p.Colour != "" && !PureBlack(p.Shows()) })
		},
	}}
}
