package rule

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var decalUnsealed = timeline.Rule{
	ID: "decal-unsealed", Title: "Decals that are not sealed before a wash",
	Mend:     "Slit the film along what crept, lift it with a damp bud, seal it. Else a spare decal, or paint the marking.",
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
	may := a.Severity < verdict.Stop
	switch {
	case s.Step.Wiped != nil && may:
		f.Because = "The decals lie open. They have set for days, and a barely damp cloth may tear them all the same: dab, or seal them first."
	case s.Step.Wiped != nil:
		f.Because = "The decals lie open: the wipe tears them."
	case s.Step.Do.Contact.Is(stack.Polished):
		f.Because = "The decals lie open: the compound tears them."
	case may:
		f.Because = "The decals lie open: the wash creeps under their edges, where nothing wipes it out again."
	}
	if s.Step.Wiped != nil {
		before = s.Step.Wiped
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
