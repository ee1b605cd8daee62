package mix

import (
	"errors"
	"math"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	colorful "github.com/lucasb-eyer/go-colorful"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

var (
	spirit = solvent.Must("white-spirit")
	water  = solvent.Must("water")
	usual  = wash.Lines()[0].Line
	shiny  = coating.Gloss.Texture()
)

func bottle(kind coating.Kind, family, hex string) *coating.Product {
	f := coating.MustFamily(family)
	return &coating.Product{ID: family + hex, Name: "the " + family, Kind: kind, Family: f, Colour: hex, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}

func mixed(t *testing.T, c Cup) *Mixed {
	t.Helper()
	m, err := c.Mix()
	if err != nil {
		t.Fatal(err)
	}
	return m
}

func on(paint string, wanted float64) Job {
	p := colour.Or(paint, colour.Grey(50))
	return Job{Line: usual, On: shiny, Air: climate.Room, Ground: shade.Recess(p), Paint: p, Wanted: wanted}
}

// Common practice, no source.
func TestMix(t *testing.T) {
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	thin := mixed(t, Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 6}})
	if r := thin.Runs(usual, shiny, climate.Room); r.MM < 10 || r.MM > 40 || thin.Like() != "skimmed milk" || thin.Family.ID != "enamel-wash" {
		t.Errorf("T16 enamel 1:6 runs %.1f mm, like %s, as %s", r.MM, thin.Like(), thin.Family.ID)
	}
	if r := mixed(t, Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 1}}).Runs(usual, shiny, climate.Room); r.Runs() {
		t.Errorf("T16 1:1 runs %.1f mm", r.MM)
	}
	tube := bottle(coating.Oil, "artist-oil", "#4a3b2c")
	home := mixed(t, Cup{{Product: tube, ML: 1}, {Liquid: spirit, ML: 16}})
	whole := 37*Price(tube) + 250*thinnerML // a tube and a bottle
	if share := home.Cost() / whole; share < 0.01 || share > 0.09 {
		t.Errorf("T18 17 ml of own wash cost %.3f of the tube and the thinner, want a few hundredths", share)
	}
	if home.Family.ID != "oil-wash" || home.Like() != "tinted thinner" && home.Like() != "coffee" {
		t.Errorf("an oil wash is %s, like %s", home.Family.ID, home.Like())
	}
	sludge := mixed(t, Cup{{Product: bottle(coating.Pigment, "dry-pigment", "#3f3831"), ML: PigmentML(1)}, {Liquid: water, ML: 5}, {Liquid: solvent.Must("soapy-water"), ML: 0.05, Soap: true}})
	if sludge.Family.ID != "sludge-wash" || sludge.Tension() > 40 {
		t.Errorf("pigment, water and a drop of soap: %s of %.0f mN/m", sludge.Family.ID, sludge.Tension())
	}
	if v := mixed(t, Cup{{Product: bottle(coating.Paint, "waterborne-acrylic", "#555555"), ML: 1}, {Liquid: water, ML: 0.5}}); v.Family.ID != "waterborne-acrylic" {
		t.Errorf("thinned for the airbrush it is %s", v.Family.ID)
	}
}

// T34 through a cup: common practice, no source, that a wash dries lighter and the clear darkens it again.
func TestLook(t *testing.T) {
	clay := Of(bottle(coating.Wash, "clay-wash", "#6a6a6a")).Look
	if clay.Wet.Lightness() > clay.Dry.Lightness()-10 || clay.UnderFlat.Lightness() > clay.Dry.Lightness()-5 {
		t.Errorf("clay is %.0f wet, %.0f dry, %.0f under flat", clay.Wet.Lightness(), clay.Dry.Lightness(), clay.UnderFlat.Lightness())
	}
	oil := Of(bottle(coating.Wash, "enamel-wash", "#6a6a6a")).Look
	if math.Abs(oil.Dry.Lightness()-oil.UnderFlat.Lightness()) > 3 {
		t.Errorf("enamel is %.0f dry, %.0f under flat", oil.Dry.Lightness(), oil.UnderFlat.Lightness())
	}
	ground := colour.Grey(70)
	for um, near := range map[coating.Microns]colour.Colour{0: ground.Recoated(0.99, 0.157), 100: oil.Wet} {
		if d := oil.WetOver(ground, um).Difference(near); d > 0.5 {
			t.Errorf("%.0f µm wet differ by %.1f from %s", float64(um), d, near)
		}
	}
	last := 100.0
	for um := coating.Microns(0); um < oil.Hides(); um += oil.Hides() / 16 { // it takes on its own colour step by step, and has it where it hides
		l := oil.WetOver(ground, um).Lightness()
		if l > last+0.3 { // it overshoots by what can not be seen
			t.Errorf("%.2f µm wet are L* %.1f, less of it %.1f", float64(um), l, last)
		}
		last = l
	}
	if left := last - oil.Wet.Lightness(); left < -1 || left > 1 {
		t.Errorf("where it nearly hides it is %.2f off its own wet colour", left)
	}
	if a, b := oil.Over(ground, 1), oil.Over(ground, 4); a.Lightness() <= b.Lightness() || b.Lightness() <= oil.Dry.Lightness()-1 {
		t.Errorf("more of it covers more: %.1f, %.1f", a.Lightness(), b.Lightness())
	}
}

// The colour of two paints mixed lies between them: held against a general colour library's blend in linear light, which has no pigments, so that only the
// ends and the direction can agree.
func TestColourLibrary(t *testing.T) {
	a, b := bottle(coating.Paint, "enamel", "#c02020"), bottle(coating.Paint, "enamel", "#d8d8d8")
	last := 0.0
	for _, share := range []float64{0.01, 0.25, 0.5, 0.75, 0.99} {
		got := mixed(t, Cup{{Product: a, ML: 1 - share}, {Product: b, ML: share}}).Look.Dry
		red, _ := colorful.Hex(a.Colour)
		grey, _ := colorful.Hex(b.Colour)
		l, _, _ := red.BlendLinearRgb(grey, share).Lab()
		if got.Lightness() > 100*l+0.5 {
			t.Errorf("%.0f %% of pale: %s is lighter than light would add up to (%.1f)", 100*share, got, 100*l)
		}
		if got.Lightness() < last {
			t.Errorf("%.0f %% of pale: %s is darker than with less of it", 100*share, got)
		}
		last = got.Lightness()
	}
}

// Whatever the cup: order and scale don't matter; more thinner is never thicker nor stronger, and never runs shorter.
func TestMixProperties(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 8))
	colours := []string{"#3a322b", "#7f7c76", "#adbcbd", "#1b1b1b"}
	for range 300 {
		c := Cup{
			{Product: bottle(coating.Paint, "enamel", colours[r.IntN(4)]), ML: 0.1 + r.Float64()},
			{Product: bottle(coating.Oil, "artist-oil", colours[r.IntN(4)]), ML: 0.01 + 0.2*r.Float64()},
			{Liquid: spirit, ML: 2 + 8*r.Float64()},
		}
		other := Cup{c[2], c[0], c[1]}
		for i := range other {
			other[i].ML *= 3
		}
		a, b := mixed(t, c), mixed(t, other)
		if a.Look.Dry.Difference(b.Look.Dry) > 1e-6 || math.Abs(a.Solids-b.Solids) > 1e-12 || math.Abs(a.Viscosity(20)-b.Viscosity(20)) > 1e-9 || math.Abs(3*a.Cost()-b.Cost()) > 1e-9 {
			t.Fatalf("order and scale change %+v to %+v", a, b)
		}
		thin := mixed(t, append(c[:3:3], Pour{Liquid: spirit, ML: 1}))
		if thin.Viscosity(20) > a.Viscosity(20) || thin.Yield() > a.Yield() || thin.Runs(usual, shiny, climate.Room).MM < a.Runs(usual, shiny, climate.Room).MM {
			t.Fatal("thinner made it thicker")
		}
		job := on("#adbcbd", 6)
		if thin.Lines(job.Ground, job.Paint, usual).Near > a.Lines(job.Ground, job.Paint, usual).Near+0.5 && a.Look.Dry.Lightness() < 30 {
			t.Fatal("thinner made it stronger")
		}
	}
}

// Bad input is told, with its place.
func TestMixErrors(t *testing.T) {
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	for _, tc := range []struct {
		name string
		cup  Cup
		at   int
		want string
	}{
		{"nothing of one", Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 0}}, 1, "more than nothing"},
		{"negative", Cup{{Product: dark, ML: -1}}, 0, "more than nothing"},
		{"not a number", Cup{{Product: dark, ML: math.NaN()}}, 0, "more than nothing"},
		{"a bucket", Cup{{Product: dark, ML: 1000}}, 0, "1000 ml are more"},
		{"a bucket together", Cup{{Product: dark, ML: 200}, {Liquid: spirit, ML: 200}}, -1, "400 ml"},
		{"a trace", Cup{{Product: dark, ML: 1e-6}}, 0, "can't be measured"},
		{"only thinner", Cup{{Liquid: spirit, ML: 5}}, -1, "only thinner"},
		{"nothing", nil, -1, "only thinner"},
		{"oil and water", Cup{{Product: dark, ML: 1}, {Liquid: water, ML: 5}}, -1, "do not mix"},
	} {
		var fault *Error
		if _, err := tc.cup.Mix(); !errors.As(err, &fault) || fault.At != tc.at || !strings.Contains(fault.Problem, tc.want) {
			t.Errorf("%s: %v, want %q at %d", tc.name, err, tc.want, tc.at)
		}
	}
}

// A bottle that is nearly empty is thick, one that was not stirred thin and shiny. Common practice, no source.
func TestBottle(t *testing.T) {
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	solids := func(p Pour) float64 { p.Product, p.ML = dark, 1; return mixed(t, Cup{p}).Solids }
	full := solids(Pour{})
	if solids(Pour{Left: 0.2}) != full || solids(Pour{Left: 0.9}) != full || solids(Pour{Left: 0.19}) <= full || solids(Pour{Left: 0.001}) < 1.45*full {
		t.Errorf("solids of a full bottle %.3f, a fifth %.3f, the last of it %.3f", full, solids(Pour{Left: 0.2}), solids(Pour{Left: 0.001}))
	}
	if m := mixed(t, Cup{{Product: dark, ML: 1, Unstirred: true}}); m.Solids != full/2 || !m.Shiny {
		t.Errorf("unstirred %.3f, shiny %v", m.Solids, m.Shiny)
	}
}

// A recipe that was found for wanted figures meets them; it is nearest among those that run. Common practice, no source: thinner for pale undersides, the
// wider the line, the paler the wash.
func TestRecipe(t *testing.T) {
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	for _, paint := range []string{"#adbcbd", "#6f7a82", "#e9e0c4"} {
		for _, wanted := range []float64{3, 5, 8} {
			j := on(paint, wanted)
			r, ok, err := j.Recipe(dark, spirit)
			if err != nil || !ok || !r.Run.Runs() {
				t.Fatalf("%s at %.0f: %+v %v %v", paint, wanted, r, ok, err)
			}
			again := mixed(t, r.Cup)
			if got := again.Lines(j.Ground, j.Paint, usual).AtArm; math.Abs(got-r.Lines.AtArm) > 1e-9 {
				t.Errorf("the recipe gives %.2f, its cup %.2f", r.Lines.AtArm, got)
			}
			for _, ratio := range ratios {
				o := mixed(t, Cup{{Product: dark, ML: float64(ratio.product)}, {Liquid: spirit, ML: max(0.001, float64(ratio.thinner))}})
				if at := o.Lines(j.Ground, j.Paint, usual).AtArm; o.Runs(usual, shiny, j.Air).Runs() && misses(at, wanted, ratio.parts()) < misses(r.Lines.AtArm, wanted, float64(r.Thinner)/float64(r.Product))-0.01 {
					t.Errorf("%s at %.0f: %d:%d gives %.2f, the recipe %d:%d %.2f", paint, wanted, ratio.product, ratio.thinner, at, r.Product, r.Thinner, r.Lines.AtArm)
				}
			}
		}
	}
	thinner := func(j Job) float64 {
		r, _, _ := j.Recipe(dark, spirit)
		return float64(r.Thinner) / float64(r.Product)
	}
	for _, paint := range []string{"#adbcbd", "#6f7a82", "#5c6b4a"} { // T16, common practice, no source: about 1:6
		if n := thinner(on(paint, 8)); n < 3 || n > 12 {
			t.Errorf("T16 an enamel on %s is thinned 1:%.1f", paint, n)
		}
	}
	if pale, mid := thinner(on("#d0d8d8", 8)), thinner(on("#6f7a82", 8)); pale < mid {
		t.Errorf("%.1f parts of thinner on a pale underside, %.1f on a grey", pale, mid)
	}
	wide := on("#adbcbd", 9)
	wide.Line = wash.Line{WidthMM: 0.4, DepthMM: 0.1}
	if w, n := thinner(wide), thinner(on("#adbcbd", 9)); w < n {
		t.Errorf("%.1f parts of thinner in a wide line, %.1f in a usual one", w, n)
	}
	big := on("#adbcbd", 6)
	big.ML = 3
	if r, _, _ := big.Recipe(dark, spirit); r.Mixed.ML < 3 || r.Product+r.Thinner < 60 {
		t.Errorf("for 3 ml: %d and %d drops, %.2f ml", r.Product, r.Thinner, r.Mixed.ML)
	}
	tube := bottle(coating.Oil, "artist-oil", "#4a3b2c")
	if r, _, _ := on("#adbcbd", 6).Recipe(tube, spirit); !strings.Contains(r.Words(), "of a 5 mm strip of the artist-oil") {
		t.Errorf("from a tube: %s", r.Words())
	}
	shallow := on("#adbcbd", 6)
	shallow.Line = wash.Line{WidthMM: 0.2, DepthMM: 0.01}
	if _, ok, _ := shallow.Recipe(dark, spirit); ok {
		t.Error("nothing runs in a line that is not there")
	}
}

func TestCorrect(t *testing.T) {
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	j := on("#adbcbd", 6)
	thick := Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 1}}
	fix := func(c Cup, fault string) Correction {
		t.Helper()
		x, err := c.Correct(fault, j)
		if err != nil || x.Words == "" {
			t.Fatalf("%s: %+v, %v", fault, x, err)
		}
		return x
	}
	if x := fix(thick, "too-thick"); !x.Mixed.Runs(usual, shiny, j.Air).Runs() || len(x.Adds) != 1 || x.Adds[0].Liquid != spirit {
		t.Errorf("too thick: %+v", x)
	} else if less, _ := append(thick[:2:2], Pour{Liquid: spirit, ML: x.Adds[0].ML - 0.05}).Mix(); less.Runs(usual, shiny, j.Air).Stop != wash.TooThick {
		t.Error("a drop less would have done")
	}
	thin := Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 20}}
	is := mixed(t, thin).Lines(j.Ground, j.Paint, usual).Near
	six := Cup{{Product: dark, ML: 1}, {Liquid: spirit, ML: 6}}
	was := mixed(t, six).Lines(j.Ground, j.Paint, usual).Near
	if x := fix(six, "too-dark"); x.Mixed.Lines(j.Ground, j.Paint, usual).Near > 0.9*was {
		t.Errorf("too dark: %+v", x)
	}
	paler := fix(six, "too-dark")
	if less, _ := append(six[:2:2], Pour{Liquid: spirit, ML: paler.Adds[0].ML - 0.05}).Mix(); less.Lines(j.Ground, j.Paint, usual).Near <= 0.9*was {
		t.Error("a drop less would have done")
	}
	if x := fix(thin, "too-pale"); x.Mixed.Lines(j.Ground, j.Paint, usual).Near < 1.1*is || x.Adds[0].Product != dark {
		t.Errorf("too pale: %+v", x)
	}
	if x := fix(thick, "too-pale"); len(x.Adds) != 0 {
		t.Errorf("what is full already is not made stronger: %+v", x)
	}
	if x := fix(thin, "settled"); len(x.Adds) != 0 {
		t.Errorf("settled: %+v", x)
	}
	wet := Cup{{Product: bottle(coating.Pigment, "dry-pigment", "#3f3831"), ML: 0.3}, {Liquid: water, ML: 5}}
	if x := fix(wet, "beads"); x.Mixed.Tension() >= mixed(t, wet).Tension() || !x.Adds[0].Soap {
		t.Errorf("beads: %+v", x)
	}
	if x := fix(thin, "beads"); len(x.Adds) != 0 {
		t.Errorf("white spirit beads: %+v", x)
	}
	if _, err := thin.Correct("haunted", j); err == nil {
		t.Error("a fault that there is none of is refused")
	}
}

// Every mix has cautions where it can hurt, and a time that it keeps.
func TestKeeps(t *testing.T) {
	for _, tc := range []struct {
		cup      Cup
		days     float64
		cautions int
	}{
		{Cup{{Product: bottle(coating.Paint, "enamel", "#333333"), ML: 1}, {Liquid: spirit, ML: 6}}, keepsOil, 2},
		{Cup{{Product: bottle(coating.Pigment, "dry-pigment", "#333333"), ML: 1}, {Liquid: water, ML: 6}}, keepsWater, 1},
		{Cup{{Product: bottle(coating.Wash, "clay-wash", "#333333"), ML: 5}, {Liquid: water, ML: 1}}, keepsWashed, 0},
		{Cup{{Product: bottle(coating.Paint, "waterborne-acrylic", "#333333"), ML: 1}, {Liquid: solvent.Must("ammonia-cleaner"), ML: 6}}, keepsAcryl, 2},
		{Cup{{Product: bottle(coating.Paint, "lacquer", "#333333"), ML: 3}, {Liquid: solvent.Must("lacquer-thinner"), ML: 1}}, keepsLong, 1},
	} {
		m := mixed(t, tc.cup)
		if m.Keeps().Days != tc.days || len(m.Cautions()) < tc.cautions {
			t.Errorf("%s keeps %.0f days, cautions %v", m.Family.ID, m.Keeps().Days, m.Cautions())
		}
	}
}

func TestProduct(t *testing.T) {
	dark := bottle(coating.Paint, "enamel", "#3a322b")
	p := mixed(t, Cup{{Product: dark, ML: 1}, {Liquid: solvent.Must("low-odour-white-spirit"), ML: 6}}).Product("own", "Own wash")
	if p.Kind != coating.Wash || p.Family.ID != "enamel-wash" || p.Carrier.ID != "low-odour-white-spirit" || math.Abs(p.Solids-0.38/7) > 1e-9 || p.Colour != dark.Colour {
		t.Errorf("kept as %+v", p)
	}
	if again := Of(p); math.Abs(again.Solids-p.Solids) > 1e-12 {
		t.Errorf("from its bottle it has %.3f solids", again.Solids)
	}
}

func BenchmarkRecipe(b *testing.B) {
	dark, j := bottle(coating.Paint, "enamel", "#3a322b"), on("#adbcbd", 6)
	for b.Loop() {
		if _, _, err := j.Recipe(dark, spirit); err != nil {
			b.Fatal(err)
		}
	}
}

// What a mix dries by is what was poured: its own liquid, in the room. Common practice, no source: alcohol and lacquer thinner leave at once, white spirit in half an hour; neat oil is
// no wash. Warmth thins.
func TestByItsCarrier(t *testing.T) {
	stiff := func(c Cup) time.Duration {
		d, _ := mixed(t, c).Stiff(climate.Room)
		return d
	}
	of := func(kind coating.Kind, family, thinner string) time.Duration {
		return stiff(Cup{{Product: bottle(kind, family, "#3a322b"), ML: 1}, {Liquid: solvent.Must(thinner), ML: 6}})
	}
	alcohol, strong, enamel, watery := of(coating.Paint, "alcohol-acrylic", "isopropanol"), of(coating.Paint, "lacquer", "lacquer-thinner"), of(coating.Paint, "enamel", "white-spirit"), of(coating.Paint, "waterborne-acrylic", "soapy-water")
	if strong >= alcohol || alcohol >= watery/2 || alcohol >= enamel/2 {
		t.Errorf("stiff after: lacquer thinner %v, isopropanol %v, white spirit %v, water %v", strong, alcohol, enamel, watery)
	}
	tube := bottle(coating.Oil, "artist-oil", "#3a322b")
	if neat, wash := stiff(Cup{{Product: tube, ML: 1}}), stiff(Cup{{Product: tube, ML: 1}, {Liquid: spirit, ML: 8}}); neat <= wash {
		t.Errorf("neat oil is ready after %v, its wash after %v", neat, wash)
	}
	if _, err := (Cup{{Product: tube, ML: 0.1}, {Liquid: water, ML: 5}}).Mix(); err == nil || !strings.Contains(err.Error(), "do not mix") {
		t.Errorf("oil in water: %v", err)
	}
	if r := mixed(t, Cup{{Product: bottle(coating.Paint, "lacquer", "#3a322b"), ML: 1}, {Liquid: solvent.Must("lacquer-thinner"), ML: 6}}).Keeps(); strings.Contains(r.Words, "acrylic") {
		t.Errorf("thinned lacquer keeps %q", r.Words)
	}
	m := mixed(t, Cup{{Product: bottle(coating.Paint, "enamel", "#3a322b"), ML: 1}, {Liquid: spirit, ML: 6}})
	if cold, warm := m.Viscosity(10), m.Viscosity(30); cold < 1.2*warm {
		t.Errorf("at 10 °C it is %.2f mPa s, at 30 %.2f", cold, warm)
	}
	if w := (solvent.Mix{solvent.Water: 1}).Viscosity(10); math.Abs(w-1.307) > 0.04 { // tables of physics, from memory
		t.Errorf("water at 10 °C: %.3f mPa s, want 1.307", w)
	}
}
