package guide

import (
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/draft"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
	"inkysparrow/core/why"
)

// Every technique is told by hand, nothing else is, and what chips has its tools.
func TestEveryTechniqueHasItsWays(t *testing.T) {
	for _, d := range route.Techniques() {
		if len(Ways(d)) == 0 {
			t.Errorf("%s: nothing is told of how it is done", d.ID)
		}
	}
	for id := range waysOf {
		route.MustTechnique(id)
	}
	for _, id := range append([]string{"pencil"}, rule.ChipWays...) {
		if len(Tools(route.MustTechnique(id))) < 2 {
			t.Errorf("%s: with what?", id)
		}
	}
	for id := range toolsOf {
		route.MustTechnique(id)
	}
}

// laid is siteOf for any step of the route, not only its last, with nothing done yet.
func laid(air climate.Air, at int, steps ...*route.Step) *timeline.Site {
	z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 100}
	p := &route.Plan{Start: time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC), Scale: 48, Air: climate.Constant(air), Zones: []*route.Zone{z}}
	for i, s := range steps {
		s.ID = string(rune('a' + i))
		z.Steps = append(z.Steps, s)
	}
	z.Link()
	tl := rule.Lay(p)
	return tl.Site(tl.Lines[0], at)
}

// What chips meet later: a liquid that dissolves them and one that does not, a wipe that is there for its own wash, and a clear that keeps all of it away.
func TestLater(t *testing.T) {
	chips := routetest.Coloured(coating.Paint, "waterborne-acrylic", "#8d8f8e", coating.Flat)
	hard := func(s *route.Step, age time.Duration) *route.Step {
		s.At = time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC).Add(age)
		return s
	}
	wash := func(family string) *route.Step {
		return hard(routetest.Step("pin-wash", routetest.Product(coating.Wash, family, 0), 1), 60*24*time.Hour)
	}
	base := func() *route.Step {
		return routetest.Step("base-coat", routetest.Coloured(coating.Paint, "lacquer", "#6f7a82", coating.Flat), 2)
	}
	meets := func(more ...*route.Step) []Meets {
		return Later(laid(climate.Room, 1, append([]*route.Step{base(), routetest.Step("brush-chips", chips, 1)}, more...)...))
	}
	if m := meets(wash("enamel-wash")); len(m) != 1 || !m[0].Hit || m[0].Reach.Bites() {
		t.Errorf("white spirit over acrylic chips of two months: %+v", m)
	}
	if m := meets(hard(routetest.Step("flat-coat", routetest.Product(coating.Clear, "lacquer", coating.Flat), 2), 24*time.Hour)); len(m) != 1 || !m[0].Hit || m[0].Liquid.ID != "lacquer-thinner" {
		t.Errorf("a lacquer clear over chips of a day: %+v", m)
	}
	w := wash("clay-wash")
	wiped := hard(routetest.Step("wipe", nil, 1), 60*24*time.Hour+time.Hour)
	wiped.Of, wiped.Cloth = "c", 0
	if m := meets(w, wiped); len(m) < 1 || m[0].Liquid.ID != "water" || m[0].Reach.Bites() {
		t.Errorf("a clay wash and its wipe: %+v", m)
	}
	if m := Later(laid(climate.Room, 2, base(), routetest.Step("brush-chips", chips, 1), wash("enamel-wash"))); m != nil {
		t.Errorf("nothing follows, and something touches it: %+v", m)
	}
	// Chipping lifts what lies on the medium: that is meant; the metal below is the film that it has bared.
	metal := routetest.Step("metal-coat", routetest.Coloured(coating.Metal, "lacquer", "#a5a7a6", coating.Satin), 2)
	medium := routetest.Step("chipping-medium", routetest.Product(coating.Medium, "chipping-medium", 0), 2)
	paint := routetest.Step("base-coat", chips, 1)
	m := Later(laid(climate.Room, 1, metal, medium, paint, routetest.Step("chip", nil, 1)))
	if len(m) != 2 || m[0].Meant || !m[1].Meant {
		t.Errorf("a medium that is painted over and chipped: %+v", m)
	}
}

// Tape may stick from when the rule lets it; the colour sprayed over it says when it comes off.
func TestTape(t *testing.T) {
	pale, dark := routetest.Coloured(coating.Paint, "enamel", "#c4ccc9", coating.Gloss), routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat)
	taped := func(at int, edge route.EdgeID) Taping {
		mask := routetest.Step("mask", nil, 1)
		mask.Edge = edge
		s := laid(climate.Room, at, routetest.Step("base-coat", pale, 2), mask, routetest.Step("base-coat", dark, 2), routetest.Step("unmask", nil, 1))
		tape, ok := Tape(s)
		if !ok {
			t.Fatal("no mask")
		}
		if _, soft := rule.SoftUnderTape(s, tape.Sticks.Add(time.Minute)); at == 1 && soft.Grade() >= chance.Flaw {
			t.Errorf("%s: it may stick from %v, and it is soft", edge, tape.Sticks)
		}
		if _, soft := rule.SoftUnderTape(s, tape.Sticks.Add(-time.Hour)); at == 1 && edge == "hard" && soft.Grade() < chance.Flaw {
			t.Errorf("it may stick from %v, and an hour before it does too", tape.Sticks)
		}
		return tape
	}
	on := taped(1, "hard")
	if on.On == nil || on.On.Product != pale || on.Colour == nil || on.Colour.Product != dark || !on.Off.Before(on.Brittle) {
		t.Errorf("the mask: %+v", on)
	}
	if off := taped(3, "hard"); off.On != nil || off.Colour != on.Colour && off.Colour.Product != dark || off.Off.IsZero() {
		t.Errorf("taken off: %+v", off)
	}
	if free := taped(1, "freehand"); free.On != nil {
		t.Errorf("freehand touches nothing: %+v", free)
	}
	if _, ok := Tape(laid(climate.Room, 0, routetest.Step("base-coat", pale, 2))); ok {
		t.Error("a base coat is taped")
	}
}

// T20, common practice, no source: two or three gloss coats below for an ordinary shine, four to six polished for a mirror, chrome over black alone.
func TestUndercoats(t *testing.T) {
	grey := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	site := laid(climate.Room, 1, grey, routetest.Step("metal-coat", routetest.Coloured(coating.Metal, "lacquer", "#a5a7a6", coating.Gloss), 2))
	if m := Metal(site); m.Words != "dull" {
		t.Errorf("over flat the metal shines %s", m.Words)
	}
	looks := func(s *timeline.Site) (out string) {
		for i, u := range Undercoats(s) {
			if i > 0 && Undercoats(s)[i-1].Units > u.Units {
				t.Errorf("%s reads less than the one before", u.What)
			}
			out += u.Words + ": " + u.What + "; "
			if u.Is != (u.Words == Metal(s).Words) {
				t.Errorf("%s: it is there already: %v", u.What, u.Is)
			}
		}
		return out
	}
	if got, want := looks(site), "dull: what is there; satin: 2 coats of semi-gloss; like a mirror: 4 coats of gloss; like chrome: 5 coats of gloss black, polished the next day in 1 grade; "; got != want {
		t.Errorf("over flat grey: %s\nwant %s", got, want)
	}
	black := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#0c0c0d", coating.Gloss), 2)
	site = laid(climate.Room, 2, black, routetest.Step("polish", nil, 2), routetest.Step("metal-coat", routetest.Coloured(coating.Metal, "lacquer", "#a5a7a6", coating.Gloss), 2))
	if got, want := looks(site), "dull: 1 coat of flat; satin: 1 coat of semi-gloss; like a mirror: 1 coat of gloss; like chrome: what is there; "; got != want {
		t.Errorf("over polished black: %s\nwant %s", got, want)
	}
}

// The wettest cloth reaches what a dry one does not; neither is there to take the chips off.
func TestLaterTellsTheCloth(t *testing.T) {
	loss := func(cloth wash.Wetness) float64 {
		w := routetest.Step("pin-wash", routetest.Product(coating.Wash, "enamel-wash", 0), 1)
		wipe := routetest.Step("wipe", nil, 1)
		wipe.Of, wipe.Cloth = "c", cloth
		s := laid(climate.Room, 1, routetest.Step("base-coat", routetest.Coloured(coating.Paint, "lacquer", "#6f7a82", coating.Flat), 2),
			routetest.Step("sponge-chips", routetest.Coloured(coating.Paint, "enamel", "#8d8f8e", coating.Flat), 1), w, wipe)
		m := Later(s)
		if len(m) != 2 || m[1].Meant {
			t.Fatalf("%+v", m)
		}
		return float64(m[1].Reach.Loss)
	}
	if dry, wet := loss(wash.Dry), loss(wash.Wet); wet < dry {
		t.Errorf("a wet cloth takes %.3f µm, a dry one %.3f", wet, dry)
	}
}

// T13 to T15, common practice, no source: a dry wipe over gloss takes nearly all; flat keeps more; a wetter cloth never leaves more.
func TestCloths(t *testing.T) {
	base := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	wiped := func(more ...*route.Step) []ClothUse {
		w, wipe := routetest.Step("overall-wash", routetest.Product(coating.Wash, "enamel-wash", 0), 1), routetest.Step("wipe", nil, 1)
		steps := append(append([]*route.Step{base}, more...), w, wipe)
		wipe.Of, wipe.Cloth = string(rune('a'+len(steps)-2)), wash.Damp
		return Cloths(laid(climate.Room, len(steps)-1, steps...))
	}
	flat := wiped()
	gloss := wiped(routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 2))
	if len(gloss) != 3 || gloss[0].Left > 0.06 || flat[0].Left < 3*gloss[0].Left {
		t.Fatalf("a dry cloth leaves %.3f on gloss, %.3f on flat", gloss[0].Left, flat[0].Left)
	}
	for _, cloths := range [][]ClothUse{flat, gloss} {
		for i, c := range cloths {
			if c.Planned != (c.Wetness == wash.Damp) || i > 0 && c.Left > cloths[i-1].Left {
				t.Errorf("%s: %+v", c.Wetness, c)
			}
		}
	}
	if Cloths(laid(climate.Room, 0, base)) != nil {
		t.Error("a base coat is wiped")
	}
}

// On whatever is drafted, in good air and bad, everything that is told of a step is a number within its range.
func TestEveryGuideHolds(t *testing.T) {
	r := rand.New(rand.NewPCG(26, 11))
	share := func(name string, v float64) {
		t.Helper()
		if !(v >= 0 && v <= 1) {
			t.Errorf("%s is %v, and should be a share", name, v)
		}
	}
	units := func(name string, v float64) {
		t.Helper()
		if !(v >= 0 && v <= 100) {
			t.Errorf("%s reads %v GU", name, v)
		}
	}
	steps := 0
	for range 120 {
		var some []draft.Wish
		for _, e := range draft.WishWords {
			if r.IntN(2) == 0 {
				some = append(some, e.ID)
			}
		}
		schools := route.Schools{}
		for _, s := range route.SchoolsTable() {
			schools[s.ID] = s.Answers[r.IntN(len(s.Answers))].ID
		}
		family := []string{"waterborne-acrylic", "alcohol-acrylic", "lacquer", "enamel"}[r.IntN(4)]
		colour := []string{"#ffffff", "#d8dcd8", "#6f7a82", "#202224", "#000000", ""}[r.IntN(6)]
		p := drafted(family, colour, r.IntN(2) == 0, time.Duration(r.IntN(3))*40*time.Hour, some, schools)
		p.Air = climate.Constant(climate.Air{TemperatureC: 4 + 30*r.Float64(), Humidity: r.Float64()})
		rep := rule.Check(p)
		for i, placed := range rep.Lines[0].Steps {
			steps++
			s, name := rep.Site(rep.Lines[0], i), placed.Step.Do.ID
			if c, ok := CupOf(s, nil); ok && (!(c.Mixed > 0) || c.Product > c.Mixed+1e-9 || c.Flash <= 0 || c.Sprayed() && c.Cups < 1) {
				t.Errorf("%s: the cup %+v", name, c)
			}
			if g, ok := ShineOf(s, 0); ok {
				for _, v := range append([]float64{g.Before, g.After, g.Edge}, g.With...) {
					units(name, v)
				}
			}
			if q, ok := SquintOf(s); ok && (len(q.Seen) != len(q.Pairs) || q.Now >= len(q.Seen) || q.Right >= len(q.Seen) || q.WidthMM <= 0) {
				t.Errorf("%s: the squint %+v", name, q)
			}
			for _, u := range Undercoats(s) {
				units(name+" "+u.What, u.Units)
			}
			for _, m := range Later(s) {
				if m.Step == placed.Step || !(m.Reach.Loss >= 0) {
					t.Errorf("%s: later %+v", name, m)
				}
			}
			for _, c := range Cloths(s) {
				share(name+" "+c.Wetness.String(), c.Left)
			}
			if l, ok := rule.Lift(s); ok && (l.Through <= 0 || l.Late.Before(l.Eased)) {
				t.Errorf("%s: lifted %+v", name, l)
			}
			if tape, ok := Tape(s); ok && tape.Colour != nil && tape.Brittle.Before(tape.Off) && tape.Colour.Product.Family.Mechanism.Hardens && tape.Colour.Product.Family.ID != "lacquer" {
				t.Errorf("%s: the edge chips before the colour is dry: %+v", name, tape)
			}
			if some, _, ok := Fade(s); ok {
				share(name, some)
			}
			for _, w := range DecalWork(s) {
				share(w.Name, w.Silver)
			}
			if words, _ := Weather(s); words == "" || len(why.Why(s)) == 0 {
				t.Errorf("%s: nothing is said of the air or of the time", name)
			}
		}
	}
	if steps < 500 {
		t.Errorf("only %d steps were looked at", steps)
	}
}

// drafted returns a plan of one zone drafted from the given wishes.
func drafted(family, colour string, metal bool, age time.Duration, effects []draft.Wish, schools route.Schools) *route.Plan {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	kind := coating.Paint
	sheen := coating.Flat
	if metal {
		kind, sheen = coating.Metal, coating.SemiGloss
	}
	paint := routetest.Product(kind, family, sheen)
	paint.ID, paint.Name, paint.Colour = "paint", "the paint", colour
	w := draft.Wanted{Zone: "z", Paint: paint, Metal: metal, Effects: effects}
	w.Wear = wear.Of(wear.Service{Strength: string(schools.Of(route.StrengthOf))})
	if age > 0 {
		w.Painted = start.Add(-age)
	}
	kit := &draft.Kit{Products: []*coating.Product{paint}}
	steps, _ := draft.Draft(w, schools, kit)
	z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 150, Steps: steps}
	z.Link()
	return &route.Plan{Name: "drafted", Start: start, Bench: routetest.Night, Air: climate.Constant(climate.Room), Schools: schools, Wear: w.Wear, Products: kit.Products, Zones: []*route.Zone{z}}
}
