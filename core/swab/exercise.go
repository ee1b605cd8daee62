package swab

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/mix"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
)

var (
	goalBench = fact.Bench("chosen: what a clean wipe reaches with a little practice")
	cleanTo   = Numbers.Number("goal-open", 0.08, "", "share of the wash that may be left on open surface", goalBench)
	linesFrom = Numbers.Number("goal-lines", 0.75, "", "share that must be left in the lines", goalBench)
	grimeFrom = Numbers.Number("goal-grime-least", 0.12, "", "share that grime on satin keeps at the least", goalBench)
	grimeTo   = Numbers.Number("goal-grime-most", 0.35, "", "and at the most", goalBench)
	streakTo  = Numbers.Number("goal-streaks", 0.10, "", "spread of what is left across the airflow that still looks even", goalBench)
	hurtTo    = Numbers.Number("goal-hurt", 0.01, "", "share of the surface on which paint may be lost", goalBench)
	coverFrom = Numbers.Number("goal-covered", 0.85, "", "share of the surface that must be gone over", goalBench)
	tears     = Numbers.Number("decal-tears", 0.12, "µm", "decal film that one damp or wet pass frays where nothing seals it", fact.Bench("torn by the wipe where they are not sealed; two passes show"))
)

// Exercise is something to practise.
type Exercise struct {
	ID, Title, Task string
	Tip             string
	Speed           float64 // minutes of drying in a second of practice
	Grime           bool    // an even grime is wanted, not a clean surface
	spec            func(air climate.Record, laid time.Time) Spec
}

func product(kind coating.Kind, family, hex string) *coating.Product {
	f := coating.MustFamily(family)
	return &coating.Product{ID: family, Name: f.Name, Kind: kind, Family: f, Colour: hex, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}

// panelOf returns a spec of a wash on a paint that has hardened.
func panelOf(air climate.Record, laid time.Time, family, hex, paint string, on coating.Sheen) Spec {
	p := product(coating.Wash, family, hex)
	own := colour.Or(paint, coating.UnnamedColour)
	s := Spec{Mixed: mix.Of(p), Film: coating.Film{Family: p.Family, Coats: 1, Wet: p.Family.Wet, Laid: laid}, Remover: p.Remover, Air: air, On: on.Texture(), Paint: own, Recess: shade.Recess(own), Seed: 7}
	s.Below = below(air, laid, "lacquer", 60)
	return s
}

// below is a paint of a family, days old.
func below(air climate.Record, laid time.Time, family string, days int) stack.Stack {
	f := coating.MustFamily(family)
	return append(stack.On(air), stack.Lay("paint", coating.Film{Family: f, Coats: 2, Wet: f.Wet, Laid: laid.AddDate(0, 0, -days)}, air))
}

var exercises = []Exercise{
	{
		ID: "clay", Title: "Clay over gloss", Task: "Let the clay wash dry, then clean the surface and leave the lines full.", Tip: "A dry bud does most of it; a damp one takes more, out of the lines too.", Speed: 2,
		spec: func(air climate.Record, laid time.Time) Spec {
			return panelOf(air, laid, "clay-wash", "#4b443c", "#7d868c", coating.Gloss)
		},
	},
	{
		ID: "enamel", Title: "Enamel in its window", Task: "Wait until the white spirit has gone, then wipe with the airflow.", Tip: "Too soon and the bud drinks it out of the lines. Take a fresh face when it is full.", Speed: 2,
		spec: func(air climate.Record, laid time.Time) Spec {
			return panelOf(air, laid, "enamel-wash", "#3a322b", "#8f9a94", coating.Gloss)
		},
	},
	{
		ID: "grime", Title: "Grime on satin", Task: "Leave an even grime: neither clean nor black, no streak across the airflow.", Tip: "Whole strokes from edge to edge, with the airflow, each as light as the last.", Speed: 2, Grime: true,
		spec: func(air climate.Record, laid time.Time) Spec {
			return panelOf(air, laid, "sludge-wash", "#3f3831", "#9aa0a0", coating.Satin)
		},
	},
	{
		ID: "decal", Title: "A decal in the way", Task: "Clean the panel and leave the decal whole: nothing seals it.", Tip: "Only a dry bud over the decal, and as little as you can.", Speed: 2,
		spec: func(air climate.Record, laid time.Time) Spec {
			s := panelOf(air, laid, "clay-wash", "#4b443c", "#5f6f63", coating.Gloss)
			s.Decal = true
			return s
		},
	},
	{
		ID: "soft", Title: "Soft enamel below", Task: "The enamel below is two days old. Clean the lines' surroundings and don't rub through.", Tip: "Each pass grinds a little of it: go over no place more than twice.", Speed: 2,
		spec: func(air climate.Record, laid time.Time) Spec {
			s := panelOf(air, laid, "clay-wash", "#4b443c", "#adbcbd", coating.Gloss)
			s.Below = below(air, laid, "enamel", 2)
			return s
		},
	},
}

// Exercises returns them, the easiest first.
func Exercises() []Exercise { return exercises }

// ExerciseNamed returns the exercise with that id.
func ExerciseNamed(id string) (Exercise, bool) {
	i := slices.IndexFunc(exercises, func(e Exercise) bool { return e.ID == id })
	if i < 0 {
		return Exercise{}, false
	}
	return exercises[i], true
}

// epoch is when every practice panel is washed.
var epoch = time.Date(2000, 1, 1, 12, 0, 0, 0, time.UTC)

// Practice is an exercise under way.
type Practice struct {
	Exercise
	Panel   *Panel
	Target  *Panel // as a steady hand leaves it
	Minutes float64
	Strokes []Move
	air     climate.Record
	first   float64 // when the first stroke was made; below 0 before
}

// Move is one thing that the hand did, kept for the replay.
type Move struct {
	Minutes float64
	Take    bool // a fresh face; else a stroke
	Cloth   wash.Wetness
	Press   bool
	X, Y    float64
}

// Begin begins an exercise in a room's air.
func (e Exercise) Begin(air climate.Air) *Practice {
	record := climate.Constant(air)
	p := &Practice{Exercise: e, air: record, first: -1}
	p.Panel = New(e.spec(record, epoch))
	p.Panel.Take(wash.Dry)
	p.Target = New(e.spec(record, epoch))
	if e.Grime {
		p.Target.Take(wash.Dry)
		p.Target.sweep(wash.Dry, 2, p.Target.Ready()+1)
	} else {
		p.Target.Wipe(wash.Dry, p.Target.Ready()+1)
	}
	return p
}

// sweep goes over all of the panel n times with the airflow.
func (p *Panel) sweep(cloth wash.Wetness, n int, minutes float64) {
	was := p.bud.MM
	p.bud.MM = clothMM
	for range n {
		for y := 0.0; y < Height+20; y += 2 * p.bud.MM / cellMM {
			p.Take(cloth)
			p.Press(0, y)
			p.Draw(Width, y, minutes, 1)
		}
	}
	p.bud.MM = was
}

// Advance lets seconds of practice pass.
func (p *Practice) Advance(seconds float64) { p.Minutes += max(0, seconds) * p.Speed }

// Wait lets minutes of drying pass.
func (p *Practice) Wait(minutes float64) { p.Minutes += max(0, minutes) }

// Skip lets the wash dry until it can be wiped.
func (p *Practice) Skip() { p.Minutes = max(p.Minutes, p.Panel.Ready()) }

// Take takes a fresh face of a bud.
func (p *Practice) Take(cloth wash.Wetness) { p.do(Move{Minutes: p.Minutes, Take: true, Cloth: cloth}) }

// Press sets the bud down, in cells.
func (p *Practice) Press(x, y float64) { p.do(Move{Minutes: p.Minutes, Press: true, X: x, Y: y}) }

// Draw draws the bud on.
func (p *Practice) Draw(x, y float64) {
	if p.first < 0 {
		p.first = p.Minutes
	}
	p.do(Move{Minutes: p.Minutes, X: x, Y: y})
}

func (p *Practice) do(m Move) {
	p.Strokes = append(p.Strokes, m)
	p.Panel.do(m)
}

func (p *Panel) do(m Move) {
	switch {
	case m.Take:
		p.Take(m.Cloth)
	case m.Press:
		p.Press(m.X, m.Y)
	default:
		p.Draw(m.X, m.Y, m.Minutes, 1)
	}
}

// Replay returns the panel as it was after the first n moves, and when that was.
func (p *Practice) Replay(n int) (*Panel, float64) {
	again := New(p.spec(p.air, epoch))
	again.Take(wash.Dry)
	minutes := 0.0
	for _, m := range p.Strokes[:min(n, len(p.Strokes))] {
		again.do(m)
		minutes = m.Minutes
	}
	return again, minutes
}

// Verdict says in plain words what became of the panel, and whether the exercise is done.
func (p *Practice) Verdict() (words []string, done bool) {
	if p.first < 0 {
		return []string{"Nothing has been wiped yet."}, false
	}
	return p.Panel.Score().verdict(p.Grime, p.Panel.Ready()-p.first)
}

// verdict judges a panel on which the first stroke was made so many minutes early.
func (s Score) verdict(grime bool, early float64) (words []string, done bool) {
	done = true
	fault := func(format string, args ...any) {
		done = false
		words = append(words, fmt.Sprintf(format, args...))
	}
	lost := 1 - s.Lines
	switch {
	case s.Lines < linesFrom && early > 0.5:
		fault("%s early: %s came out of the lines.", say.Capital(minutes(early)), say.Percent(lost))
	case s.Lines < linesFrom:
		fault("%s came out of the lines: too wet, or too often across them.", say.Percent(lost))
	case early > 0.5:
		words = append(words, fmt.Sprintf("%s early, and the lines kept %s.", say.Capital(minutes(early)), say.Percent(s.Lines)))
	default:
		words = append(words, fmt.Sprintf("The lines kept %s.", say.Percent(s.Lines)))
	}
	switch {
	case grime && s.Open > grimeTo:
		fault("%s is left on the surface: still too dark for grime.", say.Percent(s.Open))
	case grime && s.Open < grimeFrom:
		fault("Only %s is left: it is clean, not grimy.", say.Percent(s.Open))
	case !grime && s.Open > cleanTo && s.Touched < coverFrom:
		fault("%s of the panel has not been touched.", say.Percent(1-s.Touched))
	case !grime && s.Open > cleanTo:
		fault("%s is left on the surface: a clean side of the bud takes the rest.", say.Percent(s.Open))
	default:
		words = append(words, fmt.Sprintf("%s is left on the surface.", say.Percent(s.Open)))
	}
	if s.Across > streakTo {
		fault("Streaks run across the airflow: let the last strokes go with it, from edge to edge.")
	}
	if s.Decal > hurtTo {
		fault("The decal is frayed on %s of its area.", say.Percent(s.Decal))
	}
	if s.Hurt > hurtTo {
		fault("Paint came off on %s of the surface.", say.Percent(s.Hurt))
	}
	return words, done
}

func minutes(m float64) string {
	n := int(math.Round(m))
	if n <= 1 {
		return "a minute"
	}
	names := []string{"", "", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"}
	if n < len(names) {
		return names[n] + " minutes"
	}
	return fmt.Sprintf("%d minutes", n)
}

// Liquid is what the bud is wetted with.
func (p *Practice) Liquid() *solvent.Liquid { return p.Panel.Remover }
