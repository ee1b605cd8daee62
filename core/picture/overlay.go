package picture

import (
	"image"

	"inkysparrow/core/airframe"
	"inkysparrow/core/gloss"
)

// Overlay is what is drawn over the picture to ask it something.
type Overlay uint8

// The overlays.
const (
	ShowZones Overlay = 1 << iota
	ShowLines
	ShowWear
	ShowAir
	ShowSheen // the paler, the glossier, spot by spot
)

// Overlays are all of them with the words for one.
var Overlays = []struct {
	Overlay
	ID, Words string
}{{ShowZones, "zones", "zones"}, {ShowLines, "lines", "lines"}, {ShowWear, "wear", "wear map"}, {ShowAir, "air", "airflow"}, {ShowSheen, "sheen", "sheen: the paler, the glossier"}}

// hues tell zones apart by lightness and hue; they are no paint.
var hues = []rgb{{0.85, 0.55, 0.2}, {0.2, 0.5, 0.8}, {0.3, 0.65, 0.35}, {0.7, 0.3, 0.5}, {0.75, 0.7, 0.25}, {0.35, 0.3, 0.65}, {0.25, 0.6, 0.62}, {0.6, 0.4, 0.3}}

func (f *Frame) overlay(out []rgb, w Wish, mixed *palettes, decals map[int32]decalled) {
	for i := range f.pixels {
		p := &f.pixels[i]
		if p.alpha < 128 {
			continue
		}
		if w.Shows&ShowZones != 0 && p.zone >= 0 {
			c := hues[int(p.zone)%len(hues)]
			out[p.at] = out[p.at].to(c, 0.38)
		}
		if k := int(p.zone); k >= 0 && k < len(w.Tints) && w.Tints[k].Share > 0 {
			out[p.at] = out[p.at].to(lights[0].tinted(w.Tints[k].Colour), float32(w.Tints[k].Share))
		}
		if w.Shows&ShowSheen != 0 {
			z := mixed.of(p, &f.Airframe.Plates[p.plate])
			units := z.units
			if m, share := z.shines(i, decals[int32(i)].share > 0); m != nil {
				units += (m.units - units) * share
			}
			v := units / float32(gloss.Mirror())
			out[p.at] = out[p.at].to(rgb{v * v, v * v, v * v}, sheenShows)
		}
		if w.Shows&ShowLines != 0 && p.line > 0 {
			out[p.at] = out[p.at].to(rgb{0.02, 0.1, 0.3}, min(1, 2*float32(p.line)/255))
		}
		if w.Shows&ShowWear != 0 && w.Wear != nil {
			out[p.at] = out[p.at].to(rgb{0.62, 0.06, 0.03}, min(0.85, 1.2*float32(p.wear)/255))
		}
	}
	if w.Shows&ShowAir != 0 {
		for _, p := range f.Panels {
			f.arrows(out, p)
		}
	}
}

const sheenShows = 0.85 // of the picture under it the rest

// arrows shows which way the air streams over the view.
func (f *Frame) arrows(out []rgb, p Panel) {
	aft := p.View.Aft()
	const pitch, long = 18.0, 9.0
	low, high := f.Airframe.Bounds(p.View)
	for y := low.Y + pitch/2; y < high.Y; y += pitch {
		for x := low.X + pitch/2; x < high.X; x += pitch {
			end := airframe.Pt{X: x + aft.X*long, Y: y + aft.Y*long}
			f.stroke(out, p, airframe.Pt{X: x, Y: y}, end)
			for _, turn := range []float64{1, -1} {
				f.stroke(out, p, end, airframe.Pt{X: end.X - aft.X*3 + turn*aft.Y*2, Y: end.Y - aft.Y*3 + turn*aft.X*2})
			}
		}
	}
}

func (f *Frame) stroke(out []rgb, p Panel, a, b airframe.Pt) {
	x0, y0 := p.Pixel(a)
	x1, y1 := p.Pixel(b)
	const n = 40
	for i := range n {
		t := float64(i) / (n - 1)
		at := image.Pt(int(x0+(x1-x0)*t), int(y0+(y1-y0)*t))
		if at.In(image.Rect(0, 0, f.Width, f.Height)) {
			out[at.Y*f.Width+at.X] = rgb{0.02, 0.12, 0.35}
		}
	}
}
