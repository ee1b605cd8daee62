package wash

import (
	"math"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
)

var (
	spirit = solvent.Must("white-spirit")
	water  = solvent.Must("water")
	gloss  = coating.Gloss.Texture()
	usual  = lineKinds[0].Line
)

func bottle(kind coating.Kind, family string) *coating.Product {
	f := coating.MustFamily(family)
	return &coating.Product{ID: family, Name: family, Kind: kind, Family: f, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}

func thinned(parts float64) Fluid { return Of(bottle(coating.Paint, "enamel")).Thinned(spirit, parts) }

// T16: common practice, no source; what lies between is the reference model, no source.
func TestRun(t *testing.T) {
	trench, _ := LineNamed("trench")
	for _, tc := range []struct {
		name  string
		fluid Fluid
		line  Line
		on    coating.Texture
		lo    float64
		hi    float64
		stop  Stop
	}{
		{"T16 enamel 1:6 on gloss runs by itself", thinned(6), usual, gloss, 10, 40, ByBrush},
		{"T16 1:1 does not", thinned(1), usual, gloss, 0, 3, TooThick},
		{"T16 1:6 on flat hardly", thinned(6), usual, coating.Flat.Texture(), 0, 10, Rough},
		{"T16 in a very shallow line hardly", thinned(6), Line{0.2, 0.03}, gloss, 0, 3, Shallow},
		{"in one that is hardly there not at all", thinned(6), Line{0.2, 0.02}, gloss, 0, 0, Shallow},
		{"a half filled line runs less", thinned(6), Line{0.2, 0.05}, gloss, 2, 10, ByBrush},
		{"1:4 runs", thinned(4), usual, gloss, 8, 16, ByBrush},
		{"1:2 hardly", thinned(2), usual, gloss, 2, 8, TooThick},
		{"an oil wash as bottled", Of(bottle(coating.Wash, "oil-wash")), usual, gloss, 5, 16, ByBrush},
		{"a trench takes more", thinned(6), trench.Line, gloss, 17, 60, ByBrush},
		{"clay as bottled", Of(bottle(coating.Wash, "clay-wash")), usual, gloss, 3, 9, TooThick},
		{"clay with a fifth of water", Of(bottle(coating.Wash, "clay-wash")).Thinned(water, 0.2), usual, gloss, 5, 13, TooThick},
		{"plain water beads in a shallow line", Fluid{Carrier: water.Mix}, Line{0.2, 0.08}, gloss, 0, 0, Beads},
	} {
		t.Run(tc.name, func(t *testing.T) {
			r := tc.fluid.Runs(tc.line, tc.on, climate.Room)
			if r.MM < tc.lo || r.MM > tc.hi || r.Stop != tc.stop {
				t.Errorf("runs %.1f mm and stops by %s (brush %.1f, thick %.1f, dry %.1f, drinks %.2f); want %.0f to %.0f by %s", r.MM, r.Stop, r.Brush, r.Thick, r.Dry, r.Drinks, tc.lo, tc.hi, tc.stop)
			}
			if r.Runs() != (r.MM >= 3) {
				t.Errorf("%.1f mm: runs by itself %v", r.MM, r.Runs())
			}
		})
	}
}

// Washburn 1921: a pure liquid of which nothing dries goes as far as the root of the time; here his law with the hydraulic diameter.
func TestWashburn(t *testing.T) {
	f := Fluid{Carrier: spirit.Mix}
	line := Line{0.2, 0.4}
	r := f.Runs(line, 0, climate.Air{TemperatureC: -20, Humidity: 0.5})
	p, a := line.walls(), line.area()
	cos := solvent.ContactCosine(f.Tension())
	pull := 0.025 * (p*cos - 0.2) / a * 1e3
	d := 4 * a / p * 1e-3
	if want := 1e3 * math.Sqrt(pull*d*d*2/(16*f.Viscosity(-20)*1e-3)); math.Abs(r.Brush-want) > 0.01*want {
		t.Errorf("the brush allows %.2f mm, Washburn %.2f", r.Brush, want)
	}
}

// Krieger and Dougherty 1959: at the dilute end Einstein's 2.5 times the share of grains, jammed at random close packing.
func TestKriegerDougherty(t *testing.T) {
	thin := Fluid{Carrier: water.Mix, Solids: 0.001}
	grains := thin.Solids * swelling
	if slope := (thin.Viscosity(20)/water.Mix.Viscosity(20) - 1) / grains; math.Abs(slope-2.5) > 0.02 {
		t.Errorf("a thin suspension grows by %.3f times its grains, Einstein has 2.5", slope)
	}
	near := Fluid{Carrier: water.Mix, Solids: 0.97 * packing / swelling}
	if near.Viscosity(20) < 200*water.Mix.Viscosity(20) || near.Yield() < 30 {
		t.Errorf("near jamming it has %.0f mPa s and yields at %.0f Pa", near.Viscosity(20), near.Yield())
	}
}

// Concus and Finn 1969: a groove fills by itself where the contact angle is under 90 degrees less half the groove's angle.
func TestConcusFinn(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 2000 {
		line := Line{0.05 + r.Float64(), 0.01 + r.Float64()}
		f := Fluid{Carrier: water.Mix, Wetting: r.Float64()}
		angle := math.Acos(solvent.ContactCosine(f.Tension()))
		half := math.Atan(line.WidthMM / 2 / line.DepthMM)
		if want := angle < math.Pi/2-half; want != (f.Runs(line, gloss, climate.Room).MM > 0) {
			t.Fatalf("line %+v, contact angle %.1f°, half angle %.1f°: runs %v", line, angle*180/math.Pi, half*180/math.Pi, !want)
		}
	}
}

// Whatever the wash and the line: thinner never runs shorter, deeper never, smoother never. Common practice, no source.
func TestRunProperties(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	families := []string{"enamel", "clay-wash", "oil-wash", "enamel-wash", "artist-oil", "tempera-wash"}
	for range 3000 {
		f := Of(bottle(coating.Wash, families[r.IntN(len(families))]))
		liquid := spirit
		if f.Carrier.Share(solvent.Water) > 0 {
			liquid = solvent.Must("soapy-water")
		}
		parts := 8 * r.Float64()
		line := Line{0.05 + 0.5*r.Float64(), 0.02 + 0.3*r.Float64()}
		on := coating.Texture(0.05 + 1.5*r.Float64())
		thick, thin := f.Thinned(liquid, parts).Runs(line, on, climate.Room), f.Thinned(liquid, parts+1).Runs(line, on, climate.Room)
		if thin.MM < thick.MM-1e-9 {
			t.Fatalf("%v parts run %.3f mm, one more %.3f", parts, thick.MM, thin.MM)
		}
		if deep := f.Thinned(liquid, parts).Runs(Line{line.WidthMM, line.DepthMM * 1.2}, on, climate.Room); deep.MM < thick.MM-1e-9 {
			t.Fatalf("%+v runs %.3f mm, deeper %.3f", line, thick.MM, deep.MM)
		}
		if smooth := f.Thinned(liquid, parts).Runs(line, on/2, climate.Room); smooth.MM < thick.MM-1e-9 {
			t.Fatalf("texture %.2f runs %.3f mm, half of it %.3f", on, thick.MM, smooth.MM)
		}
	}
}

// Wetting: 18, 30 and 65 degrees on gloss for white spirit, soapy and plain water. Common practice, no source.
func TestWetting(t *testing.T) {
	for _, tc := range []struct {
		name string
		f    Fluid
		want float64
	}{
		{"white spirit", Fluid{Carrier: spirit.Mix}, 18},
		{"soapy water", Fluid{Carrier: water.Mix, Wetting: 1}, 30},
		{"water", Fluid{Carrier: water.Mix}, 65},
	} {
		if got := math.Acos(solvent.ContactCosine(tc.f.Tension())) * 180 / math.Pi; math.Abs(got-tc.want) > 4 {
			t.Errorf("%s meets gloss at %.0f°, want about %.0f", tc.name, got, tc.want)
		}
	}
	soapy := Fluid{Carrier: water.Mix, Wetting: 1, Solids: 0.12}
	plain := soapy.Thinned(water, 1)
	if plain.Tension() != soapy.Tension() || soapy.Thinned(water, 4).Tension() < 45 || soapy.Thinned(solvent.Must("soapy-water"), 4).Tension() != soapy.Tension() {
		t.Errorf("a bottled wash bears a part of water, not four, and any of soapy water: %.0f, %.0f mN/m", plain.Tension(), soapy.Thinned(water, 4).Tension())
	}
}

// T19's neighbour: a large 1/48 zone is touched along in about a quarter of an hour. Common practice, no source.
func TestFills(t *testing.T) {
	fill := usual.Fills(LengthMM(1000, 48), 15)
	if fill.Minutes < 5 || fill.Minutes > 30 || fill.ML <= 0 || fill.ML > 0.2 {
		t.Errorf("1,000 cm² take %+v", fill)
	}
	if none := usual.Fills(100, 0); none.Touches != 0 {
		t.Errorf("what does not run is not touched along: %+v", none)
	}
	if a, b := LengthMM(100, 48), LengthMM(100, 72); b <= a {
		t.Errorf("smaller scales have more line on the same area: %.0f, %.0f", a, b)
	}
}

// Each word for how thick it is, from both sides of its limit.
func TestLike(t *testing.T) {
	for i, k := range thicknesses {
		next := "a paste"
		if i+1 < len(thicknesses) {
			next = thicknesses[i+1].Words
		}
		like := func(solids float64) string { return Fluid{Solids: solids}.Like() }
		if like(k.UpTo) != k.Words || like(k.UpTo+1e-6) != next {
			t.Errorf("%.3f: %s, a trace more %s", k.UpTo, like(k.UpTo), like(k.UpTo+1e-6))
		}
	}
	if got := thinned(6).Like(); got != "skimmed milk" {
		t.Errorf("enamel 1:6 is like %s, at the bench like skimmed milk", got)
	}
}

func BenchmarkRun(b *testing.B) {
	f := thinned(6)
	for b.Loop() {
		f.Runs(usual, gloss, climate.Room)
	}
}
