package timeline

import (
	"iter"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
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
	need := NeedOf(line.Zone, step)
	o := offer{n: 1}
	o.needs[0] = need
	p := &o.placed[0]
	p.Step = step
	if step.Do.Has(route.Cloth) {
		p.Opens, p.Closes = site.Window()
	}
	if start, took, fixed := tl.fixed(line.Zone, step); fixed && !(free && step.Done.IsZero()) {
		o.fixed, o.needs[0] = true, took
		p.Start, p.End, p.Asked = start, start.Add(took.Hands), start
		return o
	}
	tl.find(site, calendar, need, p)
	defer func() { line.next = site }() // a wash that is tried with its wipe makes the line forget it
	if w := step.WipedBy; w != nil && site.Index+1 < len(line.Zone.Steps) && line.Zone.Steps[site.Index+1] == w {
		if _, _, fixed := tl.fixed(line.Zone, w); !fixed || free && w.Done.IsZero() {
			tl.pair(line, site, calendar, &o)
		}
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
		if open, ok := calendar.Slot(could, schedule.Need{Hands: time.Minute}); ok { // too long for any session: it runs over
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
//
// A slot is looked for after the safe moment, and the safe moment anew from the slot, until both agree: a session may begin long after a
// film is ready, and in changing air what was safe then need not be safe any more. Sixty turns are two months of evenings; where nothing
// agrees within them, the step stays where it was asked for and its finding says so. The second round leaves out the rules that give way,
// since a garage may stay damp all winter and the model is to be finished all the same; the third also those that will never hold.
func (tl *Timeline) safe(site *Site, calendar *schedule.Calendar, need schedule.Need, from time.Time) time.Time {
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
				return slot
			}
			t = slot
		}
	}
	return from
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
// until it may be rubbed, or else to the next session. As for a step alone, the second round leaves out the rules that give way. The first
// try is kept where nothing fits, so that the finding is told at the earliest place and not at the last.
func (tl *Timeline) pair(line *Line, site *Site, calendar *schedule.Calendar, o *offer) {
	o.n = 2
	first := o.placed[0]
	o.needs[1] = NeedOf(line.Zone, site.Step.WipedBy)
	for _, list := range [][]*Rule{tl.Rules.Timed, tl.Rules.Firm} {
		washed := first
		for range 60 {
			line.push(tl.Plan, washed)
			wipe := tl.site(line, washed.End)
			p := tl.findWithin(wipe, list, calendar, washed, o.needs[1])
			line.pop()
			if o.placed[1].Step == nil {
				o.placed[1] = p
			}
			if !p.NoRoom && !p.Start.After(p.Closes) && wipe.Holds(list, p.Start) {
				o.placed[0], o.placed[1] = washed, p
				o.placed[0].Asked = first.Asked
				return
			}
			// Later by what the wipe lacks: until it may be rubbed, or until the next session.
			next := washed.Start.Add(o.needs[0].Hands)
			safe, ok := wipe.First(list, p.Asked)
			if !ok {
				break
			}
			if safe.After(p.Asked) {
				next = Later(next, washed.Start.Add(safe.Sub(p.Asked)))
			}
			start, ok := calendar.Slot(next, o.needs[0])
			if !ok {
				break
			}
			start = tl.safe(site, calendar, o.needs[0], start)
			if !start.After(washed.Start) {
				break
			}
			washed.Start, washed.End = start, start.Add(o.needs[0].Hands)
		}
	}
}

// findWithin places the wipe after a wash that is not booked yet.
func (tl *Timeline) findWithin(wipe *Site, list []*Rule, calendar *schedule.Calendar, washed Placed, need schedule.Need) Placed {
	p := Placed{Step: wipe.Step}
	p.Opens, p.Closes = wipe.Window()
	opens := Later(washed.End, p.Opens)
	slot, ok := calendar.Slot(opens, need)
	if !ok {
		p.NoRoom, p.Start, p.Asked, p.End = true, opens, opens, opens.Add(need.Hands)
		return p
	}
	p.Asked, p.Start = slot, slot
	if !wipe.Holds(list, slot) {
		if t := tl.safe(wipe, calendar, need, slot); !t.After(p.Closes) {
			p.Start = t
		}
	}
	p.End = p.Start.Add(need.Hands)
	return p
}
