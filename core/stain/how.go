package stain

import "inkysparrow/core/fact"

// How is what a modeller changed of what a stain was planned as. The zero How is as planned.
type How struct {
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
	// LeastPull and MostPull bound How's amount and reach.
	LeastPull = Numbers.Number("pull-least", 0.1, "", "least that a stain can be thinned out to, in times what was planned", pullBench)
	MostPull  = Numbers.Number("pull-most", 3, "", "most that it can be strengthened or drawn out to", pullBench)
)

// Times returns the amount and the reach, each at least a tenth and at most three times what is planned.
func (h How) Times() (amount, reach float64) {
	bound := func(v float64) float64 {
		if v <= 0 {
			return 1
		}
		return min(MostPull, max(LeastPull, v))
	}
	return bound(h.Amount), bound(h.Reach)
}

// Fired returns the rounds that each gun has fired, by how much the aircraft was in action where the modeller doesn't say: none where it never was.
func (h How) Fired(combat string) float64 {
	switch {
	case h.Rounds < 0, h.Rounds == 0 && combat == "none":
		return 0
	case h.Rounds == 0 && combat == "much":
		return roundsOf * muchFired
	case h.Rounds == 0:
		return roundsOf
	}
	return h.Rounds
}

var muchFired = Numbers.Number("gas-much", 2, "", "how many times the usual rounds an aircraft fires that is much in action", pullBench)

// Care is what a kind of stain is made with, how it is taken back and what may go over it.
type Care struct{ Tool, Undo, Seal string }

var cares = map[string]Care{
	"oil-dots":      {"A small round brush to set the dots, a soft flat one, nearly dry, to blend them; a card to let the oil soak out of the paint first.", "A bud with a trace of its thinner, for a day or two; then only under the next coat.", "Nothing, or a clear once it has set through: a flat clear dulls oils, a gloss one deepens them."},
	"oil-accent":    {"A fine round brush for the line, a soft flat one, nearly dry, drawn away from it to one side.", "A bud with a trace of its thinner, for a day or two.", "As oil dots."},
	"streak":        {"The finest brush for the dot, a soft flat one, nearly dry, for one stroke.", "A bud with a trace of its thinner, for a day or two.", "As oil dots; a streak that shall shine goes on after the last coat."},
	"filter":        {"A broad soft brush that is wrung out on a cloth first.", "A cloth with its thinner, while it is open.", "As a wash."},
	"exhaust-spray": {"The finest needle at low pressure; paper under the zone that catches the first spit.", "While it is fresh, a bud with its thinner over a clear coat; later only a veil of the paint's own colour.", "Any clear; a stain over bare flat paint changes least under flat."},
	"pastel":        {"A brush cropped to 1 mm, a stick scraped on paper; worked in, not laid on.", "An eraser or a damp bud, until it is sealed.", "Pale dust by mists, never by a wet coat; dark dust as you like."},
	"mud":           {"A stiff brush flicked over a stick, or a sponge; on a card first, until the specks are right.", "A bud with its thinner while it is fresh; dry pigment with a dry brush.", "A flat clear, misted."},
	"pencil":        {"A sharp pencil, dabbed and dragged on high points; a bud rubbed with graphite on single panels.", "An eraser, until it is sealed.", "A mist, or nothing: fingers take it off."},
	"sponge-chips":  {"A torn bit of sponge held in tweezers, dabbed out on card until it nearly gives nothing; turned at every touch, so that no shape comes twice.", "A bud with its thinner, at once.", "Any clear."},
	"brush-chips":   {"The finest brush, dabbed with its tip.", "A bud with its thinner, at once.", "Any clear."},
	"wet-stain":     {"A fine brush, drawn aft once.", "A bud with its thinner, at once.", "Nothing: it lives by its shine."},
}

// CareOf returns the care of a kind of step; the zero Care where it has none.
func CareOf(do string) Care { return cares[do] }
