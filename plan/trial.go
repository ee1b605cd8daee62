package plan

import (
	"cmp"
	"context"
	"reflect"
	"runtime"
	"slices"
	"sync"
	"sync/atomic"

	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Trying fixes is bounded in steps laid out and judged, so that a huge plan full of findings is answered in time: so many for any plan, and so many for each of its steps.
const (
	effort     = 3000
	effortStep = 10
)

// resolved is how many steps of a plan are read again in the time in which one is laid out and judged: about, and only the budget depends on it.
const resolved = 32

// trial tries fixes on a plan.
type trial struct {
	file    File
	checked *rule.Report
	before  map[key]verdict.Severity
	left    int // steps that may still be laid out and judged
	untried int // fixes that there was no room for
	steps   int // of the plan
}

// key tells findings apart; a film can be found fault with by one rule at one step only once.
type key struct{ step, rule string }

// way is a fix of a finding that is tried.
type way struct {
	finding int
	fix     Fix
	plan    *route.Plan // changed; nil once it is known not to help
	zone    int         // that it changes,
	first   int         // from that step on
	cost    int         // of a first look, in steps
	rank    int         // among the ways of its finding that are hopeful
	holds   *rule.Report
}

func newTrial(f File, checked *rule.Report) *trial {
	t := &trial{file: f, checked: checked, before: severities(checked), steps: 1}
	for _, z := range f.Zones {
		t.steps += len(z.Steps)
	}
	t.left = max(effort, effortStep*t.steps)
	return t
}

func severities(checked *rule.Report) map[key]verdict.Severity {
	all := map[key]verdict.Severity{}
	for _, f := range checked.Findings {
		k := key{f.Step, f.Rule.ID}
		all[k] = max(all[k], f.Severity)
	}
	return all
}

// worst returns the findings that are as bad as from, the worst first.
func (t *trial) worst(from verdict.Severity) []int {
	var all []int
	for i, f := range t.checked.Findings {
		if f.Severity >= from {
			all = append(all, i)
		}
	}
	slices.SortStableFunc(all, func(a, b int) int {
		return cmp.Compare(t.checked.Findings[b].Severity, t.checked.Findings[a].Severity)
	})
	return all
}

// all returns the fixes that hold of the findings at these places, which stand in the order in which they are served. Each fix is first looked at with the rest of the
// plan left where it is, which costs a part of a zone, the cheapest first; of those that might help the whole plan is laid out anew, the first of each finding before the second of any. Which are
// tried does not depend on how many processors share the work.
func (t *trial) all(ctx context.Context, findings []int) ([][]Fix, error) {
	ways := t.ways(findings)
	err := share(ctx, ways, t.look)
	if err != nil {
		return nil, err
	}
	ways = t.hopeful(ways)
	if err := share(ctx, ways, t.hold); err != nil {
		return nil, err
	}
	fixes := make([][]Fix, len(t.checked.Findings))
	for _, w := range ways {
		if w.holds == nil || w.fix.Do == timeline.FixInsert && slices.ContainsFunc(fixes[w.finding], func(x Fix) bool { return x.Do == timeline.FixInsert }) {
			continue // one barrier that works is enough
		}
		finish := whole(w.holds.Finish)
		w.fix.Finish = &finish
		if at, ok := w.holds.StartOf(t.checked.Findings[w.finding].Step); ok {
			start := at.UTC()
			w.fix.Start = &start
		}
		fixes[w.finding] = append(fixes[w.finding], w.fix)
	}
	return fixes, nil
}

// share does something for each way on all processors, until ctx ends; then it returns ctx's error.
func share(ctx context.Context, ways []*way, do func(context.Context, *way)) error {
	var next atomic.Int64
	var work sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(ways)) {
		work.Go(func() {
			for n := next.Add(1) - 1; n < int64(len(ways)) && ctx.Err() == nil; n = next.Add(1) - 1 {
				do(ctx, ways[n])
			}
		})
	}
	work.Wait()
	return ctx.Err()
}

// ways returns what could be done about findings and there is room to look at.
func (t *trial) ways(findings []int) []*way {
	var ways []*way
	for _, i := range findings {
		found := t.checked.Findings[i]
		zone := slices.IndexFunc(t.file.Zones, func(z Zone) bool { return z.ID == found.Zone })
		rest := len(t.file.Zones[zone].Steps) - slices.IndexFunc(t.file.Zones[zone].Steps, func(s Step) bool { return s.ID == found.Step })
		for _, f := range found.Fixes() {
			ways = append(ways, &way{finding: i, fix: fixOf(f, found.Step), zone: zone, cost: rest + t.steps/resolved})
		}
	}
	order := slices.Clone(ways)
	slices.SortStableFunc(order, func(a, b *way) int {
		return cmp.Or(cmp.Compare(t.severity(b), t.severity(a)), cmp.Compare(a.cost, b.cost))
	})
	room := map[*way]bool{}
	for _, w := range order {
		if w.cost > t.left {
			t.untried++
			continue
		}
		t.left -= w.cost
		room[w] = true
	}
	return slices.DeleteFunc(ways, func(w *way) bool { return !room[w] })
}

func (t *trial) severity(w *way) verdict.Severity { return t.checked.Findings[w.finding].Severity }

// hopeful returns those of ways that might help and that there is room to try on the whole plan.
func (t *trial) hopeful(ways []*way) []*way {
	rank := map[int]int{}
	ways = slices.DeleteFunc(ways, func(w *way) bool {
		if w.plan == nil {
			return true
		}
		w.rank = rank[w.finding]
		rank[w.finding]++
		return false
	})
	order := slices.Clone(ways)
	slices.SortStableFunc(order, func(a, b *way) int {
		return cmp.Or(cmp.Compare(t.severity(b), t.severity(a)), cmp.Compare(a.rank, b.rank))
	})
	for _, w := range order {
		if t.left < t.steps {
			t.untried++
			w.plan = nil
			continue
		}
		t.left -= t.steps
	}
	return slices.DeleteFunc(ways, func(w *way) bool { return w.plan == nil })
}

// look finds out whether a way could help: it does with the other zones, and what stands before it, left where they are. Most that can't are told by the first
// step that they touch.
func (t *trial) look(ctx context.Context, w *way) {
	found := t.checked.Findings[w.finding]
	changed, err := t.file.Apply(found.Step, w.fix)
	if err != nil {
		return
	}
	p, err := changed.Resolve()
	if err != nil {
		return
	}
	w.first = firstOf(t.file.Zones[w.zone].Steps, changed.Zones[w.zone].Steps)
	own := key{found.Step, found.Rule.ID}
	for site, now := range t.checked.Around(ctx, p, w.zone, w.first) {
		for _, f := range now {
			switch k := (key{f.Step, f.Rule.ID}); {
			case k == own && f.Severity > verdict.Note, k != own && t.worse(found, k, f.Severity):
				return
			case k == own && found.Severity == verdict.Note:
				if start, _ := t.checked.StartOf(found.Step); !site.Start.Before(start) {
					return
				}
			}
		}
	}
	if ctx.Err() == nil {
		w.plan = p
	}
}

// firstOf returns the first of a zone's steps that is laid out anew when they change: a wash is planned with its wipe.
func firstOf(was, will []Step) int {
	first := 0
	for first < min(len(was), len(will)) && reflect.DeepEqual(was[first], will[first]) {
		first++
	}
	wipes := func(steps []Step) bool { return first < len(steps) && steps[first].Of == steps[first-1].ID }
	if first > 0 && (wipes(was) || wipes(will)) {
		first--
	}
	return first
}

// hold finds out whether a way holds with the whole plan laid out anew.
func (t *trial) hold(ctx context.Context, w *way) {
	if after, err := t.checked.Again(ctx, w.plan, w.zone, w.first); err == nil && t.better(t.checked.Findings[w.finding], after) {
		w.holds = after
	}
}

// worse reports whether a finding after a change is as bad as the one that it is to remove, and had not been there or not been as bad.
func (t *trial) worse(found timeline.Finding, k key, now verdict.Severity) bool {
	was, known := t.before[k]
	return now >= found.Severity && now > verdict.Note && (!known || was < now)
}

// better reports whether the finding is gone, or has become a mere note of what was a fault, or is still a note but its step comes
// earlier; and nothing as bad has come.
func (t *trial) better(found timeline.Finding, fixed *rule.Report) bool {
	own := key{found.Step, found.Rule.ID}
	after := severities(fixed)
	if now, still := after[own]; still {
		was, _ := t.checked.StartOf(found.Step)
		will, _ := fixed.StartOf(found.Step)
		if now > verdict.Note || found.Severity == verdict.Note && !will.Before(was) {
			return false
		}
	}
	for k, now := range after {
		if k != own && t.worse(found, k, now) {
			return false
		}
	}
	return true
}
