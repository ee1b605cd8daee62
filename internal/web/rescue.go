package web

import (
	"bytes"
	"context"
	"fmt"
	"image/png"
	"math"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/verdict"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// mishapped looks over the zone that a request asks about.
func (s *Server) mishapped(ctx context.Context, c fiber.Ctx, symptom string) (*judged, *plan.Mishapped, plan.RescueQuery, error) {
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return nil, nil, plan.RescueQuery{}, err
	}
	if len(j.file.Zones) == 0 {
		return nil, nil, plan.RescueQuery{}, fiber.NewError(fiber.StatusUnprocessableEntity, "This build has no zone yet: nothing can have gone wrong. Add a zone in the plan.")
	}
	q := plan.RescueQuery{Zone: c.Query("zone"), At: s.Clock.Now(), Symptom: symptom, Where: c.Query("where"), Since: c.Query("since"), Look: c.Query("look"), Rubs: c.Query("rubs"), Tacky: c.Query("tacky"), Answers: plan.Wishing(c.Query("answers"))}
	if q.Zone == "" {
		q.Zone = j.file.Zones[0].ID
	}
	if at := c.Query("at"); at != "" {
		if q.At, err = time.Parse(time.RFC3339, at); err != nil {
			return nil, nil, q, fiber.NewError(fiber.StatusUnprocessableEntity, "at: not a moment")
		}
	}
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return nil, nil, q, err
	}
	var m *plan.Mishapped
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		m, err = j.file.Rescue(ctx, j.checked, q, atHand(stands)...)
		return err
	})
	return j, m, q, err
}

// rescued tells why something went wrong with a zone, and what may be done.
func (s *Server) rescued(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, m, q, err := s.mishapped(ctx, c, c.Query("symptom"))
	if err != nil {
		return err
	}
	out := wire.Rescue{
		Zone: q.Zone, At: m.At.UTC(), Clock: j.moment(m.At), Zones: []wire.LastCoatZone{}, Symptoms: []wire.RescueSymptom{}, Wheres: []wire.Wish{}, Whens: []wire.Wish{}, Looks: []wire.Wish{}, Symptom: q.Symptom,
		Found: []string{}, Causes: []wire.RescueCause{}, Answered: []wire.RescueAnswer{}, Ways: []wire.RescueWay{}, Films: []wire.RescueFilm{}, Back: []wire.RescueBack{}, Mishaps: []wire.RescueMishap{}, Caution: rescue.Caution,
	}
	for _, line := range j.checked.Lines {
		k := look.At(line, m.At)
		z := wire.LastCoatZone{ID: line.Zone.ID, Name: line.Zone.Name, Words: "nothing done yet", Colour: k.Ground.String()}
		if n := look.Done(line, m.At); n > 0 {
			z.Words = fmt.Sprintf("step %d of %d", n, len(line.Steps))
		}
		out.Zones = append(out.Zones, z)
	}
	for _, x := range rescue.Find(c.Query("seen")) {
		out.Found = append(out.Found, x.ID)
	}
	for _, x := range rescue.Symptoms() {
		out.Symptoms = append(out.Symptoms, wire.RescueSymptom{ID: x.ID, Words: x.Words, Short: x.Short, Also: x.Also, Missing: say.Capital(m.Case.Missing(x)), Drawn: x.Drawn()})
	}
	for _, x := range rescue.Wheres {
		out.Wheres = append(out.Wheres, wire.Wish{ID: string(x.ID), Words: x.Words})
	}
	for _, x := range rescue.Whens {
		out.Whens = append(out.Whens, wire.Wish{ID: string(x.ID), Words: x.Words})
	}
	for _, x := range rescue.Looks {
		out.Looks = append(out.Looks, wire.Wish{ID: x.ID, Words: x.Words})
	}
	for _, a := range q.Answers {
		id, is, _ := strings.Cut(a, "=")
		t := rescue.TestNamed(id)
		one := wire.RescueAnswer{Test: id, Words: t.Words, Is: t.Yes}
		if is == "no" {
			one.Is = t.No
		}
		out.Answered = append(out.Answered, one)
	}
	j.mishaps(&out, q.Zone)
	if m.Answer != nil {
		j.answer(&out, m)
	}
	return c.JSON(out)
}

// mishaps tells what went wrong before on a zone.
func (j *judged) mishaps(out *wire.Rescue, zone string) {
	for _, z := range j.file.Zones {
		if z.ID != zone {
			continue
		}
		for _, s := range z.Steps {
			if s.Mishap == nil {
				continue
			}
			turned := func(how plan.TurnedOut) plan.Edit {
				m := *s.Mishap
				m.Turned = how
				return plan.Edit{Do: "turned", Of: s.ID, Mishap: &m}
			}
			words := fmt.Sprintf("%s: %s, %s", rescue.SymptomNamed(s.Mishap.Symptom).Words, say.Lower(rescue.CauseNamed(s.Mishap.Cause).Words), say.Lower(rescue.RemedyNamed(s.Mishap.Remedy).Words))
			out.Mishaps = append(out.Mishaps, wire.RescueMishap{Step: s.ID, Words: words, Turned: string(s.Mishap.Turned), Worked: turned(plan.Worked), Failed: turned(plan.Failed)})
		}
	}
}

// answer tells why, and what now.
func (j *judged) answer(out *wire.Rescue, m *plan.Mishapped) {
	a := m.Answer
	out.Missing, out.Living = say.Capital(m.Case.Missing(a.Symptom)), a.Symptom.Living
	for i, x := range a.Causes {
		if x.ID != rescue.Other && x.Chance < rescue.LeastTold() {
			continue
		}
		step, because := m.Case.Speaks(x.ID)
		one := wire.RescueCause{ID: x.ID, Words: x.Words, Rank: x.Rank(i), State: wire.Note, Chance: round(x.Chance, 2), Because: because}
		switch {
		case x.ID == rescue.Other:
		case i == 0:
			one.State = wire.Bite
		case x.Also():
			one.State = wire.Hold
		}
		if step != nil {
			one.Step, one.Did = step.ID, route.StepName(step)
			for _, p := range m.Case.Line.Steps {
				if p.Step == step {
					one.Did += ", " + j.moment(p.Start)
				}
			}
		}
		out.Causes = append(out.Causes, one)
	}
	slices.SortStableFunc(out.Causes, func(a, b wire.RescueCause) int { // something else stands last
		switch {
		case a.ID == rescue.Other && b.ID != rescue.Other:
			return 1
		case b.ID == rescue.Other && a.ID != rescue.Other:
			return -1
		}
		return 0
	})
	if q := a.Ask; q != nil {
		out.Ask = &wire.RescueAsk{Test: q.ID, Words: q.Words, Yes: q.Yes, No: q.No, Caution: q.Caution, Costs: "free", Worth: fmt.Sprintf("the answer is worth %.2f evenings", q.Worth)}
		if q.Waits > 0 {
			out.Ask.Costs = "a day"
		} else if q.Minutes > 0 {
			out.Ask.Costs = fmt.Sprintf("%.0f min", q.Minutes)
		}
	}
	films := m.Case.Films
	for i := len(films) - 1; i >= 0; i-- {
		f := wire.RescueFilm{Name: say.Capital(m.Case.FilmName(i)), Colour: look.Plastic.String()}
		if i > 0 {
			for k := range m.Case.Line.Steps {
				if s := m.Case.Line.Steps[k].Step; s.ID == films[i].Step && s.Product != nil {
					f.Colour = s.Product.Shows().String()
				}
			}
		}
		out.Films = append(out.Films, f)
	}
	for _, w := range a.Ways {
		out.Ways = append(out.Ways, j.way(m, &w))
	}
	for _, b := range a.Back {
		one := wire.RescueBack{Name: b.Step.Do.Short, Act: b.Step.Do.ID, Evenings: round(b.Evenings, 1), Shuts: b.Step == a.Shut}
		for _, p := range m.Case.Line.Steps {
			if p.Step == b.Step {
				one.Done = !p.End.After(m.At)
				if one.Shuts && !one.Done {
					out.Shut = j.moment(p.Start)
				}
			}
		}
		out.Back = append(out.Back, one)
	}
}

// way tells what a remedy would be here.
func (j *judged) way(m *plan.Mishapped, w *rescue.Way) wire.RescueWay {
	out := wire.RescueWay{Remedy: w.ID, Words: w.Words, Costs: fmt.Sprintf("%.1f", w.Loss), Harms: []string{}, Steps: []string{}, Redo: []string{}, State: wire.Safe, Edit: m.Edit(w.ID)}
	if w.ID == rescue.Leave {
		de := m.Case.Shows(m.Answer.Symptom)
		out.Chance, out.Work = "it stays", "nothing to do"
		switch {
		case de <= 0:
		case de < picture.Notices():
			out.Work = fmt.Sprintf("at arm's length nobody sees it: %.1f CIEDE2000", de)
		default:
			out.Work = fmt.Sprintf("%.0f CIEDE2000 at arm's length", de)
		}
		return out
	}
	out.Chance = w.Odds()
	out.Work = fmt.Sprintf("%.0f min", w.Minutes)
	if w.Evenings > 0 {
		out.Work += ", " + say.Count(int(math.Round(w.Evenings)), "evening") + " of waiting"
	}
	part := m.Answer.Parts[w.ID]
	if part == nil {
		return out
	}
	out.Needs, out.Deep = part.Needs(), part.Deep
	for _, s := range part.Steps {
		words := route.StepName(s)
		if s.Laying == route.Misted {
			words += ", as a mist"
		}
		out.Steps = append(out.Steps, say.Capital(words))
		for _, care := range s.Cautions() {
			if !strings.Contains(out.Caution, care) {
				out.Caution = strings.TrimSpace(out.Caution + " " + care)
			}
		}
	}
	for _, e := range part.Endangers {
		out.Harms = append(out.Harms, e.Words())
		if e.Severity >= verdict.Warn {
			out.State = wire.Hold
		}
	}
	if w.Harmful() {
		out.State = wire.Bite
	}
	if !part.Easy.IsZero() {
		out.Until = "easy before " + j.moment(part.Easy) + ", while its remover still takes it on a damp bud"
	}
	if !part.Until.IsZero() {
		if out.Until != "" {
			out.Until += ", and "
		}
		out.Until += "possible before " + j.moment(part.Until) + ", when the next coat shuts it in: then only by sanding"
	}
	for _, s := range part.Redo {
		out.Redo = append(out.Redo, say.Capital(route.StepName(s)))
	}
	return out
}

// rescuePicture paints what may be seen on a zone's own colours.
func (s *Server) rescuePicture(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	symptom := rescue.SymptomNamed(c.Query("symptom"))
	if symptom == nil || !symptom.Drawn() {
		return fiber.NewError(fiber.StatusNotFound, "There is no picture of that.")
	}
	_, m, _, err := s.mishapped(ctx, c, "")
	if err != nil {
		return err
	}
	var b bytes.Buffer
	if err := png.Encode(&b, m.Case.Picture(symptom, rescueWide, rescueTall)); err != nil {
		return err
	}
	c.Set(fiber.HeaderCacheControl, "private, max-age=60")
	c.Set(fiber.HeaderContentType, "image/png")
	return c.Send(b.Bytes())
}

const rescueWide, rescueTall = 150, 84
