package web

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/airframe"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/studio"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// made is a build that was made, or would be, with its route on a tape.
type made struct{ wire.Made }

// laid puts the route and what the zones come to into the answer.
func (m *made) laid(f plan.File, p *route.Plan, tl *timeline.Timeline) {
	m.Route, m.Sessions, m.Shape = []wire.MadeStep{}, []wire.Session{}, []wire.MadeZone{}
	for _, l := range tl.Lines {
		for _, s := range l.Steps {
			if s.Step.Done.IsZero() {
				m.Route = append(m.Route, wire.MadeStep{Zone: l.Zone.Name, Words: s.Step.Do.Name, Start: s.Start.UTC(), End: s.End.UTC()})
			}
		}
	}
	slices.SortStableFunc(m.Route, func(a, b wire.MadeStep) int { return a.Start.Compare(b.Start) })
	if !tl.Finish.IsZero() && tl.Finish.Sub(tl.From) < 200*24*time.Hour {
		for _, s := range schedule.New(p.Bench, tl.From).Sessions(tl.From, tl.Finish) {
			m.Sessions = append(m.Sessions, wire.Session{Second: s.Second, From: s.From.UTC(), To: s.To.UTC(), Label: s.From.In(p.Place()).Format("Mon 2"), Date: plan.Date(s.From.In(p.Place()).Format(time.DateOnly))})
		}
	}
	if f.Airframe == nil {
		return
	}
	for _, z := range p.Zones {
		if z.Shape.AreaCM2 > 0 {
			m.Shape = append(m.Shape, wire.MadeZone{Name: z.Name, Words: z.Shape.Words()})
		}
	}
}

// briefed is a build that is only being answered, laid out.
type briefed struct {
	file plan.File
	tl   *timeline.Timeline
}

type briefKey [sha256.Size]byte

const briefsKept = 24 // one is looked at from several sides

func (s *Server) briefed(ctx context.Context, b *plan.Brief) (*briefed, error) {
	if strings.TrimSpace(b.Name) == "" {
		b.Name = "the model" // it is looked at before it has a name
	}
	text, err := json.Marshal(b)
	if err != nil {
		return nil, err
	}
	key := sha256.Sum256(text)
	if kept, ok := s.briefs.get(key); ok {
		return kept, nil
	}
	shelf, err := s.fromShelf(ctx)
	if err != nil {
		return nil, err
	}
	out := &briefed{}
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		if out.file, _, err = b.Plan(shelf...); err != nil {
			return err
		}
		p, err := out.file.Resolve()
		if err != nil {
			return err
		}
		out.tl, err = timeline.LayContext(ctx, p, rule.Every())
		return err
	})
	if err != nil {
		return nil, err
	}
	s.briefs.put(key, out)
	return out, nil
}

// briefPainting reads what is asked of a build that is only being answered.
func (s *Server) briefPainting(ctx context.Context, c fiber.Ctx) (in wire.AskBrief, b *briefed, p studio.Painting, err error) {
	if err = body(c, &in); err != nil {
		return
	}
	if b, err = s.briefed(ctx, in.Answers); err != nil {
		return
	}
	q := plan.LookQuery{At: cmp.Or(b.tl.Finish, in.Answers.Start), Width: in.Width, Most: cmp.Or(in.Most, lookRows), Ground: inks[map[bool]string{true: "night", false: "day"}[in.Night]]["booth"]}
	if in.At != nil {
		q.At = *in.At
	}
	if q.Views, err = plan.LookViews(in.View); err != nil {
		return in, b, p, refuse("%v", err)
	}
	if q.Light, err = plan.LookLight(in.Light); err != nil {
		return in, b, p, refuse("%v", err)
	}
	p, err = s.studio.Of(b.file, b.tl, q)
	return in, b, p, over(err)
}

// briefPicture paints a build that is only being answered.
func (s *Server) briefPicture(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, _, p, err := s.briefPainting(ctx, c)
	if err != nil {
		return err
	}
	return s.picture(ctx, c, p, nil, "no-store")
}

// briefTap tells which zone lies at a place of its picture.
func (s *Server) briefTap(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	in, b, p, err := s.briefPainting(ctx, c)
	if err != nil {
		return err
	}
	var frame *picture.Frame
	err = s.studio.Do(ctx, func(ctx context.Context) (err error) {
		frame, err = p.Frame(ctx, p.Q)
		return err
	})
	if err != nil {
		return err
	}
	x, y := in.X*float64(frame.Width), in.Y*float64(frame.Height)
	out := wire.BriefSpot{Zone: -1}
	for _, panel := range frame.Panels {
		if x < float64(panel.Rect.Min.X) || x >= float64(panel.Rect.Max.X) || y < float64(panel.Rect.Min.Y) || y >= float64(panel.Rect.Max.Y) {
			continue
		}
		if _, zone := p.Shape.Seen(panel.View, panel.At(x, y)); zone >= 0 {
			for _, z := range b.file.Zones {
				if z.ID == p.Shape.Zones[zone] {
					out.Name = z.Name
				}
			}
		}
	}
	out.Zone = slices.IndexFunc(in.Answers.Zones, func(z plan.BriefZone) bool { return strings.TrimSpace(z.Name) == out.Name })
	if out.Name == "" {
		out.Zone = -1
	}
	return c.JSON(out)
}

// airframePicture shows a type in primer grey over pale grey, before anything is painted.
func (s *Server) airframePicture(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	q, err := lookQuery(c, time.Time{})
	if err != nil {
		return err
	}
	if _, ok := airframe.TypeNamed(c.Params("type")); !ok {
		return fiber.NewError(fiber.StatusNotFound, "There is no such type.")
	}
	out, err := s.studio.Type(ctx, c.Params("type"), q)
	if err != nil {
		return over(err)
	}
	c.Set(fiber.HeaderContentType, "image/png")
	c.Set(fiber.HeaderCacheControl, "private, max-age=3600")
	return c.Send(out)
}
