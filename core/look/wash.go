package look

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

// lying is a wash as it lies on a zone.
type lying struct {
	look   mix.Look
	open   coating.Microns // dry, on open surface before it is wiped
	line   coating.Microns // dry, in the recesses
	place  int             // of its film
	spread float64         // share of the open surface that it wetted
	sealed bool            // a clear lies on it
	grainy bool            // it lies there as bare grains, matt
}

// Poured returns a product as it is laid as a wash by a step: from its bottle, or thinned to one.
func Poured(step *route.Step) *mix.Mixed {
	p := step.Product
	if p.Kind != coating.Wash {
		own := *p
		own.Family, own.Solids = p.Family.AsWash(), 0
		p = &own
	}
	return mix.Of(p)
}

func washOf(line *timeline.Line, i int) *lying {
	placed := line.Steps[i]
	m := Poured(placed.Step)
	_, cut := line.Zone.Line()
	w := &lying{look: m.Look, open: m.OnOpen(), line: mix.InLine(m.Fluid, cut), place: placed.Layer, spread: 1, grainy: m.Family.Fill() < grainy}
	if placed.Step.Do.Contact.Is(stack.PinWash) {
		w.spread = pinSpill
	}
	return w
}

var grainy = Numbers.Number("grainy", 0.5, "", "share of its voids that a wash fills itself below which it dries matt on any surface", fact.Bench("clay and sludge dry matt, enamel and oil take on what is below"))

// over is how so much of the wash looks on a ground in a surface that mirrors by mirror: wet, dry, or under a clear.
func (w *lying) over(ground colour.Colour, um coating.Microns, wet bool, mirrors float64) colour.Colour {
	switch {
	case wet:
		return w.look.WetOver(ground, um)
	case w.sealed:
		return w.look.UnderClear(ground.Recoated(mirrors, gloss.Veil(coating.Flat)), um).Recoated(gloss.Veil(coating.Flat), mirrors)
	}
	return w.look.Over(ground, um)
}

// wet reports whether the wash has not dried by moment.
func (w *lying) wet(line *timeline.Line, moment time.Time) bool {
	return w.place > 0 && w.place < len(line.Films) && moment.Before(line.Films[w.place].Stiff())
}

var (
	filterWet  = coating.Microns(Numbers.Number("filter-lies", 1.5, "µm", "of a filter that is drawn out with a damp brush, as it stays wet on the paint", fact.Bench("T44; reference model, no source")))
	filterThin = Numbers.Number("filter-solids", 0.025, "", "most solids of a filter: paint in some fifteen parts of thinner", fact.Bench("T44"))
)

// filtered is a paint under a filter or a sprayed veil of a wash.
func filtered(paint colour.Colour, step *route.Step) colour.Colour {
	m := Poured(step)
	um := filterWet * coating.Microns(min(m.Solids, filterThin))
	if step.Do.Airbrush {
		um = step.Do.Contact.Liquid * coating.Microns(m.Solids)
	}
	return m.Look.Over(paint, um*coating.Microns(max(1, step.Coats)))
}
