package route

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
)

// At returns the plan as it would be if every product of it were of that speed.
func (p *Plan) At(speed cure.Speed) *Plan {
	out := *p
	products := map[*coating.Product]*coating.Product{}
	for _, in := range p.Products {
		q := *in
		q.Pace = speed.Pace(in.Pace)
		products[in] = &q
	}
	out.Zones = nil
	for _, z := range p.Zones {
		zone := *z
		zone.Steps = nil
		for _, s := range z.Steps {
			step := *s
			step.Wiped, step.WipedBy = nil, nil
			if q := products[s.Product]; q != nil {
				step.Product = q
			}
			zone.Steps = append(zone.Steps, &step)
		}
		zone.Link()
		out.Zones = append(out.Zones, &zone)
	}
	return &out
}
