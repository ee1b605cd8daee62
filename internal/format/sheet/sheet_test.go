package sheet

import (
	"bytes"
	"compress/zlib"
	"encoding/xml"
	"fmt"
	"io"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/plan"
)

var made = time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)

func pt(x, y float64) airframe.Pt { return airframe.Pt{X: x, Y: y} }

func shape(kind string, closed bool, ink int, points ...airframe.Pt) plan.PrintedShape {
	return plan.PrintedShape{Kind: kind, Points: points, Closed: closed, Ink: ink}
}

func mark(kind string, at airframe.Pt, d float64, ink int, text string) plan.PrintedMark {
	return plan.PrintedMark{Kind: kind, At: at, DMM: d, Ink: ink, Text: text}
}

func guide() plan.Printed {
	return plan.Printed{
		Title: "Flügel & <Test>", Under: "From above, 1:48", View: airframe.Top, WideMM: 150, TallMM: 120,
		Shapes: []plan.PrintedShape{shape("skin", true, -1, pt(0, 0), pt(150, 0), pt(150, 120)), shape("streak", false, 0, pt(30, 40), pt(30, 52.4))},
		Marks:  []plan.PrintedMark{mark("dot", pt(30, 40), 0.8, 0, ""), mark("speck", pt(31, 41), 0.12, 1, ""), mark("words", pt(50, 60), 0, 0, "3")},
		Legend: []plan.PrintedInk{{Colour: "#aabbcc", Words: "lighter oil"}, {Colour: "#3d3226", Words: "specks"}},
		Lists:  []plan.PrintedList{{Title: "Oil dots on Upper", Rows: []string{"33 mm³ squeezed out", "Бумага"}}},
	}
}

// pages reads a PDF's pages back: their sizes in mm, and the straight lines drawn on each, in mm from the upper left corner.
func pages(t testing.TB, pdf []byte) (sizes [][2]float64, lines [][][4]float64) {
	t.Helper()
	const mm = 25.4 / 72
	box := regexp.MustCompile(`/MediaBox \[0 0 ([0-9.]+) ([0-9.]+)\]`)
	var all [][2]float64
	for _, m := range box.FindAllSubmatch(pdf, -1) {
		w, _ := strconv.ParseFloat(string(m[1]), 64)
		h, _ := strconv.ParseFloat(string(m[2]), 64)
		all = append(all, [2]float64{w * mm, h * mm})
	}
	drawn := regexp.MustCompile(`(?m)^([0-9.-]+) ([0-9.-]+) m ([0-9.-]+) ([0-9.-]+) l S`)
	for rest := pdf; ; {
		i := bytes.Index(rest, []byte(">>\nstream\n"))
		if i < 0 {
			break
		}
		rest = rest[i+10:]
		end := bytes.Index(rest, []byte("\nendstream"))
		z, err := zlib.NewReader(bytes.NewReader(rest[:end]))
		if err != nil {
			rest = rest[end:]
			continue
		}
		text, _ := io.ReadAll(z)
		rest = rest[end+10:]
		if !bytes.Contains(text, []byte(" l S")) {
			continue
		}
		var page [][4]float64
		tall := all[0][1] // the first is that of all pages
		for _, m := range drawn.FindAllSubmatch(text, -1) {
			var v [4]float64
			for k := range v {
				v[k], _ = strconv.ParseFloat(string(m[k+1]), 64)
				v[k] *= mm
			}
			page = append(page, [4]float64{v[0], tall - v[1], v[2], tall - v[3]})
		}
		lines = append(lines, page)
	}
	return all, lines
}

// A printed guide read back: the page is A4, the bar is 50 mm long, and what is drawn lies where the plan has it, within 0.2 mm.
func TestPDF(t *testing.T) {
	g := guide()
	pdf, err := PDF(g, made)
	if err != nil {
		t.Fatal(err)
	}
	sizes, lines := pages(t, pdf)
	if len(lines) != 2 || math.Abs(sizes[0][0]-210) > 0.2 || math.Abs(sizes[0][1]-297) > 0.2 {
		t.Fatalf("%d pages of %v mm", len(lines), sizes)
	}
	for i, page := range lines {
		bars := 0
		for _, l := range page {
			if l[1] == l[3] && math.Abs(math.Abs(l[2]-l[0])-50) < 0.2 && l[1] > 270 {
				bars++
			}
		}
		if bars != 1 {
			t.Errorf("page %d has %d bars of 50 mm", i+1, bars)
		}
	}
	has := func(page [][4]float64, x0, y0, x1, y1 float64) bool {
		for _, l := range page {
			if math.Abs(l[0]-x0) < 0.2 && math.Abs(l[1]-y0) < 0.2 && math.Abs(l[2]-x1) < 0.2 && math.Abs(l[3]-y1) < 0.2 {
				return true
			}
		}
		return false
	}
	x, y := rim, rim+head
	if !has(lines[0], x+30, y+40, x+30, y+52.4) || !has(lines[0], x, y, x+150, y) {
		t.Error("what is drawn lies elsewhere on the page")
	}
	again, _ := PDF(g, made)
	if !bytes.Equal(pdf, again) {
		t.Error("the same guide is another file")
	}
	wide := g
	wide.WideMM, wide.TallMM = 530, 140
	across, down, lies := Tiles(530, 140)
	if across != 2 || down != 1 || lies.Wide != 297 {
		t.Errorf("530 by 140 mm take %d by %d sheets, %v wide", across, down, lies.Wide)
	}
	if _, lines := pages(t, must(PDF(wide, made))); len(lines) != 2 { // what is to be done on it takes one sheet of the two, and the lists another
		t.Errorf("%d pages", len(lines))
	}
	far := wide
	far.Marks = append(slices.Clone(far.Marks), mark("dot", pt(520, 130), 1, 0, ""))
	if _, lines := pages(t, must(PDF(far, made))); len(lines) != across*down+1 {
		t.Errorf("at both ends: %d pages", len(lines))
	}
	// A wing of 277 mm is wider than a sheet lying down: turned it takes one, with all of its places as far from each other as they were.
	wing := g
	wing.WideMM, wing.TallMM = 277, 190
	wing.Marks = nil
	for x := 3.0; x <= 274; x += 2 {
		wing.Marks = append(wing.Marks, mark("dot", pt(x, 70+8*math.Abs(x-138)/138), 0.8, 0, ""))
	}
	f := fit(wing)
	first, last := f.Marks[0].At, f.Marks[len(f.Marks)-1].At
	if len(f.tiles) != 1 || f.turn == 0 || math.Abs(math.Hypot(first.X-last.X, first.Y-last.Y)-270) > 1.5 {
		t.Errorf("a wing takes %d sheets, turned by %.0f°", len(f.tiles), f.turn)
	}
	for _, m := range f.Marks {
		if m.At.X < 0 || m.At.Y < 0 || m.At.X > f.InnerWide || m.At.Y > f.InnerTall {
			t.Fatalf("%v is cut off", m.At)
		}
	}
	if bare := (plan.Printed{Title: "x", WideMM: 530, TallMM: 140, Shapes: g.Shapes[:1]}); len(fit(bare).tiles) != 2 {
		t.Errorf("with nothing to be done it takes %d sheets", len(fit(bare).tiles))
	}
	for _, tc := range [][4]float64{{186, 239, 1, 1}, {187, 239, 2, 1}, {186, 240, 1, 2}, {0, 0, 1, 1}} {
		if a, d, p := Tiles(tc[0], tc[1]); p.Wide == short && (a != int(tc[2]) || d != int(tc[3])) {
			t.Errorf("%.0f by %.0f mm: %d by %d", tc[0], tc[1], a, d)
		}
	}
	huge := g
	huge.WideMM, huge.TallMM = 9000, 9000
	huge.Marks = nil
	for i := range 4000 {
		huge.Marks = append(huge.Marks, mark("dot", pt(float64(i*37%90)*100, float64(i*91%90)*100), 1, 0, ""))
	}
	if _, err := PDF(huge, made); err == nil {
		t.Error("a guide of 9 m was printed")
	}
	long := g
	for i := range 200 {
		long.Lists = append(long.Lists, plan.PrintedList{Title: fmt.Sprint("Step ", i), Rows: []string{strings.Repeat("words ", 60)}})
	}
	if _, lines := pages(t, must(PDF(long, made))); len(lines) < 6 {
		t.Errorf("a long list takes %d pages", len(lines))
	}
}

func must(b []byte, err error) []byte {
	if err != nil {
		panic(err)
	}
	return b
}

// The drawing is well formed, in mm, with the same places, and its words can't break out of it.
func TestSVG(t *testing.T) {
	text := string(SVG(guide()))
	d := xml.NewDecoder(strings.NewReader(text))
	for {
		if _, err := d.Token(); err == io.EOF {
			break
		} else if err != nil {
			t.Fatal(err)
		}
	}
	for _, want := range []string{`width="160mm"`, `cx="30" cy="40" r="0.4" fill="#aabbcc"`, `d="M30 40L30 52.4"`, `d="M0 0L150 0L150 120Z"`, `id="bar-50mm"`, `H50`, `Flügel &amp; &lt;Test&gt;`} {
		if !strings.Contains(text, want) {
			t.Errorf("no %s", want)
		}
	}
}

// FuzzGuide writes guides of odd airframes: whatever is asked for is a file that can be read, or a refusal.
func FuzzGuide(f *testing.F) {
	f.Add(150.0, 120.0, 30.0, 40.0, 0.8, "#aabbcc", "Words", true)
	f.Add(0.0, 0.0, math.Inf(1), math.NaN(), -1.0, "#12", "\x00<&", false)
	f.Add(1e9, 1e-9, -1e9, 1e300, 1e9, "red", "日本", true)
	f.Fuzz(func(t *testing.T, wide, tall, x, y, d float64, colour, words string, closed bool) {
		g := plan.Printed{
			Title: words, Under: words, WideMM: wide, TallMM: tall, Legend: []plan.PrintedInk{{Colour: colour, Words: words}}, Lists: []plan.PrintedList{{Title: words, Rows: []string{words}}},
			Shapes: []plan.PrintedShape{shape("skin", closed, 0, pt(x, y), pt(y, x), pt(0, d)), shape("", closed, 7)},
			Marks:  []plan.PrintedMark{mark("dot", pt(x, y), d, 0, words), mark("speck", pt(y, x), d, -3, ""), mark("words", pt(d, d), 0, 9, words)},
		}
		if pdf, err := PDF(g, made); err == nil && !bytes.HasPrefix(pdf, []byte("%PDF-")) {
			t.Error("no PDF")
		}
		text := SVG(g)
		dec := xml.NewDecoder(bytes.NewReader(text))
		for {
			if _, err := dec.Token(); err == io.EOF {
				break
			} else if err != nil {
				t.Fatalf("the drawing can't be read: %v\n%s", err, text)
			}
		}
	})
}

func BenchmarkPDF(b *testing.B) {
	g := guide()
	for i := range 2000 {
		g.Marks = append(g.Marks, plan.PrintedMark{Kind: "dot", At: pt(float64(i%50)*3, float64(i/50)*3), DMM: 0.8})
	}
	for b.Loop() {
		must(PDF(g, made))
	}
}
