package rule

import (
	"fmt"
	"time"

	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

var (
	TapeHard    = cure.Fraction(Numbers.Number("tape-hardness", 0.5, "", "hardness from which tape neither prints nor pulls a film", fact.Bench("an acrylic wants a day, an enamel three or four under tape")))
	TapeBrittle = cure.Fraction(Numbers.Number("tape-brittle", 0.9, "", "hardness from which an edge chips when the mask comes off", fact.Bench("masks come off while the paint still gives")))
)

var maskSoft = timeline.Rule{
	ID: "mask-soft", Title: "Tape on a film that is still soft",
	Reason:   "Tape prints into a film that is soft and pulls it off with the mask. An acrylic wants a day, an enamel several; a mask that is lifted off the surface touches it only at a few points.",
	Evidence: fact.Bench("computed from the film's hardness; the threshold is fitted to what people wait"),
	Holds:    func(s *timeline.Site, t time.Time) bool { place, _ := SoftUnderTape(s, t); return place == 0 },
	Find: func(s *timeline.Site) []timeline.Finding {
		place, hard := SoftUnderTape(s, s.Start)
		if place == 0 {
			return nil
		}
		safe := s.Below[place].When(TapeHard)
		return []timeline.Finding{{
			Severity: timeline.Stop, Verdict: timeline.Wait, Layer: s.LayerID(place), SafeFrom: safe, Figures: timeline.Figures{Hard: hard, Film: true}, Propose: func() []timeline.Fix { return waitFix(s) },
			Because: fmt.Sprintf("%s is %s hard and wants %s under tape. Safe from %s.", say.Capital(s.FilmName(place)), say.Percent(hard), say.Percent(TapeHard), s.Plan.Clock(safe)),
		}}
	},
}

var maskStays = timeline.Rule{
	ID: "mask-stays", Title: "A mask that stays on for long, or for good",
	Reason:   "A mask comes off when the paint on it is touch-dry and still gives: later its edge chips, and the tape's gum stays.",
	Evidence: fact.Bench("masks come off soon"),
	Find:     findMaskStays,
}

// SoftUnderTape returns the film on top that is too soft for tape at moment, 0 for none.
func SoftUnderTape(s *timeline.Site, moment time.Time) (place int, hard cure.Fraction) {
	if !s.Step.Do.Has(route.Tape) || s.Step.Edge == "freehand" {
		return 0, 0
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		f := s.Below[i].Film.Family
		if !f.Closed || !f.Mechanism.Hardens {
			continue
		}
		if hard := s.Below[i].Hard(moment); hard < TapeHard {
			return i, hard
		}
	}
	return 0, 0
}

func findMaskStays(s *timeline.Site) []timeline.Finding {
	switch {
	case s.Step.Do.Has(route.Tape):
		for _, later := range s.Zone.Steps[s.Index+1:] {
			if later.Do.Has(route.TapeOff) {
				return nil
			}
		}
		return []timeline.Finding{{Severity: timeline.Note, Because: "No step of this zone takes it off again: it comes off while the paint on it still gives."}}
	case s.Step.Do.Has(route.TapeOff):
		for i := len(s.Below) - 1; i > 0; i-- {
			st := s.StepOf(i)
			if st == nil || !st.Do.Has(route.Colour) {
				continue
			}
			if hard := s.Below[i].Hard(s.Start); hard > TapeBrittle {
				return []timeline.Finding{{
					Severity: timeline.Note, Layer: s.LayerID(i), Figures: timeline.Figures{Hard: hard, Film: true},
					Because: fmt.Sprintf("%s is %s hard by then: run a blade along the edge first, and pull low and slowly.", say.Capital(s.FilmName(i)), say.Percent(hard)),
				}}
			}
			break
		}
	}
	return nil
}
