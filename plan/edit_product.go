package plan

import (
	"slices"
)

// take adds a product of the shelf to the plan, unless its copy is there already, and returns its id in the plan.
func (f *File) take(p Product) string {
	for _, own := range f.Products {
		if p.Shelf != "" && own.Shelf == p.Shelf {
			return own.ID
		}
	}
	p.ID = freeAmong(p.ID, func(id string) bool {
		return slices.ContainsFunc(f.Products, func(q Product) bool { return q.ID == id })
	})
	f.Products = append(f.Products, p)
	return p.ID
}

func (f *File) putProduct(e Edit) (string, error) {
	if e.Product == nil {
		return "", fault("edit.product", "missing")
	}
	p := *e.Product
	if e.Of == "" {
		p.ID = freeAmong(slug(p.Name, "product"), func(id string) bool {
			return slices.ContainsFunc(f.Products, func(q Product) bool { return q.ID == id })
		})
		f.Products = append(f.Products, p)
		return "Added " + p.Name, nil
	}
	i := slices.IndexFunc(f.Products, func(q Product) bool { return q.ID == e.Of })
	if i < 0 {
		return "", fault("edit.of", "no product %q in the plan", e.Of)
	}
	p.ID = e.Of
	f.Products[i] = p
	return "Changed " + p.Name, nil
}

func (f *File) removeProduct(e Edit) (string, error) {
	i := slices.IndexFunc(f.Products, func(q Product) bool { return q.ID == e.Of })
	if i < 0 {
		return "", fault("edit.of", "no product %q in the plan", e.Of)
	}
	for _, z := range f.Zones {
		for k, s := range z.Steps {
			if s.Product == e.Of {
				return "", fault("edit.of", "%s is used by step %d of %s", f.Products[i].Name, k+1, z.Name)
			}
		}
	}
	words := "Removed " + f.Products[i].Name
	f.Products = slices.Delete(f.Products, i, i+1)
	return words, nil
}
