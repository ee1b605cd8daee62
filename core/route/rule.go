package route

import (
	"cmp"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
)

// Rule is one thing that a plan can get wrong. Rules are values; each stands in a file of its own and registers itself.
type Rule struct {
	ID, Title string
	Reason    string // why, in paint words
	Evidence  fact.Evidence

	// Find judges the step at the moment it is placed.
	Find func(*Site) []Finding
	// Holds reports whether the step may begin at moment, for rules that time can satisfy; nil for the others. In constant air it
	// turns true for good in the end; before that a good stretch may be missed, never a bad one taken. Scheduled steps are moved to
	// where it holds.
	Holds func(s *Site, moment time.Time) bool
	// Physical marks a rule without which the step can't be begun at all, such as a wet film below.
	Physical bool
	// Soft marks a rule that gives way where no moment satisfies it together with the others: a garage may stay damp all winter.
	Soft bool
}

// Rules is a list of rules, with those picked out that laying a plan out asks for.
type Rules struct {
	All      []*Rule // by id
	Timed    []*Rule // that time can satisfy
	Firm     []*Rule // of these, the ones that don't give way
	Physical []*Rule // of these, the ones without which a step can't be begun
}

// NewRules returns the list, by id.
func NewRules(list ...*Rule) *Rules {
	slices.SortFunc(list, func(a, b *Rule) int { return cmp.Compare(a.ID, b.ID) })
	rules := &Rules{All: list}
	for _, r := range list {
		if r.Holds == nil {
			continue
		}
		rules.Timed = append(rules.Timed, r)
		if !r.Soft {
			rules.Firm = append(rules.Firm, r)
		}
		if r.Physical {
			rules.Physical = append(rules.Physical, r)
		}
	}
	return rules
}

// Severity is how bad a finding is.
type Severity uint8

// The severities, from harmless to bad.
const (
	Note Severity = iota // worth knowing
	Warn                 // a likely flaw
	Stop                 // work will be lost
)

var severityNames = [...]string{"note", "warn", "stop"}

func (s Severity) String() string { return severityNames[s] }

// Verdict says what would make a step safe.
type Verdict string

// The verdicts. A bite that time alone makes safe within PatienceDays is Wait.
const (
	NoVerdict Verdict = ""
	Wait      Verdict = "wait"
	Seal      Verdict = "seal"
	Never     Verdict = "never"
)

// patience is how far ahead waiting is looked for.
var patience = time.Duration(Numbers.Number("patience", 30, "days", "longest wait that is proposed", fact.Bench("nobody waits longer for a film"))) * 24 * time.Hour

// Finding is what a rule has to say about a step. Figures that a rule doesn't use are zero.
type Finding struct {
	Zone, Step string
	Rule       *Rule
	Severity   Severity
	Verdict    Verdict
	Layer      string // the step that left the film in question; empty for the bare plastic or none
	Liquid     string
	Figures    Figures
	SafeFrom   time.Time
	Title      string // says it of this case; empty for the rule's own
	Because    string

	propose func() []Fix
}

// Fixes works out what would remove the finding. They are candidates: plan.Check tries each one.
func (f Finding) Fixes() []Fix {
	if f.propose == nil {
		return nil
	}
	return f.propose()
}

// Figures are the numbers behind a finding.
type Figures struct {
	RED   float64
	Hard  cure.Fraction
	Depth coating.Microns // softened where it is reached
	Loss  coating.Microns // carried off, averaged over the area
	Share float64         // of a wash left or pulled, of an area exposed: the rule says which
	Delta float64         // colour difference CIEDE2000
	Film  bool            // whether the figures of the film mean something
}

// Fix is a change to the plan that removes a finding.
type Fix struct {
	Do      string // "wait", "insert", "swap", "move", "coats" or "remove"
	Step    string // the step it acts on
	Until   time.Time
	Insert  *Step            // put in before Step
	Product *coating.Product // taken by Step in place of its own
	Cloth   *wash.Wetness    // taken by the wipe Step in place of its own
	Before  string           // where Step moves to
	After   bool             // the insert goes after Step
	Coats   int              // that Step is given
	Adds    *coating.Product // a product that the plan doesn't have yet
}

// Site is a step where it stands: the films below it, the times around it, the plan about it.
type Site struct {
	Plan  *Plan
	Zone  *Zone
	Step  *Step
	Index int // in the zone's route
	Below stack.Stack
	On    coating.Texture // of the surface the step meets
	Spot  coating.Texture // of the part of it that a coat was put on; 0 where there is none

	After time.Time // the step before it has ended
	Asked time.Time // the earliest session in which it could physically begin
	Start time.Time
	End   time.Time

	tl    *Timeline
	line  *Line
	touch stack.Touch
	wets  bool // touch means something
}

// Fixed reports whether the step's time is not the schedule's to choose: it is pinned, done, or the wipe of a wash that is.
func (s *Site) Fixed() bool {
	return !s.Step.At.IsZero() || !s.Step.Done.IsZero() || s.Step.wiped != nil && (!s.Step.wiped.At.IsZero() || !s.Step.wiped.Done.IsZero())
}

// Touch returns what the step does to the films below; ok is false when nothing wet or hard touches them.
func (s *Site) Touch() (stack.Touch, bool) { return s.touch, s.wets }

func (s *Site) prepare() {
	s.touch, s.wets = touchOf(s.Step, s.Below)
}

func touchOf(step *Step, below stack.Stack) (stack.Touch, bool) {
	t := stack.Touch{Contact: step.Do.Contact, Liquid: step.Wets()}
	if step.Do.Has(Cloth) {
		t.Contact, t.Own = step.Cloth.Contact(), step.Of
	}
	if t.Contact == nil {
		return t, false
	}
	if step.Do.Has(Lifting) {
		t.Lifts = topMedium(below)
	}
	if step.Do.Has(WearsBack) {
		t.Lifts = ownOnTop(step.Product, below)
	}
	if step.Product != nil && (t.Contact.Sprayed || step.Do.Has(OilWork)) {
		t.Welds = step.Product.Family
	}
	return t, t.Liquid != nil || t.Contact.Tool > 0
}

// topMedium returns the place of the highest live medium, 0 for none.
func topMedium(below stack.Stack) int {
	for i := len(below) - 1; i > 0; i-- {
		if below[i].Film.Family.IsLive() && below[i].Film.Family.Closed {
			return i
		}
	}
	return 0
}

// ownOnTop returns the place of the lowest of the films on top that are of product's family and not washes, 0 for none.
func ownOnTop(product *coating.Product, below stack.Stack) int {
	place := 0
	for i := len(below) - 1; i > 0 && product != nil && below[i].Film.Family == product.Family; i-- {
		place = i
	}
	return place
}

// judge runs every rule on the site.
func (s *Site) judge() []Finding {
	var found []Finding
	for _, r := range s.tl.rules.All {
		if r.Find == nil {
			continue
		}
		for _, f := range r.Find(s) {
			f.Zone, f.Step, f.Rule = s.Zone.ID, s.Step.ID, r
			if f.Title == "" {
				f.Title = r.Title
			}
			if !s.Step.Done.IsZero() && f.Severity > Note {
				f.Severity, f.propose = Note, nil
				f.Because = "It has happened. " + f.Because
			}
			found = append(found, f)
		}
	}
	return found
}

// holds reports whether all of list hold at moment.
func (s *Site) holds(list []*Rule, moment time.Time) bool {
	for _, r := range list {
		if !r.Holds(s, moment) {
			return false
		}
	}
	return true
}

// first returns the first moment from from on, within patience, at which every rule of list holds. In constant air, where they hold for
// good once they do, it halves its way there; in changing air it looks hour by hour, since a contact is longer in a cold spell.
func (s *Site) first(list []*Rule, from time.Time) (time.Time, bool) {
	return search(from, s.Plan.Air.Changes(), func(t time.Time) bool { return s.holds(list, t) })
}

func search(from time.Time, changing bool, holds func(time.Time) bool) (time.Time, bool) {
	if holds(from) {
		return from, true
	}
	last := from.Add(patience)
	bad, step := from, 15*time.Minute
	for {
		good := bad.Add(step)
		if good.After(last) {
			good = last
		}
		if holds(good) {
			for good.Sub(bad) > time.Minute {
				mid := bad.Add(good.Sub(bad) / 2)
				if holds(mid) {
					good = mid
				} else {
					bad = mid
				}
			}
			return good, true
		}
		if good.Equal(last) {
			return time.Time{}, false
		}
		bad = good
		if step *= 2; changing {
			step = min(step, time.Hour)
		}
	}
}
