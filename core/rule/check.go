package rule

import (
	"context"

	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
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
	for _, line := range r.Lines {
		for i := range line.Steps {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			r.Findings = append(r.Findings, Judge(r.Site(line, i))...)
		}
	}
	return r, nil
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
			if !s.Step.Done.IsZero() && f.Severity > timeline.Note {
				f.Severity, f.Propose = timeline.Note, nil
				f.Because = "It has happened. " + f.Because
			}
			found = append(found, f)
		}
	}
	return found
}
