package route

import (
	"fmt"
	"slices"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
)

var join = Rule{
	ID: "join", Title: "Parts joined before they are done",
	Reason: "Parts are finished apart so that they can be wiped without breaking. When they are joined they are held where they are painted: nothing under the fingers may be wet, and " +
		"every step of theirs is behind them.",
	Evidence: fact.Bench("sub-assemblies are finished apart where that keeps fragile parts out of the wipe"),
	Find:     findJoin,
}

var glueFace = Rule{
	ID: "glue-face", Title: "Glue on painted faces",
	Reason:   "Cement holds on bare plastic, not on paint, and eats the paint around it. The faces are masked before the first coat, or scraped bare.",
	Evidence: fact.Bench("bare glue faces"),
	Find: func(s *Site) []Finding {
		if !s.Step.Do.Has(Joins) || slices.ContainsFunc(s.tl.joined(s.Step), func(l *Line) bool {
			return slices.ContainsFunc(l.Zone.Steps, func(st *Step) bool { return st.Do.Has(Tape) })
		}) {
			return nil
		}
		return []Finding{{Severity: Note, Because: "Nothing masks the faces that are glued: scrape them bare before."}}
	},
}

var loosePart = Rule{
	ID: "loose-part", Title: "A part that is never joined",
	Reason:   "A zone that belongs to a part stays apart until a step joins it.",
	Evidence: fact.Bench("parts are joined in the end"),
	Find: func(s *Site) []Finding {
		part := s.Zone.Part
		if part == "" || s.Index != len(s.Zone.Steps)-1 || slices.ContainsFunc(s.Plan.Zones, func(z *Zone) bool {
			return slices.ContainsFunc(z.Steps, func(st *Step) bool { return slices.Contains(st.Joins, part) })
		}) {
			return nil
		}
		return []Finding{{Severity: Note, Because: fmt.Sprintf("No step joins %s to the model.", s.Plan.PartName(part))}}
	},
}

func findJoin(s *Site) []Finding {
	if !s.Step.Do.Has(Joins) || !s.Step.Done.IsZero() {
		return nil
	}
	for _, l := range s.tl.joined(s.Step) {
		if free := l.free(); free.After(s.Start) {
			return []Finding{{
				Severity: Stop, Verdict: Wait, SafeFrom: free, propose: s.waitFix,
				Because: fmt.Sprintf("%s is done and touch-dry only from %s.", say.Capital(say.Lower(l.Zone.Name)), s.Plan.clock(free)),
			}}
		}
	}
	return nil
}
