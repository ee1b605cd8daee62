package rule

import (
	"fmt"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

var (
	decalHalf = coating.Texture(Numbers.Number("decal-silvers", 0.25, "µm", "texture from which silvering shows plainly", fact.Bench("about satin")))
	toothless = coating.Texture(Numbers.Number("tooth", 0.22, "µm", "texture below which oils and pigments slide", fact.Bench("between semi-gloss and satin")))
	residue   = Numbers.Number("residue", 0.15, "", "share of a wash left on the open surface that bothers half of all", fact.Bench("T13, T63: gloss leaves next to none, one coat of gloss over flat too much"))
	fullTooth = coating.Texture(Numbers.Number("tooth-full", 0.8, "µm", "texture from which they grip as on flat", fact.Bench("satin under oils is between gloss and flat")))
)

// Tooth returns the texture from which oils and pigments grip at all.
func Tooth() coating.Texture { return toothless }

var silvering = timeline.Rule{
	ID: "silvering", Title: "A decal on a surface that is not glossy",
	Mend:     "Prick the pale spots, let setting fluid run below, press down; once more when it is dry. A flat coat hides the rest.",
	Reason:   "Air stays in the valleys under a decal that is laid on anything rougher than gloss, and shows as silver. One coat of gloss does not fill a flat paint; two do.",
	Evidence: fact.Bench("decals silver on anything but gloss"),
	Find:     findSilvering,
}

var washSheen = timeline.Rule{
	ID: "wash-sheen", Title: "A wash on a surface that keeps it",
	Mend: "A nearly dry bud with its remover, a little at a time; or even it out with more and call it grime.",
	Reason: "Gloss lets a wash run and wipe off clean; satin keeps an even grime; flat keeps much, dark and hard to take off. " +
		"If that is what you are after, choose the school that has it so.",
	Evidence: fact.Bench("what a dry wipe leaves on each sheen; computed from the texture"),
	Find:     findWashSheen,
}

var grip = timeline.Rule{
	ID: "grip", Title: "Nothing for oils or pigments to grip",
	Mend:     "A flat coat, a night, and the oils once more.",
	Reason:   "Oils and pigments need tooth: over gloss they slide and wipe straight off. One school wants just that.",
	Evidence: fact.Bench("flat below oils, by the most; gloss by those who want to undo them"),
	Find:     findGrip,
}

func findSilvering(s *timeline.Site) []timeline.Finding {
	on := s.Glossed()
	if !s.Step.Floats() || on <= decal.Smooth() {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Figures: timeline.Figures{Share: float64(on)}}
	if on < decalHalf {
		f.Severity = verdict.Note
	}
	f.Because = fmt.Sprintf("The surface is %s: its valleys are %.2f µm deep on average where gloss has %.2f, so the decals silver.",
		on.Sheen(), float64(on), float64(coating.Gloss.Texture()))
	if works := decal.Works(s.Step.Decals, on); len(works) > 0 && works[0].Silver > 0 {
		f.Because += fmt.Sprintf(" Under %s, the largest, air would stay below %.0f %% of the film.", works[0].Name, 100*works[0].Silver)
	}
	f.Propose = func() []timeline.Fix { return insertFix(s, "gloss-coat", 2, s.Step, coating.Gloss) }
	return []timeline.Finding{f}
}

func findWashSheen(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.WashOn) {
		return nil
	}
	sheen, school := s.On.Sheen(), s.Plan.Schools.Of(route.UnderWash)
	if sheen <= coating.SemiGloss || school == route.OverFlat || school == route.OverSatin && sheen == coating.Satin {
		return nil
	}
	film := s.Step.Film(s.Start)
	cloth, soft := wash.Dry, 0.0
	if w := s.Step.WipedBy; w != nil && w.Wets() != nil { // as it is planned
		course := cure.Of(film, s.Plan.Air)
		cloth, soft = w.Cloth, stack.Soften(&course, w.Wets(), course.Stiff())
	}
	leaves := func(on coating.Texture) float64 {
		return wash.Left(film.Thickness(), on, cloth, route.Strokes("airflow"), soft, 0)
	}
	left := leaves(s.On)
	o := chance.Odds{Chance: chance.Above(left, residue, chance.Residue), Loss: chance.Loss(chance.Stays, s.Question().Stage)}
	severity, ok := verdict.Graded(o)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: severity, Odds: o}, Figures: timeline.Figures{Share: left}}
	f.Because = fmt.Sprintf("%s is %s: a %s wipe would leave %.0f %% of the wash on it, and on gloss %.0f %%.", say.Capital(s.SurfaceName()), sheen, cloth,
		100*left, 100*leaves(coating.Gloss.Texture()))
	f.Propose = func() []timeline.Fix { return insertFix(s, "gloss-coat", 2, s.Step, coating.Gloss) }
	return []timeline.Finding{f}
}

func findGrip(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.NeedsTooth) || s.On >= fullTooth {
		return nil
	}
	if s.Step.Do.Has(route.OilWork) && s.Plan.Schools.Of(route.UnderOils) == route.OverGloss {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Figures: timeline.Figures{Share: float64(s.On)}}
	if s.On >= toothless {
		f.Severity = verdict.Note
		f.Because = fmt.Sprintf("%s is %s: %s grips less than on flat, and comes off more easily.", say.Capital(s.SurfaceName()), s.On.Sheen(), say.Lower(s.Step.Do.Name))
		return []timeline.Finding{f}
	}
	f.Because = fmt.Sprintf("%s is %s and gives %s no grip: it slides and wipes straight off.", say.Capital(s.SurfaceName()), s.On.Sheen(), say.Lower(s.Step.Do.Name))
	f.Propose = func() []timeline.Fix { return insertFix(s, "flat-coat", 1, s.Step, coating.Flat, coating.Satin) }
	return []timeline.Finding{f}
}
