package airframe

import (
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// A drawing of an airframe is an SVG file with a group for each view, whose id is top, under, left or right: the nose up in the first two, ahead in the others.
// What belongs to a view is told by its class:
//
//	skin   a closed outline of a part: data-part, data-hand, data-face; data-round="x" or "y" where it curves away across the picture
//	zone   a closed outline of a zone: data-zone or its id
//	line   a line: data-role panel, gap, rivets, raised or sanded; data-kind fine, usual, trench
//	and each kind of feature, such as stack: data-name, data-size-mm, data-number, data-pace-mm, data-fuel
//
// Lengths are mm of the model where the root says so: width in mm beside a viewBox, or data-span-mm, the span of what the top view shows. A view that is left out on one
// side is the mirror of the other's.

// The limits of a drawing.
const (
	MostSVG      = 1_000_000 // bytes; a plan takes no more
	MostFeatures = 200       // as many as a plan names itself
	mostPoints   = 60_000
	mostShapes   = 6000
	mostDeep     = 40
	mostSkins    = 120  // outlines of parts
	mostCorner   = 8000 // points of all outlines, which are cut against each other
	mostPairs    = 2500 // of an outline of a part and one of a zone in a view
)

// Drawing is an airframe as it was drawn.
type Drawing struct {
	Scale    int
	plates   []Plate
	outlines []drawnZone
	lines    []Line
	features []Feature
}

type drawnZone struct {
	zone, of string
	view     View
	path     []Path
}

// ParseSVG reads a drawing. Errors are *Error and name the element.
func ParseSVG(text []byte, scale int) (*Drawing, error) {
	if len(text) > MostSVG {
		return nil, &Error{"svg", fmt.Sprintf("%d kB are too many: a drawing has up to %d kB", len(text)>>10, MostSVG>>10)}
	}
	r := reader{d: &Drawing{Scale: scale}, decoder: xml.NewDecoder(bytes.NewReader(text)), unit: 1}
	r.decoder.Strict = true
	if err := r.read(); err != nil {
		return nil, err
	}
	return r.d, r.settle()
}

// matrix is an affine transform as SVG writes it: x' = a x + c y + e, y' = b x + d y + f.
type matrix [6]float64

func (m matrix) of(p Pt) Pt { return Pt{m[0]*p.X + m[2]*p.Y + m[4], m[1]*p.X + m[3]*p.Y + m[5]} }
func (m matrix) then(n matrix) matrix {
	return matrix{m[0]*n[0] + m[2]*n[1], m[1]*n[0] + m[3]*n[1], m[0]*n[2] + m[2]*n[3], m[1]*n[2] + m[3]*n[3], m[0]*n[4] + m[2]*n[5] + m[4], m[1]*n[4] + m[3]*n[5] + m[5]}
}

type reader struct {
	d       *Drawing
	decoder *xml.Decoder
	unit    float64 // mm in a unit of the file
	span    float64 // of the top view in mm, where the file says so
	axis    [4]float64
	hasAxis [4]bool
	shapes  int
	points  int
	corners int
}

type level struct {
	m    matrix
	view View
	in   bool // a view
	skip bool
}

var containers = []string{"svg", "g", "a", "switch"}

func (r *reader) read() error {
	levels := []level{{m: matrix{1, 0, 0, 1, 0, 0}}}
	root := false
	for {
		token, err := r.decoder.Token()
		if token == nil && err != nil {
			if errors.Is(err, errEOF(err)) && root && len(levels) == 1 {
				return nil
			}
			line, _ := r.decoder.InputPos()
			if !root {
				return &Error{"svg", "is no SVG drawing: its first element is not svg"}
			}
			return &Error{fmt.Sprintf("svg line %d", line), "is not well-formed: " + strings.TrimPrefix(err.Error(), "XML ")}
		}
		switch t := token.(type) {
		case xml.Directive:
			return &Error{"svg", "has a document type or entities: a drawing needs none, and they are refused"}
		case xml.ProcInst:
			if t.Target != "xml" {
				return &Error{"svg", fmt.Sprintf("has a processing instruction %q, which is refused", t.Target)}
			}
		case xml.StartElement:
			if !root {
				if t.Name.Local != "svg" {
					return &Error{"svg", "is no SVG drawing: its first element is not svg"}
				}
				root = true
				if err := r.root(t); err != nil {
					return err
				}
			}
			if len(levels) > mostDeep {
				return &Error{r.name(t), fmt.Sprintf("lies over %d elements deep", mostDeep)}
			}
			now := levels[len(levels)-1]
			if err := r.start(t, &now); err != nil {
				return err
			}
			levels = append(levels, now)
		case xml.EndElement:
			levels = levels[:len(levels)-1]
		}
	}
}

// errEOF is io.EOF without its package, which the core does without.
func errEOF(err error) error {
	if err != nil && err.Error() == "EOF" {
		return err
	}
	return errNone
}

var errNone = errors.New("none")

func attr(t xml.StartElement, name string) string {
	for _, a := range t.Attr {
		if a.Name.Local == name {
			return a.Value
		}
	}
	return ""
}

// name is what an element is called in an error.
func (r *reader) name(t xml.StartElement) string {
	line, _ := r.decoder.InputPos()
	if id := attr(t, "id"); id != "" {
		return fmt.Sprintf("svg line %d, %s %q", line, t.Name.Local, id)
	}
	return fmt.Sprintf("svg line %d, %s", line, t.Name.Local)
}

func (r *reader) root(t xml.StartElement) error {
	box := strings.FieldsFunc(attr(t, "viewBox"), func(c rune) bool { return c == ' ' || c == ',' })
	if w := attr(t, "width"); strings.HasSuffix(w, "mm") && len(box) == 4 {
		mm, err1 := strconv.ParseFloat(strings.TrimSuffix(w, "mm"), 64)
		units, err2 := strconv.ParseFloat(box[2], 64)
		if err1 != nil || err2 != nil || mm <= 0 || units <= 0 {
			return &Error{r.name(t), "its width in mm and its viewBox are no sizes above 0"}
		}
		r.unit = mm / units
	}
	if s := attr(t, "data-span-mm"); s != "" {
		v, err := strconv.ParseFloat(s, 64)
		if err != nil || v <= 0 || v > 5000 {
			return &Error{r.name(t), fmt.Sprintf("data-span-mm %q is no span between 0 and 5000 mm", s)}
		}
		r.span = v
	}
	return nil
}

// start reads an element.
func (r *reader) start(t xml.StartElement, now *level) error {
	name := t.Name.Local
	for _, a := range t.Attr {
		if local := strings.ToLower(a.Name.Local); strings.HasPrefix(local, "on") {
			return &Error{r.name(t), fmt.Sprintf("has a script in %q, which is refused", a.Name.Local)}
		}
	}
	switch name {
	case "script", "foreignObject", "image", "use", "iframe", "animate", "set", "animateTransform", "animateMotion":
		return &Error{r.name(t), "is refused: a drawing is made of outlines and lines alone"}
	case "defs", "metadata", "style", "title", "desc", "text", "namedview", "clipPath", "mask", "symbol", "marker", "pattern", "linearGradient", "radialGradient", "filter":
		now.skip = true
	}
	if now.skip {
		return nil
	}
	if text := attr(t, "transform"); text != "" {
		m, err := transform(text)
		if err != nil {
			return &Error{r.name(t), err.Error()}
		}
		now.m = now.m.then(m)
	}
	if slices.Contains(containers, name) {
		for _, id := range []string{attr(t, "id"), attr(t, "label")} {
			if v, ok := ViewNamed(strings.ToLower(id)); ok && id != "" {
				now.view, now.in = v, true
				if s := attr(t, "data-axis"); s != "" {
					v64, err := strconv.ParseFloat(s, 64)
					if err != nil {
						return &Error{r.name(t), fmt.Sprintf("data-axis %q is no number", s)}
					}
					r.axis[v], r.hasAxis[v] = v64, true
				}
			}
		}
		return nil
	}
	if !now.in {
		return nil // beside the views: a note, a frame
	}
	if r.shapes++; r.shapes > mostShapes {
		return &Error{r.name(t), fmt.Sprintf("is one of over %d shapes", mostShapes)}
	}
	paths, err := shape(t)
	if err != nil {
		return &Error{r.name(t), err.Error()}
	}
	for i := range paths {
		r.points += 1 + len(paths[i].Segs)
		paths[i] = paths[i].Moved(now.m.of)
	}
	if r.points > mostPoints {
		return &Error{r.name(t), fmt.Sprintf("takes the drawing over %d points", mostPoints)}
	}
	if len(paths) == 0 {
		return nil
	}
	return r.take(t, now.view, paths)
}

// shape returns what an element draws.
func shape(t xml.StartElement) ([]Path, error) {
	var bad error
	num := func(name string) float64 {
		s := strings.TrimSuffix(attr(t, name), "px")
		if s == "" {
			return 0
		}
		v, err := strconv.ParseFloat(s, 64)
		if err != nil || math.IsNaN(v) || math.Abs(v) > 1e7 {
			bad = fmt.Errorf("%s %q is no number", name, attr(t, name))
		}
		return v
	}
	switch t.Name.Local {
	case "path":
		return ParsePath(attr(t, "d"))
	case "circle":
		p := Circle(Pt{num("cx"), num("cy")}, num("r"))
		return []Path{p}, bad
	case "ellipse":
		p := Ellipse(Pt{num("cx"), num("cy")}, num("rx"), num("ry"))
		return []Path{p}, bad
	case "rect":
		x, y, w, h := num("x"), num("y"), num("width"), num("height")
		return []Path{polygon(Pt{x, y}, Pt{x + w, y}, Pt{x + w, y + h}, Pt{x, y + h})}, bad
	case "line":
		return []Path{{Start: Pt{num("x1"), num("y1")}, Segs: []Seg{{End: Pt{num("x2"), num("y2")}}}}}, bad
	case "polygon", "polyline":
		data := "M" + attr(t, "points")
		if strings.TrimSpace(data) == "M" {
			return nil, nil
		}
		if t.Name.Local == "polygon" {
			data += "Z"
		}
		return ParsePath(data)
	}
	return nil, nil
}

// transform reads a transform attribute.
func transform(text string) (matrix, error) {
	out := matrix{1, 0, 0, 1, 0, 0}
	for part := range strings.SplitSeq(text, ")") {
		name, args, ok := strings.Cut(strings.Trim(part, " ,\t\r\n"), "(")
		if strings.Trim(part, " ,\t\r\n") == "" {
			continue
		}
		var n []float64
		for _, f := range strings.FieldsFunc(args, func(c rune) bool { return strings.ContainsRune(" ,\t\r\n", c) }) {
			v, err := strconv.ParseFloat(f, 64)
			if err != nil || math.IsInf(v, 0) || math.IsNaN(v) {
				return out, fmt.Errorf("transform %q has %q where a number should be", text, f)
			}
			n = append(n, v)
		}
		var m matrix
		switch {
		case ok && name == "matrix" && len(n) == 6:
			m = matrix(n)
		case ok && name == "translate" && len(n) >= 1:
			m = matrix{1, 0, 0, 1, n[0], append(n, 0)[1]}
		case ok && name == "scale" && len(n) >= 1:
			m = matrix{n[0], 0, 0, append(n, n[0])[1], 0, 0}
		case ok && name == "rotate" && (len(n) == 1 || len(n) == 3):
			sin, cos := math.Sincos(n[0] * math.Pi / 180)
			m = matrix{cos, sin, -sin, cos, 0, 0}
			if len(n) == 3 {
				m = matrix{1, 0, 0, 1, n[1], n[2]}.then(m).then(matrix{1, 0, 0, 1, -n[1], -n[2]})
			}
		default:
			return out, fmt.Errorf("transform %q is none of matrix, translate, scale, rotate", text)
		}
		out = out.then(m)
	}
	return out, nil
}

// take puts a shape where its class says.
func (r *reader) take(t xml.StartElement, v View, paths []Path) error {
	classes := strings.Fields(attr(t, "class"))
	has := func(c string) bool { return slices.Contains(classes, c) }
	var bad error // the first attribute that can't be read
	wrong := func(name, want string) {
		if bad == nil {
			bad = &Error{r.name(t), fmt.Sprintf("has %s %q, which is not %s", name, attr(t, name), want)}
		}
	}
	get := func(name string) float64 {
		if attr(t, name) == "" {
			return 0
		}
		x, err := strconv.ParseFloat(attr(t, name), 64)
		if err != nil || math.IsNaN(x) || math.IsInf(x, 0) {
			wrong(name, "a number")
			return 0
		}
		return x
	}
	one := func(name string, of ...string) string {
		if v := attr(t, name); v != "" && !slices.Contains(of, v) {
			wrong(name, "one of "+strings.Join(of, ", "))
		}
		return attr(t, name)
	}
	switch {
	case has("skin"), has("zone"):
		for _, p := range paths {
			if err := r.closed(t, &p); err != nil {
				return err
			}
		}
		for i := range paths {
			paths[i].Closed = true
			r.corners += len(paths[i].Points(flatness / max(r.unit, 1e-6)))
		}
		if r.corners > mostCorner {
			return &Error{r.name(t), fmt.Sprintf("takes the outlines over %d points", mostCorner)}
		}
		if has("zone") {
			id := attr(t, "data-zone")
			if id == "" {
				id = attr(t, "id")
			}
			if id == "" {
				return &Error{r.name(t), "is a zone without a name: give it an id or data-zone"}
			}
			r.d.outlines = append(r.d.outlines, drawnZone{zone: id, of: attr(t, "data-of"), view: v, path: paths})
			return nil
		}
		if len(r.d.plates) >= mostSkins {
			return &Error{r.name(t), fmt.Sprintf("is one of over %d outlines of parts", mostSkins)}
		}
		p := Plate{View: v, Part: attr(t, "data-part"), Face: attr(t, "data-face"), Hand: attr(t, "data-hand"), Outline: paths[0], Off: get("data-off"), Counts: one("data-counts", "yes", "no") != "no"}
		p.Hovers = one("data-hovers", "yes", "no") == "yes"
		p.Round = map[string]Round{"x": AcrossX, "y": AcrossY}[one("data-round", "x", "y")]
		p.Stuff = Stuff(max(0, slices.Index(stuffs, one("data-stuff", stuffs...))))
		for _, station := range strings.Fields(attr(t, "data-along")) {
			var s Station
			if n, _ := fmt.Sscanf(station, "%f,%f,%f", &s.At, &s.Mid, &s.Half); n != 3 {
				wrong("data-along", "stations of three numbers: at,middle,half")
			}
			p.Along = append(p.Along, s)
		}
		if bad != nil {
			return bad
		}
		r.d.plates = append(r.d.plates, p)
		return nil
	case has("line"):
		role := Role(attr(t, "data-role"))
		if role == "" {
			role = Panel
		}
		if !slices.ContainsFunc(Roles, func(o struct {
			Role  Role
			Words string
		},
		) bool {
			return o.Role == role
		}) {
			return &Error{r.name(t), fmt.Sprintf("data-role %q is no kind of line", role)}
		}
		id := attr(t, "data-line")
		if id == "" {
			id = attr(t, "id")
		}
		if id == "" {
			id = fmt.Sprintf("line-%d", len(r.d.lines)+1)
		}
		kind := attr(t, "data-kind")
		if kind == "" {
			kind = map[Role]string{Rivets: "rivets", Gap: "trench", Raised: "raised", Sanded: "sanded"}[role]
		}
		for _, p := range paths {
			l := Line{ID: id, View: v, Part: attr(t, "data-part"), Role: role, Kind: kind, Path: p, Counts: one("data-counts", "yes", "no") != "no"}
			if text := attr(t, "data-cut"); text != "" {
				if n, _ := fmt.Sscanf(text, "%f,%f,%f,%f", &l.Cut.X, &l.Cut.Y, &l.Cut.Z, &l.Cut.Over); n != 4 {
					wrong("data-cut", "four numbers: x,y,z,over")
				}
			}
			r.d.lines = append(r.d.lines, l)
		}
		return bad
	}
	for _, c := range classes {
		kind, ok := KindNamed(c)
		if !ok {
			continue
		}
		at := middle(paths[0])
		f := Feature{ID: attr(t, "id"), Kind: kind, Name: attr(t, "data-name"), Views: []View{v}, SizeMM: get("data-size-mm"), Number: int(get("data-number")), PaceMM: get("data-pace-mm"), Fuel: one("data-fuel", "rich", "mid", "lean")}
		if f.ID == "" {
			f.ID = fmt.Sprintf("%s-%d", kind, len(r.d.features)+1)
		}
		if f.Name == "" {
			f.Name = kind.Words()
		}
		f.At = v.Place(at, 0)
		f.To = f.At
		if !paths[0].Closed {
			f.At, f.To = v.Place(paths[0].Start, 0), v.Place(paths[0].end(), 0)
		}
		if text := attr(t, "data-at"); text != "" {
			if !placeOf(text, &f.At) {
				wrong("data-at", "three numbers: x,y,z")
			}
			f.To, f.placed = f.At, true
			if text := attr(t, "data-to"); text != "" && !placeOf(text, &f.To) {
				wrong("data-to", "three numbers: x,y,z")
			}
		}
		for _, name := range strings.Fields(attr(t, "data-views")) {
			switch other, ok := ViewNamed(name); {
			case !ok:
				wrong("data-views", "of top, under, left, right")
			case other != v:
				f.Views = append(f.Views, other)
			}
		}
		if bad != nil {
			return bad
		}
		f.Part = attr(t, "data-part")
		if len(r.d.features) == MostFeatures {
			return &Error{r.name(t), fmt.Sprintf("is one of over %d features", MostFeatures)}
		}
		r.d.features = append(r.d.features, f)
		return nil
	}
	return nil
}

// placeOf reads "x,y,z".
func placeOf(text string, p *Place) bool {
	n, _ := fmt.Sscanf(text, "%f,%f,%f", &p.X, &p.Y, &p.Z)
	return n == 3
}

func middle(p Path) Pt {
	var sum Pt
	points := p.Points(1)
	for _, q := range points {
		sum = sum.add(q.X/float64(len(points)), q.Y/float64(len(points)))
	}
	return sum
}

// closed refuses outlines that hold nothing, are open or cross themselves.
func (r *reader) closed(t xml.StartElement, p *Path) error {
	points := p.Points(flatness / max(r.unit, 1e-6))
	if !p.Closed && p.Start.from(p.end()) > 1e-6 {
		return &Error{r.name(t), "is not closed: it begins and ends at different places"}
	}
	if len(points) > 2 && points[0].from(points[len(points)-1]) < 1e-9 {
		points = points[:len(points)-1]
	}
	if len(points) < 3 || math.Abs(signed(points)) < 1e-9 {
		return &Error{r.name(t), "holds no area"}
	}
	if err := regionOf(points).shape.Validate(); err != nil {
		return &Error{r.name(t), "crosses itself"}
	}
	return nil
}

// settle brings the views to mm of the model and each to its own middle.
func (r *reader) settle() error {
	d := r.d
	if len(d.plates) == 0 { // zones alone are the skin
		for _, z := range d.outlines {
			for _, p := range z.path {
				d.plates = append(d.plates, Plate{View: z.view, Part: z.zone, Outline: p, Counts: true})
			}
		}
	}
	if len(d.plates) == 0 {
		return &Error{"svg", "has no outline of class skin or zone in a group top, under, left or right"}
	}
	if len(d.plates) > mostSkins {
		return &Error{"svg", fmt.Sprintf("has over %d outlines of zones: draw the skin as class skin", mostSkins)}
	}
	var skins, zones [4]int
	pairs := 0
	for _, p := range d.plates {
		skins[p.View]++
	}
	for _, z := range d.outlines {
		if z.of == "" {
			zones[z.view]++
		}
	}
	for v := range skins {
		pairs += skins[v] * zones[v]
	}
	if pairs > mostPairs {
		return &Error{"svg", fmt.Sprintf("has %d pairs of parts and zones to cut, more than %d", pairs, mostPairs)}
	}
	var low, high [4]Pt
	var seen [4]bool
	for _, p := range d.plates {
		for _, q := range p.Outline.Points(1) {
			if v := p.View; !seen[v] {
				low[v], high[v], seen[v] = q, q, true
			} else {
				low[v], high[v] = Pt{min(low[v].X, q.X), min(low[v].Y, q.Y)}, Pt{max(high[v].X, q.X), max(high[v].Y, q.Y)}
			}
		}
	}
	unit := r.unit
	if r.span > 0 {
		v := Top
		if !seen[Top] {
			v = Under
		}
		if !seen[v] || high[v].X <= low[v].X {
			return &Error{"svg", "data-span-mm needs a group top or under to be measured on"}
		}
		unit = r.span / (high[v].X - low[v].X)
	}
	for v := range seen {
		if w := unit * max(high[v].X-low[v].X, high[v].Y-low[v].Y); seen[v] && (w > 5000 || w < 2) {
			return &Error{"svg", fmt.Sprintf("its %s view would be %.3g mm large: say how long it is with a width in mm and a viewBox, or data-span-mm", View(v), w)}
		}
	}
	move := func(v View) func(Pt) Pt {
		// The nose lies at 0 aft; the centreline, or the middle of the side, at 0 across.
		at := Pt{(low[v].X + high[v].X) / 2, low[v].Y}
		switch v {
		case Left:
			at = Pt{low[v].X, (low[v].Y + high[v].Y) / 2}
		case Right:
			at = Pt{high[v].X, (low[v].Y + high[v].Y) / 2}
		}
		if r.hasAxis[v] {
			if v == Top || v == Under {
				at.X = r.axis[v]
			} else {
				at.Y = r.axis[v]
			}
		}
		return func(p Pt) Pt { return Pt{(p.X - at.X) * unit, (p.Y - at.Y) * unit} }
	}
	for i := range d.plates {
		d.plates[i].Outline = d.plates[i].Outline.Moved(move(d.plates[i].View))
	}
	for i := range d.outlines {
		for k := range d.outlines[i].path {
			d.outlines[i].path[k] = d.outlines[i].path[k].Moved(move(d.outlines[i].view))
		}
	}
	for i := range d.lines {
		d.lines[i].Path = d.lines[i].Path.Moved(move(d.lines[i].View))
	}
	for i := range d.features {
		f := &d.features[i]
		if f.placed {
			continue
		}
		v := f.Views[0]
		for _, p := range []*Place{&f.At, &f.To} {
			at, _ := v.Of(*p)
			*p = v.Place(move(v)(at), 0)
		}
	}
	d.mirror(seen)
	return nil
}

// mirror draws the side that was left out.
func (d *Drawing) mirror(seen [4]bool) {
	flip := func(p Pt) Pt { return Pt{-p.X, p.Y} }
	for _, pair := range [][2]View{{Left, Right}, {Right, Left}} {
		if !seen[pair[0]] || seen[pair[1]] {
			continue
		}
		for _, p := range slices.Clone(d.plates) {
			if p.View == pair[0] {
				p.View, p.Outline = pair[1], p.Outline.Moved(flip)
				for i := range p.Along {
					p.Along = slices.Clone(p.Along)
					p.Along[i].At *= -1
				}
				slices.Reverse(p.Along)
				p.Hand = map[string]string{"left": "right", "right": "left"}[p.Hand]
				d.plates = append(d.plates, p)
			}
		}
		for _, z := range slices.Clone(d.outlines) {
			if z.view == pair[0] {
				z.view = pair[1]
				z.path = slices.Clone(z.path)
				for i := range z.path {
					z.path[i] = z.path[i].Moved(flip)
				}
				d.outlines = append(d.outlines, z)
			}
		}
		for _, l := range slices.Clone(d.lines) {
			if l.View == pair[0] {
				l.View, l.Path = pair[1], l.Path.Moved(flip)
				d.lines = append(d.lines, l)
			}
		}
	}
}

// airframe builds what was drawn.
func (d *Drawing) airframe(spec Spec) (*Airframe, error) {
	a := &Airframe{Words: "drawn", Scale: spec.Scale, Boarding: spec.Boarding, Lines: d.lines, Features: slices.Clone(d.features)}
	if a.Boarding == "" {
		a.Boarding = "left"
	}
	for i, p := range d.plates {
		p.finish()
		if p.shape.Empty() {
			continue
		}
		rest := p.shape
		for _, z := range d.outlines {
			if z.view != p.View || z.of != "" && z.of != strconv.Itoa(i) {
				continue
			}
			if !slices.Contains(a.Zones, z.zone) {
				a.Zones = append(a.Zones, z.zone)
			}
			var whole Region
			for _, path := range z.path {
				r := regionOf(path.Points(flatness))
				if signed(path.Points(flatness)) < 0 && !whole.Empty() { // a hole
					whole = whole.Less(r)
				} else {
					whole = whole.Or(r)
				}
			}
			if in := rest.And(whole); !in.Empty() {
				p.Fields = append(p.Fields, Field{Zone: a.Zone(z.zone), Face: p.Face, whole: in})
				rest = rest.Less(whole)
			}
		}
		if !rest.Empty() && rest.Area() > 0.01 {
			p.Fields = append(p.Fields, Field{Zone: -1, Face: p.Face, whole: rest})
		}
		a.Plates = append(a.Plates, p)
	}
	a.see()
	for _, v := range []View{Top, Under} {
		if low, high := a.Bounds(v); high.X > low.X {
			a.SpanMM, a.LengthMM = high.X-low.X, high.Y-low.Y
			break
		}
	}
	if a.LengthMM == 0 {
		low, high := a.Bounds(a.Plates[0].View)
		a.SpanMM, a.LengthMM = high.Y-low.Y, high.X-low.X
	}
	m := &maker{Airframe: a, spec: spec}
	if len(spec.Claims) > 0 {
		if err := m.claim(spec); err != nil {
			return nil, err
		}
	}
	for i, s := range spec.Cuts {
		if err := m.split(s, fmt.Sprintf("cuts[%d]", i)); err != nil {
			return nil, err
		}
	}
	m.feature(spec.Features)
	m.tidy()
	return a, nil
}
