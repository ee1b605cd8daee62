// Package verdict answers one question for everybody: what would a touch do to the films below, how bad is that, and what would help?
//
// A touch is a liquid in a kind of contact, or a cloth, on a stack of films in some air. What it can do is a Harm; each has one function
// that finds it and one that tells when it is not to be feared. A rule, a wash that is judged, a chart of the shelf and the page all ask here, so
// that none of them can say another thing than the others: what they call it in their own words is a view of an Answer.
package verdict

import (
	"slices"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Patience is how far ahead waiting is looked for.
var Patience = time.Duration(Numbers.Number("patience", 30, "days", "longest wait that is proposed", fact.Bench("nobody waits longer for a film"))) * 24 * time.Hour

// Severity is how bad something is.
type Severity uint8

// The severities, from harmless to bad.
const (
	Note Severity = iota // worth knowing
	Warn                 // a likely flaw
	Stop                 // work will be lost
)

var severityNames = [...]string{"note", "warn", "stop"}

func (s Severity) String() string { return severityNames[s] }

// Help says what would make something safe.
type Help string

// What helps. What time alone makes safe within Patience is Wait.
const (
	NoHelp Help = ""
	Wait   Help = "wait"
	Seal   Help = "seal"  // a closed barrier below
	Never  Help = "never" // neither
)

// Word is a verdict: how bad something is, and what would help.
type Word struct {
	Severity Severity
	Helps    Help
	SafeFrom time.Time // of Wait
}

// helps are what helps, from the least to the most that has to be done.
var helps = []Help{NoHelp, Wait, Seal, Never}

// And returns the verdict on two things at once: as bad as the worse; of two that are as bad, what helps against both.
func (w Word) And(other Word) Word {
	if w.Severity != other.Severity {
		if other.Severity > w.Severity {
			return other
		}
		return w
	}
	if slices.Index(helps, other.Helps) > slices.Index(helps, w.Helps) {
		w.Helps = other.Helps
	}
	if other.SafeFrom.After(w.SafeFrom) {
		w.SafeFrom = other.SafeFrom
	}
	if w.Helps != Wait {
		w.SafeFrom = time.Time{}
	}
	return w
}

// Harm is what a touch can do to the films below.
type Harm uint8

// The harms.
const (
	Nothing    Harm = iota
	TooWet          // what is below is not ready for it yet: wet, or too young for another coat
	Bitten          // a liquid takes off more of a film than is not seen
	Worn            // a tool digs into a film that is too soft for it
	Ground          // a cloth grinds a wash into a film that is still soft
	Wrinkled        // a coat of its own kind on a film in its bad window
	Torn            // decals that lie open are crept under and torn
	ShutIn          // an oil or a wash is shut in before it has settled
	Crept           // a coat's solvent moves a wash or an oil that is still soluble in it
	harmsCount      // of them
)

var harmNames = [...]string{"nothing", "too wet", "bitten", "worn", "ground in", "wrinkled", "torn", "shut in", "crept"}

func (h Harm) String() string { return harmNames[h] }

// Question is a touch on films in an air.
type Question struct {
	Films stack.Stack
	Touch stack.Touch
	Air   climate.Record

	Wets   bool // something wet or hard touches the films
	Cloth  bool // a cloth goes over them
	Washes bool // it is a wash, or its wipe: it creeps under what lies open, or tears it
	Clears bool // it is a coat of clear
	Coats  bool // it is a coat of clear or colour
	Dusts  bool // it is dry pigment or a thin stain, which only smudges what is not dry
	Soaks  bool // it keeps the surface wet and rubs it, or lifts on purpose

	Held    int       // the film that is ready for it last; 0 for none
	Until   time.Time // when that is
	Oily    int       // the oil or wash below that settles last; 0 for none
	Settled time.Time // when that is
}

// Answer is what a touch does at a moment: to which film, how bad that is, and what would help.
type Answer struct {
	Word
	Harm  Harm
	At    time.Time
	Place int             // of the film in question; -1 for none
	Reach stack.Reach     // what is taken of the film that is bitten, else of the one that loses most; its Place is -1 for none
	RED   float64         // how near the liquid is to the film in question; 0 where that does not matter
	Hard  cure.Fraction   // of the film in question
	Share float64         // of the area where it is exposed to the touch, 0 to 1
	Dug   coating.Microns // of Worn: what the tool takes
	Creep float64         // of Crept: how far the film is carried along, mm
	Shuts time.Time       // of Wrinkled: when its early window shut
}

// Safe reports whether nothing is lost that can be seen.
func (a Answer) Safe() bool { return a.Harm == Nothing }

// finds are how each harm is found.
var finds = [harmsCount]func(q *Question, at time.Time) (Answer, bool){
	TooWet: (*Question).tooWet, Bitten: (*Question).bitten, Worn: (*Question).worn, Ground: (*Question).ground, Wrinkled: (*Question).wrinkled, Torn: (*Question).torn,
	ShutIn: (*Question).shutIn, Crept: (*Question).crept,
}

// Of tells of one harm at a moment, without what would help; ok is false where the touch does not do it.
func (q *Question) Of(h Harm, at time.Time) (a Answer, ok bool) {
	if h == Nothing {
		return q.nothing(at), true
	}
	if a, ok = finds[h](q, at); ok {
		a.Harm, a.At = h, at
		if h != Bitten {
			a.Reach = q.nothing(at).Reach
		}
	}
	return a, ok
}

// Holds reports whether the touch does none of a harm at a moment.
func (q *Question) Holds(h Harm, at time.Time) bool {
	if h == Nothing {
		return false
	}
	_, does := finds[h](q, at)
	return !does
}

// Open returns the stretches of within in which a harm is not to be feared, in the question's own air.
func (q *Question) Open(h Harm, within schedule.Span) schedule.Spans {
	switch {
	case h == TooWet:
		return schedule.Since(q.Until, within)
	case h == ShutIn:
		return schedule.Since(q.settled(), within)
	case h == Wrinkled:
		return q.outsideBadWindow(within)
	case h == Bitten && q.Air.Changes(): // in constant air an older film is never bitten worse; in changing air one looks hour by hour
		return schedule.Hourly(within, func(t time.Time) bool { return q.Holds(h, t) })
	}
	return schedule.Once(within, func(t time.Time) bool { return q.Holds(h, t) })
}

// Does tells the worst that the touch does at a moment, without what would help, and but for the harms in without: of several the worst, of equals the first in their order.
func (q *Question) Does(at time.Time, without ...Harm) Answer {
	worst, any := q.nothing(at), false
	for h := TooWet; h < harmsCount; h++ {
		if slices.Contains(without, h) {
			continue
		}
		if a, ok := q.Of(h, at); ok && (!any || a.Severity > worst.Severity) {
			worst, any = a, true
		}
	}
	return worst
}

// Ask tells the worst that the touch does at a moment, but for the harms in without, and what would help: against all that is as bad, so that what is safe
// from a moment on is safe from all of it.
func (q *Question) Ask(at time.Time, without ...Harm) Answer {
	worst := q.Helped(q.Does(at, without...))
	for h := TooWet; h < harmsCount && worst.Harm != Nothing; h++ {
		if h == worst.Harm || slices.Contains(without, h) {
			continue
		}
		if a, ok := q.Of(h, at); ok && a.Severity == worst.Severity {
			worst.Word = worst.And(q.Helped(a).Word)
		}
	}
	return worst
}

// Helped adds to an answer what would help: waiting, where that alone does within Patience; else a barrier; else nothing.
func (q *Question) Helped(a Answer) Answer {
	if a.Harm == Nothing || a.Harm == Worn && q.Touch.Contact.Is(stack.ChipWork) { // while one waits for what lies below, what is to be chipped grows tougher too
		return a
	}
	if safe, ok := q.Open(a.Harm, schedule.Span{From: a.At, To: a.At.Add(Patience)}).First(); ok {
		a.Helps, a.SafeFrom = Wait, safe
		return a
	}
	a.Helps = Never
	switch a.Harm {
	case Torn:
		a.Helps = Seal
	case Bitten: // a clear over a live medium only delays the water: T26
		if !a.Reach.Whole && len(q.Barriers(a.At)) > 0 {
			a.Helps = Seal
		}
	}
	return a
}

func (q *Question) nothing(at time.Time) Answer {
	a := Answer{At: at, Place: -1, Reach: stack.Reach{Place: -1}}
	if q.Wets {
		a.Reach = q.Films.Bite(q.Touch, at, q.Air)
	}
	return a
}

// quick returns Stop, or Warn where the film at place is laid again in minutes.
func (q *Question) quick(place int) Severity {
	if place >= 0 && place < len(q.Films) && q.Films[place].Film.Quick {
		return Warn
	}
	return Stop
}

func (q *Question) tooWet(at time.Time) (Answer, bool) {
	if q.Held == 0 || !at.Before(q.Until) {
		return Answer{}, false
	}
	severity := q.quick(q.Held)
	if q.Dusts && q.Films[q.Held].Film.Family.IsOily() {
		severity = Warn
	}
	return Answer{Word: Word{Severity: severity}, Place: q.Held, Hard: q.Films[q.Held].Hard(at), Share: 1}, true
}

// bitten finds the dry film that loses most, of those that are lost hardest: paint before a wash. Where a film that is still wet loses more than any, that
// is all there is to say, and TooWet says it.
func (q *Question) bitten(at time.Time) (Answer, bool) {
	if !q.Wets {
		return Answer{}, false
	}
	var worst Answer
	any, most, wet := false, coating.Microns(0), false
	for r := range q.Films.Cut(q.Touch, at, q.Air) {
		if r.Loss > most {
			most, wet = r.Loss, r.Wet
		}
		if r.Wet || !r.Bites() {
			continue
		}
		a := Answer{Word: Word{Severity: q.quick(r.Place)}, Place: r.Place, Reach: r, RED: r.RED, Hard: r.Hard, Share: r.Exposed}
		if r.Whole && !q.Soaks {
			a.Severity = Warn
		}
		if !any || a.Severity > worst.Severity || a.Severity == worst.Severity && r.Loss > worst.Reach.Loss {
			worst, any = a, true
		}
	}
	return worst, any && !wet
}

// worn is what a chipping brush or a polish does to paint that is too soft for it. Of what is chipped on purpose a little wear is part of the look; what is polished
// is spoilt.
func (q *Question) worn(at time.Time) (Answer, bool) {
	if !q.Wets || q.Touch.Contact.Tool == 0 {
		return Answer{}, false
	}
	r := q.Films.Worn(q.Touch, at, q.Air)
	if !r.Digs() || r.Wet {
		return Answer{}, false
	}
	a := Answer{Word: Word{Severity: q.quick(r.Place)}, Place: r.Place, Hard: r.Hard, Share: r.Exposed, Dug: r.Dug}
	if q.Touch.Contact.Is(stack.ChipWork) {
		a.Severity = Warn
	}
	return a, true
}

func (q *Question) ground(at time.Time) (Answer, bool) {
	if !q.Cloth {
		return Answer{}, false
	}
	r := q.Films.Rubbed(q.Touch.Own, at)
	if r.Place < 0 {
		return Answer{}, false
	}
	a := Answer{Word: Word{Severity: Stop}, Place: r.Place, Hard: r.Hard, Share: r.Exposed}
	if r.Exposed < 1 {
		a.Severity = Warn
	}
	return a, true
}

// ownKind yields the places of the films on top of an oxidising kind that the touch sprays more of.
func (q *Question) ownKind(yield func(int) bool) {
	if q.Touch.Welds == nil || q.Touch.Welds.Mechanism != coating.Oxidise || q.Touch.Liquid == nil {
		return
	}
	for i := len(q.Films) - 1; i > 0; i-- {
		if f := q.Films[i].Film.Family; f != q.Touch.Welds || !f.Closed || !yield(i) {
			return
		}
	}
}

func (q *Question) wrinkled(at time.Time) (Answer, bool) {
	for i := range q.ownKind {
		if shuts, opens, ok := q.Films[i].BadWindow(); ok && !at.Before(shuts) && at.Before(opens) {
			hard := q.Films[i].Hard(at)
			return Answer{
				Word: Word{Severity: Stop}, Place: i, Hard: hard, Share: 1, Shuts: shuts, RED: stack.Distance(q.Touch.Liquid, q.Films[i].Film.Family, hard),
			}, true
		}
	}
	return Answer{}, false
}

// outsideBadWindow returns what lies outside the stretches in which a film of the touch's own kind, lying open, would wrinkle.
func (q *Question) outsideBadWindow(within schedule.Span) schedule.Spans {
	var closed []schedule.Span
	for i := range q.ownKind {
		if shuts, opens, ok := q.Films[i].BadWindow(); ok {
			closed = append(closed, schedule.Span{From: shuts, To: opens})
		}
	}
	return schedule.Outside(within, schedule.InOrder(closed)...)
}

// torn finds decals that nothing covers. A wash that lies below them is no matter of its wipe's.
func (q *Question) torn(at time.Time) (Answer, bool) {
	if !q.Washes {
		return Answer{}, false
	}
	for i := len(q.Films) - 1; i > 0; i-- {
		film := q.Films[i].Film
		if film.Family.Closed {
			return Answer{}, false
		}
		if film.Family.ID == "decal" && !film.Painted && !q.ownBelow(i) {
			severity := Stop
			if set := at.Sub(film.Laid) >= decalSet; set && (!q.Cloth && q.Touch.Contact.Tool == 0 || q.Touch.Contact.Is(stack.DampWipe)) {
				severity = Warn
			}
			return Answer{Word: Word{Severity: severity}, Place: i, Hard: q.Films[i].Hard(at), Share: 1}, true
		}
	}
	return Answer{}, false
}

var decalSet = time.Duration(Numbers.Number("decal-set", 48, "h", "from when decals that nothing seals have set so that a wash or a barely damp cloth may tear them, and a wet or a rubbing one does", fact.Bench("they may tear even then"))) * time.Hour

// ownBelow reports whether the touch's own wash lies below place.
func (q *Question) ownBelow(place int) bool {
	for i := 1; i < place; i++ {
		if q.Touch.Own != "" && q.Films[i].Step == q.Touch.Own {
			return true
		}
	}
	return false
}

func (q *Question) settled() time.Time {
	if !q.Coats {
		return time.Time{}
	}
	return q.Settled
}

func (q *Question) shutIn(at time.Time) (Answer, bool) {
	if q.Oily == 0 || !at.Before(q.settled()) {
		return Answer{}, false
	}
	return Answer{Word: Word{Severity: Warn}, Place: q.Oily, Hard: q.Films[q.Oily].Hard(at), Share: 1}, true
}

// crept finds the wash or oil that a sprayed clear carries furthest along, where that is seen.
func (q *Question) crept(at time.Time) (Answer, bool) {
	worst := Answer{Word: Word{Severity: Warn}, Share: 1, Creep: stack.CreepShows()}
	if !q.Clears || q.Touch.Liquid == nil {
		return worst, false
	}
	any := false
	for i := len(q.Films) - 1; i > 0 && !q.Films[i].Film.Covers(); i-- {
		f := q.Films[i].Film.Family
		if !f.IsOily() || q.Films[i].Film.Laid.After(at) {
			continue
		}
		if mm := q.Films.Carried(q.Touch, i, at, q.Air); mm > worst.Creep {
			worst.Place, worst.Hard, worst.Creep, any = i, q.Films[i].Hard(at), mm, true
			worst.RED = stack.Distance(q.Touch.Liquid, f, worst.Hard)
		}
	}
	return worst, any
}
