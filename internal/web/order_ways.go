package web

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// place returns the place of a build among those of the bench.
func (t *together) place(slug string) (int, error) {
	i := slices.IndexFunc(t.of, func(j *judged) bool { return j.slug == slug })
	if i < 0 {
		return 0, fmt.Errorf("%q: %w", slug, store.ErrNoBuild)
	}
	return i, nil
}

// inWay tells what holds a build's date, and with try set what would free it.
func (s *Server) inWay(ctx context.Context, c fiber.Ctx, t *together) (any, error) {
	i, err := t.place(slug(c))
	if err != nil {
		return nil, err
	}
	j := t.of[i]
	out := wire.InWay{Name: j.plan.Name, Chain: []wire.InWayLink{}, Ways: []wire.InWayOut{}, Tried: c.Query("try") == "yes"}
	out.Words = t.dateWords(i)
	for _, l := range t.Chain(i) {
		p := l.Placed()
		link := wire.InWayLink{Build: t.of[l.Plan].slug, Step: p.Step.ID, Zone: l.Line.Zone.ID, Title: title(l.Line, l.Place), When: j.moment(p.Start), Holds: string(l.Holds), Words: l.Words}
		if l.Wait >= time.Hour {
			link.Wait = say.Span(l.Wait)
		}
		out.Chain = append(out.Chain, link)
	}
	if !out.Tried {
		return out, nil
	}
	var ways []plan.WayOut
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		ways, err = t.Free(ctx, t.files, t.asked, i)
		return err
	})
	if err != nil {
		return nil, err
	}
	for _, w := range ways {
		gain := []string{}
		if w.Sooner > 0 {
			gain = append(gain, say.Count(w.Sooner, "day")+" sooner")
		}
		if w.Late < t.Now.Late {
			gain = append(gain, say.Count(t.Now.Late-w.Late, "day")+" less late in all")
		}
		out.Ways = append(out.Ways, wire.InWayOut{
			ID: w.ID, Words: w.Words, Gain: strings.Join(gain, ", "), Price: w.Price, Risk: w.Risk, Edits: w.Edits, All: w.All, Enough: !j.plan.Wanted.IsZero() && !w.Finish.After(j.plan.Wanted),
		})
	}
	return out, nil
}

func (t *together) dateWords(i int) string {
	j, finish := t.of[i], t.Best[i].Finish
	w := j.plan.Wanted
	switch {
	case finish.IsZero():
		return "There is nothing left to do."
	case w.IsZero():
		return "In the best order it is ready " + j.day(finish) + ". No day is wanted."
	case finish.After(w):
		return fmt.Sprintf("It is wanted %s. No order that was found has it ready before %s.", j.day(w.Add(-time.Hour)), j.day(finish))
	}
	return fmt.Sprintf("It is wanted %s, and in the best order ready %s.", j.day(w.Add(-time.Hour)), j.day(finish))
}

// missed tells what missing each of the coming evenings costs.
func (s *Server) missed(ctx context.Context, _ fiber.Ctx, t *together) (any, error) {
	const coming = 8
	var all []plan.Missed
	err := s.judging.busy(ctx, func(ctx context.Context) (err error) {
		all, err = t.Miss(ctx, t.files, t.asked, coming)
		return err
	})
	if err != nil {
		return nil, err
	}
	out := wire.MissedEvenings{Evenings: []wire.MissedEvening{}, Words: "Missing any one of them costs nothing but that evening."}
	worst, most := plan.Missed{}, 0
	for _, m := range all {
		if m.Worse(worst) {
			worst = m
		}
		most = max(most, m.Late+m.Later)
	}
	for _, m := range all {
		e := wire.MissedEvening{From: m.From.UTC(), Date: m.From.Format(time.DateOnly), Label: t.of[0].dayWords(m.From), Words: t.missedWords(m), Most: !worst.From.IsZero() && m.From.Equal(worst.From)}
		if most > 0 {
			e.Weight = round(float64(m.Late+m.Later)/float64(most), 2)
		}
		if e.Most {
			out.Words = e.Label + " matters most."
		}
		out.Evenings = append(out.Evenings, e)
	}
	return out, nil
}

func (t *together) missedWords(m plan.Missed) string {
	var words []string
	if m.Late > 0 {
		words = append(words, say.Count(m.Late, "day")+" later than wanted")
	}
	for i, n := range m.Finish {
		if n > 0 {
			words = append(words, t.of[i].plan.Name+" "+say.Count(n, "day")+" later")
		}
	}
	if m.Evenings > 0 {
		words = append(words, say.Count(m.Evenings, "evening")+" more")
	}
	switch {
	case m.Steps == 0:
		words = append(words, "nothing is planned for it")
	case len(words) == 0:
		words = append(words, fmt.Sprintf("no date moves: %s can wait", say.Count(m.Steps, "step")))
	}
	return say.Capital(strings.Join(words, ", ")) + "."
}

// away tells what some days away cost in the best order then.
func (s *Server) away(ctx context.Context, c fiber.Ctx, t *together) (any, error) {
	day, err := time.Parse(time.DateOnly, c.Query("from"))
	if err != nil {
		return nil, fiber.NewError(fiber.StatusUnprocessableEntity, "from: a day, such as 2027-03-22")
	}
	days, err := strconv.Atoi(c.Query("days"))
	if err != nil || days < 1 || days > plan.MostAway {
		return nil, fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("days: a whole number from 1 to %d", plan.MostAway))
	}
	var shut []schedule.Exception
	for n := range days {
		y, m, d := day.AddDate(0, 0, n).Date()
		shut = append(shut, schedule.Exception{Year: y, Month: m, Day: d})
	}
	then, err := s.ordered(ctx, looked{t.asked.Work, t.asked.Aims}, shut)
	if err != nil {
		return nil, err
	}
	out := wire.AwayCost{Lines: []string{}, Words: "It costs no date."}
	for i, n := range t.Later(then.Ordered) {
		if j, finish := t.of[i], then.Best[i].Finish; n > 0 {
			line := fmt.Sprintf("%s: ready %s, %s later", j.plan.Name, j.day(finish), say.Count(n, "day"))
			if w := j.plan.Wanted; !w.IsZero() && finish.After(w) {
				line += ", too late for its date"
			}
			out.Lines = append(out.Lines, line)
		}
	}
	if len(out.Lines) > 0 {
		out.Words = "In the best order then:"
	}
	return out, nil
}
