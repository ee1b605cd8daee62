package rescue

// Caution stands wherever advice does.
const Caution = "Sand wet or with a dust mask, ventilate where there is solvent, mind needles and blades; the product's label and local rules come first."

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

// early is how one sees a cause at work while there is still time.
var early = map[string]string{
	"bite": "the bud or the cloth takes the colour of the paint", "rub": "the cloth takes the colour of the paint", "incompat": "the wet coat crawls into fine wrinkles", "soon": "the lines pale under the first stroke",
	"late": "the cloth stays clean", "dew": "it clouds from the edges while it dries", "dry": "a dry finger feels sand", "chalk": "black greys as it dries", "youngoil": "a streak drifts under the wet coat",
	"samesolvent": "a line softens under the wet coat", "silver": "tilted to the lamp it shines white under the film", "creep": "a dark seam runs in under the film", "decalunsealed": "its edge lifts under the cloth",
	"decalstrong": "it wrinkles and does not lie down again", "maskstrong": "the tape comes off with a tint", "flood": "a bright rim stands on an edge", "thickcoat": "it skins over and dents", "cold": "it stays dull and powdery",
	"handled": "a finger sticks a little", "notouch": "a finger sticks a little", "mediumlate": "water does nothing in a minute", "gripless": "the brush pushes the oil along", "flatbelow": "a touch of wash spreads into a stain",
	"pigmentwet": "it darkens and stays so as the mist dries",
}

// Early tells what a rule sees coming, and how it is seen while there is still time; empty where nothing is.
func Early(rule string) (what, sign string) {
	for _, cause := range causesOf(rule) {
		if sign = early[cause]; sign != "" {
			return CauseNamed(cause).Words, sign
		}
	}
	return "", ""
}

var earlyFrom = Numbers.Number("rescue-early", 0.1, "", "chance from which it is told beforehand how something is seen to go wrong", Judged)

// EarlyFrom is the chance from which that is told beforehand.
func EarlyFrom() float64 { return earlyFrom }
