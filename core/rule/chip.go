package rule

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/chance"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	toughBench   = fact.Bench("chipped the same evening or the next; after some days the colour no longer breaks over the medium")
	tough        = Numbers.Number("chip-tough", 7.5, "µm", "hardness times thickness of what lies on a medium from which a wet brush no longer breaks it", toughBench)
	stubborn     = Numbers.Number("chip-stubborn", 5, "µm", "the same from which it takes long and comes off in flakes", toughBench)
	chipsTooMany = Numbers.Number("chips-much", 2, "", "how many times the wanted share of chips is too much", fact.Bench("less is more"))
)

// Toughness returns how hard what lies on the medium at place is to break at moment: the sum of hardness times thickness, in um.
func Toughness(s *timeline.Site, place int, moment time.Time) float64 {
	sum := 0.0
	for i := place + 1; i < len(s.Below); i++ {
		if f := s.Below[i].Film; f.Family.Closed && !f.Laid.After(moment) {
			sum += float64(s.Below[i].Hard(moment)) * float64(f.Thickness())
		}
	}
	return sum
}

// Chipping tells of a chip step on a medium: how long water takes to get through, and until when what lies on it still breaks.
type Chipping struct {
	Place   int           // of the medium
	Through time.Duration // until water is through
	Eased   time.Time     // until then it comes off easily
	Late    time.Time     // after that it doesn't break any more
}

// Lift works a chip step out; ok is false where nothing lies on a medium.
func Lift(s *timeline.Site) (Chipping, bool) {
	place := s.TopMedium()
	if place == 0 || place == len(s.Below)-1 {
		return Chipping{}, false
	}
	l := Chipping{Place: place, Through: s.Below.Lag(place, solvent.Must("water"), s.Start)}
	from := s.Below[len(s.Below)-1].Stiff()
	until := func(limit float64) time.Time {
		if t, ok := schedule.Once(month(from), func(t time.Time) bool { return Toughness(s, place, t) >= limit }).First(); ok {
			return t
		}
		return from.Add(verdict.Patience)
	}
	l.Eased, l.Late = until(stubborn), until(tough)
	return l, true
}

var chipLate = timeline.Rule{
	ID: "chip-late", Title: "Chipped too late",
	Mend: "Damp it longer with a drop of warm water and help with a toothpick, or chip with a sponge or a brush instead.",
	Reason: "Water lifts a medium at any age, but the colour on it has to break too. It grows tougher as it hardens and with every coat: what comes off with a wet brush on the first evening " +
		"wants a blade some days later.",
	Evidence: toughBench,
	Find:     findChipLate,
}

var underMedium = timeline.Rule{
	ID: "under-medium", Title: "A chipping layer on a film that is still soft",
	Reason: "Chipping is done with a stiff brush, down to what lies under the medium. That has to be hard before the medium goes on: waiting afterwards lets the colour above grow too tough to chip. " +
		"A lacquer wants about two days.",
	Evidence: fact.Bench("lacquer about two days under a further chipping layer: T08"),
	Open:     underMediumOpen,
	Odds:     underMediumOdds,
	Find:     findUnderMedium,
}

var chipsMuch = timeline.Rule{
	ID: "chips-much", Title: "More chips than the aircraft would have",
	Reason:   "Chips sit where people walk, climb and service; an outer wing far from any of these has none. What is wanted follows from how it was kept.",
	Evidence: fact.Bench("less is more; wear goes where people go"),
	Find:     findChipsMuch,
}

// underMediumOpen returns when nothing below is soft under the brush: hardness never falls.
func underMediumOpen(s *timeline.Site, within schedule.Span) schedule.Spans {
	return schedule.Once(within, func(t time.Time) bool { return underMediumOdds(s, t).Grade() < chance.Flaw })
}

func underMediumOdds(s *timeline.Site, at time.Time) chance.Odds {
	_, o := softUnderBrush(s, at)
	return o
}

// softUnderBrush returns what a chipping brush is likeliest to dig into below the medium that the step lays. What is wet below is no matter of the brush.
func softUnderBrush(s *timeline.Site, moment time.Time) (worst stack.Risk, o chance.Odds) {
	if !s.Step.Do.Lays || s.Step.Product == nil || !s.Step.Product.Family.IsLive() || !s.Step.Product.Family.Closed {
		return worst, o
	}
	for r := range s.Below.Risks(stack.Touch{Contact: stack.ChipWork}, moment, s.Plan.Air) {
		if r.Place > 0 && 2*r.Wet < r.Dug && r.Dug > o.Chance {
			worst, o = r, chance.Odds{Chance: r.Dug, Loss: chance.Loss(chance.Stays, s.Question().Stage)}
		}
	}
	return worst, o
}

func findUnderMedium(s *timeline.Site) []timeline.Finding {
	r, o := softUnderBrush(s, s.Start)
	severity, ok := verdict.Graded(o)
	if !ok {
		return nil
	}
	f := timeline.Finding{Word: verdict.Word{Severity: severity, Odds: o}, Layer: s.LayerID(r.Place), Figures: timeline.Figures{Hard: r.Hard, Depth: r.Reach.Dug, Loss: r.Reach.Dug, Film: true}}
	f.Because = fmt.Sprintf("%s %s is %s hard: with a usual product the chipping brush digs %.1f µm into it.", oddsOf(f.Word), say.Capital(s.FilmName(r.Place)), say.Percent(r.Hard), float64(r.Reach.Dug))
	if !s.Fixed() && severity == verdict.Note {
		return []timeline.Finding{f}
	}
	if f.SafeFrom, f.Fine, ok = best(s, underMediumOpen, underMediumOdds); ok && f.SafeFrom.After(s.Start) {
		f.Helps, f.Propose = verdict.Wait, waiting(s)
		f.Because += " " + goodFrom(s, f.Word)
	}
	return []timeline.Finding{f}
}

func findChipLate(s *timeline.Site) []timeline.Finding {
	if !s.Step.Do.Has(route.Lifting) {
		return nil
	}
	l, ok := Lift(s)
	if !ok || s.Start.Before(l.Eased) {
		return nil
	}
	top := s.FilmName(len(s.Below) - 1)
	f := timeline.Finding{Word: verdict.Word{Severity: verdict.Note}, Layer: s.LayerID(l.Place), Figures: timeline.Figures{Share: Toughness(s, l.Place, s.Start)}}
	f.Because = fmt.Sprintf("%s has been on the medium since %s: it comes off slowly and in flakes. It was easy until %s.", say.Capital(top), s.Plan.Clock(s.Below[len(s.Below)-1].Film.Laid), s.Plan.Clock(l.Eased))
	if !s.Start.Before(l.Late) {
		f.Severity = verdict.Warn
		f.Because = fmt.Sprintf("%s has grown too tough for a wet brush since %s. Scratch it open with a needle, or chip the evening after it is sprayed.", say.Capital(top), s.Plan.Clock(l.Late))
		f.Propose = func() []timeline.Fix {
			thin := s.StepOf(len(s.Below) - 1)
			if thin == nil || !thin.Done.IsZero() || thin.Coats < 2 {
				return nil
			}
			return []timeline.Fix{{Do: timeline.FixCoats, Step: thin.ID, Coats: 1}}
		}
	}
	return []timeline.Finding{f}
}

// ChipWays are the techniques that leave chips of a share of the zone.
var ChipWays = []string{"chip", "wipe-back", "sponge-chips", "brush-chips"}

func findChipsMuch(s *timeline.Site) []timeline.Finding {
	if !slices.Contains(ChipWays, s.Step.Do.ID) || s.Step.Share <= 0 || s.Plan.Wear.Chips <= 0 {
		return nil
	}
	share := 100 * s.Step.Share
	wanted, where := wantedChips(s.Plan, s.Zone)
	if share <= chipsTooMany*wanted {
		return nil
	}
	return []timeline.Finding{{
		Word: verdict.Word{Severity: verdict.Note}, Figures: timeline.Figures{Share: s.Step.Share},
		Because: fmt.Sprintf("%.0f %% of the zone is chipped, and %.1f %% is what its service asks for%s. %s", share, wanted, where, s.Plan.Wear.Words),
	}}
}

// wantedChips returns how much of a zone should be chipped, in percent: what the service asks for, and where there is an airframe more of it where people go and
// less where nobody does.
func wantedChips(p *route.Plan, z *route.Zone) (percent float64, where string) {
	wanted := p.Wear.Chips
	all, area := 0.0, 0.0
	for _, o := range p.Zones {
		if o.Shape.AreaCM2 > 0 {
			all += o.Wears.Mean * o.Shape.AreaCM2
			area += o.Shape.AreaCM2
		}
	}
	if z.Shape.AreaCM2 <= 0 || all <= 0 {
		return wanted, ""
	}
	where = fmt.Sprintf(" here: %s of it lies far from all that wears it", say.Percent(z.Wears.Far))
	if len(z.Wears.Where) > 0 {
		where += ", the rest by its " + z.Wears.Where[0]
	}
	return wanted * z.Wears.Mean * area / all, where
}
