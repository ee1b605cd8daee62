package chance

import (
	"math"
	"time"

	"inkysparrow/core/fact"
)

var (
	eveningCosts = Numbers.Number("wait-evening", 0.35, "evenings", "what an evening of waiting costs, against one of work that is lost", fact.Bench("chosen: one does something else meanwhile; the user's to change"))
	eveningHours = Numbers.Number("wait-hours", 3, "h", "an evening at the bench: an hour of waiting inside it costs that share of it", fact.Bench("an evening at the bench has some three hours"))
	repeatShare  = Numbers.Number("wait-again", 1.5, "", "how long is waited after a mishap, against the first wait", fact.Bench("chosen: one is warier"))
)

// Evening is how long an evening at the bench is.
func Evening() time.Duration { return time.Duration(eveningHours * float64(time.Hour)) }

// Care is how careful somebody wants to be: how many times a loss counts.
type Care string

// The cares.
const (
	Careful Care = "careful"
	Usual   Care = "usual"
	Bold    Care = "bold"
)

// Cares returns the closed list, the most careful first.
func Cares() []Care { return []Care{Careful, Usual, Bold} }

var weights = map[Care]float64{
	Careful: Numbers.Number("care-careful", 2, "", "how many times a loss counts to the careful", weighed),
	Usual:   1,
	Bold:    Numbers.Number("care-bold", 0.5, "", "how many times a loss counts to the bold", weighed),
}

// Weight returns how many times a loss counts; 1 for no care that is known.
func (c Care) Weight() float64 {
	if w, ok := weights[c]; ok {
		return w
	}
	return 1
}

// Waiting is what a wait costs.
type Waiting struct {
	Evening float64 // evenings an evening of waiting costs; 0 for what is usual
	Care    Care
}

// Cost returns what waiting so long costs, in evenings: whole evenings, and hours inside of one, which never cost more than one more.
func (w Waiting) Cost(evenings int, hours float64) float64 {
	each := w.Each()
	return each * (float64(evenings) + math.Min(1, hours/eveningHours))
}

// Each returns what an evening of waiting costs.
func (w Waiting) Each() float64 {
	if w.Evening > 0 {
		return w.Evening
	}
	return eveningCosts
}

// Of returns what a date costs in all that has cost waited evenings of waiting, with the odds of what is done then: (w + cL)/(1 - c). A mishap does not end the wait:
// what is repaired has to harden too, so that wait and loss come again as often as it goes wrong. It is infinite where it always does. Held to Q22, Q24.
func (w Waiting) Of(waited float64, o Odds) float64 {
	if o.Chance >= 1 {
		return math.Inf(1)
	}
	return (waited + o.Chance*o.Loss*w.Care.Weight()) / (1 - o.Chance)
}
