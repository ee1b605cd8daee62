package order

import (
	"context"
	"math/rand/v2"
	"slices"
)

// Options say how hard to look, and for what.
type Options struct {
	Aims []Aim // in their order; nil for Usual
	Work int64 // how much may be done; 0 for Thorough
	Seed uint64
	From []int        // an order that is known, such as the one of yesterday: no answer is worse, where it still holds
	Told func(Answer) // called with each better answer
}

// What one looks for, in work: about a microsecond a piece.
const (
	// Quick is enough for an answer while somebody waits.
	Quick = 200_000
	// Thorough is enough to prove the order of a build or two.
	Thorough = 6_000_000
)

// mostPairs is how many pairs of works the search by clauses is given: past that its making alone would cost more than it finds.
const mostPairs = 9000

// mostStarts is how many places all works together may have for it: each costs about a hundred bytes.
const mostStarts = 600_000

// polish is how many times a work is laid out anew before the search by clauses begins, which needs something to start from and no more.
const polish = 60

// Solve finds the best order of a problem's works. It returns a *Fault where there is none, or where the problem is none, and ctx's error where nobody waits any more; with an answer
// in hand, it returns that.
func (p *Problem) Solve(ctx context.Context, o Options) (Answer, error) {
	if err := p.Validate(); err != nil {
		return Answer{}, err
	}
	if err := ctx.Err(); err != nil {
		return Answer{}, err
	}
	if o.Aims == nil {
		o.Aims = Usual
	}
	if o.Work == 0 {
		o.Work = Thorough
	}
	s := &search{serial: newSerial(p), ctx: ctx, Options: o, dice: rand.New(rand.NewPCG(o.Seed, 1))}
	s.begin()
	exact := s.pairs() <= mostPairs && s.places() <= mostStarts
	share := o.Work
	if exact {
		share = min(o.Work/8, int64(polish*len(p.Works)))
	}
	if s.best.Starts != nil {
		s.better(share)
	}
	s.best.Work = s.work
	if exact {
		if err := p.exact(ctx, o.Aims, &s.best, o.Work-s.work, s.tell); err != nil && s.best.Starts == nil {
			return Answer{}, err
		}
	}
	if s.best.Starts == nil {
		if err := ctx.Err(); err != nil {
			return Answer{}, err
		}
		return Answer{}, &Fault{nil, "no order was found that keeps all windows"}
	}
	s.bound()
	return s.best, nil
}

// Greedy returns the order of somebody who looks no further than the next step.
func (p *Problem) Greedy(aims []Aim) (Answer, bool) {
	if p.Validate() != nil {
		return Answer{}, false
	}
	s := newSerial(p)
	starts, ok := s.greedy()
	if !ok {
		return Answer{}, false
	}
	value, err := p.Check(starts, aims)
	return Answer{Starts: starts, Value: value, Work: s.work}, err == nil
}

// search betters a list of priorities and a set of sessions that are kept free, by small changes.
type search struct {
	*serial
	Options
	ctx  context.Context
	dice *rand.Rand
	best Answer
}

func (s *search) tell() {
	if s.Told != nil {
		a := s.best
		a.Starts, a.Value = slices.Clone(a.Starts), slices.Clone(a.Value)
		s.Told(a)
	}
}

// pairs returns how many pairs of works may come in either order.
func (s *search) pairs() int {
	n := 0
	for _, w := range s.Works {
		if !w.Fixed {
			n++
		}
	}
	return n * (n - 1) / 2
}

// places returns how many places all works together have.
func (s *search) places() int {
	n := 0
	for _, x := range s.Sessions {
		n += x.To - x.From
	}
	return n * len(s.Works)
}

// offer takes an order where it is no worse than the best, and reports whether it is better.
func (s *search) offer(starts []int, ok bool) bool {
	if !ok {
		return false
	}
	value, err := s.Check(starts, s.Aims)
	if err != nil || s.best.Starts != nil && !Better(value, s.best.Value) {
		return false
	}
	s.best.Starts, s.best.Value = starts, value
	s.tell()
	return true
}

// begin takes the first orders: the greedy one, the known one and as it would be laid out anew, and the one that begins with what most waits for.
func (s *search) begin() {
	starts, ok := s.greedy()
	s.offer(starts, ok)
	if len(s.From) == len(s.Works) {
		s.offer(slices.Clone(s.From), true)
		starts, ok = s.lay(ranks(s.From), nil)
		s.offer(starts, ok)
	}
	starts, ok = s.lay(s.tails(), nil)
	s.offer(starts, ok)
}

func ranks(starts []int) []float64 {
	rank := make([]float64, len(starts))
	for i, t := range starts {
		rank[i] = float64(t)
	}
	return rank
}

// tails ranks works by how much waits for them: the longer, the sooner.
func (s *search) tails() []float64 {
	rank := make([]float64, len(s.Works))
	var tail func(i, deep int) float64
	tail = func(i, deep int) float64 {
		if rank[i] != 0 || deep > len(s.Works) {
			return rank[i]
		}
		most := float64(s.Works[i].Ready)
		for _, k := range s.after[i] {
			most = max(most, float64(s.Lags[k].Min)-tail(s.Lags[k].To, deep+1))
		}
		rank[i] = -most - float64(s.Works[i].Length) - 1e-9
		return rank[i]
	}
	for i := range s.Works {
		tail(i, 0)
	}
	return rank
}

// better changes the best order a little, again and again, and keeps what is no worse.
func (s *search) better(work int64) {
	closed := make([]bool, len(s.Sessions))
	s.close(ranks(s.best.Starts), closed, work)
	rank, value := ranks(s.best.Starts), s.best.Value
	for round := 0; s.work < work && s.ctx.Err() == nil; round++ {
		next, shut := slices.Clone(rank), slices.Clone(closed)
		s.change(next, shut)
		starts, ok := s.lay(next, shut)
		if !ok {
			continue
		}
		v, err := s.Check(starts, s.Aims)
		if err != nil || Better(value, v) {
			continue
		}
		if Better(v, s.best.Value) {
			s.offer(starts, true)
		}
		rank, closed, value = ranks(starts), shut, v
		if round%200 == 199 {
			s.close(rank, closed, work)
			if Better(s.best.Value, value) {
				rank, value = ranks(s.best.Starts), s.best.Value
			}
		}
	}
}

// close tries each session of the order in turn without it.
func (s *search) close(rank []float64, closed []bool, work int64) {
	for k := range s.Sessions {
		if closed[k] || s.work >= work || !s.uses(s.best.Starts, k) {
			continue
		}
		closed[k] = true
		starts, ok := s.lay(rank, closed)
		if !s.offer(starts, ok) {
			closed[k] = false
		}
	}
}

// uses reports whether something is done in session k.
func (s *search) uses(starts []int, k int) bool {
	return slices.ContainsFunc(starts, func(t int) bool { return s.Sessions[k].From <= t && t < s.Sessions[k].To })
}

// change moves one to three works somewhere else in the list, or keeps another session free.
func (s *search) change(rank []float64, closed []bool) {
	if s.dice.IntN(4) == 0 {
		k := s.dice.IntN(len(closed))
		closed[k] = !closed[k]
		return
	}
	for range 1 + s.dice.IntN(3) {
		i, j := s.dice.IntN(len(rank)), s.dice.IntN(len(rank))
		rank[i] = rank[j] + s.dice.Float64() - .5
	}
}
