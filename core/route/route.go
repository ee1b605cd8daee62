// Package route judges a plan: it lays a zone's steps out over the sessions, each as early as it is safe, and finds what would go wrong.
//
// A step kind is a Technique, a disagreement among practitioners a School, and what can go wrong a Rule: each is a value in a table, so
// that adding one touches one file.
package route

import (
	"slices"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// FreeID returns id, with more after it where a product has it already.
func FreeID(id string, taken []*coating.Product) string {
	for slices.ContainsFunc(taken, func(p *coating.Product) bool { return p.ID == id }) {
		id += "-2"
	}
	return id
}

// SprayOf tells what a setting does with the step's product on its zone, in air.
func SprayOf(z *Zone, step *Step, set *dose.Setting, air climate.Air) dose.Spray {
	film := step.Film(time.Time{})
	wet := film.Wet
	if step.Do.Tint > 0 { // the same paint in more liquid
		wet *= coating.Microns((1 + set.Thinning) / (1 + step.Product.Family.Thinning))
	}
	return set.Of(step.Product.Family, wet, step.Do.Has(ClearCoat) && step.Sheen() == coating.Gloss, z.AreaCM2*step.Covered(), air)
}

// Numbers is the table behind this package.
var Numbers fact.Table

// Plan is a build's plan with every reference resolved.
type Plan struct {
	Name       string
	Scale      int
	Start      time.Time // nothing is scheduled before it
	LaidFrom   time.Time // nor before it: what was to be done earlier was put off; zero where nothing was
	Now        time.Time // the clock on the wall; zero for a plan that is judged by itself, whatever the time
	Wear       wear.Targets
	Wanted     time.Time // the day it should be ready; zero when there is none
	Matters    int       // how many times as much a day late counts as one of another build
	Air        climate.Record
	Bench      schedule.Bench
	Airbrushes []Airbrush     // empty for one
	Waiting    chance.Waiting // what waiting costs, and how careful one is
	Schools    Schools
	Products   []*coating.Product
	Parts      []Part
	Zones      []*Zone
	Own        map[*coating.Product]coating.Told // what one's own films say of each; nil for nothing
	Airframe   *airframe.Airframe                // the plan's own; nil where it has none
}

// Airbrush is one of several. What none is kept for runs through the first.
type Airbrush struct {
	Name string
	For  []string // what it is kept for, as Step.Chemistry tells it
}

// Part is a sub-assembly that is finished apart and joined later.
type Part struct{ ID, Name string }

// PartName returns what a part is called in a sentence.
func (p *Plan) PartName(id string) string {
	for _, part := range p.Parts {
		if part.ID == id {
			return part.Name
		}
	}
	return id
}

// Zone is a part of the model that is treated as one, with its route.
type Zone struct {
	ID, Name string
	AreaCM2  float64
	Part     string // the sub-assembly it belongs to; empty for the model itself
	Lines    Lines
	Shape    airframe.Measure // what it comes to on the plan's airframe; zero without one
	Wears    wear.ZoneWear    // where it wears; zero without an airframe
	Steps    []*Step
}

// Lines are the recesses of a zone; the zero value stands for usual ones as long as its area has them.
type Lines struct {
	Kind     string    // its id, empty for usual
	Measured wash.Line // where it was measured; zero for the kind's own
	LengthMM float64   // of all of them; 0 for what is usual on its area
}

// Line returns the kind of the zone's lines and their cut.
func (z *Zone) Line() (wash.LineKind, wash.Line) {
	kind, _ := wash.LineNamed(z.Lines.Kind)
	cut := kind.Line
	if m := z.Lines.Measured; m.WidthMM > 0 {
		cut = m
	}
	return kind, cut
}

// LineMM returns how long the zone's lines are all together on a model of 1 to scale.
func (z *Zone) LineMM(scale int) float64 {
	if z.Lines.LengthMM > 0 {
		return z.Lines.LengthMM
	}
	if l := z.Shape.RecessMM(); l > 0 {
		return l
	}
	return wash.LengthMM(z.AreaCM2, scale)
}

// Step is one step of a route.
type Step struct {
	ID       string
	Do       *Technique
	Product  *coating.Product // nil where the technique takes none
	Coats    int
	Dry      coating.Microns // dry thickness of a coat; 0 for the family's usual one
	Share    float64         // of the zone that it covers, up to 1; 0 stands for all of it
	WidthMM  float64         // of its lines or blotches, for shading; 0 for the usual
	Done, At time.Time       // when it happened; when its start is pinned; zero otherwise
	Started  time.Time       // when it was begun, of one that is under way; zero otherwise
	Said     []Said          // what was said of it and its film, in order
	Told     *coating.Told   // what one's own films say of its film; nil for nothing
	Pace     float64         // how many times as long as usual the hand takes for it; 0 for as usual
	Seen     Sight           // what was seen of it once it was done
	After    time.Time       // it is not to be begun before; zero where it may be at any time
	Turn     time.Time       // its turn in an order that was taken, for which After allows; zero where it has none
	Decals   []decal.Decal   // that are put on, in any order
	Joins    []string        // ids of the parts that are joined
	Spray    *dose.Setting   // how the airbrush is set; nil for the middle of what is usual
	Laying   Laying          // how its sprayed coats go on
	Drying   Drying          // how its film is helped to dry
	Edge     EdgeID          // of a mask: hard, lifted or freehand; empty for hard
	Seed     uint64          // of where its effect puts what
	Thinning float64         // that its effect asks for, in parts of thinner to one of the product; 0 where it asks for none
	Pull     Pull            // what was changed of what its effect is planned as
	Of       string          // a wipe's wash
	Cloth    wash.Wetness
	Liquid   *solvent.Liquid // a wipe's own liquid; nil for the wash's remover
	Stroke   Stroke
	Wiped    *Step // a wipe's wash
	WipedBy  *Step // a wash's wipe
}

// Sight is what somebody saw of a step once it was done, who was asked whether it went wrong.
type Sight string

// What can be seen.
const (
	Unasked      Sight = "" // or the question was ignored
	SawNothing   Sight = "nothing"
	SawSomething Sight = "something"
)

// Sights returns the closed list of answers.
func Sights() []Sight { return []Sight{SawNothing, SawSomething} }

// Happened reports whether the step is done: what is said of it is said of the past.
func (s *Step) Happened() bool { return !s.Done.IsZero() }

// Place returns the time zone of the bench.
func (p *Plan) Place() *time.Location {
	if p.Bench.Place == nil {
		return time.UTC
	}
	return p.Bench.Place
}

// Passed reports whether the time that the step was pinned to lies behind now, and it was neither begun nor done.
func (z *Zone) Passed(s *Step, now time.Time) bool {
	return !s.At.IsZero() && s.Done.IsZero() && s.Started.IsZero() && !s.At.Add(z.Attended(s)).After(now)
}

// Fixed reports whether the step's own time is not the schedule's to choose: it was done, is under way, or is pinned to a time that has not
// passed.
func (z *Zone) Fixed(s *Step, now time.Time) bool {
	return !s.Done.IsZero() || !s.Started.IsZero() || !s.At.IsZero() && !z.Passed(s, now)
}

// Link resolves the wipes of a zone's washes. It must be called once a zone's steps are complete.
func (z *Zone) Link() {
	for i, s := range z.Steps {
		if s.Of == "" {
			continue
		}
		for _, w := range z.Steps[:i] {
			if w.ID == s.Of {
				s.Wiped = w
				if w.WipedBy == nil {
					w.WipedBy = s
				}
			}
		}
	}
}

// Sheen returns the sheen the step leaves.
func (s *Step) Sheen() coating.Sheen {
	switch {
	case s.Product != nil && s.Product.Sheen != coating.NoSheen:
		return s.Product.Sheen
	case s.Do.Sheen != coating.NoSheen:
		return s.Do.Sheen
	case s.Product != nil && len(s.Product.Family.Sheens) > 0:
		return s.Product.Family.Sheens[0]
	}
	return coating.NoSheen
}

// Film returns the film that the step leaves when its last coat is finished at laid. Only for techniques that lay one.
func (s *Step) Film(laid time.Time) coating.Film {
	f := s.Product.Family
	if s.Do.Has(Thinned) {
		f = f.AsWash()
	}
	wet := f.Wet
	if s.Do.Thin > 0 {
		wet *= coating.Microns(s.Do.Thin)
	}
	if s.Dry > 0 {
		wet = s.Dry / coating.Microns(1-f.CarrierShare)
	}
	film := coating.Film{Family: f, Coats: s.Coats, Wet: wet, Laid: laid, Share: s.Share, Pace: s.Product.Pace, Known: s.Product.Known, Told: s.Told}
	if own := s.Product.Carrier; own != nil && own != f.Carrier && !f.IsLoose() {
		film.Carrier = own
	}
	film.Smooth = s.Do.Has(ClearCoat) && s.Sheen() == coating.Gloss
	film.Quick, film.Painted = s.Do.Has(WashOn|Thinned), s.Do.Has(NeedsGloss) && !s.Floats()
	if s.Do.Has(Veils) { // all veils together are no thicker than a coat, and no closer
		film.Coats, film.Wet = 1, wet*coating.Microns(max(1, s.Coats))
	}
	if s.Share <= 0 { // shading, chips and stains lie on a part of the zone and cover nothing but that
		film.Share = s.Do.Covers
	}
	return s.dry(film)
}

// Wets returns the liquid that the step brings onto the model, nil for none.
func (s *Step) Wets() *solvent.Liquid {
	if s.Do.Carries != TheRemover {
		return s.Do.liquid(s.Product)
	}
	switch {
	case s.Cloth == wash.Dry:
		return nil
	case s.Liquid != nil:
		return s.Liquid
	case s.Wiped != nil:
		return s.Wiped.Product.Remover
	}
	return nil
}

// Floats reports whether the step puts decals on. Markings that are all masked and sprayed are paint: nothing silvers, tears or creeps.
func (s *Step) Floats() bool {
	return s.Do.Has(NeedsGloss) && (len(s.Decals) == 0 || slices.ContainsFunc(s.Decals, func(d decal.Decal) bool { return !d.Painted }))
}

// Cautions returns the usual cautions for the step, the technique's first.
func (s *Step) Cautions() []string {
	var all []string
	if s.Do.Caution != "" {
		all = append(all, s.Do.Caution)
	}
	if l := s.Wets(); l != nil && l.Caution != "" {
		all = append(all, l.Caution)
	}
	if s.Do.Has(Cloth) && s.Wiped != nil && s.Wiped.Product.Family.IsOily() {
		all = append(all, oilRagCare)
	}
	if s.Drying != ByItself {
		all = append(all, airCare)
	}
	if s.Drying == InWarmAir {
		all = append(all, warmCare)
	}
	return slices.Compact(all)
}

// As returns a copy of the step with a change, to try what that would do. Its wash and wipe are the original's.
func (s *Step) As(change func(*Step)) *Step {
	other := *s
	change(&other)
	return &other
}

// Attended returns how long the step keeps the hands busy on the zone.
func (z *Zone) Attended(s *Step) time.Duration {
	if len(s.Decals) > 0 {
		d := s.Do.Setup + decal.Time(decal.Works(s.Decals, coating.Gloss.Texture()))
		return max(rounding, (d + rounding - 1).Truncate(rounding))
	}
	long := s.Do.Attended(z.AreaCM2*s.effort(), max(1, s.Coats))
	if s.Pace > 0 {
		long = max(rounding, time.Duration(float64(long)*s.Pace+float64(rounding)/2).Truncate(rounding))
	}
	return long + (s.Blowing() + time.Minute - 1).Truncate(time.Minute)
}

// Sitting returns the shortest sitting that the step is begun for where no session takes it whole; 0 where it is done in one go.
func (s *Step) Sitting() time.Duration {
	if s.Do.Has(BreaksOff) && !s.Sprays() {
		return sitting
	}
	return 0
}

// Dose returns how much the step takes on its zone, nothing for one that uses up no product. thinning is in parts of thinner to one of
// the product, below 0 for what its effect asks for, or the family's usual.
func (z *Zone) Dose(s *Step, thinning float64) dose.Cup {
	if !s.Do.Lays || s.Product == nil || s.Product.Kind == coating.DecalKind || s.Product.Family.IsLoose() {
		return dose.Cup{}
	}
	if thinning < 0 && s.Thinning > 0 {
		thinning = s.Thinning
	}
	film := s.Film(time.Time{})
	return dose.Of(dose.Job{Family: s.Product.Family, AreaCM2: z.AreaCM2 * s.Covered(), Coats: film.Coats, Wet: film.Wet, Airbrush: s.Sprays(), Thinning: thinning, Tint: s.Do.Tint})
}

// Thinner returns how many more parts of thinner than its family's usual the step asks for: to tint, or as its effect is sprayed.
func (s *Step) Thinner() float64 {
	if s.Thinning > 0 {
		return s.Thinning - s.Product.Family.Thinning
	}
	return s.Do.Tint
}

// Covered returns how much of its zone the step covers, over 0 and up to 1: what it says itself, else what is usual.
func (s *Step) Covered() float64 {
	if s.Share <= 0 && s.Do.Covers > 0 {
		return s.Do.Covers
	}
	return s.Extent()
}

// effort returns how much work the step is, against its kind's usual for its zone.
func (s *Step) effort() float64 {
	if s.Share > 0 && s.Do.Covers > 0 {
		return s.Extent() / s.Do.Covers
	}
	return s.Extent()
}

// Extent returns how much of its zone the step covers, over 0 and up to 1.
func (s *Step) Extent() float64 {
	if s.Share <= 0 {
		return 1
	}
	return min(1, s.Share)
}

// StepName is what a step is called within a sentence: "the gloss coat".
func StepName(s *Step) string { return "the " + say.Lower(s.Do.Name) }

// Clock writes a moment as the bench's clock shows it.
func (p *Plan) Clock(t time.Time) string { return say.Clock(t, p.Place()) }
