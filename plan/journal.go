package plan

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

// Entry is one thing that happened to a build: a step that was carried out or is under way, a look at a film, a mishap with what was done about it. It writes itself from presses.
type Entry struct {
	Kind     string // step, film or mishap
	Step     string // its id
	Do       Do
	Zone     string // its id
	ZoneName string
	Title    string // such as "Gloss coat, Harbour gloss"
	At, To   time.Time
	Begun    bool // when it was begun is known, and not only worked out
	Product  string
	Family   string
	AgeDays  int // of its bottle since it was opened; -1 where that is not known
	Coats    int
	ML       float64 // of the product, that its film takes
	AirC     float64
	AirPct   float64
	Differs  []string // from the plan, in words
	Well     string   // well, badly or empty for not known
	Words    string
	Note     string // of the step, as the plan has it
	Who      string // said it
}

// Entries returns what happened to the build as tl has it, the earliest first.
func (f File) Entries(tl *timeline.Timeline) (all []Entry) {
	for _, line := range tl.Lines {
		for k := range line.Steps {
			placed := &line.Steps[k]
			z, i, ok := f.Find(placed.Step.ID)
			if !ok || placed.Step.Done.IsZero() && placed.Step.Started.IsZero() {
				continue
			}
			own := &f.Zones[z].Steps[i]
			all = append(all, f.entry(tl, line, k, own))
			all = append(all, f.lookedAt(line, k, own)...)
			if own.Mishap != nil {
				all = append(all, f.mishapEntry(line, k, own))
			}
		}
	}
	slices.SortStableFunc(all, func(a, b Entry) int { return a.At.Compare(b.At) })
	return all
}

// entry tells of a step.
func (f File) entry(tl *timeline.Timeline, line *timeline.Line, k int, own *Step) Entry {
	placed := &line.Steps[k]
	s := placed.Step
	e := Entry{Kind: "step", Step: s.ID, Do: own.Do, Zone: line.Zone.ID, ZoneName: line.Zone.Name, Title: s.Do.Name, At: placed.Start, To: placed.End, Begun: !s.Started.IsZero(), AgeDays: -1, Coats: s.Coats, Note: own.Note}
	if !s.Done.IsZero() {
		e.To = s.Done
	}
	if e.Begun {
		e.At = s.Started
	}
	if p := s.Product; p != nil {
		e.Title += ", " + p.Name
		e.Product = p.Name
		if p.Family != nil {
			e.Family = p.Family.ID
		}
		if !p.Opened.IsZero() {
			e.AgeDays = max(0, int(e.At.Sub(p.Opened)/(24*time.Hour)))
		}
	}
	e.ML = round2(line.Zone.Dose(s, -1).Product)
	air := tl.Plan.Air.At(e.At)
	e.AirC, e.AirPct = round1(air.TemperatureC), math.Round(100*air.Humidity)
	for _, t := range own.Told {
		if w := route.Saying(t.Said); !w.OfFilm() && t.Who != "" {
			e.Who = t.Who
		}
	}
	if s.Done.IsZero() {
		e.Words = "under way"
		return e
	}
	e.Differs = f.differs(line, k, own)
	switch {
	case own.Mishap != nil || own.Seen == Sight(route.SawSomething):
		e.Well = "badly"
	case own.Seen == Sight(route.SawNothing) || f.builtOn(line, k):
		e.Well = "well"
	}
	return e
}

// builtOn reports whether something else was done on the zone since: it has held.
func (f File) builtOn(line *timeline.Line, k int) bool {
	return slices.ContainsFunc(line.Steps[k+1:], func(p timeline.Placed) bool { return !p.Step.Done.IsZero() })
}

var journalBench = fact.Bench("chosen: what one would want to remember")

var late = time.Duration(Numbers.Number("journal-late", 15, "min", "by which a step must take longer or shorter than planned, and by a third, before the journal says so", journalBench)) * time.Minute

// differs tells what of a step was otherwise than planned.
func (f File) differs(line *timeline.Line, k int, own *Step) (all []string) {
	s := line.Steps[k].Step
	if was := own.Planned; was != nil {
		if was.Product != own.Product {
			name := was.Product
			if p, ok := f.product(was.Product); ok {
				name = p.Name
			}
			all = append(all, "planned with "+name)
		}
		if d := own.Coats - was.Coats; d != 0 && was.Coats > 0 {
			what := map[bool]string{true: " more", false: " fewer"}[d > 0]
			switch n := max(d, -d); {
			case s.Do.Counts != route.CountsPasses:
				all = append(all, say.Count(n, "coat")+what)
			case n == 1:
				all = append(all, "1 pass"+what)
			default:
				all = append(all, fmt.Sprintf("%d passes%s", n, what))
			}
		}
		if was.Laying != own.Laying {
			all = append(all, "laid "+route.Laying(own.Laying).Words())
		}
		if was.ThicknessUM != own.ThicknessUM {
			all = append(all, "brushed")
		}
	}
	if !s.Started.IsZero() && !s.Done.IsZero() {
		took, planned := s.Done.Sub(s.Started), line.Zone.Attended(s)
		if d := took - planned; (d > late || d < -late) && math.Abs(float64(d)) > float64(planned)/3 && took < 8*time.Hour {
			all = append(all, fmt.Sprintf("%s, planned %s", say.Bench(took), say.Bench(planned)))
		}
	}
	return all
}

// lookedAt tells what was seen of a step's film.
func (f File) lookedAt(line *timeline.Line, k int, own *Step) (all []Entry) {
	placed := &line.Steps[k]
	for _, t := range own.Told {
		word := route.Saying(t.Said)
		if !word.OfFilm() {
			continue
		}
		e := Entry{Kind: "film", Step: own.ID, Do: own.Do, Zone: line.Zone.ID, ZoneName: line.Zone.Name, At: t.At, To: t.At, AgeDays: -1, Words: filmWords[word], Who: t.Who}
		if p := placed.Step.Product; p != nil {
			e.Product = p.Name
			if p.Family != nil {
				e.Family = p.Family.ID
			}
		}
		e.Title = say.Capital(filmWords[word])
		if e.Product != "" {
			e.Title = e.Product + ": " + filmWords[word]
		}
		if word == route.TouchDry && !placed.TouchDry.IsZero() {
			e.Differs = []string{"told " + placed.TouchDry.In(f.place()).Format(say.ClockLayout)}
		}
		all = append(all, e)
	}
	return all
}

// mishapEntry tells what went wrong with a step, and what was done.
func (f File) mishapEntry(line *timeline.Line, k int, own *Step) Entry {
	m := own.Mishap
	e := Entry{Kind: "mishap", Step: own.ID, Do: own.Do, Zone: line.Zone.ID, ZoneName: line.Zone.Name, At: m.At, To: m.At, AgeDays: -1, Title: m.Symptom, Well: "badly"}
	if p := line.Steps[k].Step.Product; p != nil {
		e.Product = p.Name
	}
	if x := rescue.SymptomNamed(m.Symptom); x != nil {
		e.Title = x.Words
	}
	if r := rescue.RemedyNamed(m.Remedy); r != nil {
		e.Words = say.Lower(r.Words)
	}
	switch m.Turned {
	case Worked:
		e.Well, e.Differs = "well", []string{"it worked"}
	case Failed:
		e.Differs = []string{"it did not work"}
	}
	return e
}

// EveningOfEntry is the day to whose evening a moment belongs: what is done after midnight is of the evening before.
func (f File) EveningOfEntry(t time.Time) string {
	const dawn = 4 * time.Hour
	return t.In(f.place()).Add(-dawn).Format(time.DateOnly)
}

// AtBench is how long hands were at the build, as its steps say: begun to done where both are known, else what such a step takes.
func AtBench(all []Entry) (sum float64) {
	for _, e := range all {
		if e.Kind == "step" && e.To.After(e.At) && e.To.Sub(e.At) < 8*time.Hour {
			sum += e.To.Sub(e.At).Hours()
		}
	}
	return sum
}
