package route_test

import (
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

func paint(hex string) *coating.Product {
	return routetest.Coloured(coating.Paint, "waterborne-acrylic", hex, coating.NoSheen)
}

// A step's own time stands while it is ahead, is over when its work would be, and counts no more once it was begun.
func TestFixed(t *testing.T) {
	z := &route.Zone{AreaCM2: 100}
	now := time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
	s := routetest.Step("base-coat", paint("#405060"), 1)
	long := z.Attended(s)
	for _, tc := range []struct {
		name          string
		change        func(*route.Step)
		fixed, passed bool
	}{
		{"nothing said", func(*route.Step) {}, false, false},
		{"pinned ahead", func(s *route.Step) { s.At = now.Add(time.Hour) }, true, false},
		{"pinned, and would be at work", func(s *route.Step) { s.At = now.Add(time.Minute - long) }, true, false},
		{"pinned, and would be done", func(s *route.Step) { s.At = now.Add(-long) }, false, true},
		{"pinned long ago, and begun", func(s *route.Step) { s.At, s.Started = now.Add(-9*long), now.Add(-long) }, true, false},
		{"pinned long ago, and done", func(s *route.Step) { s.At, s.Done = now.Add(-9*long), now.Add(-long) }, true, false},
	} {
		one := s.As(tc.change)
		if z.Fixed(one, now) != tc.fixed || z.Passed(one, now) != tc.passed {
			t.Errorf("%s: fixed %v, passed %v", tc.name, z.Fixed(one, now), z.Passed(one, now))
		}
	}
}

// A bottle's sheen goes before that of the kind of work, and that before what is usual of the family.
func TestSheen(t *testing.T) {
	satin := routetest.Coloured(coating.Clear, "urethane-clear", "", coating.Satin)
	plain := routetest.Coloured(coating.Clear, "urethane-clear", "", coating.NoSheen)
	for _, tc := range []struct {
		step *route.Step
		want coating.Sheen
	}{
		{routetest.Step("flat-coat", satin, 1), coating.Satin},
		{routetest.Step("flat-coat", plain, 1), coating.Flat},
		{routetest.Step("base-coat", paint("#405060"), 1), paint("#405060").Family.Sheens[0]},
		{routetest.Step("wipe", nil, 1), coating.NoSheen},
	} {
		if got := tc.step.Sheen(); got != tc.want {
			t.Errorf("%s: %v, want %v", tc.step.Do.ID, got, tc.want)
		}
	}
}

// What a step wets the model with: a dry cloth with nothing, any other with its own liquid or the wash's remover; a coat with its carrier.
func TestWets(t *testing.T) {
	own := solvent.Must("water")
	thin := routetest.Product(coating.Wash, "enamel-wash", coating.NoSheen)
	w := routetest.Step("pin-wash", thin, 1)
	wipe := func(cloth wash.Wetness, liquid *solvent.Liquid) *route.Step {
		s := routetest.Step("wipe", nil, 1)
		s.Cloth, s.Liquid, s.Wiped = cloth, liquid, w
		return s
	}
	acrylic := paint("#405060")
	acrylic.Carrier = acrylic.Family.Carrier
	thin.Remover = thin.Family.Remover
	for name, tc := range map[string]struct {
		step *route.Step
		want *solvent.Liquid
	}{
		"a dry cloth":           {wipe(wash.Dry, own), nil},
		"a damp one":            {wipe(wash.Damp, nil), thin.Remover},
		"a damp one of its own": {wipe(wash.Damp, own), own},
		"a wipe of nothing":     {routetest.Step("wipe", nil, 1).As(func(s *route.Step) { s.Cloth = wash.Wet }), nil},
		"a coat":                {routetest.Step("base-coat", acrylic, 1), acrylic.Carrier},
		"chips in water":        {routetest.Step("chip", nil, 1), solvent.Must("water")},
	} {
		if got := tc.step.Wets(); got != tc.want {
			t.Errorf("%s: %v, want %v", name, got, tc.want)
		}
	}
}

// Decals float unless all of them are painted; what is to be done about them takes hands by their size. Common practice, no source.
func TestDecals(t *testing.T) {
	s := routetest.Step("decals", routetest.Product(coating.DecalKind, "decal", coating.NoSheen), 1)
	badge := decal.Decal{Name: "the badge", WidthMM: 20, HeightMM: 20}
	painted := badge
	painted.Painted = true
	for _, tc := range []struct {
		decals []decal.Decal
		floats bool
	}{{nil, true}, {[]decal.Decal{badge}, true}, {[]decal.Decal{painted, badge}, true}, {[]decal.Decal{painted}, false}} {
		if got := s.As(func(s *route.Step) { s.Decals = tc.decals }).Floats(); got != tc.floats {
			t.Errorf("%v: floats %v", tc.decals, got)
		}
	}
	z := &route.Zone{AreaCM2: 100}
	one, two := s.As(func(s *route.Step) { s.Decals = []decal.Decal{badge} }), s.As(func(s *route.Step) { s.Decals = []decal.Decal{badge, badge} })
	if a, b := z.Attended(one), z.Attended(two); a < 5*time.Minute || b <= a || b > 2*a {
		t.Errorf("one decal takes %v, two %v", a, b)
	}
}

// A coat covers the panels and their lines alike, shading the lines alone, a colour on a part of the zone neither.
func TestTones(t *testing.T) {
	black, pale := paint("#101010"), paint("#b0b4b8")
	z := &route.Zone{AreaCM2: 100, Steps: []*route.Step{routetest.Step("base-coat", pale, 2), routetest.Step("post-shade", black, 1), routetest.Step("base-coat", black, 2), routetest.Step("base-coat", black, 3)}}
	z.Steps[2].Share = 0.2
	z.Steps[1].WidthMM = 3
	bare, painted, shaded, marked, over := z.Tones(0), z.Tones(1), z.Tones(2), z.Tones(3), z.Tones(4)
	if bare != route.Bare() || bare.Panel != route.Plastic || bare.Shaded != nil {
		t.Errorf("bare: %v", bare)
	}
	if painted.Panel != painted.Line || painted.Panel.Difference(colour.Or("#b0b4b8", route.Plastic)) > 3 {
		t.Errorf("painted: %v", painted)
	}
	if shaded.Panel != painted.Panel || shaded.Line.Lightness() >= painted.Line.Lightness()-2 || shaded.Shaded != z.Steps[1] || shaded.WidthMM != 3 {
		t.Errorf("shaded: %v", shaded)
	}
	if marked != shaded {
		t.Errorf("a marking changes the tones: %v", marked)
	}
	if over.Panel.Lightness() > 30 || over.Panel.Difference(over.Line) >= shaded.Panel.Difference(shaded.Line) {
		t.Errorf("painted over: %v", over)
	}
	if one, three := z.Steps[0].OffBy(colour.Grey(10), 1), z.Steps[0].OffBy(colour.Grey(10), 3); three >= one || one <= 0 {
		t.Errorf("over black it is off by %.2f with one coat, %.2f with three", one, three)
	}
	if z.Steps[1].Width() != 3 || routetest.Step("post-shade", black, 1).Width() != route.MustTechnique("post-shade").WidthMM || z.Steps[0].Width() != 0 {
		t.Error("widths of lines")
	}
}

// An unanswered question takes its first answer; a wash that is wiped when it is dry all through wants its remover.
func TestSchools(t *testing.T) {
	for _, q := range route.SchoolsTable() {
		got, ok := route.SchoolNamed(q.ID)
		if !ok || len(got.Answers) < 2 || (route.Schools{}).Of(q.ID) != q.Answers[0].ID || !q.Has(q.Answers[1].ID) || q.Has("moon") {
			t.Errorf("%s: %v", q.ID, got)
		}
		if answer := q.Answers[1].ID; (route.Schools{q.ID: answer}).Of(q.ID) != answer {
			t.Errorf("%s is not %s", q.ID, answer)
		}
	}
	if got := (route.Schools{}).Of("moon"); got != "" {
		t.Errorf("of no question: %q", got)
	}
	for when, want := range map[route.Choice]wash.Wetness{"": wash.Dry, route.WhenFlashed: wash.Dry, route.WhenDry: wash.Damp, route.NextDay: wash.Damp} {
		if got := (route.Schools{route.WipedWhen: when}).Cloth(); got != want {
			t.Errorf("wiped %s: %v", when, got)
		}
	}
	for _, s := range route.SchoolsTable() {
		if s.ID == route.StrokeWay {
			if got := (route.Schools{route.StrokeWay: s.Answers[1].ID}).Stroke(); string(got) != string(s.Answers[1].ID) {
				t.Errorf("stroke %s", got)
			}
		}
	}
}

// A plan of slow products is the same plan, slower; its wipes wipe its own washes.
func TestAtSpeed(t *testing.T) {
	p := routetest.Lines("b: base-coat mid-acrylic", "w: pin-wash enamel-wash", "x: wipe of w damp")
	slow := p.At(cure.Slow)
	for i, s := range slow.Zones[0].Steps {
		was := p.Zones[0].Steps[i]
		if s == was || s.ID != was.ID {
			t.Errorf("step %d: %v of %v", i, s.ID, was.ID)
		}
		if s.Product != nil && s.Product.Pace <= was.Product.Pace {
			t.Errorf("%s: pace %v, was %v", s.ID, s.Product.Pace, was.Product.Pace)
		}
	}
	if wiped := slow.Zones[0].Steps[2].Wiped; wiped != slow.Zones[0].Steps[1] || wiped.WipedBy != slow.Zones[0].Steps[2] {
		t.Error("the wipe wipes another plan's wash")
	}
	if p.Zones[0].Steps[0].Product.Pace > 1 {
		t.Error("the plan itself has become slow")
	}
}

// What is taken goes by how much of the zone is covered; dry pigment, decals and a wipe use up no paint. A half zone takes about half.
func TestDose(t *testing.T) {
	z := &route.Zone{AreaCM2: 300}
	whole, half := routetest.Step("base-coat", paint("#405060"), 2), routetest.Step("base-coat", paint("#405060"), 2)
	half.Share = 0.5
	a, b := z.Dose(whole, -1), z.Dose(half, -1)
	if ratio := a.Product / b.Product; a.Product <= 0 || ratio < 1.5 || ratio > 2.1 {
		t.Errorf("the whole zone takes %.2f ml, half of it %.2f", a.Product, b.Product)
	}
	if thin := z.Dose(whole, 3); thin.Thinner <= a.Thinner {
		t.Errorf("thinned 3 to 1 it takes %.2f ml of thinner, usually %.2f", thin.Thinner, a.Thinner)
	}
	none := []*route.Step{routetest.Step("wipe", nil, 1), routetest.Step("decals", routetest.Product(coating.DecalKind, "decal", coating.NoSheen), 1)}
	for _, s := range none {
		if got := z.Dose(s, -1); got != (dose.Cup{}) {
			t.Errorf("%s takes %v", s.Do.ID, got)
		}
	}
	set := dose.RangeFor(whole.Do.Spray).Middle(whole.Product.Family)
	near, far := route.SprayOf(z, whole, &set, climate.Room), route.SprayOf(z, half, &set, climate.Room)
	if near.Passes < far.Passes || near.Time <= far.Time {
		t.Errorf("the whole zone: %v, half of it: %v", near, far)
	}
}

// Lines are as measured, else as their kind, and as long as was measured, else as is usual on the area.
func TestLines(t *testing.T) {
	z := &route.Zone{AreaCM2: 200}
	kind, cut := z.Line()
	if cut != kind.Line || cut.WidthMM <= 0 {
		t.Errorf("usual: %v, %v", kind, cut)
	}
	z.Lines.Measured = wash.Line{WidthMM: 0.4, DepthMM: 0.2}
	if _, cut = z.Line(); cut.WidthMM != 0.4 {
		t.Errorf("measured: %v", cut)
	}
	if usual := z.LineMM(48); usual != wash.LengthMM(200, 48) {
		t.Errorf("usual length %.0f mm", usual)
	}
	z.Lines.LengthMM = 1234
	if z.LineMM(48) != 1234 {
		t.Errorf("measured length %.0f mm", z.LineMM(48))
	}
}

// The names by which a plan file and the page know things, and what is said of them.
func TestNamed(t *testing.T) {
	for _, e := range route.Edges() {
		if got := route.EdgeNamed(e.ID); got != e || e.WidthMM <= 0 {
			t.Errorf("edge %s: %v", e.ID, got)
		}
	}
	if got := route.EdgeNamed("moon"); got.ID != route.HardEdge {
		t.Errorf("no edge: %v", got)
	}
	for _, l := range route.Layings() {
		if l.ID.Words() != l.Words {
			t.Errorf("laying %q: %q", l.ID, l.ID.Words())
		}
	}
	for _, d := range route.Dryings() {
		if d.ID.Words() != d.Words {
			t.Errorf("drying %q: %q", d.ID, d.ID.Words())
		}
	}
	p := &route.Plan{Parts: []route.Part{{ID: "wing", Name: "the wing"}}}
	if p.PartName("wing") != "the wing" || p.PartName("tail") != "tail" || p.Place() != time.UTC {
		t.Error("names of parts")
	}
	taken := []*coating.Product{{ID: "flat"}, {ID: "flat-2"}}
	if a, b := route.FreeID("flat", taken), route.FreeID("gloss", taken); a != "flat-2-2" || b != "gloss" {
		t.Errorf("free ids %q, %q", a, b)
	}
	if got := route.MustTechnique("exhaust-spray").Most(); got != route.MostPasses {
		t.Errorf("an exhaust has %d passes at the most", got)
	}
	if got := route.MustTechnique("base-coat").Most(); got != 10 {
		t.Errorf("a base coat has %d coats at the most", got)
	}
	for _, tc := range []struct {
		do, done string
		late     bool
	}{{"base-coat", "gloss-coat", true}, {"base-coat", "chip", false}, {"mask", "gloss-coat", false}, {"seal", "pin-wash", false}} {
		if got := route.MustTechnique(tc.do).TooLate(route.MustTechnique(tc.done)); got != tc.late {
			t.Errorf("%s after %s: too late %v", tc.do, tc.done, got)
		}
	}
	if route.StepName(routetest.Step("gloss-coat", nil, 1)) != "the gloss coat" {
		t.Error(route.StepName(routetest.Step("gloss-coat", nil, 1)))
	}
}

// Only flat clears scatter, and one that landed half dry scatters more: T55.
func TestFlats(t *testing.T) {
	flat := routetest.Product(coating.Clear, "urethane-clear", coating.Flat)
	wet := routetest.Step("flat-coat", flat, 1)
	mist := wet.As(func(s *route.Step) { s.Laying = route.Misted })
	if a, b := route.Flats(wet), route.Flats(mist); a <= 0 || b <= a {
		t.Errorf("wet %.4f, misted %.4f", a, b)
	}
	if got := route.Flats(routetest.Step("base-coat", paint("#405060"), 1)); got != 0 {
		t.Errorf("a base coat scatters %.4f", got)
	}
	if standing := mist.As(func(s *route.Step) { s.Product.Carrier = flat.Family.Carrier }).Standing(climate.Room); float64(standing) != route.MistUM() {
		t.Errorf("of a mist stand %v", standing)
	}
}
