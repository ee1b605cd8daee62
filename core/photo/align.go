package photo

import (
	"errors"
	"fmt"
	"math"

	"inkysparrow/core/airframe"
)

// Pair is a place that was tapped: where it stands in the photograph, in pixels, and what it is of the view, in mm.
type Pair struct{ Photo, View airframe.Pt }

// Homography takes the places of one plane to those of another as a camera without distortion does: a matrix of three rows.
type Homography [9]float64

// Of returns where a place goes.
func (h *Homography) Of(p airframe.Pt) airframe.Pt {
	w := h[6]*p.X + h[7]*p.Y + h[8]
	return airframe.Pt{X: (h[0]*p.X + h[1]*p.Y + h[2]) / w, Y: (h[3]*p.X + h[4]*p.Y + h[5]) / w}
}

// After returns the homography that does first and then h.
func (h *Homography) After(first *Homography) (out Homography) {
	for i := range 3 {
		for j := range 3 {
			for k := range 3 {
				out[3*i+j] += h[3*i+k] * first[3*k+j]
			}
		}
	}
	return out
}

// Inverse returns the way back; ok is false where there is none.
func (h *Homography) Inverse() (out Homography, ok bool) {
	m := h
	out = Homography{
		m[4]*m[8] - m[5]*m[7], m[2]*m[7] - m[1]*m[8], m[1]*m[5] - m[2]*m[4],
		m[5]*m[6] - m[3]*m[8], m[0]*m[8] - m[2]*m[6], m[2]*m[3] - m[0]*m[5],
		m[3]*m[7] - m[4]*m[6], m[1]*m[6] - m[0]*m[7], m[0]*m[4] - m[1]*m[3],
	}
	det := m[0]*out[0] + m[1]*out[3] + m[2]*out[6]
	if det == 0 || math.IsNaN(det) || math.IsInf(det, 0) {
		return out, false
	}
	for i := range out {
		out[i] /= det
	}
	return out, true
}

// stretch is how many pixels a mm takes there: the root of how much an area grows.
func (h *Homography) stretch(p airframe.Pt) float64 {
	const d = 0.01
	at, x, y := h.Of(p), h.Of(airframe.Pt{X: p.X + d, Y: p.Y}), h.Of(airframe.Pt{X: p.X, Y: p.Y + d})
	return math.Sqrt(math.Abs((x.X-at.X)*(y.Y-at.Y)-(x.Y-at.Y)*(y.X-at.X))) / d
}

// Why pairs give no alignment.
var (
	ErrFewPairs = errors.New("four places or more are needed, each on the photograph and on the view")
	ErrInLine   = errors.New("the places lie so near to one line that they do not tell how the photograph lies: take some farther apart, such as both wing tips, the nose and the tail")
)

// Between returns the homography that takes the pairs' places in the view nearest to those in the photograph: the direct linear transform on centred and scaled places, by least squares
// (Hartley and Zisserman, Multiple View Geometry, 2003, algorithm 4.2). Errors are ErrFewPairs, ErrInLine.
func Between(pairs []Pair) (Homography, error) {
	if len(pairs) < 4 {
		return Homography{}, ErrFewPairs
	}
	view, photo := centred(pairs, func(p Pair) airframe.Pt { return p.View }), centred(pairs, func(p Pair) airframe.Pt { return p.Photo })
	var a [64]float64
	var b [8]float64
	for _, p := range pairs {
		from, to := view.Of(p.View), photo.Of(p.Photo)
		add(&a, &b, [8]float64{from.X, from.Y, 1, 0, 0, 0, -to.X * from.X, -to.X * from.Y}, to.X, 1)
		add(&a, &b, [8]float64{0, 0, 0, from.X, from.Y, 1, -to.Y * from.X, -to.Y * from.Y}, to.Y, 1)
	}
	h, ok := solved(a, b)
	if !ok {
		return Homography{}, ErrInLine
	}
	back, _ := photo.Inverse()
	one := Homography{h[0], h[1], h[2], h[3], h[4], h[5], h[6], h[7], 1}
	one = one.After(&view)
	out := back.After(&one)
	side := 0.0
	for _, p := range pairs { // all must lie on the camera's side of the plane's horizon, and the picture must not be folded
		w := out[6]*p.View.X + out[7]*p.View.Y + out[8]
		if side*w < 0 || !finite(out.Of(p.View)) {
			return Homography{}, ErrInLine
		}
		side = w
	}
	return out, nil
}

func finite(p airframe.Pt) bool { return !math.IsNaN(p.X+p.Y) && !math.IsInf(p.X+p.Y, 0) }

// centred moves places about 0 and brings them to about 1.
func centred(pairs []Pair, of func(Pair) airframe.Pt) Homography {
	var x, y, far float64
	n := float64(len(pairs))
	for _, p := range pairs {
		x, y = x+of(p).X/n, y+of(p).Y/n
	}
	for _, p := range pairs {
		far += math.Hypot(of(p).X-x, of(p).Y-y) / n
	}
	k := 1.0
	if far > 0 {
		k = math.Sqrt2 / far
	}
	return Homography{k, 0, -k * x, 0, k, -k * y, 0, 0, 1}
}

// add adds an equation to the normal equations of least squares.
func add(a *[64]float64, b *[8]float64, row [8]float64, value, weight float64) {
	for i, v := range row {
		if v == 0 {
			continue
		}
		for j, w := range row {
			a[8*i+j] += weight * v * w
		}
		b[i] += weight * v * value
	}
}

// solved solves eight equations by elimination; ok is false where they hardly tell.
func solved(a [64]float64, b [8]float64) (x [8]float64, ok bool) {
	top := 0.0
	for i := range 8 {
		top = max(top, math.Abs(a[9*i]))
	}
	for c := range 8 {
		best := c
		for r := c + 1; r < 8; r++ {
			if math.Abs(a[8*r+c]) > math.Abs(a[8*best+c]) {
				best = r
			}
		}
		if math.Abs(a[8*best+c]) <= telling*top {
			return x, false
		}
		for k := range 8 {
			a[8*c+k], a[8*best+k] = a[8*best+k], a[8*c+k]
		}
		b[c], b[best] = b[best], b[c]
		for r := c + 1; r < 8; r++ {
			f := a[8*r+c] / a[8*c+c]
			for k := c; k < 8; k++ {
				a[8*r+k] -= f * a[8*c+k]
			}
			b[r] -= f * b[c]
		}
	}
	for c := 7; c >= 0; c-- {
		x[c] = b[c]
		for k := c + 1; k < 8; k++ {
			x[c] -= a[8*c+k] * x[k]
		}
		x[c] /= a[9*c]
	}
	return x, true
}

// telling is the smallest pivot, as a share of the largest number, with which places are taken to lie apart.
const telling = 1e-7

// Alignment is how a view lies in a photograph: as one plane, or a plane for each hand, where wings rise towards their tips.
type Alignment struct {
	hands    [2]Homography // left and right of the view's middle
	back     [2]Homography
	apart    bool
	Residual float64 // root of the mean square of what the places are off, in mm; 0 of four, which can't contradict each other
	Pairs    int
}

// Align lays a view in a photograph by the places that were tapped: with one plane, or with one for each hand where each has four places or more and that fits much better. Errors are those of
// Between, and places that contradict each other.
func Align(pairs []Pair) (Alignment, error) {
	whole, err := Between(pairs)
	if err != nil {
		return Alignment{}, err
	}
	a := Alignment{hands: [2]Homography{whole, whole}, Pairs: len(pairs)}
	if err := a.turn(); err != nil {
		return a, err
	}
	a.Residual = a.off(pairs)
	var hand [2][]Pair
	for _, p := range pairs {
		if p.View.X <= middle {
			hand[0] = append(hand[0], p)
		}
		if p.View.X >= -middle {
			hand[1] = append(hand[1], p)
		}
	}
	if a.Residual > handsFrom && len(hand[0]) >= 5 && len(hand[1]) >= 5 { // four would fit whatever they are
		left, e1 := Between(hand[0])
		right, e2 := Between(hand[1])
		two := Alignment{hands: [2]Homography{left, right}, apart: true, Pairs: len(pairs)}
		if e1 == nil && e2 == nil && two.turn() == nil {
			if two.Residual = two.off(pairs); two.Residual < a.Residual/2 {
				a = two
			}
		}
	}
	if a.Residual > contradict {
		return a, fmt.Errorf("the places contradict each other by %.1f mm: one of them is another than it says", a.Residual)
	}
	return a, nil
}

const middle = 3 // mm beside the centreline that belong to both hands

// turn works out the way back.
func (a *Alignment) turn() error {
	for i := range a.hands {
		back, ok := a.hands[i].Inverse()
		if !ok {
			return ErrInLine
		}
		a.back[i] = back
	}
	return nil
}

func (a *Alignment) off(pairs []Pair) float64 {
	sum := 0.0
	for _, p := range pairs {
		at := a.back[a.hand(p.View)].Of(p.Photo)
		sum += (at.X-p.View.X)*(at.X-p.View.X) + (at.Y-p.View.Y)*(at.Y-p.View.Y)
	}
	return math.Sqrt(sum / float64(len(pairs)))
}

func (a *Alignment) hand(view airframe.Pt) int {
	if view.X > 0 {
		return 1
	}
	return 0
}

// Pixel returns where a place of the view stands in the photograph.
func (a *Alignment) Pixel(view airframe.Pt) airframe.Pt { return a.hands[a.hand(view)].Of(view) }

// At returns which place of the view a pixel of the photograph shows.
func (a *Alignment) At(photo airframe.Pt) airframe.Pt {
	at := a.back[0].Of(photo)
	if a.apart && at.X > 0 {
		at = a.back[1].Of(photo)
	}
	return at
}

// PxPerMM returns how many pixels a mm takes at a place of the view.
func (a *Alignment) PxPerMM(view airframe.Pt) float64 { return a.hands[a.hand(view)].stretch(view) }

// Hands returns the planes, left and right of the view's middle: the same one twice where it is one.
func (a *Alignment) Hands() [2]Homography { return a.hands }

// nudge is what was seen of a line: at a place it lies off by so much along a direction across it.
type nudge struct {
	at, across airframe.Pt
	off        float64
	hand       int
}

// settled returns the alignment as lines that were found say, held near to what was tapped. scale is how far the view reaches, in mm.
func (a *Alignment) settled(all []nudge, scale float64) (Alignment, bool) {
	out := *a
	moved := false
	apart := func(hand int) []nudge {
		var own []nudge
		for _, n := range all {
			if hand < 0 || n.hand == hand {
				own = append(own, n)
			}
		}
		return own
	}
	fits := func(own []nudge) (Homography, bool) {
		if len(own) < leastLines {
			return Homography{}, false
		}
		var a [64]float64
		var b [8]float64
		for i := range 8 { // what was tapped holds where lines don't tell
			a[9*i] = tapped * float64(len(own)) / (scale * scale)
		}
		k := 1 / scale
		for _, n := range own {
			x, y, cx, cy := n.at.X*k, n.at.Y*k, n.across.X, n.across.Y
			s := cx*x + cy*y
			add(&a, &b, [8]float64{cx * x, cx * y, cx, cy * x, cy * y, cy, -s * x, -s * y}, n.off*k, 1)
		}
		d, ok := solved(a, b)
		if !ok {
			return Homography{}, false
		}
		// In mm of the view: identity plus d, unscaled.
		return Homography{1 + d[0], d[1], d[2] * scale, d[3], 1 + d[4], d[5] * scale, d[6] * k, d[7] * k, 1}, true
	}
	if whole, ok := fits(apart(-1)); ok {
		moved = true
		for i := range out.hands {
			out.hands[i] = out.hands[i].After(&whole)
		}
		rest := make([]nudge, len(all))
		for i, n := range all {
			to := whole.Of(n.at)
			n.off -= (to.X-n.at.X)*n.across.X + (to.Y-n.at.Y)*n.across.Y
			rest[i] = n
		}
		all = rest
	}
	for hand := range 2 {
		if own, ok := fits(apart(hand)); ok {
			out.hands[hand], out.apart, moved = out.hands[hand].After(&own), true, true
		}
	}
	return out, moved && out.turn() == nil
}
