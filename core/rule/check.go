package rule

import (
	"context"
	"runtime"
	"sync"
	"sync/atomic"

	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Report is a plan judged: its timeline and everything that the rules found, zone by zone in the order of the route.
type Report struct {
	*timeline.Timeline
	Findings []timeline.Finding
}

// Lay lays a plan out by all rules, around what booked keeps busy.
func Lay(plan *route.Plan, booked ...schedule.Booking) *timeline.Timeline {
	return timeline.Lay(plan, every, booked...)
}

// Check lays a plan out and judges every step of it. The fixes that it proposes are candidates: see plan.Check, which tries each one.
func Check(plan *route.Plan) *Report {
	r, err := CheckContext(context.Background(), plan)
	if err != nil {
		panic(err) // only a context that ends can stop it
	}
	return r
}

// CheckContext is Check for somebody who may stop waiting: it returns ctx's error as soon as ctx ends, between two steps.
func CheckContext(ctx context.Context, plan *route.Plan) (*Report, error) {
	laid, err := timeline.LayContext(ctx, plan, every)
	if err != nil {
		return nil, err
	}
	r := &Report{Timeline: laid}
	return r, r.judge(ctx)
}

// judge judges every step on all processors. The findings stand in the order of the route, however the work was shared.
func (r *Report) judge(ctx context.Context) error {
	const at = 16 // steps at once: few enough to be shared evenly
	type part struct {
		line     *timeline.Line
		from, to int
		found    []timeline.Finding
	}
	var parts []*part
	for _, line := range r.Lines {
		for from := 0; from < len(line.Steps); from += at {
			parts = append(parts, &part{line: line, from: from, to: min(from+at, len(line.Steps))})
		}
	}
	var next atomic.Int64
	var work sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(parts)) {
		work.Go(func() {
			for n := next.Add(1) - 1; n < int64(len(parts)) && ctx.Err() == nil; n = next.Add(1) - 1 {
				p := parts[n]
				for i := p.from; i < p.to; i++ {
					p.found = append(p.found, Judge(r.Site(p.line, i))...)
				}
			}
		})
	}
	work.Wait()
	for _, p := range parts {
		r.Findings = append(r.Findings, p.found...)
	}
	return ctx.Err()
}

// Judge runs every rule on the site.
func Judge(s *timeline.Site) []timeline.Finding {
	var found []timeline.Finding
	for _, r := range s.Timeline.Rules.All {
		if r.Find == nil {
			continue
		}
		for _, f := range r.Find(s) {
			f.Zone, f.Step, f.Rule = s.Zone.ID, s.Step.ID, r
			if f.Title == "" {
				f.Title = r.Title
			}
			if under := !s.Step.Started.IsZero(); (under || !s.Step.Done.IsZero()) && f.Severity > verdict.Note {
				f.Severity, f.Propose = verdict.Note, nil
				switch {
				case s.Step.Done.IsZero():
					f.Because = "It is under way. " + f.Because
				default:
					f.Because = "It has happened. " + f.Because
				}
			}
			found = append(found, f)
		}
	}
	return found
}
