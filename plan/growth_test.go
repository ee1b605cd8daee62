package plan_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

// grown is a plan of as many zones with as many ordinary steps each: gloss, decals, seal, wash, wipe, flat, oils, stain and again.
func grown(t testing.TB, zones, steps int) plan.File {
	f := routeOf(t)
	f.Zones = nil
	round := []string{"g: gloss-coat gloss", "d: decals decals", "s: seal gloss", "w: pin-wash grey-wash", "x: wipe of w damp", "f: flat-coat flat", "o: oil-dots oil", "e: exhaust-spray tan", "z: flat-coat satin"}
	for z := range zones {
		lines := []string{"b: base-coat mid-acrylic done 400h"}
		for len(lines) < steps {
			lines = append(lines, round[(len(lines)-1)%len(round)])
		}
		one := routeOf(t, lines...).Zones[0]
		one.ID, one.Name = fmt.Sprint("zone", z), fmt.Sprint("Zone ", z)
		wash := ""
		for i := range one.Steps {
			s := &one.Steps[i]
			s.ID = fmt.Sprintf("%s%d-%d", s.ID, i, z)
			if s.Of != "" {
				s.Of = wash
			}
			if s.Do == "pin-wash" {
				wash = s.ID
			}
		}
		f.Zones = append(f.Zones, one)
	}
	return f
}

// disordered puts washes and oils of each zone before its gloss coats: dozens of findings that no single change removes.
func disordered(f *plan.File) {
	for z := range f.Zones {
		steps := f.Zones[z].Steps
		slices.SortStableFunc(steps[1:], func(a, b plan.Step) int {
			late := func(s plan.Step) int {
				return map[plan.Do]int{"flat-coat": 1, "gloss-coat": 3, "decals": 4, "seal": 5}[s.Do]
			}
			return late(a) - late(b)
		})
	}
}

// What is laid out anew after a change lies as if all were laid out anew, and is judged alike; and no change that helps is given up at the first look.
func TestAgainAsAnew(t *testing.T) {
	plans := map[string]plan.File{"ordinary": grown(t, 3, 12), "disordered": grown(t, 2, 20), "pinned": grown(t, 2, 12), "joined": grown(t, 2, 9)}
	disorder := plans["disordered"]
	disordered(&disorder)
	for z := range plans["pinned"].Zones {
		steps := plans["pinned"].Zones[z].Steps
		for i := 3; i < len(steps); i += 2 {
			steps[i].At = new(start.Add(time.Duration(i*5+z) * time.Hour))
		}
	}
	wing := plans["joined"]
	wing.Parts = []plan.Part{{ID: "wing", Name: "Wing"}}
	wing.Zones[1].Part = "wing"
	wing.Zones[0].Steps = append(wing.Zones[0].Steps, plan.Step{ID: "fit", Do: "join", Joins: []string{"wing"}})
	wing.Build.Wanted = "2027-03-03"
	plans["joined"] = wing
	hoped, given := 0, 0
	for name, f := range plans {
		tried, hopeful, faults, err := f.AgainAsAnew(t.Context())
		if err != nil {
			t.Fatal(name, err)
		}
		for _, fault := range faults {
			t.Errorf("%s: %s", name, fault)
		}
		hoped, given = hoped+hopeful, given+tried-hopeful
	}
	if hoped < 20 || given < 20 {
		t.Errorf("only %d were hopeful and %d given up", hoped, given)
	}
}

// How time grows with the work: what a check takes of ever larger plans, with its fixes and without.
func BenchmarkGrowth(b *testing.B) {
	night := &plan.Climate{TemperatureC: 12, HumidityPct: 80, Night: &plan.Night{TemperatureC: 8, HumidityPct: 85, From: "23:00", To: "07:00"}}
	var minutes []plan.Session
	for i := range 50 {
		minutes = append(minutes, plan.Session{Days: []plan.Day{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}, From: plan.Clock(fmt.Sprintf("18:%02d", i)), To: plan.Clock(fmt.Sprintf("18:%02d", i+1))})
	}
	for _, tc := range []struct {
		name         string
		zones, steps int
		fixes        bool
		change       func(*plan.File)
	}{
		{"6x20/fixes", 6, 20, true, nil},
		{"6x20/order", 6, 20, true, disordered},
		{"6x20/laid", 6, 20, false, nil},
		{"60x20/laid", 60, 20, false, nil},
		{"1x1000/laid", 1, 1000, false, nil},
		{"1x10000/laid", 1, 10000, false, nil},
		{"8x12/calm", 8, 12, false, func(f *plan.File) { f.Climate = &plan.Climate{TemperatureC: 12, HumidityPct: 80} }},
		{"8x12/damp-nights", 8, 12, false, func(f *plan.File) { f.Climate = night }},
		{"6x20/fifty-minutes", 6, 20, false, func(f *plan.File) {
			f.Sessions = []plan.Session{{Days: minutes[0].Days, From: "18:00", To: "18:50"}}
		}},
		{"6x20/fifty-sessions", 6, 20, false, func(f *plan.File) { f.Sessions = minutes }},
	} {
		f := grown(b, tc.zones, tc.steps)
		if tc.change != nil {
			tc.change(&f)
		}
		p, err := f.Resolve()
		if err != nil {
			b.Fatal(err)
		}
		b.Run(tc.name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				if !tc.fixes {
					rule.Check(p)
				} else if _, err := plan.Check(f); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
