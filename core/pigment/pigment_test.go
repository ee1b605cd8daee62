package pigment

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"inkysparrow/core/colour"
)

func hex(s string) colour.Colour {
	c, err := colour.Parse(s)
	if err != nil {
		panic(err)
	}
	return c
}

// models are two dozen colours as models wear them.
var models = []string{
	"#f2f2ee", "#e6e2d3", "#1b1c1d", "#2e2e30", "#b4b9ba", "#8a8f92", "#6f7a82", "#4a4e52", "#c9b68a", "#a98a5e", "#5c6b4a", "#33412f",
	"#565038", "#7d8c4a", "#5a4532", "#6b3428", "#8a5a38", "#a9c3c9", "#3f6b96", "#26364a", "#f2c200", "#e0651a", "#b3202a", "#d9a988",
}

const white, black, yellow, orange, red, sand, mid = "#f2f2ee", "#1b1c1d", "#f2c200", "#e0651a", "#b3202a", "#c9b68a", "#8a8f92"

func mixed(pairs ...any) *Paint {
	var parts []Part
	for i := 0; i < len(pairs); i += 2 {
		parts = append(parts, Part{Of(hex(pairs[i].(string))), pairs[i+1].(float64)})
	}
	return Mix(parts...)
}

func lightness(p *Paint) float64 { l, _, _ := p.Colour().Lab(); return l }

func hueChroma(c colour.Colour) (hue, chroma float64) {
	_, a, b := c.Lab()
	hue = math.Atan2(b, a) * 180 / math.Pi
	if hue < 0 {
		hue += 360
	}
	return hue, math.Hypot(a, b)
}

func within(t *testing.T, what string, got, lo, hi float64) {
	t.Helper()
	if !(got >= lo && got <= hi) {
		t.Errorf("%s: %.3f, want %.3f to %.3f", what, got, lo, hi)
	}
}

// P01: every stated colour is met, of models, of muted ones and of the whole cube; P03: no absorption below nothing.
func TestMasstone(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 1))
	all := slices.Clone(models)
	for range 60 {
		all = append(all, colour.FromLinear(r.Float64(), r.Float64(), r.Float64()).String())
	}
	all = append(all, "#000000", "#ffffff", "#ff0000", "#00ff00", "#0000ff", "#ffff00")
	for _, h := range all {
		p := Of(hex(h))
		if d := p.Colour().Difference(hex(h)); d > 0.5 {
			t.Errorf("P01 %s is read as %s, %.2f off", h, p.Colour(), d)
		}
		if d := p.Over(hex("#7f7f7f"), 5000).Difference(hex(h)); d > 0.5 {
			t.Errorf("P01 five millimetres of %s look %.2f off", h, d)
		}
		for i := range bands {
			if p.k[i] < 0 || p.s[i] <= 0 {
				t.Fatalf("%s: K %g, S %g at %.0f nm", h, p.k[i], p.s[i], nm(i))
			}
		}
	}
}

// P02 to P04, exact.
func TestLaws(t *testing.T) {
	near := func(what string, a, b *Paint) {
		for i := range bands {
			if math.Abs(a.k[i]-b.k[i]) > 1e-12 || math.Abs(a.s[i]-b.s[i]) > 1e-12 {
				t.Errorf("%s: band %d differs", what, i)
			}
		}
	}
	near("P02 order", mixed(red, 1., white, 1., black, .1), mixed(black, .1, red, 1., white, 1.))
	near("P02 scale", mixed(red, 1., white, 1., black, .1), mixed(red, 10., white, 10., black, 1.))
	near("P02 nesting", mixed(red, 1., white, 1., black, .1), Mix(Part{mixed(red, 1., white, 1.), 2}, Part{Of(hex(black)), .1}))
	near("P02 the same twice", mixed(red, 1., red, 2.), Of(hex(red)))
	near("a clear lets a paint down", Mix(Part{Of(hex(red)), 1}, Part{nil, 1}), Of(hex(red)).Loaded(.5))
	r := rand.New(rand.NewPCG(2, 2))
	for range 400 {
		a, b := Of(hex(models[r.IntN(24)])), Of(hex(models[r.IntN(24)]))
		m, ra, rb := Mix(Part{a, r.Float64() + .01}, Part{b, r.Float64() + .01}).masstone(), a.masstone(), b.masstone()
		ground := groundOf(hex(models[r.IntN(24)])).body
		um := 60 * r.Float64()
		layer, _ := a.layer(ground, um)
		for i := range bands {
			if m[i] < min(ra[i], rb[i])-1e-12 || m[i] > max(ra[i], rb[i])+1e-12 {
				t.Fatalf("P03 a mix lies outside of its parts at %.0f nm", nm(i))
			}
			if layer[i] < min(ground[i], ra[i])-1e-9 || layer[i] > max(ground[i], ra[i])+1e-9 {
				t.Fatalf("P03 a layer of %.1f um lies outside of ground and masstone at %.0f nm: %g of %g and %g", um, nm(i), layer[i], ground[i], ra[i])
			}
		}
		five, _ := a.layer(ground, 5)
		then, _ := a.layer(five, 7)
		once, _ := a.layer(ground, 12)
		for i := range bands {
			if math.Abs(then[i]-once[i]) > 1e-9 {
				t.Fatalf("P04 5 um and 7 um are no 12 um: %g, %g", then[i], once[i])
			}
		}
	}
	var clear Paint
	for i := range clear.s {
		clear.s[i] = 1
	}
	if over, _ := clear.layer(Spectrum{}, 4); math.Abs(over[3]-.8) > 1e-12 {
		t.Errorf("P04 nothing absorbed, S X = 4: %g", over[3])
	}
	if got := (&Paint{}).Over(hex(red), 20); got.Difference(hex(red)) > 0.01 {
		t.Errorf("a clear changes %s to %s", red, got)
	}
	for _, g := range models { // a ground is given back where nothing lies on it
		if d := Of(hex(white)).Over(hex(g), 1e-9).Difference(hex(g)); d > 0.01 {
			t.Errorf("%s under nothing is %.3f off", g, d)
		}
	}
}

// T90, T91: common practice, no source; P05 to P09, reference model, no source.
func TestMixes(t *testing.T) {
	tenth := func(b string) float64 { return lightness(mixed(white, 1., b, .1)) }
	within(t, "T90 white with a tenth of black", tenth(black), 50, 72)
	within(t, "P05", tenth(black), 58, 72)
	within(t, "T90 with a hundredth", lightness(mixed(white, 1., black, .01)), 78, 92)
	within(t, "P05", lightness(mixed(white, 1., black, .01)), 80, 90)
	within(t, "P05 with a thousandth", lightness(mixed(white, 1., black, .001)), 91, 95)
	blacks := []float64{tenth("#2e2e30"), tenth("#1b1c1d"), tenth("#101010"), tenth("#000000")}
	within(t, "P06 blacks", slices.Max(blacks[:3])-slices.Min(blacks[:3]), 0, 5)
	within(t, "P06 #000000", blacks[3], 45, 70)
	within(t, "T91 red and white 1:1", lightness(mixed(red, 1., white, 1.)), 52, 68)
	within(t, "P07", lightness(mixed(red, 1., white, 1.)), 56, 66)
	within(t, "P07 1:4", lightness(mixed(red, 1., white, 4.)), 67, 77)
	within(t, "T91 1:19", lightness(mixed(red, 1., white, 19.)), 75, 90)
	last := 200.0
	for _, n := range []float64{1, 4, 19} {
		h, c := hueChroma(mixed(red, 1., white, n).Colour())
		if c >= last || h > 40 && h < 320 {
			t.Errorf("P07 red and white 1:%g: hue %.0f, chroma %.0f", n, h, c)
		}
		last = c
	}
	for _, y := range []string{"#f2c200", "#f7d417"} {
		for _, b := range []string{"#3f6b96", "#1f3f7a", "#26364a", "#0a57a5", "#00497d"} {
			h, c := hueChroma(mixed(y, 1., b, 1.).Colour())
			within(t, "P08 hue of "+y+" and "+b, h, 115, 180)
			within(t, "P08 chroma", c, 10, 100)
			h, c = hueChroma(mixed(y, 4., b, 1.).Colour())
			within(t, "P08 hue 4:1 of "+y+" and "+b, h, 100, 180)
			within(t, "P08 chroma 4:1", c, 24, 100)
		}
	}
	for _, x := range []struct{ share, l, chroma float64 }{{.01, 70, 66}, {.03, 61, 53}, {.1, 48, 35}} {
		m := mixed(yellow, 1., black, x.share)
		h, c := hueChroma(m.Colour())
		within(t, "P09 lightness of a dirtied yellow", lightness(m), x.l-6, x.l+6)
		within(t, "P09 chroma", c, x.chroma-10, x.chroma+10)
		within(t, "P09 olive, never brown: hue", h, 90, 112)
	}
}

// T92: common practice, no source; P10 to P17, P19, P20: reference model, no source. Micrometres of dry film.
func TestHiding(t *testing.T) {
	hides := func(h string) float64 { return Of(hex(h)).Hides() }
	within(t, "P10 white", hides(white), 25, 45)
	within(t, "P10 a third more", Of(hex(white)).Loaded(1.3).Hides(), 20, 33)
	for h, r := range map[string][2]float64{"#b4b9ba": {7, 17}, sand: {7, 17}, "#a9c3c9": {7, 18}, mid: {3.2, 13}, "#5c6b4a": {3.2, 13}, "#33412f": {3.2, 13}, black: {1.9, 7.4}} {
		within(t, "P11 "+h, hides(h), r[0], r[1])
	}
	for _, h := range []string{yellow, orange, red} {
		within(t, "P12 "+h, hides(h)/hides(white), 1.3, 8)
	}
	off := func(h, ground string, um float64) float64 {
		return Of(hex(h)).Over(hex(ground), um).Difference(hex(h))
	}
	const two = 16.2 // two airbrushed coats of a water-borne acrylic
	for _, h := range []string{yellow, red, orange} {
		within(t, "T92 two coats over black do not hide: "+h, off(h, black, two), 8, 40)
		within(t, "P13 12 um over black: "+h, off(h, black, 12), 7.5, 18)
		within(t, "P13 over pale grey: "+h, off(h, "#b4b9ba", 12)/off(h, black, 12), 0, .67)
	}
	within(t, "P13 red over pale grey", off(red, "#b4b9ba", 12), 0, 4)
	within(t, "T92 white over black, hardly", off(white, black, two), 2.5, 8)
	within(t, "T92 mid grey hides", off(mid, black, two), 0, 1)
	within(t, "T92 one coat of black over white", off(black, white, two/2), 0, 1)
	within(t, "P14 white", off(white, black, 15), 3, 8)
	within(t, "P14 sand", off(sand, black, 15), 0, 2)
	within(t, "P15 pale grey below a dark red against pink", off(red, "#b4b9ba", 15)/off(red, mixed(red, 1., white, 4.).Colour().String(), 15), 0, .5)
	_, _, b := Of(hex(white)).Over(hex(black), 2).Lab()
	within(t, "P16 a thin white over black is bluish", b, -20, -3)
	_, a, b := Of(hex("#2b2725")).Over(hex(white), .3).Lab()
	within(t, "P16 thin soot over white is brown, a", a, 2, 20)
	within(t, "P16 and b", b, 2, 25)
	five := func(h, ground string) float64 {
		low, high := 0.0, 10.0
		for range 40 {
			if m := (low + high) / 2; Of(hex(h)).Shows(hex(ground), m) < .05 {
				low = m
			} else {
				high = m
			}
		}
		return high
	}
	soot, tan := five("#2b2725", "#b4b9ba"), five("#a39683", black)
	within(t, "P17 soot that shows 5 %", soot, .0064, .04)
	within(t, "P17 grey-tan on black", tan, .032, .2)
	within(t, "P17", soot/tan, 0, .34)
	kept := func(veil string) float64 {
		line, panel := hex("#2b2725"), hex("#b4b9ba")
		line = Of(line).Over(panel, 1)
		before := line.Difference(panel)
		for range 4 {
			line, panel = Of(hex(veil)).Over(line, 1), Of(hex(veil)).Over(panel, 1)
		}
		return line.Difference(panel) / before
	}
	last := 1.0
	for _, v := range []string{yellow, sand, "#b4b9ba", "#5c6b4a", "#4a4e52"} {
		if k := kept(v); k > last+.02 {
			t.Errorf("P19 under four veils of %s shading keeps %.2f, under the paler one before %.2f", v, k, last)
		} else {
			last = k
		}
	}
	onBlack := func(h string) float64 { g := hex("#262626"); return Of(hex(h)).Over(g, 5).Difference(g) }
	within(t, "P20 black-brown on near-black", onBlack("#2b2725"), 0, 5)
	within(t, "P20 grey", onBlack("#7a7b78"), 20, 60)
	within(t, "P20 tan", onBlack("#a98a5e"), 30, 60)
	for _, h := range models { // P24
		if r := Of(hex(h)).Loaded(.5).Hides() / hides(h); math.Abs(r-2) > .01 {
			t.Errorf("P24 half the load of %s hides in %.3f times as much", h, r)
		}
	}
}

// P25: neighbouring colours are read alike.
func TestNeighbours(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	var moves []float64
	for range 60 {
		l, a, b := 20+70*r.Float64(), 40*(r.Float64()-.5), 50*(r.Float64()-.3)
		c, _ := colour.Lab(l, a, b).Shown()
		h := []byte(c.String())
		c = hex(string(h))
		if h[2] == '9' || h[2] == 'f' {
			h[2]--
		} else {
			h[2]++
		}
		n := hex(string(h))
		w := Of(hex(white))
		moves = append(moves, Mix(Part{w, 1}, Part{Of(c), .1}).Colour().Difference(Mix(Part{w, 1}, Part{Of(n), .1}).Colour()))
	}
	slices.Sort(moves)
	within(t, "P25 95 %", moves[len(moves)*95/100], 0, 1.4)
	within(t, "P25 the worst", moves[len(moves)-1], 0, 5)
}

// The way of a layer is never back: more paint never shows less of its own colour.
func TestMoreShowsMore(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 5))
	for range 200 {
		p, g := Of(hex(models[r.IntN(24)])), groundOf(hex(models[r.IntN(24)])).body
		tone := p.masstone()
		var last Spectrum
		for i := range last {
			last[i] = math.Abs(g[i] - tone[i])
		}
		for um := .1; um < 80; um *= 1.7 {
			over, through := p.layer(g, um)
			for i := range over {
				if d := math.Abs(over[i] - tone[i]); d > last[i]+1e-9 {
					t.Fatalf("%.1f um go back at %.0f nm", um, nm(i))
				} else {
					last[i] = d
				}
			}
			if through < 0 || through > 1+1e-9 {
				t.Fatalf("%g of the ground is seen", through)
			}
		}
	}
}

func BenchmarkRead(b *testing.B) {
	r := rand.New(rand.NewPCG(6, 6))
	for b.Loop() {
		read(colour.FromLinear(r.Float64(), r.Float64(), r.Float64()))
	}
}

func BenchmarkMix(b *testing.B) {
	x, y, z := Of(hex(white)), Of(hex(red)), Of(hex(black))
	for b.Loop() {
		Mix(Part{x, 1}, Part{y, 1}, Part{z, .1})
	}
}

func BenchmarkOver(b *testing.B) {
	x, g := Of(hex(red)), hex(mid)
	for b.Loop() {
		x.Over(g, 5)
	}
}
