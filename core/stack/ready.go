package stack

import (
	"math"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
)

// Asks is what a step wants of a film below before it begins.
type Asks uint8

// What is asked of a film, the least first.
const (
	AsksNothing Asks = iota
	AsksDry          // touch-dry
	AsksReady        // for the next coat
)

var cautious = Numbers.Number("ready-cautious", 0.9, "", "share of all films that are dry, or ready for another coat, at the time that is computed for it", fact.Bench("times for the next coat are told by cautious people: nine of ten films are ready then"))

// wants are what a film needs in the middle before it is as dry as is asked: of its carrier's leaving, and of its hardening.
func (l *Layer) wants(asks Asks, sd float64) (dry, hard float64) {
	f := l.Film.Family
	early := math.Pow(chance.Quantile(1, 1-cautious, sd), chance.Untold(l.Film)) // one's own films are told as they are, a label's times with caution
	if asks == AsksReady && !f.IsLive() && f.Mechanism.Hardens {
		hard = early * l.Needs(cure.Fraction(f.Ready))
	}
	if f.Gels { // it is felt, not told by a label: the middle of what people report
		hard = max(hard, l.Needs(cure.Gel()))
	}
	return early, hard
}

func (l *Layer) readySD() float64 { return chance.Together(chance.Pace(l.Film), chance.Finger) }

// Calm reports whether the film is ready for anything at a moment, whoever laid it.
func (l *Layer) Calm(moment time.Time) bool { return moment.After(l.calm) }

// Settled reports whether the film and all below it are ready for anything at a moment; false where that is not known of those below.
func (l *Layer) Settled(moment time.Time) bool {
	return l.Calm(moment) && l.under.known && moment.After(l.under.calm) && !l.Film.Laid.After(moment) && !l.under.laid.After(moment)
}

// Unready returns the chance that the film is not as dry as is asked of it at a moment: one in ten at the time that is computed for it, one in two of an oil that gels.
func (l *Layer) Unready(asks Asks, moment time.Time) float64 {
	switch {
	case asks == AsksNothing:
		return 0
	case l.Film.Laid.After(moment): // it is not even laid
		return 1
	case l.Calm(moment):
		return 0
	}
	age, sd := l.Age(moment), l.readySD()
	dry, hard := l.wants(asks, sd)
	return max(chance.Early(dry, age.Dried, sd), chance.Early(hard, age.Hours, sd))
}

// ReadyFor returns from when on the chance that the film is not as dry as is asked is at most most.
func (l *Layer) ReadyFor(asks Asks, most float64) time.Time {
	if asks == AsksNothing {
		return l.Film.Laid
	}
	sd := l.readySD()
	dry, hard := l.wants(asks, sd)
	times := chance.Quantile(1, 1-most, sd)
	return clock.Later(l.DriedTo(times*dry), l.After(times*hard))
}

// Unsettled returns the chance that a coat over an oil or a wash shuts it in soft at a moment. Held to T61.
func (l *Layer) Unsettled(moment time.Time) float64 {
	if l.Calm(moment) || l.Film.Laid.After(moment) {
		return 0
	}
	drawn := l.Drawn()
	return chance.Early(drawn.Needs(cure.Fraction(drawn.Film.Family.Ready)), drawn.Age(moment).Hours, chance.LimitSD(drawn.Film))
}

// SettledFor returns from when on that chance is at most most.
func (l *Layer) SettledFor(most float64) time.Time {
	drawn := l.Drawn()
	need := drawn.Needs(cure.Fraction(drawn.Film.Family.Ready))
	return drawn.After(chance.Quantile(need, 1-most, chance.LimitSD(drawn.Film)))
}
