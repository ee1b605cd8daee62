package airframe

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/peterstace/simplefeatures/geom"
)

func within(t *testing.T, what string, got, want, tolerance float64) {
	t.Helper()
	if math.Abs(got-want) > tolerance*math.Abs(want) {
		t.Errorf("%s: %.4f, want %.4f", what, got, want)
	}
}

// Closed forms, and the geometry library's own area of the same outline.
func TestAreas(t *testing.T) {
	ellipse := regionOf(Ellipse(Pt{3, 4}, 30, 12).Points(flatness))
	within(t, "an ellipse", ellipse.Area(), math.Pi*30*12, 0.003)
	trapezium := regionOf(polygon(Pt{0, 0}, Pt{40, 0}, Pt{30, 20}, Pt{10, 20}).Points(flatness))
	within(t, "a trapezium", trapezium.Area(), 600, 1e-9)
	if library, err := geom.UnmarshalWKT("POLYGON((0 0,40 0,30 20,10 20,0 0))"); err != nil || math.Abs(library.Area()-trapezium.Area()) > 1e-9 {
		t.Errorf("the library says %v, %v", library.Area(), err)
	}
	within(t, "half a trapezium", trapezium.And(beyond(1, 0, 20)).Area(), 300, 1e-6)
	within(t, "the other half", trapezium.Less(beyond(1, 0, 20)).Area(), 300, 1e-6)
	arc, err := ParsePath("M 10 0 A 10 10 0 0 1 0 10")
	if err != nil {
		t.Fatal(err)
	}
	long := 0.0
	points := arc[0].Points(0.001)
	for i := 1; i < len(points); i++ {
		long += points[i-1].from(points[i])
	}
	within(t, "a quarter of a circle", long, math.Pi*5, 0.001)
}

// The skin of a round body is more than its shadow: pi/2 of a cylinder's side view, a sphere's half 2 pi r², a cone's pi r s.
func TestSkin(t *testing.T) {
	round := func(p Path) *Plate {
		plate := &Plate{View: Left, Outline: p, Round: AcrossY, Counts: true}
		plate.finish()
		return plate
	}
	cylinder := round(polygon(Pt{0, -8}, Pt{100, -8}, Pt{100, 8}, Pt{0, 8}))
	within(t, "half a cylinder", cylinder.SkinMM2(cylinder.shape), math.Pi*8*100, 0.001)
	within(t, "a quarter of it", cylinder.SkinMM2(cylinder.shape.And(beyond(0, 1, 0))), math.Pi*8*100/2, 0.001)
	within(t, "the sixth that lies over half its radius", cylinder.SkinMM2(cylinder.shape.And(beyond(0, 1, 4))), math.Pi*8*100/3, 0.002)
	cone := round(polygon(Pt{0, 0}, Pt{60, -10}, Pt{60, 10}))
	within(t, "half a cone", cone.SkinMM2(cone.shape), math.Pi*10*math.Hypot(60, 10)/2, 0.01)
	sphere := round(Circle(Pt{}, 20))
	within(t, "half a sphere", sphere.SkinMM2(sphere.shape), 2*math.Pi*400, 0.02)
	flat := &Plate{Outline: Circle(Pt{}, 20)}
	flat.finish()
	within(t, "a flat disc", flat.SkinMM2(flat.shape), math.Pi*400, 0.01)
	if l := cylinder.LengthMM(Pt{10, 0}, Pt{30, 0}); math.Abs(l-20) > 0.01 {
		t.Errorf("along it 20 mm are %.2f", l)
	}
	sum := 0.0
	for i := range 400 {
		at := func(k int) Pt { return Pt{50, 8 * math.Sin(math.Pi*(float64(k)/400-0.5))} }
		sum += cylinder.LengthMM(at(i), at(i+1))
	}
	within(t, "half way round it", sum, math.Pi*8, 0.01)
}

func made(t testing.TB, s Spec) *Airframe {
	t.Helper()
	a, err := Make(s)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// Mirrored sides stay mirrored, scale squares areas, the same seed is the same aircraft, and every type is one that could be painted.
func TestTypes(t *testing.T) {
	for _, k := range Kinds() {
		t.Run(k.ID, func(t *testing.T) {
			t.Parallel()
			a := made(t, Spec{Type: k.ID, Scale: 48, Seed: 5})
			left := made(t, Spec{Type: k.ID, Scale: 48, Seed: 5, Claims: []Claim{{"rest", []string{"all"}}, {"l", []string{"wing/left", "tailplane/left", "nacelle/left"}}, {"r", []string{"wing/right", "tailplane/right", "nacelle/right"}}}})
			m := left.Measures()
			l, r := m[left.Zone("l")], m[left.Zone("r")]
			within(t, "left and right", l.AreaCM2, r.AreaCM2, 1e-6)
			within(t, "their lines", l.RecessMM(), r.RecessMM(), 1e-4)
			small := made(t, Spec{Type: k.ID, Scale: 96, Seed: 5})
			ma, ms := a.Measures(), small.Measures()
			for i := range ma {
				within(t, "half the scale has a quarter of the area", ms[i].AreaCM2, ma[i].AreaCM2/4, 0.01)
				within(t, "and half the lines", ms[i].RecessMM(), ma[i].RecessMM()/2, 0.02)
				if ma[i].AreaCM2 < 20 || ma[i].LineMM[Gap] <= 0 || ma[i].Rivets < 50 || ma[i].MaskCM < 10 {
					t.Errorf("%s: %+v", a.Zones[i], ma[i])
				}
			}
			if again := made(t, Spec{Type: k.ID, Scale: 48, Seed: 5}); again.SpanMM != a.SpanMM || again.Measures()[0].AreaCM2 != ma[0].AreaCM2 {
				t.Error("the same seed gave another aircraft")
			}
			if other := made(t, Spec{Type: k.ID, Scale: 48, Seed: 6}); other.SpanMM == a.SpanMM {
				t.Error("another seed gave the same aircraft")
			}
			if len(a.Features) < 10 {
				t.Errorf("only %d features", len(a.Features))
			}
			wide := made(t, Spec{Type: k.ID, Scale: 48, SpanMM: 300})
			low, high := wide.Bounds(Top)
			if k.Fold == 0 { // a span is that of spread wings: see TestFolded
				within(t, "a wanted span", high.X-low.X, 300, 0.01)
			}
		})
	}
	if _, err := Make(Spec{Type: "zeppelin"}); err == nil {
		t.Error("an unknown type was made")
	}
}

// Splitting a zone keeps its area and joining gives it back; a colour that goes further up the side takes from the upper one what it gains.
func TestZones(t *testing.T) {
	base := made(t, Spec{Type: "low-single"})
	all := base.Measures()
	sum := func(a *Airframe) (sum float64) {
		for _, m := range a.Measures() {
			sum += m.AreaCM2
		}
		return sum
	}
	whole := sum(base)
	for _, line := range []string{"frame-6", "wing-aileron", "fin-hinge", "wing-rib-2", "stringer-1", "stringer-2", "x<80", "x>80", "y<0", "y>0"} {
		split := made(t, Spec{Type: "low-single", Cuts: []Split{{"upper", line, "new"}}})
		m := split.Measures()
		within(t, "split at "+line, sum(split), whole, 0.003)
		within(t, "its two parts", m[0].AreaCM2+m[split.Zone("new")].AreaCM2, all[0].AreaCM2, 0.004)
		if m[split.Zone("new")].AreaCM2 < 0.5 {
			t.Errorf("split at %s gave %.2f cm²", line, m[split.Zone("new")].AreaCM2)
		}
		back := made(t, Spec{Type: "low-single", Cuts: []Split{{"upper", line, "new"}}, Joins: []Join{{"new", "upper"}}})
		within(t, "joined again", back.Measures()[0].AreaCM2, all[0].AreaCM2, 0.004)
	}
	last := 0.0
	for _, up := range []float64{0.2, 0.35, 0.5, 0.65, 0.8} {
		a := made(t, Spec{Type: "low-single", Up: up})
		m := a.Measures()
		if m[1].AreaCM2 <= last {
			t.Errorf("edge at %.2f: underside %.1f cm², lower down %.1f", up, m[1].AreaCM2, last)
		}
		last = m[1].AreaCM2
		within(t, "all of it", sum(a), whole, 0.003)
	}
	straight, wavy := made(t, Spec{Up: 0.45}).Measures(), made(t, Spec{Up: 0.45, WaveMM: 3}).Measures()
	if wavy[0].MaskCM <= straight[0].MaskCM {
		t.Errorf("a wavy edge takes %.1f cm of tape, a straight one %.1f", wavy[0].MaskCM, straight[0].MaskCM)
	}
	for _, bad := range []Spec{{Cuts: []Split{{"nobody", "frame-6", "n"}}}, {Cuts: []Split{{"upper", "no-line", "n"}}}, {Cuts: []Split{{"under", "stringer-1", "n"}}}, {Claims: []Claim{{"a", []string{"rotor"}}}}, {Joins: []Join{{"a", "upper"}}}} {
		if _, err := Make(bad); err == nil {
			t.Errorf("%+v was made", bad)
		}
	}
}

// The numbers that types are drawn by, so that none moves unnoticed.
func TestFigures(t *testing.T) {
	a := made(t, Spec{Type: "low-single"})
	m := a.Measures()
	for _, tc := range []struct {
		what      string
		got, want float64
	}{
		{"upper", m[0].AreaCM2, 183.3},
		{"under", m[1].AreaCM2, 159.6},
		{"lines of the upper surfaces", m[0].RecessMM(), 2133},
		{"lines of the underside", m[1].RecessMM(), 1542},
		{"rivets", float64(m[0].Rivets), 957},
		{"tape", m[0].MaskCM, 101},
		{"gaps", m[0].LineMM[Gap], 0},
	} {
		if tc.want > 0 {
			within(t, tc.what, tc.got, tc.want, 0.03)
		}
	}
	find := func(a *Airframe, id string) Feature {
		for _, f := range a.Features {
			if f.ID == id {
				return f
			}
		}
		t.Fatalf("no feature %s", id)
		return Feature{}
	}
	within(t, "a stack's bore", find(a, "stack-left").SizeMM, 1.25, 0.001)
	within(t, "from one to the next", find(a, "stack-left").PaceMM, 3.333, 0.001)
	within(t, "a walkway's width", find(a, "walkway-left").SizeMM, 9.375, 0.001)
	within(t, "a wheel", find(a, "wheel-left").SizeMM, 14.167, 0.001)
	within(t, "a jet pipe", find(made(t, Spec{Type: "delta"}), "jet-pipe").SizeMM, 12.5, 0.001)
	wing := func(id string) Pt {
		for _, l := range a.Lines {
			if l.ID == id && l.View == Top && l.Path.Start.X > 0 {
				return l.Path.Start
			}
		}
		t.Fatalf("no line %s", id)
		return Pt{}
	}
	lead, trail := a.Plates[0], 0.0
	for _, p := range a.Plates {
		if p.View == Top && p.Part == "wing" && p.Hand == "right" {
			lead = p
		}
	}
	for id, want := range map[string]float64{"wing-aileron": 0.74, "wing-flap": 0.74} {
		at := wing(id)
		low, high := lead.Shape().Down(at.X)
		within(t, id, (at.Y-low)/(high-low), want, 0.02)
		trail = high
	}
	if trail == 0 {
		t.Error("the wing has no trailing edge")
	}
	for _, l := range a.Lines {
		if l.ID == "wing-spar" && l.View == Top && l.Path.Segs[0].End.X > 0 {
			at := l.Path.Start.to(l.Path.Segs[0].End, 0.5)
			low, high := lead.Shape().Down(at.X)
			within(t, "the front spar", (at.Y-low)/(high-low), 0.24, 0.03)
		}
	}
	for _, p := range a.Plates {
		if p.View == Left && p.Part == "wing" {
			low, high := p.Shape().Bounds()
			within(t, "the wing's section", (high.Y-low.Y)/(high.X-low.X), 0.135, 0.05)
		}
	}
	wavy := made(t, Spec{WaveMM: 3})
	for _, p := range wavy.Plates {
		if p.View == Left && p.Part == "fuselage" {
			turns, last, rising := 0, math.NaN(), true
			low, high := p.Shape().Bounds()
			for x := low.X + 20; x < high.X-20; x += 0.5 {
				_, edge := p.Fields[0].Whole().Down(x)
				mid, half, _, _ := p.girth(x)
				k := (mid - edge) / half * half
				if !math.IsNaN(last) && (k > last) != rising {
					rising = !rising
					turns++
				}
				last = k
			}
			if turns != 10 { // another length of the wave turns otherwise
				t.Errorf("the wavy edge turns %d times", turns)
			}
		}
	}
}

// The mask between two zones is as long as their border: round a cylinder's end, along a wing's edge.
func TestMask(t *testing.T) {
	a := made(t, Spec{Type: "swept-jet", Claims: []Claim{{"a", []string{"all"}}}, Cuts: []Split{{"a", "frame-5", "b"}}})
	m := a.Measures()
	if m[0].MaskCM < 2 || math.Abs(m[0].MaskCM-m[1].MaskCM) > 0.05*m[0].MaskCM {
		t.Errorf("one side of a border takes %.1f cm, the other %.1f", m[0].MaskCM, m[1].MaskCM)
	}
	if lone := made(t, Spec{Claims: []Claim{{"a", []string{"all"}}}}).Measures()[0].MaskCM; lone > 0.5 {
		t.Errorf("a model of one colour takes %.1f cm of tape", lone)
	}
}

// A plan's zones are laid out by what their names say, else to their areas.
func TestLayout(t *testing.T) {
	lay := func(w ...Wanted) (*Airframe, []Measure) {
		s, err := Layout(w, Spec{})
		if err != nil {
			t.Fatal(err)
		}
		a := made(t, s)
		return a, a.Measures()
	}
	_, one := lay(Wanted{"z", "Anything", 50})
	whole := one[0].AreaCM2
	a, m := lay(Wanted{"u", "Upper surfaces", 260}, Wanted{"d", "Underside", 180}, Wanted{"n", "Nose and cowling", 60})
	if m[a.Zone("u")].AreaCM2 <= m[a.Zone("d")].AreaCM2 || m[a.Zone("n")].AreaCM2 > 60 || m[a.Zone("n")].AreaCM2 < 5 {
		t.Errorf("%v %+v", a.Zones, m)
	}
	a, m = lay(Wanted{"p", "Alpha", 60}, Wanted{"q", "Beta", 30}, Wanted{"r", "Gamma", 10})
	for id, share := range map[string]float64{"p": 0.6, "q": 0.3, "r": 0.1} {
		within(t, id, m[a.Zone(id)].AreaCM2, whole*share, 0.05)
	}
}

// Written out and read again a drawing is the same aircraft.
func TestSVG(t *testing.T) {
	for _, k := range []string{"low-single", "biplane", "mid-twin", "delta"} {
		a := made(t, Spec{Type: k, Seed: 4})
		text := a.SVG()
		d, err := ParseSVG(text, 48)
		if err != nil {
			t.Fatalf("%s: %v", k, err)
		}
		b := made(t, Spec{Drawn: d})
		within(t, k+" span", b.SpanMM, a.SpanMM, 0.02)
		ma, mb := a.Measures(), b.Measures()
		for i, z := range a.Zones {
			j := b.Zone(z)
			if j < 0 {
				t.Fatalf("%s: no zone %s", k, z)
			}
			within(t, k+" "+z, mb[j].AreaCM2, ma[i].AreaCM2, 0.01)
			within(t, k+" lines of "+z, mb[j].RecessMM(), ma[i].RecessMM(), 0.02)
		}
		if len(b.Lines) != len(a.Lines) || len(b.Features) != len(a.Features) || len(b.Plates) != len(a.Plates) {
			t.Errorf("%s: %d lines of %d, %d features of %d, %d plates of %d", k, len(b.Lines), len(a.Lines), len(b.Features), len(a.Features), len(b.Plates), len(a.Plates))
		}
		second, err := ParseSVG(b.SVG(), 48)
		if err != nil {
			t.Fatalf("%s, again: %v", k, err)
		}
		c := made(t, Spec{Drawn: second})
		for i, l := range b.Lines {
			if got := c.Lines[i]; got.ID != l.ID || got.Role != l.Role || len(got.Path.Segs) != len(l.Path.Segs) || got.Path.Start.from(l.Path.Start) > 0.003 || got.Counts != l.Counts {
				t.Fatalf("%s: line %d comes back as %+v, was %+v", k, i, got, l)
			}
		}
		for i, f := range b.Features {
			if got := c.Features[i]; got.ID != f.ID || got.At != f.At || got.Number != f.Number || len(got.Views) != len(f.Views) {
				t.Errorf("%s: feature comes back as %+v, was %+v", k, got, f)
			}
		}
		split := made(t, Spec{Drawn: d, Cuts: []Split{{"upper", "frame-3", "aft"}}})
		if split.Measures()[split.Zone("aft")].AreaCM2 < 1 {
			t.Errorf("%s: a drawn zone can't be split", k)
		}
	}
}

// A drawing by hand: a known length, a layer's name, a transform, curves, the other side by symmetry.
func TestDrawnByHand(t *testing.T) {
	d, err := ParseSVG([]byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 500 300" data-span-mm="240">
<g id="top" transform="translate(10 10)"><path class="zone" id="upper" d="M0,100 L120,80 C130,20 140,20 150,0 C160,20 170,20 180,80 L300,100 L300,130 L180,140 L150,250 L120,140 L0,130 Z"/>
<line class="line" id="spar" x1="20" y1="110" x2="280" y2="110"/><circle class="stack" id="s1" cx="130" cy="60" r="2" data-number="6" data-fuel="rich"/></g>
<g id="left"><rect class="zone" data-zone="upper" x="0" y="0" width="250" height="30"/></g></svg>`), 48)
	if err != nil {
		t.Fatal(err)
	}
	a := made(t, Spec{Drawn: d})
	within(t, "span", a.SpanMM, 240, 1e-6)
	if len(a.Features) != 1 || a.Features[0].Number != 6 || math.Abs(a.Features[0].At.Y+16) > 0.1 {
		t.Errorf("%+v", a.Features)
	}
	low, high := a.Bounds(Right)
	within(t, "the other side", high.X-low.X, 200, 1e-6)
	within(t, "the spar", a.Measures()[0].LineMM[Panel], 260*0.8, 0.01)
}

// Hostile and broken drawings are refused, and the element is named.
func TestRefusedSVG(t *testing.T) {
	wrap := func(s string) string {
		return `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" viewBox="0 0 200 200"><g id="top">` + s + `</g></svg>`
	}
	good := `<path class="zone" id="a" d="M0,0L100,0L100,80L0,80Z"/>`
	for name, tc := range map[string]struct{ text, says string }{
		"entities":      {`<!DOCTYPE svg [<!ENTITY a "aaaa">]>` + wrap(good), "entities"},
		"a script":      {wrap(good + `<script>alert(1)</script>`), "script"},
		"a handler":     {wrap(`<path class="zone" id="a" onload="x()" d="M0,0L9,0L9,9Z"/>`), "onload"},
		"too large":     {wrap(good + strings.Repeat(" ", MostSVG)), "kB"},
		"many points":   {wrap(`<path class="line" id="dense" d="M0,0` + strings.Repeat("L1,1L2,2", mostPoints/2) + `"/>`), "dense"},
		"self-crossing": {wrap(`<path class="zone" id="bow" d="M0,0L50,50L50,0L0,50Z"/>`), "bow"},
		"an open zone":  {wrap(`<path class="zone" id="open" d="M0,0L50,0L50,50"/>`), "open"},
		"no area":       {wrap(`<path class="zone" id="thin" d="M0,0L50,0Z"/>`), "thin"},
		"no name":       {wrap(`<path class="zone" d="M0,0L50,0L50,50Z"/>`), "without a name"},
		"bad data":      {wrap(`<path class="zone" id="bad" d="M0,0Lx"/>`), "bad"},
		"no outline":    {wrap(`<path class="line" d="M0,0L1,1"/>`), "no outline"},
		"another file":  {`{"format":"x"}`, "no SVG"},
		"html":          {`<html></html>`, "no SVG"},
		"cut off":       {wrap(good)[:150], "not well-formed"},
		"image":         {wrap(good + `<image href="x.png"/>`), "image"},
		"huge":          {wrap(`<path class="zone" id="a" d="M0,0L1e6,0L1e6,8Z"/>`), "large"},
		"many parts":    {wrap(strings.Repeat(`<rect class="skin" width="9" height="9"/>`, mostSkins+1) + good), "outlines of parts"},
		"many zones":    {wrap(strings.Repeat(good, mostSkins+1)), "outlines of zones"},
		"many pairs":    {wrap(strings.Repeat(`<rect class="skin" width="9" height="9"/>`, 100) + strings.Repeat(good, 61)), "pairs"},
		"many corners":  {wrap(`<path class="zone" id="fine" d="M190,100` + circle(mostCorner+10) + `Z"/>`), "fine"},
		"many features": {wrap(good + strings.Repeat(`<circle class="gun" r="1"/>`, MostFeatures) + `<circle class="gun" id="last" r="1"/>`), "last"},
		"bad role":      {wrap(good + `<path class="line" id="l9" data-role="rope" d="M0,0L9,9"/>`), "l9"},
		"bad transform": {wrap(`<path class="zone" id="a" transform="skewX(3)" d="M0,0L9,0L9,9Z"/>`), "skewX"},
		"bad size":      {wrap(good + `<circle class="gun" id="g9" data-size-mm="wide" r="1"/>`), `"g9": has data-size-mm "wide", which is not a number`},
		"bad number":    {wrap(good + `<circle class="stack" id="s9" data-number="NaN" r="1"/>`), "data-number"},
		"bad place":     {wrap(good + `<circle class="gun" id="g9" data-at="1,2" r="1"/>`), "data-at"},
		"bad end":       {wrap(good + `<circle class="gun" id="g9" data-at="1,2,3" data-to="x" r="1"/>`), "data-to"},
		"bad views":     {wrap(good + `<circle class="gun" id="g9" data-views="front" r="1"/>`), "data-views"},
		"bad fuel":      {wrap(good + `<circle class="stack" id="s9" data-fuel="water" r="1"/>`), "data-fuel"},
		"bad cut":       {wrap(good + `<path class="line" id="l9" data-cut="1,2" d="M0,0L9,9"/>`), "data-cut"},
		"bad stuff":     {wrap(`<rect class="skin" id="k" data-stuff="wood" width="9" height="9"/>` + good), "data-stuff"},
		"bad offset":    {wrap(`<rect class="skin" id="k" data-off="far" width="9" height="9"/>` + good), "data-off"},
		"bad stations":  {wrap(`<rect class="skin" id="k" data-along="1,2" width="9" height="9"/>` + good), "data-along"},
		"bad hovers":    {wrap(`<rect class="skin" id="k" data-hovers="maybe" width="9" height="9"/>` + good), "data-hovers"},
		"deep":          {wrap(strings.Repeat("<g>", 60) + good + strings.Repeat("</g>", 60)), "deep"},
	} {
		_, err := ParseSVG([]byte(tc.text), 48)
		if err == nil || !strings.Contains(err.Error(), tc.says) {
			t.Errorf("%s: %v, want %q", name, err, tc.says)
		}
	}
	for name, text := range map[string]string{
		"a good one": good, "as many features": good + strings.Repeat(`<circle class="gun" r="1"/>`, MostFeatures), "as large": good + strings.Repeat(" ", MostSVG-len(wrap(good))),
		"as many points": good + `<path class="line" d="M0,0` + strings.Repeat("L1,1", mostPoints-10) + `"/>`,
	} {
		if _, err := ParseSVG([]byte(wrap(text)), 48); err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// circle is a polygon of n corners.
func circle(n int) string {
	var b strings.Builder
	for i := range n {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / float64(n))
		fmt.Fprintf(&b, "L%.5f,%.5f", 100+90*cos, 100+90*sin)
	}
	return b.String()
}

// What is seen at a place, and which feature is near it.
func TestSeen(t *testing.T) {
	a := made(t, Spec{Type: "low-single"})
	plate, zone := a.Seen(Top, Pt{0.6 * a.SpanMM / 2, 0.35 * a.LengthMM})
	if plate < 0 || a.Plates[plate].Part != "wing" || a.Zones[zone] != "upper" {
		t.Errorf("on the wing: plate %d, zone %d", plate, zone)
	}
	if plate, _ := a.Seen(Top, Pt{0.9 * a.SpanMM / 2, 0.95 * a.LengthMM}); plate >= 0 {
		t.Errorf("beside the aircraft is %s", a.Plates[plate].Part)
	}
	for _, v := range Views {
		p := Place{30, 7, -4}
		at, out := v.Of(p)
		if back := v.Place(at, out); back != p {
			t.Errorf("%v: %v comes back as %v", v, p, back)
		}
	}
	for i := range a.Zones {
		v, at, ok := a.Spot(i)
		if _, seen := a.Seen(v, at); !ok || seen != i {
			t.Errorf("the spot of %s is %v at %v, where zone %d is seen", a.Zones[i], v, at, seen)
		}
	}
	if _, _, ok := a.Spot(99); ok {
		t.Error("a zone that there is none of is seen")
	}
	stack := a.Features[0]
	at, _ := Left.Of(stack.At)
	if f, d := a.Near(Left, at); f.ID != stack.ID || d > 0.01 {
		t.Errorf("nearest to the left stacks is %s at %.1f mm", f.ID, d)
	}
	if each := stack.Each(); len(each) != 6 || each[5].X <= each[0].X {
		t.Errorf("stacks at %v", each)
	}
}

func FuzzParseSVG(f *testing.F) {
	a, err := Make(Spec{Type: "racer"})
	if err != nil {
		f.Fatal(err)
	}
	f.Add(string(a.SVG()))
	f.Add(`<svg width="9mm" viewBox="0 0 9 9"><g id="top"><rect class="zone" id="a" width="9" height="9"/></g></svg>`)
	f.Fuzz(func(t *testing.T, text string) {
		d, err := ParseSVG([]byte(text), 48)
		if err != nil {
			return
		}
		a, err := Make(Spec{Drawn: d})
		if err != nil {
			return
		}
		if _, err := ParseSVG(a.SVG(), 48); err != nil {
			t.Errorf("what was read and written can't be read: %v", err)
		}
	})
}

func FuzzParsePath(f *testing.F) {
	for _, s := range []string{"M0,0L1,1Z", "m1 1a2 3 40 01-5-6zl3 3", "M0 0C1 1 2 2 3 3S4 4 5 5Q6 6 7 7T8 8H9V9"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, data string) {
		paths, err := ParsePath(data)
		if err != nil {
			return
		}
		for _, p := range paths {
			again, err := ParsePath(p.Data())
			if err != nil || len(again) != 1 || len(again[0].Segs) != len(p.Segs) || again[0].Closed != p.Closed {
				t.Fatalf("%q writes %q: %v", data, p.Data(), err)
			}
		}
	})
}

func BenchmarkMake(b *testing.B) {
	b.ReportAllocs()
	for b.Loop() {
		made(b, Spec{Type: "mid-twin"})
	}
}

// BenchmarkParseSVG reads a drawing of 2,000 lines.
func BenchmarkParseSVG(b *testing.B) {
	a := made(b, Spec{Type: "mid-twin"})
	for n := len(a.Lines); len(a.Lines) < 2000; {
		a.Lines = append(a.Lines, a.Lines[len(a.Lines)%n])
	}
	text := a.SVG()
	b.ReportAllocs()
	for b.Loop() {
		if _, err := ParseSVG(text, 48); err != nil {
			b.Fatal(err)
		}
	}
}

// A twin-boom aircraft ends its fuselage behind the wing; its booms run to a tail that lies between them, a fin on each; tanks hang below the wing and are not seen from above; doors hang by the legs
// of what draws them up, and not by fixed ones.
func TestBooms(t *testing.T) {
	a := made(t, Spec{Type: "twin-boom"})
	parts := func(a *Airframe, v View, part string) (n int, low, high Pt) {
		low, high = Pt{1e9, 1e9}, Pt{-1e9, -1e9}
		for i := range a.Plates {
			if p := &a.Plates[i]; p.View == v && p.Part == part {
				n++
				l, h := p.Shape().Bounds()
				low, high = Pt{min(low.X, l.X), min(low.Y, l.Y)}, Pt{max(high.X, h.X), max(high.Y, h.Y)}
			}
		}
		return n, low, high
	}
	_, _, fuselage := parts(a, Top, "fuselage")
	booms, bl, bh := parts(a, Top, "nacelle")
	fins, fl, fh := parts(a, Top, "fin")
	_, tl, th := parts(a, Top, "tailplane")
	if fuselage.Y > 0.7*a.LengthMM || booms != 2 || bh.Y < 0.97*a.LengthMM || fins != 2 {
		t.Errorf("the fuselage ends at %.0f of %.0f mm, %d booms at %.0f, %d fins", fuselage.Y, a.LengthMM, booms, bh.Y, fins)
	}
	if tl.X < bl.X || th.X > bh.X || math.Abs(fl.X+fh.X) > 0.1 || fh.X < 0.8*bh.X {
		t.Errorf("the tailplane lies from %.0f to %.0f, the booms from %.0f to %.0f, the fins from %.0f to %.0f", tl.X, th.X, bl.X, bh.X, fl.X, fh.X)
	}
	if n, _, _ := parts(a, Under, "pod"); n != 2 {
		t.Errorf("%d tanks from below", n)
	}
	if n, _, _ := parts(a, Top, "pod"); n != 0 {
		t.Errorf("%d tanks from above", n)
	}
	if n, _, _ := parts(a, Left, "doors"); n == 0 {
		t.Error("no door hangs by its legs")
	}
	if n, _, _ := parts(made(t, Spec{Type: "trainer"}), Left, "doors"); n != 0 {
		t.Error("a fixed leg has a door")
	}
	own := made(t, Spec{Type: "twin-boom", Claims: []Claim{{"all", []string{"all"}}, {"tanks", []string{"pod"}}, {"doors", []string{"doors"}}}})
	if m := own.Measures(); m[own.Zone("tanks")].AreaCM2 <= 1 || m[own.Zone("doors")].AreaCM2 <= 0.1 {
		t.Errorf("tanks of %.1f cm2, doors of %.1f", m[own.Zone("tanks")].AreaCM2, m[own.Zone("doors")].AreaCM2)
	}
}

// Folded wings end at their fold as seen from above, stand up beyond it as seen from the sides, their underside outwards, and have as much skin below as spread ones of the same measures.
func TestFolded(t *testing.T) {
	a := made(t, Spec{Type: "folded-single", SpanMM: 300})
	k, _ := TypeNamed("folded-single")
	low, high := a.Bounds(Top)
	if wide := high.X - low.X; wide < 300*k.Fold || wide > 300*k.Fold+8 {
		t.Errorf("folded, it is %.0f mm wide", wide)
	}
	outer := Pt{X: 300 * 0.5 * 0.8, Y: 0.4 * a.LengthMM}
	if plate, _ := a.Seen(Top, outer); plate >= 0 {
		t.Error("there is wing beyond its fold")
	}
	for _, v := range []View{Left, Right} {
		up := 0
		for i := range a.Plates {
			if p := &a.Plates[i]; p.View == v && p.Part == "wing" && p.Off != 0 && p.Round == Flat {
				_, h := p.Shape().Bounds()
				l, _ := p.Shape().Bounds()
				within(t, "how high it stands", h.Y-l.Y, 150*(1-k.Fold), 0.02)
				if want := map[bool]string{true: "under", false: "upper"}[p.Hand == v.String()]; p.Face != want {
					t.Errorf("from the %s the %s one shows its %s side", v, p.Hand, p.Face)
				}
				up++
			}
		}
		if up != 2 {
			t.Errorf("%d wings stand up, from the %s", up, v)
		}
	}
	wings := func(a *Airframe) float64 {
		return a.Measures()[a.Zone("wing")].AreaCM2
	}
	of := []Claim{{"rest", []string{"all"}}, {"wing", []string{"wing/under"}}}
	within(t, "the skin below", wings(made(t, Spec{Type: "folded-single", SpanMM: 300, Claims: of})), wings(made(t, Spec{Type: "low-single", SpanMM: 300, Claims: of})), 0.35)
}

// Wheels that are drawn up go into wells, which are hollow, no zone's skin, and there below alone; a propeller is its own until a zone asks for it.
func TestOwnLooks(t *testing.T) {
	wells := func(a *Airframe) (n int) {
		for i := range a.Plates {
			if p := &a.Plates[i]; p.Part == "wells" {
				n++
				if p.Stuff != Hollow || p.View != Under || p.Counts || p.Stuff.Painted() {
					t.Errorf("a well of %s: %+v", a.Type, p.Stuff)
				}
			}
		}
		return n
	}
	for kind, want := range map[string]int{"low-single": 2, "mid-twin": 2, "swept-jet": 3, "biplane": 0, "high-float": 0} {
		if n := wells(made(t, Spec{Type: kind})); n != want {
			t.Errorf("%s has %d wells", kind, n)
		}
	}
	named := func(claims ...Claim) bool {
		a := made(t, Spec{Type: "low-single", Claims: claims})
		i := slices.IndexFunc(a.Plates, func(p Plate) bool { return p.Stuff == Blade })
		return a.Plates[i].Named
	}
	if named(Claim{"under", []string{"under"}}) || !named(Claim{"under", []string{"under"}}, Claim{"prop", []string{"prop"}}) {
		t.Error("a propeller is a zone's own when it is named")
	}
}
