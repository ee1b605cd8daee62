package web

import (
	"fmt"
	"strconv"
	"strings"

	"inkysparrow/core/guide"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/gloss"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
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
	for _, told := range plan.HowItIsDone(site, j.now) {
		out.Blocks = append(out.Blocks, guideBlock(told))
	}
	if b, ok := stainBlock(j, site); ok {
		out.Blocks = append(out.Blocks, b)
	}
	if told, ok := plan.TouchesLater(site, j.now); ok {
		b := guideBlock(told)
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
		Mixed: round(c.Mixed, 2), Product: round(c.Product, 2), Thinner: round(c.Thinner, 2), Cups: c.Cups, Coats: c.Coats, Flash: say.Span(c.Flash), Sprayed: c.Sprayed(), State: wire.Safe,
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
	out.Thinning = wire.Dial{Is: c.Setting.Thinning, From: round(max(0, least+site.Step.Thinner()), 1), To: round(most+site.Step.Thinner(), 1)}
	out.Passes, out.Minutes = c.Spray.Passes, round(c.Spray.Time.Minutes(), 1)
	out.Words = c.Spray.Words()
	if c.Spray.Dry || c.Spray.Wet || c.Spray.Coarse {
		out.State = wire.Hold
	}
	out.Own = site.Step.Spray != nil
	out.Weather, out.Fit = guide.Weather(site)
	return out
}

func guideShine(site *timeline.Site, s guide.Shine) *wire.GuideShine {
	out := &wire.GuideShine{Before: round(s.Before, 0), After: round(s.After, 0), Counts: "coats", Now: max(1, site.Step.Coats), With: []float64{}, Bands: gloss.Borders(), Enough: []wire.GuideEnough{}}
	if site.Step.Do.Counts != "" {
		out.Counts = site.Step.Do.Counts
	}
	out.Words = fmt.Sprintf("From %.0f GU, %s, to %.0f GU, %s.", s.Before, gloss.Band(s.Before), s.After, gloss.Band(s.After))
	if s.Levels > 0 {
		out.Words += fmt.Sprintf(" Leave each coat alone for %s to level.", say.Span(s.Levels))
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

func guideBlock(told plan.Told) wire.GuideBlock {
	b := wire.GuideBlock{Title: told.Title, Words: told.Words, Rows: []wire.GuideRow{}}
	for _, r := range told.Rows {
		b.Rows = append(b.Rows, wire.GuideRow{Label: r.Label, Value: r.Value, State: wire.State(r.Sense)})
	}
	return b
}
