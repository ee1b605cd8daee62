package rule

import (
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
	r := &Report{Timeline: Lay(plan)}
	for _, line := range r.Lines {
		for i := range line.Steps {
			r.Findings = append(r.Findings, Judge(r.Site(line, i))...)
		}
	}
	return r
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
