package route

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
)

var (
	postTone  = Numbers.Number("post-tone", 14, "L*", "how much lighter than its paint a post-shade is mixed", fact.Bench("lighter in the panel's middle"))
	mostVeils = int(Numbers.Number("most-veils", 10, "veils", "most veils that are sprayed over shading", fact.Bench("chosen: nobody sprays more before looking again")))
)

var shading = Rule{
	ID: "shade", Title: "Shading that does not read as wanted",
	Reason: "With half-closed eyes lines should merge and tone remain. Each further coat takes contrast away: vanished is lost under paint, hard lines are too stark. " +
		"What is wanted depends on how the aircraft was kept.",
	Evidence: fact.Bench("the squint test; computed from hiding power, the eye's acuity and CIEDE2000"),
	Find:     findShade,
}

func findShade(s *Site) []Finding {
	t, last := s.lastTone()
	if !last {
		return nil
	}
	wanted := s.Plan.Wear.Shading
	delta := shade.Seen(t.Line, t.Panel, t.WidthMM)
	reads := shade.Read(delta)
	if reads == wanted || wanted == shade.Lost {
		return nil
	}
	f := Finding{Severity: Note, Layer: t.Shaded.ID, Figures: Figures{Delta: delta}}
	what := stepName(t.Shaded)
	seen := fmt.Sprintf("blurred over %.1f mm, as half-closed eyes see it at arm's length, it differs from its panel by %.1f", shade.BlurMM(), delta)
	switch {
	case reads == shade.Lost:
		f.Severity, f.Title = Warn, "The shading is lost under its paint"
		f.Because = fmt.Sprintf("%s is lost: %s.", say.Capital(what), seen)
		if paint := s.paintOf(); paint != nil && paint.Product.Sheen == coating.Gloss {
			f.Because = fmt.Sprintf("%s is glossy and hides all of %s: shade after it, lighter in the middle of the panels.", say.Capital(paint.Product.Name), what)
		}
		f.propose = func() []Fix { return append(s.fewerCoats(wanted), s.postShade()...) }
	case reads > wanted:
		f.Title = "The shading is stronger than wanted"
		if reads-wanted > 1 {
			f.Severity = Warn
		}
		f.Because = fmt.Sprintf("%s is %s where %s is wanted: %s.", say.Capital(what), reads, wanted, seen)
		f.propose = func() []Fix { return s.moreVeils(t, wanted) }
	default:
		f.Title = "The shading is weaker than wanted"
		f.Because = fmt.Sprintf("%s is %s where %s is wanted: %s.", say.Capital(what), reads, wanted, seen)
		f.propose = func() []Fix { return s.fewerCoats(wanted) }
	}
	return []Finding{f}
}

// readsWith tells how the shading reads if the site's step had that many coats.
func (s *Site) readsWith(coats int) shade.Reading {
	t := s.tones()
	other := *s.Step
	other.Coats = coats
	t.add(&other)
	return shade.Read(shade.Seen(t.Line, t.Panel, t.WidthMM))
}

// fewerCoats proposes as many of the step's coats as let the shading read as wanted, else the most with which it is not lost.
func (s *Site) fewerCoats(wanted shade.Reading) []Fix {
	var right, near []int
	for n := s.Step.Coats - 1; n >= 1; n-- {
		switch r := s.readsWith(n); {
		case r == wanted:
			right = append(right, n)
		case r > shade.Lost && r < wanted:
			near = append(near, n)
		}
	}
	best := 0
	switch {
	case len(right) > 0:
		best = right[len(right)/2] // with a coat to spare on both sides
	case len(near) > 0:
		best = near[len(near)-1]
	}
	if best == 0 || s.Step.Do.Has(Shades) {
		return nil
	}
	return []Fix{{Do: "coats", Step: s.Step.ID, Coats: best}}
}

// moreVeils proposes the veils that are missing until the shading reads as wanted: of the step, where it is one of veils, else after it.
func (s *Site) moreVeils(t Tones, wanted shade.Reading) []Fix {
	if s.Step.Do.Has(Veils) {
		for n := s.Step.Coats + 1; n <= mostVeils; n++ {
			if s.readsWith(n) == wanted {
				return []Fix{{Do: "coats", Step: s.Step.ID, Coats: n}}
			}
		}
		return nil
	}
	paint := s.paintOf()
	if paint == nil {
		return nil
	}
	cover, _ := paint.cover()
	fade := t.Fades(cover, t.WidthMM, wanted, mostVeils)
	if fade.Right < 1 {
		return nil
	}
	veil := mustTechnique("veil")
	return []Fix{{Do: "insert", Step: s.Step.ID, After: true, Insert: &Step{ID: s.Step.ID + "-veil", Do: veil, Product: paint.Product, Coats: fade.Right}}}
}

// postShade proposes to shade after the paint, lighter in the panels' middles.
func (s *Site) postShade() []Fix {
	paint := s.paintOf()
	if paint == nil {
		return nil
	}
	l, a, b := colour.Or(paint.Product.Colour, unnamedColour).Lab()
	up := postTone
	if l+up > 97 {
		up = -postTone // on white there is nothing lighter
	}
	tone, _ := colour.Lab(l+up, a, b).Shown()
	p := usualPaint("post-shade", "Post-shade tone", coating.Paint, tone.String(), s.Plan.Products)
	for _, own := range s.Plan.Products {
		if own.Kind == coating.Paint && own.Colour != "" && colour.Or(own.Colour, tone).Difference(tone) < 3 {
			p = own
		}
	}
	f := Fix{Do: "insert", Step: s.Step.ID, After: true, Insert: &Step{ID: s.Step.ID + "-shade", Do: mustTechnique("post-shade"), Product: p, Coats: 1}}
	for _, own := range s.Plan.Products {
		if own == p {
			return []Fix{f}
		}
	}
	f.Adds = p
	return []Fix{f}
}
