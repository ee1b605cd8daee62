package rescue

import (
	"cmp"
	"slices"
	"strings"
	"unicode"
)

// said are words that tell nothing of what is seen.
var said = map[string]bool{
	"the": true, "a": true, "an": true, "my": true, "is": true, "it": true, "on": true, "over": true, "of": true, "and": true, "in": true, "last": true, "night": true, "after": true, "went": true, "has": true, "have": true,
	"i": true, "to": true, "with": true, "from": true, "was": true, "are": true, "under": true, "all": true, "not": true, "does": true, "at": true, "so": true, "now": true,
}

const mostWords = 40 // that are looked at of a text

func tokens(text string) (all []string) {
	for _, w := range strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }) {
		if !said[w] && len(w) > 1 && len(all) < mostWords {
			all = append(all, w)
		}
	}
	return all
}

// alike reports whether two words are one but for their ending.
func alike(a, b string) bool {
	if a == b {
		return true
	}
	short, long := a, b
	if len(short) > len(long) {
		short, long = long, short
	}
	if len(short) >= 4 && strings.HasPrefix(long, short) && len(long)-len(short) <= 3 {
		return true
	}
	n := 0
	for n < len(short) && short[n] == long[n] {
		n++
	}
	return n >= 4 && len(long)-n <= 3 && len(short)-n <= 2
}

// Find returns the symptoms that somebody may mean who tells what is seen in words of one's own, the likeliest first; none where nothing fits. A word that few symptoms share tells more.
func Find(text string) []*Symptom {
	asked := tokens(text)
	if len(asked) == 0 {
		return nil
	}
	own := make([][]string, len(symptoms))
	for i, s := range symptoms {
		own[i] = tokens(s.Words + " " + s.Short + " " + s.Also)
	}
	scores := map[*Symptom]float64{}
	for _, a := range asked {
		var hit []int
		for i := range symptoms {
			if slices.ContainsFunc(own[i], func(w string) bool { return alike(a, w) }) {
				hit = append(hit, i)
			}
		}
		for _, i := range hit {
			scores[symptoms[i]] += 1 / float64(1+len(hit))
		}
	}
	for _, s := range symptoms { // what is told as it stands here tells most
		for _, phrase := range append(strings.Split(s.Also, ","), s.Words, s.Short) {
			own := tokens(phrase)
			if len(own) > 0 && !slices.ContainsFunc(own, func(w string) bool { return !slices.ContainsFunc(asked, func(a string) bool { return alike(a, w) }) }) {
				scores[s] += findPhrase * float64(len(own))
			}
		}
	}
	var all []*Symptom
	best := 0.0
	for _, s := range symptoms {
		best = max(best, scores[s])
	}
	for _, s := range symptoms {
		if scores[s] > 0 && scores[s] >= best*findLeast {
			all = append(all, s)
		}
	}
	slices.SortStableFunc(all, func(a, b *Symptom) int { return cmp.Compare(scores[b], scores[a]) })
	return all
}

var findPhrase = Numbers.Number("rescue-find-phrase", 0.15, "", "what each word of a phrase tells that is said as it stands here", Judged)

var findLeast = Numbers.Number("rescue-find", 0.3, "", "share of the best match from which another one is offered", Judged)
