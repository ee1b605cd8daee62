package route

import "time"

// Saying is what somebody says of a step or its film who stands at the bench.
type Saying string

// The words. Those up to NoBite tell of the film at that moment; the others of the step.
const (
	Tacky    Saying = "tacky"
	TouchDry Saying = "touch-dry"
	TookRub  Saying = "took-rub" // a cloth did it no harm
	Rubbed   Saying = "rubbed"   // a cloth marked it
	Bit      Saying = "bit"      // the next liquid bit into it
	NoBite   Saying = "no-bite"  // or did not

	Started    Saying = "started"
	Finished   Saying = "done"
	WipedOff   Saying = "wiped"
	WentWrong  Saying = "failed" // it did not work
	LookedFine Saying = "fine"
)

// Sayings returns the closed list of words.
func Sayings() []Saying {
	return []Saying{Tacky, TouchDry, TookRub, Rubbed, Bit, NoBite, Started, Finished, WipedOff, WentWrong, LookedFine}
}

// OfFilm reports whether the word tells of the film.
func (s Saying) OfFilm() bool {
	switch s {
	case Tacky, TouchDry, TookRub, Rubbed, Bit, NoBite:
		return true
	}
	return false
}

// Said is a word with when it was said.
type Said struct {
	At   time.Time
	Word Saying
}
