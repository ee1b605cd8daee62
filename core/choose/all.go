package choose

import (
	"fmt"
	"strings"

	"inkysparrow/core/say"
	"inkysparrow/core/verdict"
)

// ForAll tells what holds for every one of judged washes: what the place itself is not ready for.
func ForAll(p *Place, all []Judged) []string {
	told := []string{}
	if len(all) < 2 {
		return told
	}
	every := func(of func(j *Judged) verdict.Answer, h verdict.Harm) (verdict.Answer, bool) {
		var a verdict.Answer
		for i := range all {
			if a = of(&all[i]); a.Harm != h || a.Safe() {
				return a, false
			}
		}
		return a, true
	}
	put := func(j *Judged) verdict.Answer { return j.Apply }
	if a, ok := every(put, verdict.TooWet); ok {
		told = append(told, fmt.Sprintf("%s is not dry enough for any wash before %s.", say.Capital(p.FilmName(a.Place)), p.Plan.Clock(a.SafeFrom)))
	}
	if _, ok := every(put, verdict.Torn); ok {
		told = append(told, "The decals lie open: seal them before any wash.")
	}
	if a, ok := every(func(j *Judged) verdict.Answer { return j.Rub }, verdict.Ground); ok {
		told = append(told, say.Capital(strings.Replace(p.softWords(a), "a cloth", "any cloth", 1))+".")
	}
	return told
}
