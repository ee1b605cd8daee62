package plan

import (
	"cmp"
	"fmt"
	"math"

	"inkysparrow/core/effect"
	"inkysparrow/core/route"
)

// pullStain changes how strong a step's stain is and how far it reaches. Nothing but the pull is kept: passes, share, paint and minutes follow from it, so that as planned again is exactly that.
func (f *File) pullStain(e Edit) (string, error) {
	zone, place, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[zone].Steps[place]
	do, ok := route.TechniqueNamed(string(s.Do))
	if !ok || !effect.Stains(do) {
		return "", plainly(fault("edit.of", "step %q is no stain", e.Of), "%s is no stain that could be pulled", f.describe(zone, place))
	}
	if s.Done != nil || s.Started != nil {
		return "", plainly(fault("edit.of", "step %q was begun", e.Of), "what was begun is not planned any more: take it back at the bench and mark what you did")
	}
	if s.Stain != nil && s.Stain.Amount > 0 { // of an older plan, whose passes and share have followed it
		by, _ := s.Stain.pull().Times()
		s.Coats, s.AreaPct = int(math.Round(float64(s.Coats)/by)), min(100, round2(s.AreaPct/by))
		s.Stain.Times, s.Stain.Amount = s.Stain.Amount, 0
	}
	next := &StainHow{}
	if e.Stain != nil {
		*next = *e.Stain
		next.Times, next.Amount, next.Did = cmp.Or(next.Times, next.Amount), 0, nil
	} else if s.Stain != nil {
		next.Of = s.Stain.Of
	}
	if next.Times == 1 {
		next.Times = 0
	}
	if next.Reach == 1 {
		next.Reach = 0
	}
	if s.Stain = next; *next == (StainHow{}) {
		s.Stain = nil
	}
	name := f.describe(zone, place)
	if e.Stain == nil {
		return fmt.Sprintf("Made %s as planned again", name), nil
	}
	after, reach := next.pull().Times()
	return fmt.Sprintf("Pulled %s: %.0f %% as strong, %.0f %% as long", name, 100*after, 100*reach), nil
}

// scatter puts what a step scatters into other places: as many, as large, as strong.
func (f *File) scatter(e Edit) (string, error) {
	zone, place, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[zone].Steps[place]
	do, ok := route.TechniqueNamed(string(s.Do))
	switch {
	case !ok || !effect.Stains(do):
		return "", plainly(fault("edit.of", "step %q is no stain", e.Of), "%s scatters nothing", f.describe(zone, place))
	case s.Done != nil || s.Started != nil:
		return "", plainly(fault("edit.of", "step %q was begun", e.Of), "what was begun lies where it lies")
	}
	s.Seed = effect.Seeded(f.Zones[zone].ID, s.ID, fmt.Sprint(s.Seed))
	return fmt.Sprintf("Scattered %s anew", f.describe(zone, place)), nil
}

// describe is what a step is called in a sentence.
func (f *File) describe(zone, place int) string {
	do, _ := route.TechniqueNamed(string(f.Zones[zone].Steps[place].Do))
	if do == nil {
		return f.Zones[zone].Name
	}
	return fmt.Sprintf("%s on %s", do.Name, f.Zones[zone].Name)
}
