package web

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// promise says when the build is ready and how that stands against its wanted date, and whether it is late.
func (j *judged) promise() (words string, late bool) { return promise(j.plan, j.checked.Finish) }

func promise(p *route.Plan, finish time.Time) (words string, late bool) {
	if finish.IsZero() {
		return "no steps yet", false
	}
	words = "ready " + say.DayOf(finish, p.Now, p.Place())
	if p.Wanted.IsZero() {
		return words, false
	}
	switch days := clock.Day(p.Wanted.Add(-time.Second).In(p.Place())) - clock.Day(finish.In(p.Place())); {
	case days < 0:
		return fmt.Sprintf("%s, %s late", words, say.Count(-days, "day")), true
	case days == 0:
		return words + ", on the last day", false
	default:
		return fmt.Sprintf("%s, %s to spare", words, say.Count(days, "day")), false
	}
}

// trail samples a film's hardening from laid to a little past ready, where the eye can follow it.
func trail(l stack.Layer, ready time.Time) *wire.Trail {
	const samples = 8
	end := l.When(0.9)
	if limit := l.Film.Laid.Add(14 * 24 * time.Hour); end.After(limit) {
		end = limit
	}
	if end.Before(ready) {
		end = ready
	}
	span := end.Sub(l.Film.Laid)
	if span <= 0 {
		return nil
	}
	out := wire.Trail{Until: second(end)}
	for i := range samples {
		out.Hard = append(out.Hard, round(float64(l.Hard(l.Film.Laid.Add(span*time.Duration(i)/(samples-1)))), 3))
	}
	return &out
}

// tape begins where the last thing that was done in each zone began, and ends a little after all is ready and wanted.
func (j *judged) tape() wire.Tape {
	tl := j.checked.Timeline
	from := tl.From
	events := []time.Time{}
	for _, line := range tl.Lines {
		last := time.Time{}
		for _, p := range line.Steps {
			if !p.Step.Done.IsZero() && p.Start.After(last) {
				last = p.Start
			}
			for _, t := range []time.Time{p.Start, p.End, p.Ready} {
				events = append(events, t.Truncate(time.Minute).UTC())
			}
		}
		if !last.IsZero() && last.Before(from) {
			from = last
		}
	}
	const past = -10 // days
	if earliest := tl.From.AddDate(0, 0, past); from.Before(earliest) {
		from = earliest
	}
	if j.now.Before(from) && from.AddDate(0, 0, past).Before(j.now) {
		from = j.now
	}
	to := tl.From.Add(24 * time.Hour)
	for _, t := range []time.Time{tl.Finish, j.plan.Wanted} {
		if t.After(to) && t.Sub(tl.From) < 120*24*time.Hour {
			to = t
		}
	}
	// The calendar begins at tl.From; the tape shows the sessions before it too.
	c := schedule.New(j.plan.Bench, from.Add(-12*time.Hour))
	j.sessions = c.Sessions(from, to)
	t := wire.Tape{From: from.UTC(), To: to.UTC(), Sessions: []wire.Session{}, Off: j.off(from, to)}
	month := ""
	for _, s := range j.sessions {
		one := wire.Session{Second: s.Second, From: s.From.UTC(), To: s.To.UTC(), Label: j.local(s.From).Format("Mon 2"), Date: plan.Date(j.local(s.From).Format(time.DateOnly))}
		if now := j.local(s.From).Format("Jan"); now != month {
			month, one.Month = now, now
		}
		t.Sessions = append(t.Sessions, one)
		if s.From.Before(from) {
			t.From = s.From.UTC()
		}
		if s.To.After(to) {
			t.To = s.To.UTC()
		}
	}
	if !j.plan.Wanted.IsZero() && !j.plan.Wanted.After(t.To) {
		w := j.plan.Wanted.UTC()
		t.Wanted = &w
	}
	slices.SortFunc(events, time.Time.Compare)
	events = slices.CompactFunc(events, time.Time.Equal)
	t.Events = slices.DeleteFunc(events, func(e time.Time) bool { return e.Before(t.From) || e.After(t.To) })
	return t
}

// bench is when the bench is open, from long before anything was done on it.
func (j *judged) bench() *schedule.Calendar {
	const back = -1 // years
	return schedule.New(j.plan.Bench, j.now.AddDate(back, 0, 0))
}

// off are the days between two moments on which the bench stays shut though its week has a session then.
func (j *judged) off(from, to time.Time) []wire.Off {
	out := []wire.Off{}
	week := schedule.Bench{Evenings: j.plan.Bench.Evenings, Place: j.plan.Bench.Place}
	for _, x := range j.file.Exceptions {
		if x.From != "" {
			continue
		}
		day, err := time.ParseInLocation(time.DateOnly, string(x.Date), j.plan.Place())
		if err != nil || !day.Before(to) || !day.AddDate(0, 0, 1).After(from) {
			continue
		}
		if usual := schedule.New(week, day).Sessions(day, day.AddDate(0, 0, 1)); len(usual) > 0 {
			out = append(out, wire.Off{Date: x.Date, Label: day.Format("Mon 2"), At: usual[0].From.UTC()})
		}
	}
	return out
}

// opening is the first stop or warning, else the step that comes next, else the start of the tape.
func (j *judged) opening() wire.Opening {
	if len(j.view.Findings) > 0 && j.view.Findings[0].Severity != "note" {
		f := j.view.Findings[0]
		if at, ok := j.checked.StartOf(f.Step); ok {
			return wire.Opening{Zone: f.Zone, Step: f.Step, At: at.UTC()}
		}
	}
	o := wire.Opening{At: j.checked.From.UTC()}
	for _, z := range j.view.Zones {
		if o.Zone == "" {
			o.Zone = z.ID
		}
		for _, s := range z.Steps {
			if s.Kind != "done" && (o.Step == "" || s.Start.Before(o.At)) {
				o = wire.Opening{Zone: z.ID, Step: s.ID, At: s.Start}
			}
		}
	}
	return o
}
