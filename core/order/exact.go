package order

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"inkysparrow/core/prove"
)

// model is a problem as constraints.
type model struct {
	*Problem
	*prove.Solver
	at      []prove.Var // when each work begins
	allowed [][]int
	domain  []*prove.Domain
	before  [][]prove.Lit // before[i][j]: i comes before j where both hold something; False where they don't, or j is first
	paths   [][]int       // how far after i's start j's must be, by the lags alone; far for none
	last    int
	packed  *packed
}

const far = -1 << 30

// newModel returns the constraints of a problem in which all ends within a slot, 0 for any, and a fault where bounds alone say that nothing satisfies them.
func newModel(p *Problem, within int) (*model, *Fault) {
	m := &model{Problem: p, Solver: prove.New()}
	n := len(p.Works)
	m.at, m.allowed, m.domain = make([]prove.Var, n), make([][]int, n), make([]*prove.Domain, n)
	for i := range p.Works {
		w := &p.Works[i]
		m.allowed[i] = p.starts(w)
		if within > 0 {
			m.allowed[i] = slices.DeleteFunc(m.allowed[i], func(t int) bool { return t+w.Length > within })
		}
		for j := range i {
			if slices.Equal(m.allowed[i], m.allowed[j]) {
				m.domain[i] = m.domain[j]
				break
			}
		}
		if len(m.allowed[i]) == 0 {
			return nil, p.fault("no session has room for %s", i)
		}
		if m.domain[i] == nil {
			m.domain[i] = prove.NewDomain(m.allowed[i])
		}
		m.at[i] = m.Var(m.domain[i])
		m.last = max(m.last, m.allowed[i][len(m.allowed[i])-1]+w.Length+w.Ready)
	}
	for _, l := range p.Lags {
		if m.lag(&l); m.Broken() {
			return nil, p.fault("%s can't come as it must after %s: no sessions are so apart", l.To, l.From)
		}
	}
	m.longest()
	m.order()
	m.pack()
	return m, nil
}

// lag adds a lag.
func (m *model) lag(l *Lag) {
	d := m.Works[l.From].Length
	if m.moot(l) {
		return
	}
	if len(l.Later) == 0 {
		m.Gap(m.at[l.From], m.at[l.To], d+l.Min, prove.True)
	} else {
		m.GapBy(m.at[l.From], m.at[l.To], m.least(l, 0), prove.True)
	}
	if l.Max >= 0 {
		m.Gap(m.at[l.To], m.at[l.From], -d-l.Max, prove.True)
	}
}

// moot reports whether both ends of a lag are pinned: nobody asked for another time of them, and it is not kept.
func (m *model) moot(l *Lag) bool { return m.Works[l.From].Fixed && m.Works[l.To].Fixed }

// least returns, for each start of a lag's first work, the least start of its second: what is begun later is not ready sooner.
func (m *model) least(l *Lag, more int) []int32 {
	table := make([]int32, len(m.allowed[l.From]))
	most := int32(0)
	for k, t := range m.allowed[l.From] {
		most = max(most, int32(t+m.Works[l.From].Length+l.least(m.sessionOf(t))+more))
		table[k] = most
	}
	return table
}

// longest works out what the lags say of each pair.
func (m *model) longest() {
	n := len(m.Works)
	m.paths = make([][]int, n)
	for i := range m.paths {
		m.paths[i] = slices.Repeat([]int{far}, n)
	}
	for _, l := range m.Lags {
		if m.moot(&l) {
			continue
		}
		d := m.Works[l.From].Length
		least := l.Min
		for _, later := range l.Later {
			least = min(least, later)
		}
		m.paths[l.From][l.To] = max(m.paths[l.From][l.To], d+least)
		if l.Max >= 0 {
			m.paths[l.To][l.From] = max(m.paths[l.To][l.From], -d-l.Max)
		}
	}
	for k := range n {
		for i := range n {
			if m.paths[i][k] == far {
				continue
			}
			for j := range n {
				if m.paths[k][j] > far {
					m.paths[i][j] = max(m.paths[i][j], m.paths[i][k]+m.paths[k][j])
				}
			}
		}
	}
}

// order adds, for each pair that holds something together, which comes first.
func (m *model) order() {
	n := len(m.Works)
	m.before = make([][]prove.Lit, n)
	for i := range n {
		m.before[i] = slices.Repeat([]prove.Lit{prove.False}, n)
	}
	for i := range n {
		for j := i + 1; j < n; j++ {
			there, ok := m.apart(i, j)
			if !ok {
				if m.Works[i].Fixed && m.Works[j].Fixed {
					m.asFixed(i, j)
				}
				continue
			}
			back, _ := m.apart(j, i)
			switch first := m.Lower(m.at[i])+there > m.Upper(m.at[j]); {
			case m.paths[i][j] >= there || m.Upper(m.at[i])+there <= m.Lower(m.at[j]):
				m.before[i][j] = prove.True
			case m.paths[j][i] >= back || m.Upper(m.at[j])+back <= m.Lower(m.at[i]):
				m.before[j][i] = prove.True
			case first && m.Lower(m.at[j])+back > m.Upper(m.at[i]):
				m.Clause() // neither can come first
			default:
				b := m.Bool()
				m.before[i][j], m.before[j][i] = b, b.Not()
				m.Gap(m.at[i], m.at[j], there, b)
				m.Gap(m.at[j], m.at[i], back, b.Not())
			}
		}
	}
	m.several()
}

// asFixed notes which of two fixed works comes first.
func (m *model) asFixed(i, j int) {
	if m.Works[j].From < m.Works[i].From {
		i, j = j, i
	}
	m.before[i][j] = prove.True
}

// several adds what there is more than one of: each work is on one of them, and two on the same come one after the other.
func (m *model) several() {
	for r := range m.Resources {
		many := m.many(r)
		second := r == m.Hands && m.seconds()
		if second {
			many++
		}
		if many == 1 {
			continue
		}
		unit := map[int][]prove.Lit{}
		var held []int
		for i, w := range m.Works {
			if !slices.ContainsFunc(w.Holds, func(h Hold) bool { return h.On == r }) {
				continue
			}
			held = append(held, i)
			for range many {
				unit[i] = append(unit[i], m.Bool())
			}
			m.Clause(unit[i]...)
			if second {
				m.onlyWithSecond(i, unit[i][many-1])
			}
		}
		m.pinnedOn(r, held, unit)
		for a, i := range held {
			for _, j := range held[a+1:] {
				there, back := m.held(i, r), m.held(j, r)
				if m.paths[i][j] >= there || m.paths[j][i] >= back || m.Works[i].Fixed && m.Works[j].Fixed || m.shares(i, j, r) {
					continue
				}
				first, then := m.Bool(), m.Bool()
				m.Gap(m.at[i], m.at[j], there, first)
				m.Gap(m.at[j], m.at[i], back, then)
				for u := range many {
					m.Clause(first, then, unit[i][u].Not(), unit[j][u].Not())
				}
			}
		}
	}
}

// pinnedOn keeps what is pinned over each other on different ones of a resource, as far as there are so many; where there are no more, none is left for anything else.
func (m *model) pinnedOn(r int, held []int, unit map[int][]prove.Lit) {
	for _, a := range held {
		if w := m.Works[a]; w.Fixed {
			m.pinnedAt(r, w.From, held, unit)
			m.pinnedAt(r, w.From+m.held(a, r), held, unit) // what is left then
		}
	}
}

// pinnedAt is pinnedOn for what is pinned at a moment.
func (m *model) pinnedAt(r, at int, held []int, unit map[int][]prove.Lit) {
	many := m.many(r)
	if r == m.Hands && m.second(at) {
		many++
	}
	var here []int
	apart := 0 // how many of them share none with one before
	for _, i := range held {
		if f := m.Works[i].From; !m.Works[i].Fixed || at < f || at >= f+m.held(i, r) {
			continue
		}
		if !slices.ContainsFunc(here, func(j int) bool { return m.shares(i, j, r) }) {
			apart++
		}
		here = append(here, i)
	}
	for u := range many {
		var one []prove.Lit
		for k, i := range here {
			one = append(one, unit[i][u])
			for _, j := range here[k+1:] {
				if apart <= many && !m.shares(i, j, r) {
					m.Clause(unit[i][u].Not(), unit[j][u].Not())
				}
			}
		}
		if apart > many {
			m.Clause(one...)
		}
	}
}

// shares reports whether two works hold a resource for the same, and so one of it.
func (m *model) shares(i, j, r int) bool {
	of := func(w int) int {
		for _, h := range m.Works[w].Holds {
			if h.On == r {
				return h.Of
			}
		}
		return 0
	}
	return of(i) > 0 && of(i) == of(j)
}

// held returns how long after its start a work keeps a resource.
func (m *model) held(i, r int) int {
	for _, h := range m.Works[i].Holds {
		if h.On == r {
			return m.Works[i].Length + h.After
		}
	}
	return 0
}

// onlyWithSecond keeps a work that the second pair of hands does to the sessions that it is there.
func (m *model) onlyWithSecond(i int, second prove.Lit) {
	if m.Works[i].Fixed {
		if !m.second(m.Works[i].From) {
			m.Clause(second.Not())
		}
		return
	}
	for _, s := range m.Sessions {
		if !s.Second {
			m.Clause(second.Not(), m.AtLeast(m.at[i], s.From).Not(), m.AtLeast(m.at[i], s.To))
		}
	}
}

// whole returns a variable from least to most.
func (m *model) whole(least, most int) prove.Var {
	values := make([]int, 0, most-least+1)
	for v := least; v <= max(least, most); v++ {
		values = append(values, v)
	}
	return m.Var(prove.NewDomain(values))
}

// aim adds a variable that is no less than an aim's worth.
func (m *model) aim(a Aim) prove.Var {
	switch a {
	case Dates:
		return m.dates()
	case Evenings:
		return m.evenings()
	case Flushes:
		return m.flushes()
	case Slack:
		return m.slack()
	case Finish:
		return m.finish()
	case Stay:
		return m.stay()
	}
	last := m.whole(0, m.last)
	for i, w := range m.Works {
		m.Gap(m.at[i], last, w.Length, prove.True)
	}
	return last
}

// ready returns a variable for when each build is ready.
func (m *model) ready() []prove.Var {
	all := make([]prove.Var, max(1, len(m.Builds)))
	for b := range all {
		all[b] = m.whole(0, m.last)
	}
	for i, w := range m.Works {
		m.Gap(m.at[i], all[w.Build], w.Length+w.Ready, prove.True)
	}
	return all
}

func (m *model) dates() prove.Var {
	var terms []prove.Term
	most, day := 0, max(1, m.Day)
	ready := m.ready()
	for b, build := range m.Builds {
		if build.Due < 0 {
			continue
		}
		days := max(0, m.last-build.Due+day-1) / day
		late := m.whole(0, days)
		table := make([]int32, m.last+1)
		for t := range table {
			table[t] = int32(max(0, t-build.Due+day-1) / day)
		}
		m.GapBy(ready[b], late, table, prove.True)
		terms = append(terms, prove.Term{Times: max(1, build.Weight), X: late})
		most += days * max(1, build.Weight)
	}
	total := m.whole(0, most)
	m.Sum(total, terms...)
	return total
}

func (m *model) evenings() prove.Var {
	var terms []prove.Term
	for k, s := range m.Sessions {
		used := prove.False
		for i := range m.Works {
			at, _ := slices.BinarySearch(m.allowed[i], s.From)
			if at == len(m.allowed[i]) || m.allowed[i][at] >= s.To || m.Lower(m.at[i]) >= s.To || m.Upper(m.at[i]) < s.From {
				continue
			}
			if used == prove.False {
				used = m.Bool()
				terms = append(terms, prove.Term{Times: 1, X: m.VarOf(used)})
			}
			m.Clause(m.AtLeast(m.at[i], s.From).Not(), m.AtLeast(m.at[i], s.To), used)
		}
		if m.packed != nil && used != prove.False {
			m.packed.used[k] = used
		}
	}
	total := m.whole(0, len(terms))
	m.Sum(total, terms...)
	return total
}

// flushes counts the sprayed works that don't come right after one of the same chemistry, but for each airbrush's first.
func (m *model) flushes() prove.Var {
	var terms []prove.Term
	for _, j := range m.sprayed() {
		flush, first := m.Bool(), m.Bool()
		terms = append(terms, prove.Term{Times: 1, X: m.VarOf(flush)})
		why := []prove.Lit{flush, first}
		var with []int
		for _, i := range m.sprayed() {
			if i != j && m.Works[i].Brush == m.Works[j].Brush {
				with = append(with, i)
			}
		}
		for _, i := range with {
			m.Clause(first.Not(), m.before[j][i])
			if m.Works[i].Chem != m.Works[j].Chem || m.before[i][j] == prove.False {
				continue
			}
			same := m.Bool() // i is before j, and nothing of another chemistry is between them
			m.Clause(same.Not(), m.before[i][j])
			for _, k := range with {
				if m.Works[k].Chem != m.Works[j].Chem {
					m.Clause(same.Not(), m.before[k][i], m.before[j][k])
				}
			}
			why = append(why, same)
		}
		m.Clause(why...)
	}
	total := m.whole(0, len(terms))
	m.Sum(total, terms...)
	return total
}

// sprayed returns the works with an airbrush.
func (m *model) sprayed() []int {
	var all []int
	for i, w := range m.Works {
		if w.Chem != "" {
			all = append(all, i)
		}
	}
	return all
}

func (m *model) slack() prove.Var {
	var terms []prove.Term
	most := 0
	for _, l := range m.Lags {
		if l.Wish <= 0 || m.moot(&l) {
			continue
		}
		short := m.Bool()
		if len(l.Later) == 0 {
			m.Gap(m.at[l.From], m.at[l.To], m.Works[l.From].Length+l.Min+l.Wish, short.Not())
		} else {
			m.GapBy(m.at[l.From], m.at[l.To], m.least(&l, l.Wish), short.Not())
		}
		terms = append(terms, prove.Term{Times: max(1, l.Weight), X: m.VarOf(short)})
		most += max(1, l.Weight)
	}
	total := m.whole(0, most)
	m.Sum(total, terms...)
	return total
}

func (m *model) finish() prove.Var {
	var terms []prove.Term
	day := max(1, m.Day)
	most := (m.last + day - 1) / day
	for _, x := range m.ready() {
		days := m.whole(0, most)
		table := make([]int32, m.last+1)
		for t := range table {
			table[t] = int32((t + day - 1) / day)
		}
		m.GapBy(x, days, table, prove.True)
		terms = append(terms, prove.Term{Times: 1, X: days})
	}
	total := m.whole(0, most*len(terms))
	m.Sum(total, terms...)
	return total
}

// stay counts the works that are no longer in the session that they were in.
func (m *model) stay() prove.Var {
	var terms []prove.Term
	for i, w := range m.Works {
		if w.Was.To <= 0 {
			continue
		}
		moved := m.Bool()
		m.Clause(moved, m.AtLeast(m.at[i], w.Was.From))
		m.Clause(moved, m.AtLeast(m.at[i], w.Was.To).Not())
		terms = append(terms, prove.Term{Times: 1, X: m.VarOf(moved)})
	}
	total := m.whole(0, len(terms))
	m.Sum(total, terms...)
	return total
}

// exact betters an answer by search, aim by aim, and proves it where the work is enough: best is what is known, its Starts nil where nothing is.
func (p *Problem) exact(ctx context.Context, aims []Aim, best *Answer, work int64, told func()) error {
	within := 0
	if len(aims) > 0 && aims[0] == Makespan && best.Starts != nil {
		within = best.Value[0]
	}
	m, fault := newModel(p, within)
	if fault != nil {
		return fault
	}
	for i, t := range best.Starts {
		m.Prefer(m.at[i], t)
	}
	m.preferOrder(best.Starts)
	best.Proven = true
	for n, a := range aims {
		x := m.aim(a)
		below := m.Upper(x) + 1
		if best.Starts != nil {
			below = best.Value[n]
		}
		var wrong error
		stopped := m.Minimise(ctx, x, below, work, func() {
			starts := make([]int, len(p.Works))
			for i, at := range m.at {
				starts[i] = m.Lower(at)
			}
			value, err := p.Check(starts, aims)
			if wrong = errors.Join(wrong, err); err == nil {
				best.Starts, best.Value = starts, value
				told()
			}
		})
		if wrong != nil { // the search and the checker disagree: nobody is shown what only one of them believes
			best.Proven = false
			return fmt.Errorf("order: %w", wrong)
		}
		if best.Starts == nil && stopped == prove.Proven {
			return &Fault{nil, "no order satisfies all lags, windows and sessions together"}
		}
		if stopped != prove.Proven {
			best.Proven = false
			best.Bound = append(best.Bound, m.Lower(x))
			break
		}
		best.Bound = append(best.Bound, best.Value[n])
		m.Clause(m.AtLeast(x, best.Value[n]+1).Not())
	}
	best.Work += m.Work
	return nil
}

// preferOrder tells the search to try pairs as an answer has them first.
func (m *model) preferOrder(starts []int) {
	if starts == nil {
		return
	}
	for i := range m.before {
		for j := range m.before {
			if b := m.before[i][j]; i < j && b > prove.False {
				if x := m.VarOf(b); starts[i] < starts[j] {
					m.Prefer(x, 1)
				} else {
					m.Prefer(x, 0)
				}
			}
		}
	}
}
