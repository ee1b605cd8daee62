package airframe

import (
	"fmt"
	"math"

	"inkysparrow/core/fact"
)

var (
	usualEdge = fact.Bench("the colour of the underside ends a little below the middle of the side")
	sheets    = fact.Bench("chosen by eye; sheets of metal end at frames and ribs")
)

// build draws the type.
func (m *maker) build() {
	d := &m.d
	k := m.kind
	cowlEnd := 0.0
	switch k.Profile {
	case "piston", "slim", "stub", "boom":
		cowlEnd = map[string]float64{"piston": 0.2, "slim": 0.24, "stub": 0.15, "boom": 0.12}[k.Profile]
	}
	spin := 0.035
	wing := m.wing(k.Wing)
	tail := surface{part: "tailplane", x: 0, root: d.TailRoot, tip: d.TailRoot * 0.6, sweep: d.TailRoot * 0.24, span: d.Tail / 2, hingeAt: 0.6, hingeFrom: 0.1, hingeTo: 0.97}
	fin := surface{part: "fin", upright: true, root: d.FinRoot, tip: d.FinRoot * 0.52, sweep: d.FinRoot * 0.4, span: d.Fin, hingeAt: 0.58, hingeFrom: 0, hingeTo: 0.95}
	if k.Jet {
		tail.sweep, fin.sweep = d.TailRoot*0.75, d.FinRoot*0.8
	}
	if !k.Tailed { // a delta's fin alone
		fin.sweep, fin.tip = d.FinRoot*0.72, d.FinRoot*0.3
	}
	_, _, tailMid := m.body(0.95)
	tail.x, tail.z = d.Length-d.TailRoot*1.08, tailMid+d.Depth*0.04
	fin.x = d.Length - d.FinRoot*1.02
	deep, _, mid := m.body(0.93)
	fin.z = mid + deep*0.5
	if k.Booms { // the tailplane lies between the booms, a fin on each
		t := m.nacelleTube(wing, k.Engines[0], 1)
		tail.span, tail.z, fin.z = t.y[0], wing.z, wing.z+0.06*d.Depth
	}
	top, under := m.layers(wing, tail, cowlEnd, spin)
	for _, f := range top {
		f(Top)
	}
	for _, f := range under {
		f(Under)
	}
	for _, v := range []View{Left, Right} {
		m.side(v, wing, tail, fin, cowlEnd, spin)
	}
	if k.Booms {
		for _, hand := range []float64{1, -1} {
			m.edgeTop(fin, hand*tail.span)
		}
	} else {
		m.edgeTop(fin, 0)
	}
	m.bodyLines(cowlEnd)
	m.surfaceLines(wing, Top, Under)
	if k.Fold > 0 {
		m.surfaceLines(m.folded(), Left, Right)
		for _, hand := range []float64{1, -1} {
			m.edgeTop(m.folded(), hand*wing.span)
		}
	}
	if k.Biplane {
		m.surfaceLines(m.upperWing(wing), Top, Under)
	}
	if k.Tailed {
		m.surfaceLines(tail, Top, Under)
	}
	m.surfaceLines(fin, Left, Right)
	m.features(wing, cowlEnd)
}

// wing is the main wing; of a biplane the lower one.
func (m *maker) wing(height float64) surface {
	d := m.d
	s := surface{part: "wing", x: d.Wing * d.Length, root: d.Root, tip: d.Tip, sweep: d.Sweep, span: d.Span / 2, hingeAt: hinge, hingeFrom: 0.12, hingeTo: 0.93}
	if m.kind.Biplane {
		s.span *= 0.92
	}
	deep, _, mid := m.body(d.Wing + 0.5*d.Root/d.Length)
	s.z = mid + height*deep
	if share := m.kind.Fold; share > 0 {
		lead, chord := s.at(share)
		s.sweep, s.tip, s.span, s.square = lead-s.x, chord, s.span*share, true
	}
	return s
}

// folded is what of a wing stands upright beyond its fold.
func (m *maker) folded() surface {
	inner := m.wing(m.kind.Wing)
	lead, chord := inner.at(1)
	share := 1 - m.kind.Fold
	return surface{part: "wing", id: "folded", upright: true, x: lead, root: chord, tip: m.d.Tip, sweep: m.d.Sweep * share, span: m.d.Span / 2 * share, z: inner.z, hingeAt: hinge, hingeFrom: 0.1, hingeTo: 0.9}
}

// upright adds the folded wing of a hand as it is seen from a side: from outside its underside, and beyond the fuselage the upper side of the other one.
func (m *maker) upright(v View, wing surface, outside bool) {
	s := m.folded()
	face, off := "under", wing.span
	if !outside {
		face, off = "upper", -wing.span
	}
	i := m.panel(s, v, 1, face)
	m.Plates[i].Off = off
	if outside {
		m.hovering(i)
	} else {
		m.Plates[i].Hand = map[View]string{Left: "right", Right: "left"}[v]
	}
}

// upperWing is a biplane's, staggered forward of the lower one.
func (m *maker) upperWing(lower surface) surface {
	up := lower
	up.part = "upper-wing"
	up.span = m.d.Span / 2
	up.x -= 0.45 * m.m
	up.z = lower.z + 1.55*m.m
	return up
}

// layers are what is seen from above and from below, the farthest first.
func (m *maker) layers(wing, tail surface, cowlEnd, spin float64) (top, under []func(View)) {
	k := m.kind
	tube := func(part string, from, to float64) func(View) {
		return func(v View) { m.tube(m.fuselage(part, from, to), v, false) }
	}
	panels := func(s surface) func(View) { return func(v View) { m.both(s, v) } }
	body := []func(View){tube("fuselage", cowlEnd, m.end())}
	if cowlEnd > 0 {
		body = append(body, tube("cowl", spin, cowlEnd), tube("spinner", 0, spin))
	}
	canopy := func(v View) { m.canopyTop(v) }
	var nacelles []func(View)
	for _, at := range k.Engines {
		nacelles = append(nacelles, func(v View) { m.nacelle(wing, at, v) })
	}
	var tails []func(View)
	if k.Tailed {
		tails = append(tails, panels(tail))
	}
	join := func(groups ...[]func(View)) (all []func(View)) {
		for _, g := range groups {
			all = append(all, g...)
		}
		return all
	}
	wings := append([]func(View){panels(wing)}, nacelles...)
	floats := []func(View){}
	if k.Floats {
		floats = append(floats, func(v View) { m.floatsTop(v) })
	}
	gear := []func(View){func(v View) { m.pods(v, wing) }, func(v View) { m.wells(v, wing) }, func(v View) { m.wheelsUnder(v, wing) }}
	prop := []func(View){func(v View) { m.bladesTop(v, wing) }}
	switch {
	case k.Biplane:
		hovering := func(v View) {
			m.both(m.upperWing(wing), v)
			m.hovering(len(m.Plates) - 1)
			m.hovering(len(m.Plates) - 2)
		}
		lowest := func(v View) {
			m.both(wing, v)
			m.hovering(len(m.Plates) - 1)
			m.hovering(len(m.Plates) - 2)
		}
		top = join(prop, tails, wings, body, []func(View){canopy, hovering})
		under = join(prop, []func(View){panels(m.upperWing(wing))}, tails, body, []func(View){lowest}, gear)
	case k.Wing >= 0.9:
		top = join(prop, floats, tails, body, []func(View){canopy}, wings)
		under = join(prop, wings, tails, body, floats, gear)
	default:
		top = join(prop, wings, tails, body, []func(View){canopy})
		under = join(prop, tails, body, wings, gear)
		if k.Wing > -0.4 { // it ends at the fuselage's side
			under = join(prop, wings, tails, body, gear)
		}
	}
	return top, under
}

// side draws one side, the farthest first.
func (m *maker) side(v View, wing, tail, fin surface, cowlEnd, spin float64) {
	k := m.kind
	m.gearSide(v, wing)
	if k.Fold > 0 {
		m.upright(v, wing, false)
	}
	m.panel(fin, v, 1, "upper")
	m.canopySide(v)
	m.tube(m.fuselage("fuselage", cowlEnd, m.end()), v, true)
	if cowlEnd > 0 {
		m.tube(m.fuselage("cowl", spin, cowlEnd), v, true)
		m.tube(m.fuselage("spinner", 0, spin), v, true)
	}
	if k.Tailed {
		m.lens(tail, v, "upper", 0.3)
	}
	if k.Biplane {
		m.struts(v, wing)
		m.lens(m.upperWing(wing), v, "upper", 0.3)
	}
	if k.Floats {
		m.floatSide(v)
	}
	m.lens(wing, v, "upper", 0.3)
	m.pods(v, wing)
	for i := len(k.Engines) - 1; i >= 0; i-- {
		m.nacelle(wing, k.Engines[i], v)
	}
	if k.Fold > 0 {
		m.upright(v, wing, true)
	}
	m.bladesSide(v, wing)
}

// edgeTop is the edge of what stands upright at y as it is seen from above; it is counted from the sides.
func (m *maker) edgeTop(fin surface, y float64) {
	half := fin.root * thick * 0.35
	var points []Pt
	for i := range 16 {
		a := float64(i) / 16 * 2 * math.Pi
		points = append(points, Pt{y + half*math.Sin(a), fin.x + fin.root*(0.1+0.98*(1-math.Cos(a))/2)})
	}
	m.add(Plate{View: Top, Part: fin.part, Face: "upper", Outline: polygon(points...), Off: fin.z + fin.span, Round: AcrossX})
}

func (m *maker) nacelleTube(wing surface, at, hand float64) *tube {
	lead, chord := wing.at(at)
	t := &tube{part: "nacelle", hand: map[bool]string{true: "right", false: "left"}[hand > 0]}
	r := 0.24 * m.d.Depth
	length := chord * 1.35
	front := lead - chord*0.48
	if m.kind.Booms {
		back := m.d.Length - front
		for _, s := range [][2]float64{{0, .3}, {.012, .72}, {.04, .94}, {.09, 1}, {.24, .98}, {.36, .72}, {.5, .52}, {.8, .4}, {.94, .32}, {1, .08}} {
			t.add(front+back*s[0], r*s[1]*1.15, r*s[1], at*wing.span*hand, wing.z)
		}
		return t
	}
	for _, s := range [][2]float64{{0, .3}, {.03, .72}, {.1, .94}, {.22, 1}, {.5, .98}, {.72, .78}, {.88, .46}, {1, .08}} {
		t.add(front+length*s[0], r*s[1]*1.15, r*s[1], at*wing.span*hand, wing.z)
	}
	return t
}

func (m *maker) nacelle(wing surface, at float64, v View) {
	if v == Top || v == Under {
		m.tube(m.nacelleTube(wing, at, 1), v, true)
		m.tube(m.nacelleTube(wing, at, -1), v, true)
		return
	}
	hand := 1.0
	if v == Left {
		hand = -1
	}
	m.hovering(m.tube(m.nacelleTube(wing, at, hand), v, m.kind.Booms)) // a boom's side is more of it than its top
}

// pods are tanks that hang below the wing.
func (m *maker) pods(v View, wing surface) {
	if v == Top {
		return
	}
	for _, at := range m.kind.Pods {
		for _, hand := range []float64{1, -1} {
			if hand > 0 && v == Left || hand < 0 && v == Right {
				continue
			}
			lead, chord := wing.at(at)
			t := &tube{part: "pod", hand: map[bool]string{true: "right", false: "left"}[hand > 0]}
			r, length := 0.13*m.d.Depth, 1.1*chord
			for _, s := range [][2]float64{{0, .05}, {.06, .5}, {.2, .9}, {.4, 1}, {.65, .85}, {.85, .45}, {1, .05}} {
				t.add(lead-0.1*chord+length*s[0], r*s[1], r*s[1], at*wing.span*hand, wing.z-1.7*r)
			}
			m.hovering(m.tube(t, v, v != Under))
		}
	}
}

// canopyLine is the cockpit's glass above the fuselage: places along it and how high it stands.
func (m *maker) canopyLine() (x, high, wide []float64) {
	length := map[string]float64{"bubble": 0.2, "framed": 0.24, "open": 0.09, "glazed": 0.25}[m.kind.Canopy] * m.d.Length
	if m.kind.Profile == "airliner" || m.kind.Profile == "glazed" {
		length *= 0.6
	}
	from := m.d.Canopy * m.d.Length
	rise := map[string]float64{"bubble": 0.36, "framed": 0.3, "open": 0.16, "glazed": 0.3}[m.kind.Canopy] * m.d.Depth
	for _, s := range [][2]float64{{0, 0}, {.12, .55}, {.25, .88}, {.42, 1}, {.6, .9}, {.8, .55}, {1, 0}} {
		deep, w, mid := m.body((from + length*s[0]) / m.d.Length)
		x = append(x, from+length*s[0])
		high = append(high, mid+deep*0.92+rise*s[1])
		wide = append(wide, w*0.62*math.Sqrt(math.Sin(math.Pi*(0.06+0.88*s[0]))))
	}
	return x, high, wide
}

func (m *maker) canopySide(v View) {
	if m.kind.Wing >= 0.9 && m.kind.Canopy == "glazed" {
		return // its windows lie in the fuselage's side: features
	}
	x, high, _ := m.canopyLine()
	var points []Pt
	for i := range x {
		at, _ := v.Of(Place{X: x[i], Z: high[i]})
		points = append(points, at)
	}
	outline := smooth(points)
	for i := len(x) - 1; i >= 0; i-- {
		deep, _, mid := m.body(x[i] / m.d.Length)
		at, _ := v.Of(Place{X: x[i], Z: mid + deep*0.6})
		outline.lineTo(at)
	}
	outline.Closed = true
	m.add(Plate{View: v, Part: "canopy", Face: "upper", Stuff: Glass, Outline: outline, Round: AcrossY, Off: 0, Counts: true})
	for i := 1; i+1 < len(x); i++ { // frames
		deep, _, mid := m.body(x[i] / m.d.Length)
		a, _ := v.Of(Place{X: x[i], Z: high[i]})
		b, _ := v.Of(Place{X: x[i], Z: mid + deep*0.9})
		if m.kind.Canopy != "bubble" || i == 2 {
			m.line(fmt.Sprintf("canopy-frame-%d", i), v, "canopy", Raised, Path{Start: a, Segs: []Seg{{End: b}}}, Cut{X: 1, Over: x[i]}, true)
		}
	}
}

func (m *maker) canopyTop(v View) {
	if v != Top || m.kind.Wing >= 0.9 && m.kind.Canopy == "glazed" {
		return
	}
	x, high, wide := m.canopyLine()
	var one, other []Pt
	for i := range x {
		one = append(one, Pt{wide[i], x[i]})
		other = append([]Pt{{-wide[i], x[i]}}, other...)
	}
	outline := smooth(append(one, other...))
	outline.Closed = true
	m.hovering(m.add(Plate{View: Top, Part: "canopy", Face: "upper", Stuff: Glass, Outline: outline, Round: AcrossX, Off: high[3] - 0.2*m.d.Depth}))
	for i := 1; i+1 < len(x); i++ {
		if m.kind.Canopy != "bubble" || i == 2 {
			m.line(fmt.Sprintf("canopy-frame-%d", i), Top, "canopy", Raised, Path{Start: Pt{-wide[i], x[i]}, Segs: []Seg{{End: Pt{wide[i], x[i]}}}}, Cut{X: 1, Over: x[i]}, false)
		}
	}
}

// float's profile and place.
func (m *maker) floatTube(hand float64) *tube {
	t := &tube{part: "float", hand: map[bool]string{true: "right", false: "left"}[hand > 0]}
	r := 0.26 * m.d.Depth
	length := 0.72 * m.d.Length
	for _, s := range [][3]float64{{0, .12, .2}, {.05, .5, .12}, {.16, .85, .04}, {.35, 1, 0}, {.55, .95, 0}, {.78, .62, .12}, {1, .1, .3}} {
		t.add(0.03*m.d.Length+length*s[0], r*s[1], r*0.9*s[1], 0.115*m.d.Span*hand, -0.98*m.d.Depth+r*s[2])
	}
	return t
}

func (m *maker) floatsTop(v View) {
	for _, hand := range []float64{1, -1} {
		m.hovering(m.tube(m.floatTube(hand), v, false))
	}
}

func (m *maker) floatSide(v View) {
	hand := 1.0
	if v == Left {
		hand = -1
	}
	for _, t := range []float64{0.16, 0.42} {
		x := t * m.d.Length
		m.bar(v, "struts", Place{X: x, Z: -0.75 * m.d.Depth}, Place{X: x + 0.04*m.d.Length, Z: -0.2 * m.d.Depth}, 0.09*m.m)
	}
	m.hovering(m.tube(m.floatTube(hand), v, true))
}

// bar adds a strut or a leg from a to b.
func (m *maker) bar(v View, part string, from, to Place, wide float64) {
	a, out := v.Of(from)
	b, _ := v.Of(to)
	l := max(1e-6, a.from(b))
	nx, ny := (b.Y-a.Y)/l*wide/2, -(b.X-a.X)/l*wide/2
	m.hovering(m.add(Plate{View: v, Part: part, Face: "under", Outline: polygon(a.add(nx, ny), b.add(nx, ny), b.add(-nx, -ny), a.add(-nx, -ny)), Off: out, Counts: true}))
}

func (m *maker) struts(v View, wing surface) {
	up := m.upperWing(wing)
	for _, t := range []float64{0.15, 0.75} {
		m.bar(v, "struts", Place{X: wing.x + wing.root*t, Z: wing.z}, Place{X: up.x + up.root*t, Z: up.z}, 0.09*m.m)
	}
}

// wheels returns where the main wheels stand and how the third is set.
func (m *maker) wheels(wing surface) (main []Place, third Place, down float64) {
	share := 0.16
	switch {
	case len(m.kind.Engines) > 0 && m.kind.Wing < 0.9:
		share = m.kind.Engines[0]
	case m.kind.Wing >= 0.9 || m.kind.Gear == "fixed":
		share = 0.11
	case m.kind.Fold > 0: // of what is left of the wing
		share /= m.kind.Fold
	}
	lead, chord := wing.at(share)
	x := lead + chord*0.1
	down = -m.d.Depth*0.5 - 0.85*m.m
	if m.kind.Gear == "nose" {
		x = lead + chord*0.62
	}
	if m.kind.Wing >= 0.9 {
		x = wing.x + wing.root*0.15
	}
	for _, hand := range []float64{-1, 1} {
		main = append(main, Place{x, share * wing.span * hand, down})
	}
	third = Place{0.95 * m.d.Length, 0, -0.35 * m.d.Depth}
	if m.kind.Gear == "nose" {
		third = Place{0.16 * m.d.Length, 0, down}
	}
	return main, third, down
}

func (m *maker) gearSide(v View, wing surface) {
	if m.kind.Gear == "floats" {
		return
	}
	main, third, _ := m.wheels(wing)
	at := main[0]
	r := wheelAcross * m.m / 2
	m.bar(v, "legs", at, Place{X: at.X + 0.1*m.m, Z: min(wing.z, 0)}, 0.16*m.m)
	if m.kind.Gear != "fixed" { // the leg's door hangs beside it
		high := min(wing.z, 0)
		m.bar(v, "doors", Place{X: at.X + 0.12*m.m, Z: at.Z + 0.75*r}, Place{X: at.X + 0.2*m.m, Z: high}, 0.3*m.m)
	}
	c, out := v.Of(at)
	m.hovering(m.add(Plate{View: v, Part: "wheels", Face: "under", Stuff: Rubber, Outline: Circle(c, r), Off: out}))
	m.hovering(m.add(Plate{View: v, Part: "wheels", Face: "under", Outline: Circle(c, r*0.52), Off: out, Counts: true}))
	c, out = v.Of(third)
	small := r * 0.55
	if m.kind.Gear == "nose" {
		small = r * 0.7
		m.bar(v, "legs", third, Place{X: third.X + 0.1*m.m, Z: 0}, 0.12*m.m)
	} else {
		m.bar(v, "legs", third, Place{X: third.X, Z: 0}, 0.1*m.m)
	}
	m.hovering(m.add(Plate{View: v, Part: "wheels", Face: "under", Stuff: Rubber, Outline: Circle(c, small), Off: out}))
}

func (m *maker) wheelsUnder(v View, wing surface) {
	if m.kind.Gear == "floats" {
		return
	}
	main, third, _ := m.wheels(wing)
	r := wheelAcross * m.m / 2
	for _, at := range append(main, third) {
		c, out := v.Of(at)
		half := r
		if at == third {
			half = r * 0.6
		}
		m.hovering(m.add(Plate{View: v, Part: "wheels", Face: "under", Stuff: Rubber, Outline: Ellipse(c, half*0.32, half), Off: out}))
	}
}

// propellers returns the hubs.
func (m *maker) propellers(wing surface) (hubs []Place, across float64) {
	if m.kind.Jet {
		return nil, 0
	}
	if len(m.kind.Engines) == 0 {
		_, _, mid := m.body(0.01)
		return []Place{{0.012 * m.d.Length, 0, mid}}, min(3.1*m.m, 0.34*m.d.Span)
	}
	for _, at := range m.kind.Engines {
		for _, hand := range []float64{1, -1} {
			t := m.nacelleTube(wing, at, hand)
			hubs = append(hubs, Place{t.x[0], t.y[0], t.z[0]})
		}
	}
	return hubs, 3.2 * m.m
}

func (m *maker) bladesTop(v View, wing surface) {
	hubs, across := m.propellers(wing)
	for _, h := range hubs {
		c, out := v.Of(h)
		m.hovering(m.add(Plate{View: v, Part: "prop", Face: "under", Stuff: Blade, Outline: m.blade(c, 0.87*across/2, 0.87*across/2, 0), Off: out}))
	}
}

func (m *maker) bladesSide(v View, wing surface) {
	hubs, across := m.propellers(wing)
	for _, h := range hubs {
		if h.Y > 0 == (v == Left) && h.Y != 0 {
			continue // the other side's
		}
		c, out := v.Of(h)
		m.hovering(m.add(Plate{View: v, Part: "prop", Face: "under", Stuff: Blade, Outline: m.blade(c, across/2, across/4, math.Pi/2), Off: out, Counts: true}))
	}
}

// blade is a propeller of three blades as it is seen edge on: one reaches so far one way, the others the other way, along a line that is turned from the picture's own x.
func (m *maker) blade(at Pt, one, other, turned float64) Path {
	var points []Pt
	sin, cos := math.Sincos(turned)
	wide := 0.075 * m.m
	for _, s := range [][2]float64{{-1, .25}, {-.86, .8}, {-.45, 1}, {-.12, .55}, {0, .45}, {.12, .55}, {.45, 1}, {.86, .8}, {1, .25}} {
		x := s[0] * one
		if s[0] > 0 {
			x = s[0] * other
		}
		points = append(points, Pt{x, s[1] * wide})
	}
	for i := len(points) - 1; i >= 0; i-- {
		points = append(points, Pt{points[i].X, -points[i].Y})
	}
	for i, p := range points {
		points[i] = at.add(p.X*cos-p.Y*sin, p.X*sin+p.Y*cos)
	}
	return polygon(points...)
}

// wells are where the wheels go.
func (m *maker) wells(v View, wing surface) {
	if m.kind.Gear == "fixed" || m.kind.Gear == "floats" {
		return
	}
	main, third, _ := m.wheels(wing)
	r := wheelAcross * m.m / 2
	hollow := func(at Place, across, along float64) {
		c, out := v.Of(at)
		m.hovering(m.add(Plate{View: v, Part: "wells", Face: "under", Stuff: Hollow, Outline: Ellipse(c, across, along), Off: out}))
	}
	for _, at := range main {
		at.Z = wing.z
		if len(m.kind.Engines) > 0 { // back into the nacelle
			hollow(Place{at.X + 1.5*r, at.Y, at.Z}, 0.62*r, 1.5*r)
			continue
		}
		hand := math.Copysign(1, at.Y)
		hollow(Place{at.X + 0.3*r, at.Y - 0.9*r*hand, at.Z}, 1.45*r, 0.95*r)
	}
	if m.kind.Gear == "nose" {
		hollow(Place{X: third.X + 1.1*r, Y: third.Y, Z: third.Z}, 0.45*r, 1.3*r)
	}
}
