package choose

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

var start = time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)

const day = 24 * time.Hour

// laid is a step that was done some time before the start.
func laid(do, family, hex string, sheen coating.Sheen, coats int, ago time.Duration) *route.Step {
	kind := coating.Paint
	if do == "gloss-coat" || do == "flat-coat" || do == "satin-coat" {
		kind = coating.Clear
	}
	s := routetest.Step(do, routetest.Coloured(kind, family, hex, sheen), coats)
	if hex == "" {
		s.Product.Colour, s.Product.Name = "", family
	}
	s.ID, s.Done = do+family, start.Add(-ago)
	return s
}

func place(schools route.Schools, steps ...*route.Step) *Place {
	for i, s := range steps {
		s.ID = fmt.Sprintf("%s-%d", s.ID, i)
	}
	plan := &route.Plan{Scale: 48, Start: start, Schools: schools, Bench: routetest.Night, Zones: []*route.Zone{{ID: "z", Name: "Wings", AreaCM2: 180, Steps: steps}}}
	tl := timeline.Lay(plan, rule.Every())
	return At(tl, tl.Lines[0], start)
}

func judge(p *Place, family, hex string) Judged {
	f := coating.MustFamily(family)
	all := p.Judge([]Candidate{Bottle(&coating.Product{ID: family, Name: family, Kind: coating.Wash, Family: f, Colour: hex, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover})})
	return all[0]
}

const grey, brown = "#7d868c", "#3a322b"

// Common practice, no source.
func TestJudge(t *testing.T) {
	glossed := place(nil, laid("base-coat", "waterborne-acrylic", grey, coating.Flat, 2, 10*day), laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, 5*day))
	for _, tc := range []struct {
		name, family string
		lo, hi       time.Duration
	}{{"T01 clay", "clay-wash", 20 * time.Minute, 45 * time.Minute}, {"T02 enamel", "enamel-wash", 20 * time.Minute, 45 * time.Minute}, {"T03 oil", "oil-wash", time.Hour, 2 * time.Hour}} {
		j := judge(glossed, tc.family, brown)
		if d := j.Opens.Sub(j.Laid); d < tc.lo || d > tc.hi || j.RuledOut != "" || j.Left > 0.06 {
			t.Errorf("%s: opens after %v, leaves %.3f, %q", tc.name, d, j.Left, j.RuledOut)
		}
	}
	if j := judge(glossed, "oil-wash", brown); j.Closes.Before(j.Laid.Add(day)) {
		t.Errorf("T03 an oil wash is wipeable the next day, this one until %v", j.Closes)
	}
	left := map[coating.Sheen]float64{}
	for s, do := range map[coating.Sheen]string{coating.Gloss: "gloss-coat", coating.Satin: "satin-coat", coating.Flat: "flat-coat"} {
		p := place(nil, laid("base-coat", "lacquer", grey, coating.Gloss, 2, 20*day), laid(do, "urethane-clear", "", s, 1, 10*day))
		left[s] = judge(p, "enamel-wash", brown).Left
	}
	if g, s, f := left[coating.Gloss], left[coating.Satin], left[coating.Flat]; g < 0.01 || g > 0.05 || s < 3*g || f < 3*s {
		t.Errorf("T13, T14: gloss leaves %.3f, satin %.3f, flat %.3f", g, s, f)
	}
	last := 1.0
	for cloth := wash.Dry; cloth <= wash.Wet; cloth++ {
		p := *glossed
		p.Cloth = cloth
		if j := judge(&p, "clay-wash", brown); j.Left > last {
			t.Errorf("T15: a %s cloth leaves %.3f, a drier one %.3f", cloth, j.Left, last)
		} else {
			last = j.Left
		}
	}
	if j := judge(place(nil, laid("base-coat", "waterborne-acrylic", grey, coating.Gloss, 2, 30*day)), "enamel-wash", brown); !j.Apply.Safe() || !j.Wipe.Safe() {
		t.Errorf("T23 white spirit over cured acrylic: %+v", j.Apply)
	}
	young := place(nil, laid("base-coat", "enamel", grey, coating.Gloss, 2, 2*day))
	if j := judge(young, "enamel-wash", brown); j.Apply.Helps != verdict.Wait || j.RuledOut == "" || j.Apply.SafeFrom.Before(start.Add(2*day)) {
		t.Errorf("T24 white spirit over two-day enamel: %+v", j.Apply)
	}
	if j := judge(young, "clay-wash", brown); !j.Apply.Safe() || !j.Wipe.Safe() {
		t.Errorf("T24 clay there does not bite: %+v", j.Apply)
	} else if !strings.Contains(j.RuledOut, "under a cloth") {
		t.Errorf("T27 but the cloth grinds it in: %q", j.RuledOut)
	}
	for _, age := range []time.Duration{day, 80 * day} {
		p := place(nil, laid("base-coat", "alcohol-acrylic", grey, coating.Gloss, 2, age))
		p.Cloth = wash.Damp
		if j := judge(p, "acrylic-wash", brown); j.Wipe.Safe() || j.Wipe.Helps == verdict.Wait {
			t.Errorf("T25 alcohol at the wipe over alcohol acrylic of %v: %+v", age, j.Wipe)
		}
	}
}

// T22: common practice, no source.
func TestColour(t *testing.T) {
	for _, tc := range []struct {
		name, paint, wash string
		out               string
	}{
		{"T22 brown-black on grey", grey, brown, ""},
		{"T22 grey on pale", "#d8dcdc", "#8d8a84", ""},
		{"T22 black can't be seen on black", "#26282a", brown, "can't be seen"},
		{"T22 lighter than black", "#26282a", "#8d8a84", ""},
		{"its own colour", grey, grey, "can't be seen"},
	} {
		p := place(nil, laid("base-coat", "waterborne-acrylic", tc.paint, coating.Flat, 3, 20*day), laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, 10*day))
		j := judge(p, "enamel-wash", tc.wash)
		if (tc.out == "") != (j.RuledOut == "") || !strings.Contains(j.RuledOut, tc.out) {
			t.Errorf("%s: ruled out %q, want %q", tc.name, j.RuledOut, tc.out)
		}
		if g := p.Judge([]Candidate{p.Generic(coating.MustFamily("clay-wash"))})[0]; g.RuledOut != "" {
			t.Errorf("on %s the generic wash is ruled out: %s", tc.paint, g.RuledOut)
		}
	}
	p := place(nil, laid("base-coat", "waterborne-acrylic", "#d8dcdc", coating.Flat, 3, 20*day), laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, 10*day))
	black := p.Mixes(routetest.Coloured(coating.Paint, "enamel", "#101010", coating.Flat), 6)
	if len(black) != 2 {
		t.Fatalf("%d mixes of an enamel, want one with each white spirit", len(black))
	}
	for _, j := range p.Judge(black) {
		if !strings.Contains(j.RuledOut, "pure black") {
			t.Errorf("%s on pale: %q", j.Product.Name, j.RuledOut)
		}
	}
	soft := p.Mixes(routetest.Coloured(coating.Paint, "enamel", "#5a5550", coating.Flat), 6)
	for _, j := range p.Judge(soft) {
		if j.RuledOut != "" || !j.Run.Runs() {
			t.Errorf("%s: %q, runs %.1f mm", j.Recipe.Words(), j.RuledOut, j.Run.MM)
		}
	}
	if n := len(p.Mixes(routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 6)); n != 0 {
		t.Errorf("%d washes are mixed of a clear", n)
	}
}

// many returns judged washes of every family, bottled, generic and mixed.
func many(p *Place, n int) []Judged {
	r := rand.New(rand.NewPCG(9, 10))
	all := p.Generics()
	families := washFamilies()
	for len(all) < n {
		f := families[r.IntN(len(families))]
		hex := fmt.Sprintf("#%02x%02x%02x", 30+r.IntN(140), 30+r.IntN(120), 30+r.IntN(100))
		p := &coating.Product{ID: fmt.Sprint(len(all)), Name: f.Name + hex, Kind: coating.Wash, Family: f, Colour: hex, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
		all = append(all, Bottle(p))
	}
	return p.Judge(all)
}

func glossedPlace() *Place {
	return place(nil, laid("prime", "lacquer", "#8c8f8f", coating.Flat, 1, 30*day), laid("base-coat", "waterborne-acrylic", grey, coating.Flat, 2, 3*day),
		laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, day))
}

// Ranks run from 1 without gaps; what is ruled out comes last, the least harmful first; the first wish decides; and taking one away leaves the order of the
// others.
func TestRank(t *testing.T) {
	all := many(place(nil, laid("base-coat", "alcohol-acrylic", grey, coating.Gloss, 2, 2*day)), 30)
	for _, made := range [][]Wish{nil, {Odourless}, {Strong, Cheap}, {Quick, Subtle, Safe}, {EasyClean, NoBrushing}} {
		ranked := slices.Clone(all)
		Rank(ranked, made)
		ruledOut, harm := false, 0.0
		for i := range ranked {
			j := &ranked[i]
			if j.Rank != i+1 || len(j.Bands) != len(Order(made)) {
				t.Fatalf("rank %d at place %d with %d bands", j.Rank, i, len(j.Bands))
			}
			if ruledOut && j.RuledOut == "" {
				t.Fatalf("%s stands behind one that is ruled out", j.Product.Name)
			}
			if ruledOut && j.Harm() < harm {
				t.Fatalf("%s harms by %.3f, the one before by %.3f", j.Product.Name, j.Harm(), harm)
			}
			if ruledOut = j.RuledOut != ""; ruledOut {
				harm = j.Harm()
			}
			if i > 0 && j.RuledOut == "" && len(made) > 0 && j.Bands[0].Place < ranked[i-1].Bands[0].Place {
				t.Fatalf("by %s %s is better than the one before it", made[0], j.Product.Name)
			}
			if i > 0 && Before(&ranked[i-1], j) == "" {
				t.Fatal("no reason for the order")
			}
		}
		without := slices.Delete(slices.Clone(ranked), 3, 4)
		Rank(without, made)
		for i := range without {
			k := i
			if i >= 3 {
				k++
			}
			if without[i].Product.ID != ranked[k].Product.ID {
				t.Fatalf("with %s taken away, place %d is another's", ranked[3].Product.Name, i)
			}
		}
	}
}

// A wish changes the order as it says: nobody smells the first of those that are ordered by it.
func TestWishes(t *testing.T) {
	all := many(glossedPlace(), 20)
	Rank(all, []Wish{Odourless})
	if all[0].Smell != solvent.NoSmell && all[0].Smell != solvent.Faint {
		t.Errorf("%s has %s", all[0].Product.Name, all[0].Smell)
	}
	if w, ok := WishNamed("no-smell"); !ok || w != Odourless {
		t.Error("no-smell is a wish")
	}
	if _, ok := WishNamed("magic"); ok {
		t.Error("magic is none")
	}
	if order := Order([]Wish{Strong}); slices.Contains(order, Subtle) || order[0] != Strong {
		t.Errorf("strong and subtle together: %v", order)
	}
	for _, tc := range []struct {
		name string
		j    Judged
		wish Wish
		want int
	}{
		{"a window of a day", Judged{Untouched: true, Closes: start.Add(24 * time.Hour), Opens: start}, Forgiving, 1},
		{"just under", Judged{Untouched: true, Closes: start.Add(23 * time.Hour), Opens: start}, Forgiving, 2},
		{"two hours", Judged{Untouched: true, Closes: start.Add(2 * time.Hour), Opens: start}, Forgiving, 2},
		{"just under two hours", Judged{Untouched: true, Closes: start.Add(114 * time.Minute), Opens: start}, Forgiving, 3},
		{"one hour", Judged{Untouched: true, Closes: start.Add(time.Hour), Opens: start}, Forgiving, 3},
		{"always", Judged{Untouched: true, Always: true}, Forgiving, 0},
		{"it takes paint with it", Judged{Always: true}, Forgiving, 3},
		{"an hour and a quarter", Judged{Attended: 75 * time.Minute}, Quick, 0},
		{"more", Judged{Attended: 76 * time.Minute}, Quick, 1},
		{"nearly an evening", Judged{Attended: 205 * time.Minute}, Quick, 1},
		{"nearly a day", Judged{Attended: 25 * time.Hour}, Quick, 2},
		{"an evening", Judged{Attended: 211 * time.Minute}, Quick, 2},
		{"two days", Judged{Attended: 27 * time.Hour}, Quick, 3},
		{"next to nothing", Judged{Cost: 0.05}, Cheap, 0},
		{"cheap", Judged{Cost: 0.06}, Cheap, 1},
		{"still cheap", Judged{Cost: 0.19}, Cheap, 1},
		{"still fair", Judged{Cost: 0.95}, Cheap, 2},
		{"fair", Judged{Cost: 0.21}, Cheap, 2},
		{"dear", Judged{Cost: 1.01}, Cheap, 3},
	} {
		if got := tc.j.band(tc.wish); got != tc.want {
			t.Errorf("%s: band %d of %s, want %d", tc.name, got, tc.wish, tc.want)
		}
	}
	for _, tc := range []struct {
		contrast       float64
		subtle, strong int
	}{{2, 3, 3}, {2.1, 0, 2}, {6, 0, 2}, {6.1, 1, 1}, {9, 1, 1}, {9.1, 2, 0}} {
		j := Judged{}
		j.Lines.AtArm = tc.contrast
		if j.band(Subtle) != tc.subtle || j.band(Strong) != tc.strong {
			t.Errorf("%.1f: subtle band %d, strong band %d", tc.contrast, j.band(Subtle), j.band(Strong))
		}
	}
}

// What lies on a zone is as of the moment, and a wash that is in the route already does not lie below itself.
func TestAt(t *testing.T) {
	base := laid("base-coat", "waterborne-acrylic", grey, coating.Flat, 2, 10*day)
	pin := routetest.Step("pin-wash", routetest.Coloured(coating.Wash, "enamel-wash", brown, coating.NoSheen), 1)
	pin.ID = "pin"
	plan := &route.Plan{Scale: 48, Start: start, Bench: routetest.Night, Zones: []*route.Zone{{ID: "z", Name: "Wings", AreaCM2: 180, Steps: []*route.Step{base, pin}}}}
	tl := timeline.Lay(plan, rule.Every())
	when := When(tl, tl.Lines[0])
	if when != tl.Lines[0].Steps[1].Start {
		t.Errorf("due at %v, the wash begins %v", when, tl.Lines[0].Steps[1].Start)
	}
	p := At(tl, tl.Lines[0], when)
	if len(p.Films) != 2 || p.Painted != base || p.On.Sheen() != coating.Flat {
		t.Errorf("%d films, on %s", len(p.Films), p.On.Sheen())
	}
	if later := At(tl, tl.Lines[0], when.Add(20*day)); len(later.Films) != 3 || later.Ground.Difference(p.Ground) < 3 {
		t.Errorf("after the wash: %d films", len(later.Films))
	}
	if early := At(tl, tl.Lines[0], start.Add(-20*day)); len(early.Films) != 1 || early.Painted != nil {
		t.Errorf("before anything: %d films", len(early.Films))
	}
}

func TestWipePlan(t *testing.T) {
	p := glossedPlace()
	clay := p.WipePlan(judge(p, "clay-wash", brown))
	if clay.Patches != 1 || clay.PatchCM != 180 || !strings.Contains(clay.Late, "Never too late") || clay.Early == "" || clay.Cloths < 2 || clay.Buds < 1 {
		t.Errorf("clay: %+v", clay)
	}
	for i := 1; i < 3; i++ { // T15
		if clay.Tools[i].Left > clay.Tools[i-1].Left {
			t.Errorf("%s leaves %.3f, %s %.3f", clay.Tools[i].Words, clay.Tools[i].Left, clay.Tools[i-1].Words, clay.Tools[i-1].Left)
		}
	}
	big := *p
	zone := *p.Line.Zone
	zone.AreaCM2 = 50000
	line := *p.Line
	line.Zone = &zone
	big.Line, big.Cloth, big.Liquid = &line, wash.Damp, solvent.Must("water")
	if acrylic := big.WipePlan(judge(&big, "acrylic-wash", brown)); acrylic.Patches < 2 || acrylic.PatchCM >= 50000 {
		t.Errorf("an acrylic wash of 5,000 cm² at one go: %.0f cm²", acrylic.PatchCM)
	}
	wet := place(route.Schools{route.WipedWhen: route.WhenWet}, laid("base-coat", "lacquer", grey, coating.Gloss, 2, 20*day))
	if w := wet.WipePlan(judge(wet, "clay-wash", brown)); w.PatchCM > 180 || w.Keeps > 0.2 {
		t.Errorf("wiped while wet: %.0f cm² at one go, keeps %.2f in the lines", w.PatchCM, w.Keeps)
	}
	decals := routetest.Step("decals", routetest.Product(coating.DecalKind, "decal", coating.NoSheen), 1)
	decals.Done, decals.ID = start.Add(-2*day), "d"
	open := place(nil, laid("base-coat", "lacquer", grey, coating.Gloss, 2, 20*day), decals)
	if w := open.WipePlan(judge(open, "clay-wash", brown)); !strings.Contains(strings.Join(w.Care, " "), "not sealed") {
		t.Errorf("unsealed decals: %v", w.Care)
	}
	metal := routetest.Step("metal-coat", routetest.Coloured(coating.Metal, "lacquer", "#c0c0c0", coating.Gloss), 2)
	metal.Done, metal.ID = start.Add(-9*day), "m"
	bare := place(nil, metal)
	if w := bare.WipePlan(judge(bare, "clay-wash", brown)); !strings.Contains(strings.Join(w.Care, " "), "Bare metal") {
		t.Errorf("bare metal: %v", w.Care)
	}
	flat := place(nil, laid("base-coat", "lacquer", "#c8c8c0", coating.Flat, 2, 20*day))
	over := *flat
	plan := *flat.Plan
	plan.Schools = route.Schools{route.WashWay: route.ByOverall}
	over.Plan = &plan
	if w := over.WipePlan(judge(&over, "enamel-wash", brown)); w.Lighten < 1 || w.Shift < 1 {
		t.Errorf("overall on flat: darkens by %.1f, shift %.1f", w.Lighten, w.Shift)
	}
}

// In air that is full of water no water-borne wash dries; white spirit does.
func TestDampRoom(t *testing.T) {
	p := glossedPlace()
	plan := *p.Plan
	plan.Air = climate.Constant(climate.Air{TemperatureC: 21, Humidity: 1})
	p.Plan = &plan
	if j := judge(p, "clay-wash", brown); !strings.Contains(j.RuledOut, "does not dry") {
		t.Errorf("clay: %q", j.RuledOut)
	}
	if j := judge(p, "enamel-wash", brown); j.RuledOut != "" {
		t.Errorf("enamel: %q", j.RuledOut)
	}
}

// An earlier wash is no paint: what a second one takes of it is told, and rules nothing out.
func TestSecondWash(t *testing.T) {
	first := routetest.Step("overall-wash", routetest.Coloured(coating.Wash, "sludge-wash", "#3f3831", coating.NoSheen), 1)
	first.Done, first.ID = start.Add(-2*time.Hour), "first"
	p := place(nil, laid("base-coat", "lacquer", grey, coating.Gloss, 2, 20*day), first)
	p.Cloth = wash.Damp
	j := judge(p, "clay-wash", "#b0a890")
	if j.Wipe.Harm != verdict.Bitten || j.Wipe.Severity != verdict.Warn || j.RuledOut != "" || !strings.Contains(strings.Join(p.WipePlan(j).Care, " "), "earlier") {
		t.Errorf("clay over sludge, damp: %+v; %v", j.Wipe, p.WipePlan(j).Care)
	}
	if o := judge(p, "oil-wash", "#b0a890"); !o.Wipe.Safe() {
		t.Errorf("oil over sludge: %+v", o.Wipe)
	}
}

// Bare or sealed: both are answered by age, and an older film is never bitten worse. Common practice, no source.
func TestBareOrSealed(t *testing.T) {
	p := place(nil, laid("base-coat", "enamel", grey, coating.Gloss, 2, 2*day))
	j := judge(p, "enamel-wash", brown)
	b := p.BareOrSealed(&j)
	last := 1e9
	for _, a := range b.Ages {
		if a.Loss > last+1e-9 {
			t.Errorf("after %.0f h it takes %.3f, before %.3f", a.Hours, a.Loss, last)
		}
		last = a.Loss
	}
	if b.Never || b.SafeFrom.Before(start.Add(2*day)) || b.Sealed > 0.15 || b.Ages[0].Safe || b.Words == "" {
		t.Errorf("two-day enamel: %+v", b)
	}
	old := place(nil, laid("base-coat", "waterborne-acrylic", grey, coating.Gloss, 2, 30*day))
	j = judge(old, "enamel-wash", brown)
	if b := old.BareOrSealed(&j); !b.Ages[0].Safe || b.Never || !strings.HasPrefix(b.Words, "Bare is safe now") {
		t.Errorf("cured acrylic: %+v", b)
	}
}

// 40 candidates over 6 films.
func BenchmarkJudge(b *testing.B) {
	p := place(nil, laid("prime", "lacquer", "#8c8f8f", coating.Flat, 1, 30*day), laid("base-coat", "enamel", grey, coating.Flat, 2, 9*day), laid("base-coat", "waterborne-acrylic", grey, coating.Flat, 2, 3*day),
		laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, day), laid("base-coat", "alcohol-acrylic", grey, coating.Flat, 2, day), laid("gloss-coat", "urethane-clear", "", coating.Gloss, 1, 12*time.Hour))
	var bottles []*coating.Product
	for i := range 30 {
		bottles = append(bottles, routetest.Coloured(coating.Paint, []string{"enamel", "waterborne-acrylic", "lacquer"}[i%3], fmt.Sprintf("#%02x504a", 30+4*i), coating.Flat))
	}
	for b.Loop() {
		all := p.Generics()
		for _, bottle := range bottles {
			all = append(all, p.Mixes(bottle, 7)...)
		}
		all = all[:40]
		judged := p.Judge(all)
		Rank(judged, []Wish{Safe, Subtle})
	}
}
