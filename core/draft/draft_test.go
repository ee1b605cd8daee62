package draft

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/guide"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// drafted returns a plan of one zone drafted from the given wishes.
func drafted(family, colour string, metal bool, age time.Duration, effects []Wish, schools route.Schools) *route.Plan {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	kind := coating.Paint
	sheen := coating.Flat
	if metal {
		kind, sheen = coating.Metal, coating.SemiGloss
	}
	paint := routetest.Product(kind, family, sheen)
	paint.ID, paint.Name, paint.Colour = "paint", "the paint", colour
	w := Wanted{Zone: "z", Paint: paint, Metal: metal, Effects: effects}
	w.Wear = wear.Of(wear.Service{Strength: string(schools.Of(route.StrengthOf))})
	if age > 0 {
		w.Painted = start.Add(-age)
	}
	kit := &Kit{Products: []*coating.Product{paint}}
	steps, _ := Draft(w, schools, kit)
	z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 150, Steps: steps}
	z.Link()
	return &route.Plan{Name: "drafted", Start: start, Bench: routetest.Night, Air: climate.Constant(climate.Room), Schools: schools, Wear: w.Wear, Products: kit.Products, Zones: []*route.Zone{z}}
}

// Every route that is drafted is clean and finds its evenings: families by ages by colours by effects by schools.
func TestDraftIsClean(t *testing.T) {
	r := rand.New(rand.NewPCG(16, 3))
	families := []string{"waterborne-acrylic", "alcohol-acrylic", "lacquer", "enamel"}
	judge := func(name string, p *route.Plan) {
		t.Helper()
		rep := rule.Check(p)
		for _, f := range rep.Findings {
			if f.Severity > verdict.Note {
				t.Errorf("%s: %s at %s: %s (%s)", name, f.Severity, f.Step, f.Title, f.Because)
			}
		}
		if rep.Finish.IsZero() || rep.Finish.Sub(p.Start) > 60*24*time.Hour {
			t.Errorf("%s: ready %v", name, rep.Finish)
		}
	}
	var all []Wish
	for _, e := range WishWords {
		all = append(all, e.ID)
	}
	for _, family := range families {
		for _, colour := range []string{"#d8dcd8", "#6f7a82", "#202224"} {
			for _, age := range []time.Duration{0, 2 * 24 * time.Hour, 200 * 24 * time.Hour} {
				for _, metal := range []bool{false, true} {
					base := fmt.Sprintf("%s %s %v metal=%v", family, colour, age, metal)
					judge(base+" plain", drafted(family, colour, metal, age, nil, nil))
					judge(base+" all", drafted(family, colour, metal, age, all, nil))
					for _, e := range all {
						judge(base+" "+string(e), drafted(family, colour, metal, age, []Wish{e}, nil))
					}
					for range 12 {
						var some []Wish
						for _, e := range all {
							if r.IntN(2) == 0 {
								some = append(some, e)
							}
						}
						schools := route.Schools{}
						for _, s := range route.SchoolsTable() {
							schools[s.ID] = s.Answers[r.IntN(len(s.Answers))].ID
						}
						judge(fmt.Sprintf("%s %v %v", base, some, schools), drafted(family, colour, metal, age, some, schools))
					}
				}
			}
		}
	}
}

// What is on the shelf is taken where it serves, and nothing that doesn't.
func TestDraftTakesFromTheShelf(t *testing.T) {
	paint := routetest.Product(coating.Paint, "waterborne-acrylic", coating.Flat)
	paint.ID, paint.Name, paint.Colour = "paint", "the paint", "#6f7a82"
	own := routetest.Product(coating.Clear, "polish-clear", coating.Gloss)
	own.ID, own.Name = "harbour", "Harbour gloss"
	near := routetest.Product(coating.Wash, "enamel-wash", 0)
	near.ID, near.Name, near.Colour = "soot", "Soot", "#3d342c"
	pink := routetest.Product(coating.Wash, "enamel-wash", 0)
	pink.ID, pink.Name, pink.Colour = "pink", "Pink wash", "#ff88aa"
	flat := routetest.Product(coating.Clear, "lacquer", coating.Flat)
	flat.ID, flat.Name = "flat", "Lacquer flat"
	kit := &Kit{Products: []*coating.Product{paint}, Shelf: []*coating.Product{pink, flat, near, own}}
	steps, _ := Draft(Wanted{Zone: "z", Paint: paint, Effects: []Wish{WithDecals, WithWash}, Wear: wear.Of(wear.Service{})}, nil, kit)
	used := map[string]bool{}
	for _, s := range steps {
		if s.Product != nil {
			used[s.Product.ID] = true
		}
	}
	if !used["harbour"] || !used["soot"] || used["pink"] || used["flat"] {
		t.Errorf("the draft uses %v", used)
	}
	ids := map[string]bool{}
	for _, p := range kit.Products {
		if ids[p.ID] {
			t.Errorf("two products are called %q", p.ID)
		}
		ids[p.ID] = true
	}
}

// A metal shines as it was wanted over what is drafted below it: T20, common practice, no source; and the route is clean.
func TestDraftMetal(t *testing.T) {
	for bright, want := range map[string]string{"dull": "dull", "mirror": "like a mirror", "chrome": "like chrome"} {
		p := drafted("lacquer", "#b4b6b7", true, 0, []Wish{WithWash}, nil)
		paint := p.Products[0]
		kit := &Kit{Products: []*coating.Product{paint}}
		steps, _ := Draft(Wanted{Zone: "z", Paint: paint, Metal: true, Bright: bright, Effects: []Wish{WithWash}}, nil, kit)
		p.Zones[0].Steps, p.Products = steps, kit.Products
		p.Zones[0].Link()
		r := rule.Check(p)
		for _, f := range r.Findings {
			if f.Severity > verdict.Note {
				t.Errorf("%s: %s at %s: %s", bright, f.Severity, f.Step, f.Because)
			}
		}
		for i, placed := range r.Lines[0].Steps {
			if placed.Step.Do.ID != "metal-coat" {
				continue
			}
			if got := guide.Metal(r.Site(r.Lines[0], i)); got.Words != want {
				t.Errorf("wanted %s, shines %s over %.0f GU", bright, got.Words, got.Units)
			}
			if before := r.Lines[0].Steps[max(0, i-1)]; bright == "chrome" && placed.Start.Sub(r.Lines[0].Steps[i-2].End) < 8*time.Hour {
				t.Errorf("polished and covered %v after the gloss, want it left overnight (%s)", placed.Start.Sub(r.Lines[0].Steps[i-2].End), before.Step.Do.ID)
			}
		}
	}
}

// The schools that a draft is asked for are the ones that it draws: each answer changes the route.
func TestDraftFollowsTheSchools(t *testing.T) {
	effects := []Wish{WithPreshade, WithDecals, WithWash, WithDots, WithExhaust}
	shape := func(schools route.Schools, effects ...Wish) string {
		p := drafted("waterborne-acrylic", "#6f7a82", false, 0, effects, schools)
		out := ""
		for _, s := range p.Zones[0].Steps {
			out += s.Do.ID
			if s.Product != nil {
				out += ":" + s.Product.ID
			}
			out += fmt.Sprintf("x%d%s%.0f ", s.Coats, s.Stroke, 100*s.Share)
		}
		return out
	}
	for _, question := range []route.Question{"decals_and_wash", "wash", "stroke", "under_oils", "over_oils", "shade", "exhaust", "strength", "gloss"} {
		school, _ := route.SchoolNamed(question)
		seen := map[string]route.Choice{}
		for _, a := range school.Answers {
			s := shape(route.Schools{question: a.ID}, effects...)
			if question != "shade" { // even and by panels differ in the hand
				if other, twice := seen[s]; twice {
					t.Errorf("%s: %s drafts the same route as %s", question, a.ID, other)
				}
			}
			seen[s] = a.ID
		}
		if len(seen) < 2 {
			t.Errorf("%s changes nothing", question)
		}
	}
	for _, with := range [][]Wish{{WithWash}, {WithDecals, WithWash}} {
		if sprayed := shape(route.Schools{"wash": "sprayed"}, with...); !strings.Contains(sprayed, "spray-wash") || strings.Contains(sprayed, "wipe") {
			t.Errorf("the school of spraying drafts %s", sprayed)
		}
	}
	if both := shape(route.Schools{"chips": "medium"}, WithChips, WithDecals); !strings.Contains(both, "chipping-medium") {
		t.Errorf("decals take the chipping medium away: %s", both)
	}
	for _, s := range drafted("waterborne-acrylic", "#6f7a82", false, 0, []Wish{WithDecals}, route.Schools{"gloss": "under-decals"}).Zones[0].Steps {
		if s.Do.ID == "gloss-coat" && s.Share != 0.3 {
			t.Errorf("gloss under the decals covers %v of the zone, want 0.3", s.Share)
		}
	}
	medium := shape(route.Schools{"chips": "medium"}, WithChips)
	if medium == shape(route.Schools{"chips": "painted"}, WithChips) {
		t.Error("chips: lifted and painted ones are drafted alike")
	}
	if a := shape(route.Schools{"chips": "wiped-acrylic"}, WithChips); a == medium || !strings.Contains(a, "wipe-back") {
		t.Errorf("chips: wiped back drafts %s", a)
	}
	if bare, barred := shape(route.Schools{"under_wash": "flat"}, WithWash), shape(route.Schools{"under_wash": "flat", "acrylic_under_enamel_wash": "gloss"}, WithWash); bare == barred || !strings.Contains(barred, "gloss-coat") {
		t.Errorf("acrylic_under_enamel_wash changes nothing: %s", barred)
	}
	if before := shape(route.Schools{"decals_and_wash": "before-decals"}, WithDecals, WithWash); strings.Contains(before, "seal") || strings.Count(before, "gloss-coat") != 1 || !strings.Contains(before, "final-coat") {
		t.Errorf("decals after the wash need no seal and no gloss of their own, and a last coat over them: %s", before)
	}
	if oiled := shape(route.Schools{"decals_and_wash": "before-decals"}, WithDecals, WithWash, WithDots); !strings.Contains(oiled, "seal") {
		t.Errorf("decals lie open below oils: %s", oiled)
	}
	if shape(route.Schools{"under_wash": "gloss"}, WithWash) == shape(route.Schools{"under_wash": "flat"}, WithWash) {
		t.Error("under_wash changes nothing")
	}
}

// When a wash is wiped changes the cloth, the help to dry, the evening of the wipe and the finish: wet at once, flashed sooner than
// touch-dry, dry all through and the next day an evening later.
func TestWipeSchools(t *testing.T) {
	type laid struct {
		cloth  wash.Wetness
		drying route.Drying
		waits  time.Duration
		finish time.Time
	}
	lay := func(school route.Choice) laid {
		r := rule.Check(drafted("waterborne-acrylic", "#6f7a82", false, 400*time.Hour, []Wish{WithWash}, route.Schools{"wipe": school, "under_wash": "flat"}))
		for i, p := range r.Lines[0].Steps {
			if w := p.Step.Wiped; w != nil {
				return laid{p.Step.Cloth, w.Drying, p.Start.Sub(r.Lines[0].Steps[i-1].End), r.Finish}
			}
		}
		t.Fatalf("%s: nothing is wiped", school)
		return laid{}
	}
	wet, flashed, usual, dry, next := lay("wet"), lay("flashed"), lay("touch-dry"), lay("dry"), lay("next-day")
	if wet.waits != 0 || flashed.waits >= usual.waits/2 || usual.waits > 45*time.Minute || dry.waits < 3*time.Hour || next.waits < 10*time.Hour {
		t.Errorf("wiped after: wet %v, flashed %v, touch-dry %v, dry %v, next day %v", wet.waits, flashed.waits, usual.waits, dry.waits, next.waits)
	}
	if !dry.finish.After(usual.finish) || !next.finish.After(usual.finish) || wet.finish.After(usual.finish) {
		t.Errorf("ready: wet %v, touch-dry %v, dry %v, next day %v", wet.finish, usual.finish, dry.finish, next.finish)
	}
	if usual.cloth != wash.Dry || dry.cloth != wash.Damp || next.cloth != wash.Damp || flashed.drying != route.InWarmAir || usual.drying != route.ByItself {
		t.Errorf("cloths and drying: %+v %+v %+v %+v", usual, dry, next, flashed)
	}
}

// T56, common practice, no source: one pass of a stain covers 2 to 8 % of what a full coat does where it is pale, up to 20 where it is soot; a plain exhaust takes 5 to 15.
func TestPasses(t *testing.T) {
	for paint, stain := range map[string]string{"#d8dcd8": "#2b2725", "#6f7a82": "#2b2725", "#202224": "#c0b4a2"} {
		ground, _ := colour.Parse(paint)
		step := &route.Step{Do: route.MustTechnique("exhaust-spray"), Product: routetest.Coloured(coating.Paint, "waterborne-acrylic", stain, coating.Flat), Coats: 1}
		v, one := step.Cover()
		most := 0.2
		if ground.Lightness() < 28 {
			most = 0.08
		}
		if got := v.Shows(ground, one); got < 0.02 || got > most {
			t.Errorf("T56 on %s: one pass covers %.3f, want 0.02 to %.2f", paint, got, most)
		}
	}
}

// A heavy model's oils and chips cover more of a zone than those of one as it was flown, and these more than a restrained one's; each step that stains has a seed of its own.
func TestStrengths(t *testing.T) {
	share := map[route.Choice]float64{}
	for _, strength := range []route.Choice{route.Restrained, route.ServiceWorn, route.Heavy} {
		p := drafted("waterborne-acrylic", "#6f7a82", false, 400*time.Hour, []Wish{WithExhaust, WithDots, WithStreaks}, route.Schools{"strength": strength})
		seeds := map[uint64]bool{}
		stains := 0
		for _, s := range p.Zones[0].Steps {
			if s.Do.ID == "oil-dots" {
				share[strength] = s.Covered()
			}
			if effect.Stains(s.Do) {
				stains++
				seeds[s.Seed] = true
			}
		}
		if stains < 3 || len(seeds) != stains || seeds[0] {
			t.Errorf("%d steps that stain have the seeds %v", stains, seeds)
		}
	}
	if !(share["restrained"] < share["service-worn"] && share["service-worn"] < share["heavy"]) {
		t.Errorf("oils cover %v", share)
	}
}

func BenchmarkDraft(b *testing.B) {
	effects := []Wish{WithPrimer, WithPreshade, WithDecals, WithWash, WithDots, WithStreaks, WithExhaust}
	b.ReportAllocs()
	for b.Loop() {
		rule.Check(drafted("enamel", "#6f7a82", false, 48*time.Hour, effects, nil))
	}
}

// T22, common practice, no source: on white a light grey wash, on mid tones a mid-dark brown or grey, on black one that is lighter than the
// paint; and what is drafted never counts as unseen or harsh.
func TestDraftWashColour(t *testing.T) {
	for name, tc := range map[string]struct {
		paint    string
		from, to float64 // lightness of the wash
	}{"white": {"#f2f3f0", 45, 75}, "mid grey": {"#6f7a82", 15, 40}, "olive": {"#5b5a3c", 15, 40}, "black": {"#161718", 25, 75}} {
		p := drafted("waterborne-acrylic", tc.paint, false, 0, []Wish{WithWash}, nil)
		r := rule.Check(p)
		for _, placed := range r.Lines[0].Steps {
			if !placed.Step.Do.Has(route.WashOn) {
				continue
			}
			l := route.Lightness(placed.Step.Product)
			if l < tc.from || l > tc.to {
				t.Errorf("T22 on %s: %s has the lightness %.0f, want %.0f to %.0f", name, placed.Step.Product.Name, l, tc.from, tc.to)
			}
			if dark := route.Lightness(p.Products[0]); name == "black" && l <= dark {
				t.Errorf("T22 on black (%.0f): the wash is darker, %.0f", dark, l)
			}
		}
		for _, f := range r.Findings {
			if f.Rule.ID == "wash-colour" {
				t.Errorf("T22 on %s: %s", name, f.Because)
			}
		}
	}
}

// Where the choice of a wash turns, from both sides: light grey from L 72 on, and on a restrained model dark grey from L 40 on.
func TestWashTurns(t *testing.T) {
	wash := func(l float64, strength route.Choice) string {
		p := drafted("waterborne-acrylic", colour.Grey(l).String(), false, 0, []Wish{WithWash}, route.Schools{"strength": strength})
		for _, s := range p.Zones[0].Steps {
			if s.Do.Has(route.WashOn) {
				return s.Product.ID
			}
		}
		return ""
	}
	for _, tc := range []struct {
		l        float64
		strength route.Choice
		want     string
	}{
		{71, route.ServiceWorn, "wash"},
		{73, route.ServiceWorn, "pale-wash"},
		{60, route.ServiceWorn, "wash"},
		{39, route.Restrained, "wash"},
		{46, route.Restrained, "mid-wash"},
		{46, route.ServiceWorn, "wash"},
	} {
		if got := wash(tc.l, tc.strength); got != tc.want {
			t.Errorf("on L %v, %s: %s, want %s", tc.l, tc.strength, got, tc.want)
		}
	}
}

// Shading is mixed darker than its paint in lines and lighter in the middle, but the other way round where the paint leaves no room for it.
func TestShadingTurns(t *testing.T) {
	for _, tc := range []struct {
		l             float64
		purpose, want string
	}{
		{37, "shade", "pale-shade"},
		{43, "shade", "shade"},
		{37, "post", "post"},
		{70, "post", "post"},
		{74, "post", "pale-post"},
	} {
		paint := routetest.Product(coating.Paint, "waterborne-acrylic", coating.Flat)
		paint.Colour = colour.Grey(tc.l).String()
		d := draft{Wanted: Wanted{Paint: paint}}
		if got := d.tone(tc.purpose); got != tc.want {
			t.Errorf("%s on L %v: %s, want %s", tc.purpose, tc.l, got, tc.want)
		}
	}
}

// Glass is masked before anything is sprayed and cleared after the last coat; where the colour is on already that is left out, and said. Common practice, no source.
func TestDraftMasksGlazing(t *testing.T) {
	paint := routetest.Product(coating.Paint, "waterborne-acrylic", coating.Flat)
	draft := func(painted time.Time) ([]*route.Step, Told) {
		return Draft(Wanted{Zone: "z", Paint: paint, Painted: painted, Effects: []Wish{WithGlazing, WithPrimer}}, nil, &Kit{Products: []*coating.Product{paint}})
	}
	var done []string
	steps, told := draft(time.Time{})
	for _, s := range steps {
		done = append(done, s.Do.ID)
	}
	if got := strings.Join(done, " "); got != "mask prime base-coat final-coat unmask" || len(told.Why) != 1 || len(told.Left) != 0 {
		t.Errorf("drafted %s, because %q, without %q", got, told.Why, told.Left)
	}
	steps, told = draft(time.Date(2027, 1, 1, 12, 0, 0, 0, time.UTC))
	if len(steps) == 0 || steps[0].Do.ID == "mask" || len(told.Left) != 1 || !strings.Contains(told.Left[0], "No masks on the glazing: its colour is on already") {
		t.Errorf("painted already: %d steps, without %q", len(steps), told.Left)
	}
}
