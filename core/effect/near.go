package effect

import (
	"math"

	"inkysparrow/core/airframe"
)

// near finds the nearest of many places between two corners: they lie in square cells.
type near struct {
	cell         float64
	low          airframe.Pt
	across, down int
	cells        [][]airframe.Pt
}

func newNear(low, high airframe.Pt, cell float64) *near {
	n := &near{cell: max(0.5, cell), low: low}
	n.across, n.down = int((high.X-low.X)/n.cell)+1, int((high.Y-low.Y)/n.cell)+1
	n.cells = make([][]airframe.Pt, n.across*n.down)
	return n
}

func (n *near) of(p airframe.Pt) (x, y int) {
	return min(n.across-1, max(0, int((p.X-n.low.X)/n.cell))), min(n.down-1, max(0, int((p.Y-n.low.Y)/n.cell)))
}

func (n *near) add(p airframe.Pt) {
	x, y := n.of(p)
	n.cells[y*n.across+x] = append(n.cells[y*n.across+x], p)
}

// from returns the square of how far the nearest place is; infinite where there is none. Where it is no more than enough, any that is no more may be returned.
func (n *near) from(p airframe.Pt, enough float64) float64 {
	least := math.Inf(1)
	x0, y0 := n.of(p)
	for ring := 0; ring < max(n.across, n.down); ring++ {
		if inner := float64(ring-1) * n.cell; ring > 1 && inner*inner >= least {
			break
		}
		for y := max(0, y0-ring); y <= min(n.down-1, y0+ring); y++ {
			step := 1
			if y != y0-ring && y != y0+ring {
				step = max(1, 2*ring)
			}
			for x := x0 - ring; x <= x0+ring; x += step {
				if x < 0 || x >= n.across {
					continue
				}
				for _, o := range n.cells[y*n.across+x] {
					least = min(least, (o.X-p.X)*(o.X-p.X)+(o.Y-p.Y)*(o.Y-p.Y))
				}
			}
		}
		if least <= enough {
			return least
		}
	}
	return least
}
