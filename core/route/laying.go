package route

import (
	"slices"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/schedule"
)

// Laying is how sprayed coats go on. It decides how much liquid stands at once on what is below, and so how much that is bitten.
type Laying string

// The ways of laying coats.
const (
	Flashed  Laying = ""      // each coat flashes off before the next: what is usual
	Misted   Laying = "mist"  // as dry mists, each of them flashed off; they never stand wet, and don't add up
	WetOnWet Laying = "wet"   // one into the other: they stand as one thick coat
	Brushed  Laying = "brush" // with a soft brush: all of it stands at once, and is dragged
)

// Why this is asked of the modeller: the same bottle is harmless or ruinous over a young film by nothing but how it is sprayed. A dry mist is
// three micrometres that are gone in half a minute, four coats wet on wet of a lacquer are seventy-five that stand for ten. Depth goes with
// the root of the time, so that wet on wet does four times as much harm as a coat, and a mist a sixth.

// Layings returns the ways, the usual one first, with what they are called.
func Layings() []LayingWords {
	return []LayingWords{{Flashed, "each coat flashed off"}, {Misted, "dry mist coats only"}, {WetOnWet, "wet on wet"}, {Brushed, "brushed on"}}
}

// Words is how a way of laying is called in a sentence.
func (l Laying) Words() string {
	for _, w := range Layings() {
		if w.ID == l {
			return w.Words
		}
	}
	return string(l)
}

// LayingWords is a way of laying coats with what it is called in a sentence.
type LayingWords struct {
	ID    Laying
	Words string
}

var mistUM = coating.Microns(Numbers.Number("mist-standing", 3, "µm", "liquid that stands at once as a dry mist coat goes on",
	fact.Bench("a mist of which half is dry on arrival; held to T53, T54")))

// MistUM returns how much liquid stands at once as a dry mist goes on, in micrometres.
func MistUM() float64 { return float64(mistUM) }

// Flats returns how much a step's flat clear scatters, see gloss.Chalk; 0 for any other step.
func Flats(s *Step) float64 {
	if !s.Do.Has(ClearCoat) || s.Sheen() != coating.Flat {
		return 0
	}
	return gloss.Chalk(float64(s.Film(s.Done).Thickness()), s.Laying == Misted)
}

// Over returns the texture of a surface once so many of the step's coats lie on it.
func (s *Step) Over(on coating.Texture, coats int) coating.Texture {
	film := s.Film(s.Done)
	c := gloss.Coat{Family: film.Family, Clear: s.Do.Has(ClearCoat), Sheen: s.Sheen(), Dry: film.Family.Dry(film.Wet), Coats: max(1, coats), Mist: s.Laying == Misted, Spoon: s.Product.SpoonGU, Misted: s.Product.MistedGU}
	return c.Over(on)
}

// Sprays reports whether the step is sprayed: coats can be brushed on instead.
func (s *Step) Sprays() bool { return s.Do.Airbrush && s.Laying != Brushed }

// Chemistry returns what runs through the airbrush with a step, by what it is rinsed with; flakes of metal, which want a cup of their own, are one by themselves. It is empty for a step that
// is not sprayed: between two that differ the airbrush is flushed.
func (s *Step) Chemistry() string {
	switch {
	case !s.Sprays() || s.Product == nil || s.Product.Thinner == nil:
		return ""
	case s.Product.Kind == coating.Metal:
		return string(coating.Metal)
	}
	return s.Product.Thinner.ID
}

// Chemistries returns what an airbrush can be kept for, as Step.Chemistry tells it, each with the families whose paints and clears it is.
func Chemistries() (all []string, of map[string][]*coating.Family) {
	of = map[string][]*coating.Family{}
	for _, f := range coating.Families() {
		if f.Thinner == nil || !slices.Contains(f.Kinds, coating.Paint) && !slices.Contains(f.Kinds, coating.Clear) {
			continue
		}
		if id := f.Thinner.ID; of[id] == nil {
			all = append(all, id)
		}
		of[f.Thinner.ID] = append(of[f.Thinner.ID], f)
	}
	return append(all, string(coating.Metal)), of
}

// Cup returns what a step loads which airbrush with; the zero Cup for a step that is not sprayed. Two zones that want the same product are sprayed out of one cup.
func (p *Plan) Cup(s *Step) schedule.Cup {
	chem := s.Chemistry()
	if chem == "" {
		return schedule.Cup{}
	}
	c := schedule.Cup{Chem: chem, Rinse: rinse, Flush: flush}
	c.Paint = s.Product.ID + " " + s.Product.Name // of two builds, ids alone may be of two paints
	for i, a := range p.Airbrushes {
		if slices.Contains(a.For, c.Chem) {
			if i > 0 {
				c.Brush = a.Name
			}
			break
		}
	}
	return c
}

// Setting returns how the airbrush is set for a step that is sprayed: as it says, else the middle of what is usual.
func (s *Step) Setting() dose.Setting {
	if s.Spray != nil {
		return *s.Spray
	}
	return dose.RangeFor(s.Do.Spray).Middle(s.Product.Family)
}

// Standing returns how much liquid stands at once on what is below while the step's coats are sprayed in air, in micrometres; 0 for what
// is not sprayed as coats. Of a coat that is flashed off, what has not left by the next one adds to it (T54).
func (s *Step) Standing(air climate.Air) coating.Microns {
	if !s.Do.Coating() || s.Product == nil || s.Product.Carrier == nil {
		return 0
	}
	if s.Laying == Misted {
		return mistUM
	}
	film := s.Film(s.Done)
	if s.Laying == Brushed { // all of it, before anything has left
		return film.Wet
	}
	one := film.Wet * coating.Microns(film.Family.CarrierShare)
	n := max(1, s.Coats)
	if s.Laying == WetOnWet {
		return one * coating.Microns(n)
	}
	gone := coating.Microns(s.Product.Carrier.Flux(air) * s.Do.Between.Hours())
	standing := one
	for range n - 1 {
		standing = max(0, standing-gone) + one
	}
	return standing
}
