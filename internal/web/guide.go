package web

import (
	"fmt"
	"strconv"
	"strings"
	"time"

	"inkysparrow/core/guide"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/why"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/gloss"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/stack"
	"inkysparrow/internal/wire"
)

// guide tells how a step is done: what goes into the cup, how the airbrush is set, what it leaves.
func (s *Server) guide(c fiber.Ctx) error {
	j, site, err := s.site(c)
	if err != nil {
		return err
	}
	set, err := setting(c)
	if err != nil {
		return err
	}
	out := wire.Guide{Blocks: []wire.GuideBlock{}, Ways: append([]string{}, guide.Ways(site.Step.Do)...), Tools: []wire.GuideRow{}}
	for _, tool := range guide.Tools(site.Step.Do) {
		out.Tools = append(out.Tools, wire.GuideRow{Label: say.Capital(tool.Name), Value: tool.Leaves})
	}
	added := coating.Texture(0)
	if cup, ok := guide.CupOf(site, set); ok {
		out.Cup = guideCup(site, cup)
		if set != nil || site.Step.Spray != nil {
			added = cup.Spray.Adds
		}
	}
	if shine, ok := guide.ShineOf(site, added); ok {
		out.Shine = guideShine(site, shine)
	}
	if squint, ok := guide.SquintOf(site); ok {
		out.Squint = guideSquint(squint)
	}
	for _, block := range []func(*judged, *timeline.Site) (wire.GuideBlock, bool){clothBlock, metalBlock, glossBlock, decalBlock, sealBlock, chipBlock, mediumBlock, tapeBlock, maskBlock, joinBlock, fadeBlock, stainBlock} {
		if b, ok := block(j, site); ok {
			out.Blocks = append(out.Blocks, b)
		}
	}
	if b, ok := laterBlock(j, site); ok {
		out.Later = &b
	}
	return c.JSON(out)
}

// setting reads an airbrush's setting from the request; nil where it has none.
func setting(c fiber.Ctx) (*dose.Setting, error) {
	if c.Query("psi") == "" {
		return nil, nil
	}
	v := map[string]float64{}
	for _, dial := range dose.Dials() {
		n, err := strconv.ParseFloat(c.Query(dial.ID), 64)
		if err != nil || !dial.Holds(n) {
			return nil, fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("%s: a number from %g to %g", dial.ID, dial.From, dial.To))
		}
		v[dial.ID] = n
	}
	return &dose.Setting{NeedleMM: v["needle"], PSI: v["psi"], DistanceCM: v["distance"], Thinning: v["thinning"]}, nil
}

func guideCup(site *timeline.Site, c guide.Cup) *wire.GuideCup {
	out := &wire.GuideCup{
		Mixed: round(c.Mixed, 2), Product: round(c.Product, 2), Thinner: round(c.Thinner, 2), Cups: c.Cups, Coats: c.Coats, Flash: minutes(c.Flash), Sprayed: c.Sprayed(), State: wire.Safe,
	}
	unit := "coat"
	if site.Step.Do.Has(route.Veils) {
		unit = "veil"
	}
	out.For = say.Count(c.Coats, unit)
	if !out.Sprayed {
		out.Words = "By brush: pour some out, never dip into the bottle; stir or shake it first."
		return out
	}
	r := c.Range
	out.Use, out.Evidence = r.Words, r.Evidence.Source
	out.Needle = wire.Dial{Is: c.Setting.NeedleMM, From: r.Needle[0], To: r.Needle[1]}
	out.Pressure = wire.Dial{Is: c.Setting.PSI, From: r.PSI[0], To: r.PSI[1]}
	out.Distance = wire.Dial{Is: c.Setting.DistanceCM, From: r.DistanceCM[0], To: r.DistanceCM[1]}
	least, most := dose.ThinningRange(site.Step.Product.Family)
	out.Thinning = wire.Dial{Is: c.Setting.Thinning, From: round(least+site.Step.Do.Tint, 1), To: round(most+site.Step.Do.Tint, 1)}
	out.Passes, out.Minutes = c.Spray.Passes, round(c.Spray.Time.Minutes(), 1)
	out.Words = c.Spray.Words()
	if c.Spray.Dry || c.Spray.Wet || c.Spray.Coarse {
		out.State = wire.Hold
	}
	out.Own = site.Step.Spray != nil
	out.Weather = guide.Weather(site)
	out.Fit = strings.HasPrefix(out.Weather, "Fit")
	return out
}

func minutes(d time.Duration) string {
	if d < 90*time.Minute {
		return fmt.Sprintf("%.0f min", d.Minutes())
	}
	return fmt.Sprintf("%.1f h", d.Hours())
}

func guideShine(site *timeline.Site, s guide.Shine) *wire.GuideShine {
	out := &wire.GuideShine{Before: round(s.Before, 0), After: round(s.After, 0), Counts: "coats", Now: max(1, site.Step.Coats), With: []float64{}, Bands: gloss.Borders(), Enough: []wire.GuideEnough{}}
	if site.Step.Do.Counts != "" {
		out.Counts = site.Step.Do.Counts
	}
	out.Words = fmt.Sprintf("From %.0f GU, %s, to %.0f GU, %s.", s.Before, gloss.Band(s.Before), s.After, gloss.Band(s.After))
	if s.Levels > 0 {
		out.Words += fmt.Sprintf(" Leave each coat alone for %s to level.", minutes(s.Levels))
	}
	if s.Adds > 0.5 {
		out.Words += fmt.Sprintf(" This setting costs %.0f GU of it.", s.Adds)
	}
	if s.Edge > 0 {
		out.Words += fmt.Sprintf(" At its edge the sheen steps by %.0f GU.", s.Edge)
	}
	for _, u := range s.With {
		out.With = append(out.With, round(u, 0))
	}
	for _, e := range s.Enough {
		out.Enough = append(out.Enough, wire.GuideEnough{Words: e.Words, Least: e.Least, Is: e.Is, Coats: e.Coats})
	}
	return out
}

func guideSquint(s guide.Squint) *wire.GuideSquint {
	out := &wire.GuideSquint{Points: []wire.SquintPoint{}, Wanted: s.Wanted.String(), Unit: s.Unit, Blur: round(shade.BlurMM(), 1)}
	for i, p := range s.Pairs {
		out.Points = append(out.Points, wire.SquintPoint{Line: p.Line.String(), Panel: p.Panel.String(), Seen: round(s.Seen[i], 1), Reads: shade.Read(s.Seen[i]).String(), Now: i == s.Now})
	}
	width := fmt.Sprintf("%.1f mm wide", s.WidthMM)
	if s.Scale > 0 {
		width += fmt.Sprintf(", %.0f mm on the aircraft", s.WidthMM*float64(s.Scale))
	}
	words := []string{say.Capital(width) + "."}
	switch now := s.Now; {
	case s.Right >= 0 && s.Right > now:
		words = append(words, fmt.Sprintf("%s more until it reads %s.", say.Count(s.Right-now, s.Unit), s.Wanted))
	case now < len(s.Seen) && shade.Read(s.Seen[now]) == s.Wanted:
		words = append(words, fmt.Sprintf("Reads %s, as wanted.", s.Wanted))
	case s.Right >= 0:
		words = append(words, fmt.Sprintf("It read %s after %s; now it is %s.", s.Wanted, say.Count(s.Right, s.Unit), shade.Read(s.Seen[min(now, len(s.Seen)-1)])))
	default:
		words = append(words, fmt.Sprintf("It never reads %s with this paint.", s.Wanted))
	}
	if s.Gone == s.Now+1 {
		words = append(words, fmt.Sprintf("One %s more and it is gone.", s.Unit))
	} else if s.Gone > s.Now {
		words = append(words, fmt.Sprintf("Gone after %s.", say.Count(s.Gone, s.Unit)))
	}
	out.Words = strings.Join(words, " ")
	return out
}

func clothBlock(_ *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	b := wire.GuideBlock{Title: "Of the wash on the open surface stays", Words: "The lines keep theirs unless the strokes run across them."}
	for _, c := range guide.Cloths(site) {
		r := wire.GuideRow{Label: say.Capital(c.Wetness.String()) + " cloth", Value: fmt.Sprintf("%.1f %%", 100*c.Left)}
		if c.Planned {
			r.Label += ", as planned"
			r.State = wire.Safe
		}
		if c.Answer.Severity == verdict.Stop {
			r.State = wire.Bite
		}
		if c.Answer.Reach.Bites() {
			r.Value += fmt.Sprintf(", and takes %.2f µm of what is below", float64(c.Answer.Reach.Loss))
		}
		b.Rows = append(b.Rows, r)
	}
	return b, len(b.Rows) > 0
}

func metalBlock(_ *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	if site.Step.Do.ID != "metal-coat" {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "The metal will shine", Words: "The undercoat decides it: its gloss, and for chrome its colour."}
	for _, u := range guide.Undercoats(site) {
		r := wire.GuideRow{Label: say.Capital(u.Words), Value: fmt.Sprintf("over %s, %.0f GU", u.What, u.Units)}
		if u.Is {
			r.State = wire.Safe
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

func glossBlock(_ *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	if site.Step.Do.ID != "gloss-coat" {
		return wire.GuideBlock{}, false
	}
	whole, spot, wholeTime, spotTime := guide.WholeOrSpot(site)
	return wire.GuideBlock{Title: "Whole zone, or only where decals go", Rows: []wire.GuideRow{
		{Label: "Whole zone", Value: fmt.Sprintf("%.1f ml, %s", whole.Mixed, say.Bench(wholeTime))}, {Label: "Only where decals go", Value: fmt.Sprintf("%.1f ml, %s, and an edge of sheen to even out", spot.Mixed, say.Bench(spotTime))},
	}}, true
}

func decalBlock(_ *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	works := guide.DecalWork(site)
	if len(works) == 0 {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "Decals, in their order", Words: "Lukewarm water, roll out with a damp bud from the middle; never on wet paint."}
	for _, w := range works {
		label := w.Name
		if w.Count > 1 {
			label = fmt.Sprintf("%d × %s", w.Count, w.Name)
		}
		r := wire.GuideRow{Label: fmt.Sprintf("%s, %.0f × %.0f mm over %s", label, w.WidthMM, w.HeightMM, w.Over.Words), Value: fmt.Sprintf("%s: %s", say.Bench(w.Hands), w.Words()), State: wire.Safe}
		if w.Silver > 0 {
			r.State = wire.Hold
			r.Value += fmt.Sprintf("; silvers below %.0f %% of it", 100*w.Silver)
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

// sealBlock tells from when the next wash and its wipe are safe over the seal: not creeping below a decal's film, not tearing it.
func sealBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	line := siteLine(j, site)
	if site.Step.Do.ID != "seal" || line == nil {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "Until the wash", Words: "Two coats close over the decals' edges: the wash can't creep under the film and the cloth can't tear it."}
	if n := max(1, site.Step.Coats); n < 2 {
		b.Words = "One coat has weak spots on the decals' edges: a second one closes them before the wash."
	}
	for i := site.Index + 1; i < len(line.Steps); i++ {
		do := line.Steps[i].Step.Do
		if !do.Has(route.WashOn | route.Cloth) {
			continue
		}
		sp := why.SpreadOf(j.checked.Site(line, i))
		clock := func(t time.Time) string {
			if t.IsZero() {
				return "not within a month"
			}
			return j.clock(t)
		}
		r := wire.GuideRow{Label: do.Name + " is good from", Value: fmt.Sprintf("%s; with a slow product %s", clock(sp.Usual), clock(sp.Slow)), State: wire.Safe}
		if sp.Crosses {
			r.State = wire.Hold
		}
		b.Rows = append(b.Rows, r)
		if do.Has(route.Cloth) {
			break
		}
	}
	return b, len(b.Rows) > 0
}

func chipBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	l, ok := rule.Lift(site)
	if !ok || site.Step.Do.ID != "chip" {
		return wire.GuideBlock{}, false
	}
	return wire.GuideBlock{
		Title: "Chipping",
		Rows: []wire.GuideRow{
			{Label: "Water is through to the medium in", Value: fmt.Sprintf("%.0f s", l.Through.Seconds())},
			{Label: "Comes off easily until", Value: j.clock(l.Eased)},
			{Label: "Too late after", Value: j.clock(l.Late)},
		},
	}, true
}

func mediumBlock(_ *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	over := guide.OverMedium(site)
	if len(over) == 0 {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "What no longer goes above it", Words: "Until the model is sealed, and a seal only buys time: water gets through it too. Tape pulls all of it off; masked markings go where no medium lies."}
	for _, o := range over {
		r := wire.GuideRow{Label: say.Capital(o.What), State: wire.Safe, Value: fmt.Sprintf("stands %s, is through in %s, under two coats of gloss in %s", brief(o.Stands), brief(o.Through), brief(o.Sealed))}
		if o.Lifts {
			r.State = wire.Bite
			if o.Stands < o.Sealed {
				r.State = wire.Hold
			}
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

func brief(d time.Duration) string {
	if d < 2*time.Minute {
		return fmt.Sprintf("%.0f s", d.Seconds())
	}
	return minutes(d)
}

func fadeBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	share, wanted, ok := guide.Fade(site)
	if !ok {
		return wire.GuideBlock{}, false
	}
	return wire.GuideBlock{Title: "How far to blend", Words: j.plan.Wear.Words + " Judge by daylight, from a step back, and again the next night.", Rows: []wire.GuideRow{
		{Label: "Faded by, as the service asks", Value: fmt.Sprintf("%.1f CIEDE2000", wanted)}, {Label: "Of this tone that stays", Value: fmt.Sprintf("about %.0f %%", 100*share)},
	}}, true
}

// tapeBlock tells from when a mask may stick, and between when it comes off.
func tapeBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	t, ok := guide.Tape(site)
	if !ok || t.On == nil && t.Colour == nil {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "When it goes on and comes off"}
	row := func(label string, at time.Time, state wire.State) {
		b.Rows = append(b.Rows, wire.GuideRow{Label: label, Value: j.clock(at), State: state})
	}
	if cm := site.Zone.Shape.MaskCM; cm > 0 && site.Step.Do.Has(route.Tape) {
		b.Rows = append(b.Rows, wire.GuideRow{Label: "Tape round the zone", Value: fmt.Sprintf("about %.0f cm", cm)})
	}
	if t.On != nil {
		state := wire.Safe
		if site.Start.Before(t.Sticks) {
			state = wire.Hold
		}
		row("May stick to "+t.On.Product.Name+" from", t.Sticks, state)
	}
	if t.Colour != nil {
		row("Comes off "+t.Colour.Product.Name+" from", t.Off, "")
		row("Its edge chips after", t.Brittle, "")
	}
	return b, true
}

// laterBlock tells what each later liquid of the zone does to what is chipped, or to the decals.
func laterBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	if site.Step.Do.Phase != route.Chip && site.Step.Do.Phase != route.Decals {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "What touches it later"}
	for _, m := range guide.Later(site) {
		r := wire.GuideRow{Label: fmt.Sprintf("%s, %s", m.Step.Do.Name, j.day(m.At)), State: wire.Safe}
		with := "a dry cloth"
		if m.Liquid != nil {
			with = m.Liquid.Name
		}
		switch loss := float64(m.Reach.Loss); {
		case m.Meant:
			r.Value, r.State = with+" is to take it off", wire.Note
		case m.Hit && m.Reach.Wet:
			r.Value, r.State = with+": it is still wet by then", wire.Bite
		case loss < 0.001:
			r.Value = with + " leaves it alone"
		default:
			r.Value = fmt.Sprintf("%s takes %.3f µm", with, loss)
			if m.Reach.Bites() {
				r.State = wire.Bite
			}
		}
		b.Rows = append(b.Rows, r)
	}
	b.Words = fmt.Sprintf("With usual products; half of all see a loss of %.2f µm.", float64(stack.Limit()))
	return b, len(b.Rows) > 0
}

func maskBlock(_ *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	if !site.Step.Do.Has(route.Tape) {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "The edge"}
	own := route.EdgeNamed(site.Step.Edge)
	for _, e := range route.Edges() {
		r := wire.GuideRow{Label: say.Capital(e.Words), Value: fmt.Sprintf("about %.1f mm soft", e.WidthMM)}
		if site.Plan.Scale > 0 {
			r.Value += fmt.Sprintf(", %.0f mm on the aircraft", e.WidthMM*float64(site.Plan.Scale))
		}
		if e.ID == own.ID {
			r.State = wire.Safe
		}
		b.Rows = append(b.Rows, r)
	}
	return b, true
}

func joinBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	if len(site.Step.Joins) == 0 {
		return wire.GuideBlock{}, false
	}
	b := wire.GuideBlock{Title: "What it waits for", Words: "Bare plastic on both faces, a dry fit first, nothing wet under the fingers."}
	for _, line := range j.checked.Lines {
		for _, id := range site.Step.Joins {
			if n := len(line.Steps); line.Zone.Part == id && n > 0 {
				last := line.Steps[n-1]
				dry := last.TouchDry
				if last.End.After(dry) {
					dry = last.End
				}
				b.Rows = append(b.Rows, wire.GuideRow{Label: line.Zone.Name, Value: "touch-dry " + j.clock(dry)})
			}
		}
	}
	return b, true
}
