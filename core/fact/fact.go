// Package fact keeps the numbers that the product stands on. A number of the trade or of physics is declared once, with its unit,
// its meaning and the evidence for it, in the table of the package that uses it; the Workings page prints the same tables.
package fact

// Kind says how far a number can be trusted.
type Kind string

// The kinds of evidence, from the firmest to the weakest.
const (
	Published  Kind = "published"                  // with its source
	FromMemory Kind = "from memory"                // published, but written down here without the source at hand
	Practice   Kind = "common practice, no source" // what people at the bench go by, or fitted to it
)

// Evidence is where a number comes from.
type Evidence struct {
	Kind   Kind
	Source string // who published it, or what it was fitted to; may be empty for common practice
}

// Memory is evidence for a published value that was written down without its source at hand.
func Memory(source string) Evidence { return Evidence{FromMemory, source} }

// Bench is evidence from common practice; basis says what the number was fitted to or weighed against.
func Bench(basis string) Evidence { return Evidence{Practice, basis} }

// Number is one row of a table.
type Number struct {
	ID       string
	Value    float64
	Unit     string // empty for a pure number
	Meaning  string
	Evidence Evidence
}

// Range is what can be asked of a quantity: what a slider or a dial offers, and what is refused beyond.
type Range struct {
	ID       string
	From, To float64
	Step     float64 // of a slider
}

// Holds reports whether a value lies in the range; NaN lies in none.
func (r Range) Holds(v float64) bool { return v >= r.From && v <= r.To }

// Table holds the numbers of one package. Its zero value is empty and ready to use.
type Table struct{ rows []Number }

// Number adds a row and returns its value, so that a package variable can be declared and documented in one line.
func (t *Table) Number(id string, value float64, unit, meaning string, evidence Evidence) float64 {
	t.rows = append(t.rows, Number{id, value, unit, meaning, evidence})
	return value
}

// Rows returns the numbers in the order in which they were declared.
func (t *Table) Rows() []Number { return t.rows }
