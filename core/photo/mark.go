package photo

import "inkysparrow/core/airframe"

// Landmark is a place of a view that is easily found on a photograph.
type Landmark struct {
	ID, Words string
	At        airframe.Pt
}

// Landmarks are the places of a view that tell best how a photograph of it lies: the outermost ones of the airframe's own outlines.
func Landmarks(a *airframe.Airframe, v airframe.View) []Landmark {
	outermost := func(parts []string, of func(airframe.Pt) float64) (middle airframe.Pt, ok bool) {
		const even = 0.15 // mm: of an edge that runs straight across its middle is meant
		var best, low, high airframe.Pt
		defer func() { middle = airframe.Pt{X: (low.X + high.X) / 2, Y: (low.Y + high.Y) / 2} }()
		for i := range a.Plates {
			p := &a.Plates[i]
			if p.View != v || p.Stuff != airframe.Skin || p.Hovers {
				continue
			}
			named := len(parts) == 0
			for _, part := range parts {
				named = named || p.Part == part
			}
			if !named {
				continue
			}
			for _, q := range p.Outline.Points(0.05) {
				switch {
				case !ok || of(q) > of(best)+even:
					best, low, high, ok = q, q, q, true
				case of(q) > of(best)-even:
					low, high = airframe.Pt{X: min(low.X, q.X), Y: min(low.Y, q.Y)}, airframe.Pt{X: max(high.X, q.X), Y: max(high.Y, q.Y)}
					if of(q) > of(best) {
						best = q
					}
				}
			}
		}
		return middle, ok
	}
	var all []Landmark
	put := func(id, words string, parts []string, of func(airframe.Pt) float64) {
		if at, ok := outermost(parts, of); ok {
			for _, have := range all {
				if have.At == at {
					return
				}
			}
			all = append(all, Landmark{id, words, at})
		}
	}
	right := func(q airframe.Pt) float64 { return q.X }
	left := func(q airframe.Pt) float64 { return -q.X }
	up := func(q airframe.Pt) float64 { return -q.Y }
	down := func(q airframe.Pt) float64 { return q.Y }
	switch v {
	case airframe.Top, airframe.Under:
		wing, tail := []string{"wing"}, []string{"tailplane", "stabiliser", "tail"}
		put("left-tip", "the wing tip on the left", wing, left)
		put("right-tip", "the wing tip on the right", wing, right)
		put("nose", "the foremost point of the nose", []string{"cowl", "fuselage", "nose"}, up)
		put("tail", "the hindmost point of the tail", nil, down)
		put("left-tailplane", "the tailplane's tip on the left", tail, left)
		put("right-tailplane", "the tailplane's tip on the right", tail, right)
	default:
		put("nose", "the outermost point on the left", []string{"cowl", "fuselage", "nose", "fin", "rudder"}, left)
		put("tail", "the outermost point on the right", []string{"cowl", "fuselage", "nose", "fin", "rudder"}, right)
		put("fin", "the top of the fin", []string{"fin", "rudder"}, up)
		put("belly", "the lowest point of the fuselage", []string{"fuselage"}, down)
		put("back", "the highest point of the fuselage", []string{"fuselage"}, up)
	}
	return all
}
