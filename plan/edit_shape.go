package plan

import (
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/airframe"
)

// owned returns the build's airframe as one that can be edited: its own, or the plain type with its zones where they are laid out.
func (f *File) owned() (*Airframe, error) {
	if f.Airframe != nil && len(f.Airframe.Zones) > 0 {
		return f.Airframe, nil
	}
	a := &Airframe{}
	if f.Airframe != nil {
		a = f.Airframe
	}
	if a.SVG != "" { // a drawing names its zones itself
		f.Airframe = a
		return a, nil
	}
	var wanted []airframe.Wanted
	for _, z := range f.Zones {
		wanted = append(wanted, airframe.Wanted{ID: z.ID, Name: z.Name, AreaCM2: max(z.AreaCM2, 0.1)})
	}
	spec, err := airframe.Layout(wanted, airframe.Spec{Type: string(a.Type), Seed: uint64(max(0, a.Seed)), Scale: f.Build.Scale, SpanMM: a.SpanMM, LengthMM: a.LengthMM, Up: a.EdgePct / 100})
	if err != nil {
		return nil, err
	}
	for _, c := range spec.Claims {
		a.Zones = append(a.Zones, AirframeZone{c.Zone, c.Of})
	}
	var cuts []AirframeCut
	for _, c := range spec.Cuts {
		cuts = append(cuts, AirframeCut(c))
	}
	a.Cuts = append(cuts, a.Cuts...)
	f.Airframe = a
	return a, nil
}

// putAirframe gives the build another shape; nil takes it away again.
func (f *File) putAirframe(e Edit) (string, error) {
	if e.Airframe == nil {
		f.Airframe = nil
		return "Took the airframe away", nil
	}
	f.Airframe = e.Airframe.clone()
	if f.Airframe.SVG != "" {
		f.Airframe.Zones, f.Airframe.Cuts = slices.Clone(e.Airframe.Zones), slices.Clone(e.Airframe.Cuts)
		if err := f.drawnZones(); err != nil {
			return "", err
		}
		return "Changed the airframe to a drawing", nil
	}
	if _, err := f.owned(); err != nil {
		return "", err
	}
	kind, _ := airframe.TypeNamed(string(f.Airframe.Type))
	return "Changed the airframe: " + kind.Words, nil
}

// drawnZones adds the zones of a drawing that the plan does not have yet.
func (f *File) drawnZones() error {
	s, err := f.Shape()
	if err != nil {
		return err
	}
	for i, id := range s.Zones {
		if _, err := f.zone(id); err != nil && s.Measures[i].AreaCM2 >= 0.1 {
			f.Zones = append(f.Zones, Zone{ID: id, Name: strings.ToUpper(id[:1]) + id[1:]})
		}
	}
	return nil
}

// splitZone gives what of a zone lies beyond a line to a new zone, which was painted with it until now: it takes its route over.
func (f *File) splitZone(e Edit) (string, error) {
	i, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	a, err := f.owned()
	if err != nil {
		return "", err
	}
	name := strings.TrimSpace(e.Name)
	if name == "" {
		name = f.Zones[i].Name + ", part"
	}
	id := freeAmong(slug(name, "zone"), func(id string) bool { return slices.ContainsFunc(f.Zones, func(z Zone) bool { return z.ID == id }) })
	a.Cuts = append(a.Cuts, AirframeCut{Zone: e.Of, Line: e.Line, Into: id})
	s, err := f.Shape()
	if err != nil {
		return "", err
	}
	k, was := s.Zone(id), s.Zone(e.Of)
	if k < 0 || s.Measures[k].AreaCM2 < 0.1 || was < 0 || s.Measures[was].AreaCM2 < 0.1 {
		return "", plainly(fault("edit.line", "%q does not part zone %q", e.Line, e.Of), "nothing of %s lies beyond that line", f.Zones[i].Name)
	}
	z := Zone{ID: id, Name: name, Part: f.Zones[i].Part, Lines: f.Zones[i].Lines}
	if typed := f.Zones[i].AreaCM2; typed > 0 { // what was typed is shared out as the skin is
		all := s.Measures[k].AreaCM2 + s.Measures[was].AreaCM2
		z.AreaCM2 = max(0.1, round1(typed*s.Measures[k].AreaCM2/all))
		f.Zones[i].AreaCM2 = max(0.1, round1(typed-z.AreaCM2))
	}
	f.Zones = append(f.Zones, z)
	f.copyRoute(i, len(f.Zones)-1, true)
	return fmt.Sprintf("Split %s from %s", name, f.Zones[i].Name), nil
}

// joinZones gives all of a zone to another and takes it out of the plan, with its route.
func (f *File) joinZones(e Edit) (string, error) {
	i, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	k, err := f.zone(e.Zone)
	if err != nil {
		return "", err
	}
	if i == k {
		return "", fault("edit.zone", "a zone can't be joined to itself")
	}
	a, err := f.owned()
	if err != nil {
		return "", err
	}
	from, into := f.Zones[i].ID, f.Zones[k].ID
	if a.SVG != "" && len(a.Zones) == 0 {
		return "", plainly(fault("edit.of", "zones of a drawing are joined in the drawing"), "zones of a drawing are joined in the drawing")
	}
	for z := range a.Zones {
		if a.Zones[z].Zone == from {
			a.Zones[z].Zone = into
		}
	}
	cuts := a.Cuts[:0:0]
	for _, c := range a.Cuts {
		if c.Zone == from {
			c.Zone = into
		}
		if c.Into == from {
			c.Into = into
		}
		if c.Zone != c.Into {
			cuts = append(cuts, c)
		}
	}
	a.Cuts = cuts
	if f.Zones[k].AreaCM2 > 0 {
		f.Zones[k].AreaCM2 += f.Zones[i].AreaCM2
	}
	words := fmt.Sprintf("Joined %s to %s", f.Zones[i].Name, f.Zones[k].Name)
	f.Zones = slices.Delete(f.Zones, i, i+1)
	return words, nil
}

// putFeature moves a feature, gives it figures or adds one.
func (f *File) putFeature(e Edit) (string, error) {
	if e.Feature == nil {
		return "", fault("edit.feature", "missing")
	}
	a, err := f.owned()
	if err != nil {
		return "", err
	}
	own := *e.Feature
	if own.ID == "" {
		own.ID = freeAmong(slug(string(own.Kind), "feature"), func(id string) bool {
			return slices.ContainsFunc(a.Features, func(o AirframeFeature) bool { return o.ID == id })
		})
	}
	if i := slices.IndexFunc(a.Features, func(o AirframeFeature) bool { return o.ID == own.ID }); i >= 0 {
		a.Features[i] = own
	} else {
		a.Features = append(a.Features, own)
	}
	name := own.Name
	if name == "" {
		name = airframe.FeatureKind(own.Kind).Words()
	}
	return "Placed " + strings.ToLower(name), nil
}
