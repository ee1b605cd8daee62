package learn

import (
	"math"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/solve"
	"inkysparrow/core/stack"
)

// saying is what a word says: of which time, and whether the film had come to it.
var saying = map[route.Saying]struct {
	what  What
	there bool
}{
	route.Tacky: {TouchDry, false}, route.TouchDry: {TouchDry, true}, route.Rubbed: {Rub, false}, route.TookRub: {Rub, true}, route.Bit: {Bite, false}, route.NoBite: {Bite, true},
}

// Asked returns which time a word is about; touch-dry for one that is about none.
func Asked(word route.Saying) What { return saying[word].what }

// Film is a film of a plan that is done, with what was said of it.
type Film struct {
	Zone *route.Zone
	Step *route.Step
	Seen [Whats]Occasion
	layer
}

type layer struct {
	stack.Layer
	touch stack.Touch // of the next liquid on it; none where nothing wet comes
	plan  *route.Plan
}

// KeyOf returns what a step's film is learned as. ok is false for a step that leaves none, or one that has nothing to dry.
func KeyOf(s *route.Step, what What) (k Key, ok bool) {
	if !s.Do.Lays || s.Product == nil {
		return k, false
	}
	f := s.Film(time.Time{}).Family
	if k = (Key{Product: s.Product.Name, Family: f, Known: s.Product.Known, What: what}); k.parts().SD() == 0 {
		return k, false
	}
	return k, true
}

// Films returns the films of a plan that are done and that something was said of.
func Films(p *route.Plan) (all []Film) {
	for _, z := range p.Zones {
		for i, s := range z.Steps {
			if len(s.Said) == 0 || s.Done.IsZero() {
				continue
			}
			if f, ok := FilmOf(p, z, i, s.Done); ok {
				all = append(all, f)
			}
		}
	}
	return all
}

// FilmOf returns the film of a zone's step i that ended at end; ok is false where it leaves none that could be learned from.
func FilmOf(p *route.Plan, z *route.Zone, i int, end time.Time) (out Film, ok bool) {
	s := z.Steps[i]
	key, ok := KeyOf(s, TouchDry)
	if !ok {
		return out, false
	}
	film := s.Film(s.LastStroke(end))
	film.Told = nil // what is computed of it
	out = Film{Zone: z, Step: s, layer: layer{Layer: stack.Lay(s.ID, film, p.Air), plan: p}}
	for _, next := range z.Steps[i+1:] {
		if l := next.Wets(); l != nil && next.Do.Contact != nil {
			out.touch = stack.Touch{Contact: next.Do.Contact, Liquid: l}
			break
		}
	}
	for w := range Whats {
		key.What = w
		out.Seen[w] = Occasion{Of: key, At: film.Laid}
	}
	for _, said := range s.Said {
		say, of := saying[said.Word]
		if !of || !said.At.After(film.Laid) {
			continue
		}
		if takes := out.Computed(say.what); takes > 0 {
			o := &out.Seen[say.what]
			o.Looks = append(o.Looks, Look{Ratio: float64(said.At.Sub(film.Laid)) / float64(takes), There: say.there})
		}
	}
	return out, true
}

// longest is how long a bite is looked for.
const longest = 90 * 24 * time.Hour

// Computed returns how long after its last stroke the film comes to a time in the middle; 0 where it never does, or does at once.
func (f *layer) Computed(what What) time.Duration {
	laid := f.Film.Laid
	switch what {
	case TouchDry:
		return f.TouchDry().Sub(laid)
	case Rub:
		if !f.Film.Family.Mechanism.Hardens || !f.Film.Family.Closed {
			return 0
		}
		return f.When(stack.RubHard(f.Film)).Sub(laid)
	}
	if f.touch.Liquid == nil {
		return 0
	}
	films := stack.On(f.plan.Air).Add(f.Layer)
	bites := func(hours float64) bool {
		r := films.Bite(f.touch, laid.Add(time.Duration(hours*float64(time.Hour))), f.plan.Air)
		return r.Place > 0 && r.Bites()
	}
	last := longest.Hours()
	if bites(last) || !bites(soonest) {
		return 0
	}
	_, stands := solve.Halve(math.Log(soonest), math.Log(last), 30, func(x float64) bool { return bites(math.Exp(x)) })
	return time.Duration(math.Exp(stands) * float64(time.Hour))
}

// soonest is the age in hours from which a bite is looked for.
const soonest = 0.05

// tells is what a look has to tell to be asked for.
var tells = Numbers.Number("look-tells", 0.12, "bit", "of its product that a look has to tell to be asked for", fact.Bench("chosen; of a product that is known a quarter of what a first look tells is left"))

// NextLook returns when, from a moment on, a look at the film tells most about touch-dry, and how much; ok is false where none is worth asking for: it was seen dry, or little is left to be told.
func (f *Film) NextLook(m *Mind, from time.Time) (at time.Time, bits float64, ok bool) {
	o, takes := f.Seen[TouchDry], f.Computed(TouchDry)
	if takes <= 0 || slices.ContainsFunc(o.Looks, func(l Look) bool { return l.There }) {
		return at, 0, false
	}
	laid := f.Film.Laid
	at = clock.Later(laid.Add(time.Duration(m.Best(o)*float64(takes))), from)
	bits = m.Bits(o, float64(at.Sub(laid))/float64(takes))
	return at, bits, bits >= tells
}

// Occasions returns what was seen of films, those of which something was.
func Occasions(films []Film) (all []Occasion) {
	for i := range films {
		for _, o := range films[i].Seen {
			if len(o.Looks) > 0 {
				all = append(all, o)
			}
		}
	}
	return all
}
