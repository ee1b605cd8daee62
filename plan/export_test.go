package plan

import (
	"context"
	"fmt"
	"maps"

	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
)

// AgainAsAnew compares what is laid out and judged again after each fix of each finding of a plan with the same plan laid out and judged anew. It returns how many
// were tried, how many looked hopeful, and what differed.
func (f File) AgainAsAnew(ctx context.Context) (tried, hopeful int, faults []string, err error) {
	p, err := f.Resolve()
	if err != nil {
		return 0, 0, nil, err
	}
	trial := newTrial(f, rule.Check(p))
	for _, w := range trial.ways(trial.worst(verdict.Note)) {
		found := trial.checked.Findings[w.finding]
		changed, err := f.Apply(found.Step, w.fix)
		if err != nil {
			return tried, hopeful, faults, err
		}
		p, err := changed.Resolve()
		if err != nil {
			continue
		}
		tried++
		anew := rule.Check(p)
		after, err := trial.checked.Again(ctx, p, w.zone, firstOf(f.Zones[w.zone].Steps, changed.Zones[w.zone].Steps))
		if err != nil {
			return tried, hopeful, faults, err
		}
		fault := func(format string, a ...any) {
			faults = append(faults, fmt.Sprintf("%s at %s of %s: ", w.fix.Do, found.Step, found.Rule.ID)+fmt.Sprintf(format, a...))
		}
		for z, line := range anew.Lines {
			if !line.Same(after.Lines[z]) || !anew.Finish.Equal(after.Finish) {
				fault("zone %s lies otherwise; finish %v, anew %v", line.Zone.ID, after.Finish, anew.Finish)
			}
		}
		if a, b := severities(after), severities(anew); !maps.Equal(a, b) {
			fault("found %v, anew %v", a, b)
		}
		if trial.look(ctx, w); w.plan != nil {
			hopeful++
		} else if trial.better(found, anew) {
			fault("given up, but it helps")
		}
	}
	return tried, hopeful, faults, nil
}
