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
	"inkysparrow/core/wash"
)

var bite = timeline.Rule{
	ID: "bite", Title: "A liquid bites a film below",
	Reason: "Each liquid is a solvent for some films. Where it is close enough to a film in kind, stays long enough and moves, it takes paint with it, when it is put on " +
		"and again when it is wiped: the remover matters as much as the carrier. A film hardens out of its reach, and closed coats keep it away.",
	Evidence: fact.Bench("computed from Hansen's distance, diffusion and the film's hardness; fitted to what the bench reports"),
	Find:     findBite, Open: bitesNothing,
}

// bitesNothing returns when the step bites no film that is dry. In constant air an older film is never bitten worse; in changing air one
// looks hour by hour.
func bitesNothing(s *timeline.Site, within schedule.Span) timeline.Spans {
	holds := func(t time.Time) bool { return biteHolds(s, t) }
	if s.Plan.Air.Changes() {
		return timeline.Hourly(within, holds)
	}
	return timeline.Once(within, holds)
}

// month is the stretch from from on in which waiting is looked for.
func month(from time.Time) schedule.Span {
	return schedule.Span{From: from, To: from.Add(timeline.Patience)}
}

// firstOf returns the first moment of spans.
func firstOf(spans timeline.Spans) (time.Time, bool) {
	for s := range spans {
		return s.From, true
	}
	return time.Time{}, false
}

// biteHolds reports whether the step bites no film that is dry. A film that is still wet is for the rule wet-below.
func biteHolds(s *timeline.Site, moment time.Time) bool {
	if !s.Wets {
		return true
	}
	r := s.Below.Bite(s.Touch, moment, s.Plan.Air)
	return r.Wet || !r.Bites()
}

func findBite(s *timeline.Site) []timeline.Finding {
	at, severity := s.Start, timeline.Stop
	if biteHolds(s, at) {
		if s.Fixed() || biteHolds(s, s.Asked) {
			return nil
		}
		at, severity = s.Asked, timeline.Note // the schedule has moved it past the wait
	}
	r := s.Below.Bite(s.Touch, at, s.Plan.Air)
	if severity == timeline.Stop && (onlyWash(s, r.Place) || r.Whole && !soaks(s)) {
		severity = timeline.Warn
	}
	f := timeline.Finding{
		Severity: severity, Layer: s.LayerID(r.Place), Liquid: liquidID(s.Touch.Liquid),
		Figures: timeline.Figures{RED: r.RED, Hard: r.Hard, Depth: r.Depth, Loss: r.Loss, Share: r.Exposed, Film: true},
	}
	safe, waits := firstOf(bitesNothing(s, month(at)))
	switch {
	case waits:
		f.Verdict, f.SafeFrom = timeline.Wait, safe
	case !r.Whole && len(barriers(s, s.Touch, at)) > 0: // a clear over a live medium only delays the water (T26)
		f.Verdict = timeline.Seal
	default:
		f.Verdict = timeline.Never
	}
	f.Title = fmt.Sprintf("%s bites %s", say.Capital(StepLiquid(s)), s.FilmName(r.Place))
	if severity == timeline.Note {
		f.Title = fmt.Sprintf("Waits for %s to harden", s.FilmName(r.Place))
	}
	f.Because = biteWords(s, r, f)
	if mist := mistFix(s, at); len(mist) > 0 {
		f.Because += " Until then only as dry mist coats."
		if f.Verdict != timeline.Wait {
			f.Because = strings.Replace(f.Because, " Until then only", " Only", 1)
		}
	}
	f.Propose = func() []timeline.Fix { return biteFixes(s, at, f.Verdict) }
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
		if !soaks(s) {
			return head + " Blot, don't soak, and do it in one go."
		}
	case s.Touch.Liquid == nil:
		head = fmt.Sprintf("%s would dig %.1f µm out of %s: it is %s hard.", say.Capital(s.Touch.Contact.Name), float64(r.Loss), film, say.Percent(r.Hard))
	case r.Place == 0:
		head = fmt.Sprintf("%s crazes the bare plastic where no paint covers it.", what)
	default:
		head = fmt.Sprintf("It would take off %.2f µm of %s; more than %.2f shows. The film is %s hard.", float64(r.Loss), film, float64(stack.Limit()), say.Percent(r.Hard))
	}
	if f.Severity == timeline.Note {
		head = fmt.Sprintf("At %s it would take off %.2f µm of %s; more than %.2f shows.", s.Plan.Clock(s.Asked), float64(r.Loss), film, float64(stack.Limit()))
	}
	switch f.Verdict {
	case timeline.Wait:
		return head + " " + safeFrom(s, f.SafeFrom)
	case timeline.Seal:
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

func biteFixes(s *timeline.Site, at time.Time, verdict timeline.Verdict) []timeline.Fix {
	before := s.Step
	if w := s.Step.Wiped; w != nil {
		before = w
	}
	var seal, wait, swap []timeline.Fix
	if verdict != timeline.Never && before.Done.IsZero() {
		seal = sealFix(s, before, barriers(s, s.Touch, at))
	}
	if verdict == timeline.Wait {
		wait = waitFix(s)
	}
	if before.Done.IsZero() && before.Product != nil {
		swap = swapFixes(s, before, func(p *coating.Product) bool { return spares(s, before, p, at) })
	}
	if s.Step.Do.Has(route.Cloth) {
		swap = append(swap, drierFix(s, func(c wash.Wetness) bool {
			touch, _ := s.TouchOf(s.Step.As(func(s *route.Step) { s.Cloth = c }), s.Start)
			return !s.Below.Bite(touch, at, s.Plan.Air).Bites()
		})...)
	}
	return slices.Concat(mistFix(s, at), seal, swap, wait)
}

// soaks reports whether the step keeps the surface wet and rubs it. Over a live medium, what is blotted and done in one go is usual work;
// what is soaked and rubbed comes off (T26, T58).
func soaks(s *timeline.Site) bool {
	return s.Step.Do.Has(route.Lifting) || s.Step.Do.Has(route.Cloth) && s.Step.Cloth == wash.Wet
}

// onlyWash reports whether the film at place is a wash: what is lost of it is laid again in minutes.
func onlyWash(s *timeline.Site, place int) bool {
	st := s.StepOf(place)
	return st != nil && st.Do.Has(route.WashOn|route.Thinned)
}

// mistFix proposes to lay the step's coats as dry mists where those bite nothing at moment.
func mistFix(s *timeline.Site, moment time.Time) []timeline.Fix {
	return mistIf(s, func(misted *route.Step) bool {
		touch, _ := s.TouchOf(misted, moment)
		return !s.Below.Bite(touch, moment, s.Plan.Air).Bites()
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
	const near, round, night = 36 * time.Hour, 15 * time.Minute, 3 * time.Hour // what is safe late in the evening is safe the next day
	if t.Sub(s.Start) < near {
		return "Safe from about " + s.Plan.Clock(t.Add(round-1).Truncate(round)) + "."
	}
	return "Safe from about " + say.DayOf(t.Add(night), s.Plan.Now, s.Plan.Place()) + "."
}
