package rule

import (
	"context"
	"iter"
	"maps"
	"runtime"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Report is a plan judged: its timeline and everything that the rules found, zone by zone in the order of the route.
type Report struct {
	*timeline.Timeline
	Findings []timeline.Finding
	Risks    map[*route.Step]Risk // of what is still to be done, where a chance was weighed
}

// Risk is what is likeliest to go wrong with a step by the time that it is planned for.
type Risk struct {
	chance.Odds
	Rule *timeline.Rule
}

// RiskOf returns what is likeliest to go wrong with the site's step when it begins; ok is false where no rule weighs a chance of it that is worth counting.
func RiskOf(s *timeline.Site) (worst Risk, ok bool) {
	worst.Odds, worst.Rule = s.Odds(every.Timed, s.Start)
	pulled, late := s.WipeOdds(s.Start)
	for _, o := range []chance.Odds{pulled, late} {
		if o.Expected() > worst.Expected() {
			worst = Risk{o, &wipeWindow}
		}
	}
	return worst, worst.Rule != nil && worst.Chance >= counts
}

// counts is a chance that is worth counting.
const counts = 0.0005

// Outlook is what a plan's dates are likely to come to.
type Outlook struct {
	Finish   time.Time
	Mishaps  float64 // that are to be expected
	Evenings float64 // that they are likely to cost
}

// Outlook adds up what may go wrong on the planned dates.
func (r *Report) Outlook() Outlook {
	o := Outlook{Finish: r.Finish}
	for _, risk := range r.Risks {
		o.Mishaps += risk.Chance
		o.Evenings += risk.Expected()
	}
	return o
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

// Around judges one zone of a changed plan, its first steps and all other zones left where they are: what is found at each later step, in the order of the
// route, until nobody wants more or ctx ends. It costs what is laid and judged, not what the plan is long, so that most changes that can't help are told before a whole plan is laid. See
// timeline.Around.
func (r *Report) Around(ctx context.Context, plan *route.Plan, zone, first int) iter.Seq2[*timeline.Site, []timeline.Finding] {
	return func(yield func(*timeline.Site, []timeline.Finding) bool) {
		for laid, i := range r.Timeline.Around(plan, zone, first) {
			if ctx.Err() != nil {
				return
			}
			if s := laid.Site(laid.Lines[zone], i); !yield(s, Judge(s)) {
				return
			}
		}
	}
}

// Again lays out and judges a changed plan as Check does, from what is known of the plan before: see timeline.Again. Zones that lie where they lay are judged only by the rules that look
// at others, so that what their findings propose is of the plan before; of the risks there is nothing. It returns ctx's error as soon as ctx ends.
func (r *Report) Again(ctx context.Context, plan *route.Plan, zone, first int) (*Report, error) {
	laid, err := r.Timeline.Again(ctx, plan, zone, first)
	if err != nil {
		return nil, err
	}
	after := &Report{Timeline: laid}
	before := map[string][]timeline.Finding{}
	for _, f := range r.Findings {
		if !f.Rule.Wide {
			before[f.Step] = append(before[f.Step], f)
		}
	}
	for z, line := range laid.Lines {
		stays := z != zone && line.Same(r.Lines[z])
		for i, p := range line.Steps {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			if s := laid.Site(line, i); stays {
				after.Findings = append(after.Findings, before[p.Step.ID]...)
				after.Findings = append(after.Findings, judge(s, laid.Rules.Wide)...)
			} else {
				after.Findings = append(after.Findings, Judge(s)...)
			}
		}
	}
	return after, nil
}

// judge judges every step on all processors. The findings stand in the order of the route, however the work was shared.
func (r *Report) judge(ctx context.Context) error {
	const at = 16 // steps at once: few enough to be shared evenly
	type part struct {
		line     *timeline.Line
		from, to int
		found    []timeline.Finding
		risks    map[*route.Step]Risk
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
					s := r.Site(p.line, i)
					p.found = append(p.found, Judge(s)...)
					if !s.Step.Done.IsZero() || !s.Step.Started.IsZero() {
						continue
					}
					if risk, ok := RiskOf(s); ok {
						if p.risks == nil {
							p.risks = map[*route.Step]Risk{}
						}
						p.risks[s.Step] = risk
					}
				}
			}
		})
	}
	work.Wait()
	r.Risks = map[*route.Step]Risk{}
	for _, p := range parts {
		r.Findings = append(r.Findings, p.found...)
		maps.Copy(r.Risks, p.risks)
	}
	return ctx.Err()
}

// Judge runs every rule on the site.
func Judge(s *timeline.Site) []timeline.Finding { return judge(s, s.Timeline.Rules.All) }

func judge(s *timeline.Site, rules []*timeline.Rule) []timeline.Finding {
	var found []timeline.Finding
	for _, r := range rules {
		if r.Find == nil {
			continue
		}
		for _, f := range r.Find(s) {
			f.Zone, f.Step, f.Rule = s.Zone.ID, s.Step.ID, r
			if f.Title == "" {
				f.Title = r.Title
			}
			if f.Chance == 0 { // a rule that says yes or no
				f.Chance = 1
			}
			if under := !s.Step.Started.IsZero(); (under || s.Step.Happened()) && f.Severity > verdict.Note {
				shows := r.Mend != "" // what can be seen of it was looked for; a step out of its order stays one
				if shows && s.Step.Seen == route.SawNothing {
					continue
				}
				f.Was, f.Severity, f.Propose = f.Severity, verdict.Note, nil
				switch {
				case !s.Step.Happened():
					f.Because = isUnderWay + f.Because
				case shows && s.Step.Seen == route.SawSomething:
					f.Severity = verdict.Warn
					f.Because = itShows + f.Because
				default:
					f.Because = hasHappened + f.Because
				}
			}
			found = append(found, f)
		}
	}
	return found
}

const (
	isUnderWay  = "It is under way. "
	itShows     = "It has happened, and it shows. "
	hasHappened = "It has happened. "
)

// Told returns why a rule found fault, without saying that it has happened already.
func Told(because string) string {
	for _, first := range []string{isUnderWay, itShows, hasHappened} {
		because = strings.TrimPrefix(because, first)
	}
	return because
}
