package order

import "slices"

// starts returns the slots at which a work may begin by the sessions and by its own stretches, rising.
func (p *Problem) starts(w *Work) []int {
	if w.Fixed {
		return []int{w.From}
	}
	var all []int
	for _, s := range p.Sessions {
		for t := max(s.From, w.From); t+w.Length <= s.To; t++ {
			if !w.shut(t) {
				all = append(all, t)
			}
		}
	}
	return all
}

// shut reports whether a work can't begin at t by its own stretches.
func (w *Work) shut(t int) bool {
	return slices.ContainsFunc(w.Shut, func(s Span) bool { return s.From <= t && t < s.To })
}

// sessionOf returns the place of the session that t lies in, or that comes next.
func (p *Problem) sessionOf(t int) int {
	k, _ := slices.BinarySearchFunc(p.Sessions, t, func(s Session, t int) int {
		if s.To <= t {
			return -1
		}
		return 1
	})
	return k
}

// apart returns how far after the start of i that of j must be where i comes first on something that both hold; ok is false where they hold nothing together.
func (p *Problem) apart(i, j int) (slots int, ok bool) {
	a, b := &p.Works[i], &p.Works[j]
	if a.Fixed && b.Fixed {
		return 0, false // nobody asked for another time of them
	}
	for _, h := range a.Holds {
		for _, o := range b.Holds {
			if h.On == o.On && (h.Of == 0 || h.Of != o.Of) && p.many(h.On) == 1 && (h.On != p.Hands || !p.seconds()) {
				slots, ok = max(slots, a.Length+h.After), true
			}
		}
	}
	if a.Chem != "" && b.Chem != "" && a.Brush == b.Brush {
		slots, ok = max(slots, a.Length+p.cleaned(a.Chem, a.Cup, b)), true
	}
	return slots, ok
}
