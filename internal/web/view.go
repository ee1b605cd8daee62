package web

import (
	"context"
	"math"
	"sync"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// judged is a build at a revision, worked out once and then only read.
type judged struct {
	bytes    int // that it takes, about
	slug     string
	revision int64     // that it is of, once it is kept
	now      time.Time // when it was judged
	until    time.Time // from when on it has to be judged anew, since time goes on
	file     plan.File
	plan     *route.Plan
	checked  *rule.Report
	report   *plan.Report
	sessions []schedule.Session
	view     wire.Build
	overdue  map[string]timeline.Overdue // by step
	late     []string                    // its steps, the first first

	mu   sync.Mutex
	ways map[int][]plan.Fix // of findings that somebody looked at
}

// What a judged build takes of memory, about: measured on plans of 60 to 1,000 steps.
const (
	buildBytes = 64 << 10
	stepBytes  = 12 << 10
)

// grain is how often a build is judged anew while a step is due or under way; a large one takes longer to judge and waits longer, by as much again
// for every so many steps.
const (
	grain      = time.Minute
	grainSteps = 500
)

// judge works a build out as it stands now. It stops with ctx's error when ctx ends.
func judge(ctx context.Context, b store.Build, now time.Time) (*judged, error) {
	file := b.Plan.AsOf(now)
	p, err := file.Resolve()
	if err != nil {
		return nil, err
	}
	j := &judged{slug: b.Slug, now: now, file: file, plan: p, bytes: buildBytes}
	if j.checked, err = rule.CheckContext(ctx, p); err != nil {
		return nil, err
	}
	j.report = plan.Outline(j.checked)
	if err := j.clocked(ctx); err != nil {
		return nil, err
	}
	for _, z := range file.Zones {
		j.bytes += stepBytes * len(z.Steps)
	}
	j.draw()
	return j, nil
}

// clocked finds what is overdue, and how long that stays so.
func (j *judged) clocked(ctx context.Context) error {
	late, next, err := j.checked.Overdue(ctx)
	if err != nil {
		return err
	}
	j.overdue = map[string]timeline.Overdue{}
	for _, o := range late {
		j.overdue[o.Step.ID], j.late = o, append(j.late, o.Step.ID)
	}
	steps := 0
	for _, l := range j.checked.Lines {
		steps += len(l.Steps)
	}
	least := grain * time.Duration(1+steps/grainSteps)
	j.until = j.checked.Holds(least)
	if !next.IsZero() && next.Before(j.until) {
		j.until = clock.Later(next, j.now.Add(least))
	}
	return nil
}

// draw makes what the page is shown.
func (j *judged) draw() {
	p := j.plan
	j.view = wire.Build{
		Slug: j.slug, Name: p.Name, Scale: p.Scale, Timezone: p.Place().String(),
		Zones: []wire.Zone{}, Findings: j.findings(), Plan: whole(j.file),
		Now: j.now.UTC(), Until: j.until.UTC(), Overdue: j.overdueWords(),
	}
	j.view.Promise, j.view.Late = j.promise()
	worst := map[string]wire.State{}
	for _, f := range j.report.Findings {
		for _, id := range []string{f.Step, "zone " + f.Zone} {
			worst[id] = worse(worst[id], severityState(f.Severity))
		}
	}
	for _, line := range j.checked.Lines {
		j.view.Zones = append(j.view.Zones, j.zone(line, worst))
	}
	j.view.Tape = j.tape()
	j.view.Opening = j.opening()
}

// shown is the view of a judged build where it stands in its history.
func (j *judged) shown(b store.Build) wire.Build {
	v := j.view
	v.Revision, v.Undoes, v.Redoes = b.Revision, b.Undoes, b.Redoes
	return v
}

// whole returns the plan with empty lists in place of missing ones.
func whole(f plan.File) plan.File {
	f = f.Clone()
	if f.Products == nil {
		f.Products = []plan.Product{}
	}
	if f.Zones == nil {
		f.Zones = []plan.Zone{}
	}
	for i := range f.Zones {
		if f.Zones[i].Steps == nil {
			f.Zones[i].Steps = []plan.Step{}
		}
	}
	return f
}

// severityState is how a finding stands on the page.
func severityState(severity string) wire.State {
	return map[string]wire.State{"stop": wire.Bite, "warn": wire.Hold, "note": wire.Note}[severity]
}

// stateOf is how an answer of the verdict's room stands on the page: what waiting or a seal mends is to be held, what neither does bites.
func stateOf(a verdict.Answer) wire.State {
	switch {
	case a.Safe():
		return wire.Safe
	case a.Severity < verdict.Stop || a.Helps == verdict.Wait || a.Helps == verdict.Seal:
		return wire.Hold
	}
	return wire.Bite
}

var badness = map[wire.State]int{"": 0, wire.Safe: 0, wire.Note: 1, wire.Hold: 2, wire.Bite: 3}

func worse(a, b wire.State) wire.State {
	if badness[b] > badness[a] {
		return b
	}
	return a
}

func orSafe(s wire.State) wire.State {
	if s == "" {
		return wire.Safe
	}
	return s
}

func (j *judged) local(t time.Time) time.Time { return t.In(j.plan.Place()) }

// moment writes a moment as the tape and the route do: with its month where that is not this one, with its year where that is not.
func (j *judged) moment(t time.Time) string {
	return j.dayWords(t) + " · " + j.local(t).Format(say.ClockLayout)
}

func (j *judged) dayWords(t time.Time) string {
	switch at, now := j.local(t), j.local(j.now); {
	case at.Year() != now.Year():
		return at.Format("Mon 2 Jan 2006")
	case at.Month() != now.Month():
		return at.Format("Mon 2 Jan")
	default:
		return at.Format("Mon 2")
	}
}

// clock writes a moment with its date.
func (j *judged) clock(t time.Time) string { return say.ClockOf(t, j.now, j.plan.Place()) }

// day writes a day with its month.
func (j *judged) day(t time.Time) string { return say.DayOf(t, j.now, j.plan.Place()) }

// shown returns a chance to be drawn; 0 where it is so slight that no figure means anything.
func shown(c float64) float64 {
	if c < chance.Slight() {
		return 0
	}
	return round(c, 3)
}

func round(v float64, digits int) float64 {
	scale := math.Pow(10, float64(digits))
	return math.Round(v*scale) / scale
}

func listed(b store.Summary) wire.Listed {
	return wire.Listed{Slug: b.Slug, Name: b.Name, Scale: b.Scale, Stops: b.Stops, Warns: b.Warns, Away: b.Away, Done: b.Finished, Problem: b.Problem}
}
