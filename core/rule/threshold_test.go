package rule

import (
	"math"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wear"
)

var noon = time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)

// done is a step that was finished some hours before noon.
func done(hours float64, do string, p *coating.Product, coats int) *route.Step {
	s := routetest.Step(do, p, coats)
	s.Done = noon.Add(-time.Duration(hours * float64(time.Hour)))
	return s
}

// found judges the last of the steps, pinned to noon, and returns what rule has to say.
func found(rule string, steps ...*route.Step) []timeline.Finding { return foundOn(0, rule, steps...) }

// foundOn does so on a surface of that texture, in micrometres; 0 for the one that the steps leave.
func foundOn(texture float64, rule string, steps ...*route.Step) []timeline.Finding {
	z := &route.Zone{ID: "z", Name: "Zone", AreaCM2: 100, Steps: steps}
	for i, s := range steps {
		s.ID = string(rune('a' + i))
	}
	steps[len(steps)-1].At = noon
	z.Link()
	p := &route.Plan{Start: noon.AddDate(0, 0, -1), Bench: routetest.Night, Scale: 48, Wear: wear.Targets{Shading: shade.Subtle, Chips: 2}, Zones: []*route.Zone{z}}
	for _, s := range steps {
		if s.Product != nil {
			p.Products = append(p.Products, s.Product)
		}
	}
	tl := Lay(p)
	site := tl.Site(tl.Lines[0], len(steps)-1)
	if texture > 0 {
		site.On = coating.Texture(texture)
	}
	all := Judge(site)
	return slices.DeleteFunc(all, func(f timeline.Finding) bool { return f.Rule.ID != rule })
}

// worst returns how bad the worst of the findings is, -1 for none.
func worst(all []timeline.Finding) int {
	w := -1
	for _, f := range all {
		w = max(w, int(f.Severity))
	}
	return w
}

// edge returns where between low and high a function steps from one value to another.
func edge(t *testing.T, low, high float64, of func(float64) int) float64 {
	t.Helper()
	a, b := of(low), of(high)
	if a == b {
		t.Errorf("it is %d at %v and at %v", a, low, high)
		return math.NaN()
	}
	for range 40 {
		if mid := (low + high) / 2; of(mid) == a {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2
}

func grey(kind coating.Kind, family string, l float64) *coating.Product {
	p := routetest.Product(kind, family, 0)
	if kind == coating.Paint || kind == coating.Primer {
		p.Sheen = coating.Flat
	}
	p.ID, p.Colour = "grey", colour.Grey(l).String()
	return p
}

// Where each rule begins to speak, written down here once more: a figure of a table that is changed has to be changed here too, on purpose.
// The tolerance is what eight bits of a colour, or a minute, leave.
func TestThresholds(t *testing.T) {
	acrylic := func(l float64) *coating.Product { return grey(coating.Paint, "waterborne-acrylic", l) }
	clear := func(family string, sheen coating.Sheen) *coating.Product {
		return routetest.Product(coating.Clear, family, sheen)
	}
	washOn := func(paint, wash float64) int {
		return worst(found("wash-colour", done(900, "base-coat", acrylic(paint), 2), done(400, "gloss-coat", clear("polish-clear", coating.Gloss), 2), routetest.Step("pin-wash", grey(coating.Wash, "clay-wash", wash), 1)))
	}
	hard := func(hours float64, coats int, paint *coating.Product) float64 {
		s := found("mask-stays", done(hours, "base-coat", paint, coats), routetest.Step("unmask", nil, 1))
		if len(s) == 0 {
			return 0
		}
		return float64(s[0].Figures.Hard)
	}
	medium := routetest.Product(coating.Medium, "chipping-medium", 0)
	chip := func(hours float64) []timeline.Finding {
		return found("chip-late", done(900, "base-coat", grey(coating.Paint, "lacquer", 60), 2), done(hours+4, "chipping-medium", medium, 2), done(hours, "base-coat", acrylic(50), 1), routetest.Step("chip", nil, 1))
	}
	tough := func(severity verdict.Severity) float64 {
		h := edge(t, 1, 400, func(h float64) int {
			if w := worst(chip(h)); w >= int(severity) {
				return 1
			}
			return 0
		})
		return chip(h + 0.1)[0].Figures.Share
	}
	flats := func(um float64) int {
		last := routetest.Step("flat-coat", clear("urethane-clear", coating.Flat), 2)
		last.Dry = coating.Microns(um)
		return worst(found("chalky", done(900, "base-coat", acrylic(50), 2), last))
	}
	usual := float64(coating.MustFamily("urethane-clear").Dry(coating.MustFamily("urethane-clear").Wet))
	oils := func(um float64) int {
		return worst(foundOn(um, "grip", done(900, "base-coat", acrylic(50), 2), routetest.Step("oil-dots", routetest.Product(coating.Oil, "artist-oil", 0), 1)))
	}
	decalOn := func(um float64) int {
		return worst(foundOn(um, "silvering", done(900, "base-coat", acrylic(50), 2), routetest.Step("decals", routetest.Product(coating.DecalKind, "decal", 0), 1)))
	}
	enamel := routetest.Product(coating.Paint, "enamel", coating.Gloss)
	recoat := func(hours float64) int {
		return worst(found("recoat", done(hours, "base-coat", enamel, 2), routetest.Step("base-coat", enamel, 1)))
	}
	masked := func(hours float64) int {
		return worst(found("mask-soft", done(hours, "base-coat", acrylic(50), 2), routetest.Step("mask", nil, 1)))
	}
	decals := func(um float64) int {
		seal := routetest.Step("seal", clear("lacquer", coating.Gloss), 1)
		seal.Dry = coating.Microns(um)
		return worst(found("decal-solvent", done(900, "base-coat", acrylic(50), 2), done(400, "gloss-coat", clear("polish-clear", coating.Gloss), 2), done(300, "decals", routetest.Product(coating.DecalKind, "decal", 0), 1), seal))
	}
	wiped := func(minutes float64) []timeline.Finding {
		wipe := routetest.Step("wipe", nil, 1)
		wipe.Of = "c"
		return found("wipe-window", done(900, "base-coat", acrylic(50), 2), done(400, "gloss-coat", clear("polish-clear", coating.Gloss), 2), done(minutes/60, "pin-wash", routetest.Product(coating.Wash, "enamel-wash", 0), 1), wipe)
	}
	for _, tc := range []struct {
		name      string
		got       float64
		want, off float64
	}{
		{"wash-lighter-by: on L 15 a wash is read from L 27 on", edge(t, 10, 60, func(l float64) int { return washOn(15, l) }), 27, 0.5},
		{"near-black: below L 20 a wash must be lighter", edge(t, 16, 26, func(l float64) int { return washOn(l, l-12) }), 20, 0.5},
		{"dark-below: below L 28 a quiet line is enough", edge(t, 22, 40, func(l float64) int { return washOn(l, l-7) }), 28, 0.5},
		{"wash-shows-dark: on L 24 a wash 3 off is read", 24 - edge(t, 17, 24, func(l float64) int { return washOn(24, l) }), 4.2, 0.5},
		{"near-white: from L 90 a dark wash over all dirties it", edge(t, 80, 96, func(l float64) int {
			return worst(found("wash-colour", done(900, "base-coat", acrylic(l), 2), done(400, "gloss-coat", clear("polish-clear", coating.Gloss), 2), routetest.Step("overall-wash", routetest.Coloured(coating.Wash, "enamel-wash", colour.Lab(12, 0, 0).String(), 0), 1)))
		}), 90, 0.5},
		{"wash-shows: on L 50 a wash 8 off is read", grey50(edge(t, 30, 50, func(l float64) int { return washOn(50, l) })), 8, 0.4},
		{"too-stark: 55 darker is harsh", 90 - edge(t, 15, 60, func(l float64) int { return washOn(90, l) }), 55, 0.5},
		{"black-wash: on L 55 a wash below 12 is harsh", edge(t, 5, 30, func(l float64) int { return washOn(55, l) }), 12, 0.5},
		{"seen: a stain 10 off is seen", grey50(edge(t, 30, 50, func(l float64) int {
			return worst(found("unseen-stain", done(900, "base-coat", acrylic(50), 2), routetest.Step("exhaust-spray", acrylic(l), 7)))
		})), 10, 0.4},
		{"light-first: 10 lighter belongs first", edge(t, 40, 70, func(l float64) int {
			first, second := done(100, "base-coat", acrylic(45), 2), routetest.Step("base-coat", acrylic(l), 2)
			first.Share, second.Share = 0.4, 0.6
			return worst(found("light-first", first, second))
		}) - 45, 10, 0.5},
		{"chip-stubborn: 5 um of hardness", tough(verdict.Note), 5, 0.1},
		{"chip-tough: 7.5 um of hardness", tough(verdict.Warn), 7.5, 0.1},
		{"chips-much: twice the 2 % that are wanted", edge(t, 0.01, 0.2, func(share float64) int {
			s := routetest.Step("sponge-chips", acrylic(70), 1)
			s.Share = share
			return worst(found("chips-much", done(900, "base-coat", acrylic(50), 2), s))
		}), 0.04, 0.0005},
		{"spread-chalk: one in five see it at 2.7 coats of flat", 2 * edge(t, 0.5*usual, 1.75*usual, flats) / usual, 2.68, 0.01},
		{"chalky: half of all at 3.6", 2 * edge(t, 1.6*usual, 3*usual, flats) / usual, 3.6, 0.01},
		{"decal-flood: 8 um of solvent on a decal", 3 * edge(t, 1, 6, decals), 8, 0.1},
		{"tape-brittle: from a hardness of 0.9", hard(edge(t, 10, 300, func(h float64) int {
			return worst(found("mask-stays", done(h, "base-coat", acrylic(50), 2), routetest.Step("unmask", nil, 1)))
		})+0.01, 2, acrylic(50)), 0.9, 0.002},
		{"tape-coalesce: half of all acrylics stand tape at 10 h", edge(t, 2, 12, masked), 10.1, 0.2},
		{"three in ten do not at 13", edge(t, 11, 15, masked), 13.4, 0.3},
		{"one in ten at 20", edge(t, 17, 40, masked), 20.1, 0.4},
		{"recoat-shuts: one enamel in five wrinkles from 24 h on", edge(t, 19, 40, recoat), 24.2, 0.6},
		{"recoat-opens: and until 127 h", edge(t, 100, 150, recoat), 127, 3},
		{"tooth: oils slide below 0.22 um", edge(t, 0.13, 0.35, oils), 0.22, 0.002},
		{"tooth-full: and grip as on flat from 0.8", edge(t, 0.35, 1.5, oils), 0.8, 0.01},
		{"silvering: plainly from 0.25 um", edge(t, 0.13, 0.35, decalOn), 0.25, 0.002},
		{"decal-smooth: at all from 0.09", edge(t, 0.05, 0.2, decalOn), 0.09, 0.002},
		{"pulled-shows: from a quarter pulled out of the lines", wiped(edge(t, 10, 26, func(m float64) int { return worst(wiped(m)) }) - 0.01)[0].Figures.Share, 0.25, 0.002},
	} {
		if math.Abs(tc.got-tc.want) > tc.off || math.IsNaN(tc.got) {
			t.Errorf("%s: %.3f, want %.3f", tc.name, tc.got, tc.want)
		}
	}
}

// grey50 is how far a grey of that lightness is from one of 50.
func grey50(l float64) float64 { return colour.Grey(50).Difference(colour.Grey(l)) }

// A weak colour is told by the difference that is left, a post-shade is mixed lighter by 14, and greys for undercoats lie between 50 and 85.
func TestCoverThresholds(t *testing.T) {
	paint := grey(coating.Paint, "waterborne-acrylic", 80)
	least := math.Inf(1)
	for hide := 0.5; hide < 12; hide *= 1.01 {
		paint.Hide = hide
		for _, f := range found("weak-cover", done(400, "base-coat", grey(coating.Paint, "waterborne-acrylic", 10), 2), routetest.Step("base-coat", paint, 2)) {
			least = min(least, f.Figures.Delta)
		}
	}
	if least < 3.3 || least > 3.45 {
		t.Errorf("off-tone: told from %.2f on, want 3.3", least)
	}
	paint.Hide = 8
	weak := grey(coating.Paint, "waterborne-acrylic", 52)
	weak.Hide = 12
	for l, want := range map[float64]bool{49: false, 51: true, 62: true} {
		primer := grey(coating.Primer, "lacquer", l)
		primer.ID = "primer"
		first := done(500, "prime", primer, 1)
		all := found("weak-cover", first, done(400, "base-coat", grey(coating.Paint, "waterborne-acrylic", 10), 2), routetest.Step("base-coat", weak, 2))
		if len(all) != 1 {
			t.Fatalf("%d findings", len(all))
		}
		offered := slices.ContainsFunc(all[0].Fixes(), func(f timeline.Fix) bool { return f.Insert != nil && f.Insert.Product == primer })
		if offered != want {
			t.Errorf("undercoat of L %v: offered %v, want %v", l, offered, want)
		}
	}
	lines, base := grey(coating.Paint, "waterborne-acrylic", 45), grey(coating.Paint, "waterborne-acrylic", 60)
	base.Hide = 1
	for _, f := range found("shade", done(400, "base-coat", grey(coating.Paint, "waterborne-acrylic", 60), 2), done(300, "pre-shade", lines, 1), routetest.Step("base-coat", base, 4)) {
		for _, fix := range f.Fixes() {
			if fix.Insert != nil {
				if l := route.Lightness(fix.Insert.Product); math.Abs(l-74) > 0.6 {
					t.Errorf("post-tone: mixed to L %.1f over L 60, want 74", l)
				}
				return
			}
		}
	}
	t.Error("post-tone: no post-shade is proposed")
}

// T60: each coat of gloss leaves a bright metal four fifths of its brilliance.
func TestMetalUnderClear(t *testing.T) {
	metal := routetest.Product(coating.Metal, "lacquer", coating.Gloss)
	lost := func(coats int) float64 {
		all := found("metal-dulled", done(900, "base-coat", routetest.Product(coating.Paint, "lacquer", coating.Gloss), 5), done(400, "metal-coat", metal, 2), routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), coats))
		if len(all) != 1 {
			t.Fatalf("%d coats: %d findings", coats, len(all))
		}
		return all[0].Figures.Delta
	}
	if one, two := lost(1), lost(2); math.Abs(one-0.2*82) > 1 || math.Abs(two-0.36*82) > 1 {
		t.Errorf("one coat costs %.1f gloss units, two %.1f; want about 16 and 30", one, two)
	}
}

// More coats are proposed up to four of a colour, and up to ten veils over shading; beyond that something goes below, or nobody sprays on.
func TestMostCoatsProposed(t *testing.T) {
	most := func(all []timeline.Finding) int {
		n := 0
		for _, f := range all {
			for _, fix := range f.Fixes() {
				if fix.Do == timeline.FixCoats {
					n = max(n, fix.Coats)
				}
			}
		}
		return n
	}
	black := func(hours float64) *route.Step {
		return done(hours, "base-coat", grey(coating.Paint, "waterborne-acrylic", 10), 2)
	}
	coats, veils := 0, 0
	for hide := 0.5; hide < 30; hide *= 1.05 {
		paint := grey(coating.Paint, "waterborne-acrylic", 80)
		paint.Hide = hide
		coats = max(coats, most(found("weak-cover", black(400), routetest.Step("base-coat", paint, 1))))
		lines := grey(coating.Paint, "waterborne-acrylic", 30)
		veils = max(veils, most(found("shade", done(400, "base-coat", grey(coating.Paint, "waterborne-acrylic", 75), 2), done(300, "pre-shade", lines, 1), routetest.Step("veil", paint, 1))))
	}
	if coats != 4 || veils != 10 {
		t.Errorf("up to %d coats and %d veils are proposed, want 4 and 10", coats, veils)
	}
}
