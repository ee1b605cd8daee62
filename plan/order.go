package plan

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/joint"
	"inkysparrow/core/learn"
	"inkysparrow/core/order"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
)

// Ordering is what an order of builds is asked for.
type Ordering struct {
	At   time.Time
	Mind *learn.Mind // what is known of the modeller's films; nil for what the plans tell
	Aims []order.Aim // nil for order.Usual
	Work int64       // 0 for order.Quick
	Told func(order.Answer)
	Shut []schedule.Exception // days on which nobody is at the bench, of all builds
	Calm bool                 // an order that is followed stays unless another gains by one of the first WorthMoving aims
}

// Ordered is the builds of a bench as they stand, and in the best order that was found.
type Ordered struct {
	Bench  *joint.Bench
	Stands []*timeline.Timeline   // as the plans have it, each by itself
	Greedy []*timeline.Timeline   // one build at a time, as early as each step may be, around the ones before it
	Best   []*timeline.Timeline   // in the best order
	Was    joint.Worth            // of Stands; where builds clash, of Greedy
	Now    joint.Worth            // of Best
	Turns  []map[string]time.Time // by plan, of Best
	Answer order.Answer
	Better bool // Best is better than how the plans stand
	Kept   bool // a better one was found that isn't worth leaving an order for that is followed; Best is how the plans stand
}

// ahead is how much further than the last build is ready the sessions are looked at.
const ahead = 21 * 24 * time.Hour

// rounds is how often waits that turned out longer are asked about again, each with a quarter of the work of the one before.
const rounds = 4

// BestOrder finds the best order of the evenings of all plans: what is done, pinned or under way stays. Errors are *FieldError, an *order.Fault, and ctx's where it ends.
func BestOrder(ctx context.Context, files []File, q Ordering) (*Ordered, error) {
	o := &ordering{Ordering: q, files: files}
	if o.Aims == nil {
		o.Aims = order.Usual
	}
	if o.Work == 0 {
		o.Work = order.Quick
	}
	if o.Mind == nil {
		var plans []*route.Plan
		for _, f := range files {
			p, err := f.AsOf(q.At).Resolve()
			if err != nil {
				return nil, err
			}
			plans = append(plans, p)
		}
		o.Mind, _ = MindOf(q.At, plans...)
	}
	return o.best(ctx)
}

// AimsOf reads aims in the order in which they count, with commas between them.
func AimsOf(text string) ([]order.Aim, error) {
	var all []order.Aim
	for word := range strings.SplitSeq(text, ",") {
		a, err := order.AimOf(strings.TrimSpace(word))
		if err != nil {
			return nil, fmt.Errorf("aims: %w", err)
		}
		if slices.Contains(all, a) {
			return nil, fmt.Errorf("aims: %s stands there twice", a)
		}
		all = append(all, a)
	}
	return all, nil
}

// ordering is an order that is being looked for.
type ordering struct {
	Ordering
	files []File
}

// lay lays the plans out. turns stand in for those that the plans have, nil for these; with first set, each is laid around the ones that come before it there.
func (o *ordering) lay(ctx context.Context, turns []map[string]time.Time, first []int) ([]*timeline.Timeline, error) {
	out, plans := make([]*timeline.Timeline, len(o.files)), make([]*route.Plan, len(o.files))
	for i := range plans {
		var err error
		if plans[i], err = o.plan(i, turns); err != nil {
			return nil, err
		}
	}
	var booked []schedule.Booking
	for n := range o.files {
		i := n
		around := booked
		if first != nil {
			i = first[n]
			around = append(slices.Clone(booked), wetElsewhere(plans, i)...)
		}
		var err error
		if out[i], err = timeline.LayContext(ctx, plans[i], rule.Every(), around...); err != nil {
			return nil, err
		}
		if first != nil {
			booked = append(booked, joint.Bookings(out[i])...)
		}
	}
	return out, nil
}

// wetElsewhere returns what of all plans but one stands in the racks already.
func wetElsewhere(plans []*route.Plan, but int) (all []schedule.Booking) {
	for i, p := range plans {
		if i == but {
			continue
		}
		for _, b := range timeline.Wet(p) {
			b.Need = timeline.Elsewhere(p, b.Need)
			all = append(all, b)
		}
	}
	return all
}

// plan returns a plan as it is laid out, without the days on which nobody is there.
func (o *ordering) plan(i int, turns []map[string]time.Time) (*route.Plan, error) {
	f := o.files[i]
	if turns != nil {
		f = f.Clone()
		f.turn(turns[i])
	}
	p, err := f.AsOf(o.At).Knowing(o.Mind).Resolve()
	if err != nil {
		return nil, err
	}
	for _, day := range o.Shut {
		p.Bench.Exceptions = append(slices.DeleteFunc(slices.Clone(p.Bench.Exceptions), func(x schedule.Exception) bool {
			return x.Year == day.Year && x.Month == day.Month && x.Day == day.Day
		}), day)
	}
	if f.Build.Finished != "" {
		p.Zones = nil
	}
	return p, nil
}

// byDate returns the places of the plans, the one that is wanted first before the others.
func (o *ordering) byDate() []int {
	first := make([]int, len(o.files))
	for i := range first {
		first[i] = i
	}
	slices.SortStableFunc(first, func(a, b int) int {
		x, y := o.files[a].Build.Wanted, o.files[b].Build.Wanted
		if (x == "") != (y == "") {
			return cmp.Compare(len(y), len(x))
		}
		return cmp.Compare(x, y)
	})
	return first
}

func (o *ordering) best(ctx context.Context) (*Ordered, error) {
	none := make([]map[string]time.Time, len(o.files))
	alone, err := o.lay(ctx, none, nil)
	if err != nil {
		return nil, err
	}
	out := &Ordered{}
	if out.Stands, err = o.lay(ctx, nil, nil); err != nil {
		return nil, err
	}
	if out.Greedy, err = o.lay(ctx, none, o.byDate()); err != nil {
		return nil, err
	}
	until := o.At
	for _, laid := range [][]*timeline.Timeline{alone, out.Stands, out.Greedy} {
		for _, tl := range laid {
			until = clock.Later(until, tl.Finish)
		}
	}
	out.Bench = joint.Of(alone, o.At, until.Add(ahead))
	base := out.Stands
	if out.Was = out.Bench.Of(out.Stands); len(out.Was.Clashes) > 0 {
		clashes := out.Was.Clashes
		base, out.Was = out.Greedy, out.Bench.Of(out.Greedy)
		together, err := o.lay(ctx, nil, o.byDate())
		if err != nil {
			return nil, err
		}
		if w := out.Bench.Of(together); order.Better(o.worth(out, w), o.worth(out, out.Was)) {
			base, out.Was = together, w
		}
		out.Was.Clashes = clashes
	}
	out.Bench.Was(out.Stands)
	return out, o.solve(ctx, out, base)
}

// solve asks for the best order until the builds, laid out in it, stand where it has them, and keeps the best of what they then come to.
func (o *ordering) solve(ctx context.Context, out *Ordered, base []*timeline.Timeline) error {
	out.Best, out.Now = base, out.Was
	aims := append(slices.Clone(o.Aims), order.Stay)
	for round := range rounds {
		known, _ := out.Bench.Starts(out.Best)
		a, err := out.Bench.Solve(ctx, order.Options{Aims: aims, Work: max(1, o.Work>>(2*round)), From: known})
		var fault *order.Fault
		if errors.As(err, &fault) && round == 0 && out.Bench.Loosen() {
			a, err = out.Bench.Solve(ctx, order.Options{Aims: aims, Work: o.Work, From: known})
		}
		if err != nil && round > 0 {
			break // what was learned leaves no order that keeps all windows; the one before stands
		}
		if err != nil {
			return err
		}
		turns := out.turns(a.Starts)
		laid, err := o.lay(ctx, turns, o.byDate())
		if err != nil {
			return err
		}
		out.Answer = a
		got := out.Bench.Of(laid)
		if len(got.Clashes) == 0 && order.Better(o.worth(out, got), o.worth(out, out.Now)) {
			out.Best, out.Now = laid, got
		}
		if as := o.of(a.Value); len(got.Clashes) == 0 && !order.Better(as, o.worth(out, got)) || !out.Bench.Learn(a.Starts, laid) {
			break
		}
	}
	now, was := o.worth(out, out.Now), o.worth(out, out.Was)
	out.Better = len(out.Was.Clashes) > 0 || order.Better(now, was)
	if first := min(WorthMoving, len(now)); o.Calm && out.Better && len(out.Was.Clashes) == 0 && out.followed() && !order.Better(now[:first], was[:first]) {
		out.Better, out.Kept = false, true
		out.Best, out.Now = base, out.Was
	}
	starts, _ := out.Bench.Starts(out.Best)
	out.Turns = out.exact(starts)
	return nil
}

// WorthMoving is how many of the first aims an order that is followed is left for: for what counts after them nobody moves a week's work.
const WorthMoving = 2

// followed reports whether the builds stand in an order that was taken: half of what is still to be done has its turn.
func (out *Ordered) followed() bool {
	open, turns := 0, 0
	for _, tl := range out.Stands {
		for _, line := range tl.Lines {
			for _, p := range line.Steps {
				if p.Step.Done.IsZero() {
					open++
				}
				if !p.Step.Turn.IsZero() {
					turns++
				}
			}
		}
	}
	return 2*turns > open
}

// worth returns what an order comes to by the aims that timelines tell.
func (o *ordering) worth(out *Ordered, w joint.Worth) []int {
	var value []int
	for _, a := range o.Aims {
		switch a {
		case order.Dates:
			value = append(value, w.Weighed)
		case order.Evenings:
			value = append(value, w.Evenings)
		case order.Flushes:
			value = append(value, w.Flushes)
		case order.Finish:
			days := 0
			for _, t := range w.Finish {
				days += (out.Bench.Ceil(t) + out.Bench.Day - 1) / out.Bench.Day
			}
			value = append(value, days)
		}
	}
	return value
}

// of returns of an answer's value what worth tells, too.
func (o *ordering) of(value []int) []int {
	var told []int
	for n, a := range o.Aims {
		if a != order.Slack {
			told = append(told, value[n])
		}
	}
	return told
}

// turns returns when each step's turn comes by the starts of an answer, plan by plan.
func (out *Ordered) turns(starts []int) []map[string]time.Time {
	turns := make([]map[string]time.Time, len(out.Bench.Laid))
	for w, e := range out.Bench.Entries {
		if turns[e.Plan] == nil {
			turns[e.Plan] = map[string]time.Time{}
		}
		if !out.Bench.Works[w].Fixed && e.Begins() {
			turns[e.Plan][e.Placed().Step.ID] = out.Bench.At(starts[w]).UTC()
		}
	}
	return turns
}

// exact returns the turns of the best order as its timelines have them.
func (out *Ordered) exact(starts []int) []map[string]time.Time {
	turns := out.turns(starts)
	for plan := range turns {
		for id := range turns[plan] {
			if t, ok := out.Best[plan].StartOf(id); ok {
				turns[plan][id] = t.UTC()
			}
		}
	}
	return turns
}

// Moves returns the steps of a plan that the best order puts on another evening than they stand on, in its order.
func (out *Ordered) Moves(plan int) []Moved {
	var all []Moved
	for _, e := range out.Bench.Entries {
		id := e.Placed().Step.ID
		was, _ := out.Stands[plan].StartOf(id)
		now, ok := out.Best[plan].StartOf(id)
		place := out.Best[plan].Plan.Place()
		if e.Plan == plan && e.Begins() && ok && clock.Day(was.In(place)) != clock.Day(now.In(place)) {
			all = append(all, Moved{Entry: e, From: was, To: now})
		}
	}
	slices.SortStableFunc(all, func(a, b Moved) int { return a.To.Compare(b.To) })
	return all
}

// Moved is a step that an order puts on another day.
type Moved struct {
	joint.Entry
	From, To time.Time
}

// ownOrder is how many pinned steps of a build say that its evenings have an order of their own.
const ownOrder = 3

// Offers reports whether the better order is offered beside a build: not to who has pinned its steps to their evenings, and finds it with all builds.
func (out *Ordered) Offers(plan int) bool { return out.Better && out.Pinned(plan) < ownOrder }

// Pinned returns how many steps of a plan stay because they are pinned or under way.
func (out *Ordered) Pinned(plan int) int {
	n := 0
	for w, e := range out.Bench.Entries {
		if e.Plan == plan && e.Begins() && out.Bench.Works[w].Fixed {
			n++
		}
	}
	return n
}

// turn gives the steps their turns, and takes them from the others.
func (f *File) turn(turns map[string]time.Time) {
	for z := range f.Zones {
		for i := range f.Zones[z].Steps {
			s := &f.Zones[z].Steps[i]
			if s.Turn = nil; s.Done == nil {
				if t, ok := turns[s.ID]; ok {
					s.Turn = &t
				}
			}
		}
	}
}

// takeOrder gives the steps the turns that an order of all builds has for them.
func (f *File) takeOrder(e Edit) (string, error) {
	for _, id := range slices.Sorted(maps.Keys(e.Turns)) {
		z, i, ok := f.Find(id)
		if !ok {
			return "", fault("edit.turns", "no step %q in the plan", id)
		}
		if s := f.Zones[z].Steps[i]; s.Done != nil || s.Started != nil || s.At != nil {
			return "", fault("edit.turns", "%s is pinned, done or under way", f.stepWords(z, i))
		}
	}
	f.turn(e.Turns)
	if len(e.Turns) == 0 {
		return "Let go of the order of evenings", nil
	}
	return fmt.Sprintf("Took the order of evenings for %s", say.Count(len(e.Turns), "step")), nil
}

// HasOrder reports whether an order of evenings was taken that still has a step's turn.
func (f File) HasOrder() bool {
	return slices.ContainsFunc(f.Zones, func(z Zone) bool {
		return slices.ContainsFunc(z.Steps, func(s Step) bool { return s.Turn != nil && s.Done == nil })
	})
}

// OrderFormat is the name of the format of an order of evenings.
const OrderFormat = "inkysparrow-order/1"

// OrderReport is the best order of the evenings of some plans.
type OrderReport struct {
	Format   string       `json:"format" jsonschema:"enum=inkysparrow-order/1"`
	At       time.Time    `json:"at"`
	Aims     []string     `json:"aims" jsonschema:"description=In their order; the first that differs decides."`
	Value    []int        `json:"value" jsonschema:"description=By aim: days late, evenings, flushes, waits shorter than a slow product wants, days until each build is ready, added up."`
	Bound    []int        `json:"bound" jsonschema:"description=No order has less of an aim with the ones before it as they are, the waits being what they are."`
	Proven   bool         `json:"proven" jsonschema:"description=No order is better."`
	Before   []int        `json:"before" jsonschema:"description=What the plans come to one after the other, each step as early as it may be, by dates, evenings, flushes and finish as far as they are among the aims."`
	Work     int64        `json:"work"`
	Plans    []OrderPlan  `json:"plans"`
	Schedule []OrderTimes `json:"schedule" jsonschema:"description=In order of time; done steps are left out."`
}

// OrderPlan is what becomes of a plan.
type OrderPlan struct {
	Plan   int       `json:"plan"`
	Name   string    `json:"name"`
	Wanted Date      `json:"wanted,omitempty"`
	Finish time.Time `json:"finish"`
	Before time.Time `json:"before" jsonschema:"description=When it would be ready, one build after the other."`
}

// OrderTimes is a step's place.
type OrderTimes struct {
	Plan  int       `json:"plan"`
	Zone  string    `json:"zone"`
	Step  string    `json:"step"`
	Start time.Time `json:"start"`
	End   time.Time `json:"end"`

	Sittings []Sitting `json:"sittings,omitempty" jsonschema:"description=That the step is done in, where no session takes it whole and it can be broken off."`
}

// OrderSchema returns the JSON Schema of OrderReport.
func OrderSchema() ([]byte, error) { return schemaOf(&OrderReport{}, "Inky Sparrow order of evenings") }

// Report tells the order headless.
func (out *Ordered) Report(files []File, q Ordering) *OrderReport {
	o := &ordering{Ordering: q, files: files}
	if o.Aims == nil {
		o.Aims = order.Usual
	}
	n := len(o.Aims)
	r := &OrderReport{Format: OrderFormat, At: q.At.UTC(), Aims: []string{}, Value: out.Answer.Value[:n], Bound: out.Answer.Bound[:n], Before: o.worth(out, out.Bench.Of(out.Greedy)), Work: out.Answer.Work, Plans: []OrderPlan{}, Schedule: []OrderTimes{}}
	r.Proven = slices.Equal(r.Value, r.Bound) && slices.Equal(o.of(r.Value), o.worth(out, out.Now))
	for _, a := range o.Aims {
		r.Aims = append(r.Aims, a.String())
	}
	for i, f := range files {
		r.Plans = append(r.Plans, OrderPlan{Plan: i, Name: f.Build.Name, Wanted: f.Build.Wanted, Finish: out.Best[i].Finish.UTC(), Before: out.Greedy[i].Finish.UTC()})
		for _, line := range out.Best[i].Lines {
			for _, p := range line.Steps {
				if p.Step.Done.IsZero() {
					r.Schedule = append(r.Schedule, OrderTimes{i, line.Zone.ID, p.Step.ID, p.Start.UTC(), p.End.UTC(), sittings(&p)})
				}
			}
		}
	}
	slices.SortStableFunc(r.Schedule, func(a, b OrderTimes) int { return a.Start.Compare(b.Start) })
	return r
}
