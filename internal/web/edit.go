package web

import (
	"fmt"
	"strings"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/say"
	"inkysparrow/examples"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// edit carries out a change to a plan, or tells what it would do.
func (s *Server) edit(c fiber.Ctx) error {
	var in wire.MakeEdit
	if err := body(c, &in); err != nil {
		return err
	}
	b, err := s.current(c, in.Revision)
	if err != nil {
		return err
	}
	changed, words, err := b.Plan.Edit(in.Edit)
	if err != nil {
		return err
	}
	if in.Try {
		e, err := plan.Compare(b.Plan, changed)
		if err != nil {
			return err
		}
		return c.JSON(effect(words, e))
	}
	return s.save(c, in.Revision, changed, words)
}

func effect(words string, e plan.Effect) wire.Effect {
	place := e.Checked.Plan.Place()
	day := func(t time.Time) string { return t.In(place).Format(say.DayLayout) }
	out := wire.Effect{Words: words, Gone: titles(e.Gone), Come: titles(e.Come), Remain: e.Remain}
	switch {
	case e.Finish.IsZero():
		out.Finish = "nothing left to do"
	case e.Before.IsZero() || day(e.Before) == day(e.Finish):
		out.Finish = "ready " + day(e.Finish) + ", as now"
		if e.Before.IsZero() {
			out.Finish = "ready " + day(e.Finish)
		}
	default:
		out.Finish = fmt.Sprintf("finish moves from %s to %s", day(e.Before), day(e.Finish))
		out.Later = e.Finish.After(e.Before)
	}
	return out
}

func titles(found []timeline.Finding) []wire.EffectTitle {
	out := []wire.EffectTitle{}
	for _, f := range found {
		out = append(out, wire.EffectTitle{Step: f.Step, State: stateOf(f.Severity.String()), Title: f.Title})
	}
	return out
}

// history lists a build's revisions.
func (s *Server) history(c fiber.Ctx) error {
	all, head, err := s.Store.History(c.Context(), slug(c))
	if err != nil {
		return err
	}
	parent := map[int64]int64{}
	for _, r := range all {
		parent[r.ID] = r.Parent
	}
	way := map[int64]bool{}
	for id := head; id != 0; id = parent[id] {
		way[id] = true
	}
	out := wire.History{Revisions: []wire.Revision{}}
	for _, r := range all {
		out.Revisions = append(out.Revisions, wire.Revision{ID: r.ID, Change: r.Change, MadeAt: r.MadeAt.UTC().Format(time.RFC3339), Current: r.ID == head, Branch: !way[r.ID]})
	}
	return c.JSON(out)
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
	return s.save(c, in.Revision, old.Plan, fmt.Sprintf("Restored revision %d", in.Old))
}

// makeBuild adds a build from a plan file, from another build or from answers, or tells what it would be.
func (s *Server) makeBuild(c fiber.Ctx) error {
	var in wire.NewBuild
	if err := body(c, &in); err != nil {
		return err
	}
	f, why, err := s.newPlan(c, in)
	if err != nil {
		return err
	}
	p, err := f.Resolve()
	if err != nil {
		return err
	}
	checked := rule.Check(p)
	out := wire.Made{Name: f.Build.Name, Words: why, Zones: len(f.Zones), Findings: []string{}}
	out.Promise, _ = promise(p, checked.Finish)
	for _, z := range f.Zones {
		out.Steps += len(z.Steps)
	}
	for _, x := range checked.Findings {
		switch x.Severity {
		case timeline.Stop:
			out.Stops++
		case timeline.Warn:
			out.Warns++
		default:
			continue
		}
		out.Findings = append(out.Findings, x.Because)
	}
	if !checked.Finish.IsZero() {
		out.Finish = checked.Finish.In(p.Place()).Format("Mon 2 Jan 2006")
	}
	if in.Try {
		return c.JSON(out)
	}
	if out.Slug, err = s.Store.Free(c.Context(), plan.Slug(f.Build.Name)); err != nil {
		return err
	}
	if err := s.Store.Create(c.Context(), out.Slug, f); err != nil {
		return err
	}
	return c.JSON(out)
}

func (s *Server) newPlan(c fiber.Ctx, in wire.NewBuild) (plan.File, []string, error) {
	switch {
	case in.Answers != nil:
		shelf, err := s.fromShelf(c.Context())
		if err != nil {
			return plan.File{}, nil, err
		}
		return in.Answers.Plan(shelf...)
	case in.From != "":
		b, err := s.Store.Build(c.Context(), in.From)
		if err != nil {
			return plan.File{}, nil, err
		}
		return b.Plan.Anew("Copy of " + b.Plan.Build.Name), []string{}, nil
	case in.Example != "":
		f, err := examples.Plan(in.Example)
		if err != nil {
			return plan.File{}, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "There is no such example.")
		}
		return f, []string{}, nil
	case strings.TrimSpace(in.Plan) != "":
		f, err := plan.Parse([]byte(in.Plan))
		return f, []string{}, err
	}
	return plan.File{}, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "Say what the build is made from: a plan file, another build or answers.")
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
	costs, err := in.Answers.Costs(shelf...)
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
			words += ", " + count(c.Narrow, "step") + " too early if a product is slow"
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
	than(dayOf(c.Finish)-dayOf(now.Finish), func(n int) string { return count(n, "day") }, "later", "earlier")
	than(c.Narrow-now.Narrow, func(n int) string { return count(n, "step") }, "more too early if a product is slow", "fewer too early if a product is slow")
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
	return s.builds(c)
}

func (s *Server) trade(c fiber.Ctx) error {
	c.Set(fiber.HeaderCacheControl, "no-cache")
	return c.JSON(tradeTables())
}
