package airframe

import (
	"cmp"
	"fmt"
	"math"
)

func (m *maker) line(id string, v View, part string, role Role, path Path, cut Cut, counts bool) {
	kind := map[Role]string{Panel: "", Rivets: "rivets", Gap: "trench", Raised: "raised", Sanded: "sanded"}[role]
	m.Lines = append(m.Lines, Line{ID: id, View: v, Part: part, Role: role, Kind: kind, Path: path, Cut: cut, Counts: counts})
}

// jitter is a number from -1 to 1, the same for the same seed.
func (m *maker) jitter() float64 { return 2*m.rnd.Float64() - 1 }

// bodyLines rules the fuselage: a line round it at each frame, lines along it, rivets beside them.
func (m *maker) bodyLines(cowlEnd float64) {
	d := m.d
	step := frameEvery * m.m
	var frames []float64
	first := max(0.06*d.Length, cowlEnd*d.Length)
	for x := first; x < 0.95*m.end()*d.Length; x += step * (1 + 0.22*m.jitter()) {
		frames = append(frames, x)
	}
	part := func(x float64) string {
		if x < cowlEnd*d.Length-0.01 {
			return "cowl"
		}
		return "fuselage"
	}
	if cowlEnd > 0 {
		frames = append(frames, 0.6*cowlEnd*d.Length)
	}
	for i, x := range frames {
		m.ring(fmt.Sprintf("frame-%d", i+1), x, Panel, part(x))
		if i%2 == 0 {
			m.ring(fmt.Sprintf("frame-%d-rivets", i+1), x+0.09*m.m, Rivets, part(x+0.09*m.m))
		}
	}
	for i, girth := range []float64{0.2, 0.5, 0.78} { // from the top round to the bottom
		from, to := first, 0.94*m.end()*d.Length
		if i != 1 {
			to = 0.78 * m.end() * d.Length
		}
		m.lengthwise(fmt.Sprintf("stringer-%d", i+1), girth, from, to, Panel, "fuselage")
		if i != 1 {
			m.lengthwise(fmt.Sprintf("stringer-%d-rivets", i+1), girth+0.035, from, to, Rivets, "fuselage")
		}
	}
	if cowlEnd > 0 {
		m.lengthwise("cowl-1", 0.3, 0.05*d.Length, cowlEnd*d.Length, Panel, "cowl")
		m.lengthwise("cowl-2", 0.72, 0.05*d.Length, cowlEnd*d.Length, Panel, "cowl")
	}
}

// ring is a line round the fuselage at x.
func (m *maker) ring(id string, x float64, role Role, part string) {
	deep, wide, mid := m.body(x / m.d.Length)
	for _, v := range Views {
		a, b := Place{X: x, Z: mid + deep*0.998}, Place{X: x, Z: mid - deep*0.998}
		if v == Top || v == Under {
			a, b = Place{X: x, Y: wide * 0.998}, Place{X: x, Y: -wide * 0.998}
		}
		from, _ := v.Of(a)
		to, _ := v.Of(b)
		m.line(id, v, part, role, Path{Start: from, Segs: []Seg{{End: to}}}, Cut{X: 1, Over: x}, v == Left || v == Right)
	}
}

// lengthwise is a line along the fuselage at a share of the way round it, from its top to its bottom.
func (m *maker) lengthwise(id string, girth, from, to float64, role Role, part string) {
	sin, cos := math.Sincos(girth * math.Pi)
	for _, v := range Views {
		if v == Top && cos < 0.02 || v == Under && cos > -0.02 {
			continue
		}
		for _, hand := range []float64{1, -1} {
			if (v == Left) && hand > 0 || (v == Right) && hand < 0 {
				continue
			}
			var points []Pt
			for i := range 13 {
				x := from + (to-from)*float64(i)/12
				deep, wide, mid := m.body(x / m.d.Length)
				at, _ := v.Of(Place{x, hand * wide * sin, mid + deep*cos})
				points = append(points, at)
			}
			m.line(id, v, part, role, smooth(points), Cut{}, v == Left || v == Right)
		}
	}
}

// surfaceLines rules a wing, tailplane or fin: ribs, spars, gaps of control surfaces, rivets, mirrored on both hands.
func (m *maker) surfaceLines(s surface, views ...View) {
	step := ribEvery * m.m
	n := max(2, int(s.span/step))
	ribs := make([]float64, n)
	for i := range ribs {
		ribs[i] = (float64(i) + 0.75 + 0.18*m.jitter()) / float64(n)
	}
	place := func(share, chord float64) Place {
		lead, c := s.at(share)
		if s.upright {
			return Place{X: lead + c*chord, Z: s.z + s.span*share}
		}
		return Place{X: lead + c*chord, Y: s.from + s.span*share, Z: s.z}
	}
	put := func(id string, role Role, u1, c1, u2, c2 float64) {
		a, b := place(u1, c1), place(u2, c2)
		cut := between2(a, b, s.upright)
		for _, v := range views {
			for _, hand := range []float64{1, -1} {
				if s.upright && hand < 0 {
					continue
				}
				a, b := a, b
				a.Y *= hand
				b.Y *= hand
				from, _ := v.Of(a)
				to, _ := v.Of(b)
				m.line(cmp.Or(s.id, s.part)+"-"+id, v, s.part, role, Path{Start: from, Segs: []Seg{{End: to}}}, cut, true)
			}
		}
	}
	h := s.hingeAt
	tip := 0.94
	put("spar", Panel, 0, frontSpar, tip, frontSpar)
	put("spar-rivets", Rivets, 0, frontSpar+0.04, tip, frontSpar+0.04)
	switch {
	case s.id == "folded":
		put("aileron", Gap, s.hingeFrom, h, s.hingeTo, h)
		put("aileron-inner", Gap, s.hingeFrom, h, s.hingeFrom, 1)
	case s.square:
		put("flap", Gap, s.hingeFrom, h, 0.9, h)
		put("flap-inner", Gap, s.hingeFrom, h, s.hingeFrom, 1)
	case s.part == "wing" || s.part == "upper-wing":
		put("rear-spar", Panel, 0, 0.55, 0.9, 0.55)
		put("rear-spar-rivets", Rivets, 0, 0.59, 0.9, 0.59)
		if !m.kind.Biplane {
			put("flap", Gap, s.hingeFrom, h, 0.54, h)
			put("flap-inner", Gap, s.hingeFrom, h, s.hingeFrom, 1)
		}
		put("aileron", Gap, 0.56, h, s.hingeTo, h)
		put("aileron-inner", Gap, 0.56, h, 0.56, 1)
		put("aileron-outer", Gap, s.hingeTo, h, s.hingeTo, 0.98)
	default:
		put("hinge", Gap, s.hingeFrom, h, s.hingeTo, h)
	}
	for i, u := range ribs {
		put(fmt.Sprintf("rib-%d", i+1), Panel, u, 0.02, u, h)
		put(fmt.Sprintf("rib-%d-rivets", i+1), Rivets, u+0.02, 0.05, u+0.02, h-0.03)
	}
	if s.part == "wing" && !s.upright && len(ribs) > 3 {
		u := (ribs[1] + ribs[2]) / 2
		put("hatch-1", Panel, u-0.045, 0.3, u+0.045, 0.3)
		put("hatch-2", Panel, u-0.045, 0.49, u+0.045, 0.49)
		put("hatch-3", Panel, u-0.045, 0.3, u-0.045, 0.49)
		put("hatch-4", Panel, u+0.045, 0.3, u+0.045, 0.49)
	}
}

// between2 returns the plane through two places that stands upright on the surface that they lie on; what is aft of it, or outboard, is over.
func between2(a, b Place, upright bool) Cut {
	u1, u2 := a.Y, b.Y
	if upright {
		u1, u2 = a.Z, b.Z
	}
	// normal to (dx, du), turned aft
	nx, nu := u2-u1, -(b.X - a.X)
	if nx < 0 || nx == 0 && nu < 0 {
		nx, nu = -nx, -nu
	}
	l := math.Hypot(nx, nu)
	if l == 0 {
		return Cut{}
	}
	nx, nu = nx/l, nu/l
	c := Cut{X: nx, Y: nu, Over: nx*a.X + nu*u1}
	if upright {
		c.Y, c.Z = 0, nu
	}
	return c
}
