package route

// Report is a plan judged: its timeline and everything that the rules found, zone by zone in the order of the route.
type Report struct {
	*Timeline
	Findings []Finding
}

// Check lays a plan out and judges every step of it. The fixes that it proposes are candidates: see plan.Check, which tries each one.
func Check(plan *Plan) *Report {
	r := &Report{Timeline: Lay(plan, every)}
	for _, line := range r.Lines {
		for i := range line.Steps {
			r.Findings = append(r.Findings, r.Site(line, i).judge()...)
		}
	}
	return r
}

// Site returns a placed step with all that the rules can see of it.
func (tl *Timeline) Site(line *Line, i int) *Site {
	p := line.Steps[i]
	s := &Site{
		Plan: tl.Plan, Zone: line.Zone, Step: p.Step, Index: i, Below: line.Films[:p.Below:p.Below], On: p.On, After: tl.From,
		Asked: p.Asked, Start: p.Start, End: p.End, tl: tl, line: line,
	}
	for _, q := range line.Steps[:i] {
		s.Spot = q.Spot
		s.After = later(s.After, q.End)
	}
	s.prepare()
	return s
}
