package rule

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var wipeWindow = timeline.Rule{
	ID: "wipe-window", Title: "Wiped outside its window",
	Reason: "Wiped too soon, a wash is pulled out of its lines; wiped too late, its remover no longer takes it up and hard rubbing is all that is left. " +
		"The window opens when the carrier has left, or as your school of wiping has it, and closes as the wash hardens.",
	Evidence: fact.Bench("computed from the carrier leaving and the wash hardening; held to reported times of clay, enamel and oil washes"),
	Find:     findWipeWindow, Physical: true,
	Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		opens, _ := s.Window() // at once for what is no wipe
		return schedule.Since(opens, within)
	},
}

var pulledShows = Numbers.Number("pulled-shows", 0.25, "", "share of a wash that a wipe pulls out of the lines from which they look empty", fact.Bench("T83: half an hour is ordinary practice and twenty minutes no folly; wiped after ten the lines are empty"))

var unwiped = timeline.Rule{
	ID: "unwiped", Title: "A wash that is never wiped",
	Reason:   "An overall wash darkens all it covers; it is meant to be taken off the open surface again.",
	Evidence: fact.Bench("overall washes are wiped; a pin wash may stay where it ran"),
	Find:     findUnwiped,
}

func findWipeWindow(s *timeline.Site) []timeline.Finding {
	if s.Step.Wiped == nil {
		return nil
	}
	opens, closes := s.Window()
	wash := s.Step.Wiped.Product.Name
	switch {
	case s.Start.Before(opens):
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note, Helps: verdict.Wait, SafeFrom: opens}, Layer: s.Step.Of}
		for i := range s.Below {
			if s.Below[i].Step == s.Step.Of {
				state := s.Below[i].At(s.Start)
				f.Figures = timeline.Figures{Share: state.Wet, Film: true}
			}
		}
		if f.Figures.Share >= pulledShows {
			f.Severity = verdict.Warn // a wash is laid again in minutes
		}
		f.Because = fmt.Sprintf("A cloth pulls %s of %s out of the lines: it is still wet at %s. The window opens %s.",
			say.Percent(f.Figures.Share), wash, s.Plan.Clock(s.Start), s.Plan.Clock(opens))
		f.Propose = func() []timeline.Fix { return moveWipe(s, opens) }
		return []timeline.Finding{f}
	case s.Start.After(closes):
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Layer: s.Step.Of, Liquid: liquidID(s.Step.Wiped.Product.Remover)}
		for i := range s.Below {
			if s.Below[i].Step == s.Step.Of {
				hard := s.Below[i].Hard(s.Start)
				f.Figures = timeline.Figures{Hard: hard, RED: stack.Distance(s.Step.Wiped.Product.Remover, s.Below[i].Film.Family, hard), Film: true}
			}
		}
		f.Because = fmt.Sprintf("%s no longer comes off: it is %s hard, and its window closed %s.", say.Capital(wash), say.Percent(f.Figures.Hard), s.Plan.Clock(closes))
		f.Propose = func() []timeline.Fix { return moveWipe(s, opens) }
		return []timeline.Finding{f}
	}
	return nil
}

// moveWipe proposes to move a pinned wipe into its window.
func moveWipe(s *timeline.Site, opens time.Time) []timeline.Fix {
	if s.Step.At.IsZero() || !s.Step.Done.IsZero() {
		return nil
	}
	need := timeline.NeedOf(s.Zone, s.Step)
	need.Airbrush = false
	slot, ok := s.Timeline.Calendar.Slot(opens, need)
	if !ok {
		return nil
	}
	return []timeline.Fix{{Do: timeline.FixWait, Step: s.Step.ID, Until: slot}}
}

func findUnwiped(s *timeline.Site) []timeline.Finding {
	if s.Step.Do.ID != "overall-wash" || s.Step.WipedBy != nil {
		return nil
	}
	return []timeline.Finding{{
		Word: verdict.Word{Severity: verdict.Warn}, Because: fmt.Sprintf("Nothing wipes %s off the open surface again; all of it darkens.", s.Step.Product.Name),
		Propose: func() []timeline.Fix {
			return []timeline.Fix{{Do: timeline.FixInsert, Step: s.Step.ID, Insert: &route.Step{ID: s.Step.ID + "-wipe", Do: route.MustTechnique("wipe"), Of: s.Step.ID, Stroke: s.Plan.Schools.Stroke(), Coats: 1}}}
		},
	}}
}
