package finish

import (
	"math"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
)

// at lays lines out and returns the place of their zone as the plan begins: what is done is done.
func at(lines ...string) *Place {
	plan := routetest.Lines(lines...)
	for _, p := range plan.Products {
		if p.ID == "pencil" { // a stick of pale chalk
			p.Colour = "#cfc8b8"
		}
	}
	tl := rule.Lay(plan)
	return At(tl, tl.Lines[0], tl.From.Add(time.Minute))
}

func one(p *Place, family string, sheen coating.Sheen, how How) Judged {
	for _, c := range Generics() {
		if c.Product.Family.ID == family && c.Sheen == sheen && c.How == how {
			return p.Judge([]Candidate{c})[0]
		}
	}
	panic("no " + family)
}

func worn(steps ...string) *Place {
	return at(append([]string{"b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 300h"}, steps...)...)
}

// T64, R70, R71, common practice and reference model: what each leaves of the gloss.
func TestGloss(t *testing.T) {
	p := worn()
	for _, tc := range []struct {
		family    string
		sheen     coating.Sheen
		how       How
		low, high float64
	}{
		{"urethane-clear", coating.Flat, Wet, 2, 9},
		{"lacquer", coating.Flat, Wet, 12, 32},
		{"lacquer", coating.Flat, Mist, 8, 18},
		{"urethane-clear", coating.Satin, Wet, 15, 30},
		{"urethane-clear", coating.Flat, Mist, 3, 9},
		{"urethane-clear", coating.Gloss, Wet, 75, 90},
		{"enamel", coating.Flat, Brushed, 2, 9},
	} {
		j := one(p, tc.family, tc.sheen, tc.how)
		if j.From < 60 || j.To < tc.low || j.To > tc.high || j.RuledOut != "" {
			t.Errorf("%s %s %s: from %.0f to %.0f GU, want %g to %g; %q", tc.sheen, tc.family, tc.how, j.From, j.To, tc.low, tc.high, j.RuledOut)
		}
	}
	// T75, common practice, no source: a flat lifts black, a gloss doesn't.
	black := at("b: base-coat near-black done 400h", "g: gloss-coat gloss done 300h")
	if j := one(black, "urethane-clear", coating.Flat, Wet); j.Lift <= 2 || j.Shift <= 1 {
		t.Errorf("T75: a flat lifts a dark paint by %.1f", j.Lift)
	}
	if j := one(black, "urethane-clear", coating.Gloss, Wet); math.Abs(j.Lift) > 0.5 {
		t.Errorf("a gloss on gloss lifts it by %.1f", j.Lift)
	}
}

// T72, R83: pale dust keeps at least twice as much of its contrast under a mist; dark dust is hardly dulled by either. What is shut in already is not told again.
func TestDust(t *testing.T) {
	dusty := []string{"b: base-coat dark-green done 400h", "g: gloss-coat gloss done 300h", "f: flat-coat flat done 200h", "p: pastel pencil done 100h"}
	p := at(dusty...)
	wet, mist := one(p, "urethane-clear", coating.Flat, Wet), one(p, "urethane-clear", coating.Flat, Mist)
	if len(wet.Dusts) != 1 || mist.Kept < 2*wet.Kept || wet.Kept > 0.5 || mist.Kept < 0.55 {
		t.Errorf("T72: wet keeps %.2f of %d dusts, a mist %.2f", wet.Kept, len(wet.Dusts), mist.Kept)
	}
	var once Judged
	for _, c := range Of(mist.Product, false) {
		if c.How == Mist && c.Coats == 1 {
			once = p.Judge([]Candidate{c})[0]
		}
	}
	if math.Abs(once.Kept-0.82) > 0.12 || math.Abs(mist.Kept-0.65) > 0.12 || math.Abs(wet.Kept-0.16) > 0.12 {
		t.Errorf("R83: one mist keeps %.2f, two %.2f, a wet coat %.2f", once.Kept, mist.Kept, wet.Kept)
	}
	if len(wet.Ends) == 0 {
		t.Error("nothing is said to end with it")
	}
	if _, because := p.None(); because != "Dust that lies loose comes off on the fingers." {
		t.Errorf("leaving it: %q", because)
	}
	shut := at(append(dusty, "z: final-coat flat done 50h")...)
	if j := one(shut, "urethane-clear", coating.Flat, Wet); len(j.Dusts) != 0 || j.Kept != 1 || len(j.Ends) != 0 {
		t.Errorf("what is shut in is told again: %+v, %v", j.Dusts, j.Ends)
	}
}

// R85, R86, T61, T62, T87: what a coat carries along: a wet white-spirit coat over day-old oils, a wet lacquer at any age, a mist nothing; a water-borne one smears clay when it is brushed.
func TestCarried(t *testing.T) {
	day := worn("f: flat-coat flat done 200h", "o: oil-dots oil done 24h")
	for _, tc := range []struct {
		family    string
		how       How
		low, high float64
	}{{"enamel", Wet, 0.2, 0.9}, {"enamel", Mist, 0, 0.03}, {"enamel", Brushed, 0.2, 1.1}, {"lacquer", Mist, 0, 0.03}, {"lacquer", Wet, 0.2, 1.4}, {"urethane-clear", Wet, 0, 0.02}} {
		if j := one(day, tc.family, coating.Flat, tc.how); j.MovedMM < tc.low || j.MovedMM > tc.high {
			t.Errorf("%s %s over oils of a day: %.2f mm, want %g to %g", tc.family, tc.how, j.MovedMM, tc.low, tc.high)
		}
	}
	if wet, brushed := one(day, "enamel", coating.Flat, Wet), one(day, "enamel", coating.Flat, Brushed); brushed.MovedMM < wet.MovedMM {
		t.Errorf("a brush carries %.2f mm, a spray %.2f", brushed.MovedMM, wet.MovedMM)
	}
	old := worn("f: flat-coat flat done 700h", "o: oil-dots oil done 500h")
	if j := one(old, "enamel", coating.Flat, Wet); j.MovedMM > 0.05 || j.RuledOut != "" {
		t.Errorf("oils of three weeks: %.2f mm, %q", j.MovedMM, j.RuledOut)
	}
	if j := one(day, "enamel", coating.Flat, Wet); j.RuledOut == "" && j.Bite.Severity < verdict.Warn {
		t.Errorf("T62: an enamel flat over day-old oils is %v", j.Bite.Severity)
	}
	clay := worn("w: overall-wash dark-clay done 90h")
	if j := one(clay, "urethane-clear", coating.Flat, Brushed); j.RuledOut == "" || j.MovedMM < 0.1 {
		t.Errorf("brushed over clay: %.2f mm, %q", j.MovedMM, j.RuledOut)
	}
	if j := one(clay, "urethane-clear", coating.Flat, Mist); j.RuledOut != "" {
		t.Errorf("misted over clay: %q", j.RuledOut)
	}
}

// R88, T76: an enamel catches at least ten times the hairs of a lacquer; more on a larger zone.
func TestHairs(t *testing.T) {
	p := worn()
	e, l := one(p, "enamel", coating.Flat, Wet), one(p, "lacquer", coating.Flat, Wet)
	if e.Hairs < 10*l.Hairs || l.Hairs <= 0 {
		t.Errorf("T76: enamel %.2f hairs, lacquer %.2f", e.Hairs, l.Hairs)
	}
	p.area *= 2
	if got := one(p, "enamel", coating.Flat, Wet).Hairs; math.Abs(got-2*e.Hairs) > 1e-9 {
		t.Errorf("twice the area %.2f, was %.2f", got, e.Hairs)
	}
	if UnderLid() >= 0.2 {
		t.Error("a lid keeps no hairs off")
	}
}

// What may be done on each sheen: common practice, no source (T81 among it).
func TestNext(t *testing.T) {
	p := worn()
	can := func(sheen coating.Sheen, do string) bool {
		for _, n := range one(p, "urethane-clear", sheen, Wet).Next {
			if n.ID == do {
				return true
			}
		}
		return false
	}
	for do, want := range map[string][2]bool{"oil-dots": {true, false}, "pastel": {true, false}, "exhaust-spray": {true, false}, "decals": {false, true}, "pin-wash": {false, true}, "polish": {false, true}, "wet-stain": {true, true}, "final-coat": {true, true}} {
		if f, g := can(coating.Flat, do), can(coating.Gloss, do); f != want[0] || g != want[1] {
			t.Errorf("%s: on flat %v, on gloss %v", do, f, g)
		}
	}
}

// Every number of the order, from both sides.
func TestBands(t *testing.T) {
	for _, tc := range []struct {
		wish string
		of   func(v float64) Judged
		at   map[float64]int
	}{
		{"even", func(v float64) Judged { return Judged{Uneven: v} }, map[float64]int{2.9: 0, 3.1: 1, 7.9: 1, 8.1: 2, 19.9: 2, 20.1: 3}},
		{"flat", func(v float64) Judged { return Judged{To: v} }, map[float64]int{9.9: 0, 10.1: 1, 15.9: 1, 16.1: 2, 34.9: 2, 35.1: 3}},
		{"satin", func(v float64) Judged { return Judged{To: v} }, map[float64]int{9.9: 2, 10.1: 1, 15.9: 1, 16.1: 0, 34.9: 0, 35.1: 1, 47.9: 1, 48.1: 2}},
		{"keep-pigment", func(v float64) Judged { return Judged{Kept: v} }, map[float64]int{0.76: 0, 0.74: 1, 0.51: 1, 0.49: 2, 0.26: 2, 0.24: 3}},
		{"keep-colour", func(v float64) Judged { return Judged{Shift: v} }, map[float64]int{0.9: 0, 1.1: 1, 2.9: 1, 3.1: 2, 5.9: 2, 6.1: 3}},
		{"quick", func(v float64) Judged { return Judged{Handle: time.Duration(v * float64(time.Hour))} }, map[float64]int{3.4: 0, 3.6: 1, 25.9: 1, 26.1: 2, 95.9: 2, 96.1: 3}},
		{"no-smell", func(v float64) Judged { return Judged{} }, map[float64]int{0: 0}},
	} {
		wish, ok := WishNamed(tc.wish)
		if !ok {
			t.Fatalf("no wish %q", tc.wish)
		}
		for v, want := range tc.at {
			j := tc.of(v)
			if got := j.band(wish); got != want {
				t.Errorf("%s at %g: band %d, want %d", tc.wish, v, got, want)
			}
		}
	}
	fairly := func(frost, chalk float64) int { j := Judged{Frost: frost, Chalk: chalk}; return j.band(fair) }
	if fairly(0, 0) != 0 || fairly(chance.Maybe()-0.01, 0) != 1 || fairly(0, chance.Maybe()+0.01) != 2 || fairly(0.99, 0) != 3 {
		t.Error("what may go wrong in this air has other bands")
	}
	labelled := func(sheen coating.Sheen, units float64) int {
		j := Judged{Candidate: Candidate{Sheen: sheen}, To: units}
		return j.band(meant)
	}
	if labelled(coating.Flat, 4) != 0 || labelled(coating.Gloss, 4) != 1 || labelled(coating.Satin, 24) != 0 {
		t.Error("what a label says is another thing")
	}
	if j := (Judged{Hairs: 4.9}); func() bool { w, _ := j.Worst(); return w != "" }() {
		t.Error("some hairs are told")
	}
	if j := (Judged{Hairs: 5.1}); func() bool { w, _ := j.Worst(); return w != "hairs" }() {
		t.Error("many hairs are not")
	}
}

// Ranks: what harms comes last whatever is wished; the first wish that differs decides and is named; candidates that are alike keep a fixed order.
func TestRank(t *testing.T) {
	p := worn("f: flat-coat flat done 200h", "o: oil-dots oil done 24h", "p: pastel pencil done 20h")
	for _, wish := range []string{"", "keep-pigment", "flat", "satin", "no-smell", "quick", "even", "keep-colour"} {
		all := p.Judge(Generics())
		made := Made(wish)
		Rank(all, made)
		out := false
		for i := range all {
			if all[i].Rank != i+1 || out && all[i].RuledOut == "" {
				t.Fatalf("%q: %d. is %s, ruled out %q", wish, i+1, all[i].Product.Name, all[i].RuledOut)
			}
			out = out || all[i].RuledOut != ""
			if i > 0 && Before(&all[i-1], &all[i]) == "" {
				t.Fatal("no reason")
			}
		}
		again := p.Judge(Generics())
		slices.Reverse(again)
		Rank(again, made)
		for i := range all {
			if all[i].Product.ID != again[i].Product.ID || all[i].How != again[i].How {
				t.Fatalf("%q: in another order the %d. is another", wish, i+1)
			}
		}
	}
	all := p.Judge(Generics())
	Rank(all, Made("keep-pigment"))
	if all[0].How != Mist {
		t.Errorf("to keep the dust %s goes %s", all[0].Product.Name, all[0].Words())
	}
}

func BenchmarkCandidates(b *testing.B) {
	p := worn("f: flat-coat flat done 200h", "o: oil-dots oil done 24h", "p: pastel pencil done 20h")
	for b.Loop() {
		Rank(p.Judge(Generics()), nil)
	}
}

// What is left to do once the last coat is on: steps after it, a mask that nothing takes off, and the day from which it may be packed, which is later the slower its films are.
func TestLeave(t *testing.T) {
	leave := func(lines ...string) (all []Leaving, packed time.Time) {
		all = Leave(rule.Lay(routetest.Lines(lines...)))
		return all, all[len(all)-1].At
	}
	told := func(all []Leaving, step string) bool {
		return slices.ContainsFunc(all, func(l Leaving) bool { return l.Step == step })
	}
	all, acrylic := leave("b: base-coat mid-acrylic done 400h", "z: final-coat flat", "s: wet-stain fuel", "k: mask")
	if !told(all, "s") || !told(all, "k") || told(all, "z") || told(all, "b") {
		t.Errorf("left: %+v", all)
	}
	all, enamel := leave("b: base-coat mid-acrylic done 400h", "k: mask", "u: unmask", "z: final-coat enamel-flat")
	if told(all, "k") || told(all, "u") {
		t.Errorf("what is unmasked is told: %+v", all)
	}
	if !enamel.After(acrylic.Add(24 * time.Hour)) {
		t.Errorf("an enamel may be packed from %v, a water-borne clear from %v", enamel, acrylic)
	}
}

// R82, T74: silvering is told, and hidden in part by a flat, where air lies below; nowhere else. Metal loses its brilliance under a flat, hardly under a gloss. A brush leaves its marks.
func TestSilverMetalAndBristles(t *testing.T) {
	silvered := at("b: base-coat near-black done 400h", "f: flat-coat flat done 200h", "d: decals decals done 100h", "g: gloss-coat gloss done 90h")
	flat := one(silvered, "urethane-clear", coating.Flat, Wet)
	if flat.Silver[0] < 4 || flat.Silver[1] > 0.7*flat.Silver[0] || flat.Silver[1] < 0.3*flat.Silver[0] {
		t.Errorf("T74: silvering of %.1f L* is %.1f under a flat", flat.Silver[0], flat.Silver[1])
	}
	if clean := one(worn("d: decals decals done 100h"), "urethane-clear", coating.Flat, Wet); clean.Silver != [2]float64{} || clean.Shines != [2]float64{} || clean.Bristles != 0 {
		t.Errorf("decals on gloss silver by %v, paint shines by %v", clean.Silver, clean.Shines)
	}
	bare := at("b: base-coat near-black done 400h", "g: gloss-coat gloss done 300h", "m: metal-coat bright done 200h")
	dull, shiny := one(bare, "urethane-clear", coating.Flat, Wet), one(bare, "urethane-clear", coating.Gloss, Wet)
	if dull.Shines[0] <= 0 || dull.Shines[1] > 0.6*dull.Shines[0] || shiny.Shines[1] < 0.8*shiny.Shines[0] {
		t.Errorf("metal mirrors %.2f of the light: %.2f under a flat, %.2f under a gloss", dull.Shines[0], dull.Shines[1], shiny.Shines[1])
	}
	if j := one(worn(), "urethane-clear", coating.Flat, Brushed); j.Bristles <= 0.05 || j.Bristles > 0.6 {
		t.Errorf("a brush leaves marks of %.2f µm", j.Bristles)
	}
}

// Oil that dried in the tooth of a flat lies as shiny patches: one flat mist leaves them, two even them out, a gloss shuts them in evenly. What is spilt last is meant to shine.
func TestOilsAreUneven(t *testing.T) {
	p := worn("f: flat-coat flat done 250h", "o: oil-dots oil done 200h")
	var mists []float64
	for _, c := range Generics() {
		if c.How == Mist && c.Product.Family.ID == "lacquer" && c.Sheen == coating.Flat {
			for n := 1; n <= 3; n++ {
				c.Coats = n
				mists = append(mists, p.Judge([]Candidate{c})[0].Uneven)
			}
			break
		}
	}
	if p.WasUneven() < 15 || mists[0] < 4 || mists[1] >= mists[0] || mists[2] >= mists[1] || mists[2] > 5 {
		t.Errorf("spots differ by %.1f GU, under mists by %.1f", p.WasUneven(), mists)
	}
	if j := one(p, "urethane-clear", coating.Gloss, Wet); j.Uneven > 10 {
		t.Errorf("under gloss they differ by %.1f GU", j.Uneven)
	}
	if spilt := worn("f: flat-coat flat done 250h", "u: wet-stain oil done 200h"); spilt.WasUneven() != 0 {
		t.Errorf("fuel that was spilt last is a fault of %.1f GU", spilt.WasUneven())
	}
}
