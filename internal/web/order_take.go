package web

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
)

// ofSeveral are the edits that an order, a way out or days away are made of. What was done at the bench is pressed there.
var ofSeveral = []string{"order", "stay-away", "put-day", "put-hands", "put-settings", "put-step", "remove-step"}

// takeOrder changes several builds at once: an order of evenings, a way out, a week away. All of it is kept, or none.
func (s *Server) takeOrder(c fiber.Ctx) error {
	var in wire.TakeOrder
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	var all []store.Change
	var judgedAll []*judged
	seen := map[string]bool{}
	for n, change := range in.Changes {
		if seen[change.Slug] {
			return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("changes[%d].slug: %q stands there twice", n, change.Slug))
		}
		seen[change.Slug] = true
		head, err := s.Store.Head(ctx, change.Slug)
		if err != nil {
			return err
		}
		if head != change.Revision {
			return store.ErrMoved
		}
		j, err := s.standing(ctx, change.Slug)
		if err != nil {
			return err
		}
		file, words := j.file.AsOf(s.Clock.Now()), ""
		for _, edit := range change.Edits {
			if !slices.Contains(ofSeveral, edit.Do) {
				return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("changes[%d].edits: %q is told of one build at a time", n, edit.Do))
			}
			err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
				file, words, err = file.EditContext(ctx, edit)
				return err
			})
			if err != nil {
				return err
			}
		}
		after, err := s.judged(ctx, change.Slug, file)
		if err != nil {
			return err
		}
		sum := file.SumUp(after.checked)
		all = append(all, store.Change{Slug: change.Slug, Revision: change.Revision, Plan: file, Sum: &sum, Words: words})
		judgedAll = append(judgedAll, after)
	}
	saved, err := s.Store.SaveAll(context.WithoutCancel(ctx), all)
	if err != nil {
		return err
	}
	out := wire.OrderTaken{Words: cmp.Or(strings.TrimSpace(in.Words), all[0].Words), Builds: []wire.OrderStand{}}
	for i, b := range saved {
		s.judging.put(b.Revision, judgedAll[i])
		s.moved(b)
		out.Builds = append(out.Builds, wire.OrderStand{Slug: b.Slug, Revision: b.Revision})
	}
	return c.JSON(out)
}

// undoOrder takes a change of several builds back, of all or none.
func (s *Server) undoOrder(c fiber.Ctx) error {
	var in wire.UndoOrder
	if err := body(c, &in); err != nil {
		return err
	}
	revisions := map[string]int64{}
	for _, b := range in.Builds {
		revisions[b.Slug] = b.Revision
	}
	saved, err := s.Store.UndoAll(c.Context(), revisions)
	if err != nil {
		return err
	}
	out := wire.OrderTaken{Words: "Taken back", Builds: []wire.OrderStand{}}
	for _, b := range saved {
		s.moved(b)
		out.Builds = append(out.Builds, wire.OrderStand{Slug: b.Slug, Revision: b.Revision})
	}
	return c.JSON(out)
}
