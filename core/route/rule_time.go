package route

import (
	"fmt"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
)

var oneHand = fact.Bench("one pair of hands; evenings are short")

var orderInTime = Rule{
	ID: "order-in-time", Title: "Pinned before the step above it is finished", Evidence: oneHand, Find: findOrderInTime,
	Reason: "A zone's steps are done one after the other, so a pinned step can't begin before the one above it has ended.",
}

var hands = Rule{
	ID: "hands", Title: "Two pieces of work at once", Evidence: oneHand, Find: findHands,
	Reason: "There is one pair of hands and one airbrush; two pinned steps can't have them at the same time.",
}

var noRoom = Rule{
	ID: "no-room", Title: "No session has room", Evidence: oneHand, Find: findNoRoom,
	Reason: "A step is done in one go, coats and flash-off together. It needs a session that is long enough.",
}

var tableDate = Rule{
	ID: "table-date", Title: "Ready after the wanted date", Evidence: oneHand, Find: findTableDate,
	Reason: "The route takes longer than there is time. Sealing instead of waiting, or a wash of another family, often saves days.",
}

func findOrderInTime(s *Site) []Finding {
	if s.Step.At.IsZero() || !s.Start.Before(s.After) || s.Index == 0 {
		return nil
	}
	return []Finding{{
		Severity: Stop, Verdict: Wait, Layer: s.Zone.Steps[s.Index-1].ID, SafeFrom: s.After, propose: s.waitFix,
		Because: fmt.Sprintf("Pinned to %s, but %s above it ends %s.", s.Plan.clock(s.Start), stepName(s.Zone.Steps[s.Index-1]), s.Plan.clock(s.After)),
	}}
}

func findHands(s *Site) []Finding {
	if s.Step.At.IsZero() || !s.Step.Done.IsZero() {
		return nil
	}
	for _, l := range s.tl.Lines {
		for _, p := range l.Steps {
			if p.Step == s.Step || !p.Step.Done.IsZero() || p.Step.At.IsZero() || !p.Start.Before(s.End) || !s.Start.Before(p.End) {
				continue
			}
			if p.Start.After(s.Start) || p.Start.Equal(s.Start) && l != s.line && l.Zone.ID > s.Zone.ID {
				continue // said at the later one
			}
			return []Finding{{
				Severity: Stop, Verdict: Wait, SafeFrom: p.End, propose: s.waitFix,
				Because: fmt.Sprintf("%s of %s has the hands until %s.", say.Capital(stepName(p.Step)), say.Lower(l.Zone.Name), s.Plan.clock(p.End)),
			}}
		}
	}
	return nil
}

func findNoRoom(s *Site) []Finding {
	if !s.Step.Done.IsZero() {
		return nil
	}
	p := s.line.Steps[s.Index]
	attended := s.Zone.Attended(s.Step)
	switch longest := s.tl.calendar.Longest(); {
	case p.NoRoom && longest == 0:
		return []Finding{{Severity: Stop, Because: "There is no session in which this could be done."}}
	case p.NoRoom:
		return []Finding{{
			Severity: Warn,
			Because:  fmt.Sprintf("It takes %s at the bench, and the longest session is %s: it runs over.", say.Bench(attended), say.Bench(longest)),
		}}
	case !s.Step.At.IsZero() && !s.tl.calendar.InSession(schedule.Span{From: s.Start, To: s.End}):
		return []Finding{{
			Severity: Note, Because: fmt.Sprintf("Pinned to %s, outside your sessions.", s.Plan.clock(s.Start)),
		}}
	}
	return nil
}

func findTableDate(s *Site) []Finding {
	if s.Plan.Wanted.IsZero() || !s.tl.Finish.After(s.Plan.Wanted) || s.tl.last() != s.Step {
		return nil
	}
	over := s.tl.Finish.Sub(s.Plan.Wanted)
	return []Finding{{
		Severity: Warn,
		Because:  fmt.Sprintf("Ready %s, %s later than the wanted %s.", s.Plan.clock(s.tl.Finish), say.Span(over), say.Day(s.Plan.Wanted.Add(-time.Second), s.Plan.Place())),
	}}
}

// last returns the step whose film is ready last.
func (tl *Timeline) last() *Step {
	var last *Step
	var at time.Time
	for _, l := range tl.Lines {
		for _, p := range l.Steps {
			if t := later(p.End, p.Ready); last == nil || t.After(at) {
				last, at = p.Step, t
			}
		}
	}
	return last
}
