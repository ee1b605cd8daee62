package airframe

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
)

// Wanted is a zone that is to be laid out where nobody has said what it has: by what its name says, else by its area.
type Wanted struct {
	ID, Name string
	AreaCM2  float64
}

// names says which parts a zone has by a word of its name.
var names = []struct {
	words []string
	of    []string
}{
	{[]string{"upper", "top"}, []string{"upper"}},
	{[]string{"under", "lower", "belly", "bottom"}, []string{"under"}},
	{[]string{"fuselage"}, []string{"fuselage", "cowl"}},
	{[]string{"wing"}, []string{"wing", "upper-wing"}},
	{[]string{"nose", "cowl"}, []string{"cowl", "spinner"}},
	{[]string{"nacelle"}, []string{"nacelle"}},
	{[]string{"tail"}, []string{"fin", "tailplane"}},
	{[]string{"fin", "rudder"}, []string{"fin"}},
	{[]string{"boom"}, []string{"nacelle"}},
	{[]string{"pod", "tank"}, []string{"pod"}},
	{[]string{"float"}, []string{"float", "struts"}},
	{[]string{"prop", "spinner"}, []string{"prop", "spinner"}},
	{[]string{"gear", "wheel", "leg", "door"}, []string{"wheels", "legs", "doors"}},
	{[]string{"canopy", "cockpit"}, []string{"canopy"}},
}

// named returns the parts that a zone's name speaks of.
func named(w Wanted) (of []string) {
	words := strings.FieldsFunc(strings.ToLower(w.ID+" "+w.Name), func(r rune) bool { return r < 'a' || r > 'z' })
	for _, n := range names {
		for _, word := range n.words {
			if slices.ContainsFunc(words, func(w string) bool { return strings.HasPrefix(w, word) }) {
				of = append(of, n.of...)
				break
			}
		}
	}
	return of
}

// place gives the plates their fields: which zone has what.
func (m *maker) place(spec Spec) error {
	for i := range m.Plates {
		m.Plates[i].Fields = m.Plates[i].faces(spec)
	}
	m.see()
	if err := m.claim(spec); err != nil {
		return err
	}
	for i, s := range spec.Cuts {
		if err := m.split(s, fmt.Sprintf("cuts[%d]", i)); err != nil {
			return err
		}
	}
	for i, j := range spec.Joins {
		from, into := m.Zone(j.Zone), m.Zone(j.Into)
		if from < 0 || into < 0 {
			return &Error{fmt.Sprintf("joins[%d]", i), fmt.Sprintf("no zone %q on the airframe", map[bool]string{true: j.Zone, false: j.Into}[from < 0])}
		}
		for p := range m.Plates {
			for k := range m.Plates[p].Fields {
				if f := &m.Plates[p].Fields[k]; f.Zone == from {
					f.Zone = into
				}
			}
		}
	}
	m.feature(spec.Features)
	m.tidy()
	return nil
}

// faces divides a plate into what faces up and what faces down, along the edge of the underside's colour.
func (p *Plate) faces(spec Spec) []Field {
	if p.Round == Flat || p.Face != "" || len(p.columns) == 0 {
		return []Field{{Zone: -1, Face: p.Face, whole: p.shape}}
	}
	up := spec.Up
	if up == 0 {
		up = usualUp
	}
	// How far above the middle the edge lies at a place along, as a share of the half depth.
	at := func(along, deep float64) float64 {
		x := along
		if p.View == Right {
			x = -along
		}
		return min(0.98, max(-0.98, 2*up-1+spec.WaveMM/max(deep, 0.5)*math.Sin(2*math.Pi*x/waveMM+0.7*math.Sin(2*math.Pi*x/(2.7*waveMM)))))
	}
	low, high := p.shape.Bounds()
	from, to := low.Y, high.Y
	if p.Round == AcrossY {
		from, to = low.X, high.X
	}
	const n = 80
	const far = 1e4
	var under Region
	if p.Round == AcrossY {
		points := []Pt{}
		for i := range n + 1 {
			along := from - 1 + (to-from+2)*float64(i)/n
			mid, half, _, _ := p.girth(along)
			points = append(points, Pt{along, mid - half*at(along, half)})
		}
		points = append(points, Pt{to + 1, far}, Pt{from - 1, far})
		under = p.shape.And(regionOf(points))
		return []Field{{Zone: -1, Face: "upper", whole: p.shape.Less(under)}, {Zone: -1, Face: "under", whole: under}}
	}
	// From above the lower colour shows along both sides where it reaches over the middle; from below the upper one where it reaches under it.
	sign := 1.0
	if p.View == Under {
		sign = -1
	}
	var strips Region
	for _, hand := range []float64{1, -1} {
		points := []Pt{}
		any := false
		for i := range n + 1 {
			along := from - 1 + (to-from+2)*float64(i)/n
			mid, half, _, outHalf := p.girth(along)
			k := sign * at(along, outHalf)
			reach := 1.001
			if k > 0 {
				reach, any = math.Sqrt(1-k*k), true
			}
			points = append(points, Pt{mid + hand*half*reach, along})
		}
		if any {
			points = append(points, Pt{hand * far, to + 1}, Pt{hand * far, from - 1})
			strips = strips.Or(p.shape.And(regionOf(points)))
		}
	}
	inner, outer := "upper", "under"
	if p.View == Under {
		inner, outer = outer, inner
	}
	fields := []Field{{Zone: -1, Face: inner, whole: p.shape.Less(strips)}}
	if !strips.Empty() {
		fields = append(fields, Field{Zone: -1, Face: outer, whole: strips})
	}
	return fields
}

// see finds what of each counted plate no other hides that touches it.
func (a *Airframe) see() {
	for i := range a.Plates {
		p := &a.Plates[i]
		if !p.Counts {
			continue
		}
		for k := i + 1; k < len(a.Plates); k++ {
			if o := &a.Plates[k]; o.View == p.View && !o.Hovers && o.Part != p.Part {
				p.seen = p.seen.Less(o.shape)
			}
		}
	}
	for i := range a.Plates {
		a.Plates[i].cover()
	}
}

// cover finds what is seen of the plate's fields.
func (p *Plate) cover() {
	for k := range p.Fields {
		f := &p.Fields[k]
		f.Region = f.whole
		if p.Counts {
			f.Region = f.whole.And(p.seen)
		}
	}
}

// claim hands the fields out.
func (m *maker) claim(spec Spec) error {
	claims := spec.Claims
	for _, c := range claims {
		if !slices.Contains(m.Zones, c.Zone) {
			m.Zones = append(m.Zones, c.Zone)
		}
	}
	if len(claims) == 0 {
		m.Zones, claims = []string{"upper", "under"}, []Claim{{"upper", []string{"upper"}}, {"under", []string{"under"}}}
	}
	for i, c := range claims {
		zone := m.Zone(c.Zone)
		for k, selector := range c.Of {
			found := false
			for p := range m.Plates {
				for f := range m.Plates[p].Fields {
					if field := &m.Plates[p].Fields[f]; m.Plates[p].is(field.Face, selector) {
						field.Zone, found = zone, true
						m.Plates[p].Named = m.Plates[p].Named || strings.Contains(selector, m.Plates[p].Part)
					}
				}
			}
			if !found && spec.Drawn == nil && !known(selector) {
				return &Error{fmt.Sprintf("zones[%d].of[%d]", i, k), fmt.Sprintf("nothing on the airframe is called %q", selector)}
			}
		}
	}
	return nil
}

// Parts are the names of parts that a type may have.
var Parts = []string{"all", "upper", "under", "left", "right", "fuselage", "cowl", "spinner", "canopy", "wing", "upper-wing", "tailplane", "fin", "nacelle", "prop", "wheels", "legs", "struts", "float", "pod", "doors", "wells"}

func known(selector string) bool {
	for word := range strings.SplitSeq(selector, "/") {
		if !slices.Contains(Parts, word) {
			return false
		}
	}
	return true
}

const mostBands = 24

// Layout returns the claims and the bands that lay wanted zones out on a type: by what their names say, else by their areas, from the nose to the tail. A lone zone
// is the whole skin.
func Layout(wanted []Wanted, spec Spec) (Spec, error) {
	spec.Claims, spec.Cuts = nil, nil
	if len(wanted) == 0 {
		return spec, nil
	}
	biggest := slices.MaxFunc(wanted, func(a, b Wanted) int { return cmp.Compare(a.AreaCM2, b.AreaCM2) })
	if len(wanted) == 1 {
		spec.Claims = []Claim{{wanted[0].ID, []string{"all"}}}
		return spec, nil
	}
	var by []Claim
	var mute []Wanted
	has := map[string]bool{}
	for _, w := range wanted {
		if of := named(w); len(of) > 0 {
			by = append(by, Claim{w.ID, of})
			for _, o := range of {
				has[o] = true
			}
		} else {
			mute = append(mute, w)
		}
	}
	base := biggest
	if i := slices.IndexFunc(mute, func(w Wanted) bool { return w.ID == biggest.ID }); i >= 0 {
		mute = slices.Delete(slices.Clone(mute), i, i+1)
	}
	if !has["upper"] || !has["under"] {
		spec.Claims = append(spec.Claims, Claim{base.ID, []string{"all"}})
	}
	slices.SortStableFunc(by, func(a, b Claim) int { return rank(a) - rank(b) })
	spec.Claims = append(spec.Claims, by...)
	if len(mute) > mostBands {
		mute = mute[:mostBands] // a model in more stripes than that shows nothing any more
	}
	if len(mute) == 0 {
		return spec, nil
	}
	// The others get bands of what the largest has, aft from the nose, each as large a share of it as its area is of theirs.
	a, err := Make(spec)
	if err != nil {
		return spec, err
	}
	all := base.AreaCM2
	for _, w := range mute {
		all += w.AreaCM2
	}
	done := 0.0
	for _, w := range mute { // what is left aft of a band goes on to the next one
		done += w.AreaCM2
		x := a.reach(a.Zone(base.ID), done/all)
		spec.Cuts = append(spec.Cuts, Split{Zone: base.ID, Line: fmt.Sprintf("x<%.3f", x), Into: w.ID})
	}
	return spec, nil
}

// rank puts claims of whole faces before those of parts, which lie on them.
func rank(c Claim) int {
	if slices.Contains(c.Of, "upper") || slices.Contains(c.Of, "under") {
		return 0
	}
	if slices.Contains(c.Of, "fuselage") || slices.Contains(c.Of, "wing") {
		return 1
	}
	return 2
}

// Middle returns how far aft of the nose, in millimetres, half of a zone's skin has been passed.
func (a *Airframe) Middle(zone int) float64 { return a.reach(zone, 0.5) }

// reach returns how far aft one has to go from the nose to have passed a share of a zone's skin.
func (a *Airframe) reach(zone int, share float64) float64 {
	const n = 400
	var bins [n]float64
	low, high := math.Inf(1), math.Inf(-1)
	for _, v := range Views {
		l, h := a.Bounds(v)
		for _, at := range []Pt{l, h} {
			x := v.Place(at, 0).X
			low, high = min(low, x), max(high, x)
		}
	}
	sum := 0.0
	for i := range a.Plates {
		p := &a.Plates[i]
		for _, f := range p.Fields {
			if f.Zone != zone || !p.Counts {
				continue
			}
			whole := p.SkinMM2(f.Region)
			drawn := f.Region.Area()
			if drawn <= 0 {
				continue
			}
			for k := range n {
				x := low + (high-low)*(float64(k)+0.5)/n
				w := a.width(p.View, f.Region, x) * (high - low) / n * whole / drawn
				bins[k] += w
				sum += w
			}
		}
	}
	for k, w := range bins {
		if share -= w / sum; share <= 0 {
			return low + (high-low)*(float64(k)+1+share/(w/sum))/n
		}
	}
	return high
}

// width returns how wide a region is drawn across the aircraft at x.
func (a *Airframe) width(v View, r Region, x float64) float64 {
	probe := Plate{Round: AcrossX}
	at := x
	if v == Left || v == Right {
		probe.Round = AcrossY
		if v == Right {
			at = -x
		}
	}
	cuts := probe.crossings(r.Rings(), at)
	sum := 0.0
	for k := 0; k+1 < len(cuts); k += 2 {
		sum += cuts[k+1] - cuts[k]
	}
	return sum
}

// split carries out a Split: a line's id, "x<120" or "x>120" for what lies ahead or aft of 120 mm from the nose, "y<0" or "y>0" for the left or the right half.
func (m *maker) split(s Split, at string) error {
	zone := m.Zone(s.Zone)
	if zone < 0 {
		return &Error{at + ".zone", fmt.Sprintf("no zone %q on the airframe", s.Zone)}
	}
	var cut Cut
	part, bent, split := "", false, false
	if _, err := fmt.Sscanf(s.Line, "x<%f", &cut.Over); err == nil {
		cut = Cut{X: -1, Over: -cut.Over}
	} else if _, err := fmt.Sscanf(s.Line, "x>%f", &cut.Over); err == nil {
		cut.X = 1
	} else if s.Line == "y<0" || s.Line == "y>0" {
		cut.Y = 1
		if s.Line == "y<0" {
			cut.Y = -1
		}
	} else {
		i := slices.IndexFunc(m.Lines, func(l Line) bool { return l.ID == s.Line })
		if i < 0 {
			return &Error{at + ".line", fmt.Sprintf("no line %q on the airframe", s.Line)}
		}
		if cut, part = m.Lines[i].Cut, m.Lines[i].Part; cut.None() {
			bent = true
		}
	}
	into := m.Zone(s.Into)
	if into < 0 {
		m.Zones = append(m.Zones, s.Into)
		into = len(m.Zones) - 1
	}
	for i := range m.Plates {
		p := &m.Plates[i]
		if part != "" && p.Part != part {
			continue
		}
		hand := 1.0
		if p.Hand == "left" {
			hand = -1
		}
		half, ok := cut.in(p.View, hand)
		if s.Line == "y<0" || s.Line == "y>0" {
			if p.View == Left || p.View == Right {
				if (p.View == Right) != (cut.Y > 0) { // all of it stays
					continue
				}
				half, ok = beyond(0, 0, -1), true
			} else {
				half, ok = beyond(cut.Y, 0, 0), true
				if p.View == Under {
					half = beyond(-cut.Y, 0, 0)
				}
			}
		}
		if bent {
			half, ok = m.beyondLine(s.Line, p)
		}
		if !ok {
			continue
		}
		var fields []Field
		for _, f := range p.Fields {
			if f.Zone != zone {
				fields = append(fields, f)
				continue
			}
			stays, goes := f, f
			stays.whole, goes.whole, goes.Zone = f.whole.Less(half), f.whole.And(half), into
			split = split || !stays.whole.Empty() && !goes.whole.Empty()
			for _, piece := range []Field{stays, goes} {
				if !piece.whole.Empty() {
					fields = append(fields, piece)
				}
			}
		}
		p.Fields = fields
		p.cover()
	}
	if bent && !split {
		return &Error{at + ".line", fmt.Sprintf("%q does not part zone %q", s.Line, s.Zone)}
	}
	return nil
}

// beyondLine returns what of a view lies beyond a bent line on a plate, as it goes on straight at its ends: aft of one that runs across the air, else outboard of it, or below it on a side; ok is
// false where none of that id lies on the plate.
func (m *maker) beyondLine(id string, p *Plate) (beyond Region, ok bool) {
	low, high := p.shape.Bounds()
	far := 4 * (high.X - low.X + high.Y - low.Y)
	for i := range m.Lines {
		l := &m.Lines[i]
		if l.ID != id || l.View != p.View {
			continue
		}
		points := l.Path.Points(flatness)
		if len(points) < 2 || !p.shape.Holds(points[len(points)/2]) {
			continue
		}
		first, last := points[0], points[len(points)-1]
		aft := p.View.Aft()
		side := aft
		if dx, dy := last.X-first.X, last.Y-first.Y; math.Abs(dx*aft.X+dy*aft.Y) > math.Abs(dx*aft.Y-dy*aft.X) {
			side = Pt{X: 1}
			if first.X+last.X < 0 {
				side.X = -1
			}
			if down, falls := p.View.Down(); falls {
				side = down
			}
		}
		out := func(end, before Pt) Pt {
			long := max(1e-6, math.Hypot(end.X-before.X, end.Y-before.Y))
			return Pt{end.X + (end.X-before.X)/long*far, end.Y + (end.Y-before.Y)/long*far}
		}
		ring := append([]Pt{out(first, points[1])}, points...)
		ring = append(ring, out(last, points[len(points)-2]))
		from, to := ring[0], ring[len(ring)-1]
		ring = append(ring, Pt{to.X + side.X*far, to.Y + side.Y*far}, Pt{from.X + side.X*far, from.Y + side.Y*far})
		beyond, ok = beyond.Or(regionOf(ring)), true
	}
	return beyond, ok
}

// tidy drops zones that have nothing from the fields' numbers; their names stay, so that a plan's zone can be asked about.
func (m *maker) tidy() {
	for i := range m.Plates {
		m.Plates[i].Fields = slices.DeleteFunc(m.Plates[i].Fields, func(f Field) bool { return f.whole.Empty() })
	}
}
