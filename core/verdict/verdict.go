// Package verdict answers one question for everybody: what would a touch do to the films below, how bad is that, and what would help?
//
// A touch is a liquid in a kind of contact, or a cloth, on a stack of films in some air. What it can do is a Harm; each has one function
// that finds it and one that tells when it is not to be feared. A rule, a wash that is judged, a chart of the shelf and the page all ask here, so
// that none of them can say another thing than the others: what they call it in their own words is a view of an Answer.
package verdict

import (
	"iter"
	"math"
	"slices"
	"time"

	"inkysparrow/core/chance"
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

// Graded returns how bad odds are; ok is false where they are not worth a word. A stop is likely and costs an evening; a warning is likely, or dear enough.
func Graded(o chance.Odds) (severity Severity, ok bool) {
	switch o.Grade() {
	case chance.Ruin:
		return Stop, true
	case chance.Flaw:
		return Warn, true
	case chance.Worth:
		return Note, true
	}
	return Note, false
}

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
	SafeFrom time.Time // of Wait: the date that costs least, what waiting costs and what may go wrong weighed together
	Fine     time.Time // of Wait: from when it is no longer a warning, where that is sooner by a session or more; else zero
	chance.Odds
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
	if other.Chance > w.Chance {
		w.Odds = other.Odds
	}
	if other.SafeFrom.After(w.SafeFrom) {
		w.SafeFrom, w.Fine = other.SafeFrom, other.Fine
	}
	if w.Helps != Wait {
		w.SafeFrom, w.Fine = time.Time{}, time.Time{}
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

	Asks  func(place int) stack.Asks // what it wants of each film before it begins; nil for nothing
	Stage chance.Stage               // how far the zone has come: what would be lost with it

	Dates Dates     // when it could be done instead; nil for any day
	Since time.Time // from when on one waits: the step before it has ended; zero for when it is asked

	known struct { // what the touch does at a moment, since several harms ask for it
		at    time.Time
		risks []stack.Risk
		calm  time.Time // from then on it does nothing that could be seen, where the air never changes; zero where that is not known
	}
}

// calm reports whether the touch does nothing to any film that anybody could see.
func (q *Question) calm(at time.Time) bool {
	k := &q.known
	if !q.Wets || !k.calm.IsZero() && !at.Before(k.calm) {
		return true
	}
	if k.at.Equal(at) && k.risks != nil || !q.Films.Calm(q.Touch, at, q.Air) {
		return false
	}
	if !q.Air.Changes() && !at.Before(q.laid()) {
		k.calm = at
	}
	return true
}

// laid returns when the last of the films is laid: only from then on they lie as they are asked about.
func (q *Question) laid() time.Time { return q.Films.Laid() }

// risks returns what the touch does to the films that it reaches, the top one first.
func (q *Question) risks(at time.Time) []stack.Risk {
	if q.calm(at) {
		return nil
	}
	if k := &q.known; k.risks == nil || !k.at.Equal(at) {
		k.at, k.risks = at, k.risks[:0]
		for r := range q.Films.Risks(q.Touch, at, q.Air) {
			k.risks = append(k.risks, r)
		}
	}
	return q.known.risks
}

// dry returns the chance of harm to a film that has dried: of products with which it is still wet TooWet tells, by how surely times for drying are told.
func dry(r stack.Risk, c float64) float64 {
	if 1-r.Wet < scarce {
		return 0
	}
	return min(1, max(0, c-r.Wet)/(1-r.Wet))
}

// scarce is a share of products that is too small to speak of.
const scarce = 1e-3

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

// Safe reports whether nothing speaks against it: at most something is worth knowing.
func (a Answer) Safe() bool { return a.Harm == Nothing || a.Severity == Note }

// finds are how each harm is found, however unlikely it is.
var finds = [harmsCount]func(q *Question, at time.Time) Answer{
	TooWet: (*Question).tooWet, Bitten: (*Question).bitten, Worn: (*Question).worn, Ground: (*Question).ground, Wrinkled: (*Question).wrinkled, Torn: (*Question).torn,
	ShutIn: (*Question).shutIn, Crept: (*Question).crept,
}

// Reached yields what the touch does to every film that it reaches at a moment, the top one first, with the odds of its being bitten.
func (q *Question) Reached(at time.Time) iter.Seq2[stack.Risk, chance.Odds] {
	return func(yield func(stack.Risk, chance.Odds) bool) {
		for r := range q.Films.Risks(q.Touch, at, q.Air) {
			if !yield(r, q.biteOdds(r)) {
				return
			}
		}
	}
}

// Film returns the same of one film; nothing where it is not reached.
func (q *Question) Film(place int, at time.Time) (stack.Risk, chance.Odds) {
	for r, o := range q.Reached(at) {
		if r.Place == place {
			return r, o
		}
	}
	return stack.Risk{Reach: stack.Reach{Place: place}}, chance.Odds{}
}

// Odds returns the chance of a harm at a moment, and what it would cost.
func (q *Question) Odds(h Harm, at time.Time) chance.Odds {
	if h == Nothing {
		return chance.Odds{}
	}
	return finds[h](q, at).Odds
}

// Of tells of one harm at a moment, without what would help; ok is false where it is not worth a word.
func (q *Question) Of(h Harm, at time.Time) (a Answer, ok bool) {
	if h == Nothing {
		return q.nothing(at), true
	}
	a = finds[h](q, at)
	if a.Severity, ok = Graded(a.Odds); !ok {
		return Answer{}, false
	}
	a.Harm, a.At = h, at
	if h != Bitten {
		a.Reach = q.nothing(at).Reach
	}
	return a, true
}

// Holds reports whether nothing speaks against a touch at a moment for one harm: at most it is worth knowing.
func (q *Question) Holds(h Harm, at time.Time) bool {
	return h != Nothing && q.Odds(h, at).Grade() < chance.Flaw
}

// Open returns the stretches of within in which a harm is no warning, in the question's own air.
func (q *Question) Open(h Harm, within schedule.Span) schedule.Spans {
	holds := func(t time.Time) bool { return q.Holds(h, t) }
	switch {
	case h == Bitten && !q.Air.Changes():
		return q.unbitten(within)
	case h == Wrinkled:
		return q.outsideBadWindow(within)
	case h == TooWet || h == ShutIn || h == Ground:
		return schedule.Since(q.from(h, within.From), within)
	case h == Bitten:
		return q.hourly(within)
	}
	return schedule.Once(within, holds)
}

// unbitten returns what of within lies after the moment from which a bite is no warning any more, in air that never changes: an older film is never bitten worse.
//
// How many spreads a chance lies over the one that is a warning falls nearly evenly with the logarithm of the age, so that few looks find where it reaches it: each goes on from
// the line through the two before it.
func (q *Question) unbitten(within schedule.Span) schedule.Spans {
	return func(yield func(schedule.Span) bool) {
		first := within.From
		if laid := q.laid(); laid.After(first) {
			first = laid
		}
		if first.Before(within.To) && !q.Holds(Bitten, first) {
			began := first
			if len(q.Films) > 1 && q.Films[1].Film.Laid.Before(first) {
				began = q.Films[1].Film.Laid
			}
			began = began.Add(-time.Minute)
			age := func(t time.Time) float64 { return math.Log(t.Sub(began).Hours()) }
			at := func(x float64) time.Time { return began.Add(time.Duration(math.Exp(x) * float64(time.Hour))) }
			low, over := age(first), q.biteMargin(first)
			last := age(within.To.Add(-1))
			high, under := low, over
			for under > 0 {
				if low, over = high, under; high >= last {
					return
				}
				high = min(last, high+min(2, max(0.05, over*0.8)))
				under = q.biteMargin(at(high))
			}
			for range 40 {
				if t := at(high); t.Sub(at(low)) < closely {
					break
				}
				mid := low + (high-low)*min(0.9, max(0.1, over/(over-under)))
				if m := q.biteMargin(at(mid)); m > 0 {
					low, over, under = mid, m, under/2
				} else {
					high, under, over = mid, m, over/2
				}
			}
			first = at(high)
			if !q.Holds(Bitten, first) { // rounding
				first = first.Add(time.Minute)
			}
		}
		if first.Before(within.To) {
			yield(schedule.Span{From: first, To: within.To})
		}
	}
}

// hourly returns the hours of within that begin where a bite is no warning, in changing air: there it stands longer in a cold spell. Where it is far from harmless, hours are
// passed over.
func (q *Question) hourly(within schedule.Span) schedule.Spans {
	return func(yield func(schedule.Span) bool) {
		began := q.laid() // the youngest film is the soonest to change
		for t := within.From; t.Before(within.To); {
			if q.Holds(Bitten, t) {
				next := t.Add(time.Hour)
				if next.After(within.To) {
					next = within.To
				}
				if !yield(schedule.Span{From: t, To: next}) {
					return
				}
				t = next
				continue
			}
			stride := time.Duration(float64(max(0, t.Sub(began))) * math.Expm1(passes*max(0, q.biteMargin(t)-nights)))
			t = t.Add(max(time.Hour, stride.Truncate(time.Hour)))
		}
	}
}

const (
	passes = 0.4 // of an age's logarithm, for each spread that a chance lies over a warning: no chance falls quicker
	nights = 1   // how many spreads a cold night adds at most
)

// closely is how near a moment is found: nobody plans to the minute.
const closely = 5 * time.Minute

// biteMargin returns by how many spreads the likeliest bite lies over what is a warning: below 0 where none is.
func (q *Question) biteMargin(at time.Time) float64 {
	worst := float64(-far)
	for _, r := range q.risks(at) {
		o := q.biteOdds(r)
		worst = max(worst, min(far, chance.Probit(o.Chance))-chance.Probit(chance.Flawed(o.Loss)-1e-6))
	}
	return worst
}

// far is how many spreads from the middle nothing is told apart any more.
const far = 4.0

// from returns from when on a harm that only wants time is no warning. What lies below does not change meanwhile.
func (q *Question) from(h Harm, moment time.Time) (from time.Time) {
	most := func(o chance.Odds) float64 { return chance.Flawed(o.Loss) - 1e-6 }
	put := func(t time.Time) {
		if t.After(from) {
			from = t
		}
	}
	switch {
	case h == TooWet && q.Asks != nil:
		for i := len(q.Films) - 1; i > 0 && !q.Films[i].Settled(moment); i-- {
			if l, asks := &q.Films[i], q.Asks(i); asks != stack.AsksNothing && !l.Calm(moment) {
				put(l.ReadyFor(asks, most(q.wetOdds(1, i))))
			}
		}
	case h == ShutIn && q.Coats:
		for i := len(q.Films) - 1; i > 0 && !q.Films[i].Settled(moment); i-- {
			if l := &q.Films[i]; l.Film.Family.IsOily() && !l.Calm(moment) {
				put(l.SettledFor(most(q.shutOdds(1))))
			}
		}
	case h == Ground && q.Cloth:
		if laid := q.laid(); laid.After(moment) {
			moment = laid
		}
		for i, exposed := range q.Films.TakesRub(q.Touch.Own, moment) {
			put(q.Films[i].RubbedFrom(most(q.groundOdds(1, exposed))))
		}
	}
	return from
}

// wetOdds are of a film that is not as dry as is asked of it.
func (q *Question) wetOdds(c float64, place int) chance.Odds {
	switch {
	case q.Dusts && q.Films[place].Film.Family.IsOily():
		return q.odds(c, chance.Print, place)
	case q.Coats: // a coat over it is lost too
		return chance.Odds{Chance: c, Loss: chance.Loss(chance.Coat, q.Stage)}
	}
	return q.odds(c, chance.Coat, place)
}

func (q *Question) shutOdds(c float64) chance.Odds {
	return chance.Odds{Chance: c, Loss: chance.Loss(chance.Oils, q.Stage)}
}

// groundOdds are of a wash that is ground into a film. Where a single coat lies over it, only its weak spots are marked.
func (q *Question) groundOdds(c, exposed float64) chance.Odds {
	if exposed < 1 {
		return chance.Odds{Chance: c, Loss: chance.Loss(chance.Print, q.Stage)}
	}
	return chance.Odds{Chance: c, Loss: chance.Loss(chance.Spot, q.Stage)}
}

// Does tells the worst that the touch does at a moment, without what would help, and but for the harms in without: of several the worst, of those that are as bad the one
// that is likeliest, of equals the first in their order. What may go wrong in several ways on one evening goes wrong by one pace and one eye: the largest is the chance
// of all.
func (q *Question) Does(at time.Time, without ...Harm) Answer {
	worst, any := q.nothing(at), false
	for h := TooWet; h < harmsCount; h++ {
		if slices.Contains(without, h) {
			continue
		}
		if a, ok := q.Of(h, at); ok && (!any || a.Severity > worst.Severity || a.Severity == worst.Severity && a.Chance > worst.Chance) {
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

// Helped adds to an answer what would help: waiting, where that alone does within Patience; else a barrier; else nothing. What is only worth knowing asks for no help
// but where waiting costs less than what may go wrong.
func (q *Question) Helped(a Answer) Answer {
	if a.Harm == Nothing || a.Harm == Worn && q.Touch.Contact.Is(stack.ChipWork) { // while one waits for what lies below, what is to be chipped grows tougher too
		return a
	}
	best, fine, ok := q.best(a)
	switch {
	case ok && best.After(a.At):
		a.Helps, a.SafeFrom, a.Fine = Wait, best, fine
		return a
	case ok || a.Severity == Note:
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

// odds are of a harm to the film at place, which costs less where that is laid again in minutes.
func (q *Question) odds(c float64, h chance.Harm, place int) chance.Odds {
	if place >= 0 && place < len(q.Films) && q.Films[place].Film.Quick {
		h = chance.Pull
	}
	return chance.Odds{Chance: c, Loss: chance.Loss(h, q.Stage)}
}

// tooWet finds the film that is least likely to be as dry as is asked of it.
func (q *Question) tooWet(at time.Time) (worst Answer) {
	if q.Asks == nil {
		return worst
	}
	for i := len(q.Films) - 1; i > 0 && !q.Films[i].Settled(at); i-- {
		asks := q.Asks(i)
		if asks == stack.AsksNothing {
			continue
		}
		if c := q.Films[i].Unready(asks, at); c > worst.Chance {
			worst = Answer{Word: Word{Odds: q.wetOdds(c, i)}, Place: i, Hard: q.Films[i].Hard(at), Share: 1}
		}
	}
	return worst
}

// costlier reports whether odds are worse than others: by how bad they are, else by what they cost, else by the chance.
func costlier(a, b chance.Odds) bool {
	if ga, gb := a.Grade(), b.Grade(); ga != gb {
		return ga > gb
	}
	if ea, eb := a.Expected(), b.Expected(); ea != eb {
		return ea > eb
	}
	return a.Chance > b.Chance
}

// bitten finds the film of which most is at stake: paint before a wash.
func (q *Question) bitten(at time.Time) (worst Answer) {
	for _, r := range q.risks(at) {
		o := q.biteOdds(r)
		if o.Chance == 0 {
			continue
		}
		if worst.Chance == 0 || costlier(o, worst.Odds) {
			worst = Answer{Word: Word{Odds: o}, Place: r.Place, Reach: r.Reach, RED: r.RED, Hard: r.Hard, Share: r.Exposed}
		}
	}
	return worst
}

func (q *Question) biteOdds(r stack.Risk) chance.Odds {
	c := dry(r, r.Bitten)
	switch {
	case r.Whole && !q.Soaks:
		return q.odds(c, chance.Stays, r.Place) // it is blotted and drawn flat again
	case r.Whole, r.Place > 0 && r.Buckles(q.Films[r.Place].Film.Family, q.Touch.Contact):
		return q.odds(c, chance.Coat, r.Place)
	}
	return q.odds(c, chance.Spot, r.Place)
}

// worn is what a chipping brush or a polish does to paint that is too soft for it. Of what is chipped on purpose a little wear is part of the look; what is polished
// is spoilt.
func (q *Question) worn(at time.Time) (worst Answer) {
	if q.Touch.Contact == nil || q.Touch.Contact.Tool == 0 {
		return worst
	}
	harm := chance.Spot
	if q.Touch.Contact.Is(stack.ChipWork) {
		harm = chance.Print
	}
	for _, r := range q.risks(at) {
		if c := dry(r, r.Dug); c > worst.Chance {
			worst = Answer{Word: Word{Odds: q.odds(c, harm, r.Place)}, Place: r.Place, Hard: r.Hard, Share: r.Exposed, Dug: r.Reach.Dug}
		}
	}
	return worst
}

// ground finds the film into which a cloth grinds a wash.
func (q *Question) ground(at time.Time) (worst Answer) {
	if !q.Cloth {
		return worst
	}
	for r := range q.Films.Rubs(q.Touch.Own, at) {
		o := q.groundOdds(r.Chance, r.Exposed)
		if r.Chance > 0 && (worst.Chance == 0 || costlier(o, worst.Odds)) {
			worst = Answer{Word: Word{Odds: o}, Place: r.Place, Hard: r.Hard, Share: r.Exposed}
		}
	}
	return worst
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

func (q *Question) wrinkled(at time.Time) (worst Answer) {
	for i := range q.ownKind {
		if c := q.Films[i].Wrinkles(at); c > worst.Chance {
			shuts, _, _ := q.Films[i].BadWindow()
			hard := q.Films[i].Hard(at)
			worst = Answer{
				Word: Word{Odds: q.odds(c, chance.Coat, i)}, Place: i, Hard: hard, Share: 1, Shuts: shuts, RED: stack.Distance(q.Touch.Liquid, q.Films[i].Film.Family, hard),
			}
		}
	}
	return worst
}

// outsideBadWindow returns what lies outside the stretches in which it is a warning that a film of the touch's own kind, lying open, wrinkles.
func (q *Question) outsideBadWindow(within schedule.Span) schedule.Spans {
	var closed []schedule.Span
	for i := range q.ownKind {
		if from, to, ok := q.Films[i].Wrinkling(chance.Flawed(q.odds(1, chance.Coat, i).Loss)); ok {
			closed = append(closed, schedule.Span{From: from, To: to})
		}
	}
	return schedule.Outside(within, schedule.InOrder(closed)...)
}

// torn finds decals that nothing covers. A wash that lies below them is no matter of its wipe's.
func (q *Question) torn(at time.Time) Answer {
	if !q.Washes {
		return Answer{}
	}
	for i := len(q.Films) - 1; i > 0; i-- {
		film := q.Films[i].Film
		if film.Family.Closed {
			return Answer{}
		}
		if film.Family.ID == "decal" && !film.Painted && !q.ownBelow(i) {
			harm := chance.Decals
			if set := at.Sub(film.Laid) >= decalSet; set && (!q.Cloth && q.Touch.Contact.Tool == 0 || q.Touch.Contact.Is(stack.DampWipe)) {
				harm = chance.Print // an edge is pressed down again
			}
			return Answer{Word: Word{Odds: chance.Yes(chance.Loss(harm, q.Stage))}, Place: i, Hard: q.Films[i].Hard(at), Share: 1}
		}
	}
	return Answer{}
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

// shutIn finds the oil or wash that is least likely to have settled under a coat.
func (q *Question) shutIn(at time.Time) (worst Answer) {
	if !q.Coats {
		return worst
	}
	for i := len(q.Films) - 1; i > 0 && !q.Films[i].Settled(at); i-- {
		if f := &q.Films[i]; f.Film.Family.IsOily() {
			if c := f.Unsettled(at); c > worst.Chance {
				worst = Answer{Word: Word{Odds: q.shutOdds(c)}, Place: i, Hard: f.Hard(at), Share: 1}
			}
		}
	}
	return worst
}

// crept finds the wash or oil that a sprayed clear is likeliest to carry along so far that it is seen.
func (q *Question) crept(at time.Time) (worst Answer) {
	if !q.Clears || q.Touch.Liquid == nil {
		return worst
	}
	for i := len(q.Films) - 1; i > 0 && !q.Films[i].Film.Covers(); i-- {
		f := q.Films[i].Film.Family
		if !f.IsOily() || q.Films[i].Film.Laid.After(at) {
			continue
		}
		if mm, c := q.Films.Carried(q.Touch, i, at, q.Air); c > worst.Chance {
			hard := q.Films[i].Hard(at)
			worst = Answer{
				Word: Word{Odds: chance.Odds{Chance: c, Loss: chance.Loss(chance.Oils, q.Stage)}}, Place: i, Share: 1, Hard: hard, Creep: mm, RED: stack.Distance(q.Touch.Liquid, f, hard),
			}
		}
	}
	return worst
}
