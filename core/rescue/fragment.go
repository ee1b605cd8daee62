package rescue

import (
	"context"
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/finish"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// With is what a step of a remedy is done with: a role that something in the route or on the shelf fills.
type With string

// The roles. What is not named here is a kind of product by its id.
const (
	ThePaint   With = "paint"   // the zone's colour
	TheWash    With = "wash"    // that was laid last
	TheCulprit With = "culprit" // what the step was done with that is to blame
	AFlat      With = "flat"
	ASatin     With = "satin"
	AGloss     With = "gloss"
)

// needs are what fills the roles, as it stands in a sentence.
var needs = map[With]string{
	ThePaint: "its paint", TheWash: "a wash", TheCulprit: "the same product", AFlat: "a flat clear", ASatin: "a satin clear", AGloss: "a gloss clear", "pencil": "a pencil", "pastel": "pigment or pastel", "primer": "a primer",
	"decal": "a spare decal", "oil": "an oil paint", "metal": "a metal paint", "medium": "a chipping medium",
}

// Needs tells what is missing for a remedy, as it stands in a sentence; empty where all is there.
func (f *Fragment) Needs() string { return needs[f.Missing] }

// Endangered is a film below that a remedy endangers as it lies there today.
type Endangered struct {
	Layer    string // the step that left it; empty for the bare plastic
	Name     string // of the film
	Step     *route.Step
	Chance   float64
	Severity verdict.Severity
	Harm     verdict.Harm
}

// Words tells what it does: "the second coat, enamel: bitten, in 60 % of cases".
func (e *Endangered) Words() string {
	return fmt.Sprintf("%s: %s is %s in %s of cases", e.Step.Do.Name, e.Name, e.Harm, say.Percent(e.Chance))
}

// Fragment is a remedy as part of a route.
type Fragment struct {
	Steps     []*route.Step
	Missing   With // what nothing at hand fills; empty where all is there
	Endangers []Endangered
	Bites     float64   // the likeliest of them
	Deep      int       // films that it goes through, from the top
	Easy      time.Time // until when its remover still takes what is to come off on a damp bud; zero where nothing says so, or it is past
	Until     time.Time // when the next coat of the route shuts what it has to reach in; zero where it does not matter
	BackTo    *route.Step
	Redo      []*route.Step
	Ready     time.Time
}

// harms are those that a remedy's own liquid, tool or cloth does to what lies below; waiting for what is only wet is no harm.
var harms = []verdict.Harm{verdict.Bitten, verdict.Torn, verdict.Worn, verdict.Ground, verdict.Crept, verdict.Wrinkled}

var endangersFrom = Numbers.Number("rescue-endangers", 0.075, "", "chance of harm to a film below from which it is told of", Judged)

// spotShare is the share of a zone that is mended where a remedy is for a spot.
var spotShare = Numbers.Number("rescue-spot", 0.05, "", "share of a zone that a remedy for a spot goes over", Judged)

// Fragment returns a remedy as it would be done here from the case's moment on: its steps, with what of the route or of what else is at hand, and what each endangers below. cause is the likeliest
// one, whose step is to blame. It returns ctx's error as soon as ctx ends.
func (c *Case) Fragment(ctx context.Context, r *Remedy, cause string, hand ...*coating.Product) (*Fragment, error) {
	f := &Fragment{Ready: c.At}
	blame := c.Blame(cause)
	var placed []timeline.Placed
	start := c.At
	for i, part := range r.Steps {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		step := c.step(r, part, i, blame, hand)
		if step == nil {
			f.Missing = part.With
			continue
		}
		if step.Do.Has(route.Cloth) && len(f.Steps) > 0 {
			step.Of, step.Wiped = f.Steps[len(f.Steps)-1].ID, f.Steps[len(f.Steps)-1]
			start = start.Add(c.stiff(placed))
		}
		end := start.Add(c.Line.Zone.Attended(step))
		placed = append(placed, timeline.Placed{Step: step, Start: start, End: end})
		sites := c.Line.Try(c.Laid, c.Plan, c.Done, placed...)
		f.endangers(c, sites[len(sites)-1])
		f.Steps = append(f.Steps, step)
		lies := sites[len(sites)-1].Line.Steps[c.Done+len(placed)-1]
		f.Ready = clock.Later(lies.End, lies.Ready)
		start = f.Ready
	}
	f.after(c, blame)
	return f, nil
}

// Blame returns the step that is to blame where a cause is the right one: what the engine found, else the last coat that was laid, else the last step; nil where nothing was done.
func (c *Case) Blame(cause string) *route.Step {
	if s, _ := c.Speaks(cause); s != nil {
		return s
	}
	if s := c.last(func(s *route.Step) bool { return s.Do.Coating() }); s != nil {
		return s
	}
	return c.last(func(*route.Step) bool { return true })
}

// Speaks returns the step that the engine names for a cause, and why; nothing where its figure is too small to speak of.
func (c *Case) Speaks(cause string) (*route.Step, string) {
	if f := c.Found[cause]; f.Chance >= spokenFrom {
		return f.Step, f.Because
	}
	return nil, ""
}

var spokenFrom = Numbers.Number("rescue-spoken", 0.05, "", "computed chance from which a step is named for a cause", Judged)

// stiff is how long the wash that was placed last is left before it is wiped.
func (c *Case) stiff(placed []timeline.Placed) time.Duration {
	last := placed[len(placed)-1]
	sites := c.Line.Try(c.Laid, c.Plan, c.Done, placed...)
	films := sites[len(sites)-1].Line.Films
	return max(0, films[len(films)-1].Stiff().Sub(last.End))
}

// step returns a part as a step; nil where nothing at hand fills its role.
func (c *Case) step(r *Remedy, part Part, i int, blame *route.Step, hand []*coating.Product) *route.Step {
	do := route.MustTechnique(part.Do)
	s := &route.Step{ID: "rescue-" + string(rune('a'+i)), Do: do, Coats: max(1, do.Coats), Laying: route.Laying(part.Laying)}
	if do.Coating() {
		s.Coats = 1
	}
	if do.Has(route.Cloth) {
		s.Cloth, s.Stroke = c.Cloth, c.Stroke
		return s
	}
	if part.With != "" && len(do.Kinds) > 0 {
		if s.Product = c.product(part.With, do, blame, hand); s.Product == nil {
			return nil
		}
	}
	if r.Spot && do.Coating() {
		s.Share = spotShare
	}
	return s
}

// product returns what fills a role: of this zone's route first, the latest first, then of the other zones, then of what is at hand.
func (c *Case) product(with With, do *route.Technique, blame *route.Step, hand []*coating.Product) *coating.Product {
	fits := func(p *coating.Product) bool {
		if p == nil || !slices.Contains(do.Kinds, p.Kind) {
			return false
		}
		switch with {
		case AFlat:
			return p.Kind == coating.Clear && p.Sheen == coating.Flat
		case ASatin:
			return p.Kind == coating.Clear && p.Sheen == coating.Satin
		case AGloss:
			return p.Kind == coating.Clear && p.Sheen == coating.Gloss
		case ThePaint, TheWash, TheCulprit:
			return true
		}
		return p.Kind == do.Kinds[0] || string(p.Kind) == string(with)
	}
	if with == TheCulprit && blame != nil && fits(blame.Product) {
		return blame.Product
	}
	if s := c.last(func(s *route.Step) bool { return fits(s.Product) && (with != ThePaint || s.Do.Has(route.Colour)) }); s != nil {
		return s.Product
	}
	for _, line := range c.Laid.Lines {
		for i := len(line.Steps) - 1; i >= 0; i-- {
			if s := line.Steps[i].Step; fits(s.Product) {
				return s.Product
			}
		}
	}
	for _, p := range slices.Concat(c.Plan.Products, hand) {
		if fits(p) {
			return p
		}
	}
	for _, g := range finish.Generics() { // any clear of that sheen
		if fits(g.Product) && with != TheCulprit && g.Product.Family.Mechanism == coating.Coalesce {
			return g.Product
		}
	}
	return nil
}

// last returns the last step that was done of which ok holds; nil for none.
func (c *Case) last(ok func(*route.Step) bool) *route.Step {
	for i := len(c.done) - 1; i >= 0; i-- {
		if ok(c.done[i].Step) {
			return c.done[i].Step
		}
	}
	return nil
}

// endangers asks the verdicts what a step of it would do to what lies below, as it would be done.
func (f *Fragment) endangers(c *Case, s *timeline.Site) {
	q := s.Question()
	for _, h := range harms {
		a, ok := q.Of(h, s.Start)
		if !ok || a.Chance < endangersFrom {
			continue
		}
		e := Endangered{Step: s.Step, Name: c.FilmName(a.Place), Chance: a.Chance, Severity: a.Severity, Harm: h}
		if a.Place > 0 && a.Place < len(q.Films) {
			e.Layer = q.Films[a.Place].Step
			if own := c.stepOf(e.Layer); own != nil && own.Product == s.Step.Product && s.Step.Product != nil { // it is done anew
				continue
			}
		}
		f.Endangers = append(f.Endangers, e)
		f.Bites = max(f.Bites, a.Chance)
	}
}

// after tells until when it is possible, how far it goes back and what has to be done again.
func (f *Fragment) after(c *Case, blame *route.Step) {
	if slices.ContainsFunc(f.Steps, func(s *route.Step) bool { return s.Do.Has(route.Undoes | route.Levels) }) {
		f.Deep = 1
	}
	for _, e := range f.Endangers {
		for i := len(c.Films) - 1; i >= 0; i-- {
			if c.Films[i].Step == e.Layer {
				f.Deep = max(f.Deep, len(c.Films)-i)
			}
		}
	}
	reaches := slices.ContainsFunc(f.Steps, func(s *route.Step) bool { return s.Do.Has(route.Undoes|route.Settles) || s.Do.Has(route.LooseOn) })
	if reaches {
		for _, next := range c.Line.Steps[c.Done:] {
			if next.Step.Do.Coating() && !next.Step.Do.Has(route.Veils) {
				f.Until = next.Start
				break
			}
		}
	}
	if len(f.Steps) == 0 || !f.Steps[0].Do.Has(route.Undoes) {
		return
	}
	from := blame
	if p := f.Steps[0].Product; p != nil {
		from = c.last(func(s *route.Step) bool { return s.Product == p })
	}
	if from == nil {
		return
	}
	f.BackTo = from
	for _, s := range c.Line.Steps { // a wash says when it no longer comes off
		if s.Step.Wiped == from && s.Closes.After(c.At) {
			f.Easy = s.Closes
		}
	}
	below := false
	for _, s := range c.done {
		if below && s.Step.Do.Lays && !slices.ContainsFunc(f.Steps, func(own *route.Step) bool { return own.Do == s.Step.Do }) {
			f.Redo = append(f.Redo, s.Step)
		}
		below = below || s.Step == from
	}
}

// Back is what it costs to go back to a step once another has been done.
type Back struct {
	Step     *route.Step
	Evenings float64
}

var (
	stripMin  = Numbers.Number("rescue-strip", 60, "min", "to take the whole zone's films off", Judged)
	localWork = Numbers.Number("rescue-local", 0.25, "", "least share of a step's minutes that a spot takes", Judged)
)

// Cost is what it costs, in evenings, to go back to the first of some steps and do them again on a share of the zone: minutes of each, and evenings until the next. Held to R98.
func Cost(minutes, evenings []float64, share float64) float64 {
	work, waits := stripMin*share, 0.0
	for i := range minutes {
		work += minutes[i] * max(localWork, share)
		waits += evenings[i]
	}
	return work/evening + waiting*waits
}

// TheWayBack returns what it costs to go back to the step that is to blame, once each step from it on has been done, and the step from which on that is more than living with it: the point of no
// return; nil where it never is.
func (c *Case) TheWayBack(cause string, living, share float64) (all []Back, shut *route.Step) {
	blame := c.Blame(cause)
	var minutes, waits []float64
	for i, s := range c.Line.Steps {
		if len(minutes) == 0 && s.Step != blame {
			continue
		}
		minutes = append(minutes, c.Line.Zone.Attended(s.Step).Minutes())
		days := 0.0
		if i+1 < len(c.Line.Steps) {
			days = float64(int(c.Line.Steps[i+1].Start.Sub(s.End).Hours()/24 + 0.5))
		}
		cost := Cost(minutes, append(slices.Clone(waits), 0), share)
		waits = append(waits, days)
		all = append(all, Back{s.Step, cost})
		if shut == nil && cost > living {
			shut = s.Step
		}
	}
	return all, shut
}
