package route

import (
	"fmt"
	"time"

	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var (
	tapeHard    = cure.Fraction(Numbers.Number("tape-hardness", 0.5, "", "hardness from which tape neither prints nor pulls a film", fact.Bench("an acrylic wants a day, an enamel three or four under tape")))
	tapeBrittle = cure.Fraction(Numbers.Number("tape-brittle", 0.9, "", "hardness from which an edge chips when the mask comes off", fact.Bench("masks come off while the paint still gives")))
)

var maskSoft = Rule{
	ID: "mask-soft", Title: "Tape on a film that is still soft",
	Reason:   "Tape prints into a film that is soft and pulls it off with the mask. An acrylic wants a day, an enamel several; a mask that is lifted off the surface touches it only at a few points.",
	Evidence: fact.Bench("computed from the film's hardness; the threshold is fitted to what people wait"),
	Holds:    func(s *Site, t time.Time) bool { place, _ := s.softUnderTape(t); return place == 0 },
	Find: func(s *Site) []Finding {
		place, hard := s.softUnderTape(s.Start)
		if place == 0 {
			return nil
		}
		safe := s.Below[place].When(tapeHard)
		return []Finding{{
			Severity: Stop, Verdict: Wait, Layer: s.layerID(place), SafeFrom: safe, Figures: Figures{Hard: hard, Film: true}, propose: s.waitFix,
			Because: fmt.Sprintf("%s is %s hard and wants %s under tape. Safe from %s.", say.Capital(s.film(place)), say.Percent(hard), say.Percent(tapeHard), s.Plan.clock(safe)),
		}}
	},
}

var maskStays = Rule{
	ID: "mask-stays", Title: "A mask that stays on for long, or for good",
	Reason:   "A mask comes off when the paint on it is touch-dry and still gives: later its edge chips, and the tape's gum stays.",
	Evidence: fact.Bench("masks come off soon"),
	Find:     findMaskStays,
}

// softUnderTape returns the film on top that is too soft for tape at moment, 0 for none.
func (s *Site) softUnderTape(moment time.Time) (place int, hard cure.Fraction) {
	if !s.Step.Do.Has(Tape) || s.Step.Edge == "freehand" {
		return 0, 0
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		f := s.Below[i].Film.Family
		if !f.Closed || !f.Mechanism.Hardens {
			continue
		}
		if hard := s.Below[i].Hard(moment); hard < tapeHard {
			return i, hard
		}
	}
	return 0, 0
}

func findMaskStays(s *Site) []Finding {
	switch {
	case s.Step.Do.Has(Tape):
		for _, later := range s.Zone.Steps[s.Index+1:] {
			if later.Do.Has(TapeOff) {
				return nil
			}
		}
		return []Finding{{Severity: Note, Because: "No step of this zone takes it off again: it comes off while the paint on it still gives."}}
	case s.Step.Do.Has(TapeOff):
		for i := len(s.Below) - 1; i > 0; i-- {
			st := s.stepOf(i)
			if st == nil || !st.Do.Has(Colour) {
				continue
			}
			if hard := s.Below[i].Hard(s.Start); hard > tapeBrittle {
				return []Finding{{
					Severity: Note, Layer: s.layerID(i), Figures: Figures{Hard: hard, Film: true},
					Because: fmt.Sprintf("%s is %s hard by then: run a blade along the edge first, and pull low and slowly.", say.Capital(s.film(i)), say.Percent(hard)),
				}}
			}
			break
		}
	}
	return nil
}
