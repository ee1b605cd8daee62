package route

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/follow"
	"inkysparrow/core/gloss"
	"inkysparrow/core/schedule"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// Every table is complete: names, reasons, evidence, and ids that are used once.
func TestTables(t *testing.T) {
	ids := map[string]bool{}
	once := func(kind, id string) {
		t.Helper()
		if id == "" || ids[kind+id] {
			t.Errorf("%s %q is empty or stands twice", kind, id)
		}
		ids[kind+id] = true
	}
	for _, r := range every.All {
		once("rule ", r.ID)
		if r.Title == "" || r.Reason == "" || r.Evidence.Kind == "" || r.Find == nil {
			t.Errorf("rule %s lacks a title, a reason, evidence or its function", r.ID)
		}
		if r.Physical && r.Holds == nil {
			t.Errorf("rule %s is physical, but time has no part in it", r.ID)
		}
	}
	for _, d := range Techniques() {
		once("technique ", d.ID)
		if d.Name == "" || d.Short == "" || d.Setup <= 0 || d.Per100 <= 0 {
			t.Errorf("technique %s lacks a name or its times", d.ID)
		}
		if d.Lays && len(d.Kinds) == 0 {
			t.Errorf("technique %s leaves a film of nothing", d.ID)
		}
		if d.Airbrush && d.Caution == "" {
			t.Errorf("technique %s sprays without a caution", d.ID)
		}
	}
	if len(Techniques()) < 29 {
		t.Errorf("%d techniques, the plan format had 29 from the start", len(Techniques()))
	}
	for _, s := range SchoolsTable() {
		once("school ", s.ID)
		if s.Question == "" || len(s.Answers) < 2 || (Schools{}).Of(s.ID) != s.Answers[0].ID {
			t.Errorf("school %s lacks a question, answers or its usual one", s.ID)
		}
	}
	for _, table := range []*fact.Table{&climate.Numbers, &solvent.Numbers, &coating.Numbers, &cure.Numbers, &stack.Numbers, &wash.Numbers, &Numbers, &colour.Numbers, &shade.Numbers, &gloss.Numbers, &dose.Numbers, &decal.Numbers, &wear.Numbers, &follow.Numbers} {
		if len(table.Rows()) == 0 {
			t.Error("a table of numbers is empty")
		}
		for _, n := range table.Rows() {
			once("number ", n.ID)
			if n.Meaning == "" || n.Evidence.Kind == "" || n.Evidence.Source == "" && n.Evidence.Kind != fact.Practice {
				t.Errorf("number %s lacks its meaning or its evidence", n.ID)
			}
		}
	}
}

// Common practice, no source: a wash by brush over a large 1/48 aircraft (about 780 cm2) takes a quarter of an hour, its wipe half an
// hour, oils three quarters.
func TestAttended(t *testing.T) {
	for _, tc := range []struct {
		do     string
		lo, hi time.Duration
	}{{"overall-wash", 12 * time.Minute, 25 * time.Minute}, {"wipe", 25 * time.Minute, 40 * time.Minute}, {"oil-dots", 40 * time.Minute, 65 * time.Minute}} {
		if got := mustTechnique(tc.do).Attended(780, 1); got < tc.lo || got > tc.hi {
			t.Errorf("%s on 780 cm2: %v, want %v to %v", tc.do, got, tc.lo, tc.hi)
		}
	}
	z := &Zone{AreaCM2: 600}
	chips := func(share float64) time.Duration {
		return z.Attended(&Step{Do: mustTechnique("brush-chips"), Coats: 1, Share: share})
	}
	if usual := chips(0); chips(0.01) != usual || chips(0.005) >= usual || chips(0.03) <= usual {
		t.Errorf("chips on half, all and three times the usual share: %v, %v, %v", chips(0.005), usual, chips(0.03))
	}
	for _, d := range Techniques() {
		last := time.Duration(0)
		for _, area := range []float64{0.1, 10, 100, 1000} {
			if one, two := d.Attended(area, 1), d.Attended(area, 2); one < last || two < one || one < rounding || one%rounding != 0 {
				t.Errorf("%s: %v on %v cm2, two coats %v", d.ID, one, area, two)
			} else {
				last = one
			}
		}
	}
}

func TestSearch(t *testing.T) {
	from := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	r := rand.New(rand.NewPCG(4, 2))
	for range 300 {
		edge := from.Add(time.Duration(r.Int64N(int64(patience + 10*24*time.Hour))))
		got, ok := search(from, r.IntN(2) == 0, func(at time.Time) bool { return !at.Before(edge) })
		switch {
		case edge.After(from.Add(patience)) && ok:
			t.Errorf("found %v although it holds only from %v", got, edge)
		case !edge.After(from.Add(patience)) && (!ok || got.Before(edge) || got.Sub(edge) > time.Minute):
			t.Errorf("found %v (%v), it holds from %v", got, ok, edge)
		}
	}
	if got, ok := search(from, false, func(time.Time) bool { return true }); !ok || !got.Equal(from) {
		t.Errorf("what holds already is found at %v", got)
	}
	gap := from.Add(50 * time.Hour) // changing air: safe for an hour, then not for a day
	holds := func(at time.Time) bool {
		d := at.Sub(gap)
		return d >= 0 && (d < 90*time.Minute || d > 24*time.Hour)
	}
	if got, ok := search(from, true, holds); !ok || !holds(got) || got.Sub(gap) > time.Minute {
		t.Errorf("in changing air %v was found, want the first hour that holds, from %v", got, gap)
	}
}

var night = schedule.Bench{Place: time.UTC, Evenings: []schedule.Evening{
	{Days: [7]bool{true, true, true, true, true, true, true}, From: 18 * time.Hour, To: 23 * time.Hour},
}}

func product(kind coating.Kind, family string, sheen coating.Sheen) *coating.Product {
	f := coating.MustFamily(family)
	return &coating.Product{ID: family + sheen.String(), Name: family, Kind: kind, Family: f, Sheen: sheen, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}

// randomPlan has a few zones of plausible routes, some steps pinned, in constant or changing air.
func randomPlan(r *rand.Rand) *Plan {
	start := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	p := &Plan{Name: "random", Start: start, Bench: night, Air: climate.Constant(climate.Air{TemperatureC: 12 + 12*r.Float64(), Humidity: 0.3 + 0.4*r.Float64()})}
	if r.IntN(2) == 0 {
		p.Air = climate.Profile{
			Day: climate.Room, Night: &climate.Night{Air: climate.Air{TemperatureC: 13, Humidity: 0.65}, From: 23 * time.Hour, To: 7 * time.Hour},
		}.Record(start, start.AddDate(1, 0, 0), time.UTC)
	}
	paint := []*coating.Product{product(coating.Paint, "waterborne-acrylic", coating.Flat), product(coating.Paint, "enamel", coating.Gloss), product(coating.Paint, "lacquer", coating.Satin)}
	clear := []*coating.Product{product(coating.Clear, "polish-clear", coating.Gloss), product(coating.Clear, "urethane-clear", coating.Flat)}
	washes := []*coating.Product{product(coating.Wash, "enamel-wash", 0), product(coating.Wash, "clay-wash", 0), product(coating.Wash, "oil-wash", 0)}
	oil := product(coating.Oil, "artist-oil", 0)
	for z := range 1 + r.IntN(4) {
		zone := &Zone{ID: fmt.Sprint("z", z), Name: "Zone", AreaCM2: 10 + 300*r.Float64()}
		add := func(do string, with *coating.Product, of string) {
			s := &Step{ID: fmt.Sprintf("z%d-%d", z, len(zone.Steps)), Do: mustTechnique(do), Product: with, Coats: 1 + r.IntN(2), Of: of, Cloth: wash.Wetness(r.IntN(3))}
			if r.IntN(7) == 0 {
				s.At = start.Add(time.Duration(r.IntN(300)) * time.Hour)
			}
			zone.Steps = append(zone.Steps, s)
		}
		add("base-coat", paint[r.IntN(3)], "")
		if r.IntN(2) == 0 {
			add("gloss-coat", clear[0], "")
		}
		add("pin-wash", washes[r.IntN(3)], "")
		add("wipe", nil, zone.Steps[len(zone.Steps)-1].ID)
		if r.IntN(2) == 0 {
			add("flat-coat", clear[1], "")
			add("oil-dots", oil, "")
		}
		add("final-coat", clear[1], "")
		zone.Link()
		p.Zones = append(p.Zones, zone)
	}
	return p
}

// What a schedule promises: the order of the route, one pair of hands, sessions kept, pins kept, wipes in their window; and a step that
// nothing is found against begins when every timed rule holds.
func TestScheduleKeepsItsPromises(t *testing.T) {
	r := rand.New(rand.NewPCG(8, 15))
	for n := range 200 {
		rep := Check(randomPlan(r))
		type work struct {
			span   schedule.Span
			pinned bool
		}
		var all []work
		for _, line := range rep.Lines {
			after := time.Time{}
			for i, p := range line.Steps {
				pinned := !p.Step.At.IsZero()
				if pinned && !p.Start.Equal(p.Step.At) {
					t.Errorf("plan %d: %s is pinned to %v and placed at %v", n, p.Step.ID, p.Step.At, p.Start)
				}
				if !pinned && p.Start.Before(after) {
					t.Errorf("plan %d: %s begins %v, before the step above it ends %v", n, p.Step.ID, p.Start, after)
				}
				if !pinned && !p.NoRoom && !rep.calendar.InSession(schedule.Span{From: p.Start, To: p.End}) {
					t.Errorf("plan %d: %s is placed outside the sessions, %v", n, p.Step.ID, p.Start)
				}
				stopped := slices.ContainsFunc(rep.Findings, func(f Finding) bool { return f.Step == p.Step.ID && f.Severity > Note })
				if site := rep.Site(line, i); !stopped && !site.holds(every.Timed, p.Start) {
					t.Errorf("plan %d: nothing is found against %s at %v, but a timed rule does not hold", n, p.Step.ID, p.Start)
				}
				if p.Step.Wash() != nil && !stopped && (p.Start.Before(p.Opens) || p.Start.After(p.Closes)) {
					t.Errorf("plan %d: %s is wiped at %v, its window is %v to %v", n, p.Step.ID, p.Start, p.Opens, p.Closes)
				}
				after = later(after, p.End)
				all = append(all, work{schedule.Span{From: p.Start, To: p.End}, pinned})
			}
		}
		for i, a := range all {
			for _, b := range all[:i] {
				if !(a.pinned && b.pinned) && a.span.From.Before(b.span.To) && b.span.From.Before(a.span.To) {
					t.Errorf("plan %d: two pieces of work at once, %v and %v", n, a.span, b.span)
				}
			}
		}
	}
}

// The same plan is laid out the same way twice.
func TestLayIsRepeatable(t *testing.T) {
	for seed := range uint64(30) {
		a, b := Lay(randomPlan(rand.New(rand.NewPCG(seed, 1))), every), Lay(randomPlan(rand.New(rand.NewPCG(seed, 1))), every)
		for i := range a.Lines {
			for k := range a.Lines[i].Steps {
				if x, y := a.Lines[i].Steps[k], b.Lines[i].Steps[k]; !x.Start.Equal(y.Start) || !x.Ready.Equal(y.Ready) {
					t.Errorf("seed %d: %s at %v, then at %v", seed, x.Step.ID, x.Start, y.Start)
				}
			}
		}
	}
}

func TestCautions(t *testing.T) {
	wipe := &Step{Do: mustTechnique("wipe"), Cloth: wash.Damp, Of: "w"}
	z := &Zone{Steps: []*Step{{ID: "w", Do: mustTechnique("pin-wash"), Product: product(coating.Wash, "oil-wash", 0)}, wipe}}
	z.Link()
	if got := wipe.Cautions(); len(got) != 2 {
		t.Errorf("a damp wipe of an oil wash warns of %q; want the solvent and the rags", got)
	}
	if got := (&Step{Do: mustTechnique("pin-wash"), Product: product(coating.Wash, "clay-wash", 0)}).Cautions(); len(got) != 0 {
		t.Errorf("water needs no caution, got %q", got)
	}
	if got := (&Step{Do: mustTechnique("final-coat"), Product: product(coating.Clear, "lacquer", coating.Flat)}).Cautions(); len(got) != 2 {
		t.Errorf("spraying lacquer warns of %q", got)
	}
}
