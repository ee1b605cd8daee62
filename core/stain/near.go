package stain

import (
	"math"

	"inkysparrow/core/airframe"
)

// near finds the nearest of many places in a plane: they lie in square cells.
type near struct {
	cell  float64
	cells map[[2]int][]airframe.Pt
	low   [2]int
	high  [2]int
}

func newNear(cell float64) *near {
	return &near{cell: max(0.1, cell), cells: map[[2]int][]airframe.Pt{}}
}

func (n *near) of(p airframe.Pt) [2]int {
	return [2]int{int(math.Floor(p.X / n.cell)), int(math.Floor(p.Y / n.cell))}
}

func (n *near) add(p airframe.Pt) {
	k := n.of(p)
	if len(n.cells) == 0 {
		n.low, n.high = k, k
	}
	for i := range k {
		n.low[i], n.high[i] = min(n.low[i], k[i]), max(n.high[i], k[i])
	}
	n.cells[k] = append(n.cells[k], p)
}

// from returns the square of how far the nearest place is; infinite where there is none. Where it is no more than enough, any that is no more may be returned.
func (n *near) from(p airframe.Pt, enough float64) float64 {
	least := math.Inf(1)
	at := n.of(p)
	most := max(at[0]-n.low[0], n.high[0]-at[0], at[1]-n.low[1], n.high[1]-at[1], 0)
	for ring := 0; ring <= most; ring++ {
		if inner := float64(ring-1) * n.cell; ring > 1 && inner*inner >= least {
			break
		}
		for x := at[0] - ring; x <= at[0]+ring; x++ {
			step := 1
			if x != at[0]-ring && x != at[0]+ring {
				step = max(1, 2*ring)
			}
			for y := at[1] - ring; y <= at[1]+ring; y += step {
				for _, o := range n.cells[[2]int{x, y}] {
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
