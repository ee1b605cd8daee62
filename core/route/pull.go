package route

import "inkysparrow/core/fact"

// Pull is what a modeller changed of what an effect is planned as. It alone is stored: passes, share, paint and minutes follow from it. The zero Pull is as planned.
type Pull struct {
	Of     string  // exhaust or gas, where a step could be either; empty for what the zone has
	Amount float64 // times what is planned; 0 for once
	Reach  float64 // times as long; 0 for once
	Rounds float64 // that each gun has fired since it was cleaned; below 0 for none, 0 for the usual number
	Hours  float64 // flown since it was cleaned; below 0 for none, 0 for those that follow from its time in service
}

// What a step of exhaust can be of.
const (
	OfExhaust = "exhaust"
	OfGas     = "gas"
)

var (
	pullBench = fact.Bench("chosen: further than this it is another effect")
	// LeastPull and MostPull bound a pull's amount and reach.
	LeastPull = Numbers.Number("pull-least", 0.1, "", "least that a stain can be thinned out to, in times what was planned", pullBench)
	MostPull  = Numbers.Number("pull-most", 3, "", "most that it can be strengthened or drawn out to", pullBench)
)

// Times returns the amount and the reach, each at least a tenth and at most three times what is planned.
func (p Pull) Times() (amount, reach float64) {
	bound := func(v float64) float64 {
		if v <= 0 {
			return 1
		}
		return min(MostPull, max(LeastPull, v))
	}
	return bound(p.Amount), bound(p.Reach)
}
