package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var join = timeline.Rule{
	ID: "join", Wide: true, Title: "Parts joined before they are done",
	Reason: "Parts are finished apart so that they can be wiped without breaking. When they are joined they are held where they are painted: nothing under the fingers may be wet, and " +
		"every step of theirs is behind them.",
	Evidence: fact.Bench("sub-assemblies are finished apart where that keeps fragile parts out of the wipe"),
	Find:     findJoin,
}

var glueFace = timeline.Rule{
	ID: "glue-face", Wide: true, Title: "Glue on painted faces",
	Reason:   "Cement holds on bare plastic, not on paint, and eats the paint around it. The faces are masked before the first coat, or scraped bare.",
	Evidence: fact.Bench("bare glue faces"),
	Find: func(s *timeline.Site) []timeline.Finding {
		if !s.Step.Do.Has(route.Joins) || slices.ContainsFunc(s.Timeline.Joined(s.Step), func(l *timeline.Line) bool {
			return slices.ContainsFunc(l.Zone.Steps, func(st *route.Step) bool { return st.Do.Has(route.Tape) })
		}) {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Because: "Nothing masks the faces that are glued: scrape them bare before."}}
	},
}

var loosePart = timeline.Rule{
	ID: "loose-part", Wide: true, Title: "A part that is never joined",
	Reason:   "A zone that belongs to a part stays apart until a step joins it.",
	Evidence: fact.Bench("parts are joined in the end"),
	Find: func(s *timeline.Site) []timeline.Finding {
		part := s.Zone.Part
		if part == "" || s.Index != len(s.Zone.Steps)-1 || slices.ContainsFunc(s.Plan.Zones, func(z *route.Zone) bool {
			return slices.ContainsFunc(z.Steps, func(st *route.Step) bool { return slices.Contains(st.Joins, part) })
		}) {
			return nil
		}
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Note}, Because: fmt.Sprintf("No step joins %s to the model.", s.Plan.PartName(part))}}
	},
}

func findJoin(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Joins) || !s.Step.Done.IsZero() {
		return nil
	}
	for _, l := range s.Timeline.Joined(s.Step) {
		if free := l.Free(); free.After(s.Start) {
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Stop, Helps: verdict.Wait, SafeFrom: free}, Propose: waiting(s),
				Because: fmt.Sprintf("%s: not done and touch-dry before %s.", say.Capital(say.Lower(l.Zone.Name)), s.Plan.Clock(free)),
			}}
		}
	}
	return nil
}
