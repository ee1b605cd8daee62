package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// What follows asks whether an effect can be where it is planned, by the airframe and by how the aircraft was kept. Where a plan has no airframe of its own, nothing is said.

var noSource = timeline.Rule{
	ID: "stain-source", Title: "A stain from nowhere",
	Reason: "Exhaust lies aft of a stack, gas aft of a gun, mud behind a wheel: all of it with the air. On a zone that lies in the lee of none of these it is the first thing that somebody " +
		"who knows the aircraft sees.",
	Evidence: fact.Bench("always with the airflow; a jet has no flank plume"),
	Find:     findNoSource,
}

// sourceOf is what a step's stain comes from; ok is false where it could come from anywhere.
func sourceOf(s *route.Step, a *airframe.Airframe) (kind airframe.FeatureKind, words string, ok bool) {
	if made := effect.Makes(s, a); len(made) == 1 && made[0].From != "" {
		return made[0].From, made[0].FromWords, true
	}
	return "", "", false
}

func findNoSource(s *timeline.Site) []timeline.Finding {
	a := s.Plan.Airframe
	if a == nil {
		return nil
	}
	kind, words, ok := sourceOf(s.Step, a)
	if !ok {
		return nil
	}
	zone := a.Zone(s.Zone.ID)
	if zone < 0 || a.Lee(kind)[zone] {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}}
	switch any := slices.ContainsFunc(a.Features, func(f airframe.Feature) bool { return f.Kind == kind }); {
	case !any:
		f.Because = fmt.Sprintf("This airframe has no %s that it could come from.", words)
	case kind == airframe.Stack && a.Jet():
		f.Because = fmt.Sprintf("A jet lets its exhaust out at its tail: none streams over %s.", s.Zone.Name)
	default:
		f.Because = fmt.Sprintf("No %s lies ahead of %s: it would run against the airflow, or lies on the other side.", words, s.Zone.Name)
	}
	return []timeline.Finding{f}
}

var mudAtSea = timeline.Rule{
	ID: "mud-at-sea", Title: "Mud on an aircraft of a ship",
	Reason:   "A deck is washed with sea water and has no mud. Salt, oil and boots mark such an aircraft.",
	Evidence: fact.Bench("wear follows from where it was kept"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Step.Do.ID != "mud" || s.Plan.Wear.Service.Place != "ship" {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Warn}, Because: "It is kept on a ship, and mud is planned behind its wheels."}}
	},
}

var freshFuel = timeline.Rule{
	ID: "fresh-fuel", Title: "Fresh fuel on an aircraft in store",
	Reason:   "Fuel dries to a dull edge within days. What still shines was spilt by somebody who flies it.",
	Evidence: fact.Bench("wear follows from how it was kept"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Step.Do.ID != "wet-stain" || s.Plan.Wear.Service.Care != "stored" {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Warn}, Because: "It is laid up in store, and a stain that still shines is planned."}}
	},
}

var fadeCovered = timeline.Rule{
	ID: "fade-covered", Title: "Fading under a cover",
	Reason:   "Sun fades what it reaches. A canopy and its frame stand under a cover while an aircraft is parked, and fade last.",
	Evidence: fact.Bench("the sun fades upper surfaces first"),
	Find: func(s *timeline.Site) []timeline.Finding {
		a := s.Plan.Airframe
		if s.Step.Do.ID != "oil-dots" || a == nil {
			return nil
		}
		if zone := a.Zone(s.Zone.ID); zone < 0 || !a.Covered(zone) {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Because: fmt.Sprintf("%s lies under the canopy's cover; faded frames look like another colour.", s.Zone.Name)}}
	},
}
