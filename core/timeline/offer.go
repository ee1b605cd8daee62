package timeline

import (
	"iter"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/verdict"
)

// offer is where a zone's next step, with its wipe if it is a wash, could go.
type offer struct {
	placed [2]Placed
	needs  [2]schedule.Need
	n      int
	fixed  bool
	at     int // how many steps had been taken when it was made

	soonest time.Time // it can't begin before
}

func (o *offer) stands(c *schedule.Calendar) bool {
	if o.fixed {
		return true
	}
	for i := range o.n {
		for _, b := range o.placed[i].Bookings(o.needs[i]) {
			if !c.Free(b.Start, b.Need) {
				return false
			}
		}
	}
	return true
}

// take puts an offer into its line and books its time.
func (tl *Timeline) take(line int, o *offer) {
	for i := range o.n {
		p := o.placed[i]
		if !o.fixed {
			p.book(tl.Calendar, o.needs[i])
		}
		tl.Lines[line].push(tl.Plan, p)
		tl.order = append(tl.order, line)
	}
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
	site := line.next
	if site == nil || !site.After.Equal(after) {
		site = tl.site(line, after)
	}
	step := site.Step
	need := tl.NeedOf(line.Zone, step)
	o := offer{n: 1}
	o.needs[0] = need
	p := &o.placed[0]
	p.Step = step
	if step.Do.Has(route.Cloth) {
		p.Opens, p.Closes = site.Window()
	}
	if start, took, fixed := tl.fixed(line.Zone, step); fixed && !(free && step.Done.IsZero()) {
		o.fixed, o.needs[0] = true, took
		p.seat(tl.sittings(start, took))
		p.Asked = start
		return o
	}
	defer func() { line.next = site }() // a wash that is tried with its wipe makes the line forget it
	paired := false
	if w := step.WipedBy; w != nil && site.Index+1 < len(line.Zone.Steps) && line.Zone.Steps[site.Index+1] == w {
		_, _, fixed := tl.fixed(line.Zone, w)
		paired = !fixed || free && w.Done.IsZero()
	}
	tl.find(site, calendar, need, p, !paired && !step.Do.Has(route.Cloth))
	if paired {
		tl.pair(line, site, calendar, &o)
	}
	return o
}

// find places one step: p.Asked where it physically could, p.Start where it is safe, and with weighs set where it costs least.
func (tl *Timeline) find(site *Site, calendar *schedule.Calendar, need schedule.Need, p *Placed, weighs bool) {
	could, ok := site.First(tl.Rules.Physical, site.After)
	if !ok {
		could = site.After
	}
	asked, room := calendar.Slot(could, need)
	if !room {
		p.NoRoom = true
		p.Start, p.End, p.Asked = could, could.Add(need.Hands), could
		if open, ok := calendar.Slot(could, schedule.Need{Hands: time.Minute}); ok { // too long for any session: it runs over
			p.Start, p.End, p.Asked = open, open.Add(need.Hands), open
		}
		return
	}
	p.Asked = asked
	if slot, list, ok := tl.earliest(site, calendar, need, asked); ok {
		p.Start = slot
		if weighs && !onTurn(site.Step, slot) {
			p.Start = tl.cheapest(site, calendar, need, slot, list)
		}
	} else {
		p.Start = asked
	}
	if site.Step.Do.Has(route.Cloth) && p.Start.After(p.Closes) {
		p.Start = asked // the window is kept; what is wrong then is said
	}
	p.seat(calendar.Sittings(p.Start, need))
}

// onTurn reports whether a step begins on the evening that an order of all builds has it on: what waiting for it costs was weighed there.
func onTurn(step *route.Step, start time.Time) bool {
	const evening = 12 * time.Hour
	return !step.Turn.IsZero() && start.Sub(step.Turn) < evening
}

// cheapest returns the slot from one on that costs least: what waiting for it costs, and what may go wrong then.
func (tl *Timeline) cheapest(site *Site, calendar *schedule.Calendar, need schedule.Need, slot time.Time, list []*Rule) time.Time {
	return verdict.Weigh(free{site.on(calendar)}, site.After, slot,
		func(at time.Time, waited float64) float64 { return site.Cost(list, at, waited) },
		func(at time.Time) bool { return site.Holds(list, at) })
}

// earliest returns the first slot from from on at which no timed rule warns, and the rules that were asked.
//
// A slot is looked for after the open moment, and the open moment anew from the slot, until both agree: a session may begin long after a film is ready, and in changing air what was
// safe then need not be safe any more. Sixty turns are two months of evenings; where nothing agrees within them, the step stays where it was asked for and its finding says so. The
// second round leaves out the rules that give way, since a garage may stay damp all winter and the model is to be finished all the same; the third also those that will never hold.
func (tl *Timeline) earliest(site *Site, calendar *schedule.Calendar, need schedule.Need, from time.Time) (slot time.Time, list []*Rule, ok bool) {
	for list := range tl.rounds(site, from) {
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
				return slot, list, true
			}
			t = slot
		}
	}
	return from, nil, false
}

// rounds yields the lists of rules that a place is sought by, the strictest first.
func (tl *Timeline) rounds(site *Site, from time.Time) iter.Seq[[]*Rule] {
	return func(yield func([]*Rule) bool) {
		_ = yield(tl.Rules.Timed) && yield(tl.Rules.Firm) && yield(site.possible(tl.Rules.Firm, from))
	}
}

// pair places a wash together with its wipe, so that the wipe falls in its window, at a moment when it is safe to rub.
//
// Placed one after the other, a wash would go on as early as it is safe and its wipe would miss its window, or meet a film that is still too
// soft to rub. So the wash is tried, its wipe is found, and where that does not fit the wash moves on by just what the wipe lacks: the time
// until it may be rubbed, or else to the next session. As for a step alone, the second round leaves out the rules that give way, and later dates are weighed then, with what may go wrong at
// either. The first try is kept where nothing fits, so that the finding is told at the earliest place and not at the last.
func (tl *Timeline) pair(line *Line, site *Site, calendar *schedule.Calendar, o *offer) {
	o.n = 2
	first := o.placed[0]
	o.needs[1] = tl.NeedOf(line.Zone, site.Step.WipedBy)
	for _, list := range [][]*Rule{tl.Rules.Timed, tl.Rules.Firm} {
		washed := first
		for range 60 {
			t := tl.try(line, list, calendar, washed, o.needs[1])
			if o.placed[1].Step == nil {
				o.placed[1] = t.wipe
			}
			if t.fits && onTurn(site.Step, t.washed.Start) {
				o.placed[0], o.placed[1] = t.washed, t.wipe
				o.placed[0].Asked = first.Asked
				return
			}
			if t.fits {
				o.placed[0], o.placed[1] = tl.weighed(line, site, list, calendar, t, o.needs)
				o.placed[0].Asked = first.Asked
				return
			}
			if !t.waits {
				break
			}
			start, ok := calendar.Slot(t.next, o.needs[0])
			if !ok {
				break
			}
			start, _, ok = tl.earliest(site, calendar, o.needs[0], start)
			if !ok || !start.After(washed.Start) {
				break
			}
			washed.Start, washed.End = start, start.Add(o.needs[0].Hands)
		}
	}
}

// tryout is a wash with its wipe at one place.
type tryout struct {
	washed, wipe Placed
	fits         bool
	waits        bool                         // a later wash may fit
	next         time.Time                    // from then on
	costs        func(waited float64) float64 // what the wipe costs with so much waited
}

// try lays a wash at its place and finds its wipe.
func (tl *Timeline) try(line *Line, list []*Rule, calendar *schedule.Calendar, washed Placed, need schedule.Need) (t tryout) {
	line.push(tl.Plan, washed)
	defer line.pop()
	wipe := tl.site(line, washed.End)
	t.washed, t.wipe = washed, tl.findWithin(wipe, list, calendar, washed, need)
	if p := t.wipe; !p.NoRoom && !p.Start.After(p.Closes) && wipe.Holds(list, p.Start) {
		worst, _ := wipe.Odds(list, p.Start)
		_, late := wipe.WipeOdds(p.Start) // a later wash is pulled as much: its wipe falls into its window again
		t.fits, t.costs = late.Grade() < chance.Flaw, func(waited float64) float64 {
			return max(tl.Plan.Waiting.Of(waited, worst), tl.Plan.Waiting.Of(waited, late))
		}
		if t.fits {
			return t
		}
	}
	// Later by what the wipe lacks: until it may be rubbed, or until the next session.
	t.next = washed.End
	var safe time.Time
	if safe, t.waits = wipe.First(list, t.wipe.Asked); t.waits && safe.After(t.wipe.Asked) {
		t.next = clock.Later(t.next, washed.Start.Add(safe.Sub(t.wipe.Asked)))
	}
	return t
}

// weighed returns where a wash and its wipe cost least, from the first place at which they fit on.
func (tl *Timeline) weighed(line *Line, site *Site, list []*Rule, calendar *schedule.Calendar, first tryout, needs [2]schedule.Need) (washed, wipe Placed) {
	tried := map[time.Time]tryout{first.washed.Start: first}
	at := verdict.Weigh(free{site.on(calendar)}, site.After, first.washed.Start,
		func(at time.Time, waited float64) float64 {
			return max(site.Cost(list, at, waited), tried[at].costs(waited))
		},
		func(at time.Time) bool {
			if !site.Holds(list, at) {
				return false
			}
			later := first.washed
			later.Start, later.End = at, at.Add(needs[0].Hands)
			t := tl.try(line, list, calendar, later, needs[1])
			tried[at] = t
			return t.fits
		})
	return tried[at].washed, tried[at].wipe
}

// findWithin places the wipe after a wash that is not booked yet.
func (tl *Timeline) findWithin(wipe *Site, list []*Rule, calendar *schedule.Calendar, washed Placed, need schedule.Need) Placed {
	p := Placed{Step: wipe.Step}
	p.Opens, p.Closes = wipe.Window()
	opens := clock.Later(washed.End, p.Opens)
	if turn := wipe.Step.Turn; turn.After(opens) && turn.Before(p.Closes) {
		opens = turn
	}
	slot, ok := calendar.Slot(opens, need)
	if !ok {
		p.NoRoom, p.Start, p.Asked, p.End = true, opens, opens, opens.Add(need.Hands)
		return p
	}
	p.Asked, p.Start = slot, slot
	if !wipe.Holds(list, slot) {
		if t, _, ok := tl.earliest(wipe, calendar, need, slot); ok && !t.After(p.Closes) {
			p.Start = t
		}
	}
	p.End = p.Start.Add(need.Hands)
	return p
}
