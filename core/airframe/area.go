package airframe

import (
	"math"
	"slices"

	"github.com/peterstace/simplefeatures/geom"
)

// Region is a part of a view: polygons with holes, as the geometry library has them. The zero Region is empty.
type Region struct {
	shape     geom.MultiPolygon
	rings     []Ring
	low, high Pt
}

func region(shape geom.MultiPolygon) Region {
	r := Region{shape: shape, rings: ringsOf(shape)}
	if a, b, ok := shape.Envelope().MinMaxXYs(); ok {
		r.low, r.high = Pt{a.X, a.Y}, Pt{b.X, b.Y}
	}
	return r
}

const flatness = 0.05 // mm: how far a curve's chords may lie from it; a twentieth of what an eye sees at arm's length

func ringOf(points []Pt) geom.LineString {
	flat := make([]float64, 0, 2*len(points)+2)
	for _, p := range points {
		flat = append(flat, p.X, p.Y)
	}
	flat = append(flat, points[0].X, points[0].Y)
	return geom.NewLineString(geom.NewSequence(flat, geom.DimXY))
}

// regionOf returns what a closed outline holds.
func regionOf(points []Pt) Region {
	if len(points) < 3 {
		return Region{}
	}
	return region(geom.NewPolygon([]geom.LineString{ringOf(points)}).AsMultiPolygon())
}

func regionFrom(g geom.Geometry, err error) Region {
	if err != nil {
		return Region{} // the library refuses what is no polygon; what is read from outside was held against Valid before
	}
	switch g.Type() {
	case geom.TypePolygon:
		return region(g.MustAsPolygon().AsMultiPolygon())
	case geom.TypeMultiPolygon:
		return region(g.MustAsMultiPolygon())
	case geom.TypeGeometryCollection: // pieces that only touch are left out
		var all []geom.Polygon
		for _, part := range g.MustAsGeometryCollection().Dump() {
			if part.Type() == geom.TypePolygon {
				all = append(all, part.MustAsPolygon())
			}
		}
		return region(geom.NewMultiPolygon(all))
	}
	return Region{}
}

// And returns what lies in both, Less what lies in r and not in o, Or what lies in either.
func (r Region) And(o Region) Region {
	if r.Empty() || o.Empty() || !r.near(o) {
		return Region{}
	}
	return regionFrom(geom.Intersection(r.shape.AsGeometry(), o.shape.AsGeometry()))
}

// Less returns what lies in r and not in o.
func (r Region) Less(o Region) Region {
	if r.Empty() || o.Empty() || !r.near(o) {
		return r
	}
	return regionFrom(geom.Difference(r.shape.AsGeometry(), o.shape.AsGeometry()))
}

// Or returns what lies in either.
func (r Region) Or(o Region) Region {
	switch {
	case r.Empty():
		return o
	case o.Empty():
		return r
	}
	return regionFrom(geom.Union(r.shape.AsGeometry(), o.shape.AsGeometry()))
}

// Empty reports whether nothing lies in it.
func (r Region) Empty() bool { return len(r.rings) == 0 }

// Area returns its area in mm2 as it is drawn.
func (r Region) Area() float64 { return r.shape.Area() }

func (r Region) near(o Region) bool {
	return r.low.X <= o.high.X && o.low.X <= r.high.X && r.low.Y <= o.high.Y && o.low.Y <= r.high.Y
}

// Bounds returns the corners of the box around it.
func (r Region) Bounds() (low, high Pt) { return r.low, r.high }

// Rings returns its outlines, holes too; what lies inside an odd number of them lies in the region.
func (r Region) Rings() []Ring { return r.rings }

func ringsOf(shape geom.MultiPolygon) []Ring {
	var all []Ring
	for i := range shape.NumPolygons() {
		p := shape.PolygonN(i)
		for k := range 1 + p.NumInteriorRings() {
			line := p.ExteriorRing()
			if k > 0 {
				line = p.InteriorRingN(k - 1)
			}
			seq := line.Coordinates()
			ring := make(Ring, 0, seq.Length())
			for n := range seq.Length() - 1 {
				xy := seq.GetXY(n)
				ring = append(ring, Pt{xy.X, xy.Y})
			}
			if (signed(ring) > 0) != (k == 0) { // outlines turn one way and holes the other, so that a rasteriser leaves them open
				slices.Reverse(ring)
			}
			all = append(all, ring)
		}
	}
	return all
}

func signed(ring Ring) float64 {
	sum := 0.0
	for i, b := range ring {
		a := ring[(i+len(ring)-1)%len(ring)]
		sum += a.X*b.Y - b.X*a.Y
	}
	return sum / 2
}

// Holds reports whether a point lies in it.
func (r Region) Holds(p Pt) bool {
	if p.X < r.low.X || p.X > r.high.X || p.Y < r.low.Y || p.Y > r.high.Y {
		return false
	}
	in := false
	for _, ring := range r.Rings() {
		in = in != ring.holds(p)
	}
	return in
}

func (ring Ring) holds(p Pt) bool {
	in := false
	if len(ring) == 0 {
		return in
	}
	a := ring[len(ring)-1]
	for _, b := range ring {
		if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(b.X-a.X)*(p.Y-a.Y)/(b.Y-a.Y) {
			in = !in
		}
		a = b
	}
	return in
}

// beyond returns the half of the plane, as a region large enough for any model, in which a·x + b·y > d.
func beyond(a, b, d float64) Region {
	const far = 1e5
	l := math.Hypot(a, b)
	if l == 0 {
		if d < 0 {
			return regionOf([]Pt{{-far, -far}, {far, -far}, {far, far}, {-far, far}})
		}
		return Region{}
	}
	nx, ny := a/l, b/l
	foot := Pt{nx * d / l, ny * d / l}
	return regionOf([]Pt{foot.add(-ny*far, nx*far), foot.add(-ny*far+nx*far, nx*far+ny*far), foot.add(ny*far+nx*far, -nx*far+ny*far), foot.add(ny*far, -nx*far)})
}
