// Package schedule finds room for work: bench sessions, one pair of hands or two, airbrushes in one booth, racks.
package schedule

import (
	"slices"
	"sort"
	"sync"
	"time"

	"inkysparrow/core/clock"
)

// Span is a stretch of time, from From up to but not including To.
type Span struct{ From, To time.Time }

// Length returns how long the span is.
func (s Span) Length() time.Duration { return s.To.Sub(s.From) }

// Evening is a weekly session: the same hours on some days of the week, as the clock on the wall shows them.
type Evening struct {
	Days     [7]bool       // by time.Weekday
	From, To time.Duration // since local midnight; To up to 24 h
	Second   bool          // a second pair of hands is there
}

// Exception is a day that doesn't follow the week: its sessions take the place of the week's. One that is no longer than nothing
// closes the day.
type Exception struct {
	Year     int
	Month    time.Month
	Day      int
	From, To time.Duration // since local midnight
	Second   bool          // a second pair of hands is there
}

// Bench is where and when work can be done. The zero Bench is always open, in UTC.
type Bench struct {
	Evenings   []Evening
	Exceptions []Exception
	Place      *time.Location
	Racks      int // how many pieces can stand drying at once; 0 for as many as there are
}

// Horizon is how far after its start a calendar looks for room.
const Horizon = 3 * 365 * 24 * time.Hour

// Session is a stretch at the bench.
type Session struct {
	Span
	Second bool // a second pair of hands is there all along
}

// loaded is when one thing is sprayed, sorted.
type loaded struct {
	Cup
	spans []Span
}

// standing is when a piece is wet, sorted.
type standing struct {
	piece string
	spans []Span
}

// Calendar is a bench with what is already booked on it. It is safe for concurrent use.
type Calendar struct {
	mu       sync.Mutex
	bench    Bench
	start    time.Time
	laid     time.Time // sessions are worked out up to here
	sessions []Session
	hands    []Span          // one pair of hands is busy at least, sorted
	both     []Span          // two are
	sprayed  []loaded        // what is sprayed, by what is in the cup
	wet      []standing      // what stands drying, by piece; nothing where the racks are not counted
	full     map[Need][]Span // where a need is known not to begin: bookings only come, so it never will again; sorted
	longest  time.Duration   // of the sessions of the first month; negative until it is asked for
}

// New returns an empty calendar that begins at start.
func New(bench Bench, start time.Time) *Calendar {
	if bench.Place == nil {
		bench.Place = time.UTC
	}
	c := &Calendar{bench: bench, start: start, longest: -1}
	local := start.In(bench.Place)
	c.laid = time.Date(local.Year(), local.Month(), local.Day(), 0, 0, 0, 0, bench.Place)
	return c
}

// extend works out the sessions of the next days; it returns false at the horizon.
func (c *Calendar) extend() bool {
	if c.laid.Sub(c.start) > Horizon {
		return false
	}
	for range 28 {
		y, m, d := c.laid.Date()
		for _, s := range c.today(y, m, d) {
			c.add(s)
		}
		c.laid = time.Date(y, m, d+1, 0, 0, 0, 0, c.bench.Place)
	}
	return true
}

// today returns the sessions of the day up to which the calendar is laid, in order.
func (c *Calendar) today(y int, m time.Month, d int) []Session {
	var today []Session
	excepted := false
	for _, x := range c.bench.Exceptions {
		if x.Year == y && x.Month == m && x.Day == d {
			excepted = true
			today = append(today, Session{Span{c.clock(x.From), c.clock(x.To)}, x.Second})
		}
	}
	switch {
	case excepted:
	case len(c.bench.Evenings) == 0:
		today = append(today, Session{Span: Span{c.laid, time.Date(y, m, d+1, 0, 0, 0, 0, c.bench.Place)}})
	default:
		for _, e := range c.bench.Evenings {
			if e.Days[c.laid.Weekday()] {
				today = append(today, Session{Span{c.clock(e.From), c.clock(e.To)}, e.Second})
			}
		}
	}
	slices.SortFunc(today, func(a, b Session) int { return a.From.Compare(b.From) })
	return today
}

func (c *Calendar) clock(sinceMidnight time.Duration) time.Time {
	y, m, d := c.laid.Date()
	min := int(sinceMidnight.Minutes())
	return time.Date(y, m, d, min/60, min%60, 0, 0, c.bench.Place)
}

// add appends a session, joined to the one before where they touch and cut to the calendar's start. A second pair of hands that is there for a part of what is joined does not count.
func (c *Calendar) add(s Session) {
	if s.From.Before(c.start) {
		s.From = c.start
	}
	if !s.To.After(s.From) {
		return
	}
	if n := len(c.sessions); n > 0 && !c.sessions[n-1].To.Before(s.From) {
		last := &c.sessions[n-1]
		last.To, last.Second = clock.Later(last.To, s.To), last.Second && s.Second
		return
	}
	c.sessions = append(c.sessions, s)
}

// Sessions returns the sessions that end after from and begin before to.
func (c *Calendar) Sessions(from, to time.Time) []Session {
	c.mu.Lock()
	defer c.mu.Unlock()
	for c.laid.Before(to) && c.extend() {
	}
	i := c.session(from)
	j := i
	for j < len(c.sessions) && c.sessions[j].From.Before(to) {
		j++
	}
	return slices.Clone(c.sessions[i:j])
}

// Room returns the earliest start from from on at which need fits into a session, or its first sitting where it has to be broken off, whatever else is booked there; whole
// minutes. ok is false where there is none within the horizon.
func (c *Calendar) Room(from time.Time, need Need) (start time.Time, ok bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.search(roundUp(from), c.first(need), false)
}

// Waited returns what of one's sessions passes between two moments: how many begin after the one that from lies in, or that comes next, and the hours in the last. A day of a
// session that never ends counts as one.
func (c *Calendar) Waited(from, to time.Time) (sessions int, hours float64) {
	c.mu.Lock()
	defer c.mu.Unlock()
	for !c.laid.After(to) && c.extend() {
	}
	first, last := c.session(from), c.session(to)
	if last >= len(c.sessions) {
		return last - first, 0
	}
	begun := c.sessions[last].From
	if first == last && from.After(begun) {
		begun = from
	}
	hours = max(0, to.Sub(begun).Hours())
	days := int(hours / 24)
	return last - first + days, hours - 24*float64(days)
}

// session returns the place of the first session that ends after moment.
func (c *Calendar) session(moment time.Time) int {
	return sort.Search(len(c.sessions), func(i int) bool { return c.sessions[i].To.After(moment) })
}

// Cup is what an airbrush is loaded with; the zero Cup for none.
type Cup struct {
	Brush string        // which airbrush; "" for the first
	Chem  string        // what it is rinsed with; "" for no airbrush at all
	Paint string        // what is in the cup
	Rinse time.Duration // before another paint of the same chemistry
	Flush time.Duration // before one of another
}

// Apart returns how long after this cup was sprayed the next one can be: nothing where it is the same, or another airbrush is at hand. There is one booth: even then not at once.
func (c Cup) Apart(next Cup) time.Duration {
	switch {
	case c.Brush != next.Brush || c.Chem == next.Chem && c.Paint == next.Paint:
		return 0
	case c.Chem == next.Chem:
		return c.Rinse
	}
	return c.Flush
}

// Need is what a piece of work asks of the bench.
type Need struct {
	Hands   time.Duration
	Cup     Cup           // of the airbrush, all along
	Piece   string        // what is worked on
	Dries   time.Duration // how long that stands in a rack afterwards, which is kept for it from the start; 0 for what needs none
	Sitting time.Duration // the least that a part of it is begun for, where no session takes it whole; 0 for what can't be broken off. What can be holds no cup and needs no rack
}

// Booking is a piece of work with its time.
type Booking struct {
	Start time.Time
	Need
}

// Slot returns the earliest start from from on at which need fits into one session, or its first sitting where it has to be broken off, with hands free all along, and the booth and
// a clean airbrush too if it is asked for; whole minutes. ok is false when there is no such moment within the horizon.
func (c *Calendar) Slot(from time.Time, need Need) (start time.Time, ok bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	from = roundUp(from)
	begin := from
	if known, ok := overlap(c.full[need], Span{from, from.Add(1)}); ok {
		begin = known.To
	}
	start, ok = c.search(begin, c.first(need), true)
	if ok && start.After(from) {
		if c.full == nil {
			c.full = map[Need][]Span{}
		}
		c.full[need] = insert(c.full[need], Span{from, start})
	}
	return start, ok
}

// Sittings returns the stretches in which need is done that begins at t: one, or, where no session of the month takes it whole and it can be broken off, one for each free stretch of a
// session that is worth beginning for. Where the horizon ends first, the last of them runs over.
func (c *Calendar) Sittings(t time.Time, need Need) []Span {
	c.mu.Lock()
	defer c.mu.Unlock()
	part := c.first(need)
	if part == need {
		return []Span{{t, t.Add(need.Hands)}}
	}
	var all []Span
	left := need.Hands
	for left > 0 {
		part.Hands = min(part.Hands, left)
		from, ok := c.search(t, part, true)
		if !ok {
			break
		}
		to := clock.Earlier(from.Add(left), c.freeUntil(from))
		all, left, t = append(all, Span{from, to}), left-to.Sub(from), to
	}
	if len(all) == 0 {
		all = []Span{{t, t}}
	}
	all[len(all)-1].To = all[len(all)-1].To.Add(left)
	return all
}

// mostSittings is how many of the longest sessions work is broken off into at most: what takes more is no plan, and runs over.
const mostSittings = 40

// first returns what a need asks for at its start: all of it, or the first sitting of one that has to be broken off.
func (c *Calendar) first(n Need) Need {
	if longest := c.longestSession(); n.Sitting > 0 && n.Hands > longest && n.Hands <= mostSittings*longest {
		return Need{Hands: min(n.Sitting, longest)}
	}
	return n
}

// freeUntil returns until when a pair of hands that is free at t in a session stays so.
func (c *Calendar) freeUntil(t time.Time) time.Time {
	s := c.sessions[c.session(t)]
	busy := c.hands
	if s.Second {
		busy = c.both
	}
	if i := sort.Search(len(busy), func(i int) bool { return busy[i].From.After(t) }); i < len(busy) {
		return clock.Earlier(s.To, busy[i].From)
	}
	return s.To
}

// search returns the earliest start from from on that a session has room for, around what is booked where that counts.
func (c *Calendar) search(from time.Time, need Need, booked bool) (start time.Time, ok bool) {
	for i := c.after(from); ; i++ {
		if i == len(c.sessions) {
			if !c.extend() {
				return time.Time{}, false
			}
			i--
			continue
		}
		s := c.sessions[i]
		t := s.From
		if from.After(t) {
			t = from
		}
		for !t.Add(need.Hands).After(s.To) {
			until, busy := c.busy(t, need, s.Second)
			if !busy || !booked {
				return t, true
			}
			t = roundUp(until)
		}
	}
}

func (c *Calendar) after(from time.Time) int {
	for len(c.sessions) == 0 || !c.sessions[len(c.sessions)-1].To.After(from) {
		if !c.extend() {
			break
		}
	}
	return c.session(from)
}

// busy returns when the first booking ends that stands in the way of need at t, with a second pair of hands there or not.
func (c *Calendar) busy(t time.Time, need Need, second bool) (until time.Time, yes bool) {
	hands := c.hands
	if second {
		hands = c.both
	}
	if b, ok := overlap(hands, Span{t, t.Add(need.Hands)}); ok {
		return b.To, true
	}
	for _, l := range c.sprayed {
		if need.Cup.Chem == "" {
			break
		}
		apart := l.Apart(need.Cup)
		if b, ok := overlap(l.spans, Span{t.Add(-apart), t.Add(need.Hands + need.Cup.Apart(l.Cup))}); ok {
			return b.To.Add(apart), true
		}
	}
	return c.crowded(t, need)
}

// crowded returns until when other pieces stand in all the racks, where need, begun at t, would want one of them.
func (c *Calendar) crowded(t time.Time, need Need) (until time.Time, yes bool) {
	if c.bench.Racks == 0 || need.Dries <= 0 {
		return time.Time{}, false
	}
	own := Span{t, t.Add(need.Hands + need.Dries)}
	moments := []time.Time{t} // nothing comes in but at one of these
	for _, w := range c.wet {
		for _, s := range w.spans {
			if w.piece != need.Piece && s.From.After(own.From) && s.From.Before(own.To) {
				moments = append(moments, s.From)
			}
		}
	}
	for _, m := range moments {
		n, first := 0, own.To
		for _, w := range c.wet {
			if s, ok := overlap(w.spans, Span{m, m.Add(1)}); ok && w.piece != need.Piece {
				if n++; n == 1 || s.To.Before(first) {
					first = s.To
				}
			}
		}
		if n >= c.bench.Racks {
			return first, true
		}
	}
	return time.Time{}, false
}

// stand has a piece stand drying in a rack.
func (c *Calendar) stand(piece string, wet Span) {
	if c.bench.Racks == 0 || wet.Length() <= 0 {
		return
	}
	k := slices.IndexFunc(c.wet, func(w standing) bool { return w.piece == piece })
	if k < 0 {
		k, c.wet = len(c.wet), append(c.wet, standing{piece: piece})
	}
	c.wet[k].spans = insert(c.wet[k].spans, wet)
}

// Stands returns the first moment from t on from which what is worked on then finds a rack.
func (c *Calendar) Stands(t time.Time, need Need) time.Time {
	c.mu.Lock()
	defer c.mu.Unlock()
	for {
		until, full := c.crowded(t, need)
		if !full {
			return t
		}
		t = until
	}
}

// Free reports whether nothing is booked that stands in the way of need at t.
func (c *Calendar) Free(t time.Time, need Need) bool {
	c.mu.Lock()
	defer c.mu.Unlock()
	i := c.after(t)
	_, busy := c.busy(t, need, i < len(c.sessions) && !t.Before(c.sessions[i].From) && c.sessions[i].Second)
	return !busy
}

// Book takes a pair of hands, and the airbrush and a rack if they are asked for, from t on; without work, the rack alone.
func (c *Calendar) Book(t time.Time, need Need) {
	c.mu.Lock()
	defer c.mu.Unlock()
	work := Span{t, t.Add(need.Hands)}
	if need.Dries > 0 {
		c.stand(need.Piece, Span{t, work.To.Add(need.Dries)})
	}
	if need.Hands <= 0 {
		return
	}
	for i := c.firstOver(work); i < len(c.hands) && c.hands[i].From.Before(work.To); i++ {
		b := c.hands[i]
		c.both = insert(c.both, Span{clock.Later(b.From, work.From), clock.Earlier(b.To, work.To)})
	}
	c.hands = insert(c.hands, work)
	if need.Cup.Chem == "" {
		return
	}
	k := slices.IndexFunc(c.sprayed, func(l loaded) bool { return l.Cup == need.Cup })
	if k < 0 {
		k, c.sprayed = len(c.sprayed), append(c.sprayed, loaded{Cup: need.Cup})
	}
	c.sprayed[k].spans = insert(c.sprayed[k].spans, work)
}

// firstOver returns the place of the first stretch of busy hands that ends after a span begins.
func (c *Calendar) firstOver(s Span) int {
	return sort.Search(len(c.hands), func(i int) bool { return c.hands[i].To.After(s.From) })
}

// InSession reports whether span lies within one session.
func (c *Calendar) InSession(span Span) bool {
	c.mu.Lock()
	defer c.mu.Unlock()
	i := c.after(span.From)
	return i < len(c.sessions) && !span.From.Before(c.sessions[i].From) && !span.To.After(c.sessions[i].To)
}

// Longest returns the length of the longest session of a month; 0 when there is none.
func (c *Calendar) Longest() time.Duration {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.longestSession()
}

func (c *Calendar) longestSession() time.Duration {
	if c.longest >= 0 {
		return c.longest
	}
	c.longest = 0
	month := c.start.Add(28 * 24 * time.Hour)
	for c.laid.Before(month) && c.extend() {
	}
	for _, s := range c.sessions {
		if s.From.Before(month) {
			c.longest = max(c.longest, s.Length())
		}
	}
	return c.longest
}

// overlap returns the first span of the sorted list that shares time with s.
func overlap(sorted []Span, s Span) (Span, bool) {
	i := sort.Search(len(sorted), func(i int) bool { return sorted[i].To.After(s.From) })
	if i < len(sorted) && sorted[i].From.Before(s.To) {
		return sorted[i], true
	}
	return Span{}, false
}

// insert keeps the list sorted and free of overlaps, so that both ends of its spans rise.
func insert(sorted []Span, s Span) []Span {
	i := sort.Search(len(sorted), func(i int) bool { return !sorted[i].To.Before(s.From) })
	j := i
	for j < len(sorted) && !sorted[j].From.After(s.To) {
		if sorted[j].From.Before(s.From) {
			s.From = sorted[j].From
		}
		if sorted[j].To.After(s.To) {
			s.To = sorted[j].To
		}
		j++
	}
	return slices.Replace(sorted, i, j, s)
}

func roundUp(t time.Time) time.Time {
	if r := t.Truncate(time.Minute); r.Before(t) {
		return r.Add(time.Minute)
	}
	return t
}
