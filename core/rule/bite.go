package rule

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

var bite = timeline.Rule{
	ID: "bite", Title: "A liquid bites a film below",
	Reason: "Each liquid is a solvent for some films. Where it is close enough to a film in kind, stays long enough and moves, it takes paint with it, when it is put on " +
		"and again when it is wiped: the remover matters as much as the carrier. A film hardens out of its reach, and closed coats keep it away.",
	Evidence: fact.Bench("computed from Hansen's distance, diffusion and the film's hardness; fitted to what the bench reports"),
	Find:     findBite, Open: bitesNothing,
}

func bitesNothing(s *timeline.Site, within schedule.Span) schedule.Spans {
	return s.Question().Open(verdict.Bitten, within)
}

// month is the stretch from from on in which waiting is looked for.
func month(from time.Time) schedule.Span {
	return schedule.Span{From: from, To: from.Add(verdict.Patience)}
}

// told asks a site of one harm that time may mend: at its start, or, where the schedule has moved the step past it, at the moment it was asked for, as a note. ok is false
// where there is nothing to say.
func told(s *timeline.Site, h verdict.Harm) (a verdict.Answer, ok bool) {
	q := s.Question()
	if a, ok = q.Of(h, s.Start); ok {
		return q.Helped(a), true
	}
	if s.Fixed() || s.Asked.Equal(s.Start) {
		return a, false
	}
	if a, ok = q.Of(h, s.Asked); ok {
		a = q.Helped(a)
		a.Severity = verdict.Note
	}
	return a, ok
}

func findBite(s *timeline.Site) []timeline.Finding {
	a, ok := told(s, verdict.Bitten)
	if !ok {
		return nil
	}
	r := a.Reach
	f := timeline.Finding{
		Word: a.Word, Layer: s.LayerID(r.Place), Liquid: liquidID(s.Touch.Liquid),
		Figures: timeline.Figures{RED: r.RED, Hard: r.Hard, Depth: r.Depth, Loss: r.Loss, Share: r.Exposed, Film: true},
	}
	f.Title = fmt.Sprintf("%s bites %s", say.Capital(StepLiquid(s)), s.FilmName(r.Place))
	if f.Severity == verdict.Note {
		f.Title = fmt.Sprintf("Waits for %s to harden", s.FilmName(r.Place))
	}
	f.Because = biteWords(s, r, f)
	if mist := mistFix(s, a.At); len(mist) > 0 {
		f.Because += " Until then only as dry mist coats."
		if f.Helps != verdict.Wait {
			f.Because = strings.Replace(f.Because, " Until then only", " Only", 1)
		}
	}
	f.Propose = func() []timeline.Fix { return biteFixes(s, a) }
	return []timeline.Finding{f}
}

func biteWords(s *timeline.Site, r stack.Reach, f timeline.Finding) string {
	film := s.FilmName(r.Place)
	what := say.Capital(StepLiquid(s))
	var head string
	switch {
	case r.Whole:
		stands := stack.ContactTime(s.Touch.Contact, s.Touch.Liquid, s.Start, s.Plan.Air)
		head = fmt.Sprintf("%s gets through to %s in %s and stands for %s: left so, it lets go with all above it.", what, film, say.Span(r.Lag), say.Span(stands))
		if !s.Question().Soaks {
			return head + " Blot, don't soak, and do it in one go."
		}
	case r.Place == 0:
		head = fmt.Sprintf("%s crazes the bare plastic where no paint covers it.", what)
	default:
		head = fmt.Sprintf("It would take off %.2f µm of %s; more than %.2f shows. The film is %s hard.", float64(r.Loss), film, float64(stack.Limit()), say.Percent(r.Hard))
	}
	if f.Severity == verdict.Note {
		head = fmt.Sprintf("At %s it would take off %.2f µm of %s; more than %.2f shows.", s.Plan.Clock(s.Asked), float64(r.Loss), film, float64(stack.Limit()))
	}
	switch f.Helps {
	case verdict.Wait:
		return head + " " + safeFrom(s, f.SafeFrom)
	case verdict.Seal:
		return head + " Waiting does not make it safe; a closed clear coat over it does."
	}
	return head + " Neither waiting nor a clear coat makes it safe."
}

// StepLiquid is what the step's liquid is called in a sentence, or the cloth where it is dry.
func StepLiquid(s *timeline.Site) string {
	if s.Touch.Liquid == nil {
		return "the cloth"
	}
	return s.Touch.Liquid.Name
}

func biteFixes(s *timeline.Site, a verdict.Answer) []timeline.Fix {
	before := s.Step
	if w := s.Step.Wiped; w != nil {
		before = w
	}
	var seal, wait, swap []timeline.Fix
	if a.Helps != verdict.Never && before.Done.IsZero() {
		seal = sealFix(s, before, s.Question().Barriers(a.At))
	}
	if a.Helps == verdict.Wait {
		wait = waitFix(s)
	}
	if before.Done.IsZero() && before.Product != nil {
		swap = swapFixes(s, before, func(p *coating.Product) bool { return spares(s, before, p, a.At) })
	}
	if s.Step.Do.Has(route.Cloth) {
		swap = append(swap, drierFix(s, func(c wash.Wetness) bool {
			return s.Instead(s.Step.As(func(s *route.Step) { s.Cloth = c }), s.Start).Holds(verdict.Bitten, a.At)
		})...)
	}
	return slices.Concat(mistFix(s, a.At), seal, swap, wait)
}

// mistFix proposes to lay the step's coats as dry mists where those bite nothing at moment.
func mistFix(s *timeline.Site, moment time.Time) []timeline.Fix {
	return mistIf(s, func(misted *route.Step) bool {
		return s.Instead(misted, moment).Holds(verdict.Bitten, moment)
	})
}

func liquidID(l *solvent.Liquid) string {
	if l == nil {
		return ""
	}
	return l.ID
}

// safeFrom says from when a film can stand what is to be done. Further off than a day and a half the figure is a day: no film keeps its minute.
func safeFrom(s *timeline.Site, t time.Time) string {
	verb := "Safe"
	if !s.Step.Done.IsZero() || !s.Step.Started.IsZero() || !s.Plan.Now.IsZero() && t.Before(s.Plan.Now) {
		verb = "It would have been safe"
	}
	const near, round, night = 36 * time.Hour, 15 * time.Minute, 3 * time.Hour // what is safe late in the evening is safe the next day
	if t.Sub(s.Start) < near {
		return verb + " from about " + s.Plan.Clock(t.Add(round-1).Truncate(round)) + "."
	}
	return verb + " from about " + say.DayOf(t.Add(night), s.Plan.Now, s.Plan.Place()) + "."
}
