package rule

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/dose"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/verdict"
)

// What is ordinary is quiet, and what is a flaw or a folly is told at its weight: from both sides. Common practice, no source; the ids are those of the check values.
func TestProportion(t *testing.T) {
	old := "b: base-coat mid-acrylic done 400h"
	after := func(more ...string) []string { return append([]string{old}, more...) }
	glossed := func(more ...string) []string {
		return after(append([]string{"g: gloss-coat gloss done 90h"}, more...)...)
	}
	decalled := func(more ...string) []string {
		return glossed(append([]string{"d: decals decals done 60h"}, more...)...)
	}
	for _, tc := range []struct {
		name  string
		lines []string
		want  string
	}{
		{"T88 a masked marking of 4 % covers nothing", decalled("s: seal gloss done 40h", "c: base-coat pale area 4"), ""},
		{"T88 a band of 6 % does", decalled("s: seal gloss done 40h", "c: base-coat pale area 6"), "c order stop"},
		{"T88 a metal over its flat undercoat", after("f: flat-coat flat done 380h", "m: metal-coat bright"), ""},
		{"a metal over paint that happens to be flat", after("m: metal-coat bright"), "m metal-undercoat warn"},
		{"T88 a translucent veil does not have to cover", []string{"p: prime primer done 90h", "l: mottle lines done 80h", "v: veil cream coats 2"}, "v shade warn"},
		{"T93 black-brown on dark green", []string{"b: base-coat dark-green done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash", "x: wipe of w dry"}, ""},
		{"T93 black on it", []string{"b: base-coat dark-green done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash black-wash", "x: wipe of w dry"}, ""},
		{"T93 black-brown on near-black", []string{"b: base-coat near-black done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash", "x: wipe of w dry"}, "w wash-colour warn"},
		{"T93 a grey there", []string{"b: base-coat near-black done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash grey-wash", "x: wipe of w dry"}, ""},
		{"the darker part of two colours does not speak for the zone", []string{"b: base-coat mid-acrylic done 400h", "c: base-coat near-black area 40 done 390h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash", "x: wipe of w dry"}, ""},
		{"the larger part does", []string{"b: base-coat mid-acrylic done 400h", "c: base-coat near-black area 60 done 390h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash", "x: wipe of w dry"}, "w wash-colour warn"},
		{"dust over oils that are tacky smudges", after("f: flat-coat flat done 90h", "o: oil-dots oil done 6h", "e: pastel pastel at 0h"), "e wet-below warn wait"},
		{"over oils of a day it does not", after("f: flat-coat flat done 90h", "o: oil-dots oil done 24h", "e: pastel pastel at 0h"), ""},
		{"a coat over them stays a stop", after("f: flat-coat flat done 90h", "o: oil-dots oil done 6h", "z: final-coat flat at 0h"), "z wet-below stop wait; z young-oils warn wait"},
		{"a barely damp cloth over decals that have set", decalled("w: pin-wash dark-clay at 0h", "x: wipe of w damp at 40m"), "w decal-unsealed warn seal; x decal-unsealed warn seal"},
		{"a wet one", decalled("w: pin-wash dark-clay at 0h", "x: wipe of w wet at 40m"), "w decal-unsealed warn seal; x decal-unsealed stop seal"},
		{"over decals of the evening", glossed("d: decals decals done 20h", "w: pin-wash dark-clay at 0h", "x: wipe of w damp at 40m"), "w decal-unsealed stop seal; x decal-unsealed stop seal"},
		{"shading under one coat of a pale colour", []string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: base-coat pale coats 1"}, ""},
		{"under one of a mid tone it is lost", []string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: base-coat mid-acrylic coats 1"}, "b shade warn"},
		{"compound on open decals", decalled("y: polish"), "y decal-unsealed stop seal"},
		{"on sealed ones", decalled("s: seal gloss done 40h", "y: polish"), ""},
		{"six wet coats one into the other run", after("g: gloss-coat gloss coats 6 wet-on-wet"), "g many-coats warn"},
		{"flashed off they don't", after("g: gloss-coat gloss coats 6"), ""},
		{"three wet coats of hot lacquer on last night's acrylic", []string{"b: base-coat mid-acrylic done 15h", "g: gloss-coat solvent-gloss coats 3 wet-on-wet at 0h"}, "g bite stop wait"},
		{"three that flash off", []string{"b: base-coat mid-acrylic done 15h", "g: gloss-coat solvent-gloss coats 3 at 0h"}, ""},
		{"on acrylic of a week", []string{"b: base-coat mid-acrylic done 170h", "g: gloss-coat solvent-gloss coats 3 wet-on-wet at 0h"}, ""},
		{"dials that are odd together", after("g: gloss-coat gloss sprayed 0.2 60 30 0"), "g spray-setting warn"},
		{"unthinned exhaust from afar", after("e: exhaust-spray tan sprayed 0.3 45 40 0"), "e spray-setting warn"},
		{"exhaust as it is sprayed", after("e: exhaust-spray tan sprayed 0.2 12 4 3"), ""},
		{"T92 red over black in two coats", []string{"b: base-coat acrylic done 400h", "c: base-coat red"}, "c weak-cover warn"},
		{"T92 yellow over black", []string{"b: base-coat acrylic done 400h", "c: base-coat yellow"}, "c weak-cover warn"},
		{"T92 mid grey over black", []string{"b: base-coat acrylic done 400h", "c: base-coat mid-acrylic"}, ""},
		{"T92 black over white in one", []string{"b: base-coat white done 400h", "c: base-coat acrylic coats 1"}, ""},
		{"a pure black accent", after("f: flat-coat flat done 90h", "o: oil-accent black-oil"), "o wash-colour warn"},
		{"an accent in brown", after("f: flat-coat flat done 90h", "o: oil-accent oil"), ""},
		{"a pure black accent on black", []string{"b: base-coat acrylic done 400h", "f: flat-coat flat done 90h", "o: oil-accent black-oil"}, ""},
		{"a dark overall wash on white", []string{"b: base-coat white done 400h", "g: gloss-coat gloss done 90h", "w: overall-wash brown-wash", "x: wipe of w dry"}, "w wash-colour warn"},
		{"a pin wash there is only harsh", []string{"b: base-coat white done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash", "x: wipe of w dry"}, ""},
		{"chips in the paint's own tone", after("k: sponge-chips mid-acrylic"), "k chip-tone warn"},
		{"chips in violet", after("k: sponge-chips violet"), "k chip-tone warn"},
		{"violet that lies below", []string{"y: base-coat violet done 500h", "b: base-coat mid-acrylic done 400h", "k: sponge-chips violet"}, ""},
		{"chips of metal", after("k: sponge-chips bright"), ""},
		{"streaks, dust, pencil, chips after the final coat, all alike", after("z: final-coat flat coats 1 done 90h", "o: streak oil", "n: pencil pencil", "p: pastel pastel", "k: brush-chips tan"), ""},
		{"T83 a clay wash wiped half an hour after its last stroke", glossed("w: pin-wash dark-clay at 0h", "x: wipe of w dry at 33m"), ""},
		{"T86 a lacquer gloss of five hours", after("g: gloss-coat solvent-gloss done 5h", "w: pin-wash brown-wash at 0h", "x: wipe of w damp at 35m"), ""},
		{"T86 of an hour", after("g: gloss-coat solvent-gloss done 61m", "w: pin-wash brown-wash at 0h", "x: wipe of w damp at 35m"), "x rub stop wait"},
		{"T86 an alcohol gloss of four hours", after("g: gloss-coat alcohol-gloss done 4h", "w: pin-wash dark-clay at 0h", "x: wipe of w damp at 35m"), ""},
		{"T87 a lacquer mist over an enamel wash of ten days", glossed("w: pin-wash brown-wash done 80h", "x: wipe of w dry done 79h", "z: final-coat solvent-flat misted at 0h"), ""},
		{"T87 wet over it", glossed("w: pin-wash brown-wash done 80h", "x: wipe of w dry done 79h", "z: final-coat solvent-flat at 0h"), "z same-solvent warn never"},
		{"oils over sponge chips of ten hours", after("f: flat-coat flat done 90h", "k: sponge-chips tan done 10h", "o: oil-dots oil at 1h"), ""},
		{"T85 chipping over lacquer of a day and a half wears it a little", []string{"b: base-coat mid-lacquer done 34h", "m: chipping-medium medium done 32h", "c: base-coat mid-acrylic coats 1 done 28h", "k: chip at 0h"}, "k rub warn"},
		{"sponge dabs wet no medium", after("m: chipping-medium medium done 90h", "c: base-coat pale coats 1 done 40h", "k: sponge-chips tan at 0h"), ""},
		{"T61 a water-borne flat over oils of a day", after("f: flat-coat flat done 90h", "o: oil-dots oil done 30h", "z: final-coat flat coats 1 at 0h"), ""},
		{"T62 an enamel flat, wet, over oils of a day", after("f: flat-coat flat done 90h", "o: oil-dots oil done 30h", "z: final-coat enamel-flat coats 1 at 0h"), "z same-solvent warn wait"},
		{"T62 after a week", after("f: flat-coat flat done 300h", "o: oil-dots oil done 170h", "z: final-coat enamel-flat coats 1 at 0h"), ""},
	} {
		t.Run(tc.name, func(t *testing.T) {
			if got := bad(tc.lines...); got != tc.want {
				t.Errorf("found %q, want %q", got, tc.want)
			}
		})
	}
}

// Where the rules in proportion begin to speak.
func TestProportionThresholds(t *testing.T) {
	acrylic := func(l float64) *coating.Product { return grey(coating.Paint, "waterborne-acrylic", l) }
	for _, tc := range []struct {
		name      string
		got       float64
		want, off float64
	}{
		{"marking-area: 5 % of a zone", edge(t, 0.01, 0.2, func(share float64) int {
			s := routetest.Step("base-coat", acrylic(70), 2)
			s.Share = share
			return worst(found("order", done(900, "base-coat", acrylic(50), 2), done(400, "pin-wash", routetest.Product(coating.Wash, "enamel-wash", 0), 1), s))
		}), 0.05, 0.001},
		{"chip-seen: 4 off", colour.Grey(50).Difference(colour.Grey(edge(t, 42, 50, func(l float64) int {
			return worst(found("chip-tone", done(900, "base-coat", acrylic(50), 2), routetest.Step("sponge-chips", acrylic(l), 1)))
		}))), 4, 0.4},
		{"chip-odd: 14 off from all below", func() float64 {
			violet := func(chroma float64) *coating.Product {
				c, _ := colour.Lab(50, chroma, -chroma).Shown()
				return routetest.Coloured(coating.Paint, "waterborne-acrylic", c.String(), coating.Flat)
			}
			at := edge(t, 9, 50, func(chroma float64) int {
				return worst(found("chip-tone", done(900, "base-coat", acrylic(20), 2), routetest.Step("sponge-chips", violet(chroma), 1)))
			})
			least := 100.0
			for _, tone := range under {
				least = min(least, violet(at).Shows().Difference(tone))
			}
			return min(least, violet(at).Shows().Difference(colour.Grey(20)))
		}(), 14, 0.6},
	} {
		if !(tc.got >= tc.want-tc.off && tc.got <= tc.want+tc.off) {
			t.Errorf("%s: %.3f, want %.3f", tc.name, tc.got, tc.want)
		}
	}
	// coat-sags: clears standing 60 um wet on wet.
	for um, want := range map[float64]int{2 * 29: -1, 2 * 31: 1} {
		s := routetest.Step("gloss-coat", routetest.Product(coating.Clear, "polish-clear", coating.Gloss), 2)
		s.Laying = route.WetOnWet
		s.Dry = coating.Microns(um / 2 / s.Product.Family.CarrierShare * (1 - s.Product.Family.CarrierShare))
		if got := worst(found("many-coats", done(900, "base-coat", acrylic(50), 2), s)); got != want {
			t.Errorf("coat-sags: %.0f um standing is %d, want %d", um, got, want)
		}
	}
	// spray-strays: the four dials together.
	f := coating.MustFamily("polish-clear")
	usual := dose.RangeFor(dose.OfGloss)
	middle := usual.Middle(f)
	if d := middle.Strays(usual, f, 0); d != 0 {
		t.Errorf("the middle strays by %.2f", d)
	}
	for _, turn := range []func(*dose.Setting){
		func(s *dose.Setting) { s.PSI = 18 * 2.8 }, func(s *dose.Setting) { s.PSI = 10 / 2.8 }, func(s *dose.Setting) { s.DistanceCM = 12 * 2.8 }, func(s *dose.Setting) { s.NeedleMM = 0.3 / 2.8 },
		func(s *dose.Setting) { s.Thinning = 2.8*1.4 - 1 + 0.1 },
	} {
		one := middle
		turn(&one)
		if d := one.Strays(usual, f, 0); d < dose.StraysFrom || d > 1.15 {
			t.Errorf("%+v strays by %.2f, want a little over %.0f", one, d, dose.StraysFrom)
		}
	}
	if tinted := middle.Strays(usual, f, 4); tinted < dose.StraysFrom {
		t.Errorf("a tint that is not thinned strays by %.2f", tinted)
	}
}

// The same done with the same bottle in two zones at one time is one piece of work; two bottles are not.
func TestTogether(t *testing.T) {
	for _, other := range []string{"w: pin-wash dark-clay at 1h", "w: pin-wash brown-wash at 1h"} {
		p := routetest.Lines("b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash dark-clay at 1h")
		second := routetest.Lines("b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 90h", other).Zones[0]
		second.ID, second.Name = "other", "Other"
		for _, s := range second.Steps {
			s.ID += "2"
			for _, own := range p.Products {
				if s.Product != nil && own.ID == s.Product.ID {
					s.Product = own
				}
			}
		}
		p.Zones = append(p.Zones, second)
		told := false
		for _, f := range Check(p).Findings {
			told = told || f.Rule.ID == "hands"
		}
		if want := strings.Contains(other, "brown"); told != want {
			t.Errorf("%s beside a clay wash: two at once %v, want %v", other, told, want)
		}
	}
}

// Sentences say what is: no waiting until a moment that is past, no "safe from" of what has happened, the cloth that is planned, the right direction, one of a thing.
func TestSentences(t *testing.T) {
	sentence := func(rule string, lines ...string) (title, because string) {
		for _, f := range Check(routetest.Lines(lines...)).Findings {
			if f.Rule.ID == rule {
				return f.Title, f.Because
			}
		}
		t.Errorf("%s is not told of %q", rule, lines)
		return "", ""
	}
	if _, got := sentence("bite", "b: base-coat enamel done 48h", "w: pin-wash brown-wash done 20h"); !strings.Contains(got, "It would have been good from about") || strings.Contains(got, " Good from") {
		t.Errorf("of what has happened: %s", got)
	}
	if _, got := sentence("bite", "b: base-coat enamel done 48h", "w: pin-wash brown-wash at 1h"); !strings.Contains(got, "Good from about") {
		t.Errorf("of what is to come: %s", got)
	}
	_, dry := sentence("wash-sheen", "b: base-coat mid-acrylic done 400h", "w: pin-wash dark-clay", "x: wipe of w dry")
	_, damp := sentence("wash-sheen", "b: base-coat mid-acrylic done 400h", "w: pin-wash dark-clay", "x: wipe of w damp")
	if !strings.Contains(dry, "a dry wipe") || !strings.Contains(damp, "a damp wipe") || dry == damp {
		t.Errorf("the cloth that is planned: %s %s", dry, damp)
	}
	for _, f := range Check(routetest.Lines("b: base-coat mid-acrylic done 900h", "k: mask done 400h", "u: unmask")).Findings {
		if strings.Contains(f.Because, "run a blade") {
			t.Errorf("a blade along a tape that nothing was painted against: %s", f.Because)
		}
	}
	if _, got := sentence("mask-stays", "b: base-coat mid-acrylic done 900h", "k: mask done 800h", "c: base-coat pale area 40 done 790h", "u: unmask"); !strings.Contains(got, "run a blade") {
		t.Errorf("a tape that was painted against: %s", got)
	}
	// Waiting is proposed until a later moment only.
	early := routetest.Lines("b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 90h", "w: pin-wash brown-wash at 100h", "x: wipe of w damp at 240h")
	for _, f := range Check(early).Findings {
		for _, fix := range f.Fixes() {
			if fix.Do == "wait" && fix.Step == "w" && !fix.Until.After(routetest.Start.Add(100*time.Hour)) {
				t.Errorf("%s: wait until %v, before %v", f.Rule.ID, fix.Until, routetest.Start.Add(100*time.Hour))
			}
		}
	}
	if verdict.Patience != 30*24*time.Hour {
		t.Errorf("patience is %v", verdict.Patience)
	}
}

// What is said of pinned steps does not hang on the order in which the zones stand.
func TestOrderOfZones(t *testing.T) {
	build := func(turned bool) map[string]string {
		p := routetest.Lines("b: base-coat mid-enamel done 70h", "w: pin-wash brown-wash at 1h", "x: wipe of w damp at 2h")
		second := routetest.Lines("b: base-coat mid-acrylic done 30h", "w: pin-wash dark-clay at 4h", "x: wipe of w dry at 5h").Zones[0]
		second.ID, second.Name = "other", "Other"
		for _, s := range second.Steps {
			s.ID += "2"
			if s.Of != "" {
				s.Of += "2"
			}
		}
		p.Zones = append(p.Zones, second)
		if turned {
			slices.Reverse(p.Zones)
		}
		all := map[string]string{}
		for _, f := range Check(p).Findings {
			all[f.Step+" "+f.Rule.ID] = fmt.Sprintf("%v %.4f %.2f", f.Severity, f.Chance, f.Loss)
		}
		return all
	}
	if a, b := build(false), build(true); !maps.Equal(a, b) || len(a) < 4 {
		t.Errorf("%v, turned about %v", a, b)
	}
}
