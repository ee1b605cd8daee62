package timeline

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
)

// Line is a zone's route laid out.
type Line struct {
	Zone     *route.Zone
	Steps    []Placed
	Films    stack.Stack   // the bare plastic, then a layer for each step that lays a film, in the order of the route
	TouchDry []time.Time   // of Films
	Ready    []time.Time   // of Films
	tones    []route.Tones // before the first step, and after each
	medium   []int         // place of the highest live medium among the first, 0 for none
	next     *Site         // of the step that comes next, with what was found out about it; nil where it has to be made anew
	by       []*route.Step // that left each of Films
}

// Placed is a step with its times.
type Placed struct {
	Step       *route.Step
	Start, End time.Time
	Sittings   []schedule.Span // where it has to be broken off, from Start to End; nil for what is done in one go
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
	NoRoom     bool         // no session is long enough, or there is none
	ended      time.Time    // the last of it and the steps before it
	stage      chance.Stage // how far the zone has come after it
}

// Spans returns the stretches in which the step keeps the hands busy, in order.
func (p *Placed) Spans() []schedule.Span {
	if p.Sittings != nil {
		return p.Sittings
	}
	return []schedule.Span{{From: p.Start, To: p.End}}
}

// Hands returns how long the step keeps the hands busy, all its sittings together.
func (p *Placed) Hands() (sum time.Duration) {
	for _, s := range p.Spans() {
		sum += s.Length()
	}
	return sum
}

// Sitting returns the stretch of the step's work that a moment lies in, or that comes next, and which of them it is, from 0; the last of them once it is over.
func (p *Placed) Sitting(at time.Time) (schedule.Span, int) {
	spans := p.Spans()
	i := 0
	for i < len(spans)-1 && !spans[i].To.After(at) {
		i++
	}
	return spans[i], i
}

// Through returns when so much of the step's work is done.
func (p *Placed) Through(work time.Duration) time.Time {
	for _, s := range p.Spans() {
		if work < s.Length() {
			return s.From.Add(work)
		}
		work -= s.Length()
	}
	return p.End
}

// seat puts a step to its stretches.
func (p *Placed) seat(spans []schedule.Span) {
	p.Start, p.End, p.Sittings = spans[0].From, spans[len(spans)-1].To, nil
	if len(spans) > 1 {
		p.Sittings = spans
	}
}

// Bookings returns what a step that asks for need keeps busy, stretch by stretch; it stands drying after the last.
func (p *Placed) Bookings(need schedule.Need) (all []schedule.Booking) {
	for _, s := range p.Spans() {
		all = append(all, schedule.Booking{Start: s.From, Need: schedule.Need{Hands: s.Length(), Cup: need.Cup}})
	}
	last := &all[len(all)-1]
	last.Piece, last.Dries = need.Piece, need.Dries
	return all
}

// book takes what a step keeps busy.
func (p *Placed) book(c *schedule.Calendar, need schedule.Need) {
	for _, b := range p.Bookings(need) {
		c.Book(b.Start, b.Need)
	}
}

// Free returns when all of the line's steps laid out so far have ended and their films can be touched.
func (l *Line) Free() time.Time {
	var t time.Time
	for _, p := range l.Steps {
		t = clock.Later(t, clock.Later(p.End, p.TouchDry))
	}
	return t
}

// after returns when the last step laid out so far has ended.
func (l *Line) after(tl *Timeline) time.Time {
	if n := len(l.Steps); n > 0 {
		return clock.Later(tl.From, l.Steps[n-1].ended)
	}
	return tl.From
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

// push appends a placed step and the film that it leaves. What it leaves on top is worked out here, once: rules, guides and the look read the
// same texture. A coat on a part of the zone leaves a spot beside the rest, which decals look at and nothing else does.
func (l *Line) push(plan *route.Plan, p Placed) {
	l.next = nil
	p.On = l.surface()
	p.Leaves = p.On
	p.Below = len(l.Films)
	p.TouchDry, p.Ready, p.ended = p.End, p.End, p.End
	if n := len(l.Steps); n > 0 {
		p.ended, p.stage = clock.Later(p.End, l.Steps[n-1].ended), l.Steps[n-1].stage
	}
	p.stage = max(p.stage, stageOf(p.Step))
	if p.Step.Do.Lays {
		layer := stack.Lay(p.Step.ID, p.Step.Film(p.Step.LastStroke(p.End)), plan.Air)
		p.Layer = len(l.Films)
		p.TouchDry, p.Ready = layer.TouchDry(), layer.Ready()
		l.Films = l.Films.Add(layer)
		l.TouchDry, l.Ready = append(l.TouchDry, p.TouchDry), append(l.Ready, p.Ready)
		l.by = append(l.by, p.Step)
		l.medium = append(l.medium, l.topMedium(len(l.Films)-1))
	}
	switch do := p.Step.Do; {
	case do.Lays && l.Films[p.Layer].Film.Family.Closed && !l.Films[p.Layer].Film.Whole() && !do.Has(route.ClearCoat):
		p.Leaves = max(p.On, p.Step.Sheen().Texture()) // a part of it is as rough as what lies there
	case do.Lays && l.Films[p.Layer].Film.Family.Closed && !l.Films[p.Layer].Film.Whole():
		p.Spot = p.Step.Over(p.On, p.Step.Coats)
	case do.Contact.Is(stack.Polished):
		p.Leaves, p.Spot = p.On.Polished(max(1, p.Step.Coats)), 0
	case do.Has(route.Levels): // rubbed places are as rough as the grit leaves them, wherever they are
		p.Spot = sanded
	case do.Lays && l.Films[p.Layer].Film.Covers():
		p.Leaves = p.Step.Over(p.On, p.Step.Coats)
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

var sanded = coating.Texture(Numbers.Number("sanded", 0.3, "µm", "texture that very fine grit leaves", fact.Bench("grit 3000 wet leaves about satin")))

// topMedium returns the place of the highest live medium among the films up to place, 0 for none.
func (l *Line) topMedium(place int) int {
	if f := l.Films[place].Film.Family; f.IsLive() && f.Closed {
		return place
	}
	return l.medium[place-1]
}

// pop takes the last step off again.
func (l *Line) pop() {
	n := len(l.Steps) - 1
	if l.Steps[n].Layer > 0 {
		k := len(l.Films) - 1
		l.Films, l.TouchDry, l.Ready, l.medium, l.by = l.Films[:k], l.TouchDry[:k], l.Ready[:k], l.medium[:k], l.by[:k]
	}
	l.Steps = l.Steps[:n]
}
