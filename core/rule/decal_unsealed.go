package rule

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var decalUnsealed = timeline.Rule{
	ID: "decal-unsealed", Title: "Decals that are not sealed before a wash",
	Reason:   "The wipe tears a decal that lies open, and a wash that creeps under its edge can't be wiped out again. A closed clear coat over the decals keeps both away.",
	Evidence: fact.Bench("decals are sealed before the wash"),
	Find:     findDecalUnsealed,
}

func findDecalUnsealed(s *timeline.Site) []timeline.Finding {
	q := s.Question()
	a, ok := q.Of(verdict.Torn, s.Start)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: q.Helped(a).Word, Layer: s.LayerID(a.Place), Because: "The decals lie open: the wash creeps under their edges, and the wipe tears them."}
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

// floats reports whether the film at place is of decals, not of painted markings.
func floats(s *timeline.Site, place int) bool {
	st := s.StepOf(place)
	return st == nil || st.Floats()
}

var decalFilm = coating.MustFamily("decal")
