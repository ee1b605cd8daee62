package route

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/pigment"
	"inkysparrow/core/shade"
)

// OffBy returns how far the step's paint would be from its own colour with that many coats over ground.
func (s *Step) OffBy(ground colour.Colour, times int) float64 {
	v, n := s.As(func(s *Step) { s.Coats = times }).Cover()
	return v.Over(ground, n).Difference(s.Product.Shows())
}

// Lightness returns the lightness of a product's colour, 0 to 100; middling where it has none.
func Lightness(p *coating.Product) float64 { return p.Shows().Lightness() }

var plasticL = Numbers.Number("plastic", 78, "L*", "lightness of the bare plastic", fact.Bench("pale grey, as most kits are"))

// Plastic is the colour of the bare model.
var Plastic = colour.Grey(plasticL)

// Tones are the two colours of a zone: of its panels, and of the lines or blotches in which they are shaded.
type Tones struct {
	shade.Pair
	WidthMM float64
	Shaded  *Step // the last step that shaded it; nil for none
}

// Tones returns the tones of the zone after its first n steps: each coat lies over what was there, by its hiding power.
func (z *Zone) Tones(n int) Tones {
	t := Bare()
	for _, s := range z.Steps[:n] {
		t.Add(s)
	}
	return t
}

// Bare are the tones of the plastic.
func Bare() Tones { return Tones{Pair: shade.Pair{Line: Plastic, Panel: Plastic}} }

// Add lays a step over the tones: a coat over both, shading over its line.
func (t *Tones) Add(s *Step) {
	if s.Product == nil || !s.Do.Has(Colour|Shades) {
		return
	}
	cover, coats := s.Cover()
	switch {
	case s.Do.Has(Shades):
		t.Line = cover.Over(t.Panel, coats)
		t.Shaded, t.WidthMM = s, s.Width()
	case s.Extent() < 1: // a colour beside the others: the panels that are looked at stay as they are
	default:
		t.Panel, t.Line = cover.Over(t.Panel, coats), cover.Over(t.Line, coats)
	}
}

// Cover returns the step's paint as a layer, and how many of the family's usual coats it lays.
func (s *Step) Cover() (v pigment.Cover, coats float64) {
	v, ok := s.Product.Hiding()
	if !ok {
		v = pigment.Hiding(s.Product.Shows(), 1)
	}
	coats = float64(max(1, s.Coats))
	thin := s.Do.Thin
	if thin <= 0 {
		thin = 1
	}
	if s.Dry > 0 {
		thin = float64(s.Dry / s.Product.Family.Dry(s.Product.Family.Wet))
	}
	return v, coats * thin
}

// Width returns how wide the step's lines or blotches are on the model, in mm; 0 for what shades nothing.
func (s *Step) Width() float64 {
	if s.WidthMM > 0 {
		return s.WidthMM
	}
	return s.Do.WidthMM
}
