package route

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
	"inkysparrow/core/shade"
	"inkysparrow/core/wear"
)

// siteOf lays one zone out and returns the site of its last step.
func siteOf(air climate.Air, steps ...*Step) *Site {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	z := &Zone{ID: "z", Name: "Zone", AreaCM2: 100}
	p := &Plan{Start: start, Scale: 48, Air: climate.Constant(air), Wear: wear.Targets{Shading: shade.Subtle, Chips: 1}, Zones: []*Zone{z}}
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
	tl := Lay(p, every)
	return tl.Site(tl.Lines[0], len(steps)-1)
}

func step(do string, p *coating.Product, coats int) *Step {
	return &Step{Do: mustTechnique(do), Product: p, Coats: coats}
}

func coloured(kind coating.Kind, family, hex string, sheen coating.Sheen) *coating.Product {
	p := product(kind, family, sheen)
	p.ID, p.Name, p.Colour = family+hex, "the "+family, hex
	return p
}

// The cup follows area and coats; a dial that is turned changes only what it should; flash-off is longer in damp air.
func TestCup(t *testing.T) {
	gloss := product(coating.Clear, "polish-clear", coating.Gloss)
	base := step("base-coat", coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	two, ok := siteOf(climate.Room, base, step("gloss-coat", gloss, 2)).Cup(nil)
	if !ok || !two.Sprayed() || two.Flash < 5*time.Minute || two.Flash > time.Hour || two.Spray.Wet || two.Spray.Dry {
		t.Fatalf("a gloss coat: %+v", two)
	}
	four, _ := siteOf(climate.Room, base, step("gloss-coat", gloss, 4)).Cup(nil)
	if math.Abs(four.Laid-2*two.Laid) > 1e-9 {
		t.Errorf("four coats lay %.3f ml, two %.3f", four.Laid, two.Laid)
	}
	damp, _ := siteOf(climate.Air{TemperatureC: 21, Humidity: 0.78}, base, step("gloss-coat", gloss, 2)).Cup(nil)
	if damp.Flash <= two.Flash || damp.Mixed != two.Mixed {
		t.Errorf("in damp air a coat flashes off in %v, else in %v", damp.Flash, two.Flash)
	}
	set := two.Setting
	set.Thinning = 1
	thinned, _ := siteOf(climate.Room, base, step("gloss-coat", gloss, 2)).Cup(&set)
	if math.Abs(thinned.Product-thinned.Mixed/2) > 1e-9 || thinned.Setting != set {
		t.Errorf("thinned 1:1: %+v", thinned)
	}
	spot := step("gloss-coat", gloss, 2)
	spot.Share = 0.25
	part, _ := siteOf(climate.Room, base, spot).Cup(nil)
	if math.Abs(part.Laid-two.Laid/4) > 1e-9 {
		t.Errorf("a quarter of the zone takes %.3f ml, all of it %.3f", part.Laid, two.Laid)
	}
	whole, some, wholeTime, someTime := siteOf(climate.Room, base, spot).WholeOrSpot()
	if whole.Mixed <= some.Mixed || wholeTime < someTime {
		t.Errorf("whole %v %v, spot %v %v", whole, wholeTime, some, someTime)
	}
	if _, ok := siteOf(climate.Room, base, step("mask", nil, 1)).Cup(nil); ok {
		t.Error("a mask is mixed in a cup")
	}
	if _, ok := siteOf(climate.Room, base, step("pastel", product(coating.Pigment, "dry-pigment", 0), 1)).Cup(nil); ok {
		t.Error("dry pigment is mixed in a cup")
	}
}

func TestWeather(t *testing.T) {
	gloss := step("gloss-coat", product(coating.Clear, "polish-clear", coating.Gloss), 2)
	base := step("base-coat", coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	for want, air := range map[string]climate.Air{"Fit": climate.Room, "Not in this air": {TemperatureC: 18, Humidity: 0.88}, "Cold": {TemperatureC: 7, Humidity: 0.5}} {
		if got := siteOf(air, base, gloss).Weather(); !strings.HasPrefix(got, want) {
			t.Errorf("%v: %q, want %q", air, got, want)
		}
	}
}

// More coats never shine less; a polish goes beyond them; a coat on a part has an edge; common practice for what is enough: see gloss.
func TestShine(t *testing.T) {
	base := step("base-coat", coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	s, ok := siteOf(climate.Room, base, step("gloss-coat", product(coating.Clear, "polish-clear", coating.Gloss), 1)).Shine(0)
	if !ok || !slices.IsSorted(s.With) || s.Before >= 10 || s.Enough[0].Is || s.Enough[0].Coats != 2 || s.Edge != 0 {
		t.Errorf("one coat of gloss over flat: %+v", s)
	}
	polished, ok := siteOf(climate.Room, base, step("gloss-coat", product(coating.Clear, "polish-clear", coating.Gloss), 4), step("polish", nil, 2)).Shine(0)
	if !ok || polished.After <= s.With[5] {
		t.Errorf("polished it reads %.0f GU, six coats %.0f", polished.After, s.With[5])
	}
	spot := step("gloss-coat", product(coating.Clear, "polish-clear", coating.Gloss), 2)
	spot.Share = 0.3
	if e, _ := siteOf(climate.Room, base, spot).Shine(0); e.Edge < 30 {
		t.Errorf("the edge of a spot of gloss on flat: %.0f GU", e.Edge)
	}
	if rough, _ := siteOf(climate.Room, base, spot).Shine(0.2); rough.Adds <= 0 {
		t.Error("orange peel costs no gloss")
	}
	if _, ok := siteOf(climate.Room, base).Shine(0); ok {
		t.Error("a colour has a gloss scale")
	}
}

// The squint looks at veils from none on, marks those that are planned, and agrees with the rule that judges them.
func TestSquint(t *testing.T) {
	primer := step("prime", coloured(coating.Primer, "waterborne-acrylic", "#a9acab", coating.Flat), 1)
	lines := step("pre-shade", coloured(coating.Paint, "waterborne-acrylic", "#3a3f42", coating.Flat), 1)
	paint := coloured(coating.Paint, "waterborne-acrylic", "#c4ccc9", coating.Flat)
	for n := 1; n <= 9; n++ {
		site := siteOf(climate.Room, primer, lines, step("veil", paint, n))
		q, ok := site.Squint()
		if !ok || q.Now != n || q.Unit != "veil" || q.WidthMM != shade.Line.WidthMM {
			t.Fatalf("%d veils: %+v", n, q)
		}
		reads := shade.Read(q.Seen[n])
		found := slices.ContainsFunc(findShade(site), func(f Finding) bool { return true })
		if found == (reads == shade.Subtle) {
			t.Errorf("%d veils read %v and the rule finds fault: %v", n, reads, found)
		}
	}
	if q, ok := siteOf(climate.Room, primer, step("base-coat", paint, 1), lines).Squint(); !ok || q.Now != 0 || q.Unit != "veil" {
		t.Errorf("shading on its paint looks at veils that could follow: %+v", q)
	}
	if _, ok := siteOf(climate.Room, primer, step("base-coat", paint, 2)).Squint(); ok {
		t.Error("nothing is shaded, and there is a squint")
	}
}

// T12, T26, common practice, no source: water is through one thin coat in about half a minute, and a seal only buys time; the longer a
// colour lies on a medium and the thicker it is, the sooner it is too late.
func TestLift(t *testing.T) {
	metal := step("metal-coat", coloured(coating.Metal, "lacquer", "#a5a7a6", coating.Satin), 2)
	medium := product(coating.Medium, "chipping-medium", 0)
	paint := coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat)
	lift := func(n int) Chipping {
		l, ok := siteOf(climate.Room, metal, step("chipping-medium", medium, 2), step("base-coat", paint, n), step("chip", nil, 1)).Lift()
		if !ok || !l.Eased.Before(l.Late) {
			t.Fatalf("%d coats: %+v", n, l)
		}
		return l
	}
	one, two := lift(1), lift(2)
	if two.Through <= one.Through || !two.Late.Before(one.Late) {
		t.Errorf("one coat %+v, two %+v", one, two)
	}
	site := siteOf(climate.Room, metal, step("chipping-medium", medium, 2))
	over := site.OverMedium()
	if len(over) != 4 {
		t.Fatalf("%d kinds of work with water over a medium", len(over))
	}
	for _, o := range over {
		if o.Sealed <= o.Through || o.Lifts != (o.Stands > o.Through) {
			t.Errorf("%s: %+v", o.What, o)
		}
	}
	if _, ok := siteOf(climate.Room, metal, step("chip", nil, 1)).Lift(); ok {
		t.Error("there is no medium, and something lifts")
	}
}

func TestDecalWork(t *testing.T) {
	base := step("base-coat", coloured(coating.Paint, "waterborne-acrylic", "#6f7a82", coating.Flat), 2)
	spot := step("gloss-coat", product(coating.Clear, "polish-clear", coating.Gloss), 2)
	spot.Share = 0.3
	decals := step("decals", product(coating.DecalKind, "decal", 0), 1)
	decals.Decals = []decal.Decal{{Name: "badge", WidthMM: 20, HeightMM: 20, Over: decal.GroundNamed("smooth")}}
	if w := siteOf(climate.Room, base, decals).DecalWork(); w[0].Silver == 0 {
		t.Error("a badge on flat paint does not silver")
	}
	if w := siteOf(climate.Room, base, spot, decals).DecalWork(); w[0].Silver != 0 {
		t.Errorf("on the gloss that was put down for it the badge silvers %.2f", w[0].Silver)
	}
}

// In the room, every sprayed technique comes out well in the middle of its range, with every family that it is sprayed with.
func TestUsualSettingsComeOutWell(t *testing.T) {
	for _, d := range Techniques() {
		if d.Spray == "" {
			continue
		}
		for _, f := range coating.Families() {
			kind := slices.IndexFunc(d.Kinds, func(k coating.Kind) bool { return slices.Contains(f.Kinds, k) })
			if kind < 0 || f.IsLoose() || f.ID == "artist-oil" || d.Spray == "grime" && f.ID == "lacquer" {
				continue
			}
			p := coloured(d.Kinds[kind], f.ID, "#6f7a82", coating.NoSheen)
			c, ok := siteOf(climate.Room, step(d.ID, p, max(1, d.Coats))).Cup(nil)
			if !ok || c.Spray.Dry || c.Spray.Wet || c.Spray.Coarse {
				t.Errorf("%s with %s: %s", d.ID, f.ID, c.Spray.Words())
			}
		}
	}
}

// Every sprayed technique has a range of settings of its own that exists.
func TestEverySprayHasItsRange(t *testing.T) {
	known := map[string]bool{}
	for _, r := range dose.Ranges() {
		known[r.ID] = true
		if r.Needle[0] > r.Needle[1] || r.PSI[0] > r.PSI[1] || r.DistanceCM[0] > r.DistanceCM[1] || r.Words == "" {
			t.Errorf("range %+v", r)
		}
	}
	for _, d := range Techniques() {
		if d.Airbrush != (d.Spray != "") || d.Spray != "" && !known[d.Spray] {
			t.Errorf("%s sprays %v with %q", d.ID, d.Airbrush, d.Spray)
		}
		if d.Covers < 0 || d.Covers > 1 || d.Has(Shades) && (d.WidthMM <= 0 || d.Covers <= 0) {
			t.Errorf("%s covers %v, %v mm wide", d.ID, d.Covers, d.WidthMM)
		}
	}
}
