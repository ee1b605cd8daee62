package photo

import (
	"errors"
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
)

type matrix [9]float64

func (m *matrix) of(c rgb) rgb {
	return rgb{m[0]*c[0] + m[1]*c[1] + m[2]*c[2], m[3]*c[0] + m[4]*c[1] + m[5]*c[2], m[6]*c[0] + m[7]*c[1] + m[8]*c[2]}
}

func (m *matrix) times(o *matrix) (out matrix) {
	for i := range 3 {
		for j := range 3 {
			for k := range 3 {
				out[3*i+j] += m[3*i+k] * o[3*k+j]
			}
		}
	}
	return out
}

// Linear sRGB and XYZ (IEC 61966-2-1), XYZ and the cones of Bradford's transform (Lam 1985; as in ICC.1:2010, annex E).
var (
	toXYZ    = matrix{0.4124564, 0.3575761, 0.1804375, 0.2126729, 0.7151522, 0.0721750, 0.0193339, 0.1191920, 0.9503041}
	fromXYZ  = matrix{3.2404542, -1.5371385, -0.4985314, -0.9692660, 1.8760108, 0.0415560, 0.0556434, -0.2040259, 1.0572252}
	toCones  = matrix{0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296}
	fromCone = matrix{0.9869929, -0.1470543, 0.1599627, 0.4323053, 0.5183603, 0.0492912, -0.0085287, 0.0400428, 0.9684867}
)

// Adapted returns Bradford's matrix that takes XYZ under one white to XYZ under another.
func Adapted(from, to [3]float64) [9]float64 {
	a, b := toCones.of(from), toCones.of(to)
	scale := matrix{b[0] / a[0], 0, 0, 0, b[1] / a[1], 0, 0, 0, b[2] / a[2]}
	half := scale.times(&toCones)
	return fromCone.times(&half)
}

// Light is how a photograph's light is corrected: by one place whose colour is known, or not at all.
type Light struct {
	matrix matrix
	At     airframe.Pt // of the photograph, where it was known
	Known  bool
}

// AsTaken leaves a photograph's light as it is.
var AsTaken = Light{matrix: matrix{1, 0, 0, 0, 1, 0, 0, 0, 1}}

// Why a place does not tell of the light.
var (
	ErrOutside = errors.New("it lies outside the photograph, or at its very edge")
	ErrClipped = errors.New("it is clipped: so bright that the camera could not tell how bright; take the photograph darker")
	ErrDark    = errors.New("it is too dark to tell the light by")
)

// Reference is what a place of a photograph is known to be.
type Reference string

// The cards.
const (
	WhiteCard Reference = "white"
	GreyCard  Reference = "grey"
)

// Card returns the light by a card at a place of the photograph. Errors are ErrOutside, ErrClipped, ErrDark.
func (p *Picture) Card(at airframe.Pt, card Reference) (Light, error) {
	share := whiteCard
	if card == GreyCard {
		share = greyCard
	}
	return p.Known(at, colour.FromLinear(share, share, share))
}

// Known returns the light by a place of the photograph that is of a known colour: adapted by Bradford's transform, and as bright as it should be. Errors are ErrOutside, ErrClipped, ErrDark.
func (p *Picture) Known(at airframe.Pt, is colour.Colour) (Light, error) {
	reach := max(2, min(p.W, p.H)/250)
	seen, clipped, ok := p.about(at, reach)
	switch {
	case !ok:
		return AsTaken, ErrOutside
	case clipped > 0.1:
		return AsTaken, ErrClipped
	}
	a, b := toXYZ.of(seen), toXYZ.of(linearOf(is))
	for _, cone := range [][3]float64{toCones.of(a), toCones.of(b)} {
		if min(cone[0], cone[1], cone[2]) < 0.002 {
			return AsTaken, ErrDark
		}
	}
	m := matrix(Adapted(a, b))
	m = m.times(&toXYZ)
	return Light{matrix: fromXYZ.times(&m), At: at, Known: true}, nil
}

// field is how evenly a photograph is lit over a view: what its brightness is multiplied by at a place, and how its colour turns from one side to the other.
type field struct {
	terms  [terms]float64
	middle airframe.Pt // of the photograph
	scale  float64
	zero   float64 // at the place whose colour is known
	hue    float64 // how far the ratio of red to blue turns over the view, as a logarithm
	spread float64 // between the brightest and the darkest sample, likewise
}

const terms = 4

func (f *field) basis(photo, view airframe.Pt) [terms]float64 {
	x, y := (photo.X-f.middle.X)/f.scale, (photo.Y-f.middle.Y)/f.scale
	side := 1.0
	if view.X < 0 {
		side = -1
	}
	return [terms]float64{x, y, x*x + y*y, side}
}

func (f *field) log(photo, view airframe.Pt) (v float64) {
	for i, b := range f.basis(photo, view) {
		v += f.terms[i] * b
	}
	return v
}

// even returns what a light at a place is multiplied by so that all places are lit as the known one is.
func (f *field) even(photo, view airframe.Pt) float64 { return math.Exp(f.zero - f.log(photo, view)) }

// lit finds how evenly samples are lit, by what those of one paint differ by: falling off towards the corners, from one side to the other, and from one hand to the other.
func lit(p *Picture, samples []sample, known *airframe.Pt) *field {
	f := &field{middle: airframe.Pt{X: float64(p.W) / 2, Y: float64(p.H) / 2}, scale: float64(max(p.W, p.H)) / 2}
	if len(samples) < leastSamples {
		return f
	}
	fit := func(value func(s *sample) float64, ridge float64) [terms]float64 {
		var found [terms]float64
		far := math.Inf(1)
		for range 3 {
			groups := map[int]*[terms + 2]float64{} // sums of basis and value, and how many
			for i := range samples {
				s := &samples[i]
				if math.Abs(f.rest(s, found, value)) > far {
					continue
				}
				g := groups[s.zone]
				if g == nil {
					g = &[terms + 2]float64{}
					groups[s.zone] = g
				}
				for k, b := range f.basis(s.photo, s.view) {
					g[k] += b
				}
				g[terms] += value(s)
				g[terms+1]++
			}
			var a [64]float64
			var b [8]float64
			for i := range 8 {
				a[9*i] = 1
				if i < terms {
					a[9*i] = ridge * float64(len(samples))
				}
			}
			for i := range samples {
				s := &samples[i]
				g := groups[s.zone]
				if g == nil || math.Abs(f.rest(s, found, value)) > far {
					continue
				}
				var row [8]float64
				for k, v := range f.basis(s.photo, s.view) {
					row[k] = v - g[k]/g[terms+1]
				}
				add(&a, &b, row, value(s)-g[terms]/g[terms+1], 1)
			}
			x, ok := solved(a, b)
			if !ok {
				return found
			}
			copy(found[:], x[:terms])
			f.own(samples, found, value)
			rest := make([]float64, len(samples))
			for i := range samples {
				rest[i] = math.Abs(f.rest(&samples[i], found, value))
			}
			far = 3 * 1.4826 * median(rest)
		}
		return found
	}
	hue := fit(func(s *sample) float64 { return math.Log(max(1e-4, s.light[0]) / max(1e-4, s.light[2])) }, 1e-3)
	f.terms = fit(func(s *sample) float64 { return math.Log(max(1e-4, s.light.y())) }, 1e-4)
	span := func(t [terms]float64) float64 {
		low, high := math.Inf(1), math.Inf(-1)
		for i := range samples {
			v := 0.0
			for k, b := range f.basis(samples[i].photo, samples[i].view) {
				v += t[k] * b
			}
			low, high = min(low, v), max(high, v)
		}
		return high - low
	}
	f.hue, f.spread = span(hue), span(f.terms)
	if known != nil {
		f.zero = f.log(*known, airframe.Pt{}) - f.terms[terms-1] // a card lies on no hand
	} else {
		for i := range samples {
			f.zero += f.log(samples[i].photo, samples[i].view) / float64(len(samples))
		}
	}
	return f
}

// own gives each sample its zone's middle, for rest.
func (f *field) own(samples []sample, found [terms]float64, value func(*sample) float64) {
	by := map[int][]float64{}
	for i := range samples {
		s := &samples[i]
		s.mean = 0
		by[s.zone] = append(by[s.zone], f.rest(s, found, value))
	}
	mid := map[int]float64{}
	for z, all := range by {
		mid[z] = median(all)
	}
	for i := range samples {
		samples[i].mean = mid[samples[i].zone]
	}
}

// rest is what of a sample's value nothing explains.
func (f *field) rest(s *sample, t [terms]float64, value func(*sample) float64) float64 {
	v := value(s) - s.mean
	for k, b := range f.basis(s.photo, s.view) {
		v -= t[k] * b
	}
	return v
}
