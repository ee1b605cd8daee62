// Package climate describes the air that films dry in: temperature and humidity over time, and what follows from them.
package climate

import (
	"iter"
	"math"
	"slices"
	"sort"
	"time"

	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// The Magnus form of the saturation pressure, ps = a exp(b t / (c + t)); 0.3 % under the steam tables at 20 C.
var (
	alduchov = fact.Memory("Alduchov & Eskridge, Improved Magnus form approximation of saturation vapor pressure, 1996")
	magnusA  = Numbers.Number("magnus-a", 0.61094, "kPa", "saturation pressure of water at 0 °C", alduchov)
	magnusB  = Numbers.Number("magnus-b", 17.625, "", "slope of the Magnus form", alduchov)
	magnusC  = Numbers.Number("magnus-c", 243.04, "°C", "offset of the Magnus form", alduchov)
)

// Air is the state of the air at one moment.
type Air struct {
	TemperatureC float64 // degrees Celsius
	Humidity     float64 // relative humidity, 0 to 1
}

// Room is the air that a plan stands in when it says nothing: 21 C and 50 %.
var Room = Air{TemperatureC: 21, Humidity: 0.5}

// SaturationKPa returns the saturation pressure of water vapour over water at celsius, in kPa (Magnus form, -40 to 50 C).
func SaturationKPa(celsius float64) float64 {
	return magnusA * math.Exp(magnusB*celsius/(magnusC+celsius))
}

// VapourKPa returns the pressure of the water vapour in the air, in kPa.
func (a Air) VapourKPa() float64 { return a.Humidity * SaturationKPa(a.TemperatureC) }

// DeficitKPa returns the vapour-pressure deficit, in kPa: how much more water vapour the air could hold. It is what dries a water-borne film.
func (a Air) DeficitKPa() float64 { return (1 - a.Humidity) * SaturationKPa(a.TemperatureC) }

// DewPointC returns the temperature at which the air's vapour condenses, in degrees Celsius; negative infinity in bone-dry air.
func (a Air) DewPointC() float64 {
	if a.Humidity <= 0 {
		return math.Inf(-1)
	}
	g := math.Log(a.VapourKPa() / magnusA)
	return magnusC * g / (magnusB - g)
}

// Record is the air over time, in pieces of constant air. The zero Record is Room for ever; the first piece reaches back before its
// start and the last one on after it.
type Record struct{ pieces []Piece }

// Piece is the air from a moment until the next piece.
type Piece struct {
	From time.Time
	Air  Air
}

// Constant returns a record of one air for ever.
func Constant(air Air) Record { return Record{[]Piece{{Air: air}}} }

// Of returns a record of the given pieces, in any order. Neighbours with the same air are joined.
func Of(pieces ...Piece) Record {
	sorted := slices.Clone(pieces)
	slices.SortStableFunc(sorted, func(a, b Piece) int { return a.From.Compare(b.From) })
	return Record{slices.CompactFunc(sorted, func(a, b Piece) bool { return a.Air == b.Air })}
}

// Changes reports whether the air changes over time.
func (r Record) Changes() bool { return len(r.pieces) > 1 }

// Pieces returns the pieces in order of time; one piece of Room for the zero record.
func (r Record) Pieces() []Piece {
	if len(r.pieces) == 0 {
		return []Piece{{Air: Room}}
	}
	return r.pieces
}

// At returns the air at moment.
func (r Record) At(moment time.Time) Air {
	if len(r.pieces) == 0 {
		return Room
	}
	return r.pieces[r.index(moment)].Air
}

func (r Record) index(moment time.Time) int {
	if len(r.pieces) < 2 {
		return 0
	}
	i := sort.Search(len(r.pieces), func(i int) bool { return r.pieces[i].From.After(moment) })
	return max(0, i-1)
}

// Stretch is a piece of constant air with its end.
type Stretch struct {
	From, To time.Time
	Air      Air
}

// Within returns the pieces between two moments, cut to them, in order.
func (r Record) Within(from, to time.Time) iter.Seq[Stretch] {
	return func(yield func(Stretch) bool) {
		pieces := r.Pieces()
		for i := r.index(from); from.Before(to); i++ {
			s := Stretch{From: from, To: to, Air: pieces[i].Air}
			if i+1 < len(pieces) && pieces[i+1].From.Before(to) {
				s.To = pieces[i+1].From
			}
			if !yield(s) {
				return
			}
			from = s.To
		}
	}
}

// Integral returns the integral of rate over the air between two moments, in rate's unit times hours; 0 when to is not after from.
func (r Record) Integral(from, to time.Time, rate func(Air) float64) float64 {
	if !to.After(from) {
		return 0
	}
	if len(r.pieces) < 2 {
		return to.Sub(from).Hours() * rate(r.At(from))
	}
	sum := 0.0
	for i := r.index(from); from.Before(to); i++ {
		until := to
		if i+1 < len(r.pieces) && r.pieces[i+1].From.Before(to) {
			until = r.pieces[i+1].From
		}
		sum += until.Sub(from).Hours() * rate(r.pieces[i].Air)
		from = until
	}
	return sum
}

// Reach returns the first moment at which the integral of rate since from is at least amount, in rate's unit times hours.
// It returns the latest moment it can tell, from plus Horizon, when the rate is too small to get there.
func (r Record) Reach(from time.Time, amount float64, rate func(Air) float64) time.Time {
	last := from.Add(Horizon)
	if amount <= 0 {
		return from
	}
	pieces := r.Pieces()
	for i := r.index(from); from.Before(last); i++ {
		until := last
		if i+1 < len(pieces) && pieces[i+1].From.Before(last) {
			until = pieces[i+1].From
		}
		speed := rate(pieces[i].Air)
		if gained := until.Sub(from).Hours() * speed; gained < amount {
			amount -= gained
			from = until
			continue
		}
		return from.Add(time.Duration(amount / speed * float64(time.Hour)))
	}
	return last
}

// Horizon is how far ahead Reach looks: ten years, which stands for never.
const Horizon = 10 * 365 * 24 * time.Hour
