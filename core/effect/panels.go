package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/internal/kept"
)

// panels are a zone's skin as its lines cut it: square cells of each of its fields, each with the panel that it belongs to and how far it lies from the nearest border.
type panels struct {
	fields []panelField
	number int
	cells  []float64 // of each panel, mm2
	shaped []float64 // mean of a panel's cells

	skin []float64 // of each field of the zone's skin, in their order, mm2
}

type panelField struct {
	view         airframe.View
	low          airframe.Pt
	cell         float64 // mm
	across, down int
	of           []int32   // panel of a cell; -1 off the zone
	shaped       []float32 // how much of its panel's fading a cell gets: less near its border
}

type panelsOf struct {
	a    *airframe.Airframe
	zone int
}

const (
	panelsKept = 32
	mostCells  = 60_000 // of a field
	leastCell  = 0.8    // mm
)

var panelsMade = kept.New[panelsOf, *panels](panelsKept)

// panelled returns a zone's panels.
func panelled(a *airframe.Airframe, zone int) *panels {
	p, _ := panelsMade.Of(panelsOf{a, zone}, func() (*panels, error) {
		p := &panels{}
		for plate, f := range a.Skin(zone) {
			p.skin = append(p.skin, plate.SkinMM2(f.Region))
			p.field(a, plate.View, f.Region)
		}
		p.shaped = make([]float64, p.number)
		for i := range p.fields {
			f := &p.fields[i]
			for c, of := range f.of {
				if of >= 0 {
					p.shaped[of] += float64(f.shaped[c]) * f.cell * f.cell / p.cells[of]
				}
			}
		}
		return p, nil
	})
	return p
}

func (p *panels) field(a *airframe.Airframe, v airframe.View, r airframe.Region) {
	low, high := r.Bounds()
	area := (high.X - low.X) * (high.Y - low.Y)
	if area <= 0 {
		return
	}
	f := panelField{view: v, low: low, cell: max(leastCell, math.Sqrt(area/mostCells))}
	f.across, f.down = int((high.X-low.X)/f.cell)+1, int((high.Y-low.Y)/f.cell)+1
	const outside, open, wall = -1, -2, -3
	f.of = make([]int32, f.across*f.down)
	for i := range f.of {
		f.of[i] = outside
	}
	for y := range f.down {
		cut := r.Row(low.Y + (float64(y)+0.5)*f.cell)
		for i := 0; i+1 < len(cut); i += 2 {
			for x := max(0, int((cut[i]-low.X)/f.cell)); x < f.across && low.X+(float64(x)+0.5)*f.cell <= cut[i+1]; x++ {
				if low.X+(float64(x)+0.5)*f.cell >= cut[i] {
					f.of[y*f.across+x] = open
				}
			}
		}
	}
	for i := range a.Lines {
		l := &a.Lines[i]
		if l.View != v || l.Role != airframe.Panel && l.Role != airframe.Gap {
			continue
		}
		points := l.Path.Points(0.1)
		for k := 1; k < len(points); k++ {
			long := math.Hypot(points[k].X-points[k-1].X, points[k].Y-points[k-1].Y)
			n := int(long/(f.cell/2)) + 1
			if n > 4*(f.across+f.down) {
				continue
			}
			for s := range n + 1 {
				t := float64(s) / float64(n)
				x := int((points[k-1].X + t*(points[k].X-points[k-1].X) - low.X) / f.cell)
				y := int((points[k-1].Y + t*(points[k].Y-points[k-1].Y) - low.Y) / f.cell)
				if x >= 0 && x < f.across && y >= 0 && y < f.down && f.of[y*f.across+x] == open {
					f.of[y*f.across+x] = wall
				}
			}
		}
	}
	var queue []int
	for i := range f.of {
		if f.of[i] != open {
			continue
		}
		own := int32(p.number)
		p.number++
		f.of[i] = own
		n := 0
		for queue = append(queue[:0], i); len(queue) > 0; {
			at := queue[len(queue)-1]
			queue = queue[:len(queue)-1]
			n++
			x, y := at%f.across, at/f.across
			for _, d := range [4][2]int{{-1, 0}, {1, 0}, {0, -1}, {0, 1}} {
				if x+d[0] < 0 || x+d[0] >= f.across || y+d[1] < 0 || y+d[1] >= f.down {
					continue
				}
				if to := at + d[0] + d[1]*f.across; f.of[to] == open {
					f.of[to] = own
					queue = append(queue, to)
				}
			}
		}
		p.cells = append(p.cells, float64(n)*f.cell*f.cell)
	}
	for _, off := range f.distances() {
		f.shaped = append(f.shaped, float32(middleMin+(1-middleMin)*-math.Expm1(-float64(off)/middleMM)))
	}
	p.fields = append(p.fields, f)
}

// distances returns how far each cell lies from the border of its panel, by two sweeps (chamfer 1, 1.4).
func (f *panelField) distances() []float32 {
	const far = 1e6
	all := make([]float32, len(f.of))
	for i, of := range f.of {
		if of >= 0 {
			all[i] = far
		}
	}
	near := func(i, x, y, dx, dy int, by float32) {
		if x+dx < 0 || x+dx >= f.across || y+dy < 0 || y+dy >= f.down {
			all[i] = min(all[i], by)
			return
		}
		all[i] = min(all[i], all[i+dx+dy*f.across]+by)
	}
	d, e := float32(f.cell), float32(1.4*f.cell)
	for i := range all {
		if x, y := i%f.across, i/f.across; all[i] > 0 {
			near(i, x, y, -1, 0, d)
			near(i, x, y, 0, -1, d)
			near(i, x, y, -1, -1, e)
			near(i, x, y, 1, -1, e)
		}
	}
	for i := len(all) - 1; i >= 0; i-- {
		if x, y := i%f.across, i/f.across; all[i] > 0 {
			near(i, x, y, 1, 0, d)
			near(i, x, y, 0, 1, d)
			near(i, x, y, 1, 1, e)
			near(i, x, y, -1, 1, e)
		}
	}
	return all
}

// at returns the cell of a place; -1 where it is not one of the field's panels.
func (f *panelField) at(p airframe.Pt) int {
	x, y := int(math.Floor((p.X-f.low.X)/f.cell)), int(math.Floor((p.Y-f.low.Y)/f.cell))
	if x < 0 || x >= f.across || y < 0 || y >= f.down || f.of[y*f.across+x] < 0 {
		return -1
	}
	return y*f.across + x
}

// at returns the field and the cell of a place in a view; ok is false off all panels.
func (p *panels) at(v airframe.View, at airframe.Pt) (f *panelField, cell int, ok bool) {
	for i := range p.fields {
		if f := &p.fields[i]; f.view == v {
			if cell := f.at(at); cell >= 0 {
				return f, cell, true
			}
		}
	}
	return nil, -1, false
}

// stays returns how far a stroke that is drawn from a place stays within its panel, in mm, up to most: it may cross the panel's line by little.
func (p *panels) stays(v airframe.View, at airframe.Pt, towardDeg, most float64) float64 {
	f, cell, ok := p.at(v, at)
	if !ok {
		return most
	}
	own := f.of[cell]
	sin, cos := math.Sincos(towardDeg * math.Pi / 180)
	for s := f.cell; s < most; s += f.cell {
		if c := f.at(airframe.Pt{X: at.X + sin*s, Y: at.Y - cos*s}); c < 0 || f.of[c] != own {
			return min(most, s+overLine)
		}
	}
	return most
}
