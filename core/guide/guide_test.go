package guide

import (
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wear"
)

// siteOf lays one zone out and returns the site of its last step.
func siteOf(air climate.Air, steps ...*route.Step) *timeline.Site {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 100}
	p := &route.Plan{Start: start, Scale: 48, Air: climate.Constant(air), Wear: wear.Targets{Shading: shade.Subtle, Chips: 1}, Zones: []*route.Zone{z}}
	for i, s := range steps {
		s.ID = string(rune('a' + i))
		if i < len(steps)-1 {
			s.Done = start.AddDate(0, 0, i-20)
		}
		if s.Product != nil {
			p.Products = append(p.Products, s.Product)
		}
		z.Steps = append(z.Steps, s)
	}
	z.Link()
	tl := rule.Lay(p)
	return tl.Site(tl.Lines[0], len(steps)-1)
}

// The cup follows area and coats; a dial that is turned changes only what it should; flash-off is longer in damp air.
func TestCup(t *testing.T) {
	gloss := routetest.Product(coating.Clear, "polish-clear", coating.Gloss)
	base := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	two, ok := CupOf(siteOf(climate.Room, base, routetest.Step("gloss-coat", gloss, 2)), nil)
	if !ok || !two.Sprayed() || two.Flash < 5*time.Minute || two.Flash > time.Hour || two.Spray.Wet || two.Spray.Dry {
		t.Fatalf("a gloss coat: %+v", two)
	}
	four, _ := CupOf(siteOf(climate.Room, base, routetest.Step("gloss-coat", gloss, 4)), nil)
	if math.Abs(four.Laid-2*two.Laid) > 1e-9 {
		t.Errorf("four coats lay %.3f ml, two %.3f", four.Laid, two.Laid)
	}
	damp, _ := CupOf(siteOf(climate.Air{TemperatureC: 21, Humidity: 0.78}, base, routetest.Step("gloss-coat", gloss, 2)), nil)
	if damp.Flash <= two.Flash || damp.Mixed != two.Mixed {
		t.Errorf("in damp air a coat flashes off in %v, else in %v", damp.Flash, two.Flash)
	}
	set := two.Setting
	set.Thinning = 1
	thinned, _ := CupOf(siteOf(climate.Room, base, routetest.Step("gloss-coat", gloss, 2)), &set)
	if math.Abs(thinned.Product-thinned.Mixed/2) > 1e-9 || thinned.Setting != set {
		t.Errorf("thinned 1:1: %+v", thinned)
	}
	spot := routetest.Step("gloss-coat", gloss, 2)
	spot.Share = 0.25
	part, _ := CupOf(siteOf(climate.Room, base, spot), nil)
	if math.Abs(part.Laid-two.Laid/4) > 1e-9 {
		t.Errorf("a quarter of the zone takes %.3f ml, all of it %.3f", part.Laid, two.Laid)
	}
	whole, some, wholeTime, someTime := WholeOrSpot(siteOf(climate.Room, base, spot))
	if whole.Mixed <= some.Mixed || wholeTime < someTime {
		t.Errorf("whole %v %v, spot %v %v", whole, wholeTime, some, someTime)
	}
	if _, ok := CupOf(siteOf(climate.Room, base, routetest.Step("mask", nil, 1)), nil); ok {
		t.Error("a mask is mixed in a cup")
	}
	if _, ok := CupOf(siteOf(climate.Room, base, routetest.Step("pastel", routetest.Product(coating.Pigment, "dry-pigment", 0), 1)), nil); ok {
		t.Error("dry pigment is mixed in a cup")
	}
}

func TestWeather(t *testing.T) {
	gloss := routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 2)
	base := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	for want, air := range map[string]climate.Air{"Fit": climate.Room, "Not in this air": {TemperatureC: 18, Humidity: 0.88}, "Cold": {TemperatureC: 7, Humidity: 0.5}} {
		if got, fit := Weather(siteOf(air, base, gloss)); !strings.HasPrefix(got, want) || fit != (want == "Fit") {
			t.Errorf("%v: %q, want %q", air, got, want)
		}
	}
}

// More coats never shine less; a polish goes beyond them; a coat on a part has an edge; common practice for what is enough: see gloss.
func TestShine(t *testing.T) {
	base := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	s, ok := ShineOf(siteOf(climate.Room, base, routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 1)), 0)
	if !ok || !slices.IsSorted(s.With) || s.Before >= 10 || s.Enough[0].Is || s.Enough[0].Coats != 2 || s.Edge != 0 {
		t.Errorf("one coat of gloss over flat: %+v", s)
	}
	polished, ok := ShineOf(siteOf(climate.Room, base, routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 4), routetest.Step("polish", nil, 2)), 0)
	if !ok || polished.After <= s.With[5] {
		t.Errorf("polished it reads %.0f GU, six coats %.0f", polished.After, s.With[5])
	}
	spot := routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 2)
	spot.Share = 0.3
	if e, _ := ShineOf(siteOf(climate.Room, base, spot), 0); e.Edge < 30 {
		t.Errorf("the edge of a spot of gloss on flat: %.0f GU", e.Edge)
	}
	if rough, _ := ShineOf(siteOf(climate.Room, base, spot), 0.2); rough.Adds <= 0 {
		t.Error("orange peel costs no gloss")
	}
	if _, ok := ShineOf(siteOf(climate.Room, base), 0); ok {
		t.Error("a colour has a gloss scale")
	}
}

// The squint looks at veils from none on, marks those that are planned, and agrees with the rule that judges them.
func TestSquint(t *testing.T) {
	primer := routetest.Step("prime", routetest.Coloured(coating.Primer, "waterborne-acrylic", "#a9acab", coating.Flat), 1)
	lines := routetest.Step("pre-shade", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#3a3f42", coating.Flat), 1)
	paint := routetest.Coloured(coating.Paint, "waterborne-acrylic", "#c4ccc9", coating.Flat)
	for n := 1; n <= 9; n++ {
		site := siteOf(climate.Room, primer, lines, routetest.Step("veil", paint, n))
		q, ok := SquintOf(site)
		if !ok || q.Now != n || q.Unit != "veil" || q.WidthMM != shade.Line.WidthMM {
			t.Fatalf("%d veils: %+v", n, q)
		}
		reads := shade.Read(q.Seen[n])
		found := slices.ContainsFunc(rule.Judge(site), func(f timeline.Finding) bool { return f.Rule.ID == "shade" })
		if found == (reads == shade.Subtle) {
			t.Errorf("%d veils read %v and the rule finds fault: %v", n, reads, found)
		}
	}
	if q, ok := SquintOf(siteOf(climate.Room, primer, routetest.Step("base-coat", paint, 1), lines)); !ok || q.Now != 0 || q.Unit != "veil" {
		t.Errorf("shading on its paint looks at veils that could follow: %+v", q)
	}
	if _, ok := SquintOf(siteOf(climate.Room, primer, routetest.Step("base-coat", paint, 2))); ok {
		t.Error("nothing is shaded, and there is a squint")
	}
}

// T12, T26, common practice, no source: water is through one thin coat in about half a minute, and a seal only buys time; the longer a
// colour lies on a medium and the thicker it is, the sooner it is too late.
func TestLift(t *testing.T) {
	metal := routetest.Step("metal-coat", routetest.Coloured(coating.Metal, "lacquer", "#a5a7a6", coating.Satin), 2)
	medium := routetest.Product(coating.Medium, "chipping-medium", 0)
	paint := routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat)
	lift := func(n int) rule.Chipping {
		l, ok := rule.Lift(siteOf(climate.Room, metal, routetest.Step("chipping-medium", medium, 2), routetest.Step("base-coat", paint, n), routetest.Step("chip", nil, 1)))
		if !ok || !l.Eased.Before(l.Late) {
			t.Fatalf("%d coats: %+v", n, l)
		}
		return l
	}
	one, two := lift(1), lift(2)
	if two.Through <= one.Through || !two.Late.Before(one.Late) {
		t.Errorf("one coat %+v, two %+v", one, two)
	}
	site := siteOf(climate.Room, metal, routetest.Step("chipping-medium", medium, 2))
	over := OverMedium(site)
	if len(over) != 4 {
		t.Fatalf("%d kinds of work with water over a medium", len(over))
	}
	for _, o := range over {
		if o.Sealed <= o.Through || o.Lifts != (o.Stands > o.Through) {
			t.Errorf("%s: %+v", o.What, o)
		}
	}
	if _, ok := rule.Lift(siteOf(climate.Room, metal, routetest.Step("chip", nil, 1))); ok {
		t.Error("there is no medium, and something lifts")
	}
}

func TestDecalWork(t *testing.T) {
	base := routetest.Step("base-coat", routetest.Coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	spot := routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 2)
	spot.Share = 0.3
	decals := routetest.Step("decals", routetest.Product(coating.DecalKind, "decal", 0), 1)
	decals.Decals = []decal.Decal{{Name: "badge", WidthMM: 20, HeightMM: 20, Over: decal.GroundNamed("smooth")}}
	if w := DecalWork(siteOf(climate.Room, base, decals)); w[0].Silver == 0 {
		t.Error("a badge on flat paint does not silver")
	}
	if w := DecalWork(siteOf(climate.Room, base, spot, decals)); w[0].Silver != 0 {
		t.Errorf("on the gloss that was put down for it the badge silvers %.2f", w[0].Silver)
	}
}

// In the room, every sprayed technique comes out well in the middle of its range, with every family that it is sprayed with.
func TestUsualSettingsComeOutWell(t *testing.T) {
	for _, d := range route.Techniques() {
		if d.Spray == "" {
			continue
		}
		for _, f := range coating.Families() {
			kind := slices.IndexFunc(d.Kinds, func(k coating.Kind) bool { return slices.Contains(f.Kinds, k) })
			if kind < 0 || f.IsLoose() || f.ID == "artist-oil" || d.Spray == "grime" && f.ID == "lacquer" {
				continue
			}
			p := routetest.Coloured(d.Kinds[kind], f.ID, "#6f7a82", coating.NoSheen)
			c, ok := CupOf(siteOf(climate.Room, routetest.Step(d.ID, p, max(1, d.Coats))), nil)
			if !ok || c.Spray.Dry || c.Spray.Wet || c.Spray.Coarse {
				t.Errorf("%s with %s: %s", d.ID, f.ID, c.Spray.Words())
			}
		}
	}
}

// Every sprayed technique has a range of settings of its own that exists.
func TestEverySprayHasItsRange(t *testing.T) {
	known := map[dose.Kind]bool{}
	for _, r := range dose.Ranges() {
		known[r.ID] = true
		if r.Needle[0] > r.Needle[1] || r.PSI[0] > r.PSI[1] || r.DistanceCM[0] > r.DistanceCM[1] || r.Words == "" {
			t.Errorf("range %+v", r)
		}
	}
	for _, d := range route.Techniques() {
		if d.Airbrush != (d.Spray != "") || d.Spray != "" && !known[d.Spray] {
			t.Errorf("%s sprays %v with %q", d.ID, d.Airbrush, d.Spray)
		}
		if d.Covers < 0 || d.Covers > 1 || d.Has(route.Shades) && (d.WidthMM <= 0 || d.Covers <= 0) {
			t.Errorf("%s covers %v, %v mm wide", d.ID, d.Covers, d.WidthMM)
		}
	}
}
