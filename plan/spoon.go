package plan

import (
	"slices"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
)

var spoonArea = Numbers.Number("spoon", 8, "cm²", "of a spoon that is painted beside the model", fact.Bench("the bowl of a plastic teaspoon, outside"))

// Spoon adds a spoon that was painted beside the model as a step will be, a zone of its own: what is seen of its film tells of the product, and nothing is at stake.
func (f File) Spoon(step string) (File, string, error) {
	z, i, ok := f.Find(step)
	if !ok {
		return f, "", fault("step", "no step %q", step)
	}
	s := f.Zones[z].Steps[i]
	do, ok := route.TechniqueNamed(string(s.Do))
	p := slices.IndexFunc(f.Products, func(p Product) bool { return p.ID == s.Product })
	if !ok || !do.Lays || p < 0 {
		return f, "", fault("step", "it lays nothing that a spoon could be painted with")
	}
	if len(f.Zones) >= MaxZones {
		return f, "", fault("zones", "there is no room for another zone")
	}
	out := f.Clone()
	taken := out.stepIDs()
	id := freeAmong("spoon", func(id string) bool { return slices.ContainsFunc(f.Zones, func(z Zone) bool { return z.ID == id }) })
	done := f.now.UTC().Truncate(time.Minute)
	one := Step{ID: freeAmong(id+"-coat", func(id string) bool { return taken[id] }), Do: s.Do, Product: s.Product, Coats: s.Coats, ThicknessUM: s.ThicknessUM, Laying: s.Laying, Drying: s.Drying, Done: &done}
	out.Zones = append(out.Zones, Zone{ID: id, Name: "Spoon: " + f.Products[p].Name, AreaCM2: spoonArea, Steps: []Step{one}})
	out, err := out.Sound()
	return out, "Painted a spoon with " + f.Products[p].Name + ", " + f.clock(done), err
}
