package plan

import (
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
)

// Summary is what a list of builds tells of a plan.
type Summary struct {
	NextStep     string // what comes next and where; empty when all is done
	NextAt       time.Time
	Finish       time.Time
	Stops, Warns int
	Uses         []Use
	Finished     string // the day; empty while it is not
}

// Use is what a step that is still to be done will take of a product of the shelf.
type Use struct {
	Step, Shelf string
	What        string // such as "Gloss coat, Underside"
	ML          float64
	At          time.Time
}

// Summarise judges the plan without trying fixes and sums it up.
func (f File) Summarise() (Summary, error) {
	p, err := f.Resolve()
	if err != nil {
		return Summary{}, err
	}
	return f.SumUp(rule.Check(p)), nil
}

// SumUp sums the plan up from what it was judged to be.
func (f File) SumUp(r *rule.Report) Summary {
	s := Summary{Finish: r.Finish, Finished: string(f.Build.Finished)}
	shelf := map[string]string{}
	for _, p := range f.Products {
		shelf[p.ID] = p.Shelf
	}
	for _, line := range r.Lines {
		for _, placed := range line.Steps {
			if placed.Step.Done.IsZero() && (s.NextAt.IsZero() || placed.Start.Before(s.NextAt)) {
				s.NextStep, s.NextAt = placed.Step.Do.Name+", "+line.Zone.Name, placed.Start
			}
			if p := placed.Step.Product; p != nil && shelf[p.ID] != "" && placed.Step.Done.IsZero() {
				if cup := line.Zone.Dose(placed.Step, -1); cup.Product > 0 {
					s.Uses = append(s.Uses, Use{placed.Step.ID, shelf[p.ID], placed.Step.Do.Name + ", " + line.Zone.Name, cup.Product, placed.Start})
				}
			}
		}
	}
	for _, x := range r.Findings {
		switch x.Severity {
		case verdict.Stop:
			s.Stops++
		case verdict.Warn:
			s.Warns++
		}
	}
	return s
}
