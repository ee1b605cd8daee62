package plan

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/learn"
	"inkysparrow/core/route"
)

// Handed is what of a modeller's hand was accepted: plans follow it from then on.
type Handed struct {
	Veil    float64            `json:"veil,omitempty"`    // how many times as thick a pass lies; 0 for as planned
	Minutes map[string]float64 `json:"minutes,omitempty"` // how many times as long a kind of step takes, by its id
}

// ByHand returns the plan as that hand carries it out.
func (f File) ByHand(h Handed) File {
	f.hand = h
	return f
}

// resolveHand gives steps the pace of the hand.
func (f File) resolveHand(p *route.Plan) {
	for _, z := range p.Zones {
		for _, s := range z.Steps {
			s.Pace = f.hand.Minutes[s.Do.ID]
		}
	}
}

// Paces returns how long steps took against what such a step takes, by kind of step: those of which it is known when they were begun and done.
func Paces(p *route.Plan) map[string][]learn.Measure {
	const longest = 6 * time.Hour // a step that was left open overnight tells nothing
	all := map[string][]learn.Measure{}
	for _, z := range p.Zones {
		for _, s := range z.Steps {
			took := s.Done.Sub(s.Started)
			if s.Done.IsZero() || s.Started.IsZero() || took < time.Minute || took > longest {
				continue
			}
			usual := s.As(func(s *route.Step) { s.Pace = 0 })
			all[s.Do.ID] = append(all[s.Do.ID], learn.Measure{Ratio: took.Minutes() / z.Attended(usual).Minutes(), At: s.Done})
		}
	}
	return all
}

// finish says that a build was finished on a day, or that it is not yet.
func (f *File) finish(e Edit) (string, error) {
	if e.Date == "" {
		f.Build.Finished, f.Build.Way = "", ""
		return "It is not finished yet", nil
	}
	day, err := time.Parse(time.DateOnly, string(e.Date))
	if err != nil || day.Year() < 1990 || day.Year() > 2200 {
		return "", fault("edit.date", "%q is not a day, such as 2027-03-22", e.Date)
	}
	for _, z := range f.Zones {
		if i := slices.IndexFunc(z.Steps, func(s Step) bool { return s.Started != nil && s.Done == nil }); i >= 0 {
			return "", fault("edit.do", "%s of %s is under way: mark it done first, or let go of it", strings.ToLower(doName(z.Steps[i].Do)), z.Name)
		}
	}
	f.Build.Finished = e.Date
	if left := f.open(); left > 0 {
		return fmt.Sprintf("Finished on %s, %d steps left undone", day.Format("2 January 2006"), left), nil
	}
	return "Finished on " + day.Format("2 January 2006"), nil
}

// open is how many steps are not done.
func (f File) open() (n int) {
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if s.Done == nil {
				n++
			}
		}
	}
	return n
}

// keepWay offers what was done on a finished build to later ones, by a name, or no longer.
func (f *File) keepWay(e Edit) (string, error) {
	name := strings.TrimSpace(e.Name)
	switch {
	case name == "":
		f.Build.Way = ""
		return "No longer kept as a way", nil
	case f.Build.Finished == "":
		return "", fault("edit.do", "a way is kept of a build that is finished")
	case f.done() == 0:
		return "", fault("edit.do", "nothing of it was done, so there is no way to keep")
	}
	f.Build.Way = name
	return "Kept as a way: " + name, nil
}

func (f File) done() (n int) {
	for _, z := range f.Zones {
		n += len(z.Steps)
	}
	return n - f.open()
}

// Went is how the steps of a build went: how many were done, and with how many something went wrong.
func (f File) Went() (done, wrong int) {
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if s.Done == nil {
				continue
			}
			done++
			if s.Mishap != nil || s.Seen == Sight(route.SawSomething) {
				wrong++
			}
		}
	}
	return done, wrong
}

// Afresh returns the build's way for a new build: its zones, products, schools and the steps that were done, as they were done, with nothing done of them yet. What was put in to mend a mishap is left
// out, and so is what belongs to that one aircraft: its markings, its dates, its notes.
func (f File) Afresh(name string, start time.Time) File {
	out := f.Clone()
	out.Build = Build{Name: name, Scale: f.Build.Scale, Start: start.UTC().Truncate(time.Minute), Care: f.Build.Care, Waiting: f.Build.Waiting}
	out.Exceptions = nil
	for i := range out.Zones {
		z := &out.Zones[i]
		z.Rest = nil
		var steps []Step
		for _, s := range z.Steps {
			do, ok := route.TechniqueNamed(string(s.Do))
			if !ok || do.Has(route.Mends) || s.Done == nil && f.done() > 0 && s.Do != "decals" {
				continue
			}
			s.Done, s.At, s.Started, s.Seen, s.Mishap, s.Told, s.NotBefore, s.Turn, s.Planned, s.Note = nil, nil, nil, "", nil, nil, nil, nil, nil, ""
			if s.Stain != nil {
				how := *s.Stain
				how.Did = nil
				if s.Stain = &how; how == (StainHow{}) {
					s.Stain = nil
				}
			}
			s.Decals = slices.Clone(s.Decals)
			for k := range s.Decals {
				s.Decals[k].At = nil
			}
			steps = append(steps, s)
		}
		z.Steps = steps
	}
	return out
}
