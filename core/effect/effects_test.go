package effect

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

func near4(t *testing.T, what string, got, want, tolerance float64) {
	t.Helper()
	if math.Abs(got-want) > tolerance*math.Abs(want)+1e-9 {
		t.Errorf("%s: %.4f, want %.4f", what, got, want)
	}
}

var black = colour.Lab(22, 0, -1)

// T29, T22: soot can't be seen on black (common practice), grey tan can; a lean mixture leaves no soot at all. What an ink comes to at its cover is as wanted.
func TestInks(t *testing.T) {
	for _, i := range InksOn(FuelNamed("rich"), black) {
		if i.ID == "soot" && i.Full >= 4 {
			t.Errorf("T29: soot on black differs by %.1f", i.Full)
		}
		if i.ID == "tan" && (i.DE < 8 || i.DE > 24) {
			t.Errorf("T29: grey tan on black differs by %.1f", i.DE)
		}
	}
	for _, tc := range []struct {
		fuel  string
		paint colour.Colour
		ink   string
		cover float64
		de    float64
	}{
		{"rich", black, "brown", 0.75, 11.08},
		{"lean", black, "tan", 0.236, 14},
		{"rich", colour.Lab(34, -5, 7), "soot", 0.75, 8.73},
		{"rich", colour.Lab(60, 0, -2), "soot", 0.52, 14},
		{"lean", colour.Lab(60, 0, -2), "pale", 0.731, 14},
		{"lean", colour.Lab(93, 0, 2), "tan", 0.75, 13.86},
	} {
		got := InkFor(FuelNamed(tc.fuel), tc.paint)
		if got.ID != tc.ink || math.Abs(got.Cover-tc.cover) > 0.02 || math.Abs(got.DE-tc.de) > 0.15 {
			t.Errorf("%s: %s covering %.3f, %.2f; want %s, %.3f, %.2f", tc.fuel, got.ID, got.Cover, got.DE, tc.ink, tc.cover, tc.de)
		}
	}
	wide, core := TwoTone(FuelNamed("rich"), colour.Lab(60, 0, -2))
	if wide.ID != "brown" || core.ID != "soot" || wide.Full >= core.Full {
		t.Errorf("on grey %s goes wide and %s at the stack", wide.ID, core.ID)
	}
	if w, c := TwoTone(FuelNamed("lean"), black); w.ID != c.ID {
		t.Errorf("a lean plume on black is of %s and %s", w.ID, c.ID)
	}
	for _, l := range []float64{20, 33, 49, 64, 82} { // each ink is what its table says
		if !slices.ContainsFunc(inks, func(i Ink) bool { return math.Abs(i.Colour.Lightness()-l) < 0.5 }) {
			t.Errorf("no ink of lightness %.0f", l)
		}
	}
	for i, want := range [][2]float64{{1, 3}, {5, 10}, {8, 16}, {2, 9}, {0, 3}} {
		if _, a, b := inks[i].Colour.Lab(); math.Abs(a-want[0]) > 0.4 || math.Abs(b-want[1]) > 0.4 {
			t.Errorf("%s has %.1f, %.1f; want %v", inks[i].ID, a, b, want)
		}
	}
}

// T33: what a clear leaves of pastel (that pale dust fades under a wet coat: common practice; the shares: reference model, no source).
func TestDust(t *testing.T) {
	chalk, white, earth, soot := Dust{colour.Lab(80, 2, 9), true}, Dust{colour.Lab(80, 2, 9), false}, Dust{colour.Lab(45, 6, 14), false}, Dust{colour.Lab(24, 0, 2), false}
	pale, mid := colour.Lab(75, 0, 0), colour.Lab(60, 0, -2)
	dark := colour.Lab(26, 0, -1)
	for _, tc := range []struct {
		what      string
		d         Dust
		on        colour.Colour
		half      float64 // mg/cm2
		wet, mist float64
	}{
		{"chalk on black", chalk, dark, 0.473, 0.251, 0.832},
		{"white on black", white, dark, 0.236, 0.499, 0.849},
		{"earth on black", earth, dark, 0.106, 0.532, 0.777},
		{"earth on grey", earth, mid, 0.084, 1.02, 1.039},
		{"soot on grey", soot, mid, 0.045, 0.95, 1.018},
	} {
		mg := tc.d.Amount(tc.on, 0.5)
		near4(t, tc.what+": for half", mg, tc.half, 0.03)
		near4(t, tc.what+": under a wet clear", tc.d.Kept(tc.on, mg, 0), tc.wet, 0.025)
		near4(t, tc.what+": under a mist", tc.d.Kept(tc.on, mg, 3), tc.mist, 0.012)
	}
	mg := chalk.Amount(dark, 0.5)
	if wet, mist := chalk.Kept(dark, mg, 0), chalk.Kept(dark, mg, 3); wet < 0.1 || wet > 0.4 || mist < 0.6 || mist > 0.9 {
		t.Errorf("T33: pale on dark keeps %.2f under a wet coat, %.2f under a mist", wet, mist)
	}
	if kept := soot.Kept(pale, soot.Amount(pale, 0.5), 0); kept < 0.8 {
		t.Errorf("T33: dark on pale keeps %.2f", kept)
	}
	for _, d := range []Dust{chalk, white, earth, soot} { // filling voids never raises what scatters; more never covers less
		for _, on := range []colour.Colour{dark, pale} {
			last := 0.0
			for mg := 0.02; mg < 3; mg *= 1.5 {
				got := on.Difference(d.Over(on, mg, 0))
				if got < last-0.5 {
					t.Errorf("%.2f mg cover less than a third less", mg)
				}
				last = got
			}
		}
		if _, kept := d.made(); kept > 1 {
			t.Error("a clear makes a grain scatter more")
		}
	}
	near4(t, "what a mist blows off", chalk.Over(dark, 0.4*0.97, min(0.85, 3*0.5*0.42/(0.4/1.62*0.4*10+1.5))).Difference(dark)/chalk.Over(dark, 0.4, 0).Difference(dark), chalk.Kept(dark, 0.4, 3), 1e-9)
	near4(t, "grains that a clear drowns", Grain{index: 1.5}.inClear(), 0.02, 0)
	near4(t, "no dust", chalk.Kept(dark, 0, 0), 1, 0)
	for sheen, want := range map[coating.Sheen]float64{coating.Gloss: 0.0243, coating.SemiGloss: 0.0632, coating.Satin: 0.170, coating.Flat: 0.729} {
		near4(t, "held by "+sheen.String(), HeldBy(sheen.Texture()), want, 0.02)
	}
	if Layers(0.19) != 1 || Layers(0.21) != 2 || Layers(1) != 5 {
		t.Error("a layer of dust is of a density of 0.2")
	}
	near4(t, "graphite", Graphite(), 0.0762, 0.02)
	for l, want := range map[float64]float64{34: 0.85, 36: 0.9} { // where a dark one ends
		s, _ := (Dust{Colour: colour.Lab(l, 0, 0)}).made()
		near4(t, "what a dark dust scatters", s, want, 0.001)
	}
	for l, want := range map[float64]int{69: 2, 71: 1} { // where a pale dust begins
		if s, _ := (Dust{Colour: colour.Lab(l, 0, 0), Stick: true}).made(); (s == grains[0].Scatters) != (want == 1) {
			t.Errorf("a stick of lightness %.0f is made of something else", l)
		}
	}
}

// T37 and the ballistics behind it (reference model, no source): where drops meet the underside at 8 and 25 m/s, and which specks are set on a 1/48 model.
func TestMud(t *testing.T) {
	slow, fast := mudSlow, mudFast
	defer func() { mudSlow, mudFast = slow, fast }()
	for v, want := range map[float64][4]float64{8: {0.229, 0.45, 0.88, 1.75}, 25: {0.58, 0.57, 1.71, 4.5}} {
		mudSlow, mudFast = v, v
		aft, splat := Thrown(0.3, 3000, 1)
		slices.Sort(aft)
		slices.Sort(splat)
		n := len(aft)
		for i, got := range []float64{float64(n) / 3000, aft[n/10], aft[n/2], aft[n*9/10]} {
			near4(t, "mud", got, want[i], 0.06)
		}
		if splat[n/2] < 1.8 || splat[n/2] > 2.8 {
			t.Errorf("half of the splats are under %.2f mm", splat[n/2])
		}
	}
	mudSlow, mudFast = slow, fast
	// Without drag a drop follows the closed form: from the tangent, up to the belly.
	was := mudStops
	mudStops = 1e12
	const phi, r, v = 0.6, 0.3, 20.0
	x, ok := Throw(phi, r, v, 0.001)
	mudStops = was
	rise := v * math.Sin(phi)
	time := (rise - math.Sqrt(rise*rise-2*9.81*(mudHigh+r*math.Cos(phi)))) / 9.81
	if want := r*math.Sin(phi) + v*math.Cos(phi)*time; !ok || math.Abs(x-want) > 0.02 {
		t.Errorf("without drag it lands %.3f m aft, %.3f by the closed form", x, want)
	}
	if _, ok := Throw(0.05, r, 4, 0.001); ok {
		t.Error("a drop that hardly rises reaches the belly")
	}
	a := plane(t, "low-single")
	l := Mud(a, 1, colour.Lab(40, 4, 12), 1, 1, 7)
	if n := len(l.Streaks); n < 80 || n > 600 {
		t.Errorf("%d specks", n)
	}
	area, large := 0.0, 0
	for _, s := range l.Streaks {
		if s.WideMM < 0.1 || s.WideMM > 0.3 || s.LongMM != 0 {
			t.Fatalf("T37: a speck of %.2f mm", s.WideMM)
		}
		if s.WideMM > 0.13 {
			large++
		}
		area += math.Pi / 4 * s.WideMM * s.WideMM
		least := math.Inf(1)
		for i := range a.Features {
			if f := &a.Features[i]; f.Kind == airframe.Wheel && f.Sees(s.View) {
				from, _ := s.View.Of(f.At)
				way := s.View.Aft()
				dx, dy := s.At.X-from.X, s.At.Y-from.Y
				if x, y := dx*way.X+dy*way.Y, math.Abs(dx*way.Y-dy*way.X); x > 11.9 && x < 60.1 && y < 0.18*x {
					least = min(least, x)
				}
			}
		}
		if math.IsInf(least, 1) {
			t.Fatalf("T37: a speck at %v is behind no wheel within 12 to 60 mm and ten degrees", s.At)
		}
	}
	if share := area / 50_000; share > 0.03 || large == 0 {
		t.Errorf("T37: they cover %.4f; %d are larger than the smallest mark", share, large)
	}
	deepest := func(l *Laid) (most float64) {
		for _, s := range l.Streaks {
			if s.View == airframe.Under {
				most = max(most, s.At.Y)
			}
		}
		return most
	}
	if more, far := Mud(a, 1, black, 2, 1, 7), Mud(a, 1, black, 1, 1.5, 7); len(more.Streaks) < len(l.Streaks)*3/2 || deepest(far) < deepest(l)+15 {
		t.Errorf("twice the mud has %d specks, further mud %d", len(more.Streaks), len(far.Streaks))
	}
	if got := Mud(plane(t, "high-float"), 1, black, 1, 1, 7); len(got.Streaks) != 0 {
		t.Error("floats throw mud")
	}
	// Speeds, marks and reach by the figures themselves: specks of every size and place are met.
	least, most, nearest, farthest := 9.0, 0.0, 999.0, 0.0
	left := slices.IndexFunc(a.Features, func(f airframe.Feature) bool { return f.ID == "wheel-left" })
	from, _ := airframe.Under.Of(a.Features[left].At)
	for _, s := range Mud(a, 1, black, 3, 1, 7).Streaks {
		least, most = min(least, s.WideMM), max(most, s.WideMM)
		if x := s.At.Y - from.Y; s.View == airframe.Under && math.Abs(s.At.X-from.X) < 12 && x > 0 {
			nearest, farthest = min(nearest, x), max(farthest, x)
		}
	}
	near4(t, "the smallest speck", least, 0.1, 0.001)
	near4(t, "the largest", most, 0.199, 0.06)
	near4(t, "the nearest", nearest, 12.3, 0.06)
	near4(t, "the farthest", farthest, 56, 0.07)
	near4(t, "how far specks go at 1/24", MudMM(24), 120, 1e-9)
	near4(t, "a slow taxi", mudSlow, 8, 0)
	near4(t, "a fast run", mudFast, 25, 0)
	near4(t, "the largest speck", mudMost, 0.3, 0)
	// route.Pull many are thrown, by the figure itself.
	near4(t, "specks", float64(len(l.Streaks)), 160, 0.02)
}

// T38: sizes of chips and what a tool can show of them (reference model, no source).
func TestChips(t *testing.T) {
	for _, tc := range []struct {
		tool   string
		scale  int
		shown  float64
		number int
		half   float64
	}{
		{"sponge-chips", 48, 81.825, 1137, 0.1824},
		{"brush-chips", 48, 69.883, 487, 0.2986},
		{"chip", 48, 89.713, 2200, 0.1224},
		{"pencil", 48, 63.849, 332, 0.3683},
		{"sponge-chips", 72, 72.549, 1308, 0.1800},
		{"sponge-chips", 32, 89.713, 978, 0.1837},
	} {
		tool, ok := chipHand(tc.tool)
		if !ok {
			t.Fatal(tc.tool)
		}
		c := tool.Chips(100, tc.scale)
		near4(t, tc.tool+" shows", c.ShownMM2, tc.shown, 0.005)
		near4(t, tc.tool+" number", float64(c.Number), float64(tc.number), 0.01)
		near4(t, tc.tool+" half", c.Quarters[1], tc.half, 0.01)
		if c.LeastMM > c.Quarters[0] || c.Quarters[0] > c.Quarters[1] || c.Quarters[2] > c.MostMM {
			t.Errorf("%s: sizes run %v from %.2f to %.2f", tc.tool, c.Quarters, c.LeastMM, c.MostMM)
		}
	}
	sponge, _ := chipHand("sponge-chips")
	if c := sponge.Chips(100, 48); c.LeastMM < 0.1 || c.MostMM > 1.3 || c.ShownMM2 < 70 {
		t.Errorf("T38: %.2f to %.2f mm, %.0f %% shown", c.LeastMM, c.MostMM, c.ShownMM2)
	}
	if c := sponge.Chips(100, 700); c.Number != 0 || c.ShownMM2 != 0 {
		t.Errorf("on a tiny model a sponge shows %d chips", c.Number)
	}
	if _, ok := chipHand("wipe"); ok {
		t.Error("a cloth sets chips")
	}
	// A numeric sum over the law: the chips that are set have the area that is shown.
	c := sponge.Chips(100, 48)
	sum, top := 0.0, c.MostMM
	for d := c.LeastMM; d < top; d += 0.0005 {
		sum += math.Pi / 4 * d * d * math.Pow(d, -2.6)
	}
	perChip := sum * 0.0005 * 1.6 / (math.Pow(c.LeastMM, -1.6) - math.Pow(top, -1.6))
	near4(t, "area of all chips", perChip*float64(c.Number), c.ShownMM2, 0.02)
}

// Gun gas (reference model, no source): densities of 300 rounds; nothing ahead, nothing without rounds; 6 to 20 mm on a 1/48 model.
func TestGas(t *testing.T) {
	g := Gas{0.03, 300, 48}
	for m, want := range map[float64]float64{0.1: 1.284, 0.3: 0.3485, 1: 0.0458} {
		near4(t, "gas", g.Density(m*1000/48, 0), want, 0.03)
	}
	near4(t, "gas beside its axis", g.Density(6.25, 0.6)/g.Density(6.25, 0), 0.836, 0.02)
	near4(t, "its length", g.LengthMM(), 10.5, 0.03)
	// T97: common practice, no source: two to five times as long as wide, at most 60 mm, hardly more after some 2,000 rounds.
	for _, bore := range []float64{0.02, 0.03} {
		for _, rounds := range []float64{150, 300, 1000, 2000} {
			g := Gas{bore, rounds, 48}
			if r := g.LengthMM() / g.WideMM(); r < 2 || r > 5 || g.LengthMM() > 60 {
				t.Errorf("T97: %.0f rounds of a gun of %.2f m: %.1f by %.1f mm", rounds, bore, g.LengthMM(), g.WideMM())
			}
		}
	}
	near4(t, "T97: after 20,000 rounds, to 2,000", (Gas{0.03, 20_000, 48}).Density(6, 0)/(Gas{0.03, 2000, 48}).Density(6, 0), 1.06, 0.01)
	if g.LengthMM() < 6 || g.LengthMM() > 20 {
		t.Errorf("%.0f mm of gas", g.LengthMM())
	}
	if g.Density(-1, 0) != 0 || (Gas{0.03, 0, 48}).LengthMM() != 0 {
		t.Error("gas lies ahead of the port, or without a round")
	}
	a := plane(t, "low-single")
	if l := Guns(a, 0, black, UsualRounds(), 1, 1); len(l.Clouds) == 0 || len(Guns(a, 0, black, 0, 1, 1).Clouds) != 0 || len(Guns(plane(t, "trainer"), 0, black, 300, 1, 1).Clouds) != 0 {
		t.Errorf("%d clouds; none without rounds or guns", len(l.Clouds))
	}
	var ports, chutes []float64
	for _, c := range Guns(a, 1, black, 300, 1, 1).Clouds {
		f, _ := a.Near(c.View, c.From)
		if f.Kind == airframe.Chute {
			chutes = append(chutes, c.Density(9, 0))
		} else {
			ports = append(ports, c.Density(9, 0))
		}
	}
	if len(chutes) != 4 || len(ports) != 4 || math.Abs(chutes[0]/ports[0]-0.45) > 0.02 {
		t.Errorf("below the wing gas comes out at %d ports and %d chutes: %v %v", len(ports), len(chutes), ports, chutes)
	}
	for how, want := range map[route.Pull]float64{{}: 300, {Rounds: -1}: 0, {Rounds: 40}: 40} {
		near4(t, "rounds", Fired(how, "some"), want, 0)
	}
	for combat, want := range map[string]float64{"none": 0, "much": 600, "": 300} {
		near4(t, "rounds of an aircraft in action: "+combat, Fired(route.Pull{}, combat), want, 0)
	}
	near4(t, "rounds that are said", Fired(route.Pull{Rounds: 40}, "none"), 40, 0)
	for fade, want := range map[float64]float64{3.6: 1.5, 2.5: 1.25, 0.05: 1, 14.4: 2} {
		near4(t, "a shift by how far it has faded", Faded("service-worn", fade), want, 0.001)
	}
	near4(t, "a bore that is not given", GasOf(a, &airframe.Feature{}, 1).BoreM, 0.03, 0)
}

// A streak holds what its dot has left, whatever it spreads; a smoother surface makes it longer and fainter; specks are even.
func TestStreaks(t *testing.T) {
	hold := func(s Streak) (sum float64) {
		const step = 0.05
		for x := step / 2; x < 12*s.LongMM; x += step {
			for y := -8.0; y < 8; y += step {
				sum += s.Over(x, y) * step * step
			}
		}
		return sum
	}
	for _, on := range []coating.Sheen{coating.Flat, coating.Satin} {
		long, wide, cover := Drawn(0.8, on.Texture())
		s := Streak{LongMM: long, WideMM: wide, Density: -math.Log1p(-cover)}
		if long < 20 {
			near4(t, "what a streak holds", hold(s), s.Density*wide*long, 0.02)
		}
		left := 0.1 * 0.512 * 0.5 * 4 / 0.017 // of the dot, as density times mm2
		near4(t, "what is left of its dot", s.Density*wide*long, left, 0.02)
	}
	s := Streak{LongMM: 10, WideMM: 1.4, Density: 0.15, TowardDeg: 90}
	if s.Over(0, 0) <= s.Over(5, 0) || s.Over(5, 0) <= s.Over(5, 0.6) || s.Over(-3, 0) > 0.001 || s.Toward().X < 0.999 || s.Over(s.Reach()+0.01, 0) != 0 || s.Over(s.Reach()-1, 0) <= 0 {
		t.Error("a streak thins along itself and to its sides")
	}
	speck := Streak{WideMM: 0.2, Density: 4}
	if speck.Over(0.09, 0) != 4 || speck.Over(0.11, 0) != 0 || speck.Reach() != 0.1 {
		t.Error("a speck is round and even")
	}
	near4(t, "a streak spreads and tapers", s.Over(20, 0)/s.Over(0, 0), 0.1131, 0.01)
}

// On a zone as large as a door nobody sets more than some thousand dots; what they shift is told as it is.
func TestManyDots(t *testing.T) {
	a, err := airframe.Make(airframe.Spec{Type: "low-single", SpanMM: 2400})
	if err != nil {
		t.Fatal(err)
	}
	p := DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 3, Seed: 1}.Plan(a, 0)
	if len(p.Dots) != 6000 || p.Shift >= 2.5 || p.Shift <= 0.1 || p.PerCM2 >= 4 {
		t.Errorf("%d dots, %.2f a cm2, shift %.2f", len(p.Dots), p.PerCM2, p.Shift)
	}
}

// T43, T44 and the oils' other figures.
func TestBlend(t *testing.T) {
	near4(t, "parts of a filter", filterParts, 15, 0)
	near4(t, "coats in which a stain hides", stainHides, 2.5, 0)
	near4(t, "oil of a density of 4 on a cm2", OilMM3(400), 1.7, 0.001)
	near4(t, "dust where it is thickest", dustCover, 0.3, 0)
	if !Suits(12) || Suits(12.1) || !MixPays(7.9, 10) || MixPays(8.1, 10) {
		t.Error("a tube may lie 12 off, and a mix has to come 2 nearer")
	}
	base, ink := colour.Lab(48, -2, -6), colour.Lab(28, 4, 14)
	brown := &coating.Product{Kind: coating.Paint, Family: coating.MustFamily("enamel"), Colour: ink.String()}
	if d := base.Difference(base.Veiled(ink, Filter(denseOf(brown, base), 20))); d < 0.5 || d > 1.5 {
		t.Errorf("T44: 1:20 shifts by %.2f", d)
	}
	if d := base.Difference(base.Veiled(ink, Filter(denseOf(brown, base), 10))); d < 1.2 || d > 2.5 {
		t.Errorf("T44: 1:10 shifts by %.2f", d)
	}
	for sheen, want := range map[coating.Sheen][2]float64{coating.Flat: {6, 0.833}, coating.Satin: {2.9, 2.5}, coating.Gloss: {1.095, 2.5}} {
		near4(t, "T43: open on "+sheen.String(), OpenMin(sheen.Texture()), want[0], 0.01)
		near4(t, "an accent on "+sheen.String(), AccentWide(sheen.Texture()), want[1], 0.01)
	}
	near4(t, "mellowed after ten hours", Mellowed(10*time.Hour), 0.8736, 0.001)
	near4(t, "mellowed at once", Mellowed(-time.Hour), 1, 0)
	near4(t, "mellowed after a week", Mellowed(170*time.Hour), 0.8, 0.001)
	near4(t, "corrected for", Corrects().Hours(), 36, 0)
	a := plane(t, "low-single")
	all := Accents(a, 0, coating.Flat.Texture(), 1)
	if len(all) < 3 || all[0].Line.Role != airframe.Gap {
		t.Fatalf("%d lines, the first a %s", len(all), all[0].Line.Role)
	}
	long := func(all []Accent) (sum float64) {
		for _, one := range all {
			points := one.Line.Path.Points(0.1)
			for k := 1; k < len(points); k++ {
				sum += math.Hypot(points[k].X-points[k-1].X, points[k].Y-points[k-1].Y)
			}
		}
		return sum
	}
	whole := 0.0
	for i := range a.Lines {
		if l := &a.Lines[i]; l.Counts && (l.Role == airframe.Panel || l.Role == airframe.Gap) {
			whole += long([]Accent{{Line: l}})
		}
	}
	if share := long(all) / whole; share < 0.15 || share > 0.35 {
		t.Errorf("%.2f of the lines get an accent", share)
	}
	near4(t, "share of the lines that get an accent", accentShare, 0.25, 0)
	if n := len(all); n != 22 {
		t.Errorf("%d lines get an accent", n)
	}
	if more := Accents(a, 0, coating.Flat.Texture(), 3); len(more) <= len(all) || long(more)/whole > 0.95 {
		t.Errorf("three times the accents are %d lines", len(more))
	}
	l := Shaded(a, 0, all, black, coating.Flat.Texture(), 7)
	near4(t, "strokes of the brush, along half of each", float64(len(l.Streaks)), long(all)/1.2/2, 0.2)
	densest, other := 0.0, 0
	for _, s := range l.Streaks {
		densest = max(densest, s.Density)
		if math.Abs(s.TowardDeg-180) > 90 {
			other++
		}
	}
	near4(t, "their density", densest, 0.353, 0.01)
	near4(t, "blended to the other side", float64(other)/float64(len(l.Streaks)), 0.3, 0.6)
	if smooth := Shaded(a, 0, all, black, coating.Satin.Texture(), 7); smooth.Streaks[0].Density >= l.Streaks[0].Density {
		t.Error("an accent on satin is as dense as on flat")
	}
	rain := Rain(a, 0, 1, 1)
	for _, r := range rain {
		if r.View != airframe.Left && r.View != airframe.Right || r.TowardDeg != 180 || r.WideMM != 0.4 {
			t.Fatalf("rain runs %+v", r)
		}
		near4(t, "its cover", -math.Expm1(-r.Density), 0.25, 0.001)
	}
	near4(t, "rain marks", float64(len(rain)), 4, 0.01)
	mean := 0.0
	for _, r := range Rain(a, 0, 40, 1) {
		mean += math.Log(r.LongMM) / float64(len(Rain(a, 0, 40, 1)))
	}
	near4(t, "how long they are", math.Exp(mean), 4.5, 0.08)
	p := DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 3, Seed: 3}.Plan(plane(t, "four-engined"), 0)
	patches := p.Patches()
	dots, mins := 0, 0.0
	for i, one := range patches {
		dots, mins = dots+one.Dots, mins+one.Mins
		if one.Mins > blendMin*1.05 {
			t.Errorf("patch %d takes %.1f min", i, one.Mins)
		}
	}
	if dots != len(p.Dots) || math.Abs(mins-p.Minutes) > 0.1 || len(patches) < 5 {
		t.Errorf("%d patches hold %d of %d dots, %.0f of %.0f min", len(patches), dots, len(p.Dots), mins, p.Minutes)
	}
	if (DotPlan{}).Patches() != nil {
		t.Error("nothing has patches")
	}
}

// What spills, dust and coolers leave, by their own figures; leaks thin as they are drawn out.
func TestSpills(t *testing.T) {
	a := plane(t, "low-single")
	metre := 1000.0 / 48
	l := Spills(a, 0, black, 1, 1)
	if len(l.Clouds) != 2 {
		t.Fatalf("%d spills", len(l.Clouds))
	}
	c := l.Clouds[0]
	dense := -math.Log(1 - 0.45)
	near4(t, "at the filler", c.Density(0, 0), dense, 0.001)
	near4(t, "ahead of it", c.Density(-1, 0), 0, 0)
	aside := -0.15
	if c.From.X < 0 {
		aside = 0.15
	}
	wide := (0.07*metre + 0.02*0.7*metre) / (0.07 * metre)
	near4(t, "0.7 m aft, outboard", c.Density(0.7*metre, aside*0.7*metre), dense/math.E/wide, 0.001)
	near4(t, "0.1 m beside it", c.Density(0, 0.1*metre), dense*math.Exp(-0.5/0.49), 0.001)
	if long := c.ReachMM / 2; long < 10 || long > 40 {
		t.Errorf("a spill is %.0f mm long", long)
	}
	if Spills(a, 0, black, 2, 0.5).Clouds[0].ReachMM >= c.ReachMM {
		t.Error("a shorter reach is longer")
	}
	cool := Coolers(a, 1, 1, 1)
	if len(cool) == 0 {
		t.Fatal("no cooler stains")
	}
	near4(t, "behind a cooler", cool[0].Density(0, 0), -math.Log(1-0.3), 0.001)
	near4(t, "how far", cool[0].ReachMM, 4*0.9*metre, 0.001)
	d := Dusty(a, 0, black, 1, 1)
	boots, even := 0, 0.0
	trodden := [][]Streak{}
	for i := range a.Features {
		if f := &a.Features[i]; f.Kind == airframe.Walkway {
			own := scuffs(a, f, 0, 1, 7)
			trodden = append(trodden, own)
			for _, s := range own {
				if s.View == airframe.Top {
					boots++
					near4(t, "a scuff", -math.Expm1(-s.Density), 0.35, 0.001)
				}
			}
		}
	}
	if len(trodden) != 2 || len(trodden[0]) > 0 && len(trodden[1]) > 0 && trodden[0][0].WideMM == trodden[1][0].WideMM && trodden[0][0].At.Y == trodden[1][0].At.Y {
		t.Error("two walkways are trodden alike")
	}
	for _, c := range d.Clouds {
		if c.View == airframe.Under && c.WideMM > 200 {
			even = c.Density(50, 3)
		}
	}
	near4(t, "scuffs", float64(boots), 38, 0.15)
	near4(t, "dust far from wheels", even, 0.06, 0.001)
	near4(t, "dust behind a wheel", d.Clouds[0].Density(0, 0), -math.Log(1-0.3), 0.001)
	near4(t, "2 m aft", d.Clouds[0].Density(2*metre, 0)/d.Clouds[0].Density(0, 0), 0.2/(0.2+0.3)/math.E, 0.001)
	four := 0
	for _, d := range Leaks(plane(t, "four-engined"), 0, black, 7) {
		four++
		near4(t, "a leak's dot", d.DMM, 0.5, 1e-9)
	}
	if four != 4 {
		t.Errorf("%d leaks on a zone with many places that leak", four)
	}
	leaks := LeakStreaks(0, []Dot{{DMM: 0.5, LengthMM: 8}}, black, 1, 1)
	near4(t, "a leak's head", -math.Expm1(-leaks.Streaks[0].Density), 0.5, 0.001)
	near4(t, "it thins over", leaks.Streaks[0].LongMM, 4, 0.001)
}

// Plumes stream over the zone of their stacks and beyond; where a zone has no stacks it gets what reaches it. Pulled, they are denser or longer.
func TestStreams(t *testing.T) {
	a := plane(t, "mid-twin")
	rows := Banks(a, 30, 0.75)
	if len(rows) != 2 || len(rows[0].Plume.Stacks) != 4 && len(rows[0].Plume.Stacks) != 1 {
		t.Fatalf("%d rows: %+v", len(rows), rows)
	}
	own, other := Streams(rows, rows[0].Zone, black, 1, 1, 7), Streams(rows, 99, black, 1, 1, 7)
	if !own.Beyond || other.Beyond || len(own.Clouds) != 4 || len(other.Clouds) != 4 {
		t.Errorf("%v with %d clouds, %v with %d", own.Beyond, len(own.Clouds), other.Beyond, len(other.Clouds))
	}
	strong, long := Streams(rows, rows[0].Zone, black, 2, 1, 7), Streams(rows, rows[0].Zone, black, 1, 2, 7)
	for _, x := range []float64{3, 20, 50} {
		near4(t, "twice as strong", strong.Clouds[0].Density(x, 0), 2*own.Clouds[0].Density(x, 0), 1e-9)
		near4(t, "twice as long", long.Clouds[0].Density(2*x, 0), own.Clouds[0].Density(x, 0), 1e-9)
	}
	for how, want := range map[route.Pull][2]float64{{}: {1, 1}, {Amount: 0.01, Reach: 9}: {0.1, 3}, {Amount: 2, Reach: 0.5}: {2, 0.5}} {
		if amount, reach := how.Times(); amount != want[0] || reach != want[1] {
			t.Errorf("%+v is %.2f times, %.2f as long", how, amount, reach)
		}
	}
}

// A mirrored airframe gets a mirrored plan: gas, mud and plumes of the left are those of the right.
func TestMirrored(t *testing.T) {
	a := plane(t, "low-single")
	mirror := func(p airframe.Pt) airframe.Pt { return airframe.Pt{X: -p.X, Y: p.Y} }
	gas := Guns(a, 0, black, 300, 1, 1)
	for _, c := range gas.Clouds {
		if !slices.ContainsFunc(gas.Clouds, func(o Cloud) bool {
			m := mirror(c.From)
			return o.View == c.View && math.Hypot(o.From.X-m.X, o.From.Y-m.Y) < 1e-6 && o.ReachMM == c.ReachMM
		}) {
			t.Errorf("gas at %v has no twin", c.From)
		}
	}
	rows := Banks(a, 30, 0.75)
	if rows[0].Profile()[5] != rows[1].Profile()[5] || rows[0].From.At.Y != -rows[1].From.At.Y {
		t.Error("the left plume is not the right one")
	}
}

// On a model of twice the size the paint on it is a quarter, in the other direction: the same picture at half the scale takes four times the area.
func TestScales(t *testing.T) {
	small, err := airframe.Make(airframe.Spec{Type: "low-single", Scale: 96})
	if err != nil {
		t.Fatal(err)
	}
	large := plane(t, "low-single")
	dot := func(a *airframe.Airframe) float64 {
		return DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 1.5, Seed: 3}.Plan(a, 0).MM3
	}
	near4(t, "oil on half the size", dot(large)/dot(small), 4, 0.03)
	sum := func(scale int) (mm2 float64) {
		p := row("rich", 30, 0.75)
		p.Scale = scale
		k := 48 / float64(scale)
		for x := 0.5 * k; x < 150*k; x += k {
			for y := -15 * k; y < 15*k; y += 0.25 * k {
				mm2 += p.Painted(x, y) * 0.25 * k * k
			}
		}
		return mm2
	}
	near4(t, "soot on half the size", sum(48)/sum(96), 4, 0.001)
}

// The nearest of many places is the nearest, wherever they lie: against trying them all.
func TestNear(t *testing.T) {
	rnd := rand.New(rand.NewPCG(1, 2))
	n := newNear(airframe.Pt{X: -50, Y: 0}, airframe.Pt{X: 50, Y: 30}, 4)
	if !math.IsInf(n.from(airframe.Pt{}, 0), 1) {
		t.Error("there is a nearest of none")
	}
	var all []airframe.Pt
	for range 200 {
		p := airframe.Pt{X: 120*rnd.Float64() - 60, Y: 40*rnd.Float64() - 5} // some lie outside
		q := airframe.Pt{X: 100*rnd.Float64() - 50, Y: 30 * rnd.Float64()}
		n.add(p)
		all = append(all, p)
		want := math.Inf(1)
		for _, o := range all {
			want = min(want, (o.X-q.X)*(o.X-q.X)+(o.Y-q.Y)*(o.Y-q.Y))
		}
		if got := n.from(q, -1); got != want && want < 25*25 {
			t.Fatalf("from %v the nearest of %d is %.3f, not %.3f", q, len(all), math.Sqrt(want), math.Sqrt(got))
		}
	}
}

// Oils hold on flat and slide on gloss (T32); markings get a third of the dots, and never more than veil them.
func TestGrips(t *testing.T) {
	all := Grips(0.8)
	for i, want := range [][3]float64{{8.2, 0.2974, 6}, {35.2, 0.0791, 2.9}, {60, 0.0117, 1.095}} {
		near4(t, "a dot is drawn to", all[i].LongMM, want[0], 0.02)
		near4(t, "it covers", all[i].Cover, want[1], 0.03)
		near4(t, "open for", all[i].OpenMin, want[2], 0.01)
	}
	if all[2].Cover > all[0].Cover/5 {
		t.Errorf("T32: gloss keeps %.3f, flat %.3f", all[2].Cover, all[0].Cover)
	}
	flat := coating.Flat.Texture()
	near4(t, "few dots", OnMarkings(1.2, 0.8, flat), 0.4, 0.001)
	most := OnMarkings(12, 0.8, flat)
	near4(t, "they cover at most", -math.Expm1(-most/100*8.205*2.08*0.3529), 0.05, 0.02)
	if most >= 4 {
		t.Errorf("%.1f dots a cm2 on a marking", most)
	}
	seen := map[string]bool{}
	for _, w := range otherFades {
		if seen[w.ID] || w.Words == "" || w.Takes == "" || w.Undo == "" {
			t.Errorf("another way to fade: %+v", w)
		}
		seen[w.ID] = true
	}
	if len(seen) != 4 {
		t.Errorf("%d other ways to fade", len(seen))
	}
}

// The largest chips lie where the zone wears, on it, apart from each other, the largest first; none where nothing wears.
func TestPlaceChips(t *testing.T) {
	a := plane(t, "low-single")
	m := wear.MapOf(a, wear.Service{})
	tool, _ := chipHand("sponge-chips")
	c := tool.Chips(150, 48)
	all := tool.PlaceChips(a, m, 0, 60, c, 7)
	if len(all) != 60 {
		t.Fatalf("%d chips", len(all))
	}
	for i, s := range all {
		if _, z := a.Seen(s.View, s.At); z != 0 || wear.Far(m.At(s.View, s.At, 0)) {
			t.Errorf("chip %d at %v lies on zone %d, worn %.2f", i, s.At, z, m.At(s.View, s.At, 0))
		}
		if i > 0 && s.WideMM >= all[i-1].WideMM || s.WideMM > 1.25 || s.WideMM < 0.12 {
			t.Errorf("chip %d is %.2f mm wide after one of %.2f", i, s.WideMM, all[i-1].WideMM)
		}
	}
	near4(t, "the largest", all[0].WideMM, 1.20, 0.06)
	near4(t, "the sixtieth", all[59].WideMM, 0.72, 0.06)
	if got := tool.PlaceChips(a, m, 99, 60, c, 7); got != nil {
		t.Error("chips lie on no zone")
	}
	if got := tool.PlaceChips(a, m, 0, 60, tool.Chips(0.05, 48), 7); len(got) > 1 {
		t.Errorf("next to no chips are %d", len(got))
	}
}

// chipHand returns what a kind of step sets chips with.
func chipHand(do string) (*Hand, bool) {
	h := HandOf(do)
	return h, h != nil && h.MarkMM > 0
}

// What a step makes follows from its kind, from what it says that it is of, and from what the airframe has.
func TestMakes(t *testing.T) {
	for _, tc := range []struct{ kind, do, of, want string }{
		{"low-single", "oil-dots", "", "fading"},
		{"low-single", "brush-chips", "", "chips"},
		{"low-single", "exhaust-spray", "", "exhaust"},
		{"low-single", "exhaust-spray", "gas", "gas"},
		{"low-single", "streak", "", "leaks rain coolers"},
		{"low-single", "streak", "exhaust", "exhaust"},
		{"low-single", "streak", "gas", "gas"},
		{"low-single", "streak", "rain", "rain"},
		{"low-single", "pastel", "", "dust scuffs"},
		{"low-single", "pastel", "exhaust", "exhaust"},
		{"low-single", "gloss-coat", "", ""},
	} {
		s := &route.Step{Do: route.MustTechnique(tc.do), Pull: route.Pull{Of: tc.of}}
		var got []string
		for _, e := range Makes(s, plane(t, tc.kind)) {
			got = append(got, e.ID)
		}
		if strings.Join(got, " ") != tc.want || Stains(s.Do) != (tc.want != "") {
			t.Errorf("%s of %q makes %v, want %s", tc.do, tc.of, got, tc.want)
		}
	}
	gunned := *plane(t, "low-single")
	gunned.Features = slices.DeleteFunc(slices.Clone(gunned.Features), func(f airframe.Feature) bool { return f.Kind == airframe.Stack })
	if s := (&route.Step{Do: route.MustTechnique("exhaust-spray")}); !Is(s, &gunned, "gas") || Is(s, &gunned, "exhaust") {
		t.Error("an aircraft with guns and no stacks has exhaust")
	}
}
