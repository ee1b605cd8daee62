package web

import (
	"bytes"
	"context"
	"fmt"
	"image/png"
	"math"
	"slices"
	"strconv"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/bench"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/learn"
	"inkysparrow/core/look"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/swab"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wash"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// evening is the bench with all builds that are not put away, as judged.
type evening struct {
	*plan.Evening
	of    []*judged
	shelf map[string]shelf.Product
}

func (s *Server) evening(ctx context.Context) (*evening, error) {
	all, err := s.Store.Builds(ctx)
	if err != nil {
		return nil, err
	}
	e := &evening{shelf: map[string]shelf.Product{}}
	var laid []*timeline.Timeline
	for _, b := range all {
		if b.Away || b.Problem != "" || b.Finished != "" {
			continue
		}
		j, err := s.standing(ctx, b.Slug)
		if err != nil {
			return nil, err
		}
		e.of, laid = append(e.of, j), append(laid, j.checked.Timeline)
	}
	mind, err := s.minds.of(ctx, "", nil)
	if err != nil {
		return nil, err
	}
	if mind == nil {
		mind = learn.Of(nil, time.Time{})
	}
	have, err := s.Store.Shelf(ctx)
	if err != nil {
		return nil, err
	}
	for _, p := range have.Products {
		e.shelf[p.ID] = p
	}
	e.Evening = plan.EveningOf(laid, s.Clock.Now(), mind)
	return e, nil
}

// bench tells what the bench comes to now.
func (s *Server) bench(c fiber.Ctx) error {
	minutes := 0
	if text := c.Query("minutes"); text != "" {
		const day = 24 * 60
		var err error
		if minutes, err = strconv.Atoi(text); err != nil || minutes < 1 || minutes > day {
			return fiber.NewError(fiber.StatusUnprocessableEntity, "minutes: a whole number from 1 to 1440")
		}
	}
	ctx, end := waiting(c)
	defer end()
	e, err := s.evening(ctx)
	if err != nil {
		return err
	}
	out := e.told()
	out.Pace = s.Clock.Pace()
	if minutes > 0 {
		out.Fit = e.fit(minutes)
	}
	return c.JSON(out)
}

func (e *evening) told() wire.Bench {
	out := wire.Bench{
		Now: e.At.UTC(), Zone: e.At.Location().String(), Day: e.At.Format("Monday 2 January"), Open: e.Open, Steps: []wire.BenchStep{}, Later: []wire.BenchStep{}, Clocks: []wire.BenchClock{}, While: []wire.BenchChore{},
		Not: []wire.BenchLeft{}, Hold: []wire.BenchHold{}, Soft: []wire.BenchHold{}, Out: []wire.BenchOut{}, Cups: []wire.BenchCup{}, Done: []wire.BenchDone{}, Until: e.At.Add(time.Minute).UTC(),
	}
	if !e.Session.To.IsZero() {
		out.From, out.To = new(e.Session.From.UTC()), new(e.Session.To.UTC())
		if e.Open {
			out.Session = say.Bench(e.Session.To.Sub(e.At)) + " left"
		} else {
			out.Session = "opens " + e.clock(e.Session.From)
		}
	}
	out.Builds = []wire.BenchBuild{}
	for _, j := range e.of {
		out.Builds = append(out.Builds, wire.BenchBuild{Slug: j.slug, Name: j.plan.Name})
	}
	if len(e.of) > 0 {
		air := e.Builds[0].Plan.Air.At(e.At)
		out.Air = fmt.Sprintf("%s, %.0f %%", say.Celsius(air.TemperatureC, 0), 100*air.Humidity)
	}
	for i := range e.Now {
		out.Steps = append(out.Steps, e.step(&e.Now[i]))
	}
	for i := range e.Later {
		if !e.Open {
			break
		}
		out.Later = append(out.Later, e.step(&e.Later[i]))
	}
	for i := range e.Running {
		out.Clocks = append(out.Clocks, e.ticking(&e.Running[i]))
		if next := e.Running[i].Next(e.At); !next.IsZero() {
			out.Until = clock.Earlier(out.Until, clock.Later(next, e.At.Add(time.Second))).UTC()
		}
	}
	for _, c := range e.Meanwhile(e.Builds, e.Mind) {
		chore := wire.BenchChore{Build: e.of[c.Plan].slug, Step: c.Line.Steps[c.Place].Step.ID, Kind: string(c.Kind), Words: c.Words, Why: c.Why, At: c.At.UTC(), Minutes: int(c.Minutes.Minutes()), Keys: []wire.BenchKey{}}
		if c.Kind == bench.Look {
			chore.Keys = filmKeys
		}
		out.While = append(out.While, chore)
	}
	for i := range e.Not {
		n := &e.Not[i]
		left := wire.BenchLeft{Build: e.of[n.Plan].slug, Name: e.name(n.Plan), Zone: n.Line.Zone.ID, Step: n.Step().Step.ID, Title: title(n.Line, n.Place), Because: n.Because, When: e.clock(n.At), Danger: n.Danger}
		if !n.Safe.IsZero() {
			left.When = "safe " + e.clock(n.Safe)
		}
		if n.Hard >= 0 {
			left.Hard = new(n.Hard)
		}
		if n.Needs >= 0 {
			left.Needs = new(n.Needs)
		}
		out.Not = append(out.Not, left)
	}
	for to, from := range map[*[]wire.BenchHold][]bench.Zone{&out.Hold: e.Proof, &out.Soft: e.Soft} {
		for _, z := range from {
			*to = append(*to, wire.BenchHold{Build: e.of[z.Plan].slug, Name: e.name(z.Plan), Zone: z.Name})
		}
	}
	out.Out, out.OutDay = e.putOut()
	for _, cup := range e.Cups {
		words := wire.BenchCup{Name: cup.Product.Name, Words: fmt.Sprintf("One mix of %.1f ml does them all.", math.Max(0.1, cup.ML)), Of: []string{}}
		for _, of := range cup.Of {
			words.Of = append(words.Of, fmt.Sprintf("%s, %s", e.name(of.Plan), say.Lower(of.Line.Zone.Name)))
		}
		out.Cups = append(out.Cups, words)
	}
	out.Used = e.used()
	out.Done, out.Disputes = e.done(), e.disputes()
	out.Shut = e.shut()
	return out
}

func (e *evening) clock(t time.Time) string { return say.ClockOf(t, e.At, e.At.Location()) }
func (e *evening) name(build int) string    { return e.of[build].plan.Name }

// title names a step as it is told at the bench.
func title(l *timeline.Line, place int) string {
	return l.Steps[place].Step.Do.Name + ", " + say.Lower(l.Zone.Name)
}

var (
	startKey = wire.BenchKey{Word: string(route.Started), Label: "Started"}
	doneKey  = wire.BenchKey{Word: string(route.Finished), Label: "Done"}
	wipedKey = wire.BenchKey{Word: string(route.WipedOff), Label: "Wiped"}
	failKey  = wire.BenchKey{Word: string(route.WentWrong), Label: "Did not work"}
	filmKeys = []wire.BenchKey{{Word: string(route.TouchDry), Label: "Touch-dry"}, {Word: string(route.Tacky), Label: "Still tacky"}}
)

func (e *evening) step(of *bench.Entry) wire.BenchStep {
	p, j := of.Step(), e.of[of.Plan]
	s := p.Step
	out := wire.BenchStep{
		Build: j.slug, Name: j.plan.Name, Zone: of.Line.Zone.ID, Step: s.ID, Title: title(of.Line, of.Place), How: detail(s) + ".", Why: of.Why, At: of.At.UTC(), When: e.clock(of.At), Minutes: int(math.Ceil(of.Minutes.Minutes())),
		Glyph: s.Do.ID, Main: startKey, Keys: []wire.BenchKey{doneKey, failKey}, Bottles: []wire.BenchBottle{}, Coats: s.Coats, Most: s.Do.Most(), Sprayed: s.Do.Coating(), Cautions: append([]string{}, s.Cautions()...), Patches: []wire.BenchPatch{},
		Wipes: s.Do.Has(route.Cloth) && s.Wiped != nil,
	}
	if s.Product != nil {
		out.Colour = s.Product.Colour
	}
	switch {
	case out.Wipes:
		out.Main, out.Keys = wipedKey, []wire.BenchKey{failKey}
	case !s.Started.IsZero():
		out.Started, out.Main, out.Keys = new(s.Started.UTC()), doneKey, []wire.BenchKey{failKey}
	}
	if !of.Closes.IsZero() {
		out.Opens, out.Closes = new(of.Opens.UTC()), new(of.Closes.UTC())
	}
	if s.Do.Lays {
		for _, product := range j.plan.Products {
			if slices.Contains(s.Do.Kinds, product.Kind) && product != s.Product {
				out.Bottles = append(out.Bottles, wire.BenchBottle{ID: product.ID, Name: product.Name, Colour: product.Colour})
			}
		}
	}
	if k := j.shapeZone(of.Line.Zone.ID); k {
		out.Shares = true
	}
	if shut := bench.Seals(of.Line, of.Place); len(shut) > 0 {
		var names []string
		for _, one := range shut {
			names = append(names, route.StepName(one))
		}
		out.Seals = "It shuts in " + say.List(names) + ": look once more, close up and at arm's length. After it they can't be reached."
	}
	for _, patch := range bench.Patches(of, e.At) {
		out.Patches = append(out.Patches, wire.BenchPatch{Lay: patch.Lay.UTC(), Opens: patch.Opens.UTC(), Closes: patch.Closes.UTC()})
	}
	if len(out.Patches) < 2 {
		out.Patches = []wire.BenchPatch{}
	}
	return out
}

// shapeZone reports whether a zone has a shape of which a part could be told.
func (j *judged) shapeZone(id string) bool {
	shape, err := j.file.Shape()
	if err != nil {
		return false
	}
	k := shape.Zone(id)
	return k >= 0 && k < len(shape.Measures) && shape.Measures[k].AreaCM2 > 1
}

// disputes are what two devices say differently of steps.
func (e *evening) disputes() []wire.Dispute {
	out := []wire.Dispute{}
	for _, j := range e.of {
		for _, z := range j.file.Zones {
			for _, s := range z.Steps {
				for _, pair := range s.Disputed() {
					do, _ := route.TechniqueNamed(string(s.Do))
					out = append(out, wire.Dispute{
						Build: j.slug, Step: s.ID, First: pair[0].ID, Last: pair[1].ID,
						Words: fmt.Sprintf("%s, %s: one screen says %s, %s, another %s, %s. The later counts.", do.Name, say.Lower(z.Name), pair[0].Said, e.clock(pair[0].At), pair[1].Said, e.clock(pair[1].At)),
					})
				}
			}
		}
	}
	return out
}

func (e *evening) ticking(c *bench.Clock) wire.BenchClock {
	p := &c.Line.Steps[c.Place]
	skin := look.Of(c.Line, c.Place, c.Laid)
	out := wire.BenchClock{
		Build: e.of[c.Plan].slug, Name: e.name(c.Plan), Zone: c.Line.Zone.Name, Step: p.Step.ID, Title: say.Capital(c.Line.Zone.Name), What: p.Step.Do.Name, Wipe: c.Wipe >= 0, Laid: c.Laid.UTC(), Opens: c.Dry.UTC(), Closes: c.Set.UTC(),
		Colour: "#8a8f91", Ground: skin.Surface.String(), Keys: filmKeys, Tell: bench.Tell(c.Line.Films[p.Layer].Film.Family, c.Wipe >= 0),
	}
	if p.Step.Product != nil && p.Step.Product.Colour != "" {
		out.Colour = p.Step.Product.Colour
	}
	if c.Wipe >= 0 {
		out.Opens, out.Closes = c.Opens.UTC(), c.Closes.UTC()
		out.Keys = []wire.BenchKey{}
	}
	out.Alarms = []wire.BenchAlarm{}
	for _, a := range c.Alarms(e.Session.To) {
		out.Alarms = append(out.Alarms, wire.BenchAlarm{ID: a.ID, At: a.At.UTC(), Words: out.Title + ": " + a.Words})
	}
	out.Stays = !c.Closes.IsZero() && c.Closes.After(e.Session.To)
	return out
}

// putOut tells what the next session wants of the shelf.
func (e *evening) putOut() (out []wire.BenchOut, day string) {
	out = []wire.BenchOut{}
	if e.After.From.IsZero() {
		return out, ""
	}
	at := map[string]int{}
	for i := range e.Tomorrow {
		entry := &e.Tomorrow[i]
		s := entry.Step().Step
		if s.Product == nil {
			continue
		}
		k, ok := at[s.Product.Name]
		if !ok {
			k = len(out)
			at[s.Product.Name] = k
			out = append(out, wire.BenchOut{Build: e.of[entry.Plan].slug, Name: s.Product.Name, For: fmt.Sprintf("%s, %s", e.name(entry.Plan), say.Lower(entry.Line.Zone.Name)), Colour: s.Product.Colour, Stock: -1, Stir: bench.Stirs(e.Builds, s.Product, e.At)})
			if b, ok := e.bottle(entry.Plan, s.Product); ok && b.StockML != nil {
				out[k].Stock = *b.StockML
			}
		}
		out[k].ML += entry.Line.Zone.Dose(s, -1).Product
	}
	for i := range out {
		out[i].ML = round(out[i].ML, 1)
		if o := &out[i]; o.Stock >= 0 && o.Stock < o.ML {
			o.Short = fmt.Sprintf("%.1f ml short: buy by %s", o.ML-o.Stock, say.DayOf(e.After.From, e.At, e.At.Location()))
		}
	}
	return out, say.DayOf(e.After.From, e.At, e.At.Location())
}

// bottle returns the bottle of the shelf that a plan's product is a copy of.
func (e *evening) bottle(build int, p *coating.Product) (shelf.Product, bool) {
	for _, product := range e.of[build].file.Products {
		if product.ID == p.ID {
			b, ok := e.shelf[product.Shelf]
			return b, ok
		}
	}
	return shelf.Product{}, false
}

// done tells what was done in this session.
func (e *evening) done() []wire.BenchDone {
	out := []wire.BenchDone{}
	if !e.Open {
		return out
	}
	for i, j := range e.of {
		for _, l := range e.Builds[i].Lines {
			for k, p := range l.Steps {
				if p.Step.Done.Before(e.Session.From) || p.Step.Done.After(e.At) {
					continue
				}
				d := wire.BenchDone{Build: j.slug, Step: p.Step.ID, Title: title(l, k), At: p.Step.Done.UTC(), Asks: asks(l, k)}
				if z, n, ok := j.file.Find(p.Step.ID); ok {
					for _, t := range j.file.Zones[z].Steps[n].Told {
						if t.ID != "" && !route.Saying(t.Said).OfFilm() && route.Saying(t.Said) != route.Started {
							d.Press = t.ID
						}
					}
				}
				out = append(out, d)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b wire.BenchDone) int { return b.At.Compare(a.At) })
	return out
}

// used tells how much work the session has had so far; empty for none.
func (e *evening) used() string {
	if !e.Open {
		return ""
	}
	n, sum := 0, time.Duration(0)
	for i := range e.of {
		for _, l := range e.Builds[i].Lines {
			for _, p := range l.Steps {
				if !p.Step.Done.Before(e.Session.From) && !p.Step.Done.After(e.At) {
					n, sum = n+1, sum+p.End.Sub(clock.Later(p.Start, e.Session.From)) // what was begun on another evening counts from tonight's beginning
				}
			}
		}
	}
	if n == 0 {
		return ""
	}
	return fmt.Sprintf("%s, %s of work", say.Count(n, "step"), say.Bench(sum))
}

// asks are the answers to how a step went: of a cloth or a liquid they tell of the film that it touched, too.
func asks(l *timeline.Line, place int) []wire.BenchAsk {
	p := &l.Steps[place]
	if p.Step.Seen != route.Unasked {
		return []wire.BenchAsk{}
	}
	fine := []wire.BenchSays{{Step: p.Step.ID, Word: string(route.LookedFine)}}
	out := []wire.BenchAsk{}
	below := ""
	for i := p.Below - 1; i > 0 && below == ""; i-- {
		if film := &l.Films[i]; film.Film.Family.Closed && film.Film.Family.Mechanism.Hardens && (p.Step.Wiped == nil || film.Step != p.Step.Wiped.ID) {
			below = film.Step
		}
	}
	wrong := wire.BenchSays{Step: p.Step.ID, Word: string(route.WentWrong)}
	switch {
	case below == "":
	case p.Step.Do.Has(route.Cloth):
		fine = append(fine, wire.BenchSays{Step: below, Word: string(route.TookRub)})
		out = append(out, wire.BenchAsk{Label: "The cloth marked it", Says: []wire.BenchSays{wrong, {Step: below, Word: string(route.Rubbed)}}})
	case p.Step.Wets() != nil:
		fine = append(fine, wire.BenchSays{Step: below, Word: string(route.NoBite)})
		out = append(out, wire.BenchAsk{Label: "It bit", Says: []wire.BenchSays{wrong, {Step: below, Word: string(route.Bit)}}})
	}
	return append([]wire.BenchAsk{{Label: "Looked fine", Says: fine}}, out...)
}

// stop ends the session here: what is left of it moves to the next, and what that costs is told.
func (s *Server) benchStop(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	e, err := s.evening(ctx)
	if err != nil {
		return err
	}
	if !e.Open {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "The bench is closed already.")
	}
	out := wire.BenchStop{Effects: []string{}}
	now := s.Clock.Now()
	for i, j := range e.of {
		ends, ok := e.ended(i, now)
		if !ok {
			continue
		}
		b, err := s.Store.Build(ctx, j.slug)
		if err != nil {
			return err
		}
		f, words, err := b.Plan.AsOf(now).EditContext(ctx, ends)
		if err != nil {
			return err
		}
		if _, err := s.keep(ctx, j.slug, b.Revision, f, func(*judged) string { return words }); err != nil {
			return err
		}
		if after, err := s.standing(ctx, j.slug); err == nil {
			finish, _ := after.finishWords(j.checked.Finish, after.checked.Finish)
			out.Effects = append(out.Effects, fmt.Sprintf("%s: %s.", j.plan.Name, finish))
		}
	}
	return c.JSON(out)
}

// ended returns the edit that ends a build's session of today at now; ok is false where it has none that is on.
func (e *evening) ended(build int, now time.Time) (plan.Edit, bool) {
	place := e.Builds[build].Plan.Place()
	local := now.In(place)
	of := plan.Edit{Do: "put-day", Date: plan.Date(local.Format(time.DateOnly))}
	on := false
	y, m, d := local.Date()
	for _, one := range schedule.New(e.Builds[build].Plan.Bench, time.Date(y, m, d, 0, 0, 0, 0, place)).Sessions(time.Date(y, m, d, 0, 0, 0, 0, place), time.Date(y, m, d+1, 0, 0, 0, 0, place)) {
		from, to := one.From.In(place), one.To.In(place)
		if !from.Before(local) || !to.After(local) { // before or after this one: as it is
			if from.Before(local) {
				of.Hours = append(of.Hours, plan.Hours{From: plan.Clock(from.Format("15:04")), To: plan.Clock(to.Format("15:04"))})
			}
			continue
		}
		on = true
		if until := local.Format("15:04"); until > from.Format("15:04") {
			of.Hours = append(of.Hours, plan.Hours{From: plan.Clock(from.Format("15:04")), To: plan.Clock(until)})
		}
	}
	return of, on
}

// spoon says that a spoon was painted as a step will be.
func (s *Server) spoon(c fiber.Ctx) error {
	var in wire.BenchSpoon
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	b, err := s.Store.Build(ctx, in.Build)
	if err != nil {
		return err
	}
	f, words, err := b.Plan.AsOf(s.Clock.Now()).Spoon(in.Step)
	if err != nil {
		return err
	}
	if _, err := s.keep(ctx, b.Slug, b.Revision, f, func(*judged) string { return words }); err != nil {
		return err
	}
	return s.bench(c)
}

// empty says that a bottle is empty: the shelf counts nothing of it any more, and what it runs out for is told where it is wanted.
func (s *Server) benchEmpty(c fiber.Ctx) error {
	var in wire.BenchEmpty
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	e, err := s.evening(ctx)
	if err != nil {
		return err
	}
	for i, j := range e.of {
		for _, p := range j.plan.Products {
			b, ok := e.bottle(i, p)
			if j.slug != in.Build || p.Name != in.Product || !ok {
				continue
			}
			b.StockML = new(0.0)
			have, err := s.Store.Shelf(ctx)
			if err != nil {
				return err
			}
			if err := s.Store.PutShelf(ctx, have.Revision, b.Name+" is empty", b); err != nil {
				return err
			}
			s.live.tell(wire.Event{What: wire.ShelfMoved})
			return s.bench(c)
		}
	}
	return fiber.NewError(fiber.StatusUnprocessableEntity, "That bottle is not on the shelf, so nothing counts it.")
}

// shut tells when to come back, and for what: the first thing that is planned for another session, or that is safe then.
func (e *evening) shut() string {
	var first *bench.Entry
	var when time.Time
	consider := func(of *bench.Entry, at time.Time) {
		if at.After(e.At) && (!e.Open || !at.Before(e.Session.To)) && (first == nil || at.Before(when)) {
			first, when = of, at
		}
	}
	for _, list := range [][]bench.Entry{e.Later, e.Tomorrow} {
		for i := range list {
			consider(&list[i], list[i].At)
		}
	}
	for i := range e.Not {
		consider(&e.Not[i].Entry, clock.Later(e.Not[i].At, e.Not[i].Safe))
	}
	if first == nil {
		return ""
	}
	return fmt.Sprintf("Come back %s: %s of %s.", e.clock(when), say.Lower(title(first.Line, first.Place)), e.name(first.Plan))
}

// fit tells what fits into some minutes.
func (e *evening) fit(minutes int) *wire.BenchFit {
	f := e.Fit(time.Duration(minutes) * time.Minute)
	out := &wire.BenchFit{Minutes: minutes, Blocks: []wire.BenchBlock{}}
	n, drying := 0, time.Duration(0)
	builds := map[int]bool{}
	for _, b := range f.Blocks {
		block := wire.BenchBlock{Kind: string(b.Kind), Start: b.Start.UTC(), End: b.End.UTC()}
		switch b.Kind {
		case bench.Work:
			p := b.Step()
			block.Title = title(b.Line, b.Place)
			if p.Step.Product != nil {
				block.Colour = p.Step.Product.Colour
			}
			n++
			builds[b.Plan] = true
			drying = max(drying, p.Ready.Sub(p.End))
		case bench.Clean:
			block.Title = "Clean the airbrush"
		case bench.Tidy:
			block.Title = "Pack up"
		case bench.Wait:
			block.Title = "It dries"
		}
		out.Blocks = append(out.Blocks, block)
	}
	switch {
	case n == 0:
		out.Words = "Nothing that is open fits."
	default:
		var names []string
		for i := range e.of {
			if builds[i] {
				names = append(names, e.name(i))
			}
		}
		out.Words = fmt.Sprintf("%s on %s, %.0f min to spare.", say.Capital(say.Count(n, "step")), say.List(names), math.Floor(f.Spare.Minutes()))
		if drying >= time.Hour {
			out.Gains = "It starts " + say.Span(drying) + " of drying."
		}
	}
	if f.More > 0 {
		out.More = fmt.Sprintf("%.0f min would do %s too.", math.Ceil(f.More.Minutes()), say.Lower(title(f.Extra.Line, f.Extra.Place)))
	}
	return out
}

// wiped paints this zone three times as a wipe may leave it: too little, right, over-cleaned.
func (s *Server) wiped(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	e, err := s.evening(ctx)
	if err != nil {
		return err
	}
	how := slices.Index(wipes, c.Params("how"))
	tl, line, place := e.find(c.Query("build"), c.Query("step"))
	if how < 0 || line == nil || line.Steps[place].Step.Wiped == nil {
		return fiber.NewError(fiber.StatusNotFound, "There is no such wipe.")
	}
	var out bytes.Buffer
	encoder := png.Encoder{CompressionLevel: png.BestSpeed}
	err = s.judging.busy(ctx, func(context.Context) error {
		panel, cloth, minutes := wipedPanel(tl, line, place)
		return encoder.Encode(&out, panel.Wiped(cloth, minutes, swab.Wiping(how)))
	})
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/png")
	c.Set(fiber.HeaderCacheControl, "private, max-age=300")
	return c.Send(out.Bytes())
}

// wipes are the three pictures of a wipe, as swab.Wiping counts them.
var wipes = []string{"little", "right", "much"}

// find returns a step of a build with its line; nil where there is none.
func (e *evening) find(slug, step string) (*timeline.Timeline, *timeline.Line, int) {
	for i, j := range e.of {
		if j.slug != slug {
			continue
		}
		for _, l := range e.Builds[i].Lines {
			for k, p := range l.Steps {
				if p.Step.ID == step {
					return e.Builds[i], l, k
				}
			}
		}
	}
	return nil, nil, 0
}

// wipedPanel is a patch of a zone's own skin under the wash that a wipe takes off, and how it is wiped.
func wipedPanel(tl *timeline.Timeline, l *timeline.Line, place int) (panel *swab.Panel, cloth wash.Wetness, minutes float64) {
	wipe := l.Steps[place].Step
	w := slices.IndexFunc(l.Steps, func(p timeline.Placed) bool { return p.Step == wipe.Wiped })
	laid := &l.Steps[w]
	film := l.Films[laid.Layer].Film
	skin := look.Of(l, w, laid.Start)
	remover := wipe.Wiped.Product.Remover
	if wipe.Liquid != nil {
		remover = wipe.Liquid
	}
	const seed = 7 // any
	panel = swab.New(swab.Spec{
		Mixed: mix.Of(wipe.Wiped.Product), Film: film, Remover: remover, Stroke: wipe.Stroke, Air: tl.Plan.Air, On: laid.On, Paint: skin.Surface, Recess: skin.Line, Below: l.Films[:laid.Below:laid.Below],
		Pin: wipe.Wiped.Do.Contact.Is(stack.PinWash), Seed: seed,
	})
	return panel, wipe.Cloth, max(panel.Ready(), l.Steps[place].Start.Sub(film.Laid).Minutes())
}
