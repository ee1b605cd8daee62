// Package order finds the best order of work over the evenings of a bench, for all builds together, and proves it where it can.
//
// Time is counted in slots of any length. What has to be done are Works, each of which lies inside one session; lags say how long one must and may
// come after another; resources (a pair of hands, an airbrush, a booth, a rack) are held while a work lasts and, some of them, for a while after it. What a good order is
// the aims say, in turn: the first that differs decides.
//
// A good order comes at once, from a list of priorities laid out one after the other and bettered by small changes (serial.go); the best is then searched for by clause learning and proven
// (exact.go, core/prove). All of it is bounded by work and not by a clock: the same problem gives the same answer on any machine.
package order

import (
	"fmt"
	"slices"
)

// Session is a stretch of slots in which work is done: From up to but not including To.
type Session struct {
	From, To int
	Second   bool // a second pair of hands is there
}

// Resource is something of which there are only so many.
type Resource struct {
	Name string
	Many int // 0 counts as 1
}

// Hold is a resource that a work needs from its start until After slots past its end.
type Hold struct {
	On    int // place in Problem.Resources
	After int
	Of    int // for what it is held: works that hold it for the same share one of it; 0 where each holds its own
}

// Work is something that has to be done in one go.
type Work struct {
	Name   string
	Length int
	Holds  []Hold
	Chem   string // what the airbrush is rinsed with; "" for a work without one
	Cup    string // what is in it
	Brush  int    // which airbrush that is
	Build  int    // place in Problem.Builds
	From   int    // it can't begin before
	Fixed  bool   // it begins at From, whatever else holds
	Ready  int    // slots after its end until nothing has to be waited for any more
	Shut   []Span // stretches in which it can't begin, in order
	Was    Span   // the session that it was in before, for Stay; the zero Span for none
}

// Span is a stretch of slots, From up to but not including To.
type Span struct{ From, To int }

// Lag is a wait between the end of one work and the start of another.
type Lag struct {
	From, To int // places in Problem.Works
	Min      int
	Max      int         // -1 for none
	Wish     int         // slots past Min from which it would be surer
	Weight   int         // how much that matters; 0 counts as 1
	Later    map[int]int // by place of a session: Min for a work that begins in it, where that differs
}

// Build is a model with a date.
type Build struct {
	Name   string
	Due    int // -1 for none
	Weight int // how much a day late matters; 0 counts as 1
}

// Problem is what has to be put in order.
type Problem struct {
	Sessions  []Session // in order, apart from each other
	Resources []Resource
	Works     []Work
	Lags      []Lag
	Builds    []Build
	Hands     int // place of the resource of which Session.Second brings one more; -1 for none
	Flush     int // slots between two works of different Chem
	Rinse     int // slots between two of the same Chem with another Cup
	Day       int // slots of a day, in which lateness is counted; 0 counts as 1
}

// Aim is one thing that a good order does.
type Aim int

const (
	// Dates is the days by which builds are late, each times its weight.
	Dates Aim = iota
	// Evenings is the number of sessions in which something is done.
	Evenings
	// Flushes is how often what runs through the airbrush changes.
	Flushes
	// Slack is the lags, each times its weight, that are shorter than wished.
	Slack
	// Finish is the days until each build is ready, added up.
	Finish
	// Stay is the works that are no longer in the session that they were in.
	Stay
	// Makespan is the slot in which the last work ends.
	Makespan
)

var aimNames = []string{"dates", "evenings", "flushes", "slack", "finish", "stay", "makespan"}

// String returns the aim's word.
func (a Aim) String() string { return aimNames[a] }

// AimOf returns the aim of a word.
func AimOf(word string) (Aim, error) {
	i := slices.Index(aimNames, word)
	if i < 0 || Aim(i) > Finish {
		return 0, fmt.Errorf("no aim %q: dates, evenings, flushes, slack and finish are known", word)
	}
	return Aim(i), nil
}

// Usual are the aims of a bench, in their order.
var Usual = []Aim{Dates, Evenings, Flushes, Slack, Finish}

// MostWorks is how many works a problem may have.
const MostWorks = 1200

// Fault is something in a problem that no order can satisfy, or that is no problem at all. Works are the places of what it is about.
type Fault struct {
	Works   []int
	Problem string
}

// Error returns the fault in words.
func (f *Fault) Error() string { return f.Problem }

func (p *Problem) fault(text string, works ...int) *Fault {
	names := make([]any, len(works))
	for i, w := range works {
		names[i] = p.name(w)
	}
	return &Fault{works, fmt.Sprintf(text, names...)}
}

func (p *Problem) name(w int) string {
	if p.Works[w].Name != "" {
		return p.Works[w].Name
	}
	return fmt.Sprintf("work %d", w)
}

// Validate returns a *Fault where the problem is none: sessions that overlap, places that don't exist, works that no session is long enough for.
func (p *Problem) Validate() error {
	if len(p.Works) > MostWorks {
		return &Fault{nil, fmt.Sprintf("%d works: at most %d can be put in order", len(p.Works), MostWorks)}
	}
	if p.Rinse < 0 || p.Flush < p.Rinse {
		return &Fault{nil, fmt.Sprintf("a flush of %d takes less than a rinse of %d", p.Flush, p.Rinse)}
	}
	for k, s := range p.Sessions {
		if s.From < 0 || s.To <= s.From || k > 0 && s.From < p.Sessions[k-1].To {
			return &Fault{nil, fmt.Sprintf("session %d (%d to %d) is empty, or begins before the one in front of it ends", k, s.From, s.To)}
		}
	}
	for i, w := range p.Works {
		if w.Length < 0 || w.Ready < 0 || w.From < 0 || w.Build < 0 || w.Build >= max(1, len(p.Builds)) {
			return p.fault("%s has a length, a wait or a start below 0, or a build that is none", i)
		}
		for _, h := range w.Holds {
			if h.On < 0 || h.On >= len(p.Resources) || h.After < 0 {
				return p.fault("%s holds a resource that is none", i)
			}
		}
		if !w.Fixed && !slices.ContainsFunc(p.Sessions, func(s Session) bool { return s.To-s.From >= w.Length }) {
			return p.fault("no session is long enough for %s", i)
		}
	}
	for _, l := range p.Lags {
		if l.From < 0 || l.From >= len(p.Works) || l.To < 0 || l.To >= len(p.Works) || l.From == l.To {
			return &Fault{nil, fmt.Sprintf("a lag from %d to %d: no two of the works", l.From, l.To)}
		}
		if l.Min < 0 || l.Max >= 0 && l.Max < l.Min {
			return p.fault("%s has to wait longer after %s than it may", l.To, l.From)
		}
	}
	return nil
}

// least returns how long a lag is at least for a work that begins in session k.
func (l *Lag) least(k int) int {
	if m, ok := l.Later[k]; ok {
		return m
	}
	return l.Min
}

// cleaned returns how long after one work on an airbrush the next can be on it.
func (p *Problem) cleaned(chem, cup string, next *Work) int {
	switch {
	case chem != next.Chem:
		return p.Flush
	case cup != next.Cup:
		return p.Rinse
	}
	return 0
}

// many returns how many of a resource there are outside of a second pair of hands.
func (p *Problem) many(r int) int { return max(1, p.Resources[r].Many) }

// seconds reports whether a second pair of hands is ever there.
func (p *Problem) seconds() bool {
	return slices.ContainsFunc(p.Sessions, func(s Session) bool { return s.Second })
}

// second reports whether a second pair of hands is there at a slot.
func (p *Problem) second(t int) bool {
	k := p.sessionOf(t)
	return k < len(p.Sessions) && p.Sessions[k].From <= t && p.Sessions[k].Second
}

// Answer is an order of the works.
type Answer struct {
	Starts []int
	Value  []int // by aim, as asked for
	Bound  []int // no order has less of an aim, with the ones before it as they are in Value
	Proven bool  // Value is Bound: no order is better
	Work   int64 // what was done for it
}

// Better reports whether value a comes before b.
func Better(a, b []int) bool { return slices.Compare(a, b) < 0 }
