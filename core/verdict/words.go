package verdict

import (
	"fmt"
	"strings"

	"inkysparrow/core/cure"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

// Say tells in a sentence what a touch does to the film in question, by its name in a sentence, and how likely that is to show; empty where nothing speaks against it.
func (a Answer) Say(film string, films stack.Stack) string {
	words := a.harm(say.Capital(film), film, films)
	switch a.Harm {
	case Bitten, Worn, Ground, Wrinkled, ShutIn, Crept:
		return strings.TrimSuffix(words, ".") + "; " + say.Odds(a.Chance) + "."
	}
	return words
}

// Said tells in a sentence what a touch that has happened may have done.
func (a Answer) Said(film string, films stack.Stack) string {
	first := say.Capital(film)
	switch a.Harm {
	case TooWet:
		if films[a.Place].At(a.At).Phase < cure.TouchDry {
			return first + " was still wet."
		}
		return first + " may not have been ready for this."
	case Bitten:
		if a.Reach.Whole {
			return first + " may have let go, with all above it."
		}
		return fmt.Sprintf("It may have taken off %.2f µm of %s.", float64(a.Reach.Loss), film)
	case Worn:
		return fmt.Sprintf("It may have dug %.1f µm out of %s.", float64(a.Dug), film)
	case Ground:
		return fmt.Sprintf("The cloth may have ground the wash into %s: it was soft.", film)
	case Wrinkled:
		return first + " may have wrinkled under its own kind."
	case Torn:
		return "The decals lay open: they may have been crept under and torn."
	case ShutIn:
		return first + " had not settled: the coat may have shut it in soft."
	case Crept:
		return first + " was still soluble in it: its lines may have crept."
	}
	return ""
}

func (a Answer) harm(first, film string, films stack.Stack) string {
	switch a.Harm {
	case TooWet:
		switch {
		case films[a.Place].Film.Laid.After(a.At):
			return first + " is not on yet."
		case films[a.Place].At(a.At).Phase < cure.TouchDry:
			return first + " is still wet."
		case a.Safe():
			return first + " may not be ready for this yet."
		}
		return first + " is dry, and not ready for this yet."
	case Bitten:
		if a.Reach.Whole {
			return first + " lets go, and all above it comes off."
		}
		return fmt.Sprintf("It would take off %.2f µm of %s.", float64(a.Reach.Loss), film)
	case Worn:
		return fmt.Sprintf("It would dig %.1f µm out of %s.", float64(a.Dug), film)
	case Ground:
		return fmt.Sprintf("The cloth would grind the wash into %s: it is too soft.", film)
	case Wrinkled:
		return first + " would wrinkle under its own kind."
	case Torn:
		return "The decals lie open: they would be crept under and torn."
	case ShutIn:
		return first + " has not settled: the coat would shut it in soft."
	case Crept:
		return first + " is still soluble in it: its lines would creep."
	}
	return ""
}
