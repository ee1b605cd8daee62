package plan

import (
	"time"

	"inkysparrow/core/route"
)

// Summary is what a list of builds tells of a plan.
type Summary struct {
	NextStep     string // what comes next and where; empty when all is done
	NextAt       time.Time
	Finish       time.Time
	Stops, Warns int
}

// Summarise judges the plan without trying fixes and sums it up.
func (f File) Summarise() (Summary, error) {
	p, err := f.Resolve()
	if err != nil {
		return Summary{}, err
	}
	r := route.Check(p)
	s := Summary{Finish: r.Finish}
	for _, line := range r.Lines {
		for _, placed := range line.Steps {
			if placed.Step.Done.IsZero() && (s.NextAt.IsZero() || placed.Start.Before(s.NextAt)) {
				s.NextStep, s.NextAt = placed.Step.Do.Name+", "+line.Zone.Name, placed.Start
			}
		}
	}
	for _, x := range r.Findings {
		switch x.Severity {
		case route.Stop:
			s.Stops++
		case route.Warn:
			s.Warns++
		}
	}
	return s, nil
}
