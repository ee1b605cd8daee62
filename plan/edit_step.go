package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/effect"
	"inkysparrow/core/route"
)

func (f *File) putStep(e Edit) (string, error) {
	if e.Step == nil {
		return "", fault("edit.step", "missing")
	}
	s := *e.Step
	if e.Product != nil {
		s.Product = f.take(*e.Product)
	}
	if e.Of != "" {
		z, i, err := f.step(e.Of)
		if err != nil {
			return "", err
		}
		s.ID = e.Of
		if was := f.Zones[z].Steps[i]; s.Stain == nil && s.Do == was.Do { // what was pulled on the skin is no field of the step's form
			s.Stain, s.Seed = was.Stain, cmp.Or(s.Seed, was.Seed)
		}
		f.Zones[z].Steps[i] = s
		return fmt.Sprintf("Changed %s of %s", strings.ToLower(doName(s.Do)), f.Zones[z].Name), nil
	}
	z, err := f.zone(e.Zone)
	if err != nil {
		return "", err
	}
	at := len(f.Zones[z].Steps)
	switch {
	case e.Before != "":
		if at = f.Zones[z].place(e.Before); at < 0 {
			return "", fault("edit.before", "no step %q in the zone", e.Before)
		}
	case s.Of == "":
		at = f.Zones[z].placeOf(s.Do)
	}
	s.ID = f.free(f.Zones[z].ID + "-" + string(s.Do))
	if do, ok := route.TechniqueNamed(string(s.Do)); ok && effect.Stains(do) && s.Seed == 0 {
		s.Seed = effect.Seeded(f.Zones[z].ID, s.ID)
	}
	f.Zones[z].Steps = slices.Insert(f.Zones[z].Steps, at, s)
	words := fmt.Sprintf("Added %s to %s", strings.ToLower(doName(s.Do)), f.Zones[z].Name)
	if s.Done != nil {
		return words, nil
	}
	return words + f.Zones[z].unpin(at+1), nil
}

// unpin lets go of what is pinned from a place on, since it can't stay where it was, and says so.
func (z *Zone) unpin(from int) (words string) {
	for i := range z.Steps[from:] {
		if after := &z.Steps[from+i]; after.At != nil && after.Done == nil {
			after.At = nil
			words += fmt.Sprintf("; %s is let go", strings.ToLower(doName(after.Do)))
		}
	}
	return words
}

func (z *Zone) place(step string) int {
	return slices.IndexFunc(z.Steps, func(s Step) bool { return s.ID == step })
}

// placeOf returns where a step of that kind belongs in the order of work: before the first step of a later phase that has not been done.
func (z *Zone) placeOf(do Do) int {
	own, ok := route.TechniqueNamed(string(do))
	if !ok {
		return len(z.Steps)
	}
	for i, s := range z.Steps {
		if t, ok := route.TechniqueNamed(string(s.Do)); ok && t.Phase > own.Phase && s.Done == nil {
			return i
		}
	}
	return len(z.Steps)
}

// moveStep moves a step before another one, or to the end, or one place up or down; the wipes that follow a wash go with it.
func (f *File) moveStep(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	zone := &f.Zones[z]
	n := zone.with(i)
	moved := slices.Clone(zone.Steps[i : i+n])
	if slices.ContainsFunc(moved, func(s Step) bool { return s.ID == e.Before }) {
		return "", fault("edit.before", "a wash can't come after its own wipe")
	}
	var to int
	switch {
	case e.By < 0 && i == 0:
		return "", plainly(fault("edit.by", "it is the first step of its zone"), "it is the first step already")
	case e.By > 0 && i+n == len(zone.Steps):
		return "", plainly(fault("edit.by", "it is the last step of its zone"), "it is the last step already")
	case e.By < 0:
		to = i - 1
		if wash := zone.place(zone.Steps[to].Of); wash >= 0 && wash+zone.with(wash) == i && moved[0].Of != zone.Steps[wash].ID {
			to = wash // above a wash and its wipes, not between them
		}
	case e.By > 0:
		to = i + zone.with(i+n)
	}
	zone.Steps = slices.Delete(zone.Steps, i, i+n)
	if e.By == 0 {
		to = len(zone.Steps)
		if e.Before != "" {
			if to = zone.place(e.Before); to < 0 {
				return "", fault("edit.before", "no step %q in the zone", e.Before)
			}
		}
	}
	zone.Steps = slices.Insert(zone.Steps, to, moved...)
	return fmt.Sprintf("Moved %s of %s", strings.ToLower(doName(moved[0].Do)), zone.Name), nil
}

// with returns how many steps move with the one at place: itself, and the wipes that follow where it is a wash.
func (z *Zone) with(i int) int {
	n := 1
	for i+n < len(z.Steps) && z.Steps[i+n].Of == z.Steps[i].ID {
		n++
	}
	return n
}

// copyStep copies a step, with its wipes, into other zones or once more into its own, where it belongs in the order of work.
func (f *File) copyStep(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	own := f.Zones[z].Steps[i]
	with := []Step{own}
	for _, s := range f.Zones[z].Steps[i+1:] {
		if s.Of == own.ID {
			with = append(with, s)
		}
	}
	if len(e.Zones) == 0 {
		return "", fault("edit.zones", "missing: where it is copied to")
	}
	var names []string
	for _, id := range e.Zones {
		to, err := f.zone(id)
		if err != nil {
			return "", err
		}
		at := f.Zones[to].placeOf(own.Do)
		washID := ""
		for k, s := range with {
			s.Done, s.At, s.Turn = nil, nil, nil
			s.ID = f.free(f.Zones[to].ID + "-" + string(s.Do))
			if k == 0 {
				washID = s.ID
			} else {
				s.Of = washID
			}
			f.Zones[to].Steps = slices.Insert(f.Zones[to].Steps, at+k, s)
		}
		names = append(names, f.Zones[to].Name)
	}
	return fmt.Sprintf("Copied %s to %s", strings.ToLower(doName(own.Do)), strings.Join(names, ", ")), nil
}

func (f *File) removeStep(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	words := fmt.Sprintf("Removed %s of %s", strings.ToLower(doName(f.Zones[z].Steps[i].Do)), f.Zones[z].Name)
	f.Zones[z].Steps = slices.DeleteFunc(f.Zones[z].Steps, func(s Step) bool { return s.ID == e.Of || s.Of == e.Of })
	return words, nil
}
