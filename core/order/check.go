package order

import (
	"fmt"
	"sort"
)

// Check judges an order by the problem alone: it returns its worth by each aim, or what of the problem it breaks. It shares nothing with the search, which is
// held against it, and is asked about every answer before anybody sees it.
func (p *Problem) Check(starts []int, aims []Aim) ([]int, error) {
	if len(starts) != len(p.Works) {
		return nil, fmt.Errorf("%d starts for %d works", len(starts), len(p.Works))
	}
	used := map[int]bool{}
	in := make([]int, len(starts))
	for i, w := range p.Works {
		in[i] = -1
		for k, s := range p.Sessions {
			if s.From <= starts[i] && starts[i]+w.Length <= s.To {
				in[i] = k
			}
		}
		switch {
		case w.Fixed && starts[i] != w.From:
			return nil, fmt.Errorf("%s was moved from %d to %d", p.name(i), w.From, starts[i])
		case w.Fixed:
		case in[i] < 0:
			return nil, fmt.Errorf("%s at %d lies in no session", p.name(i), starts[i])
		case starts[i] < w.From:
			return nil, fmt.Errorf("%s at %d begins before %d", p.name(i), starts[i], w.From)
		}
		for _, s := range w.Shut {
			if !w.Fixed && s.From <= starts[i] && starts[i] < s.To {
				return nil, fmt.Errorf("%s begins at %d, where it can't", p.name(i), starts[i])
			}
		}
		if in[i] >= 0 {
			used[in[i]] = true
		}
	}
	short := 0
	for _, l := range p.Lags {
		wait := starts[l.To] - starts[l.From] - p.Works[l.From].Length
		min := l.Min
		if other, ok := l.Later[in[l.From]]; ok {
			min = other
		}
		if p.Works[l.From].Fixed && p.Works[l.To].Fixed {
			continue // nobody asked for another time of them
		}
		if wait < min || l.Max >= 0 && wait > l.Max {
			return nil, fmt.Errorf("%s waits %d after %s, not %d to %d", p.name(l.To), wait, p.name(l.From), min, l.Max)
		}
		if l.Wish > 0 && wait < min+l.Wish {
			if short++; l.Weight > 1 {
				short += l.Weight - 1
			}
		}
	}
	for r := range p.Resources {
		if err := p.checkResource(r, starts); err != nil {
			return nil, err
		}
	}
	flushes, err := p.checkFlushes(starts)
	if err != nil {
		return nil, err
	}
	return p.worth(starts, aims, len(used), flushes, short), nil
}

// checkResource counts what holds a resource at each moment that somebody begins to.
func (p *Problem) checkResource(r int, starts []int) error {
	type held struct{ from, to, work, of int }
	var all []held
	for i, w := range p.Works {
		for _, h := range w.Holds {
			if h.On == r && w.Length+h.After > 0 {
				of := -1 - i
				if h.Of > 0 {
					of = h.Of
				}
				all = append(all, held{starts[i], starts[i] + w.Length + h.After, i, of})
			}
		}
	}
	for _, a := range all {
		room := 1
		if p.Resources[r].Many > 1 {
			room = p.Resources[r].Many
		}
		for _, s := range p.Sessions {
			if r == p.Hands && s.Second && s.From <= a.from && a.from < s.To {
				room++
			}
		}
		here := map[int]bool{} // by what holds it: whether that is pinned
		for _, b := range all {
			if b.from <= a.from && a.from < b.to {
				here[b.of] = here[b.of] || p.Works[b.work].Fixed
			}
		}
		fixed := 0
		for _, pinned := range here {
			if pinned {
				fixed++
			}
		}
		if n := len(here); n > room && n > fixed {
			return fmt.Errorf("%s holds %s at %d, of which there is no other", p.name(a.work), p.Resources[r].Name, a.from)
		}
	}
	return nil
}

// checkFlushes counts the changes of what each airbrush sprays, and refuses one that has no time for it.
func (p *Problem) checkFlushes(starts []int) (int, error) {
	sprayed := map[int][]int{}
	longest := 0
	for i, w := range p.Works {
		if w.Chem != "" {
			sprayed[w.Brush] = append(sprayed[w.Brush], i)
			if w.Length > longest {
				longest = w.Length
			}
		}
	}
	n := 0
	for _, all := range sprayed {
		sort.SliceStable(all, func(a, b int) bool { return starts[all[a]] < starts[all[b]] })
		for k, j := range all {
			if k > 0 && p.Works[all[k-1]].Chem != p.Works[j].Chem {
				n++
			}
			for m := k - 1; m >= 0 && starts[all[m]]+longest+p.Flush > starts[j]; m-- {
				if err := p.checkCleaned(all[m], j, starts); err != nil {
					return 0, err
				}
			}
		}
	}
	return n, nil
}

// checkCleaned refuses a work that comes so soon after another on its airbrush that it is not clean.
func (p *Problem) checkCleaned(i, j int, starts []int) error {
	a, b := p.Works[i], p.Works[j]
	apart := starts[j] - starts[i] - a.Length
	switch {
	case a.Fixed && b.Fixed:
	case a.Chem != b.Chem && apart < p.Flush:
		return fmt.Errorf("no time to flush between %s and %s", p.name(i), p.name(j))
	case a.Chem == b.Chem && a.Cup != b.Cup && apart < p.Rinse:
		return fmt.Errorf("no time to rinse the airbrush between %s and %s", p.name(i), p.name(j))
	case apart < 0:
		return fmt.Errorf("%s and %s have the same airbrush at once", p.name(i), p.name(j))
	}
	return nil
}

func (p *Problem) worth(starts []int, aims []Aim, evenings, flushes, short int) []int {
	day := p.Day
	if day < 1 {
		day = 1
	}
	late, finish, last, moved := 0, 0, 0, 0
	ready := map[int]int{}
	for i, w := range p.Works {
		if end := starts[i] + w.Length; end > last {
			last = end
		}
		if at := starts[i] + w.Length + w.Ready; at > ready[w.Build] {
			ready[w.Build] = at
		}
		if w.Was.To > 0 && (starts[i] < w.Was.From || starts[i] >= w.Was.To) {
			moved++
		}
	}
	for b, at := range ready {
		finish += (at + day - 1) / day
		if b < len(p.Builds) && p.Builds[b].Due >= 0 && at > p.Builds[b].Due {
			days := (at - p.Builds[b].Due + day - 1) / day
			if p.Builds[b].Weight > 1 {
				days *= p.Builds[b].Weight
			}
			late += days
		}
	}
	var value []int
	for _, a := range aims {
		switch a {
		case Dates:
			value = append(value, late)
		case Evenings:
			value = append(value, evenings)
		case Flushes:
			value = append(value, flushes)
		case Slack:
			value = append(value, short)
		case Finish:
			value = append(value, finish)
		case Stay:
			value = append(value, moved)
		case Makespan:
			value = append(value, last)
		}
	}
	return value
}
