package order

import (
	"slices"
	"sort"
)

// A serial schedule takes works one after the other, by a list of priorities, and gives each the earliest place that the ones before it leave: for a list and a set of
// sessions that are kept free there is one schedule. (Kolisch, Serial and parallel resource-constrained project scheduling methods revisited, European Journal of
// Operational Research 90 (1996), on why this loses no optimum of a regular aim.)

// serial lays works out. It is made once for a problem and used for many lists.
type serial struct {
	*Problem
	before [][]int32 // by work: lags that end at it
	after  [][]int32
	tight  [][]int32   // by work: lags that end at what has to follow it within a session's length
	same   [][]holding // by resource, what is taken, in order
	fixed  [][]holding // the same with only what is fixed
	share  []bool      // by resource: works share one of it
	brush  map[int][]sprayed

	starts []int
	placed []bool
	since  []int // no earlier than this, from windows that were missed
	work   int64
}

// sprayed is a stretch in which an airbrush is used.
type sprayed struct {
	Span
	chem, cup string
}

func (w *Work) sprayed(t int) sprayed { return sprayed{Span{t, t + w.Length}, w.Chem, w.Cup} }

func newSerial(p *Problem) *serial {
	n := len(p.Works)
	s := &serial{
		Problem: p, before: make([][]int32, n), after: make([][]int32, n), tight: make([][]int32, n), same: make([][]holding, len(p.Resources)),
		starts: make([]int, n), placed: make([]bool, n), since: make([]int, n), brush: map[int][]sprayed{},
	}
	for r := range p.Resources {
		s.fixed, s.share = append(s.fixed, p.pinned(r)), append(s.share, p.shared(r))
	}
	longest := 0
	for _, x := range p.Sessions {
		longest = max(longest, x.To-x.From)
	}
	for k, l := range p.Lags {
		s.before[l.To] = append(s.before[l.To], int32(k))
		s.after[l.From] = append(s.after[l.From], int32(k))
		if l.Max >= 0 && l.Max <= longest {
			s.tight[l.From] = append(s.tight[l.From], int32(k))
		}
	}
	return s
}

// lay lays all works out, of those that wait the one with the lowest rank first. closed are sessions that nothing is put in. ok is false where some window can't be met so.
func (s *serial) lay(rank []float64, closed []bool) (starts []int, ok bool) {
	clear(s.since)
	for range s.rounds() { // a window that was missed puts off what opens it, and all is laid anew
		switch s.once(rank, closed) {
		case laid:
			return slices.Clone(s.starts), true
		case stuck:
			return nil, false
		}
	}
	return nil, false
}

// rounds is how often windows that were missed may put something off.
func (s *serial) rounds() int { return 12 + len(s.Works)/8 }

// anew clears the bench but for what is fixed, and returns for how many others each work waits.
func (s *serial) anew() (waits []int) {
	clear(s.placed)
	for b := range s.brush {
		s.brush[b] = s.brush[b][:0]
	}
	waits = make([]int, len(s.Works))
	for _, l := range s.Lags {
		waits[l.To]++
	}
	for r := range s.same {
		s.same[r] = append(s.same[r][:0], s.fixed[r]...)
	}
	for i, w := range s.Works {
		if w.Fixed {
			s.starts[i], s.placed[i] = w.From, true
			if w.Chem != "" {
				s.sprays(w.Brush, w.sprayed(w.From))
			}
		}
	}
	return waits
}

// holding is a stretch in which a resource is held, and for what.
type holding struct {
	Span
	of int
}

// pinned returns what the fixed works hold of a resource, in order; joined where there is one of it that nobody shares, since they may lie over each other.
func (p *Problem) pinned(r int) []holding {
	var all []holding
	for _, w := range p.Works {
		for _, h := range w.Holds {
			if w.Fixed && h.On == r && w.Length+h.After > 0 {
				all = inserted(all, holding{Span{w.From, w.From + w.Length + h.After}, h.Of})
			}
		}
	}
	if p.many(r) > 1 || r == p.Hands && p.seconds() || p.shared(r) {
		return all
	}
	var joined []holding
	for _, x := range all {
		if n := len(joined); n > 0 && x.From < joined[n-1].To {
			joined[n-1].To = max(joined[n-1].To, x.To)
		} else {
			joined = append(joined, x)
		}
	}
	return joined
}

// shared reports whether works share one of a resource.
func (p *Problem) shared(r int) bool {
	return slices.ContainsFunc(p.Works, func(w Work) bool {
		return slices.ContainsFunc(w.Holds, func(h Hold) bool { return h.On == r && h.Of > 0 })
	})
}

type outcome int

const (
	laid outcome = iota
	stuck
	putOff
)

func (s *serial) once(rank []float64, closed []bool) outcome {
	s.work++
	n, waits := len(s.Works), s.anew()
	var open ranked
	for i := range n {
		if waits[i] == 0 {
			open.push(i, rank)
		}
	}
	for done := 0; done < n; done++ {
		if len(open) == 0 {
			return stuck // lags go round
		}
		i := open.pop(rank)
		if !s.placed[i] {
			if o := s.place(i, closed); o != laid {
				return o
			}
		}
		for _, k := range s.after[i] {
			j := s.Lags[k].To
			if waits[j]--; waits[j] == 0 {
				open.push(j, rank)
			}
		}
	}
	return laid
}

// place puts a work at its earliest place, and what has to follow it soon after it.
func (s *serial) place(i int, closed []bool) outcome {
	s.work += 1 + int64(len(s.Works))/200 // the lists that it is looked for in are longer then
	from := s.from(i)
	most := 1 << 60
	var holds *Lag
	for _, k := range s.before[i] {
		l := &s.Lags[k]
		if !s.placed[l.From] {
			continue
		}
		end := s.starts[l.From] + s.Works[l.From].Length
		if l.Max >= 0 && end+l.Max < most {
			most, holds = end+l.Max, l
		}
	}
	for _, k := range s.after[i] { // a fixed work may wait for it
		l := &s.Lags[k]
		if s.placed[l.To] {
			most = min(most, s.starts[l.To]-l.Min-s.Works[i].Length)
			if l.Max >= 0 {
				from = max(from, s.starts[l.To]-l.Max-s.Works[i].Length)
			}
		}
	}
	for {
		t, ok := s.earliest(i, from, closed)
		if !ok {
			return stuck
		}
		if t > most {
			if holds == nil || s.Works[holds.From].Fixed {
				return stuck
			}
			s.since[holds.From] = max(s.since[holds.From]+1, t-holds.Max-s.Works[holds.From].Length)
			return putOff
		}
		s.put(i, t)
		late, o := s.follow(i, closed)
		if o != putOff || late == 0 {
			return o
		}
		s.take(i)
		from = max(t+1, late)
	}
}

// follow places what has to come soon after i. late is where i would have to begin for it, where it could not.
func (s *serial) follow(i int, closed []bool) (late int, o outcome) {
	for _, k := range s.tight[i] {
		l := &s.Lags[k]
		j := l.To
		if s.placed[j] || slices.ContainsFunc(s.before[j], func(b int32) bool { return !s.placed[s.Lags[b].From] }) {
			continue
		}
		had := s.since[i]
		o := s.place(j, closed)
		if o == putOff {
			late = s.since[i]
			s.since[i] = had
			if late <= s.starts[i] {
				late = s.starts[i] + 1
			}
			for _, other := range s.tight[i] {
				if to := s.Lags[other].To; to != j && s.placed[to] && !s.Works[to].Fixed {
					s.take(to)
				}
			}
			return late, putOff
		}
		if o == stuck {
			return 0, stuck
		}
	}
	return 0, laid
}

// earliest returns the first slot from from on at which a work fits.
func (s *serial) earliest(i, from int, closed []bool) (int, bool) {
	w := &s.Works[i]
	for k := s.sessionOf(from); k < len(s.Sessions); k++ {
		x := s.Sessions[k]
		if closed != nil && closed[k] {
			continue
		}
		for t := max(from, x.From); t+w.Length <= x.To; {
			until := s.busy(w, t, x.Second)
			if until <= t {
				return t, true
			}
			t = until
		}
	}
	return 0, false
}

// busy returns until when something stands in the way of a work at t; t where nothing does.
func (s *serial) busy(w *Work, t int, second bool) int {
	for _, x := range w.Shut {
		if x.From <= t && t < x.To {
			return x.To
		}
	}
	for _, h := range w.Holds {
		many := s.many(h.On)
		if h.On == s.Hands && second {
			many++
		}
		if until := taken(s.same[h.On], holding{Span{t, t + w.Length + h.After}, h.Of}, many, s.share[h.On]); until > t {
			return until
		}
	}
	if w.Chem != "" {
		all, most := s.brush[w.Brush], max(s.Flush, s.Rinse)
		for k := sort.Search(len(all), func(k int) bool { return all[k].To+most > t }); k < len(all) && all[k].From < t+w.Length+most; k++ {
			clean := s.cleaned(all[k].chem, all[k].cup, w)
			if t < all[k].To+clean && all[k].From < t+w.Length+clean {
				return all[k].To + clean
			}
		}
	}
	return t
}

// taken returns until when want does not fit among what is held, of which many may lie over each other; want.From where it does.
func taken(all []holding, want holding, many int, shared bool) int {
	if want.To == want.From {
		return want.From
	}
	if many == 1 && !shared { // in order, and apart from each other but for what is pinned
		k := sort.Search(len(all), func(k int) bool { return all[k].To > want.From })
		if k < len(all) && all[k].From < want.To {
			return all[k].To
		}
		return want.From
	}
	n, first := 0, 1<<60
	for k, o := range all {
		if o.From >= want.To || o.To <= want.From || o.of > 0 && o.of == want.of {
			continue
		}
		first = min(first, o.To)
		again := func(b holding) bool { return b.of == o.of && b.From < want.To && b.To > want.From }
		if o.of == 0 || !slices.ContainsFunc(all[:k], again) {
			n++
		}
	}
	if n < many {
		return want.From
	}
	return first
}

// put takes what a work holds from t on.
func (s *serial) put(i, t int) {
	s.starts[i], s.placed[i] = t, true
	w := &s.Works[i]
	for _, h := range w.Holds {
		s.same[h.On] = inserted(s.same[h.On], holding{Span{t, t + w.Length + h.After}, h.Of})
	}
	if w.Chem != "" {
		s.sprays(w.Brush, w.sprayed(t))
	}
}

func (s *serial) sprays(brush int, x sprayed) {
	all := s.brush[brush]
	k := sort.Search(len(all), func(k int) bool { return all[k].From > x.From })
	s.brush[brush] = slices.Insert(all, k, x)
}

// take gives back what a work holds.
func (s *serial) take(i int) {
	w, t := &s.Works[i], s.starts[i]
	s.placed[i] = false
	for _, h := range w.Holds {
		k := slices.Index(s.same[h.On], holding{Span{t, t + w.Length + h.After}, h.Of})
		s.same[h.On] = slices.Delete(s.same[h.On], k, k+1)
	}
	if w.Chem != "" {
		all := s.brush[w.Brush]
		k := slices.Index(all, w.sprayed(t))
		s.brush[w.Brush] = slices.Delete(all, k, k+1)
	}
}

// inserted returns what is held with one more, in order of the beginning.
func inserted(all []holding, x holding) []holding {
	k := len(all)
	for k > 0 && all[k-1].From > x.From {
		k--
	}
	return slices.Insert(all, k, x)
}

// ranked is a heap of works by rank.
type ranked []int

func before(rank []float64, a, b int) bool { return rank[a] < rank[b] || rank[a] == rank[b] && a < b }

func (h *ranked) push(i int, rank []float64) {
	*h = append(*h, i)
	for k := len(*h) - 1; k > 0 && before(rank, (*h)[k], (*h)[(k-1)/2]); k = (k - 1) / 2 {
		(*h)[k], (*h)[(k-1)/2] = (*h)[(k-1)/2], (*h)[k]
	}
}

func (h *ranked) pop(rank []float64) int {
	top, n := (*h)[0], len(*h)-1
	(*h)[0] = (*h)[n]
	*h = (*h)[:n]
	for k := 0; ; {
		c := 2*k + 1
		if c >= n {
			return top
		}
		if c+1 < n && before(rank, (*h)[c+1], (*h)[c]) {
			c++
		}
		if !before(rank, (*h)[c], (*h)[k]) {
			return top
		}
		(*h)[c], (*h)[k] = (*h)[k], (*h)[c]
		k = c
	}
}

// greedy lays works out as somebody would who looks no further than the next: of all that wait, what can begin first goes first.
func (s *serial) greedy() ([]int, bool) {
	clear(s.since)
	for range s.rounds() {
		if o := s.soonest(); o == laid {
			return slices.Clone(s.starts), true
		} else if o == stuck {
			break
		}
	}
	return nil, false
}

func (s *serial) soonest() outcome {
	n, waits := len(s.Works), s.anew()
	at := make([]int, n) // no earlier than this; -1 where that is not worked out, since something before it is missing
	for i := range at {
		at[i] = -1
	}
	done := make([]bool, n)
	for left := n; left > 0; {
		best := -1
		for i := range n {
			if waits[i] > 0 || done[i] {
				continue
			}
			if at[i] < 0 {
				at[i] = s.from(i)
			}
			if best < 0 || at[i] < at[best] {
				best = i
			}
		}
		if best < 0 {
			return stuck
		}
		if !s.placed[best] {
			// What was taken meanwhile can only put it off: it is next if it stands where it did.
			if t, ok := s.earliest(best, at[best], nil); !ok {
				return stuck
			} else if t > at[best] {
				at[best] = t
				continue
			}
			if o := s.place(best, nil); o != laid {
				return o
			}
		}
		done[best] = true
		left--
		for _, k := range s.after[best] {
			waits[s.Lags[k].To]--
		}
	}
	return laid
}

// from returns when a work may begin by what is placed before it.
func (s *serial) from(i int) int {
	from := max(s.Works[i].From, s.since[i])
	for _, k := range s.before[i] {
		if l := &s.Lags[k]; s.placed[l.From] {
			from = max(from, s.starts[l.From]+s.Works[l.From].Length+l.least(s.sessionOf(s.starts[l.From])))
		}
	}
	return from
}
