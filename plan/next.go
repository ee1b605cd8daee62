package plan

import (
	"context"
	"fmt"
	"reflect"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"github.com/invopop/jsonschema"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Word is how an offered step stands.
type Word string

// The words, from what can be done at once to what should not be done at all.
const (
	Good  Word = "good"  // in this session, or the next one
	From  Word = "from"  // safe, and not before a later session
	First Word = "seal"  // something has to be put between
	Waits Word = "wait"  // it stands where it is too early
	Never Word = "never" // it would spoil what is there, whenever it is done
	Past  Word = "past"  // it no longer makes sense on this zone, or not yet

	Untried Word = "untried" // it is not known yet
)

// JSONSchema gives the closed list of words.
func (Word) JSONSchema() *jsonschema.Schema {
	return enum("How an offered step stands.", []Word{Good, From, First, Waits, Never, Past, Untried}, func(w Word) string { return string(w) })
}

// Offer is a step that could come next, tried on a copy of the plan.
type Offer struct {
	Do      Do
	Edit    Edit // that brings it
	Product Product
	Word    Word
	Because string    // for any word but Good
	Start   time.Time // when it would begin; zero where it could not be tried
	Finish  time.Time // when the build would be ready
}

// Next offers every kind of step to a zone, in the order of work, each where it belongs in the route and with the product that is most likely
// meant. checked is the plan judged as it stands; shelf is what else can be taken. What makes no sense is offered too, with the reason. Errors are
// *FieldError, and ctx's where it ends.
func (f File) Next(ctx context.Context, checked *rule.Report, zone string, shelf ...Product) ([]Offer, error) {
	offers, err := f.Offers(zone, shelf...)
	if err != nil {
		return nil, err
	}
	return offers, f.try(ctx, checked, offers)
}

// Offers are those of Next before they are tried, at once: their word is Untried, or Past where they make no sense. Errors are *FieldError.
func (f File) Offers(zone string, shelf ...Product) ([]Offer, error) {
	z, err := f.zone(zone)
	if err != nil {
		return nil, err
	}
	all := slices.Clone(route.Techniques())
	slices.SortStableFunc(all, func(a, b *route.Technique) int { return int(a.Phase) - int(b.Phase) })
	offers := make([]Offer, len(all))
	for i, t := range all {
		if offers[i] = f.offered(z, t, shelf); offers[i].Word == "" {
			offers[i].Word = Untried
		}
	}
	return offers, nil
}

// Bottles offers every product that a step can be done with: of the plan first, then of the shelf. edit is a put-step; its product is left out.
func (f File) Bottles(ctx context.Context, checked *rule.Report, edit Edit, shelf ...Product) ([]Offer, error) {
	offers, err := f.BottleOffers(edit, shelf...)
	if err != nil {
		return nil, err
	}
	return offers, f.try(ctx, checked, offers)
}

// BottleOffers are those of Bottles before they are tried, at once. Errors are *FieldError.
func (f File) BottleOffers(edit Edit, shelf ...Product) ([]Offer, error) {
	if edit.Do != "put-step" || edit.Step == nil {
		return nil, fault("edit.step", "missing: bottles are for a step that is put in or changed")
	}
	t, ok := route.TechniqueNamed(string(edit.Step.Do))
	if !ok {
		return nil, fault("edit.step.do", "no kind of step %q", edit.Step.Do)
	}
	var offers []Offer
	for _, p := range f.bottles(t, shelf) {
		e := edit
		step := *edit.Step
		e.Step = &step
		p.into(&e)
		offers = append(offers, Offer{Do: edit.Step.Do, Edit: e, Product: p.Product, Word: Untried})
	}
	return offers, nil
}

// bottle is a product that a step could be done with.
type bottle struct {
	Product
	own bool // it is in the plan already
}

// into has an edit's step done with the product.
func (b bottle) into(e *Edit) {
	if e.Product = nil; b.own {
		e.Step.Product = b.ID
		return
	}
	taken := b.Product
	taken.Shelf = taken.ID
	e.Step.Product, e.Product = "", &taken
}

// bottles are the products that a technique takes: those of the plan, then those of the shelf that the plan holds no copy of.
func (f File) bottles(t *route.Technique, shelf []Product) []bottle {
	var all []bottle
	for _, p := range f.Products {
		if slices.Contains(t.Kinds, p.Kind) {
			all = append(all, bottle{p, true})
		}
	}
	for _, p := range shelf {
		taken := slices.ContainsFunc(f.Products, func(own Product) bool { return own.Shelf == p.ID })
		if !taken && slices.Contains(t.Kinds, p.Kind) {
			all = append(all, bottle{p, false})
		}
	}
	return all
}

// offered is an offer that has still to be tried: a technique with what it needs, or with the reason why it makes no sense.
func (f File) offered(zone int, t *route.Technique, shelf []Product) Offer {
	z := f.Zones[zone]
	o := Offer{Do: Do(t.ID), Edit: Edit{Do: "put-step", Zone: z.ID, Step: &Step{ID: "new", Do: Do(t.ID)}}}
	past := func(format string, args ...any) Offer {
		o.Word, o.Because = Past, fmt.Sprintf(format, args...)
		return o
	}
	switch {
	case t.Has(route.Cloth):
		wash := z.unwiped()
		if wash == "" {
			return past("No wash here waits for a wipe.")
		}
		o.Edit.Step.Of, o.Edit.Step.With = wash, "damp"
	case t.Has(route.Joins):
		if o.Edit.Step.Joins = f.unjoined(z.Part); len(o.Edit.Step.Joins) == 0 {
			return past("No part is left to be joined. Parts are named in the plan.")
		}
	case t.Has(route.TapeOff) && !z.has(func(d *route.Technique) bool { return d.Has(route.Tape) }):
		return past("Nothing is masked here.")
	}
	if len(t.Kinds) > 0 {
		if b, ok := f.guess(z, t, shelf); ok {
			b.into(&o.Edit)
			o.Product = b.Product
		} else if !t.Optional {
			return past("Neither the plan nor the shelf has %s for it.", kindWords(t))
		}
	}
	if done := z.last(); done != nil && t.TooLate(done) {
		o.Because = fmt.Sprintf("%s lies on the paint already.", done.Name)
	}
	return o
}

// kindWords names the kinds of product that a technique takes: "a paint, primer or metal".
func kindWords(t *route.Technique) string {
	var kinds []string
	for _, k := range t.Kinds {
		kinds = append(kinds, string(k))
	}
	words := strings.Replace(say.List(kinds), " and ", " or ", 1)
	if strings.ContainsRune("aeiou", rune(words[0])) {
		return "an " + words
	}
	return "a " + words
}

// unwiped returns the last wash of the zone that no wipe wipes, empty for none.
func (z Zone) unwiped() string {
	for _, s := range slices.Backward(z.Steps) {
		t, ok := route.TechniqueNamed(string(s.Do))
		if ok && t.Has(route.WashOn) && !slices.ContainsFunc(z.Steps, func(w Step) bool { return w.Of == s.ID }) {
			return s.ID
		}
	}
	return ""
}

// unjoined returns the parts that no step joins, but for the zone's own.
func (f File) unjoined(own string) []string {
	var left []string
	for _, p := range f.Parts {
		joined := slices.ContainsFunc(f.Zones, func(z Zone) bool {
			return slices.ContainsFunc(z.Steps, func(s Step) bool { return slices.Contains(s.Joins, p.ID) })
		})
		if !joined && p.ID != own {
			left = append(left, p.ID)
		}
	}
	return left
}

func (z Zone) has(is func(*route.Technique) bool) bool {
	return slices.ContainsFunc(z.Steps, func(s Step) bool {
		t, ok := route.TechniqueNamed(string(s.Do))
		return ok && is(t)
	})
}

// last returns the technique furthest on in the order of work that was done on the zone, nil for none.
func (z Zone) last() *route.Technique {
	var last *route.Technique
	for _, s := range z.Steps {
		if t, ok := route.TechniqueNamed(string(s.Do)); ok && s.Done != nil && (last == nil || t.Phase > last.Phase) {
			last = t
		}
	}
	return last
}

// guess returns the product that a step is most likely done with: what the zone had for the same kind of step last, then the build, then the
// first of the sheen that the technique is for, then the first.
func (f File) guess(z Zone, t *route.Technique, shelf []Product) (bottle, bool) {
	all := f.bottles(t, shelf)
	if len(all) == 0 {
		return bottle{}, false
	}
	zones := append([]Zone{z}, f.Zones...)
	for _, alike := range []func(*route.Technique) bool{
		func(d *route.Technique) bool { return d == t },
		func(d *route.Technique) bool {
			return !t.Has(route.Colour) && d.Role&t.Role != 0 && d.Sheen == t.Sheen && d.Phase == t.Phase
		},
		func(d *route.Technique) bool {
			return t.Has(route.ClearCoat) && d.Has(route.ClearCoat) && d.Sheen == t.Sheen
		},
	} {
		for _, zone := range zones {
			for _, s := range slices.Backward(zone.Steps) {
				d, ok := route.TechniqueNamed(string(s.Do))
				if !ok || s.Product == "" || !alike(d) {
					continue
				}
				if i := slices.IndexFunc(all, func(b bottle) bool { return b.own && b.ID == s.Product }); i >= 0 {
					return all[i], true
				}
			}
		}
	}
	return slices.MinFunc(all, func(a, b bottle) int { return rank(t, a) - rank(t, b) }), true
}

// rank is how far a product is from what a technique is usually done with: its kind first, then its sheen.
func rank(t *route.Technique, p bottle) int {
	rank := 2 * slices.Index(t.Kinds, p.Kind)
	if t.Sheen != coating.NoSheen && p.Sheen != Sheen(t.Sheen.String()) {
		rank++
	}
	return rank
}

// try tries offers on copies of the plan, on all processors, and puts how each stands into a word.
func (f File) try(ctx context.Context, was *rule.Report, offers []Offer) error {
	errs := make([]error, len(offers))
	var next atomic.Int64
	var work sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(offers)) {
		work.Go(func() {
			for n := next.Add(1) - 1; n < int64(len(offers)) && ctx.Err() == nil; n = next.Add(1) - 1 {
				if o := &offers[n]; o.Word == Untried {
					errs[n] = f.tryOne(ctx, was, o)
				}
			}
		})
	}
	work.Wait()
	for _, err := range errs {
		if err != nil {
			return err
		}
	}
	return ctx.Err()
}

func (f File) tryOne(ctx context.Context, was *rule.Report, o *Offer) error {
	changed, _, err := f.edited(ctx, o.Edit)
	if cause := context.Cause(ctx); cause != nil {
		return cause
	}
	if err != nil {
		o.Word, o.Because = Past, say.Capital(problemOf(err))
		return nil
	}
	p, err := changed.Resolve()
	if err != nil {
		o.Word, o.Because = Past, say.Capital(problemOf(err))
		return nil
	}
	var is *rule.Report
	if zone, only := onlyZone(f, changed); only { // what stands before it, and the other zones, need not be laid out again
		is, err = was.Again(ctx, p, zone, firstOf(f.Zones[zone].Steps, changed.Zones[zone].Steps))
	} else {
		is, err = rule.CheckContext(ctx, p)
	}
	if err != nil {
		return err
	}
	e := compared(was, is)
	step := o.Edit.Of
	for _, z := range changed.Zones {
		for _, s := range z.Steps {
			if _, _, known := f.Find(s.ID); !known {
				step = s.ID
			}
		}
	}
	o.Finish = e.Finish
	o.Start, _ = e.Checked.StartOf(step)
	greyed := o.Because
	o.Word, o.Because = wordOf(e, step, o.Start)
	if greyed != "" {
		o.Word, o.Because = Past, greyed
	}
	return nil
}

// onlyZone returns the one zone whose steps a change touches, and whether there is just one and nothing else changes that places steps.
func onlyZone(was, will File) (zone int, only bool) {
	if len(was.Zones) != len(will.Zones) {
		return 0, false
	}
	for i := range was.Zones {
		if reflect.DeepEqual(was.Zones[i], will.Zones[i]) {
			continue
		}
		a, b := was.Zones[i], will.Zones[i]
		a.Steps, b.Steps = nil, nil
		if only || !reflect.DeepEqual(a, b) {
			return 0, false
		}
		zone, only = i, true
	}
	was.Zones, will.Zones, was.Products, will.Products = nil, nil, nil, nil
	return zone, only && reflect.DeepEqual(was, will)
}

func problemOf(err error) string {
	if place, ok := err.(*FieldError); ok { // edits return it bare
		return place.Problem + "."
	}
	return err.Error()
}

// wordFor is what helps against a stop as an offer's word.
func wordFor(w verdict.Word) Word {
	switch w.Helps {
	case verdict.Wait:
		return Waits
	case verdict.Seal:
		return First
	}
	return Never
}

// wordOf puts into a word how a step stands that would begin at start: what would be lost by it, on its own films or by a step after it, decides.
func wordOf(e Effect, step string, start time.Time) (Word, string) {
	var lost []timeline.Finding
	for _, x := range e.Checked.Findings {
		if x.Step == step && x.Severity == verdict.Stop {
			lost = append(lost, x)
		}
	}
	for _, x := range e.Come {
		if x.Step != step && x.Severity == verdict.Stop {
			lost = append(lost, x)
		}
	}
	order := []Word{Never, First, Waits}
	slices.SortStableFunc(lost, func(a, b timeline.Finding) int {
		return slices.Index(order, wordFor(a.Word)) - slices.Index(order, wordFor(b.Word))
	})
	if len(lost) > 0 {
		return wordFor(lost[0].Word), lost[0].Because
	}
	if tonight, ok := e.Checked.Calendar.Slot(e.Checked.From, schedule.Need{Hands: time.Minute}); ok {
		for _, s := range e.Checked.Calendar.Sessions(tonight, tonight.Add(time.Minute)) {
			if start.Before(s.To) {
				return Good, ""
			}
		}
	}
	return From, "From " + say.DayOf(start, e.Checked.Plan.Now, e.Checked.Plan.Place()) + "."
}
