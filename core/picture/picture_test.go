package picture

import (
	"context"
	"image"
	"math"
	"os"
	"strings"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/decal"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/wear"
)

// ever is for work that is waited for to its end.
var ever = context.Background()

func must[T any](made T, err error) T {
	if err != nil {
		panic(err)
	}
	return made
}

func made(t testing.TB, kind string) *airframe.Airframe {
	t.Helper()
	a, err := airframe.Make(airframe.Spec{Type: kind, Seed: 3})
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// plain is a skin of one colour and sheen.
func plain(c colour.Colour, s coating.Sheen) look.Skin {
	return look.Skin{Paint: c, Ground: c, Surface: c, Line: shade.Recess(c), Texture: s.Texture(), Sheen: s}
}

var upper, under = colour.Lab(48, -2, -6), colour.Lab(74, -3, -5)

func light(t testing.TB, id string) Light {
	t.Helper()
	l, ok := LightNamed(id)
	if !ok {
		t.Fatalf("no light %q", id)
	}
	return l
}

// where returns the pixel of a place of a view.
func where(f *Frame, v airframe.View, at airframe.Pt) (x, y int) {
	for _, p := range f.Panels {
		if p.View == v {
			px, py := p.Pixel(at)
			return int(px), int(py)
		}
	}
	return -1, -1
}

// The picture shows the computed skins: in even light within 1 CIEDE2000, on every whole spot beside lines and edges.
func TestColours(t *testing.T) {
	f := must(New(ever, made(t, "low-single"), airframe.Views, 900, 0))
	skins := []look.Skin{plain(upper, coating.Flat), plain(under, coating.Gloss)}
	skins[0].Residue, skins[0].Spread, skins[0].Washed, skins[0].Filled = 0.1, 0.1, colour.Lab(22, 3, 8), 0.8
	skins[0].Surface = upper.Veiled(skins[0].Washed, 0.1)
	img := must(f.Paint(ever, skins, Wish{Light: light(t, "even")}))
	var sum [2][3]float64
	var count [2]float64
	for i, p := range f.pixels {
		if p.alpha < 255 || p.line > 0 || p.zone < 0 || f.top[p.at] != int32(i) || f.Airframe.Plates[p.plate].Stuff != airframe.Skin {
			continue
		}
		c := img.RGBAAt(int(p.at)%f.Width, int(p.at)/f.Width)
		got := Plain(c)
		if d := got.Difference(skins[p.zone].Surface); p.zone == 1 && d > 1 {
			t.Fatalf("a spot of the underside differs by %.2f: %v, want %v", d, got, skins[1].Surface)
		}
		r, g, b := got.Linear()
		for k, v := range []float64{r, g, b} {
			sum[p.zone][k] += v
		}
		count[p.zone]++
	}
	for z, k := range skins {
		if mean := colour.FromLinear(sum[z][0]/count[z], sum[z][1]/count[z], sum[z][2]/count[z]); mean.Difference(k.Surface) > 1 {
			t.Errorf("zone %d is %v on average, its skin %v: %.2f", z, mean, k.Surface, mean.Difference(k.Surface))
		}
	}
}

// A flat panel that faces the viewer shows its own colour by daylight; the warm lamp is the published form's matrix; raking light is darker and shows lines.
func TestLights(t *testing.T) {
	f := must(New(ever, made(t, "swept-jet"), []airframe.View{airframe.Top}, 700, 0))
	grey := plain(colour.Grey(60), coating.Flat)
	skins := []look.Skin{grey, grey}
	at := func(id string) colour.Colour {
		img := must(f.Paint(ever, skins, Wish{Light: light(t, id)}))
		x, y := where(f, airframe.Top, airframe.Pt{X: 0.55 * f.Airframe.SpanMM / 2, Y: wingX(f.Airframe, 0.55)})
		for ; f.pixels[f.top[y*f.Width+x]].line > 0; y++ {
		}
		return Plain(img.RGBAAt(x, y))
	}
	if d := at("daylight").Difference(colour.Grey(60)); d > 2 {
		t.Errorf("by daylight a grey panel differs by %.1f", d)
	}
	// Reference model, no source: a grey shifts by about 5 CIEDE2000 to the warm.
	if _, a, b := at("lamp").Lab(); b < 2 || a < 0 || at("lamp").Difference(colour.Grey(60)) < 3 || at("lamp").Difference(colour.Grey(60)) > 8 {
		t.Errorf("by the lamp a grey is a %.1f b %.1f, %.1f from grey", a, b, at("lamp").Difference(colour.Grey(60)))
	}
	if l := at("raking").Lightness(); l > 57 || l < 35 {
		t.Errorf("in raking light it has lightness %.0f", l)
	}
	// Each matrix maps greys to one hue.
	for _, l := range Lights() {
		hue := func(v float64) float64 {
			c := l.tinted(colour.Grey(v))
			return float64(c.r / c.b)
		}
		if math.Abs(hue(30)-hue(80)) > 1e-4 {
			t.Errorf("%s turns greys to different hues", l.ID)
		}
	}
	shadow := func(id string) float64 {
		bare := grey
		bare.Line = bare.Ground // only its depth is seen
		img := must(f.Paint(ever, []look.Skin{bare, bare}, Wish{Light: light(t, id)}))
		panel := at(id)
		most := 0.0
		for i, p := range f.pixels {
			if p.alpha == 255 && p.nz > upright*125/127 && f.top[p.at] == int32(i) && f.Airframe.Plates[p.plate].Part == "wing" {
				most = max(most, Plain(img.RGBAAt(int(p.at)%f.Width, int(p.at)/f.Width)).Difference(panel))
			}
		}
		return most
	}
	if rake, day := shadow("raking"), shadow("daylight"); rake <= day || rake < 12.5 || rake > 15.5 {
		t.Errorf("lines differ by %.1f in raking light, %.1f by daylight", rake, day)
	}
}

// The numbers that were chosen by eye, so that none moves unnoticed.
func TestFigures(t *testing.T) {
	held := func(what string, got, want, tolerance float64) {
		t.Helper()
		if math.Abs(got-want) > tolerance*math.Abs(want) {
			t.Errorf("%s: %.4f, want %.4f", what, got, want)
		}
	}
	side := func(id string, x, y, z float32) float64 { return float64(light(t, id).falls().lit(x, y, z)) }
	held("daylight on what faces us", side("daylight", 0, 0, 1), 1, 1e-6)
	held("daylight on what turns towards it", side("daylight", -0.5, -0.5, 0.7071), 1.0744, 0.01)
	held("daylight on what turns away", side("daylight", 0.7071, 0.7071, 0), 0.2907, 0.01)
	held("the lamp on what turns away", side("lamp", 0.7071, 0.7071, 0), 0.1257, 0.01)
	held("raking light on what faces us", side("raking", 0, 0, 1), 0.62, 0.001)
	held("raking light on what turns towards it", side("raking", -0.5, -0.3, 0.81), 1.631, 0.01)
	satin := paletteOf(plain(upper, coating.Satin), lights[0])
	held("the mirror of satin", float64(satin.spec[0]), 1.57, 0.05)
	held("brightness 1.2 on the screen", float64(encode[level(1.2)]), 252, 0.001)
	f := must(New(ever, made(t, "low-single"), []airframe.View{airframe.Top}, 1000, 0))
	var tilted, rivets, ruled, count float64
	for i, p := range f.pixels {
		if f.top[p.at] != int32(i) || f.Airframe.Plates[p.plate].Part != "wing" || p.alpha < 255 {
			continue
		}
		count++
		if p.nz < upright*126/127 {
			tilted++
		}
		if p.line > 20 && p.line < 120 {
			rivets++
		}
		ruled += float64(p.line)
	}
	held("share of the wing that rounds off", tilted/count, 0.0637, 0.1)
	held("share of it that is rivets", rivets/count, 0.0638, 0.12)
	held("how much of the wing is line", ruled/count/255, 0.0368, 0.04)
	held("what somebody notices", Notices(), 1.5, 1e-9)
	ten := []float64{5, 4, 3, 2}
	for range 996 {
		ten = append(ten, 1)
	}
	held("of a thousand places four may differ more", most(ten), 1, 1e-9)
	held("and with five more do", most(append(ten, 9, 9)), 3, 1e-9)
	changes := 0
	x0, _ := where(f, airframe.Top, airframe.Pt{})
	last := false
	for y := range f.Height {
		if i := f.top[y*f.Width+x0+4]; i >= 0 {
			if dark := f.pixels[i].broad < 128; dark != last {
				last = dark
				changes++
			}
		}
	}
	if changes != 5 { // a number that moves the size of the patches moves it
		t.Errorf("a pattern changes %d times along the fuselage", changes)
	}
}

// Gloss shines where it mirrors the light and nowhere looks lighter than flat away from it; metal mirrors more than paint.
func TestSheen(t *testing.T) {
	f := must(New(ever, made(t, "straight-jet"), []airframe.View{airframe.Left}, 700, 0))
	brightest, mean := map[string]float64{}, map[string]float64{}
	metal := plain(colour.Grey(60), coating.Gloss)
	metal.Metal = &look.Metal{Mirror: 0.5, Haze: 0.05}
	for name, k := range map[string]look.Skin{"gloss": plain(colour.Grey(40), coating.Gloss), "flat": plain(colour.Grey(40), coating.Flat), "metal": metal} {
		img := must(f.Paint(ever, []look.Skin{k, k}, Wish{}))
		n := 0.0
		for i, p := range f.pixels {
			if f.top[p.at] != int32(i) || p.alpha < 255 || f.Airframe.Plates[p.plate].Part != "fuselage" {
				continue
			}
			l := Plain(img.RGBAAt(int(p.at)%f.Width, int(p.at)/f.Width)).Lightness()
			brightest[name] = max(brightest[name], l)
			mean[name] += l
			n++
		}
		mean[name] /= n
	}
	if brightest["gloss"] < brightest["flat"]+10 {
		t.Errorf("gloss reaches %.0f, flat %.0f", brightest["gloss"], brightest["flat"])
	}
	if mean["gloss"] > mean["flat"]+6 {
		t.Errorf("gloss is %.0f on average, flat %.0f", mean["gloss"], mean["flat"])
	}
	if brightest["metal"] < 80 {
		t.Errorf("metal reaches only %.0f", brightest["metal"])
	}
}

// Blur keeps energy, and spreads by what it says.
func TestBlur(t *testing.T) {
	const w, h = 90, 70
	img := make([]rgb, w*h)
	img[35*w+45] = rgb{1000, 500, 250}
	if err := blur(ever, img, w, h, 4); err != nil {
		t.Fatal(err)
	}
	var sum, second float64
	for i, c := range img {
		sum += float64(c.r)
		second += float64(c.r) * math.Pow(float64(i%w-45), 2)
	}
	if math.Abs(sum-1000) > 0.5 {
		t.Errorf("energy %.2f, was 1000", sum)
	}
	if s := math.Sqrt(second / sum); s < 3.6 || s > 4.4 {
		t.Errorf("standard deviation %.2f px, want 4", s)
	}
	even := make([]rgb, w*h)
	for i := range even {
		even[i] = rgb{0.3, 0.3, 0.3}
	}
	if err := blur(ever, even, w, h, 6); err != nil {
		t.Fatal(err)
	}
	for _, c := range even {
		if math.Abs(float64(c.r)-0.3) > 1e-4 {
			t.Fatalf("an even field becomes %v", c.r)
		}
	}
}

// A second colour covers the share that it says, with the edge that its mask leaves; the two sides of the aircraft run on from above.
func TestPattern(t *testing.T) {
	f := must(New(ever, made(t, "low-single"), airframe.Views, 900, 0))
	share := func(want, edge float64) (covered, between float64) {
		k := plain(upper, coating.Flat)
		dark := colour.Lab(20, 0, 0)
		k.Marks = []look.Mark{{Kind: look.Second, Colour: dark, Strength: 1, Share: want, EdgeMM: edge}}
		img := must(f.Paint(ever, []look.Skin{k, plain(under, coating.Flat)}, Wish{Light: light(t, "even")}))
		all := 0.0
		for i, p := range f.pixels {
			if p.zone != 0 || f.top[p.at] != int32(i) || p.alpha < 255 || p.line > 0 {
				continue
			}
			all++
			switch l := Plain(img.RGBAAt(int(p.at)%f.Width, int(p.at)/f.Width)).Lightness(); {
			case l < 24:
				covered++
			case l < 44:
				between++
			}
		}
		return covered / all, between / all
	}
	for _, want := range []float64{0.2, 0.45, 0.7} {
		if got, _ := share(want, route.EdgeNamed(route.HardEdge).WidthMM); math.Abs(got-want) > 0.05 {
			t.Errorf("a second colour on %.2f covers %.2f", want, got)
		}
	}
	_, hard := share(0.45, route.EdgeNamed(route.HardEdge).WidthMM)
	_, soft := share(0.45, route.EdgeNamed(route.Freehand).WidthMM)
	if soft < 2*hard {
		t.Errorf("a freehand edge takes %.3f of the skin, a hard one %.3f", soft, hard)
	}
}

// Chips lie where the aircraft wears: on the walkway and never far from everything; more on the boarding side.
func TestChips(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, airframe.Views, 1000, 0))
	k := plain(upper, coating.Flat)
	k.Marks = []look.Mark{{Kind: "sponge-chips", Colour: colour.Grey(95), Strength: 1, Share: 0.03}}
	m := wear.MapOf(a, wear.Service{})
	img := must(f.Paint(ever, []look.Skin{k, plain(under, coating.Flat)}, Wish{Light: light(t, "even"), Wear: m}))
	var far, chippedFar, all, chipped float64
	for i, p := range f.pixels {
		if p.zone != 0 || f.top[p.at] != int32(i) || p.line > 0 || p.alpha < 255 {
			continue
		}
		bright := Plain(img.RGBAAt(int(p.at)%f.Width, int(p.at)/f.Width)).Lightness() > 60
		all++
		if bright {
			chipped++
		}
		if p.wear == 0 {
			far++
			if bright {
				chippedFar++
			}
		}
	}
	if got := chipped / all; got < 0.015 || got > 0.045 {
		t.Errorf("3 %% of chips show as %.1f %%", 100*got)
	}
	if far < 0.2*all || chippedFar > 0 {
		t.Errorf("%.0f of %.0f spots lie far from all wear; %.0f of them chipped", far, all, chippedFar)
	}
}

// Soot lies aft of the stacks, strongest right behind them; decals carry their film, which frosts where it silvers.
func TestMarks(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, []airframe.View{airframe.Left}, 1000, 0))
	k := plain(colour.Grey(75), coating.Satin)
	exhaust := &route.Step{ID: "exhaust"}
	k.Marks = []look.Mark{{Kind: "exhaust-spray", Strength: 0.7, Share: 0.1, Left: 1, Step: exhaust}}
	laid := map[*route.Step]*effect.Laid{exhaust: effect.Streams(effect.Banks(a, 30, 0.75), 0, colour.Grey(15), 1, 1, 7)}
	img := must(f.Paint(ever, []look.Skin{k, plain(colour.Grey(75), coating.Satin)}, Wish{Light: light(t, "even"), Laid: laid}))
	var stack airframe.Feature
	for _, one := range a.Features {
		if one.Kind == airframe.Stack && one.Sees(airframe.Left) {
			stack = one
		}
	}
	last := 0.0
	behind := stack.Each()[stack.Number-1]
	for _, aft := range []float64{3, 25, 70} {
		x, y := where(f, airframe.Left, airframe.Pt{X: behind.X + aft, Y: -behind.Z})
		l := Plain(img.RGBAAt(x, y)).Lightness()
		if l <= last {
			t.Errorf("%.0f mm aft of the stacks lightness %.0f, nearer %.0f", aft, l, last)
		}
		last = l
	}
	if x, y := where(f, airframe.Left, airframe.Pt{X: stack.At.X - 12, Y: -stack.At.Z}); Plain(img.RGBAAt(x, y)).Difference(k.Ground) > 3 {
		t.Error("soot lies ahead of the stacks")
	}
	step := &route.Step{Decals: []decal.Decal{{Name: "Code", WidthMM: 20, HeightMM: 10}}}
	frosted := func(air float64) (n int) {
		k := plain(colour.Grey(30), coating.Flat)
		k.Marks = []look.Mark{{Kind: look.Decals, Strength: 1, Share: 0.1, Step: step, Air: air}}
		img := must(f.Paint(ever, []look.Skin{k, k}, Wish{Light: light(t, "even")}))
		for i := 0; i < len(img.Pix); i += 4 {
			if v := img.Pix[i]; v > 85 && v < 150 {
				n++
			}
		}
		return n
	}
	if clean, silvered := frosted(0), frosted(0.8); silvered < clean+100 {
		t.Errorf("a silvering decal frosts %d pixels, a clean one %d", silvered, clean)
	}
}

// Somebody notices another colour at arm's length, a hair line only close up, and nothing where nothing differs.
func TestDiffer(t *testing.T) {
	f := must(New(ever, made(t, "low-single"), airframe.Views, 1280, 0))
	a := []look.Skin{plain(upper, coating.Flat), plain(under, coating.Flat)}
	b := []look.Skin{plain(upper, coating.Flat), plain(under, coating.Flat)}
	if d := must(f.Differ(ever, a, b, Wish{}, Wish{})); d.Close > 0.2 || d.Share > 0 {
		t.Errorf("the same differs: %+v", d)
	}
	b[0] = plain(colour.Lab(60, -2, -6), coating.Flat)
	if d := must(f.Differ(ever, a, b, Wish{}, Wish{})); d.Arm < Notices() || d.Share < 0.2 {
		t.Errorf("another grey: %+v", d)
	}
	c := []look.Skin{a[0], a[1]}
	c[0].Line = c[0].Line.Veiled(colour.Grey(0), 0.25)
	d := must(f.Differ(ever, a, c, Wish{}, Wish{}))
	if d.Close <= d.Arm || d.Close < Notices() {
		t.Errorf("darker lines: %+v", d)
	}
}

// The same seed draws the same picture. The golden picture is a small one in 32 steps of grey, so that a rounding of another machine changes nothing.
func TestGolden(t *testing.T) {
	f := must(New(ever, made(t, "biplane"), airframe.Views, 120, 0))
	img := must(f.Paint(ever, []look.Skin{plain(upper, coating.Satin), plain(under, coating.Satin)}, Wish{}))
	var b strings.Builder
	const steps = " .:-=+*#%@"
	for y := 0; y < f.Height; y += 2 {
		for x := range f.Width {
			l := Plain(img.RGBAAt(x, y)).Lightness()
			b.WriteByte(steps[min(9, int(l/10))])
		}
		b.WriteByte('\n')
	}
	want, err := os.ReadFile("testdata/biplane.golden")
	if os.Getenv("UPDATE_GOLDEN") != "" {
		if err := os.WriteFile("testdata/biplane.golden", []byte(b.String()), 0o644); err != nil {
			t.Fatal(err)
		}
		return
	}
	if err != nil {
		t.Fatal(err)
	}
	differ := 0
	for i := range min(len(want), b.Len()) {
		if want[i] != b.String()[i] {
			differ++
		}
	}
	if differ > len(want)/100 || len(want) != b.Len() {
		t.Errorf("%d of %d places differ from the golden picture:\n%s", differ, len(want), b.String())
	}
}

// Each view stands where the frame says: a place there and back, views beside each other without overlap, nothing taller than it may be.
func TestLayout(t *testing.T) {
	for _, k := range airframe.Kinds() {
		t.Run(k.ID, func(t *testing.T) {
			t.Parallel()
			testLayout(t, made(t, k.ID))
		})
	}
}

func testLayout(t *testing.T, a *airframe.Airframe) {
	f := must(New(ever, a, airframe.Views, 960, 520))
	if f.Height > 520 || len(f.Panels) != 4 {
		t.Errorf("%d tall, %d views", f.Height, len(f.Panels))
	}
	for i, p := range f.Panels {
		if !p.Rect.In(image.Rect(0, 0, f.Width, f.Height)) {
			t.Errorf("the %v view stands outside: %v", p.View, p.Rect)
		}
		at := airframe.Pt{X: 12, Y: 7}
		x, y := p.Pixel(at)
		if back := p.At(x, y); math.Hypot(back.X-at.X, back.Y-at.Y) > 1e-9 {
			t.Errorf("%v comes back as %v", at, back)
		}
		for _, o := range f.Panels[:i] {
			if in := o.Rect.Intersect(p.Rect); in.Dx() > 14 && in.Dy() > 14 {
				t.Errorf("%v and %v overlap by %v", o.View, p.View, in)
			}
		}
	}
	if at := must(NewAt(ever, a, airframe.Views, 2)); math.Abs(at.Panels[0].PxPerMM-2) > 0.01 {
		t.Errorf("asked for 2 px a mm, drawn at %.3f", at.Panels[0].PxPerMM)
	} else if w, h := SizeAt(at.Airframe, airframe.Views, 2); math.Abs(w-float64(at.Width)) > 1 || math.Abs(h-float64(at.Height)) > 2 {
		t.Errorf("said to be %.0f by %.0f, is %d by %d", w, h, at.Width, at.Height)
	}
	if wide := must(New(ever, a, airframe.Views, 960, 0)); f.Panels[0].PxPerMM < wide.Panels[0].PxPerMM*0.6 {
		t.Errorf("drawn at %.2f px a mm, could be %.2f", f.Panels[0].PxPerMM, wide.Panels[0].PxPerMM)
	}
}

func skins() []look.Skin {
	a, b := plain(upper, coating.Satin), plain(under, coating.Satin)
	a.Residue, a.Filled, a.Washed = 0.05, 0.8, colour.Lab(22, 3, 8)
	a.Marks = []look.Mark{{Kind: look.Second, Colour: colour.Lab(36, 0, -4), Strength: 1, Share: 0.4, EdgeMM: 0.1}, {Kind: "sponge-chips", Colour: colour.Grey(80), Strength: 0.8, Share: 0.02}, {Kind: "exhaust-spray", Colour: colour.Grey(20), Strength: 0.7, Share: 0.1}}
	return []look.Skin{a, b}
}

// BenchmarkPaint paints the whole aircraft at 1280 by 560, as the place of the look does; with half it is what a drag asks for.
func BenchmarkPaint(b *testing.B) {
	a := made(b, "delta")
	for name, size := range map[string][2]int{"whole": {1280, 560}, "half": {640, 280}} {
		b.Run(name, func(b *testing.B) {
			f := must(New(ever, a, airframe.Views, size[0], size[1]))
			w := Wish{Wear: wear.MapOf(a, wear.Service{})}
			must(f.Paint(ever, skins(), w))
			b.ReportAllocs()
			for b.Loop() {
				must(f.Paint(ever, skins(), w))
			}
		})
	}
	b.Run("squint", func(b *testing.B) {
		f := must(New(ever, a, airframe.Views, 640, 280))
		b.ReportAllocs()
		for b.Loop() {
			must(f.Paint(ever, skins(), Wish{Minute: shade.SquintMinutes()}))
		}
	})
	b.Run("frame", func(b *testing.B) {
		b.ReportAllocs()
		for b.Loop() {
			must(New(ever, a, airframe.Views, 1280, 560))
		}
	})
}

// How strongly each mark is drawn, so that none of its numbers moves unnoticed: the share that it covers of a white spot by a black mark.
func TestMarkFigures(t *testing.T) {
	white, black := rgb{1, 1, 1}, rgb{}
	z := &palette{meanWear: 0.2}
	covers := func(kind look.MarkKind, share float32, p pixel) float64 {
		m := &mark{kind: kind, colour: black, strength: 1, share: share}
		return 1 - float64(m.over(white, &p, z, 0).r)
	}
	for _, tc := range []struct {
		what string
		got  float64
		want float64
	}{
		{"at the rim of the most chips", covers("sponge-chips", 1, pixel{wear: 255, fine: 230}), 0.4},
		{"few chips", covers("sponge-chips", 0.0045, pixel{wear: 51}), 0.73},
		{"fewer than anybody paints", covers("sponge-chips", 0.0035, pixel{wear: 51}), 0},
		{"at the rim of pencil 0.7 mm off its line", covers("pencil", 0.6, pixel{wear: 51, near: 30, fine: 56}), 0.463},
	} {
		if math.Abs(tc.got-tc.want) > 0.07*tc.want+0.004 {
			t.Errorf("%s covers %.3f, want %.3f", tc.what, tc.got, tc.want)
		}
	}
	if chipEdge != 0.5 || chipReach != 0.6 || filmSeen != 0.03 {
		t.Error("edges chip half as much again within 0.6 mm; films are seen by .03")
	}
}
