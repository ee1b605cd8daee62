package routetest

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"sync"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// Random strings a plan together from everything that a step can be: sensible orders and senseless ones, work that was done and work that waits, in
// rooms that are warm, damp or cold at night, on an airframe or on bare zones.
func Random(r *rand.Rand) *route.Plan {
	one := func(of int) bool { return r.IntN(of) == 0 }
	p := &route.Plan{Name: "random", Start: Start, Scale: pick(r, 32, 48, 72), Bench: Night, Products: Shelf(), Air: climate.Constant(climate.Air{TemperatureC: 12 + 14*r.Float64(), Humidity: .3 + .65*r.Float64()})}
	switch {
	case one(3):
		p.Air = climate.Profile{Day: climate.Room, Night: &climate.Night{Air: climate.Air{TemperatureC: 7 + 8*r.Float64(), Humidity: .8}, From: 23 * time.Hour, To: 8 * time.Hour}}.Record(Start.AddDate(0, -2, 0), Start.AddDate(1, 0, 0), time.UTC)
	case one(5):
		p.Bench = schedule.Bench{Place: time.UTC}
	}
	if one(2) { // a small shelf, whose paints meet each other again
		r.Shuffle(len(p.Products), func(i, j int) { p.Products[i], p.Products[j] = p.Products[j], p.Products[i] })
		p.Products = p.Products[:12]
	}
	p.Schools = route.Schools{}
	for _, s := range route.SchoolsTable() {
		p.Schools[s.ID] = s.Answers[r.IntN(len(s.Answers))].ID
	}
	p.Wear = wear.Of(wear.Service{
		Place: wear.Places()[r.IntN(len(wear.Places()))].ID, Shelter: wear.Shelters()[r.IntN(2)].ID, Months: float64(r.IntN(40)),
		Care: wear.Cares()[r.IntN(len(wear.Cares()))].ID, Combat: wear.Combats()[r.IntN(len(wear.Combats()))].ID, Strength: string(p.Schools.Of(route.StrengthOf)),
	})
	if one(2) {
		p.Wear.Shading = pick(r, shade.Lost, shade.Subtle, shade.Clear, shade.Stark)
	}
	if one(3) {
		p.Now = Start.Add(time.Duration(r.IntN(72)) * time.Hour)
	}
	if one(3) {
		p.Wanted = Start.AddDate(0, 0, 3+r.IntN(20))
	}
	p.Parts = []route.Part{{ID: "wing", Name: "Wing"}, {ID: "tail", Name: "Tail"}}
	ids, shapes, wears := []string{"a", "b", "c"}, make([]airframe.Measure, 3), make([]wear.ZoneWear, 3)
	if one(3) {
		f := frames()[r.IntN(2)]
		p.Airframe, ids, shapes, wears = f.Airframe, f.Zones, f.shapes, f.wears
	}
	at := r.Perm(len(ids))
	for z := range 1 + r.IntN(min(3, len(ids))) {
		n := at[z]
		zone := &route.Zone{ID: ids[n], Name: "Zone " + ids[n], AreaCM2: 10 + 200*r.Float64(), Shape: shapes[n], Wears: wears[n]}
		zone.Part = pick(r, "", "", "wing", "tail")
		kinds := wash.Lines()
		zone.Lines.Kind = kinds[r.IntN(len(kinds))].ID
		for i := range 3 + r.IntN(8) {
			if s := randomStep(r, p, zone, i); s != nil {
				zone.Steps = append(zone.Steps, s)
			}
		}
		zone.Link()
		p.Zones = append(p.Zones, zone)
	}
	return p
}

func pick[T any](r *rand.Rand, list ...T) T { return list[r.IntN(len(list))] }

// frame is an airframe with what its zones come to and how they wear in two years on grass.
type frame struct {
	*airframe.Airframe
	shapes []airframe.Measure
	wears  []wear.ZoneWear
}

// frames are the plainest airframe and one of two engines, made once.
var frames = sync.OnceValue(func() []frame {
	var all []frame
	for _, kind := range []string{"low-single", "twin-boom"} {
		a, err := airframe.Make(airframe.Spec{Type: kind})
		if err != nil {
			panic(err)
		}
		all = append(all, frame{a, a.Measures(), wear.MapOf(a, wear.Service{Place: "grass", Months: 24}).Zones()})
	}
	return all
})

// randomStep returns the step that comes next on the zone, nil where none can be made.
func randomStep(r *rand.Rand, p *route.Plan, zone *route.Zone, i int) *route.Step {
	one := func(of int) bool { return r.IntN(of) == 0 }
	list := slices.DeleteFunc(slices.Clone(route.Techniques()), func(t *route.Technique) bool { return t.Has(route.Mends) })
	do := list[r.IntN(len(list))]
	if !one(4) { // mostly in the order of work
		from := route.Base
		if n := len(zone.Steps); n > 0 {
			from = zone.Steps[n-1].Do.Phase
		}
		list = slices.DeleteFunc(slices.Clone(list), func(t *route.Technique) bool { return t.Phase < from || t.Phase > from+3 })
		do = list[r.IntN(len(list))]
	}
	s := &route.Step{ID: fmt.Sprintf("%s%d", zone.ID, i), Do: do, Coats: max(1, do.Coats)}
	if do.Has(route.Cloth) && do.Carries == route.TheRemover {
		j := len(zone.Steps) - 1
		if j < 0 || !zone.Steps[j].Do.Has(route.WashOn) {
			return nil
		}
		s.Of, s.Cloth, s.Stroke = zone.Steps[j].ID, wash.Wetness(r.IntN(3)), pick(r, route.AlongAirflow, route.AcrossFirst, route.InCircles)
		if one(4) {
			s.Liquid = pick(r, solvent.Bought()...)
		}
	} else if n := len(zone.Steps); n > 0 && zone.Steps[n-1].Do.Has(route.WashOn) && !one(4) { // a wash is mostly wiped
		t := route.MustTechnique("wipe")
		s.Do, s.Of, s.Cloth, s.Stroke = t, zone.Steps[n-1].ID, wash.Wetness(r.IntN(3)), route.AlongAirflow
		do = t
	}
	if len(do.Kinds) > 0 {
		kinds := do.Kinds
		if !one(3) {
			kinds = kinds[:1]
		}
		fit := slices.DeleteFunc(slices.Clone(p.Products), func(q *coating.Product) bool { return !slices.Contains(kinds, q.Kind) })
		if len(fit) == 0 {
			return nil
		}
		if s.Product = pick(r, fit...); do.Optional && one(2) {
			s.Product = nil
		}
	}
	if s.Product == nil && len(do.Kinds) > 0 && !do.Optional {
		return nil
	}
	if one(3) && do.Lays {
		s.Coats = 1 + r.IntN(min(4, do.Most()))
	}
	switch n := r.IntN(10); {
	case n < 2:
		s.At = Start.Add(time.Duration(r.IntN(240)) * time.Hour)
	case n < 5 && (len(zone.Steps) == 0 || !zone.Steps[len(zone.Steps)-1].Done.IsZero()):
		s.Done = Start.Add(time.Duration(20*i-480+r.IntN(20)) * time.Hour)
	}
	if do.Has(route.NeedsGloss) {
		for range r.IntN(3) {
			s.Decals = append(s.Decals, decal.Decal{Name: "a badge", WidthMM: 5 + 60*r.Float64(), HeightMM: 5 + 40*r.Float64(), Painted: one(3)})
		}
	}
	if do.Airbrush && do.Spray != "" && one(4) {
		s.Spray = &dose.Setting{NeedleMM: pick(r, .2, .3, .4), PSI: 8 + 20*r.Float64(), DistanceCM: 3 + 20*r.Float64(), Thinning: 2 * r.Float64()}
	}
	if do.Airbrush && one(4) {
		s.Laying = pick(r, route.Misted, route.WetOnWet)
	}
	if do.Lays && one(6) {
		s.Drying = pick(r, route.InAirStream, route.InWarmAir)
	}
	if do.Has(route.Tape) {
		s.Edge = pick(r, route.HardEdge, route.Lifted, route.Freehand)
	}
	if do.Has(route.Joins) {
		s.Joins = []string{pick(r, "wing", "tail")}
	}
	if one(4) && do.Phase != route.Glossing {
		s.Share = .02 + .9*r.Float64()
	}
	if one(3) {
		s.Pull = route.Pull{Of: pick(r, "", route.OfExhaust, route.OfGas), Amount: 3 * r.Float64(), Rounds: float64(r.IntN(3) * 100), Hours: float64(r.IntN(3) * 10)}
	}
	return s
}
