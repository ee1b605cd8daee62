package plan

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
)

// Marks are what has really happened, or was put off. All of them are held against the plan's clock; a plan that has none takes every time.

// when returns the moment that a mark is about: now where it says none. What lies ahead is refused.
func (f *File) when(e Edit, what string) (time.Time, error) {
	at := f.now
	if e.At != nil {
		at = *e.At
	}
	switch {
	case at.IsZero():
		return at, fault("edit.at", "say when it was %s", what)
	case !f.now.IsZero() && at.After(f.now):
		return at, fault("edit.at", "%s is still to come: it is %s now", f.clock(at), f.clock(f.now))
	}
	return at.UTC().Truncate(time.Minute), inYears("edit.at", at)
}

// stepWords names a step of a zone within a sentence: "gloss coat of Underside".
func (f *File) stepWords(zone, place int) string {
	return fmt.Sprintf("%s of %s", strings.ToLower(doName(f.Zones[zone].Steps[place].Do)), f.Zones[zone].Name)
}

func (f *File) markDone(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	at, err := f.when(e, "done")
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	s.Done, s.At, s.NotBefore, s.Seen = &at, nil, nil, ""
	if s.Started != nil && !s.Started.Before(at) {
		s.Started = nil
	}
	return fmt.Sprintf("Marked %s done, %s", f.stepWords(z, i), f.clock(at)), nil
}

// Gap tells what is amiss below a step that is done or under way: steps that are still open, which can be marked done with it, or one that was done later; ok is false where nothing is.
func (f File) Gap(zone, place int) (words string, open int, ok bool) {
	s := f.Zones[zone].Steps[place]
	if s.Done == nil && s.Started == nil {
		return "", 0, false
	}
	name := func(k int) string { return strings.ToLower(doName(f.Zones[zone].Steps[k].Do)) }
	first, later := -1, -1
	for k, below := range f.Zones[zone].Steps[:place] {
		switch {
		case below.Done == nil:
			if open++; first < 0 {
				first = k
			}
		case later < 0 && s.Done != nil && below.Done.After(*s.Done):
			later = k
		}
	}
	switch {
	case open == 1:
		return fmt.Sprintf("%s comes before it and is not marked done.", say.Capital(name(first))), open, true
	case open > 1:
		return fmt.Sprintf("%d steps come before it and are not marked done, the first of them %s.", open, name(first)), open, true
	case later >= 0:
		return fmt.Sprintf("%s, below it, is marked done later: %s.", say.Capital(name(later)), f.clock(*f.Zones[zone].Steps[later].Done)), 0, true
	}
	return "", 0, false
}

// markBelow marks what is open below a step that is done or under way done too.
func (f *File) markBelow(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	at := f.Zones[z].Steps[i].Started
	if done := f.Zones[z].Steps[i].Done; done != nil {
		at = done
	}
	if _, open, _ := f.Gap(z, i); at == nil || open == 0 {
		return "", fault("edit.of", "nothing is open below %s", f.stepWords(z, i))
	}
	if err := f.closeBelow(z, i, *at); err != nil {
		return "", err
	}
	return fmt.Sprintf("Marked what lies below %s done", f.stepWords(z, i)), nil
}

// closeBelow marks what is open before step i of a zone done too, each just before the next.
func (f *File) closeBelow(z, i int, at time.Time) error {
	p, err := f.Resolve()
	if err != nil {
		return err
	}
	zone := p.Zones[z]
	for k := i - 1; k >= 0; k-- {
		s := &f.Zones[z].Steps[k]
		if s.Done != nil {
			at = clock.Earlier(at, *s.Done)
			continue
		}
		at = at.Add(-zone.Attended(zone.Steps[k+1]))
		done := at
		s.Done, s.At, s.NotBefore, s.Started = &done, nil, nil, nil
	}
	return nil
}

func (f *File) markStarted(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	at, err := f.when(e, "begun")
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	if s.Done != nil {
		return "", fault("edit.of", "%s is done already", f.stepWords(z, i))
	}
	s.Started, s.At, s.NotBefore = &at, nil, nil
	return fmt.Sprintf("Began %s, %s", f.stepWords(z, i), f.clock(at)), nil
}

// saw notes what was seen of a step that is done, where it might have gone wrong.
func (f *File) saw(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	switch {
	case s.Done == nil:
		return "", fault("edit.of", "%s is not done", f.stepWords(z, i))
	case e.Seen == "":
		return "", fault("edit.seen", "say what was seen: nothing or something")
	}
	s.Seen = e.Seen
	if e.Seen == Sight(route.SawNothing) {
		return fmt.Sprintf("Looked at %s: nothing seen", f.stepWords(z, i)), nil
	}
	return fmt.Sprintf("Looked at %s: something is wrong", f.stepWords(z, i)), nil
}

func (f *File) unmark(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	if s.Done == nil && s.Started == nil {
		return "", fault("edit.of", "%s is neither done nor begun", f.stepWords(z, i))
	}
	s.Done, s.Started, s.Seen = nil, nil, ""
	return fmt.Sprintf("Marked %s as not done", f.stepWords(z, i)), nil
}

// putOff keeps a step from being begun before the next day's first session. What is open without an end is put off to the next day.
func (f *File) putOff(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	if s := f.Zones[z].Steps[i]; s.Done != nil || s.Started != nil {
		return "", fault("edit.of", "%s is done or under way", f.stepWords(z, i))
	}
	p, err := f.Resolve()
	if err != nil {
		return "", err
	}
	now := f.now
	if e.At != nil {
		now = *e.At
	}
	if now.IsZero() {
		return "", fault("edit.at", "say when that is")
	}
	y, m, d := now.In(p.Place()).Date()
	until := time.Date(y, m, d+1, 0, 0, 0, 0, p.Place())
	c := schedule.New(p.Bench, until)
	next, ok := c.Slot(until, schedule.Need{Hands: time.Minute})
	if !ok {
		next = until
	}
	s := &f.Zones[z].Steps[i]
	next = next.UTC()
	s.NotBefore = &next
	if s.At != nil && s.At.Before(next) {
		s.At = nil
	}
	return f.PutOffWords(e.Of, next), nil
}

// PutOffWords names the day to which a step is put off: that on which it then stands, once that is known.
func (f *File) PutOffWords(step string, at time.Time) string {
	z, i, ok := f.Find(step)
	if !ok {
		return ""
	}
	return fmt.Sprintf("Put %s off to %s", f.stepWords(z, i), say.DayOf(at, f.now, f.place()))
}

// layAnew has all that is left laid out from now on: what was planned for earlier is no longer overdue.
func (f *File) layAnew(e Edit) (string, error) {
	at, err := f.when(e, "laid out anew")
	if err != nil {
		return "", err
	}
	p, err := f.Resolve()
	if err != nil {
		return "", err
	}
	f.Build.LaidFrom = &at
	for z, zone := range p.Zones {
		for i, s := range zone.Steps {
			if zone.Passed(s, at) {
				f.Zones[z].Steps[i].At = nil
			}
		}
	}
	return "Laid the rest out anew from " + f.clock(at), nil
}

// catchUp is the edit that marks what is overdue done when it should have been.
const catchUp = "catch-up"

func (f *File) catchUp(ctx context.Context) (string, error) {
	p, err := f.Resolve()
	if err != nil {
		return "", err
	}
	tl, err := timeline.LayContext(ctx, p, rule.Every())
	if err != nil {
		return "", err
	}
	late, _, err := tl.Overdue(ctx)
	if err != nil {
		return "", err
	}
	if len(late) == 0 {
		return "", fault("edit.do", "nothing is overdue")
	}
	for _, o := range late {
		z, i, err := f.step(o.Step.ID)
		if err != nil {
			return "", err
		}
		s, done := &f.Zones[z].Steps[i], o.End.UTC()
		s.Done, s.At, s.NotBefore = &done, nil, nil
	}
	return fmt.Sprintf("Marked %s done as planned", say.Count(len(late), "overdue step")), nil
}

func (f *File) pin(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	switch {
	case e.At == nil:
		return "", fault("edit.at", "missing: when it is to begin")
	case s.Done != nil || s.Started != nil:
		return "", fault("edit.of", "%s is done or under way, so it can't be moved", f.stepWords(z, i))
	case !f.now.IsZero() && e.At.Before(f.now.Truncate(time.Minute)):
		return "", fault("edit.at", "%s is over: it is %s now. If it was done then, mark it done", f.clock(*e.At), f.clock(f.now))
	}
	at := e.At.UTC().Truncate(time.Minute)
	s.At, s.NotBefore = &at, nil
	return fmt.Sprintf("Pinned %s to %s", f.stepWords(z, i), f.clock(at)), nil
}

// putAt puts a step where it was let go: it is pinned there, and where its work would be over by now it was done then.
func (f *File) putAt(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	if e.At == nil {
		return "", fault("edit.at", "missing: when it is to begin")
	}
	p, err := f.Resolve()
	if err != nil {
		return "", err
	}
	end := e.At.Add(p.Zones[z].Attended(p.Zones[z].Steps[i]))
	if f.now.IsZero() || end.After(f.now) {
		return f.pin(e)
	}
	e.At = &end
	return f.markDone(e)
}

func (f *File) letGoEdit(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	at, off := s.At, s.NotBefore
	if at == nil && off == nil && s.Turn == nil {
		return "", fault("edit.of", "%s is not pinned", f.stepWords(z, i))
	}
	s.At, s.NotBefore, s.Turn = nil, nil, nil
	switch {
	case at == nil && off == nil:
		return fmt.Sprintf("Let go of its turn: %s", f.stepWords(z, i)), nil
	case at == nil:
		return fmt.Sprintf("No longer put off: %s", f.stepWords(z, i)), nil
	}
	return fmt.Sprintf("Unpinned %s", f.stepWords(z, i)), nil
}

// putDay says when the bench is open on one day.
func (f *File) putDay(e Edit) (string, error) {
	day, err := time.Parse(time.DateOnly, string(e.Date))
	if err != nil {
		return "", fault("edit.date", "%q is not a day, such as 2027-03-22", e.Date)
	}
	name := say.DayOf(day, f.now, time.UTC)
	note, hands := "", f.handsOn(day)
	kept := f.Exceptions[:0:0]
	for _, x := range f.Exceptions {
		if x.Date != e.Date {
			kept = append(kept, x)
		} else if x.Note != "" {
			note = x.Note
		}
	}
	f.Exceptions = kept
	switch {
	case e.Usual:
		return name + " follows its week again", nil
	case len(e.Hours) == 0:
		f.Exceptions = append(f.Exceptions, Exception{Date: e.Date, Note: note})
		return name + " is off", nil
	}
	words := []string{}
	for _, h := range e.Hours {
		f.Exceptions = append(f.Exceptions, Exception{Date: e.Date, From: h.From, To: h.To, Note: note, Hands: hands})
		words = append(words, fmt.Sprintf("%s to %s", h.From, h.To))
	}
	return fmt.Sprintf("%s is open from %s", name, say.List(words)), nil
}

// hoursOn returns when the bench is open on a day, as exceptions.
func (f *File) hoursOn(day time.Time) []Exception {
	date := Date(day.Format(time.DateOnly))
	var all []Exception
	shut := false
	for _, x := range f.Exceptions {
		if shut = shut || x.Date == date; x.Date == date && x.From != "" {
			all = append(all, x)
		}
	}
	if len(all) > 0 || shut {
		return all
	}
	for _, s := range f.Sessions {
		for _, d := range s.Days {
			if days[d] == day.Weekday() {
				all = append(all, Exception{Date: date, From: s.From, To: s.To, Hands: s.Hands})
			}
		}
	}
	if len(f.Sessions) == 0 {
		all = append(all, Exception{Date: date, From: "00:00", To: "24:00"})
	}
	return all
}

// handsOn returns how many pairs of hands are there on a day; 0 for one.
func (f *File) handsOn(day time.Time) int {
	hands := 0
	for _, x := range f.hoursOn(day) {
		hands = max(hands, x.Hands)
	}
	return hands
}

// putHands says how many pairs of hands are there on one day, at the hours that it has.
func (f *File) putHands(e Edit) (string, error) {
	day, err := time.Parse(time.DateOnly, string(e.Date))
	if err != nil {
		return "", fault("edit.date", "%q is not a day, such as 2027-03-22", e.Date)
	}
	if e.Hands < 1 || e.Hands > 2 {
		return "", fault("edit.hands", "%d pairs of hands: one or two can be planned with", e.Hands)
	}
	hours := f.hoursOn(day)
	name := say.DayOf(day, f.now, time.UTC)
	if len(hours) == 0 {
		return "", fault("edit.date", "the bench is shut on %s", name)
	}
	f.Exceptions = slices.DeleteFunc(slices.Clone(f.Exceptions), func(x Exception) bool { return x.Date == e.Date })
	for _, x := range hours {
		x.Hands = e.Hands
		f.Exceptions = append(f.Exceptions, x)
	}
	if e.Hands == 1 {
		return "One pair of hands on " + name, nil
	}
	return "A second pair of hands on " + name, nil
}

// MostAway is how many days nobody may be at the bench in one go.
const MostAway = 60

// stayAway shuts the bench for some days: a week away, an illness.
func (f *File) stayAway(e Edit) (string, error) {
	day, err := time.Parse(time.DateOnly, string(e.Date))
	if err != nil {
		return "", fault("edit.date", "%q is not a day, such as 2027-03-22", e.Date)
	}
	if e.Days < 1 || e.Days > MostAway {
		return "", fault("edit.days", "%d is not from 1 to %d days", e.Days, MostAway)
	}
	for n := range e.Days {
		if _, err := f.putDay(Edit{Date: Date(day.AddDate(0, 0, n).Format(time.DateOnly))}); err != nil {
			return "", err
		}
	}
	return fmt.Sprintf("Away from %s, %s", say.DayOf(day, f.now, time.UTC), say.Count(e.Days, "day")), nil
}
