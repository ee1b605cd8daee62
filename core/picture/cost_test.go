package picture

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

// tiring is a context that ends after it was looked at so often, and counts how often it is looked at after that.
type tiring struct {
	context.Context
	left, after int
}

func (c *tiring) Err() error {
	if c.left--; c.left >= 0 {
		return nil
	}
	c.after++
	return context.Canceled
}

// Whatever is worked out pixel by pixel looks often whether anybody still waits, and begins nothing after it was told that nobody does.
func TestNothingForNobody(t *testing.T) {
	a := made(t, "low-single")
	f := must(New(ever, a, airframe.Views, 900, 0))
	step := &route.Step{ID: "x"}
	k := skins()
	k[0].Marks = append(k[0].Marks, look.Mark{Kind: "streak", Step: step, Left: 1})
	laid := map[*route.Step]*effect.Laid{step: {Inks: []colour.Colour{colour.Lab(15, 0, 0)}, Streaks: slices.Repeat([]effect.Streak{{View: airframe.Top, At: airframe.Pt{X: 60, Y: 20}, LongMM: 20, WideMM: 2, Density: 1}}, 300)}}
	worn := wear.MapOf(a, wear.Service{})
	for _, tc := range []struct {
		name  string
		often int // it has to look at least so often
		work  func(context.Context) error
	}{
		{"a frame", 100, func(ctx context.Context) error { _, err := New(ctx, a, airframe.Views, 900, 0); return err }},
		{"a frame at a scale", 100, func(ctx context.Context) error { _, err := NewAt(ctx, a, airframe.Views, 2); return err }},
		{"a picture", 100, func(ctx context.Context) error {
			f.worn, f.laid = nil, nil
			_, err := f.Paint(ctx, k, Wish{Wear: worn, Laid: laid, Minute: 8})
			return err
		}},
		{"a difference", 30, func(ctx context.Context) error {
			_, err := f.Differ(ctx, k, k, Wish{}, Wish{Laid: laid})
			return err
		}},
		{"enough", 150, func(ctx context.Context) error {
			f.blurred = nil
			_, err := f.Enough(ctx, k, Wish{Laid: laid}, Taken{0, 3}, Taken{0, 2})
			return err
		}},
	} {
		whole := &tiring{Context: t.Context(), left: math.MaxInt}
		if err := tc.work(whole); err != nil {
			t.Fatal(tc.name, err)
		}
		looks := math.MaxInt - whole.left
		if looks < tc.often {
			t.Errorf("%s: looked at %d times, want %d", tc.name, looks, tc.often)
		}
		for _, n := range []int{0, 1, looks / 3, looks / 2, looks - 1} {
			gone := &tiring{Context: t.Context(), left: n}
			if err := tc.work(gone); err == nil || gone.after > 2 {
				t.Errorf("%s, gone after %d of %d looks: %v, and %d looks more", tc.name, n, looks, err, gone.after)
			}
		}
		if err := tc.work(t.Context()); err != nil {
			t.Errorf("%s: afterwards it is not whole: %v", tc.name, err)
		}
	}
}

// Each effect is weighed as if all had been painted without it, for about one painting more in all.
func TestEnoughWithout(t *testing.T) {
	f := must(New(ever, made(t, "low-single"), airframe.Views, 480, 0))
	var marks []Taken
	laid := map[*route.Step]*effect.Laid{}
	k := skins()
	for i := range 6 {
		step := &route.Step{ID: fmt.Sprint("s", i)}
		k[0].Marks = append(k[0].Marks, look.Mark{Kind: "streak", Step: step, Left: 1})
		var all []effect.Streak
		for n := range 40 {
			all = append(all, effect.Streak{View: airframe.Top, At: airframe.Pt{X: 40 + 9*float64(i) + float64(n%4), Y: -70 + 3.5*float64(n)}, LongMM: 25, WideMM: 3, Density: 2})
		}
		laid[step] = &effect.Laid{Inks: []colour.Colour{colour.Lab(20, 2, 8)}, Streaks: all, Beyond: i == 2}
	}
	for zone := range k {
		for i, m := range k[zone].Marks {
			if m.Kind != look.Second {
				marks = append(marks, Taken{zone, i})
			}
		}
	}
	w := Wish{Laid: laid}
	got := must(f.Enough(ever, k, w, marks...))
	paintings := float64(f.bodies) / float64(len(f.pixels))
	if paintings > 5 {
		t.Errorf("%d effects were weighed in %.1f paintings, want at most 5", len(marks), paintings)
	}
	seen := 0
	for i, m := range marks {
		fewer := slices.Clone(k)
		fewer[m.Zone].Marks = slices.Delete(slices.Clone(fewer[m.Zone].Marks), m.Mark, m.Mark+1)
		want := must(f.Enough(ever, fewer, w)).Contrast
		if math.Abs(got.Without[i]-want) > 0.002 {
			t.Errorf("without %+v the mean shift is %.4f, want %.4f of %.4f", m, got.Without[i], want, got.Contrast)
		}
		if math.Abs(got.Contrast-want) > 0.01 {
			seen++
		}
	}
	if seen < 6 {
		t.Errorf("%d effects of %d show", seen, len(marks))
	}
	t.Logf("%d effects in %.1f paintings", len(marks), paintings)
}

// The nearest line is found by asking neighbours; now and then that misses by less than anybody sees.
func TestNearestLine(t *testing.T) {
	f := must(New(ever, made(t, "mid-twin"), []airframe.View{airframe.Top, airframe.Left}, 900, 0))
	near := 0
	for _, s := range f.pixels {
		p := f.Panels[s.panel]
		x, y := int(s.at)%f.Width, int(s.at)/f.Width
		if (x+y*7)%53 != 0 || f.top[s.at] < 0 || f.pixels[f.top[s.at]] != s {
			continue
		}
		want := math.Inf(1)
		for _, l := range f.Airframe.Lines {
			if l.View == p.View && (l.Role == airframe.Panel || l.Role == airframe.Gap) && (l.Part == "" || l.Part == f.Airframe.Plates[s.plate].Part) {
				want = min(want, l.Distance(p.At(float64(x)+0.5, float64(y)+0.5)))
			}
		}
		got := float64(s.near) / 255 * nearMM
		if want > nearMM {
			want = nearMM
		} else {
			near++
		}
		if math.Abs(got-want) > 0.15 {
			t.Errorf("%v at %d, %d: the nearest line is %.2f mm off, want %.2f", p.View, x, y, got, want)
		}
	}
	if near < 200 {
		t.Errorf("%d places near a line were looked at", near)
	}
}

// crowded is a drawing with so many long panel lines.
func crowded(t testing.TB, lines int) *airframe.Airframe {
	t.Helper()
	text := string(made(t, "delta").SVG())
	var b strings.Builder
	for i := range lines {
		fmt.Fprintf(&b, `<path class="line" data-role="panel" data-kind="fine" d="M%.1f %.1f c40 90 -90 60 60 160"/>`+"\n", float64(i%80)*1.5-60, 20+float64(i/80)*1.4)
	}
	at := strings.Index(text, "</g>")
	d, err := airframe.ParseSVG([]byte(text[:at]+b.String()+text[at:]), 48)
	if err != nil {
		t.Fatal(err)
	}
	out, err := airframe.Make(airframe.Spec{Drawn: d, Scale: 48})
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// BenchmarkCrowded paints a drawing of 5,900 lines at 1280 by 560 for the first time, and measures it before.
func BenchmarkCrowded(b *testing.B) {
	for b.Loop() {
		a := crowded(b, 5700)
		a.Measures()
		f := must(New(ever, a, airframe.Views, 1280, 560))
		must(f.Paint(ever, skins(), Wish{Wear: wear.MapOf(a, wear.Service{})}))
	}
}

// BenchmarkEnough judges an aircraft with eight effects, each weighed by itself.
func BenchmarkEnough(b *testing.B) {
	f := must(New(ever, made(b, "low-single"), airframe.Views, 480, 0))
	k := skins()
	var marks []Taken
	laid := map[*route.Step]*effect.Laid{}
	for i := range 6 {
		step := &route.Step{ID: fmt.Sprint("s", i)}
		marks = append(marks, Taken{0, len(k[0].Marks)})
		k[0].Marks = append(k[0].Marks, look.Mark{Kind: "streak", Step: step, Left: 1})
		laid[step] = &effect.Laid{Inks: []colour.Colour{colour.Lab(20, 2, 8)}, Streaks: slices.Repeat([]effect.Streak{{View: airframe.Top, At: airframe.Pt{X: 40 + 9*float64(i), Y: 30}, LongMM: 12, WideMM: 1.5, Density: 0.8}}, 40)}
	}
	marks = append(marks, Taken{0, 1}, Taken{0, 2})
	for b.Loop() {
		must(f.Enough(ever, k, Wish{Laid: laid}, marks...))
	}
}
