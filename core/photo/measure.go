package photo

import (
	"cmp"
	"context"
	"fmt"
	"image"
	"math"
	"slices"
	"strings"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
)

var (
	trusts       = chosen
	goodPx       = Numbers.Number("photo-good-px", 15, "px/mm", "from which a line's own colour is seen; below it a line is known by its contrast times its width", trusts)
	fairPx       = Numbers.Number("photo-fair-px", 5, "px/mm", "below which a photograph is of little trust", trusts)
	leastPx      = Numbers.Number("photo-least-px", 2, "px/mm", "below which nothing is measured", trusts)
	fairBlur     = Numbers.Number("photo-fair-blur", 0.22, "mm", "blur (standard deviation) above which lines are only roughly known", trusts)
	mostBlur     = Numbers.Number("photo-most-blur", 0.5, "mm", "blur above which nothing is measured", trusts)
	fairClip     = Numbers.Number("photo-fair-clip", 0.03, "", "share of the skin that may be clipped by glare", trusts)
	mostClip     = Numbers.Number("photo-most-clip", 0.4, "", "share of it above which nothing is measured", trusts)
	fairResidual = Numbers.Number("photo-fair-residual", 0.6, "mm", "residual of the places above which the alignment is only rough", trusts)
	poorResidual = Numbers.Number("photo-poor-residual", 1.5, "mm", "residual above which it is poor", trusts)
	fairHue      = Numbers.Number("photo-fair-hue", 0.16, "", "by how much of itself red to blue may turn over the view before two lights must have mixed", trusts)
	fairFall     = Numbers.Number("photo-fair-fall", 0.9, "", "by how much, as a logarithm, the light may fall off over the view", trusts)
	clear        = Numbers.Number("photo-clear", 0.45, "mm", "from a line that open skin is looked at", trusts)
	facing       = Numbers.Number("photo-facing", 0.93, "", "how squarely skin must face the viewer to be looked at", trusts)
	glareFrom    = Numbers.Number("photo-glare", 0.25, "", "light that is added to a skin's, as a share of that, from which a lamp must be mirrored there", trusts)
	glareOver    = Numbers.Number("photo-glare-over", 1.3, "", "times as bright as its zone that such a place is at the least", trusts)
	glareMM      = Numbers.Number("photo-glare-about", 5, "mm", "about a mirrored lamp that nothing is looked at", trusts)
	cellMM       = Numbers.Number("photo-cell", 6, "mm", "stretches of skin whose tones are compared for fading", trusts)
	leastSamples = int(Numbers.Number("photo-samples", 60, "", "places of open skin that are needed to tell how evenly it is lit", trusts))
)

// Subject is what a photograph should show.
type Subject struct {
	Frame  *picture.Frame // of the view alone
	Skins  []look.Skin    // of the airframe's zones
	LineMM []float64      // width of each zone's own recesses; 0 for what is usual for a line
	Plumes []Plume
	Even   *image.RGBA // the frame painted in even light; nil where nothing planned is compared
}

// Plume is one that is planned.
type Plume struct {
	Zone   int
	Step   *route.Step
	Cloud  effect.Cloud
	Ink    colour.Colour
	LongMM float64 // as planned
}

// Trust is how far a photograph can be trusted.
type Trust string

// The trusts. Refused measures nothing.
const (
	Good    Trust = "good"
	Fair    Trust = "fair"
	Poor    Trust = "poor"
	Refused Trust = "refused"
)

// Measured is what a photograph told.
type Measured struct {
	Trust      Trust
	Why        string // of what is not good; empty where it is
	PxPerMM    float64
	BlurMM     float64 // standard deviation; 0 where nothing told
	ClippedPct float64
	Residual   float64 // mm, of the places, or of the lines where they moved them
	ByLines    bool    // the airframe's lines moved it
	Wide       bool    // lines are told by contrast times width
	Alignment  Alignment
	Zones      []Zone
	Plumes     []Streamed
	even       *field
	light      Light
	subject    *Subject
	picture    *Picture
}

// Zone is what was measured of one.
type Zone struct {
	Zone                int
	Colour, Planned     colour.Colour
	DE                  float64
	Samples             int
	Lines               int // pieces of line that were seen; LineDE says nothing for 0
	LineDE, LinePlanned float64
	Line                colour.Colour
	FadeSD, FadePlanned float64 // CIEDE2000 from stretch to stretch
	Left, LeftPlanned   float64 // share of the open skin that a wash covers; -1 where none is planned or it could not be told
	Chips, ChipsPlanned float64 // share that is chipped; -1 likewise
	SheenSD             float64 // how unevenly a raking lamp glances, as a share of the brightness
	mid                 rgb
}

// Streamed is a plume as it was measured.
type Streamed struct {
	Plume       int // in Subject.Plumes
	Seen        bool
	LongMM      float64
	Dark        float64 // cover where it is darkest on its axis, 0 to 1
	PlannedDark float64
}

type sample struct {
	x, y        int // in the frame
	zone        int
	view, photo airframe.Pt
	light       rgb // corrected
	raw         rgb
	mean        float64
}

// Measure measures a photograph. It returns why ctx ended where it did; a photograph that can't be trusted is Refused, and says why.
func Measure(ctx context.Context, p *Picture, a Alignment, light Light, s *Subject) (*Measured, error) {
	m := &Measured{Trust: Good, Alignment: a, Residual: a.Residual, light: light, subject: s, picture: p}
	panel := s.Frame.Panels[0]
	low, high := s.Frame.Airframe.Bounds(panel.View)
	mid := airframe.Pt{X: (low.X + high.X) / 2, Y: (low.Y + high.Y) / 2}
	m.PxPerMM = a.PxPerMM(mid)
	m.Wide = m.PxPerMM < goodPx
	if m.PxPerMM < leastPx {
		return m.refuse("it shows %.1f pixels a millimetre where %.0f are needed: go nearer, or take it larger", m.PxPerMM, leastPx), nil
	}
	seen, clipped := m.samples()
	if len(seen) < leastSamples {
		return m.refuse("too little of the skin stands in it: take all of one view, from straight before it"), nil
	}
	m.ClippedPct = 100 * clipped
	if clipped > mostClip {
		return m.refuse("%.0f %% of the skin is clipped by glare: turn the lamp or take it darker", m.ClippedPct), nil
	}
	pieces, err := m.pieces(ctx)
	if err != nil {
		return nil, err
	}
	m.blur(pieces)
	if m.BlurMM > mostBlur {
		return m.refuse("it is blurred by %.1f mm: hold it still, or let it focus on the wing", m.BlurMM), nil
	}
	if moved, ok := m.settle(pieces, math.Hypot(high.X-low.X, high.Y-low.Y)/2); ok {
		m.Alignment, m.ByLines = moved, true
		if seen, _ = m.samples(); len(seen) < leastSamples {
			return m.refuse("too little of the skin stands in it: take all of one view, from straight before it"), nil
		}
		if pieces, err = m.pieces(ctx); err != nil {
			return nil, err
		}
		m.blur(pieces)
		m.Residual = m.off(pieces)
	}
	var known *airframe.Pt
	if light.Known {
		known = &light.At
	}
	even := seen
	if len(s.Plumes) > 0 {
		even = slices.DeleteFunc(slices.Clone(seen), func(q sample) bool { return s.stained(q.view) })
		if len(even) < leastSamples {
			even = seen
		}
	}
	m.even = lit(p, even, known)
	if !light.Known {
		m.level(seen)
	}
	for i := range seen {
		seen[i].light = seen[i].light.times(m.even.even(seen[i].photo, seen[i].view))
	}
	m.zones(seen, pieces)
	if err := m.plumes(ctx); err != nil {
		return nil, err
	}
	m.judge()
	return m, nil
}

// level takes the skin to be as bright on the whole as it is planned, where nothing in the photograph tells.
func (m *Measured) level(seen []sample) {
	var all []float64
	for i := range seen {
		s := &seen[i]
		if y := s.light.y() * m.even.even(s.photo, s.view); y > 0 {
			surface := linearOf(m.subject.Skins[s.zone].Surface)
			all = append(all, math.Log(max(1e-3, surface.y())/y))
		}
	}
	m.even.zero += median(all)
}

func (m *Measured) refuse(format string, args ...any) *Measured {
	m.Trust, m.Why = Refused, fmt.Sprintf(format, args...)
	return m
}

// judge tells how far all of it may be trusted.
func (m *Measured) judge() {
	var fair, poor []string
	say := func(list *[]string, format string, args ...any) { *list = append(*list, fmt.Sprintf(format, args...)) }
	switch {
	case m.PxPerMM < fairPx:
		say(&poor, "it shows %.1f pixels a millimetre", m.PxPerMM)
	}
	if m.BlurMM > fairBlur {
		say(&fair, "it is blurred by %.2f mm", m.BlurMM)
	}
	if m.ClippedPct > 100*fairClip {
		say(&fair, "%.0f %% of the skin is clipped by glare", m.ClippedPct)
	}
	switch {
	case m.Residual > poorResidual:
		say(&poor, "places are %.1f mm off", m.Residual)
	case m.Residual > fairResidual:
		say(&fair, "places are %.1f mm off", m.Residual)
	}
	if m.even.hue > fairHue {
		say(&fair, "two lights of different colour mix on it")
	}
	if m.even.spread > fairFall {
		say(&fair, "its light falls off from one side to the other")
	}
	if !m.light.Known {
		say(&fair, "nothing in it tells the colour of the light: how bright it is was taken from the plan")
	}
	switch {
	case len(poor) > 0 || len(fair) > 2:
		m.Trust = Poor
	case len(fair) > 0:
		m.Trust = Fair
	}
	m.Why = strings.Join(append(poor, fair...), "; ")
}

// samples looks at open skin all over the view.
func (m *Measured) samples() (all []sample, clipped float64) {
	f := m.subject.Frame
	panel := f.Panels[0]
	marked := f.Marked(m.subject.Skins)
	pace := max(1, int(math.Round(0.75*panel.PxPerMM)))
	looked := 0
	for y := panel.Rect.Min.Y; y < panel.Rect.Max.Y; y += pace {
		for x := panel.Rect.Min.X; x < panel.Rect.Max.X; x += pace {
			s, ok := f.Seen(x, y)
			if !ok || s.Faces < facing || s.Ruled || s.LineMM < clear || marked(x, y) {
				continue
			}
			at := m.Alignment.Pixel(s.At)
			reach := max(0, int(0.25*m.Alignment.PxPerMM(s.At)))
			raw, c, ok := m.picture.about(at, reach)
			if !ok {
				continue
			}
			looked++
			if c > 0.2 {
				clipped++
				continue
			}
			all = append(all, sample{x: x, y: y, zone: s.Zone, view: s.At, photo: at, light: m.light.matrix.of(raw), raw: raw})
		}
	}
	all, glared := m.glare(m.own(all))
	return all, (clipped + glared) / float64(max(1, looked))
}

// glare leaves out where a lamp is mirrored: light that is added to that of the skin, and all about it. It returns how many samples that takes.
func (m *Measured) glare(all []sample) (rest []sample, glared float64) {
	mids := map[int]rgb{}
	by := map[int][]sample{}
	for _, s := range all {
		by[s.zone] = append(by[s.zone], s)
	}
	for z, own := range by {
		var mid rgb
		for c := range mid {
			mid[c] = medianOf(own, func(s *sample) float64 { return s.light[c] })
		}
		mids[z] = mid
	}
	type cell struct{ x, y int }
	shines := map[cell]bool{}
	for _, s := range all {
		mid := mids[s.zone]
		added := rgb{s.light[0] - mid[0], s.light[1] - mid[1], s.light[2] - mid[2]}
		if least := min(added[0], added[1], added[2]); least > glareFrom*mid.y() && least > 0.6*max(added[0], added[1], added[2]) && s.light.y() > glareOver*mid.y() {
			glared++
			x, y := int(math.Floor(s.view.X/glareMM)), int(math.Floor(s.view.Y/glareMM))
			for i := range 9 {
				shines[cell{x + i%3 - 1, y + i/3 - 1}] = true
			}
		}
	}
	return slices.DeleteFunc(all, func(s sample) bool {
		return shines[cell{int(math.Floor(s.view.X / glareMM)), int(math.Floor(s.view.Y / glareMM))}]
	}), glared
}

// own leaves out what is of a second colour.
func (m *Measured) own(all []sample) []sample {
	return slices.DeleteFunc(all, func(s sample) bool {
		if s.zone < 0 || s.zone >= len(m.subject.Skins) {
			return true
		}
		k := &m.subject.Skins[s.zone]
		to := nearness(s.light, linearOf(k.Surface))
		for _, mark := range k.Marks {
			if mark.Kind == look.Second && nearness(s.light, linearOf(mark.Colour)) < to {
				return true
			}
		}
		return false
	})
}

// nearness is how far apart two lights are, by their logarithms.
func nearness(a, b rgb) (d float64) {
	for i := range a {
		v := math.Log((max(0, a[i]) + 0.01) / (b[i] + 0.01))
		d += v * v
	}
	return d
}

// zones tells each zone's colour, lines and fading.
func (m *Measured) zones(seen []sample, pieces []piece) {
	by := map[int][]sample{}
	for _, s := range seen {
		by[s.zone] = append(by[s.zone], s)
	}
	for i := range m.subject.Skins {
		all := by[i]
		if len(all) < leastSamples/3 {
			continue
		}
		clean := slices.DeleteFunc(slices.Clone(all), func(s sample) bool { return m.subject.stained(s.view) })
		if len(clean) < leastSamples/3 {
			clean = all
		}
		k := &m.subject.Skins[i]
		z := Zone{Zone: i, Samples: len(all), Planned: k.Surface, LinePlanned: k.Surface.Difference(k.Line), Left: -1, LeftPlanned: -1, Chips: -1, ChipsPlanned: -1}
		for c := range z.mid {
			z.mid[c] = medianOf(clean, func(s *sample) float64 { return s.light[c] })
		}
		z.Colour = z.mid.colour()
		z.DE = z.Colour.Difference(k.Surface)
		z.lines(m, pieces)
		z.FadeSD, z.FadePlanned = m.faded(clean)
		z.shares(k, clean)
		z.SheenSD = sheen(clean)
		m.Zones = append(m.Zones, z)
	}
}

// lines tells a zone's lines by all pieces of them that were seen on it.
func (z *Zone) lines(m *Measured, pieces []piece) {
	var own []piece
	for _, q := range pieces {
		if q.zone == z.Zone && q.measures {
			own = append(own, q)
		}
	}
	if len(own) < leastPieces {
		return
	}
	slices.SortFunc(own, func(a, b piece) int { return cmp.Compare(a.ratio.y(), b.ratio.y()) })
	cut := len(own) / 6 // from either end
	own = own[cut : len(own)-cut]
	// The skin beside lines may be another than the zone's middle, as where it was shaded along them: what counts is the line against the zone.
	var ratio, beside rgb
	n := 0.0
	for _, q := range own {
		even := m.even.even(m.Alignment.Pixel(q.at), q.at)
		for c := range ratio {
			ratio[c] += q.ratio[c] * q.long
			beside[c] += q.beside[c] * even * q.long
		}
		n += q.long
	}
	z.Lines = len(own)
	z.Line = rgb{beside[0] * ratio[0], beside[1] * ratio[1], beside[2] * ratio[2]}.times(1 / n / n).colour()
	z.LineDE = z.Colour.Difference(z.Line)
}

const leastPieces = 3

// faded tells how tones differ from stretch to stretch of a zone, on the photograph and as planned.
func (m *Measured) faded(all []sample) (measured, planned float64) {
	type cell struct{ x, y int }
	light, plan := map[cell][]rgb{}, map[cell][]rgb{}
	for _, s := range all {
		c := cell{int(math.Floor(s.view.X / cellMM)), int(math.Floor(s.view.Y / cellMM))}
		light[c] = append(light[c], s.light)
		if m.subject.Even != nil {
			q := m.subject.Even.RGBAAt(s.x, s.y)
			plan[c] = append(plan[c], rgb{decode[q.R], decode[q.G], decode[q.B]})
		}
	}
	tell := func(cells map[cell][]rgb) float64 {
		var means []rgb
		var noise, n float64
		var whole rgb
		for _, c := range cells {
			if len(c) < 8 {
				continue
			}
			var mean rgb
			for _, v := range c {
				for i := range mean {
					mean[i] += v[i] / float64(len(c))
				}
			}
			of := mean.colour()
			for _, v := range c { // what the tone of a stretch is unsure by
				d := v.colour().Difference(of)
				noise += d * d / float64(len(c)) / float64(len(c)-1)
			}
			n++
			means = append(means, mean)
			for i := range whole {
				whole[i] += mean[i]
			}
		}
		if len(means) < 2 {
			return 0
		}
		of := whole.times(1 / n).colour()
		sum := 0.0
		for _, v := range means {
			d := v.colour().Difference(of)
			sum += d * d
		}
		return math.Sqrt(max(0, sum/n-noise/n))
	}
	return tell(light), tell(plan)
}

// shares tells how much of the open skin a wash and chips cover.
func (z *Zone) shares(k *look.Skin, all []sample) {
	if k.Spread > 0 && k.Residue > 0 && k.Ground.Difference(k.Washed) > 2 {
		z.LeftPlanned = k.Residue
		from, to := linearOf(k.Ground), linearOf(k.Surface)
		planned := along(linearOf(k.Surface), from, to)
		if planned > 0 && k.Ground.Difference(k.Surface) > 0.5 {
			z.Left = min(1, max(0, k.Residue*along(z.mid, from, to)/planned))
		}
	}
	for _, mark := range k.Marks {
		if string(mark.Kind) != "chips" && mark.Kind != "sponge-chips" {
			continue
		}
		z.ChipsPlanned = mark.Share
		if mark.Colour.Difference(z.Colour) < 8 {
			continue
		}
		to, n := linearOf(mark.Colour), 0.0
		for _, s := range all {
			if along(s.light, z.mid, to) > 0.5 {
				n++
			}
		}
		z.Chips = n / float64(len(all))
	}
}

// along is how far a light has gone from one to another, 0 to 1 between them.
func along(c, from, to rgb) float64 {
	dot, square := 0.0, 0.0
	for i := range c {
		d := to[i] - from[i]
		dot, square = dot+d*(c[i]-from[i]), square+d*d
	}
	if square == 0 {
		return 0
	}
	return dot / square
}

// sheen is how unevenly a zone sends a lamp back: the standard deviation of its brightness, as a share of it.
func sheen(all []sample) float64 {
	mean, square := 0.0, 0.0
	for i := range all {
		y := all[i].light.y()
		mean, square = mean+y/float64(len(all)), square+y*y/float64(len(all))
	}
	if mean <= 0 {
		return 0
	}
	return math.Sqrt(max(0, square-mean*mean)) / mean
}

// Spot is what one place of a photograph shows.
type Spot struct {
	View            airframe.Pt
	Zone            int // -1 for none
	Colour, Planned colour.Colour
	DE              float64
}

// Spot tells a place of a measured photograph; ok is false outside the model.
func (m *Measured) Spot(photo airframe.Pt) (s Spot, ok bool) {
	s.View, s.Zone = m.Alignment.At(photo), -1
	raw, _, ok := m.picture.about(photo, max(1, int(0.2*m.PxPerMM)))
	if !ok {
		return s, false
	}
	c := m.light.matrix.of(raw)
	if m.even != nil {
		c = c.times(m.even.even(photo, s.View))
	}
	s.Colour = c.colour()
	f := m.subject.Frame
	x, y := f.Panels[0].Pixel(s.View)
	seen, ok := f.Seen(int(x), int(y))
	if !ok || m.subject.Even == nil {
		return s, false
	}
	s.Zone = seen.Zone
	q := m.subject.Even.RGBAAt(int(x), int(y))
	s.Planned = rgb{decode[q.R], decode[q.G], decode[q.B]}.colour()
	s.DE = s.Colour.Difference(s.Planned)
	return s, true
}

func median(all []float64) float64 {
	if len(all) == 0 {
		return 0
	}
	slices.Sort(all)
	return all[len(all)/2]
}

func medianOf(all []sample, of func(*sample) float64) float64 {
	v := make([]float64, len(all))
	for i := range all {
		v[i] = of(&all[i])
	}
	return median(v)
}
