// Package photo makes a photograph of a model an instrument: it lays the view of the airframe in it, corrects its light by a card or by paint that is known, tells how far it may be trusted, and
// measures on it what was planned: lines, fading, plumes.
//
// Places are of the photograph in pixels, from the upper left corner of the upper left one, and of a view in mm, as core/airframe has them. All colours are worked with in linear light.
package photo

import (
	"context"
	"image"
	"image/color"
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	chosen     = fact.Bench("chosen on photographs that a test camera makes of known colours: what they are known to within there")
	contradict = Numbers.Number("photo-contradict", 4, "mm", "by which tapped places may contradict each other before nothing is measured", chosen)
	handsFrom  = Numbers.Number("photo-hands", 0.3, "mm", "residual from which each hand is laid by itself, where its places allow that", chosen)
	tapped     = Numbers.Number("photo-tapped", 0.02, "", "how much what was tapped weighs against what a line says", chosen)
	leastLines = int(Numbers.Number("photo-lines", 24, "", "pieces of lines that must be found before they move what was tapped", chosen))
	whiteCard  = Numbers.Number("photo-white", 0.9, "", "share of light that a white card sends back", fact.Memory("coated white paper and card, 0.85 to 0.92"))
	greyCard   = Numbers.Number("photo-grey", 0.18, "", "share of light that a grey card sends back", fact.Memory("what grey cards are made to"))
)

type rgb [3]float64

func (c rgb) times(k float64) rgb { return rgb{c[0] * k, c[1] * k, c[2] * k} }
func (c rgb) y() float64          { return 0.2126*c[0] + 0.7152*c[1] + 0.0722*c[2] } // IEC 61966-2-1
func linearOf(c colour.Colour) (v rgb) {
	v[0], v[1], v[2] = c.Linear()
	return v
}

func (c rgb) colour() colour.Colour {
	return colour.FromLinear(min(1, max(0, c[0])), min(1, max(0, c[1])), min(1, max(0, c[2])))
}

// Picture is a photograph that can be asked for its light.
type Picture struct {
	W, H int
	pix  []uint8 // sRGB, three a pixel
}

// Of reads an image once.
func Of(img image.Image) *Picture {
	b := img.Bounds()
	p := &Picture{W: b.Dx(), H: b.Dy(), pix: make([]uint8, 3*b.Dx()*b.Dy())}
	switch m := img.(type) {
	case *image.YCbCr: // what a JPEG is
		for y := range p.H {
			row := p.pix[3*y*p.W:]
			for x := range p.W {
				i, k := m.YOffset(b.Min.X+x, b.Min.Y+y), m.COffset(b.Min.X+x, b.Min.Y+y)
				row[3*x], row[3*x+1], row[3*x+2] = color.YCbCrToRGB(m.Y[i], m.Cb[k], m.Cr[k])
			}
		}
	case *image.RGBA:
		for y := range p.H {
			row, from := p.pix[3*y*p.W:], m.Pix[m.PixOffset(b.Min.X, b.Min.Y+y):]
			for x := range p.W {
				row[3*x], row[3*x+1], row[3*x+2] = from[4*x], from[4*x+1], from[4*x+2]
			}
		}
	default:
		for y := range p.H {
			row := p.pix[3*y*p.W:]
			for x := range p.W {
				c := color.NRGBAModel.Convert(img.At(b.Min.X+x, b.Min.Y+y)).(color.NRGBA)
				row[3*x], row[3*x+1], row[3*x+2] = c.R, c.G, c.B
			}
		}
	}
	return p
}

var decode = &colour.Decoded

// clips is the level of a pixel from which on it may have been brighter than it says.
const clips = 251

// at returns the light at a place between pixels; ok is false outside.
func (p *Picture) at(q airframe.Pt) (c rgb, ok bool) {
	x, y := q.X-0.5, q.Y-0.5
	if !(x >= 0 && y >= 0 && x < float64(p.W-1) && y < float64(p.H-1)) {
		return c, false
	}
	x0, y0 := int(x), int(y)
	fx, fy := x-float64(x0), y-float64(y0)
	i := 3 * (y0*p.W + x0)
	below := i + 3*p.W
	for k := range 3 {
		top := decode[p.pix[i+k]]*(1-fx) + decode[p.pix[i+3+k]]*fx
		low := decode[p.pix[below+k]]*(1-fx) + decode[p.pix[below+3+k]]*fx
		c[k] = top*(1-fy) + low*fy
	}
	return c, true
}

// about returns the mean light of a square that reaches so many pixels to each side, and the share of it that is clipped; ok is false where it does not lie within.
func (p *Picture) about(q airframe.Pt, reach int) (c rgb, clipped float64, ok bool) {
	x0, y0 := int(math.Floor(q.X)), int(math.Floor(q.Y))
	if !finite(q) || x0-reach < 0 || y0-reach < 0 || x0+reach >= p.W || y0+reach >= p.H {
		return c, 0, false
	}
	n := float64((2*reach + 1) * (2*reach + 1))
	for y := y0 - reach; y <= y0+reach; y++ {
		for x := x0 - reach; x <= x0+reach; x++ {
			i := 3 * (y*p.W + x)
			r, g, b := p.pix[i], p.pix[i+1], p.pix[i+2]
			if r >= clips || g >= clips || b >= clips {
				clipped += 1 / n
			}
			c[0], c[1], c[2] = c[0]+decode[r]/n, c[1]+decode[g]/n, c[2]+decode[b]/n
		}
	}
	return c, clipped, true
}

// Laid draws a photograph as a view of it: at tells which place of the view a point of the picture shows. What the photograph does not show is black. It returns why ctx ended where nobody waits.
func Laid(ctx context.Context, p *Picture, a Alignment, light Light, w, h int, at func(x, y float64) airframe.Pt) (*image.RGBA, error) {
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		if err := context.Cause(ctx); err != nil {
			return nil, err
		}
		for x := range w {
			view := at(float64(x)+0.5, float64(y)+0.5)
			here, next := a.Pixel(view), a.Pixel(at(float64(x)+1.5, float64(y)+0.5))
			reach := int(math.Hypot(next.X-here.X, next.Y-here.Y) / 2)
			c, ok := rgb{}, false
			if reach > 0 && reach < mostReach {
				c, _, ok = p.about(here, reach)
			} else {
				c, ok = p.at(here)
			}
			i := out.PixOffset(x, y)
			out.Pix[i+3] = 255
			if !ok {
				continue
			}
			for k, v := range light.matrix.of(c) {
				s, _ := colour.Encoded(min(1, max(0, v)))
				out.Pix[i+k] = uint8(math.Round(255 * s))
			}
		}
	}
	return out, nil
}

const mostReach = 12 // pixels that are taken together
