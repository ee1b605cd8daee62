// Package mix is the cup at the bench: paints, tubes, pigments and thinner together, and what comes of them as a wash. It also works the other way round,
// from a wanted line to a recipe, and says what to add when a wash is not as it should be.
package mix

import (
	"fmt"
	"math"
	"slices"
	"sync"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/pigment"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	gathers   = Numbers.Number("line-gathers", 1.5, "", "how much more of a wash's solids dries in a line than one filling holds: it is fed by the brush and draws what lies beside it", fact.Bench("chosen; 1:6 draws a line, 1:20 tints one"))
	lastFifth = Numbers.Number("last-fifth", 0.2, "", "share of a bottle below which what is left is thick: the carrier has left it at every opening", fact.Bench("the last fifth of a bottle is thick"))
	thickest  = Numbers.Number("last-drops-thick", 1.5, "", "how much more solids the very last of a bottle holds", fact.Bench("the last fifth of a bottle is thick"))
	settled   = Numbers.Number("unstirred", 0.5, "", "share of its solids that comes out of a bottle that was not stirred", fact.Bench("unstirred enamel dries shiny and off-colour"))
	immisc    = Numbers.Number("does-not-mix", 0.05, "", "share of water and of spirit together from which a mix parts", fact.Bench("oil and water"))
	wetCloses = Numbers.Number("wet-closes", 3, "", "how soon a wet wash takes on its own wet colour as it gets thicker, against what hides", fact.Bench("chosen by eye: all of it where it hides"))
	soapDrop  = Numbers.Number("soap-drop", 10, "ml", "water that a drop of dish soap wets", fact.Bench("a drop of soap in a small cup"))
	washThin  = Numbers.Number("thinned-to-wash", 0.6, "", "share of its family's solids below which a paint acts as a wash", fact.Bench("thinned for the airbrush it is a paint still"))
)

// Amounts are what can be poured, in millilitres.
var Amounts = fact.Range{ID: "pour-ml", From: 0.001, To: 250, Step: 0.05}

// Pour is one thing that goes into the cup: a product or a liquid.
type Pour struct {
	Product   *coating.Product
	Liquid    *solvent.Liquid
	ML        float64
	Left      float64 // share of the bottle that is left, over 0 and up to 1; 0 where it is not known
	Unstirred bool
	Soap      bool // neat dish soap, with soapy water as its liquid
}

// Name is what it is called in a sentence.
func (p Pour) Name() string {
	switch {
	case p.Product != nil:
		return p.Product.Name
	case p.Soap:
		return "dish soap"
	}
	return p.Liquid.Name
}

// solids is the share of the pour that stays behind.
func (p Pour) solids() float64 {
	if p.Product == nil {
		return 0
	}
	s := p.Product.SolidShare()
	if p.Product.Family.IsLoose() {
		s = 1
	}
	if p.Left > 0 && p.Left < lastFifth {
		s *= thickest + (1-thickest)*p.Left/lastFifth
	}
	if p.Unstirred && !p.Product.Family.IsLoose() {
		s *= settled
	}
	return min(0.95, s)
}

// Error is a fault in what was poured; At is the place of the pour, -1 for the cup as a whole.
type Error struct {
	At      int
	Problem string
}

func (e *Error) Error() string { return e.Problem }

// Cup is what was poured together. Its order and scale don't matter to what comes of it.
type Cup []Pour

// Mixed is what came of a cup.
type Mixed struct {
	wash.Fluid
	ML     float64
	Family *coating.Family // as which it dries and comes off
	Look   Look
	Shiny  bool // from an unstirred bottle: too much binder
	parts  Cup
}

// Mix returns what a cup comes to. Errors are *Error.
func (c Cup) Mix() (*Mixed, error) {
	m := &Mixed{parts: c}
	var pigments []pigment.Part
	var soap, oil, filled, solids float64
	byFamily := map[*coating.Family]float64{}
	for i, p := range c {
		switch {
		case math.IsNaN(p.ML) || p.ML <= 0:
			return nil, &Error{i, fmt.Sprintf("%s: pour more than nothing", say.Capital(p.Name()))}
		case p.ML < Amounts.From:
			return nil, &Error{i, fmt.Sprintf("%s: %.2g ml can't be measured", say.Capital(p.Name()), p.ML)}
		case p.ML > Amounts.To:
			return nil, &Error{i, fmt.Sprintf("%s: %.4g ml are more than a cup holds; up to %.0f", say.Capital(p.Name()), p.ML, Amounts.To)}
		}
		m.ML += p.ML
		if p.Liquid != nil {
			m.Carrier.Pour(p.Liquid.Mix, p.ML)
			switch {
			case p.Soap:
				soap += p.ML / dose.DropML() * soapDrop
			case p.Liquid.Soapy():
				soap += p.ML
			}
			continue
		}
		f, own := p.Product.Family, p.Product.Shows()
		s := p.solids()
		m.Carrier.Pour(p.Product.Carrier.Mix, p.ML*(1-s))
		if w := wash.Of(p.Product); w.Wetting > 0 {
			soap += p.ML * (1 - s) * p.Product.Carrier.Mix.Share(solvent.Water)
		}
		solids += p.ML * s
		oil += p.ML * s * f.Oil()
		byFamily[f] += p.ML * s
		pigments = append(pigments, pigment.Part{Paint: p.Product.Pigments(own), Volume: p.ML * s})
		filled += p.ML * s * f.Fill()
		m.Shiny = m.Shiny || p.Unstirred && f.Mechanism == coating.Oxidise
	}
	if m.ML > Amounts.To {
		return nil, &Error{-1, fmt.Sprintf("%.0f ml are more than a cup holds; up to %.0f", m.ML, Amounts.To)}
	}
	if len(pigments) == 0 {
		return nil, &Error{-1, "There is only thinner in the cup: pour a paint, a wash or a pigment"}
	}
	watery, parts := parts(m.Carrier)
	for f := range byFamily { // a drying oil parts from water even where hardly any spirit is in it
		parts = parts || f.Mechanism == coating.Oxidise && watery > immisc
	}
	if parts {
		return nil, &Error{-1, "White spirit and water do not mix: take a thinner that belongs to the paint"}
	}
	m.Solids, m.Oil = solids/m.ML, oil/m.ML
	if w := m.Carrier[solvent.Water]; w > 0 {
		m.Wetting = soap / w
	}
	m.Family = m.acts(byFamily)
	m.Look = lookOf(pigment.Mix(pigments...), filled/solids, medium(watery))
	return m, nil
}

// parts returns the share of water, and whether there is so much of spirit beside it that they part.
func parts(m solvent.Mix) (water float64, apart bool) {
	spirit := 0.0
	for _, c := range []solvent.Component{solvent.WhiteSpirit, solvent.Isoparaffin, solvent.Turpentine} {
		spirit += m.Share(c)
	}
	water = m.Share(solvent.Water) + m.Share(solvent.Ammonia)
	return water, water > immisc && spirit > immisc
}

// acts returns the family that most of the solids belong to, as a wash where it is thinned to one. Loose grains act by what they are stirred into.
func (m *Mixed) acts(solids map[*coating.Family]float64) *coating.Family {
	var best *coating.Family
	for own, much := range solids {
		if best == nil || much > solids[best] || much == solids[best] && own.ID < best.ID {
			best = own
		}
	}
	switch {
	case best.IsLoose():
		return m.stirred()
	case m.Solids < washThin*(1-best.CarrierShare):
		return best.AsWash()
	}
	return best
}

// stirred returns the family that loose grains act as in the mix's liquid.
func (m *Mixed) stirred() *coating.Family {
	if m.Carrier.Share(solvent.Water) > immisc {
		return coating.MustFamily("sludge-wash")
	}
	return coating.MustFamily("oil-wash")
}

func medium(watery float64) colour.Medium {
	if watery > 0.5 {
		return colour.InWater
	}
	return colour.InSpirit
}

// Look is what a wash looks like where it lies.
type Look struct {
	Wet, Dry, UnderFlat, UnderGloss colour.Colour
	dry, flat                       *pigment.Paint
	hides                           *hiding
}

// hiding is how thick the dry wash hides what is below, worked out when it is first asked for: a picture asks for each of its pixels.
type hiding struct {
	once sync.Once
	um   float64
}

func lookOf(paint *pigment.Paint, fill float64, in colour.Medium) Look {
	dry := paint.Colour()
	g := dry.Dried(fill, gloss.Veil(coating.Flat))
	l := Look{Wet: g.Wet(in), Dry: dry, UnderFlat: g.Cleared(gloss.Veil(coating.Flat)), UnderGloss: g.Cleared(gloss.Veil(coating.Gloss)), dry: paint, hides: &hiding{}}
	l.flat = paint.Bent(l.UnderFlat)
	return l
}

// Hides returns the dry thickness that hides what is below.
func (l *Look) Hides() coating.Microns {
	l.hides.once.Do(func() { l.hides.um = l.dry.Hides() })
	return coating.Microns(l.hides.um)
}

// Over returns the colour of so much dry wash over a ground.
func (l *Look) Over(ground colour.Colour, um coating.Microns) colour.Colour {
	return l.dry.Over(ground, float64(um))
}

// WetOver is Over while the liquid stands: where it is thick it has its own wet colour, where it is thin the ground shines through, deepened by the wet shine.
// Kubelka and Munk's law is not asked for a wet veil: a wet wash scatters so little that its hue would be all there is.
func (l *Look) WetOver(ground colour.Colour, um coating.Microns) colour.Colour {
	shiny := l.Over(ground, um).Recoated(gloss.Veil(coating.Flat), gloss.Veil(coating.Gloss))
	return shiny.Veiled(l.Wet, -math.Expm1(-wetCloses*float64(um/l.Hides())))
}

// UnderClear is Over with a flat clear on all of it.
func (l *Look) UnderClear(ground colour.Colour, um coating.Microns) colour.Colour {
	return l.flat.Over(ground, float64(um))
}

// InLine returns the dry thickness that a wash leaves in a line.
func InLine(f wash.Fluid, line wash.Line) coating.Microns {
	return coating.Microns(1000 * line.DepthMM / 2 * f.Solids * gathers)
}

// Of returns a product as it comes from its bottle.
func Of(p *coating.Product) *Mixed {
	m, err := Cup{{Product: p, ML: 1}}.Mix()
	if err != nil {
		panic(err) // a millilitre of a product is a cup
	}
	m.Family = p.Family.AsWash()
	return m
}

// Product returns the mix as a product: what a plan and a shelf keep of it.
func (m *Mixed) Product(id, name string) *coating.Product {
	first := m.parts[slices.IndexFunc(m.parts, func(p Pour) bool { return p.Product != nil })].Product
	p := *first
	p.ID, p.Name, p.Family, p.Colour, p.Solids, p.Sheen = id, name, m.Family, m.Look.Dry.String(), m.Solids, coating.NoSheen
	if p.Kind = coating.Wash; !slices.Contains(m.Family.Kinds, coating.Wash) {
		p.Kind = first.Kind
	}
	if m.Family != first.Family && m.Family.AsWash() != first.Family.AsWash() {
		p.Carrier, p.Thinner, p.Remover = m.Family.Carrier, m.Family.Thinner, m.Family.Remover
	}
	for _, q := range m.parts {
		if q.Liquid != nil && q.ML > m.ML/2 { // most of it is what it was thinned with
			p.Carrier = q.Liquid
		}
	}
	return &p
}

// thinned returns the mix with parts of thinner to one of it; its colour stays.
func (m *Mixed) thinned(cup Cup, thinner *solvent.Liquid, parts float64) *Mixed {
	out := *m
	out.parts = cup
	out.Fluid = m.Fluid.Thinned(thinner, parts)
	out.ML = 0
	for _, p := range cup {
		out.ML += p.ML
	}
	switch own := cup[0].Product.Family; {
	case own.IsLoose():
		out.Family = out.stirred()
	case out.Solids < washThin*(1-own.CarrierShare):
		out.Family = own.AsWash()
	}
	return &out
}

// Film returns the film that one laying of the mix leaves on open surface.
func (m *Mixed) Film() coating.Film {
	return coating.Film{Family: m.Family, Coats: 1, Wet: m.Family.Wet}
}

// OnOpen returns the dry thickness that an overall laying leaves on open surface before it is wiped.
func (m *Mixed) OnOpen() coating.Microns {
	return m.Family.Wet * coating.Microns(min(m.Solids, 1))
}

// Contrast is how a line stands out on its paint in CIEDE2000.
type Contrast struct {
	Near, AtArm float64 // close up, and at arm's length
	Line        colour.Colour
}

// Lines returns how lines of that cut stand out that are full of the wash: ground is what the recess looks like bare, paint the surface beside it.
func (m *Mixed) Lines(ground, paint colour.Colour, line wash.Line) Contrast {
	c := Contrast{Line: m.Look.Over(ground, InLine(m.Fluid, line))}
	c.Near, c.AtArm = c.Line.Difference(paint), shade.AtArm(c.Line, paint, line.WidthMM)
	return c
}

// Stiff returns how long a laying of it takes until it can be wiped, in constant air; ok is false where it does not dry within a month, as in air that is full
// of water.
func (m *Mixed) Stiff(air climate.Air) (d time.Duration, ok bool) {
	f := m.Film()
	f.Carrier = &solvent.Liquid{Mix: m.Carrier}
	course := cure.Of(f, climate.Constant(air))
	d = course.Stiff().Sub(f.Laid)
	if m.Family.Gels && !m.Family.InLines() { // a tube's paint has hardly a carrier to lose: it is wiped no sooner than it has gelled
		d = course.TouchDry().Sub(f.Laid)
	}
	return d, d < 30*24*time.Hour
}
