package effect

import (
	"math"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/dose"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

var twoYearsAtSea = wear.Service{Place: "ship", Shelter: "out", Months: 24, Strength: "service-worn"}

// on returns a job of a kind of step on all zones of an airframe, one after the other.
func on(t testing.TB, a *airframe.Airframe, do string, product *coating.Product, pull route.Pull) []*Job {
	t.Helper()
	var all []*Job
	area := make([]float64, len(a.Zones))
	whole := 0.0
	for z := range a.Zones {
		for p, f := range a.Skin(z) {
			area[z] += p.SkinMM2(f.Region) / 100
		}
		whole += area[z]
	}
	for z := range a.Zones {
		j := &Job{
			Airframe: a, Zone: z, AreaCM2: area[z], AircraftCM2: whole, Wear: wear.Of(twoYearsAtSea), Paint: grey, On: coating.Flat.Texture(), Told: true,
			Below: colour.Grey(80), Primer: colour.Lab(50, 10, 20), Step: &route.Step{ID: "s", Do: route.MustTechnique(do), Product: product, Pull: pull, Seed: uint64(z) + 3},
		}
		j.Step.Coats = max(1, j.Step.Do.Coats)
		Follow(j, 0, 0, false)
		all = append(all, j)
	}
	return all
}

func painted(kind coating.Kind, family, hex string) *coating.Product {
	return &coating.Product{Name: "x", Kind: kind, Family: coating.MustFamily(family), Colour: hex}
}

// T94, T95: common practice, no source: subtle fading takes 100 to 450 dots on a 1/48 single, at most 60 mm3; 300 to 900 on a large jet, 100 to 300 mm3, 30 to 60 minutes; on flat each is drawn out to
// 5 to 25 mm unless its panel ends, and crosses that by little.
func TestHandsTempo(t *testing.T) {
	large, err := airframe.Make(airframe.Spec{Type: "swept-jet", SpanMM: 330, LengthMM: 390})
	if err != nil {
		t.Fatal(err)
	}
	for _, tc := range []struct {
		name              string
		a                 *airframe.Airframe
		least, most       float64
		mm3Least, mm3Most float64
		minLeast, minMost float64
	}{{"single", plane(t, "low-single"), 100, 450, 10, 60, 5, 30}, {"biplane", plane(t, "biplane"), 100, 450, 10, 60, 5, 30}, {"large jet", large, 300, 900, 100, 300, 30, 60}} {
		var dots, mm3, minutes float64
		for _, j := range on(t, tc.a, "oil-dots", painted(coating.Oil, "artist-oil", "#d8d8d0"), route.Pull{}) {
			j.Wear.Faded = false
			p := Of(j)
			dots, mm3, minutes = dots+p.Figure("dots"), mm3+p.Figure("squeezed"), minutes+p.Figure("minutes")
			own := panelled(tc.a, j.Zone)
			for _, at := range p.Places {
				if at.LengthMM > 25.5 {
					t.Fatalf("T95 %s: a dot is drawn out to %.1f mm", tc.name, at.LengthMM)
				}
				if f, c, ok := own.at(at.View, at.At); ok {
					sin, cos := math.Sincos(at.TowardDeg * math.Pi / 180)
					end := airframe.Pt{X: at.At.X + sin*(at.LengthMM-3), Y: at.At.Y - cos*(at.LengthMM-3)}
					if e := f.at(end); at.LengthMM > 3 && (e < 0 || f.of[e] != f.of[c]) {
						t.Fatalf("T95 %s: a dot at %v is drawn %.1f mm across its panel's line", tc.name, at.At, at.LengthMM)
					}
				}
			}
		}
		if dots < tc.least || dots > tc.most || mm3 < tc.mm3Least || mm3 > tc.mm3Most || minutes < tc.minLeast || minutes > tc.minMost {
			t.Errorf("T94 %s: %.0f dots, %.0f mm3, %.0f min", tc.name, dots, mm3, minutes)
		}
	}
	for _, g := range Grips(0.8) {
		if g.LongMM > 60 {
			t.Errorf("T95: on %s a dot is drawn out to %.0f mm", g.On, g.LongMM)
		}
	}
}

// T96: common practice, no source: a jet has no plume on its flanks, and nothing is sprayed where it could not be seen. T28, P17: soot is sprayed with about a tenth of paint in the mix.
func TestJet(t *testing.T) {
	soot := painted(coating.Paint, "waterborne-acrylic", "#2b2725")
	for _, do := range []string{"exhaust-spray", "pastel", "streak"} {
		for _, j := range on(t, plane(t, "swept-jet"), do, soot, route.Pull{Of: route.OfExhaust}) {
			p := Of(j)
			if p.Laid != nil || len(p.Rows) > 0 || p.Words == "" || do == "exhaust-spray" && j.Step.Coats != 1 {
				t.Errorf("T96: a jet's exhaust by %s: %q %v in %d passes", do, p.Words, p.Rows, j.Step.Coats)
			}
		}
	}
	shows := 0
	for _, kind := range []string{"low-single", "mid-twin", "trainer"} {
		for _, j := range on(t, plane(t, kind), "exhaust-spray", soot, route.Pull{}) {
			p := Of(j)
			if p.Laid == nil {
				continue
			}
			shows++
			if n, share := p.Figure("passes"), p.Figure("paint"); n < 6 || n > 14 || int(n) != j.Step.Coats || share < 4 || share > 12 || p.Figure("core") < 4 {
				t.Errorf("T28, T96 %s: %.0f passes, %d counted, %.0f %% paint, %.1f from the paint", kind, n, j.Step.Coats, share, p.Figure("core"))
			}
		}
	}
	if shows == 0 {
		t.Error("no exhaust was planned")
	}
}

// T30: reference model, no source: at 1 m aft of the last stack at most half of the core, at 4 m at most .15, whatever is burnt and however long it is flown.
func TestPlumeEnds(t *testing.T) {
	for _, fuel := range Fuels() {
		for _, hours := range []float64{5, 30, 200} {
			for _, core := range []float64{0.45, 0.75, 0.9} {
				p := row(fuel.ID, hours, core)
				aft := func(m float64) float64 { return p.Cover((p.Stacks[len(p.Stacks)-1]+m)*1000/48, 0) }
				if most := aft(0.1); aft(1) > most/2 || aft(4) > 0.15 || most > core {
					t.Errorf("T30 %s, %.0f h: core %.2f, 1 m %.2f, 4 m %.2f", fuel.ID, hours, most, aft(1), aft(4))
				}
			}
		}
	}
}

// T98: common practice, no source: 50 to 300 single chips an aircraft by brush or pencil, 30 to 150 dabs of a sponge.
func TestByHand(t *testing.T) {
	for do, want := range map[string][2]float64{"brush-chips": {50, 300}, "pencil": {50, 300}, "sponge-chips": {30, 150}} {
		for _, amount := range []float64{0.5, 1, 3} {
			n := 0.0
			for _, j := range on(t, plane(t, "low-single"), do, painted(coating.Paint, "waterborne-acrylic", "#a8a8a8"), route.Pull{Amount: amount}) {
				p := Of(j)
				n += p.Figure("chips") + p.Figure("dabs")
			}
			if n < want[0] || n > want[1] {
				t.Errorf("T98: %s, %.1f times: %.0f", do, amount, n)
			}
		}
	}
}

// As planned again is exactly that, whatever was pulled between; what was pulled comes to the same passes, share and time as they are told.
func TestAsPlannedAgain(t *testing.T) {
	rnd := rand.New(rand.NewPCG(26, 1))
	a := plane(t, "low-single")
	for _, do := range []string{"exhaust-spray", "oil-dots", "sponge-chips", "pastel", "mud"} {
		j := on(t, a, do, painted(coating.Paint, "waterborne-acrylic", "#2b2725"), route.Pull{})[0]
		coats, share := j.Step.Coats, j.Step.Covered()
		for range 12 {
			amount := 0.1 + 2.9*rnd.Float64()
			j.Step.Pull, j.Step.Share, j.Step.Coats = route.Pull{Amount: amount}, 0, 1
			Follow(j, 0, 0, false)
			if p := Of(j); do == "exhaust-spray" && int(p.Figure("passes")) != j.Step.Coats {
				t.Fatalf("%s pulled to %.2f: %v passes are told, %d counted", do, amount, p.Figure("passes"), j.Step.Coats)
			}
			if want := min(1, share*amount); j.Step.Do.Covers > 0 && math.Abs(j.Step.Covered()-want) > 1e-9 {
				t.Fatalf("%s pulled to %.2f covers %.4f, want %.4f", do, amount, j.Step.Covered(), want)
			}
			j.Step.Pull, j.Step.Share, j.Step.Coats = route.Pull{}, 0, 1
			Follow(j, 0, 0, false)
			if j.Step.Coats != coats && j.Step.Do.Counts != "" || j.Step.Covered() != share {
				t.Fatalf("%s as planned again: %d and %.4f, was %d and %.4f", do, j.Step.Coats, j.Step.Covered(), coats, share)
			}
		}
	}
	old := on(t, a, "exhaust-spray", nil, route.Pull{Amount: 1.5})[0]
	if Follow(old, 11, 0, true); old.Step.Coats != 11 {
		t.Errorf("a pull that passes have followed already: %d", old.Step.Coats)
	}
}

// A blended zone has no period and no common length: at no distance is it like itself again. Blending keeps what the dots brought. No two panels are alike, and one that is lighter in its middle is
// thinner at its lines.
func TestBlended(t *testing.T) {
	a := plane(t, "low-single")
	long, _, cover := Drawn(0.8, coating.Flat.Texture())
	for seed := range uint64(4) {
		d := DotJob{Paint: grey, On: coating.Flat.Texture(), DMM: 0.8, Wanted: 2, Seed: seed + 1}
		dots := d.Plan(a, 0).Dots
		l := d.Laid(a, 0, dots)
		at := func(p airframe.Pt) (sum float64) {
			for _, v := range l.Veils {
				if v.View == airframe.Top {
					sum += v.Density(p)
				}
			}
			for _, s := range l.Streaks {
				if s.View == airframe.Top && math.Abs(s.At.X-p.X) < 6 && math.Abs(s.At.Y-p.Y) < s.Reach()+2 {
					sum += s.Field()(p)
				}
			}
			return sum
		}
		var row []float64
		for x := -95.0; x < -12; x += 0.5 {
			row = append(row, at(airframe.Pt{X: x, Y: 75}))
		}
		mean, power := 0.0, 0.0
		for _, v := range row {
			mean += v / float64(len(row))
		}
		for _, v := range row {
			power += (v - mean) * (v - mean)
		}
		apart := false // it has come to be unlike itself
		for lag := 1; lag < len(row)/2; lag++ {
			sum := 0.0
			for i := 0; i+lag < len(row); i++ {
				sum += (row[i] - mean) * (row[i+lag] - mean)
			}
			r := sum / power
			if apart = apart || r < 0.2; apart && r > 0.5 {
				t.Errorf("seed %d: after %.1f mm it is like itself again (%.2f)", seed, float64(lag)/2, r)
			}
		}
		holds, brought := 0.0, 0.0
		lengths := map[int]int{}
		for i, s := range l.Streaks {
			holds += s.Density * s.WideMM * s.LongMM
			w := s.WideMM * -math.Log1p(-cover)
			brought += w * max(s.LongMM, 0.8*long)
			if f, _, ok := panelled(a, 0).at(s.View, s.At); !ok || f == nil {
				brought += w*s.LongMM - w*max(s.LongMM, 0.8*long)
			}
			lengths[int(4*dots[i].LengthMM)]++
		}
		for _, v := range l.Veils {
			const step = 0.8
			for y := v.Low.Y + step/2; y < v.High.Y; y += step {
				for x := v.Low.X + step/2; x < v.High.X; x += step {
					if p := (airframe.Pt{X: x, Y: y}); v.Density(p) > 0 {
						if _, _, ok := panelled(a, 0).at(v.View, p); ok {
							holds += v.Density(p) * step * step
						}
					}
				}
			}
		}
		if math.Abs(holds/brought-1) > 0.04 {
			t.Errorf("seed %d: blended it holds %.1f, the dots brought %.1f", seed, holds, brought)
		}
		if !apart {
			t.Errorf("seed %d: it is the same all over", seed)
		}
		for at, n := range lengths {
			if n > len(dots)/6 {
				t.Errorf("seed %d: %d of %d dots are %.2f mm long", seed, n, len(dots), float64(at)/4)
			}
		}
	}
	own := panelled(a, 0)
	f := &own.fields[0]
	middle, border := 0.0, math.Inf(1)
	for c, of := range f.of {
		if of >= 0 {
			middle, border = max(middle, float64(f.shaped[c])), min(border, float64(f.shaped[c]))
		}
	}
	if middle < 0.9 || border > 0.6 || own.number < 6 {
		t.Errorf("%d panels, shaped %.2f to %.2f", own.number, border, middle)
	}
}

// Thinner paint stains less, for oils as for filters: a wash of the same colour is far weaker than oil from the tube.
func TestThinness(t *testing.T) {
	a := plane(t, "low-single")
	oil := Of(on(t, a, "oil-dots", painted(coating.Oil, "artist-oil", "#5a4632"), route.Pull{})[0])
	wash := Of(on(t, a, "oil-dots", painted(coating.Wash, "enamel", "#5a4632"), route.Pull{})[0])
	if wash.Laid.Streaks[0].Density >= oil.Laid.Streaks[0].Density || wash.Figure("dots") <= oil.Figure("dots") {
		t.Errorf("dots of a wash: %.2f in %.0f, of oil %.2f in %.0f", wash.Laid.Streaks[0].Density, wash.Figure("dots"), oil.Laid.Streaks[0].Density, oil.Figure("dots"))
	}
	for _, do := range []string{"filter"} {
		strong, weak := Of(on(t, a, do, painted(coating.Paint, "enamel", "#3a2a1c"), route.Pull{})[0]), Of(on(t, a, do, painted(coating.Wash, "enamel", "#3a2a1c"), route.Pull{})[0])
		if weak.Figure("shift") >= strong.Figure("shift") {
			t.Errorf("%s of a wash shifts by %.2f, of paint by %.2f", do, weak.Figure("shift"), strong.Figure("shift"))
		}
	}
}

// The airbrush's own thinning is what is in the mix: a weaker one takes more passes, in as many passes it lays less, and one that suits lays all of it. The cup asks for what suits.
func TestOwnThinning(t *testing.T) {
	for what, pull := range map[string]route.Pull{"exhaust": {}, "gas": {Of: route.OfGas}} {
		sprayed := func(passes int, thinning float64) (*Job, *Plan, float64) {
			for _, j := range on(t, plane(t, "low-single"), "exhaust-spray", painted(coating.Paint, "waterborne-acrylic", "#2b2725"), pull) {
				if thinning > 0 {
					j.Step.Spray = &dose.Setting{Thinning: thinning}
				}
				Follow(j, passes, 0, false)
				if p := Of(j); p.Laid != nil && len(p.Laid.Clouds) > 0 {
					sum := 0.0
					for x := 5.0; x < 30; x++ {
						sum += p.Laid.Clouds[0].Density(x, 0)
					}
					return j, p, sum
				}
			}
			t.Fatalf("no zone has %s", what)
			return nil, nil, 0
		}
		own, p, wants := sprayed(0, 0)
		if paint := p.Figure("paint") / 100; what == "exhaust" && math.Abs(1/paint-1-own.Step.Thinning) > 0.01 || own.Step.Thinning <= 0 {
			t.Errorf("%s: %.3f of paint and %.2f parts of thinner", what, paint, own.Step.Thinning)
		}
		if same, _, lays := sprayed(0, own.Step.Thinning); same.Step.Coats != own.Step.Coats || math.Abs(lays/wants-1) > 0.01 {
			t.Errorf("%s: thinned as it suits, %d passes and %.3f; it wants %d and %.3f", what, same.Step.Coats, lays, own.Step.Coats, wants)
		}
		weak, _, more := sprayed(0, 200)
		if weak.Step.Coats <= own.Step.Coats {
			t.Errorf("%s: thinned 1:200 in %d passes, 1:%.1f in %d", what, weak.Step.Coats, own.Step.Thinning, own.Step.Coats)
		}
		if _, _, few := sprayed(own.Step.Coats, 200); few > 0.8*wants || few >= more {
			t.Errorf("%s: thinned 1:200 in %d passes it lays %.3f of %.3f, in more %.3f", what, own.Step.Coats, few, wants, more)
		}
		if _, _, strong := sprayed(own.Step.Coats, 0.5); strong < 1.2*wants {
			t.Errorf("%s: hardly thinned it lays %.3f of %.3f", what, strong, wants)
		}
	}
}

// A picture is kept by what its effects follow from: all of that is in the key, so that a change of any of it is painted anew.
func TestKey(t *testing.T) {
	job := func() *Job {
		return on(t, plane(t, "low-single"), "oil-dots", painted(coating.Oil, "artist-oil", "#5a4632"), route.Pull{})[0]
	}
	was := job().Key()
	if job().Key() != was {
		t.Error("the same job has another key")
	}
	for what, change := range map[string]func(*Job){
		"zone": func(j *Job) { j.Zone = 1 }, "paint": func(j *Job) { j.Paint = colour.Grey(20) }, "surface": func(j *Job) { j.On = coating.Gloss.Texture() }, "area": func(j *Job) { j.AreaCM2++ },
		"what is bare": func(j *Job) { j.Below = colour.Grey(1) }, "primer": func(j *Job) { j.Primer = colour.Grey(1) }, "service": func(j *Job) { j.Wear = wear.Of(wear.Service{}) },
		"pull": func(j *Job) { j.Step.Pull.Reach = 2 }, "thinning": func(j *Job) { j.Step.Spray = &dose.Setting{Thinning: 9} }, "share": func(j *Job) { j.Step.Share = 0.4 }, "seed": func(j *Job) { j.Step.Seed++ }, "colour": func(j *Job) { j.Step.Product.Colour = "#010203" },
		"kind": func(j *Job) { j.Step.Product.Kind = coating.Wash }, "family": func(j *Job) { j.Step.Product.Family = coating.MustFamily("enamel") }, "step": func(j *Job) { j.Step.ID = "other" },
	} {
		j := job()
		if change(j); j.Key() == was {
			t.Errorf("another %s has the same key", what)
		}
	}
}

// BenchmarkEffects plans each effect on a single and works out all that it tells.
func BenchmarkEffects(b *testing.B) {
	a := plane(b, "low-single")
	for _, do := range []string{"oil-dots", "oil-accent", "streak", "exhaust-spray", "pastel", "mud", "sponge-chips"} {
		j := on(b, a, do, painted(coating.Paint, "waterborne-acrylic", "#2b2725"), route.Pull{})[0]
		b.Run(do, func(b *testing.B) {
			for b.Loop() {
				Of(j)
			}
		})
	}
}
