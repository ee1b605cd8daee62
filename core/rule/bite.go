package rule

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/chance"
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
	Mend: "Put nothing more on it and let it harden. Where paint is missing, feather the spot, paint it again, seal it, and wash there anew.",
	Reason: "Each liquid is a solvent for some films. Where it is close enough to a film in kind, stays long enough and moves, it takes paint with it, when it is put on " +
		"and again when it is wiped: the remover matters as much as the carrier. A film hardens out of its reach, and closed coats keep it away.",
	Evidence: fact.Bench("computed from Hansen's distance, diffusion and the film's hardness; fitted to what the bench reports"),
	Find:     findBite, Open: opens(verdict.Bitten), Odds: odds(verdict.Bitten),
}

// opens is when a harm is no warning.
func opens(h verdict.Harm) func(*timeline.Site, schedule.Span) schedule.Spans {
	return func(s *timeline.Site, within schedule.Span) schedule.Spans { return s.Question().Open(h, within) }
}

// odds are those of a harm.
func odds(h verdict.Harm) func(*timeline.Site, time.Time) chance.Odds {
	return func(s *timeline.Site, at time.Time) chance.Odds { return s.Question().Odds(h, at) }
}

// month is the stretch from from on in which waiting is looked for.
func month(from time.Time) schedule.Span {
	return schedule.Span{From: from, To: from.Add(verdict.Patience)}
}

// now asks a site of one harm at its start. What the schedule has weighed needs no help.
func now(s *timeline.Site, h verdict.Harm) (a verdict.Answer, ok bool) {
	q := s.Question()
	if a, ok = q.Of(h, s.Start); ok && (s.Fixed() || a.Severity > verdict.Note) {
		a = q.Helped(a)
	}
	return a, ok
}

// told asks a site of one harm that time may mend: at its start, and, where the schedule has moved the step past it, at the moment it was asked for: then it is a note that
// tells of both. ok is false where there is nothing to say.
func told(s *timeline.Site, h verdict.Harm) (a verdict.Answer, ok bool) {
	a, ok = now(s, h)
	if ok && a.Severity > verdict.Note || s.Fixed() || s.Asked.Equal(s.Start) {
		return a, ok
	}
	was, moved := s.Question().Of(h, s.Asked)
	if !moved || was.Severity == verdict.Note {
		return a, ok
	}
	was.Severity, was.Helps, was.SafeFrom, was.Odds = verdict.Note, verdict.Wait, s.Start, s.Question().Odds(h, s.Start)
	return was, true
}

// waits reports whether an answer tells of what the schedule has moved the site's step past.
func waits(s *timeline.Site, a verdict.Answer) bool { return !a.At.Equal(s.Start) }

// waited says what would have come of going when the step was asked for, and what may come of it now.
func waited(s *timeline.Site, h verdict.Harm, does string, a verdict.Answer) string {
	return fmt.Sprintf("At %s %s: %s. By the date that is planned %s.", s.Plan.Clock(s.Asked), does, say.Odds(s.Question().Odds(h, s.Asked).Chance), say.Odds(a.Chance))
}

// made tells what the chance of an answer hangs on.
func made(s *timeline.Site, a verdict.Answer) func() map[chance.Source]float64 {
	return func() map[chance.Source]float64 { return s.Question().Made(a) }
}

// hours tells what the chance of something that waits for a film's hardness hangs on.
func hours(film coating.Film) func() map[chance.Source]float64 {
	return func() map[chance.Source]float64 { return chance.HourShares(chance.PartsOf(film), chance.Limit) }
}

// may is how a harm of the site's step is named: what is likely does, the rest may; what has happened did, as far as anybody knows.
func may(s *timeline.Site, a verdict.Word, does, might, did string) string {
	switch {
	case s.Step.Happened():
		return did
	case a.Chance >= chance.Likely():
		return does
	}
	return might
}

// oddsOf says how likely a harm is, as a sentence that follows what it would be.
func oddsOf(a verdict.Word) string { return say.Capital(say.Odds(a.Chance)) + "." }

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
	f.Title = fmt.Sprintf("%s %s %s", say.Capital(StepLiquid(s)), may(s, a.Word, "bites", "may bite", bitten[s.Step.Seen]), s.FilmName(r.Place))
	if waits(s, a) {
		f.Title = fmt.Sprintf("Waits for %s to harden", s.FilmName(r.Place))
	}
	f.Because = biteWords(s, a, f)
	if !r.Whole && r.Place > 0 && !waits(s, a) {
		takes := map[bool]string{true: "took", false: "takes"}[s.Step.Happened()]
		f.Aside = fmt.Sprintf("With a usual product it %s off %.2f µm of %s, %s hard; half of all see %.2f.", takes, float64(r.Loss), s.FilmName(r.Place), say.Percent(r.Hard), float64(stack.Limit()))
	}
	if mist := mistFix(s, a.At); len(mist) > 0 && a.Severity > verdict.Note {
		f.Because += " Until then only as dry mist coats."
		if f.Helps != verdict.Wait {
			f.Because = strings.Replace(f.Because, " Until then only", " Only", 1)
		}
	}
	f.Propose, f.Made = func() []timeline.Fix { return biteFixes(s, a) }, made(s, a)
	return []timeline.Finding{f}
}

var bitten = map[route.Sight]string{route.Unasked: "may have bitten", route.SawSomething: "bit"}

func biteWords(s *timeline.Site, a verdict.Answer, f timeline.Finding) string {
	r := a.Reach
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
		head = oddsOf(a.Word)
	}
	if waits(s, a) {
		return waited(s, verdict.Bitten, "it would be bitten", a)
	}
	switch f.Helps {
	case verdict.Wait:
		return head + " " + goodFrom(s, f.Word)
	case verdict.NoHelp:
		return head
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

// goodFrom says from when a film can stand what is to be done, and from when most would go. Further off than a day and a half the figure is a day: no film keeps its minute.
func goodFrom(s *timeline.Site, w verdict.Word) string {
	verb := "Good"
	if !s.Step.Done.IsZero() || !s.Step.Started.IsZero() || !s.Plan.Now.IsZero() && w.SafeFrom.Before(s.Plan.Now) {
		verb = "It would have been good"
	}
	text := verb + " from about " + about(s, w.SafeFrom)
	if !w.Fine.IsZero() {
		text += "; some go from about " + about(s, w.Fine)
	}
	return text + "."
}

func about(s *timeline.Site, t time.Time) string {
	const near, round, night = 36 * time.Hour, 15 * time.Minute, 3 * time.Hour // what is safe late in the evening is safe the next day
	if t.Sub(s.Start) < near {
		return s.Plan.Clock(t.Add(round - 1).Truncate(round))
	}
	return say.DayOf(t.Add(night), s.Plan.Now, s.Plan.Place())
}
