package colour

import (
	"math"
	"math/rand/v2"
	"testing"
)

// The veils of gloss and flat surfaces, as core/gloss works them out.
const glossy, matt = 0.157, 0.99

// T34, T35: reference model, no source; that a clear darkens a dried wash again is common practice, no source.
func TestDriedWash(t *testing.T) {
	for _, tc := range []struct {
		name    string
		l, fill float64
		in      Medium
		wet     [2]float64 // how much paler it dries
		clear   [2]float64 // how much of that a flat clear takes back
	}{
		{"T34 mid clay", 45, 0.25, InWater, [2]float64{10, 25}, [2]float64{5, 15}},
		{"T34 pale clay", 70, 0.25, InWater, [2]float64{10, 25}, [2]float64{5, 25}},
		{"tempera dries less paler", 45, 0.58, InWater, [2]float64{5, 15}, [2]float64{3, 12}},
		{"T34 mid enamel", 45, 1, InSpirit, [2]float64{-3, 3}, [2]float64{-3, 3}},
		{"T34 pale enamel", 70, 1, InSpirit, [2]float64{-3, 3}, [2]float64{-3, 3}},
		{"T34 dark enamel", 30, 1, InSpirit, [2]float64{3, 14}, [2]float64{-3, 3}},
	} {
		g := Grey(tc.l).Dried(tc.fill, matt)
		dry, wet, under := g.Dry().Lightness(), g.Wet(tc.in).Lightness(), g.Cleared(matt).Lightness()
		if math.Abs(dry-tc.l) > 0.3 {
			t.Errorf("%s: dry L* %.1f, want %.0f", tc.name, dry, tc.l)
		}
		if d := dry - wet; d < tc.wet[0] || d > tc.wet[1] {
			t.Errorf("%s: dries %.1f paler, want %v", tc.name, d, tc.wet)
		}
		if d := dry - under; d < tc.clear[0] || d > tc.clear[1] {
			t.Errorf("%s: a flat clear takes %.1f back, want %v", tc.name, d, tc.clear)
		}
	}
}

func TestRecoated(t *testing.T) {
	for _, tc := range []struct {
		name      string
		l, lo, hi float64
	}{{"T35 dark", 26, 8, 15}, {"T35 mid", 60, 2, 4}} {
		if d := tc.l - Grey(tc.l).Recoated(matt, glossy).Lightness(); d < tc.lo || d > tc.hi {
			t.Errorf("%s: gloss over flat deepens it by %.1f, want %.0f to %.0f", tc.name, d, tc.lo, tc.hi)
		}
	}
	last := 100.0
	for l := 26.0; l < 96; l += 5 {
		d := l - Grey(l).Recoated(matt, glossy).Lightness()
		if d > last {
			t.Errorf("L* %.0f deepens by %.1f, a darker one by %.1f", l, d, last)
		}
		if back := Grey(l).Recoated(matt, glossy).Recoated(glossy, matt).Lightness(); math.Abs(back-l) > 0.3 {
			t.Errorf("L* %.0f there and back is %.1f", l, back)
		}
		last = d
	}
}

// How much a grain scatters in a liquid or a binder, against air: reference model, no source.
func TestScatter(t *testing.T) {
	for _, tc := range []struct {
		name string
		in   Medium
		want float64
	}{{"water", InWater, 0.45}, {"white spirit", InSpirit, 0.33}, {"a binder", InBinder, 0.264}} {
		if got := tc.in.scatters(); math.Abs(got-tc.want) > 0.08*tc.want {
			t.Errorf("in %s it scatters %.3f, want %.3f", tc.name, got, tc.want)
		}
	}
	if math.Abs(float64(InWater)-1.333) > 0.01 || math.Abs(float64(InSpirit)-1.43) > 0.01 || math.Abs(float64(InBinder)-1.5) > 0.01 {
		t.Error("the refractive indices are off")
	}
	if got := Medium(1.99).scatters(); got != 0.02 {
		t.Errorf("in what is nearly as it is itself it scatters %.3f", got)
	}
	if a, b := Mirror(0), Mirror(0.1); math.Abs(a-0.15) > 0.005 || math.Abs(b-0.687) > 0.02 {
		t.Errorf("a mirror veils by %.3f, a surface of roughness 0.1 by %.3f", a, b)
	}
}

// The inside figures are those of tables of diffuse reflection, from memory.
func TestFresnel(t *testing.T) {
	for _, tc := range []struct{ n, inside float64 }{{1.333, 0.475}, {1.43, 0.551}, {1.5, 0.596}} {
		if out, in := Medium(tc.n).fresnel(); math.Abs(in-tc.inside) > 0.003 || tc.n == 1.5 && math.Abs(out-0.04) > 1e-9 {
			t.Errorf("index %.3f mirrors %.4f from outside and %.4f from inside, want %.3f", tc.n, out, in, tc.inside)
		}
	}
	for body := 0.0; body <= 1; body += 0.05 {
		if back := InBinder.body(InBinder.seen(body, matt), matt); math.Abs(back-body) > 1e-9 {
			t.Errorf("a body of %.2f comes back as %.4f", body, back)
		}
	}
}

// Filling voids never makes a dry wash paler; of a wash that fills its own nothing changes but the surface.
func TestFilling(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	for range 500 {
		c := Lab(25+60*r.Float64(), 10*r.Float64(), 20*r.Float64())
		g := c.Dried(r.Float64(), matt)
		if g.Cleared(matt).Lightness() > g.Dry().Lightness()+2.5 { // the surface's own veil comes on
			t.Fatalf("%s under a clear is %s", g.Dry(), g.Cleared(matt))
		}
		if g.fill < 0.6 && g.Wet(InWater).Luminance() > g.Dry().Luminance()+1e-3 { // one that is full of its binder hardly changes
			t.Fatalf("%s wet is %s", g.Dry(), g.Wet(InWater))
		}
	}
	if g := Grey(60).Dried(1, matt); g.Cleared(matt).Difference(g.Dry()) > 0.2 {
		t.Errorf("a full wash changes under a clear of its own sheen: %s to %s", g.Dry(), g.Cleared(matt))
	}
}

// Grains in the film send light back: nothing of it changes nothing, a dark paint pales more than a pale one, and never past white. Grains as dense as what lies about them are not seen.
func TestHazed(t *testing.T) {
	dark, pale := Lab(28, 0, 0), Lab(80, 0, 0)
	if d := dark.Difference(dark.Hazed(0, 1)); d > 0.1 {
		t.Errorf("no haze shifts by %.2f", d)
	}
	a, b := dark.Hazed(0.1, 1).Lightness()-28, pale.Hazed(0.1, 1).Lightness()-80
	if a < 5*b || b <= 0 || pale.Hazed(50, 1).Lightness() > 100 {
		t.Errorf("haze pales L* 28 by %.2f and L* 80 by %.2f", a, b)
	}
	for index, want := range map[float64]float64{1.5: 0.02, 1.6: 0.046, 2.7: 0.502} {
		if got := InBinder.Keeps(index); math.Abs(got-want) > 0.003 {
			t.Errorf("grains of index %.1f keep %.3f in a binder, want %.3f", index, got, want)
		}
	}
	if ClearFills() != 0.85 {
		t.Error("a wet clear fills 0.85 of the voids")
	}
}

// Two layers are one of twice the thickness, thick ones end at Kubelka and Munk's ratio, and light that is not absorbed is not lost. Source: Kubelka & Munk 1931.
func TestLayer(t *testing.T) {
	for _, tc := range []struct{ absorbs, scatters float64 }{{0, 0.5}, {0.3, 0}, {0.01, 0.8}, {2, 0.1}, {0.4, 3}, {5, 7}} {
		back, through := Layer(tc.absorbs, tc.scatters)
		once, down := OverLayer(back, through, back)
		both, all := Layer(2*tc.absorbs, 2*tc.scatters)
		if math.Abs(once-both) > 1e-9 || math.Abs(down*through-all) > 1e-9 {
			t.Errorf("%v: two layers send back %.9f and let through %.9f, one of twice that %.9f and %.9f", tc, once, down*through, both, all)
		}
		if sum := back + through; tc.absorbs == 0 && math.Abs(sum-1) > 1e-9 || tc.absorbs > 0 && sum >= 1 {
			t.Errorf("%v: %.9f of the light comes out", tc, sum)
		}
		if tc.scatters > 0 {
			thick, _ := Layer(1000*tc.absorbs, 1000*tc.scatters)
			if want := Reflectance(tc.absorbs / tc.scatters); tc.absorbs > 0 && math.Abs(thick-want) > 1e-9 {
				t.Errorf("%v: thick it sends back %.9f, want %.9f", tc, thick, want)
			}
		}
	}
}
