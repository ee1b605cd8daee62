package finish

import (
	"fmt"

	"inkysparrow/core/coating"
	"inkysparrow/core/say"
)

// School is a way of finishing a model, with what it comes to at a place.
type School struct {
	Words, Costs string
	Coat         int // in the judged list; below 0 for none
}

// Schools returns the ways in which people finish, each with the best coat of the ranked list that does so, and what it costs here.
func (p *Place) Schools(all []Judged) []School {
	best := func(how How, sheen coating.Sheen) int { // of what is at hand, if there is such a clear
		found := -1
		for i := range all {
			if all[i].How != how || all[i].Sheen != sheen {
				continue
			}
			if !all[i].Generic {
				return i
			}
			if found < 0 {
				found = i
			}
		}
		return found
	}
	of := func(words string, i int) School {
		s := School{Words: words, Coat: i}
		if i < 0 {
			s.Costs = "there is no such clear"
			return s
		}
		j := &all[i]
		s.Costs = fmt.Sprintf("%.0f GU, ready in %s", j.To, say.Span(j.Handle))
		if len(j.Dusts) > 0 {
			s.Costs += fmt.Sprintf(", %s of the dust stays", say.Percent(min(1, j.Kept)))
		}
		if j.RuledOut != "" {
			s.Costs += "; not now: " + j.RuledOut
		}
		return s
	}
	both := of("gloss, then flat", best(Wet, coating.Gloss))
	if flat := best(Wet, coating.Flat); both.Coat >= 0 && flat >= 0 {
		both.Costs = fmt.Sprintf("%s more before the flat; oils and dust are shut in", say.Span(all[both.Coat].Handle))
		if len(all[both.Coat].Dusts) > 0 {
			both.Costs = fmt.Sprintf("%s more before the flat; %s of the dust stays under the gloss alone", say.Span(all[both.Coat].Handle), say.Percent(min(1, all[both.Coat].Kept)))
		}
	}
	_, because := p.None()
	return []School{
		of("light mists of flat", best(Mist, coating.Flat)), of("one wet flat", best(Wet, coating.Flat)), both, of("satin, where it is handled", best(Wet, coating.Satin)), {"nothing over oils and dust", because, -1},
	}
}
