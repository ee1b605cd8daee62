package timeline

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/stack"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// Site returns a placed step with all that the rules can see of it.
func (tl *Timeline) Site(line *Line, i int) *Site {
	p := line.Steps[i]
	s := &Site{
		Plan: tl.Plan, Zone: line.Zone, Step: p.Step, Index: i, Below: line.Films[:p.Below:p.Below], On: p.On, After: tl.From,
		Asked: p.Asked, Start: p.Start, End: p.End, Timeline: tl, Line: line,
	}
	if s.Fixed() { // the schedule has no say in it, so what it begins from does not matter
		s.After = tl.Plan.Start
	}
	if i > 0 {
		before := line.Steps[i-1]
		s.Spot, s.After = before.Spot, clock.Later(s.After, before.ended)
	}
	s.prepare()
	return s
}

// Site is a step where it stands: the films below it, the times around it, the plan about it.
type Site struct {
	Plan  *route.Plan
	Zone  *route.Zone
	Step  *route.Step
	Index int // in the zone's route
	Below stack.Stack
	On    coating.Texture // of the surface the step meets
	Spot  coating.Texture // of the part of it that a coat was put on; 0 where there is none

	After time.Time // the step before it has ended
	Asked time.Time // the earliest session in which it could physically begin
	Start time.Time
	End   time.Time

	Timeline *Timeline
	Line     *Line
	Touch    stack.Touch
	Wets     bool // touch means something

	asks *verdict.Question // made when it is first asked for
	own  struct {
		place int
		known bool
	} // see ownRun
	known map[**Rule]knowledge // of lists of rules, by where they lie, where the air never changes
}

// knowledge is what First has found out about a list of rules: asked from from on, the first moment is at, and none is closed for sure until until.
type knowledge struct{ from, at, until time.Time }

// Fixed reports whether the step's time is not the schedule's to choose: it is pinned, under way, done, or the wipe of a wash that is.
func (s *Site) Fixed() bool {
	return s.Zone.Fixed(s.Step, s.Plan.Now) || s.Step.Wiped != nil && s.Zone.Fixed(s.Step.Wiped, s.Plan.Now)
}

func (s *Site) prepare() {
	s.Touch, s.Wets = s.TouchOf(s.Step, clock.Later(s.After, s.Start))
	s.Question() // now, since the line may go on
}

// Question returns what the site's step asks of the films below: what its touch would do to them, when.
func (s *Site) Question() *verdict.Question {
	if s.asks == nil {
		q := s.asked(s.Step, s.Touch, s.Wets)
		s.asks = &q
	}
	return s.asks
}

// Instead returns the question that another step asks of the films in the site's place at a moment. What holds the site's own step up holds it up too.
func (s *Site) Instead(step *route.Step, moment time.Time) *verdict.Question {
	touch, wets := s.TouchOf(step, moment)
	q := s.asked(step, touch, wets)
	return &q
}

func (s *Site) asked(step *route.Step, touch stack.Touch, wets bool) verdict.Question {
	do := step.Do
	return verdict.Question{
		Films: s.Below, Touch: touch, Air: s.Plan.Air, Wets: wets,
		Cloth: do.Has(route.Cloth), Washes: do.Has(route.WashOn) || do.Has(route.Cloth) && step.Wiped != nil || do.Contact.Is(stack.Polished),
		Dusts:  do.Has(route.Staining | route.LooseOn),
		Clears: do.Has(route.ClearCoat), Coats: do.Has(route.ClearCoat | route.Colour),
		Soaks: do.Has(route.Lifting) || do.Has(route.Cloth) && step.Cloth == wash.Wet,
		Asks:  s.Asks, Stage: s.Stage(), Dates: s.Dates(), Since: s.After,
	}
}

// Stage returns how far the zone has come when the site's step is begun: what would be lost with the film below it.
func (s *Site) Stage() chance.Stage {
	if s.Index == 0 {
		return chance.Painted
	}
	return s.Line.Steps[s.Index-1].stage
}

func stageOf(step *route.Step) chance.Stage {
	switch do := step.Do; {
	case do.Has(route.LastCoat):
		return chance.Finished
	case do.Has(route.OilWork):
		return chance.Oiled
	case do.Has(route.WashOn):
		return chance.Washed
	case do.Has(route.ClearCoat | route.NeedsGloss):
		return chance.Cleared
	}
	return chance.Painted
}

// TouchOf returns what a step in the site's place would do at moment to the films below; ok is false when nothing wet or hard touches them.
func (s *Site) TouchOf(step *route.Step, moment time.Time) (touch stack.Touch, ok bool) {
	t := stack.Touch{Contact: step.Do.Contact, Liquid: step.Wets()}
	if step.Do.Has(route.Cloth) {
		t.Contact, t.Own = step.Cloth.Contact(), step.Of
	}
	if t.Contact == nil || step.Do.Has(route.NeedsGloss) && !step.Floats() {
		return t, false
	}
	if step.Do.Has(route.Lifting) {
		if t.Lifts = s.TopMedium(); t.Lifts == 0 {
			t.Lifts = s.LooseColour()
		}
	}
	if step.Do.Has(route.WearsBack | route.Undoes) {
		t.Lifts = s.ownOnTop(step.Product)
	}
	if standing := step.Standing(s.Plan.Air.At(moment)); standing > 0 {
		switch t.Contact = t.Contact.Standing(standing); step.Laying {
		case route.Misted:
			t.Contact = stack.Mist
		case route.Brushed:
			t.Contact = stack.Brushed.Standing(standing)
		}
	}
	if step.Product != nil && (t.Contact.Sprayed || step.Do.Has(route.OilWork)) {
		t.Welds = step.Product.Family
	}
	return t, t.Liquid != nil || t.Contact.Tool > 0
}

// TopMedium returns the place of the highest live medium below, 0 for none.
func (s *Site) TopMedium() int { return s.Line.medium[max(0, len(s.Below)-1)] }

// LooseColour returns the place of the lowest of the water-borne colours on top that lie on a lacquer, with no medium between: fused
// particles hold so badly on it that a stiff brush and water break them off. 0 for none.
func (s *Site) LooseColour() int {
	place := len(s.Below)
	for place > 1 && s.Below[place-1].Film.Covers() && s.Below[place-1].Film.Family.Mechanism == coating.Coalesce {
		if st := s.StepOf(place - 1); st == nil || !st.Do.Has(route.Colour) {
			return 0
		}
		place--
	}
	if place == len(s.Below) || place <= 1 || !s.Below[place-1].Film.Covers() || s.Below[place-1].Film.Family.Mechanism != coating.Evaporate {
		return 0
	}
	return place
}

// ownOnTop returns the place of the lowest of the films on top that came of product, 0 for none. Another paint of its family is no less
// dissolved than it is, but it is not meant.
func (s *Site) ownOnTop(product *coating.Product) int {
	place := 0
	for i := len(s.Below) - 1; i > 0 && product != nil; i-- {
		switch st := s.StepOf(i); {
		case st == nil:
			return place
		case st.Product == product, st.Do.Has(route.Shades): // its own shading goes with it
			place = i
		default:
			return place
		}
	}
	return place
}

// Glossed returns the texture where decals go: of the part that was glossed for them, where only a part was.
func (s *Site) Glossed() coating.Texture {
	if s.Spot > 0 {
		return min(s.On, s.Spot)
	}
	return s.On
}

// SurfaceName is what the surface is called in a sentence.
func (s *Site) SurfaceName() string {
	for i := len(s.Below) - 1; i > 0; i-- {
		if s.Below[i].Film.Covers() {
			return s.FilmName(i)
		}
	}
	return "the bare plastic"
}

// PaintBelow returns the step that left the colour of most of the zone: a second colour on a part of it does not speak for the rest.
func (s *Site) PaintBelow() *route.Step {
	type part struct {
		step  *route.Step
		share float64
	}
	var parts []part
	for _, st := range s.Zone.Steps[:s.Index] {
		if !st.Do.Has(route.Colour) || st.Product == nil || st.Product.Colour == "" {
			continue
		}
		for k := range parts {
			parts[k].share *= 1 - st.Extent()
		}
		parts = append(parts, part{st, st.Extent()})
	}
	var most part
	for _, p := range parts {
		if p.share >= most.share {
			most = p
		}
	}
	return most.step
}

// Asks returns what the step wants of the film at place before it begins. Its own wash has a window of its own. Tape wants nothing wet below it: how hard that must be is
// for the rule on tape. Paint goes on its own kind as soon as that is touch-dry: T51. Oils are worked into each other wet.
func (s *Site) Asks(place int) stack.Asks {
	layer := &s.Below[place]
	oily := layer.Film.Family.IsOily()
	switch {
	case s.Step.Of != "" && layer.Step == s.Step.Of, s.Step.Do.Has(route.OilWork) && oily:
		return stack.AsksNothing
	case s.Step.Do.Has(route.Tape | route.TapeOff), oily, s.Touch.Lifts > 0 && place >= s.Touch.Lifts, place > s.ownRun():
		return stack.AsksDry
	}
	return stack.AsksReady
}

// ownRun returns the place below the films on top that are of the kind that is sprayed; the top where it is another, or nothing is sprayed.
func (s *Site) ownRun() int {
	if s.own.known {
		return s.own.place
	}
	top := len(s.Below) - 1
	if s.Touch.Welds != nil && s.Touch.Contact.Sprayed {
		for top > 0 && s.Below[top].Film.Family == s.Touch.Welds {
			top--
		}
	}
	s.own.place, s.own.known = top, true
	return top
}

// ReadyBelow returns the film that holds the step up the longest, and until when it is ready for it in nine cases of ten.
func (s *Site) ReadyBelow() (place int, ready time.Time) {
	for i := 1; i < len(s.Below); i++ {
		t := time.Time{}
		switch s.Asks(i) {
		case stack.AsksDry:
			t = s.Line.TouchDry[i]
		case stack.AsksReady:
			t = s.Line.Ready[i]
		}
		if t.After(ready) {
			place, ready = i, t
		}
	}
	return place, ready
}

// Tones returns those that the site's step meets.
func (s *Site) Tones() route.Tones { return s.Line.tones[s.Index] }

// LastTone reports whether the site's step is the last that changes the zone's tones, and one before it or itself shaded it.
func (s *Site) LastTone() (route.Tones, bool) {
	if !s.Step.Do.Has(route.Colour|route.Shades) || s.Step.Product == nil {
		return route.Tones{}, false
	}
	for _, later := range s.Zone.Steps[s.Index+1:] {
		if later.Do.Has(route.Colour | route.Shades) {
			return route.Tones{}, false
		}
	}
	t := s.Tones()
	t.Add(s.Step)
	return t, t.Shaded != nil
}

// PaintOf returns the paint that stands for the zone at the site: of its own step, else the last colour before it.
func (s *Site) PaintOf() *route.Step {
	if s.Step.Do.Has(route.Colour) {
		return s.Step
	}
	for i := s.Index - 1; i >= 0; i-- {
		if st := s.Zone.Steps[i]; st.Do.Has(route.Colour) && st.Product != nil && st.Extent() >= 1 {
			return st
		}
	}
	return nil
}

// FilmName returns what the film at place is called in a sentence.
func (s *Site) FilmName(place int) string {
	if st := s.StepOf(place); st != nil && st.Product != nil {
		return st.Product.Name
	}
	return "the bare plastic"
}

// StepOf returns the step that left the film at place.
func (s *Site) StepOf(place int) *route.Step {
	if place <= 0 || place >= len(s.Below) {
		return nil
	}
	return s.Line.by[place]
}

// LayerID returns the id of the step that left the film at place, empty for the bare plastic.
func (s *Site) LayerID(place int) string {
	if place <= 0 {
		return ""
	}
	return s.Below[place].Step
}
