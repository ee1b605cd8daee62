// Package airframe is the shape of a model: what is seen of its skin in four views, the zones and the lines on it, and the features that wash, wear
// and stains follow. Areas and lengths are of the skin, not of its shadow.
//
// The aircraft's own frame is in mm of the model: X aft from the nose, Y to starboard, Z up. A view shows it with the nose up (top and underside) or
// ahead (left and right), so that the centreline parts the first two.
package airframe

import (
	"math"
	"slices"
	"strings"
	"sync"

	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Place is a place on the aircraft, in mm of the model.
type Place struct{ X, Y, Z float64 }

// View is a side from which the aircraft is seen.
type View uint8

// The views.
const (
	Top View = iota
	Under
	Left
	Right
)

// Views are all of them.
var Views = []View{Top, Under, Left, Right}

var viewNames = [...]string{"top", "under", "left", "right"}

func (v View) String() string { return viewNames[v] }

// Words says from where it is seen, such as "from above".
func (v View) Words() string {
	return [...]string{"from above", "from below", "from the left", "from the right"}[v]
}

// ViewNamed returns the view with that name.
func ViewNamed(name string) (View, bool) {
	i := slices.Index(viewNames[:], name)
	return View(max(0, i)), i >= 0
}

// Of returns where a place is seen, and how far it stands out of the picture.
func (v View) Of(p Place) (at Pt, out float64) {
	switch v {
	case Top:
		return Pt{p.Y, p.X}, p.Z
	case Under:
		return Pt{-p.Y, p.X}, -p.Z
	case Left:
		return Pt{p.X, -p.Z}, -p.Y
	default:
		return Pt{-p.X, -p.Z}, p.Y
	}
}

// Place is the inverse of Of.
func (v View) Place(at Pt, out float64) Place {
	switch v {
	case Top:
		return Place{at.Y, at.X, out}
	case Under:
		return Place{at.Y, -at.X, -out}
	case Left:
		return Place{at.X, -out, -at.Y}
	default:
		return Place{-at.X, out, -at.Y}
	}
}

// Aft returns the direction in the view in which air streams in flight, Down that in which a drop runs on the ground: along the air where
// the view is looked at from above or below.
func (v View) Aft() Pt {
	a, _ := v.Of(Place{X: 1})
	return a
}

// Down returns the direction in which gravity draws in the view; ok is false where it draws into or out of the picture.
func (v View) Down() (d Pt, ok bool) { return Pt{0, 1}, v == Left || v == Right }

// Across returns the direction in the view across the air: upwards on a side, to the right from above and below.
func (v View) Across() Pt {
	if down, ok := v.Down(); ok {
		return Pt{-down.X, -down.Y}
	}
	return Pt{1, 0}
}

// opposite is the view of the other side.
func (v View) opposite() View { return v ^ 1 }

// Stuff is what a plate is made of.
type Stuff uint8

// The stuffs.
const (
	Skin   Stuff = iota // what is painted
	Glass               // stays clear
	Rubber              // tyres
	Hollow              // an opening that light hardly reaches: wheel wells, intakes
	Blade               // propellers
)

// stuffs are what the stuffs are called in drawings.
var stuffs = []string{"skin", "glass", "rubber", "hollow", "blade"}

// Painted reports whether a zone's paint goes on it: on skin, and on blades, which keep their own look where no zone asks for them by name.
func (s Stuff) Painted() bool { return s == Skin || s == Blade }

// Round is how a plate curves away from the viewer.
type Round uint8

// The ways to curve.
const (
	Flat    Round = iota
	AcrossX       // a tube that runs down the picture: its sides curve away to the left and right
	AcrossY       // a tube that runs across it
)

// Station is how far out of the picture a round plate's axis lies and how far its skin stands above that, at a place along it.
type Station struct{ At, Mid, Half float64 }

// Plate is a part as it is seen in a view. Plates lie one over the other in their order.
type Plate struct {
	View    View
	Part    string // what it is of, such as "wing"
	Face    string // "upper", "under", or empty for one that is divided along its side
	Hand    string // "left", "right" or empty
	Stuff   Stuff
	Outline Path
	Round   Round
	Off     float64   // how far a flat plate stands out of the picture
	Along   []Station // of a round one; where there are none it stands out as far as it is wide
	Hovers  bool      // it hides others from sight without touching them
	Named   bool      // a zone has it by its part's name, and not only by the way it faces
	Counts  bool      // its skin is counted here; another view has counted it where not
	Fields  []Field

	shape   Region // of the outline
	seen    Region // what no other plate hides
	columns []column
}

// Field is a zone's part of a plate, as far as it is seen.
type Field struct {
	Zone int // in Zones; -1 where no zone has it
	Face string
	Region
	whole Region // with what others hide
}

// Role is what a line is.
type Role string

// The roles of lines.
const (
	Panel  Role = "panel"  // engraved between two sheets
	Rivets Role = "rivets" // a row of them
	Gap    Role = "gap"    // between a control surface and what it hangs on
	Raised Role = "raised"
	Sanded Role = "sanded" // it was there once
)

// Roles are all of them, with the words for one.
var Roles = []struct {
	Role  Role
	Words string
}{{Panel, "panel lines"}, {Gap, "control-surface gaps"}, {Rivets, "rivet rows"}, {Raised, "raised lines"}, {Sanded, "lines sanded away"}}

// Line is a line on the skin as it is seen in a view.
type Line struct {
	ID     string // the same in all views that show it
	View   View
	Part   string
	Role   Role
	Kind   string // of recess, as core/wash names it; empty for usual
	Path   Path
	Cut    Cut  // the plane that it lies in, where there is one
	Counts bool // its length is counted in this view
}

// Cut is the half of space in which X·x + Y·|y| + Z·z is over Over; the zero Cut is none.
type Cut struct{ X, Y, Z, Over float64 }

// None reports whether there is no plane.
func (c Cut) None() bool { return c.X == 0 && c.Y == 0 && c.Z == 0 }

// in returns the half of the cut as it is seen in a view, for one hand of the aircraft; ok is false where it is no half of the picture.
func (c Cut) in(v View, hand float64) (Region, bool) {
	switch v {
	case Top:
		return beyond(c.Y*hand, c.X, c.Over), c.Z == 0
	case Under:
		return beyond(-c.Y*hand, c.X, c.Over), c.Z == 0
	case Left:
		return beyond(c.X, -c.Z, c.Over), c.Y == 0
	default:
		return beyond(-c.X, -c.Z, c.Over), c.Y == 0
	}
}

// Kind of a feature.
type FeatureKind string

// The features.
const (
	Stack     FeatureKind = "stack"
	Radiator  FeatureKind = "radiator"
	OilCooler FeatureKind = "oil-cooler"
	GunPort   FeatureKind = "gun"
	Chute     FeatureKind = "ejector" // that lets a gun's cases out
	Wheel     FeatureKind = "wheel"
	Filler    FeatureKind = "filler"
	Hatch     FeatureKind = "hatch"
	Walkway   FeatureKind = "walkway"
	Cockpit   FeatureKind = "cockpit"
	Edge      FeatureKind = "leading-edge"
	Propeller FeatureKind = "propeller"
	Hinge     FeatureKind = "hinge"
	Aerial    FeatureKind = "aerial"
	Step      FeatureKind = "step"
	Worn      FeatureKind = "worn" // a place that was seen to be worn, such as on a photograph
)

// FeatureKinds are all of them with the words for one.
var FeatureKinds = []struct {
	Kind  FeatureKind
	Words string
}{
	{Stack, "exhaust stacks"},
	{Radiator, "radiator exit"},
	{OilCooler, "oil cooler exit"},
	{GunPort, "gun port"},
	{Chute, "ejector chute"},
	{Wheel, "wheel"},
	{Filler, "filler cap"},
	{Hatch, "hatch"},
	{Walkway, "walkway"},
	{Cockpit, "cockpit"},
	{Edge, "leading edge"},
	{Propeller, "propeller"},
	{Hinge, "hinge"},
	{Aerial, "aerial"},
	{Step, "step or handhold"},
	{Worn, "worn place"},
}

// KindNamed reports whether there is a kind of feature with that id.
func KindNamed(id string) (FeatureKind, bool) {
	for _, k := range FeatureKinds {
		if string(k.Kind) == id {
			return k.Kind, true
		}
	}
	return "", false
}

// Words returns what a kind of feature is called.
func (k FeatureKind) Words() string {
	for _, one := range FeatureKinds {
		if one.Kind == k {
			return one.Words
		}
	}
	return string(k)
}

// Feature is a place on the aircraft that something comes from, or that people use. One that is long runs from At to To.
type Feature struct {
	ID     string
	Kind   FeatureKind
	Name   string
	At, To Place   // To is At where it is a point
	Views  []View  // in which it is seen
	SizeMM float64 // a stack's bore, a wheel's diameter, a gun's bore, the width of a walkway
	Number int     // of stacks, guns
	PaceMM float64 // from one of them to the next, aft
	Fuel   string  // of a stack: rich, mid, lean
	Part   string  // that it is on

	placed bool // a drawing gives its place
}

// Sees reports whether a feature is seen in a view.
func (f Feature) Sees(v View) bool { return slices.Contains(f.Views, v) }

// Each returns the places of all of a feature's stacks or guns, the foremost first.
func (f Feature) Each() []Place {
	all := []Place{f.At}
	for i := 1; i < f.Number; i++ {
		all = append(all, Place{f.At.X + float64(i)*f.PaceMM, f.At.Y, f.At.Z})
	}
	return all
}

// Airframe is the shape of a model.
type Airframe struct {
	Type             string // the kind's id; empty for one that was drawn
	Words            string
	Scale            int
	SpanMM, LengthMM float64
	Plates           []Plate
	Lines            []Line
	Features         []Feature
	Zones            []string // ids
	Boarding         string   // the side from which it is entered: left or right

	mu   sync.Mutex
	lees map[FeatureKind][]bool // what Lee has worked out
}

// Zone returns a zone's place in Zones, -1 for none.
func (a *Airframe) Zone(id string) int { return slices.Index(a.Zones, id) }

// Bounds returns the corners of what is seen in a view.
func (a *Airframe) Bounds(v View) (low, high Pt) {
	low, high = Pt{math.Inf(1), math.Inf(1)}, Pt{math.Inf(-1), math.Inf(-1)}
	for i := range a.Plates {
		if p := &a.Plates[i]; p.View == v {
			l, h := p.shape.Bounds()
			low, high = Pt{min(low.X, l.X), min(low.Y, l.Y)}, Pt{max(high.X, h.X), max(high.Y, h.Y)}
		}
	}
	if low.X > high.X {
		return Pt{}, Pt{}
	}
	return low, high
}

// Seen returns the plate that is seen at a place of a view and the zone there: -1 for none.
func (a *Airframe) Seen(v View, at Pt) (plate, zone int) {
	for i := range slices.Backward(a.Plates) {
		if p := &a.Plates[i]; p.View == v && p.shape.Holds(at) {
			for _, f := range p.Fields {
				if f.whole.Holds(at) {
					return i, f.Zone
				}
			}
			return i, -1
		}
	}
	return -1, -1
}

// Shows reports whether anything on the airframe is a zone.
func (a *Airframe) Shows(zone int) bool {
	for i := range a.Plates {
		for _, f := range a.Plates[i].Fields {
			if f.Zone == zone {
				return true
			}
		}
	}
	return false
}

// Spot returns a place at which a zone is seen, in the middle of the largest field of it; ok is false where it is seen nowhere.
func (a *Airframe) Spot(zone int) (v View, at Pt, ok bool) {
	best := 0.0
	for i := range a.Plates {
		for _, f := range a.Plates[i].Fields {
			area := f.Area()
			if f.Zone != zone || area <= best {
				continue
			}
			low, high := f.Bounds()
			for _, share := range []float64{0.5, 0.4, 0.6, 0.3, 0.7, 0.2, 0.8, 0.1, 0.9} {
				for _, down := range []float64{0.5, 0.4, 0.6, 0.25, 0.75} {
					p := Pt{low.X + (high.X-low.X)*share, low.Y + (high.Y-low.Y)*down}
					if plate, seen := a.Seen(a.Plates[i].View, p); area > best && plate == i && seen == zone {
						v, at, ok, best = a.Plates[i].View, p, true, area
					}
				}
			}
		}
	}
	return v, at, ok
}

// Shape returns the region inside a plate's outline.
func (p *Plate) Shape() Region { return p.shape }

// Whole returns the field with what others hide of it.
func (f Field) Whole() Region { return f.whole }

// is reports whether a selector such as "wing/upper" names the plate's face: each of its words is the part, the face or the hand. "all" is any.
func (p *Plate) is(face, selector string) bool {
	for word := range strings.SplitSeq(selector, "/") {
		if word != "all" && word != p.Part && word != face && word != p.Hand {
			return false
		}
	}
	return true
}
