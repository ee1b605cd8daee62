package finish

import (
	"fmt"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

// Lands is how a coat arrives.
type Lands string

// The ways to arrive.
const (
	AsDust  Lands = "dust"
	AsMist  Lands = "mist"
	AsWet   Lands = "wet"
	AsFlood Lands = "flood"
)

var (
	landBench = fact.Bench("chosen: drops that touch flow together from about four micrometres; one in twenty dry is felt as grit")
	dustyFrom = Numbers.Number("lands-dust", 0.05, "", "share of the solids that land dry from which a coat lands as dust", landBench)
	mistTo    = Numbers.Number("lands-mist", 4, "µm", "wet film of a pass up to which its drops stay apart", landBench)
	paleFrom  = Numbers.Number("lands-pale", 3, "L*", "by which what landed dry may lift a colour before it looks chalky", fact.Bench("T40"))
)

// Words tells how it arrives.
func (l Lands) Words() string {
	return map[Lands]string{AsDust: "as dust", AsMist: "as a mist: its drops stay apart", AsWet: "wet: it flows together", AsFlood: "as a flood"}[l]
}

// Outcome is something that may come of a setting, as a share of what would be too much.
type Outcome struct {
	ID, Words string
	Share     float64
}

// Near reports whether it comes near to what is too much, Over whether it is.
func (o Outcome) Near() bool { return o.Share >= nearFrom }

// Over reports whether it is too much.
func (o Outcome) Over() bool { return o.Share >= 1 }

var nearFrom = Numbers.Number("outcome-near", 0.6, "", "share of what is too much from which it is spoken of", landBench)

// Sprayed is what comes of an airbrush's setting for a coat at a place.
type Sprayed struct {
	dose.Spray
	Coats []string // what is done with it, pass by pass, in words
	Set   dose.Setting
	Range dose.Range
	Lands Lands
	Comes []Outcome
}

// Spray tells what comes of a setting for a judged coat; nil for the middle of what is usual.
func (p *Place) Spray(j *Judged, as *dose.Setting) Sprayed {
	f, air := j.Product.Family, p.Plan.Air.At(p.At)
	set := *j.Step
	set.Spray = as
	out := Sprayed{Range: dose.RangeFor(set.Do.Spray), Set: set.Setting()}
	if out.Set.Can {
		out.Range.Words, out.Range.DistanceCM = "a can", dose.Reach()
	}
	out.Set = out.Set.Led()
	film := j.Step.Film(p.At)
	out.Spray = out.Set.Of(f, film.Wet, j.How == Wet, p.area, air)
	switch {
	case out.Flight.Dust >= dustyFrom:
		out.Lands = AsDust
	case out.Wet:
		out.Lands = AsFlood
	case float64(out.Pass) <= mistTo:
		out.Lands = AsMist
	default:
		out.Lands = AsWet
	}
	peel, runs, stripes := out.Shares()
	pale := j.Before.Hazed(gloss.Hazes(gloss.Dusted(out.Flight.Dust)), gloss.Veil(coating.Flat)).Lightness() - j.Before.Lightness()
	q := p.question(j)
	out.Coats = out.passes(j)
	_, moved := p.carried(q.With(stack.Touch{Contact: stack.WetCoat.Standing(out.Pass), Liquid: q.Touch.Liquid, Welds: q.Touch.Welds}), j.How)
	out.Comes = []Outcome{
		{"frost", "frost", rule.Frosts(&set, air) / chance.Likely()},
		{"chalk", "chalk", pale / paleFrom},
		{"peel", "peel", peel},
		{"moved", "oils moved", moved / stack.CreepShows()},
		{"tide", "tide", runs},
		{"stripes", "stripes", stripes},
	}
	return out
}

// passes tells how the coats are led: how many passes, how, and in which direction.
func (s *Sprayed) passes(j *Judged) (all []string) {
	for i := range max(1, j.Coats) {
		along := "along the span"
		if i%2 == 1 {
			along = "across the last"
		}
		first := "Over it"
		if j.Coats > 1 {
			first = fmt.Sprintf("Coat %d:", i+1)
		}
		all = append(all, fmt.Sprintf("%s %s %s, %.0f %% over the last one, %.0f cm/s, %.0f cm off; start and end beside the model.", first, say.Count(s.Passes, "time"), along, 100*s.Set.Overlap, s.Set.Speed, s.Set.DistanceCM))
	}
	return all
}
