package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/effect"
	"inkysparrow/core/say"
	"inkysparrow/core/solve"
	"inkysparrow/core/timeline"
)

// Printed is a guide at the size of the model: what goes where in a view, and what it takes. Places are mm from the upper left corner of the view.
type Printed struct {
	Title, Under   string
	View           airframe.View
	Mirrored       bool
	WideMM, TallMM float64
	Shapes         []PrintedShape
	Marks          []PrintedMark
	Legend         []PrintedInk
	Lists          []PrintedList
}

// PrintedShape is a line or an outline.
type PrintedShape struct {
	Kind   string // skin, zone, line, plume, stroke, streak, accent, walkway
	Points []airframe.Pt
	Closed bool
	Ink    int // in Legend; -1 for black
}

// PrintedMark is a dot, a speck, or words at a place.
type PrintedMark struct {
	Kind string // dot, speck, words
	At   airframe.Pt
	DMM  float64
	Ink  int
	Text string
}

// PrintedInk is a colour with the number by which its dots are told.
type PrintedInk struct {
	Colour string
	Words  string
}

// PrintedList is a list of what the evening takes.
type PrintedList struct {
	Title string
	Rows  []string
}

// Printed draws the guide for the stains of a view: those of one step of a zone, or all that are still to be done where step is empty. Errors name the place.
func (f File) Printed(ctx context.Context, tl *timeline.Timeline, v airframe.View, mirrored bool, zone, step string) (Printed, error) {
	shape, err := f.Shape()
	if err != nil {
		return Printed{}, err
	}
	low, high := shape.Bounds(v)
	p := printing{Printed: Printed{Title: f.Build.Name, View: v, Mirrored: mirrored, WideMM: round2(high.X - low.X), TallMM: round2(high.Y - low.Y)}, low: low, shape: shape}
	p.outline()
	found := false
	for _, line := range tl.Lines {
		if zone != "" && line.Zone.ID != zone {
			continue
		}
		for k := range line.Steps {
			s := line.Steps[k].Step
			if step != "" && s.ID != step || step == "" && (!effect.Stains(s.Do) || !s.Done.IsZero()) || shape.Zone(line.Zone.ID) < 0 {
				continue
			}
			if err := context.Cause(ctx); err != nil {
				return Printed{}, err
			}
			got, err := f.Stains(tl, line.Zone.ID, s.ID)
			if err != nil {
				if step != "" {
					return Printed{}, err
				}
				continue
			}
			found = true
			p.step(line, s.Do.Name, got)
		}
	}
	if !found && step != "" {
		_, err := f.Stains(tl, cmp.Or(zone, "?"), step)
		return Printed{}, err
	}
	if !found {
		p.Lists = append(p.Lists, PrintedList{"Nothing is left to stain here", nil})
	}
	p.once()
	p.Under = fmt.Sprintf("%s, 1:%d, at the size of the model", say.Capital(v.Words()), shape.Scale)
	if mirrored {
		p.Under += ", mirrored"
		p.mirror()
	}
	return p.Printed, nil
}

type printing struct {
	Printed
	low   airframe.Pt
	shape *Shape
}

func (p *printing) at(x, y float64) airframe.Pt { return airframe.Pt{X: x - p.low.X, Y: y - p.low.Y} }

func (p *printing) mirror() {
	turn := func(at *airframe.Pt) { at.X = p.WideMM - at.X }
	for i := range p.Shapes {
		for k := range p.Shapes[i].Points {
			turn(&p.Shapes[i].Points[k])
		}
	}
	for i := range p.Marks {
		turn(&p.Marks[i].At)
	}
}

func (p *printing) add(kind string, points []airframe.Pt, closed bool, ink int) {
	moved := make([]airframe.Pt, len(points))
	for i, at := range points {
		moved[i] = p.at(at.X, at.Y)
	}
	p.Shapes = append(p.Shapes, PrintedShape{kind, moved, closed, ink})
}

// flat is how far a drawn curve may be off, in mm.
const flat = 0.05

// outline draws the aircraft, its zones and its lines.
func (p *printing) outline() {
	for i := range p.shape.Plates {
		plate := &p.shape.Plates[i]
		if plate.View != p.View || plate.Hovers {
			continue
		}
		for _, ring := range plate.Shape().Rings() {
			p.add("skin", ring, true, -1)
		}
		for _, field := range plate.Fields {
			for _, ring := range field.Rings() {
				p.add("zone", ring, true, -1)
			}
		}
	}
	for i := range p.shape.Lines {
		if l := &p.shape.Lines[i]; l.View == p.View && l.Role != airframe.Rivets && l.Role != airframe.Sanded {
			p.add("line", l.Path.Points(flat), false, -1)
		}
	}
}

// ink returns the number of a tone in the legend: told by the tubes that it is taken from.
func (p *printing) ink(t StainTone) int {
	words := t.Words
	if t.Take != "" {
		words += ": " + t.Take
	}
	for i, k := range p.Legend {
		if k.Colour == t.Colour && k.Words == words {
			return i
		}
	}
	p.Legend = append(p.Legend, PrintedInk{t.Colour, words})
	return len(p.Legend) - 1
}

// ends shortens a stroke from a place of the view so that it ends where the skin does.
func (p *printing) ends(at airframe.Pt, towardDeg, long float64) airframe.Pt {
	sin, cos := math.Sincos(towardDeg * math.Pi / 180)
	for ; long > 0.5; long -= 0.5 {
		if plate, _ := p.shape.Seen(p.View, airframe.Pt{X: at.X + sin*long, Y: at.Y - cos*long}); plate >= 0 {
			break
		}
	}
	return airframe.Pt{X: at.X + sin*long, Y: at.Y - cos*long}
}

// once says what several lists say in a list of its own, and there alone.
func (p *printing) once() {
	said := map[string]int{}
	for _, l := range p.Lists {
		for _, r := range l.Rows {
			said[r]++
		}
	}
	var all []string
	for i, l := range p.Lists {
		p.Lists[i].Rows = slices.DeleteFunc(slices.Clone(l.Rows), func(r string) bool {
			if said[r] > 1 && !slices.Contains(all, r) {
				all = append(all, r)
			}
			return said[r] > 1
		})
	}
	if len(all) > 0 {
		p.Lists = append(p.Lists, PrintedList{"For more than one of these", all})
	}
}

// onSkin keeps the outline of a soft stain on the aircraft: what would lie beside it is drawn in towards its axis, and what lies beyond its end is left out.
func (p *printing) onSkin(from airframe.Pt, points []airframe.Pt) (out []airframe.Pt) {
	on := func(q airframe.Pt) bool { plate, _ := p.shape.Seen(p.View, q); return plate >= 0 }
	aft := p.View.Aft()
	for _, q := range points {
		if on(q) {
			out = append(out, q)
			continue
		}
		along := (q.X-from.X)*aft.X + (q.Y-from.Y)*aft.Y
		axis := airframe.Pt{X: from.X + aft.X*along, Y: from.Y + aft.Y*along}
		if !on(axis) {
			continue
		}
		share, _ := solve.Halve(0, 1, 12, func(t float64) bool { return on(airframe.Pt{X: axis.X + t*(q.X-axis.X), Y: axis.Y + t*(q.Y-axis.Y)}) })
		out = append(out, airframe.Pt{X: axis.X + share*(q.X-axis.X), Y: axis.Y + share*(q.Y-axis.Y)})
	}
	return out
}

// step adds what a step puts into the view, and its list: the rows that the page tells.
func (p *printing) step(line *timeline.Line, name string, s Stains) {
	n := 0
	for _, at := range s.Places {
		if at.View != p.View.String() {
			continue
		}
		n++
		tone := s.Tones[at.Tone]
		ink := p.ink(tone)
		from := airframe.Pt{X: at.XMM, Y: at.YMM}
		var points []airframe.Pt
		for _, q := range at.Points {
			points = append(points, airframe.Pt{X: q[0], Y: q[1]})
		}
		switch at.Kind {
		case "dot":
			p.Marks = append(p.Marks, PrintedMark{"dot", p.at(from.X, from.Y), at.DMM, ink, ""})
			p.add("streak", []airframe.Pt{from, p.ends(from, at.TowardDeg, at.LengthMM)}, false, ink)
		case "speck":
			p.Marks = append(p.Marks, PrintedMark{"speck", p.at(from.X, from.Y), at.DMM, ink, ""})
		case "line":
			p.add("accent", points, false, ink)
		case "plume":
			if points = p.onSkin(from, points); len(points) > 2 {
				p.add("plume", points, true, ink)
			}
		case "stroke":
			if points = p.onSkin(from, points); len(points) == 2 {
				p.add("stroke", points, false, ink)
				p.Marks = append(p.Marks, PrintedMark{Kind: "words", At: p.at(points[1].X, points[1].Y), Ink: ink, Text: at.Text})
			}
		}
	}
	if n == 0 && len(s.Places) > 0 {
		return // nothing of it lies in this view
	}
	list := PrintedList{Title: fmt.Sprintf("%s on %s", name, line.Zone.Name), Rows: []string{s.Words}}
	for _, r := range s.Rows {
		list.Rows = append(list.Rows, r.Label+": "+r.Value)
	}
	for _, r := range []struct{ label, words string }{{"With", s.Tool}, {"To undo", s.Undo}, {"Mind", s.Caution}} {
		if r.words != "" {
			list.Rows = append(list.Rows, r.label+": "+r.words)
		}
	}
	p.Lists = append(p.Lists, list)
}

// Words is a guide's name for a file.
func (p Printed) Words() string {
	name := slug(p.Title, "guide") + "-" + p.View.String()
	if p.Mirrored {
		name += "-mirrored"
	}
	return name
}
