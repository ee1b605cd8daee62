package stain

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
)

// Laid is what one step lays on an airframe, in the inks that it uses: streaks and specks one by one, and clouds that are given by a field. Densities of one ink add up.
type Laid struct {
	Zone    int // whose step it is
	Beyond  bool
	Inks    []colour.Colour
	Streaks []Streak
	Clouds  []Cloud
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
}

var spreads = Numbers.Number("streak-spreads", 0.06, "", "how much wider a streak gets for each mm that it is drawn", oilBench)

// Reach returns how far from its place a streak is still seen, in mm: three lengths leave a twentieth.
func (s Streak) Reach() float64 {
	if s.LongMM == 0 {
		return s.WideMM / 2
	}
	return 3 * s.LongMM
}

// Over returns the optical density so far along a streak and beside it, in mm. What it holds, taken over all of it, is Density times WideMM times LongMM whatever it spreads.
func (s Streak) Over(along, beside float64) float64 {
	if s.LongMM == 0 {
		if along*along+beside*beside <= s.WideMM*s.WideMM/4 {
			return s.Density
		}
		return 0
	}
	if along < 0 { // the dot's own round end
		beside, along = math.Hypot(beside, along), 0
	}
	half := (s.WideMM + spreads*along) / 2
	return s.Density * math.Exp(-along/s.LongMM-math.Pi/4*(beside/half)*(beside/half)) * s.WideMM / (2 * half)
}

// Field returns the streak's optical density by place in its view.
func (s Streak) Field() func(at airframe.Pt) float64 {
	way := s.Toward()
	return func(at airframe.Pt) float64 {
		dx, dy := at.X-s.At.X, at.Y-s.At.Y
		return s.Over(dx*way.X+dy*way.Y, dx*way.Y-dy*way.X)
	}
}

// Seen returns a paint as some of the streaks veil it at a place: their inks mixed by density, in linear light.
func (l *Laid) Seen(streaks []Streak, at airframe.Pt, paint colour.Colour) colour.Colour {
	var r, g, b, all float64
	for _, s := range streaks {
		if reach := s.Reach() + s.WideMM; math.Abs(at.X-s.At.X) > reach || math.Abs(at.Y-s.At.Y) > reach {
			continue
		}
		if d := s.Field()(at); d > 0 {
			x, y, z := l.Inks[s.Ink].Linear()
			r, g, b, all = r+d*x, g+d*y, b+d*z, all+d
		}
	}
	if all == 0 {
		return paint
	}
	return paint.Veiled(colour.FromLinear(r/all, g/all, b/all), -math.Expm1(-all))
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
	Density func(aft, beside float64) float64
}

// Streaked returns what drawn dots lay on a surface, in the order of their tones.
func Streaked(zone int, dots []Dot, on coating.Texture) *Laid {
	l := &Laid{Zone: zone}
	ink := map[colour.Colour]int{}
	for _, d := range dots {
		k, known := ink[d.Colour]
		if !known {
			if k = len(l.Inks); k == MostInks {
				k-- // of so many, the last ones are told apart no more
			} else {
				l.Inks = append(l.Inks, d.Colour)
			}
			ink[d.Colour] = k
		}
		_, wide, cover := Drawn(d.DMM, on)
		l.Streaks = append(l.Streaks, Streak{View: d.View, At: d.At, TowardDeg: d.TowardDeg, LongMM: d.LengthMM, WideMM: wide, Density: -math.Log1p(-cover), Ink: k})
	}
	return l
}
