package chance

import (
	"math"

	"inkysparrow/core/coating"
)

// Phi returns the share of a normal distribution that lies below x, 0 to 1.
func Phi(x float64) float64 { return 0.5 * math.Erfc(-x/math.Sqrt2) }

// Probit returns where share of a normal distribution lies below: the inverse of Phi.
func Probit(share float64) float64 { return math.Sqrt2 * math.Erfinv(2*share-1) }

// Below returns the chance that a figure in the middle at figure lies below limit, where the logarithm of either strays by sd: Phi(ln(limit/figure)/sd). A
// spread of 0 gives 0 or 1.
func Below(figure, limit, sd float64) float64 {
	switch {
	case limit <= 0 || math.IsInf(figure, 1):
		return 0
	case figure <= 0:
		return 1
	case sd <= 0 && figure < limit:
		return 1
	case sd <= 0:
		return 0
	}
	return Phi(math.Log(limit/figure) / sd)
}

// Early returns the chance that what needs need in the middle has not come about after aged, in any one unit of time: half where they are the same. Held to Q01, Q02.
func Early(need, aged, sd float64) float64 { return Below(aged, need, sd) }

// Late returns the chance that what shuts after shuts in the middle has shut after aged.
func Late(shuts, aged, sd float64) float64 { return Below(shuts, aged, sd) }

// Above returns the chance that a dose in the middle at dose is more than limit.
func Above(dose, limit, sd float64) float64 { return Below(limit, dose, sd) }

// Between returns the chance of standing in a window that opens and shuts with one pace: a hill over time, and never below 0. Held to Q13.
func Between(from, to, aged, sd float64) float64 {
	return math.Max(0, Late(from, aged, sd)-Late(to, aged, sd))
}

// Quantile returns when what needs need in the middle has come about for a share of all, 0 to 1.
func Quantile(need, share, sd float64) float64 { return need * math.Exp(sd*Probit(share)) }

// Pulled returns the chance that a wipe pulls so much of a wash out of its lines that it shows: the wash is dry after need in the middle, and was left
// for stood. share is what may be pulled. Held to Q11, Q12.
func Pulled(need, stood, share float64, film coating.Film) float64 {
	return Early(need*(1-share), stood, PulledSD(share, film))
}

// PulledSD is the spread of the time that Pulled waits for.
func PulledSD(share float64, film coating.Film) float64 {
	return Together(Pace(film), pulledSD*share/(1-share))
}

// Frosts returns the chance that a coat frosts in a humidity, where it does from limit in the middle; both 0 to 1.
func Frosts(humidity, limit float64) float64 { return Phi(100 * (humidity - limit) / frostSD) }

// Nodes of the Gauss-Legendre rule for eight points on 0 to 1.
var nodes = [8]struct{ at, weight float64 }{
	{0.0198550717512319, 0.0506142681451881},
	{0.1016667612931866, 0.1111905172266872},
	{0.2372337950418355, 0.1568533229389437},
	{0.4082826787521751, 0.1813418916891810},
	{0.5917173212478249, 0.1813418916891810},
	{0.7627662049581645, 0.1568533229389437},
	{0.8983332387068134, 0.1111905172266872},
	{0.9801449282487682, 0.0506142681451881},
}

// sliver is a share of all films that is too small to be looked at by itself.
const sliver = 1e-6

// Rare is how far out a pace is still looked at, in spreads: one film in two hundred lies beyond.
const Rare = 2.6

// Paces yields paces, as how many spreads slower than the middle, with the share of all films that each stands for; they add up to 1. The axis is cut at borders,
// where a film stops being dry and its loss jumps: a node that crossed one would make a chance jump between two ages that hardly differ.
func Paces(borders []float64, yield func(slower, share float64) bool) {
	from := 0.0
	for i := 0; ; i++ {
		for i < len(borders) && Phi(borders[i]) <= from+sliver {
			i++
		}
		to := 1.0
		if i < len(borders) && Phi(borders[i]) < 1-sliver {
			to = Phi(borders[i])
		}
		for _, n := range nodes {
			if !yield(Probit(from+(to-from)*n.at), (to-from)*n.weight) {
				return
			}
		}
		if to == 1 {
			return
		}
		from = to
	}
}
