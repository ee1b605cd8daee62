package why

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

// Weighed tells what a step's date waits for: with what share of the likely products, hands and eyes all is well by then, what a mishap would cost, and what going a day earlier
// or later would risk. It is empty where nothing is weighed.
func Weighed(s *timeline.Site) []string {
	risk, ok := rule.RiskOf(s)
	if !ok || !s.Step.Done.IsZero() {
		return nil
	}
	lines := []string{
		fmt.Sprintf("%s: by then all is well with %.0f of 100 likely products, hands and eyes.", risk.Rule.Title, math.Floor(100*(1-risk.Chance))),
		fmt.Sprintf("A mishap would cost about %s, so that %s at stake.", evenings(risk.Loss), stake(risk.Odds)),
	}
	worst := func(at time.Time) chance.Odds {
		o, _ := s.Odds(s.Timeline.Rules.Timed, at)
		return o
	}
	if earlier := s.Start.AddDate(0, 0, -1); earlier.After(s.After) {
		lines = append(lines, fmt.Sprintf("A day earlier %s, and %s: %s.", stake(worst(earlier)), "an evening of waiting is saved", say.Odds(worst(earlier).Chance)))
	}
	later := worst(s.Start.AddDate(0, 0, 1))
	return append(lines, fmt.Sprintf("A day later %s; an evening of waiting counts %.2f of one that is lost.", stake(later), s.Plan.Waiting.Each()))
}

func evenings(n float64) string {
	if n < 0.95 {
		return fmt.Sprintf("%.1f of an evening", n)
	}
	return fmt.Sprintf("%.1f evenings", n)
}

func stake(o chance.Odds) string {
	if o.Expected() < 0.005 {
		return "next to nothing is"
	}
	return fmt.Sprintf("%.2f evenings are", o.Expected())
}

// Hangs says what a chance hangs on, and what would narrow it; empty where it is a yes or a no.
func Hangs(made map[chance.Source]float64, known bool) (on, narrows string) {
	if made == nil {
		return "", ""
	}
	on = fmt.Sprintf("It hangs on the product by %.0f %%, on the hand and its room by %.0f, on the eye by %.0f.", 100*made[chance.OfProduct], 100*made[chance.OfHand], 100*made[chance.OfEye])
	switch {
	case known:
		narrows = "The product's own time is known already: a test piece that was painted along with the model would tell the rest."
	case made[chance.OfProduct] >= tells:
		narrows = "What would narrow it: the product's own touch-dry time, from its label or by trying it, written down on the shelf; or a test piece."
	default:
		narrows = "What would narrow it: a test piece that was painted along with the model."
	}
	return on, narrows
}

// tells is the share of a variance from which knowing its source is worth the trouble.
const tells = 0.2

// Slope is the chance of harm at a moment.
type Slope struct {
	At     time.Time
	Chance float64
}

// Slopes tells how likely harm is by the rules that weigh a chance, from the step before the site's on, until it hardly ever shows any more; closer in time at first. It is empty
// where nothing was ever likely.
func Slopes(s *timeline.Site) []Slope {
	const first, last, points = 10 * time.Minute, 30 * 24 * time.Hour, 28
	var all []Slope
	most := 0.0
	for i := range points {
		age := time.Duration(float64(first) * math.Pow(float64(last)/float64(first), float64(i)/(points-1)))
		o, _ := s.Odds(s.Timeline.Rules.Timed, s.After.Add(age))
		all = append(all, Slope{s.After.Add(age), o.Chance})
		if most = max(most, o.Chance); o.Chance < chance.Slight() && i > 0 && all[i-1].Chance < chance.Slight() {
			break
		}
	}
	if most < chance.Slight() {
		return nil
	}
	return all
}
