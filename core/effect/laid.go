package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
)

// Laid is what one step lays on an airframe, in the inks that it uses: streaks and specks one by one, and clouds that are given by a field. Densities of one ink add up.
type Laid struct {
	Zone    int // whose step it is
	Beyond  bool
	Inks    []colour.Colour
	Streaks []Streak
	Clouds  []Cloud
	Veils   []Veil
}

// Veil is what lies softly over a part of a view, by place.
type Veil struct {
	View      airframe.View
	Low, High airframe.Pt // the box that it lies in
	Ink       int
	Density   func(at airframe.Pt) float64
}

// MostInks are the inks that a step can lay.
const MostInks = 4

// Streak is a drop that was drawn out, or a speck that was not.
type Streak struct {
	View      airframe.View
	At        airframe.Pt
	TowardDeg float64 // clockwise from up in the view
	LongMM    float64 // over which it thins by e; 0 for a speck, which is round and even
	WideMM    float64 // where it begins; a speck's diameter
	Density   float64 // optical density where it begins
	Ink       int
	Bend      float64 // by how much a streak leaves its direction, in mm for each mm2 that it is drawn
	Ragged    float64 // how far a speck's rim goes in and out, as a share of its size; 0 for a round one
	Turned    float64 // by how much its ragged shape is turned, in radians
	Cut       bool    // it begins sharply, as beside a line, where a dot's own end is round
	HoleMM    float64 // width of the bare middle of a speck, of the same shape
}

var spreads = Numbers.Number("streak-spreads", 0.12, "", "how much wider a streak gets for each mm that it is drawn", oilBench)

// A streak tapers to nothing: with its length as the unit it goes as exp(-t)(1 - t²/9)², which ends at three lengths, and begins softly; tapered is what that holds.
var tapered = func() (sum float64) {
	const n = 3000
	for i := range n {
		sum += taper((float64(i)+0.5)*3/n) * 3 / n
	}
	return
}()

func taper(t float64) float64 {
	if t >= 3 {
		return 0
	}
	u := 1 - t*t/9
	return math.Exp(-t) * u * u * (1 - 0.5*math.Exp(-t/0.12))
}

// Reach returns how far from its place a streak goes, in mm.
func (s Streak) Reach() float64 {
	if s.LongMM == 0 {
		return s.WideMM / 2 * (1 + s.Ragged)
	}
	return 3 * s.LongMM / tapered
}

// Over returns the optical density so far along a streak and beside it, in mm. What it holds, taken over all of it, is Density times WideMM times LongMM whatever it spreads.
func (s Streak) Over(along, beside float64) float64 {
	if s.LongMM == 0 {
		r := math.Hypot(along, beside)
		rim := s.WideMM / 2
		if s.Ragged > 0 {
			a := math.Atan2(beside, along) + s.Turned
			rim *= 1 + s.Ragged*(0.5*math.Sin(3*a)+0.3*math.Sin(5*a+2*s.Turned)+0.2*math.Sin(8*a))
		}
		if r <= rim && r*s.WideMM >= rim*s.HoleMM {
			return s.Density
		}
		return 0
	}
	beside -= s.Bend * along * along
	if along < 0 && s.Cut {
		return 0
	}
	if along < 0 { // the dot's own round end
		beside, along = math.Hypot(beside, along), 0
	}
	half := (s.WideMM + spreads*along) / 2
	return s.Density * taper(along*tapered/s.LongMM) * math.Exp(-math.Pi/4*(beside/half)*(beside/half)) * s.WideMM / (2 * half)
}

// Field returns the streak's optical density by place in its view.
func (s Streak) Field() func(at airframe.Pt) float64 {
	way := s.Toward()
	return func(at airframe.Pt) float64 {
		dx, dy := at.X-s.At.X, at.Y-s.At.Y
		return s.Over(dx*way.X+dy*way.Y, dx*way.Y-dy*way.X)
	}
}

// seeing returns what some of the streaks and veils make of a paint, by place: their inks mixed by density, in linear light.
func (l *Laid) seeing(streaks []Streak, veils []Veil, paint colour.Colour) func(at airframe.Pt) colour.Colour {
	inks := make([][3]float64, len(l.Inks))
	for i, c := range l.Inks {
		inks[i][0], inks[i][1], inks[i][2] = c.Linear()
	}
	return func(at airframe.Pt) colour.Colour {
		var r, g, b, all float64
		add := func(d float64, ink int) {
			r, g, b, all = r+d*inks[ink][0], g+d*inks[ink][1], b+d*inks[ink][2], all+d
		}
		for _, v := range veils {
			if at.X >= v.Low.X && at.X <= v.High.X && at.Y >= v.Low.Y && at.Y <= v.High.Y {
				add(v.Density(at), v.Ink)
			}
		}
		for _, s := range streaks {
			if reach := s.Reach() + s.WideMM; math.Abs(at.X-s.At.X) > reach || math.Abs(at.Y-s.At.Y) > reach {
				continue
			}
			if d := s.Field()(at); d > 0 {
				add(d, s.Ink)
			}
		}
		if all == 0 {
			return paint
		}
		return paint.Veiled(colour.FromLinear(r/all, g/all, b/all), -math.Expm1(-all))
	}
}

// Toward returns the direction in which a streak is drawn.
func (s Streak) Toward() airframe.Pt {
	sin, cos := math.Sincos(s.TowardDeg * math.Pi / 180)
	return airframe.Pt{X: sin, Y: -cos}
}

// Cloud is what streams off a place: a density by how far aft of it and beside it, in mm.
type Cloud struct {
	View    airframe.View
	From    airframe.Pt
	ReachMM float64
	WideMM  float64 // to each side
	Ink     int
	Even    bool   // it lies all over, and begins nowhere
	Of      string // the feature that it comes from; empty where that is not told
	Density func(aft, beside float64) float64
}

// SeenMM returns how far aft it can be seen: it reaches twice as far.
func (c Cloud) SeenMM() float64 { return c.ReachMM / 2 }
