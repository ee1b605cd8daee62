package bench

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
)

// TellEvidence is where the ways of telling come from.
var TellEvidence = fact.Bench("how finishers tell; nothing here is measured")

// Tell returns how one tells by finger, tissue or sheen that a film has come to what is waited for.
func Tell(f *coating.Family, wipe bool) string {
	switch {
	case wipe && f.Mechanism == coating.Coalesce:
		return "Its edges have gone matt and its middle is still damp: a barely damp cloth takes it up. Dry all through it stays."
	case wipe && !f.Mechanism.Hardens:
		return "It has turned pale and dusty all over: a dry cloth takes it from the surface and leaves it in the lines."
	case wipe:
		return "Its wet shine has gone: a clean bud takes it up without a smear, and the line below stays full."
	case f.Gels:
		return "Lay a tissue on its thickest place and lift it: it comes off clean. Its sheen is even, and it does not smell of thinner."
	case f.InLines():
		return "It is matt everywhere: a finger at the edge stays clean."
	}
	return "Touch it where nobody looks, in a well or on a sprue painted with it: no print, no pull. It does not smell of thinner any more."
}

// Seals tells what a coat shuts in that can't be reached any more once it is on; empty where it shuts in nothing.
func Seals(l *timeline.Line, place int) (shut []*route.Step) {
	if !l.Steps[place].Step.Do.Has(route.ClearCoat) {
		return nil
	}
	for i := place - 1; i >= 0; i-- {
		s := l.Steps[i].Step
		if s.Do.Has(route.ClearCoat) {
			break
		}
		if s.Do.Has(route.WashOn) || s.Do.Has(route.OilWork) || s.Do.Has(route.NeedsGloss) || s.Do.Has(route.Thinned) {
			shut = append(shut, s)
		}
	}
	return shut
}
