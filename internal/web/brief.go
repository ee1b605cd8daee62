package web

import (
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/hashicorp/golang-lru/v2/simplelru"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
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
			m.Sessions = append(m.Sessions, wire.Session{From: s.From.UTC(), To: s.To.UTC(), Label: s.From.In(p.Place()).Format("Mon 2"), Date: plan.Date(s.From.In(p.Place()).Format(time.DateOnly))})
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

// briefs keeps the last of them: one is looked at from several sides.
type briefs struct {
	mu   sync.Mutex
	kept *simplelru.LRU[string, *briefed]
}

const briefsKept = 24

func newBriefs() *briefs {
	kept, err := simplelru.NewLRU[string, *briefed](briefsKept, nil)
	if err != nil {
		panic(err) // the size is right
	}
	return &briefs{kept: kept}
}

func (s *Server) briefed(ctx context.Context, b *plan.Brief) (*briefed, error) {
	if strings.TrimSpace(b.Name) == "" {
		b.Name = "the model" // it is looked at before it has a name
	}
	key, err := json.Marshal(b)
	if err != nil {
		return nil, err
	}
	s.briefs.mu.Lock()
	kept, ok := s.briefs.kept.Get(string(key))
	s.briefs.mu.Unlock()
	if ok {
		return kept, nil
	}
	shelf, err := s.fromShelf(ctx)
	if err != nil {
		return nil, err
	}
	f, _, err := b.Plan(shelf...)
	if err != nil {
		return nil, err
	}
	p, err := f.Resolve()
	if err != nil {
		return nil, err
	}
	out := &briefed{file: f}
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		out.tl, err = timeline.LayContext(ctx, p, rule.Every())
		return err
	})
	if err != nil {
		return nil, err
	}
	s.briefs.mu.Lock()
	defer s.briefs.mu.Unlock()
	s.briefs.kept.Add(string(key), out)
	return out, nil
}

// briefPainting reads what is asked of a build that is only being answered.
func (s *Server) briefPainting(ctx context.Context, c fiber.Ctx) (in wire.AskBrief, b *briefed, p painting, err error) {
	if err = body(c, &in); err != nil {
		return
	}
	if b, err = s.briefed(ctx, in.Answers); err != nil {
		return
	}
	p.tl = b.tl
	p.q = plan.LookQuery{At: cmp.Or(b.tl.Finish, in.Answers.Start), Width: in.Width, Most: cmp.Or(in.Most, lookRows), Ground: grounds[map[bool]string{true: "night", false: "day"}[in.Night]]}
	if in.At != nil {
		p.q.At = *in.At
	}
	if p.q.Views, err = plan.LookViews(in.View); err != nil {
		return in, b, p, refuse("%v", err)
	}
	if p.q.Light, err = plan.LookLight(in.Light); err != nil {
		return in, b, p, refuse("%v", err)
	}
	p.easel, err = s.easels.of(b.file, p.q)
	return
}

// briefPicture paints a build that is only being answered.
func (s *Server) briefPicture(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, _, p, err := s.briefPainting(ctx, c)
	if err != nil {
		return err
	}
	var out bytes.Buffer
	err = s.judging.busy(ctx, func(context.Context) error {
		img, _, _ := p.paint()
		return encodePNG(&out, img)
	})
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/png")
	return c.Send(out.Bytes())
}

// briefTap tells which zone lies at a place of its picture.
func (s *Server) briefTap(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	in, b, p, err := s.briefPainting(ctx, c)
	if err != nil {
		return err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	frame := p.Frame(p.q)
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
	var out bytes.Buffer
	err = s.judging.busy(ctx, func(context.Context) error {
		a, err := airframe.Make(airframe.Spec{Type: c.Params("type")})
		if err != nil {
			return err
		}
		frame := picture.New(a, q.Views, q.Width, q.Most)
		skin := func(l float64) look.Skin {
			g := colour.Grey(l)
			return look.Skin{Paint: g, Ground: g, Surface: g, Line: shade.Recess(shade.Recess(g)), Texture: coating.Satin.Texture()}
		}
		return encodePNG(&out, frame.Paint([]look.Skin{skin(58), skin(70)}, picture.Wish{Ground: colour.Or(q.Ground, colour.Grey(80))}))
	})
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/png")
	c.Set(fiber.HeaderCacheControl, "private, max-age=3600")
	return c.Send(out.Bytes())
}
