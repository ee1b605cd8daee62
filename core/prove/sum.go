package prove

// Term is one part of a sum: Times, which must be at least 1, of X.
type Term struct {
	Times int
	X     Var
}

// sum keeps a total at or above what its terms add up to.
type sum struct {
	terms []Term
	total Var
}

// Sum adds that total is at least the terms together. Values below 0 are not for it.
func (s *Solver) Sum(total Var, terms ...Term) {
	up := make([]Var, 0, len(terms))
	for _, t := range terms {
		up = append(up, t.X)
	}
	s.Add(&sum{terms, total}, up, []Var{total})
}

// Propagate implements Propagator.
func (p *sum) Propagate(s *Solver) bool {
	s.Work += int64(len(p.terms)) / 8
	least := 0
	for _, t := range p.terms {
		least += t.Times * s.Lower(t.X)
	}
	if least > s.Lower(p.total) && !s.Imply(s.AtLeast(p.total, least), p.because(s, -1)...) {
		return false
	}
	most := s.Upper(p.total)
	for i, t := range p.terms {
		room := most - least + t.Times*s.Lower(t.X)
		if t.Times*s.Upper(t.X) <= room {
			continue
		}
		why := append(p.because(s, i), s.AtLeast(p.total, most+1).Not())
		if !s.Imply(s.AtLeast(t.X, room/t.Times+1).Not(), why...) {
			return false
		}
	}
	return true
}

// because returns the lower bounds of all terms but one.
func (p *sum) because(s *Solver, but int) []Lit {
	var why []Lit
	for i, t := range p.terms {
		if l := s.AtLeast(t.X, s.Lower(t.X)); i != but && l != True {
			why = append(why, l)
		}
	}
	return why
}
