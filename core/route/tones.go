package route

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/shade"
)

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
	t := bare()
	for _, s := range z.Steps[:n] {
		t.add(s)
	}
	return t
}

// bare are the tones of the plastic.
func bare() Tones { return Tones{Pair: shade.Pair{Line: Plastic, Panel: Plastic}} }

// tones returns those that the site's step meets.
func (s *Site) tones() Tones { return s.line.tones[s.Index] }

func (t *Tones) add(s *Step) {
	if s.Product == nil || !s.Do.Has(Colour|Shades) {
		return
	}
	cover, coats := s.cover()
	switch {
	case s.Do.Has(Shades):
		t.Line = cover.Over(t.Panel, coats)
		t.Shaded, t.WidthMM = s, s.Width()
	case s.share() < 1: // a colour beside the others: the panels that are looked at stay as they are
	default:
		t.Panel, t.Line = cover.Over(t.Panel, coats), cover.Over(t.Line, coats)
	}
}

// cover returns the step's paint as a layer, and how many of the family's usual coats it lays.
func (s *Step) cover() (v colour.Cover, coats float64) {
	v, ok := s.Product.Hiding()
	if !ok {
		v = colour.Or(s.Product.Colour, unnamedColour).Hiding(1)
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

var unnamedColour = colour.Grey(45)

// Width returns how wide the step's lines or blotches are on the model, in mm; 0 for what shades nothing.
func (s *Step) Width() float64 {
	if s.WidthMM > 0 {
		return s.WidthMM
	}
	return s.Do.WidthMM
}

// lastTone reports whether the site's step is the last that changes the zone's tones, and one before it or itself shaded it.
func (s *Site) lastTone() (Tones, bool) {
	if !s.Step.Do.Has(Colour|Shades) || s.Step.Product == nil {
		return Tones{}, false
	}
	for _, later := range s.Zone.Steps[s.Index+1:] {
		if later.Do.Has(Colour | Shades) {
			return Tones{}, false
		}
	}
	t := s.tones()
	t.add(s.Step)
	return t, t.Shaded != nil
}

// paintOf returns the paint that stands for the zone at the site: of its own step, else the last colour before it.
func (s *Site) paintOf() *Step {
	if s.Step.Do.Has(Colour) {
		return s.Step
	}
	for i := s.Index - 1; i >= 0; i-- {
		if st := s.Zone.Steps[i]; st.Do.Has(Colour) && st.Product != nil && st.share() >= 1 {
			return st
		}
	}
	return nil
}

// undercoats returns the plan's greys that a weak colour can be laid on, a usual one where there is none.
func (s *Site) undercoats() []*coating.Product {
	var fit []*coating.Product
	for _, p := range s.Plan.Products {
		if l := lightness(p); p.Kind == coating.Primer && p.Colour != "" && l >= greyFrom && l <= greyTo {
			fit = append(fit, p)
		}
	}
	if len(fit) > 0 {
		return fit[:1]
	}
	return []*coating.Product{usualPaint("grey-undercoat", "Grey undercoat", coating.Primer, colour.Grey((greyFrom+greyTo)/2).String(), s.Plan.Products)}
}

var (
	greyFrom = Numbers.Number("undercoat-from", 50, "L*", "darkest grey that is put below a weak pale colour", fact.Bench("weak pale colours want a grey below"))
	greyTo   = Numbers.Number("undercoat-to", 85, "L*", "palest", fact.Bench("weak pale colours want a grey below"))
)

// usualPaint returns a water-borne paint under an id that the plan doesn't use yet.
func usualPaint(id, name string, kind coating.Kind, hex string, taken []*coating.Product) *coating.Product {
	f := coating.MustFamily("waterborne-acrylic")
	return &coating.Product{
		ID: freeID(id, taken), Name: name, Kind: kind, Family: f, Colour: hex, Sheen: coating.Flat, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover,
	}
}
