package plan

import (
	"fmt"
	"maps"
	"strings"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

// Variant is the same build done another way, to be looked at beside it.
type Variant struct{ ID, Words string }

// Variants returns the other ways that would change how the build looks.
func (f File) Variants() []Variant {
	var all []Variant
	add := func(id, words string) {
		if other, err := f.Variant(id); err == nil {
			if _, err := other.Resolve(); err == nil {
				all = append(all, Variant{id, words})
			}
		}
	}
	for _, s := range []coating.Sheen{coating.Gloss, coating.Satin, coating.Flat} {
		add("under-"+s.String(), s.String()+" under the wash")
	}
	for _, s := range []coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat} {
		add("last-"+s.String(), "a last coat of "+s.String())
	}
	add("even", "even cover: nothing shaded")
	for _, s := range wear.Strengths() {
		add("worn-"+s, "worn as "+strings.ReplaceAll(s, "-", " "))
	}
	for _, way := range []struct {
		by    route.Choice
		words string
	}{{route.ByAirbrush, "exhaust airbrushed"}, {route.ByPastel, "exhaust as pastel dust"}, {route.ByOil, "exhaust as an oil streak"}} {
		add("exhaust-"+string(way.by), way.words)
	}
	for _, p := range f.Products {
		if p.Kind == coating.Wash {
			add("wash-"+p.ID, "washed with "+p.Name)
		}
	}
	return all
}

// Variant returns the build done that way. It fails where it is no way, or where nothing would be another.
func (f File) Variant(id string) (File, error) {
	out := f.Clone()
	how, what, _ := strings.Cut(id, "-")
	changed := false
	switch how {
	case "under", "last":
		changed = out.sheen(how == "under", what)
	case "even":
		for z := range out.Zones {
			out.Zones[z].Steps = without(out.Zones[z].Steps, func(s Step) bool { return has(s, route.Shades) }, &changed)
		}
	case "exhaust":
		changed = out.exhausted(route.Choice(what))
	case "worn":
		changed = out.worn(what)
	case "wash":
		if _, ok := out.product(what); ok {
			for z := range out.Zones {
				for i := range out.Zones[z].Steps {
					if s := &out.Zones[z].Steps[i]; has(*s, route.WashOn) && s.Product != what {
						s.Product, changed = what, true
					}
				}
			}
		}
	}
	if !changed {
		return File{}, fmt.Errorf("the build has no other way %q", id)
	}
	return out, nil
}

func has(s Step, of route.Role) bool {
	do, ok := route.TechniqueNamed(string(s.Do))
	return ok && do.Has(of)
}

func (f File) product(id string) (Product, bool) {
	for _, p := range f.Products {
		if p.ID == id {
			return p, true
		}
	}
	return Product{}, false
}

func without(steps []Step, gone func(Step) bool, changed *bool) []Step {
	var left []Step
	for _, s := range steps {
		if gone(s) {
			*changed = true
			continue
		}
		left = append(left, s)
	}
	return left
}

// sheen gives another sheen to the clear coats below the first wash, or to the last of all.
func (f *File) sheen(under bool, sheen string) bool {
	if _, ok := coating.SheenNamed(sheen); !ok {
		return false
	}
	changed := false
	for z := range f.Zones {
		steps := f.Zones[z].Steps
		last, wash := -1, len(steps)
		for i := len(steps) - 1; i >= 0; i-- {
			if has(steps[i], route.WashOn) {
				wash = i
			}
		}
		for i, s := range steps {
			if has(s, route.ClearCoat) && (!under || i < wash && wash < len(steps)) {
				last = i
			}
		}
		if last < 0 {
			continue
		}
		p, ok := f.product(steps[last].Product)
		if !ok || string(p.Sheen) == sheen {
			continue
		}
		changed = true
		p.ID, p.Sheen = p.ID+"-"+sheen, Sheen(sheen)
		if _, ok := f.product(p.ID); !ok {
			f.Products = append(f.Products, p)
		}
		steps[last].Product = p.ID
	}
	return changed
}

// exhausted makes exhaust by another school, in the same colour.
func (f *File) exhausted(by route.Choice) bool {
	made := map[route.Choice]struct {
		do, kind, family string
	}{route.ByAirbrush: {"exhaust-spray", "paint", "waterborne-acrylic"}, route.ByPastel: {"pastel", "pigment", "dry-pigment"}, route.ByOil: {"streak", "oil", "artist-oil"}}
	to, ok := made[by]
	changed := false
	for z := range f.Zones {
		for i := range f.Zones[z].Steps {
			s := &f.Zones[z].Steps[i]
			exhaust := string(s.Do) == "exhaust-spray" || s.Stain != nil && s.Stain.Of == route.OfExhaust
			p, known := f.product(s.Product)
			if !ok || !exhaust || string(s.Do) == to.do || !known || s.Done != nil {
				continue
			}
			p = Product{ID: p.ID + "-" + string(by), Name: p.Name, Kind: coating.Kind(to.kind), Family: Family(to.family), Colour: p.Colour}
			if _, there := f.product(p.ID); !there {
				f.Products = append(f.Products, p)
			}
			how := StainHow{}
			if s.Stain != nil {
				how = *s.Stain
			}
			how.Of = route.OfExhaust
			*s = Step{ID: s.ID, Do: Do(to.do), Product: p.ID, Stain: &how, Note: s.Note}
			changed = true
		}
	}
	return changed
}

// worn shows as much of its wear as another strength does: what follows from that does, and shares that are named change with it.
func (f *File) worn(strength string) bool {
	now := string(route.Schools(f.Schools).Of(route.StrengthOf))
	ratio := wear.Shows(strength) / wear.Shows(now)
	if strength == now || ratio <= 0 {
		return false
	}
	changed := false
	for z := range f.Zones {
		for i := range f.Zones[z].Steps {
			s := &f.Zones[z].Steps[i]
			do, ok := route.TechniqueNamed(string(s.Do))
			if !ok || do.Covers == 0 || do.Has(route.Shades|route.NeedsGloss|route.WashOn) {
				continue
			}
			if changed = true; s.AreaPct > 0 {
				s.AreaPct = min(100, max(0.1, s.AreaPct*ratio))
			}
		}
	}
	f.Schools = maps.Clone(f.Schools)
	if f.Schools == nil {
		f.Schools = map[route.Question]route.Choice{}
	}
	f.Schools[route.StrengthOf] = route.Choice(strength)
	return changed
}
