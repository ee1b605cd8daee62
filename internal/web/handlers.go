package web

import (
	"context"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func (s *Server) builds(c fiber.Ctx) error {
	all, err := s.Store.Builds(c.Context())
	if err != nil {
		return err
	}
	out := wire.Builds{Builds: []wire.Listed{}, Demo: s.Reset != nil, Now: s.Clock.Now().UTC()}
	for _, b := range all {
		out.Builds = append(out.Builds, listed(b))
	}
	if c.Query("open") != "" && len(all) > 0 {
		ctx, end := waiting(c)
		defer end()
		e, err := s.evening(ctx)
		if err != nil {
			return err
		}
		out.Bench = e.Open && len(e.Now)+len(e.Later)+len(e.Running) > 0
	}
	return c.JSON(out)
}

// slug returns the build that the address names.
func slug(c fiber.Ctx) string { return c.Params("slug") }

func (s *Server) build(c fiber.Ctx) error {
	b, err := s.Store.Build(c.Context(), slug(c))
	if err != nil {
		return err
	}
	return s.show(c, b)
}

// show judges a build and sends it.
func (s *Server) show(c fiber.Ctx, b store.Build) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.judging.of(ctx, b)
	if err != nil {
		return err
	}
	shown, err := s.shown(ctx, j, b)
	if err != nil {
		return err
	}
	return c.JSON(shown)
}

func (s *Server) planFile(c fiber.Ctx) error {
	text, err := s.Store.Text(c.Context(), slug(c))
	if err != nil {
		return err
	}
	c.Attachment(slug(c) + ".plan.json")
	c.Set(fiber.HeaderContentType, fiber.MIMEApplicationJSONCharsetUTF8)
	return c.Send(text)
}

func (s *Server) moment(c fiber.Ctx) error {
	at, err := time.Parse(time.RFC3339, c.Query("at"))
	if err != nil {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "at: not a time in RFC 3339")
	}
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	m, ok := j.at(at, c.Query("zone"), c.Query("step"))
	if !ok {
		return fiber.NewError(fiber.StatusNotFound, "There is no such zone.")
	}
	return c.JSON(m)
}

// current returns the build that the address names, judged, if it still stands at revision; store.ErrMoved where it has moved on.
func (s *Server) current(ctx context.Context, c fiber.Ctx, revision int64) (*judged, error) {
	head, err := s.Store.Head(ctx, slug(c))
	if err != nil {
		return nil, err
	}
	if head != revision {
		return nil, store.ErrMoved
	}
	return s.standing(ctx, slug(c))
}

// save judges a changed plan, keeps it and shows it: what can't be judged is not kept either.
func (s *Server) save(ctx context.Context, c fiber.Ctx, revision int64, f plan.File, words string) error {
	return s.saveAs(ctx, c, revision, f, func(*judged) string { return words })
}

// saveAs saves with words that tell of the plan as it was then judged.
func (s *Server) saveAs(ctx context.Context, c fiber.Ctx, revision int64, f plan.File, words func(*judged) string) error {
	shown, err := s.keep(ctx, slug(c), revision, f, words)
	if err != nil {
		return err
	}
	return c.JSON(shown)
}

// shown is a judged build as the page shows it, with the photographs that lie under its evenings.
func (s *Server) shown(ctx context.Context, j *judged, b store.Build) (wire.Build, error) {
	v := j.shown(b)
	photos, err := s.Store.Photos(ctx, b.Slug)
	if err != nil {
		return v, err
	}
	v.Photos = []wire.TapePhoto{}
	for _, p := range photos {
		v.Photos = append(v.Photos, wire.TapePhoto{Hash: p.Hash, At: p.At.UTC(), Caption: p.Caption})
	}
	return v, nil
}

// keep judges a changed plan, keeps it and tells every page.
func (s *Server) keep(ctx context.Context, slug string, revision int64, f plan.File, words func(*judged) string) (shown wire.Build, err error) {
	j, err := s.judged(ctx, slug, f)
	if err != nil {
		return shown, err
	}
	sum := f.SumUp(j.checked)
	saved, err := s.Store.SaveSummed(context.WithoutCancel(ctx), slug, revision, f, &sum, words(j))
	if err != nil {
		return shown, err
	}
	s.judging.put(saved.Revision, j)
	s.moved(saved)
	return s.shown(context.WithoutCancel(ctx), j, saved)
}

// judged judges what a build's plan is to become, with what is known of the modeller's films.
func (s *Server) judged(ctx context.Context, slug string, f plan.File) (j *judged, err error) {
	err = s.judging.busy(ctx, func(ctx context.Context) error {
		known, err := s.minds.knowing(ctx, slug, f)
		if err != nil {
			return err
		}
		j, err = judge(ctx, store.Build{Slug: slug, Plan: known}, s.Clock.Now())
		return err
	})
	return j, err
}

// moved tells every page where a build stands.
func (s *Server) moved(b store.Build) {
	s.live.tell(wire.Event{What: wire.BuildMoved, Slug: b.Slug, Revision: b.Revision})
}

func (s *Server) fix(c fiber.Ctx) error {
	var in wire.TakeFix
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	j, err := s.current(ctx, c, in.Revision)
	if err != nil {
		return err
	}
	var fix plan.Fix
	var ok bool
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		fix, ok, err = j.fix(ctx, in.Step, in.Rule, in.Choice)
		return err
	})
	if err != nil {
		return err
	}
	if !ok {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "That is not among the fixes of this finding.")
	}
	changed, err := j.file.Apply(in.Step, fix)
	if err != nil {
		return err
	}
	return s.save(ctx, c, in.Revision, changed, j.file.Describe(in.Step, fix))
}

// ways tells what could be done about a finding, a note too.
func (s *Server) ways(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	var fixes []plan.Fix
	var ok bool
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		fixes, ok, err = j.waysOut(ctx, c.Query("step"), c.Query("rule"))
		return err
	})
	if err != nil {
		return err
	}
	if !ok {
		return fiber.NewError(fiber.StatusNotFound, "There is no such finding.")
	}
	return c.JSON(wire.Ways{Fixes: j.fixed(c.Query("step"), fixes)})
}

// turn answers an undo or a redo.
func (s *Server) turn(move func(ctx context.Context, slug string, revision int64) (store.Build, error)) fiber.Handler {
	return func(c fiber.Ctx) error {
		var in wire.Turn
		if err := body(c, &in); err != nil {
			return err
		}
		b, err := move(c.Context(), slug(c), in.Revision)
		if err != nil {
			return err
		}
		before, err := s.Store.At(c.Context(), slug(c), in.Revision)
		if err != nil {
			return err
		}
		all, err := s.Store.Presses(c.Context(), slug(c))
		if err != nil {
			return err
		}
		if turned := plan.Turned(before.Plan, b.Plan, all, s.Clock.Now(), newPressID); len(turned) > 0 {
			if err := s.Store.Record(c.Context(), slug(c), turned); err != nil {
				return err
			}
		}
		s.moved(b)
		return s.show(c, b)
	}
}

func (s *Server) reset(c fiber.Ctx) error {
	if s.Reset == nil {
		return fiber.NewError(fiber.StatusNotFound, "Only the demo can be reset.")
	}
	if err := s.Reset(c.Context()); err != nil {
		return err
	}
	s.anew()
	return s.builds(c)
}

// unreadable is how the refusal of a body that is no such JSON begins.
const unreadable = "The request can't be read: "

// body reads and validates a request's JSON.
func body(c fiber.Ctx, out any) error {
	if err := c.Bind().JSON(out); err != nil {
		if fields, ok := invalid(err); ok {
			return fields
		}
		return fiber.NewError(fiber.StatusUnprocessableEntity, unreadable+err.Error())
	}
	return nil
}
