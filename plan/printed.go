package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"inkysparrow/core/airframe"
	"inkysparrow/core/say"
	"inkysparrow/core/stain"
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
			if step != "" && s.ID != step || step == "" && (!s.Do.Planned() || !s.Done.IsZero()) || shape.Zone(line.Zone.ID) < 0 {
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
			p.step(line, s.Do.Name, s.Do.ID, got)
		}
	}
	if !found && step != "" {
		_, err := f.Stains(tl, cmp.Or(zone, "?"), step)
		return Printed{}, err
	}
	if !found {
		p.Lists = append(p.Lists, PrintedList{"Nothing is left to stain here", nil})
	}
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

// ink returns the number of a colour in the legend.
func (p *printing) ink(colour, words string) int {
	for i, k := range p.Legend {
		if k.Colour == colour && k.Words == words {
			return i
		}
	}
	p.Legend = append(p.Legend, PrintedInk{colour, words})
	return len(p.Legend) - 1
}

// along draws a stroke from a place of the view.
func (p *printing) along(kind string, x, y, towardDeg, long float64, ink int) {
	sin, cos := math.Sincos(towardDeg * math.Pi / 180)
	for ; long > 0.5; long -= 0.5 { // it ends where the skin does
		if plate, _ := p.shape.Seen(p.View, airframe.Pt{X: x + sin*long, Y: y - cos*long}); plate >= 0 {
			break
		}
	}
	p.add(kind, []airframe.Pt{{X: x, Y: y}, {X: x + sin*long, Y: y - cos*long}}, false, ink)
}

// step adds what a step puts into the view, and its list.
func (p *printing) step(line *timeline.Line, name, do string, s Stains) {
	view := p.View.String()
	list := PrintedList{Title: fmt.Sprintf("%s on %s", name, line.Zone.Name)}
	row := func(format string, args ...any) { list.Rows = append(list.Rows, fmt.Sprintf(format, args...)) }
	n := 0
	for _, d := range s.Dots {
		if d.View != view {
			continue
		}
		n++
		ink := p.ink(d.Colour, strings.TrimSpace(cmp.Or(d.Tone, "leak")+" oil"))
		p.Marks = append(p.Marks, PrintedMark{"dot", p.at(d.XMM, d.YMM), d.DMM, ink, ""})
		p.along("streak", d.XMM, d.YMM, d.TowardDeg, d.LengthMM, ink)
	}
	for _, d := range s.Rain {
		if d.View == view {
			p.along("streak", d.XMM, d.YMM, d.TowardDeg, d.LengthMM, p.ink(d.Colour, "rain"))
		}
	}
	for _, m := range s.Specks {
		if m.View == view {
			n++
			p.Marks = append(p.Marks, PrintedMark{"speck", p.at(m.XMM, m.YMM), m.DMM, p.ink("#5b4a35", map[bool]string{true: "the largest chips", false: "specks of mud"}[s.Chips != nil]), ""})
		}
	}
	for _, l := range s.Lines {
		if l.View != view {
			continue
		}
		for i := range p.shape.Lines {
			if of := &p.shape.Lines[i]; of.ID == l.ID && of.View == p.View {
				n++
				p.add("accent", of.Path.Points(flat), false, p.ink("#3a332c", "accent, blended to one side"))
			}
		}
	}
	for _, c := range s.Clouds {
		if c.View == view {
			n++
			p.cloud(c)
		}
	}
	if len(s.Profile) > 0 {
		n += p.plume(s)
	}
	if n == 0 && s.Chips == nil && s.Dust == nil {
		return // nothing of it lies in this view
	}
	p.Lists = append(p.Lists, list.of(row, s, n, do))
}

func (l *PrintedList) of(row func(string, ...any), s Stains, n int, do string) PrintedList {
	switch {
	case len(s.Dots) > 0 && s.ShiftDE > 0:
		row("%d dots of %.1f mm here, drawn out to about %.0f mm; %.0f mm³ squeezed out for the zone", n, s.Dots[0].DMM, s.Dots[0].LengthMM, s.PaintMM3)
		row("patches of %.0f cm², %.0f min in all", s.PatchCM2, s.AttendedMin)
		for _, t := range s.Tubes {
			row("%s: %s", t.Tone, t.Words)
		}
	case len(s.Dots) > 0:
		row("%d leaks, a dot of %.1f mm each", len(s.Dots), s.Dots[0].DMM)
	}
	if len(s.Passes) > 0 {
		row("%d passes, %.0f psi, %.0f %% of paint in the cup, %.1f mm³ on the model", len(s.Passes), s.Passes[0].PSI, s.Passes[0].PaintPct, s.OnModelMM3)
		for i, one := range s.Passes {
			row("pass %d: %.0f to %.0f mm aft of the first stack, %.0f mm off to %.0f", i+1, one.FromMM, one.ToMM, one.DistanceMM, one.EndMM)
		}
	}
	if len(s.Specks) > 0 && s.Chips == nil {
		row("%d specks here of %.2f mm and more: try it on card first", n, s.Specks[0].DMM)
	}
	if c := s.Chips; c != nil {
		row("%d chips of %.2f to %.1f mm, half of them under %.2f; %s shows %.0f %% of the area", c.Number, c.LeastMM, c.MostMM, c.HalfMM, c.Tool, c.ShownPct)
	}
	if d := s.Dust; d != nil {
		row("%.1f mg of dust, %.2f mg/cm² where it is thickest", d.MG, d.MGPerCM2)
	}
	if s.Tool != "" {
		row("%s", s.Tool)
	}
	if s.Undo != "" {
		row("To undo: %s", s.Undo)
	}
	if s.Caution != "" {
		row("Mind: %s", s.Caution)
	}
	return *l
}

// plume draws how far a plume goes and where its strokes begin and end, behind each row of stacks that the view shows.
func (p *printing) plume(s Stains) (n int) {
	for i := range p.shape.Features {
		f := &p.shape.Features[i]
		if f.Kind != airframe.Stack || !f.Sees(p.View) || f.SizeMM <= 0 {
			continue
		}
		from, _ := p.View.Of(f.At)
		aft := p.View.Aft()
		place := func(x, y float64) airframe.Pt {
			return airframe.Pt{X: from.X + aft.X*x - aft.Y*y, Y: from.Y + aft.Y*x + aft.X*y}
		}
		ink := p.ink("#2b2725", "plume: half as strong at its outline; strokes begin and end at the ticks")
		var edge []airframe.Pt
		for _, at := range s.Profile {
			edge = append(edge, place(at.AftMM, at.HalfWidthMM))
		}
		for _, at := range slices.Backward(s.Profile) {
			edge = append(edge, place(at.AftMM, -at.HalfWidthMM))
		}
		p.add("plume", edge, true, ink)
		for k, one := range s.Passes {
			y := 0.6 * float64(k%5-2)
			p.add("stroke", []airframe.Pt{place(one.FromMM, y), place(one.ToMM, y)}, false, ink)
			end := place(one.ToMM, y)
			p.Marks = append(p.Marks, PrintedMark{Kind: "words", At: p.at(end.X, end.Y), Ink: ink, Text: fmt.Sprint(k + 1)})
		}
		n++
	}
	return n
}

func (p *printing) cloud(c StainCloud) {
	v, _ := airframe.ViewNamed(c.View)
	aft := v.Aft()
	half := c.WidthMM / 4
	p.add("plume", []airframe.Pt{{X: c.XMM, Y: c.YMM}, {X: c.XMM + aft.X*c.LengthMM - aft.Y*half, Y: c.YMM + aft.Y*c.LengthMM + aft.X*half}, {X: c.XMM + aft.X*c.LengthMM + aft.Y*half, Y: c.YMM + aft.Y*c.LengthMM - aft.X*half}}, true, p.ink("#57524a", "soft stain, strongest at its point"))
}

// Words is a guide's name for a file.
func (p Printed) Words() string {
	name := slug(p.Title, "guide") + "-" + p.View.String()
	if p.Mirrored {
		name += "-mirrored"
	}
	return name
}

// Picked is said on every guide of oils.
func (p Printed) Picked() string {
	return say.Capital(fmt.Sprintf("about %.0f %% of each dot ends in the brush: wipe it on a dry cloth after every few", 100*stain.Picked()))
}
