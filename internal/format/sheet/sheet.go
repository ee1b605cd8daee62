// Package sheet writes a guide at the size of the model: as PDF on A4 sheets that are joined at their marks, and as one SVG. Each sheet has a bar of 50 mm by which it is seen whether the
// printer kept the size.
package sheet

import (
	"bytes"
	"encoding/xml"
	"fmt"
	"math"
	"strconv"
	"strings"
	"time"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"

	"inkysparrow/core/airframe"
	"inkysparrow/plan"
)

// The sheet, in mm: A4, with a rim that every printer leaves free, a head, and a foot for the bar.
const (
	short, long     = 210.0, 297.0
	rim, head, foot = 12.0, 16.0, 18.0
	lap             = 8.0 // by which sheets that are joined overlap
	// BarMM is how long the bar is.
	BarMM = 50.0
	// mostTiles is how many sheets a view may take.
	mostTiles = 60
)

// Page is how a sheet lies: its size, and what of it the view gets.
type Page struct{ Wide, Tall, InnerWide, InnerTall float64 }

func page(wide, tall float64) Page {
	return Page{wide, tall, wide - 2*rim, tall - 2*rim - head - foot}
}

// Tiles returns into how many sheets a view is cut, across and down, and how they lie: the way that takes fewer.
func Tiles(wide, tall float64) (across, down int, p Page) {
	n := func(size, inner float64) int { return max(1, int(math.Ceil((size-lap)/(inner-lap)))) }
	p = page(short, long)
	across, down = n(wide, p.InnerWide), n(tall, p.InnerTall)
	other := page(long, short)
	if a, d := n(wide, other.InnerWide), n(tall, other.InnerTall); a*d < across*down {
		return a, d, other
	}
	return across, down, p
}

// ink reads #rrggbb; black where it is none.
func ink(p plan.Printed, i int) (r, g, b int) {
	if i < 0 || i >= len(p.Legend) || len(p.Legend[i].Colour) != 7 {
		return 20, 32, 43
	}
	v, err := strconv.ParseUint(p.Legend[i].Colour[1:], 16, 32)
	if err != nil {
		return 20, 32, 43
	}
	return int(v >> 16), int(v>>8) & 255, int(v) & 255
}

// pens are how wide each kind of line is drawn, in mm, and with what dashes.
var pens = map[string]struct {
	wide float64
	dash []float64
}{
	"skin": {0.3, nil}, "zone": {0.15, []float64{2, 1}}, "line": {0.08, nil}, "plume": {0.2, []float64{1, 0.6}}, "stroke": {0.15, nil}, "streak": {0.08, nil}, "accent": {0.5, nil},
}

// PDF writes a guide; made is when, for the file's own date.
func PDF(p plan.Printed, made time.Time) ([]byte, error) {
	f := fit(p)
	if len(f.tiles) > mostTiles {
		return nil, fmt.Errorf("the view is %.0f by %.0f mm: more than %d sheets", p.WideMM, p.TallMM, mostTiles)
	}
	doc := fpdf.New(map[bool]string{true: "L", false: "P"}[f.Wide > f.Tall], "mm", "A4", "")
	doc.SetCreationDate(made)
	doc.SetModificationDate(made)
	doc.SetCatalogSort(true)
	doc.SetTitle(p.Title, true)
	doc.SetAutoPageBreak(false, 0)
	doc.AddUTF8FontFromBytes("go", "", goregular.TTF)
	doc.AddUTF8FontFromBytes("go", "B", gobold.TTF)
	w := writer{Fpdf: doc, p: f.Printed, Page: f.Page}
	for n := range f.tiles {
		w.tile(f, n)
	}
	w.lists()
	var out bytes.Buffer
	if err := doc.Output(&out); err != nil {
		return nil, fmt.Errorf("write the guide: %w", err)
	}
	return out.Bytes(), nil
}

type writer struct {
	*fpdf.Fpdf
	Page
	p plan.Printed
}

func (w *writer) page(under string) {
	w.AddPage()
	w.SetTextColor(20, 32, 43)
	w.SetFont("go", "B", 13)
	w.Text(rim, rim+5, w.p.Title)
	w.SetFont("go", "", 9)
	w.Text(rim, rim+10, under)
	y := w.Tall - rim - 4
	w.SetDrawColor(20, 32, 43)
	w.SetDashPattern(nil, 0)
	w.SetLineWidth(0.3)
	w.Line(rim, y, rim+BarMM, y)
	for _, x := range []float64{rim, rim + BarMM} {
		w.Line(x, y-2, x, y+2)
	}
	w.Text(rim+BarMM+4, y+1, "50 mm: measure it. If it is not, print at 100 %, without fitting to the page.")
}

func (w *writer) tile(f laid, n int) {
	p := w.p
	under := p.Under
	column, row := f.tiles[n].X, f.tiles[n].Y
	if len(f.tiles) > 1 {
		under += fmt.Sprintf(" - sheet %d of %d: column %d, row %d; join at the corners", n+1, len(f.tiles), column+1, row+1)
	}
	if f.turn != 0 {
		under += fmt.Sprintf(" - turned by %.0f°, to save paper", f.turn)
	}
	w.page(under)
	left, top := float64(column)*(w.InnerWide-lap), float64(row)*(w.InnerTall-lap)
	w.ClipRect(rim, rim+head, w.InnerWide, w.InnerTall, false)
	x0, y0 := rim-left, rim+head-top
	for _, s := range p.Shapes {
		pen := pens[s.Kind]
		w.SetLineWidth(max(0.08, pen.wide))
		w.SetDashPattern(pen.dash, 0)
		w.SetDrawColor(ink(p, s.Ink))
		for i := range s.Points {
			next := i + 1
			if next == len(s.Points) {
				if !s.Closed {
					break
				}
				next = 0
			}
			a, b := s.Points[i], s.Points[next]
			w.Line(x0+a.X, y0+a.Y, x0+b.X, y0+b.Y)
		}
	}
	w.SetDashPattern(nil, 0)
	for _, m := range p.Marks {
		x, y := x0+m.At.X, y0+m.At.Y
		if x < 0 || y < 0 || x > w.Wide || y > w.Tall {
			continue
		}
		r, g, b := ink(p, m.Ink)
		switch m.Kind {
		case "words":
			w.SetFont("go", "", 5)
			w.Text(x+0.4, y+0.6, m.Text)
		case "speck":
			w.SetFillColor(r, g, b)
			w.Circle(x, y, max(0.05, m.DMM/2), "F")
		default:
			w.SetFillColor(r, g, b)
			w.SetDrawColor(20, 32, 43)
			w.SetLineWidth(0.05)
			w.Circle(x, y, m.DMM/2, "FD")
			w.SetFont("go", "", 3)
			w.Text(x+m.DMM/2+0.1, y+0.4, fmt.Sprint(m.Ink+1))
		}
	}
	w.ClipEnd()
	w.SetDrawColor(120, 120, 120)
	w.SetLineWidth(0.1)
	for _, x := range []float64{rim, rim + w.InnerWide} { // corners to join at
		for _, y := range []float64{rim + head, rim + head + w.InnerTall} {
			w.Line(x-3, y, x+3, y)
			w.Line(x, y-3, x, y+3)
		}
	}
}

// lists writes what the evening takes, with the colours by their numbers.
func (w *writer) lists() {
	w.page("Cup, tube and tools")
	y := rim + head + 4
	line := func(size float64, bold bool, indent float64, text string) {
		style := ""
		if bold {
			style = "B"
		}
		w.SetFont("go", style, size)
		for _, part := range w.SplitText(text, w.InnerWide-indent) {
			if y > w.Tall-rim-foot {
				w.page("Cup, tube and tools, continued")
				y = rim + head + 4
				w.SetFont("go", style, size)
			}
			w.Text(rim+indent, y, part)
			y += size * 0.46
		}
	}
	for i, k := range w.p.Legend {
		w.SetFillColor(ink(w.p, i))
		w.Rect(rim, y-3, 4, 4, "F")
		line(9, false, 6, fmt.Sprintf("%d  %s", i+1, k.Words))
		y++
	}
	for _, l := range w.p.Lists {
		y += 2
		line(11, true, 0, l.Title)
		for _, r := range l.Rows {
			line(9, false, 3, r)
		}
	}
}

// SVG writes a guide as one drawing in mm.
func SVG(p plan.Printed) []byte {
	var b strings.Builder
	esc := func(s string) string {
		var out strings.Builder
		_ = xml.EscapeText(&out, []byte(s)) // a builder takes all
		return out.String()
	}
	num := func(v float64) string {
		if math.IsNaN(v) || math.IsInf(v, 0) {
			v = 0
		}
		return strconv.FormatFloat(math.Round(v*1000)/1000, 'f', -1, 64)
	}
	hex := func(i int) string { r, g, bl := ink(p, i); return fmt.Sprintf("#%02x%02x%02x", r, g, bl) }
	const edge, under = 5.0, 14.0
	wide, tall := max(p.WideMM, BarMM)+2*edge, p.TallMM+edge+under
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%smm" height="%smm" viewBox="%s %s %s %s">`+"\n", num(wide), num(tall), num(-edge), num(-edge), num(wide), num(tall))
	fmt.Fprintf(&b, "<title>%s</title>\n", esc(p.Title+", "+p.Under))
	for _, s := range p.Shapes {
		pen := pens[s.Kind]
		fmt.Fprintf(&b, `<path class="%s" fill="none" stroke="%s" stroke-width="%s" d="%s"/>`+"\n", esc(s.Kind), hex(s.Ink), num(max(0.08, pen.wide)), path(s.Points, s.Closed, num))
	}
	for _, m := range p.Marks {
		if m.Kind == "words" {
			fmt.Fprintf(&b, `<text x="%s" y="%s" font-size="1.8">%s</text>`+"\n", num(m.At.X), num(m.At.Y), esc(m.Text))
			continue
		}
		fmt.Fprintf(&b, `<circle class="%s" cx="%s" cy="%s" r="%s" fill="%s"><title>%d</title></circle>`+"\n", esc(m.Kind), num(m.At.X), num(m.At.Y), num(m.DMM/2), hex(m.Ink), m.Ink+1)
	}
	y := p.TallMM + 5
	fmt.Fprintf(&b, `<path id="bar-50mm" fill="none" stroke="#14202b" stroke-width="0.3" d="M0 %sH50"/>`+"\n", num(y))
	fmt.Fprintf(&b, `<text x="0" y="%s" font-size="3">50 mm</text>`+"\n</svg>\n", num(y+4))
	return []byte(b.String())
}

func path(points []airframe.Pt, closed bool, num func(float64) string) string {
	var b strings.Builder
	for i, at := range points {
		b.WriteString(map[bool]string{true: "M", false: "L"}[i == 0] + num(at.X) + " " + num(at.Y))
	}
	if closed {
		b.WriteString("Z")
	}
	return b.String()
}
