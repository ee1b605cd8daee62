package picture

import (
	"context"
	"image"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
)

// raster is what was laid on each spot: the optical density of each ink, in 8 bits that are finer where there is little.
type raster [][effect.MostInks]uint8

const mostDensity = 4.0

// densities reads the 8 bits.
var densities = func() (table [256]float32) {
	for i := range table {
		table[i] = float32(mostDensity * float64(i) / 255 * float64(i) / 255)
	}
	return
}()

func bits(density float64) uint8 {
	return uint8(math.Round(255 * math.Sqrt(min(1, max(0, density)/mostDensity))))
}

// over lays what a spot got over a colour. The inks cover it together and are mixed by how much of each there is.
func (r *raster) over(c rgb, spot int, left float32, inks [effect.MostInks]rgb) rgb {
	got := (*r)[spot]
	if got == [effect.MostInks]uint8{} {
		return c
	}
	var all float32
	var mixed rgb
	for i, v := range got {
		if v > 0 {
			d := densities[v]
			all += d
			mixed = rgb{mixed.r + d*inks[i].r, mixed.g + d*inks[i].g, mixed.b + d*inks[i].b}
		}
	}
	return c.to(mixed.times(1/all), 1-exp(-all*left))
}

// lay gives marks what their steps have laid, also in zones that it crosses into.
func (f *Frame) lay(ctx context.Context, skins []look.Skin, w Wish, palettes []palette) error {
	if len(w.Laid) == 0 {
		return nil
	}
	for zone, k := range skins {
		for _, m := range k.Marks {
			l := w.Laid[m.Step]
			if l == nil {
				continue
			}
			r, err := f.raster(ctx, l)
			if err != nil {
				return err
			}
			one := mark{step: m.Step, kind: m.Kind, laid: r, left: float32(m.Left), colour: w.Light.tinted(m.Colour), strength: float32(m.Strength), share: float32(m.Share)}
			for i, c := range l.Inks {
				one.inks[i] = w.Light.tinted(c)
			}
			one.sheen(&m, k.Texture)
			for i := range palettes {
				switch own := i == zone+1; {
				case own && !slices.ContainsFunc(palettes[i].marks, func(o mark) bool { return o.step == m.Step }):
					palettes[i].marks = append(palettes[i].marks, one)
				case own:
					for k := range palettes[i].marks {
						if palettes[i].marks[k].step == m.Step {
							palettes[i].marks[k] = one
						}
					}
				case l.Beyond && i > 0 && !laysOwn(skins[i-1], m.Kind, w):
					palettes[i].marks = append(palettes[i].marks, one)
				}
			}
		}
	}
	for i := range palettes {
		palettes[i].wets = slices.ContainsFunc(palettes[i].marks, func(m mark) bool { return m.spec != nil })
	}
	return nil
}

// laysOwn reports whether a zone has such a stain of its own: what streams over its border is then laid by that.
func laysOwn(k look.Skin, kind look.MarkKind, w Wish) bool {
	return slices.ContainsFunc(k.Marks, func(m look.Mark) bool { return m.Kind == kind && w.Laid[m.Step] != nil })
}

// mostRasters are those that a frame keeps.
const mostRasters = 40

// raster returns what was laid on the frame's spots.
func (f *Frame) raster(ctx context.Context, l *effect.Laid) (*raster, error) {
	if r := f.laid[l]; r != nil {
		return r, nil
	}
	sums := make([][effect.MostInks]float32, len(f.pixels))
	add := func(spot int32, ink int, density float64) { sums[spot][ink] += float32(density) }
	for _, p := range f.Panels {
		for i, s := range l.Streaks {
			if err := ended(ctx, i*restful/64); err != nil { // each covers many spots
				return nil, err
			}
			if s.View == p.View {
				f.streak(p, s, add)
			}
		}
		for _, c := range l.Clouds {
			if err := context.Cause(ctx); err != nil {
				return nil, err
			}
			if c.View == p.View {
				f.cloud(p, c, add)
			}
		}
	}
	for _, v := range l.Veils {
		for _, p := range f.Panels {
			if err := context.Cause(ctx); err != nil {
				return nil, err
			}
			if v.View == p.View {
				f.each(p, v.Low, v.High, func(spot int32, at airframe.Pt) {
					if d := v.Density(at); d > 0.002 {
						add(spot, v.Ink, d)
					}
				})
			}
		}
	}
	r := make(raster, len(f.pixels))
	for spot, got := range sums {
		if got != ([effect.MostInks]float32{}) {
			for i, d := range got {
				r[spot][i] = bits(float64(d))
			}
		}
	}
	if f.laid == nil || len(f.laid) >= mostRasters {
		f.laid = map[*effect.Laid]*raster{}
	}
	f.laid[l] = &r
	return &r, nil
}

// each tells the spots of a box of a panel.
func (f *Frame) each(p Panel, low, high airframe.Pt, tell func(spot int32, at airframe.Pt)) {
	x0, y0 := p.Pixel(low)
	x1, y1 := p.Pixel(high)
	box := image.Rect(int(math.Floor(x0)), int(math.Floor(y0)), int(math.Ceil(x1))+1, int(math.Ceil(y1))+1).Intersect(p.Rect)
	for y := box.Min.Y; y < box.Max.Y; y++ {
		for x := box.Min.X; x < box.Max.X; x++ {
			if spot := f.top[y*f.Width+x]; spot >= 0 {
				tell(spot, p.At(float64(x)+0.5, float64(y)+0.5))
			}
		}
	}
}

func (f *Frame) streak(p Panel, s effect.Streak, add func(spot int32, ink int, density float64)) {
	pixel := 1 / p.PxPerMM
	if s.LongMM == 0 { // a speck covers a part of each pixel that it touches; one that is smaller than a pixel, a part of one
		r := max(s.WideMM, pixel) / 2
		cover := -math.Expm1(-s.Density) * min(1, s.WideMM*s.WideMM/(4*r*r))
		if s.WideMM < pixel {
			cover *= math.Pi / 4
			x, y := p.Pixel(s.At)
			if at := image.Pt(int(math.Floor(x)), int(math.Floor(y))); at.In(p.Rect) {
				if spot := f.top[at.Y*f.Width+at.X]; spot >= 0 {
					add(spot, s.Ink, -math.Log1p(-cover))
				}
			}
			return
		}
		dense := s.Field()
		r = max(r, s.Reach())
		f.each(p, airframe.Pt{X: s.At.X - r, Y: s.At.Y - r}, airframe.Pt{X: s.At.X + r, Y: s.At.Y + r}, func(spot int32, at airframe.Pt) {
			add(spot, s.Ink, dense(at))
		})
		return
	}
	// A streak that is narrower than a pixel is drawn a pixel wide, and as much fainter.
	if s.WideMM < pixel {
		s.Density *= s.WideMM / pixel
		s.WideMM = pixel
	}
	way := s.Toward()
	end := airframe.Pt{X: s.At.X + way.X*s.Reach(), Y: s.At.Y + way.Y*s.Reach()}
	low := airframe.Pt{X: min(s.At.X, end.X) - s.WideMM, Y: min(s.At.Y, end.Y) - s.WideMM}
	high := airframe.Pt{X: max(s.At.X, end.X) + s.WideMM, Y: max(s.At.Y, end.Y) + s.WideMM}
	dense := s.Field()
	f.each(p, low, high, func(spot int32, at airframe.Pt) {
		if d := dense(at); d > 0.002 {
			add(spot, s.Ink, d)
		}
	})
}

func (f *Frame) cloud(p Panel, c effect.Cloud, add func(spot int32, ink int, density float64)) {
	aft := p.View.Aft()
	end := airframe.Pt{X: c.From.X + aft.X*c.ReachMM, Y: c.From.Y + aft.Y*c.ReachMM}
	low := airframe.Pt{X: min(c.From.X, end.X) - c.WideMM*math.Abs(aft.Y), Y: min(c.From.Y, end.Y) - c.WideMM*math.Abs(aft.X)}
	high := airframe.Pt{X: max(c.From.X, end.X) + c.WideMM*math.Abs(aft.Y), Y: max(c.From.Y, end.Y) + c.WideMM*math.Abs(aft.X)}
	f.each(p, low, high, func(spot int32, at airframe.Pt) {
		dx, dy := at.X-c.From.X, at.Y-c.From.Y
		if d := c.Density(dx*aft.X+dy*aft.Y, dx*aft.Y-dy*aft.X); d > 0.002 {
			add(spot, c.Ink, d)
		}
	})
}
