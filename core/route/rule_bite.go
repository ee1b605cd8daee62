package route

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
)

var bite = Rule{
	ID: "bite", Title: "A liquid bites a film below",
	Reason: "Each liquid is a solvent for some films. Where it is close enough to a film in kind, stays long enough and moves, it takes paint with it, when it is put on " +
		"and again when it is wiped: the remover matters as much as the carrier. A film hardens out of its reach, and closed coats keep it away.",
	Evidence: fact.Bench("computed from Hansen's distance, diffusion and the film's hardness; fitted to what the bench reports"),
	Find:     findBite, Holds: biteHolds,
}

// biteHolds reports whether the step bites no film that is dry. A film that is still wet is for the rule wet-below.
func biteHolds(s *Site, moment time.Time) bool {
	if !s.wets {
		return true
	}
	r := s.Below.Bite(s.touch, moment, s.Plan.Air)
	return r.Wet || !r.Bites()
}

func findBite(s *Site) []Finding {
	at, severity := s.Start, Stop
	if biteHolds(s, at) {
		if s.Fixed() || biteHolds(s, s.Asked) {
			return nil
		}
		at, severity = s.Asked, Note // the schedule has moved it past the wait
	}
	r := s.Below.Bite(s.touch, at, s.Plan.Air)
	f := Finding{
		Severity: severity, Layer: s.layerID(r.Place), Liquid: liquidID(s.touch.Liquid),
		Figures: Figures{RED: r.RED, Hard: r.Hard, Depth: r.Depth, Loss: r.Loss, Share: r.Exposed, Film: true},
	}
	safe, waits := search(at, s.Plan.Air.Changes(), func(t time.Time) bool { return biteHolds(s, t) })
	switch {
	case waits:
		f.Verdict, f.SafeFrom = Wait, safe
	case len(s.barriers(s.touch, at)) > 0:
		f.Verdict = Seal
	default:
		f.Verdict = Never
	}
	f.Title = fmt.Sprintf("%s bites %s", say.Capital(stepLiquid(s)), s.film(r.Place))
	f.Because = s.biteWords(r, f)
	f.propose = func() []Fix { return s.biteFixes(at, f.Verdict) }
	return []Finding{f}
}

func (s *Site) biteWords(r stack.Reach, f Finding) string {
	film := s.film(r.Place)
	what := say.Capital(stepLiquid(s))
	var head string
	switch {
	case r.Whole:
		stands := stack.ContactTime(s.touch.Contact, s.touch.Liquid, s.Start, s.Plan.Air)
		head = fmt.Sprintf("%s gets through to %s in %s and stands for %s: it lets go, and all above it comes off.", what, film, say.Span(r.Lag), say.Span(stands))
	case s.touch.Liquid == nil:
		head = fmt.Sprintf("%s digs %.1f µm into %s: it is %s hard.", say.Capital(s.touch.Contact.Name), float64(r.Loss), film, say.Percent(r.Hard))
	case r.Place == 0:
		head = fmt.Sprintf("%s crazes the bare plastic where no paint covers it.", what)
	default:
		head = fmt.Sprintf("%s softens %s %.1f µm deep %s: it is %s hard.", what, film, float64(r.Depth), under(s.touch), say.Percent(r.Hard))
	}
	switch f.Verdict {
	case Wait:
		return head + " Safe from " + s.Plan.clock(f.SafeFrom) + "."
	case Seal:
		return head + " Waiting does not make it safe; a closed clear coat over it does."
	}
	return head + " Neither waiting nor a clear coat makes it safe."
}

func stepLiquid(s *Site) string {
	if s.touch.Liquid == nil {
		return "the cloth"
	}
	return s.touch.Liquid.Name
}

func (s *Site) biteFixes(at time.Time, verdict Verdict) []Fix {
	before := s.Step
	if w := s.Step.wiped; w != nil {
		before = w
	}
	var seal, wait, swap []Fix
	if before.Done.IsZero() {
		seal = s.sealFix(before, s.barriers(s.touch, at))
	}
	if verdict == Wait {
		wait = s.waitFix()
	}
	if before.Done.IsZero() && before.Product != nil {
		swap = s.swapFixes(before, func(p *coating.Product) bool { return s.spares(before, p, at) })
	}
	if s.Step.Do.Has(Cloth) {
		swap = append(swap, s.drierFix(func(c wash.Wetness) bool {
			drier := *s.Step
			drier.Cloth = c
			touch, _ := touchOf(&drier, s.Below)
			return !s.Below.Bite(touch, at, s.Plan.Air).Bites()
		})...)
	}
	return append(append(seal, swap...), wait...)
}
