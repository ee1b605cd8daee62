package plan

// Told is what somebody is told who is about to paint: what it is about, in a sentence or two, and its figures.
type Told struct {
	Title string
	Words string
	Rows  []ToldRow
}

// ToldRow is a figure with what it is of, and what to make of it.
type ToldRow struct {
	Label, Value string
	Sense        Sense
}

// Sense is what to make of a figure; empty where there is nothing to be made of it.
type Sense string

// The senses.
const (
	Fine  Sense = "safe" // as it should be
	Mind  Sense = "wait" // mind it
	Harms Sense = "bite"
	Aside Sense = "note" // worth knowing
)
