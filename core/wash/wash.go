// Package wash is about a wash on its surface: when it can be wiped, and what a wipe leaves.
package wash

import (
	"math"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	wipes     = fact.Bench("fitted to T13 to T15")
	closes    = Numbers.Number("window-softening", 0.2, "", "softening of a wash by its remover below which it no longer comes off", fact.Bench("T03: an oil wash is still wipeable next day"))
	dryLift   = Numbers.Number("dry-lift", 0.75, "", "share that one dry stroke takes of a fresh wash that stands above the texture", wipes)
	dryAge    = Numbers.Number("dry-age", 0.5, "", "how much of that a fully hard wash withstands", wipes)
	dampLift  = Numbers.Number("damp-lift", 0.85, "", "the same for a damp stroke over a wash that its liquid takes up", wipes)
	wetLift   = Numbers.Number("wet-lift", 0.92, "", "the same for a wet stroke", wipes)
	dampDeep  = Numbers.Number("damp-deep", 0.10, "", "how far a damp stroke reaches into the texture", wipes)
	dampOpens = Numbers.Number("damp-opens", 0.35, "", "share of the work of drying left at which a wash of fusing particles holds in its line and is still damp", fact.Bench("acrylic washes are cleaned while damp"))
	dampShuts = cure.Fraction(Numbers.Number("damp-shuts", 0.05, "", "hardness up to which it still comes off damp, whatever the liquid", fact.Bench("acrylic washes are cleaned while damp, within the hour or two")))
	wetDeep   = Numbers.Number("wet-deep", 0.30, "", "how far a wet stroke reaches into the texture", wipes)
)

// Wetness is how wet the cloth is.
type Wetness uint8

// The cloths, from dry to wet.
const (
	Dry Wetness = iota
	Damp
	Wet
)

var wetNames = [...]string{"dry", "damp", "wet"}

func (w Wetness) String() string { return wetNames[w] }

// WetnessNamed returns the wetness with that name.
func WetnessNamed(name string) (Wetness, bool) {
	for w := Dry; w <= Wet; w++ {
		if wetNames[w] == name {
			return w, true
		}
	}
	return Dry, false
}

// Contact returns the wipe as the films below feel it.
func (w Wetness) Contact() *stack.Contact {
	return [...]*stack.Contact{stack.DryWipe, stack.DampWipe, stack.WetWipe}[w]
}

// A wash that dries by evaporation alone is wiped once it is stiff: until then the cloth drinks it out of the line, after that only what it
// rubs comes off. One whose particles fuse is the other way round. While it is damp it holds in the line by its own pull and still smears off
// the open surface; an hour later it has fused, and water does nothing to it. That is why acrylic washes are cleaned as they go.

// Window returns when a wash can be wiped: from stiff, when a cloth no longer pulls it from the line, until its remover takes up less
// than a fifth of it. A wash of fusing particles is cleaned from damp on. closes is far away for washes that stay soluble. Held to T01 to T03.
func Window(film coating.Film, remover *solvent.Liquid, air climate.Record) (opens, closesAt time.Time) {
	course := cure.Of(film, air)
	f := film.Family
	if !f.Mechanism.Hardens {
		return course.Stiff(), course.Stiff().Add(climate.Horizon)
	}
	fresh := stack.Distance(remover, f, 0)
	hard := (1 - fresh/stack.DistanceAt(closes)) / f.Mechanism.Shrink
	if f.Mechanism == coating.Coalesce { // its particles fuse as the water leaves: it is cleaned while it is damp
		return course.Left(dampOpens), course.When(max(dampShuts, cure.Fraction(min(1, hard))))
	}
	return course.Stiff(), course.When(cure.Fraction(min(1, hard)))
}

// LeftOf returns the share of a wash that a wipe at a moment leaves on the open surface, 0 to 1; liquid is what the cloth is wetted with, nil for a dry one.
func LeftOf(course *cure.Course, on coating.Texture, cloth Wetness, strokes int, liquid *solvent.Liquid, at time.Time) float64 {
	soft, hard := 0.0, cure.Fraction(0)
	if liquid != nil {
		soft = stack.Soften(course, liquid, at)
	}
	if course.Film.Family.Mechanism.Hardens { // what stays soluble crumbles under a dry cloth at any age
		hard = course.Hard(at)
	}
	return Left(course.Film.Thickness(), on, cloth, strokes, soft, hard)
}

// Lift returns what one stroke does: the share that it takes of a wash that stands above the texture, and how far, as an exponent, it reaches into the
// texture. soft and hard are those of Left.
func Lift(cloth Wetness, soft float64, hard cure.Fraction) (lift, deep float64) {
	lift = dryLift * (1 - dryAge*float64(hard))
	switch cloth {
	case Damp:
		return max(lift, lift+(dampLift-lift)*soft), dampDeep * soft
	case Wet:
		return max(lift, lift+(wetLift-lift)*soft), wetDeep * soft
	}
	return lift, 0
}

// Left returns the share of a wash that k strokes of a cloth leave on the open surface, 0 to 1. soft is how far the cloth's liquid
// softens the wash, hard how far the wash has hardened. What lies in the surface's texture is out of a dry cloth's reach.
func Left(dry coating.Microns, on coating.Texture, cloth Wetness, strokes int, soft float64, hard cure.Fraction) float64 {
	if dry <= 0 {
		return 0
	}
	lift, deep := Lift(cloth, soft, hard)
	k := float64(strokes)
	in := min(float64(dry), float64(on)) * math.Exp(-k*deep)
	above := max(0, float64(dry)-float64(on)) * math.Pow(1-lift, k)
	return (in + above) / float64(dry)
}
