package rule

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/chance"
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

var maskSoft = timeline.Rule{
	ID: "mask-soft", Title: "Tape on a film that is still soft",
	Mend: "Let it harden; the print of the tape is sanded level and misted over.",
	Reason: "Tape prints into a film that is soft, and pulls a very soft one off with the mask. An acrylic wants the next evening, a lacquer some hours, an enamel two days; " +
		"a mask that is lifted off the surface touches it only at a few points.",
	Evidence: fact.Bench("T50; computed from the film's hardness"),
	Open:     tapeOpens, Odds: tapeOdds, Find: findMaskSoft,
}

func tapeOpens(s *timeline.Site, within schedule.Span) schedule.Spans {
	return schedule.Once(within, func(t time.Time) bool { return tapeOdds(s, t).Grade() < chance.Flaw })
}

func tapeOdds(s *timeline.Site, at time.Time) chance.Odds {
	_, o := SoftUnderTape(s, at)
	return o
}

func findMaskSoft(s *timeline.Site) []timeline.Finding {
	place, o := SoftUnderTape(s, s.Start)
	severity, ok := verdict.Graded(o)
	if !ok {
		return nil
	}
	wants, hard := TapeHard(s.Below[place].Film), s.Below[place].Hard(s.Start)
	f := timeline.Finding{Word: verdict.Word{Severity: severity, Odds: o}, Layer: s.LayerID(place), Figures: timeline.Figures{Hard: hard, Film: true}, Propose: waiting(s), Made: hours(s.Below[place].Film)}
	does := "comes off with the tape"
	if s.Step.Edge == route.Lifted {
		does = "is marked where the mask touches"
	}
	f.Because = fmt.Sprintf("%s %s is %s hard, and half of all stand tape at %s: a softer one %s.", oddsOf(f.Word), say.Capital(s.FilmName(place)), say.Percent(hard), say.Percent(wants), does)
	if s.Fixed() || severity > verdict.Note {
		if f.SafeFrom, f.Fine, ok = best(s, tapeOpens, tapeOdds); ok && f.SafeFrom.After(s.Start) {
			f.Helps = verdict.Wait
			f.Because += " " + goodFrom(s, f.Word)
		}
	}
	return []timeline.Finding{f}
}

// How much a film has to harden before tape does nothing to it differs by how it hardens, and no single hardness explains the bench: an
// acrylic at a third of its hardness is lifted as particles that have not fused yet, while a lacquer at a fifth is one film already, and an
// enamel at three tenths is held by its skin. So each mechanism has its own figure, fitted to T50.

// TapeHard returns the hardness from which half of all films stand tape.
func TapeHard(f coating.Film) cure.Fraction { return cure.Fraction(f.Family.Mechanism.Tape) }

var maskLifts = timeline.Rule{
	ID: "mask-lifts", Title: "Tape on what nothing holds down",
	Mend:     "Feather the edge, prime the spot, paint it again.",
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

// SoftUnderTape returns the film on top that is likeliest to come off with tape at a moment, or to be marked where a mask only touches it at points; 0 for none.
func SoftUnderTape(s *timeline.Site, moment time.Time) (place int, worst chance.Odds) {
	if !s.Step.Do.Has(route.Tape) || s.Step.Edge == route.Freehand {
		return 0, worst
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		layer := &s.Below[i]
		if f := layer.Film; !f.Family.Closed || !f.Family.Mechanism.Hardens || f.Laid.After(moment) {
			continue
		}
		c := chance.Early(layer.Needs(TapeHard(layer.Film)), layer.Age(moment).Hours, chance.LimitSD(layer.Film))
		if c > worst.Chance {
			place, worst = i, chance.Odds{Chance: c, Loss: tapeLoss(s)}
		}
	}
	return place, worst
}

func tapeLoss(s *timeline.Site) float64 {
	if s.Step.Edge == route.Lifted {
		return chance.Loss(chance.Print, s.Question().Stage)
	}
	return chance.Loss(chance.Spot, s.Question().Stage)
}

// TapeFrom returns from when on it is no warning that the film at place comes off with tape.
func TapeFrom(s *timeline.Site, place int) time.Time {
	layer := &s.Below[place]
	return layer.After(chance.Quantile(layer.Needs(TapeHard(layer.Film)), 1-chance.Flawed(tapeLoss(s))+1e-6, chance.LimitSD(layer.Film)))
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
