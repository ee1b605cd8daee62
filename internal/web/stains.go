package web

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/stain"
	"inkysparrow/internal/format/sheet"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// pulls reads what a picture should show in place of a plan's own stains: zone/step:amount:reach.
func pulls(text string) (map[string]stain.How, error) {
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
	return map[string]stain.How{strings.Join(parts[:n-2], ":"): {Amount: how.Amount, Reach: how.Reach}}, nil
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
	read("amount", amount, stain.LeastPull, stain.MostPull, &h.Amount)
	read("reach", reach, stain.LeastPull, stain.MostPull, &h.Reach)
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

// stains lists what stains and fades the aircraft and judges all of it at a moment.
func (s *Server) stains(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	q, err := lookQuery(c, j.now)
	if err != nil {
		return err
	}
	judged := plan.LookQuery{At: q.At, Finished: q.Finished, Pulls: q.Pulls, Width: plan.JudgedWide}
	painter, err := s.studio.Of(j.file, j.checked.Timeline, judged)
	if err != nil {
		return over(err)
	}
	out := wire.Stained{Steps: []wire.StainStep{}, Least: stain.LeastPull, Most: stain.MostPull}
	for _, line := range j.checked.Lines {
		if k := painter.Shape.Zone(line.Zone.ID); k < 0 || painter.Shape.Measures[k].AreaCM2 <= 0 {
			continue
		}
		for i := range line.Steps {
			p := &line.Steps[i]
			if !p.Step.Do.Planned() {
				continue
			}
			amount, reach := p.Step.How.Times()
			one := wire.StainStep{
				Zone: line.Zone.ID, ZoneName: line.Zone.Name, Step: p.Step.ID, Name: p.Step.Do.Name, When: j.moment(p.Start), Ends: p.End, Done: !p.Step.Done.IsZero(),
				Amount: amount, Reach: reach, Oil: p.Step.Do.Has(route.OilWork), Guns: p.Step.How.Of == stain.OfGas, Colour: look.Plastic.String(),
			}
			one.Flown = p.Step.How.Of == stain.OfExhaust || p.Step.How.Of == "" && p.Step.Do.ID == "exhaust-spray"
			if p.Step.Product != nil {
				one.Colour = p.Step.Product.Shows().String()
			}
			out.Steps = append(out.Steps, one)
		}
	}
	err = s.studio.Do(ctx, func(ctx context.Context) (err error) {
		out.Enough, err = painter.Enough(ctx, painter.TL, painter.Q)
		return err
	})
	if err != nil {
		return err
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
			if how.Amount == 0 {
				how.Amount = own.Stain.Amount
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
	b := stainRows(got)
	against := ""
	if got.Amount != 1 {
		against = fmt.Sprintf("%.1f times what its service asks for. %s", got.Amount, j.file.Targets().Words)
	}
	out := wire.StainTold{Against: against, Words: b.Words, Rows: b.Rows, Passes: len(got.Passes), Plan: wire.StainPlan{
		Amount: got.Amount, Reach: got.Reach, Ways: got.Ways, Inks: got.Inks, Undo: got.Undo, Tool: got.Tool, Seal: got.Seal, Caution: got.Caution, Views: viewsOf(got, j),
	}}
	switch {
	case len(got.Profile) > 0:
		out.Length = got.Profile[len(got.Profile)-1].AftMM / got.Reach
	case len(got.Dots) > 0:
		out.Length = got.Dots[0].LengthMM / got.Reach
	case len(got.Clouds) > 0:
		out.Length = got.Clouds[0].LengthMM / got.Reach
	case len(got.Specks) > 0 && got.Chips == nil:
		out.Length = stain.MudMM(j.file.Build.Scale)
	}
	return c.JSON(out)
}

// viewsOf are the views in which something of a plan lies.
func viewsOf(s plan.Stains, j *judged) []string {
	all := []string{}
	add := func(v string) {
		if !slices.Contains(all, v) {
			all = append(all, v)
		}
	}
	for _, d := range s.Dots {
		add(d.View)
	}
	for _, d := range s.Specks {
		add(d.View)
	}
	for _, d := range s.Lines {
		add(d.View)
	}
	for _, d := range s.Clouds {
		add(d.View)
	}
	if len(s.Profile) > 0 {
		if shape, err := j.file.Shape(); err == nil {
			for _, f := range shape.Features {
				if f.Kind == airframe.Stack {
					for _, v := range f.Views {
						add(v.String())
					}
				}
			}
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

// stainRows tells a plan in words and figures.
func stainRows(s plan.Stains) wire.GuideBlock {
	b := wire.GuideBlock{Title: "Where it goes on this aircraft", Rows: []wire.GuideRow{}}
	row := func(label, format string, args ...any) {
		b.Rows = append(b.Rows, wire.GuideRow{Label: label, Value: fmt.Sprintf(format, args...)})
	}
	switch {
	case len(s.Passes) > 0:
		first := s.Passes[0]
		b.Words = fmt.Sprintf("One thin pass after the other, each dry before the next: %.0f psi, %.0f %% of paint in the mix, the needle drawn away as the plume widens. Distances are aft of the first stack.", first.PSI, first.PaintPct)
		for i, p := range s.Passes {
			row(fmt.Sprintf("Pass %d", i+1), "%.0f to %.0f mm, %.1f cm off to %.1f", p.FromMM, p.ToMM, p.DistanceMM/10, p.EndMM/10)
		}
	case s.ShiftDE > 0 && len(s.Dots) > 0:
		b.Words = "Small dots without rows or clumps, drawn out with a soft, flat, nearly dry brush: aft above and below, downwards on the sides; two millimetres off the border of a colour."
		row("Dots", "%d of %.1f mm, %.1f a cm²", len(s.Dots), s.Dots[0].DMM, s.PerCM2)
		tones := map[string]int{}
		for _, d := range s.Dots {
			tones[d.Tone]++
		}
		row("Of them", "%d lighter, %d warmer, %d darker, %d cooler than the paint", tones["lighter"], tones["warmer"], tones["darker"], tones["cooler"])
		row("They shift the paint by", "%.1f CIEDE2000 on average, %.1f wanted; it varies by %.1f", s.ShiftDE, s.WantedDE, s.SpreadDE)
		row("Squeezed out", "%.0f mm³, %s", s.PaintMM3, pea(s.PaintMM3))
		row("Of each dot", "%.0f %% ends in the brush: wipe it on a dry cloth after every few", 100*stain.Picked())
		row("Set and blended at one go", "%.0f cm², before the first streak stiffens after %.0f min", s.PatchCM2, s.OpenMin)
		if len(s.Patches) > 1 {
			row("Patches", "%d, from the end that you do not hold", len(s.Patches))
		}
		row("In all", "about %.0f min", s.AttendedMin)
		for _, t := range s.Tubes {
			row("The "+t.Tone+" one", "%s", t.Words)
		}
		if m := s.Markings; m != nil {
			row("On the markings", "%.1f a cm², %s", m.PerCM2, m.Words)
		}
		if w := s.WetBrush; w != nil {
			if w.Bites {
				row("A wet brush", "would take %.1f µm of what lies below: nearly dry, and nothing else", w.LossUM)
			} else {
				row("A wet brush", "lifts what was just set; the films below stand it (%.2f µm)", w.LossUM)
			}
		}
		for _, g := range s.Grip {
			row("Over "+g.On+map[bool]string{true: ", as here"}[g.Here], "%.0f mm long, covers %.0f %%, open %.0f min; %s", g.LengthMM, g.CoverPct, g.OpenMin, g.Words)
		}
	case len(s.Dots) > 0 || len(s.Rain) > 0 || len(s.Clouds) > 0 && s.Step != "" && s.PaintMM3 > 0:
		b.Words = "One small dot where something leaks, drawn out in one stroke: with the air above and below, downwards on the sides."
		for i, d := range s.Dots {
			v, _ := airframe.ViewNamed(d.View)
			row(fmt.Sprintf("Leak %d", i+1), "%s: a dot of %.1f mm drawn out to %.0f mm", viewWords[v], d.DMM, d.LengthMM)
		}
		if len(s.Rain) > 0 {
			row("Rain marks", "%d down the sides, %.1f mm wide, thin and faint", len(s.Rain), s.Rain[0].DMM)
		}
		if len(s.Clouds) > 0 {
			row("Behind radiators and coolers", "a soft stain of about %.0f mm", s.Clouds[0].LengthMM)
		}
	case len(s.Specks) > 0 && s.Chips == nil:
		b.Words = "Specks where the tyre throws them, the largest that fly: on a card first, until they are right. Inside the well and on the leg as well."
		row("Specks", "%d, of %.2f to %.2f mm", len(s.Specks), least(s.Specks), most(s.Specks))
		row("They cover", "%.2f %% of the zone", s.CoverPct)
	case len(s.Gas) > 0:
		b.Words = "Soft, straight aft of each port, no wider than a finger of it."
		for _, g := range s.Gas {
			v, _ := airframe.ViewNamed(g.View)
			row("Behind "+g.Gun, "%s: %.0f mm, %.0f %% covered at its strongest", viewWords[v], g.LengthMM, 100*g.Peak)
		}
	case len(s.Lines) > 0:
		b.Words = "Some of the lines, never all: a fine line of oil beside each, blended to one side only."
		row("Lines", "%d", len(s.Lines))
		row("Blended to", "%.1f mm, within %.0f min", s.Lines[0].WidthMM, s.OpenMin)
	case s.Chips != nil:
		c := s.Chips
		if c.Number == 0 {
			b.Words = "Nothing: at this scale every chip is smaller than the smallest mark."
			row("The largest", "would be %.2f mm; %s sets none under %.2f", c.MostMM, c.Tool, c.LeastMM)
			break
		}
		b.Words = "Many small, few large, none twice; where people go and at leading edges."
		row("Chips", "%d of %.2f to %.1f mm; half of them under %.2f", c.Number, c.LeastMM, c.MostMM, c.HalfMM)
		row("In all", "%.0f mm²; %s shows %.0f %% of it, the rest is too small to be set", c.AreaMM2, c.Tool, c.ShownPct)
	case len(s.Clouds) > 0:
		b.Words = "From the filler aft and a little outboard, once; it fills the flat's grain and stays glossy."
		row("Each", "about %.0f mm by %.0f", s.Clouds[0].LengthMM, s.Clouds[0].WidthMM/4)
	case s.CoverPct > 0:
		b.Words = "One thin veil: wring the brush out first. More than three of them read as paint."
		row("It covers", "%.0f %% and shifts the paint by %.1f CIEDE2000", s.CoverPct, s.ShiftDE)
	}
	if d := s.Dust; d != nil {
		row("Dust", "%.1f mg; %.2f mg/cm² where it is thickest, and this surface holds %.2f", d.MG, d.MGPerCM2, d.HeldMG)
		if d.KeptWetPct > 0 {
			row("Under a clear", "%.0f %% of it is seen under a wet coat, %.0f %% under a mist", d.KeptWetPct, d.KeptMist)
		}
		if b.Words == "" {
			b.Words = "Worked in with a cropped brush, in layers, each less far aft."
		}
	}
	for _, at := range s.Profile {
		if at.AftMM >= s.StackMM[len(s.StackMM)-1] {
			row("Right behind the last stack", "%.0f %% covered, %.1f mm wide; it differs from the paint by %.0f CIEDE2000", 100*at.Peak, 2*at.HalfWidthMM, s.CoreDE)
			break
		}
	}
	for _, i := range s.Inks {
		if i.Suits {
			row("What this fuel leaves here", "%s, covering %.0f %%: %.0f CIEDE2000", i.Words, i.CoverPct, i.DE)
		}
	}
	if len(s.TwoTone) == 2 && s.TwoTone[0] != s.TwoTone[1] {
		row("In two tones", "the long passes in %s first, the short ones at the stack in %s", s.InkWords(s.TwoTone[0]), s.InkWords(s.TwoTone[1]))
	}
	return b
}

// pea is how large a volume is, in words.
func pea(mm3 float64) string {
	d := math.Cbrt(6 * mm3 / math.Pi)
	switch {
	case d >= 6:
		return "a pea"
	case d >= 4:
		return "a small pea"
	case d >= 2:
		return "a peppercorn"
	}
	return "a pin's head"
}

func least(all []plan.StainSpeck) float64 {
	return slices.MinFunc(all, func(a, b plan.StainSpeck) int { return cmp.Compare(a.DMM, b.DMM) }).DMM
}

func most(all []plan.StainSpeck) float64 {
	return slices.MaxFunc(all, func(a, b plan.StainSpeck) int { return cmp.Compare(a.DMM, b.DMM) }).DMM
}
