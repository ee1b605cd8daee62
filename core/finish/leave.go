package finish

import (
	"fmt"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
)

// Leaving is something to be seen to before a model leaves the bench.
type Leaving struct {
	Words string
	Zone  string    // id; empty for the whole model
	Step  string    // id of the step that does it; empty for none
	At    time.Time // when it is due; zero where nothing says so
}

var boxHard = Numbers.Number("box-hard", 0.9, "", "hardness from which a film takes no print of its wrapping", fact.Bench("tacky films print in a box; what is not through takes the pattern of tissue"))

// Leave returns what is left to do on a laid-out plan once its last coats are on: steps that come after them, masks that are still there, what is touched in, and from when the model may be
// packed.
func Leave(tl *timeline.Timeline) (all []Leaving) {
	var packed time.Time
	soft := ""
	for _, line := range tl.Lines {
		last, masked := Last(line), ""
		for _, s := range line.Steps {
			switch {
			case s.Step.Do.Has(route.Tape):
				masked = s.Step.ID
			case s.Step.Do.Has(route.TapeOff):
				masked = ""
			}
		}
		for i, s := range line.Steps {
			if last < 0 || i <= last || !s.Step.Done.IsZero() {
				continue
			}
			all = append(all, Leaving{fmt.Sprintf("%s, %s", s.Step.Do.Name, line.Zone.Name), line.Zone.ID, s.Step.ID, s.Start})
		}
		if masked != "" {
			all = append(all, Leaving{Words: line.Zone.Name + " is masked, and no step takes the mask off", Zone: line.Zone.ID, Step: masked})
		}
		for i := 1; i < len(line.Films); i++ {
			f := &line.Films[i]
			if !f.Film.Family.Mechanism.Hardens {
				continue
			}
			if at := f.After(f.Needs(cure.Fraction(boxHard))); at.After(packed) {
				packed, soft = at, line.Zone.Name
			}
		}
	}
	if a := tl.Plan.Airframe; a != nil {
		for _, one := range []struct {
			kind  airframe.FeatureKind
			words string
		}{
			{airframe.Wheel, "Tyres: touch in what the flat has caught, matt and dark"},
			{airframe.Cockpit, "Glass, lamps and lenses: a drop of gloss by brush, never under a flat"},
			{airframe.GunPort, "Muzzles: graphite or a dark metal, rubbed on"},
			{airframe.Aerial, "Aerials and wires: the very last, they break"},
		} {
			if a.Has(one.kind) {
				all = append(all, Leaving{Words: one.words})
			}
		}
	}
	if !packed.IsZero() {
		all = append(all, Leaving{Words: fmt.Sprintf("Into its box: %s takes prints of what it lies in till then", soft), At: packed})
	}
	return all
}
