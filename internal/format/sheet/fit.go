package sheet

import (
	"cmp"
	"image"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/plan"
)

// laid is a guide as it is cut into sheets: turned, shifted, and only those sheets that have something to be done on them.
type laid struct {
	plan.Printed
	Page
	tiles []image.Point // columns and rows, row by row
	turn  float64       // degrees clockwise
}

const (
	context = 6.0 // mm of the aircraft that are shown about what is to be done
	turns   = 3   // degrees between the turns that are tried
)

// fit lays a guide out. A view that fits on one sheet is left as it is. Another is turned and shifted so that what is to be done on it takes the fewest sheets; sheets on which there is nothing to
// be done are left out, unless there is nothing at all.
func fit(p plan.Printed) laid {
	across, down, lies := Tiles(p.WideMM, p.TallMM)
	whole := laid{Printed: p, Page: lies}
	for row := range min(down, mostTiles+1) {
		for column := range min(across, mostTiles+1) {
			whole.tiles = append(whole.tiles, image.Pt(column, row))
		}
	}
	work := doing(p)
	if len(whole.tiles) == 1 || len(work) == 0 {
		return whole
	}
	best := laid{}
	for turn := 0.0; turn < 180; turn += turns {
		own := turned(work, turn)
		low, high := box(own)
		for _, lies := range []Page{page(short, long), page(long, short)} {
			stepX, stepY := lies.InnerWide-lap, lies.InnerTall-lap
			for _, shift := range [][2]float64{{0, 0}, {0.5, 0}, {0, 0.5}, {0.5, 0.5}} {
				x0, y0 := low.X-context-shift[0]*stepX, low.Y-context-shift[1]*stepY
				n := image.Pt(1+int((high.X+context-lap-x0)/stepX), 1+int((high.Y+context-lap-y0)/stepY))
				if shift != [2]float64{} && n.X*n.Y == 1 || n.X*n.Y > mostTiles {
					continue
				}
				used := map[image.Point]bool{}
				for _, q := range own {
					at := image.Pt(int((q.X-x0)/stepX), int((q.Y-y0)/stepY))
					// What lies where two sheets overlap is on both: the one that is needed anyway will do.
					if x := q.X - x0 - float64(at.X)*stepX; at.X > 0 && x < lap && used[at.Sub(image.Pt(1, 0))] {
						continue
					}
					used[image.Pt(min(at.X, n.X-1), min(at.Y, n.Y-1))] = true
				}
				if best.tiles != nil && len(used) >= len(best.tiles) {
					continue
				}
				best = laid{Printed: moved(p, turn, x0, y0), Page: lies, turn: turn}
				for at := range used {
					best.tiles = append(best.tiles, at)
				}
			}
		}
	}
	if best.tiles == nil || len(best.tiles) >= len(whole.tiles) {
		return whole
	}
	slices.SortFunc(best.tiles, func(a, b image.Point) int { return cmp.Or(cmp.Compare(a.Y, b.Y), cmp.Compare(a.X, b.X)) })
	return best
}

// doing are the places of all that is to be done: what is drawn in a colour.
func doing(p plan.Printed) (all []airframe.Pt) {
	for _, s := range p.Shapes {
		if s.Ink >= 0 {
			all = append(all, s.Points...)
		}
	}
	for _, m := range p.Marks {
		all = append(all, m.At)
	}
	return all
}

func turned(all []airframe.Pt, deg float64) []airframe.Pt {
	sin, cos := math.Sincos(deg * math.Pi / 180)
	out := make([]airframe.Pt, len(all))
	for i, q := range all {
		out[i] = airframe.Pt{X: q.X*cos - q.Y*sin, Y: q.X*sin + q.Y*cos}
	}
	return out
}

func box(all []airframe.Pt) (low, high airframe.Pt) {
	low, high = all[0], all[0]
	for _, q := range all {
		low, high = airframe.Pt{X: min(low.X, q.X), Y: min(low.Y, q.Y)}, airframe.Pt{X: max(high.X, q.X), Y: max(high.Y, q.Y)}
	}
	return low, high
}

// moved returns a guide turned and then shifted.
func moved(p plan.Printed, deg, x, y float64) plan.Printed {
	to := func(all []airframe.Pt) []airframe.Pt {
		out := turned(all, deg)
		for i := range out {
			out[i].X, out[i].Y = out[i].X-x, out[i].Y-y
		}
		return out
	}
	p.Shapes, p.Marks = slices.Clone(p.Shapes), slices.Clone(p.Marks)
	for i := range p.Shapes {
		p.Shapes[i].Points = to(p.Shapes[i].Points)
	}
	for i := range p.Marks {
		p.Marks[i].At = to([]airframe.Pt{p.Marks[i].At})[0]
	}
	return p
}
