package order

import "slices"

// bound fills in what no order can go below, where the search has not proven it.
func (s *search) bound() {
	if s.best.Proven {
		s.best.Bound = slices.Clone(s.best.Value)
		return
	}
	least := s.least()
	for n := len(s.best.Bound); n < len(s.Aims); n++ {
		s.best.Bound = append(s.best.Bound, 0)
	}
	proven := true
	for n, a := range s.Aims {
		s.best.Bound[n] = min(s.best.Value[n], max(s.best.Bound[n], least[a]))
		proven = proven && s.best.Bound[n] == s.best.Value[n]
	}
	s.best.Proven = proven
}

// least returns what no order has less of, by relaxation: each work as early as the lags let it be with nothing else on the bench; the hands' hours in the
// longest sessions; and the lags that no session is long enough for.
func (s *search) least() map[Aim]int {
	early, nights := s.early()
	day := max(1, s.Day)
	ready := make([]int, max(1, len(s.Builds)))
	out := map[Aim]int{}
	deepest := 0
	for i, w := range s.Works {
		end := early[i] + w.Length
		ready[w.Build] = max(ready[w.Build], end+w.Ready)
		out[Makespan] = max(out[Makespan], end)
		deepest = max(deepest, nights[i])
	}
	for b, t := range ready {
		out[Finish] += (t + day - 1) / day
		if b < len(s.Builds) && s.Builds[b].Due >= 0 {
			out[Dates] += max(0, t-s.Builds[b].Due+day-1) / day * max(1, s.Builds[b].Weight)
		}
	}
	out[Evenings] = max(deepest, s.filled())
	chems := map[int]map[string]bool{}
	for _, w := range s.Works {
		if w.Chem != "" {
			if chems[w.Brush] == nil {
				chems[w.Brush] = map[string]bool{}
			}
			chems[w.Brush][w.Chem] = true
		}
	}
	for _, c := range chems {
		out[Flushes] += len(c) - 1
	}
	return out
}

// early returns when each work could begin with nothing else on the bench, and in how many sessions at least all is done that comes before it, itself included.
func (s *search) early() (starts, nights []int) {
	n := len(s.Works)
	starts, nights = make([]int, n), make([]int, n)
	longest := 0
	for _, x := range s.Sessions {
		longest = max(longest, x.To-x.From)
	}
	waits := make([]int, n)
	for _, l := range s.Lags {
		waits[l.To]++
	}
	var open []int
	for i := range n {
		starts[i], nights[i] = s.Works[i].From, 1
		if waits[i] == 0 {
			open = append(open, i)
		}
	}
	for len(open) > 0 {
		i := open[0]
		open = open[1:]
		starts[i] = s.alone(i, starts[i])
		for _, k := range s.after[i] {
			l := &s.Lags[k]
			wait, more := l.Min, 0
			for _, later := range l.Later {
				wait = min(wait, later)
			}
			if s.Works[i].Length+wait+s.Works[l.To].Length > longest {
				more = 1
			}
			starts[l.To] = max(starts[l.To], starts[i]+s.Works[i].Length+wait)
			nights[l.To] = max(nights[l.To], nights[i]+more)
			if waits[l.To]--; waits[l.To] == 0 {
				open = append(open, l.To)
			}
		}
	}
	return starts, nights
}

// alone returns the first slot from from on at which a session has room for a work.
func (s *search) alone(i, from int) int {
	w := &s.Works[i]
	if w.Fixed {
		return w.From
	}
	for k := s.sessionOf(from); k < len(s.Sessions); k++ {
		for t := max(from, s.Sessions[k].From); t+w.Length <= s.Sessions[k].To; t++ {
			if !w.shut(t) {
				return t
			}
		}
	}
	return from
}

// filled returns how many sessions the hands' work fills at least, were they the longest ones.
func (s *search) filled() int {
	if s.Hands < 0 {
		return 0
	}
	all := 0
	for _, w := range s.Works {
		if !w.Fixed && slices.ContainsFunc(w.Holds, func(h Hold) bool { return h.On == s.Hands }) {
			all += w.Length
		}
	}
	var long []int
	for _, x := range s.Sessions {
		n := x.To - x.From
		if x.Second {
			n *= 2
		}
		long = append(long, n*s.many(s.Hands))
	}
	slices.Sort(long)
	n := 0
	for k := len(long) - 1; k >= 0 && all > 0; k-- {
		all -= long[k]
		n++
	}
	return n
}
