package web

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/cure"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func (j *judged) zone(line *timeline.Line, worst map[string]wire.State) wire.Zone {
	z := wire.Zone{ID: line.Zone.ID, Name: line.Zone.Name, AreaCM2: line.Zone.AreaCM2, State: orSafe(worst["zone "+line.Zone.ID]), Steps: []wire.Step{}}
	for i, p := range line.Steps {
		s := wire.Step{
			ID: p.Step.ID, Number: i + 1, Do: p.Step.Do.ID, Name: p.Step.Do.Name, Short: p.Step.Do.Short, Phase: p.Step.Do.Phase.String(),
			Detail: detail(p.Step), Kind: "planned", State: orSafe(worst[p.Step.ID]), Start: p.Start.UTC(), End: p.End.UTC(),
			TouchDry: second(p.TouchDry), Ready: second(p.Ready), Cautions: append([]string{}, p.Step.Cautions()...), Waits: j.waits(p.Step),
		}
		if p.Step.Product != nil {
			s.Colour = p.Step.Product.Colour
		}
		for _, sitting := range p.Sittings {
			s.Sittings = append(s.Sittings, wire.Span{From: sitting.From.UTC(), To: sitting.To.UTC()})
		}
		if n := len(p.Sittings); n > 0 {
			s.Detail = strings.TrimPrefix(s.Detail+", in "+say.Count(n, "sitting"), ", ")
		}
		switch {
		case p.Step.Happened():
			s.Kind = "done"
			z.Done++
			s.Asks = p.Step.Seen == route.Unasked && slices.ContainsFunc(j.checked.Findings, func(f timeline.Finding) bool {
				return f.Step == p.Step.ID && f.Was > verdict.Note && f.Rule.Mend != ""
			})
		case !p.Step.Started.IsZero():
			s.Kind = "begun"
		case !p.Step.At.IsZero() && line.Zone.Fixed(p.Step, j.now):
			s.Kind = "pinned"
		}
		if _, late := j.overdue[p.Step.ID]; late {
			s.Overdue = true
		}
		s.Gap = j.gap(line.Zone.ID, i)
		s.PutOff = p.Step.After.After(j.now) && p.Step.After.After(p.Step.Turn)
		s.Turn = p.Step.Turn.After(j.now) && !s.PutOff
		if p.Step.Do.Has(route.Cloth) {
			opens, closes := second(p.Opens), second(p.Closes)
			s.Opens, s.Closes = &opens, &closes
		}
		if p.Layer > 0 {
			s.Trail = trail(line.Films[p.Layer], p.Ready)
			s.Spread = j.spread(line.Films[p.Layer])
		}
		s.When, s.Early = j.when(p), j.early(p.Step)
		z.Steps = append(z.Steps, s)
	}
	return z
}

// early tells how one sees in time that a coming step goes wrong, where that is not unlikely, and that it went so before with the same product.
func (j *judged) early(step *route.Step) string {
	if step.Happened() {
		return ""
	}
	if was := j.file.WentWrong(step); was != "" {
		return was
	}
	if slices.ContainsFunc(j.checked.Findings, func(f timeline.Finding) bool { return f.Step == step.ID && f.Severity > verdict.Note }) {
		return "" // that says it already
	}
	risk, ok := j.checked.Risks[step]
	if !ok || risk.Chance < rescue.EarlyFrom() {
		return ""
	}
	what, sign := rescue.Early(risk.Rule.ID)
	if what == "" {
		return ""
	}
	return fmt.Sprintf("%s in %s of cases: you see it early when %s.", what, say.Percent(risk.Chance), sign)
}

// gap tells what is amiss below a step that is done or under way; nil for nothing.
func (j *judged) gap(zone string, place int) *wire.Gap {
	z := slices.IndexFunc(j.file.Zones, func(z plan.Zone) bool { return z.ID == zone })
	words, open, ok := j.file.Gap(z, place)
	if !ok {
		return nil
	}
	g := wire.Gap{Words: words}
	switch {
	case open == 1:
		g.Also = "That is done too"
	case open > 1:
		g.Also = fmt.Sprintf("All %d are done too", open)
	}
	return &g
}

// second is a moment as it is sent: nobody reads more of it.
func second(t time.Time) time.Time { return t.UTC().Round(time.Second) }

// waits tells which zones a join waits for, and from when each of them waits for it.
func (j *judged) waits(s *route.Step) []wire.Wait {
	out := []wire.Wait{}
	for _, line := range j.checked.Lines {
		if line.Zone.Part == "" || !slices.Contains(s.Joins, line.Zone.Part) {
			continue
		}
		w := wire.Wait{Zone: line.Zone.ID}
		for _, p := range line.Steps {
			for _, t := range []time.Time{p.End, p.TouchDry} {
				if t.After(w.From) {
					w.From = second(t)
				}
			}
		}
		out = append(out, w)
	}
	return out
}

// spread tells when a film is ready with a fast and a slow product of its family.
func (j *judged) spread(l stack.Layer) string {
	if l.Tau() == 0 {
		return ""
	}
	ready := func(speed cure.Speed) string {
		c := cure.Of(speed.At(l.Film), j.plan.Air)
		return j.moment(c.Ready())
	}
	return fmt.Sprintf("fast product %s, slow %s", ready(cure.Fast), ready(cure.Slow))
}

func (j *judged) when(p timeline.Placed) string {
	if !p.Step.Done.IsZero() {
		return j.doneWords(p.End)
	}
	if !p.Step.Started.IsZero() {
		return "since " + j.moment(p.Start)
	}
	if p.Step.Do.Has(route.Cloth) && j.local(p.Start).YearDay() == j.local(p.Closes).YearDay() {
		return j.moment(p.Start) + " to " + j.local(p.Closes).Format(say.ClockLayout)
	}
	return j.moment(p.Start)
}

// doneWords writes when something was done: today with its time, in another year with that.
func (j *judged) doneWords(t time.Time) string {
	switch at, now := j.local(t), j.local(j.now); {
	case at.Format(time.DateOnly) == now.Format(time.DateOnly):
		return "today · " + at.Format(say.ClockLayout)
	case at.Year() != now.Year():
		return at.Format("2 Jan 2006")
	default:
		return at.Format("2 Jan")
	}
}

// overdueWords tells what is overdue, the first first.
func (j *judged) overdueWords() []wire.Overdue {
	out := []wire.Overdue{}
	for _, id := range j.late {
		o := j.overdue[id]
		out = append(out, wire.Overdue{
			Zone: o.Zone.ID, Step: id, End: o.End.UTC(), Was: j.moment(o.Start),
			Words: fmt.Sprintf("Planned for %s and not marked done.", j.clock(o.Start)),
		})
	}
	return out
}

// detail says what a step is done with.
func detail(s *route.Step) string {
	var parts []string
	if s.Product != nil {
		parts = append(parts, s.Product.Name)
	}
	if s.Do.Has(route.Cloth) {
		words := "dry"
		if l := s.Wets(); l != nil {
			words = fmt.Sprintf("%s, %s", s.Cloth, l.Name)
		}
		stroke := s.Stroke.Words()
		return say.Capital(words) + "; " + stroke
	}
	switch {
	case s.Do.Has(route.Veils):
		parts = append(parts, say.Count(s.Coats, "veil"))
	case s.Do.Counts != "":
		parts = append(parts, fmt.Sprintf("%d %s", s.Coats, s.Do.Counts))
	case s.Do.Lays && s.Coats > 1:
		parts = append(parts, say.Count(s.Coats, "coat"))
	}
	if s.Laying != route.Flashed {
		parts = append(parts, s.Laying.Words())
	}
	if s.Drying != route.ByItself {
		parts = append(parts, "dried "+s.Drying.Words())
	}
	if n := len(s.Decals); n > 0 {
		parts = append(parts, say.Count(n, "marking"))
	}
	if len(s.Joins) > 0 {
		parts = append(parts, "Waits for what it joins")
	}
	if s.Share > 0 && s.Share < 1 {
		parts = append(parts, fmt.Sprintf("on %.0f %% of the zone", 100*s.Share))
	}
	if s.Do.Has(route.WashOn|route.OilWork) && s.Wets() != nil {
		parts = append(parts, s.Wets().Name)
	}
	if len(parts) == 0 && s.Wets() != nil {
		parts = append(parts, say.Capital(s.Wets().Name))
	}
	if s.Do.Has(route.Tape) {
		parts = append(parts, say.Capital(route.EdgeNamed(s.Edge).Words))
	}
	if len(parts) == 0 {
		parts = append(parts, "By hand")
	}
	return strings.Join(parts, ", ")
}
