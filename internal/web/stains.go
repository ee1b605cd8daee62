package web

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/internal/format/sheet"
	"inkysparrow/internal/studio"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// pulls reads what a picture should show in place of a plan's own stains: zone/step:amount:reach.
func pulls(text string) (map[string]route.Pull, error) {
	if text == "" {
		return nil, nil
	}
	parts := strings.Split(text, ":")
	if len(parts) < 3 {
		return nil, refuse("pull: not zone/step:amount:reach")
	}
	n := len(parts)
	how, err := howOf(parts[n-2], parts[n-1], "", "")
	if err != nil {
		return nil, err
	}
	return map[string]route.Pull{strings.Join(parts[:n-2], ":"): {Amount: how.Times, Reach: how.Reach}}, nil
}

// howOf reads what is changed of a stain.
func howOf(amount, reach, rounds, hours string) (h plan.StainHow, err error) {
	read := func(name, text string, low, high float64, out *float64) {
		if text == "" || err != nil {
			return
		}
		v, bad := strconv.ParseFloat(text, 64)
		if bad != nil || !(v >= low && v <= high) {
			err = refuse("%s: not between %g and %g", name, low, high)
			return
		}
		*out = v
	}
	read("amount", amount, route.LeastPull, route.MostPull, &h.Times)
	read("reach", reach, route.LeastPull, route.MostPull, &h.Reach)
	for _, n := range []struct {
		name, text string
		most       float64
		out        **float64
	}{{"rounds", rounds, 100_000, &h.Rounds}, {"hours", hours, 10_000, &h.Hours}} {
		if n.text != "" {
			*n.out = new(float64)
			read(n.name, n.text, 0, n.most, *n.out)
		}
	}
	return h, err
}

// stained reads which build and moment is asked about, and how it would be painted to be judged.
func (s *Server) stained(ctx context.Context, c fiber.Ctx) (*judged, studio.Painting, error) {
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return nil, studio.Painting{}, err
	}
	q, err := lookQuery(c, j.now)
	if err != nil {
		return nil, studio.Painting{}, err
	}
	painter, err := s.studio.Of(j.file, j.checked.Timeline, plan.LookQuery{At: q.At, Finished: q.Finished, Pulls: q.Pulls, Width: plan.JudgedWide})
	return j, painter, over(err)
}

// stainsEnough judges all that stains and fades the aircraft at a moment, as half-closed eyes see it: it takes longer than the list.
func (s *Server) stainsEnough(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, painter, err := s.stained(ctx, c)
	if err != nil {
		return err
	}
	var out wire.StainsEnough
	err = s.studio.Do(ctx, func(ctx context.Context) (err error) {
		out.Enough, err = painter.Enough(ctx, painter.TL, painter.Q)
		return err
	})
	if err != nil {
		return err
	}
	return c.JSON(out)
}

// stainsMore lists what could stain or fade the aircraft besides.
func (s *Server) stainsMore(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	all, err := j.file.More(ctx, j.checked.Timeline)
	if err != nil {
		return over(err)
	}
	out := wire.StainsMore{Steps: []wire.StainMore{}}
	for _, m := range all {
		step := plan.Step{Do: plan.Do(m.Do), Product: m.Product}
		one := wire.StainMore{ZoneName: m.ZoneName, Words: m.Name}
		if m.ProductName != "" {
			one.Words += ": " + m.ProductName
		}
		if m.Of != "" {
			step.Stain = &plan.StainHow{Of: m.Of}
		}
		one.Edit = plan.Edit{Do: "put-step", Zone: m.Zone, Step: &step}
		out.Steps = append(out.Steps, one)
	}
	return c.JSON(out)
}

// stains lists what stains and fades the aircraft.
func (s *Server) stains(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, painter, err := s.stained(ctx, c)
	if err != nil {
		return err
	}
	out := wire.Stained{Steps: []wire.StainStep{}, Least: route.LeastPull, Most: route.MostPull}
	for _, line := range j.checked.Lines {
		if k := painter.Shape.Zone(line.Zone.ID); k < 0 || painter.Shape.Measures[k].AreaCM2 <= 0 {
			continue
		}
		for i := range line.Steps {
			p := &line.Steps[i]
			if !effect.Stains(p.Step.Do) {
				continue
			}
			amount, reach := p.Step.Pull.Times()
			one := wire.StainStep{
				Zone: line.Zone.ID, ZoneName: line.Zone.Name, Step: p.Step.ID, Name: p.Step.Do.Name, When: j.moment(p.Start), Ends: p.End, Done: !p.Step.Done.IsZero(), Begun: !p.Step.Started.IsZero(),
				Amount: amount, Reach: reach, Oil: p.Step.Do.Has(route.OilWork), Colour: look.Plastic.String(),
				Guns: effect.Is(p.Step, painter.Shape.Airframe, route.OfGas), Flown: effect.Is(p.Step, painter.Shape.Airframe, route.OfExhaust),
			}
			if p.Step.Product != nil {
				one.Colour = p.Step.Product.Shows().String()
			}
			out.Steps = append(out.Steps, one)
		}
	}
	return c.JSON(out)
}

// stainPlan tells what a step puts where, changed as asked.
func (s *Server) stainPlan(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	how, err := howOf(c.Query("amount"), c.Query("reach"), c.Query("rounds"), c.Query("hours"))
	if err != nil {
		return err
	}
	zone, step := c.Query("zone"), c.Query("step")
	for _, l := range j.file.Zones {
		for _, own := range l.Steps {
			if l.ID != zone || own.ID != step || own.Stain == nil {
				continue
			}
			how.Of = own.Stain.Of
			if how.Rounds == nil {
				how.Rounds = own.Stain.Rounds
			}
			if how.Hours == nil {
				how.Hours = own.Stain.Hours
			}
			if how.Times == 0 {
				how.Times = cmp.Or(own.Stain.Times, own.Stain.Amount)
			}
			if how.Reach == 0 {
				how.Reach = own.Stain.Reach
			}
		}
	}
	at, err := s.Store.Shelf(ctx)
	if err != nil {
		return err
	}
	var oils []plan.Product
	for _, p := range at.Products {
		if p.Kind == coating.Oil && p.UsedUp == "" {
			oils = append(oils, p.Product)
		}
	}
	var got plan.Stains
	err = s.judging.busy(ctx, func(context.Context) (err error) {
		got, err = j.file.StainsAs(j.checked.Timeline, zone, step, how, oils...)
		return err
	})
	if err != nil {
		return refuse("%v", err)
	}
	b := guideBlock(got.Told())
	against := ""
	if got.Amount != 1 {
		against = fmt.Sprintf("%.1f times what its service asks for. %s", got.Amount, j.file.Targets().Words)
	}
	return c.JSON(wire.StainTold{Against: against, Words: b.Words, Rows: b.Rows, Passes: got.Passes(), Length: got.LongMM, Plan: wire.StainPlan{
		Amount: got.Amount, Reach: got.Reach, Ways: got.Ways, Undo: got.Undo, Tool: got.Tool, Seal: got.Seal, Caution: got.Caution, Views: viewsOf(got),
	}})
}

// viewsOf are the views in which something of a plan lies.
func viewsOf(s plan.Stains) []string {
	all := []string{}
	for _, at := range s.Places {
		if !slices.Contains(all, at.View) {
			all = append(all, at.View)
		}
	}
	return all
}

// stainGuide sends a guide at the size of the model.
func (s *Server) stainGuide(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	v, ok := airframe.ViewNamed(c.Query("view", airframe.Top.String()))
	if !ok {
		return refuse("view: %q is none of top, under, left, right", c.Query("view"))
	}
	as := c.Query("as", "pdf")
	if as != "pdf" && as != "svg" {
		return refuse("as: %q is neither pdf nor svg", as)
	}
	var out []byte
	var name string
	err = s.judging.busy(ctx, func(ctx context.Context) error {
		p, err := j.file.Printed(ctx, j.checked.Timeline, v, c.Query("mirrored") == "yes", c.Query("zone"), c.Query("step"))
		if cause := context.Cause(ctx); cause != nil {
			return cause
		}
		if err != nil {
			return refuse("%v", err)
		}
		name = p.Words() + "." + as
		if as == "svg" {
			out = sheet.SVG(p)
			return nil
		}
		out, err = sheet.PDF(p, j.now)
		if err != nil {
			return refuse("%v", err)
		}
		return nil
	})
	if err != nil {
		return err
	}
	c.Attachment(name)
	c.Set(fiber.HeaderContentType, map[string]string{"pdf": "application/pdf", "svg": "image/svg+xml"}[as])
	return c.Send(out)
}
