package rule

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// TapeBrittle is the hardness from which an edge chips when the mask comes off.
var TapeBrittle = cure.Fraction(Numbers.Number("tape-brittle", 0.9, "", "hardness from which an edge chips when the mask comes off", fact.Bench("masks come off while the paint still gives")))

var tapePulls = Numbers.Number("tape-pulls", 0.5, "", "share of the hardness that a film wants under tape below which it comes off with it; above, the tape only prints", fact.Bench("chosen: an acrylic of a few hours comes off, one of the morning after is marked"))

var maskSoft = timeline.Rule{
	ID: "mask-soft", Title: "Tape on a film that is still soft",
	Reason: "Tape prints into a film that is soft, and pulls a very soft one off with the mask. An acrylic wants the next evening, a lacquer some hours, an enamel two days; " +
		"a mask that is lifted off the surface touches it only at a few points.",
	Evidence: fact.Bench("T50; computed from the film's hardness"),
	Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		return schedule.Once(within, func(t time.Time) bool { place, _ := SoftUnderTape(s, t); return place == 0 })
	},
	Find: findMaskSoft,
}

func findMaskSoft(s *timeline.Site) []timeline.Finding {
	place, hard := SoftUnderTape(s, s.Start)
	if place == 0 {
		return nil
	}
	wants := TapeHard(s.Below[place].Film)
	safe := s.Below[place].When(wants)
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Stop, Helps: verdict.Wait, SafeFrom: safe}, Layer: s.LayerID(place), Figures: timeline.Figures{Hard: hard, Film: true}, Propose: waiting(s)}
	does := "comes off with it"
	if float64(hard) >= tapePulls*float64(wants) || s.Step.Edge == route.Lifted {
		f.Severity, does = verdict.Warn, "is marked by it"
	}
	f.Because = fmt.Sprintf("%s is %s hard, wants %s under tape and %s. %s", say.Capital(s.FilmName(place)), say.Percent(hard), say.Percent(wants), does, safeFrom(s, safe))
	return []timeline.Finding{f}
}

// How much a film has to harden before tape does nothing to it differs by how it hardens, and no single hardness explains the bench: an
// acrylic at a third of its hardness is lifted as particles that have not fused yet, while a lacquer at a fifth is one film already, and an
// enamel at three tenths is held by its skin. So each mechanism has its own figure, fitted to T50.

// TapeHard returns the hardness from which a film stands tape.
func TapeHard(f coating.Film) cure.Fraction { return cure.Fraction(f.Family.Mechanism.Tape) }

var maskLifts = timeline.Rule{
	ID: "mask-lifts", Title: "Tape on what nothing holds down",
	Reason:   "Tape lifts decals that no clear coat holds down, pulls a wash or an oil off the surface and takes dry pigment with it. One closed coat over them is enough.",
	Evidence: fact.Bench("T59: tape over unsealed decals lifts them"),
	Find:     findMaskLifts,
}

// findMaskLifts looks for what lies open on top: decals and oils are lost, a wash or a dusting is laid again in minutes.
func findMaskLifts(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Tape) || s.Step.Edge == route.Freehand {
		return nil
	}
	for i := len(s.Below) - 1; i > 0 && !s.Below[i].Film.Covers(); i-- {
		st := s.StepOf(i)
		if s.Below[i].Film.Family.Closed || st == nil || st.Do.Has(route.NeedsGloss) && !st.Floats() {
			continue
		}
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Layer: s.LayerID(i), Because: fmt.Sprintf("Nothing holds %s down: the tape takes some of it off.", s.FilmName(i))}
		if st.Do.Has(route.NeedsGloss | route.OilWork) {
			f.Severity, f.Because = verdict.Stop, fmt.Sprintf("Nothing holds %s down: the tape lifts it.", s.FilmName(i))
		}
		if s.Step.Done.IsZero() {
			f.Propose = func() []timeline.Fix {
				return insertFix(s, "seal", 1, s.Step, coating.Gloss, coating.Satin, coating.Flat)
			}
		}
		return []timeline.Finding{f}
	}
	return nil
}

var maskStays = timeline.Rule{
	ID: "mask-stays", Title: "A mask that stays on for long, or for good",
	Reason:   "A mask comes off when the paint on it is touch-dry and still gives: later its edge chips, and the tape's gum stays.",
	Evidence: fact.Bench("masks come off soon"),
	Find:     findMaskStays,
}

// SoftUnderTape returns the film on top that is too soft for tape at moment, 0 for none.
func SoftUnderTape(s *timeline.Site, moment time.Time) (place int, hard cure.Fraction) {
	if !s.Step.Do.Has(route.Tape) || s.Step.Edge == route.Freehand {
		return 0, 0
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		f := s.Below[i].Film
		if !f.Family.Closed || !f.Family.Mechanism.Hardens {
			continue
		}
		if hard := s.Below[i].Hard(moment); hard < TapeHard(f) {
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
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Because: "No step of this zone takes it off again: it comes off while the paint on it still gives."}}
	case s.Step.Do.Has(route.TapeOff):
		taped := s.Index - 1
		for taped >= 0 && !s.Zone.Steps[taped].Do.Has(route.Tape) {
			taped--
		}
		for i := len(s.Below) - 1; i > 0; i-- {
			st := s.StepOf(i)
			if st == nil || !st.Do.Has(route.Colour) {
				continue
			}
			if taped >= 0 && slices.Index(s.Zone.Steps, st) < taped {
				break // nothing was painted against the tape
			}
			if hard := s.Below[i].Hard(s.Start); hard > TapeBrittle {
				return []timeline.Finding{{
					Word: verdict.Word{Severity: verdict.Note}, Layer: s.LayerID(i), Figures: timeline.Figures{Hard: hard, Film: true},
					Because: fmt.Sprintf("%s is %s hard by then: run a blade along the edge first, and pull low and slowly.", say.Capital(s.FilmName(i)), say.Percent(hard)),
				}}
			}
			break
		}
	}
	return nil
}
