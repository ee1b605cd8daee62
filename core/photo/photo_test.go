package photo

import (
	"context"
	"errors"
	"fmt"
	"image"
	"math"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
)

var ever = context.Background()

func made(t testing.TB) *airframe.Airframe {
	t.Helper()
	a, err := airframe.Make(airframe.Spec{Type: "low-single", Seed: 3, Scale: 144})
	if err != nil {
		t.Fatal(err)
	}
	return a
}

func subject(t testing.TB, a *airframe.Airframe, v airframe.View, skin, line colour.Colour) (*Subject, *model) {
	t.Helper()
	frame, err := picture.NewAt(ever, a, []airframe.View{v}, 6)
	if err != nil {
		t.Fatal(err)
	}
	k := look.Skin{Paint: skin, Ground: skin, Surface: skin, Line: line, Texture: coating.Satin.Texture()}
	s := &Subject{Frame: frame, Skins: []look.Skin{k, k}}
	even, _ := picture.LightNamed("even")
	if s.Even, err = frame.Paint(ever, s.Skins, picture.Wish{Light: even}); err != nil {
		t.Fatal(err)
	}
	return s, &model{Airframe: a, view: v, skin: []colour.Colour{skin, skin}, line: []colour.Colour{line, line}}
}

// taps are both wing tips, the nose and the tail, and two places between.
func taps(a *airframe.Airframe, v airframe.View) []airframe.Pt {
	low, high := a.Bounds(v)
	at := func(x, y float64) airframe.Pt {
		return airframe.Pt{X: low.X + (high.X-low.X)*x, Y: low.Y + (high.Y-low.Y)*y}
	}
	return []airframe.Pt{at(0.02, 0.35), at(0.98, 0.35), at(0.5, 0.01), at(0.5, 0.98), at(0.35, 0.9), at(0.65, 0.9)}
}

func measured(t testing.TB, c camera, s *Subject, m *model) *Measured {
	t.Helper()
	p, pairs, card := c.take(t, m, taps(m.Airframe, m.view)...)
	a, err := Align(pairs)
	if err != nil {
		t.Fatal(err)
	}
	light, err := p.Card(card, WhiteCard)
	if err != nil {
		t.Fatal(err)
	}
	got, err := Measure(ever, p, a, light, s)
	if err != nil {
		t.Fatal(err)
	}
	return got
}

var cameras = []struct {
	name string
	camera
}{
	{"square before it", plainCamera},
	{"tilted, under a warm lamp", camera{px: 13, tilt: 14, turn: 6, dihedral: 5, white: [3]float64{1, 0.86, 0.62}, blurMM: 0.06, noise: 0.006, vignette: 0.25, quality: 88}},
	{"from far off", camera{px: 8, tilt: 8, dihedral: 6, white: [3]float64{0.95, 1, 0.9}, blurMM: 0.09, noise: 0.008, vignette: 0.3, falls: 0.2, quality: 85}},
	{"near, with a lamp mirrored on it", camera{px: 20, turn: -9, dihedral: 4, white: [3]float64{0.9, 0.85, 0.75}, blurMM: 0.05, noise: 0.005, vignette: 0.15, glare: 0.3, quality: 90}},
}

// Lines are known within 1.5 CIEDE2000, the colour within 2, and the view lies within half a millimetre, on photographs of known colours that this test takes itself.
func TestLines(t *testing.T) {
	a := made(t)
	skin := colour.Lab(54, -3, -9)
	lines := []colour.Colour{colour.Lab(47, -2, -7), colour.Lab(27, 4, 6), colour.Lab(38, 2, 2)}
	for i, c := range cameras {
		for _, line := range []colour.Colour{lines[i%3], lines[(i+1)%3]} { // each camera two of them, each of them more than twice
			t.Run(fmt.Sprintf("%s, %.0f", c.name, skin.Difference(line)), func(t *testing.T) {
				t.Parallel()
				s, m := subject(t, a, airframe.Top, skin, line)
				got := measured(t, c.camera, s, m)
				if got.Trust == Refused {
					t.Fatalf("refused: %s", got.Why)
				}
				if len(got.Zones) == 0 {
					t.Fatal("no zone was measured")
				}
				z := got.Zones[0]
				t.Logf("trust %s (%s) %.1f px/mm, blur %.2f, off %.2f, lines %.1f of %.1f (%d), colour off %.1f, fade %.2f", got.Trust, got.Why, got.PxPerMM, got.BlurMM, got.Residual, z.LineDE, z.LinePlanned, z.Lines, z.DE, z.FadeSD)
				if d := math.Abs(z.LineDE - skin.Difference(line)); d > 1.5 {
					t.Errorf("lines are %.1f, want %.1f", z.LineDE, skin.Difference(line))
				}
				if z.DE > 2 {
					t.Errorf("the colour is %.1f off", z.DE)
				}
				if z.FadeSD > 1 {
					t.Errorf("an even skin fades by %.1f", z.FadeSD)
				}
			})
		}
	}
}

// A plume's length is known within a twentieth, and how dark it is within a tenth.
func TestPlume(t *testing.T) {
	a := made(t)
	skin, ink := colour.Lab(58, -4, -6), colour.Lab(24, 2, 5)
	var row *effect.Bank
	for _, b := range effect.Banks(a, 30, 0.5) {
		if b.From.Sees(airframe.Left) {
			row = &b
			break
		}
	}
	if row == nil {
		t.Fatal("no stacks are seen from the left")
	}
	laid := effect.Streams([]effect.Bank{*row}, row.Zone, ink, 1, 1, 5)
	for _, long := range []float64{0.6, 1.8} {
		for _, dense := range []float64{0.6, 1.7} {
			t.Run(fmt.Sprintf("%g times as long, %g times as dense", long, dense), func(t *testing.T) {
				s, m := subject(t, a, airframe.Left, skin, colour.Lab(44, 0, 0))
				for _, c := range laid.Clouds {
					if c.View != airframe.Left {
						continue
					}
					s.Plumes = append(s.Plumes, Plume{Zone: row.Zone, Cloud: c, Ink: ink, LongMM: c.ReachMM})
					m.ink = ink
					m.stain = func(at airframe.Pt) float64 {
						aft := at.X - c.From.X
						if aft < 0 {
							return 0
						}
						return -math.Expm1(-dense * c.Density(aft/long, -(at.Y-c.From.Y)))
					}
				}
				got := measured(t, camera{px: 12, tilt: 6, white: [3]float64{1, 0.9, 0.7}, blurMM: 0.06, noise: 0.006, vignette: 0.2, quality: 88}, s, m)
				if len(got.Plumes) != 1 || !got.Plumes[0].Seen {
					t.Fatalf("%s %s: plumes %+v", got.Trust, got.Why, got.Plumes)
				}
				p, planned := got.Plumes[0], s.Plumes[0]
				t.Logf("%s: %.1f mm, planned %.1f; dark %.2f, planned %.2f", got.Trust, p.LongMM, planned.LongMM, p.Dark, p.PlannedDark)
				if want := long * planned.LongMM; math.Abs(p.LongMM/want-1) > 0.05 {
					t.Errorf("%.1f mm long, want %.1f", p.LongMM, want)
				}
				if want := planned.dark(dense); math.Abs(p.Dark/want-1) > 0.1 {
					t.Errorf("%.2f dark, want %.2f", p.Dark, want)
				}
			})
		}
	}
}

// Panels that differ are told within 1 CIEDE2000.
func TestFade(t *testing.T) {
	a := made(t)
	skin := colour.Lab(54, -3, -9)
	for _, by := range []float64{0.04, 0.12, 0.2} {
		s, m := subject(t, a, airframe.Top, skin, colour.Lab(42, 0, 0))
		panel := func(at airframe.Pt) int { return (int(math.Floor(at.X/12)) + 3*int(math.Floor(at.Y/12)) + 99) % 4 }
		m.tone = func(at airframe.Pt) float64 { return 1 + by*[]float64{-1, -0.3, 0.4, 0.9}[panel(at)] }
		var all []colour.Colour
		for _, v := range []float64{-1, -0.3, 0.4, 0.9} {
			all = append(all, linearOf(skin).times(1+by*v).colour())
		}
		want := 0.0
		for _, c := range all {
			d := c.Difference(skin)
			want += d * d / 4
		}
		want = math.Sqrt(want)
		got := measured(t, cameras[1].camera, s, m).Zones[0]
		t.Logf("fade %.2f, want %.2f", got.FadeSD, want)
		if math.Abs(got.FadeSD-want) > 1 {
			t.Errorf("panels that differ by %.2f are told as %.2f", want, got.FadeSD)
		}
	}
}

// What can't be trusted is refused, and told why; what is only roughly so says what it lacks.
func TestTrust(t *testing.T) {
	a := made(t)
	s, m := subject(t, a, airframe.Top, colour.Lab(54, -3, -9), colour.Lab(36, 0, 0))
	for _, c := range []struct {
		name   string
		change func(*camera)
		want   Trust
	}{
		{"sharp and near", func(*camera) {}, Good},
		{"from across the room", func(c *camera) { c.px = 1.8 }, Refused},
		{"far", func(c *camera) { c.px = 3.5 }, Poor},
		{"out of focus", func(c *camera) { c.blurMM = 0.75 }, Refused},
		{"a little soft", func(c *camera) { c.blurMM = 0.3 }, Fair},
		{"a lamp is mirrored on it", func(c *camera) { c.glare = 20 }, Fair},
	} {
		t.Run(c.name, func(t *testing.T) {
			cam := plainCamera
			cam.px, cam.noise = 9, 0.004
			c.change(&cam)
			got := measured(t, cam, s, m)
			if got.Trust != c.want || (got.Why == "") != (c.want == Good) {
				t.Errorf("trust is %s (%s), want %s; blur %.2f", got.Trust, got.Why, c.want, got.BlurMM)
			}
		})
	}
}

// Held to a worked example: a square that is seen as a trapezium. Its homography by hand: x' = x / (1 + y/2), y' = y / (1 + y/2) has these corners.
func TestHomography(t *testing.T) {
	pairs := []Pair{
		{airframe.Pt{X: 0, Y: 0}, airframe.Pt{X: 0, Y: 0}},
		{airframe.Pt{X: 1, Y: 0}, airframe.Pt{X: 1, Y: 0}},
		{airframe.Pt{X: 2. / 3, Y: 2. / 3}, airframe.Pt{X: 1, Y: 1}},
		{airframe.Pt{X: 0, Y: 2. / 3}, airframe.Pt{X: 0, Y: 1}},
	}
	h, err := Between(pairs)
	if err != nil {
		t.Fatal(err)
	}
	for i, want := range []float64{1, 0, 0, 0, 1, 0, 0, 0.5, 1} {
		if got := h[i] / h[8]; math.Abs(got-want) > 1e-9 {
			t.Errorf("element %d is %g, want %g", i, got, want)
		}
	}
	back, ok := h.Inverse()
	if at := back.Of(h.Of(airframe.Pt{X: 0.3, Y: 0.7})); !ok || math.Hypot(at.X-0.3, at.Y-0.7) > 1e-9 {
		t.Errorf("there and back is %v", at)
	}
	if got := h.stretch(airframe.Pt{}); math.Abs(got-1) > 0.02 {
		t.Errorf("a mm is %g pixels where nothing is stretched", got)
	}
	if _, err := Between(pairs[:3]); !errors.Is(err, ErrFewPairs) {
		t.Errorf("three places: %v", err)
	}
	for i := range pairs {
		pairs[i].View.Y = 2 * pairs[i].View.X
	}
	if _, err := Between(pairs); !errors.Is(err, ErrInLine) {
		t.Errorf("places in a line: %v", err)
	}
}

// Bradford's matrix from D65 to D50, as published (B. Lindbloom, Chromatic Adaptation; ICC.1:2010 has the same to four places).
func TestBradford(t *testing.T) {
	got := Adapted([3]float64{0.95047, 1, 1.08883}, [3]float64{0.96422, 1, 0.82521})
	for i, want := range []float64{1.0478112, 0.0228866, -0.0501270, 0.0295424, 0.9904844, -0.0170491, -0.0092345, 0.0150436, 0.7521316} {
		if math.Abs(got[i]-want) > 2e-5 {
			t.Errorf("element %d is %.7f, want %.7f", i, got[i], want)
		}
	}
}

// Places that contradict each other are told.
func TestContradiction(t *testing.T) {
	var pairs []Pair
	for _, at := range []airframe.Pt{{X: -60, Y: 0}, {X: 60, Y: 0}, {X: 0, Y: -20}, {X: 0, Y: 80}, {X: 20, Y: 40}} {
		pairs = append(pairs, Pair{Photo: airframe.Pt{X: 500 + 5*at.X, Y: 300 + 5*at.Y}, View: at})
	}
	if a, err := Align(pairs); err != nil || a.Residual > 0.01 {
		t.Errorf("sound places: %v, %.2f mm", err, a.Residual)
	}
	pairs[4].Photo.X += 260
	if a, err := Align(pairs); err == nil {
		t.Errorf("a place that is 52 mm off leaves %.2f mm", a.Residual)
	}
}

// A card or a paint of a known colour gives the light; one that is clipped, dark or outside does not.
func TestLight(t *testing.T) {
	img := image.NewRGBA(image.Rect(0, 0, 60, 20))
	set := func(x0 int, r, g, b uint8) {
		for y := range 20 {
			for x := x0; x < x0+20; x++ {
				i := img.PixOffset(x, y)
				img.Pix[i], img.Pix[i+1], img.Pix[i+2], img.Pix[i+3] = r, g, b, 255
			}
		}
	}
	set(0, 200, 180, 140) // the card, under a lamp
	set(20, 254, 254, 254)
	set(40, 2, 2, 2)
	p := Of(img)
	light, err := p.Card(airframe.Pt{X: 10, Y: 10}, GreyCard)
	if err != nil {
		t.Fatal(err)
	}
	c, _ := p.at(airframe.Pt{X: 10, Y: 10})
	if got := light.matrix.of(c).colour(); got.Difference(colour.FromLinear(greyCard, greyCard, greyCard)) > 0.1 {
		t.Errorf("the card itself comes out as %s", got)
	}
	for _, bad := range []struct {
		x    float64
		want error
	}{{30, ErrClipped}, {50, ErrDark}, {500, ErrOutside}, {math.NaN(), ErrOutside}} {
		if _, err := p.Known(airframe.Pt{X: bad.x, Y: 10}, colour.Lab(60, 0, 0)); !errors.Is(err, bad.want) {
			t.Errorf("at %v: %v, want %v", bad.x, err, bad.want)
		}
	}
}

func BenchmarkMeasure(b *testing.B) {
	a := made(b)
	s, m := subject(b, a, airframe.Top, colour.Lab(54, -3, -9), colour.Lab(36, 0, 0))
	c := cameras[1].camera
	c.px = 20
	p, pairs, card := c.take(b, m, taps(a, airframe.Top)...)
	b.Logf("%.1f megapixels", float64(p.W*p.H)/1e6)
	for b.Loop() {
		align, err := Align(pairs)
		if err != nil {
			b.Fatal(err)
		}
		light, _ := p.Card(card, WhiteCard)
		if _, err := Measure(ever, p, align, light, s); err != nil {
			b.Fatal(err)
		}
	}
}

// Each side of every type has four places or more that are easily found, each on its outline's edge, none twice.
func TestLandmarks(t *testing.T) {
	for _, kind := range airframe.Kinds() {
		a, err := airframe.Make(airframe.Spec{Type: kind.ID, Seed: 3})
		if err != nil {
			t.Fatal(err)
		}
		for _, v := range airframe.Views {
			all := Landmarks(a, v)
			if len(all) < 4 {
				t.Errorf("%s %s: %d places", kind.ID, v.Words(), len(all))
			}
			low, high := a.Bounds(v)
			var pairs []Pair
			for i, l := range all {
				if l.At.X < low.X-1 || l.At.X > high.X+1 || l.At.Y < low.Y-1 || l.At.Y > high.Y+1 {
					t.Errorf("%s %s: %s lies outside", kind.ID, v.Words(), l.Words)
				}
				for _, other := range all[:i] {
					if math.Hypot(l.At.X-other.At.X, l.At.Y-other.At.Y) < 2 {
						t.Errorf("%s %s: %s and %s are one", kind.ID, v.Words(), l.Words, other.Words)
					}
				}
				pairs = append(pairs, Pair{Photo: airframe.Pt{X: 9*l.At.X + 700, Y: 9*l.At.Y + 500}, View: l.At})
			}
			if _, err := Align(pairs); err != nil {
				t.Errorf("%s %s: %v", kind.ID, v.Words(), err)
			}
		}
	}
}
