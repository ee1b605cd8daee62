// Package follow tells what may follow what: for two products, what the one does to a film of the other by the film's age and by the way
// it is put on. It asks the bite engine; nothing of it is a table of its own.
package follow

import (
	"slices"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/verdict"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var usualCoats = int(Numbers.Number("follow-coats", 2, "coats", "of the film below, where it is a closed one", fact.Bench("a couple of coats are trusted")))

// Usual returns a film of a family as it usually lies, laid at a moment.
func Usual(family *coating.Family, laid time.Time) coating.Film {
	film := coating.Film{Family: family, Coats: 1, Wet: family.Wet, Laid: laid, Quick: slices.Contains(family.Kinds, coating.Wash)}
	if family.Closed {
		film.Coats = usualCoats
	}
	return film
}

// Way is a way of putting a product on.
type Way struct {
	ID, Words string
	contact   *stack.Contact
	remover   bool // wets with the product's remover, else with its carrier
	thinner   bool // wets with its thinner
	rubs      bool
	dry       bool
}

var (
	sprayed   = Way{ID: "sprayed", Words: "sprayed", contact: stack.Mist}
	wet       = Way{ID: "wet", Words: "sprayed wet", contact: stack.WetCoat}
	brushed   = Way{ID: "brushed", Words: "brushed", contact: stack.Brushed}
	pin       = Way{ID: "pin", Words: "run into the lines", contact: stack.PinWash}
	overall   = Way{ID: "overall", Words: "brushed overall", contact: stack.Overall}
	wipedDry  = Way{ID: "wiped-dry", Words: "wiped dry", contact: stack.DryWipe, rubs: true, dry: true}
	wipedDamp = Way{ID: "wiped-damp", Words: "wiped damp", contact: stack.DampWipe, remover: true, rubs: true}
	wipedWet  = Way{ID: "wiped-wet", Words: "wiped wet", contact: stack.WetWipe, remover: true, rubs: true}
	blended   = Way{ID: "blended", Words: "blended", contact: stack.Blended, thinner: true}
	floated   = Way{ID: "floated", Words: "floated on", contact: stack.Floated}
)

var (
	colours = []Way{sprayed, brushed}
	painted = []coating.Kind{coating.Primer, coating.Paint, coating.Metal}
	ways    = map[coating.Kind][]Way{
		coating.Primer: colours, coating.Paint: colours, coating.Metal: colours, coating.Clear: {sprayed, wet, brushed}, coating.Medium: {sprayed, brushed},
		coating.Wash: {pin, overall, wipedDry, wipedDamp, wipedWet}, coating.Oil: {blended, wipedDry, wipedDamp, wipedWet}, coating.DecalKind: {floated},
	}
)

// Ways returns the ways in which a product of that kind is put on; none for dry pigments and pencils, which wet nothing.
func Ways(kind coating.Kind) []Way { return ways[kind] }

// AllWays returns every way once, for choosing from.
func AllWays() []Way {
	return []Way{sprayed, wet, brushed, pin, overall, wipedDry, wipedDamp, wipedWet, blended, floated}
}

// State is what becomes of the film below.
type State uint8

// The states.
const (
	Safe     State = iota
	Wet            // still wet itself
	Early          // dry, but not ready for another coat yet
	Soft           // not bitten, but too soft to be rubbed
	Wrinkles       // its skin lets go, under a foreign solvent or under its own kind in the bad window
	Bites          // bitten
)

var stateNames = [...]string{"safe", "wet", "early", "soft", "wrinkles", "bites"}

func (s State) String() string { return stateNames[s] }

// Ages are the ages of the film below that a chart looks at, from an hour to a month.
func Ages() []time.Duration {
	const day = 24 * time.Hour
	return []time.Duration{time.Hour, 3 * time.Hour, 6 * time.Hour, 12 * time.Hour, day, 2 * day, 3 * day, 5 * day, 7 * day, 10 * day, 14 * day, 21 * day, 30 * day}
}

// Age is an age of a film that one asks about, in words.
type Age struct {
	Words string
	Age   time.Duration
}

// Asked returns the ages that a shelf is asked about.
func Asked() []Age {
	const day = 24 * time.Hour
	return []Age{{"of 6 hours", 6 * time.Hour}, {"of a day", day}, {"of two days", 2 * day}, {"of a week", 7 * day}, {"of a month", 30 * day}}
}

// Row is one way over all ages.
type Row struct {
	Way    Way
	States []State       // at Ages
	Odds   []chance.Odds // at Ages
	Safe   time.Duration // the age that costs least, waiting and what may go wrong weighed together; below 0 where it is a warning for a month
}

// Below is a film that something may follow.
type Below struct {
	films stack.Stack
	laid  time.Time
	air   climate.Record
	own   *coating.Family
	kind  coating.Kind
}

// On lays a film of product on bare plastic in constant air, so that several products can be tried on it.
func On(product *coating.Product, air climate.Air) Below {
	b := Below{laid: time.Date(2027, 1, 1, 0, 0, 0, 0, time.UTC), air: climate.Constant(air), own: product.Family, kind: product.Kind}
	film := Usual(product.Family, b.laid)
	film.Smooth = product.Kind == coating.Clear && product.Sheen == coating.Gloss
	b.films = append(stack.On(b.air), stack.Lay("below", film, b.air))
	return b
}

// Chart tells what above does to the film by each of its ways.
func (b Below) Chart(above *coating.Product) []Row {
	var rows []Row
	for _, w := range Ways(above.Kind) {
		r := Row{Way: w, Safe: -1}
		for _, age := range Ages() {
			a := b.Ask(above, w, age)
			r.States, r.Odds = append(r.States, b.state(a, w)), append(r.Odds, a.Odds)
		}
		r.Safe = b.from(above, w, r.States)
		rows = append(rows, r)
	}
	return rows
}

// At tells what above does by way w to the film when it is age old.
func (b Below) At(above *coating.Product, w Way, age time.Duration) State {
	return b.state(b.Ask(above, w, age), w)
}

// Ask tells the same as the verdict's room answers it.
func (b Below) Ask(above *coating.Product, w Way, age time.Duration) verdict.Answer {
	return b.question(above, w).Does(b.laid.Add(age))
}

// question is what above asks of the film by way w.
func (b Below) question(above *coating.Product, w Way) *verdict.Question {
	sprayed := w.contact.Sprayed || w.contact.Is(stack.Brushed)
	clear, colour := above.Kind == coating.Clear, slices.Contains(painted, above.Kind)
	q := verdict.Question{
		Films: b.films, Touch: stack.Touch{Contact: w.contact, Liquid: w.liquid(above)}, Air: b.air, Wets: true,
		Cloth: w.rubs, Washes: above.Kind == coating.Wash, Clears: sprayed && clear, Coats: sprayed && (clear || colour), Soaks: w.ID == wipedWet.ID,
		Asks: func(place int) stack.Asks { return b.asks(above, w, place) }, Stage: b.stage(), Since: b.laid,
	}
	if w.contact.Sprayed {
		q.Touch.Welds = above.Family
	}
	return &q
}

// asks is what a way wants of the film: a wash is worked over, and paint goes on its own kind, when touch-dry: T51.
func (b Below) asks(above *coating.Product, w Way, place int) stack.Asks {
	switch f := b.films[place].Film.Family; {
	case f.IsOily(), w.contact.Sprayed && above.Family == f:
		return stack.AsksDry
	}
	return stack.AsksReady
}

// stage is what would be lost with the film: what its kind comes after.
func (b Below) stage() chance.Stage {
	switch b.kind {
	case coating.Clear, coating.DecalKind:
		return chance.Cleared
	case coating.Wash:
		return chance.Washed
	case coating.Oil:
		return chance.Oiled
	}
	return chance.Painted
}

// state is an answer in the words of the chart.
func (b Below) state(a verdict.Answer, w Way) State {
	if a.Safe() {
		return Safe
	}
	switch a.Harm {
	case verdict.TooWet:
		if a.At.Before(b.films[1].Stiff()) {
			return Wet
		}
		return Early
	case verdict.ShutIn, verdict.Crept:
		return Early
	case verdict.Ground:
		return Soft
	case verdict.Wrinkled:
		return Wrinkles
	}
	if a.Reach.Whole || a.Reach.Place > 0 && a.Reach.Buckles(b.films[a.Reach.Place].Film.Family, w.contact) {
		return Wrinkles
	}
	return Bites
}

func (w Way) liquid(p *coating.Product) *solvent.Liquid {
	switch {
	case w.dry:
		return nil
	case w.remover:
		return p.Remover
	case w.thinner:
		return p.Thinner
	case p.Kind == coating.DecalKind:
		return solvent.Must("water")
	}
	return p.Carrier
}

// from is the age at which waiting, a day being an evening, and what may go wrong cost least together: after the last age of the chart that is a warning. It is below 0 where
// it is one for a month.
func (b Below) from(above *coating.Product, w Way, states []State) time.Duration {
	ages := Ages()
	last := len(states) - 1
	if states[last] != Safe {
		return -1
	}
	for last > 0 && states[last-1] == Safe {
		last--
	}
	low, high := time.Duration(0), ages[last]
	if last > 0 {
		low = ages[last-1]
	}
	q := b.question(above, w)
	first := stack.SafeFrom(low, high, func(age time.Duration) bool { return q.Does(b.laid.Add(age)).Safe() })
	days := verdict.AnyDay{}
	return verdict.Weigh(days, b.laid, b.laid.Add(first), func(at time.Time, waited float64) float64 { return days.Of(waited, q.Does(at).Odds) }, func(at time.Time) bool { return q.Does(at).Safe() }).Sub(b.laid)
}
