package web

import (
	"context"
	"fmt"
	"slices"

	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/why"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func (j *judged) findings() []wire.Finding {
	out := []wire.Finding{}
	for i, f := range j.report.Findings {
		w := wire.Finding{
			Zone: f.Zone, Step: f.Step, Rule: f.Rule, Severity: f.Severity, State: severityState(f.Severity), Title: f.Title, Because: f.Because,
			Reason: j.checked.Findings[i].Rule.Reason, Evidence: f.Evidence,
		}
		if f.RED != nil && f.LossUM != nil {
			w.Figure = fmt.Sprintf("It reaches %.1f µm deep; what is softened comes off only where something moves it. Its likeness to the film is %.2f; below 1 it softens it.", *f.DepthUM, *f.RED)
		}
		w.Likely, w.Odds = j.oddsOf(j.checked.Findings[i])
		if aside := j.checked.Findings[i].Aside; aside != "" { // told one level deeper
			w.Because = j.checked.Findings[i].Because
			w.Odds = append([]string{aside}, w.Odds...)
		}
		if found := j.checked.Findings[i]; found.Severity > verdict.Note && found.Helps == verdict.Wait {
			w.Because += j.slowWords(found)
		}
		w.Asks = j.checked.Findings[i].Propose != nil
		if found := j.checked.Findings[i]; found.Was > verdict.Note {
			w.Was, w.Mend = true, found.Rule.Mend
		}
		out = append(out, w)
	}
	slices.SortStableFunc(out, func(a, b wire.Finding) int { return badness[b.State] - badness[a.State] })
	return out
}

// oddsOf says how likely a finding is to show, what that hangs on, and what would narrow it.
func (j *judged) oddsOf(f timeline.Finding) (likely string, odds []string) {
	odds = []string{}
	if f.Made == nil {
		return "", odds
	}
	on, narrows := why.Hangs(f.Made(), j.knows(f))
	odds = append(odds, fmt.Sprintf("It shows in %.0f of 100 cases; a mishap would cost about %.1f evenings.", 100*f.Chance, f.Loss))
	if on != "" {
		odds = append(odds, on, narrows)
	}
	return say.Likeliness(f.Chance), odds
}

// knows reports whether the own time of the product is known whose film a finding is about.
func (j *judged) knows(f timeline.Finding) bool {
	for _, z := range j.plan.Zones {
		for _, s := range z.Steps {
			if z.ID == f.Zone && s.ID == f.Layer {
				return s.Product != nil && s.Product.Known
			}
		}
	}
	return false
}

// slowWords says until when a wait would last with slow products.
func (j *judged) slowWords(f timeline.Finding) string {
	for _, line := range j.checked.Lines {
		for i, p := range line.Steps {
			if line.Zone.ID != f.Zone || p.Step.ID != f.Step {
				continue
			}
			if slow := why.SpreadOf(j.checked.Site(line, i)).Slow; slow.After(f.SafeFrom) {
				return fmt.Sprintf(" With a slow product from %s.", j.day(slow))
			}
		}
	}
	return ""
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
	return j.moment(*x.Start)
}

// effect says what a fix does to the finish.
func (j *judged) effect(x plan.Fix) string {
	if x.Finish == nil || j.report.Finish == nil {
		return ""
	}
	words, _ := j.finishWords(*j.report.Finish, *x.Finish)
	return words
}

// fixed tells what fixes of a finding at step do.
func (j *judged) fixed(step string, fixes []plan.Fix) []wire.Fixed {
	out := []wire.Fixed{}
	for _, x := range fixes {
		out = append(out, wire.Fixed{Do: string(x.Do), Words: j.fixWords(step, x), Start: j.startWords(x), Effect: j.effect(x)})
	}
	return out
}

// waysOut returns the fixes of a finding. They are tried when it is looked at for the first time: an edit is answered with its judgement alone.
func (j *judged) waysOut(ctx context.Context, step, rule string) ([]plan.Fix, bool, error) {
	i := slices.IndexFunc(j.report.Findings, func(f plan.Finding) bool { return f.Step == step && f.Rule == rule })
	if i < 0 {
		return nil, false, nil
	}
	if known, tried := j.known(i); tried {
		return known, true, nil
	}
	ways, err := plan.Ways(ctx, j.file, j.checked, i)
	if err != nil {
		return nil, false, err
	}
	j.mu.Lock()
	defer j.mu.Unlock()
	if j.ways == nil {
		j.ways = map[int][]plan.Fix{}
	}
	j.ways[i] = ways
	return ways, true, nil
}

// known returns the ways out of a finding that were tried before.
func (j *judged) known(finding int) ([]plan.Fix, bool) {
	j.mu.Lock()
	defer j.mu.Unlock()
	ways, tried := j.ways[finding]
	return ways, tried
}

// fix finds the fix that the page chose, so that only what was proposed can be done.
func (j *judged) fix(ctx context.Context, step, rule string, choice int) (plan.Fix, bool, error) {
	fixes, ok, err := j.waysOut(ctx, step, rule)
	if err != nil || !ok || choice >= len(fixes) {
		return plan.Fix{}, false, err
	}
	return fixes[choice], true, nil
}
