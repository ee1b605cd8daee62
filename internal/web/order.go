package web

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/joint"
	"inkysparrow/core/order"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// orderKey is what an order hangs on: where the builds stand, to the minute, and how hard was looked.
type orderKey struct {
	builds string
	minute int64
	work   int64
	aims   string
	shut   string
}

// ordersKept keeps the last of them: what is in the way and what an evening costs are asked of the same.
const ordersKept = 6

// How hard is looked at most for one request, and how many days away may be asked about.
const (
	mostOrderWork = 3_000_000
	mostDaysAway  = 60
)

// together is the builds of the bench in an order.
type together struct {
	*evening
	*plan.Ordered
	files     []plan.File
	revisions []int64
	asked     plan.Ordering
}

// ordered returns the best order of all builds that are on the bench.
func (s *Server) ordered(ctx context.Context, how looked, shut []schedule.Exception) (*together, error) {
	e, err := s.evening(ctx)
	if err != nil {
		return nil, err
	}
	t := &together{evening: e}
	key := orderKey{minute: s.Clock.Now().Unix() / 60, work: how.work, aims: fmt.Sprint(how.aims), shut: fmt.Sprint(shut)}
	for _, j := range e.of {
		head, err := s.Store.Head(ctx, j.slug)
		if err != nil {
			return nil, err
		}
		t.files, t.revisions = append(t.files, j.file), append(t.revisions, head)
		key.builds += fmt.Sprintf("%s@%d ", j.slug, head)
	}
	mind, err := s.minds.of(ctx, "", nil)
	if err != nil {
		return nil, err
	}
	t.asked = plan.Ordering{At: s.Clock.Now().Truncate(time.Minute), Mind: mind, Aims: how.aims, Work: how.work, Shut: shut}
	if known, ok := s.orders.get(key); ok {
		t.Ordered = known
		return t, nil
	}
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		t.Ordered, err = plan.BestOrder(ctx, t.files, t.asked)
		return err
	})
	var fault *order.Fault
	if errors.As(err, &fault) {
		return nil, fiber.NewError(fiber.StatusUnprocessableEntity, say.Capital(fault.Error())+".")
	}
	if err != nil {
		return nil, err
	}
	s.orders.put(key, t.Ordered)
	return t, nil
}

// looked is how hard is looked, and for what.
type looked struct {
	work int64
	aims []order.Aim
}

// looking reads how hard is to be looked, and for what.
func looking(c fiber.Ctx) (how looked, err error) {
	how = looked{order.Quick, order.Usual}
	if text := c.Query("work"); text != "" {
		if how.work, err = strconv.ParseInt(text, 10, 64); err != nil || how.work < 1 || how.work > mostOrderWork {
			return how, fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("work: a whole number from 1 to %d", mostOrderWork))
		}
	}
	if text := c.Query("aims"); text != "" {
		if how.aims, err = plan.AimsOf(text); err != nil {
			return how, fiber.NewError(fiber.StatusUnprocessableEntity, err.Error())
		}
	}
	return how, nil
}

// order tells all builds on one tape, as they stand and in the best order.
func (s *Server) order(c fiber.Ctx) error {
	how, err := looking(c)
	if err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	t, err := s.ordered(ctx, how, nil)
	if err != nil {
		return err
	}
	return c.JSON(t.told())
}

func (t *together) told() wire.Order {
	out := wire.Order{
		Now: t.At.UTC(), Zone: t.At.Location().String(), Builds: []wire.OrderBuild{}, Evenings: []wire.OrderEvening{}, Clashes: []string{}, Better: t.Better && len(t.of) > 0, Gains: t.gains(), Costs: t.costs(),
		Late: []string{}, Buy: t.buy(), Proven: t.Proven(),
	}
	for i, j := range t.of {
		best, stands := t.Best[i].Finish, t.Stands[i].Finish
		b := wire.OrderBuild{Slug: j.slug, Name: j.plan.Name, Revision: t.revisions[i], Turns: t.Turns[i], State: wire.Safe, Moves: []wire.OrderMove{}}
		if b.Turns == nil {
			b.Turns = map[string]time.Time{}
		}
		if !stands.IsZero() {
			b.Stands, b.Best = "ready "+j.day(stands), "ready "+j.day(best)
			b.Sooner = dayOf(j.local(stands)) - dayOf(j.local(best))
		}
		if w := j.plan.Wanted; !w.IsZero() {
			b.Wanted = "wanted " + j.day(w.Add(-time.Hour))
			if best.After(w) {
				b.State = wire.Bite
				out.Late = append(out.Late, j.slug)
			}
		}
		for _, m := range t.Moves(i) {
			p := m.Placed()
			b.Moves = append(b.Moves, wire.OrderMove{Step: p.Step.ID, Title: p.Step.Do.Name + ", " + say.Lower(m.Line.Zone.Name), From: j.moment(m.From), To: j.moment(m.To), Why: t.why(m)})
		}
		out.Taken = out.Taken || j.file.HasOrder()
		out.Builds = append(out.Builds, b)
	}
	for w := range t.Bench.Works {
		if t.Bench.Works[w].Fixed {
			out.Pinned++
			out.Builds[t.Bench.Entries[w].Plan].Pinned++
		}
	}
	for i, clash := range t.Was.Clashes {
		if i == 3 {
			out.Clashes = append(out.Clashes, fmt.Sprintf("and %s more", say.Several(len(t.Was.Clashes)-i, "time")))
			break
		}
		out.Clashes = append(out.Clashes, fmt.Sprintf("%s: %s of %s and %s of %s", t.clock(clash.At), t.step(clash.A), t.of[clash.A.Plan].plan.Name, t.step(clash.B), t.of[clash.B.Plan].plan.Name))
	}
	out.Evenings = t.evenings()
	out.Proof = t.proof()
	out.Looked = fmt.Sprintf("%d thousand steps of search", t.Answer.Work/1000)
	return out
}

// why tells why a step moves.
func (t *together) why(m plan.Moved) string {
	id := m.Placed().Step.ID
	is := func(e joint.Entry) bool { return e.Plan == m.Plan && e.Placed().Step.ID == id }
	switch {
	case m.From.Before(t.At):
		return "its evening has passed"
	case slices.ContainsFunc(t.Was.Clashes, func(c joint.Clash) bool { return is(c.A) || is(c.B) }):
		return "another build wants the hands then"
	case m.To.Before(m.From):
		return "there is room sooner"
	}
	return "so that others come in time, and fewer evenings do"
}

func (t *together) step(e joint.Entry) string {
	p := e.Placed()
	return say.Lower(p.Step.Do.Name) + ", " + say.Lower(e.Line.Zone.Name) + ","
}

// gains tells what the best order has over how the builds stand, and where these clash, over one build after the other.
func (t *together) gains() []string {
	out := []string{}
	if n := len(t.Was.Clashes); n > 0 {
		out = append(out, fmt.Sprintf("no two builds want your hands at once (%s now)", say.Several(n, "time")))
	}
	less := func(before, now int, thing, words string) {
		if now < before {
			out = append(out, say.Count(before-now, thing)+" "+words)
		}
	}
	less(t.Was.Late, t.Now.Late, "day", "less late in all")
	less(t.Was.Evenings, t.Now.Evenings, "evening", "fewer")
	switch n := t.Was.Flushes - t.Now.Flushes; {
	case n == 1:
		out = append(out, "1 flush of the airbrush fewer")
	case n > 1:
		out = append(out, fmt.Sprintf("%d flushes of the airbrush fewer", n))
	}
	for i, j := range t.of {
		less(dayOf(j.local(t.Was.Finish[i])), dayOf(j.local(t.Now.Finish[i])), "day", "sooner: "+j.plan.Name)
	}
	return out
}

// costs tells what the best order gives up for it.
func (t *together) costs() []string {
	out := []string{}
	for i, j := range t.of {
		if n := dayOf(j.local(t.Now.Finish[i])) - dayOf(j.local(t.Was.Finish[i])); n > 0 {
			words := say.Count(n, "day") + " later: " + j.plan.Name
			if w := j.plan.Wanted; !w.IsZero() && !t.Now.Finish[i].After(w) {
				words += ", still in time"
			}
			out = append(out, words)
		}
	}
	return out
}

// proof tells how far it is proven that no order is better, aim by aim.
func (t *together) proof() string {
	a := t.Answer
	proven := 0
	for proven < len(a.Value) && a.Value[proven] == a.Bound[proven] {
		proven++
	}
	words := map[order.Aim]string{
		order.Dates: "is less late", order.Evenings: "needs fewer evenings", order.Flushes: "needs fewer flushes", order.Slack: "leaves more waits as long as a slow product wants", order.Finish: "is ready sooner",
	}
	var aims []string
	for _, a := range t.asked.Aims {
		aims = append(aims, words[a])
	}
	switch {
	case len(t.Bench.Works) == 0:
		return "There is nothing left to do."
	case a.Proven || proven >= len(aims):
		return "Proven: with these waits no order is better."
	case proven == 0:
		return fmt.Sprintf("Not proven: whether one %s is open (%d here, %d at least).", aims[0], a.Value[0], a.Bound[0])
	}
	told := "Proven: no order " + strings.Join(aims[:proven], " or ") + "."
	if n := proven; n < len(aims)-1 && a.Value[n] > a.Bound[n] {
		told += fmt.Sprintf(" Whether one %s is open (%d here, %d at least).", aims[n], a.Value[n], a.Bound[n])
	}
	return told
}

// evenings lists the evenings of the best order with what is done on each.
func (t *together) evenings() []wire.OrderEvening {
	out := []wire.OrderEvening{}
	for _, s := range t.Bench.Sessions {
		from, to := t.Bench.At(s.From), t.Bench.At(s.To)
		e := wire.OrderEvening{
			From: from.UTC(), To: to.UTC(), Label: t.of[0].dayWords(from), Hours: from.Format(say.ClockLayout) + " to " + to.Format(say.ClockLayout), Room: int(to.Sub(from).Minutes()), Tickets: []wire.OrderTicket{}, Cores: []wire.OrderCore{},
		}
		for i := range t.of {
			t.tickets(&e, i, from, to)
		}
		slices.SortStableFunc(e.Tickets, func(a, b wire.OrderTicket) int { return a.Start.Compare(b.Start) })
		for _, tl := range t.Stands {
			for _, b := range joint.Bookings(tl) {
				if !b.Start.Before(from) && b.Start.Before(to) {
					e.Was += int(b.Hands.Minutes())
				}
			}
		}
		if len(e.Tickets) > 0 || e.Was > 0 || from.Before(t.At.AddDate(0, 0, 14)) {
			out = append(out, e)
		}
	}
	last := len(out)
	for last > 0 && len(out[last-1].Tickets) == 0 && out[last-1].Was == 0 {
		last--
	}
	return out[:last]
}

// tickets adds what is done of a build between two moments, and the core of the zone on which most of it is.
func (t *together) tickets(e *wire.OrderEvening, plan int, from, to time.Time) {
	j := t.of[plan]
	var core *timeline.Line
	most := 0
	for _, line := range t.Best[plan].Lines {
		n := 0
		for i := range line.Steps {
			p := &line.Steps[i]
			if !p.Step.Done.IsZero() || p.Start.Before(from) || !p.Start.Before(to) {
				continue
			}
			n++
			ticket := wire.OrderTicket{
				Build: j.slug, Step: p.Step.ID, Zone: line.Zone.ID, Short: p.Step.Do.Short, Title: title(line, i), Start: p.Start.UTC(), End: p.End.UTC(), When: j.local(p.Start).Format(say.ClockLayout),
				Minutes: int(p.End.Sub(p.Start).Minutes()), Pinned: line.Zone.Fixed(p.Step, j.plan.Now),
			}
			if p.Step.Product != nil {
				ticket.Colour = p.Step.Product.Colour
			}
			if was, ok := t.Stands[plan].StartOf(p.Step.ID); ok {
				ticket.Moved = dayOf(j.local(was)) != dayOf(j.local(p.Start))
			}
			e.Busy += ticket.Minutes
			e.Tickets = append(e.Tickets, ticket)
		}
		if n > most {
			core, most = line, n
		}
	}
	if core == nil {
		return
	}
	c := wire.OrderCore{Build: j.slug, Zone: core.Zone.Name, Films: []string{}}
	for _, p := range core.Steps {
		if p.Layer > 0 && p.Start.Before(to) {
			colour := ""
			if p.Step.Product != nil {
				colour = p.Step.Product.Colour
			}
			c.Films = append(c.Films, colour)
		}
	}
	e.Cores = append(e.Cores, c)
}

// buy lists what the shelf has too little of, with the evening before which it has to be there.
func (t *together) buy() []wire.OrderBuy {
	type need struct {
		wire.OrderBuy
		first time.Time
	}
	all := map[string]*need{}
	for i, tl := range t.Best {
		for _, line := range tl.Lines {
			for k := range line.Steps {
				p := &line.Steps[k]
				if !p.Step.Done.IsZero() || p.Step.Product == nil {
					continue
				}
				b, known := t.bottle(i, p.Step.Product)
				key := cmp.Or(b.ID, p.Step.Product.Name)
				n := all[key]
				if n == nil {
					n = &need{OrderBuy: wire.OrderBuy{Name: p.Step.Product.Name, Colour: p.Step.Product.Colour, Have: -1, For: t.of[i].plan.Name + ", " + say.Lower(line.Zone.Name)}, first: p.Start}
					if known && b.StockML != nil {
						n.Have = *b.StockML
					}
					all[key] = n
				}
				n.ML += line.Zone.Dose(p.Step, -1).Product
				if p.Start.Before(n.first) {
					n.first, n.For = p.Start, t.of[i].plan.Name+", "+say.Lower(line.Zone.Name)
				}
			}
		}
	}
	var short []*need
	for _, n := range all {
		if n.Have >= 0 && n.Have < n.ML {
			n.ML, n.Have = round(n.ML, 1), round(n.Have, 1)
			n.By = "before " + say.DayOf(n.first, t.At, t.At.Location())
			short = append(short, n)
		}
	}
	slices.SortFunc(short, func(a, b *need) int { return cmp.Or(a.first.Compare(b.first), cmp.Compare(a.Name, b.Name)) })
	out := []wire.OrderBuy{}
	for _, n := range short {
		out = append(out, n.OrderBuy)
	}
	return out
}

// place returns the place of a build among those of the bench.
func (t *together) place(slug string) (int, error) {
	i := slices.IndexFunc(t.of, func(j *judged) bool { return j.slug == slug })
	if i < 0 {
		return 0, fmt.Errorf("%q: %w", slug, store.ErrNoBuild)
	}
	return i, nil
}

// inWay tells what holds a build's date, and with try set what would free it.
func (s *Server) inWay(c fiber.Ctx) error {
	how, err := looking(c)
	if err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	t, err := s.ordered(ctx, how, nil)
	if err != nil {
		return err
	}
	i, err := t.place(slug(c))
	if err != nil {
		return err
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
		return c.JSON(out)
	}
	var ways []plan.WayOut
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		ways, err = t.Free(ctx, t.files, t.asked, i)
		return err
	})
	if err != nil {
		return err
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
	return c.JSON(out)
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
func (s *Server) missed(c fiber.Ctx) error {
	how, err := looking(c)
	if err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	t, err := s.ordered(ctx, how, nil)
	if err != nil {
		return err
	}
	const coming = 8
	var all []plan.Missed
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		all, err = t.Miss(ctx, t.files, t.asked, coming)
		return err
	})
	if err != nil {
		return err
	}
	out := wire.MissedEvenings{Evenings: []wire.MissedEvening{}, Words: "Missing any one of them costs nothing but that evening."}
	weight := func(m plan.Missed) float64 {
		later := 0
		for i, f := range m.Finish {
			later += max(0, dayOf(t.of[i].local(f))-dayOf(t.of[i].local(t.Best[i].Finish)))
		}
		return float64(10*m.Late + 2*later + m.Evenings)
	}
	most := 0.0
	for _, m := range all {
		most = math.Max(most, weight(m))
	}
	for _, m := range all {
		var words []string
		if m.Late > 0 {
			words = append(words, say.Count(m.Late, "day")+" later than wanted")
		}
		for i, f := range m.Finish {
			if n := dayOf(t.of[i].local(f)) - dayOf(t.of[i].local(t.Best[i].Finish)); n > 0 {
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
			words = append(words, fmt.Sprintf("no date moves: %s can wait", say.Several(m.Steps, "step")))
		}
		e := wire.MissedEvening{From: m.From.UTC(), Date: m.From.Format(time.DateOnly), Label: t.of[0].dayWords(m.From), Words: say.Capital(strings.Join(words, ", ")) + "."}
		if most > 0 {
			e.Weight = round(weight(m)/most, 2)
			e.Most = weight(m) == most && out.Words[0] == 'M' && !slices.ContainsFunc(out.Evenings, func(o wire.MissedEvening) bool { return o.Most })
		}
		out.Evenings = append(out.Evenings, e)
	}
	for _, e := range out.Evenings {
		if e.Most {
			out.Words = e.Label + " matters most."
		}
	}
	return c.JSON(out)
}

// away tells what some days away cost in the best order then.
func (s *Server) away(c fiber.Ctx) error {
	how, err := looking(c)
	if err != nil {
		return err
	}
	day, err := time.Parse(time.DateOnly, c.Query("from"))
	if err != nil {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "from: a day, such as 2027-03-22")
	}
	days, err := strconv.Atoi(c.Query("days"))
	if err != nil || days < 1 || days > mostDaysAway {
		return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("days: a whole number from 1 to %d", mostDaysAway))
	}
	ctx, end := waiting(c)
	defer end()
	t, err := s.ordered(ctx, how, nil)
	if err != nil {
		return err
	}
	var shut []schedule.Exception
	for n := range days {
		y, m, d := day.AddDate(0, 0, n).Date()
		shut = append(shut, schedule.Exception{Year: y, Month: m, Day: d})
	}
	then, err := s.ordered(ctx, how, shut)
	if err != nil {
		return err
	}
	out := wire.AwayCost{Lines: []string{}, Words: "It costs no date."}
	for i, j := range t.of {
		if n := dayOf(j.local(then.Best[i].Finish)) - dayOf(j.local(t.Best[i].Finish)); n > 0 {
			line := fmt.Sprintf("%s: ready %s, %s later", j.plan.Name, j.day(then.Best[i].Finish), say.Count(n, "day"))
			if w := j.plan.Wanted; !w.IsZero() && then.Best[i].Finish.After(w) {
				line += ", too late for its date"
			}
			out.Lines = append(out.Lines, line)
		}
	}
	if len(out.Lines) > 0 {
		out.Words = "In the best order then:"
	}
	return c.JSON(out)
}

// ofSeveral are the edits that an order, a way out or days away are made of. What was done at the bench is pressed there.
var ofSeveral = []string{"order", "stay-away", "put-day", "put-settings", "put-step", "remove-step"}

// takeOrder changes several builds at once: an order of evenings, a way out, a week away. All of it is kept, or none.
func (s *Server) takeOrder(c fiber.Ctx) error {
	var in wire.TakeOrder
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	var all []store.Change
	var judgedAll []*judged
	seen := map[string]bool{}
	for n, change := range in.Changes {
		if seen[change.Slug] {
			return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("changes[%d].slug: %q stands there twice", n, change.Slug))
		}
		seen[change.Slug] = true
		head, err := s.Store.Head(ctx, change.Slug)
		if err != nil {
			return err
		}
		if head != change.Revision {
			return store.ErrMoved
		}
		j, err := s.standing(ctx, change.Slug)
		if err != nil {
			return err
		}
		file, words := j.file.AsOf(s.Clock.Now()), ""
		for _, edit := range change.Edits {
			if !slices.Contains(ofSeveral, edit.Do) {
				return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf("changes[%d].edits: %q is told of one build at a time", n, edit.Do))
			}
			err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
				file, words, err = file.EditContext(ctx, edit)
				return err
			})
			if err != nil {
				return err
			}
		}
		var after *judged
		err = s.judging.busy(ctx, func(ctx context.Context) error {
			known, err := s.minds.knowing(ctx, change.Slug, file)
			if err != nil {
				return err
			}
			after, err = judge(ctx, store.Build{Slug: change.Slug, Plan: known}, s.Clock.Now())
			return err
		})
		if err != nil {
			return err
		}
		sum := file.SumUp(after.checked)
		all = append(all, store.Change{Slug: change.Slug, Revision: change.Revision, Plan: file, Sum: &sum, Words: words})
		judgedAll = append(judgedAll, after)
	}
	saved, err := s.Store.SaveAll(context.WithoutCancel(ctx), all)
	if err != nil {
		return err
	}
	out := wire.OrderTaken{Words: cmp.Or(strings.TrimSpace(in.Words), all[0].Words), Builds: []wire.OrderStand{}}
	for i, b := range saved {
		s.judging.put(b.Revision, judgedAll[i])
		s.moved(b)
		out.Builds = append(out.Builds, wire.OrderStand{Slug: b.Slug, Revision: b.Revision})
	}
	return c.JSON(out)
}

// undoOrder takes a change of several builds back, of all or none.
func (s *Server) undoOrder(c fiber.Ctx) error {
	var in wire.UndoOrder
	if err := body(c, &in); err != nil {
		return err
	}
	revisions := map[string]int64{}
	for _, b := range in.Builds {
		revisions[b.Slug] = b.Revision
	}
	saved, err := s.Store.UndoAll(c.Context(), revisions)
	if err != nil {
		return err
	}
	out := wire.OrderTaken{Words: "Taken back", Builds: []wire.OrderStand{}}
	for _, b := range saved {
		s.moved(b)
		out.Builds = append(out.Builds, wire.OrderStand{Slug: b.Slug, Revision: b.Revision})
	}
	return c.JSON(out)
}
