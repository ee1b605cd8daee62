package effect

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/internal/golden"
)

// What each effect tells, where the hand goes and what is laid, as each hand makes it, at once and pulled: as it was. A change of a number or a sign anywhere in the room shows here.
func TestEffectsAsTheyWere(t *testing.T) {
	a := plane(t, "low-single")
	var b strings.Builder
	for _, tc := range []struct {
		do, of  string
		product *coating.Product
	}{
		{"oil-dots", "", painted(coating.Oil, "artist-oil", "#d8d6cc")},
		{"oil-accent", "", painted(coating.Oil, "artist-oil", "#2f2a24")},
		{"filter", "", painted(coating.Paint, "enamel", "#4a3a28")},
		{"streak", "", painted(coating.Oil, "artist-oil", "#3a2b20")},
		{"exhaust-spray", "", painted(coating.Paint, "waterborne-acrylic", "#2b2725")},
		{"pastel", "exhaust", painted(coating.Pigment, "dry-pigment", "#2b2725")},
		{"streak", "exhaust", painted(coating.Oil, "artist-oil", "#2b2725")},
		{"exhaust-spray", "gas", painted(coating.Paint, "waterborne-acrylic", "#2b2725")},
		{"wet-stain", "", painted(coating.Oil, "artist-oil", "#4a3a20")},
		{"mud", "", painted(coating.Paint, "enamel", "#6b5232")},
		{"pastel", "", painted(coating.Pigment, "dry-pigment", "#b09a78")},
		{"chip", "", painted(coating.Paint, "waterborne-acrylic", "#8f9498")},
		{"wipe-back", "", painted(coating.Paint, "waterborne-acrylic", "#8f9498")},
		{"sponge-chips", "", painted(coating.Paint, "waterborne-acrylic", "#b9bcbe")},
		{"brush-chips", "", painted(coating.Paint, "waterborne-acrylic", "#b9bcbe")},
		{"pencil", "", painted(coating.PencilOf, "pencil", "#c8cccf")},
		{"pencil", "", painted(coating.Pigment, "dry-pigment", "#6a6d70")},
	} {
		for _, pull := range []route.Pull{{Of: tc.of}, {Of: tc.of, Amount: 1.7, Reach: 0.6}} {
			for _, j := range on(t, a, tc.do, tc.product, pull) {
				j.Marked, j.Brush = true, &Brush{LossUM: 0.3, Bites: true}
				p := Of(j)
				fmt.Fprintf(&b, "%s of %q pulled %g %g on zone %d: long %.3g\n", tc.do, tc.of, pull.Amount, pull.Reach, j.Zone, p.LongMM)
				for _, r := range p.Rows {
					fmt.Fprintf(&b, "  %s %.3g %s: %s\n", r.ID, r.Figure, r.Unit, r.Value)
				}
				fmt.Fprintf(&b, "  places %s\n", placed(p.Places))
				fmt.Fprintf(&b, "  laid %s\n", lies(p.Laid))
			}
		}
	}
	golden.Hold(t, "testdata/effects.golden", []byte(b.String()))
}

// placed sums places up: how many of a kind, and the middle of each figure.
func placed(all []Place) string {
	n := map[string]int{}
	var x, y, d, toward, long float64
	for _, p := range all {
		n[p.Kind]++
		x, y, d, toward, long = x+p.At.X, y+p.At.Y, d+p.DMM, toward+p.TowardDeg, long+p.LengthMM
		for _, q := range p.Points {
			x, y = x+q.X/float64(len(p.Points)), y+q.Y/float64(len(p.Points))
		}
	}
	k := max(1, float64(len(all)))
	return fmt.Sprintf("%v at %.3g %.3g, %.3g wide, %.3g long, towards %.3g", n, x/k, y/k, d/k, long/k, toward/k)
}

// lies sums up what is laid: by view and ink, over a grid of places.
func lies(l *Laid) string {
	if l == nil {
		return "nothing"
	}
	var b strings.Builder
	for _, v := range airframe.Views {
		var sum [MostInks]float64
		for x := -140.0; x <= 200; x += 1.7 {
			for y := -45.0; y <= 200; y += 2.3 {
				at := airframe.Pt{X: x, Y: y}
				for _, o := range l.Veils {
					if o.View == v && at.X >= o.Low.X && at.X <= o.High.X && at.Y >= o.Low.Y && at.Y <= o.High.Y {
						sum[o.Ink] += o.Density(at)
					}
				}
				for _, c := range l.Clouds {
					if dx, dy, aft := x-c.From.X, y-c.From.Y, c.View.Aft(); c.View == v && math.Hypot(dx, dy) < c.ReachMM+c.WideMM {
						sum[c.Ink] += c.Density(dx*aft.X+dy*aft.Y, dx*aft.Y-dy*aft.X)
					}
				}
			}
		}
		for _, s := range l.Streaks {
			if s.View != v {
				continue
			}
			seen := 0.0
			for along := -1.0; along < 30; along += 0.45 {
				for beside := -2.0; beside <= 2; beside += 0.16 {
					seen += s.Over(along, beside)
				}
			}
			sum[s.Ink] += seen
		}
		fmt.Fprintf(&b, " %s", v)
		for i := range l.Inks {
			fmt.Fprintf(&b, " %.3g", sum[i])
		}
	}
	fmt.Fprintf(&b, "; %d streaks, %d clouds, %d veils, beyond %v", len(l.Streaks), len(l.Clouds), len(l.Veils), l.Beyond)
	return b.String()
}
