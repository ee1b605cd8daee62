package airframe

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Pt is a place in a view, in mm of the model: X to the right in the picture, Y down.
type Pt struct{ X, Y float64 }

func (p Pt) add(x, y float64) Pt       { return Pt{p.X + x, p.Y + y} }
func (p Pt) to(o Pt, share float64) Pt { return Pt{p.X + (o.X-p.X)*share, p.Y + (o.Y-p.Y)*share} }
func (p Pt) from(o Pt) float64         { return math.Hypot(p.X-o.X, p.Y-o.Y) }
func finite(p Pt) bool                 { return !math.IsNaN(p.X+p.Y) && !math.IsInf(p.X+p.Y, 0) }
func bezier(a, b, c, d Pt, t float64) Pt {
	return a.to(b, t).to(b.to(c, t), t).to(b.to(c, t).to(c.to(d, t), t), t)
}

func reflected(through, control Pt) Pt        { return Pt{2*through.X - control.X, 2*through.Y - control.Y} }
func quadratic(a, q, d Pt) (first, second Pt) { return a.to(q, 2./3), d.to(q, 2./3) }

// Seg is a piece of a path from where the one before it ended: a line to End, or, where Curved, a cubic Bézier curve by way of A and B.
type Seg struct {
	A, B, End Pt
	Curved    bool
}

// Path is an outline or a line of straight pieces and curves.
type Path struct {
	Start  Pt
	Segs   []Seg
	Closed bool
}

// Ring is a closed polygon without its first point repeated; Open is one that ends where it ends.
type Ring []Pt

func (p *Path) lineTo(q Pt)        { p.Segs = append(p.Segs, Seg{End: q}) }
func (p *Path) curveTo(a, b, q Pt) { p.Segs = append(p.Segs, Seg{a, b, q, true}) }

func (p Path) end() Pt {
	if n := len(p.Segs); n > 0 {
		return p.Segs[n-1].End
	}
	return p.Start
}

// Moved returns the path with each of its points moved by f, which must keep lines straight and curves cubic, as mirrors and scales do.
func (p Path) Moved(f func(Pt) Pt) Path {
	out := Path{Start: f(p.Start), Closed: p.Closed}
	for _, s := range p.Segs {
		out.Segs = append(out.Segs, Seg{f(s.A), f(s.B), f(s.End), s.Curved})
	}
	return out
}

// Points returns the path as points no further than tolerance mm from it; of a closed one the first is not repeated.
func (p Path) Points(tolerance float64) []Pt {
	out := []Pt{p.Start}
	at := p.Start
	for _, s := range p.Segs {
		if s.Curved {
			// A cubic is no further from its chords than its second differences say (from memory: Wang's bound).
			bend := math.Max(math.Hypot(at.X-2*s.A.X+s.B.X, at.Y-2*s.A.Y+s.B.Y), math.Hypot(s.A.X-2*s.B.X+s.End.X, s.A.Y-2*s.B.Y+s.End.Y))
			n := min(200, int(math.Ceil(math.Sqrt(0.75*bend/tolerance))))
			for i := 1; i < n; i++ {
				out = append(out, bezier(at, s.A, s.B, s.End, float64(i)/float64(n)))
			}
		}
		out = append(out, s.End)
		at = s.End
	}
	if p.Closed && len(out) > 1 && out[len(out)-1].from(out[0]) < 1e-9 {
		out = out[:len(out)-1]
	}
	return out
}

// Data writes the path as an SVG path's data, in mm to a thousandth.
func (p Path) Data() string {
	var b strings.Builder
	put := func(letter string, points ...Pt) {
		b.WriteString(letter)
		for i, q := range points {
			if i > 0 {
				b.WriteByte(' ')
			}
			b.WriteString(number(q.X) + "," + number(q.Y))
		}
	}
	put("M", p.Start)
	for _, s := range p.Segs {
		if s.Curved {
			put("C", s.A, s.B, s.End)
		} else {
			put("L", s.End)
		}
	}
	if p.Closed {
		b.WriteByte('Z')
	}
	return b.String()
}

func number(v float64) string {
	return strconv.FormatFloat(math.Round(v*1000)/1000+0, 'f', -1, 64)
}

// smooth returns the path through points as a curve without corners (Catmull and Rom's, as cubics). It ends where they end.
func smooth(points []Pt) Path {
	p := Path{Start: points[0]}
	at := func(i int) Pt { return points[max(0, min(len(points)-1, i))] }
	for i := range len(points) - 1 {
		a, b, c, d := at(i-1), at(i), at(i+1), at(i+2)
		p.curveTo(Pt{b.X + (c.X-a.X)/6, b.Y + (c.Y-a.Y)/6}, Pt{c.X - (d.X-b.X)/6, c.Y - (d.Y-b.Y)/6}, c)
	}
	return p
}

// polygon returns the closed path of straight lines through points.
func polygon(points ...Pt) Path {
	p := Path{Start: points[0], Closed: true}
	for _, q := range points[1:] {
		p.lineTo(q)
	}
	return p
}

// Circle returns a circle as four cubics, which are nowhere further from it than 0.03 % of its radius.
func Circle(c Pt, r float64) Path { return Ellipse(c, r, r) }

// Ellipse returns an ellipse as four cubics.
func Ellipse(c Pt, rx, ry float64) Path {
	const k = 0.5522847498
	p := Path{Start: c.add(rx, 0), Closed: true}
	p.curveTo(c.add(rx, k*ry), c.add(k*rx, ry), c.add(0, ry))
	p.curveTo(c.add(-k*rx, ry), c.add(-rx, k*ry), c.add(-rx, 0))
	p.curveTo(c.add(-rx, -k*ry), c.add(-k*rx, -ry), c.add(0, -ry))
	p.curveTo(c.add(k*rx, -ry), c.add(rx, -k*ry), c.add(rx, 0))
	return p
}

// mostSegs is how many pieces a drawing's paths may have together.
const mostSegs = 200_000

// ParsePath reads the data of an SVG path (SVG 1.1, section 8.3), all its commands; arcs become cubics. A path of several pieces gives several.
func ParsePath(data string) ([]Path, error) {
	s := scanner{text: data}
	var all []Path
	var at, start Pt
	var control Pt
	var last byte
	for {
		command, ok, err := s.command(last)
		if err != nil {
			return nil, err
		}
		if !ok {
			break
		}
		if len(all) == 0 && command != 'M' && command != 'm' {
			return nil, fmt.Errorf("path data begins with %q, not with M", command)
		}
		base := Pt{}
		if command >= 'a' {
			base = at
		}
		upper := command &^ 0x20
		count := map[byte]int{'M': 2, 'L': 2, 'H': 1, 'V': 1, 'C': 6, 'S': 4, 'Q': 4, 'T': 2, 'A': 7, 'Z': 0}[upper]
		n, err := s.numbers(count, upper == 'A')
		if err != nil {
			return nil, err
		}
		if upper == 'M' {
			at = base.add(n[0], n[1])
			start = at
			all = append(all, Path{Start: at})
			last = command - 'M' + 'L' // what follows without a letter are lines
			continue
		}
		p := &all[len(all)-1]
		if p.Closed && upper != 'Z' { // goes on from where it was closed
			all = append(all, Path{Start: at})
			p = &all[len(all)-1]
		}
		from := at
		switch upper {
		case 'L':
			at = base.add(n[0], n[1])
			p.lineTo(at)
		case 'H':
			at = Pt{base.X + n[0], at.Y}
			p.lineTo(at)
		case 'V':
			at = Pt{at.X, base.Y + n[0]}
			p.lineTo(at)
		case 'C':
			control, at = base.add(n[2], n[3]), base.add(n[4], n[5])
			p.curveTo(base.add(n[0], n[1]), control, at)
		case 'S':
			first := from
			if l := last &^ 0x20; l == 'C' || l == 'S' {
				first = reflected(from, control)
			}
			control, at = base.add(n[0], n[1]), base.add(n[2], n[3])
			p.curveTo(first, control, at)
		case 'Q', 'T':
			q := from
			if upper == 'Q' {
				q = base.add(n[0], n[1])
				n = n[2:]
			} else if l := last &^ 0x20; l == 'Q' || l == 'T' {
				q = reflected(from, control)
			}
			control, at = q, base.add(n[0], n[1])
			a, b := quadratic(from, q, at)
			p.curveTo(a, b, at)
		case 'A':
			at = base.add(n[5], n[6])
			p.arcTo(from, n[0], n[1], n[2], n[3] != 0, n[4] != 0, at)
		case 'Z':
			p.Closed = true
			at = start
		}
		last = command
		if len(p.Segs) > mostSegs {
			return nil, fmt.Errorf("path has more than %d pieces", mostSegs)
		}
	}
	for _, p := range all {
		for _, q := range p.Points(1e9) {
			if !finite(q) {
				return nil, fmt.Errorf("path goes beyond what a number can say")
			}
		}
	}
	return all, nil
}

// arcTo adds an elliptical arc as cubics (SVG 1.1, appendix F.6.5 and F.6.6).
func (p *Path) arcTo(from Pt, rx, ry, degrees float64, large, sweep bool, to Pt) {
	rx, ry = math.Abs(rx), math.Abs(ry)
	if from == to {
		return
	}
	if rx == 0 || ry == 0 {
		p.lineTo(to)
		return
	}
	sin, cos := math.Sincos(degrees * math.Pi / 180)
	dx, dy := (from.X-to.X)/2, (from.Y-to.Y)/2
	x1, y1 := cos*dx+sin*dy, -sin*dx+cos*dy
	if l := x1*x1/(rx*rx) + y1*y1/(ry*ry); l > 1 {
		rx, ry = rx*math.Sqrt(l), ry*math.Sqrt(l)
	}
	k := math.Sqrt(max(0, (rx*rx*ry*ry-rx*rx*y1*y1-ry*ry*x1*x1)/(rx*rx*y1*y1+ry*ry*x1*x1)))
	if large == sweep {
		k = -k
	}
	cx, cy := k*rx*y1/ry, -k*ry*x1/rx
	begin := math.Atan2((y1-cy)/ry, (x1-cx)/rx)
	turn := math.Atan2((-y1-cy)/ry, (-x1-cx)/rx) - begin
	if sweep && turn < 0 {
		turn += 2 * math.Pi
	} else if !sweep && turn > 0 {
		turn -= 2 * math.Pi
	}
	mid := Pt{(from.X+to.X)/2 + cos*cx - sin*cy, (from.Y+to.Y)/2 + sin*cx + cos*cy}
	n := max(1, int(math.Ceil(math.Abs(turn)/(math.Pi/2)-1e-9)))
	step := turn / float64(n)
	h := 4. / 3 * math.Tan(step/4)
	place := func(u, v float64) Pt { return Pt{mid.X + cos*rx*u - sin*ry*v, mid.Y + sin*rx*u + cos*ry*v} }
	for i := range n {
		a, b := begin+float64(i)*step, begin+float64(i+1)*step
		sa, ca := math.Sincos(a)
		sb, cb := math.Sincos(b)
		end := place(cb, sb)
		if i == n-1 {
			end = to
		}
		p.curveTo(place(ca-h*sa, sa+h*ca), place(cb+h*sb, sb-h*cb), end)
	}
}

// scanner reads the numbers and letters of a path's data.
type scanner struct {
	text string
	at   int
}

func (s *scanner) skip() {
	for s.at < len(s.text) && strings.IndexByte(" \t\r\n\f,", s.text[s.at]) >= 0 {
		s.at++
	}
}

// command returns the next letter, or the last one again where numbers follow at once.
func (s *scanner) command(last byte) (byte, bool, error) {
	s.skip()
	if s.at == len(s.text) {
		return 0, false, nil
	}
	c := s.text[s.at]
	if strings.IndexByte("MmLlHhVvCcSsQqTtAaZz", c) >= 0 {
		s.at++
		return c, true, nil
	}
	if last == 0 || last == 'Z' || last == 'z' || strings.IndexByte("+-.0123456789", c) < 0 {
		return 0, false, fmt.Errorf("path data has %q at its character %d", c, s.at+1)
	}
	return last, true, nil
}

// numbers reads n numbers; of an arc the fourth and fifth are flags of one digit that need nothing between them.
func (s *scanner) numbers(n int, arc bool) ([]float64, error) {
	out := make([]float64, 0, n)
	for i := range n {
		s.skip()
		from := s.at
		if arc && (i == 3 || i == 4) {
			if s.at == len(s.text) || s.text[s.at] != '0' && s.text[s.at] != '1' {
				return nil, fmt.Errorf("an arc's flag at character %d is neither 0 nor 1", s.at+1)
			}
			s.at++
		} else {
			s.float()
		}
		v, err := strconv.ParseFloat(s.text[from:s.at], 64)
		if err != nil {
			return nil, fmt.Errorf("path data wants a number at its character %d", from+1)
		}
		out = append(out, v)
	}
	return out, nil
}

func (s *scanner) float() {
	digits := func() {
		for s.at < len(s.text) && s.text[s.at] >= '0' && s.text[s.at] <= '9' {
			s.at++
		}
	}
	sign := func() {
		if s.at < len(s.text) && (s.text[s.at] == '+' || s.text[s.at] == '-') {
			s.at++
		}
	}
	sign()
	digits()
	if s.at < len(s.text) && s.text[s.at] == '.' {
		s.at++
		digits()
	}
	if s.at < len(s.text) && (s.text[s.at] == 'e' || s.text[s.at] == 'E') {
		s.at++
		sign()
		digits()
	}
}
