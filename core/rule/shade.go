package rule

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	postTone  = Numbers.Number("post-tone", 14, "L*", "how much lighter than its paint a post-shade is mixed", fact.Bench("lighter in the panel's middle"))
	MostVeils = int(Numbers.Number("most-veils", 10, "veils", "most veils that are sprayed over shading", fact.Bench("chosen: nobody sprays more before looking again")))
)

var shading = timeline.Rule{
	ID: "shade", Title: "Shading that does not read as wanted",
	Reason: "With half-closed eyes lines should merge and tone remain. Each further coat takes contrast away: vanished is lost under paint, hard lines are too stark. " +
		"What is wanted depends on how the aircraft was kept.",
	Evidence: fact.Bench("the squint test; computed from hiding power, the eye's acuity and CIEDE2000"),
	Find:     findShade,
}

func findShade(s *timeline.Site) []timeline.Finding {
	t, last := s.LastTone()
	if !last {
		return nil
	}
	wanted := s.Plan.Wear.Shading
	delta := shade.Seen(t.Line, t.Panel, t.WidthMM)
	reads := shade.Read(delta)
	if reads == wanted || wanted == shade.Lost {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note}, Layer: t.Shaded.ID, Figures: timeline.Figures{Delta: delta}}
	what := route.StepName(t.Shaded)
	seen := fmt.Sprintf("blurred over %.1f mm, as half-closed eyes see it at arm's length, it differs from its panel by %.1f", shade.BlurMM(), delta)
	switch {
	case reads == shade.Lost:
		f.Severity, f.Title = verdict.Warn, "The shading is lost under its paint"
		f.Because = fmt.Sprintf("%s is lost: %s.", say.Capital(what), seen)
		if paint := s.PaintOf(); paint != nil && paint.Product.Sheen == coating.Gloss {
			f.Because = fmt.Sprintf("%s is glossy and hides all of %s: shade after it, lighter in the middle of the panels.", say.Capital(paint.Product.Name), what)
		}
		f.Propose = func() []timeline.Fix { return append(fewerCoats(s, wanted), postShade(s)...) }
	case reads > wanted:
		f.Title = "The shading is stronger than wanted"
		if reads-wanted > 1 {
			f.Severity = verdict.Warn
		}
		f.Because = fmt.Sprintf("%s is %s where %s is wanted: %s.", say.Capital(what), reads, wanted, seen)
		f.Propose = func() []timeline.Fix { return moreVeils(s, t, wanted) }
	default:
		f.Title = "The shading is weaker than wanted"
		f.Because = fmt.Sprintf("%s is %s where %s is wanted: %s.", say.Capital(what), reads, wanted, seen)
		f.Propose = func() []timeline.Fix { return fewerCoats(s, wanted) }
	}
	return []timeline.Finding{f}
}

// readsWith tells how the shading reads if the site's step had that many coats.
func readsWith(s *timeline.Site, coats int) shade.Reading {
	t := s.Tones()
	t.Add(s.Step.As(func(s *route.Step) { s.Coats = coats }))
	return shade.Read(shade.Seen(t.Line, t.Panel, t.WidthMM))
}

// fewerCoats proposes as many of the step's coats as let the shading read as wanted, else the most with which it is not lost.
func fewerCoats(s *timeline.Site, wanted shade.Reading) []timeline.Fix {
	var right, near []int
	for n := s.Step.Coats - 1; n >= 1; n-- {
		switch r := readsWith(s, n); {
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
	if best == 0 || s.Step.Do.Has(route.Shades) {
		return nil
	}
	return []timeline.Fix{{Do: timeline.FixCoats, Step: s.Step.ID, Coats: best}}
}

// moreVeils proposes the veils that are missing until the shading reads as wanted: of the step, where it is one of veils, else after it.
func moreVeils(s *timeline.Site, t route.Tones, wanted shade.Reading) []timeline.Fix {
	if s.Step.Do.Has(route.Veils) {
		for n := s.Step.Coats + 1; n <= MostVeils; n++ {
			if readsWith(s, n) == wanted {
				return []timeline.Fix{{Do: timeline.FixCoats, Step: s.Step.ID, Coats: n}}
			}
		}
		return nil
	}
	paint := s.PaintOf()
	if paint == nil {
		return nil
	}
	cover, _ := paint.Cover()
	fade := t.Fades(cover, t.WidthMM, wanted, MostVeils)
	if fade.Right < 1 {
		return nil
	}
	veil := route.MustTechnique("veil")
	return []timeline.Fix{{Do: timeline.FixInsert, Step: s.Step.ID, After: true, Insert: &route.Step{ID: s.Step.ID + "-veil", Do: veil, Product: paint.Product, Coats: fade.Right}}}
}

// postShade proposes to shade after the paint, lighter in the panels' middles.
func postShade(s *timeline.Site) []timeline.Fix {
	paint := s.PaintOf()
	if paint == nil {
		return nil
	}
	l, a, b := paint.Product.Shows().Lab()
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
	step := &route.Step{ID: s.Step.ID + "-shade", Do: route.MustTechnique("post-shade"), Product: p, Coats: 1}
	for wanted := s.Plan.Wear.Shading; step.Coats < step.Do.Most(); step.Coats++ {
		t := s.Tones()
		t.Add(s.Step)
		if t.Add(step); shade.Read(shade.Seen(t.Line, t.Panel, t.WidthMM)) >= wanted {
			break
		}
	}
	f := timeline.Fix{Do: timeline.FixInsert, Step: s.Step.ID, After: true, Insert: step}
	for _, own := range s.Plan.Products {
		if own == p {
			return []timeline.Fix{f}
		}
	}
	f.Adds = p
	return []timeline.Fix{f}
}
