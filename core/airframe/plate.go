package airframe

import (
	"math"
	"slices"
)

// column is how far a round plate reaches across its axis at a place along it.
type column struct{ at, low, high float64 }

const columns = 160 // along a round plate; areas of cones and ellipsoids come within 0.2 %

// finish works out what a plate's outline holds, and of a round one how wide it is along its axis.
func (p *Plate) finish() {
	points := p.Outline.Points(flatness)
	p.shape = regionOf(points)
	p.seen = p.shape
	if p.Round == Flat || p.shape.Empty() {
		return
	}
	low, high := p.shape.Bounds()
	from, to := low.Y, high.Y
	if p.Round == AcrossY {
		from, to = low.X, high.X
	}
	rings := p.shape.Rings()
	for i := range columns {
		at := from + (to-from)*(float64(i)+0.5)/columns
		cuts := p.crossings(rings, at)
		if len(cuts) < 2 {
			continue
		}
		p.columns = append(p.columns, column{at, cuts[0], cuts[len(cuts)-1]})
	}
}

// crossings returns where outlines cross the line across the plate's axis at a place along it, rising.
func (p *Plate) crossings(rings []Ring, at float64) []float64 {
	var cuts []float64
	for _, ring := range rings {
		for i, b := range ring {
			a := ring[(i+len(ring)-1)%len(ring)]
			if p.Round == AcrossY {
				a, b = Pt{a.Y, a.X}, Pt{b.Y, b.X}
			}
			if (a.Y > at) != (b.Y > at) {
				cuts = append(cuts, a.X+(b.X-a.X)*(at-a.Y)/(b.Y-a.Y))
			}
		}
	}
	slices.Sort(cuts)
	return cuts
}

// along splits a place into how far along the plate's axis and how far across it lies.
func (p *Plate) along(at Pt) (along, across float64) {
	if p.Round == AcrossY {
		return at.X, at.Y
	}
	return at.Y, at.X
}

// girth returns the middle and half width of a round plate at a place along it, and the middle and half of what stands out of the picture.
func (p *Plate) girth(along float64) (mid, half, outMid, outHalf float64) {
	if len(p.columns) == 0 {
		return 0, 1, p.Off, 1
	}
	i, _ := slices.BinarySearchFunc(p.columns, along, func(c column, at float64) int {
		if c.at < at {
			return -1
		}
		return 1
	})
	b := p.columns[min(i, len(p.columns)-1)]
	a := p.columns[max(0, min(i, len(p.columns)-1)-1)]
	share := 0.0
	if b.at > a.at {
		share = min(1, max(0, (along-a.at)/(b.at-a.at)))
	}
	low, high := a.low+(b.low-a.low)*share, a.high+(b.high-a.high)*share
	mid, half = (low+high)/2, max(1e-6, (high-low)/2)
	if len(p.Along) == 0 {
		return mid, half, p.Off, half
	}
	k, _ := slices.BinarySearchFunc(p.Along, along, func(s Station, at float64) int {
		if s.At < at {
			return -1
		}
		return 1
	})
	d := p.Along[min(k, len(p.Along)-1)]
	c := p.Along[max(0, min(k, len(p.Along)-1)-1)]
	share = 0
	if d.At > c.At {
		share = min(1, max(0, (along-c.At)/(d.At-c.At)))
	}
	return mid, half, c.Mid + (d.Mid-c.Mid)*share, max(1e-6, c.Half+(d.Half-c.Half)*share)
}

// Out returns how far the plate's skin stands out of the picture at a place, in mm, and which way it looks there: the first two parts lie in the picture,
// the third points out of it.
func (p *Plate) Out(at Pt) (out float64, normal [3]float64) {
	if p.Round == Flat {
		return p.Off, [3]float64{0, 0, 1}
	}
	along, across := p.along(at)
	mid, half, outMid, outHalf := p.girth(along)
	t := min(1, max(-1, (across-mid)/half))
	rise := math.Sqrt(1 - t*t)
	_, before, _, _ := p.girth(along - 1)
	_, after, _, _ := p.girth(along + 1)
	slope := min(3, max(-3, (after-before)/2))
	n := [3]float64{t / half * outHalf, -slope * rise, rise} // an ellipse's normal leans by the other axis
	l := math.Sqrt(n[0]*n[0] + n[1]*n[1] + n[2]*n[2])
	n = [3]float64{n[0] / l, n[1] / l, n[2] / l}
	if p.Round == AcrossY {
		n[0], n[1] = n[1], n[0]
	}
	return outMid + outHalf*rise, n
}

// SkinMM2 returns how much skin a part of the plate has: what a flat one's drawing has, of a round one what is wound round it.
func (p *Plate) SkinMM2(r Region) float64 {
	if r.Empty() {
		return 0
	}
	if p.Round == Flat || len(p.columns) < 2 {
		return r.Area()
	}
	rings := r.Rings()
	step := p.columns[1].at - p.columns[0].at
	sum := 0.0
	for i, c := range p.columns {
		cuts := p.crossings(rings, c.at)
		mid, half, _, outHalf := p.girth(c.at)
		before, after := p.columns[max(0, i-1)], p.columns[min(len(p.columns)-1, i+1)]
		slope := 0.0
		if after.at > before.at {
			slope = ((after.high - after.low) - (before.high - before.low)) / 2 / (after.at - before.at)
		}
		for k := 0; k+1 < len(cuts); k += 2 {
			sum += arc(half, outHalf, cuts[k]-mid, cuts[k+1]-mid) * step * math.Sqrt(1+slope*slope)
		}
	}
	return sum
}

// arc returns the length of the half ellipse of half width a and height b from u to v across it.
func arc(a, b, u, v float64) float64 {
	from, to := math.Asin(min(1, max(-1, u/a))), math.Asin(min(1, max(-1, v/a)))
	const n = 16 // Simpson's rule
	h := (to - from) / n
	sum := 0.0
	for i := range n + 1 {
		sin, cos := math.Sincos(from + float64(i)*h)
		w := 2.0
		switch {
		case i == 0 || i == n:
			w = 1
		case i%2 == 1:
			w = 4
		}
		sum += w * math.Hypot(a*cos, b*sin)
	}
	return sum * h / 3
}

// LengthMM returns how long a way over the plate is, on its skin.
func (p *Plate) LengthMM(a, b Pt) float64 {
	if p.Round == Flat {
		return a.from(b)
	}
	oa, _ := p.Out(a)
	ob, _ := p.Out(b)
	return math.Hypot(a.from(b), oa-ob)
}

// At returns a place of the plate with how far it stands out of the picture there.
func (p *Plate) At(x, y float64) (at Pt, out float64) {
	at = Pt{x, y}
	out, _ = p.Out(at)
	return at, out
}

// Across returns how far a round plate reaches across its axis at a place along it, in the view.
func (p *Plate) Across(along float64) (low, high float64) {
	mid, half, _, _ := p.girth(along)
	return mid - half, mid + half
}

// Down returns the first and last place of a region down the picture at x; the same where there is none.
func (r Region) Down(x float64) (low, high float64) {
	probe := Plate{Round: AcrossY}
	cuts := probe.crossings(r.Rings(), x)
	if len(cuts) < 2 {
		return 0, 0
	}
	return cuts[0], cuts[len(cuts)-1]
}

// Row returns where a region begins and ends along a row of its view, rising: each pair is a stretch of it.
func (r Region) Row(y float64) []float64 {
	probe := Plate{Round: AcrossX}
	return probe.crossings(r.rings, y)
}
