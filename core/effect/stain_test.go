package effect

import (
	"math"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/shade"
	"inkysparrow/core/wear"
)

func row(fuel string, hours, core float64) Plume {
	return Plume{BoreM: 0.06, Stacks: []float64{0, 0.16, 0.32, 0.48, 0.64, 0.8}, Fuel: FuelNamed(fuel), Hours: hours, Core: core, Scale: 48}
}

// T21: common practice, no source: aft of the last stack the deposit falls while it widens; it never falls with hours, stacks or soot, and nothing lies ahead.
func TestPlume(t *testing.T) {
	p := row("rich", 30, 0.75)
	last, wide := math.Inf(1), 0.0
	for aft := 0.88; aft < 6; aft += 0.04 { // from where what leaves the last lip has reached the skin
		got := p.Density(aft, 0)
		if got >= last || p.WidthM(aft) <= wide {
			t.Fatalf("T21: %.2f m aft %.4f of width %.3f, nearer %.4f and %.3f", aft, got, p.WidthM(aft), last, wide)
		}
		last, wide = got, p.WidthM(aft)
		if p.Density(aft, 0.1) != p.Density(aft, -0.1) || p.Density(aft, 0.3) > got {
			t.Fatalf("%.2f m aft it is not even", aft)
		}
		if row("rich", 60, 0.75).Density(aft, 0) < got || row("lean", 30, 0.75).Density(aft, 0) > got {
			t.Fatalf("%.2f m aft more hours lay less, or less soot more", aft)
		}
	}
	if p.Density(-0.1, 0) != 0 {
		t.Error("something lies ahead of the stacks")
	}
	one, two := p, p
	one.Stacks, two.Stacks = []float64{0}, []float64{0, 0.16}
	for _, aft := range []float64{0.2, 1, 3} {
		if two.Density(aft, 0) <= one.Density(aft, 0) {
			t.Errorf("%.1f m aft a second stack adds nothing", aft)
		}
	}
	// Mass across falls no faster than the density on the axis.
	mass := func(aft float64) (sum float64) {
		for y := -3.0; y < 3; y += 0.01 {
			sum += p.Density(aft, y) * 0.01
		}
		return sum
	}
	if mass(3)/mass(1) < p.Density(3, 0)/p.Density(1, 0) {
		t.Error("mass across falls faster than the axis")
	}
	if a, b := p.Painted(30, 2), (Plume{p.BoreM, p.Stacks, p.Fuel, p.Hours, p.Core, 24}).Painted(60, 4); math.Abs(a-b) > 1e-9 {
		t.Errorf("at another scale the same place has %.4f, had %.4f", b, a)
	}
	if c := p.Cover(20, 0); c > 0.75 || c < 0.6 {
		t.Errorf("the core covers %.2f, 0.75 wanted", c)
	}
}

// T30: reference model, no source.
func TestCover(t *testing.T) {
	p := Plume{BoreM: 0.06, Stacks: []float64{0}, Fuel: FuelNamed("mid"), Hours: 30, Core: 0.98, Scale: 1}
	cover := func(aft float64) float64 { return -math.Expm1(-p.Density(aft, 0)) }
	if c := cover(1) / cover(0.01); c > 0.5 {
		t.Errorf("T30: at 1 m %.2f of the core", c)
	}
	if c := cover(4) / cover(0.01); c > 0.15 {
		t.Errorf("T30: at 4 m %.2f of the core", c)
	}
	if w := p.WidthM(4) / p.WidthM(0.1); w < 3 || w > 8.5 {
		t.Errorf("T30: at 4 m %.1f times as wide as at 0.1 m", w)
	}
	// The model's own figures, so that none of its numbers moves unnoticed: width in m and density.
	for _, tc := range []struct{ aft, width, density float64 }{{0.1, 0.0292, 0.894}, {1, 0.0855, 0.1108}, {4, 0.2398, 0.0149}} {
		if w := p.WidthM(tc.aft); math.Abs(w-tc.width) > 0.03*tc.width {
			t.Errorf("%.1f m aft it is %.4f m wide, want %.4f", tc.aft, w, tc.width)
		}
		if d := p.Density(tc.aft, 0); math.Abs(d-tc.density) > 0.04*tc.density {
			t.Errorf("%.1f m aft lies %.4f, want %.4f", tc.aft, d, tc.density)
		}
	}
}

// T28: common practice, no source: 6 to 14 thin passes, 10 to 35 % paint, at most 15 psi, from 1 to 7 cm; rebuilt from its passes the plume is what was planned.
func TestSpray(t *testing.T) {
	for _, fuel := range []string{"rich", "mid", "lean"} {
		for _, hides := range []float64{1, 1.5, 2.5} {
			p := row(fuel, 30, 0.75)
			s := p.Spray(Mix{Dense: hidesBy / (hides * coatWetUM)}, 0, 1)
			if n := len(s.Passes); n < 6 || n > 22 || hides <= 1.5 && n > 14 {
				t.Errorf("T28 %s hiding in %.1f: %d passes", fuel, hides, n)
			}
			if s.Paint < 0.09 || s.Paint > 0.36 || s.PSI > 15 || s.Microns > 7 || s.MM3 < 1 || s.MM3 > 30 {
				t.Errorf("T28 %s hiding in %.1f: %.0f %% paint at %.0f psi, %.1f mm3", fuel, hides, 100*s.Paint, s.PSI, s.MM3)
			}
			var dose []float64
			most := 0.0
			for x := 0.5; x < 150; x++ {
				dose = append(dose, p.across(x))
				most = max(most, dose[len(dose)-1])
			}
			off := 0.0
			for i, want := range dose[:100] {
				got := 0.0
				for _, one := range s.Passes {
					if x := float64(i) + 0.5; x >= one.FromMM && x < one.ToMM {
						got += most / float64(len(s.Passes))
					}
				}
				off += (got - want) * (got - want) / 100
			}
			if off = math.Sqrt(off); off > 0.1*most {
				t.Errorf("%s hiding in %.1f: rebuilt it is off by %.3f of its peak (rms)", fuel, hides, off/most)
			}
			for i, one := range s.Passes {
				if one.StartMM < 10 || one.EndMM > 70 || one.EndMM < one.StartMM || i > 0 && one.ToMM > s.Passes[i-1].ToMM {
					t.Errorf("T28 %s: pass %d is %+v", fuel, i+1, one)
				}
			}
		}
	}
	thick, thin := row("rich", 30, 0.75).Spray(Mix{Dense: hidesBy / 30}, 8, 1), row("rich", 30, 0.75).Spray(Mix{Dense: hidesBy / 30}, 16, 1)
	if math.Abs(thin.Paint-thick.Paint/2) > 0.02 {
		t.Errorf("twice the passes take %.2f of paint, half of %.2f wanted", thin.Paint, thick.Paint)
	}
}

// T32: reference model, no source: a dot of 0.8 mm drawn out on flat, and how much less it covers on gloss.
func TestDrawn(t *testing.T) {
	long, wide, covers := Drawn(0.8, coating.Flat.Texture())
	if long < 5 || long > 20 || wide < 1 || wide > 3 || covers < 0.2 || covers > 0.35 {
		t.Errorf("T32: %.1f by %.1f mm, cover %.2f", long, wide, covers)
	}
	if _, _, gloss := Drawn(0.8, coating.Gloss.Texture()); gloss > covers/5 {
		t.Errorf("T32: on gloss it covers %.3f, on flat %.3f", gloss, covers)
	}
	if satin, _, faint := Drawn(0.8, coating.Satin.Texture()); satin <= long || faint >= covers {
		t.Error("a smoother surface does not make a longer and fainter streak")
	}
	// Its volume is what is left of the dot: thickness V exp(-s/L) w/(w + 0.06 s) is less by what it widens.
	v := float64(coating.Flat.Texture()) / 1000
	sum := 0.0
	for s := 0.05; s < 12*long; s += 0.1 {
		sum += v * math.Exp(-s/long) * wide * 0.1
	}
	if want := 0.1 * 0.8 * 0.8 * 0.8 * 0.5; math.Abs(sum-want) > 0.02*want {
		t.Errorf("the streak holds %.4f mm3, half the dot %.4f", sum, want)
	}
}

func plane(t testing.TB, kind string) *airframe.Airframe {
	t.Helper()
	a, err := airframe.Make(airframe.Spec{Type: kind})
	if err != nil {
		t.Fatal(err)
	}
	return a
}

var grey = colour.Lab(48, -2, -6)

// T31, T17: common practice, no source. Same seed same dots, the first of them stay, all lie inside their zone, none near another, off the border of the colour.
func TestDots(t *testing.T) {
	a := plane(t, "swept-jet")
	job := DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 1.5, Seed: 3}
	p := job.Plan(a, 0)
	if p.PerCM2 < 0.5 || p.PerCM2 > 3 || math.Abs(p.Shift-1.5) > 0.05 {
		t.Errorf("T31: %.2f dots a cm2 shift by %.2f", p.PerCM2, p.Shift)
	}
	if again := job.Plan(a, 0); len(again.Dots) != len(p.Dots) || again.Dots[7] != p.Dots[7] {
		t.Error("the same seed gave other dots")
	}
	more := job
	more.Wanted = 2.5
	q := more.Plan(a, 0)
	if len(q.Dots) <= len(p.Dots) || q.MM3 <= p.MM3 {
		t.Errorf("a larger shift takes %d dots and %.0f mm3, a smaller %d and %.0f", len(q.Dots), q.MM3, len(p.Dots), p.MM3)
	}
	for i := range 50 {
		if q.Dots[i].At != p.Dots[i].At {
			t.Fatalf("dot %d moves when there are more", i)
		}
	}
	nearest := math.Inf(1)
	counts := map[string]int{}
	for i, d := range p.Dots {
		plate, zone := a.Seen(d.View, d.At)
		if plate < 0 || zone != 0 {
			t.Fatalf("dot %d at %v lies on zone %d", i, d.At, zone)
		}
		counts[d.Tone.ID]++
		if d.LengthMM <= 0 || d.LengthMM > 25 || math.Abs(d.TowardDeg-180) > 65 { // T95: at 1/48 on flat 5 to 25 mm, less where a panel ends
			t.Errorf("dot %d is drawn %.1f mm towards %.0f", i, d.LengthMM, d.TowardDeg)
		}
		for _, o := range p.Dots[:i] {
			if o.View == d.View {
				nearest = min(nearest, math.Hypot(o.At.X-d.At.X, o.At.Y-d.At.Y))
			}
		}
	}
	if nearest < 1 {
		t.Errorf("two dots lie %.2f mm apart", nearest)
	}
	if n := len(p.Dots); math.Abs(float64(counts["lighter"])-0.55*float64(n)) > 0.15*float64(n) {
		t.Errorf("%d of %d dots are lighter", counts["lighter"], n)
	}
	if zero := (DotJob{Paint: grey, On: job.On, DMM: 0.8, Wanted: 0, Seed: 1}).Plan(a, 0); len(zero.Dots) != 0 {
		t.Errorf("nothing wanted takes %d dots", len(zero.Dots))
	}
	if most := (DotJob{Paint: grey, On: job.On, DMM: 0.8, Wanted: 50, Seed: 1}).Plan(a, 0); most.PerCM2 != 12 || most.Shift >= 50 {
		t.Errorf("what can't be reached takes %.1f dots a cm2 for %.1f", most.PerCM2, most.Shift)
	}
	// T17, T31: on 1000 cm2 at a dot a cm2: about 40 minutes and 0.15 ml.
	if ml := SqueezedMM3(0.8) * 1000 / 1000; ml < 0.1 || ml > 0.3 {
		t.Errorf("T17: %.2f ml", ml)
	}
	if per := (1000*0.8 + 1000*1.6) / 60; per < 30 || per > 60 {
		t.Errorf("T31: %.0f min", per)
	}
	if got := p.Minutes * 60 / (float64(len(p.Dots))*0.8 + float64(len(p.Dots))/p.PerCM2*1.6); got < 0.95 || got > 1.05 {
		t.Errorf("it takes %.1f min", p.Minutes)
	}
	if p.PatchCM2 < 40 || p.PatchCM2 > 250 {
		t.Errorf("a patch is %.0f cm2", p.PatchCM2)
	}
}

// No tone leaves what a screen can show; lighter is lighter and darker darker on every paint but the palest.
func TestTones(t *testing.T) {
	for l := 8.0; l <= 96; l += 8 {
		for _, ab := range [][2]float64{{0, 0}, {30, 20}, {-20, 25}, {5, -30}} {
			paint, _ := colour.Lab(l, ab[0], ab[1]).Shown()
			for _, tone := range Tones() {
				if _, whole := tone.Of(paint).Shown(); !whole {
					t.Errorf("%s on L %.0f leaves the gamut", tone.ID, l)
				}
			}
			if l < 80 && Tones()[0].Of(paint).Lightness() <= paint.Lightness() {
				t.Errorf("lighter on L %.0f is darker", l)
			}
			if l > 24 && Tones()[2].Of(paint).Lightness() >= paint.Lightness() {
				t.Errorf("darker on L %.0f is lighter", l)
			}
		}
	}
}

// T42: reference model, no source: leaks at 1/48, 5 to 15 mm by 0.2 to 1 mm, each on its zone.
func TestLeaks(t *testing.T) {
	all := 0
	for _, kind := range []string{"low-single", "swept-jet", "mid-twin"} {
		a := plane(t, kind)
		n := 0
		for z := range a.Zones {
			for _, d := range Leaks(a, z, grey, 7) {
				n++
				if _, zone := a.Seen(d.View, d.At); zone != z || d.DMM < 0.2 || d.DMM > 1 || d.LengthMM < 3.5 || d.LengthMM > 20 {
					t.Errorf("T42 %s: %+v on zone %d", kind, d, zone)
				}
			}
		}
		if n < 2 || n > 9 {
			t.Errorf("T42 %s: %d leaks", kind, n)
		}
		all += n
	}
	if all < 12 {
		t.Errorf("T42: %d leaks on three aircraft", all)
	}
}

func TestWanted(t *testing.T) {
	if WantedShift("restrained") != 1 || WantedShift("service-worn") != 1.5 || WantedShift("heavy") != 3 || WantedShift("") != 1.5 {
		t.Error("oils shift by 1, 1.5 and 3")
	}
	if Core(shade.Subtle) != 0.45 || Core(shade.Clear) != 0.75 || Core(shade.Stark) != 0.9 || Core(shade.Lost) != 0.45 {
		t.Error("a plume's core covers .45, .75 and .9")
	}
	if DotMM(48) != 0.8 || DotMM(72) != 0.65 || DotMM(10) != 1.2 || DotMM(700) != 0.5 {
		t.Errorf("T31: dots of %.2f, %.2f, %.2f, %.2f mm", DotMM(48), DotMM(72), DotMM(10), DotMM(700))
	}
	if Hours(wear.Service{}) != 30 || Hours(wear.Service{Months: 2}) != 50 || Hours(wear.Service{Months: 99}) != 60 || Hours(wear.Service{New: true}) != 3 {
		t.Error("hours flown")
	}
	f := plane(t, "low-single")
	for i := range f.Features {
		if o := &f.Features[i]; o.ID == "stack-left" {
			if p := PlumeOf(f, o, 30, 0.75); len(p.Stacks) != 6 || math.Abs(p.BoreM-0.06) > 1e-9 || math.Abs(p.Stacks[1]-0.16) > 1e-9 {
				t.Errorf("%+v", p)
			}
		}
	}
}

// BenchmarkDots plans about 2,000 dots; BenchmarkPlume works out a plume's passes.
func BenchmarkDots(b *testing.B) {
	a := plane(b, "four-engined")
	job := DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 1.4, Seed: 1}
	b.Logf("%d dots", len(job.Plan(a, 0).Dots))
	for b.Loop() {
		job.Plan(a, 0)
	}
}

func BenchmarkPlume(b *testing.B) {
	for b.Loop() {
		row("rich", 30, 0.75).Spray(Mix{Dense: hidesBy / 30}, 0, 1)
	}
}

// The model's own figures, so that none of its numbers moves unnoticed.
func TestFigures(t *testing.T) {
	held := func(what string, got, want, tolerance float64) {
		t.Helper()
		if math.Abs(got-want) > tolerance*math.Abs(want) {
			t.Errorf("%s: %.4f, want %.4f", what, got, want)
		}
	}
	s := row("rich", 30, 0.75).Spray(Mix{Dense: hidesBy / 30}, 0, 1)
	held("passes", float64(len(s.Passes)), 8, 0.01)
	held("the first ends", s.Passes[0].ToMM, 109, 0.02)
	held("held off where it begins", s.Passes[0].StartMM, 10, 0.001)
	held("and where it ends", s.Passes[0].EndMM, 59.1, 0.01)
	held("the last ends", s.Passes[len(s.Passes)-1].EndMM, 16.46, 0.05)
	held("pressure", s.PSI, 12, 0.001)
	held("paint", s.Paint, 0.194, 0.03)
	held("on the model", s.MM3, 4.718, 0.03)
	held("least passes", float64(len(row("lean", 30, 0.2).Spray(Mix{Dense: 2}, 0, 1).Passes)), 6, 0.01)
	held("usual passes", float64(len(row("mid", 30, 0.75).Spray(Mix{Dense: hidesBy / 20}, 0, 1).Passes)), 8, 0.01)
	held("squeezed out for a dot", SqueezedMM3(0.8), 0.1463, 0.01)
	p := DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 2, Seed: 3}.Plan(plane(t, "low-single"), 0)
	long, _, _ := Drawn(0.8, coating.Flat.Texture())
	var sum, squares float64
	for _, d := range p.Dots {
		l := math.Log(d.LengthMM / long)
		sum, squares = sum+l, squares+l*l
	}
	n := float64(len(p.Dots))
	held("a patch", p.PatchCM2, 360/(p.PerCM2*0.8+1.6), 1e-6)
	a, near, close := plane(t, "low-single"), 0, 0
	for _, d := range p.Dots {
		for _, turn := range []float64{1, -1} {
			if _, z := a.Seen(d.View, airframe.Pt{X: d.At.X + 1.7*turn, Y: d.At.Y}); z != 0 {
				close++
			}
			if _, z := a.Seen(d.View, airframe.Pt{X: d.At.X + 2.8*turn, Y: d.At.Y}); z != 0 {
				near++
			}
		}
	}
	if close > len(p.Dots)/150 { // at the tips of a zone a few may
		t.Errorf("%d of %d dots lie less than 1.7 mm off the border", close, len(p.Dots))
	}
	if near == 0 {
		t.Error("no dot lies within 2.8 mm of the border")
	}
	held("how lengths vary, and end at lines", math.Sqrt(squares/n-sum*sum/n/n), 0.6, 0.12)
}
