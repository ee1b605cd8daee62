package look_test

import (
	"testing"
	"time"

	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/plan"
)

var start = time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)

func lay(t *testing.T, under string) (*timeline.Timeline, *timeline.Line) {
	t.Helper()
	done := start.Add(-900 * time.Hour)
	f := plan.File{
		Format: plan.Format, Build: plan.Build{Name: "t", Start: start},
		Products: []plan.Product{
			{ID: "grey", Name: "g", Kind: coating.Paint, Family: "waterborne-acrylic", Colour: "#aab4b8", Sheen: "flat"},
			{ID: "dark", Name: "d", Kind: coating.Paint, Family: "waterborne-acrylic", Colour: "#404040", Sheen: "flat"},
			{ID: "clear", Name: "c", Kind: coating.Clear, Family: "polish-clear", Sheen: plan.Sheen(under)},
			{ID: "wash", Name: "w", Kind: coating.Wash, Family: "enamel-wash", Colour: "#30281f"},
		},
		Zones: []plan.Zone{{ID: "z", Name: "z", AreaCM2: 50, Steps: []plan.Step{
			{ID: "p", Do: "pre-shade", Product: "dark", Done: &done},
			{ID: "a", Do: "base-coat", Product: "grey", Done: &done},
			{ID: "g", Do: "gloss-coat", Product: "clear", Done: &done},
			{ID: "w", Do: "overall-wash", Product: "wash"},
			{ID: "x", Do: "wipe", Of: "w", With: "dry"},
			{ID: "b", Do: "base-coat", Product: "grey"},
		}}},
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	tl := rule.Lay(p)
	return tl, tl.Lines[0]
}

func TestOf(t *testing.T) {
	left := map[string]float64{}
	for _, under := range []string{"gloss", "satin", "flat"} {
		tl, line := lay(t, under)
		at := func(n int) look.Skin { return look.Of(line, n, tl.Finish) }
		if k := at(0); k.Paint != look.Plastic || k.Filled != 0 {
			t.Errorf("nothing done yet, but %+v", k)
		}
		bare, washed, wiped, covered := at(3), at(4), at(5), at(6)
		if shaded := at(1); len(shaded.Marks) != 1 || shaded.Marks[0].Kind != "shading" || shaded.Marks[0].Colour.Difference(shaded.Paint) < 20 {
			t.Errorf("pre-shading should be plain before it is covered, got %+v", shaded.Marks)
		}
		if len(bare.Marks) != 0 {
			t.Errorf("two full coats should hide the pre-shade, got %+v", bare.Marks)
		}
		if bare.Sheen.String() != under {
			t.Errorf("a %s clear shines %s", under, bare.Sheen)
		}
		if washed.Residue != 1 || washed.Surface.Lightness() >= bare.Surface.Lightness() {
			t.Errorf("an overall wash covers %.2f", washed.Residue)
		}
		if wiped.Surface.Lightness() <= washed.Surface.Lightness() || wiped.Line.Lightness() >= bare.Line.Lightness()-10 {
			t.Errorf("over %s the wipe should clear the surface (%.0f, was %.0f) and leave the line dark (%.0f, bare %.0f)", under,
				wiped.Surface.Lightness(), washed.Surface.Lightness(), wiped.Line.Lightness(), bare.Line.Lightness())
		}
		if covered.Filled != 0 || covered.Residue != 0 {
			t.Error("a coat of colour covers the wash")
		}
		left[under] = wiped.Residue
	}
	if left["satin"] < 3*left["gloss"] || left["flat"] < 2*left["satin"] {
		t.Errorf("what is left on gloss, satin and flat: %v", left)
	}
}

// Every kind of work that leaves a colour, or takes one off, is seen; its mark covers the share of the zone that the step does.
func TestEveryWorkIsSeen(t *testing.T) {
	for _, d := range route.Techniques() {
		colours := d.Lays && !d.Has(route.ClearCoat) && d.ID != "chipping-medium" && d.ID != "prime"
		if !colours && !d.Has(route.Lifting|route.WearsBack) {
			continue
		}
		family := coating.MustFamily("waterborne-acrylic")
		kind := coating.Paint
		if len(d.Kinds) > 0 {
			kind = d.Kinds[0]
		}
		for _, f := range coating.Families() {
			if len(f.Kinds) > 0 && f.Kinds[0] == kind {
				family = f
			}
		}
		paint := func(id, hex string) *coating.Product {
			f := coating.MustFamily("lacquer")
			return &coating.Product{ID: id, Name: id, Kind: coating.Paint, Family: f, Colour: hex, Sheen: coating.Flat, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
		}
		own := &coating.Product{ID: "own", Name: "own", Kind: kind, Family: family, Colour: "#b03020", Carrier: family.Carrier, Thinner: family.Thinner, Remover: family.Remover}
		under, ok := route.TechniqueNamed("base-coat")
		if !ok {
			t.Fatal("no base coat")
		}
		z := &route.Zone{ID: "z", Name: "z", AreaCM2: 80, Steps: []*route.Step{
			{ID: "a", Do: under, Product: paint("metal", "#a5a7a6"), Coats: 2},
			{ID: "b", Do: under, Product: paint("grey", "#6f7a82"), Coats: 2},
			{ID: "c", Do: d, Product: own, Coats: 1, Share: 0.04},
		}}
		z.Link()
		tl := rule.Lay(&route.Plan{Start: start, Scale: 48, Air: climate.Constant(climate.Room), Zones: []*route.Zone{z}})
		before, after := look.Of(tl.Lines[0], 2, tl.Finish), look.Of(tl.Lines[0], 3, tl.Finish)
		if len(after.Marks) == len(before.Marks) && after.Surface == before.Surface && after.Line == before.Line && after.Paint == before.Paint {
			t.Errorf("%s changes nothing that is seen", d.ID)
		}
		for _, m := range after.Marks {
			if m.Share != 0.04 || m.Strength <= 0 || m.Strength > 1 {
				t.Errorf("%s: its mark is %+v", d.ID, m)
			}
		}
	}
}

// Common practice, no source: a second wash of another colour lies over what the first one left; gloss deepens a dark colour more than a pale one, and the last coat
// that is planned shows what it will be.
func TestSecondWash(t *testing.T) {
	done := start.Add(-900 * time.Hour)
	f := plan.File{
		Format: plan.Format, Build: plan.Build{Name: "t", Start: start},
		Products: []plan.Product{
			{ID: "grey", Name: "g", Kind: coating.Paint, Family: "waterborne-acrylic", Colour: "#8a9094", Sheen: "flat"},
			{ID: "gloss", Name: "c", Kind: coating.Clear, Family: "polish-clear", Sheen: "gloss"},
			{ID: "flat", Name: "f", Kind: coating.Clear, Family: "urethane-clear", Sheen: "flat"},
			{ID: "brown", Name: "w", Kind: coating.Wash, Family: "clay-wash", Colour: "#30281f"},
			{ID: "pale", Name: "p", Kind: coating.Wash, Family: "clay-wash", Colour: "#d8d2c4"},
		},
		Zones: []plan.Zone{{ID: "z", Name: "z", AreaCM2: 50, Steps: []plan.Step{
			{ID: "a", Do: "base-coat", Product: "grey", Done: &done},
			{ID: "g", Do: "gloss-coat", Product: "gloss", Done: &done},
			{ID: "w", Do: "overall-wash", Product: "brown"},
			{ID: "x", Do: "wipe", Of: "w", With: "damp"},
			{ID: "v", Do: "pin-wash", Product: "pale"},
			{ID: "y", Do: "wipe", Of: "v", With: "damp"},
			{ID: "l", Do: "final-coat", Product: "flat"},
		}}},
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	tl := rule.Lay(p)
	line := tl.Lines[0]
	at := func(n int) look.Skin { return look.Of(line, n, tl.Finish) }
	brown, both := at(4).Line, at(6).Line
	if both.Lightness() < brown.Lightness()+5 {
		t.Errorf("a pale wash over a brown one leaves lines of %.0f, were %.0f", both.Lightness(), brown.Lightness())
	}
	alone := f.Clone()
	alone.Zones[0].Steps = append(alone.Zones[0].Steps[:2:2], alone.Zones[0].Steps[4:]...)
	q, err := alone.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	if without := look.Of(rule.Lay(q).Lines[0], 4, tl.Finish).Line; without.Lightness() <= both.Lightness() {
		t.Errorf("without the first wash the lines are %.0f, with it %.0f", without.Lightness(), both.Lightness())
	}
	if before, after := at(1).Surface, at(2).Surface; after.Lightness() >= before.Lightness()-1 {
		t.Errorf("gloss leaves the paint at %.1f, it was %.1f", after.Lightness(), before.Lightness())
	}
	early := line.Steps[1].End.Add(time.Minute)
	if now, last := look.At(line, early), look.Finished(line, early); now.Sheen != coating.Gloss || last.Sheen != coating.Flat || last.Surface.Lightness() <= now.Surface.Lightness() {
		t.Errorf("now %v %.1f, under its last coat %v %.1f", now.Sheen, now.Surface.Lightness(), last.Sheen, last.Surface.Lightness())
	}
	if wet := look.At(line, line.Steps[6].End.Add(time.Minute)); !wet.Wet {
		t.Error("a minute after the last coat it is dry")
	}
	if n := look.Done(line, line.Steps[3].End); n != 4 {
		t.Errorf("%d steps are done when the fourth ends", n)
	}
}

// Pale dust drowns under a wet clear, and most of it stays under a mist; oils mellow in a day, and not before.
func TestLeft(t *testing.T) {
	done := start.Add(-900 * time.Hour)
	of := func(steps ...plan.Step) (*timeline.Line, *timeline.Timeline) {
		f := plan.File{
			Format: plan.Format, Build: plan.Build{Name: "t", Start: start}, Sessions: []plan.Session{{Days: []plan.Day{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}, From: "18:00", To: "23:00"}},
			Products: []plan.Product{
				{ID: "black", Name: "b", Kind: coating.Paint, Family: "waterborne-acrylic", Colour: "#303234", Sheen: "flat"},
				{ID: "flat", Name: "c", Kind: coating.Clear, Family: "urethane-clear", Sheen: "flat"},
				{ID: "chalk", Name: "s", Kind: coating.PencilOf, Family: "pencil", Colour: "#cfc8b8"},
				{ID: "white", Name: "p", Kind: coating.Pigment, Family: "dry-pigment", Colour: "#cfc8b8"},
				{ID: "oil", Name: "o", Kind: coating.Oil, Family: "artist-oil", Colour: "#8a7a60"},
			},
			Zones: []plan.Zone{{ID: "z", Name: "z", AreaCM2: 50, Steps: append([]plan.Step{{ID: "a", Do: "base-coat", Product: "black", Done: &done}}, steps...)}},
		}
		p, err := f.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		tl := rule.Lay(p)
		return tl.Lines[0], tl
	}
	left := func(dust string, how plan.Laying) float64 {
		line, tl := of(plan.Step{ID: "p", Do: "pastel", Product: dust}, plan.Step{ID: "z", Do: "final-coat", Product: "flat", Coats: 1, Laying: how})
		return look.At(line, tl.Finish.Add(time.Hour)).Marks[0].Left
	}
	for _, tc := range []struct {
		dust string
		how  plan.Laying
		want float64
	}{{"chalk", "", 0.282}, {"chalk", "mist", 0.849}, {"white", "", 0.529}, {"white", "mist", 0.862}} {
		if got := left(tc.dust, tc.how); got < tc.want-0.008 || got > tc.want+0.008 {
			t.Errorf("%s under %q keeps %.3f, want %.2f", tc.dust, tc.how, got, tc.want)
		}
	}
	line, _ := of(plan.Step{ID: "o", Do: "oil-dots", Product: "oil"})
	end := line.Steps[1].End
	for after, want := range map[time.Duration]float64{0: 1, 10 * time.Hour: 0.8736, 100 * time.Hour: 0.8} {
		if got := look.At(line, end.Add(after)).Marks[0].Left; got < want-0.002 || got > want+0.002 {
			t.Errorf("oils %v after keep %.4f, want %.4f", after, got, want)
		}
	}
	shines := func(after time.Duration, steps ...plan.Step) bool {
		line, tl := of(steps...)
		at := line.Steps[1].End.Add(after)
		if len(steps) > 1 {
			at = tl.Finish.Add(after)
		}
		return look.At(line, at).Marks[0].Own == coating.Gloss.Texture()
	}
	dots, leak, flat := plan.Step{ID: "o", Do: "oil-dots", Product: "oil"}, plan.Step{ID: "s", Do: "streak", Product: "oil"}, plan.Step{ID: "z", Do: "final-coat", Product: "flat", Coats: 1}
	if !shines(time.Minute, dots) || shines(3000*time.Hour, dots) {
		t.Error("fresh oil shines until it is touch-dry")
	}
	if !shines(3000*time.Hour, leak) || shines(time.Minute, leak, flat) {
		t.Error("a leak in oil stays glossy until a coat lies over it")
	}
	if k := look.Finished(line, end); k.Marks[0].Left != 1 {
		t.Errorf("with no clear planned %.2f is left", k.Marks[0].Left)
	}
}

// Glazing that was masked before its colour shows that colour until the mask comes off; masks of a pattern, which go on over a colour, come off before it.
func TestMasked(t *testing.T) {
	line := rule.Lay(routetest.Lines("k: mask done 900h", "b: base-coat mid-acrylic done 800h", "m: mask done 700h", "c: base-coat mid-acrylic done 600h", "u: unmask done 500h", "v: unmask done 400h")).Lines[0]
	for n, want := range []bool{false, true, true, true, true, true, false} {
		if got := look.Of(line, n, line.Steps[5].End).Masked; got != want {
			t.Errorf("after %d steps its glazing is masked: %v", n, got)
		}
	}
	open := rule.Lay(routetest.Lines("b: base-coat mid-acrylic done 800h", "m: mask done 700h")).Lines[0]
	if look.Of(open, 2, open.Steps[1].End).Masked {
		t.Error("a mask over a colour masks the glazing")
	}
}
