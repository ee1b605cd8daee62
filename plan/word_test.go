package plan_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"inkysparrow/plan"
)

// bad tells what is found above a note, as "step rule severity [verdict]".
func bad(t testing.TB, f plan.File) string {
	t.Helper()
	var got []string
	for _, x := range check(t, f).Findings {
		if x.Severity != "note" {
			got = append(got, strings.TrimSpace(fmt.Sprintf("%s %s %s %s", x.Step, x.Rule, x.Severity, x.Verdict)))
		}
	}
	return strings.Join(got, "; ")
}

// safeAfter tells how old a film is when a rule no longer stands against the pinned step over it.
func safeAfter(t testing.TB, rule string, lines ...string) time.Duration {
	t.Helper()
	f := routeOf(t, lines...)
	for _, x := range check(t, f).Findings {
		if x.Rule == rule && x.SafeFrom != nil {
			return x.SafeFrom.Sub(*f.Zones[0].Steps[0].Done)
		}
	}
	return 0
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
		{"T53 dry mist coats of it", "bite", []string{"b: base-coat enamel done 6h", "c: base-coat lacquer misted at 0h"}, 12 * hour, 2 * day},
	} {
		if got := safeAfter(t, tc.rule, tc.lines...); got < tc.lo || got > tc.hi {
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
			if got := bad(t, routeOf(t, tc.lines...)); got != tc.want {
				t.Errorf("found %q, want %q", got, tc.want)
			}
		})
	}
}

// T39, reference model, no source, at 21 C: wet lacquer blushes from 70 to 85 % humidity, colours as clears do, a mist only above 90; a
// water-borne colour not at all.
func TestBlush(t *testing.T) {
	for _, tc := range []struct {
		line     string
		from, to float64
	}{
		{"c: base-coat lacquer", 70, 85},
		{"c: final-coat solvent-flat", 70, 85},
		{"c: gloss-coat solvent-gloss", 70, 85},
		{"c: base-coat lacquer misted", 90, 97},
		{"c: base-coat acrylic", 100, 101},
		{"c: gloss-coat gloss", 75, 85},
	} {
		from := 101.0
		for h := 40.0; h <= 100; h++ {
			f := routeOf(t, "b: base-coat acrylic done 800h", tc.line)
			f.Climate.HumidityPct = h
			if found(check(t, f), "damp-air") {
				from = h
				break
			}
		}
		if from < tc.from || from > tc.to {
			t.Errorf("%s blushes from %v %%, want %v to %v", tc.line, from, tc.from, tc.to)
		}
	}
}
