package coating

import (
	"math"
	"testing"

	"inkysparrow/core/colour"
	"inkysparrow/core/pigment"
	"inkysparrow/core/solvent"
)

// Every family is complete enough for the computation, and in the order and under the names that plans use.
func TestFamilies(t *testing.T) {
	seen := map[string]bool{}
	for _, f := range Families() {
		if seen[f.ID] {
			t.Errorf("%s stands twice", f.ID)
		}
		seen[f.ID] = true
		switch {
		case f.Name == "" || f.Note == "" || f.Evidence.Kind == "" || len(f.Sheens) == 0 || len(f.Kinds) == 0 || f.Wet <= 0:
			t.Errorf("%s lacks a name, a note, evidence, sheens, kinds or a thickness", f.ID)
		case f.Carrier == nil || f.Thinner == nil || f.Remover == nil:
			t.Errorf("%s lacks a liquid", f.ID)
		case f.Mechanism.Hardens != (f.Tau8 > 0):
			t.Errorf("%s hardens %v but has the time constant %v", f.ID, f.Mechanism.Hardens, f.Tau8)
		case !f.IsLoose() && (f.R0 <= 0 || f.CarrierShare <= 0 || f.CarrierShare+f.Hold > 1 || f.StiffAt <= 0):
			t.Errorf("%s has figures out of range", f.ID)
		case f.AsWash() != f && f.AsWash().AsWash() != f.AsWash():
			t.Errorf("%s is thinned to a wash that is thinned again", f.ID)
		}
	}
	if len(seen) != 17 {
		t.Errorf("%d families, the plan format has 17", len(seen))
	}
	if _, ok := FamilyNamed("gouache"); ok {
		t.Error("a family that is not there was found")
	}
}

// C. M. Hansen, 2007, from memory: long-oil alkyd lies within white spirit's reach and polystyrene at its edge.
func TestHansenOfFilms(t *testing.T) {
	spirit := solvent.Must("white-spirit").Hansen()
	for _, tc := range []struct {
		f   *Family
		red float64
	}{{MustFamily("enamel"), 0.78}, {Plastic, 1.02}} {
		if got := spirit.Distance(tc.f.Hansen) / tc.f.R0; math.Abs(got-tc.red) > 0.012 {
			t.Errorf("white spirit against %s: RED %.3f, want %.2f", tc.f.Name, got, tc.red)
		}
	}
}

func TestSheenNames(t *testing.T) {
	for s := Gloss; s <= Flat; s++ {
		if named, ok := SheenNamed(s.String()); !ok || named != s || s.Texture().Sheen() != s {
			t.Errorf("%s does not come back", s)
		}
	}
}

// Common practice, no source: pale colours hide in more coats than dark ones, metals in fewer; what is measured counts; clears and washes
// hide nothing.
func TestHiding(t *testing.T) {
	p := func(kind Kind, family, hex string) *Product {
		return &Product{Kind: kind, Family: MustFamily(family), Colour: hex}
	}
	hides := func(p *Product) float64 { return p.Hides(colour.Or(p.Colour, colour.Colour{})) }
	for _, family := range []string{"waterborne-acrylic", "lacquer", "enamel", "alcohol-acrylic"} {
		dark, mid, pale := hides(p(Paint, family, "#202224")), hides(p(Paint, family, "#6f7a82")), hides(p(Paint, family, "#e9e0c4"))
		if dark >= mid || mid >= pale || dark < 0.3 || pale > 6 {
			t.Errorf("%s hides in %.1f, %.1f and %.1f coats from dark to pale", family, dark, mid, pale)
		}
	}
	for _, bright := range []string{"#f2c200", "#e0651a", "#b3202a"} { // T92
		if n := hides(p(Paint, "waterborne-acrylic", bright)); n < 5 {
			t.Errorf("T92 %s hides in %.1f coats", bright, n)
		}
		if !AskHiding(colour.Or(bright, colour.Colour{})) {
			t.Errorf("how %s hides is not asked", bright)
		}
	}
	if AskHiding(colour.Or("#6f7a82", colour.Colour{})) {
		t.Error("how a grey hides is asked")
	}
	tried := p(Paint, "enamel", "#202224")
	usual := hides(tried)
	for tenth, stronger := range map[string]bool{"#6a6c6e": true, "#c8cacc": false} { // a tenth of it in white
		tried.Tenth = tenth
		if got := hides(tried); got < usual != stronger {
			t.Errorf("a black of which a tenth makes %s of white hides in %.2f coats, a usual one in %.2f", tenth, got, usual)
		}
		white := (&Product{Kind: Paint, Family: MustFamily("enamel")}).Pigments(whiteIs)
		if got := pigment.Mix(pigment.Part{Paint: white, Volume: 1}, pigment.Part{Paint: tried.Pigments(tried.Shows()), Volume: .1}).Colour(); got.Difference(colour.Or(tenth, whiteIs)) > 3 {
			t.Errorf("a tenth in white is told as %s and comes to %s", tenth, got)
		}
	}
	own := p(Paint, "lacquer", "#e9e0c4")
	own.Hide = 6
	if hides(own) != 6 {
		t.Errorf("measured as 6 coats it hides in %.1f", hides(own))
	}
	for _, none := range []*Product{p(Clear, "polish-clear", ""), p(Wash, "clay-wash", "#333333"), p(Paint, "lacquer", ""), p(Paint, "lacquer", "grey"), nil} {
		if _, ok := none.Hiding(); ok {
			t.Errorf("%+v hides something", none)
		}
	}
	if v, ok := p(Metal, "lacquer", "#a5a7a6").Hiding(); !ok || v.Over(colour.Grey(5), 3).Difference(colour.Or("#a5a7a6", colour.Colour{})) > 1 {
		t.Error("three coats of metal do not hide black")
	}
}

// A polish makes smoother with each grade, down to a mirror and no further; a film on a part of its zone covers nothing.
func TestPolishedAndShare(t *testing.T) {
	last := Flat.Texture()
	for grades := 1; grades < 12; grades++ {
		now := Flat.Texture().Polished(grades)
		if now > last || now <= 0 {
			t.Errorf("%d grades leave %v, one fewer %v", grades, now, last)
		}
		last = now
	}
	f := Film{Family: MustFamily("lacquer"), Coats: 2, Wet: 25}
	if !f.Covers() || !f.Whole() {
		t.Error("a film that says nothing covers all of its zone")
	}
	f.Share = 0.4
	if f.Covers() || f.Whole() {
		t.Error("a film on four tenths of a zone covers it")
	}
}

// Common practice, no source: white over black wants a grey or many coats. One coat of a pale paint of L 94 stays well below, two are still
// plainly off, and one that hides well is another matter.
func TestWhiteOverBlack(t *testing.T) {
	white := &Product{Kind: Paint, Family: MustFamily("waterborne-acrylic"), Colour: "#efefec"}
	black, _ := colour.Parse("#1a1a1a")
	over := func(coats float64) float64 {
		v, ok := white.Hiding()
		if !ok {
			t.Fatal("a white hides nothing")
		}
		return v.Over(black, coats).Lightness()
	}
	if own := white.Shows().Lightness(); own < 93 || own > 95 {
		t.Fatalf("the white is %.0f", own)
	}
	if one := over(1); one >= 86 || one < 60 {
		t.Errorf("one coat over black reaches L %.0f, want below 86", one)
	}
	if two, four := over(2), over(4); two > 91.5 || four <= two {
		t.Errorf("two coats reach L %.0f, four %.0f", two, four)
	}
	white.Hide = 2
	if one := over(1); one < 86 {
		t.Errorf("a white that hides in two coats reaches L %.0f in one", one)
	}
}

// A product without a colour, and no product at all, show the same middling grey everywhere.
func TestUnnamedColour(t *testing.T) {
	var none *Product
	if a, b := none.Shows(), (&Product{}).Shows(); a != b || a != UnnamedColour {
		t.Errorf("no product shows %v, one without a colour %v", a, b)
	}
	if l := UnnamedColour.Lightness(); l < 44.5 || l > 45.5 {
		t.Errorf("it is of L %.1f", l)
	}
}
