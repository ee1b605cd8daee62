package plan

import (
	"context"
	"errors"
	"maps"
	"reflect"
	"runtime"
	"sync"
	"sync/atomic"
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
	f, _, err := b.Plan(shelf...)
	if err != nil {
		return nil, err
	}
	now, err := f.cost(ctx)
	if err != nil {
		return nil, err
	}
	var all []Cost
	var others []int // that have to be drafted
	for _, school := range route.SchoolsTable() {
		for _, answer := range school.Answers {
			c := now
			if c.Now = given.Of(school.ID) == answer.ID; !c.Now {
				others = append(others, len(all))
			}
			c.School, c.Answer = string(school.ID), string(answer.ID)
			all = append(all, c)
		}
	}
	return all, b.costOthers(ctx, shelf, all, others, f.Zones)
}

// costOthers works the answers that are not in force out, on all processors.
func (b Brief) costOthers(ctx context.Context, shelf []Product, all []Cost, others []int, drawn []Zone) error {
	errs := make([]error, len(others))
	var next atomic.Int64
	var work sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(others)) {
		work.Go(func() {
			for n := next.Add(1) - 1; n < int64(len(others)) && ctx.Err() == nil; n = next.Add(1) - 1 {
				own := &all[others[n]]
				other := b
				if other.Schools = maps.Clone(b.Schools); other.Schools == nil {
					other.Schools = map[route.Question]route.Choice{}
				}
				other.Schools[route.Question(own.School)] = route.Choice(own.Answer)
				f, _, err := other.Plan(shelf...)
				if own.Same = err == nil && reflect.DeepEqual(f.Zones, drawn); own.Same || err != nil {
					errs[n] = err // the same draft takes the same
					continue
				}
				c, err := f.cost(ctx)
				c.School, c.Answer = own.School, own.Answer
				*own, errs[n] = c, err
			}
		})
	}
	work.Wait()
	return errors.Join(append(errs, ctx.Err())...)
}

// cost tells what a draft takes.
func (f File) cost(ctx context.Context) (Cost, error) {
	p, err := f.Resolve()
	if err != nil {
		return Cost{}, err
	}
	r, err := rule.CheckContext(ctx, p)
	if err != nil {
		return Cost{}, err
	}
	c := Cost{Finish: r.Finish.In(p.Place())}
	for _, line := range r.Lines {
		if err := ctx.Err(); err != nil {
			return Cost{}, err
		}
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
	return c, nil
}
