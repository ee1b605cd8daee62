// Package bench tells what to do at the bench now, over all builds on it: what is open and in which order, what dries meanwhile and when its window opens and
// closes, what tonight must not be touched, and where a model can be held.
package bench

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	tidying = time.Duration(Numbers.Number("tidying", 5, "min", "to put the bench in order at the end", fact.Bench("caps on, brushes washed, the model covered"))) * time.Minute
	proof   = Numbers.Number("hand-proof", 0.1, "", "chance that a finger marks a film up to which it is held there", fact.Bench("chosen; one print in ten films is too many"))
	stale   = time.Duration(Numbers.Number("settled", 48, "h", "after which what settles in a bottle wants stirring for minutes", fact.Bench("matting agent and metal lie on the ground after two days"))) * time.Hour
)

// Entry is a step that could be done, with why it is told in this place.
type Entry struct {
	Plan    int
	Line    *timeline.Line
	Place   int // in the line
	At      time.Time
	Minutes time.Duration // with the hands
	Why     string
	Opens   time.Time // of a wipe
	Closes  time.Time
	Gap     bool // its turn is on another evening: it only fills the time that is left
}

// Step returns the entry's step as it is placed.
func (e *Entry) Step() *timeline.Placed { return &e.Line.Steps[e.Place] }

// Clock is a film that dries, or a wash that waits for its cloth.
type Clock struct {
	Plan   int
	Line   *timeline.Line
	Place  int       // of what was laid
	Wipe   int       // of its wipe; -1 for none
	Laid   time.Time // last stroke
	Dry    time.Time // touch-dry
	Opens  time.Time // of the wipe's window; zero for none
	Closes time.Time
	Set    time.Time // the film is ready for the next coat
}

// Next returns when something happens on the clock after now: its window opens, closes, or it is dry; zero for nothing.
func (c *Clock) Next(now time.Time) time.Time {
	at := []time.Time{c.Dry}
	if c.Wipe >= 0 {
		at = []time.Time{c.Opens, c.Closes}
	}
	for _, t := range at {
		if t.After(now) {
			return t
		}
	}
	return time.Time{}
}

// Alarm is a moment of a clock that is rung, with what is said then.
type Alarm struct {
	ID    string // within the clock
	At    time.Time
	Words string
}

// Alarms returns when a clock rings: a film when it is dry, a wash when its window opens, is half over and closes; one that stays open beyond until only when it opens.
func (c *Clock) Alarms(until time.Time) []Alarm {
	if c.Wipe < 0 {
		return []Alarm{{"dry", c.Dry, "touch-dry"}}
	}
	all := []Alarm{{"opens", c.Opens, "wipe it now"}}
	if c.Closes.After(until) {
		return all
	}
	return append(all, Alarm{"half", c.Opens.Add(c.Closes.Sub(c.Opens) / 2), "half of the time to wipe is over"}, Alarm{"closes", c.Closes, "its window closes"})
}

// Left is a step that is left alone tonight.
type Left struct {
	Entry
	Because string
	Hard    float64   // of the film in question, 0 to 1; below 0 where none is
	Needs   float64   // the hardness that is wanted, where one is; below 0 where none is
	Danger  bool      // work would be lost, not only time
	Safe    time.Time // from when it is; zero where that is not told
}

// Zone is a zone of a build.
type Zone struct {
	Plan int
	*route.Zone
}

// Cup is a round: zones and builds that want the same from one cup.
type Cup struct {
	Product *coating.Product
	Of      []Entry
	ML      float64 // of the product, for all of them
	Thinner float64
}

// Tonight is what the bench comes to at a moment.
type Tonight struct {
	At       time.Time
	Session  schedule.Session // that At lies in, or the next one; zero where there is none
	Open     bool             // At lies in it
	Now      []Entry          // what can be begun at once, the first the best
	Later    []Entry          // tonight still, by when it can
	Running  []Clock          // by what happens next
	Not      []Left
	Proof    []Zone           // that can be held
	Soft     []Zone           // that can't
	Tomorrow []Entry          // of the session after this one
	After    schedule.Session // the session after this one
	Cups     []Cup
	builds   []*timeline.Timeline
	racks    *schedule.Calendar // with what was laid already, of all builds
}

// At tells what the bench comes to at a moment: timelines are of the builds on it, laid out as of that moment.
func At(builds []*timeline.Timeline, now time.Time) *Tonight {
	t := &Tonight{At: now, builds: builds}
	t.racks, _ = timeline.Racks(builds, now)
	t.session(builds)
	for i, tl := range builds {
		for _, l := range tl.Lines {
			t.running(i, l)
			t.next(i, tl, l)
			t.touch(i, l)
		}
	}
	t.order()
	t.cups()
	return t
}

// session finds the session that now lies in, or the next one, over all builds: they share a bench, though each has its own hours.
func (t *Tonight) session(builds []*timeline.Timeline) {
	const ahead = 14 * 24 * time.Hour
	for _, tl := range builds {
		c := schedule.New(tl.Plan.Bench, t.At.Add(-24*time.Hour))
		for _, s := range c.Sessions(t.At, t.At.Add(ahead)) {
			switch {
			case t.Session.To.IsZero() || s.From.Before(t.Session.From) && !t.Open:
				t.Session = s
			case s.From.Before(t.Session.To) && s.To.After(t.Session.To): // hours that overlap are one evening
				t.Session.To = s.To
			}
			if !s.From.After(t.At) && s.To.After(t.At) {
				t.Open = true
			}
		}
	}
	if !t.Open { // what is put out is for the session that comes
		t.After = t.Session
		return
	}
	for _, tl := range builds {
		c := schedule.New(tl.Plan.Bench, t.At.Add(-24*time.Hour))
		for _, s := range c.Sessions(t.Session.To, t.Session.To.Add(ahead)) {
			if s.From.Before(t.Session.To) {
				continue
			}
			if t.After.To.IsZero() || s.From.Before(t.After.From) {
				t.After = s
			}
			break
		}
	}
}

// running notes the films of a line that dry, and its washes that wait for a cloth.
func (t *Tonight) running(plan int, l *timeline.Line) {
	for i, p := range l.Steps {
		if p.Layer == 0 || p.Step.Done.IsZero() {
			continue
		}
		film := &l.Films[p.Layer]
		c := Clock{Plan: plan, Line: l, Place: i, Wipe: -1, Laid: film.Film.Laid, Dry: film.TouchDry(), Set: film.Ready()}
		if by := p.Step.WipedBy; by != nil && by.Done.IsZero() {
			for k := i + 1; k < len(l.Steps); k++ {
				if l.Steps[k].Step == by {
					c.Wipe, c.Opens, c.Closes = k, l.Steps[k].Opens, l.Steps[k].Closes
				}
			}
		}
		if c.Wipe >= 0 || t.At.Before(c.Dry) {
			t.Running = append(t.Running, c)
		}
	}
}

// next finds where a line's next step belongs: now, later tonight, another day.
func (t *Tonight) next(plan int, tl *timeline.Timeline, l *timeline.Line) {
	i := slices.IndexFunc(l.Steps, func(p timeline.Placed) bool { return p.Step.Done.IsZero() })
	if i < 0 {
		return
	}
	entry := func(i int) Entry {
		p := &l.Steps[i]
		return Entry{Plan: plan, Line: l, Place: i, At: p.Start, Minutes: t.minutes(l, p), Opens: p.Opens, Closes: p.Closes}
	}
	for k := i; k < len(l.Steps); k++ {
		if start := l.Steps[k].Start; l.Steps[k].Step.Done.IsZero() && !t.After.From.IsZero() && !start.Before(t.After.From) && start.Before(t.After.To) {
			t.Tomorrow = append(t.Tomorrow, entry(k))
		}
	}
	p, e := &l.Steps[i], entry(i)
	if !p.Step.Started.IsZero() {
		e.At, e.Why = p.Step.Started, cmp.Or(t.sitting(p), "It is under way.")
		t.Now = append(t.Now, e)
		return
	}
	site := tl.Site(l, i)
	pinned := !p.Step.At.IsZero() // by somebody who may not have seen what it does
	if pinned && p.Start.Before(t.Session.To) {
		if a := site.Question().Does(clock.Later(t.At, p.Start)); !a.Safe() {
			t.Not = append(t.Not, t.left(tl, site, e))
			return
		}
	}
	if !p.NoRoom && p.Start.Before(t.Session.To) {
		at, ok := site.First(tl.Rules.Timed, clock.Later(t.At, site.After))
		if i > 0 {
			at = clock.Later(at, l.Steps[i-1].End)
		}
		if !e.Opens.IsZero() {
			at, ok = clock.Later(t.At, e.Opens), true
		}
		at = clock.Later(at, t.Session.From)
		at = t.racks.Stands(at, t.asks(&e))
		if ok && at.Before(t.Session.To) && len(p.Step.Joins) == 0 {
			e.At = at
		}
		e.Why = t.why(&e)
		if t.Open && !e.At.After(t.At.Add(time.Minute)) {
			t.Now = append(t.Now, e)
		} else {
			t.Later = append(t.Later, e)
		}
		return
	}
	if t.gap(tl, site, &e) {
		t.Now = append(t.Now, e)
		return
	}
	t.Not = append(t.Not, t.left(tl, site, e))
}

// gap reports whether a step whose turn is on another evening could be done now, where an order that was taken leaves time, and says so of it. A wash is not: its wipe has a turn, too.
func (t *Tonight) gap(tl *timeline.Timeline, site *timeline.Site, e *Entry) bool {
	s := e.Step().Step
	if s.Turn.IsZero() || s.Turn.Before(s.After) || !t.Open || s.WipedBy != nil || !e.Closes.IsZero() || e.Minutes > t.Session.To.Sub(t.At) || len(s.Joins) > 0 {
		return false
	}
	at, ok := site.First(tl.Rules.Timed, clock.Later(t.At, site.After))
	if !ok || at.After(t.At.Add(time.Minute)) {
		return false
	}
	e.At, e.Gap = at, true
	e.Why = "Its turn is " + say.DayOf(s.Turn, t.At, t.place()) + "; it can be done now, where there is time."
	return true
}

// left tells why a step is left alone.
func (t *Tonight) left(tl *timeline.Timeline, site *timeline.Site, e Entry) Left {
	p := e.Step()
	out := Left{Entry: e, Hard: -1, Needs: -1}
	at := clock.Later(t.At, site.After)
	if at.Before(t.Session.From) {
		at = t.Session.From
	}
	if a := site.Question().Ask(at); !a.Safe() {
		out.Because, out.Danger = a.Say(site.FilmName(a.Place), site.Below), a.Severity > verdict.Note && a.Harm != verdict.TooWet
		if a.Place > 0 {
			out.Hard = float64(a.Hard)
			if out.Safe = a.SafeFrom; !a.SafeFrom.IsZero() {
				out.Needs = float64(site.Below[a.Place].Hard(a.SafeFrom))
			}
		}
		return out
	}
	for _, r := range tl.Rules.Timed {
		if !r.Holds(site, at) {
			out.Because = r.Title + "."
			break
		}
	}
	switch {
	case out.Because != "":
	case p.Step.Turn.After(t.At) && !p.Step.After.After(p.Step.Turn):
		out.Because = "Its turn is " + say.DayOf(p.Step.Turn, t.At, t.place()) + " in the order that was taken."
	case !p.Step.After.IsZero() && p.Step.After.After(t.At):
		out.Because = "It is put off."
	case e.Place > 0 && e.Line.Steps[e.Place-1].Step.Done.IsZero():
		out.Because = say.Capital(route.StepName(e.Line.Steps[e.Place-1].Step)) + " comes before it."
	case !t.Open:
		out.Because = "The bench is closed."
	case e.Minutes > t.Session.To.Sub(t.At):
		out.Because = fmt.Sprintf("It takes %s, and %s are left.", say.Bench(e.Minutes), say.Bench(t.Session.To.Sub(t.At)))
	default:
		out.Because = "Waiting for it costs less than what may go wrong."
	}
	return out
}

// minutes returns how long a step keeps the hands busy: tonight, where it is done in sittings, and the bench is to be tidied after that.
func (t *Tonight) minutes(l *timeline.Line, p *timeline.Placed) time.Duration {
	if p.Sittings == nil {
		return l.Zone.Attended(p.Step)
	}
	s, _ := p.Sitting(t.At)
	if from := clock.Later(s.From, t.At); from.Before(t.Session.To) {
		return max(0, clock.Earlier(s.To, t.Session.To.Add(-tidying)).Sub(from))
	}
	return s.Length()
}

// sitting tells which sitting of a step comes next, and when it goes on after that; empty for what is done in one go.
func (t *Tonight) sitting(p *timeline.Placed) string {
	_, n := p.Sitting(t.At)
	switch last := len(p.Sittings) - 1; {
	case last < 0:
		return ""
	case n == last:
		return fmt.Sprintf("Sitting %d of %d, the last.", n+1, last+1)
	default:
		return fmt.Sprintf("Sitting %d of %d: it can be broken off, and goes on %s.", n+1, last+1, say.DayOf(p.Sittings[n+1].From, t.At, t.place()))
	}
}

// why tells why a step that can be begun is worth it.
func (t *Tonight) why(e *Entry) string {
	p := e.Step()
	switch {
	case p.Sittings != nil:
		return t.sitting(p)
	case !e.Closes.IsZero() && e.Closes.Before(t.Session.To):
		return "Its window closes at " + e.Closes.In(t.place()).Format("15:04") + "."
	case !e.Closes.IsZero():
		return "Its window is open."
	case !p.Step.At.IsZero():
		return "It is pinned to this time."
	case p.Layer > 0 && p.Ready.Sub(p.End) >= time.Hour:
		return "It starts " + say.Span(p.Ready.Sub(p.End)) + " of drying."
	case e.Place+1 < len(e.Line.Steps):
		return "Then " + say.Lower(e.Line.Steps[e.Place+1].Step.Do.Name) + " can follow."
	}
	return "It is the last of this zone."
}

func (t *Tonight) place() *time.Location { return t.At.Location() }

// touch notes whether a zone can be held.
func (t *Tonight) touch(plan int, l *timeline.Line) {
	for _, p := range l.Steps {
		if p.Layer == 0 || p.Step.Done.IsZero() {
			continue
		}
		waits := p.Step.WipedBy != nil && p.Step.WipedBy.Done.IsZero()
		if film := &l.Films[p.Layer]; waits || film.Unready(stack.AsksDry, t.At) > proof {
			t.Soft = append(t.Soft, Zone{plan, l.Zone})
			return
		}
	}
	t.Proof = append(t.Proof, Zone{plan, l.Zone})
}

// cupOf names what a step is done with; empty for nothing.
func cupOf(s *route.Step) string {
	if s.Product == nil {
		return ""
	}
	return s.Product.Family.ID + "/" + s.Product.Name
}

// The ranks of what has no turn tonight.
const (
	others = iota + 3
	gaps
)

// order puts what can be begun into the order in which it should be: what is under way, windows by their close, the turns of an order that was taken, then what starts the longest drying, then what shares the airbrush's
// chemistry or the cup with what comes before it.
func (t *Tonight) order() {
	rank := func(e *Entry) (int, time.Time) {
		switch {
		case !e.Closes.IsZero():
			return 0, e.Closes
		case !e.Step().Step.Started.IsZero():
			return 1, e.Step().Step.Started
		case e.Gap:
			return gaps, e.Step().Step.Turn
		case !e.Step().Step.Turn.IsZero():
			return 2, e.Step().Step.Turn
		}
		return others, time.Time{}
	}
	octaves := func(e *Entry) int { // drying times that are nearly as long are as long
		return int(math.Log2(1 + e.Step().Ready.Sub(e.Step().End).Hours()))
	}
	slices.SortStableFunc(t.Now, func(a, b Entry) int {
		ra, ta := rank(&a)
		rb, tb := rank(&b)
		return cmp.Or(cmp.Compare(ra, rb), ta.Compare(tb), cmp.Compare(octaves(&b), octaves(&a)), cmp.Compare(a.Plan, b.Plan))
	})
	for i := 1; i < len(t.Now); i++ { // what shares the cup or the chemistry goes on with it
		before := t.Now[i-1].Step().Step
		r, _ := rank(&t.Now[i])
		shares := func(e *Entry) int {
			s := e.Step().Step
			switch {
			case cupOf(s) != "" && cupOf(s) == cupOf(before):
				return 2
			case s.Chemistry() != "" && s.Chemistry() == before.Chemistry():
				return 1
			}
			return 0
		}
		best := i
		for k := i + 1; k < len(t.Now); k++ {
			if rk, _ := rank(&t.Now[k]); rk == r && r == others && octaves(&t.Now[k]) == octaves(&t.Now[i]) && shares(&t.Now[k]) > shares(&t.Now[best]) {
				best = k
			}
		}
		e := t.Now[best]
		t.Now = slices.Insert(slices.Delete(t.Now, best, best+1), i, e)
	}
	slices.SortStableFunc(t.Tomorrow, func(a, b Entry) int { return a.At.Compare(b.At) })
	slices.SortStableFunc(t.Later, func(a, b Entry) int { return a.At.Compare(b.At) })
	slices.SortStableFunc(t.Not, func(a, b Left) int {
		return cmp.Or(cmp.Compare(btoi(b.Danger), btoi(a.Danger)), a.At.Compare(b.At))
	})
	slices.SortStableFunc(t.Running, func(a, b Clock) int {
		return cmp.Or(cmp.Compare(btoi(b.Wipe >= 0), btoi(a.Wipe >= 0)), a.next().Compare(b.next()))
	})
}

func (c *Clock) next() time.Time {
	if c.Wipe >= 0 {
		return c.Opens
	}
	return c.Dry
}

func btoi(b bool) int {
	if b {
		return 1
	}
	return 0
}

// cups finds what of tonight wants the same from one cup.
func (t *Tonight) cups() {
	for _, e := range append(slices.Clone(t.Now), t.Later...) {
		s := e.Step().Step
		dose := e.Line.Zone.Dose(s, -1)
		if dose.Product <= 0 {
			continue
		}
		i := slices.IndexFunc(t.Cups, func(c Cup) bool { return cupOf(c.Of[0].Step().Step) == cupOf(s) })
		if i < 0 {
			i = len(t.Cups)
			t.Cups = append(t.Cups, Cup{Product: s.Product})
		}
		c := &t.Cups[i]
		c.Of, c.ML, c.Thinner = append(c.Of, e), c.ML+dose.Product, c.Thinner+dose.Thinner
	}
	t.Cups = slices.DeleteFunc(t.Cups, func(c Cup) bool { return len(c.Of) < 2 })
}

// settles reports whether a product's matting agent, metal or pigment lies on the ground of its bottle after a while.
func settles(p *coating.Product) bool {
	return p.Kind == coating.Metal || p.Sheen == coating.Flat || p.Sheen == coating.Satin || p.Kind == coating.Wash
}
