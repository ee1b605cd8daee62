package order

import (
	"slices"

	"inkysparrow/core/prove"
)

// packed refutes that more work has to be done between two moments than the sessions between them are long: what no pair of works tells by itself. Sessions that are known
// to stay unused count for nothing. (Overload checking, as in Vilim, Global constraints in scheduling, 2007; the reasons are the bounds that put the works there.)
type packed struct {
	*model
	works  []int
	used   []prove.Lit // by session, that it is used; True where nobody counts
	open   []int       // slots of used sessions before each, anew each time
	byEnd  []int
	early  []int
	late   []int
	within []int
	reason []prove.Lit
}

// pack adds it for the hands, where there is one pair of them.
func (m *model) pack() {
	if m.Hands < 0 || m.Hands >= len(m.Resources) || m.many(m.Hands) > 1 || m.seconds() {
		return
	}
	p := &packed{model: m, used: slices.Repeat([]prove.Lit{prove.True}, len(m.Sessions)), open: make([]int, len(m.Sessions)+1), early: make([]int, len(m.Works)), late: make([]int, len(m.Works))}
	var at []prove.Var
	for i, w := range m.Works {
		if !w.Fixed && w.Length > 0 && slices.ContainsFunc(w.Holds, func(h Hold) bool { return h.On == m.Hands }) {
			p.works, at = append(p.works, i), append(at, m.at[i])
		}
	}
	if len(p.works) < 3 {
		return
	}
	p.byEnd = slices.Clone(p.works)
	m.packed = p
	m.Add(p, at, at)
}

// before returns how many slots of used sessions lie before t.
func (p *packed) before(t int) int {
	k := p.sessionOf(t)
	if k == len(p.Sessions) {
		return p.open[k]
	}
	if t <= p.Sessions[k].From || p.Fails(p.used[k]) {
		return p.open[k]
	}
	return p.open[k] + t - p.Sessions[k].From
}

// Propagate implements prove.Propagator.
func (p *packed) Propagate(s *prove.Solver) bool {
	n := int64(len(p.works))
	s.Work += n/4 + n*n/500 // about what it takes, in microseconds
	for k, x := range p.Sessions {
		p.open[k+1] = p.open[k]
		if !s.Fails(p.used[k]) {
			p.open[k+1] += x.To - x.From
		}
	}
	for _, i := range p.works {
		p.early[i] = p.before(s.Lower(p.at[i]))
		p.late[i] = p.before(s.Upper(p.at[i]) + p.Works[i].Length)
	}
	slices.SortStableFunc(p.byEnd, func(a, b int) int { return p.late[a] - p.late[b] })
	for _, a := range p.works {
		from, sum := p.early[a], 0
		for n, i := range p.byEnd {
			if p.early[i] < from {
				continue
			}
			if sum += p.Works[i].Length; sum > p.late[i]-from {
				return p.refuted(s, from, p.byEnd[:n+1])
			}
		}
	}
	return true
}

// refuted tells why: the works that have to lie between two moments, and the sessions there that stay unused. open is how many slots lie before the first of these.
func (p *packed) refuted(s *prove.Solver, open int, works []int) bool {
	from, to := 1<<60, 0
	within := p.within[:0]
	for _, i := range works {
		if p.early[i] >= open {
			within = append(within, i)
			from, to = min(from, s.Lower(p.at[i])), max(to, s.Upper(p.at[i])+p.Works[i].Length)
		}
	}
	p.within, p.reason = within, p.reason[:0]
	for _, i := range within {
		p.reason = append(p.reason, s.AtLeast(p.at[i], from), s.AtLeast(p.at[i], to-p.Works[i].Length+1).Not())
	}
	for k, x := range p.Sessions {
		if x.To > from && x.From < to && s.Fails(p.used[k]) {
			p.reason = append(p.reason, p.used[k].Not())
		}
	}
	return s.Clash(p.reason...)
}
