package airframe

import (
	"fmt"
	"math"
	"slices"
)

// features puts the type's features where such an aircraft has them.
func (m *maker) features(wing surface, cowlEnd float64) {
	d := &m.d
	hands := []struct {
		name string
		y    float64
	}{{"left", -1}, {"right", 1}}
	put := func(f Feature) {
		if f.To == (Place{}) {
			f.To = f.At
		}
		m.Features = append(m.Features, f)
	}
	top := func(u, chord float64, hand float64) Place {
		lead, c := wing.at(u)
		return Place{lead + c*chord, hand * wing.span * u, wing.z}
	}
	if m.kind.Jet {
		_, _, mid := m.body(1)
		put(Feature{ID: "jet-pipe", Kind: Stack, Name: "Jet pipe", At: Place{d.Length, 0, mid}, Views: Views, SizeMM: jetBore * m.m, Number: 1, Fuel: m.kind.Fuel, Part: "fuselage"})
	}
	for _, h := range hands {
		side := map[string]View{"left": Left, "right": Right}[h.name]
		if !m.kind.Jet && len(m.kind.Engines) == 0 {
			x := 0.62 * max(cowlEnd, 0.14) * d.Length
			if m.kind.Stacks == 1 {
				x = 0.95 * max(cowlEnd, 0.14) * d.Length
			}
			deep, wide, mid := m.body(x / d.Length)
			put(Feature{ID: "stack-" + h.name, Kind: Stack, Name: "Exhaust, " + h.name, At: Place{x, h.y * wide, mid + deep*0.28}, Views: []View{side}, SizeMM: stackBore * m.m, Number: m.kind.Stacks, PaceMM: stackPace * m.m, Fuel: m.kind.Fuel, Part: "fuselage"})
		}
		for i, at := range m.kind.Engines {
			t := m.nacelleTube(wing, at, h.y)
			put(Feature{ID: fmt.Sprintf("stack-%s-%d", h.name, i+1), Kind: Stack, Name: fmt.Sprintf("Exhaust, %s engine %d", h.name, i+1), At: Place{t.x[3], t.y[3] + 0.5*t.wide[3]*h.y, t.z[3] + 0.7*t.deep[3]}, Views: []View{Top, side}, SizeMM: stackBore * m.m, Number: max(1, m.kind.Stacks), PaceMM: stackPace * m.m, Fuel: m.kind.Fuel, Part: "nacelle"})
		}
		for i := range m.kind.Guns {
			put(Feature{ID: fmt.Sprintf("gun-%s-%d", h.name, i+1), Kind: GunPort, Name: "Gun, " + h.name, At: top(0.3+0.04*float64(i), 0, h.y), Views: []View{Top, Under}, SizeMM: 0.03 * m.m, Number: 1, Part: "wing"})
			put(Feature{ID: fmt.Sprintf("ejector-%s-%d", h.name, i+1), Kind: Chute, Name: "Ejector chute, " + h.name, At: top(0.3+0.04*float64(i), chuteAt, h.y), Views: []View{Under}, SizeMM: 0.03 * m.m, Number: 1, Part: "wing"})
		}
		lead, tip := top(0.04, 0, h.y), top(0.97, 0, h.y)
		put(Feature{ID: "leading-edge-" + h.name, Kind: Edge, Name: "Leading edge, " + h.name, At: lead, To: tip, Views: []View{Top, Under}, Part: "wing"})
		if m.kind.Wing < 0.9 {
			foot, up := top(0.11, 0.9, h.y), top(0.13, 0.3, h.y)
			put(Feature{ID: "walkway-" + h.name, Kind: Walkway, Name: "Walkway, " + h.name, At: foot, To: up, Views: []View{Top}, SizeMM: walkway * m.m, Part: "wing"})
		}
		put(Feature{ID: "filler-" + h.name, Kind: Filler, Name: "Filler cap, " + h.name, At: top(0.26, 0.32, h.y), Views: []View{Top}, SizeMM: 0.16 * m.m, Part: "wing"})
		put(Feature{ID: "hatch-" + h.name, Kind: Hatch, Name: "Hatch, " + h.name, At: top(0.38, 0.4, h.y), Views: []View{Top}, SizeMM: 0.5 * m.m, Part: "wing"})
		if m.kind.Fold == 0 {
			put(Feature{ID: "hinge-" + h.name, Kind: Hinge, Name: "Aileron hinge, " + h.name, At: top(0.6, hinge, h.y), To: top(0.9, hinge, h.y), Views: []View{Top, Under}, Part: "wing"})
		}
		deep, wide, mid := m.body(d.Canopy + 0.04)
		put(Feature{ID: "step-" + h.name, Kind: Step, Name: "Step, " + h.name, At: Place{(d.Canopy + 0.06) * d.Length, h.y * wide, mid - 0.25*deep}, Views: []View{side}, Part: "fuselage"})
		put(Feature{ID: "cockpit-" + h.name, Kind: Cockpit, Name: "Cockpit sill, " + h.name, At: Place{d.Canopy * d.Length, h.y * wide * 0.62, mid + 0.8*deep}, To: Place{(d.Canopy + 0.14) * d.Length, h.y * wide * 0.62, mid + 0.8*deep}, Views: []View{Top, side}, Part: "fuselage"})
	}
	if m.kind.Gear != "floats" {
		main, third, _ := m.wheels(wing)
		for i, at := range main {
			h := hands[i]
			put(Feature{ID: "wheel-" + h.name, Kind: Wheel, Name: "Wheel, " + h.name, At: at, Views: []View{Under, map[string]View{"left": Left, "right": Right}[h.name]}, SizeMM: wheelAcross * m.m, Number: 1, Part: "wheels"})
		}
		put(Feature{ID: "wheel-third", Kind: Wheel, Name: map[bool]string{true: "Nose wheel", false: "Tail wheel"}[m.kind.Gear == "nose"], At: third, Views: []View{Under, Left, Right}, SizeMM: wheelAcross * m.m * 0.6, Number: 1, Part: "wheels"})
	}
	if !m.kind.Jet && len(m.kind.Engines) == 0 {
		deep, _, mid := m.body(0.3)
		put(Feature{ID: "oil-cooler", Kind: OilCooler, Name: "Oil cooler exit", At: Place{0.27 * d.Length, 0, mid - deep}, Views: []View{Under, Left, Right}, SizeMM: 0.35 * m.m, Part: "fuselage"})
		deep, _, mid = m.body(0.5)
		put(Feature{ID: "radiator", Kind: Radiator, Name: "Radiator exit", At: Place{0.5 * d.Length, 0, mid - deep}, Views: []View{Under, Left, Right}, SizeMM: 0.7 * m.m, Part: "fuselage"})
	}
	hubs, across := m.propellers(wing)
	for i, h := range hubs {
		put(Feature{ID: fmt.Sprintf("propeller-%d", i+1), Kind: Propeller, Name: "Propeller", At: h, Views: Views, SizeMM: across, Number: 1, Part: "prop"})
	}
	deep, _, mid := m.body(0.62 * m.end())
	put(Feature{ID: "aerial", Kind: Aerial, Name: "Aerial mast", At: Place{0.6 * m.end() * d.Length, 0, mid + deep}, Views: []View{Top, Left, Right}, Part: "fuselage"})
	deep, wide, mid := m.body(0.72 * m.end())
	put(Feature{ID: "hatch-fuselage", Kind: Hatch, Name: "Fuselage hatch", At: Place{0.72 * m.end() * d.Length, -wide, mid + 0.1*deep}, Views: []View{Left}, SizeMM: 0.5 * m.m, Part: "fuselage"})
}

// chuteAt is where along the chord the cases of a gun in the wing are let out.
const chuteAt = 0.4

// feature takes the features that a spec gives in place of the type's own.
func (m *maker) feature(own []Feature) {
	for _, f := range own {
		if i := slices.IndexFunc(m.Features, func(o Feature) bool { return o.ID == f.ID }); i >= 0 {
			m.Features[i] = f
		} else {
			m.Features = append(m.Features, f)
		}
	}
}

// Near returns the feature nearest to a place of a view and how far it is, in mm; nil where the view has none.
func (a *Airframe) Near(v View, at Pt) (*Feature, float64) {
	var nearest *Feature
	least := math.Inf(1)
	for i := range a.Features {
		if f := &a.Features[i]; f.Sees(v) {
			if d := f.Distance(v, at); d < least {
				nearest, least = f, d
			}
		}
	}
	return nearest, least
}

// Distance returns how far a place of a view is from the feature, in mm.
func (f Feature) Distance(v View, at Pt) float64 {
	a, _ := v.Of(f.At)
	b, _ := v.Of(f.To)
	return segment(a, b, at)
}

// segment returns how far a place is from the stretch between two.
func segment(a, b, at Pt) float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	l := dx*dx + dy*dy
	if l == 0 {
		return a.from(at)
	}
	t := min(1, max(0, ((at.X-a.X)*dx+(at.Y-a.Y)*dy)/l))
	return math.Hypot(a.X+t*dx-at.X, a.Y+t*dy-at.Y)
}

// Distance returns how far a place of its view is from the line, in mm.
func (l Line) Distance(at Pt) float64 {
	least := math.Inf(1)
	points := l.Path.Points(flatness)
	for i := 1; i < len(points); i++ {
		least = min(least, segment(points[i-1], points[i], at))
	}
	return least
}

// Has reports whether the airframe has a feature of a kind.
func (a *Airframe) Has(kind FeatureKind) bool {
	return slices.ContainsFunc(a.Features, func(f Feature) bool { return f.Kind == kind })
}
