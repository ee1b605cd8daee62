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
		{"c: base-coat lacquer", 70, 85}, {"c: final-coat solvent-flat", 70, 85}, {"c: gloss-coat solvent-gloss", 70, 85},
		{"c: base-coat lacquer misted", 90, 97}, {"c: base-coat acrylic", 100, 101}, {"c: gloss-coat gloss", 75, 85},
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
