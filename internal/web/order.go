package web

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/clock"
	"inkysparrow/core/joint"
	"inkysparrow/core/order"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
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

// mostOrderWork is how hard is looked at most for one request.
const mostOrderWork = 3_000_000

// furtherOrderWork is how hard is looked for who has an order at hand already and goes on reading it: a second or so.
const furtherOrderWork = 1_500_000

// together is the builds of the bench in an order.
type together struct {
	*evening
	*plan.Ordered
	files []plan.File
	asked plan.Ordering
}

// ordered returns the best order of all builds that are on the bench.
func (s *Server) ordered(ctx context.Context, how looked, shut []schedule.Exception) (*together, error) {
	e, err := s.evening(ctx)
	if err != nil {
		return nil, err
	}
	t := &together{evening: e}
	key := orderKey{minute: s.Clock.Now().Unix() / 60, work: how.work, aims: aimWords(how.aims), shut: fmt.Sprint(shut)}
	for _, j := range e.of {
		t.files = append(t.files, j.file)
		key.builds += fmt.Sprintf("%s@%d ", j.slug, j.revision)
	}
	t.asked = plan.Ordering{At: s.Clock.Now().Truncate(time.Minute), Mind: e.Mind, Aims: how.aims, Work: how.work, Shut: shut, Calm: shut == nil} // what days away cost is told of the best order then
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
	if c.Query("further") != "" {
		how.work = furtherOrderWork
	}
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

// ofOrder answers what is asked of the best order, once that is found.
func (s *Server) ofOrder(answer func(ctx context.Context, c fiber.Ctx, t *together) (any, error)) fiber.Handler {
	return func(c fiber.Ctx) error {
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
		told, err := answer(ctx, c, t)
		if err != nil {
			return err
		}
		return c.JSON(told)
	}
}

// whatCounts are the ways in which one may put the aims, the usual one first.
var whatCounts = []struct {
	title string
	aims  []order.Aim
}{
	{"Dates, then fewest evenings", order.Usual},
	{"Fewest evenings, then dates", []order.Aim{order.Evenings, order.Dates, order.Flushes, order.Slack, order.Finish}},
	{"Dates, then fewest flushes", []order.Aim{order.Dates, order.Flushes, order.Evenings, order.Slack, order.Finish}},
	{"Each ready as soon as can be", []order.Aim{order.Finish, order.Dates, order.Evenings, order.Flushes, order.Slack}},
}

// aimWords writes aims as they are asked for.
func aimWords(aims []order.Aim) string {
	var words []string
	for _, a := range aims {
		words = append(words, a.String())
	}
	return strings.Join(words, ",")
}

// order tells all builds on one tape, as they stand and in the best order.
func (s *Server) order(_ context.Context, _ fiber.Ctx, t *together) (any, error) {
	return t.told(), nil
}

func (t *together) told() wire.Order {
	out := wire.Order{
		Now: t.At.UTC(), Zone: t.At.Location().String(), Builds: []wire.OrderBuild{}, Evenings: []wire.OrderEvening{}, Clashes: []string{}, Better: t.Better && len(t.of) > 0, Kept: t.Kept, Gains: t.gains(), Costs: t.costs(),
		Late: []string{}, Buy: t.buy(), Aims: aimWords(t.asked.Aims), Choices: []wire.OrderAims{}, Proven: t.Answer.Proven,
	}
	for i, j := range t.of {
		best, stands := t.Best[i].Finish, t.Stands[i].Finish
		b := wire.OrderBuild{Slug: j.slug, Name: j.plan.Name, Revision: j.revision, Turns: t.Turns[i], State: wire.Safe, Moves: []wire.OrderMove{}, Offered: t.Offers(i)}
		out.Pinned += t.Pinned(i)
		if b.Turns == nil {
			b.Turns = map[string]time.Time{}
		}
		if !stands.IsZero() {
			b.Stands, b.Best = "ready "+j.day(stands), "ready "+j.day(best)
			b.Sooner = clock.Day(j.local(stands)) - clock.Day(j.local(best))
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
	for i, clash := range t.Was.Clashes {
		if i == 3 {
			out.Clashes = append(out.Clashes, fmt.Sprintf("and %s more", say.Count(len(t.Was.Clashes)-i, "time")))
			break
		}
		out.Clashes = append(out.Clashes, fmt.Sprintf("%s: %s of %s and %s of %s", t.clock(clash.At), t.step(clash.A), t.of[clash.A.Plan].plan.Name, t.step(clash.B), t.of[clash.B.Plan].plan.Name))
	}
	for _, w := range whatCounts {
		out.Choices = append(out.Choices, wire.OrderAims{Title: w.title, Aims: aimWords(w.aims)})
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
		out = append(out, fmt.Sprintf("no two builds want your hands at once (%s now)", say.Count(n, "time")))
	}
	less := func(before, now int, thing, words string) {
		if now < before {
			out = append(out, say.Count(before-now, thing)+" "+words)
		}
	}
	less(t.Was.Late, t.Now.Late, "day", "less late in all")
	less(t.Was.Evenings, t.Now.Evenings, "evening", "fewer")
	less(t.Was.Flushes, t.Now.Flushes, "flush", "fewer")
	for i, j := range t.of {
		less(clock.Day(j.local(t.Was.Finish[i])), clock.Day(j.local(t.Now.Finish[i])), "day", "sooner: "+j.plan.Name)
	}
	return out
}

// costs tells what the best order gives up for it.
func (t *together) costs() []string {
	out := []string{}
	for i, j := range t.of {
		if n := clock.Day(j.local(t.Now.Finish[i])) - clock.Day(j.local(t.Was.Finish[i])); n > 0 {
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
	case !t.Kept && (a.Proven || proven >= len(aims)):
		return "Proven: with these waits no order is better."
	case proven == 0:
		return fmt.Sprintf("Not proven: whether one %s is open (%d here, %d at least).", aims[0], a.Value[0], a.Bound[0])
	}
	if t.Kept {
		proven = min(proven, plan.WorthMoving, len(aims)) // it is by these that it was kept
	}
	told := "Proven: no order " + strings.Join(aims[:proven], " or ") + "."
	if n := proven; !t.Kept && n < len(aims)-1 && a.Value[n] > a.Bound[n] {
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
			From: from.UTC(), To: to.UTC(), Label: t.of[0].dayWords(from), Hours: from.Format(say.ClockLayout) + " to " + to.Format(say.ClockLayout), Date: plan.Date(from.Format(time.DateOnly)), Second: s.Second, Open: []string{}, Room: int(to.Sub(from).Minutes()), Tickets: []wire.OrderTicket{}, Cores: []wire.OrderCore{},
		}
		if s.Second {
			e.Room *= 2
		}
		for i, j := range t.of {
			if !t.Bench.Opens(i, from).IsZero() || !t.Bench.Opens(i, to.Add(-time.Minute)).IsZero() {
				e.Open = append(e.Open, j.slug)
			}
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
			for part, span := range p.Spans() {
				if !p.Step.Done.IsZero() || span.From.Before(from) || !span.From.Before(to) {
					continue
				}
				n++
				ticket := wire.OrderTicket{
					Build: j.slug, Step: p.Step.ID, Zone: line.Zone.ID, Short: p.Step.Do.Short, Title: title(line, i), Start: span.From.UTC(), End: span.To.UTC(), When: j.local(span.From).Format(say.ClockLayout),
					Minutes: int(span.Length().Minutes()), Pinned: line.Zone.Fixed(p.Step, j.plan.Now),
				}
				if p.Sittings != nil {
					ticket.Title += fmt.Sprintf(", sitting %d of %d", part+1, len(p.Sittings))
				}
				if p.Step.Product != nil {
					ticket.Colour = p.Step.Product.Colour
				}
				if was, ok := t.Stands[plan].Placed(p.Step.ID); ok {
					ticket.Moved = clock.Day(j.local(was.Start)) != clock.Day(j.local(p.Start))
				}
				e.Busy += ticket.Minutes
				e.Tickets = append(e.Tickets, ticket)
			}
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
