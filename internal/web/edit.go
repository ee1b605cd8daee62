package web

import (
	"cmp"
	"context"
	"fmt"
	"strconv"
	"strings"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/draft"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/say"
	"inkysparrow/examples"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// edit carries out a change to a plan, or tells what it would do.
func (s *Server) edit(c fiber.Ctx) error {
	var in wire.MakeEdit
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	j, err := s.current(ctx, c, in.Revision)
	if err != nil {
		return err
	}
	file := j.file.AsOf(s.Clock.Now())
	if all := asPresses(file, in.Edit, s.Clock.Now()); len(all) > 0 && !in.Try {
		if _, err := s.press(ctx, slug(c), all); err != nil {
			return err
		}
		return s.build(c)
	}
	var changed plan.File
	var words string
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		changed, words, err = file.EditContext(ctx, in.Edit)
		return err
	})
	if err != nil {
		return err
	}
	if !in.Try {
		return s.saveAs(ctx, c, in.Revision, changed, func(j *judged) string {
			if at, ok := j.checked.StartOf(in.Edit.Of); ok && in.Edit.Do == "put-off" {
				return j.file.PutOffWords(in.Edit.Of, at)
			}
			return words
		})
	}
	e, err := s.tried(ctx, j, changed)
	if err != nil {
		return err
	}
	return c.JSON(j.wouldBe(words, e, changedStep(file, changed, in.Edit)))
}

// tried judges a change without keeping it.
func (s *Server) tried(ctx context.Context, j *judged, changed plan.File) (e plan.Effect, err error) {
	p, err := changed.Resolve()
	if err != nil {
		return e, err
	}
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		e, err = plan.CompareTo(ctx, j.checked, p)
		return err
	})
	return e, err
}

// changedStep is the step that an edit is about: the one it names, else the one it adds.
func changedStep(was, is plan.File, e plan.Edit) string {
	if e.Do != "copy-step" && e.Of != "" {
		return e.Of
	}
	known := map[string]bool{}
	for _, z := range was.Zones {
		for _, s := range z.Steps {
			known[s.ID] = true
		}
	}
	for _, z := range is.Zones {
		for _, s := range z.Steps {
			if !known[s.ID] {
				return s.ID
			}
		}
	}
	return ""
}

// wouldBe tells what a change would do: to the dates, to what is found, and to the step that it is about, with the films as they would lie.
func (j *judged) wouldBe(words string, e plan.Effect, step string) wire.Effect {
	after := j.as(e.Checked)
	out := wire.Effect{Words: words, Gone: titles(e.Gone), Come: titles(e.Come), Remain: e.Remain, Moves: []wire.Move{}}
	out.Finish, out.Later = j.finishWords(e.Before, e.Finish)
	out.Promise, out.Late = after.promise()
	starts := map[string]time.Time{}
	for _, l := range j.checked.Lines {
		for _, p := range l.Steps {
			starts[p.Step.ID] = p.Start
		}
	}
	for _, l := range after.checked.Lines {
		for i, p := range l.Steps {
			if was, known := starts[p.Step.ID]; !known || !was.Equal(p.Start) || p.Step.ID == step {
				out.Moves = append(out.Moves, wire.Move{Zone: l.Zone.ID, Step: p.Step.ID, New: !known, Start: p.Start.UTC(), End: p.End.UTC(), Place: i, Short: p.Step.Do.Short, When: after.when(p)})
			}
			if p.Step.ID == step {
				out.Step, out.Done = step, p.Step.Happened()
				m, _ := after.at(p.Start, l.Zone.ID, step)
				out.Moment = &m
			}
		}
	}
	for _, f := range after.findings() {
		if f.Step == step && out.Finding == nil {
			out.Finding = &f
		}
	}
	return out
}

// as is the build as it would be with another report; nothing about it is overdue, and no fixes were tried.
func (j *judged) as(checked *rule.Report) *judged {
	after := &judged{slug: j.slug, now: j.now, until: j.until, file: j.file, plan: checked.Plan, checked: checked, report: plan.Outline(checked)}
	after.tape()
	return after
}

// finishWords tells what becomes of the day on which a build is ready.
func (j *judged) finishWords(before, finish time.Time) (words string, later bool) {
	days := clock.Day(j.local(finish)) - clock.Day(j.local(before))
	switch {
	case finish.IsZero():
		return "nothing left to do", false
	case before.IsZero():
		return "ready " + j.day(finish), false
	case days == 0:
		return "the date stays", false
	case days < 0:
		return fmt.Sprintf("ready %s, %s sooner", j.day(finish), say.Count(-days, "day")), false
	}
	return fmt.Sprintf("ready %s, %s later", j.day(finish), say.Count(days, "day")), true
}

func titles(found []timeline.Finding) []wire.EffectTitle {
	out := []wire.EffectTitle{}
	for _, f := range found {
		out = append(out, wire.EffectTitle{Step: f.Step, State: severityState(f.Severity.String()), Title: f.Title})
	}
	return out
}

// history lists a build's revisions.
func (s *Server) history(c fiber.Ctx) error {
	page, err := pageOf(c)
	if err != nil {
		return err
	}
	past, err := s.Store.History(c.Context(), slug(c), page)
	if err != nil {
		return err
	}
	return c.JSON(historyOf(past))
}

// pageOf reads which part of a history is asked for.
func pageOf(c fiber.Ctx) (store.Page, error) {
	const most = 100
	p := store.Page{Words: strings.TrimSpace(c.Query("words")), Most: most}
	if text := c.Query("before"); text != "" {
		n, err := strconv.ParseInt(text, 10, 64)
		if err != nil || n < 1 {
			return p, fiber.NewError(fiber.StatusUnprocessableEntity, "before: not the number of a revision")
		}
		p.Before = n
	}
	return p, nil
}

func historyOf(past store.Past) wire.History {
	out := wire.History{Revisions: []wire.Revision{}, More: past.More}
	for _, r := range past.Revisions {
		out.Revisions = append(out.Revisions, wire.Revision{
			ID: r.ID, Change: r.Change, MadeAt: r.MadeAt.UTC().Format(time.RFC3339), Current: r.ID == past.Head, Branch: !past.Line[r.ID],
		})
	}
	return out
}

// revision shows a build as it stood at a revision.
func (s *Server) revision(c fiber.Ctx) error {
	b, err := s.Store.At(c.Context(), slug(c), fiber.Params[int64](c, "revision"))
	if err != nil {
		return err
	}
	return s.show(c, b)
}

// restore makes the plan of an old revision the current one, as a change of its own.
func (s *Server) restore(c fiber.Ctx) error {
	var in wire.Restore
	if err := body(c, &in); err != nil {
		return err
	}
	old, err := s.Store.At(c.Context(), slug(c), in.Old)
	if err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	all, err := s.Store.Presses(ctx, slug(c)) // what was pressed since stays so
	if err != nil {
		return err
	}
	restored, _ := old.Plan.Fold(all)
	return s.save(ctx, c, in.Revision, restored, fmt.Sprintf("Restored revision %d", in.Old))
}

// makeBuild adds a build from a plan file, from another build or from answers, or tells what it would be.
func (s *Server) makeBuild(c fiber.Ctx) error {
	var in wire.NewBuild
	if err := body(c, &in); err != nil {
		return err
	}
	if strings.TrimSpace(in.Plan) != "" {
		c.Locals(fileKey, true)
	}
	f, told, err := s.newPlan(c, in)
	if err != nil {
		return err
	}
	if in.From == "" { // what is here already is not in the way of a copy
		if err := plan.Harmless(f); err != nil {
			return err
		}
	}
	p, err := f.Resolve()
	if err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	var checked *rule.Report
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		checked, err = rule.CheckContext(ctx, p)
		return err
	})
	if err != nil {
		return err
	}
	out := made{wire.Made{Name: f.Build.Name, Words: append([]string{}, told.Why...), Left: append([]string{}, told.Left...), Zones: len(f.Zones), Findings: []string{}}}
	out.Promise, _ = promise(p, checked.Finish)
	for _, z := range f.Zones {
		out.Steps += len(z.Steps)
	}
	for _, x := range checked.Findings {
		switch x.Severity {
		case verdict.Stop:
			out.Stops++
		case verdict.Warn:
			out.Warns++
		default:
			continue
		}
		out.Findings = append(out.Findings, x.Because)
	}
	if !checked.Finish.IsZero() {
		out.Finish = checked.Finish.In(p.Place()).Format("Mon 2 Jan 2006")
	}
	out.laid(f, p, checked.Timeline)
	if in.Try {
		return c.JSON(out.Made)
	}
	sum := f.SumUp(checked)
	if out.Slug, err = s.Store.CreateSummed(c.Context(), plan.Slug(f.Build.Name), f, &sum); err != nil {
		return err
	}
	s.live.tell(wire.Event{What: wire.BuildsCame})
	return c.JSON(out.Made)
}

func (s *Server) newPlan(c fiber.Ctx, in wire.NewBuild) (plan.File, draft.Told, error) {
	switch {
	case in.Answers != nil:
		shelf, err := s.fromShelf(c.Context())
		if err != nil {
			return plan.File{}, draft.Told{}, err
		}
		return in.Answers.Plan(shelf...)
	case in.From != "":
		b, err := s.Store.Build(c.Context(), in.From)
		if err != nil {
			return plan.File{}, draft.Told{}, err
		}
		return b.Plan.Anew("Copy of " + b.Plan.Build.Name), draft.Told{}, nil
	case in.Way != "":
		b, err := s.Store.Build(c.Context(), in.Way)
		if err != nil {
			return plan.File{}, draft.Told{}, err
		}
		if b.Plan.Build.Way == "" {
			return plan.File{}, draft.Told{}, fiber.NewError(fiber.StatusUnprocessableEntity, "That build is not kept as a way.")
		}
		return b.Plan.Afresh(cmp.Or(strings.TrimSpace(in.Name), "As "+b.Plan.Build.Name), s.Clock.Now()), draft.Told{}, nil
	case in.Example != "":
		f, err := examples.Plan(in.Example)
		if err != nil {
			return plan.File{}, draft.Told{}, fiber.NewError(fiber.StatusUnprocessableEntity, "There is no such example.")
		}
		return f, draft.Told{}, nil
	case strings.TrimSpace(in.Plan) != "":
		f, err := plan.Parse([]byte(in.Plan))
		return f, draft.Told{}, err
	}
	return plan.File{}, draft.Told{}, fiber.NewError(fiber.StatusUnprocessableEntity, "Say what the build is made from: a plan file, another build or answers.")
}

// schoolCosts tells what each answer to each school would take of work and time, for a build that is still to be drafted.
func (s *Server) schoolCosts(c fiber.Ctx) error {
	var in wire.NewBuild
	if err := body(c, &in); err != nil {
		return err
	}
	if in.Answers == nil {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "Give the answers that a build is drafted from.")
	}
	shelf, err := s.fromShelf(c.Context())
	if err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	var costs []plan.Cost
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		costs, err = in.Answers.Costs(ctx, shelf...)
		return err
	})
	if err != nil {
		return err
	}
	var now plan.Cost
	for _, cost := range costs {
		if cost.Now {
			now = cost
		}
	}
	out := wire.SchoolCosts{Answers: []wire.AnswerCost{}}
	for _, cost := range costs {
		out.Answers = append(out.Answers, wire.AnswerCost{School: cost.School, Answer: cost.Answer, Words: costWords(cost, now), Now: cost.Now, Same: cost.Same})
	}
	return c.JSON(out)
}

// costWords tells what an answer takes, against the one in force.
func costWords(c, now plan.Cost) string {
	if c.Now {
		words := say.Bench(c.Hands) + " of work in all"
		if c.Narrow > 0 {
			words += ", " + say.Count(c.Narrow, "step") + " too early if a product is slow"
		}
		return words
	}
	if c.Same {
		return "changes nothing here"
	}
	var words []string
	than := func(more int, write func(int) string, up, down string) {
		switch {
		case more > 0:
			words = append(words, write(more)+" "+up)
		case more < 0:
			words = append(words, write(-more)+" "+down)
		}
	}
	than(int((c.Hands - now.Hands).Minutes()), func(n int) string { return say.Bench(time.Duration(n) * time.Minute) }, "more work", "less work")
	than(clock.Day(c.Finish)-clock.Day(now.Finish), func(n int) string { return say.Count(n, "day") }, "later", "earlier")
	than(c.Narrow-now.Narrow, func(n int) string { return say.Count(n, "step") }, "more too early if a product is slow", "fewer too early if a product is slow")
	if len(words) == 0 {
		return "the same work, no later"
	}
	return strings.Join(words, ", ")
}

// putAway takes a build out of the list, or puts it back.
func (s *Server) putAway(c fiber.Ctx) error {
	var in wire.Archive
	if err := body(c, &in); err != nil {
		return err
	}
	if err := s.Store.PutAway(c.Context(), slug(c), in.Away); err != nil {
		return err
	}
	s.live.tell(wire.Event{What: wire.BuildsCame})
	return s.builds(c)
}

func (s *Server) trade(c fiber.Ctx) error {
	c.Set(fiber.HeaderCacheControl, "no-cache")
	return c.JSON(tradeTables())
}
