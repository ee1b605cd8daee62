package airframe

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
)

// Spec says which airframe is meant. The zero Spec is the plainest type in 1/48.
type Spec struct {
	Type             string
	Seed             uint64
	Scale            int     // of the model; 48 where it is 0
	SpanMM, LengthMM float64 // of the model; the type's own where they are 0
	Up               float64 // how far up the side the under colour goes, 0 to 1; 0 for the usual
	WaveMM           float64 // how far its edge swings up and down
	Claims           []Claim // which zone has which parts; later ones win. None: by what the zones' names say
	Cuts             []Split
	Joins            []Join
	Features         []Feature // in place of the type's own of the same id, or besides them
	Boarding         string
	Drawn            *Drawing // in place of a type
}

// Claim gives a zone parts of the skin: selectors such as "wing/upper".
type Claim struct {
	Zone string
	Of   []string
}

// Split gives what of a zone lies beyond a line's plane, aft or outboard of it, to another zone.
type Split struct{ Zone, Line, Into string }

// Join gives all of a zone to another.
type Join struct{ Zone, Into string }

// UsualUp returns how far up the side the colour of the underside goes where nothing is said, 0 to 1.
func UsualUp() float64 { return usualUp }

// Error is what is wrong with a spec.
type Error struct{ At, Problem string }

func (e *Error) Error() string { return e.At + ": " + e.Problem }

var (
	usualUp     = Numbers.Number("airframe-edge", 0.42, "", "how far up the side the colour of the underside goes", usualEdge)
	waveMM      = Numbers.Number("airframe-wave", 24, "mm", "length of a wave of a wavy edge", invented)
	frameEvery  = Numbers.Number("airframe-frames", 0.95, "m", "from one line across the fuselage to the next", sheets)
	ribEvery    = Numbers.Number("airframe-ribs", 1.15, "m", "from one line along the airflow on a wing to the next", sheets)
	rivetPitch  = Numbers.Number("airframe-rivets", 0.06, "m", "from one rivet to the next", sheets)
	thick       = Numbers.Number("airframe-thickness", 0.13, "", "thickness of a wing, as a share of its chord", invented)
	hinge       = Numbers.Number("airframe-hinge", 0.74, "", "where a control surface hangs, as a share of the chord", invented)
	frontSpar   = Numbers.Number("airframe-front-spar", 0.24, "", "where the front spar lies, as a share of the chord", invented)
	walkway     = Numbers.Number("airframe-walkway", 0.45, "m", "width of a walkway", invented)
	stackBore   = Numbers.Number("airframe-stack", 0.06, "m", "bore of an exhaust stack", invented)
	stackPace   = Numbers.Number("airframe-stack-pace", 0.16, "m", "from one stack of a row to the next", invented)
	jetBore     = Numbers.Number("airframe-jet-pipe", 0.6, "m", "bore of a jet pipe", invented)
	wheelAcross = Numbers.Number("airframe-wheel", 0.68, "m", "diameter of a main wheel", invented)
)

// profile is a fuselage: half depth, half width as shares of the greatest, and how far its middle lies above the datum as a share of the depth, at shares of the
// length. These are drawings, not measures of anything.
var profiles = map[string][][4]float64{
	"piston":   {{0, .18, .2, -.05}, {.02, .4, .44, -.05}, {.05, .62, .72, -.05}, {.1, .78, .92, -.05}, {.2, .9, 1, -.03}, {.34, 1, 1, 0}, {.48, .98, .95, .02}, {.62, .76, .74, .06}, {.78, .5, .48, .11}, {.92, .27, .24, .15}, {1, .1, .06, .17}},
	"slim":     {{0, .14, .16, -.02}, {.02, .32, .36, -.02}, {.06, .56, .62, -.02}, {.16, .78, .86, 0}, {.32, .94, 1, 0}, {.46, 1, 1, .02}, {.6, .9, .86, .05}, {.76, .58, .54, .08}, {.92, .28, .22, .12}, {1, .1, .06, .14}},
	"stub":     {{0, .12, .12, -.02}, {.02, .3, .3, -.02}, {.045, .8, .88, -.02}, {.12, .92, 1, -.01}, {.24, 1, 1, 0}, {.42, .98, .94, .01}, {.62, .7, .66, .07}, {.82, .4, .36, .12}, {1, .1, .06, .17}},
	"boom":     {{0, .12, .12, -.06}, {.03, .5, .6, -.06}, {.12, .78, .9, -.05}, {.24, 1, 1, 0}, {.38, .96, .92, .02}, {.5, .6, .56, .1}, {.7, .36, .34, .16}, {.9, .2, .18, .2}, {1, .08, .06, .22}},
	"glazed":   {{0, .06, .06, -.1}, {.02, .3, .32, -.1}, {.06, .56, .62, -.08}, {.14, .84, .9, -.03}, {.26, 1, 1, 0}, {.42, .96, .96, .01}, {.6, .74, .74, .05}, {.78, .5, .48, .09}, {.93, .26, .22, .13}, {1, .1, .06, .15}},
	"airliner": {{0, .06, .06, -.12}, {.015, .34, .34, -.12}, {.04, .62, .66, -.08}, {.09, .88, .92, -.02}, {.16, 1, 1, 0}, {.45, 1, 1, 0}, {.62, .86, .86, .03}, {.8, .56, .54, .1}, {.94, .28, .22, .16}, {1, .08, .06, .19}},
	"jet":      {{0, .1, .12, -.06}, {.02, .34, .36, -.06}, {.07, .58, .62, -.05}, {.16, .82, .9, -.02}, {.3, 1, 1, 0}, {.52, .98, 1, 0}, {.72, .84, .9, .02}, {.9, .62, .64, .05}, {1, .46, .46, .06}},
	"pod":      {{0, .1, .12, -.04}, {.02, .34, .38, -.04}, {.06, .62, .68, -.03}, {.14, .9, .94, -.01}, {.24, 1, 1, 0}, {.38, .94, .92, .02}, {.5, .66, .62, .05}, {.58, .34, .3, .07}, {.62, .1, .08, .08}, {1, .02, .02, .08}},
	"dart":     {{0, .02, .02, -.04}, {.04, .2, .2, -.04}, {.1, .42, .42, -.03}, {.2, .76, .76, 0}, {.32, 1, .98, 0}, {.5, .92, .96, 0}, {.7, .84, .94, 0}, {.88, .72, .78, 0}, {1, .56, .58, 0}},
}

// maker builds an airframe from a kind.
type maker struct {
	*Airframe
	spec Spec
	kind Kind
	d    Dims    // in mm of the model
	m    float64 // mm of the model in a metre
	rnd  *rand.Rand
	nose [][4]float64
}

// Make builds the airframe that spec means. Errors are *Error.
func Make(spec Spec) (*Airframe, error) {
	if spec.Scale <= 0 {
		spec.Scale = 48
	}
	if spec.Drawn != nil {
		return spec.Drawn.airframe(spec)
	}
	k, ok := TypeNamed(spec.Type)
	if !ok {
		return nil, &Error{"type", fmt.Sprintf("no type %q", spec.Type)}
	}
	m := &maker{Airframe: &Airframe{Type: k.ID, Words: k.Words, Scale: spec.Scale, Boarding: spec.Boarding}, spec: spec, kind: k, d: k.Dims(spec.Seed), m: 1000 / float64(spec.Scale), rnd: rand.New(rand.NewPCG(spec.Seed, 7)), nose: profiles[k.Profile]}
	if m.Boarding == "" {
		m.Boarding = "left"
	}
	grow := 1.0
	if spec.SpanMM > 0 {
		grow = spec.SpanMM / (m.d.Span * m.m)
	}
	m.m *= grow
	for i, v := range m.d.fields() {
		if dimNames[i].unit == "m" {
			*v *= m.m
		}
	}
	if spec.LengthMM > 0 {
		m.d.Length = spec.LengthMM
	}
	m.SpanMM, m.LengthMM = m.d.Span, m.d.Length
	m.build()
	if err := m.place(spec); err != nil {
		return nil, err
	}
	if err := m.fits(spec.Features); err != nil {
		return nil, err
	}
	return m.Airframe, nil
}

// outsideMM is how far off the skin a feature may stand, and aboveMM how far above it a wheel: dihedral is not drawn.
const outsideMM, aboveMM = 25, 10

// fits refuses features that can't be where they are said to be: a stack that stands off the airframe, a wheel above its wing.
func (a *Airframe) fits(own []Feature) error {
	for i, f := range own {
		for _, v := range f.Views {
			at, _ := v.Of(f.At)
			low, high := a.Bounds(v)
			off := max(low.X-at.X, at.X-high.X, low.Y-at.Y, at.Y-high.Y)
			if f.Kind != Wheel && off > outsideMM {
				return &Error{fmt.Sprintf("features[%d]", i), fmt.Sprintf("%s stands %.0f mm outside the airframe", f.Kind.Words(), off)}
			}
		}
		if f.Kind != Wheel {
			continue
		}
		at, _ := Top.Of(f.At)
		if plate, _ := a.Seen(Top, at); plate >= 0 && !a.Plates[plate].Hovers {
			if out, _ := a.Plates[plate].Out(at); f.At.Z > out+aboveMM {
				return &Error{fmt.Sprintf("features[%d]", i), fmt.Sprintf("the wheel stands %.0f mm above the skin below it", f.At.Z-out)}
			}
		}
	}
	return nil
}

// end is the share of the length at which the fuselage ends.
func (m *maker) end() float64 {
	if m.kind.Booms {
		return podEnd
	}
	return 1
}

var podEnd = Numbers.Number("airframe-pod-end", 0.62, "", "share of the length at which the fuselage of a twin-boom aircraft ends", invented)

// body returns half depth, half width and the middle's height of the fuselage at a share of its length.
func (m *maker) body(t float64) (deep, wide, mid float64) {
	t = min(1, max(0, t))
	i := 1
	for i < len(m.nose)-1 && m.nose[i][0] < t {
		i++
	}
	a, b := m.nose[i-1], m.nose[i]
	s := (t - a[0]) / (b[0] - a[0])
	at := func(k int) float64 { // monotone between the stations
		return a[k] + (b[k]-a[k])*s
	}
	return at(1) * m.d.Depth / 2, at(2) * m.d.Width / 2, at(3) * m.d.Depth
}

// tube is a round body along the aircraft: half depth, half width, and its middle's place across and above, at places along it.
type tube struct {
	part string
	hand string
	x    []float64
	deep []float64
	wide []float64
	y, z []float64
}

func (t *tube) add(x, deep, wide, y, z float64) {
	t.x, t.deep, t.wide, t.y, t.z = append(t.x, x), append(t.deep, deep), append(t.wide, wide), append(t.y, y), append(t.z, z)
}

// fuselage returns the part of the fuselage between two shares of the length.
func (m *maker) fuselage(part string, from, to float64) *tube {
	t := &tube{part: part}
	stations := []float64{from}
	for _, s := range m.nose {
		if s[0] > from+0.004 && s[0] < to-0.004 {
			stations = append(stations, s[0])
		}
	}
	for _, s := range append(stations, to) {
		deep, wide, mid := m.body(s)
		t.add(s*m.d.Length, deep, wide, 0, mid)
	}
	return t
}

// plate adds the tube as it is seen in a view.
func (m *maker) tube(t *tube, v View, counts bool) int {
	side := v == Left || v == Right
	var one, other []Pt
	var along []Station
	for i, x := range t.x {
		half, mid := t.wide[i], t.y[i]
		outHalf, outMid := t.deep[i], t.z[i]
		if side {
			half, mid, outHalf, outMid = outHalf, outMid, half, mid
		}
		high, low := Place{X: x, Y: mid + half, Z: outMid}, Place{X: x, Y: mid - half, Z: outMid}
		if side {
			high, low = Place{X: x, Y: outMid, Z: mid + half}, Place{X: x, Y: outMid, Z: mid - half}
		}
		a, out := v.Of(high)
		b, _ := v.Of(low)
		one, other = append(one, a), append(other, b)
		at := a.Y
		if side {
			at = a.X
		}
		along = append(along, Station{at, out, outHalf})
	}
	slices.Reverse(other)
	outline := smooth(one)
	outline.lineTo(other[0])
	outline.Segs = append(outline.Segs, smooth(other).Segs...)
	outline.Closed = true
	slices.SortFunc(along, func(a, b Station) int { return int(math.Copysign(1, a.At-b.At)) })
	round := AcrossX
	if side {
		round = AcrossY
	}
	return m.add(Plate{View: v, Part: t.part, Hand: t.hand, Outline: outline, Round: round, Along: along, Counts: counts})
}

// hovering marks a plate that hides others from sight without touching them.
func (m *maker) hovering(i int) { m.Plates[i].Hovers = true }

func (m *maker) add(p Plate) int {
	p.finish()
	m.Plates = append(m.Plates, p)
	return len(m.Plates) - 1
}

// surface is a wing, a tailplane or, upright, a fin: a straight-sided panel with a rounded tip.
type surface struct {
	part, id           string  // of its lines; the part's name where it is empty
	x, root, tip       float64 // place of the root's leading edge, chords
	sweep, span        float64 // of one side
	from               float64 // where the root lies across
	z                  float64
	upright, square    bool    // it stands, its tip is cut straight
	hingeAt            float64 // 0 for no control surfaces
	hingeFrom, hingeTo float64 // shares of the span
}

// edges returns the leading edge and the chord at a share of the span.
func (s surface) at(share float64) (lead, chord float64) {
	return s.x + s.sweep*share, s.root + (s.tip-s.root)*share
}

// outline is one half as places.
func (s surface) outline() []Place {
	place := func(x, out float64) Place {
		if s.upright {
			return Place{X: x, Z: s.z + out}
		}
		return Place{X: x, Y: s.from + out, Z: s.z}
	}
	var all []Place
	for _, share := range []float64{0, 0.3, 0.6, 0.86} {
		lead, _ := s.at(share)
		all = append(all, place(lead, s.span*share))
	}
	if s.square {
		lead, chord := s.at(1)
		return append(all, place(lead, s.span), place(lead+chord, s.span), place(s.x+s.root, 0))
	}
	lead, chord := s.at(0.86)
	tipLead, tipChord := s.at(1)
	const steps = 28
	for i := 1; i < steps; i++ { // a rounded tip
		a := float64(i) / steps * math.Pi
		out := 0.86 + 0.14*math.Sin(a)
		share := (1 - math.Cos(a)) / 2
		x := (lead + (tipLead-lead)*math.Sin(a)) + (chord+(tipChord-chord)*math.Sin(a))*(0.02+0.96*share)
		all = append(all, place(x, s.span*out))
	}
	for _, share := range []float64{0.86, 0.5, 0} {
		l, c := s.at(share)
		all = append(all, place(l+c, s.span*share))
	}
	return all
}

// panel adds the surface as it is seen in a view, on one hand; upright ones are seen from the sides.
func (m *maker) panel(s surface, v View, hand float64, face string) int {
	var points []Pt
	off := 0.0
	for _, p := range s.outline() {
		p.Y *= hand
		at, out := v.Of(p)
		points, off = append(points, at), out
	}
	side := map[bool]string{true: "right", false: "left"}[hand > 0]
	if s.upright {
		side = map[View]string{Left: "left", Right: "right"}[v]
	}
	return m.add(Plate{View: v, Part: s.part, Face: face, Hand: side, Outline: polygon(points...), Off: off, Counts: true})
}

// both adds the surface on both hands, seen from above or below.
func (m *maker) both(s surface, v View) {
	face := map[View]string{Top: "upper", Under: "under"}[v]
	m.panel(s, v, 1, face)
	m.panel(s, v, -1, face)
}

// lens adds the end of a wing or tailplane as it is seen from the side.
func (m *maker) lens(s surface, v View, face string, share float64) {
	lead, chord := s.at(share)
	half := chord * thick / 2
	var points []Pt
	for i := range 24 { // a symmetrical section: thickest at a third, sharp behind
		a := float64(i) / 24 * 2 * math.Pi
		x := (1 - math.Cos(a)) / 2
		z := half * math.Sin(a) * 1.3 * (1 - 0.55*x)
		at, _ := v.Of(Place{X: lead + chord*x, Z: s.z + z})
		points = append(points, at)
	}
	i := m.add(Plate{View: v, Part: s.part, Face: face, Outline: polygon(points...), Round: AcrossY})
	m.Plates[i].Off = m.d.Width / 2
}
