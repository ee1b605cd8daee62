package rescue

import (
	"maps"
	"slices"
)

// Caution stands wherever advice does.
const Caution = "Sand wet or with a dust mask, ventilate where there is solvent, mind needles and blades; the product's label and local rules come first."

// Rules returns the ids of the rules that see a symptom coming.
func (s *Symptom) Rules() []string {
	all := []string{}
	for _, id := range slices.Sorted(maps.Keys(byRule)) {
		if slices.ContainsFunc(s.Causes, func(l Link) bool { return slices.Contains(byRule[id], l.Cause) }) {
			all = append(all, id)
		}
	}
	return all
}

// First returns what is done first where nothing is known of the stack.
func (s *Symptom) First() *Remedy {
	for _, w := range Ways(s.Because(Told{}, nil), s.Living, nil, nil) {
		if w.ID != Leave {
			return w.Remedy
		}
	}
	return RemedyNamed(Leave)
}

var (
	leastTold = Numbers.Number("rescue-told", 0.005, "", "chance below which a cause is not told of", Judged)
	alsoFrom  = Numbers.Number("rescue-also", 0.1, "", "chance from which a cause is told of as another one", Judged)
	mostFrom  = Numbers.Number("rescue-most", 0.5, "", "chance from which the first cause is the most likely one, and not only perhaps", Judged)
)

// LeastTold is the chance below which a cause is not told of.
func LeastTold() float64 { return leastTold }

// Also reports whether a cause is one to reckon with.
func (c *Chance) Also() bool { return c.Chance >= alsoFrom }

// Rank says in words how likely the i-th of a symptom's causes is.
func (c *Chance) Rank(i int) string {
	switch {
	case c.ID == Other:
		return "or else"
	case i == 0 && c.Chance >= mostFrom:
		return "most likely"
	case i == 0:
		return "perhaps"
	case c.Also():
		return "also"
	}
	return "hardly"
}

// odds are chances of success as they are spoken of; every figure behind them is judged, so that no more than these words are told.
var odds = []struct {
	from  float64
	words string
}{{0.85, "9 in 10, very likely"}, {0.7, "3 in 4, likely"}, {0.6, "2 in 3, likely"}, {0.42, "1 in 2, even"}, {0.3, "1 in 3"}, {0, "1 in 5, hardly"}}

// Odds says in words how likely a remedy works.
func (w *Way) Odds() string {
	for _, o := range odds {
		if w.Success >= o.from {
			return o.words
		}
	}
	return odds[len(odds)-1].words
}
