package bench

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/learn"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

var (
	looking  = minutes("look-takes", 1, "to touch a film or a spoon")
	stirring = minutes("stir-takes", 3, "to stir what has settled")
	spooning = minutes("spoon-takes", 5, "to try a product on a spoon")
)

func minutes(id string, n float64, meaning string) time.Duration {
	return time.Duration(Numbers.Number(id, n, "min", meaning, fact.Bench("timed at a bench"))) * time.Minute
}

// Chore is something small that fits while one waits.
type Chore struct {
	Kind    ChoreKind
	Plan    int
	Line    *timeline.Line
	Place   int // of the step that it is about
	Product *coating.Product
	At      time.Time
	Minutes time.Duration
	Words   string
	Why     string
	Bits    float64 // of a look: what it tells
}

// ChoreKind is what a chore is.
type ChoreKind string

// The kinds of chore.
const (
	Look  ChoreKind = "look" // at a film: it tells most about its product then
	Stir  ChoreKind = "stir"
	Spoon ChoreKind = "spoon" // try it on scrap before it comes to the model
	Step  ChoreKind = "step"  // of a build
)

// Meanwhile tells what fits while something dries: looks that tell most now, bottles that have settled, what is tried on a spoon before it comes to the model, and steps that are done before the next window
// opens. The soonest comes first. Held to T78.
func (t *Tonight) Meanwhile(builds []*timeline.Timeline, mind *learn.Mind) (all []Chore) {
	all = append(all, t.looks(builds, mind)...)
	soon := append(slices.Clone(t.Later), t.Tomorrow...)
	if len(t.Now) > 0 {
		soon = append(soon, t.Now[1:]...)
	}
	asked := map[string]bool{}
	for _, e := range soon {
		s := e.Step().Step
		if s.Product == nil || asked[cupOf(s)] || !s.Do.Lays {
			continue
		}
		asked[cupOf(s)] = true
		last, used := lastUse(builds, s.Product, t.At)
		switch {
		case !used && doubtful(s):
			when := "it comes next."
			if e.At.After(t.At) {
				when = "it comes " + say.ClockOf(e.At, t.At, t.place()) + "."
			}
			all = append(all, Chore{Kind: Spoon, Plan: e.Plan, Line: e.Line, Place: e.Place, Product: s.Product, At: t.At, Minutes: spooning, Words: "Try " + s.Product.Name + " on a spoon", Why: "It has not been on a model here; " + when})
		case used && Stirs(builds, s.Product, t.At):
			all = append(all, Chore{Kind: Stir, Plan: e.Plan, Line: e.Line, Place: e.Place, Product: s.Product, At: t.At, Minutes: stirring, Words: "Stir " + s.Product.Name, Why: "It has settled since " + say.DayOf(last, t.At, t.place()) + "."})
		}
	}
	if until := t.nextOpens(); len(t.Now) > 1 && !until.IsZero() {
		for _, e := range t.Now[1:] {
			if end := t.At.Add(e.Minutes); !end.After(until) {
				all = append(all, Chore{Kind: Step, Plan: e.Plan, Line: e.Line, Place: e.Place, At: t.At, Minutes: e.Minutes, Words: e.Step().Step.Do.Name + ", " + say.Lower(e.Line.Zone.Name), Why: fmt.Sprintf("Done before %s.", until.In(t.place()).Format("15:04"))})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b Chore) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(b.Bits, a.Bits)) })
	return all
}

// doubtful reports whether a step's product is tried before it comes to the model: a wash, an oil or a clear can't be judged in the bottle.
func doubtful(s *route.Step) bool {
	return s.Product.Kind == coating.Clear || s.Product.Kind == coating.Wash || s.Product.Kind == coating.Oil || s.Product.Kind == coating.Metal
}

// Stirs reports whether a product wants stirring before it is used: it settles, and has stood since it was last used, or since nobody knows when.
func Stirs(builds []*timeline.Timeline, p *coating.Product, now time.Time) bool {
	last, used := lastUse(builds, p, now)
	return settles(p) && (!used || now.Sub(last) >= stale)
}

// lastUse returns when a product was last used on any build by now.
func lastUse(builds []*timeline.Timeline, p *coating.Product, now time.Time) (last time.Time, used bool) {
	for _, tl := range builds {
		for _, l := range tl.Lines {
			for _, placed := range l.Steps {
				if s := placed.Step; s.Product != nil && s.Product.Name == p.Name && s.Product.Family == p.Family && !s.Done.IsZero() && !s.Done.After(now) {
					last, used = clock.Later(last, s.Done), true
				}
			}
		}
	}
	return last, used
}

// nextOpens returns when the next window opens; zero for none.
func (t *Tonight) nextOpens() (at time.Time) {
	for _, c := range t.Running {
		if c.Wipe >= 0 && c.Opens.After(t.At) && (at.IsZero() || c.Opens.Before(at)) {
			at = c.Opens
		}
	}
	return at
}

// looks are those that tell enough, within the session.
func (t *Tonight) looks(builds []*timeline.Timeline, mind *learn.Mind) (all []Chore) {
	if !t.Open {
		return nil
	}
	for _, c := range t.Running {
		p := &c.Line.Steps[c.Place]
		film, ok := learn.FilmOf(builds[c.Plan].Plan, c.Line.Zone, c.Place, p.Step.Done)
		if !ok {
			continue
		}
		at, bits, ok := film.NextLook(mind, t.At)
		if !ok || !at.Before(t.Session.To) {
			continue
		}
		all = append(all, Chore{Kind: Look, Plan: c.Plan, Line: c.Line, Place: c.Place, Product: p.Step.Product, At: at, Minutes: looking, Bits: bits, Words: "Touch the edge of " + say.Lower(c.Line.Zone.Name) + ": is " + p.Step.Product.Name + " dry", Why: "This hour tells most of how it dries here."})
	}
	return all
}
