// Package effect holds what makes a model look used: fading and accents in oils, filters, leaks, rain, exhaust, the gas of guns, coolers, fuel, mud, dust, scuffs, chips, pencil and
// graphite. Each effect is one value in one file: what it plans on a job, what that lays on the airframe, what it tells of it, and its numbers. Adding one takes its file and a line of the
// list below.
//
// One scale serves every deposit: its optical density A covers a share 1 - exp(-A) of what lies below. Densities add up, covers don't.
package effect

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Effect is one way to make a model look used. Effects are shared by pointer and never change.
type Effect struct {
	ID, Name string
	By       []*Hand

	// From is the only kind of feature that it can come from, and what that is called; empty where it can come from anywhere.
	From      airframe.FeatureKind
	FromWords string
	Dark      bool // it is soot, oil or shadow: of some products the darkest makes it

	unasked func(s *route.Step, a *airframe.Airframe) bool // whether a step that doesn't say what it is of makes it; nil for always
	plan    func(*Job, *Plan)
}

// all are the effects, in the order in which a step that makes several is told.
var all = []*Effect{fading, accents, filter, leaks, rain, coolers, exhaust, gas, fuelSpill, mud, dust, scuffing, chips, pencilled, graphite}

// Hand is how an effect is made: a kind of step with its tool, how it is taken back and what may go over it.
type Hand struct {
	Do               string // the kind of step
	Tool, Undo, Seal string
	Shows            float64 // how strongly it is drawn where no airframe says where it lies, 0 to 1
	MarkMM           float64 // smallest mark, of what sets chips; 0 of anything else
	Words            string  // what sets the marks
	Glossy           bool    // what it lays in oil stays glossy until something lies over it
}

// All returns the effects, in the order in which they are told.
func All() []*Effect { return all }

// HandOf returns the hand of a kind of step; nil where it makes no effect.
func HandOf(do string) *Hand {
	for _, e := range all {
		for _, h := range e.By {
			if h.Do == do {
				return h
			}
		}
	}
	return nil
}

// Stains reports whether what a kind of step puts where is planned on the airframe: oils, chips, stains, dust.
func Stains(do *route.Technique) bool { return HandOf(do.ID) != nil }

// Makes returns the effects that a step makes on an airframe: those that it says it is of, or all that its kind makes there.
func Makes(s *route.Step, a *airframe.Airframe) []*Effect {
	var own, said []*Effect
	for _, e := range all {
		if !slices.ContainsFunc(e.By, func(h *Hand) bool { return h.Do == s.Do.ID }) {
			continue
		}
		if e.ID == s.Pull.Of {
			said = append(said, e)
		}
		if e.unasked == nil || e.unasked(s, a) {
			own = append(own, e)
		}
	}
	if said != nil {
		return said
	}
	return own
}

// Is reports whether a step makes an effect on an airframe.
func Is(s *route.Step, a *airframe.Airframe, id string) bool {
	return slices.ContainsFunc(Makes(s, a), func(e *Effect) bool { return e.ID == id })
}

// Job is what an effect is planned on.
type Job struct {
	Airframe      *airframe.Airframe
	Zone          int
	AreaCM2       float64       // of the zone
	AircraftCM2   float64       // of all zones; 0 where it is not known
	Below, Primer colour.Colour // what a chip lays bare, and what lies between that and the paint
	Step          *route.Step
	Wear          wear.Targets // what its service asks for
	Paint         colour.Colour
	On            coating.Texture // of what lies below
	Tubes         []Tube          // oils at hand
	Marked        bool            // decals lie on the zone
	Brush         *Brush          // what a wet brush would do there; nil where nobody asked
	Told          bool            // it is told in figures, and not only painted
	Veil          float64         // how many times as thick as usual the hand's passes lie; 0 for as usual
}

// Brush is what a brush that is wet with the step's thinner does to the films below.
type Brush struct {
	LossUM float64
	Bites  bool
}

func (j *Job) amount() float64 { a, _ := j.Step.Pull.Times(); return a }
func (j *Job) reach() float64  { _, r := j.Step.Pull.Times(); return r }
func (j *Job) scale() float64  { return float64(j.Airframe.Scale) }

// ink is the colour of what is laid.
func (j *Job) ink() colour.Colour {
	if j.Step.Product == nil {
		return route.Plastic
	}
	return j.Step.Product.Shows()
}

// random returns chances of a step's own, apart from those of other uses.
func (j *Job) random(use uint64) *rand.Rand { return rand.New(rand.NewPCG(j.Step.Seed, use)) }

// Key is the same for two jobs that lay the same.
func (j *Job) Key() string {
	made := ""
	if p := j.Step.Product; p != nil {
		made = string(p.Kind) + " of " + p.Family.ID
	}
	return fmt.Sprintf("%d %s %s %s %s %.3g %+v %d %g %g %g %s %s %s %+v %d %.4g",
		j.Zone, j.Step.Do.ID, j.Step.ID, j.ink(), made, float64(j.On), j.Step.Pull, j.Step.Coats, j.Step.Covered(), j.AreaCM2, j.AircraftCM2, j.Paint, j.Below, j.Primer, j.Wear, j.Step.Seed, mixOf(j.Step, j.Paint).Paint)
}

// Plan is what a step puts where, and what it takes.
type Plan struct {
	Makes  []*Effect
	Hand   *Hand
	Laid   *Laid // nil where the whole zone is changed alike, or no airframe says where
	Words  string
	Rows   []Row
	Places []Place // where the hand goes
	Tones  []Tint
	Ways   []Way
	LongMM float64 // what a reach of 1 is drawn out to; 0 where nothing is drawn out
}

// Row is a figure with what it is of. Value is what is read; Figure and Unit are the same for a program, and Unit is empty for a number.
type Row struct {
	ID, Label, Value string
	Figure           float64
	Unit             string
}

// Place is where the hand goes. A dot is drawn out from its place, a stroke is sprayed along its points, a plume is an outline where it is half as strong, a line is one of the airframe's.
type Place struct {
	Kind                     string // dot, speck, line, plume, stroke
	View                     airframe.View
	At                       airframe.Pt
	DMM, TowardDeg, LengthMM float64
	Points                   []airframe.Pt
	Tone                     int // in the plan's tones
	Text                     string
}

// Tint is a colour that is laid, with what it is called and what is taken for it.
type Tint struct {
	Colour colour.Colour
	Words  string
	Take   string // which tube, or how two are mixed; empty for the step's own product
}

// Way is another way to come to the same.
type Way struct{ ID, Words, Takes, Undo string }

// Of plans what a step puts where.
func Of(j *Job) *Plan {
	p := &Plan{Makes: Makes(j.Step, j.Airframe), Hand: HandOf(j.Step.Do.ID)}
	for _, e := range p.Makes {
		e.plan(j, p)
	}
	if p.Words == "" {
		p.Words = "Nothing: nothing on this zone leaves it."
	}
	return p
}

// Row returns the row of that id.
func (p *Plan) Row(id string) (Row, bool) {
	for _, r := range p.Rows {
		if r.ID == id {
			return r, true
		}
	}
	return Row{}, false
}

// Figure returns the figure of a row; 0 where there is none.
func (p *Plan) Figure(id string) float64 {
	r, _ := p.Row(id)
	return r.Figure
}

// say begins what is told with words, unless an effect of the same step did before.
func (p *Plan) say(words string) {
	if p.Words == "" {
		p.Words = words
	}
}

// row tells a figure.
func (p *Plan) row(id, label string, figure float64, unit, format string, args ...any) {
	p.Rows = append(p.Rows, Row{id, label, fmt.Sprintf(format, args...), figure, unit})
}

// tone returns the number of a tint among the plan's.
func (p *Plan) tone(t Tint) int {
	if i := slices.Index(p.Tones, t); i >= 0 {
		return i
	}
	p.Tones = append(p.Tones, t)
	return len(p.Tones) - 1
}

// lay adds what an effect lays.
func (p *Plan) lay(l *Laid) {
	if p.Laid == nil {
		p.Laid = l
		return
	}
	shift := make([]int, len(l.Inks))
	for i, c := range l.Inks {
		if shift[i] = slices.Index(p.Laid.Inks, c); shift[i] < 0 {
			if shift[i] = len(p.Laid.Inks); shift[i] == MostInks {
				shift[i]--
			} else {
				p.Laid.Inks = append(p.Laid.Inks, c)
			}
		}
	}
	for _, s := range l.Streaks {
		s.Ink = shift[s.Ink]
		p.Laid.Streaks = append(p.Laid.Streaks, s)
	}
	for _, c := range l.Clouds {
		c.Ink = shift[c.Ink]
		p.Laid.Clouds = append(p.Laid.Clouds, c)
	}
	p.Laid.Beyond = p.Laid.Beyond || l.Beyond
}

// outlined adds the outlines of soft stains.
func (p *Plan) outlined(all []Cloud, t Tint) {
	for _, c := range all {
		if c.Even {
			continue
		}
		aft := c.View.Aft()
		long, half := c.SeenMM(), c.WideMM/4
		p.Places = append(p.Places, Place{Kind: "plume", View: c.View, At: c.From, LengthMM: long, Tone: p.tone(t), Points: []airframe.Pt{
			c.From, {X: c.From.X + aft.X*long - aft.Y*half, Y: c.From.Y + aft.Y*long + aft.X*half}, {X: c.From.X + aft.X*long + aft.Y*half, Y: c.From.Y + aft.Y*long - aft.X*half},
		}})
	}
}
