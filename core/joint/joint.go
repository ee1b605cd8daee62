// Package joint puts the builds of one bench into one problem of order, and reads its answer back as moments.
//
// What a step waits for, the timelines tell that each build has by itself: from when on its rules let it begin, at the chance that waiting by loss chose there. These waits are
// fixed before anything is solved; whoever takes an answer lays the builds out anew, and what waits longer there than was thought is asked again with the longer wait.
package joint

import (
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/cure"
	"inkysparrow/core/order"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

// Slot is the grid that work begins on.
const Slot = 5 * time.Minute

// Entry is a step that is still to be done, or a part of one that is done in sittings.
type Entry struct {
	Plan  int
	Line  *timeline.Line
	Place int
	after time.Duration // of the step's work that lies before this part
}

// Placed returns the step with its times, as its build has it by itself.
func (e *Entry) Placed() *timeline.Placed { return &e.Line.Steps[e.Place] }

// Begins reports whether the entry is a step from its beginning.
func (e *Entry) Begins() bool { return e.after == 0 }

// Bench is all builds in one problem. Entries stand as its works do.
type Bench struct {
	*order.Problem
	Entries []Entry
	Laid    []*timeline.Timeline
	from    time.Time
	own     []*schedule.Calendar
	brushes []string
	pieces  []piece
	rack    *schedule.Calendar // what was laid already
	works   map[*route.Step]int
}

// piece is what stands in one rack: a part of a build, or all that is not of a part.
type piece struct {
	plan int
	part string
}

// The places of the resources; there are no racks where nobody counts them.
const (
	hands = iota
	booth
	racks
)

// Of makes the problem of builds, each laid out by itself, as of a moment: until is how far ahead sessions are looked at.
func Of(laid []*timeline.Timeline, at, until time.Time) *Bench {
	b := &Bench{
		Problem: &order.Problem{Resources: []order.Resource{{Name: "the hands"}, {Name: "the booth"}}, Day: int(24 * time.Hour / Slot)},
		Laid:    laid, works: map[*route.Step]int{},
	}
	if len(laid) == 0 {
		return b
	}
	y, m, d := at.In(laid[0].Plan.Place()).Date()
	b.from = time.Date(y, m, d, 0, 0, 0, 0, laid[0].Plan.Place())
	for _, tl := range laid {
		b.own = append(b.own, schedule.New(tl.Plan.Bench, at))
	}
	b.sessions(at, until)
	var fewest int
	if b.rack, fewest = timeline.Racks(laid, at); fewest > 0 {
		b.Resources = append(b.Resources, order.Resource{Name: "the racks", Many: fewest})
	}
	for plan, tl := range laid {
		due := -1
		if w := tl.Plan.Wanted; !w.IsZero() {
			due = max(0, b.Floor(w))
		}
		b.Builds = append(b.Builds, order.Build{Name: tl.Plan.Name, Due: due, Weight: tl.Plan.Matters})
		for _, line := range tl.Lines {
			b.line(plan, tl, line, at)
		}
	}
	for plan, tl := range laid {
		for _, line := range tl.Lines {
			b.joins(plan, tl, line)
		}
	}
	return b
}

// Floor and Ceil return the slot that a moment lies in, and the first that begins at or after it.
func (b *Bench) Floor(t time.Time) int { return int(t.Sub(b.from) / Slot) }

// Ceil returns the first slot that begins at or after a moment.
func (b *Bench) Ceil(t time.Time) int { return int((t.Sub(b.from) + Slot - 1) / Slot) }

// At returns the moment that a slot begins at.
func (b *Bench) At(slot int) time.Time { return b.from.Add(time.Duration(slot) * Slot) }

// slots returns how many slots a span takes.
func slots(d time.Duration) int { return max(0, int((d+Slot-1)/Slot)) }

// sessions takes the sessions of all benches together.
func (b *Bench) sessions(at, until time.Time) {
	var all []order.Session
	for _, c := range b.own {
		for _, s := range c.Sessions(at, until) {
			if x := (order.Session{From: b.Ceil(s.From), To: b.Floor(s.To), Second: s.Second}); x.To > x.From {
				all = append(all, x)
			}
		}
	}
	slices.SortFunc(all, func(a, b order.Session) int { return a.From - b.From })
	for _, s := range all {
		if n := len(b.Sessions); n > 0 && s.From <= b.Sessions[n-1].To {
			last := &b.Sessions[n-1] // a second pair of hands is for all builds that have the session, or for none
			last.To, last.Second = max(last.To, s.To), last.Second && s.Second
		} else {
			b.Sessions = append(b.Sessions, s)
		}
	}
}

// shut returns where a work of a plan can't begin within the sessions of all, since the plan's own are shorter.
func (b *Bench) shut(plan, length int) []order.Span {
	if len(b.own) == 1 || len(b.Sessions) == 0 {
		return nil
	}
	var out []order.Span
	from := b.Sessions[0].From
	for _, s := range b.own[plan].Sessions(b.At(from), b.At(b.Sessions[len(b.Sessions)-1].To)) {
		open, last := b.Ceil(s.From), b.Floor(s.To)-length
		if open > from {
			out = append(out, order.Span{From: from, To: open})
		}
		from = max(from, last+1)
	}
	return append(out, order.Span{From: from, To: b.Sessions[len(b.Sessions)-1].To})
}

// line adds what is still to be done on a zone.
func (b *Bench) line(plan int, tl *timeline.Timeline, line *timeline.Line, at time.Time) {
	before := -1
	for i := range line.Steps {
		p := &line.Steps[i]
		if !p.Step.Done.IsZero() {
			continue
		}
		need := tl.NeedOf(line.Zone, p.Step)
		w := order.Work{
			Name: route.StepName(p.Step) + " on " + line.Zone.Name, Length: max(1, slots(p.Hands())), Build: plan,
			From: max(b.Ceil(at), b.Ceil(p.Step.After)), Holds: []order.Hold{{On: hands}}, Ready: slots(p.Ready.Sub(p.End)),
		}
		if c := need.Cup; c.Chem != "" {
			w.Chem, w.Cup, w.Brush = c.Chem, c.Paint, b.brush(c.Brush)
			w.Holds = append(w.Holds, order.Hold{On: booth})
			b.Rinse, b.Flush = max(b.Rinse, slots(c.Rinse)), max(b.Flush, slots(c.Flush))
		}
		if need.Dries > 0 {
			w.From = max(w.From, b.Ceil(b.rack.Stands(at, timeline.Elsewhere(tl.Plan, need))))
			w.Holds = append(w.Holds, order.Hold{On: racks, After: slots(need.Dries), Of: b.piece(piece{plan, need.Piece})})
		}
		w.Length = min(w.Length, b.longest(plan)) // it runs over, whenever it is done
		if line.Zone.Fixed(p.Step, tl.Plan.Now) || !p.Step.Started.IsZero() {
			w.Fixed, w.From = true, max(0, b.Floor(p.Start))
		}
		b.wait(plan, tl, line, i, before, &w)
		before = b.sittings(Entry{Plan: plan, Line: line, Place: i}, w)
		b.works[p.Step] = before
	}
}

// sittings adds a step's work: as one, or in the sittings that it has by itself. It returns the place of the last.
func (b *Bench) sittings(e Entry, w order.Work) int {
	spans := e.Placed().Spans()
	for n, span := range spans {
		part := w
		if len(spans) > 1 {
			part.Length = max(1, slots(span.Length()))
		}
		if n > 0 {
			b.Lags = append(b.Lags, order.Lag{From: len(b.Works) - 1, To: len(b.Works), Max: -1})
		}
		if n < len(spans)-1 {
			part.Ready = 0
		}
		if part.Fixed {
			part.From = max(0, b.Floor(span.From))
		} else {
			part.Shut = b.shut(e.Plan, part.Length)
		}
		b.Works, b.Entries = append(b.Works, part), append(b.Entries, e)
		e.after += span.Length()
	}
	return len(b.Works) - 1
}

// piece returns the number of a piece, from 1.
func (b *Bench) piece(p piece) int {
	k := slices.Index(b.pieces, p)
	if k < 0 {
		k, b.pieces = len(b.pieces), append(b.pieces, p)
	}
	return k + 1
}

// brush returns the number of an airbrush: the same name is the same one on all builds.
func (b *Bench) brush(name string) int {
	k := slices.Index(b.brushes, name)
	if k < 0 {
		k, b.brushes = len(b.brushes), append(b.brushes, name)
	}
	return k
}

func (b *Bench) longest(plan int) int {
	if len(b.Sessions) == 0 {
		return 0
	}
	longest := 0
	for _, s := range b.own[plan].Sessions(b.At(0), b.At(b.Sessions[len(b.Sessions)-1].To)) {
		longest = max(longest, b.Floor(s.To)-b.Ceil(s.From))
	}
	return longest
}

// wait adds how long a step waits for the one before it on its zone: in the plan's order, as its rules have it.
func (b *Bench) wait(plan int, tl *timeline.Timeline, line *timeline.Line, i, before int, w *order.Work) {
	p := &line.Steps[i]
	safe := b.Safe(plan, tl, line, i)
	if before < 0 {
		if !w.Fixed {
			w.From = max(w.From, b.Ceil(safe))
		}
		return
	}
	end := line.Steps[i-1].End
	if w.Fixed && safe.After(p.Start) {
		return // it is pinned to before it may be: that is told where it stands, and nothing else can mend it
	}
	l := order.Lag{From: before, To: len(b.Works), Min: slots(safe.Sub(end)), Max: -1}
	if p.Step.Wiped != nil && p.Step.Wiped == line.Steps[i-1].Step && !p.Closes.IsZero() {
		l.Min = min(l.Min, slots(p.Start.Sub(end)))
		l.Max = max(l.Min, int(p.Closes.Sub(end)/Slot))
	} else if slow, ok := tl.Site(line, i).With(cure.Slow).First(tl.Rules.Firm, safe); ok {
		l.Wish = min(slots(slow.Sub(safe)), 7*b.Day)
	}
	if l.Max < 0 {
		l.Later = b.later(&line.Steps[i-1], l.Min, tl.Plan)
	}
	b.Lags = append(b.Lags, l)
}

// later returns by session how long what lies on a film waits that is laid then, where the air makes it another wait than usually: a cold week, a warm cupboard. nil where it never does.
func (b *Bench) later(p *timeline.Placed, usually int, plan *route.Plan) map[int]int {
	if !plan.Air.Changes() || p.Layer == 0 || usually < longWait {
		return nil
	}
	var all map[int]int
	ready := func(end time.Time) time.Duration {
		layer := stack.Lay(p.Step.ID, p.Step.Film(p.Step.LastStroke(end)), plan.Air)
		return layer.Ready().Sub(end)
	}
	usual := ready(p.End)
	for k, s := range b.Sessions[:min(len(b.Sessions), mostAirs)] {
		more := ready(b.At(s.From).Add(p.Hands())) - usual
		if other := max(0, usually+int(more/Slot)); other != usually {
			if all == nil {
				all = map[int]int{}
			}
			all[k] = other
		}
	}
	return all
}

// A wait is long enough for the air to tell from so many slots on, and that is worked out for so many sessions.
const (
	longWait = int(6 * time.Hour / Slot)
	mostAirs = 30
)

// Safe returns from when on a step may begin by its rules, at the chance that waiting by loss chose.
func (b *Bench) Safe(plan int, tl *timeline.Timeline, line *timeline.Line, i int) time.Time {
	p, site := &line.Steps[i], tl.Site(line, i)
	safe, ok := site.First(tl.Rules.Timed, site.After)
	if !ok {
		safe = p.Start
	}
	if open, weighed := b.weighed(plan, tl, site, safe); weighed {
		safe = open
	}
	if p.Step.Wiped != nil {
		safe = clock.Later(safe, p.Opens)
	}
	return safe
}

// weighed returns the opening of the session in which a step stands, where waiting for it was worth more than what might have gone wrong in an earlier one.
func (b *Bench) weighed(plan int, tl *timeline.Timeline, site *timeline.Site, safe time.Time) (open time.Time, ok bool) {
	need := tl.NeedOf(site.Zone, site.Step)
	room, ok := b.own[plan].Room(safe, need)
	if !ok || site.Fixed() {
		return open, false
	}
	at, found := b.sessionOf(plan, site.Start)
	if !found || room.After(at) || room.Equal(at) {
		return open, false
	}
	sooner, _ := site.Odds(tl.Rules.Timed, room)
	then, _ := site.Odds(tl.Rules.Timed, site.Start)
	return at, sooner.Expected() > then.Expected()+worthwhile
}

// worthwhile is what an earlier date has to put at stake more, in evenings, to have been waited past.
const worthwhile = .01

// Opens returns when the plan's session opens that a moment lies in; the zero time for none.
func (b *Bench) Opens(plan int, t time.Time) time.Time {
	open, _ := b.sessionOf(plan, t)
	return open
}

// Room returns when a session of the plan has room for a step of it, whatever else is done there, from a moment on; the moment where none has.
func (b *Bench) Room(e *Entry, from time.Time) time.Time {
	if t, ok := b.own[e.Plan].Room(from, b.Laid[e.Plan].NeedOf(e.Line.Zone, e.Placed().Step)); ok {
		return t
	}
	return from
}

// sessionOf returns when the plan's session opens that a moment lies in.
func (b *Bench) sessionOf(plan int, t time.Time) (time.Time, bool) {
	all := b.own[plan].Sessions(t, t.Add(1))
	if len(all) == 0 || all[0].From.After(t) {
		return time.Time{}, false
	}
	return all[0].From, true
}

// joins adds what a joining step waits for.
func (b *Bench) joins(plan int, tl *timeline.Timeline, line *timeline.Line) {
	for i := range line.Steps {
		w, todo := b.works[line.Steps[i].Step]
		if !todo {
			continue
		}
		for _, other := range tl.Joined(line.Steps[i].Step) {
			n := len(other.Steps) - 1
			if other == line || n < 0 {
				continue
			}
			if last, ok := b.works[other.Steps[n].Step]; ok {
				b.Lags = append(b.Lags, order.Lag{From: last, To: w, Min: slots(other.Steps[n].TouchDry.Sub(other.Steps[n].End)), Max: -1})
			} else if !b.Works[w].Fixed {
				b.Works[w].From = max(b.Works[w].From, b.Ceil(other.Free()))
			}
		}
	}
}

// Starts returns where the steps begin on other timelines of the same builds, on the grid; ok is false where one is missing there.
func (b *Bench) Starts(laid []*timeline.Timeline) (starts []int, ok bool) {
	starts = make([]int, len(b.Works))
	for w, e := range b.Entries {
		p, found := laid[e.Plan].Placed(e.Placed().Step.ID)
		if !found {
			return nil, false
		}
		if starts[w] = b.Ceil(p.Through(e.after)); b.Works[w].Fixed {
			starts[w] = b.Works[w].From
		}
	}
	return starts, true
}

// Was notes in which session each step stands on other timelines, for order.Stay.
func (b *Bench) Was(laid []*timeline.Timeline) {
	for w, e := range b.Entries {
		p, ok := laid[e.Plan].Placed(e.Placed().Step.ID)
		if !ok {
			continue
		}
		if k := b.SessionAt(p.Through(e.after)); k >= 0 {
			b.Works[w].Was = order.Span{From: b.Sessions[k].From, To: b.Sessions[k].To}
		}
	}
}

// Learn lengthens the waits that turned out longer on timelines laid out after an answer, where it was their own films that kept a step, and reports whether there were any.
func (b *Bench) Learn(starts []int, laid []*timeline.Timeline) bool {
	longer := false
	got, ok := b.Starts(laid)
	for w, e := range b.Entries {
		if !ok || got[w] <= starts[w] || b.Works[w].Fixed || !e.Begins() {
			continue
		}
		tl := laid[e.Plan]
		line := tl.Lines[slices.Index(b.Laid[e.Plan].Lines, e.Line)]
		k := slices.IndexFunc(b.Lags, func(l order.Lag) bool { return l.To == w && b.Entries[l.From].Line == e.Line })
		safe := b.Safe(e.Plan, tl, line, e.Place)
		if k < 0 {
			if from := b.Ceil(safe); from > b.Works[w].From {
				b.Works[w].From, longer = from, true
			}
			continue
		}
		if l := &b.Lags[k]; l.Max < 0 {
			if min := slots(safe.Sub(line.Steps[e.Place-1].End)); min > l.Min || l.Later != nil {
				l.Min, l.Later, longer = min, nil, longer || min > l.Min || l.Later != nil
			}
		}
	}
	return longer
}

// Loosen forgets what pinned steps wait for, and reports whether there was anything: they stand where they were put, and what comes before them as near as it can.
func (b *Bench) Loosen() bool {
	n := len(b.Lags)
	b.Lags = slices.DeleteFunc(b.Lags, func(l order.Lag) bool { return b.Works[l.To].Fixed })
	return len(b.Lags) < n
}

// Worth is what an order of builds comes to, counted on timelines and not on the problem.
type Worth struct {
	Late     int // days past the wanted dates, of all builds
	Weighed  int // the same, each as often as its build's date matters
	Evenings int // sessions in which something is still done
	Flushes  int // changes of what runs through the airbrush
	Finish   []time.Time
	Hands    time.Duration
	Clashes  []Clash
}

// Clash is a moment at which two builds want the same hands.
type Clash struct {
	A, B Entry
	At   time.Time
}

// Of counts what timelines come to, with the same sessions.
func (b *Bench) Of(laid []*timeline.Timeline) Worth {
	var out Worth
	used := map[int]bool{}
	var all []Entry
	for plan, tl := range laid {
		out.Finish = append(out.Finish, tl.Finish)
		if w := tl.Plan.Wanted; !w.IsZero() && tl.Finish.After(w) {
			days := int((tl.Finish.Sub(w) + 24*time.Hour - 1) / (24 * time.Hour))
			out.Late, out.Weighed = out.Late+days, out.Weighed+days*max(1, tl.Plan.Matters)
		}
		for _, line := range tl.Lines {
			for i := range line.Steps {
				if p := &line.Steps[i]; p.Step.Done.IsZero() {
					all = append(all, Entry{Plan: plan, Line: line, Place: i})
					out.Hands += p.Hands()
					for _, s := range p.Spans() {
						if k := b.SessionAt(s.From); k >= 0 {
							used[k] = true
						}
					}
				}
			}
		}
	}
	out.Evenings = len(used)
	slices.SortStableFunc(all, func(x, y Entry) int { return x.Placed().Start.Compare(y.Placed().Start) })
	b.contend(all, &out)
	return out
}

// contend counts what work in order of its beginning wants of one airbrush after the other, and where two builds want the same hands.
func (b *Bench) contend(all []Entry, out *Worth) {
	loaded := map[string]string{}
	for n := range all {
		p := all[n].Placed()
		if cup := b.Laid[all[n].Plan].Plan.Cup(p.Step); cup.Chem != "" {
			if was := loaded[cup.Brush]; was != "" && was != cup.Chem {
				out.Flushes++
			}
			loaded[cup.Brush] = cup.Chem
		}
		for _, span := range p.Spans() {
			b.clash(all, n, span, out)
		}
	}
}

// clash notes who else, of those that begin no later, wants the hands while the nth works through a span.
func (b *Bench) clash(all []Entry, n int, span schedule.Span, out *Worth) {
	if span.Length() <= 0 {
		return
	}
	var busy []Entry
	for k := range all {
		if k == n {
			continue
		}
		for _, other := range all[k].Placed().Spans() {
			if !other.From.After(span.From) && other.To.After(span.From) && (k < n || other.From.Before(span.From)) {
				busy = append(busy, all[k])
			}
		}
	}
	if k := b.SessionAt(span.From); k >= 0 && b.Sessions[k].Second && len(busy) < 2 {
		return
	}
	for _, other := range busy {
		if other.Plan != all[n].Plan {
			out.Clashes = append(out.Clashes, Clash{other, all[n], span.From})
		}
	}
}

// SessionAt returns the place of the session that a moment lies in; -1 for none.
func (b *Bench) SessionAt(t time.Time) int {
	slot := b.Floor(t)
	return slices.IndexFunc(b.Sessions, func(s order.Session) bool { return s.From <= slot && slot < s.To })
}

// Bookings returns what a timeline keeps busy of what is still to be done.
func Bookings(tl *timeline.Timeline) []schedule.Booking {
	var all []schedule.Booking
	for _, line := range tl.Lines {
		for i := range line.Steps {
			if p := &line.Steps[i]; p.Step.Done.IsZero() {
				all = append(all, p.Bookings(timeline.Elsewhere(tl.Plan, tl.NeedOf(line.Zone, p.Step)))...)
			}
		}
	}
	return all
}
