// Package stack computes the bite: what a liquid in a kind of step does to every film on a zone.
//
// How like a liquid is to a film is RED = Ra/R0, with R0 shrinking as the film hardens; likeness softens it by a share u, a logistic
// step at RED 1. How deep it gets in the time it stands is x = sqrt(2 D t), with D from the free volume that the liquid's molecules
// need and the film offers (Cohen & Turnbull 1959). What is lost is x times what the step carries off.
//
// A film below is reached in two ways: at once through the weak spots of every closed film above, a share of the area that falls with
// each sprayed coat; and through those films themselves after the time lag (sum of L/sqrt(D))^2/6 (Daynes 1920; Crank; the sum over
// films is our extension). The larger loss counts.
package stack

import (
	"iter"
	"math"
	"slices"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	biteLimit  = Numbers.Number("bite-limit", 0.40, "µm", "loss of a film that half of all see", fact.Bench("fitted so that one in ten still sees it at the ages of T06, T09, T10, T53"))
	crazeLimit = Numbers.Number("craze-limit", 0.15, "µm", "depth to which bare plastic is softened before its shine is gone", fact.Bench("white spirit crazes bare plastic, and one coat of paint is enough to keep it off"))
	softWidth  = Numbers.Number("softening-width", 0.10, "", "width in RED of the step from untouched to softened", fact.Bench("chosen; between a sharp limit and what swelling curves show"))
	freeD      = Numbers.Number("free-diffusion", 6e-13, "m²/s", "diffusion of a vanishing molecule in a film", fact.Bench("fitted to T12"))
	hole       = Numbers.Number("hole", 43, "cm³/mol", "free volume of an untouched fresh film, as a divisor of the liquid's molar volume", fact.Bench("form: Cohen & Turnbull 1959; value fitted to T06, T09"))
	holeSoft   = Numbers.Number("hole-soft", 0.5, "", "how much softening opens the free volume", fact.Bench("fitted to T06, T12"))
	holeHard   = Numbers.Number("hole-hard", 0.35, "", "how much hardening closes it", fact.Bench("fitted to T06, T12"))
	weakSpot   = Numbers.Number("weak-spot", 0.22, "", "share of the area where one sprayed coat is not closed", fact.Bench("one thin coat has weak spots on edges and detail, a couple of coats are trusted"))
	swellFrom  = Numbers.Number("swell-from", 0.6, "", "softening from which a linked skin buckles", fact.Bench("chosen; wrinkling sets in suddenly"))
	meltFlood  = Numbers.Number("melt-flood", 56, "µm", "a solvent that stands so thick on a film of its own kind of binder that this melts into it while it is young", fact.Bench("three wet coats of hot lacquer on last night's acrylic ruin it, one that flashes off does not"))
	throughMax = Numbers.Number("through-carry", 0.1, "", "most of a covered film that can be carried off through what covers it", fact.Bench("chosen; it is held down"))
	liftCarry  = Numbers.Number("lift-carry", 0.05, "", "carry from which a dissolved medium lifts with all above it; a sprayed coat only wets it where it lies", fact.Bench("chosen; acrylic is sprayed over it, then lifted with a wet brush"))
	lifts      = Numbers.Number("lift-softening", 0.5, "", "softening of a live film from which it lets go", fact.Bench("chosen"))
	chipPatch  = Numbers.Number("chip-patch", 60, "s", "how long one patch stays wet while it is chipped", fact.Bench("start small: once it lifts, it goes fast; two coats between two media are trusted"))
	blotted    = Numbers.Number("decal-blotted", 180, "s", "until the water under a decal is blotted off", fact.Bench("slid into place, pressed out and blotted within some minutes"))
	toolDepth  = Numbers.Number("tool-depth", 4, "µm", "how deep a tool digs per unit of missing hardness", fact.Bench("fitted to T08"))
	unreached  = Numbers.Number("unreached", 1e-4, "", "share of the area below which a film counts as covered", fact.Bench("chosen"))
	mildRED    = Numbers.Number("mild-on-lacquer", 1.35, "RED", "least reach on a dried lacquer of a liquid that holds none of what its own thinner is strong by", fact.Bench("T85: only its own thinner takes a lacquer up; acrylic detail on it is wiped back with acrylic thinner"))
)

var ammoniaAcrylic = Numbers.Number("ammonia-acrylic", 0.8, "RED", "reach of ammonia on a water-borne acrylic, whose particles it swells apart", fact.Bench("ammonia cleaner strips most water-borne acrylics, slower than a polish clear"))

// reactions are likenesses that Hansen's parameters can't tell, since the liquid reacts with the film: the RED it acts with.
var reactions = []struct {
	Part   solvent.Component
	Family string
	RED    float64
}{
	{solvent.Ammonia, "polish-clear", Numbers.Number("ammonia-polish", 0.6, "RED", "reach of ammonia on a polish clear, whose links it opens", fact.Bench("ammonia strips a polish clear at any age"))},
	{solvent.Ammonia, "waterborne-acrylic", ammoniaAcrylic},
	{solvent.Ammonia, "acrylic-wash", ammoniaAcrylic},
}

// Limit returns the loss of a film in micrometres that half of all see.
func Limit() coating.Microns { return coating.Microns(biteLimit) }

// Layer is a film on a zone.
type Layer struct {
	cure.Course
	Step  string
	first []cure.Course // the course of its first 1, 2 ... coats: a barrier is at least as good as any of them
	drawn *cure.Course  // of an oil, as thin as it is blended
	calm  time.Time     // from when on it is ready for anything, whoever laid it
	under below
}

// below is what is known of all films below one, so that a zone of many films is not looked through again for each step.
type below struct {
	known bool
	calm  time.Time // from when on all of them are ready for anything
	laid  time.Time // when the last of them was laid
}

// Lay works out the layer that a step leaves.
func Lay(step string, film coating.Film, air climate.Record) Layer {
	l := Layer{Course: cure.Of(film, air), Step: step}
	if film.Covers() && film.Family.Mechanism != coating.Moulded {
		for n := 1; n < film.Coats; n++ {
			l.first = append(l.first, cure.Of(film.First(n), air))
		}
	}
	if um := film.Thickness(); film.Family.IsOily() && film.Family.Opaque && float64(um) > blended {
		film.Wet *= coating.Microns(blended) / um
		drawn := cure.Of(film, air)
		l.drawn = &drawn
	}
	l.calm = l.ReadyFor(AsksReady, never)
	if film.Family.IsOily() {
		l.calm = clock.Later(l.calm, l.SettledFor(never))
	}
	return l
}

// never is a chance that is no chance.
const never = 0.001

// Stack is the films of a zone, the lowest first.
type Stack []Layer

// Add returns the films with another on top.
func (s Stack) Add(l Layer) Stack {
	if n := len(s); n > 0 && (n == 1 || s[n-1].under.known) {
		l.under = below{true, clock.Later(s[n-1].under.calm, s[n-1].calm), clock.Later(s[n-1].under.laid, s[n-1].Film.Laid)}
	}
	return append(s, l)
}

// Laid returns when the last of the films was laid.
func (s Stack) Laid() (last time.Time) {
	for i := len(s) - 1; i >= 0; i-- {
		last = clock.Later(last, s[i].Film.Laid)
		if s[i].under.known {
			return clock.Later(last, s[i].under.laid)
		}
	}
	return last
}

// On returns the bare plastic, on which a zone begins.
func On(air climate.Record) Stack {
	return Stack{Lay("", coating.Film{Family: coating.Plastic, Coats: 1, Wet: coating.Plastic.Wet}, air)}
}

// Glossed returns the films with coats of the usual closed gloss on top, a day old at moment, as it is trusted as a barrier.
func (s Stack) Glossed(coats int, at time.Time, air climate.Record) Stack {
	gloss := coating.MustFamily("polish-clear")
	film := coating.Film{Family: gloss, Coats: coats, Wet: gloss.Wet, Laid: at.Add(-24 * time.Hour)}
	return append(slices.Clip(s), Lay("clear", film, air))
}

// verge is how near an age is found: nobody plans to the minute.
const verge = 10 * time.Minute

// SafeFrom narrows down the age from which a film is safe, between low, at which it is not, and high, at which it is.
func SafeFrom(low, high time.Duration, safe func(age time.Duration) bool) time.Duration {
	for high-low > verge {
		if mid := (low + high) / 2; safe(mid) {
			high = mid
		} else {
			low = mid
		}
	}
	return high
}

// Touch is a liquid in a kind of step.
type Touch struct {
	Contact *Contact
	Liquid  *solvent.Liquid // nil for a dry tool
	Own     string          // the step whose film is meant to come off, as a wash is at its wipe
	Lifts   int             // films from this place up are meant to come off, as when chipping; 0 for none
	Welds   *coating.Family // what is laid melts into films of its own family on top, which is no harm
}

// Reach is what a touch does to one film.
type Reach struct {
	Place   int // in the stack
	Hard    cure.Fraction
	Wet     bool            // still wet: nothing can be said but that it comes off
	RED     float64         // likeness: below 1 the liquid softens the film
	Soft    float64         // softened share, 0 to 1
	Exposed float64         // share of the area where the liquid gets here at once
	Lag     time.Duration   // until it gets here through the films above
	Depth   coating.Microns // how deep the film is softened where it is reached
	Loss    coating.Microns // what the liquid lets be carried off, averaged over the area
	Dug     coating.Microns // what the tool itself digs out of a film that is too soft for it, averaged over the area
	Whole   bool            // the film lets go, and all above it comes off
}

// Bites reports whether half of all see the loss; of the plastic, at the lowest place, whether its shine is gone.
func (r Reach) Bites() bool { return r.seen() > biteLimit }

// seen returns the loss as it is seen, in micrometres of a film.
func (r Reach) seen() float64 {
	if r.Place == 0 {
		return float64(r.Loss) * biteLimit / crazeLimit
	}
	return float64(r.Loss)
}

// Bite returns what touch does at moment to the film that it harms most; its Place is -1 on an empty stack.
func (s Stack) Bite(touch Touch, moment time.Time, air climate.Record) Reach {
	worst := Reach{Place: -1}
	for r := range s.Cut(touch, moment, air) {
		if worst.Place < 0 || r.Loss > worst.Loss {
			worst = r
		}
	}
	return worst
}

// Cut yields what touch does at moment to every film it reaches, the top one first.
func (s Stack) Cut(touch Touch, moment time.Time, air climate.Record) iter.Seq[Reach] {
	return func(yield func(Reach) bool) {
		v := s.see(touch, moment, air)
		defer v.done()
		v.each(0, yield)
	}
}

// ContactTime returns how long a liquid stands on the surface in a kind of step: the hand's time and the time to dry.
// A slow liquid bites longer, and longer in the cold.
func ContactTime(contact *Contact, liquid *solvent.Liquid, moment time.Time, air climate.Record) time.Duration {
	if liquid == nil || contact.Liquid == 0 {
		return contact.Action
	}
	if contact.Patch > 0 {
		return contact.Patch
	}
	begun := moment.Add(contact.Action)
	return contact.Action + air.Reach(begun, float64(contact.Liquid), liquid.Flux).Sub(begun)
}

// assault is a liquid against a film at a moment.
type assault struct {
	hard      cure.Fraction
	red, soft float64
	diffusion float64 // m2/s
}

// attack returns what a liquid does to a film of a hardness.
func (n *near) attack(hard cure.Fraction) assault {
	a := assault{hard: hard}
	if n.liquid == nil {
		return a
	}
	h := float64(hard)
	if !n.counts {
		h = 0
	}
	a.red = n.at(h)
	a.soft = 1 / (1 + math.Exp((a.red-1)/softWidth))
	a.diffusion = freeD * math.Exp(-n.volume/(hole*(1+holeSoft*a.soft-holeHard*h)))
	return a
}

// near is a liquid against a family: all that does not change as the film hardens.
type near struct {
	liquid *solvent.Liquid
	fresh  float64 // RED to the film before it hardens
	shrink float64
	most   float64 // RED of a reaction; infinite where there is none
	least  float64 // RED that a dried film is not reached from nearer
	volume float64 // cm3/mol
	counts bool    // its hardness counts
}

func nearness(liquid *solvent.Liquid, f *coating.Family) near {
	n := near{liquid: liquid, counts: f.Mechanism.Hardens || f.Mechanism == coating.Moulded}
	if liquid == nil {
		return n
	}
	n.fresh, n.shrink, n.volume, n.most = liquid.Hansen().Distance(f.Hansen)/f.R0, f.Mechanism.Shrink, liquid.MolarVolume(), math.Inf(1)
	for _, r := range reactions {
		if r.Family == f.ID && liquid.Has(r.Part) {
			n.most = min(n.most, r.RED)
		}
	}
	if f.ID == "lacquer" && !strongOnLacquer(liquid) {
		n.least = mildRED
	}
	return n
}

func (n *near) at(hard float64) float64 {
	red := min(n.most, n.fresh/(1-n.shrink*hard))
	if hard > 0 {
		red = max(red, n.least)
	}
	return red
}

// Distance returns RED: how far a liquid is from dissolving a film of hardness hard; below 1 it softens it.
func Distance(liquid *solvent.Liquid, f *coating.Family, hard cure.Fraction) float64 {
	n := nearness(liquid, f)
	return n.at(float64(hard))
}

// strongOnLacquer reports whether a liquid holds any of what a lacquer's own thinner is strong by.
func strongOnLacquer(liquid *solvent.Liquid) bool {
	return liquid.Has(solvent.Toluene) || liquid.Has(solvent.Acetone) || liquid.Has(solvent.ButylAcetate)
}

// DistanceAt returns the RED at which a film is softened by share soft, 0 to 1: the inverse of the softening.
func DistanceAt(soft float64) float64 { return 1 + softWidth*math.Log(1/soft-1) }

// depth returns how far the liquid gets in contact, in micrometres.
func (a assault) depth(contact time.Duration) float64 {
	return 1e6 * math.Sqrt(2*a.diffusion*contact.Seconds())
}

// A film that dissolves is carried off in proportion to what moves over it. One that is linked swells instead: nothing happens until the
// softened skin is wider than what holds it, and then it lifts as a whole. That is why enamel wrinkles at a stroke, and why a sprayed coat,
// which carries off nothing, can still ruin it.

// displaced returns the share of the softened depth that the contact moves.
func (a assault) displaced(f *coating.Family, c *Contact) float64 {
	carried := a.soft * c.Carry
	if f.Mechanism.Buckles && f.Closed { // what lies in recesses and texture has no skin that could lift
		return max(carried, c.Swell*(a.soft-swellFrom)/(1-swellFrom))
	}
	if c.Sprayed && f.Closed && a.soft > swellFrom { // nothing is linked that could lift, but a young film melts into what stands on it for long
		flood := math.Min(1, float64(c.Liquid)/meltFlood)
		return max(carried, c.Swell*(a.soft-swellFrom)/(1-swellFrom)*(1-float64(a.hard))*flood*flood)
	}
	return carried
}

// Buckles reports whether what the reach takes off goes because the film's skin swells and lifts, and not because it is carried away: a linked film
// wrinkles at a stroke.
func (r Reach) Buckles(f *coating.Family, c *Contact) bool {
	return f.Mechanism.Buckles && f.Closed && c.Swell*(r.Soft-swellFrom)/(1-swellFrom) > r.Soft*c.Carry
}

// weakLog is a figure of every touch of every film.
var weakLog = math.Log(weakSpot)

// gaps returns the share of the area that so many coats leave open.
func gaps(coats float64) float64 {
	if n := int(coats); n < len(wholeGaps) && float64(n) == coats {
		return wholeGaps[n]
	}
	return math.Exp(coats * weakLog)
}

var wholeGaps = func() (all [8]float64) {
	for n := range all {
		all[n] = math.Exp(float64(n) * weakLog)
	}
	return all
}()

// Lag returns how long a liquid needs to get through the whole stack above place, at moment.
func (s Stack) Lag(place int, liquid *solvent.Liquid, moment time.Time) time.Duration {
	sum := 0.0
	for i := place + 1; i < len(s); i++ {
		if s[i].Film.Covers() && !moment.Before(s[i].Stiff()) {
			n := nearness(liquid, s[i].Film.Family)
			a := n.attack(s[i].Hard(moment))
			sum += float64(s[i].Film.Thickness()) * 1e-6 / math.Sqrt(a.diffusion)
		}
	}
	return time.Duration(sum * sum / 6 * float64(time.Second))
}

// Soften returns how far a liquid softens a film at moment, 0 to 1: what a cloth can take up of a wash.
func Soften(course *cure.Course, liquid *solvent.Liquid, moment time.Time) float64 {
	n := nearness(liquid, course.Film.Family)
	return n.attack(course.Hard(moment)).soft
}
