package plan

import (
	"fmt"
	"time"

	"inkysparrow/core/colour"
	"inkysparrow/core/guide"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/why"
)

// how tells how the site's step is done, its moments as somebody reads them now.
type how struct {
	site *timeline.Site
	now  time.Time
}

// SiteOf returns a step of a plan that is laid out, with all that can be told of it. Errors name the zone or the step.
func SiteOf(tl *timeline.Timeline, zone, step string) (*timeline.Site, error) {
	line, k, err := placedAs(tl, zone, step)
	if err != nil {
		return nil, err
	}
	return tl.Site(line, k), nil
}

// HowItIsDone tells the figures of how a step is done on this model, one block after the other; now decides how moments are written.
func HowItIsDone(s *timeline.Site, now time.Time) []Told {
	h := how{s, now}
	blocks := []Told{}
	for _, block := range []func() (Told, bool){h.cloth, h.metal, h.gloss, h.decal, h.seal, h.chip, h.medium, h.tape, h.mask, h.join, h.fade} {
		if b, ok := block(); ok {
			blocks = append(blocks, b)
		}
	}
	return blocks
}

// TouchesLater tells what each later liquid of the zone does to what is chipped, or to the decals; ok is false for any other step, and where none comes.
func TouchesLater(s *timeline.Site, now time.Time) (told Told, ok bool) { return how{s, now}.later() }

func (h how) clock(t time.Time) string { return say.ClockOf(t, h.now, h.site.Plan.Place()) }
func (h how) day(t time.Time) string   { return say.DayOf(t, h.now, h.site.Plan.Place()) }

func (h how) cloth() (Told, bool) {
	b := Told{Title: "Of the wash on the open surface stays", Words: "The lines keep theirs unless the strokes run across them."}
	for _, c := range guide.Cloths(h.site) {
		r := ToldRow{Label: say.Capital(c.Wetness.String()) + " cloth", Value: fmt.Sprintf("%.1f %%", 100*c.Left)}
		if c.Planned {
			r.Label += ", as planned"
			r.Sense = Fine
		}
		if c.Answer.Severity == verdict.Stop {
			r.Sense = Harms
		}
		if c.Answer.Reach.Bites() {
			r.Value += fmt.Sprintf(", and takes %.2f µm of what is below", float64(c.Answer.Reach.Loss))
		}
		b.Rows = append(b.Rows, r)
	}
	return b, len(b.Rows) > 0
}

func (h how) metal() (Told, bool) {
	if h.site.Step.Do.ID != "metal-coat" {
		return Told{}, false
	}
	b := Told{Title: "The metal will shine", Words: "The undercoat decides it: its gloss, and for chrome its colour."}
	for _, u := range guide.Undercoats(h.site) {
		r := ToldRow{Label: say.Capital(u.Words), Value: fmt.Sprintf("over %s, %.0f GU", u.What, u.Units)}
		if u.Is {
			r.Sense = Fine
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

func (h how) gloss() (Told, bool) {
	if h.site.Step.Do.ID != "gloss-coat" {
		return Told{}, false
	}
	whole, spot, wholeTime, spotTime := guide.WholeOrSpot(h.site)
	return Told{Title: "Whole zone, or only where decals go", Rows: []ToldRow{
		{Label: "Whole zone", Value: fmt.Sprintf("%.1f ml, %s", whole.Mixed, say.Bench(wholeTime))}, {Label: "Only where decals go", Value: fmt.Sprintf("%.1f ml, %s, and an edge of sheen to even out", spot.Mixed, say.Bench(spotTime))},
	}}, true
}

func (h how) decal() (Told, bool) {
	works := guide.DecalWork(h.site)
	if len(works) == 0 {
		return Told{}, false
	}
	b := Told{Title: "Decals, in their order", Words: "Lukewarm water, roll out with a damp bud from the middle; never on wet paint."}
	for _, w := range works {
		label := w.Name
		if w.Count > 1 {
			label = fmt.Sprintf("%d × %s", w.Count, w.Name)
		}
		r := ToldRow{Label: fmt.Sprintf("%s, %.0f × %.0f mm over %s", label, w.WidthMM, w.HeightMM, w.Over.Words), Value: fmt.Sprintf("%s: %s", say.Bench(w.Hands), w.Words()), Sense: Fine}
		if w.Silver > 0 {
			r.Sense = Mind
			r.Value += fmt.Sprintf("; silvers below %.0f %% of it", 100*w.Silver)
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

// seal tells from when the next wash and its wipe are safe over the seal: not creeping below a decal's film, not tearing it.
func (h how) seal() (Told, bool) {
	line := h.site.Line
	if h.site.Step.Do.ID != "seal" {
		return Told{}, false
	}
	b := Told{Title: "Until the wash", Words: "Two coats close over the decals' edges: the wash can't creep under the film and the cloth can't tear it."}
	if n := max(1, h.site.Step.Coats); n < 2 {
		b.Words = "One coat has weak spots on the decals' edges: a second one closes them before the wash."
	}
	for i := h.site.Index + 1; i < len(line.Steps); i++ {
		do := line.Steps[i].Step.Do
		if !do.Has(route.WashOn | route.Cloth) {
			continue
		}
		sp := why.SpreadOf(h.site.Timeline.Site(line, i))
		clock := func(t time.Time) string {
			if t.IsZero() {
				return "not within a month"
			}
			return h.clock(t)
		}
		r := ToldRow{Label: do.Name + " is good from", Value: fmt.Sprintf("%s; with a slow product %s", clock(sp.Usual), clock(sp.Slow)), Sense: Fine}
		if sp.Crosses {
			r.Sense = Mind
		}
		b.Rows = append(b.Rows, r)
		if do.Has(route.Cloth) {
			break
		}
	}
	return b, len(b.Rows) > 0
}

func (h how) chip() (Told, bool) {
	l, ok := rule.Lift(h.site)
	if !ok || h.site.Step.Do.ID != "chip" {
		return Told{}, false
	}
	return Told{
		Title: "Chipping",
		Rows: []ToldRow{
			{Label: "Water is through to the medium in", Value: fmt.Sprintf("%.0f s", l.Through.Seconds())},
			{Label: "Comes off easily until", Value: h.clock(l.Eased)},
			{Label: "Too late after", Value: h.clock(l.Late)},
		},
	}, true
}

func (h how) medium() (Told, bool) {
	over := guide.OverMedium(h.site)
	if len(over) == 0 {
		return Told{}, false
	}
	b := Told{Title: "What no longer goes above it", Words: "Until the model is sealed, and a seal only buys time: water gets through it too. Tape pulls all of it off; masked markings go where no medium lies."}
	for _, o := range over {
		r := ToldRow{Label: say.Capital(o.What), Sense: Fine, Value: fmt.Sprintf("stands %s, is through in %s, under two coats of gloss in %s", say.Span(o.Stands), say.Span(o.Through), say.Span(o.Sealed))}
		if o.Lifts {
			r.Sense = Harms
			if o.Stands < o.Sealed {
				r.Sense = Mind
			}
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

func (h how) fade() (Told, bool) {
	share, wanted, ok := guide.Fade(h.site)
	if !ok {
		return Told{}, false
	}
	return Told{Title: "How far to blend", Words: h.site.Plan.Wear.Words + " Judge by daylight, from a step back, and again the next night.", Rows: []ToldRow{
		{Label: "Faded by, as the service asks", Value: "till it is " + colour.Apart(wanted)}, {Label: "Of this tone that stays", Value: fmt.Sprintf("about %.0f %%", 100*share)},
	}}, true
}

// tape tells from when a mask may stick, and between when it comes off.
func (h how) tape() (Told, bool) {
	t, ok := guide.Tape(h.site)
	if !ok || t.On == nil && t.Colour == nil {
		return Told{}, false
	}
	b := Told{Title: "When it goes on and comes off"}
	row := func(label string, at time.Time, state Sense) {
		b.Rows = append(b.Rows, ToldRow{Label: label, Value: h.clock(at), Sense: state})
	}
	if cm := h.site.Zone.Shape.MaskCM; cm > 0 && h.site.Step.Do.Has(route.Tape) {
		b.Rows = append(b.Rows, ToldRow{Label: "Tape round the zone", Value: fmt.Sprintf("about %.0f cm", cm)})
	}
	if t.On != nil {
		state := Fine
		if h.site.Start.Before(t.Sticks) {
			state = Mind
		}
		row("May stick to "+t.On.Product.Name+" from", t.Sticks, state)
	}
	if t.Colour != nil {
		row("Comes off "+t.Colour.Product.Name+" from", t.Off, "")
		row("Its edge chips after", t.Brittle, "")
	}
	return b, true
}

// later tells what each later liquid of the zone does to what is chipped, or to the decals.
func (h how) later() (Told, bool) {
	if h.site.Step.Do.Phase != route.Chip && h.site.Step.Do.Phase != route.Decals {
		return Told{}, false
	}
	b := Told{Title: "What touches it later"}
	for _, m := range guide.Later(h.site) {
		r := ToldRow{Label: fmt.Sprintf("%s, %s", m.Step.Do.Name, h.day(m.At)), Sense: Fine}
		with := "a dry cloth"
		if m.Liquid != nil {
			with = m.Liquid.Name
		}
		switch loss := float64(m.Reach.Loss); {
		case m.Meant:
			r.Value, r.Sense = with+" is to take it off", Aside
		case m.Hit && m.Reach.Wet:
			r.Value, r.Sense = with+": it is still wet by then", Harms
		case loss < 0.001:
			r.Value = with + " leaves it alone"
		default:
			r.Value = fmt.Sprintf("%s takes %.3f µm", with, loss)
			if m.Reach.Bites() {
				r.Sense = Harms
			}
		}
		b.Rows = append(b.Rows, r)
	}
	b.Words = fmt.Sprintf("With usual products; half of all see a loss of %.2f µm.", float64(stack.Limit()))
	return b, len(b.Rows) > 0
}

func (h how) mask() (Told, bool) {
	if !h.site.Step.Do.Has(route.Tape) {
		return Told{}, false
	}
	b := Told{Title: "The edge"}
	own := route.EdgeNamed(h.site.Step.Edge)
	for _, e := range route.Edges() {
		r := ToldRow{Label: say.Capital(e.Words), Value: fmt.Sprintf("about %.1f mm soft", e.WidthMM)}
		if h.site.Plan.Scale > 0 {
			r.Value += fmt.Sprintf(", %.0f mm on the aircraft", e.WidthMM*float64(h.site.Plan.Scale))
		}
		if e.ID == own.ID {
			r.Sense = Fine
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

func (h how) join() (Told, bool) {
	if len(h.site.Step.Joins) == 0 {
		return Told{}, false
	}
	b := Told{Title: "What it waits for", Words: "Bare plastic on both faces, a dry fit first, nothing wet under the fingers."}
	for _, line := range h.site.Timeline.Lines {
		for _, id := range h.site.Step.Joins {
			if n := len(line.Steps); line.Zone.Part == id && n > 0 {
				last := line.Steps[n-1]
				dry := last.TouchDry
				if last.End.After(dry) {
					dry = last.End
				}
				b.Rows = append(b.Rows, ToldRow{Label: line.Zone.Name, Value: "touch-dry " + h.clock(dry)})
			}
		}
	}
	return b, true
}
