package rule

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var oneHand = fact.Bench("one pair of hands; evenings are short")

var orderInTime = timeline.Rule{
	ID: "order-in-time", Title: "Pinned before the step above it is finished", Evidence: oneHand, Find: findOrderInTime,
	Reason: "A zone's steps are done one after the other, so a pinned step can't begin before the one above it has ended.",
}

var hands = timeline.Rule{
	ID: "hands", Wide: true, Title: "Two pieces of work at once", Evidence: oneHand, Find: findHands,
	Reason: "There is one pair of hands and one airbrush; two pinned steps can't have them at the same time.",
}

var noRoom = timeline.Rule{
	ID: "no-room", Title: "No session has room", Evidence: oneHand, Find: findNoRoom,
	Reason: "A step is done in one go, coats and flash-off together, and needs a session that is long enough. Only what can be broken off between two of its many, such as decals or masks, is done in sittings.",
}

var tableDate = timeline.Rule{
	ID: "table-date", Wide: true, Title: "Ready after the wanted date", Evidence: oneHand, Find: findTableDate,
	Reason: "The route takes longer than there is time. Sealing instead of waiting, or a wash of another family, often saves days.",
}

func findOrderInTime(s *timeline.Site) []timeline.Finding {
	if !s.Fixed() || s.Step.At.IsZero() || !s.Start.Before(s.After) || s.Index == 0 {
		return nil
	}
	return []timeline.Finding{{
		Word: verdict.Word{Severity: verdict.Stop, Helps: verdict.Wait, SafeFrom: s.After}, Layer: s.Zone.Steps[s.Index-1].ID, Propose: waiting(s),
		Because: fmt.Sprintf("Pinned to %s, but %s above it ends %s.", s.Plan.Clock(s.Start), route.StepName(s.Zone.Steps[s.Index-1]), s.Plan.Clock(s.After)),
	}}
}

func findHands(s *timeline.Site) []timeline.Finding {
	if s.Step.At.IsZero() || !s.Step.Done.IsZero() {
		return nil
	}
	for _, l := range s.Timeline.Lines {
		for _, p := range l.Steps {
			if together(p.Step, s.Step) || p.Step == s.Step || !p.Step.Done.IsZero() || p.Step.At.IsZero() || !meet(s.Line.Steps[s.Index].Spans(), p.Spans()) {
				continue
			}
			if p.Start.After(s.Start) || p.Start.Equal(s.Start) && l != s.Line && l.Zone.ID > s.Zone.ID {
				continue // said at the later one
			}
			return []timeline.Finding{{
				Word: verdict.Word{Severity: verdict.Stop, Helps: verdict.Wait, SafeFrom: p.End}, Propose: waiting(s),
				Because: fmt.Sprintf("%s of %s has the hands until %s.", say.Capital(route.StepName(p.Step)), say.Lower(l.Zone.Name), s.Plan.Clock(p.End)),
			}}
		}
	}
	return nil
}

// meet reports whether any of some stretches overlaps one of others.
func meet(some, others []schedule.Span) bool {
	return slices.ContainsFunc(some, func(a schedule.Span) bool {
		return slices.ContainsFunc(others, func(b schedule.Span) bool { return a.From.Before(b.To) && b.From.Before(a.To) })
	})
}

// together reports whether two steps are one piece of work: the same done with the same bottle in two zones, one after the other from one cup.
func together(a, b *route.Step) bool {
	bottle := func(s *route.Step) *coating.Product {
		if s.Wiped != nil {
			return s.Wiped.Product
		}
		return s.Product
	}
	return a.Do == b.Do && bottle(a) == bottle(b) && a.At.Equal(b.At)
}

func findNoRoom(s *timeline.Site) []timeline.Finding {
	if !s.Step.Done.IsZero() {
		return nil
	}
	p := s.Line.Steps[s.Index]
	attended := s.Zone.Attended(s.Step)
	switch longest := s.Timeline.Calendar.Longest(); {
	case p.NoRoom && longest == 0:
		return []timeline.Finding{{Word: verdict.Word{Severity: verdict.Stop}, Because: "There is no session in which this could be done."}}
	case p.NoRoom:
		return []timeline.Finding{{
			Word:    verdict.Word{Severity: verdict.Warn},
			Because: fmt.Sprintf("It takes %s at the bench, and the longest session is %s: it runs over.", say.Bench(attended), say.Bench(longest)),
		}}
	case !s.Step.At.IsZero() && slices.ContainsFunc(p.Spans(), func(span schedule.Span) bool { return !s.Timeline.Calendar.InSession(span) }):
		return []timeline.Finding{{
			Word: verdict.Word{Severity: verdict.Note}, Because: fmt.Sprintf("Pinned to %s, outside your sessions.", s.Plan.Clock(s.Start)),
		}}
	}
	return nil
}

func findTableDate(s *timeline.Site) []timeline.Finding {
	if s.Plan.Wanted.IsZero() || !s.Timeline.Finish.After(s.Plan.Wanted) || s.Timeline.Last() != s.Step {
		return nil
	}
	over := s.Timeline.Finish.Sub(s.Plan.Wanted)
	return []timeline.Finding{{
		Word:    verdict.Word{Severity: verdict.Warn},
		Because: fmt.Sprintf("Ready %s, %s later than the wanted %s.", s.Plan.Clock(s.Timeline.Finish), say.Span(over), say.Day(s.Plan.Wanted.Add(-time.Second), s.Plan.Place())),
	}}
}
