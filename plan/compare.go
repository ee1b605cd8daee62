package plan

import (
	"context"
	"slices"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Effect is what a change does to a plan's findings and its finish.
type Effect struct {
	Words   string    // what the change is
	Finish  time.Time // zero for a plan without steps
	Before  time.Time
	Gone    []timeline.Finding // above a note
	Come    []timeline.Finding
	Remain  int // findings above a note that were there before
	Noted   int
	Checked *rule.Report
}

// Compare tells what becomes of findings and finish from one plan to the other. Fixes are not tried. It stops with ctx's error when ctx ends.
func Compare(ctx context.Context, before, after File) (Effect, error) {
	p, err := before.Resolve()
	if err != nil {
		return Effect{}, err
	}
	q, err := after.Resolve()
	if err != nil {
		return Effect{}, err
	}
	was, err := rule.CheckContext(ctx, p)
	if err != nil {
		return Effect{}, err
	}
	return CompareTo(ctx, was, q)
}

// CompareTo is Compare with a plan that has been judged already.
func CompareTo(ctx context.Context, was *rule.Report, after *route.Plan) (Effect, error) {
	is, err := rule.CheckContext(ctx, after)
	if err != nil {
		return Effect{}, err
	}
	return compared(was, is), nil
}

func compared(was, is *rule.Report) Effect {
	e := Effect{Before: was.Finish, Finish: is.Finish, Checked: is}
	has := func(list []timeline.Finding, f timeline.Finding) bool {
		return slices.ContainsFunc(list, func(g timeline.Finding) bool {
			return g.Step == f.Step && g.Rule == f.Rule && g.Severity == f.Severity
		})
	}
	for _, f := range was.Findings {
		if f.Severity > verdict.Note && !has(is.Findings, f) {
			e.Gone = append(e.Gone, f)
		}
	}
	for _, f := range is.Findings {
		switch {
		case f.Severity == verdict.Note:
			e.Noted++
		case has(was.Findings, f):
			e.Remain++
		default:
			e.Come = append(e.Come, f)
		}
	}
	return e
}
