// Package timeline lays a plan out over the sessions of a bench: every step as early as it is safe and there is room.
//
// What "safe" means it is told: a Rule is a value with a function that finds fault with a Site, a step where it stands, and, where time
// can satisfy it, one that tells whether the step may begin at a moment. The rules themselves stand in core/rule; this package would lay
// a plan out with none.
package timeline

import (
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Last returns the step whose film is ready last.
func (tl *Timeline) Last() *route.Step {
	var last *route.Step
	var at time.Time
	for _, l := range tl.Lines {
		for _, p := range l.Steps {
			if t := Later(p.End, p.Ready); last == nil || t.After(at) {
				last, at = p.Step, t
			}
		}
	}
	return last
}

// Timeline is a plan laid out over the sessions.
type Timeline struct {
	Plan   *route.Plan
	Lines  []*Line
	Finish time.Time // the last film is ready; zero for an empty plan
	From   time.Time // nothing is scheduled before it

	Calendar *schedule.Calendar
	Rules    *Rules
	booked   []schedule.Booking
}

// Line is a zone's route laid out.
type Line struct {
	Zone     *route.Zone
	Steps    []Placed
	Films    stack.Stack   // the bare plastic, then a layer for each step that lays a film, in the order of the route
	TouchDry []time.Time   // of Films
	Ready    []time.Time   // of Films
	tones    []route.Tones // before the first step, and after each
	latest   []int         // place of the film among the first that is ready last, as most steps see it
}

// Placed is a step with its times.
type Placed struct {
	Step       *route.Step
	Start, End time.Time
	Asked      time.Time       // when it could have begun but for its findings
	Below      int             // how many of Films lie below it
	On         coating.Texture // of the surface it meets
	Leaves     coating.Texture
	Spot       coating.Texture // where a coat lies on a part of the zone only; 0 where none does
	Layer      int             // place in Films of what it leaves; 0 for nothing
	TouchDry   time.Time
	Ready      time.Time
	Closes     time.Time // the end of a wipe's window; zero for other steps
	Opens      time.Time
	NoRoom     bool // no session is long enough, or there is none
}

// Lay lays a plan out by rules, around what booked keeps busy, such as other builds on the same bench: done and pinned steps where they are, every other one as early as it is safe and a session has room, in the
// order of its zone. Of the zones that wait, the one whose next step can begin first goes first.
func Lay(plan *route.Plan, rules *Rules, booked ...schedule.Booking) *Timeline {
	tl := &Timeline{Plan: plan, From: plan.Start, Rules: rules}
	for _, z := range plan.Zones {
		line := &Line{Zone: z, Films: stack.On(plan.Air), TouchDry: make([]time.Time, 1), Ready: make([]time.Time, 1), latest: make([]int, 1), tones: []route.Tones{route.Bare()}}
		tl.Lines = append(tl.Lines, line)
		for _, s := range z.Steps {
			if s.Done.After(tl.From) {
				tl.From = s.Done
			}
		}
	}
	tl.booked = booked
	tl.Calendar = tl.newCalendar()
	for _, z := range plan.Zones {
		for _, s := range z.Steps {
			if !s.At.IsZero() && s.Done.IsZero() {
				tl.Calendar.Book(s.At, NeedOf(z, s))
			}
		}
	}
	offers := make([]*offer, len(tl.Lines))
	for {
		best := -1
		for i, line := range tl.Lines {
			if len(line.Steps) == len(line.Zone.Steps) || tl.awaits(line) != nil {
				continue
			}
			if offers[i] == nil || !offers[i].stands(tl.Calendar) {
				o := tl.offer(line, tl.Calendar, false, tl.from(line))
				offers[i] = &o
			}
			if best < 0 || offers[i].placed[0].Start.Before(offers[best].placed[0].Start) {
				best = i
			}
		}
		if best < 0 {
			break
		}
		tl.take(tl.Lines[best], offers[best])
		offers[best] = nil
	}
	for _, line := range tl.Lines {
		for _, p := range line.Steps {
			tl.Finish = Later(tl.Finish, Later(p.End, p.Ready))
		}
	}
	return tl
}

// newCalendar returns the bench with only what is booked from outside.
func (tl *Timeline) newCalendar() *schedule.Calendar {
	c := schedule.New(tl.Plan.Bench, tl.From)
	for _, b := range tl.booked {
		c.Book(b.Start, b.Need)
	}
	return c
}

// NeedOf returns what a step keeps busy, and for how long.
func NeedOf(z *route.Zone, s *route.Step) schedule.Need {
	n := schedule.Need{Hands: z.Attended(s), Airbrush: s.Do.Airbrush}
	if n.Airbrush {
		n.Clean = route.Cleaning
	}
	return n
}

// awaits returns a zone that has to be done before the line's next step, a join, can be laid out; nil for none.
func (tl *Timeline) awaits(line *Line) *route.Zone {
	next := line.Zone.Steps[len(line.Steps)]
	for _, other := range tl.Lines {
		if other != line && slices.Contains(next.Joins, other.Zone.Part) && len(other.Steps) < len(other.Zone.Steps) {
			return other.Zone
		}
	}
	return nil
}

// from returns from when on the line's next step can be done: after the one before it, and for a join when all that it joins is
// touch-dry, since it is held there.
func (tl *Timeline) from(line *Line) time.Time {
	t := line.after(tl)
	for _, other := range tl.Joined(line.Zone.Steps[len(line.Steps)]) {
		t = Later(t, other.Free())
	}
	return t
}

// Joined returns the lines of the parts that a step joins.
func (tl *Timeline) Joined(s *route.Step) []*Line {
	var all []*Line
	for _, l := range tl.Lines {
		if l.Zone.Part != "" && slices.Contains(s.Joins, l.Zone.Part) {
			all = append(all, l)
		}
	}
	return all
}

// Free returns when all of the line's steps laid out so far have ended and their films can be touched.
func (l *Line) Free() time.Time {
	var t time.Time
	for _, p := range l.Steps {
		t = Later(t, Later(p.End, p.TouchDry))
	}
	return t
}

// after returns when the last step laid out so far has ended.
func (l *Line) after(tl *Timeline) time.Time {
	t := tl.From
	for _, p := range l.Steps {
		t = Later(t, p.End)
	}
	return t
}

// Tones returns the tones of the zone after its first n steps.
func (l *Line) Tones(n int) route.Tones { return l.tones[n] }

// surface returns the texture that the step laid out at place would meet.
func (l *Line) surface() coating.Texture {
	if n := len(l.Steps); n > 0 {
		return l.Steps[n-1].Leaves
	}
	return coating.Plastic.Sheens[0].Texture()
}

// spot returns the texture of the part of the zone that a coat was put on, 0 where the whole zone is one.
func (l *Line) spot() coating.Texture {
	if n := len(l.Steps); n > 0 {
		return l.Steps[n-1].Spot
	}
	return 0
}

// offer is where a zone's next step, with its wipe if it is a wash, could go.
type offer struct {
	placed [2]Placed
	needs  [2]schedule.Need
	n      int
	fixed  bool
}

func (o *offer) stands(c *schedule.Calendar) bool {
	if o.fixed {
		return true
	}
	for i := range o.n {
		if !c.Free(o.placed[i].Start, o.needs[i]) {
			return false
		}
	}
	return true
}

// take puts an offer into the line and books its time.
func (tl *Timeline) take(line *Line, o *offer) {
	for i := range o.n {
		p := o.placed[i]
		if !o.fixed {
			tl.Calendar.Book(p.Start, o.needs[i])
		}
		line.push(tl.Plan, p)
	}
}

// push appends a placed step and the film that it leaves.
func (l *Line) push(plan *route.Plan, p Placed) {
	p.On = l.surface()
	p.Leaves = p.On
	p.Below = len(l.Films)
	p.TouchDry, p.Ready = p.End, p.End
	if p.Step.Do.Lays {
		layer := stack.Lay(p.Step.ID, p.Step.Film(p.End), plan.Air)
		p.Layer = len(l.Films)
		p.TouchDry, p.Ready = layer.TouchDry(), layer.Ready()
		l.Films = append(l.Films, layer)
		l.TouchDry, l.Ready = append(l.TouchDry, p.TouchDry), append(l.Ready, p.Ready)
		l.latest = append(l.latest, l.last(len(l.Films)-1))
	}
	switch do := p.Step.Do; {
	case do.Lays && l.Films[p.Layer].Film.Family.Closed && !l.Films[p.Layer].Film.Whole() && !do.Has(route.ClearCoat):
		p.Leaves = max(p.On, p.Step.Sheen().Texture()) // a part of it is as rough as what lies there
	case do.Lays && l.Films[p.Layer].Film.Family.Closed && !l.Films[p.Layer].Film.Whole():
		p.Spot = p.On.Under(p.Step.Sheen(), max(1, p.Step.Coats))
	case do.Contact == stack.Polished:
		p.Leaves, p.Spot = p.On.Polished(max(1, p.Step.Coats)), 0
	case do.Lays && l.Films[p.Layer].Film.Covers():
		p.Leaves = p.On.Under(p.Step.Sheen(), max(1, p.Step.Coats))
	default:
		p.Spot = l.spot()
	}
	if p.Step.Spray != nil && p.Step.Do.Lays && l.Films[p.Layer].Film.Covers() {
		p.Leaves += route.SprayOf(l.Zone, p.Step, p.Step.Spray, plan.Air.At(p.Start)).Adds
	}
	tones := l.tones[len(l.Steps)]
	tones.Add(p.Step)
	l.tones = append(l.tones[:len(l.Steps)+1], tones)
	l.Steps = append(l.Steps, p)
}

// last returns the place of the film that is ready last among those up to place.
func (l *Line) last(place int) int {
	before := l.latest[place-1]
	if before > 0 && !l.freeAt(place).After(l.freeAt(before)) {
		return before
	}
	return place
}

// freeAt returns when the film at place no longer holds most steps up: touch-dry for washes and oils, ready for the others.
func (l *Line) freeAt(place int) time.Time {
	if l.Films[place].Film.Family.IsOily() {
		return l.TouchDry[place]
	}
	return l.Ready[place]
}

// pop takes the last step off again.
func (l *Line) pop() {
	n := len(l.Steps) - 1
	if l.Steps[n].Layer > 0 {
		k := len(l.Films) - 1
		l.Films, l.TouchDry, l.Ready, l.latest = l.Films[:k], l.TouchDry[:k], l.Ready[:k], l.latest[:k]
	}
	l.Steps = l.Steps[:n]
}

// site returns the step that comes next on the line, to be begun after after.
func (tl *Timeline) site(line *Line, after time.Time) *Site {
	i := len(line.Steps)
	s := &Site{
		Plan: tl.Plan, Zone: line.Zone, Step: line.Zone.Steps[i], Index: i, Below: line.Films, On: line.surface(), Spot: line.spot(),
		After: after, Timeline: tl, Line: line,
	}
	s.prepare()
	return s
}

// offer works out where the line's next step could go. With free set, a pinned step is treated as if it were not.
func (tl *Timeline) offer(line *Line, calendar *schedule.Calendar, free bool, after time.Time) offer {
	site := tl.site(line, after)
	step := site.Step
	need := NeedOf(line.Zone, step)
	o := offer{n: 1}
	o.needs[0] = need
	p := &o.placed[0]
	p.Step = step
	if step.Do.Has(route.Cloth) {
		p.Opens, p.Closes = site.Window()
	}
	switch {
	case !step.Done.IsZero():
		o.fixed = true
		p.Start, p.End, p.Asked = step.Done.Add(-need.Hands), step.Done, step.Done.Add(-need.Hands)
		return o
	case !step.At.IsZero() && !free:
		o.fixed = true
		p.Start, p.End, p.Asked = step.At, step.At.Add(need.Hands), step.At
		return o
	}
	tl.find(site, calendar, need, p)
	if w := step.WipedBy; w != nil && site.Index+1 < len(line.Zone.Steps) && line.Zone.Steps[site.Index+1] == w && w.Done.IsZero() && (w.At.IsZero() || free) {
		tl.pair(line, site, calendar, &o)
	}
	return o
}

// find places one step: p.Asked where it physically could, p.Start where it is safe.
func (tl *Timeline) find(site *Site, calendar *schedule.Calendar, need schedule.Need, p *Placed) {
	could, ok := site.First(tl.Rules.Physical, site.After)
	if !ok {
		could = site.After
	}
	asked, room := calendar.Slot(could, need)
	if !room {
		p.NoRoom = true
		p.Start, p.End, p.Asked = could, could.Add(need.Hands), could
		if open, ok := calendar.Slot(could, schedule.Need{Hands: route.Minute}); ok { // too long for any session: it runs over
			p.Start, p.End, p.Asked = open, open.Add(need.Hands), open
		}
		return
	}
	p.Asked = asked
	p.Start = tl.safe(site, calendar, need, asked)
	if site.Step.Do.Has(route.Cloth) && p.Start.After(p.Closes) {
		p.Start = asked // the window is kept; what is wrong then is said
	}
	p.End = p.Start.Add(need.Hands)
}

// safe returns the first slot from from on at which every timed rule holds, else every one that does not give way; from itself when
// there is none.
func (tl *Timeline) safe(site *Site, calendar *schedule.Calendar, need schedule.Need, from time.Time) time.Time {
	for _, list := range [][]*Rule{tl.Rules.Timed, tl.Rules.Firm} {
		t := from
		for range 60 {
			safe, ok := site.First(list, t)
			if !ok {
				break
			}
			slot, ok := calendar.Slot(safe, need)
			if !ok {
				break
			}
			if slot.Equal(safe) || site.Holds(list, slot) {
				return slot
			}
			t = slot
		}
	}
	return from
}

// pair places a wash together with its wipe, so that the wipe falls in its window, at a moment when it is safe to rub.
func (tl *Timeline) pair(line *Line, site *Site, calendar *schedule.Calendar, o *offer) {
	o.n = 2
	first := o.placed[0]
	o.needs[1] = NeedOf(line.Zone, site.Step.WipedBy)
	washed := o.placed[0]
	for try := range 60 {
		line.push(tl.Plan, washed)
		wipe := tl.site(line, washed.End)
		p := Placed{Step: wipe.Step}
		p.Opens, p.Closes = wipe.Window()
		tl.findWithin(wipe, calendar, washed, o.needs, &p)
		line.pop()
		if try == 0 {
			o.placed[1] = p
		}
		if fits := !p.NoRoom && !p.Start.After(p.Closes) && wipe.Holds(tl.Rules.Timed, p.Start); fits {
			o.placed[0], o.placed[1] = washed, p
			o.placed[0].Asked = first.Asked
			return
		}
		// Later by what the wipe lacks: until it may be rubbed, or until the next session.
		next := washed.Start.Add(o.needs[0].Hands)
		if safe, ok := wipe.First(tl.Rules.Timed, p.Asked); ok && safe.After(p.Asked) {
			next = Later(next, washed.Start.Add(safe.Sub(p.Asked)))
		} else if !ok {
			return
		}
		start, ok := calendar.Slot(next, o.needs[0])
		if !ok {
			return
		}
		start = tl.safe(site, calendar, o.needs[0], start)
		if !start.After(washed.Start) {
			return
		}
		washed.Start, washed.End = start, start.Add(o.needs[0].Hands)
	}
}

// findWithin places the wipe after a wash that is not booked yet.
func (tl *Timeline) findWithin(wipe *Site, calendar *schedule.Calendar, washed Placed, needs [2]schedule.Need, p *Placed) {
	opens := Later(washed.End, p.Opens)
	slot, ok := calendar.Slot(opens, needs[1])
	if !ok {
		p.NoRoom, p.Start, p.Asked, p.End = true, opens, opens, opens.Add(needs[1].Hands)
		return
	}
	p.Asked = slot
	p.Start = slot
	if !wipe.Holds(tl.Rules.Timed, slot) {
		if t := tl.safe(wipe, calendar, needs[1], slot); !t.After(p.Closes) {
			p.Start = t
		}
	}
	p.End = p.Start.Add(needs[1].Hands)
}

// Window returns when a wipe's window opens and closes, by the wash's chemistry and the plan's school.
func (s *Site) Window() (opens, closes time.Time) {
	w := s.Step.Wiped
	if w == nil {
		return s.After, s.After
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		if s.Below[i].Step != w.ID {
			continue
		}
		film := s.Below[i].Film
		liquid := s.Step.Liquid
		if liquid == nil {
			liquid = w.Product.Remover
		}
		opens, closes = wash.Window(film, liquid, s.Plan.Air)
		course := cure.Of(film, s.Plan.Air)
		return earliest(schoolOpens(s.Plan.Schools.Of("wipe"), film.Laid, opens, course.Ready()), closes), closes
	}
	return s.After, s.After
}

func earliest(a, b time.Time) time.Time {
	if b.Before(a) {
		return b
	}
	return a
}

// schoolOpens moves the opening of a wipe window as the plan's school has it; set is when the wash is dry all through.
func schoolOpens(school string, laid, stiff, set time.Time) time.Time {
	drying := stiff.Sub(laid)
	switch school {
	case "wet":
		return laid
	case "flashed":
		return laid.Add(time.Duration(flashed * float64(drying)))
	case "dry":
		return Later(stiff.Add(drying), set)
	case "next-day":
		return Later(stiff, laid.Add(overnight))
	}
	return stiff
}

var overnight = time.Duration(Numbers.Number("overnight", 10, "h", "a night, after which a wash is wiped by those who wait for the next day", fact.Bench("wiped the next day"))) * time.Hour

var flashed = Numbers.Number("flashed", 0.85, "", "share of the drying after which the thinner has flashed off an oil wash", route.TimesEvidence())

// Later returns the later of two moments.
func Later(a, b time.Time) time.Time {
	if a.After(b) {
		return a
	}
	return b
}

// StartOf returns when a step begins.
func (tl *Timeline) StartOf(step string) (time.Time, bool) {
	for _, l := range tl.Lines {
		for _, p := range l.Steps {
			if p.Step.ID == step {
				return p.Start, true
			}
		}
	}
	return time.Time{}, false
}
