package rule

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/routetest"
	"inkysparrow/core/verdict"
)

// bad tells what is found above a note, as "step rule severity [verdict]", in the order of the route.
func bad(lines ...string) string {
	var got []string
	for _, x := range Check(routetest.Lines(lines...)).Findings {
		if x.Severity > verdict.Note {
			got = append(got, strings.TrimSpace(fmt.Sprintf("%s %s %s %s", x.Step, x.Rule.ID, x.Severity, x.Helps)))
		}
	}
	return strings.Join(got, "; ")
}

// safeAfter tells how old a film is when one in ten still comes to harm by a rule under the step over it: what the trade calls safe is cautious.
func safeAfter(rule string, lines ...string) time.Duration {
	r := Check(routetest.Lines(lines...))
	laid := r.Plan.Zones[0].Steps[0].Done
	s := r.Site(r.Lines[0], 1)
	for _, x := range every.All {
		for age := 40 * 24 * time.Hour; x.ID == rule && age > 0; age -= 5 * time.Minute {
			if x.Odds(s, laid.Add(age)).Chance > 0.1 {
				return age
			}
		}
	}
	return 0
}

// Each rule in a route that it speaks of and in one that it does not. Common practice, no source; the ids are those of the check values.
func TestRules(t *testing.T) {
	old := "base: base-coat acrylic done 800h"
	glossed := []string{old, "gloss: gloss-coat gloss done 200h"}
	for _, tc := range []struct {
		name  string
		lines []string
		want  string // step rule severity [verdict], joined by "; ", of all findings above note unless notes are asked for
	}{
		{"T23 white-spirit wash over cured, glossed acrylic", append(slices.Clone(glossed), "w: pin-wash enamel-wash", "x: wipe of w dry"), ""},
		{"T24 white-spirit wash over two-day enamel", []string{"base: base-coat enamel done 48h", "w: pin-wash enamel-wash at 1h"}, "w bite stop wait"},
		{"T24 clay wash there", []string{"base: base-coat enamel done 48h", "w: pin-wash clay at 1h"}, ""},
		{"T25 alcohol-removed wash over alcohol acrylic", []string{"base: base-coat alcohol done 2000h", "w: pin-wash acrylic-wash", "x: wipe of w damp"}, "x bite stop seal"},
		{"T26 gloss over a live medium is no protection", []string{"base: base-coat lacquer done 900h", "m: chipping-medium medium done 800h", "c: base-coat lacquer coats 1 done 700h", "g: gloss-coat gloss done 600h", "w: pin-wash clay"}, "w bite warn never"},
		{"T27 a clay wash wiped over two-day enamel is rubbed in, not bitten", []string{"base: base-coat enamel done 48h", "w: pin-wash clay at 1h", "x: wipe of w damp at 2h"}, "x rub stop wait"},
		{"T27 two coats of hard gloss take the rub", []string{"base: base-coat enamel done 72h", "gloss: gloss-coat gloss done 30h", "w: pin-wash clay at 1h", "x: wipe of w damp at 2h"}, ""},
		{"T27 one coat has weak spots", []string{"base: base-coat enamel done 72h", "gloss: gloss-coat gloss coats 1 done 30h", "w: pin-wash clay at 1h", "x: wipe of w damp at 2h"}, "x rub warn wait"},
		{"wiped while wet", append(slices.Clone(glossed), "w: pin-wash enamel-wash at 1h", "x: wipe of w dry at 75m"), "x wipe-window warn wait"},
		{"wiped too late", append(slices.Clone(glossed), "w: pin-wash enamel-wash at 1h", "x: wipe of w damp at 120h"), "x wipe-window warn"},
		{"decals over flat", []string{old, "d: decals decals"}, "d silvering warn"},
		{"decals over gloss", append(slices.Clone(glossed), "d: decals decals"), ""},
		{"decals not sealed before the wash", append(slices.Clone(glossed), "d: decals decals", "w: pin-wash enamel-wash", "x: wipe of w dry"), "w decal-unsealed stop seal; x decal-unsealed stop seal"},
		{"decals sealed", append(slices.Clone(glossed), "d: decals decals", "s: seal gloss", "w: pin-wash enamel-wash", "x: wipe of w dry"), ""},
		{"wash on flat", []string{old, "w: pin-wash enamel-wash", "x: wipe of w dry"}, "w wash-sheen warn"},
		{"oils over gloss", append(slices.Clone(glossed), "o: oil-dots oil"), "o grip warn"},
		{"oils over flat", append(slices.Clone(glossed), "f: flat-coat flat", "o: oil-dots oil"), ""},
		{"a coat over oils of a day", []string{old, "o: oil-dots oil done 14h", "f: final-coat flat at 1h"}, "f wet-below warn wait; f young-oils warn wait"},
		{"a coat over wet oils", []string{old, "o: oil-dots oil done 5h", "f: final-coat flat at 1h"}, "f wet-below stop wait; f young-oils warn wait"},
		{"the schedule waits for oils", []string{old, "o: oil-dots oil done 5h", "f: final-coat flat"}, ""},
		{"tape on a live medium", []string{"base: base-coat lacquer done 900h", "m: chipping-medium medium done 800h", "k: mask"}, "k medium stop"},
		{"acrylic wiped back from hard lacquer with its own thinner", []string{"b: metal-coat bright done 200h", "c: base-coat acrylic coats 1 done 10h", "k: wipe-back acrylic"}, ""},
		{"from lacquer of the same day", []string{"b: metal-coat bright done 12h", "c: base-coat acrylic coats 1 done 8h", "k: wipe-back acrylic at 1h"}, ""},
		{"what lies below a clear can't be wiped back", []string{"b: base-coat acrylic done 200h", "g: gloss-coat gloss done 50h", "k: wipe-back acrylic"}, "k bite stop seal; k order warn"},
		{"chipping with no medium", []string{old, "c: chip"}, "c order warn"},
		{"colour over a wash", append(slices.Clone(glossed), "w: pin-wash clay", "b: base-coat acrylic"), "b order stop"},
		{"a coat over wet paint", []string{"base: base-coat acrylic done 10m", "g: gloss-coat gloss at 10m"}, "g wet-below stop wait"},
		{"a lacquer clear on young enamel", []string{"base: base-coat enamel done 48h", "g: gloss-coat solvent-gloss at 1h"}, "g bite stop wait"},
		{"an overall wash that nobody wipes", append(slices.Clone(glossed), "w: overall-wash clay"), "w unwiped warn"},
		{"a soot that can't be seen on black", []string{old, "e: exhaust-spray soot"}, "e unseen-stain warn"},
		{"a pale stain on black", []string{old, "e: exhaust-spray tan"}, ""},
		{"pastel under gloss", []string{old, "p: pastel pastel", "g: final-gloss gloss"}, "g dulled warn"},
		{"a soot wash on black paint can't be seen", []string{old, "g: gloss-coat gloss done 200h", "w: pin-wash black-wash"}, "w wash-colour warn"},
		{"a grey one can", []string{old, "g: gloss-coat gloss done 200h", "w: pin-wash grey-wash"}, ""},
		{"an enamel clear over a young enamel wash", append(slices.Clone(glossed), "w: pin-wash enamel-wash done 10h", "x: wipe of w dry done 9h", "f: flat-coat enamel-flat at 1h"), "f same-solvent warn wait"},
		{"the schedule waits until it no longer creeps", append(slices.Clone(glossed), "w: pin-wash enamel-wash done 10h", "x: wipe of w dry done 9h", "f: flat-coat enamel-flat"), ""},
		{"bright metal over a flat undercoat", []string{"b: base-coat acrylic done 900h", "m: metal-coat bright"}, "m metal-undercoat warn"},
		{"bright metal over gloss", []string{"b: base-coat lacquer done 900h", "g: gloss-coat solvent-gloss done 800h", "m: metal-coat bright"}, ""},
		{"a flat coat over a wet fuel stain", []string{old, "s: wet-stain fuel", "f: final-coat flat"}, "f gloss-lost warn"},
		{"nine coats at once", []string{"b: base-coat acrylic coats 9"}, "b many-coats warn"},
		{"an enamel over an enamel in its bad window", []string{"b: base-coat enamel done 48h", "c: base-coat enamel at 1h"}, "c recoat warn wait"},
		{"and while it is still open", []string{"b: base-coat enamel done 20h", "c: base-coat enamel at 1h"}, ""},
		{"and after a week", []string{"b: base-coat enamel done 168h", "c: base-coat enamel at 1h"}, ""},
		{"the schedule waits the bad window out", []string{"b: base-coat enamel done 48h", "c: base-coat enamel"}, ""},
		{"a clear between them keeps the solvent away", []string{"b: base-coat enamel done 96h", "g: gloss-coat gloss done 60h", "c: base-coat enamel at 1h"}, ""},
		{"gloss only where the decals go", []string{old, "g: gloss-coat gloss area 30", "d: decals decals", "s: seal gloss"}, ""},
		{"and nothing evens it out", []string{old, "g: gloss-coat gloss area 30", "d: decals decals"}, "g sheen-edge warn"},
		{"a coat on a part of the zone is no barrier for the rest", []string{"base: base-coat enamel done 48h", "g: gloss-coat gloss area 30 done 24h", "w: pin-wash enamel-wash at 1h", "f: final-coat flat"}, "w bite stop wait"},
		{"two full coats lose a pre-shade", []string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: base-coat pale"}, "b shade warn"},
		{"a glossy opaque colour hides all of it", []string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: base-coat bright-red"}, "b shade warn"},
		{"veils leave it", []string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: veil pale coats 5"}, ""},
		{"one veil leaves it stark, and the primer too", []string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: veil pale coats 1"}, "b shade warn"},
		{"a weak cream over black", []string{"k: base-coat acrylic done 90h", "b: base-coat cream"}, "b weak-cover warn"},
		{"over grey", []string{"k: base-coat acrylic done 90h", "g: prime primer coats 3 done 60h", "b: base-coat cream coats 3"}, ""},
		{"a gloss sprayed as people do", []string{old, "g: gloss-coat gloss sprayed 0.4 14 9 0"}, ""},
		{"lacquer from too far: orange peel, and a decal on it silvers", []string{"b: base-coat lacquer done 800h", "g: gloss-coat solvent-gloss sprayed 0.2 30 30 1.5 done 200h", "d: decals decals"}, "d silvering warn"},
		{"half a millimetre close in runs", []string{old, "g: gloss-coat gloss sprayed 0.8 30 3 1"}, "g spray-setting warn"},
		{"tape on an acrylic of six hours", []string{"b: base-coat acrylic done 6h", "k: mask at 1h", "c: unmask"}, "k mask-soft stop wait"},
		{"the schedule waits for it", []string{"b: base-coat acrylic done 6h", "k: mask", "c: unmask"}, ""},
		{"a mask that is never taken off", []string{old, "k: mask"}, ""},
		{"chipped after a week", []string{"b: metal-coat bright done 900h", "m: chipping-medium medium done 220h", "c: base-coat acrylic coats 1 done 200h", "k: chip"}, "k chip-late warn"},
		{"two coats chipped after a day and a half", []string{"b: metal-coat bright done 900h", "m: chipping-medium medium done 60h", "c: base-coat acrylic coats 2 done 40h", "k: chip at 1h"}, "k chip-late warn"},
		{"one coat the next evening", []string{"b: metal-coat bright done 900h", "m: chipping-medium medium done 30h", "c: base-coat acrylic coats 1 done 24h", "k: chip at 1h"}, ""},
		{"a second chipping layer over hard lacquer", []string{"b: metal-coat bright done 900h", "m: chipping-medium medium done 220h", "c: base-coat lacquer coats 2 done 210h", "m2: chipping-medium medium done 30h", "c2: base-coat acrylic coats 1 done 24h", "k: chip at 1h"}, ""},
		{"and over a single coat of it water gets through to the first", []string{"b: metal-coat bright done 900h", "m: chipping-medium medium done 220h", "c: base-coat lacquer coats 1 done 210h", "m2: chipping-medium medium done 30h", "c2: base-coat acrylic coats 1 done 24h", "k: chip at 1h"}, "k bite stop never"},
		{"a medium on lacquer of half a day", []string{"b: metal-coat bright done 12h", "m: chipping-medium medium at 1h"}, "m under-medium warn wait"},
		{"the schedule waits for it, and chips the evening after", []string{"b: metal-coat bright", "m: chipping-medium medium", "c: base-coat acrylic coats 1", "k: chip"}, ""},
		{"two pinned steps at once, one before the other is done", []string{old, "g: gloss-coat gloss at 1h", "f: flat-coat flat at 65m"}, "f hands stop wait; f order-in-time stop wait; f wet-below stop wait"},
	} {
		t.Run(tc.name, func(t *testing.T) {
			if got := bad(tc.lines...); got != tc.want {
				t.Errorf("found %q, want %q", got, tc.want)
			}
		})
	}
}

// Common practice, no source, at 21 C and 50 %: from what age on a film stands what comes.
func TestAgesOfRules(t *testing.T) {
	const hour, day = time.Hour, 24 * time.Hour
	for _, tc := range []struct {
		name   string
		rule   string
		lines  []string
		lo, hi time.Duration
	}{
		{"T50 tape on two coats of acrylic", "mask-soft", []string{"b: base-coat acrylic done 3h", "k: mask at 0h"}, 16 * hour, 24 * hour},
		{"T50 tape on lacquer", "mask-soft", []string{"b: base-coat lacquer done 1h", "k: mask at 0h"}, 2 * hour, 6 * hour},
		{"T50 tape on enamel", "mask-soft", []string{"b: base-coat enamel done 5h", "k: mask at 0h"}, 36 * hour, 60 * hour},
		{"T51 another colour of the same acrylic", "wet-below", []string{"b: base-coat acrylic done 5m", "c: base-coat pale at 0h"}, hour / 2, hour},
		{"T52 unmasking, as soon as the colour is touch-dry", "wet-below", []string{"b: base-coat acrylic done 5m", "k: unmask at 0h"}, hour / 2, hour},
		{"T53 lacquer wet over an enamel", "bite", []string{"b: base-coat enamel done 24h", "c: base-coat lacquer at 0h"}, 14 * day, 28 * day},
		{"T53 a lacquer flat wet over it", "bite", []string{"b: base-coat enamel done 24h", "c: final-coat solvent-flat at 0h"}, 14 * day, 28 * day},
		{"T53 four coats of it, wet on wet", "bite", []string{"b: base-coat enamel done 24h", "c: base-coat lacquer coats 4 wet-on-wet at 0h"}, 14 * day, 30 * day},
		{"T53 dry mist coats of it", "bite", []string{"b: base-coat enamel done 6h", "c: base-coat lacquer misted at 0h"}, 0, 2 * day},
	} {
		if got := safeAfter(tc.rule, tc.lines...); got < tc.lo || got > tc.hi {
			t.Errorf("%s: %v, want %v to %v", tc.name, got, tc.lo, tc.hi)
		}
	}
}

// What is said at the bench, from both sides: common practice, no source.
func TestWord(t *testing.T) {
	old := "b: base-coat acrylic done 800h"
	glossed := func(more ...string) []string {
		return append([]string{old, "g: gloss-coat gloss done 200h"}, more...)
	}
	chipped := func(more ...string) []string {
		return append([]string{"l: base-coat lacquer done 300h", "m: chipping-medium medium done 200h", "c: base-coat pale coats 1 done 180h", "k: chip done 170h"}, more...)
	}
	bright := func(more ...string) []string {
		return append([]string{"u: base-coat lacquer coats 5 done 400h", "m: metal-coat bright done 300h"}, more...)
	}
	for _, tc := range []struct {
		name  string
		lines []string
		want  string
	}{
		{"T53 two coats of lacquer over one-day enamel", []string{"b: base-coat enamel done 24h", "c: base-coat lacquer at 1h"}, "c bite stop wait"},
		{"as dry mists over two-day enamel", []string{"b: base-coat enamel done 48h", "c: base-coat lacquer misted at 1h"}, ""},
		{"over enamel of a month", []string{"b: base-coat enamel done 800h", "c: base-coat lacquer at 1h"}, ""},
		{"lacquer on bare plastic holds by etching it", []string{"c: prime lacquer-primer coats 3"}, ""},
		{"lacquer over hard acrylic", []string{old, "c: base-coat lacquer coats 2"}, ""},
		{"T59 tape over open decals", glossed("d: decals decals done 48h", "k: mask at 1h", "u: unmask"), "k mask-lifts stop"},
		{"over sealed ones", glossed("d: decals decals done 90h", "s: seal gloss done 48h", "k: mask at 1h", "u: unmask"), ""},
		{"freehand, nothing touches them", glossed("d: decals decals done 48h", "k: mask freehand at 1h"), ""},
		{"over an open wash", glossed("w: pin-wash clay done 48h", "k: mask at 1h"), "k mask-lifts warn"},
		{"over open oils", []string{old, "o: oil-dots oil done 400h", "k: mask at 1h"}, "k mask-lifts stop"},
		{"over open pastel", []string{old, "p: pastel pastel done 40h", "k: mask at 1h"}, "k mask-lifts warn"},
		{"tape on an acrylic of the morning marks it", []string{"b: base-coat acrylic done 12h", "k: mask at 0h"}, "k mask-soft warn wait"},
		{"tape on one of two hours pulls it off", []string{"b: base-coat acrylic done 2h", "k: mask at 0h"}, "k mask-soft stop wait"},
		{"a lifted mask only marks", []string{"b: base-coat acrylic done 2h", "k: mask lifted at 0h"}, "k mask-soft warn wait"},
		{"a lacquer clear laid wet over decals", glossed("d: decals decals done 48h", "s: seal solvent-gloss at 1h"), "s decal-solvent warn"},
		{"misted over them", glossed("d: decals decals done 48h", "s: seal solvent-gloss misted at 1h"), ""},
		{"a wipe that pulls a few per cent", glossed("w: pin-wash enamel-wash at 1h", "x: wipe of w dry at 100m"), ""},
		{"T83 twenty minutes after the last stroke", glossed("w: pin-wash enamel-wash at 1h", "x: wipe of w dry at 83m"), ""},
		{"T83 ten minutes after it", glossed("w: pin-wash enamel-wash at 1h", "x: wipe of w dry at 73m"), "x wipe-window warn wait"},
		{"an acrylic wash cleaned while damp, with water", glossed("w: pin-wash water-wash at 1h", "x: wipe of w damp with water at 94m"), ""},
		{"and two days later", glossed("w: pin-wash water-wash at 1h", "x: wipe of w damp with water at 49h"), "x wipe-window warn"},
		{"T58 after chipping, under gloss: decals, a clay wash, a damp cloth", chipped("g: gloss-coat gloss done 60h", "d: decals decals", "s: seal gloss", "w: pin-wash clay", "x: wipe of w damp"), "w bite warn never"},
		{"T58 a wet cloth soaks it", chipped("w: pin-wash clay", "x: wipe of w wet"), "w bite warn never; w wash-sheen warn; x bite stop never"},
		{"T58 an enamel wash wiped dry", chipped("g: gloss-coat gloss done 60h", "w: pin-wash enamel-wash", "x: wipe of w dry"), ""},
		{"acrylic chipped off hard lacquer without a medium", []string{"l: base-coat lacquer done 200h", "c: base-coat pale coats 1 done 20h", "k: chip at 1h"}, ""},
		{"off lacquer of half a day", []string{"l: base-coat lacquer done 12h", "c: base-coat pale coats 1 done 8h", "k: chip at 1h"}, "k rub warn"},
		{"off acrylic, water lifts nothing", []string{"l: base-coat acrylic done 200h", "c: base-coat pale coats 1 done 20h", "k: chip at 1h"}, "k order warn; k rub warn"},
		{"an acrylic wiped back over lacquer", []string{"l: base-coat lacquer done 200h", "c: base-coat pale coats 1 done 20h", "k: wipe-back pale at 1h"}, ""},
		{"over another acrylic its thinner goes through", []string{"l: base-coat lacquer done 200h", "a: base-coat acrylic done 100h", "c: base-coat pale coats 2 done 20h", "k: wipe-back pale at 1h"}, "k bite stop never"},
		{"T22 a dark brown wash on black", glossed("w: pin-wash brown-wash", "x: wipe of w dry"), "w wash-colour warn"},
		{"T22 a grey one", glossed("w: pin-wash grey-wash", "x: wipe of w dry"), ""},
		{"white over black in two coats", []string{old, "c: base-coat white"}, "c weak-cover warn"},
		{"white over a grey", []string{old, "p: prime primer coats 3 done 90h", "c: base-coat white coats 3"}, ""},
		{"decals on flat silver", []string{old, "d: decals decals decal smooth"}, "d silvering warn"},
		{"painted markings don't", []string{old, "d: decals decals painted"}, ""},
		{"nor are they torn", glossed("d: decals decals painted done 48h", "w: pin-wash grey-wash", "x: wipe of w dry"), ""},
		{"exhaust, chips and a thin black after the last flat", []string{"b: base-coat mid-acrylic done 800h", "z: final-coat flat done 60h", "e: exhaust-spray tan", "k: sponge-chips tan", "v: post-shade soot", "m: mud pastel"}, ""},
		{"a wash after it", []string{old, "z: final-coat satin coats 1 done 60h", "g: gloss-coat gloss"}, "g order warn"},
		{"T55 two flat coats", []string{old, "f: flat-coat flat coats 1 done 30h", "z: final-coat flat coats 1"}, ""},
		{"T55 a fourth", []string{old, "f: flat-coat flat coats 2 done 30h", "z: final-coat flat coats 2"}, "z chalky warn"},
		{"T60 two coats of gloss over bright metal", bright("c: gloss-coat gloss"), "c metal-dulled warn"},
		{"T60 one costs least", bright("c: gloss-coat gloss coats 1"), ""},
		{"T60 flat over it", bright("c: flat-coat flat coats 1"), "c metal-dulled warn"},
		{"ammonia over water-borne acrylic", []string{old, "w: pin-wash clay", "x: wipe of w damp with ammonia-cleaner"}, "w wash-sheen warn; x bite stop seal"},
		{"a wash over open pastel", []string{old, "p: pastel pastel done 40h", "w: pin-wash grey-wash"}, "w dust-wiped warn; w wash-sheen warn"},
		{"over sealed pastel", []string{old, "p: pastel pastel done 80h", "f: flat-coat flat done 60h", "g: gloss-coat gloss done 40h", "w: pin-wash grey-wash"}, ""},
		{"oils on gloss slide", glossed("o: oil-dots oil"), "o grip warn"},
		{"on satin they hold", glossed("f: satin-coat satin done 60h", "o: oil-dots oil"), ""},
		{"a pale metal over a darker one, as its shading", []string{"b: metal-coat dark-metal done 90h", "c: metal-coat bright coats 1"}, ""},
		{"a water-borne one", glossed("d: decals decals done 48h", "s: seal gloss at 1h"), ""},
	} {
		t.Run(tc.name, func(t *testing.T) {
			if got := bad(tc.lines...); got != tc.want {
				t.Errorf("found %q, want %q", got, tc.want)
			}
		})
	}
}

// Ordinary routes, from primer to the last clear, one of each family and school that people really use: common practice, no source. Laid
// out over evenings, none of them has a stop or a warn.
func TestOrdinaryRoutesAreQuiet(t *testing.T) {
	for _, tc := range []struct {
		name  string
		lines string
	}{
		{"water-borne acrylic, gloss, decals, enamel pin wash", "p: prime primer coats 1; b: base-coat pale; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-coat flat coats 1"},
		{"enamel, clay wash, oils", "p: prime lacquer-primer coats 1; b: base-coat mid-enamel; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash dark-clay; x: wipe of w damp; f: flat-coat flat; o: oil-dots oil; z: final-coat flat coats 1"},
		{"lacquer, enamel wash wiped dry", "p: prime lacquer-primer coats 1; b: base-coat mid-lacquer; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash brown-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"alcohol acrylic, gloss, oil wash", "p: prime lacquer-primer coats 1; b: base-coat mid-alcohol; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash oil-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"two acrylic colours with a mask between", "p: prime primer coats 1; b: base-coat pale; k: mask; c: base-coat mid-acrylic area 40 coats 2; u: unmask; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-coat satin coats 1"},
		{"lacquer camouflage masked the same evening", "p: prime lacquer-primer coats 1; b: base-coat mid-lacquer; k: mask; c: base-coat lacquer area 40; u: unmask; g: gloss-coat gloss; z: final-coat flat coats 1"},
		{"pre-shade and veils", "p: prime primer coats 1; l: pre-shade lines; b: veil pale coats 5; g: gloss-coat gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-coat flat coats 1"},
		{"chips over a medium, then decals and an enamel wash", "p: metal-coat bright; m: chipping-medium medium; b: base-coat mid-acrylic coats 1; k: chip; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash brown-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"acrylic wiped back from lacquer", "p: metal-coat bright; b: base-coat mid-acrylic; k: wipe-back mid-acrylic; g: gloss-coat gloss; w: pin-wash brown-wash; x: wipe of w dry; z: final-coat flat coats 1"},
		{"bare metal, wash, no clear", "u: base-coat lacquer coats 4; y: polish; m: metal-coat bright; w: pin-wash dark-clay; x: wipe of w damp"},
		{"oils over flat, pastel exhaust, pencil, then leave it", "b: base-coat mid-acrylic; f: flat-coat flat; o: oil-dots oil; z: final-coat flat coats 1; e: pastel pastel; n: pencil pencil"},
		{"exhaust, mud, sponge chips and a thin black after the last flat", "b: base-coat mid-acrylic; z: final-coat flat coats 1; e: exhaust-spray tan; k: sponge-chips tan; m: mud tan; v: post-shade soot"},
		{"a black aircraft, a grey wash, a pale stain", "p: prime primer coats 1; b: base-coat acrylic; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; f: flat-coat flat; e: exhaust-spray tan; z: final-coat flat coats 1"},
		{"a white aircraft on a grey", "p: prime primer coats 2; b: base-coat white coats 3; g: gloss-coat gloss; d: decals decals; s: seal gloss; w: pin-wash grey-wash; x: wipe of w damp; z: final-gloss gloss coats 1"},
		{"acrylic wash cleaned while damp", "b: base-coat mid-acrylic; g: gloss-coat gloss; w: pin-wash water-wash; x: wipe of w damp with water; z: final-coat flat coats 1"},
		{"an enamel wash dried in a stream of air", "b: base-coat mid-acrylic; g: gloss-coat gloss; w: pin-wash brown-wash blown; x: wipe of w dry; z: final-coat flat coats 1"},
	} {
		if got := bad(strings.Split(tc.lines, "; ")...); got != "" {
			t.Errorf("%s: %s", tc.name, got)
		}
	}
}

// Follies, each pinned where it would be done: the right word, and nothing else as loud. Common practice, no source.
func TestFolliesAreTold(t *testing.T) {
	for _, tc := range []struct {
		name, lines, want string
	}{
		{"white spirit over yesterday's enamel", "b: base-coat mid-enamel done 24h; y: pin-wash brown-wash at 1h", "y bite stop wait"},
		{"lacquer over yesterday's enamel", "b: base-coat mid-enamel done 24h; z: final-coat solvent-flat at 1h", "z bite stop wait"},
		{"a cloth on yesterday's enamel", "b: base-coat mid-enamel done 24h; w: pin-wash dark-clay at 1h; x: wipe of w dry at 2h", "x rub stop wait"},
		{"decals left open under the wipe", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; d: decals decals done 60h; w: pin-wash brown-wash; x: wipe of w dry", "w decal-unsealed warn seal; x decal-unsealed stop seal"},
		{"alcohol on alcohol paint", "b: base-coat mid-alcohol done 400h; g: gloss-coat gloss coats 1 done 90h; w: pin-wash brown-wash; x: wipe of w wet with isopropanol", "x bite stop seal"},
		{"gloss on paint that is wet", "b: base-coat mid-acrylic done 10m; g: gloss-coat gloss at 5m", "g wet-below stop wait"},
		{"tape on open decals", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; d: decals decals done 60h; k: mask; u: unmask", "k mask-lifts stop"},
		{"tape on a live medium", "b: metal-coat bright done 400h; m: chipping-medium medium done 90h; c: base-coat mid-acrylic coats 1 done 80h; k: mask; u: unmask", "k medium stop"},
		{"a second enamel on the third day", "b: base-coat mid-enamel done 60h; c: base-coat mid-enamel at 1h", "c recoat warn wait"},
		{"a soaking cloth over a live medium", "b: metal-coat bright done 400h; m: chipping-medium medium done 90h; c: base-coat mid-acrylic coats 1 done 80h; w: overall-wash dark-clay; x: wipe of w wet", "w bite warn never; w wash-sheen warn; x bite stop never"},
		{"colour over the decals", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; d: decals decals done 60h; c: base-coat pale", "c order stop"},
		{"a cloth damp with ammonia over acrylic", "b: base-coat gloss-acrylic done 400h; w: pin-wash dark-clay; x: wipe of w damp with ammonia-cleaner", "x bite stop seal"},
		{"a wash wiped at once, out of its lines", "b: base-coat mid-acrylic done 400h; g: gloss-coat gloss done 90h; w: pin-wash brown-wash at 1h; x: wipe of w dry at 75m", "x wipe-window warn wait"},
		{"decals on flat paint", "b: base-coat mid-acrylic done 400h; d: decals decals", "d silvering warn"},
	} {
		if got := bad(strings.Split(tc.lines, "; ")...); got != tc.want {
			t.Errorf("%s: found %q, want %q", tc.name, got, tc.want)
		}
	}
}
