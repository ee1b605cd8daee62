// Package choose puts washes side by side for a zone as it stands at a moment: what each does to the films below, how it runs, reads and comes off, and
// what it costs. It asks the engines of the bite, the run and the wipe; what is its own is the order that a modeller's wishes bring them into.
package choose

import (
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wash"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var grimeThin = coating.Microns(Numbers.Number("grime-thinned", 4, "parts", "thinner to one of a wash that is sprayed as grime", fact.Bench("a tint that is built up and shows only when it is dry")))

var veils = coating.Microns(Numbers.Number("grime-veils", 2, "passes", "light passes of a sprayed wash", fact.Bench("a couple of light passes, dry between")))

// Place is a zone as it stands at a moment, with what lies on it and what it looks like.
type Place struct {
	Laid    *timeline.Timeline
	Plan    *route.Plan
	Line    *timeline.Line
	At      time.Time
	Done    int // steps of the route that have ended by then
	Films   stack.Stack
	On      coating.Texture
	Paint   colour.Colour // of the surface beside the lines, with the shading that lies along them
	Panel   colour.Colour // of the panels
	Ground  colour.Colour // of the recess, with its shadow or an earlier wash in it
	Painted *route.Step   // the step of the top colour; nil on bare plastic

	Lines  wash.Line
	Kind   wash.LineKind
	Length float64 // of all lines, mm

	Cloth  wash.Wetness
	Liquid *solvent.Liquid // of the cloth; nil for each wash's own remover
	Stroke route.Stroke
}

// At returns the place of a zone of a plan that was laid out. The cloth is that of the plan's school.
func At(tl *timeline.Timeline, line *timeline.Line, moment time.Time) *Place {
	p := &Place{Laid: tl, Plan: tl.Plan, Line: line, At: moment, Cloth: tl.Plan.Schools.Cloth(), Stroke: tl.Plan.Schools.Stroke()}
	for _, s := range line.Steps {
		if s.End.After(moment) {
			break
		}
		p.Done++
		if s.Step.Do.Has(route.Colour) && s.Step.Product != nil {
			p.Painted = s.Step
		}
	}
	p.On = coating.Plastic.Sheens[0].Texture()
	below := len(line.Films)
	if p.Done < len(line.Steps) {
		below = line.Steps[p.Done].Below
	}
	p.Films = line.Films[:below:below]
	if p.Done > 0 {
		p.On = line.Steps[p.Done-1].Leaves
	}
	skin := look.Of(line, p.Done, moment)
	tones := line.Tones(p.Done)
	p.Panel, p.Paint = skin.Plain, skin.Plain
	if s := tones.Shaded; s != nil && s.Do.ID == "pre-shade" {
		p.Paint = tones.Line
	}
	if p.Ground = shade.Recess(p.Paint); skin.Filled > 0 {
		p.Ground = skin.Line
	}
	p.Kind, p.Lines = line.Zone.Line()
	p.Length = line.Zone.LineMM(tl.Plan.Scale)
	return p
}

// When returns the moment at which a wash is due on a zone: when its first wash that is not done begins, else as soon as what comes before a wash in the
// order of work is ready.
func When(tl *timeline.Timeline, line *timeline.Line) time.Time {
	after := tl.From
	for i, s := range line.Steps {
		if s.Step.Do.Has(route.WashOn) && s.Step.Done.IsZero() {
			return s.Start
		}
		if s.Step.Do.Phase <= route.Washing {
			after = clock.Later(after, clock.Later(line.Steps[i].End, line.Steps[i].Ready))
		}
	}
	return after
}

// way returns the kind of step by which a family's wash goes on in the plan's school: washes that are pressed in and wiped are brushed over all.
func (p *Place) way(f *coating.Family) *route.Technique {
	school := p.Plan.Schools.Of(route.WashWay)
	switch {
	case f.ID == "tempera-wash" || f.ID == "sludge-wash" || school == route.ByOverall || school == route.BySludge:
		return route.MustTechnique("overall-wash")
	case school == route.BySpray:
		return route.MustTechnique("spray-wash")
	}
	return route.MustTechnique("pin-wash")
}

// remover returns the liquid that a product of the place is wiped with.
func (p *Place) remover(product *coating.Product) *solvent.Liquid {
	if p.Liquid != nil {
		return p.Liquid
	}
	return product.Remover
}
