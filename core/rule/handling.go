package rule

import (
	"fmt"

	"inkysparrow/core/chance"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var acrossFlow = timeline.Rule{
	ID: "across-flow", Title: "Wiped across the flow",
	Reason:   "The last strokes of a wipe leave its direction in what stays. Along the airflow they look like weather; across it they empty shallow lines and look wiped.",
	Evidence: fact.Bench("last strokes run with the airflow, never sideways; circles and crossing first are schools of their own"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.Cloth) || route.Along(s.Step.Stroke) || s.Step.Stroke == s.Plan.Schools.Stroke() {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Layer: s.Step.Of, Because: "The strokes cross the lines first: shallow ones lose some of their wash."}}
	},
}

var handled = timeline.Rule{
	ID: "handled", Wide: true, Title: "Held where another zone is not dry",
	Mend:     "A print in a film: sand it with a fine sponge when it is hard, and mist it once more.",
	Reason:   "A model is held somewhere while you work on it. What is still tacky elsewhere takes a fingerprint.",
	Evidence: fact.Bench("fingerprints come from holding a film that is not touch-dry"),
	Find:     findHandled,
}

var sags = Numbers.Number("coat-sags", 60, "µm", "liquid standing at once from which a coat runs on an edge", fact.Bench("a heavy wet coat stands at twenty; several into each other run"))

var manyCoats = timeline.Rule{
	ID: "many-coats", Title: "Many coats in one go",
	Reason:   "Coats on coats that are not flashed off hold their solvent in, run on edges and harden slowly. More than four belong on another evening, but for a mirror.",
	Evidence: fact.Bench("two or three coats for an ordinary sheen, four to six for a mirror"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Coating() || !s.Step.Product.Family.Closed {
			return nil
		}
		if standing := s.Step.Standing(s.Plan.Air.At(s.Start)); float64(standing) >= sags {
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Warn}, Because: fmt.Sprintf("%s wet on wet stand %.0f µm thick: from about %.0f they run on every edge. Let each flash off.", say.Count(s.Step.Coats, "coat"), float64(standing), sags),
				Propose: func() []timeline.Fix {
					return []timeline.Fix{{Do: timeline.FixLaying, Step: s.Step.ID, Laying: route.Flashed}}
				},
			}}
		}
		if float64(s.Step.Coats) <= route.MostCoats {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Warn}, Because: fmt.Sprintf("%d coats of %s in one go, %.0f µm dry: they run and stay soft for long.", s.Step.Coats, s.Step.Product.Name, float64(s.Step.Film(s.Start).Thickness()))}}
	},
}

var turpentine = timeline.Rule{
	ID: "turpentine", Title: "Turpentine, stronger than white spirit",
	Reason:   "Turpentine lies nearer to oils and enamels and leaves faster. It takes up more of a young film, and irritates skin and lungs more.",
	Evidence: fact.Memory("C. M. Hansen, 2007"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Touch.Liquid == nil || s.Touch.Liquid.ID != "turpentine" || len(s.Below) < 2 {
			return nil
		}
		top := s.Below[len(s.Below)-1]
		hard := top.Hard(s.Start)
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Note}, Layer: top.Step, Liquid: "turpentine", Figures: timeline.Figures{RED: stack.Distance(s.Touch.Liquid, top.Film.Family, hard), Hard: hard, Film: true},
			Because: fmt.Sprintf("On %s it reaches %.2f of the film's limit, white spirit %.2f.", s.FilmName(len(s.Below)-1),
				stack.Distance(s.Touch.Liquid, top.Film.Family, hard), stack.Distance(solvent.Must("white-spirit"), top.Film.Family, hard)),
		}}
	},
}

var fadedDecal = timeline.Rule{
	ID: "faded-decal", Title: "Oils on decals",
	Reason:   "Oils of a pale colour drawn over a decal fade it like the paint beside it; dark ones dirty it. The clear over the decal takes the rub.",
	Evidence: fact.Bench("white on decals fades them"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Step.Do.ID != "oil-dots" {
			return nil
		}
		for _, st := range s.Zone.Steps[:s.Index] {
			if st.Floats() {
				return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Layer: st.ID, Because: "The dots fade the markings along with the paint: pale ones on purpose, dark ones sparingly."}}
			}
		}
		return nil
	},
}

func findHandled(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Cloth|route.Tape|route.NeedsGloss|route.Lifting) && !s.Step.Do.Contact.Is(stack.Polished) || !s.Step.Done.IsZero() {
		return nil
	}
	for _, l := range s.Timeline.Lines {
		if l == s.Line {
			continue
		}
		for i := 1; i < len(l.Films); i++ {
			if c := l.Films[i].Unready(stack.AsksDry, s.Start); c >= chance.Maybe() && l.Films[i].Film.Laid.Before(s.Start) && l.TouchDry[i].After(s.Start) && !l.Films[i].Film.Family.IsLoose() {
				return []timeline.Finding{{
					Word:    verdict.Word{Severity: verdict.Note, SafeFrom: l.TouchDry[i], Odds: chance.Odds{Chance: c, Loss: chance.Loss(chance.Print, s.Question().Stage)}},
					Because: fmt.Sprintf("Don't hold the model by %s: not touch-dry before %s.", say.Lower(l.Zone.Name), s.Plan.Clock(l.TouchDry[i])),
				}}
			}
		}
	}
	return nil
}
