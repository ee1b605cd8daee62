package chance

import (
	"bytes"
	"fmt"
	"math"
	"testing"

	"inkysparrow/internal/golden"
)

var (
	known    = World{1, 1}
	worlds   = []World{known, {1.5, 1}, {1, 1.3}, {1, 1 / 1.3}}
	careless = ByLoss(Waiting{}, false)
	byLoss   = ByLoss(Waiting{}, true)
	today    = ByHours(func(w Wait) float64 { return w.Cautious })
	medians  = ByHours(func(w Wait) float64 { return w.Need })
)

// Q22, reference model, no source: the least chance that is accepted rises with the length of the wait.
func TestLeastChance(t *testing.T) {
	accepted := func(what string) float64 {
		for _, w := range Waits() {
			if w.What == what {
				sd := LimitSD(w.Film)
				early := func(h float64) float64 { return Early(w.Need, h, sd) }
				return early(byLoss(w, early))
			}
		}
		t.Fatalf("no wait %q", what)
		return 0
	}
	last := 0.0
	for _, tc := range []struct {
		what string
		want float64
	}{{"a cloth on a lacquer", 0.04}, {"a cloth on an acrylic", 0.07}, {"a white-spirit wash over an enamel", 0.19}, {"an enamel flat over oils", 0.25}} {
		got := accepted(tc.what)
		near(t, "Q22 "+tc.what, got, tc.want, 0.04)
		if got < last {
			t.Errorf("Q22 %s: %.3f, less than %.3f of a shorter wait", tc.what, got, last)
		}
		last = got
	}
}

// Q23, Q24, reference model, no source: what builds come to by each way of choosing dates; the table stands in a file, for docs/chances.md.
func TestBuilds(t *testing.T) {
	const seeds = 6
	mean := func(w World, way Way) (all Spent) {
		for seed := range uint64(seeds) {
			s, _ := Simulate(seed+1, w, way)
			all.Evenings, all.Waited, all.Mishaps = all.Evenings+s.Evenings/seeds, all.Waited+s.Waited/seeds, all.Mishaps+s.Mishaps/seeds
		}
		return all
	}
	near(t, "Q23 today's hours", mean(known, today).Evenings, 11.6, 1)
	near(t, "Q23 medians", mean(known, medians).Evenings, 15.7, 1.4) // a repeat goes on at the next evening after half as long again
	near(t, "Q23 by loss", mean(known, byLoss).Evenings, 11.1, 1)
	if got := mean(known, careless).Evenings; got < 18 {
		t.Errorf("Q24 a mishap that ends the wait: %.1f evenings", got)
	}
	gain := 0.0
	for seed := range uint64(5) { // paired
		_, a := Simulate(seed+1, known, today)
		_, b := Simulate(seed+1, known, byLoss)
		for i := range a {
			gain += (a[i] - b[i]) / float64(5*len(a))
		}
	}
	if gain < 0.2 || gain > 0.9 {
		t.Errorf("Q23 waiting by loss gains %.2f evenings", gain)
	}
	var b bytes.Buffer
	for _, way := range []struct {
		name string
		way  Way
	}{
		{"one cautious figure", today},
		{"the median for everything", medians},
		{"nine of ten for everything", ByQuantile(0.9)},
		{"by loss", byLoss},
		{"by loss, careful", ByLoss(Waiting{Care: Careful}, true)},
		{"by loss, bold", ByLoss(Waiting{Care: Bold}, true)},
		{"as if a mishap ended the wait", careless},
	} {
		fmt.Fprintf(&b, "| %s |", way.name)
		for _, w := range worlds {
			s := mean(w, way.way)
			fmt.Fprintf(&b, " %.1f (%.1f) |", s.Evenings, s.Mishaps)
		}
		b.WriteByte('\n')
	}
	golden.Hold(t, "testdata/builds.golden", b.Bytes())
	if careful, usual := mean(worlds[2], ByLoss(Waiting{Care: Careful}, true)).Evenings, mean(worlds[2], byLoss).Evenings; careful > usual {
		t.Errorf("where everything is slower than the table says, being careful costs %.2f evenings, as usual %.2f", careful, usual)
	}
}

// Q25: what was said happens, in a world that is as the table says; and how far off it is in others.
func TestCalibration(t *testing.T) {
	gap := func(w World) (most float64) {
		for _, x := range Calibrate(3, w, 120000) {
			if x.N < 2000 {
				t.Fatalf("only %d cases in a tenth", x.N)
			}
			most = math.Max(most, math.Abs(x.Said-x.Happened))
		}
		return most
	}
	if g := gap(known); g > 0.02 {
		t.Errorf("Q25 the same spreads: off by %.3f", g)
	}
	if g := gap(worlds[1]); g > 0.11 || g < 0.03 {
		t.Errorf("Q25 spreads half as large again: off by %.3f", g)
	}
	near(t, "Q25 all slower by 1.3", gap(worlds[2]), 0.19, 0.03)
}
