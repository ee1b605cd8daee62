package learn

import (
	"math"
	"slices"
	"time"

	"inkysparrow/core/fact"
)

var (
	handBench = fact.Bench("chosen: hands differ by about as much as paints do, and one hand from day to day by half of that")
	veilSD    = Numbers.Number("hand-veil", 0.35, "sd of ln", "of how thick a modeller's veils lie, against what is planned", handBench)
	linesSD   = Numbers.Number("hand-lines", 0.3, "sd of ln", "of how strong lines are that a modeller's wipe leaves", handBench)
	pacesSD   = Numbers.Number("hand-minutes", 0.4, "sd of ln", "of how long a modeller takes for a kind of step", handBench)
	seenSD    = Numbers.Number("hand-occasion", 0.2, "sd of ln", "of one occasion, with what it was measured by", handBench)
	saidFrom  = Numbers.Number("hand-said", 0.12, "ln", "from which a hand is another than planned, where nine of ten of it lie beyond 1", handBench)
)

// Trait is something in which hands differ.
type Trait string

// The traits. That of minutes is one for each kind of step: Pace and its id.
const (
	Veil  Trait = "veil"  // how thick a pass lies, times as planned
	Lines Trait = "lines" // how strong lines are after a wipe, times as planned
	Pace  Trait = "minutes:"
)

func (t Trait) sd() float64 {
	switch t {
	case Veil:
		return veilSD
	case Lines:
		return linesSD
	}
	return pacesSD
}

// Measure is one time that a hand was seen: how many times as planned.
type Measure struct {
	Ratio float64
	At    time.Time
}

// HandOf returns how many times as planned a hand does something, from what was seen of it as of now. With nothing seen it is the prior: 1, give or take what hands differ by. Both are normal in
// the logarithm, so the answer is exact; what was seen long ago counts less, as of films. Ratios that are no numbers over 0 tell nothing.
func HandOf(t Trait, seen []Measure, now time.Time) Estimate {
	weight, sum := 1/(t.sd()*t.sd()), 0.0
	n := 0
	seen = slices.Clone(seen)
	slices.SortFunc(seen, func(a, b Measure) int { return a.At.Compare(b.At) })
	for _, m := range seen {
		if !(m.Ratio > 0) || math.IsInf(m.Ratio, 0) {
			continue
		}
		v := min(edge, max(-edge, math.Log(m.Ratio)))
		variance := seenSD*seenSD + forgets*max(0, float64(now.Sub(m.At))/float64(month))
		weight, sum, n = weight+1/variance, sum+v/variance, n+1
	}
	mean, sd := sum/weight, math.Sqrt(1/weight)
	return Estimate{Median: math.Exp(mean), Low: math.Exp(mean - nineOfTen*sd), High: math.Exp(mean + nineOfTen*sd), SD: sd, N: n}
}

// nineOfTen is how many standard deviations hold nine of ten.
const nineOfTen = 1.6449

// Differs reports whether a hand is surely enough another than planned that a plan should follow it.
func Differs(e Estimate) bool {
	return e.N >= 2 && math.Abs(math.Log(e.Median)) >= saidFrom && (e.Low > 1 || e.High < 1)
}
