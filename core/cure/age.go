package cure

import (
	"math"
	"time"
)

// Families are typical: a product of pace 2 takes twice as long to dry and to harden as one in the middle. In constant air such a film at an age is the middle one at
// half that age; in changing air the same holds of hours of hardening, each weighted by its air.

// Age is how far a film has come by a moment, told so that it can be asked for products of any pace. Held to Q03.
type Age struct {
	Dried float64 // work of drying that has been done, against what it takes: 1 is stiff
	Hours float64 // of hardening since the film was laid, at 21 C and 50 %

	wait, tau float64
}

// longDry is how many times its drying a film has stood before nobody's is wet.
const longDry = 12

// Age returns how far the film has come by moment.
func (c *Course) Age(moment time.Time) Age {
	a := Age{Hours: c.hours(moment), wait: c.wait, tau: c.tau, Dried: math.Inf(1)}
	if c.work == 0 {
		return a
	}
	stood, dries := moment.Sub(c.Film.Laid), c.stiff.Sub(c.Film.Laid)
	switch {
	case stood > longDry*dries:
	case c.speed != 0:
		a.Dried = float64(stood) / float64(dries)
	default:
		a.Dried = c.air.Integral(c.Film.Laid, moment, c.Film.Leaves().Flux) / c.work
	}
	return a
}

// At returns how hard the film is with a product of that pace, and whether it is still wet.
func (a *Age) At(pace float64) (hard Fraction, wet bool) {
	switch {
	case a.Dried < pace:
		return 0, true
	case a.tau == 0:
		return 1, false
	}
	return Fraction(-math.Expm1(-max(0, a.Hours/pace-a.wait) / a.tau)), false
}

// Needs returns the hours of hardening after which a film in the middle is at least hard; as it is counted in Age.
func (c *Course) Needs(hard Fraction) float64 {
	if c.tau == 0 || hard <= 0 {
		return c.wait
	}
	return c.wait - c.tau*math.Log1p(-float64(hard))
}

// After returns when so many hours of hardening have passed.
func (c *Course) After(hours float64) time.Time { return c.air.Reach(c.Film.Laid, hours, c.rate()) }

// DriedTo returns when the work of drying has been done so many times.
func (c *Course) DriedTo(times float64) time.Time {
	if c.work == 0 {
		return c.Film.Laid
	}
	return c.air.Reach(c.Film.Laid, times*c.work, c.Film.Leaves().Flux)
}
