package picture

import (
	"math"
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

// laidOn paints one mark on the airframe's first zone and returns how much of white it covers with black, over a square of a view.
func laidOn(t *testing.T, f *Frame, l *effect.Laid, left float64) func(low, high airframe.Pt) float64 {
	t.Helper()
	step := &route.Step{ID: "s"}
	white := plain(colour.Lab(95, 0, 0), coating.Flat)
	white.Marks = []look.Mark{{Kind: "mud", Step: step, Strength: 1, Share: 1, Left: left}}
	l.Inks = []colour.Colour{colour.Lab(0, 0, 0)}
	w := Wish{Light: light(t, "even"), Laid: map[*route.Step]*effect.Laid{step: l}}
	bare := white
	bare.Marks = nil
	with, without := must(f.linear(ever, []look.Skin{white, white}, w)), must(f.linear(ever, []look.Skin{bare, bare}, Wish{Light: w.Light}))
	return func(low, high airframe.Pt) float64 {
		var a, b float64
		p := f.Panels[0]
		f.each(p, low, high, func(spot int32, _ airframe.Pt) {
			at := f.pixels[spot].at
			a, b = a+float64(with[at].g), b+float64(without[at].g)
		})
		return 1 - a/b
	}
}

// What is laid is seen: a density covers its share, what is smaller than a pixel darkens it by its area, what coats have left is less, two inks mix.
func TestLaid(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, []airframe.View{airframe.Top}, 900, 0))
	px := f.Panels[0].PxPerMM
	at := airframe.Pt{X: 40, Y: 60} // on the wing
	square := func(mm float64) (low, high airframe.Pt) {
		return airframe.Pt{X: at.X - mm/2, Y: at.Y - mm/2}, airframe.Pt{X: at.X + mm/2, Y: at.Y + mm/2}
	}
	even := func(density float64) *effect.Laid {
		return &effect.Laid{Clouds: []effect.Cloud{{View: airframe.Top, From: airframe.Pt{X: 40, Y: 40}, ReachMM: 50, WideMM: 20, Density: func(_, _ float64) float64 { return density }}}}
	}
	for _, density := range []float64{0.05, 0.5, 2} {
		low, high := square(4)
		if got, want := laidOn(t, f, even(density), 1)(low, high), 1-math.Exp(-density); math.Abs(got-want) > 0.015 {
			t.Errorf("a density of %.2f covers %.3f, want %.3f", density, got, want)
		}
	}
	low, high := square(4)
	if got, want := laidOn(t, f, even(0.5), 0.5)(low, high), 1-math.Exp(-0.25); math.Abs(got-want) > 0.015 {
		t.Errorf("half of what is left covers %.3f, want %.3f", got, want)
	}
	for _, d := range []float64{0.1, 0.25, 1.5} { // specks below and above a pixel
		l := &effect.Laid{Streaks: []effect.Streak{{View: airframe.Top, At: at, WideMM: d, Density: 4}}}
		low, high := square(3)
		boxed := (math.Ceil(3*px) + 1) / px
		if got, want := laidOn(t, f, l, 1)(low, high)*boxed*boxed, math.Pi/4*d*d; math.Abs(got-want) > 0.3*want+0.004 {
			t.Errorf("a speck of %.2f mm covers %.4f mm2, want %.4f", d, got, want)
		}
	}
	for _, wide := range []float64{0.1, 1.4} { // streaks below and above a pixel hold what they hold
		s := effect.Streak{View: airframe.Top, At: airframe.Pt{X: 40, Y: 62}, TowardDeg: 180, LongMM: 3, WideMM: wide, Density: 0.1}
		got := laidOn(t, f, &effect.Laid{Streaks: []effect.Streak{s}}, 1)(airframe.Pt{X: 34, Y: 58}, airframe.Pt{X: 46, Y: 80}) * 12.4 * 22.4
		if want := wide * 3 * 0.1; math.Abs(got-want) > 0.25*want {
			t.Errorf("a streak %.1f mm wide covers %.3f mm2, want %.3f", wide, got, want)
		}
	}
	r := raster{{bits(0.5), bits(1.5)}}
	got := r.over(rgb{1, 1, 1}, 0, 1, [effect.MostInks]rgb{{1, 0, 0}, {0, 1, 0}})
	if share := got.g / (got.r + got.g); math.Abs(float64(share)-0.69) > 0.03 {
		t.Errorf("two inks mix to %.2f", share)
	}
	if zero := r.over(rgb{0.3, 0.2, 0.1}, 0, 0, [effect.MostInks]rgb{}); math.Abs(float64(zero.r)-0.3) > 1e-6 {
		t.Error("what nothing is left of is seen")
	}
	for _, d := range []float64{0, 0.02, 0.15, 1, 3.9} {
		if got := densities[bits(d)]; math.Abs(float64(got)-d) > 0.02*d+0.002 {
			t.Errorf("a density of %.2f is kept as %.3f", d, got)
		}
	}
}

// What streams beyond its zone is seen in the next one, unless that has such a stain of its own.
func TestBeyond(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, []airframe.View{airframe.Left}, 900, 0))
	step, other := &route.Step{ID: "s"}, &route.Step{ID: "o"}
	upper, under := plain(colour.Lab(70, 0, 0), coating.Flat), plain(colour.Lab(70, 0, 0), coating.Flat)
	upper.Marks = []look.Mark{{Kind: "exhaust-spray", Step: step, Strength: 1, Share: 1, Left: 1}}
	l := &effect.Laid{Beyond: true, Inks: []colour.Colour{colour.Lab(10, 0, 0)}, Clouds: []effect.Cloud{{View: airframe.Left, From: airframe.Pt{X: 60, Y: 0}, ReachMM: 80, WideMM: 60, Density: func(_, _ float64) float64 { return 1 }}}}
	dark := func(under look.Skin, laid map[*route.Step]*effect.Laid) (sum float64) {
		for i, p := range must(f.linear(ever, []look.Skin{upper, under}, Wish{Light: light(t, "even"), Laid: laid})) {
			if s := f.top[i]; s >= 0 && f.pixels[s].zone == 1 && p.g < 0.3 {
				sum++
			}
		}
		return sum
	}
	none := dark(under, map[*route.Step]*effect.Laid{step: {Inks: l.Inks}})
	if got := dark(under, map[*route.Step]*effect.Laid{step: l}) - none; got < 100 {
		t.Errorf("%.0f points of the next zone are stained", got)
	}
	within := *l
	within.Beyond = false
	if got := dark(under, map[*route.Step]*effect.Laid{step: &within}) - none; got != 0 {
		t.Errorf("%.0f points of the next zone are stained by what stays in its own", got)
	}
	under.Marks = []look.Mark{{Kind: "exhaust-spray", Step: other, Strength: 1, Share: 1, Left: 1}}
	if got := dark(under, map[*route.Step]*effect.Laid{step: l, other: {Inks: l.Inks}}) - none; got != 0 {
		t.Errorf("%.0f points of a zone with its own stain are stained twice", got)
	}
	for range mostRasters + 2 { // a frame keeps no more than so many
		must(f.raster(ever, &effect.Laid{Inks: l.Inks}))
	}
	if len(f.laid) > mostRasters {
		t.Errorf("%d rasters are kept", len(f.laid))
	}
}

// A clean aircraft has no effects to judge; a stain draws the eye to itself, and more of it is more; the scheme's own contrast is told apart.
func TestEnough(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, airframe.Views, 480, 0))
	step := &route.Step{ID: "s"}
	k := plain(colour.Lab(60, 0, 0), coating.Flat)
	if got := must(f.Enough(ever, []look.Skin{k, k}, Wish{})); got.Contrast > 0.01 || got.Share > 0 || len(got.Eyes) > 0 {
		t.Errorf("a clean aircraft: %+v", got)
	}
	k.Marks = []look.Mark{{Kind: "exhaust-spray", Step: step, Strength: 1, Share: 1, Left: 1}}
	spot := func(density float64) Enough {
		l := &effect.Laid{Inks: []colour.Colour{colour.Lab(15, 0, 0)}, Clouds: []effect.Cloud{{View: airframe.Top, From: airframe.Pt{X: 45, Y: 55}, ReachMM: 14, WideMM: 7, Density: func(_, _ float64) float64 { return density }}}}
		return must(f.Enough(ever, []look.Skin{k, k}, Wish{Laid: map[*route.Step]*effect.Laid{step: l}}))
	}
	some, more := spot(0.5), spot(2)
	if len(some.Eyes) == 0 || some.Eyes[0].View != airframe.Top || math.Hypot(some.Eyes[0].At.X-45, some.Eyes[0].At.Y-62) > 11 || some.Eyes[0].Own > 0.5 || some.Eyes[0].Contrast < 1.5 {
		t.Fatalf("the eye goes to %+v", some.Eyes)
	}
	if more.Contrast <= some.Contrast || more.Eyes[0].Contrast <= some.Eyes[0].Contrast || some.Share <= 0.005 || some.Share > 0.06 {
		t.Errorf("some %+v, more %+v", some, more)
	}
	var all []effect.Cloud
	for _, at := range []airframe.Pt{{X: 45, Y: 55}, {X: 45, Y: 75}, {X: -70, Y: 55}} {
		all = append(all, effect.Cloud{View: airframe.Top, From: at, ReachMM: 6, WideMM: 3, Density: func(_, _ float64) float64 { return 3 }})
	}
	apart := must(f.Enough(ever, []look.Skin{k, k}, Wish{Laid: map[*route.Step]*effect.Laid{step: {Inks: []colour.Colour{colour.Lab(15, 0, 0)}, Clouds: all}}}))
	for i, e := range apart.Eyes {
		for _, o := range apart.Eyes[:i] {
			if e.View == o.View && math.Hypot(e.At.X-o.At.X, e.At.Y-o.At.Y) < 25 {
				t.Errorf("the eye goes to %v and %v, which are one place", e.At, o.At)
			}
		}
	}
	if len(apart.Eyes) > mostEyes {
		t.Errorf("%d places", len(apart.Eyes))
	}
	for reading, want := range map[shade.Reading]Bands{
		shade.Subtle: {Band{0.4, 2.5}, Band{0.05, 0.45}, Band{1, 4}}, shade.Clear: {Band{1, 4}, Band{0.15, 0.75}, Band{2, 6}}, shade.Stark: {Band{2.5, 8}, Band{0.4, 0.95}, Band{2, 8}}, shade.Lost: {Band{0.4, 2.5}, Band{0.05, 0.45}, Band{1, 4}},
	} {
		if got := BandsOf(wear.Targets{Stain: reading}); got != want {
			t.Errorf("%v asks for %+v", reading, got)
		}
	}
	new, old := wear.Of(wear.Service{Place: "ship", Shelter: "out", New: true}), wear.Of(wear.Service{Place: "ship", Shelter: "out", Months: 600})
	if got := BandsOf(new); got.Contrast != (Band{0.03, 1}) || got.Share != (Band{0, 0.2}) || got.Kinds != (Band{1, 2}) {
		t.Errorf("a new aircraft asks for %+v", got)
	}
	if got, want := BandsOf(old), wantedBands[old.Stain]; math.Abs(got.Contrast.High-want.Contrast.High) > 0.01 {
		t.Errorf("one of fifty years asks for %+v, want %+v", got, want)
	}
	last := 0.0
	for months := 1.0; months < 60; months += 3 { // the band moves with the service, and never back
		got := BandsOf(wear.Of(wear.Service{Place: "paved", Shelter: "hangared", Months: months}))
		if got.Contrast.High < last || got.Contrast.Low >= got.Contrast.High {
			t.Errorf("%.0f months ask for %+v, fewer for up to %.2f", months, got.Contrast, last)
		}
		last = got.Contrast.High
	}
	if eyeFar != 4 || eyeApart != 25 || eyeFrom != 1.5 {
		t.Error("a place is set against four times the squint about it, 25 mm off the next, from a contrast of 1.5")
	}
	kept := Clean(look.Skin{Marks: []look.Mark{{Kind: look.Second}, {Kind: "mud"}, {Kind: look.Decals}}, Residue: 0.4, Filled: 0.5})
	if len(kept.Marks) != 2 || kept.Residue != 0 || kept.Filled != 0 {
		t.Errorf("clean: %+v", kept)
	}
}

// BenchmarkLaid paints a zone with 1,500 streaks: the first time they are laid out, then only painted; and a pull of them, from slider to picture at half size.
func BenchmarkLaid(b *testing.B) {
	a := made(b, "low-single")
	job := effect.DotJob{Paint: colour.Lab(45, -2, -6), On: coating.Flat.Texture(), DMM: 0.8, Wanted: 3, Seed: 1}
	step := &route.Step{ID: "s"}
	k := skins()
	k[0].Marks = append(k[0].Marks, look.Mark{Kind: "oil-dots", Step: step, Strength: 1, Share: 1, Left: 1})
	for name, width := range map[string]int{"pull": 640, "kept": 1280} {
		b.Run(name, func(b *testing.B) {
			f := must(New(ever, a, airframe.Views, width, 0))
			w := Wish{Wear: wear.MapOf(a, wear.Service{}), Laid: map[*route.Step]*effect.Laid{step: job.Laid(a, 0, job.Plan(a, 0).Dots)}}
			must(f.Paint(ever, k, w))
			for b.Loop() {
				if name == "pull" {
					w.Laid = map[*route.Step]*effect.Laid{step: job.Laid(a, 0, job.Plan(a, 0).Dots)}
				}
				must(f.Paint(ever, k, w))
			}
		})
	}
}

// A canopy is glass, shows what is sprayed over its mask, and is glass again once that is off; its frame is painted all along. What is spilt last shines, and nothing else of its zone does.
func TestGlassAndWet(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, []airframe.View{airframe.Left}, 1000, 0))
	red := plain(colour.Lab(50, 60, 30), coating.Flat)
	shows := func(masked bool) (painted, glass int) {
		k := red
		k.Masked = masked
		all := make([]look.Skin, len(a.Zones))
		for i := range all {
			all[i] = k
		}
		img := must(f.linear(ever, all, Wish{Light: light(t, "even")}))
		for i := range f.pixels {
			p := &f.pixels[i]
			if a.Plates[p.plate].Stuff != airframe.Glass || p.alpha < 252 || p.zone < 0 || f.top[p.at] != int32(i) {
				continue
			}
			if c := img[p.at]; c.r > 1.5*c.b {
				painted++
			} else {
				glass++
			}
		}
		return painted, glass
	}
	open, clear := shows(false)
	over, still := shows(true)
	if clear == 0 || open == 0 || open > clear || still > over/20 {
		t.Errorf("open, %d spots of the canopy are painted and %d clear; masked, %d and %d", open, clear, over, still)
	}
	top := must(New(ever, a, []airframe.View{airframe.Top}, 900, 0))
	step := &route.Step{ID: "s", Do: route.MustTechnique("streak")}
	k := plain(colour.Lab(45, 0, 0), coating.Flat)
	k.Marks = []look.Mark{{Kind: "streak", Step: step, Strength: 1, Share: 1, Left: 1}}
	spilt := &effect.Laid{Inks: []colour.Colour{colour.Lab(45, 0, 0)}, Clouds: []effect.Cloud{{View: airframe.Top, From: airframe.Pt{X: 40, Y: 50}, ReachMM: 40, WideMM: 10, Density: func(_, _ float64) float64 { return 1 }}}}
	brightest := func(shines bool) (most float32) {
		if k.Marks[0].Own = 0; shines {
			k.Marks[0].Own = coating.Gloss.Texture()
		}
		img := must(top.linear(ever, []look.Skin{k, k}, Wish{Light: light(t, "raking"), Laid: map[*route.Step]*effect.Laid{step: spilt}}))
		p := top.Panels[0]
		top.each(p, airframe.Pt{X: 34, Y: 54}, airframe.Pt{X: 46, Y: 84}, func(spot int32, _ airframe.Pt) { most = max(most, img[top.pixels[spot].at].g) })
		return most
	}
	if wet, dry := brightest(true), brightest(false); wet == dry {
		t.Errorf("what is wet looks as what is dry: %.3f, %.3f", wet, dry)
	}
}

// The overlay of sheen tells spots apart: a decal's film on a flat is pale, its zone dark; under a coat that evens them out they are one.
func TestSheenBySpot(t *testing.T) {
	f := must(New(ever, made(t, "low-single"), []airframe.View{airframe.Left}, 700, 0))
	step := &route.Step{Decals: []decal.Decal{{Name: "Code", WidthMM: 20, HeightMM: 10}}}
	pale := func(own coating.Texture) (n int) {
		k := plain(colour.Grey(30), coating.Flat)
		k.Marks = []look.Mark{{Kind: look.Decals, Strength: 1, Share: 0.1, Step: step, Own: own}}
		img := must(f.Paint(ever, []look.Skin{k, k}, Wish{Light: light(t, "raking"), Shows: ShowSheen}))
		for i := 0; i < len(img.Pix); i += 4 {
			if img.Pix[i] > 200 && img.Pix[i+3] > 0 {
				n++
			}
		}
		return n
	}
	if shiny, even := pale(coating.Gloss.Texture()), pale(coating.Flat.Texture()); shiny < even+100 {
		t.Errorf("a glossy decal on a flat is pale in %d spots, an even one in %d", shiny, even)
	}
}
