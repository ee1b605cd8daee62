package plan

import (
	"slices"
	"time"

	"inkysparrow/core/timeline"
)

// Apply returns a copy of the plan with a fix to the finding at step carried out. Pins that the fix makes impossible are let go: the
// schedule finds new times. Errors are *FieldError.
func (f File) Apply(step string, x Fix) (File, error) {
	target := step
	if x.Of != "" {
		target = x.Of
	}
	if x.Do == timeline.FixInsert && x.Before != "" {
		target = x.Before
	}
	zi, si, ok := f.Find(target)
	if !ok {
		return File{}, fault("fix", "no step %q in the plan", target)
	}
	out := f.Clone()
	z := &out.Zones[zi]
	switch x.Do {
	case timeline.FixWait:
		if x.Until == nil {
			return File{}, fault("fix.until", "missing")
		}
		z.letGo(si+1, *x.Until)
		z.Steps[si].At = new(*x.Until)
	case timeline.FixInsert:
		if x.Step == nil {
			return File{}, fault("fix.step", "missing")
		}
		if x.Adds != nil && !slices.ContainsFunc(out.Products, func(p Product) bool { return p.ID == x.Adds.ID }) {
			out.Products = append(out.Products, *x.Adds)
		}
		s := *x.Step
		s.ID = out.free(s.ID)
		at := si
		if x.Before == "" {
			at = si + 1
		}
		for i := at; i < len(z.Steps); i++ {
			z.Steps[i].At = nil
		}
		z.Steps = slices.Insert(z.Steps, at, s)
	case timeline.FixSwap:
		if x.Product != "" {
			z.Steps[si].Product = x.Product
			z.letGo(si+1, time.Time{})
		}
		if x.With != "" {
			z.Steps[si].With = x.With
			z.Steps[si].Liquid = nil
		}
	case timeline.FixSpray:
		z.Steps[si].Spray = nil
	case timeline.FixCoats:
		if x.Coats < 1 {
			return File{}, fault("fix.coats", "missing")
		}
		z.Steps[si].Coats = x.Coats
	case timeline.FixLaying:
		z.Steps[si].Laying = x.Laying
	case timeline.FixMove:
		s := z.Steps[si]
		z.Steps = slices.Delete(z.Steps, si, si+1)
		to := slices.IndexFunc(z.Steps, func(o Step) bool { return o.ID == x.Before })
		if to < 0 {
			return File{}, fault("fix.before", "no step %q in the zone", x.Before)
		}
		z.Steps = slices.Insert(z.Steps, to, s)
	case timeline.FixRemove:
		gone := z.Steps[si].ID
		z.Steps = slices.DeleteFunc(z.Steps, func(s Step) bool { return s.ID == gone || s.Of == gone })
	default:
		return File{}, fault("fix.do", "%q is not a fix", x.Do)
	}
	return out, nil
}

// letGo drops the pins of the steps from place on that lie before until, and of all wipes among them, whose window moves.
func (z *Zone) letGo(place int, until time.Time) {
	for i := place; i < len(z.Steps); i++ {
		s := &z.Steps[i]
		if s.At != nil && (s.Of != "" || s.At.Before(until)) {
			s.At = nil
		}
	}
}

// Find returns where a step stands: the place of its zone, and its own in the route.
func (f File) Find(step string) (zone, place int, ok bool) {
	for i, z := range f.Zones {
		for k, s := range z.Steps {
			if s.ID == step {
				return i, k, true
			}
		}
	}
	return 0, 0, false
}

// free returns id, or id with a number after it where a step has that id already.
func (f File) free(id string) string {
	taken := f.stepIDs()
	return freeAmong(id, func(try string) bool { return taken[try] })
}

// stepIDs are the ids of all steps.
func (f File) stepIDs() map[string]bool {
	all := map[string]bool{}
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			all[s.ID] = true
		}
	}
	return all
}
