package route

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

var (
	toughBench   = fact.Bench("chipped the same evening or the next; after some days the colour no longer breaks over the medium")
	tough        = Numbers.Number("chip-tough", 7.5, "µm", "hardness times thickness of what lies on a medium from which a wet brush no longer breaks it", toughBench)
	stubborn     = Numbers.Number("chip-stubborn", 5, "µm", "the same from which it takes long and comes off in flakes", toughBench)
	chipsTooMany = Numbers.Number("chips-much", 2, "", "how many times the wanted share of chips is too much", fact.Bench("less is more"))
)

// Toughness returns how hard what lies on the medium at place is to break at moment: the sum of hardness times thickness, in um.
func (s *Site) Toughness(place int, moment time.Time) float64 {
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
func (s *Site) Lift() (Chipping, bool) {
	place := topMedium(s.Below)
	if place == 0 || place == len(s.Below)-1 {
		return Chipping{}, false
	}
	l := Chipping{Place: place, Through: s.Below.Lag(place, solvent.Must("water"), s.Start)}
	from := s.Below[len(s.Below)-1].Stiff()
	until := func(limit float64) time.Time {
		if t, ok := search(from, s.Plan.Air.Changes(), func(t time.Time) bool { return s.Toughness(place, t) >= limit }); ok {
			return t
		}
		return from.Add(patience)
	}
	l.Eased, l.Late = until(stubborn), until(tough)
	return l, true
}

var chipLate = Rule{
	ID: "chip-late", Title: "Chipped too late",
	Reason: "Water lifts a medium at any age, but the colour on it has to break too. It grows tougher as it hardens and with every coat: what comes off with a wet brush on the first evening " +
		"wants a blade some days later.",
	Evidence: toughBench,
	Find:     findChipLate,
}

var underMedium = Rule{
	ID: "under-medium", Title: "A chipping layer on a film that is still soft",
	Reason: "Chipping is done with a stiff brush, down to what lies under the medium. That has to be hard before the medium goes on: waiting afterwards lets the colour above grow too tough to chip. " +
		"A lacquer wants about two days.",
	Evidence: fact.Bench("lacquer about two days under a further chipping layer: T08"),
	Holds:    func(s *Site, t time.Time) bool { _, soft := s.softUnderBrush(t); return !soft },
	Find:     findUnderMedium,
}

var chipsMuch = Rule{
	ID: "chips-much", Title: "More chips than the aircraft would have",
	Reason:   "Chips sit where people walk, climb and service; an outer wing far from any of these has none. What is wanted follows from how it was kept.",
	Evidence: fact.Bench("less is more; wear goes where people go"),
	Find:     findChipsMuch,
}

// softUnderBrush returns what a chipping brush would dig into below the medium that the step lays.
func (s *Site) softUnderBrush(moment time.Time) (stack.Reach, bool) {
	if !s.Step.Do.Lays || s.Step.Product == nil || !s.Step.Product.Family.IsLive() || !s.Step.Product.Family.Closed {
		return stack.Reach{}, false
	}
	r := s.Below.Bite(stack.Touch{Contact: stack.ChipWork}, moment, s.Plan.Air)
	return r, r.Place > 0 && !r.Wet && r.Bites()
}

func findUnderMedium(s *Site) []Finding {
	r, soft := s.softUnderBrush(s.Start)
	if !soft {
		return nil
	}
	f := Finding{Severity: Warn, Layer: s.layerID(r.Place), Figures: Figures{Hard: r.Hard, Depth: r.Depth, Loss: r.Loss, Film: true}}
	f.Because = fmt.Sprintf("%s is %s hard: the chipping brush would dig %.1f µm into it.", say.Capital(s.film(r.Place)), say.Percent(r.Hard), float64(r.Loss))
	if safe, ok := search(s.Start, s.Plan.Air.Changes(), func(t time.Time) bool { _, soft := s.softUnderBrush(t); return !soft }); ok {
		f.Verdict, f.SafeFrom, f.propose = Wait, safe, s.waitFix
		f.Because += " Safe from " + s.Plan.clock(safe) + "."
	}
	return []Finding{f}
}

func findChipLate(s *Site) []Finding {
	if !s.Step.Do.Has(Lifting) {
		return nil
	}
	l, ok := s.Lift()
	if !ok || s.Start.Before(l.Eased) {
		return nil
	}
	top := s.film(len(s.Below) - 1)
	f := Finding{Severity: Note, Layer: s.layerID(l.Place), Figures: Figures{Share: s.Toughness(l.Place, s.Start)}}
	f.Because = fmt.Sprintf("%s has been on the medium since %s: it comes off slowly and in flakes. It was easy until %s.", say.Capital(top), s.Plan.clock(s.Below[len(s.Below)-1].Film.Laid), s.Plan.clock(l.Eased))
	if !s.Start.Before(l.Late) {
		f.Severity = Warn
		f.Because = fmt.Sprintf("%s has grown too tough for a wet brush since %s. Scratch it open with a needle, or chip the evening after it is sprayed.", say.Capital(top), s.Plan.clock(l.Late))
		f.propose = func() []Fix {
			thin := s.stepOf(len(s.Below) - 1)
			if thin == nil || !thin.Done.IsZero() || thin.Coats < 2 {
				return nil
			}
			return []Fix{{Do: "coats", Step: thin.ID, Coats: 1}}
		}
	}
	return []Finding{f}
}

// chipping are the techniques that leave chips of a share of the zone.
var chipping = []string{"chip", "wipe-back", "sponge-chips", "brush-chips"}

func findChipsMuch(s *Site) []Finding {
	if !slices.Contains(chipping, s.Step.Do.ID) || s.Step.Share <= 0 || s.Plan.Wear.Chips <= 0 {
		return nil
	}
	share := 100 * s.Step.Share
	if share <= chipsTooMany*s.Plan.Wear.Chips {
		return nil
	}
	return []Finding{{
		Severity: Note, Figures: Figures{Share: s.Step.Share},
		Because: fmt.Sprintf("%.0f %% of the zone is chipped, and %.1f %% is what its service asks for. %s", share, s.Plan.Wear.Chips, s.Plan.Wear.Words),
	}}
}

// Over is what a liquid of the plan would do to what stands on a live medium.
type Over struct {
	What    string
	Through time.Duration // until it is through to the medium
	Stands  time.Duration
	Lifts   bool
	Sealed  time.Duration // until it is through with two coats of gloss on top
}

// OverMedium tells what the usual work with water would do over the medium that the step leaves, as the zone's next steps make it: bare,
// and under two coats of a closed gloss. A seal helps, and does not make it safe.
func (s *Site) OverMedium() []Over {
	place := len(s.line.Films[:s.line.Steps[s.Index].Below])
	if s.Step.Product == nil || !s.Step.Product.Family.IsLive() || !s.Step.Do.Lays || place >= len(s.line.Films) {
		return nil
	}
	end := place + 1
	for end < len(s.line.Films) && s.line.Films[end].Film.Family.Closed && end < place+2 {
		end++
	}
	below := slices.Clip(s.line.Films[:end])
	at := below[len(below)-1].Ready().Add(24 * time.Hour)
	gloss := coating.MustFamily("polish-clear")
	sealed := append(below, stack.Lay("", coating.Film{Family: gloss, Coats: 2, Wet: gloss.Wet, Laid: at.Add(-24 * time.Hour)}, s.Plan.Air))
	water := solvent.Must("water")
	var all []Over
	for _, w := range []struct {
		what    string
		contact *stack.Contact
	}{{"a decal floated on", stack.Floated}, {"a clay or poster wash", stack.PinWash}, {"a damp cloth", stack.DampWipe}, {"a wet cloth", stack.WetWipe}} {
		o := Over{What: w.what, Through: below.Lag(place, water, at), Stands: stack.ContactTime(w.contact, water, at, s.Plan.Air), Sealed: sealed.Lag(place, water, at)}
		o.Lifts = o.Stands > o.Through
		all = append(all, o)
	}
	return all
}
