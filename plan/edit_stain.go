package plan

import (
	"fmt"
	"math"

	"inkysparrow/core/route"
	"inkysparrow/core/stain"
)

// pullStain changes how strong a step's stain is and how far it reaches. The number of its passes, or the share of the zone that it covers, follows, and with them its paint and its time.
func (f *File) pullStain(e Edit) (string, error) {
	zone, place, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[zone].Steps[place]
	do, ok := route.TechniqueNamed(string(s.Do))
	if !ok || !do.Planned() {
		return "", plainly(fault("edit.of", "step %q is no stain", e.Of), "%s is no stain that could be pulled", f.describe(zone, place))
	}
	if s.Done != nil {
		return "", plainly(fault("edit.of", "step %q was done", e.Of), "what was done is not planned any more: take it back at the bench and mark what you did")
	}
	was := stain.How{}
	if s.Stain != nil {
		was = s.Stain.how()
	}
	next := &StainHow{}
	if e.Stain != nil {
		*next = *e.Stain
	} else if s.Stain != nil {
		next.Of = s.Stain.Of
	}
	before, _ := was.Times()
	after, reach := next.how().Times()
	by := after / before
	if s.Stain = next; *next == (StainHow{}) {
		s.Stain = nil
	}
	switch {
	case by == 1:
	case do.Counts == "passes":
		n := s.Coats
		if n == 0 {
			n = max(1, do.Coats)
		}
		s.Coats = min(do.Most(), max(1, int(math.Round(float64(n)*by))))
	case do.Covers > 0:
		share := s.AreaPct
		if share == 0 {
			share = 100 * do.Covers
		}
		const least, finest = 0.1, 1000
		s.AreaPct = min(100, max(least, math.Round(share*by*finest)/finest))
	}
	name := f.describe(zone, place)
	if e.Stain == nil {
		return fmt.Sprintf("Made %s as planned again", name), nil
	}
	return fmt.Sprintf("Pulled %s: %.0f %% as strong, %.0f %% as long", name, 100*after, 100*reach), nil
}

// describe is what a step is called in a sentence.
func (f *File) describe(zone, place int) string {
	do, _ := route.TechniqueNamed(string(f.Zones[zone].Steps[place].Do))
	if do == nil {
		return f.Zones[zone].Name
	}
	return fmt.Sprintf("%s on %s", do.Name, f.Zones[zone].Name)
}
