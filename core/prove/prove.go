// Package prove finds the least value that constraints allow, and proves that none is less.
//
// It is a lazy clause generation solver: variables have an ordered list of values, and the only things ever known of one are a lower and
// an upper bound. Every bound that follows has a reason, and a dead end is traced back through these reasons to a clause over bounds that
// rules it out for good (conflict analysis at the first unique implication point). The bounds are literals that are never stored: [x >= k]
// is read off x's bounds, so that a variable of a thousand values costs two numbers.
//
// Sources: Ohrimenko, Stuckey, Codish, Propagation via lazy clause generation, Constraints 14 (2009); Marques-Silva, Sakallah, GRASP (1999) for the
// analysis; Moskewicz et al., Chaff (2001) for watched literals and the choice of the next variable; Luby, Sinclair, Zuckerman (1993) for restarts.
//
// It is bounded by work, not by a clock, and never asks chance: the same constraints added in the same order give the same answer on any machine.
package prove

import (
	"context"
	"slices"
	"sort"
)

// Var is a variable of a Solver.
type Var int32

// Lit is a bound of a variable that may hold or not: [x >= k], or its opposite [x < k].
type Lit int32

// Not returns the literal that holds where l does not.
func (l Lit) Not() Lit { return l ^ 1 }

// True and False are the literals that hold always and never.
const (
	True  Lit = 0
	False Lit = 1
)

// Domain is the values that a variable may take, rising. Variables may share one.
type Domain struct {
	values []int32
	next   []int32 // for a value less the least of them: the place of the first one that is not less
}

// NewDomain returns the domain of values, which must rise and not be empty. It keeps a table as long as they reach.
func NewDomain(values []int) *Domain {
	d := &Domain{values: make([]int32, len(values))}
	for i, v := range values {
		d.values[i] = int32(v)
	}
	d.next = make([]int32, int(d.values[len(values)-1]-d.values[0])+1)
	for i, place := 0, int32(0); i < len(d.next); i++ {
		for d.values[place] < d.values[0]+int32(i) {
			place++
		}
		d.next[i] = place
	}
	return d
}

// place returns the place of the first value that is not less than v; one past the last where there is none.
func (d *Domain) place(v int32) int32 {
	switch v -= d.values[0]; {
	case v <= 0:
		return 0
	case int(v) >= len(d.next):
		return int32(len(d.values))
	}
	return d.next[v]
}

// Solver holds variables and constraints. It is not safe for concurrent use.
type Solver struct {
	domains []*Domain
	base    []int32 // the number of [x >= 1]
	lower   []int32 // places in the domain
	upper   []int32
	last    [2][]int32 // by side: the newest entry of the trail that moved it; -1 for none
	of      []int32    // by number of a bound: whose it is, and which
	at      []int32

	trail  []moved
	levels []int32 // where each decision stands on the trail
	head   int     // up to where the trail has been followed

	watches [][]watch // by literal: what to look at once it holds
	whens   [][]int32 // by literal: gaps that count once it holds
	from    [][]int32 // by variable: gaps that begin at it
	to      [][]int32
	gaps    []gap
	learnt  []*clause
	wakes   [2][][]int32 // by side, by variable: propagators to run
	props   []Propagator
	due     []int32
	isDue   []bool

	arena    []Lit // reasons of propagators, in order of the trail
	conflict []Lit // what can't hold together
	broken   bool  // nothing satisfies the constraints

	choose chooser
	phase  []int32 // by variable: the place it had in the best answer so far
	need   [2][]int32
	counts [2][]bool // whether that need was made true on the newest level
	listed [2][]bool // whether it stands in needed
	needed []int32
	buffer []Lit
	clause []Lit

	// Work counts what the search has done: bounds followed. It is what a budget is measured in.
	Work      int64
	Conflicts int64
	inc       float64
	budget    int
}

// Propagator is a constraint with reasoning of its own.
type Propagator interface {
	// Propagate tightens bounds by Solver.Imply and returns false where the constraint can't hold any more.
	Propagate(s *Solver) bool
}

// moved is a bound that moved.
type moved struct {
	x          int32
	side       int8 // 0: the lower rose, 1: the upper fell
	kind       int8
	old, new   int32
	prev       int32 // the entry before it of the same bound
	level      int32
	a, b       int32
	fromClause *clause
}

const (
	decided  int8 = iota
	byClause      // all other literals of the clause fail
	byGap         // gap a
	byShut        // gap a can't hold any more, seen from place b of its first
	byMany        // arena[a:b] hold
)

type clause struct {
	lits  []Lit
	glue  int32 // levels that it spans
	fresh bool
	dead  bool
}

type watch struct {
	*clause
	blocker Lit
}

// gap is a least distance between two variables that counts where when holds.
type gap struct {
	i, j  int32
	when  Lit
	shift int32
	table []int32 // by place of i, never falling; nil for values[i] + shift
}

func (s *Solver) ends(g *gap, place int32) int32 {
	if g.table != nil {
		return g.table[place]
	}
	return s.domains[g.i].values[place] + g.shift
}

// New returns a solver with nothing in it.
func New() *Solver {
	s := &Solver{inc: 1}
	one := s.Var(NewDomain([]int{0, 1}))
	s.lower[one] = 1
	return s
}

// Var adds a variable over a domain.
func (s *Solver) Var(d *Domain) Var {
	x := int32(len(s.domains))
	s.domains = append(s.domains, d)
	s.base = append(s.base, int32(len(s.of)))
	s.lower, s.upper = append(s.lower, 0), append(s.upper, int32(len(d.values)-1))
	s.phase = append(s.phase, 0)
	s.from, s.to = append(s.from, nil), append(s.to, nil)
	for side := range 2 {
		s.last[side] = append(s.last[side], -1)
		s.need[side] = append(s.need[side], -1)
		s.counts[side], s.listed[side] = append(s.counts[side], false), append(s.listed[side], false)
		s.wakes[side] = append(s.wakes[side], nil)
	}
	for k := 1; k < len(d.values); k++ {
		s.of, s.at = append(s.of, x), append(s.at, int32(k))
		s.watches = append(s.watches, nil, nil)
		s.whens = append(s.whens, nil, nil)
	}
	s.choose.add()
	return Var(x)
}

var yesNo = NewDomain([]int{0, 1})

// Bool adds a variable that is decided by the search, and returns the literal that it is 1.
func (s *Solver) Bool() Lit {
	x := s.Var(yesNo)
	s.choose.can[x] = true
	s.choose.push(int32(x))
	return s.AtLeast(x, 1)
}

// AtLeast returns the literal [x >= value].
func (s *Solver) AtLeast(x Var, value int) Lit {
	return s.reaches(int32(x), s.domains[x].place(int32(value)))
}

// reaches returns the literal that x is at place k or past it.
func (s *Solver) reaches(x, k int32) Lit {
	switch {
	case k <= 0:
		return True
	case int(k) >= len(s.domains[x].values):
		return False
	}
	return Lit(s.base[x]+k-1) << 1
}

// Lower and Upper return the bounds of x; Value is Lower, for a variable that is settled.
func (s *Solver) Lower(x Var) int { return int(s.domains[x].values[s.lower[x]]) }

// Upper returns the greatest value that x may still take.
func (s *Solver) Upper(x Var) int { return int(s.domains[x].values[s.upper[x]]) }

// Holds and Fails report what is known of a literal.
func (s *Solver) Holds(l Lit) bool {
	x, k := s.of[l>>1], s.at[l>>1]
	if l&1 == 0 {
		return s.lower[x] >= k
	}
	return s.upper[x] < k
}

// Fails reports whether l is known not to hold.
func (s *Solver) Fails(l Lit) bool { return s.Holds(l ^ 1) }

// Clause adds that one of the literals holds.
func (s *Solver) Clause(lits ...Lit) {
	s.undo(0)
	kept := make([]Lit, 0, len(lits))
	for _, l := range lits {
		if s.Holds(l) || slices.Contains(kept, l.Not()) {
			return
		}
		if !s.Fails(l) && !slices.Contains(kept, l) {
			kept = append(kept, l)
		}
	}
	switch len(kept) {
	case 0:
		s.broken = true
	case 1:
		s.broken = s.broken || !s.assert(kept[0])
	default:
		s.watch(&clause{lits: kept})
	}
}

// Gap adds that where when holds, j is at least i + shift.
func (s *Solver) Gap(i, j Var, shift int, when Lit) {
	s.addGap(gap{i: int32(i), j: int32(j), shift: int32(shift), when: when})
}

// GapBy is Gap for a distance that depends on where i is: least[k] is the least j at the k-th value of i; it must not fall.
func (s *Solver) GapBy(i, j Var, least []int32, when Lit) {
	s.addGap(gap{i: int32(i), j: int32(j), table: least, when: when})
}

func (s *Solver) addGap(g gap) {
	s.undo(0)
	if s.Fails(g.when) {
		return
	}
	n := int32(len(s.gaps))
	s.gaps = append(s.gaps, g)
	s.from[g.i] = append(s.from[g.i], n)
	s.to[g.j] = append(s.to[g.j], n)
	if g.when != True {
		s.whens[g.when] = append(s.whens[g.when], n)
	}
	s.broken = s.broken || !s.follow(n) || !s.propagate()
}

// Add adds a propagator; it runs whenever one of the bounds of up may rise or of down may fall.
func (s *Solver) Add(p Propagator, up, down []Var) {
	n := int32(len(s.props))
	s.props, s.isDue = append(s.props, p), append(s.isDue, true)
	s.due = append(s.due, n)
	for _, x := range up {
		s.wakes[0][x] = append(s.wakes[0][x], n)
	}
	for _, x := range down {
		s.wakes[1][x] = append(s.wakes[1][x], n)
	}
}

// VarOf returns the variable that a literal is about.
func (s *Solver) VarOf(l Lit) Var { return Var(s.of[l>>1]) }

// Prefer tells the search to try x at value first.
func (s *Solver) Prefer(x Var, value int) {
	s.phase[x] = min(s.domains[x].place(int32(value)), int32(len(s.domains[x].values)-1))
}

// assert makes l hold from now on, whatever is decided.
func (s *Solver) assert(l Lit) bool {
	s.undo(0)
	return !s.broken && s.set(l, moved{kind: decided}) && s.propagate()
}

// Imply makes l hold, because all of the literals do. It is for propagators.
func (s *Solver) Imply(l Lit, because ...Lit) bool {
	if s.Holds(l) {
		return true
	}
	if s.Fails(l) {
		s.conflict = append(append(s.conflict[:0], because...), l.Not())
		return false
	}
	a := int32(len(s.arena))
	s.arena = append(s.arena, because...)
	return s.set(l, moved{kind: byMany, a: a, b: int32(len(s.arena))})
}

// Clash says that the literals, which all hold, can't. It is for propagators and returns false.
func (s *Solver) Clash(because ...Lit) bool {
	s.conflict = append(s.conflict[:0], because...)
	return false
}

// set makes l hold, which does not fail, for the reason in m.
func (s *Solver) set(l Lit, m moved) bool {
	m.x, m.side = s.of[l>>1], int8(l&1)
	m.new = s.at[l>>1] - int32(l&1)
	if m.side == 0 {
		m.old, s.lower[m.x] = s.lower[m.x], m.new
	} else {
		m.old, s.upper[m.x] = s.upper[m.x], m.new
	}
	m.prev, m.level = s.last[m.side][m.x], int32(len(s.levels))
	s.last[m.side][m.x] = int32(len(s.trail))
	s.trail = append(s.trail, m)
	return true
}

// undo takes back every decision past the first n.
func (s *Solver) undo(n int) {
	if len(s.levels) <= n {
		return
	}
	back := int(s.levels[n])
	for i := len(s.trail) - 1; i >= back; i-- {
		m := &s.trail[i]
		if m.side == 0 {
			s.lower[m.x] = m.old
		} else {
			s.upper[m.x] = m.old
		}
		s.last[m.side][m.x] = m.prev
		if m.kind == byMany {
			s.arena = s.arena[:m.a]
		}
		s.choose.push(m.x)
	}
	s.trail, s.levels = s.trail[:back], s.levels[:n]
	s.head = back
	for _, p := range s.due {
		s.isDue[p] = false
	}
	s.due = s.due[:0]
}

// propagate follows what has moved until nothing follows any more.
func (s *Solver) propagate() bool {
	for {
		for s.head < len(s.trail) {
			m := s.trail[s.head]
			s.head++
			if !s.followed(&m) {
				return false
			}
		}
		if len(s.due) == 0 {
			return true
		}
		p := s.due[0]
		s.due = s.due[:copy(s.due, s.due[1:])]
		s.isDue[p] = false
		s.Work++
		if !s.props[p].Propagate(s) {
			return false
		}
	}
}

func (s *Solver) followed(m *moved) bool {
	first, n, step := Lit(s.base[m.x]+m.old)<<1, m.new-m.old, Lit(2)
	about := s.from[m.x]
	if m.side == 1 {
		first, n, step = Lit(s.base[m.x]+m.old-1)<<1|1, m.old-m.new, -2
		about = s.to[m.x]
	}
	s.Work += 1 + int64(len(about))/100
	for l := first; n > 0; l, n = l+step, n-1 {
		if len(s.watches[l]) > 0 && !s.visit(l) {
			return false
		}
		for _, g := range s.whens[l] {
			if !s.follow(g) {
				return false
			}
		}
	}
	for _, g := range about {
		if !s.follow(g) {
			return false
		}
	}
	for _, p := range s.wakes[m.side][m.x] {
		if !s.isDue[p] {
			s.isDue[p] = true
			s.due = append(s.due, p)
		}
	}
	return true
}

// follow does what a gap asks for.
func (s *Solver) follow(n int32) bool {
	g := &s.gaps[n]
	open := false
	if g.when != True {
		if s.Fails(g.when) {
			return true
		}
		open = !s.Holds(g.when)
	}
	d := s.domains[g.j]
	low := s.lower[g.i]
	k := d.place(s.ends(g, low))
	if k > s.upper[g.j] {
		if open {
			return s.set(g.when.Not(), moved{kind: byShut, a: n, b: low})
		}
		u := s.upper[g.j] + 1
		s.conflict = append(s.conflict[:0], g.when, s.reaches(g.i, s.least(g, u)), s.reaches(g.j, u).Not())
		return false
	}
	if open {
		return true
	}
	if k > s.lower[g.j] {
		s.set(s.reaches(g.j, k), moved{kind: byGap, a: n})
	}
	most := d.values[s.upper[g.j]]
	if s.ends(g, s.upper[g.i]) > most {
		u := s.past(g, most) // at least 1 past lower, since the gap holds there
		s.set(s.reaches(g.i, u).Not(), moved{kind: byGap, a: n})
	}
	return true
}

// least returns the first place of i at which the gap forces j to place k.
func (s *Solver) least(g *gap, k int32) int32 {
	d := s.domains[g.j]
	if k <= 0 {
		return 0
	}
	return s.past(g, d.values[k-1])
}

// past returns the first place of i whose gap ends later than at most.
func (s *Solver) past(g *gap, most int32) int32 {
	if g.table == nil {
		return s.domains[g.i].place(most - g.shift + 1)
	}
	return int32(sort.Search(len(g.table), func(k int) bool { return g.table[k] > most }))
}

// visit looks at the clauses that watch the opposite of l, which holds now.
func (s *Solver) visit(l Lit) bool {
	list := s.watches[l]
	fails := l.Not()
	kept := list[:0]
	for i := 0; i < len(list); i++ {
		w := list[i]
		if s.Holds(w.blocker) {
			kept = append(kept, w)
			continue
		}
		c := w.clause
		if c.dead {
			continue
		}
		if c.lits[0] == fails {
			c.lits[0], c.lits[1] = c.lits[1], c.lits[0]
		}
		if first := c.lits[0]; first != w.blocker && s.Holds(first) {
			kept = append(kept, watch{c, first})
			continue
		}
		found := false
		for k := 2; k < len(c.lits); k++ {
			if !s.Fails(c.lits[k]) {
				c.lits[1], c.lits[k] = c.lits[k], c.lits[1]
				o := c.lits[1].Not()
				s.watches[o] = append(s.watches[o], watch{c, c.lits[0]})
				found = true
				break
			}
		}
		if found {
			continue
		}
		kept = append(kept, w)
		if s.Fails(c.lits[0]) {
			kept = append(kept, list[i+1:]...)
			s.watches[l] = kept
			s.conflict = s.conflict[:0]
			for _, o := range c.lits {
				s.conflict = append(s.conflict, o.Not())
			}
			return false
		}
		s.set(c.lits[0], moved{kind: byClause, fromClause: c})
	}
	clear(list[len(kept):])
	s.watches[l] = kept
	return true
}

func (s *Solver) watch(c *clause) {
	s.watches[c.lits[0].Not()] = append(s.watches[c.lits[0].Not()], watch{c, c.lits[1]})
	s.watches[c.lits[1].Not()] = append(s.watches[c.lits[1].Not()], watch{c, c.lits[0]})
}

// Stopped is why Minimise returned.
type Stopped int

const (
	// Proven: no answer is better than the last one reported; where none was, there is none.
	Proven Stopped = iota
	// Spent: the work was used up.
	Spent
	// Left: the context ended.
	Left
)

// Broken reports whether the constraints are known not to hold together.
func (s *Solver) Broken() bool { return s.broken }

// Minimise looks for answers with x below a value, and with ever lower x until none is lower. found is called with each, while
// Lower gives the values. It stops once Work reaches work.
func (s *Solver) Minimise(ctx context.Context, x Var, below int, work int64, found func()) Stopped {
	s.undo(0)
	better := s.AtLeast(x, below).Not()
	for !s.broken && s.propagateAll() {
		stopped, ok := s.solve(ctx, work, better)
		if !ok {
			s.undo(0)
			return stopped
		}
		for y := range s.phase {
			s.phase[y] = s.lower[y]
		}
		found()
		better = s.reaches(int32(x), s.lower[x]).Not()
		s.undo(0)
	}
	return Proven
}

func (s *Solver) propagateAll() bool {
	for i := range s.props {
		if !s.isDue[i] {
			s.isDue[i] = true
			s.due = append(s.due, int32(i))
		}
	}
	return s.propagate()
}

// solve searches for one answer in which better holds. ok is false where there is none (Proven) or it was stopped.
func (s *Solver) solve(ctx context.Context, work int64, better Lit) (stopped Stopped, ok bool) {
	for round := int64(1); ; round++ {
		for left := 100 * luby(round); ; {
			if !s.propagate() {
				s.Conflicts++
				left--
				if !s.analyse() {
					return Proven, false
				}
				continue
			}
			if left <= 0 {
				break
			}
			if s.Work >= work {
				return Spent, false
			}
			if s.Conflicts&63 == 0 && ctx.Err() != nil {
				return Left, false
			}
			if s.Fails(better) {
				return Proven, false
			}
			l, more := better, true
			if s.Holds(better) {
				l, more = s.decide()
			}
			if !more {
				return Proven, true
			}
			s.levels = append(s.levels, int32(len(s.trail)))
			s.set(l, moved{kind: decided})
		}
		s.undo(0)
		s.forget()
	}
}

// decide returns what to try next: what the last dead ends were about, as the best answer had it; once all of these are settled, every other
// variable as low as it may be.
func (s *Solver) decide() (l Lit, more bool) {
	for {
		x, ok := s.choose.pop()
		if !ok {
			break
		}
		if s.lower[x] < s.upper[x] {
			k := min(s.upper[x], max(s.lower[x], s.phase[x]))
			if k > s.lower[x] {
				return s.reaches(x, s.lower[x]+1), true
			}
			return s.reaches(x, k+1).Not(), true
		}
	}
	for x := range s.lower {
		if s.lower[x] < s.upper[x] {
			return s.reaches(int32(x), s.lower[x]+1).Not(), true
		}
	}
	return 0, false
}

// luby returns the i-th of 1 1 2 1 1 2 4 1 1 2 1 1 2 4 8 ...
func luby(i int64) int64 {
	for k := int64(1); ; k++ {
		if i == 1<<k-1 {
			return 1 << (k - 1)
		}
		if i < 1<<k-1 {
			return luby(i - (1<<(k-1) - 1))
		}
	}
}
