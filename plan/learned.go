package plan

import (
	"fmt"
	"iter"
	"math"
	"slices"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/learn"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
)

// Knowing returns the plan as somebody judges it who knows this much of a modeller's films; nil for what the plan itself tells.
func (f File) Knowing(mind *learn.Mind) File {
	f.mind = mind
	return f
}

// Tells reports whether anything was said of the plan's films.
func (f File) Tells() bool {
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if slices.ContainsFunc(s.Told, func(t Said) bool { return route.Saying(t.Said).OfFilm() }) {
				return true
			}
		}
	}
	return false
}

// resolveTold has the plan's films dry as one's own do.
func (f File) resolveTold(p *route.Plan) error {
	if f.mind == nil && !f.Tells() {
		return nil
	}
	films := learn.Films(p)
	mind := f.mind
	if mind == nil {
		mind = learn.Of(learn.Occasions(films), latest(f.now, p), Bottles(p)...)
	}
	if len(mind.Keys()) == 0 {
		return nil
	}
	p.Own = map[*coating.Product]coating.Told{}
	known := map[learn.Key]coating.Factor{}
	for _, z := range p.Zones {
		for _, s := range z.Steps {
			if _, ok := learn.KeyOf(s, learn.TouchDry); !ok {
				continue
			}
			var product coating.Told
			for w, out := range factorsOf(&product) {
				key, _ := learn.KeyOf(s, w)
				if _, have := known[key]; !have {
					e := mind.Product(key)
					known[key] = coating.Factor{Times: e.Median, SD: chance.Together(e.SD, e.Occasion)}
				}
				*out = known[key]
			}
			p.Own[s.Product] = product
			if i := slices.IndexFunc(films, func(x learn.Film) bool { return x.Step == s }); i >= 0 { // what was seen of this one holds for it
				for w, out := range factorsOf(&product) {
					if o := films[i].Seen[w]; len(o.Looks) > 0 {
						e := mind.This(o)
						*out = coating.Factor{Times: e.Median, SD: e.SD}
					}
				}
			}
			s.Told = &product
		}
	}
	return nil
}

func factorsOf(t *coating.Told) iter.Seq2[learn.What, *coating.Factor] {
	return func(yield func(learn.What, *coating.Factor) bool) {
		_ = yield(learn.TouchDry, &t.Dry) && yield(learn.Rub, &t.Rub) && yield(learn.Bite, &t.Bite)
	}
}

// latest returns the plan's now, or when something was last said of it.
func latest(now time.Time, p *route.Plan) time.Time {
	if !now.IsZero() {
		return now
	}
	for _, z := range p.Zones {
		for _, s := range z.Steps {
			for _, said := range s.Said {
				if said.At.After(now) {
					now = said.At
				}
			}
		}
	}
	return now
}

// Bottles returns the bottles of a plan of which it is told when they were opened.
func Bottles(p *route.Plan) (all []learn.Bottle) {
	for _, product := range p.Products {
		if !product.Opened.IsZero() {
			all = append(all, learn.Bottle{Product: product.Name, Family: product.Family, Opened: product.Opened})
		}
	}
	return all
}

// LearnedFormat is the name of the format of what was learned.
const LearnedFormat = "inkysparrow-learned/1"

// Learned is what a modeller's films have told.
type Learned struct {
	Format   string           `json:"format" jsonschema:"enum=inkysparrow-learned/1"`
	Products []LearnedProduct `json:"products"`
	Family   []LearnedProduct `json:"family"`
	You      LearnedRange     `json:"you"`
	NextLook *NextLook        `json:"next_look" jsonschema:"description=The look that tells most about touch-dry; null where nothing is drying."`
}

// LearnedRange is a factor on what is computed: below 1 for quicker.
type LearnedRange struct {
	Factor float64 `json:"factor"`
	Low    float64 `json:"low" jsonschema:"description=Nine of ten films lie between low and high; of a family and of you nine of ten factors."`
	High   float64 `json:"high"`
}

// LearnedProduct is what was learned of a product, or of a family.
type LearnedProduct struct {
	Product string `json:"product,omitempty"`
	Family  string `json:"family"`
	What    string `json:"what" jsonschema:"enum=touch-dry,enum=rub,enum=bite"`
	LearnedRange
	Observations int        `json:"observations" jsonschema:"description=Films that something was seen of."`
	Since        *time.Time `json:"since,omitempty"`
	Moved        bool       `json:"moved,omitempty" jsonschema:"description=It looks as if the bottle were another than before: ask."`
}

// NextLook is a look at a film.
type NextLook struct {
	Plan int       `json:"plan"`
	Zone string    `json:"zone"`
	Step string    `json:"step"`
	At   time.Time `json:"at"`
	Bits float64   `json:"bits"`
}

// LearnedSchema returns the JSON Schema of Learned.
func LearnedSchema() ([]byte, error) { return schemaOf(&Learned{}, "Inky Sparrow learned") }

func rangeOf(e learn.Estimate) LearnedRange {
	return LearnedRange{round2(e.Median), round2(e.Low), round2(e.High)}
}

// MindOf learns from all films of several plans as of now; now is when something was last said where it is zero.
func MindOf(now time.Time, plans ...*route.Plan) (*learn.Mind, []learn.Occasion) {
	var seen []learn.Occasion
	var bottles []learn.Bottle
	for _, p := range plans {
		seen = append(seen, learn.Occasions(learn.Films(p))...)
		bottles = append(bottles, Bottles(p)...)
		now = latest(now, p)
	}
	return learn.Of(seen, now, bottles...), seen
}

// LearnedOf tells what several plans have told, and which look would tell most from now on: now is when something was last said where it is zero.
func LearnedOf(files []File, now time.Time) (*Learned, error) {
	var plans []*route.Plan
	for _, f := range files {
		p, err := f.Resolve()
		if err != nil {
			return nil, err
		}
		plans = append(plans, p)
	}
	mind, _ := MindOf(now, plans...)
	out := Known(mind)
	for _, p := range plans {
		now = latest(now, p)
	}
	for i, f := range files {
		p, err := f.Knowing(mind).AsOf(f.now).Resolve()
		if err != nil {
			return nil, err
		}
		look := nextLook(mind, p, now)
		if look != nil && (out.NextLook == nil || look.Bits > out.NextLook.Bits) {
			look.Plan = i
			out.NextLook = look
		}
	}
	return out, nil
}

// Known tells what is known of a modeller's films.
func Known(mind *learn.Mind) *Learned {
	out := &Learned{Format: LearnedFormat, Products: []LearnedProduct{}, Family: []LearnedProduct{}, You: rangeOf(mind.You())}
	seen := map[string]bool{}
	for _, k := range mind.Keys() {
		e := mind.Product(k)
		since := e.Since
		out.Products = append(out.Products, LearnedProduct{k.Product, k.Family.ID, k.What.String(), rangeOf(e), e.N, &since, mind.Moved(k) >= 1})
		if of := k.Family.ID + k.What.String(); !seen[of] {
			seen[of] = true
			e := mind.Family(k.Family, k.What)
			out.Family = append(out.Family, LearnedProduct{Family: k.Family.ID, What: k.What.String(), LearnedRange: rangeOf(e), Observations: e.N})
		}
	}
	return out
}

// nextLook returns the look at a film of a plan that tells most about touch-dry: of those that are drying at now, else of those that will be laid; nil where none tells anything. Of
// what was seen dry nothing more is told.
func nextLook(mind *learn.Mind, p *route.Plan, now time.Time) *NextLook {
	tl := rule.Check(p).Timeline
	if look := bestLook(mind, tl, now, true); look != nil {
		return look
	}
	return bestLook(mind, tl, now, false)
}

func bestLook(mind *learn.Mind, tl *timeline.Timeline, now time.Time, done bool) (best *NextLook) {
	for _, l := range tl.Lines {
		for i, placed := range l.Steps {
			if placed.Step.Happened() != done {
				continue
			}
			look := lookAt(mind, tl.Plan, l.Zone, i, placed.End, now)
			if look != nil && (best == nil || look.Bits > best.Bits) {
				best = look
			}
		}
	}
	return best
}

// lookAt returns the look at the film of a zone's step i, which ends at end, that tells most; nil where none tells anything any more.
func lookAt(mind *learn.Mind, p *route.Plan, z *route.Zone, i int, end, now time.Time) *NextLook {
	film, ok := learn.FilmOf(p, z, i, end)
	if !ok {
		return nil
	}
	at, bits, ok := film.NextLook(mind, now)
	if !ok {
		return nil
	}
	return &NextLook{Zone: z.ID, Step: z.Steps[i].ID, At: at.UTC().Truncate(time.Minute), Bits: round2(bits)}
}

// ownOf tells what the check used of what was said, nothing where it used none.
func ownOf(p *route.Plan) []LearnedProduct {
	var all []LearnedProduct
	for _, product := range p.Products {
		told, ok := p.Own[product]
		if !ok {
			continue
		}
		d := told.Dry
		all = append(all, LearnedProduct{
			Product: product.ID, Family: product.Family.ID, What: learn.TouchDry.String(),
			LearnedRange: LearnedRange{round2(d.Times), round2(chance.Quantile(d.Times, 0.05, d.SD)), round2(chance.Quantile(d.Times, 0.95, d.SD))},
		})
	}
	return all
}

// Taught is what a modeller decided of what was learned: what is to be forgotten, and what was brought from elsewhere. It is also the open file in which what was seen is carried.
type Taught struct {
	Format    string      `json:"format" jsonschema:"enum=inkysparrow-seen/1"`
	Forgotten []Forgotten `json:"forgotten,omitempty" jsonschema:"maxItems=2000"`
	Bottles   []Bottle    `json:"bottles,omitempty" jsonschema:"maxItems=2000,description=When new bottles were opened."`
	Seen      []Seen      `json:"seen" jsonschema:"maxItems=5000"`
}

// SeenFormat is the name of the format of what was seen.
const SeenFormat = "inkysparrow-seen/1"

// Forgotten is a product, or all, of which nothing that was seen up to a moment counts.
type Forgotten struct {
	Product string    `json:"product,omitempty" jsonschema:"maxLength=200"` // all where it is empty
	Family  Family    `json:"family,omitempty"`
	Until   time.Time `json:"until"`
}

// Bottle is a new one of a product.
type Bottle struct {
	Product string    `json:"product" jsonschema:"minLength=1,maxLength=200"`
	Family  Family    `json:"family"`
	Opened  time.Time `json:"opened"`
}

// NewBottles returns the bottles as they are learned from.
func (t Taught) NewBottles() (all []learn.Bottle) {
	for _, b := range t.Bottles {
		if family, ok := coating.FamilyNamed(string(b.Family)); ok {
			all = append(all, learn.Bottle{Product: b.Product, Family: family, Opened: b.Opened})
		}
	}
	return all
}

// Seen is a film with what was seen of it.
type Seen struct {
	Product string     `json:"product" jsonschema:"minLength=1,maxLength=200"`
	Family  Family     `json:"family"`
	Known   bool       `json:"known,omitempty" jsonschema:"description=Its own time was known from its label."`
	What    string     `json:"what" jsonschema:"enum=touch-dry,enum=rub,enum=bite"`
	Laid    time.Time  `json:"laid"`
	Looks   []SeenLook `json:"looks" jsonschema:"maxItems=200"`
}

// SeenLook is one look: so many times the computed time after its last stroke, and whether it was there.
type SeenLook struct {
	Times float64 `json:"times" jsonschema:"minimum=0.001,maximum=1000"`
	There bool    `json:"there,omitempty"`
}

// SeenOf returns occasions as they are carried.
func SeenOf(all []learn.Occasion) (out []Seen) {
	for _, o := range all {
		s := Seen{Product: o.Of.Product, Family: Family(o.Of.Family.ID), Known: o.Of.Known, What: o.Of.What.String(), Laid: o.At.UTC()}
		for _, l := range o.Looks {
			s.Looks = append(s.Looks, SeenLook{math.Round(l.Ratio*1e4) / 1e4, l.There})
		}
		out = append(out, s)
	}
	return out
}

// mostLooks is how many looks at one film are taken in.
const mostLooks = 200

// mostSeen is how many films are.
const mostSeen = 5000

// Occasions returns what was carried, as it is learned from. Errors name the place.
func (t Taught) Occasions() (all []learn.Occasion, err error) {
	if t.Format != SeenFormat {
		return nil, fault("format", "should be %q", SeenFormat)
	}
	if len(t.Seen) > mostSeen {
		return nil, fault("seen", "%d films are too many: up to %d", len(t.Seen), mostSeen)
	}
	for i, s := range t.Seen {
		path := fmt.Sprintf("seen[%d]", i)
		family, ok := coating.FamilyNamed(string(s.Family))
		if !ok {
			return nil, fault(path+".family", "no family %q", string(s.Family))
		}
		o := learn.Occasion{Of: learn.Key{Product: s.Product, Family: family, Known: s.Known, What: learn.Whats}, At: s.Laid}
		for w := range learn.Whats {
			if w.String() == s.What {
				o.Of.What = w
			}
		}
		switch {
		case o.Of.What == learn.Whats:
			return nil, fault(path+".what", "%.40q is none of touch-dry, rub, bite", s.What)
		case s.Product == "" || len(s.Product) > 800:
			return nil, fault(path+".product", "missing, or too long")
		case len(s.Looks) > mostLooks:
			return nil, fault(path+".looks", "%d are too many: up to %d", len(s.Looks), mostLooks)
		}
		if err := inYears(path+".laid", s.Laid); err != nil {
			return nil, err
		}
		for k, l := range s.Looks {
			if !(l.Times >= 0.001 && l.Times <= 1000) {
				return nil, fault(fmt.Sprintf("%s.looks[%d].times", path, k), "from 0.001 to 1000 times the computed time")
			}
			o.Looks = append(o.Looks, learn.Look{Ratio: l.Times, There: l.There})
		}
		all = append(all, o)
	}
	return all, nil
}

// Counts returns what of occasions is not forgotten.
func (t Taught) Counts(all []learn.Occasion) []learn.Occasion {
	return slices.DeleteFunc(slices.Clone(all), func(o learn.Occasion) bool {
		return slices.ContainsFunc(t.Forgotten, func(f Forgotten) bool {
			return !o.At.After(f.Until) && (f.Product == "" || f.Product == o.Of.Product && string(f.Family) == o.Of.Family.ID)
		})
	})
}
