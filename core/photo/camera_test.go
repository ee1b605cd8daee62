package photo

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/wash"
)

// camera takes photographs of a model whose colours are all known, and shares nothing with core/picture: it knows the airframe's outlines and lines, and rules them itself.
type camera struct {
	px, tilt, turn, dihedral float64 // px/mm; degrees
	white                    [3]float64
	blurMM, noise            float64
	vignette, falls          float64 // share of light lost in the corner; from left to right
	glare                    float64 // share of the skin that a lamp is mirrored on
	quality                  int
}

var plainCamera = camera{px: 16, white: [3]float64{1, 1, 1}, quality: 92}

// model is what stands before it.
type model struct {
	*airframe.Airframe
	view  airframe.View
	skin  []colour.Colour // of zones
	line  []colour.Colour
	tone  func(at airframe.Pt) float64 // of the skin there, times its light
	stain func(at airframe.Pt) float64 // cover
	ink   colour.Colour
}

const truthPx = 20 // px/mm of what is known

// truth rules the model's view.
func (m *model) truth() (pix []rgb, low airframe.Pt, w, h int) {
	low, high := m.Bounds(m.view)
	w, h = int((high.X-low.X)*truthPx)+1, int((high.Y-low.Y)*truthPx)+1
	pix = make([]rgb, w*h)
	zone := make([]int8, w*h)
	for i := range zone {
		zone[i] = -1
	}
	for i := range m.Plates {
		p := &m.Plates[i]
		if p.View != m.view {
			continue
		}
		fill := func(r airframe.Region, z int) {
			for y := range h {
				cuts := r.Row(low.Y + (float64(y)+0.5)/truthPx)
				for k := 1; k < len(cuts); k += 2 {
					for x := max(0, int((cuts[k-1]-low.X)*truthPx)); x < min(w, int((cuts[k]-low.X)*truthPx)); x++ {
						zone[y*w+x] = int8(z)
					}
				}
			}
		}
		fill(p.Shape(), -2)
		if p.Stuff == airframe.Skin {
			for _, f := range p.Fields {
				fill(f.Whole(), f.Zone)
			}
		}
	}
	ruled := make([]bool, w*h)
	for _, l := range m.Lines {
		if l.View != m.view || l.Role != airframe.Panel && l.Role != airframe.Gap {
			continue
		}
		kind, _ := wash.LineNamed(l.Kind)
		points := l.Path.Points(0.02)
		for k := 1; k < len(points); k++ {
			a, b := points[k-1], points[k]
			dx, dy := b.X-a.X, b.Y-a.Y
			long := math.Hypot(dx, dy)
			half := kind.WidthMM / 2
			for y := max(0, int((min(a.Y, b.Y)-half-low.Y)*truthPx)); y <= min(h-1, int((max(a.Y, b.Y)+half-low.Y)*truthPx)+1); y++ {
				for x := max(0, int((min(a.X, b.X)-half-low.X)*truthPx)); x <= min(w-1, int((max(a.X, b.X)+half-low.X)*truthPx)+1); x++ {
					px, py := low.X+(float64(x)+0.5)/truthPx-a.X, low.Y+(float64(y)+0.5)/truthPx-a.Y
					t := (px*dx + py*dy) / long
					if t >= 0 && t <= long && math.Abs(px*dy-py*dx)/long <= half {
						ruled[y*w+x] = true
					}
				}
			}
		}
	}
	ground := linearOf(colour.Lab(62, 4, 10))
	for i, z := range zone {
		at := airframe.Pt{X: low.X + (float64(i%w)+0.5)/truthPx, Y: low.Y + (float64(i/w)+0.5)/truthPx}
		switch {
		case z == -1:
			pix[i] = ground
			continue
		case z < 0:
			pix[i] = linearOf(colour.Lab(30, 0, 0))
			continue
		case ruled[i]:
			pix[i] = linearOf(m.line[z])
		default:
			pix[i] = linearOf(m.skin[z])
		}
		if m.tone != nil {
			pix[i] = pix[i].times(m.tone(at))
		}
		if m.stain != nil {
			c := m.stain(at)
			for k, v := range linearOf(m.ink) {
				pix[i][k] += (v - pix[i][k]) * c
			}
		}
	}
	return pix, low, w, h
}

// take takes a photograph: what is tapped on it, where its white card lies, and itself as a JPEG that was decoded again.
func (c camera) take(t testing.TB, m *model, taps ...airframe.Pt) (*Picture, []Pair, airframe.Pt) {
	t.Helper()
	pix, low, w, h := m.truth()
	_, high := m.Bounds(m.view)
	mid := airframe.Pt{X: (low.X + high.X) / 2, Y: (low.Y + high.Y) / 2}
	wide, tall := int((high.X-low.X+16)*c.px), int((high.Y-low.Y+16)*c.px)
	distance := 4 * (high.X - low.X)
	// A pinhole over the middle, tilted and turned: where a place at a height above the plane is seen.
	sinT, cosT := math.Sincos(c.tilt * math.Pi / 180)
	sinR, cosR := math.Sincos(c.turn * math.Pi / 180)
	rise := math.Tan(c.dihedral * math.Pi / 180)
	project := func(at airframe.Pt, hand float64) airframe.Pt {
		x, y, z := at.X-mid.X, at.Y-mid.Y, rise*at.X*hand
		x, y = cosR*x-sinR*y, sinR*x+cosR*y
		y, z = cosT*y-sinT*z, sinT*y+cosT*z
		k := c.px * distance / (distance - z)
		return airframe.Pt{X: float64(wide)/2 + x*k, Y: float64(tall)/2 + y*k}
	}
	var back [2]Homography
	for i, hand := range []float64{-1, 1} {
		var four []Pair
		for _, q := range []airframe.Pt{{X: 1, Y: low.Y}, {X: high.X, Y: low.Y + 3}, {X: high.X, Y: high.Y}, {X: 1, Y: high.Y}} {
			if m.view == airframe.Top || m.view == airframe.Under {
				q.X *= hand
			}
			four = append(four, Pair{Photo: q, View: project(q, hand)})
		}
		var err error
		if back[i], err = Between(four); err != nil {
			t.Fatal(err)
		}
	}
	rnd := rand.New(rand.NewPCG(7, 11))
	light := make([]rgb, wide*tall)
	card := airframe.Pt{X: float64(wide) - 6*c.px, Y: 5 * c.px}
	lamp := airframe.Pt{X: mid.X + (high.X-mid.X)/2, Y: mid.Y}
	ground := linearOf(colour.Lab(62, 4, 10))
	for y := range tall {
		for x := range wide {
			var sum rgb
			const sub = 2
			for i := range sub * sub {
				p := airframe.Pt{X: float64(x) + (float64(i%sub)+0.5)/sub, Y: float64(y) + (float64(i/sub)+0.5)/sub}
				q := back[0].Of(p)
				if q.X > 0 && c.dihedral != 0 {
					q = back[1].Of(p)
				}
				v := ground
				if ix, iy := int((q.X-low.X)*truthPx), int((q.Y-low.Y)*truthPx); q.X >= low.X && q.Y >= low.Y && ix < w && iy < h {
					v = pix[iy*w+ix]
				}
				if math.Abs(p.X-card.X) < 3*c.px && math.Abs(p.Y-card.Y) < 2*c.px {
					v = rgb{whiteCard, whiteCard, whiteCard}
				}
				if d := math.Hypot(q.X-lamp.X, q.Y-lamp.Y); c.glare > 0 {
					v = rgb{v[0] + 3*c.glare*math.Exp(-d*d/20), v[1] + 3*c.glare*math.Exp(-d*d/20), v[2] + 3*c.glare*math.Exp(-d*d/20)}
				}
				for k := range sum {
					sum[k] += v[k] / sub / sub
				}
			}
			r := math.Hypot(float64(x-wide/2), float64(y-tall/2)) / math.Hypot(float64(wide)/2, float64(tall)/2)
			fall := (1 - c.vignette*r*r) * (1 + c.falls*(0.5-float64(x)/float64(wide)))
			for k := range sum {
				light[y*wide+x][k] = sum[k] * fall * c.white[k]
			}
		}
	}
	light = smear(light, wide, tall, c.blurMM*c.px)
	img := image.NewRGBA(image.Rect(0, 0, wide, tall))
	for i, v := range light {
		var out [3]uint8
		for k := range v {
			s := v[k] + c.noise*rnd.NormFloat64()*math.Sqrt(max(0.01, v[k]))
			if s <= 0.0031308 {
				s *= 12.92
			} else {
				s = 1.055*math.Pow(s, 1/2.4) - 0.055
			}
			out[k] = uint8(math.Round(255 * min(1, max(0, s))))
		}
		img.Set(i%wide, i/wide, color.RGBA{out[0], out[1], out[2], 255})
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: c.quality}); err != nil {
		t.Fatal(err)
	}
	got, err := jpeg.Decode(&b)
	if err != nil {
		t.Fatal(err)
	}
	var pairs []Pair
	for _, at := range taps {
		hand := 1.0
		if at.X < 0 {
			hand = -1
		}
		p := project(at, hand)
		pairs = append(pairs, Pair{Photo: airframe.Pt{X: p.X + 2*rnd.NormFloat64(), Y: p.Y + 2*rnd.NormFloat64()}, View: at})
	}
	return Of(got), pairs, card
}

// smear blurs by a normal of so many pixels.
func smear(light []rgb, w, h int, sigma float64) []rgb {
	if sigma <= 0 {
		return light
	}
	reach := int(math.Ceil(3 * sigma))
	kernel, sum := make([]float64, 2*reach+1), 0.0
	for i := range kernel {
		kernel[i] = math.Exp(-0.5 * float64(i-reach) * float64(i-reach) / sigma / sigma)
		sum += kernel[i]
	}
	for range 2 { // along rows, then turned along columns
		out := make([]rgb, len(light))
		for y := range h {
			for x := range w {
				var v rgb
				for i, k := range kernel {
					s := light[y*w+min(w-1, max(0, x+i-reach))]
					v[0], v[1], v[2] = v[0]+k*s[0]/sum, v[1]+k*s[1]/sum, v[2]+k*s[2]/sum
				}
				out[x*h+y] = v
			}
		}
		light, w, h = out, h, w
	}
	return light
}
