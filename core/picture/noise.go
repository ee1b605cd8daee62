package picture

import (
	"context"
	"image"
	"math"

	"inkysparrow/core/airframe"
)

// hash mixes three whole numbers into one from 0 to 1 (the finalizer of splitmix64, Vigna, from memory).
func hash(x, y, z int32, seed uint64) float64 {
	h := seed + uint64(uint32(x))*0x9e3779b97f4a7c15 ^ uint64(uint32(y))*0xbf58476d1ce4e5b9 ^ uint64(uint32(z))*0x94d049bb133111eb
	h ^= h >> 30
	h *= 0xbf58476d1ce4e5b9
	h ^= h >> 27
	h *= 0x94d049bb133111eb
	h ^= h >> 31
	return float64(h>>11) / (1 << 53)
}

// value is smooth noise of cells of 1 in space, 0 to 1.
func value(x, y, z float64, seed uint64) float64 {
	fx, fy, fz := math.Floor(x), math.Floor(y), math.Floor(z)
	ix, iy, iz := int32(fx), int32(fy), int32(fz)
	ease := func(t float64) float64 { return t * t * (3 - 2*t) }
	u, v, w := ease(x-fx), ease(y-fy), ease(z-fz)
	mix := func(a, b, t float64) float64 { return a + (b-a)*t }
	plane := func(k int32) float64 {
		return mix(mix(hash(ix, iy, k, seed), hash(ix+1, iy, k, seed), u), mix(hash(ix, iy+1, k, seed), hash(ix+1, iy+1, k, seed), u), v)
	}
	return mix(plane(iz), plane(iz+1), w)
}

// noise gives each spot its noises: patterns in space, so that they run on from one view into the next, the finer ones in the view.
func (f *Frame) noise(ctx context.Context) error {
	n := len(f.pixels)
	broad, second, mid, fine := make([]float32, n), make([]float32, n), make([]float32, n), make([]float32, n)
	size := f.Airframe.LengthMM / patternCells
	for i := range f.pixels {
		if err := ended(ctx, i); err != nil {
			return err
		}
		p := &f.pixels[i]
		view := f.Panels[p.panel].View
		at := &f.Airframe.Plates[p.plate]
		x, y := float64(p.x), float64(p.y)
		place := view.Place(at.At(x, y))
		u, v, w := place.X/size, place.Y/size, place.Z/size
		broad[i] = float32(value(u, v, w, 11) + 0.35*value(2.1*u, 2.1*v, 2.1*w, 12))
		second[i] = float32(value(u+40, v, w, 13) + 0.35*value(2.1*u, 2.1*v, 2.1*w, 14))
		side := float64(view) * 977
		mid[i] = float32(value(x/5, y/5, side, 15) + 0.5*value(x/1.7, y/1.7, side, 16))
		fine[i] = float32(value(x/0.9, y/0.9, side, 17) + 0.45*value(x/0.3, y/0.3, side, 18))
	}
	var all []int32
	zones := make([][]int32, len(f.Airframe.Zones)+1)
	for i := range f.pixels {
		zones[f.pixels[i].zone+1] = append(zones[f.pixels[i].zone+1], int32(i))
		all = append(all, int32(i))
	}
	for _, of := range zones {
		even(of, broad, func(i int32, v uint8) { f.pixels[i].broad = v })
		even(of, second, func(i int32, v uint8) { f.pixels[i].second = v })
	}
	even(all, mid, func(i int32, v uint8) { f.pixels[i].mid = v })
	even(all, fine, func(i int32, v uint8) { f.pixels[i].fine = v })
	return nil
}

// even spreads a noise over 0 to 255 so that each step has as many spots: a share of it is then a share of the skin.
func even(of []int32, noise []float32, put func(int32, uint8)) {
	const bins = 4096
	var count [bins]int
	bin := func(v float32) int { return min(bins-1, max(0, int(v/2*bins))) }
	for _, i := range of {
		count[bin(noise[i])]++
	}
	sum := 0
	var rank [bins]uint8
	for b, c := range count {
		rank[b] = uint8(min(255, 256*(sum+c/2)/max(1, len(of))))
		sum += c
	}
	for _, i := range of {
		put(i, rank[bin(noise[i])])
	}
}

// grid is a field over a panel, worked out at every so many pixels and read between them.
type grid struct {
	rect   image.Rectangle
	grain  int
	wide   int
	values []float32
}

// over works a field out over a panel.
func (p Panel) over(ctx context.Context, grain int, value func(at airframe.Pt) float64) (grid, error) {
	g := grid{rect: p.Rect, grain: grain, wide: p.Rect.Dx()/grain + 2}
	tall := p.Rect.Dy()/grain + 2
	g.values = make([]float32, g.wide*tall)
	for i := range g.values {
		if err := ended(ctx, i); err != nil {
			return grid{}, err
		}
		x, y := i%g.wide*grain, i/g.wide*grain
		g.values[i] = float32(value(p.At(float64(p.Rect.Min.X+x), float64(p.Rect.Min.Y+y))))
	}
	return g, nil
}

// at reads the field at a pixel of the picture.
func (g grid) at(px, py int) float32 {
	px, py = px-g.rect.Min.X, py-g.rect.Min.Y
	u, v := float32(px%g.grain)/float32(g.grain), float32(py%g.grain)/float32(g.grain)
	i := py/g.grain*g.wide + px/g.grain
	return (g.values[i]*(1-u)+g.values[i+1]*u)*(1-v) + (g.values[i+g.wide]*(1-u)+g.values[i+g.wide+1]*u)*v
}

// eight is a share in 8 bits.
func eight(share float32) uint8 { return uint8(255 * min(1, max(0, share))) }
