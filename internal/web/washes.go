package web

import (
	"bytes"
	"cmp"
	"context"
	"fmt"
	"image/png"
	"slices"
	"strconv"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/choose"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/swab"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// chosen puts the washes that a request asks about side by side.
func (s *Server) chosen(ctx context.Context, c fiber.Ctx) (*judged, *plan.Chosen, error) {
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return nil, nil, err
	}
	q := plan.WashQuery{Zone: c.Query("zone"), Wishes: plan.Wishing(c.Query("wish")), With: c.Query("with"), Liquid: c.Query("liquid"), Way: c.Query("way"), Stroke: c.Query("stroke")}
	if len(j.file.Zones) == 0 {
		return nil, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "This build has no zone yet: a wash goes on one. Add a zone in the plan.")
	}
	if q.Zone == "" {
		q.Zone = j.file.Zones[0].ID
	}
	if at := c.Query("at"); at != "" {
		if q.At, err = time.Parse(time.RFC3339, at); err != nil {
			return nil, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "at: not a moment")
		}
	}
	if w := c.Query("wanted"); w != "" {
		if q.Wanted, err = strconv.ParseFloat(w, 64); err != nil || !(q.Wanted >= 0.5 && q.Wanted <= 60) {
			return nil, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "wanted: a contrast from 0.5 to 60")
		}
	}
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return nil, nil, err
	}
	key := chosenKey{j, stands.Revision, fmt.Sprintf("%+v", q)}
	if out, ok := s.washing.get(key); ok {
		return j, out, nil
	}
	var out *plan.Chosen
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		out, err = j.file.Choose(ctx, j.checked, q, atHand(stands)...)
		return err
	})
	if err == nil {
		s.washing.put(key, out)
	}
	return j, out, err
}

// chosenKey is what washes that stand side by side hang on.
type chosenKey struct {
	of    *judged
	shelf int64
	query string
}

// chosenKept keeps the last of them: a list is followed by the strip of each of its washes.
const chosenKept = 4

func (s *Server) washes(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, chosen, err := s.chosen(ctx, c)
	if err != nil {
		return err
	}
	return c.JSON(j.washes(chosen))
}

// washDates tells when the build would be ready with each wash: it takes longer than the list itself.
func (s *Server) washDates(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, chosen, err := s.chosen(ctx, c)
	if err != nil {
		return err
	}
	var finish []time.Time
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		finish, err = chosen.Finish(ctx)
		return err
	})
	if err != nil {
		return err
	}
	out := wire.WashDates{Dates: []wire.WashDate{}}
	for i, t := range finish {
		if t.IsZero() {
			continue
		}
		d := wire.WashDate{Key: chosen.Key(i), Day: j.dayWords(t), Words: j.moment(t)}
		d.Effect, d.Later = j.finishWords(j.checked.Finish, t)
		out.Dates = append(out.Dates, d)
	}
	return c.JSON(out)
}

func (j *judged) washes(chosen *plan.Chosen) wire.Washes {
	p := chosen.Place
	zone := p.Line.Zone
	out := wire.Washes{
		Zone: zone.ID, At: p.At.UTC(), Clock: j.moment(p.At), Due: chosen.Due(), Surface: j.surfaceWords(p), Paint: p.Paint.String(), Cloth: p.Cloth.String(), Way: string(p.Plan.Schools.Of(route.WashWay)), Stroke: string(p.Stroke),
		Lines: fmt.Sprintf("%s, %.2f by %.2f mm, about %.0f cm of them", p.Kind.Words, p.Lines.WidthMM, p.Lines.DepthMM, p.Length/10), Job: j.job(p), Wanted: choose.Wanted(j.plan.Schools),
		Zones: []wire.Wish{}, Washes: []wire.Wash{}, Made: []string{}, More: []wire.Wish{},
	}
	for _, s := range choose.Strengths() {
		out.Strengths = append(out.Strengths, wire.WashStrength(s))
	}
	for _, w := range chosen.Wishes {
		out.Made = append(out.Made, string(w))
	}
	for _, w := range choose.Wishes() {
		if !slices.Contains(chosen.Wishes, w.ID) {
			out.More = append(out.More, wire.Wish{ID: string(w.ID), Words: w.Words})
		}
	}
	for _, z := range j.file.Zones {
		out.Zones = append(out.Zones, wire.Wish{ID: z.ID, Words: z.Name})
	}
	for i, s := range p.Line.Steps {
		if s.Step.ID == out.Due {
			out.DueWords = fmt.Sprintf("step %d, %s", i+1, say.Lower(s.Step.Do.Name))
		}
	}
	for _, x := range choose.Told(choose.Order(chosen.Wishes)) {
		out.Wishes = append(out.Wishes, wire.WashWish{ID: string(x.ID), Words: x.Words, Bands: x.Bands})
	}
	out.ForAll = chosen.ForAll()
	out.Films = films(p)
	for i := range chosen.Judged {
		out.Washes = append(out.Washes, j.wash(chosen, i))
	}
	return out
}

// films are those of the place, the top one first.
func films(p *choose.Place) []wire.WashFilm {
	all := []wire.WashFilm{}
	for i := len(p.Films) - 1; i >= 0; i-- {
		film := &p.Films[i]
		f := wire.WashFilm{Name: p.FilmName(i), Words: "hard from the start", Colour: p.Panel.String()}
		if i > 0 {
			f.Words = film.At(p.At).Phase.String()
			if film.Film.Family.Mechanism.Hardens {
				f.Words = fmt.Sprintf("%s hard", say.Percent(film.Hard(p.At)))
			}
		}
		all = append(all, f)
	}
	return all
}

func (j *judged) surfaceWords(p *choose.Place) string {
	name := "bare plastic"
	if len(p.Films) > 1 {
		name = p.FilmName(len(p.Films) - 1)
	}
	return fmt.Sprintf("on %s, %s", name, p.On.Sheen())
}

// job is a cup for the zone with nothing poured into it.
func (j *judged) job(p *choose.Place) plan.Cup {
	air := j.plan.Air.At(p.At)
	return plan.Cup{
		Format: plan.MixFormat, Pour: []plan.Pour{}, Line: &plan.MixLine{WidthMM: p.Lines.WidthMM, DepthMM: p.Lines.DepthMM}, On: plan.Sheen(p.On.Sheen().String()), Paint: p.Paint.String(),
		Climate: &plan.Climate{TemperatureC: round(air.TemperatureC, 1), HumidityPct: round(100*air.Humidity, 0)},
	}
}

func (j *judged) wash(chosen *plan.Chosen, i int) wire.Wash {
	out := j.judgedWash(chosen.Place, &chosen.Judged[i])
	out.Key = chosen.Key(i)
	w := &chosen.Judged[i]
	out.OfAll = out.RuledOut != "" && w.Rub.Harm == verdict.Ground && w.Apply.Safe() && w.Wipe.Safe() && len(chosen.ForAll()) > 0
	return out
}

func (j *judged) judgedWash(p *choose.Place, w *choose.Judged) wire.Wash {
	out := wire.Wash{
		Name: w.Product.Name, Family: w.Mixed.Family.Name, Kind: "bottle", Rank: w.Rank, RuledOut: say.Capital(w.RuledOut), Way: w.Way.Name,
		Apply: j.touched(p, w.Apply, w.Product.Carrier, "put on"), Wipe: wire.WashTouch{State: wire.Safe, Words: "It is not wiped"}, RunMM: round(w.Run.MM, 1), RunWords: w.Run.Stop.Words(), Runs: w.Run.Runs(),
		LeftPct: round(100*w.Left, 1), KeepsPct: round(100*w.Keeps, 0), Dry: w.Mixed.Look.Dry.String(), Line: w.Lines.Line.String(), Under: w.Under.Line.String(), Open: w.Open.String(),
		Ground: p.Paint.String(), LineDE: round(w.Lines.Near, 1), ArmDE: round(w.Lines.AtArm, 1), Reads: w.Reads(), Shift: round(w.Shift, 2), Marks: w.Marks(), Smell: w.Smell.String(), Work: say.Bench(w.Attended), Bands: []wire.WashBand{},
		Dries: say.Span(w.Opens.Sub(w.Laid)), Wiped: !w.Way.Airbrush, Cost: money(w.Cost),
	}
	if !w.Way.Airbrush {
		out.Wipe = j.touched(p, w.Wipe, w.Wets(), "wiped")
	}
	switch {
	case w.Generic:
		out.Kind = "any"
	case w.Recipe != nil:
		out.Kind, out.Recipe = "mix", w.Recipe.Words()
	}
	out.Verdict = wire.WashTouch{State: wire.Safe, Words: w.Harms()}
	switch {
	case w.RuledOut != "":
		out.Verdict = wire.WashTouch{State: wire.Bite, Words: out.RuledOut}
	case !w.Apply.Safe() || !w.Wipe.Safe():
		out.Verdict.State = wire.Hold
	}
	for _, b := range w.Bands {
		out.Bands = append(out.Bands, wire.WashBand{Place: b.Place, Words: b.Words})
	}
	out.Rub = p.Soft(w)
	out.Window = "from " + j.moment(w.Opens)
	out.Undo = fmt.Sprintf("%s, ", w.UndoneBy.Name)
	if w.Always {
		out.Window += ", stays open"
		out.Undo += "at any time"
	} else {
		out.Window += " to " + j.moment(w.Closes)
		out.Undo += "until " + j.moment(w.Closes)
	}
	if w.Untouched {
		out.Undo += ", paint untouched"
	} else {
		out.Undo += ", it takes paint with it"
	}
	out.Cells = j.cells(p, w)
	out.Caution = w.Product.Carrier.Caution
	return out
}

func money(v float64) string {
	if v < 0.005 {
		return "nothing"
	}
	return fmt.Sprintf("%.2f", v)
}

// touched is what a judged wash's touch does to the films, in words.
func (j *judged) touched(p *choose.Place, a verdict.Answer, liquid *solvent.Liquid, when string) wire.WashTouch {
	name := "dry cloth"
	if liquid != nil {
		name = liquid.Name
	}
	out := wire.WashTouch{State: stateOf(a), Words: fmt.Sprintf("%s, %s: takes %s", say.Capital(name), when, taken(float64(a.Reach.Loss)))}
	switch a.Harm {
	case verdict.TooWet:
		out.Words = fmt.Sprintf("%s, %s: %s is not dry enough", say.Capital(name), when, p.FilmName(a.Place))
	case verdict.Torn:
		out.Words = fmt.Sprintf("%s, %s: the decals lie open", say.Capital(name), when)
	}
	switch a.Helps {
	case verdict.Wait:
		out.Words += ", safe from " + j.moment(a.SafeFrom)
	case verdict.Seal:
		out.Words += ", wants a closed clear below"
	case verdict.Never:
		out.Words += " at any age"
	}
	return out
}

// taken is how much of a film goes, in words: a hundredth of a micrometre is nothing that anybody sees.
func taken(loss float64) string {
	if loss < 0.005 {
		return "nothing"
	}
	return fmt.Sprintf("%.2f µm", loss)
}

// cells are what a wash and its wipe do to each film, the worse of both.
func (j *judged) cells(p *choose.Place, w *choose.Judged) []wire.WashCell {
	cells := make([]wire.WashCell, len(p.Films))
	for k := range cells {
		cells[k] = wire.WashCell{State: wire.Safe, Words: "not reached"}
	}
	for _, r := range p.Grid(w) {
		c := &cells[len(p.Films)-1-r.Place]
		loss := round(float64(r.Loss), 2)
		if c.Words != "not reached" && loss <= c.LossUM {
			continue
		}
		when := map[bool]string{true: "at the wipe", false: "as it is put on"}[r.Wipe]
		c.LossUM, c.DepthUM, c.Safe = loss, round(float64(r.Depth), 1), ""
		c.State, c.Words = wire.Safe, fmt.Sprintf("%s %s, %.1f µm deep where it is reached", taken(loss), when, c.DepthUM)
		if !r.Bites() {
			continue
		}
		c.State = wire.Bite
		if r.When.Place == r.Place {
			if c.State = stateOf(r.When); r.When.Helps == verdict.Wait {
				c.Safe = say.Span(r.When.SafeFrom.Sub(r.When.At))
			}
		}
	}
	return cells
}

func (s *Server) washOne(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, chosen, err := s.chosen(ctx, c)
	if err != nil {
		return err
	}
	i := chosen.Find(c.Query("key"))
	if i < 0 {
		return fiber.NewError(fiber.StatusNotFound, "There is no such wash for this zone.")
	}
	out := j.washOne(chosen, i)
	if than := chosen.Find(c.Query("than")); than >= 0 && than != i {
		if out.Before, err = chosen.Before(than, i); err != nil {
			return err
		}
	}
	return c.JSON(out)
}

func (j *judged) washOne(chosen *plan.Chosen, i int) wire.WashOne {
	p, w := chosen.Place, &chosen.Judged[i]
	out := wire.WashOne{Key: chosen.Key(i), Add: chosen.Edit(i, true, false), Sealed: chosen.Edit(i, false, true), Zones: []wire.WashZone{}, Cautions: w.Mixed.Cautions()}
	if out.Cautions == nil {
		out.Cautions = []string{}
	}
	if chosen.Due() != "" {
		e := chosen.Edit(i, false, false)
		out.Replace = &e
	}
	bare := p.BareOrSealed(w)
	out.Bare = wire.WashBare{Words: bare.Words, Ages: []wire.WashAge{}, Limit: float64(stack.Limit()), Sealed: round(bare.Sealed, 2)}
	for _, a := range bare.Ages {
		age := wire.WashAge{Words: say.Span(time.Duration(a.Hours * float64(time.Hour))), Loss: round(a.Loss, 2), Soft: a.Soft, State: wire.Safe}
		if a.Hours == 0 {
			age.Words = "now"
		}
		switch {
		case !a.Safe && !a.Soft:
			age.State = wire.Bite
		case a.Soft:
			age.State = wire.Hold
		}
		out.Bare.Ages = append(out.Bare.Ages, age)
	}
	out.Run = runOf(w.Run, p.Lines)
	out.Run.Touches, out.Run.Minutes, out.Run.ML, out.Run.Length = w.Fill.Touches, round(w.Fill.Minutes, 1), round(w.Fill.ML, 3), round(p.Length, 0)
	out.Run.Drawn, out.Run.Pressed = p.Kind.Drawn, !w.Way.Contact.Is(stack.PinWash)
	for _, s := range p.Line.Steps[:p.Done] {
		out.Run.Decals = out.Run.Decals || s.Step.Floats()
	}
	out.Wipe = j.wipe(p, w)
	for _, line := range j.checked.Lines {
		other := choose.At(j.checked.Timeline, line, choose.When(j.checked.Timeline, line))
		other.Cloth, other.Liquid = p.Cloth, p.Liquid
		o := other.Judge([]choose.Candidate{w.Candidate})[0]
		z := wire.WashZone{Name: line.Zone.Name, Paint: other.Paint.String(), Line: o.Lines.Line.String(), LineDE: round(o.Lines.Near, 1), Reads: o.Reads(), State: wire.Safe, Words: "suits"}
		if o.RuledOut != "" {
			z.State, z.Words = wire.Hold, o.RuledOut
			for _, a := range o.Answers() {
				if stateOf(a) == wire.Bite {
					z.State = wire.Bite
				}
			}
		}
		out.Zones = append(out.Zones, z)
	}
	out.Span = spanWords(out.Zones)
	if w.Recipe != nil {
		cup := j.job(p).Add(w.Recipe.Cup)
		out.Cup = &cup
	}
	return out
}

// spanWords tells on which zones a wash reads strongest and faintest.
func spanWords(zones []wire.WashZone) string {
	by := func(a, b wire.WashZone) int { return cmp.Compare(a.LineDE, b.LineDE) }
	best, worst := slices.MaxFunc(zones, by), slices.MinFunc(zones, by)
	if best.Name == worst.Name {
		return fmt.Sprintf("Its lines read %s at arm's length.", best.Reads)
	}
	return fmt.Sprintf("Strongest on %s, faintest on %s.", best.Name, worst.Name)
}

func runOf(r wash.Run, line wash.Line) wire.WashRun {
	return wire.WashRun{
		MM: round(r.MM, 1), Words: r.Stop.Words(), Stop: r.Stop.String(), Brush: round(r.Brush, 1), Thick: round(min(r.Thick, 9999), 1), Dry: round(min(r.Dry, 9999), 1), Drinks: round(r.Drinks, 3),
		Width: line.WidthMM, Depth: line.DepthMM,
	}
}

func (j *judged) wipe(p *choose.Place, w *choose.Judged) wire.WashWipe {
	how := p.WipePlan(*w)
	out := wire.WashWipe{
		When: "From " + j.moment(w.Opens), Opens: w.Opens.UTC(), Cloth: "dry lint-free cloth", Strokes: how.Strokes, Cloths: how.Cloths, Buds: how.Buds, Work: say.Bench(how.Work),
		Left:  fmt.Sprintf("%.1f %% where it lay: from before, the paint is %s. The lines keep %s.", 100*w.Left, colour.Apart(w.Shift), say.Percent(w.Keeps)),
		Order: how.Order, Care: how.Care, Cautions: how.Cautions, Early: how.Early, Late: how.Late, Tools: []wire.WashTool{},
	}
	if w.Way.Airbrush {
		out.When, out.Cloth, out.Tools = "It is sprayed in veils and stays", "", []wire.WashTool{}
		out.Left = fmt.Sprintf("From before, the zone is %s.", colour.Apart(w.Shift))
		return out
	}
	if w.Cloth != wash.Dry {
		out.Cloth = fmt.Sprintf("cloth %s with %s", w.Cloth, w.Wets().Name)
	}
	if !w.Always {
		out.When += " to " + j.moment(w.Closes)
	} else {
		out.When += ", at any time after"
	}
	if out.Patch = "All of the zone at one go."; how.Patches > 1 {
		out.Patch = fmt.Sprintf("%d patches of about %.0f cm², each brushed, left to dry and wiped by itself.", how.Patches, how.PatchCM)
	}
	if how.Lighten >= 0.5 {
		out.Lighten = fmt.Sprintf("It darkens the zone by %.1f in lightness: a base mixed that much lighter ends at its colour.", how.Lighten)
	}
	for _, t := range how.Tools {
		out.Tools = append(out.Tools, wire.WashTool{Words: t.Words, LeftPct: round(100*t.Left, 1), Note: t.Note})
	}
	return out
}

// washStrip draws a wash before and after its wipe.
func (s *Server) washStrip(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, chosen, err := s.chosen(ctx, c)
	if err != nil {
		return err
	}
	i := chosen.Find(c.Query("key"))
	if i < 0 {
		return fiber.NewError(fiber.StatusNotFound, "There is no such wash for this zone.")
	}
	var out bytes.Buffer
	encoder := png.Encoder{CompressionLevel: png.BestSpeed}
	err = s.judging.busy(ctx, func(context.Context) error {
		panel, minutes := panelOf(chosen.Place, &chosen.Judged[i])
		return encoder.Encode(&out, panel.Strip(chosen.Judged[i].Cloth, minutes))
	})
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/png")
	c.Set(fiber.HeaderCacheControl, "private, no-cache")
	return c.Send(out.Bytes())
}

// panelOf is a judged wash on a panel, and after how many minutes it is wiped.
func panelOf(p *choose.Place, w *choose.Judged) (*swab.Panel, float64) {
	film := (&route.Step{Do: w.Way, Product: w.Product, Coats: max(1, w.Way.Coats)}).Film(w.Laid)
	spec := swab.Spec{
		Mixed: w.Mixed, Film: film, Remover: w.Product.Remover, Stroke: p.Stroke, Air: p.Plan.Air, On: p.On, Paint: p.Paint, Recess: p.Ground, Below: p.Films, Pin: w.Way.Contact.Is(stack.PinWash),
		Seed: 7,
	}
	if w.Way.Airbrush {
		spec.Sprayed = w.Lies()
	}
	if p.Liquid != nil {
		spec.Remover = p.Liquid
	}
	panel := swab.New(spec)
	return panel, w.Opens.Sub(w.Laid).Minutes()
}

// mix tells what comes of a cup.
func (s *Server) mix(c fiber.Ctx) error {
	var in wire.AskMix
	if err := body(c, &in); err != nil {
		return err
	}
	var err error
	if in.Cup, err = in.Cup.Checked(); err != nil {
		return err
	}
	mixed, m, err := in.Cup.Mix()
	if err != nil {
		return err
	}
	job, err := in.Cup.Job(0)
	if err != nil {
		return err
	}
	out := wire.MixAnswer{Mixed: *mixed, Faults: []wire.Wish{}, Price: money(mixed.Cost)}
	out.Thinner = m.Thinner().ID
	out.Run = runOf(m.Runs(job.Line, job.On, job.Air), job.Line)
	out.Words = fmt.Sprintf("%s, like %s: %.1f %% stays behind. It runs %.0f mm: %s.", say.Capital(m.Family.Name), m.Like(), 100*m.Solids, out.Run.MM, out.Run.Words)
	for _, f := range mix.Faults() {
		out.Faults = append(out.Faults, wire.Wish{ID: f.ID, Words: f.Words})
	}
	if in.Fault != "" {
		cup, err := in.Cup.Core()
		if err != nil {
			return err
		}
		fix, err := cup.Correct(in.Fault, job)
		if err != nil {
			return fiber.NewError(fiber.StatusUnprocessableEntity, err.Error())
		}
		out.Correction = fix.Words
		if len(fix.Adds) > 0 {
			corrected := in.Cup.Add(fix.Adds)
			out.Corrected = &corrected
		}
	}
	out.Films = []wire.WashFilm{}
	if in.Build != "" {
		if err := s.judgeMix(c, in, m, &out); err != nil {
			return err
		}
	}
	if in.Name != "" {
		kept, err := in.Cup.Keep(in.Name, plan.Date(s.Clock.Now().Format(time.DateOnly)))
		if err != nil {
			return err
		}
		out.Keep = &kept
	}
	return c.JSON(out)
}

// judgeMix tells what a mix does on a zone.
func (s *Server) judgeMix(c fiber.Ctx, in wire.AskMix, m *mix.Mixed, out *wire.MixAnswer) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, in.Build)
	if err != nil {
		return err
	}
	chosen, err := j.file.JudgeMix(j.checked, plan.WashQuery{Zone: in.Zone}, in.Cup, m)
	if err != nil {
		return err
	}
	w := j.wash(chosen, 0)
	put := chosen.Edit(0, false, false)
	out.Judged, out.Films, out.Put, out.NeedML = &w, films(chosen.Place), &put, round(chosen.Judged[0].ML, 2)
	return nil
}

// recipe finds the mix of a product that reads as wanted.
func (s *Server) recipe(c fiber.Ctx) error {
	var in wire.AskRecipe
	if err := body(c, &in); err != nil {
		return err
	}
	var err error
	if in.Cup, err = in.Cup.Checked(); err != nil {
		return err
	}
	job, err := in.Cup.Job(in.Wanted)
	if err != nil {
		return err
	}
	in.Cup.Pour = []plan.Pour{{Product: in.Product, ML: 1}}
	cup, err := in.Cup.Core()
	if err != nil {
		return err
	}
	product := cup[0].Product
	if own := product.Shows(); rule.PureBlack(own) && rule.Harsh(job.Paint, own) && own.Lightness() < job.Paint.Lightness() {
		words := fmt.Sprintf("Pure black looks drawn with a pen on this paint. Mix a brown-grey instead%s.", better(in.Cup, job))
		return c.JSON(wire.RecipeOf{Words: words})
	}
	job.ML = in.ML
	var found *mix.Recipe
	good := false
	for _, thinner := range choose.Thinners(product) {
		r, ok, err := job.Recipe(product, thinner)
		if err == nil && (found == nil || ok && !good) {
			found, good = &r, ok
		}
	}
	if found == nil {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "Nothing thins "+product.Name+" to a wash.")
	}
	out := wire.RecipeOf{Good: good, Words: fmt.Sprintf("%s: lines read %s at arm's length, and it runs %.0f mm.", found.Words(), choose.Reads(found.Lines.AtArm), found.Run.MM)}
	if !good {
		out.Words = fmt.Sprintf("%s does not run here however it is thinned: %s.", product.Name, found.Run.Stop.Words())
	}
	in.Cup.Pour = nil
	poured := in.Cup.Add(found.Cup)
	out.Cup = &poured
	return c.JSON(out)
}

// better names a product of the cup's list that draws lines on the paint without being harsh.
func better(c plan.Cup, job mix.Job) string {
	for _, p := range c.Products {
		own, err := p.Resolve()
		if err == nil && p.Colour != "" && (p.Kind == coating.Paint || p.Kind == coating.Oil || p.Kind == coating.Wash) && rule.WashShows(job.Paint, own.Shows()) && !rule.Harsh(job.Paint, own.Shows()) {
			return ": " + p.Name + " would do"
		}
	}
	return ""
}
