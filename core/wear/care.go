package wear

import "inkysparrow/core/fact"

var careBench = fact.Bench("care, combat and age are asked apart: a polished racer of ten years shows little, a neglected machine of one a lot")

// Care is how an aircraft was looked after, or how much it was fought in: how much more people and air wear it.
type Care struct {
	ID, Words   string
	People, Air float64
}

func care(id, words string, people, air float64) Care {
	return Care{
		id, words, Numbers.Number("wear-care-"+id+"-people", people, "", "how much people wear an aircraft that was "+words, careBench),
		Numbers.Number("wear-care-"+id+"-air", air, "", "how much air and stones wear one that was "+words, careBench),
	}
}

// The answers; the first of each is meant where nothing is said.
var (
	cares   = []Care{care("kept", "kept as usual", 1, 1), care("polished", "polished every week", 0.35, 0.7), care("neglected", "neglected", 1.5, 1.2), care("stored", "laid up in store", 0.5, 0.6)}
	combats = []Care{care("some", "flown in some action", 1, 1), care("none", "never in action", 0.8, 0.85), care("much", "much in action", 1.35, 1.3)}
)

// Cares returns how an aircraft can have been looked after, Combats how much it can have been fought in.
func Cares() []Care   { return cares }
func Combats() []Care { return combats }

func named(all []Care, id string) Care {
	for _, c := range all {
		if c.ID == id {
			return c
		}
	}
	return all[0]
}

func careOf(id string) Care   { return named(cares, id) }
func combatOf(id string) Care { return named(combats, id) }
