package route

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
)

var wipeWindow = Rule{
	ID: "wipe-window", Title: "Wiped outside its window",
	Reason: "Wiped too soon, a wash is pulled out of its lines; wiped too late, its remover no longer takes it up and hard rubbing is all that is left. " +
		"The window opens when the carrier has left, or as your school of wiping has it, and closes as the wash hardens.",
	Evidence: fact.Bench("computed from the carrier leaving and the wash hardening; held to reported times of clay, enamel and oil washes"),
	Find:     findWipeWindow, Holds: wipeOpen, Physical: true,
}

var unwiped = Rule{
	ID: "unwiped", Title: "A wash that is never wiped",
	Reason:   "An overall wash darkens all it covers; it is meant to be taken off the open surface again.",
	Evidence: fact.Bench("overall washes are wiped; a pin wash may stay where it ran"),
	Find:     findUnwiped,
}

func wipeOpen(s *Site, t time.Time) bool {
	if s.Step.wiped == nil {
		return true
	}
	opens, _ := s.window()
	return !t.Before(opens)
}

func findWipeWindow(s *Site) []Finding {
	if s.Step.wiped == nil {
		return nil
	}
	opens, closes := s.window()
	wash := s.Step.wiped.Product.Name
	switch {
	case s.Start.Before(opens):
		f := Finding{Severity: Stop, Verdict: Wait, Layer: s.Step.Of, SafeFrom: opens}
		for i := range s.Below {
			if s.Below[i].Step == s.Step.Of {
				state := s.Below[i].At(s.Start)
				f.Figures = Figures{Share: state.Wet, Film: true}
			}
		}
		f.Because = fmt.Sprintf("%s is still wet at %s: a cloth pulls %.0f %% of it out of the lines. The window opens %s.",
			say.Capital(wash), s.Plan.clock(s.Start), 100*f.Figures.Share, s.Plan.clock(opens))
		f.propose = func() []Fix { return s.moveWipe(opens) }
		return []Finding{f}
	case s.Start.After(closes):
		f := Finding{Severity: Warn, Layer: s.Step.Of, Liquid: liquidID(s.Step.wiped.Product.Remover)}
		for i := range s.Below {
			if s.Below[i].Step == s.Step.Of {
				hard := s.Below[i].Hard(s.Start)
				f.Figures = Figures{Hard: hard, RED: stack.Distance(s.Step.wiped.Product.Remover, s.Below[i].Film.Family, hard), Film: true}
			}
		}
		f.Because = fmt.Sprintf("%s no longer comes off: it is %s hard, and its window closed %s.", say.Capital(wash), say.Percent(f.Figures.Hard), s.Plan.clock(closes))
		f.propose = func() []Fix { return s.moveWipe(opens) }
		return []Finding{f}
	}
	return nil
}

// moveWipe proposes to move a pinned wipe into its window.
func (s *Site) moveWipe(opens time.Time) []Fix {
	if s.Step.At.IsZero() || !s.Step.Done.IsZero() {
		return nil
	}
	need := needOf(s.Zone, s.Step)
	need.Airbrush = false
	slot, ok := s.tl.calendar.Slot(opens, need)
	if !ok {
		return nil
	}
	return []Fix{{Do: "wait", Step: s.Step.ID, Until: slot}}
}

func findUnwiped(s *Site) []Finding {
	if s.Step.Do.ID != "overall-wash" || s.Step.wipedAway != nil {
		return nil
	}
	return []Finding{{
		Severity: Warn, Because: fmt.Sprintf("Nothing wipes %s off the open surface again; all of it darkens.", s.Step.Product.Name),
		propose: func() []Fix {
			return []Fix{{Do: "insert", Step: s.Step.ID, Insert: &Step{ID: s.Step.ID + "-wipe", Do: mustTechnique("wipe"), Of: s.Step.ID, Stroke: s.Plan.Schools.Of("stroke"), Coats: 1}}}
		},
	}}
}
