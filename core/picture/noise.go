package picture

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/fact"
	"inkysparrow/core/wear"
)

var (
	runBench  = fact.Bench("fuel runs aft from its filler, mud lies in tiny specks behind the wheels")
	spillLong = Numbers.Number("spill-long", 0.7, "m", "length over which a spill of fuel thins behind its filler", runBench)
	spillWide = Numbers.Number("spill-wide", 0.07, "m", "its half width", runBench)
	mudLong   = Numbers.Number("mud-long", 1.2, "m", "length over which mud thins behind a wheel", runBench)
	mudWide   = Numbers.Number("mud-wide", 0.12, "m", "its half width at the wheel", runBench)
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
func (f *Frame) noise() {
	n := len(f.pixels)
	broad, second, mid, fine, drawn := make([]float32, n), make([]float32, n), make([]float32, n), make([]float32, n), make([]float32, n)
	size := f.Airframe.LengthMM / patternCells
	for i := range f.pixels {
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
		aft := view.Aft()
		along, beside := x*aft.X+y*aft.Y, x*aft.Y-y*aft.X
		drawn[i] = float32(value(along/13, beside/0.9, side, 19) + 0.4*value(along/5, beside/0.4, side, 20))
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
	even(all, drawn, func(i int32, v uint8) { f.pixels[i].drawn = v })
	even(all, mid, func(i int32, v uint8) { f.pixels[i].mid = v })
	even(all, fine, func(i int32, v uint8) { f.pixels[i].fine = v })
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

// stain finds what stacks, fillers and wheels leave: at every third pixel, and between.
func (f *Frame) stain() {
	const grain = 3
	metre := 1000 / float64(f.Airframe.Scale)
	for panel, p := range f.Panels {
		w, h := p.Rect.Dx()/grain+2, p.Rect.Dy()/grain+2
		soot, wet, mud := make([]float32, w*h), make([]float32, w*h), make([]float32, w*h)
		aft := p.View.Aft()
		for y := range h {
			for x := range w {
				at := p.At(float64(p.Rect.Min.X+x*grain), float64(p.Rect.Min.Y+y*grain))
				i := y*w + x
				soot[i] = float32(wear.Laid(f.Airframe, p.View, at))
				for k := range f.Airframe.Features {
					o := &f.Airframe.Features[k]
					if !o.Sees(p.View) {
						continue
					}
					from, _ := p.View.Of(o.At)
					dx, dy := at.X-from.X, at.Y-from.Y
					along, beside := (dx*aft.X+dy*aft.Y)/metre, (dx*aft.Y-dy*aft.X)/metre
					switch o.Kind {
					case airframe.Filler:
						wet[i] = max(wet[i], float32(runs(along, beside, spillLong, spillWide)))
					case airframe.Wheel:
						mud[i] = max(mud[i], float32(runs(along-0.3, beside, mudLong, mudWide+0.18*max(0, along))))
					}
				}
			}
		}
		for i := range f.pixels {
			s := &f.pixels[i]
			if int(s.panel) != panel {
				continue
			}
			px, py := int(s.at)%f.Width-p.Rect.Min.X, int(s.at)/f.Width-p.Rect.Min.Y
			x, y := px/grain, py/grain
			u, v := float32(px%grain)/grain, float32(py%grain)/grain
			between := func(g []float32) uint8 {
				a, b, c, d := g[y*w+x], g[y*w+x+1], g[(y+1)*w+x], g[(y+1)*w+x+1]
				return uint8(255 * min(1, (a*(1-u)+b*u)*(1-v)+(c*(1-u)+d*u)*v))
			}
			s.soot, s.wet, s.mud = between(soot), between(wet), between(mud)
		}
	}
}

// runs is how much of what runs aft from a place lies along and beside it: it thins with its length.
func runs(along, beside, long, wide float64) float64 {
	if along < 0 {
		return 0
	}
	return math.Exp(-along/long) * math.Exp(-beside*beside/(2*wide*wide))
}
