package chance

import (
	"math"

	"inkysparrow/core/fact"
)

// Stage is how far a zone has come: what would be lost with the film below.
type Stage uint8

// The stages, in the order in which they are reached.
const (
	Painted Stage = iota // only paint lies there
	Cleared              // a clear or decals lie on it
	Washed
	Oiled
	Finished   // the final coat is on
	stageCount // of them
)

var stageNames = [...]string{"only paint lies there", "a clear or decals lie on it", "it is washed", "oils lie on it", "the final coat is on"}

func (s Stage) String() string { return stageNames[s] }

// Harm is a kind of harm by what it takes to mend it.
type Harm uint8

// The kinds of harm.
const (
	Spot      Harm = iota // paint bitten, ground in or lifted in places
	Coat                  // a whole coat wrinkled, lifted or left soft
	Decals                // torn, crept under, silvered
	Pull                  // a wash pulled out of its lines
	Stays                 // a wash that no longer comes off
	Oils                  // moved, or shut in soft
	Print                 // of tape or a finger
	Dull                  // a clear that is frosted, chalky or tided
	harmCount             // of them
)

var harmNames = [...]string{"paint bitten, ground in or lifted in places", "a whole coat wrinkled, lifted or left soft", "decals torn, crept under or silvered", "a wash pulled out of its lines", "a wash that stays on the surface", "oils moved, or shut in soft", "a print of tape or a finger", "a clear frosted, chalky or tided"}

func (h Harm) String() string { return harmNames[h] }

var harmIDs = [...]string{"spot", "coat", "decals", "pull", "stays", "oils", "print", "dull"}

// losses are what each harm costs at each stage, in evenings: the minutes to mend it, a tenth of the zone for what is local, and the evenings
// that its films want again. Bare paint that is bitten counts as an evening: it is sanded and sprayed again.
var losses = func() (all [harmCount][stageCount]float64) {
	route := fact.Bench("minutes and evenings of an ordinary route, from the film that is harmed to where the zone stands; rounded")
	for h, row := range [harmCount][stageCount]float64{
		Spot:   {1.0, 2.0, 2.9, 4.1, 4.6},
		Coat:   {1.9, 4.0, 5.6, 7.3, 8.2},
		Decals: {1.2, 1.2, 1.6, 2.8, 3.3},
		Pull:   {0.2, 0.2, 0.2, 0.6, 0.9},
		Stays:  {0.5, 0.5, 0.5, 0.9, 1.3},
		Oils:   {0.8, 0.8, 0.8, 0.8, 0.95},
		Print:  {0.3, 0.5, 0.6, 0.8, 0.8},
		Dull:   {0.4, 0.7, 0.7, 0.9, 0.9},
	} {
		for s, evenings := range row {
			all[h][s] = Numbers.Number("loss-"+harmIDs[h]+"-"+stageIDs[s], evenings, "evenings", harmNames[h]+", where "+stageNames[s], route)
		}
	}
	return all
}()

var stageIDs = [...]string{"painted", "cleared", "washed", "oiled", "finished"}

// Loss returns what a harm costs at a stage, in evenings.
func Loss(h Harm, s Stage) float64 { return losses[h][s] }

// Odds are the chance that harm shows and what it would cost.
type Odds struct {
	Chance float64 // 0 to 1
	Loss   float64 // evenings
}

// Yes are the odds of what a rule without a spread finds.
func Yes(loss float64) Odds { return Odds{1, loss} }

// Expected returns what is lost on average, in evenings.
func (o Odds) Expected() float64 { return o.Chance * o.Loss }

// Grade is how much odds matter: the higher, the worse.
type Grade uint8

// The grades.
const (
	Silent Grade = iota
	Worth        // knowing
	Flaw         // likely, or dear enough
	Ruin         // likely, and at least an evening
)

var (
	weighed   = fact.Bench("tried on ordinary routes, which stay at a note or under, and on follies, which are told at their weight")
	likely    = Numbers.Number("odds-likely", 0.5, "", "chance from which harm is likely: a warning, and a stop where an evening is lost", weighed)
	stopLoss  = Numbers.Number("odds-evening", 1, "evenings", "loss from which what is likely is a stop", weighed)
	maybe     = Numbers.Number("odds-maybe", 0.2, "", "chance from which harm is worth knowing, and a warning where enough is at stake", weighed)
	warnStake = Numbers.Number("odds-stake", 0.3, "evenings", "chance times loss from which what may well happen is a warning", weighed)
	slight    = Numbers.Number("odds-slight", 0.05, "", "chance from which harm is worth knowing where enough is at stake; below, no figure means anything", weighed)
	noteStake = Numbers.Number("odds-note-stake", 0.1, "evenings", "chance times loss from which a slight chance is worth knowing", weighed)
	edge      = 1e-9 // of rounding, so that a figure that stands on a limit counts as reaching it
)

// Grade returns how much the odds matter. It never falls as the chance or the loss rises.
func (o Odds) Grade() Grade {
	c, e := o.Chance+edge, o.Expected()+edge
	switch {
	case c >= likely && o.Loss+edge >= stopLoss:
		return Ruin
	case c >= likely, c >= maybe && e >= warnStake:
		return Flaw
	case c >= maybe, c >= slight && e >= noteStake:
		return Worth
	}
	return Silent
}

// Flawed returns the least chance at which a loss counts as a flaw.
func Flawed(loss float64) float64 { return math.Max(maybe, math.Min(likely, warnStake/loss)) }

// Likely is the chance from which harm is likely.
func Likely() float64 { return likely }

// Maybe is the chance from which harm is worth knowing, however little it costs.
func Maybe() float64 { return maybe }

// Slight is the chance below which no figure means anything.
func Slight() float64 { return slight }
