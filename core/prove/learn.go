package prove

import (
	"cmp"
	"slices"
)

// Conflict analysis. What can't hold together is a set of bounds; of each variable and side only the tightest counts, since it implies
// the others. Going back along the trail, the newest of them is replaced by its reason until one is left on the newest level: its opposite
// follows from the others, earlier.

// trailOf returns the entry of the trail that made l hold; -1 where it holds by the domain.
func (s *Solver) trailOf(l Lit) int32 {
	x, k, side := s.of[l>>1], s.at[l>>1], l&1
	i := s.last[side][x]
	for i >= 0 {
		m := &s.trail[i]
		if side == 0 && m.old < k || side == 1 && m.old >= k {
			return i
		}
		i = m.prev
	}
	return -1
}

// require adds l, which holds, to what is traced back, and returns how many more are on the newest level.
func (s *Solver) require(l Lit) int {
	i := s.trailOf(l)
	if i < 0 || s.trail[i].level == 0 {
		return 0
	}
	x, k, side := s.of[l>>1], s.at[l>>1], l&1
	s.choose.bump(x, s.inc)
	switch had := s.need[side][x]; {
	case had < 0:
		if !s.listed[side][x] {
			s.listed[side][x] = true
			s.needed = append(s.needed, x<<1|int32(side))
		}
	case side == 0 && had >= k || side == 1 && had <= k:
		return 0
	}
	s.need[side][x] = k
	if s.trail[i].level == int32(len(s.levels)) && !s.counts[side][x] {
		s.counts[side][x] = true
		return 1
	}
	return 0
}

// reason returns literals that hold and from which the bound [x >= k] (side 0) or [x < k] (side 1) follows by entry i.
func (s *Solver) reason(i, k int32) []Lit {
	m := &s.trail[i]
	out := s.buffer[:0]
	switch m.kind {
	case byClause:
		for _, l := range m.fromClause.lits[1:] {
			out = append(out, l.Not())
		}
	case byGap:
		g := &s.gaps[m.a]
		out = append(out, g.when)
		if m.side == 0 {
			out = append(out, s.reaches(g.i, s.least(g, k)))
		} else {
			out = append(out, s.reaches(g.j, s.domains[g.j].place(s.ends(g, k))).Not())
		}
	case byShut:
		g := &s.gaps[m.a]
		out = append(out, s.reaches(g.i, m.b), s.reaches(g.j, s.domains[g.j].place(s.ends(g, m.b))).Not())
	case byMany:
		out = append(out, s.arena[m.a:m.b]...)
	}
	s.buffer = out
	return out
}

// analyse learns from the conflict, goes back as far as the new clause holds something, and lets it. It returns false where nothing that was decided
// is behind it.
func (s *Solver) analyse() bool {
	// A propagator may find that older bounds clash: then the newest level is the newest of these.
	newest := int32(0)
	for _, l := range s.conflict {
		if i := s.trailOf(l); i >= 0 {
			newest = max(newest, s.trail[i].level)
		}
	}
	if newest == 0 {
		s.broken = true
		return false
	}
	s.undo(int(newest))
	count := 0
	s.needed = s.needed[:0]
	for _, l := range s.conflict {
		count += s.require(l)
	}
	var uip Lit
	for i := int32(len(s.trail)) - 1; ; i-- {
		m := &s.trail[i]
		k := s.need[m.side][m.x]
		if k < 0 || m.side == 0 && m.old >= k || m.side == 1 && m.old < k {
			continue
		}
		if count == 1 {
			uip = s.reaches(m.x, k) ^ Lit(m.side)
			break
		}
		s.need[m.side][m.x] = -1
		s.counts[m.side][m.x] = false
		count--
		for _, l := range s.reason(i, k) {
			count += s.require(l)
		}
	}
	learnt := append(s.clause[:0], uip.Not())
	for _, n := range s.needed {
		x, side := n>>1, n&1
		if s.need[side][x] < 0 {
			continue
		}
		l := s.reaches(x, s.need[side][x]) ^ Lit(side)
		if l != uip && !s.implied(l) {
			learnt = append(learnt, l.Not())
		}
	}
	s.clause = learnt
	for _, n := range s.needed {
		s.need[n&1][n>>1] = -1
		s.counts[n&1][n>>1] = false
		s.listed[n&1][n>>1] = false
	}
	s.learn(learnt)
	s.inc /= .95
	if s.inc > 1e100 {
		s.choose.shrink(1e-100)
		s.inc *= 1e-100
	}
	return true
}

// implied reports whether l, which is needed, follows from the other needs by its own reason.
func (s *Solver) implied(l Lit) bool {
	i := s.trailOf(l)
	if s.trail[i].kind == decided {
		return false
	}
	for _, r := range s.reason(i, s.at[l>>1]) {
		j := s.trailOf(r)
		if j < 0 || s.trail[j].level == 0 {
			continue
		}
		x, k, side := s.of[r>>1], s.at[r>>1], r&1
		n := s.need[side][x]
		if n < 0 || side == 0 && n < k || side == 1 && n > k || n != k && s.trailOf(s.reaches(x, n)^side) >= i {
			return false // not needed, or only by what may follow from l itself
		}
	}
	return true
}

// learn adds a clause whose first literal follows from the others, which all fail, one level back or more.
func (s *Solver) learn(lits []Lit) {
	if len(lits) == 1 {
		s.undo(0)
		s.set(lits[0], moved{kind: decided})
		return
	}
	c := &clause{lits: slices.Clone(lits), fresh: true}
	back, at := int32(0), 1
	levels := map[int32]bool{}
	for i, l := range c.lits[1:] {
		level := s.trail[s.trailOf(l.Not())].level
		levels[level] = true
		if level > back {
			back, at = level, i+1
		}
	}
	c.glue = int32(len(levels)) + 1
	c.lits[1], c.lits[at] = c.lits[at], c.lits[1]
	s.undo(int(back))
	s.learnt = append(s.learnt, c)
	s.watch(c)
	s.set(c.lits[0], moved{kind: byClause, fromClause: c})
}

// forget drops half of the clauses that span many levels, once there are too many. It is called with nothing decided.
func (s *Solver) forget() {
	if s.budget == 0 {
		s.budget = 4000
	}
	if len(s.learnt) < s.budget {
		return
	}
	s.budget += 500
	slices.SortStableFunc(s.learnt, func(a, b *clause) int { return cmp.Compare(a.glue, b.glue) })
	kept := s.learnt[:0]
	half := len(s.learnt) / 2
	for i, c := range s.learnt {
		if i >= half && c.glue > 2 && len(c.lits) > 2 {
			c.dead = true
		} else {
			kept = append(kept, c)
		}
	}
	clear(s.learnt[len(kept):])
	s.learnt = kept
}

// chooser is a heap of variables, the one that dead ends were about most at the top.
type chooser struct {
	worth []float64
	can   []bool
	heap  []int32
	place []int32 // in the heap, -1 where it is not in it
}

func (c *chooser) add() {
	c.worth, c.can, c.place = append(c.worth, 0), append(c.can, false), append(c.place, -1)
}

func (c *chooser) bump(x int32, by float64) {
	c.worth[x] += by
	if c.place[x] >= 0 {
		c.up(c.place[x])
	}
}

func (c *chooser) shrink(by float64) {
	for x := range c.worth {
		c.worth[x] *= by
	}
}

func (c *chooser) push(x int32) {
	if c.place[x] >= 0 || !c.can[x] {
		return
	}
	c.place[x] = int32(len(c.heap))
	c.heap = append(c.heap, x)
	c.up(c.place[x])
}

func (c *chooser) pop() (int32, bool) {
	if len(c.heap) == 0 {
		return 0, false
	}
	top := c.heap[0]
	n := len(c.heap) - 1
	c.swap(0, int32(n))
	c.heap = c.heap[:n]
	c.place[top] = -1
	c.down(0)
	return top, true
}

func (c *chooser) before(a, b int32) bool {
	x, y := c.heap[a], c.heap[b]
	return c.worth[x] > c.worth[y] || c.worth[x] == c.worth[y] && x < y
}

func (c *chooser) swap(a, b int32) {
	c.heap[a], c.heap[b] = c.heap[b], c.heap[a]
	c.place[c.heap[a]], c.place[c.heap[b]] = a, b
}

func (c *chooser) up(i int32) {
	for i > 0 && c.before(i, (i-1)/2) {
		c.swap(i, (i-1)/2)
		i = (i - 1) / 2
	}
}

func (c *chooser) down(i int32) {
	for {
		k := 2*i + 1
		if int(k) >= len(c.heap) {
			return
		}
		if int(k+1) < len(c.heap) && c.before(k+1, k) {
			k++
		}
		if !c.before(k, i) {
			return
		}
		c.swap(i, k)
		i = k
	}
}
