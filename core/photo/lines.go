package photo

import (
	"context"
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/chance"
	"inkysparrow/core/colour"
	"inkysparrow/core/wash"
)

var (
	pieceMM  = Numbers.Number("photo-piece", 4, "mm", "length of the pieces by which lines are looked at", chosen)
	searchMM = Numbers.Number("photo-search", 1.3, "mm", "beside where it should be that a line is looked for", chosen)
	baseMM   = Numbers.Number("photo-base", 0.75, "mm", "beside a line to which its open skin is looked at", chosen)
	tellsBy  = Numbers.Number("photo-tells", 5, "", "times the noise that a line must stand out by to move the alignment", chosen)
)

// piece is a short stretch of a line as it was looked at across it.
type piece struct {
	zone     int
	hand     int
	at       airframe.Pt // its middle
	across   airframe.Pt // a unit across it
	long     float64
	wide     float64 // of the recess
	off      float64 // from where it should be, mm
	tells    bool    // it stands out
	measures bool
	ratio    rgb     // of the recess's light to the skin's beside it
	beside   rgb     // that skin's light, corrected
	square   float64 // second moment of what it takes away about its middle, mm2
}

// pieces looks at all lines of the view.
func (m *Measured) pieces(ctx context.Context) (all []piece, err error) {
	f := m.subject.Frame
	panel := f.Panels[0]
	marked := f.Marked(m.subject.Skins)
	for i := range f.Airframe.Lines {
		l := &f.Airframe.Lines[i]
		if l.View != panel.View || l.Role != airframe.Panel && l.Role != airframe.Gap {
			continue
		}
		if err := context.Cause(ctx); err != nil {
			return nil, err
		}
		kind, _ := wash.LineNamed(l.Kind)
		points := l.Path.Points(0.05)
		var line []piece
		for k := 1; k < len(points); k++ {
			a, b := points[k-1], points[k]
			long := math.Hypot(b.X-a.X, b.Y-a.Y)
			n := max(1, int(math.Round(long/pieceMM)))
			if long < 1 {
				continue
			}
			way := airframe.Pt{X: (b.X - a.X) / long, Y: (b.Y - a.Y) / long}
			for j := range n {
				from, to := long*float64(j)/float64(n), long*float64(j+1)/float64(n)
				mid := airframe.Pt{X: a.X + way.X*(from+to)/2, Y: a.Y + way.Y*(from+to)/2}
				x, y := panel.Pixel(mid)
				s, ok := f.Seen(int(x), int(y))
				if !ok || s.Zone < 0 || s.Faces < facing-0.1 || marked(int(x), int(y)) {
					continue
				}
				q := piece{zone: s.Zone, hand: m.Alignment.hand(mid), at: mid, across: airframe.Pt{X: -way.Y, Y: way.X}, long: to - from, wide: kind.WidthMM}
				if own := m.subject.LineMM; s.Zone < len(own) && own[s.Zone] > 0 && l.Role == airframe.Panel {
					q.wide = own[s.Zone]
				}
				if m.look(&q, way) {
					line = append(line, q)
				}
			}
		}
		all = append(all, line...)
	}
	return all, nil
}

// look looks across a piece. It reports whether all of it stands in the photograph.
func (m *Measured) look(q *piece, way airframe.Pt) bool {
	px := m.Alignment.PxPerMM(q.at)
	pace := 0.5 / px
	reach := searchMM + baseMM
	n := int(reach / pace)
	along := min(40, max(4, int(q.long*px)))
	profile := make([]rgb, 2*n+1)
	step := q.long / float64(along)
	for i := range profile {
		s := float64(i-n) * pace
		for k := range along {
			t := (float64(k)+0.5)*step - q.long/2
			c, ok := m.picture.at(m.Alignment.Pixel(airframe.Pt{X: q.at.X + way.X*t + q.across.X*s, Y: q.at.Y + way.Y*t + q.across.Y*s}))
			if !ok {
				return false
			}
			for ch := range c {
				profile[i][ch] += c[ch] / float64(along)
			}
		}
	}
	lies := make([]float64, len(profile))
	for i, c := range profile {
		corrected := m.light.matrix.of(c)
		lies[i] = corrected.y()
	}
	window := q.wide/2 + 3.2*max(m.BlurMM, 0.7/px)
	window = min(window, baseMM-0.2)
	// Where it is darkest against what lies beside it.
	best, where, noise := 0.0, 0, []float64(nil)
	half, base := max(1, int(max(q.wide/2, 0.5/px)/pace)), int(baseMM/pace)
	for i := base; i < len(lies)-base; i++ {
		in, out := mean(lies[i-half:i+half+1]), (mean(lies[i-base:i-base/2])+mean(lies[i+base/2:i+base]))/2
		noise = append(noise, math.Abs(in-out))
		if d := out - in; d > best {
			best, where = d, i
		}
	}
	level := median(noise)
	centre := n
	if where > 0 && best > tellsBy*max(level, 1e-4) && best > 0.02*lies[where] {
		q.tells = true
		q.off = float64(where-n) * pace
		if q.off < 0.45 && q.off > -0.45 {
			centre = where
		} else {
			centre = -1
		}
	}
	if centre < 0 {
		return true
	}
	from, to := int(window/pace), int((window+0.7)/pace)
	if centre-to < 0 || centre+to >= len(profile) {
		return true
	}
	var sum, beside rgb
	left, right := meanOf(profile[centre-to:centre-from]), meanOf(profile[centre+from+1:centre+to+1])
	weight, first, second := 0.0, 0.0, 0.0
	for i := centre - from; i <= centre+from; i++ {
		t := 0.5 + float64(i-centre)/float64(from+to)
		for c := range sum {
			b := left[c] + (right[c]-left[c])*t
			sum[c] += (b - profile[i][c]) * pace
			beside[c] = (left[c] + right[c]) / 2
		}
		d, s := mean(lies[centre-to:centre-from])*(1-t)+mean(lies[centre+from+1:centre+to+1])*t-lies[i], float64(i-centre)*pace
		weight, first, second = weight+d, first+d*s, second+d*s*s
	}
	var recess rgb // and beside are in the camera's own light
	shift := 0.0
	if weight > 0 {
		shift = first / weight
	}
	for c := range sum {
		if beside[c] < 1e-3 {
			return true
		}
		own := make([]float64, 0, 2*to+1)
		for i := centre - to; i <= centre+to; i++ {
			own = append(own, profile[i][c])
		}
		// What the profile takes away in linear light errs to the dark where the picture was packed, its fit to the pale where that is not quite a blurred step: between them lies the truth.
		whole := 1 - sum[c]/q.wide/beside[c]
		fit := fitted(own, pace, shift, q.wide, max(m.BlurMM, 0.35/px), left[c], right[c], float64(from+to)/2*pace, whole)
		recess[c] = beside[c] * (whole + fit) / 2
	}
	recess, beside = m.light.matrix.of(recess), m.light.matrix.of(beside)
	q.beside = beside
	for c := range recess {
		if beside[c] < 1e-3 {
			return true
		}
		q.ratio[c] = max(0, recess[c]/beside[c])
	}
	q.measures = true
	if weight > 0 {
		q.square = second/weight - (first/weight)*(first/weight)
		if q.tells {
			q.off += first / weight
		}
	}
	return true
}

// fitted returns how much light a recess sends back against what lies beside it, by least squares of its profile as a camera keeps it: in sRGB's own steps, in which noise and packing are even.
// The profile is of one channel, pace mm a step; the recess is wide mm, off its middle by shift, and blurred; what lies beside goes from left to right over twice the way.
func fitted(profile []float64, pace, shift, wide, blur, left, right, way, start float64) float64 {
	ratio := min(1.2, max(0.02, start))
	for range 5 {
		var up, down float64
		for i, v := range profile {
			s := (float64(i) - float64(len(profile)-1)/2) * pace
			share := chance.Phi((s-shift+wide/2)/blur) - chance.Phi((s-shift-wide/2)/blur)
			base := left + (right-left)*(0.5+s/2/way)
			light := max(1e-4, base*(1-share*(1-ratio)))
			is, steep := colour.Encoded(light)
			seen, _ := colour.Encoded(max(1e-4, v))
			slope := steep * base * share
			up += slope * (seen - is)
			down += slope * slope
		}
		if down == 0 {
			return start
		}
		ratio = min(1.5, max(0.005, ratio+up/down))
	}
	return ratio
}

func mean(all []float64) (sum float64) {
	for _, v := range all {
		sum += v / float64(len(all))
	}
	return sum
}

func meanOf(all []rgb) (sum rgb) {
	for _, v := range all {
		for c := range sum {
			sum[c] += v[c] / float64(len(all))
		}
	}
	return sum
}

// blur tells how blurred the photograph is: by how much wider lines are seen than they are, or by its outlines, where those are so soft that lines drown.
func (m *Measured) blur(pieces []piece) {
	var all []float64
	for _, q := range pieces {
		if q.tells && q.measures {
			all = append(all, q.square-q.wide*q.wide/12)
		}
	}
	rims := math.Sqrt(max(0, median(m.rims())))
	m.BlurMM = math.Sqrt(max(0, median(all)))
	if len(all) < leastPieces || rims > 1.5*m.BlurMM+0.15 {
		m.BlurMM = rims
	}
}

// rims tells the squares of the blur by how soft the model's outline is against what lies behind it.
func (m *Measured) rims() (all []float64) {
	f := m.subject.Frame
	panel := f.Panels[0]
	for i := range f.Airframe.Plates {
		p := &f.Airframe.Plates[i]
		if p.View != panel.View || !p.Stuff.Painted() {
			continue
		}
		points := p.Outline.Points(0.1)
		for k := 1; k < len(points); k++ {
			a, b := points[k-1], points[k]
			long := math.Hypot(b.X-a.X, b.Y-a.Y)
			if long < 0.5 {
				continue
			}
			n := airframe.Pt{X: -(b.Y - a.Y) / long, Y: (b.X - a.X) / long}
			for t := long / 2; t < long-0.2; t += 4 {
				at := airframe.Pt{X: a.X + (b.X-a.X)*t/long, Y: a.Y + (b.Y-a.Y)*t/long}
				if v, ok := m.soft(at, n); ok {
					all = append(all, v)
				}
			}
		}
	}
	return all
}

// soft is the variance of the blur across a place of the outline: by how wide the step is at half of its steepness.
func (m *Measured) soft(at, across airframe.Pt) (float64, bool) {
	const reach, least = 3.0, 0.03
	pace := 0.5 / m.Alignment.PxPerMM(at)
	n, smooth := int(reach/pace), 2*max(2, int(0.25/pace)) // wide enough that the squares in which a picture is packed are no steps
	lies := make([]float64, 0, 2*n+1)
	for i := -n; i <= n; i++ {
		s := float64(i) * pace
		c, ok := m.picture.at(m.Alignment.Pixel(airframe.Pt{X: at.X + across.X*s, Y: at.Y + across.Y*s}))
		if !ok {
			return 0, false
		}
		lies = append(lies, c.y())
	}
	steep := func(i int) float64 { return math.Abs(lies[i+smooth/2] - lies[i-smooth/2]) }
	if len(lies) <= 2*smooth {
		return 0, false
	}
	edge, top := smooth/2, 0.0
	for i := smooth / 2; i < len(lies)-smooth/2; i++ {
		if d := steep(i); d > top {
			edge, top = i, d
		}
	}
	from, to := edge, edge
	for from > smooth/2 && steep(from) > top/2 {
		from--
	}
	for to < len(lies)-smooth/2-1 && steep(to) > top/2 {
		to++
	}
	if low, high := mean(lies[:max(1, from)]), mean(lies[to:]); math.Abs(low-high) < least {
		return 0, false
	}
	half := float64(to-from-1) * pace / 2.355
	return half*half - float64(smooth*smooth)*pace*pace/12, true
}

// settle moves the alignment to where lines were found.
func (m *Measured) settle(pieces []piece, scale float64) (Alignment, bool) {
	now := m.Alignment
	moved := false
	for range 3 {
		var offs []float64
		for _, q := range pieces {
			if q.tells {
				offs = append(offs, q.off)
			}
		}
		if len(offs) < leastLines {
			return now, moved
		}
		mid := median(offs)
		for i := range offs {
			offs[i] = math.Abs(offs[i] - mid)
		}
		spread := max(0.15, 3*1.4826*median(offs))
		var all []nudge
		for _, q := range pieces {
			if q.tells && math.Abs(q.off-mid) <= spread+0.5*math.Abs(mid) {
				all = append(all, nudge{q.at, q.across, q.off, q.hand})
			}
		}
		next, ok := now.settled(all, scale)
		if !ok {
			return now, moved
		}
		for i := range pieces { // what is left of each
			q := &pieces[i]
			back := next.At(now.Pixel(airframe.Pt{X: q.at.X + q.across.X*q.off, Y: q.at.Y + q.across.Y*q.off}))
			q.off = (back.X-q.at.X)*q.across.X + (back.Y-q.at.Y)*q.across.Y
		}
		now, moved = next, true
	}
	return now, moved
}

// off is how far lines lie from where they should be, in mm: the middle of all that stand out.
func (m *Measured) off(pieces []piece) float64 {
	var all []float64
	for _, q := range pieces {
		if q.tells {
			all = append(all, math.Abs(q.off))
		}
	}
	return median(all)
}
