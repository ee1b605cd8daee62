// Package cure tells how hard a film is at a moment: wet until its carrier has left, then hardening in its own way, in whatever air
// the room has had since.
//
// Leaving. The carrier leaves a free surface at solvent.Liquid.Flux. A binder that holds it back slows it as Raoult's law says:
// ds/dt = -J s/(s+B), with s the carrier still in the film and B what holds it, both in micrometres. From s0 until the film is stiff at
// s1 = B phi/(1-phi) that integrates to
//
//	N = (s0 - s1) + B ln(s0/s1)  =  integral of J dt
//
// so N, the work to do, depends on the film alone, and the air only on how fast it is done: any history of air is summed exactly.
//
// Hardening. Hardness is 1 - exp(-theta/tau), with theta the hours since stiff, each weighted by temperature (doubling per 10 C),
// and, where particles must fuse, by dryness and by being above the film-forming temperature. tau grows with the dry thickness.
// A sum of weighted hours is an equivalent time, so cutting a piece of climate in two changes nothing.
package cure

import (
	"math"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	doubling = Numbers.Number("doubling", 10, "K", "warming that doubles the rate of hardening",
		fact.Memory("van 't Hoff's rule; Arrhenius near room temperature"))
	reference  = Numbers.Number("reference-temperature", 21, "°C", "where a family's time constant holds, at 50 % humidity", fact.Bench("a heated room"))
	tauAt      = Numbers.Number("tau-thickness", 8, "µm", "dry thickness at which a family's time constant holds", fact.Bench("one thin coat"))
	tauPower   = Numbers.Number("tau-power", 0.6, "", "power of dry thickness in the time constant", fact.Bench("2 would be diffusion through coats laid at once; coats flashed off in between give less"))
	gelPoint   = Numbers.Number("gel-point", 0.2, "", "share of links at which a liquid oil turns to a gel, 1/(f-1) for f = 6", fact.Memory("Flory 1941; Stockmayer 1943"))
	filmFloor  = Numbers.Number("film-forming-floor", 4, "°C", "below this, particles of a water-borne film hardly fuse", fact.Bench("water-borne paints ask for 8 to 10 °C on their labels"))
	filmFull   = Numbers.Number("film-forming-full", 10, "°C", "from this on, they fuse at the rate of the doubling rule", fact.Bench("water-borne paints ask for 8 to 10 °C on their labels"))
	filmStall  = Numbers.Number("film-forming-stall", 0.05, "", "what is left of the rate below the floor", fact.Bench("chosen; a cold garage stalls a clear, and warming it lets it go on"))
	edgeShare  = Numbers.Number("edge-share", 0.82, "", "work of drying of a wash that lies in a recess, against an open layer as thick: the thin edge of its strip lets more of it go", fact.Bench("T83: half an hour after the last stroke clay, sludge and enamel washes are wiped"))
	flashShare = Numbers.Number("flash-share", 0.45, "", "share of the work of drying that may be left when the next coat of the same follows", fact.Bench("coats flash off for some minutes in between"))
	hardEnough = Numbers.Number("cured", 0.95, "", "hardness from which a film is called cured", fact.Bench("chosen; three time constants"))
)

// Cured is the hardness from which a film is called cured.
func Cured() Fraction { return Fraction(hardEnough) }

// Gel is the hardness at which a liquid binder has gelled, and a finger no longer marks it.
func Gel() Fraction { return Fraction(gelPoint) }

// Fraction is a hardness, from 0 (wet) to 1 (fully cured).
type Fraction float64

// State is a film at a moment.
type State struct {
	Wet   float64  // share of the work of drying still to do: 1 as laid, 0 once stiff
	Hard  Fraction // 0 until stiff
	Phase Phase
}

// Phase is the word for a film's state.
type Phase uint8

// The phases in order of time. A film that may never be coated sooner skips none of them.
const (
	NotLaid Phase = iota
	Wet
	Stiff // stiff, but an oil has not gelled yet
	TouchDry
	Ready // ready to recoat
	CuredPhase
)

var phaseNames = [...]string{"not laid yet", "wet", "tacky", "touch-dry", "ready", "cured"}

func (p Phase) String() string { return phaseNames[p] }

// Course is a film in an air with what doesn't depend on the moment worked out once.
type Course struct {
	Film  coating.Film
	air   climate.Record
	tau   float64 // hours
	work  float64 // um of free liquid
	stiff time.Time
	speed float64 // rate of hardening where the air never changes, 0 where it does
	wait  float64 // hours of hardening that pass until it is stiff, at 21 C and 50 %
}

// Of works out the course of film in air.
func Of(film coating.Film, air climate.Record) Course {
	f := film.Family
	c := Course{Film: film, air: air, stiff: film.Laid}
	if f.Mechanism.Hardens {
		c.tau = f.Tau8.Hours() * pace(film) * film.Hardens() * math.Pow(float64(film.Thickness())/tauAt, tauPower)
	}
	if !air.Changes() {
		c.speed = c.rate()(air.At(film.Laid))
	}
	if f.CarrierShare > 0 {
		c.work = work(film)
		if f.InRecess() {
			c.work *= edgeShare
		}
		if film.Known {
			c.work *= pace(film)
		}
		c.work *= film.Dries()
		if film.Blown > 1 {
			c.work /= film.Blown
		}
		c.stiff = air.Reach(film.Laid, c.work, film.Leaves().Flux)
	}
	c.wait = c.hours(c.stiff)
	return c
}

// hours returns the hours of hardening that have passed since the film was laid, each weighted by its air.
func (c *Course) hours(moment time.Time) float64 {
	if c.speed != 0 {
		return moment.Sub(c.Film.Laid).Hours() * c.speed
	}
	return c.air.Integral(c.Film.Laid, moment, c.rate())
}

func pace(film coating.Film) float64 {
	if film.Pace <= 0 {
		return 1
	}
	return film.Pace
}

// work returns N of the package comment in micrometres.
func work(film coating.Film) float64 {
	h, f := float64(film.Coats)*float64(film.Wet), film.Family
	s0, b := h*f.CarrierShare, h*f.Hold
	s1 := b * f.StiffAt / (1 - f.StiffAt)
	return s0 - s1 + b*math.Log(s0/s1)
}

// At returns how far film has come by moment, standing in air since it was laid. It never falls with time. Held to T05 to T11.
func At(film coating.Film, moment time.Time, air climate.Record) State {
	course := Of(film, air)
	return course.At(moment)
}

// At returns the film's state at moment.
func (c *Course) At(moment time.Time) State {
	switch {
	case moment.Before(c.Film.Laid):
		return State{Wet: 1, Phase: NotLaid}
	case moment.Before(c.stiff):
		done := c.air.Integral(c.Film.Laid, moment, c.Film.Leaves().Flux)
		return State{Wet: max(0, 1-done/c.work), Phase: Wet}
	}
	s := State{Hard: c.Hard(moment), Phase: Stiff}
	f := c.Film.Family
	if !f.Gels || float64(s.Hard) >= gelPoint {
		s.Phase = TouchDry
		if float64(s.Hard) >= f.Ready {
			s.Phase = Ready
		}
		if s.Hard >= Cured() {
			s.Phase = CuredPhase
		}
	}
	return s
}

// Hard returns the film's hardness at moment: 0 while wet; 1 for what has nothing to harden.
func (c *Course) Hard(moment time.Time) Fraction {
	if moment.Before(c.stiff) {
		return 0
	}
	if c.tau == 0 {
		return 1
	}
	theta := moment.Sub(c.stiff).Hours() * c.speed
	if c.speed == 0 {
		theta = c.air.Integral(c.stiff, moment, c.rate())
	}
	return Fraction(-math.Expm1(-theta / c.tau))
}

func (c *Course) rate() func(climate.Air) float64 {
	if c.Film.Family.Mechanism.Cold {
		return coalescing
	}
	return warmth
}

// warmth is the rate of a reaction in air against the reference temperature.
func warmth(air climate.Air) float64 { return math.Exp2((air.TemperatureC - reference) / doubling) }

// coalescing is the rate at which particles fuse: slower in damp air, stalled in the cold.
func coalescing(air climate.Air) float64 {
	k := warmth(air) * math.Pow(max(0, 1-air.Humidity)/0.5, coating.Coalesce.Damp)
	above := (air.TemperatureC - filmFloor) / (filmFull - filmFloor)
	return k * min(1, max(filmStall, above))
}

// Tau returns the film's time constant at 21 C and 50 %; 0 for what has nothing to harden.
func (c *Course) Tau() time.Duration { return time.Duration(c.tau * float64(time.Hour)) }

// Left returns when no more than share of the work of drying is left, 0 to 1.
func (c *Course) Left(share float64) time.Time {
	return c.air.Reach(c.Film.Laid, (1-share)*c.work, c.Film.Leaves().Flux)
}

// Stiff returns when the carrier has left: before that a wipe pulls the film out of its recess.
func (c *Course) Stiff() time.Time { return c.stiff }

// Flashed returns when the film has lost so much of its carrier that the next coat of the same may follow: before that they run together.
func (c *Course) Flashed() time.Time { return c.Left(flashShare) }

// When returns the first moment at which the film is at least hard; Laid plus climate.Horizon when it can't be told.
func (c *Course) When(hard Fraction) time.Time {
	if c.tau == 0 || hard <= 0 {
		return c.stiff
	}
	if hard >= 1 {
		return c.stiff.Add(climate.Horizon)
	}
	return c.air.Reach(c.stiff, -c.tau*math.Log1p(-float64(hard)), c.rate())
}

// TouchDry returns when a finger no longer marks the film: stiff, and gelled where it is an oil.
func (c *Course) TouchDry() time.Time {
	if c.Film.Family.Gels {
		return c.When(Fraction(gelPoint))
	}
	return c.stiff
}

// Ready returns when the next coat may go on.
func (c *Course) Ready() time.Time {
	if c.Film.Family.IsLive() {
		return c.stiff
	}
	return clock.Later(c.TouchDry(), c.When(Fraction(c.Film.Family.Ready)))
}
