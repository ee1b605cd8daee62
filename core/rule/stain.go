package rule

import (
	"fmt"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var stainStrength = timeline.Rule{
	ID: "stain-strength", Title: "A stain that does not read as wanted",
	Reason: "Exhaust is built up in thin passes, dry between them, until it reads as it should for how the aircraft was kept: each pass hides a little more of the paint. " +
		"Right behind the stack it is strongest; what is judged is that place.",
	Evidence: fact.Bench("thin passes; read like shading, in bands of CIEDE2000"),
	Find:     findStainStrength,
}

// StainReads tells how a step's stain reads at its strongest place with that many passes over ground.
func StainReads(step *route.Step, ground colour.Colour, passes int) (shade.Reading, float64) {
	v, n := step.As(func(s *route.Step) { s.Coats = passes }).Cover()
	d := ground.Difference(v.Over(ground, n))
	return shade.Read(d / stainScale), d
}

var stainScale = Numbers.Number("stain-scale", 3, "", "how many times more a stain differs than shading that reads alike: it is meant to be seen", fact.Bench("a sooty stain is plain behind its stack"))

func passes(n int) string {
	if n == 1 {
		return "1 pass"
	}
	return fmt.Sprintf("%d passes", n)
}

func findStainStrength(s *timeline.Site) []timeline.Finding {
	if s.Step.Do.ID != "exhaust-spray" || s.Step.Product == nil || s.Step.Product.Colour == "" || !s.Step.Product.Family.Opaque || s.Plan.Wear.Stain == shade.Lost {
		return nil
	}
	base := s.Tones().Panel
	if base.Difference(colour.Or(s.Step.Product.Colour, base)) < seen {
		return nil // it can't be seen at all: another rule
	}
	reads, d := StainReads(s.Step, base, max(1, s.Step.Coats))
	wanted := s.Plan.Wear.Stain
	if reads == wanted {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note}, Title: "A stain that is weaker than wanted", Figures: timeline.Figures{Delta: d}}
	if reads > wanted {
		f.Title = "A stain that is stronger than wanted"
	}
	f.Because = fmt.Sprintf("In %s it differs from its paint by %.0f at its strongest and reads %s, where %s is wanted.", passes(max(1, s.Step.Coats)), d, reads, wanted)
	f.Propose = func() []timeline.Fix {
		for n := 1; n <= route.MostPasses; n++ {
			if r, _ := StainReads(s.Step, base, n); r == wanted && n != s.Step.Coats {
				return []timeline.Fix{{Do: timeline.FixCoats, Step: s.Step.ID, Coats: n}}
			}
		}
		return nil
	}
	return []timeline.Finding{f}
}
