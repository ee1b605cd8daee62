package web

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func (j *judged) findings() []wire.Finding {
	out := []wire.Finding{}
	for i, f := range j.report.Findings {
		w := wire.Finding{
			Zone: f.Zone, Step: f.Step, Rule: f.Rule, Severity: f.Severity, State: stateOf(f.Severity), Title: f.Title, Because: f.Because,
			Reason: j.checked.Findings[i].Rule.Reason, Evidence: f.Evidence, Fixes: []wire.Fixed{},
		}
		if f.RED != nil && f.LossUM != nil {
			w.Figure = fmt.Sprintf("It gets %.1f µm deep; its likeness is %.2f, and below 1 it softens the film.", *f.DepthUM, *f.RED)
		}
		for _, x := range f.Fixes {
			w.Fixes = append(w.Fixes, wire.Fixed{Do: string(x.Do), Words: j.fixWords(f.Step, x), Start: j.startWords(x), Effect: j.effect(x)})
		}
		out = append(out, w)
	}
	slices.SortStableFunc(out, func(a, b wire.Finding) int { return badness[b.State] - badness[a.State] })
	return out
}

// fixWords says what a fix does; when it would begin stands beside it.
func (j *judged) fixWords(step string, x plan.Fix) string {
	if x.Do == timeline.FixWait {
		return "Wait until it is safe"
	}
	return j.file.Describe(step, x)
}

func (j *judged) startWords(x plan.Fix) string {
	if x.Start == nil {
		return ""
	}
	return j.local(*x.Start).Format(momentLayout)
}

// effect says what a fix does to the finish.
func (j *judged) effect(x plan.Fix) string {
	if x.Finish == nil || j.report.Finish == nil {
		return ""
	}
	now, then := j.local(*j.report.Finish), j.local(*x.Finish)
	ready := "ready " + then.Format(say.DayLayout)
	switch days := dayOf(then) - dayOf(now); {
	case days == 0:
		return ready + ", as now"
	case days > 0:
		return fmt.Sprintf("%s, %s later", ready, count(days, "day"))
	default:
		return fmt.Sprintf("%s, %s sooner", ready, count(-days, "day"))
	}
}

// dayOf numbers local days.
func dayOf(t time.Time) int {
	y, m, d := t.Date()
	return int(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / 86400)
}

// fix finds the fix that the page chose, so that only what was proposed can be done.
func (j *judged) fix(step, rule string, choice int) (plan.Fix, bool) {
	for _, f := range j.report.Findings {
		if f.Step == step && f.Rule == rule && choice < len(f.Fixes) {
			return f.Fixes[choice], true
		}
	}
	return plan.Fix{}, false
}
