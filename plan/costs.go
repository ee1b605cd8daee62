package plan

import (
	"context"
	"maps"
	"reflect"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/why"

	"inkysparrow/core/route"
)

// Cost is what a draft takes with one answer to one of the schools.
type Cost struct {
	School, Answer string
	Steps          int
	Hands          time.Duration // attended work
	Finish         time.Time     // as the clock of the plan's place shows it
	Narrow         int           // steps that are safe with usual products and not with slow ones
	Now            bool          // it is the answer in force
	Same           bool          // the draft is the same as with that one
}

// Costs drafts the plan once with each answer to each school, the other answers as they are given, and tells what each draft takes. Errors
// are those of Plan, and ctx's where it ends.
func (b Brief) Costs(ctx context.Context, shelf ...Product) ([]Cost, error) {
	given := route.Schools(b.Schools)
	now, drawn, err := b.cost(ctx, shelf)
	if err != nil {
		return nil, err
	}
	var all []Cost
	for _, school := range route.SchoolsTable() {
		for _, answer := range school.Answers {
			c := now
			if c.Now = given.Of(school.ID) == answer.ID; !c.Now {
				other := b
				if other.Schools = maps.Clone(b.Schools); other.Schools == nil {
					other.Schools = map[route.Question]route.Choice{}
				}
				other.Schools[school.ID] = answer.ID
				var zones []Zone
				if c, zones, err = other.cost(ctx, shelf); err != nil {
					return nil, err
				}
				c.Same = reflect.DeepEqual(zones, drawn)
			}
			c.School, c.Answer = string(school.ID), string(answer.ID)
			all = append(all, c)
		}
	}
	return all, nil
}

// cost tells what the brief's draft takes, and its zones.
func (b Brief) cost(ctx context.Context, shelf []Product) (Cost, []Zone, error) {
	f, _, err := b.Plan(shelf...)
	if err != nil {
		return Cost{}, nil, err
	}
	p, err := f.Resolve()
	if err != nil {
		return Cost{}, nil, err
	}
	r, err := rule.CheckContext(ctx, p)
	if err != nil {
		return Cost{}, nil, err
	}
	c := Cost{Finish: r.Finish.In(p.Place())}
	for _, line := range r.Lines {
		for i, placed := range line.Steps {
			if !placed.Step.Done.IsZero() {
				continue
			}
			c.Steps++
			c.Hands += line.Zone.Attended(placed.Step)
			if why.SpreadOf(r.Site(line, i)).Crosses {
				c.Narrow++
			}
		}
	}
	return c, f.Zones, nil
}
