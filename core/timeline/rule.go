package timeline

import (
	"cmp"
	"slices"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// Rule is one thing that a plan can get wrong. Rules are values; each stands in a file of its own and registers itself.
type Rule struct {
	ID, Title string
	Reason    string // why, in paint words
	Evidence  fact.Evidence

	// Mend is what can be done where it has happened and shows; empty where nothing can, or nothing shows. Common practice, no source.
	Mend string

	// Find judges the step at the moment it is placed.
	Find func(*Site) []Finding
	// Open returns the stretches of within in which the step may begin, for rules that time can satisfy; nil for the others. Scheduled
	// steps are moved into them.
	Open func(s *Site, within schedule.Span) schedule.Spans
	// Odds returns what may go wrong with the step at a moment, for rules that weigh a chance; nil for those that say yes or no. It is open while that is no warning. Of the dates that Open leaves,
	// that is taken at which waiting and what may go wrong cost least.
	Odds func(*Site, time.Time) chance.Odds
	// Physical marks a rule without which the step can't be begun at all, such as a wet film below.
	Physical bool
	// Soft marks a rule that gives way where no moment satisfies it together with the others: a garage may stay damp all winter.
	Soft bool
	// Wide marks a rule that looks at other zones than the step's own.
	Wide bool
}

// Rules is a list of rules, with those picked out that laying a plan out asks for.
type Rules struct {
	All      []*Rule // by id
	Timed    []*Rule // that time can satisfy
	Firm     []*Rule // of these, the ones that don't give way
	Physical []*Rule // of these, the ones without which a step can't be begun
	Wide     []*Rule // of all, the ones that look at other zones
}

// NewRules returns the list, by id.
func NewRules(list ...*Rule) *Rules {
	slices.SortFunc(list, func(a, b *Rule) int { return cmp.Compare(a.ID, b.ID) })
	rules := &Rules{All: list}
	for _, r := range list {
		if r.Wide {
			rules.Wide = append(rules.Wide, r)
		}
		if r.Open == nil {
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

// Finding is what a rule has to say about a step. Figures that a rule doesn't use are zero.
type Finding struct {
	verdict.Word
	Zone, Step string
	Rule       *Rule
	Layer      string // the step that left the film in question; empty for the bare plastic or none
	Liquid     string
	Figures    Figures
	Title      string           // says it of this case; empty for the rule's own
	Was        verdict.Severity // of what has happened: how bad it was before
	Because    string
	Aside      string // the figures behind it, in a sentence that is told when somebody asks; empty for none

	Propose func() []Fix
	Made    func() map[chance.Source]float64 // what its chance hangs on; nil for a yes or a no
}

// Fixes works out what would remove the finding. They are candidates: plan.Check tries each one.
func (f Finding) Fixes() []Fix {
	if f.Propose == nil {
		return nil
	}
	return f.Propose()
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

// FixKind is what a fix does.
type FixKind string

// The kinds of fix.
const (
	FixWait   FixKind = "wait"   // until a moment
	FixInsert FixKind = "insert" // a step before or after one
	FixSwap   FixKind = "swap"   // the product or the cloth
	FixMove   FixKind = "move"   // the step before another
	FixCoats  FixKind = "coats"  // another number of them
	FixSpray  FixKind = "set"    // the airbrush as usual
	FixLaying FixKind = "lay"    // the coats another way
	FixRemove FixKind = "remove" // the step
)

// Fix is a change to the plan that removes a finding.
type Fix struct {
	Do      FixKind
	Step    string // the step it acts on
	Until   time.Time
	Insert  *route.Step      // put in before Step
	Product *coating.Product // taken by Step in place of its own
	Cloth   *wash.Wetness    // taken by the wipe Step in place of its own
	Before  string           // where Step moves to
	After   bool             // the insert goes after Step
	Coats   int              // that Step is given
	Laying  route.Laying     // how the coats of Step go on
	Adds    *coating.Product // a product that the plan doesn't have yet
}
