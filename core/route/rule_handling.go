package route

import (
	"fmt"

	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

var mostCoats = Numbers.Number("most-coats", 6, "coats", "most coats of one step: what a mirror undercoat takes", fact.Bench("T20"))

var acrossFlow = Rule{
	ID: "across-flow", Title: "Wiped across the flow",
	Reason:   "The last strokes of a wipe leave its direction in what stays. Along the airflow they look like weather; across it they empty shallow lines and look wiped.",
	Evidence: fact.Bench("last strokes run with the airflow, never sideways; circles and crossing first are schools of their own"),
	Find: func(s *Site) []Finding {
		if !s.Step.Do.Has(Cloth) || Along(s.Step.Stroke) || s.Step.Stroke == s.Plan.Schools.Of("stroke") {
			return nil
		}
		return []Finding{{Severity: Note, Layer: s.Step.Of, Because: "The strokes cross the lines first: shallow ones lose some of their wash."}}
	},
}

var handled = Rule{
	ID: "handled", Title: "Held where another zone is not dry",
	Reason:   "A model is held somewhere while you work on it. What is still tacky elsewhere takes a fingerprint.",
	Evidence: fact.Bench("fingerprints come from holding a film that is not touch-dry"),
	Find:     findHandled,
}

var manyCoats = Rule{
	ID: "many-coats", Title: "Many coats in one go",
	Reason:   "Coats on coats that are not flashed off hold their solvent in, run on edges and harden slowly. More than four belong on another evening, but for a mirror.",
	Evidence: fact.Bench("two or three coats for an ordinary sheen, four to six for a mirror"),
	Find: func(s *Site) []Finding {
		if !s.Step.Do.Lays || s.Step.Do.Has(Veils) || float64(s.Step.Coats) <= mostCoats || !s.Step.Product.Family.Closed {
			return nil
		}
		return []Finding{{Severity: Warn, Because: fmt.Sprintf("%d coats of %s in one go, %.0f µm dry: they run and stay soft for long.", s.Step.Coats, s.Step.Product.Name, float64(s.Step.Film(s.Start).Thickness()))}}
	},
}

var turpentine = Rule{
	ID: "turpentine", Title: "Turpentine, stronger than white spirit",
	Reason:   "Turpentine lies nearer to oils and enamels and leaves faster. It takes up more of a young film, and irritates skin and lungs more.",
	Evidence: fact.Memory("C. M. Hansen, 2007"),
	Find: func(s *Site) []Finding {
		if s.touch.Liquid == nil || s.touch.Liquid.ID != "turpentine" || len(s.Below) < 2 {
			return nil
		}
		top := s.Below[len(s.Below)-1]
		hard := top.Hard(s.Start)
		return []Finding{{
			Severity: Note, Layer: top.Step, Liquid: "turpentine", Figures: Figures{RED: stack.Distance(s.touch.Liquid, top.Film.Family, hard), Hard: hard, Film: true},
			Because: fmt.Sprintf("On %s it reaches %.2f of the film's limit, white spirit %.2f.", s.film(len(s.Below)-1),
				stack.Distance(s.touch.Liquid, top.Film.Family, hard), stack.Distance(solvent.Must("white-spirit"), top.Film.Family, hard)),
		}}
	},
}

var fadedDecal = Rule{
	ID: "faded-decal", Title: "Oils on decals",
	Reason:   "Oils of a pale colour drawn over a decal fade it like the paint beside it; dark ones dirty it. The clear over the decal takes the rub.",
	Evidence: fact.Bench("white on decals fades them"),
	Find: func(s *Site) []Finding {
		if s.Step.Do.ID != "oil-dots" {
			return nil
		}
		for _, st := range s.Zone.Steps[:s.Index] {
			if st.Do.Has(NeedsGloss) {
				return []Finding{{Severity: Note, Layer: st.ID, Because: "The dots fade the markings along with the paint: pale ones on purpose, dark ones sparingly."}}
			}
		}
		return nil
	},
}

func findHandled(s *Site) []Finding {
	if !s.Step.Do.Has(Cloth|Tape|NeedsGloss|Lifting) && s.Step.Do.Contact != stack.Polished || !s.Step.Done.IsZero() {
		return nil
	}
	for _, l := range s.tl.Lines {
		if l == s.line {
			continue
		}
		for i := 1; i < len(l.Films); i++ {
			if l.Films[i].Film.Laid.Before(s.Start) && l.touch[i].After(s.Start) && !l.Films[i].Film.Family.IsLoose() {
				return []Finding{{
					Severity: Note, SafeFrom: l.touch[i],
					Because: fmt.Sprintf("%s is touch-dry only from %s: don't hold the model there.", l.Zone.Name, s.Plan.clock(l.touch[i])),
				}}
			}
		}
	}
	return nil
}
