package web

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// presses keeps what was pressed at a bench: first the presses, then the plans that follow from them.
func (s *Server) presses(c fiber.Ctx) error {
	var in wire.MakePresses
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	out := wire.Pressed{Kept: []string{}, Refused: []wire.PressRefused{}, Builds: []string{}, Words: []string{}, Effects: []string{}}
	var slugs []string
	of := map[string][]plan.Press{}
	now := s.Clock.Now()
	for _, p := range in.Presses {
		if err := p.Held(); err != nil {
			out.Refused = append(out.Refused, wire.PressRefused{ID: p.ID, Problem: err.Error()})
			continue
		}
		if _, known := of[p.Build]; !known {
			slugs = append(slugs, p.Build)
		}
		p.At = clock.Earlier(p.At, now) // a tablet's clock may be ahead
		of[p.Build] = append(of[p.Build], p.Press)
	}
	for _, slug := range slugs {
		before, known := s.standing(ctx, slug)
		words, err := s.press(ctx, slug, of[slug])
		switch {
		case errors.Is(err, store.ErrNoBuild):
			for _, p := range of[slug] {
				out.Refused = append(out.Refused, wire.PressRefused{ID: p.ID, Problem: "There is no such build any more."})
			}
			continue
		case errors.Is(err, store.ErrPresses):
			for _, p := range of[slug] {
				out.Refused = append(out.Refused, wire.PressRefused{ID: p.ID, Problem: "This build has no room for more presses."})
			}
			continue
		case err != nil:
			return err
		}
		for _, p := range of[slug] {
			out.Kept = append(out.Kept, p.ID)
		}
		if len(words) > 0 {
			out.Builds, out.Words = append(out.Builds, slug), append(out.Words, words...)
			if after, err := s.standing(ctx, slug); err == nil && known == nil {
				out.Effects = append(out.Effects, moved(before, after, of[slug])...)
			}
		}
	}
	return c.JSON(out)
}

// moved tells what presses have moved: the times of films that something was said of, and the day on which the build is ready.
func moved(before, after *judged, all []plan.Press) (words []string) {
	dry := func(j *judged, step string) (t time.Time, name string) {
		for _, l := range j.checked.Lines {
			for _, p := range l.Steps {
				if p.Step.ID == step && p.Layer > 0 && p.Step.Product != nil {
					return p.TouchDry, p.Step.Product.Name
				}
			}
		}
		return t, ""
	}
	for _, p := range all {
		if !route.Saying(p.Word).OfFilm() {
			continue
		}
		was, _ := dry(before, p.Step)
		is, name := dry(after, p.Step)
		if d := is.Sub(was); name != "" && !was.IsZero() && (d >= time.Minute || d <= -time.Minute) {
			words = append(words, fmt.Sprintf("%s: touch-dry about %s, before %s.", name, after.clock(is), after.clock(was)))
		}
	}
	if finish, _ := after.finishWords(before.checked.Finish, after.checked.Finish); finish != "the date stays" {
		words = append(words, fmt.Sprintf("%s: %s.", after.plan.Name, finish))
	}
	return words
}

// press keeps presses of a build and folds its plan from them. What was kept stays kept where the folding fails.
func (s *Server) press(ctx context.Context, slug string, all []plan.Press) (words []string, err error) {
	if err := s.Store.Record(ctx, slug, all); err != nil {
		return nil, err
	}
	words, err = s.fold(ctx, slug)
	if err != nil { // they are kept, and folded with the next ones or when the program starts again
		s.Log.Warn("presses that can't be folded yet", "error", fmt.Sprintf("%T", err))
		return nil, nil
	}
	return words, nil
}

// foldTries is how often a plan is folded anew that was changed meanwhile.
const foldTries = 20

// fold brings a build's plan to where its presses have it, as a revision of its own where that is news.
func (s *Server) fold(ctx context.Context, slug string) (words []string, err error) {
	for range foldTries {
		b, err := s.Store.Build(ctx, slug)
		if err != nil {
			return nil, err
		}
		all, err := s.Store.Presses(ctx, slug)
		if err != nil {
			return nil, err
		}
		f, words := b.Plan.Fold(all)
		if len(words) == 0 {
			return nil, nil
		}
		if f, err = f.Sound(); err != nil {
			return nil, err
		}
		_, err = s.keep(ctx, slug, b.Revision, f, func(*judged) string { return strings.Join(words, "; ") })
		if !errors.Is(err, store.ErrMoved) {
			return words, err
		}
	}
	return nil, store.ErrMoved
}

// foldAll folds what was pressed and not folded when the program ended.
func (s *Server) foldAll(ctx context.Context) error {
	all, err := s.Store.Standings(ctx)
	if err != nil {
		return err
	}
	for _, b := range all {
		if _, err := s.fold(ctx, b.Slug); err != nil {
			s.Log.Warn("presses that can't be folded", "build", b.Slug, "error", err)
		}
	}
	return nil
}

// newPressID returns an id for a press that is made here.
func newPressID() string {
	var b [12]byte
	rand.Read(b[:]) // it never fails
	return "here-" + hex.EncodeToString(b[:])
}

// here is the device of presses that are made from a plan's edits.
const here = "plan"

// asPresses returns an edit of what has happened as presses, where the step has been pressed before: what its keys say and what the plan says would else be two answers.
func asPresses(f plan.File, e plan.Edit, now time.Time) (all []plan.Press) {
	i, k, ok := f.Find(e.Of)
	if !ok {
		return nil
	}
	s := f.Zones[i].Steps[k]
	press := func(word string) plan.Press {
		p := plan.Press{ID: newPressID(), Device: here, Step: e.Of, Word: word, At: now, Made: now}
		if e.At != nil {
			p.At = clock.Earlier(*e.At, now)
		}
		return p
	}
	pressed := false
	var marks []plan.Press
	for _, t := range s.Told {
		if t.ID == "" || route.Saying(t.Said).OfFilm() {
			continue
		}
		pressed = true
		p := press(plan.TakeBack)
		p.Of = t.ID
		marks = append(marks, p)
	}
	if !pressed {
		return nil
	}
	switch e.Do {
	case "mark-done":
		return append(marks, press(string(route.Finished)))
	case "mark-started":
		return append(marks, press(string(route.Started)))
	case "unmark":
		return marks
	case "saw":
		if e.Seen == plan.Sight(route.SawSomething) {
			return []plan.Press{press(string(route.WentWrong))}
		}
		return []plan.Press{press(string(route.LookedFine))}
	}
	return nil
}
