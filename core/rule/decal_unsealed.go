package rule

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
)

var decalUnsealed = timeline.Rule{
	ID: "decal-unsealed", Title: "Decals that are not sealed before a wash",
	Reason:   "The wipe tears a decal that lies open, and a wash that creeps under its edge can't be wiped out again. A closed clear coat over the decals keeps both away.",
	Evidence: fact.Bench("decals are sealed before the wash"),
	Find:     findDecalUnsealed,
}

func findDecalUnsealed(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.WashOn|route.Cloth) || s.Step.Do.ID == "wipe" && s.Step.Wiped == nil {
		return nil
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		film := s.Below[i].Film
		if film.Family.Closed {
			return nil
		}
		if film.Family != decalFilm || !floats(s, i) || s.Step.Of != "" && layerAfter(s, s.Step.Of, i) {
			continue
		}
		f := timeline.Finding{Severity: timeline.Stop, Layer: s.LayerID(i), Because: "The decals lie open: the wash creeps under their edges, and the wipe tears them."}
		before := s.Step
		if s.Step.Wiped != nil {
			before = s.Step.Wiped
			f.Because = "The decals lie open: the wipe tears them."
		}
		if before.Done.IsZero() {
			f.Propose = func() []timeline.Fix {
				return insertFix(s, "seal", 1, before, coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat)
			}
		}
		return []timeline.Finding{f}
	}
	return nil
}

// floats reports whether the film at place is of decals, not of painted markings.
func floats(s *timeline.Site, place int) bool {
	st := s.StepOf(place)
	return st == nil || st.Floats()
}

var decalFilm = coating.MustFamily("decal")

// layerAfter reports whether the film of step lies below place, as a wash does that was put on before the decals.
func layerAfter(s *timeline.Site, step string, place int) bool {
	for i := 1; i < place; i++ {
		if s.Below[i].Step == step {
			return true
		}
	}
	return false
}
