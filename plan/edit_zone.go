package plan

import (
	"fmt"
	"slices"
)

// putPart adds a part, or renames one.
func (f *File) putPart(e Edit) (string, error) {
	if e.Part == nil {
		return "", fault("edit.part", "missing")
	}
	p := *e.Part
	if e.Of != "" {
		i := slices.IndexFunc(f.Parts, func(q Part) bool { return q.ID == e.Of })
		if i < 0 {
			return "", fault("edit.of", "no part %q in the plan", e.Of)
		}
		f.Parts[i].Name = p.Name
		return "Changed " + p.Name, nil
	}
	p.ID = freeAmong(slug(p.Name, "part"), f.hasPart)
	f.Parts = append(f.Parts, p)
	return "Added " + p.Name, nil
}

// removePart takes a part out; its zones become the model's own, and joins no longer name it.
func (f *File) removePart(e Edit) (string, error) {
	i := slices.IndexFunc(f.Parts, func(q Part) bool { return q.ID == e.Of })
	if i < 0 {
		return "", fault("edit.of", "no part %q in the plan", e.Of)
	}
	words := "Removed " + f.Parts[i].Name
	f.Parts = slices.Delete(f.Parts, i, i+1)
	for z := range f.Zones {
		zone := &f.Zones[z]
		if zone.Part == e.Of {
			zone.Part = ""
		}
		for k := range zone.Steps {
			zone.Steps[k].Joins = slices.DeleteFunc(slices.Clone(zone.Steps[k].Joins), func(id string) bool { return id == e.Of })
		}
		zone.Steps = slices.DeleteFunc(zone.Steps, func(s Step) bool { return s.Do == "join" && len(s.Joins) == 0 })
	}
	return words, nil
}

func (f *File) putZone(e Edit) (string, error) {
	if e.NewZone == nil {
		return "", fault("edit.new_zone", "missing")
	}
	z := *e.NewZone
	if e.Of == "" {
		z.ID = freeAmong(slug(z.Name, "zone"), func(id string) bool { return slices.ContainsFunc(f.Zones, func(q Zone) bool { return q.ID == id }) })
		z.Steps = nil
		f.Zones = append(f.Zones, z)
		return "Added " + z.Name, nil
	}
	i, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	f.Zones[i].Name, f.Zones[i].AreaCM2, f.Zones[i].Part = z.Name, z.AreaCM2, z.Part
	if z.Lines != nil {
		f.Zones[i].Lines = z.Lines
	}
	return "Changed " + z.Name, nil
}

// copyZone adds a zone with the route of another one, nothing of it done yet: the same again on the other wing.
func (f *File) copyZone(e Edit) (string, error) {
	from, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	z := Zone{Name: f.Zones[from].Name + ", again", AreaCM2: f.Zones[from].AreaCM2, Lines: f.Zones[from].Lines}
	if e.NewZone != nil {
		z.Name, z.AreaCM2 = e.NewZone.Name, e.NewZone.AreaCM2
	}
	if z.AreaCM2 == 0 {
		if s, err := f.Shape(); err == nil {
			if k := s.Zone(f.Zones[from].ID); k >= 0 {
				z.AreaCM2 = max(0.1, round1(s.Measures[k].AreaCM2))
			}
		}
	}
	z.ID = freeAmong(slug(z.Name, "zone"), func(id string) bool { return slices.ContainsFunc(f.Zones, func(q Zone) bool { return q.ID == id }) })
	f.Zones = append(f.Zones, z)
	f.copyRoute(from, len(f.Zones)-1, false)
	return fmt.Sprintf("Added %s with the route of %s", z.Name, f.Zones[from].Name), nil
}

// copyRoute gives a zone the route of another: with what was done of it, or all of it still to be done. Joins stay where they are.
func (f *File) copyRoute(from, to int, done bool) {
	own := &f.Zones[to]
	ids, taken, next := map[string]string{}, f.stepIDs(), map[string]int{}
	for _, s := range f.Zones[from].Steps {
		if done && len(s.Joins) > 0 {
			continue
		}
		s.Of = ids[s.Of]
		if !done {
			s.Done, s.At, s.Turn = nil, nil, nil
		}
		old, stem := s.ID, own.ID+"-"+string(s.Do)
		s.ID = stem
		for n := max(2, next[stem]); taken[s.ID]; n++ {
			s.ID, next[stem] = fmt.Sprintf("%s-%d", stem, n), n+1
		}
		ids[old], taken[s.ID] = s.ID, true
		own.Steps = append(own.Steps, s)
	}
}

func (f *File) removeZone(e Edit) (string, error) {
	i, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	words := "Removed " + f.Zones[i].Name
	f.Zones = slices.Delete(f.Zones, i, i+1)
	if a := f.Airframe; a != nil { // its skin stays bare
		a.Zones = slices.DeleteFunc(a.Zones, func(z AirframeZone) bool { return z.Zone == e.Of })
		a.Cuts = slices.DeleteFunc(a.Cuts, func(c AirframeCut) bool { return c.Zone == e.Of || c.Into == e.Of })
	}
	return words, nil
}
