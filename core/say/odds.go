package say

// Odds says how likely harm is to show, in words that stand in a sentence.
func Odds(chance float64) string {
	for _, w := range []struct {
		below float64
		words string
	}{
		{0.05, "it hardly ever shows"},
		{0.075, "it shows about once in twenty times"},
		{0.125, "it shows about once in ten times"},
		{0.175, "it shows about once in seven times"},
		{0.225, "it shows about once in five times"},
		{0.29, "it shows about once in four times"},
		{0.42, "it shows about once in three times"},
		{0.5, "it shows nearly every other time"},
		{0.6, "it shows more often than not"},
		{0.8, "it is likely to show"},
		{0.95, "it is very likely to show"},
	} {
		if chance < w.below {
			return w.words
		}
	}
	return "it is all but sure to show"
}

// Likeliness says the same in a word or two, for a label.
func Likeliness(chance float64) string {
	for _, w := range []struct {
		below float64
		words string
	}{{0.05, "hardly"}, {0.125, "about one in ten"}, {0.175, "about one in seven"}, {0.225, "about one in five"}, {0.29, "about one in four"}, {0.42, "about one in three"}, {0.6, "about even"}, {0.8, "likely"}, {0.95, "very likely"}} {
		if chance < w.below {
			return w.words
		}
	}
	return "almost surely"
}
