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
	Mend: "Lines that were pulled empty are washed once more, and wiped later. What no longer comes off: a nearly dry bud with its remover, a little at a time; or even it out with more and call it grime.",
	Reason: "Wiped too soon, a wash is pulled out of its lines; wiped too late, its remover no longer takes it up and hard rubbing is all that is left. " +
		"The window opens when the carrier has left, or as your school of wiping has it, and closes as the wash hardens.",
	Evidence: fact.Bench("computed from the carrier leaving and the wash hardening; held to reported times of clay, enamel and oil washes"),
	Find:     findWipeWindow, Physical: true,
	Open: func(s *timeline.Site, within schedule.Span) schedule.Spans {
		return schedule.Since(s.Wipes(), within) // at once for what is no wipe
	},
}

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
	pulled, late := s.WipeOdds(s.Start)
	worst := pulled
	if late.Grade() > pulled.Grade() {
		worst = late
	}
	severity, ok := verdict.Graded(worst)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: severity, Odds: worst}, Layer: s.Step.Of, Propose: func() []timeline.Fix { return moveWipe(s, s.Wipes()) }}
	var film *stack.Layer
	for i := range s.Below {
		if s.Below[i].Step == s.Step.Of {
			film = &s.Below[i]
			f.Made = hours(film.Film)
		}
	}
	if worst == late {
		f.Liquid = liquidID(s.Step.Wiped.Product.Remover)
		if film != nil {
			hard := film.Hard(s.Start)
			f.Figures = timeline.Figures{Hard: hard, RED: stack.Distance(s.Step.Wiped.Product.Remover, film.Film.Family, hard), Film: true}
		}
		f.Title = fmt.Sprintf("%s %s", say.Capital(wash), may(s, f.Word, "no longer comes off", "perhaps no longer comes off", "may no longer have come off"))
		f.Because = fmt.Sprintf("%s It is %s hard, and its window closes %s with a usual product.", oddsOf(f.Word), say.Percent(f.Figures.Hard), s.Plan.Clock(closes))
		return []timeline.Finding{f}
	}
	if film != nil {
		f.Figures = timeline.Figures{Share: film.At(s.Start).Wet, Film: true}
	}
	if s.Start.Before(s.Wipes()) {
		f.Helps, f.SafeFrom = verdict.Wait, s.Wipes()
	}
	f.Because = fmt.Sprintf("%s The cloth pulls %s out of the lines while it is wet; its window opens %s with a usual product. Look whether it has turned dull.",
		oddsOf(f.Word), wash, s.Plan.Clock(opens))
	return []timeline.Finding{f}
}

// moveWipe proposes to move a pinned wipe into its window.
func moveWipe(s *timeline.Site, opens time.Time) []timeline.Fix {
	if s.Step.At.IsZero() || !s.Step.Done.IsZero() {
		return nil
	}
	slot, ok := s.Timeline.Calendar.Slot(opens, schedule.Need{Hands: s.Zone.Attended(s.Step)})
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
