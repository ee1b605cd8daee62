package guide

import (
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// Tool is something to chip with, and the mark that it leaves.
type Tool struct{ Name, Leaves string }

// waysOf tells in a few short sentences how each technique is done by hand: bench habits, common practice, no source.
var waysOf = map[string][]string{
	"prime":           {"Wash and dry the model, then mist; a wet coat only where the mist shows nothing left to fill.", "Look along it under the lamp: seams show now or never."},
	"pre-shade":       {"Along the panel lines, freehand, close in and at low pressure.", "Leave some lines out and break others: an even grid looks drawn."},
	"base-coat":       {"Light shades before dark ones, thin coats rather than one thick one.", "A wash and the last clear darken it a little: mix it a shade light."},
	"mottle":          {"Small uneven blotches inside the panels, some darker, some warmer; no two alike.", "What looks too strong now is pushed back by every later layer."},
	"veil":            {"Mist the whole zone, let it dry, half-close the eyes; stop one veil early.", "Look again the next night before going on."},
	"post-shade":      {"Into the middle of the panels, not up to the lines; build it up in passes.", "Clean the needle often: a spit shows on a finished colour."},
	"metal-coat":      {"Thin, transparent, low pressure; dry each coat before it is judged.", "Try it on scrap over the same undercoat first: a wrong tone ruins the coat.", "Wipe dust off between coats; never touch it with a bare finger."},
	"chipping-medium": {"Two thin, even coats; a thick one crazes the colour above.", "Paint over it within the evening, in thin coats.", "No masks and no decals above it."},
	"chip":            {"Wet a small patch, wait until water is through, then work with the tip of the brush. Dry it off before the next.", "Start small and where people climb: once it lifts, it goes fast."},
	"wipe-back":       {"A bud barely damp, always from the middle of the detail outwards.", "Turn the bud after each stroke; a loaded one smears."},
	"unmask":          {"Low and slowly, back over itself, away from the fresh edge.", "If paint comes with it, stop and run a fresh blade along the edge."},
	"join":            {"Dry-fit first; scrape paint from both glue faces.", "Hold it by a taped-on stick, not by the finish."},
	"mask":            {"Cut a fresh edge; press down only the edge itself.", "Close the far side too: overspray finds every gap."},
	"polish":          {"One grade after the other in small circles, a fresh cloth for each; stay off the edges.", "Leave the masks on; wash the compound off before paint."},
	"gloss-coat":      {"A mist first, let it grip, then a wet coat that just shines.", "Leave it alone once it is wet: it levels by itself.", "Knock specks back with a fine polisher before the second coat."},
	"decals":          {"Large ones first. Setting fluid below, slide, roll out with a damp bud from the middle.", "Softener minutes later; then don't touch it until it lies down by itself."},
	"seal":            {"A mist over the decals first, then wet coats; their edges twice.", "Wipe fingerprints and dried fluid off before."},
	"pin-wash":        {"Shake or stir it: it settles. Pour some out, never dip into the bottle.", "Touch the line and let it run; a second touch where it stopped.", "Clean the bits that must stay pale first; keep it off metal."},
	"overall-wash":    {"A small side at a time, even and thin, drawn with the airflow.", "Corners and raised edges hold a ridge: a damp bud there before it dries."},
	"spray-wash":      {"A couple of light passes along the airflow; dry it with air alone, then the next.", "The paint below needs some grain to hold it."},
	"wipe":            {"The first wipe takes the bulk, a fresh piece of lint-free cloth the rest.", "The last strokes run with the airflow, never sideways.", "A dry rub evens, a damp one lifts, a wet one takes all."},
	"filter":          {"Almost clear: it should tint, not pool. Wick every drop off the edges."},
	"flat-coat":       {"Long even passes, never held in one place: too much turns chalky.", "Seat the needle: one that is not throws a wet patch."},
	"satin-coat":      {"Even passes at one distance; look at it from low down against the lamp."},
	"oil-accent":      {"Draw the oil's own oil out on card first. A nearly empty brush along some lines, never all.", "Blend both sides with a clean dry brush."},
	"oil-dots":        {"Draw the oil out on card. Tiny dots of several tones, warm and cool, a small area at a time.", "Draw them out with a nearly dry flat brush with air or gravity; wipe the brush often.", "Never a wet blending brush: it lifts the paint."},
	"streak":          {"Fewer than you think, from something that leaks; thin out downwards or aft.", "Fade the start with a clean dry brush."},
	"exhaust-spray":   {"Strongest right behind the stack, wider and weaker aft, always with the airflow.", "Thin passes, low pressure, dry between them; step back after each."},
	"pastel":          {"Work it in with a brush cropped to about a millimetre, in layers.", "A kneadable eraser undoes it until it is sealed."},
	"pencil":          {"A sharp silver-grey point, stippled or dragged over high points.", "A graphite-rubbed bud tints a single panel. An eraser undoes it until it is sealed."},
	"sponge-chips":    {"Load it, dab nearly all of it off on card, then touch edges and walkways only.", "Tear the sponge; turn it after every touch."},
	"brush-chips":     {"A fine tip, paint just fluid, one dot beside the other; a lighter rim first, the dark heart inside.", "Edges, hatches, filler caps, prop tips: where people go."},
	"mud":             {"Tiny specks behind the wheels, flicked off a stiff brush or by air across it; mask what stays clean."},
	"wet-stain":       {"Glossy and small, below filler caps and drains, drawn down once.", "After the last coat, or that coat dulls it."},
	"final-gloss":     {"A mist first, then a wet coat that just shines; it shuts in what is below."},
	"sand":            {"Wet, with a drop of soap, a sponge of 3000 grit; only the spot, and off the edges.", "Stop when the shine is even; wash it off and dry it."},
	"undo":            {"A bud dipped, then pressed nearly dry; turn it after each stroke.", "Try it on a hidden spot; stop when colour of the film below comes."},
	"melt":            {"Slow thinner alone, from near, so little that it never stands wet; on a hidden spot first.", "Once is enough: what is still white after it is no bloom."},
	"set-decal":       {"Prick the bubbles with a fine needle, setting fluid on, press down with a damp bud.", "Again on the next evening; then seal it."},
	"final-coat":      {"Long even passes, never held in one place: too much turns chalky.", "Wait for a dry evening; stop when it frosts."},
}

var (
	brushTools = []Tool{{"fine round brush", "specks and rims"}, {"pencil, sharp", "scratches and bare edges"}}
	toolsOf    = map[string][]Tool{
		"chip":         {{"stiff brush", "scuffs"}, {"cropped brush", "specks"}, {"toothpick", "worn edges"}, {"needle", "scratches"}, {"fine abrasive", "patches worn through"}},
		"wipe-back":    {{"cotton bud", "soft patches"}, {"cropped brush, damp", "worn-out corners"}, {"wooden point", "lines and rims"}},
		"sponge-chips": {{"torn foam", "clusters along edges"}, {"foam in tweezers", "single flakes"}},
		"brush-chips":  brushTools,
		"pencil":       {{"pencil, sharp", "scratches"}, {"pencil, flat side", "bare edges"}, {"bud with graphite", "a tinted panel"}},
	}
)

// Ways returns how the technique is done by hand, in a few short sentences.
func Ways(t *route.Technique) []string { return waysOf[t.ID] }

// Tools returns what the technique chips with, nil for one that does not.
func Tools(t *route.Technique) []Tool { return toolsOf[t.ID] }

// Meets is a later liquid of the zone, and what it does to the film that the site's step leaves.
type Meets struct {
	Step   *route.Step
	Liquid *solvent.Liquid // nil for a dry tool
	At     time.Time
	Meant  bool // it is there to take this film off
	Reach  stack.Reach
	Hit    bool // it gets to the film at all
}

// Later tells what each later step of the zone that wets or rubs does to the film that the site's step leaves, in the route's order. A step
// that leaves none stands for the film that it has broken: the top one.
func Later(s *timeline.Site) []Meets {
	place := s.Line.Steps[s.Index].Layer
	if place == 0 {
		place = s.Line.Steps[s.Index].Below - 1
	}
	if place == 0 {
		return nil
	}
	var all []Meets
	for i := s.Index + 1; i < len(s.Line.Steps); i++ {
		next := s.Timeline.Site(s.Line, i)
		touch, wets := next.Touch, next.Wets
		if !wets || place >= len(next.Below) {
			continue
		}
		m := Meets{Step: next.Step, Liquid: touch.Liquid, At: next.Start, Meant: touch.Lifts > 0 && place >= touch.Lifts}
		for r := range next.Below.Cut(touch, next.Start, s.Plan.Air) {
			if r.Place == place {
				m.Reach, m.Hit = r, true
			}
		}
		all = append(all, m)
	}
	return all
}

// ClothUse is what the site's wipe would do with a cloth of one wetness.
type ClothUse struct {
	Wetness wash.Wetness
	Left    float64        // of the wash on the open surface, 0 to 1
	Answer  verdict.Answer // what it does to the films below
	Planned bool
}

// Cloths sets the cloths against each other at the time of the site's wipe, from dry to wet; nil for any other step.
func Cloths(s *timeline.Site) []ClothUse {
	if s.Step.Wiped == nil {
		return nil
	}
	var all []ClothUse
	for w := wash.Dry; w <= wash.Wet; w++ {
		other := s.Step.As(func(s *route.Step) { s.Cloth = w })
		c := ClothUse{Wetness: w, Left: s.Line.LeftBy(other, s.On, s.Start), Planned: w == s.Step.Cloth}
		c.Answer = s.Instead(other, s.Start).Does(s.Start)
		all = append(all, c)
	}
	return all
}

// Taping is when a mask may stick to what is below it, and when it comes off again.
type Taping struct {
	On      *route.Step // left the film that is soft the longest below it; nil where none holds it up
	Sticks  time.Time   // from then, where there is such a film
	Colour  *route.Step // the last colour sprayed over it; nil for none
	Off     time.Time   // that colour is touch-dry
	Brittle time.Time   // from then its edge chips as the mask comes off
}

// Tape works a mask's times out, for the step that puts it on and for the one that takes it off.
func Tape(s *timeline.Site) (Taping, bool) {
	on := s.Step.Do.Has(route.Tape)
	if !on && !s.Step.Do.Has(route.TapeOff) {
		return Taping{}, false
	}
	var t Taping
	for i := 1; on && s.Step.Edge != route.Freehand && i < len(s.Below); i++ {
		if l := &s.Below[i]; l.Film.Family.Closed && l.Film.Family.Mechanism.Hardens && !rule.TapeFrom(s, i).Before(t.Sticks) {
			t.On, t.Sticks = s.StepOf(i), rule.TapeFrom(s, i)
		}
	}
	if place, colour := overTape(s); colour != nil {
		l := &s.Line.Films[place]
		t.Colour, t.Off, t.Brittle = colour, l.TouchDry(), l.When(rule.TapeBrittle)
	}
	return t, true
}

// overTape returns the last colour that is sprayed while the site's mask is on, and the place of its film; nil for none.
func overTape(s *timeline.Site) (place int, colour *route.Step) {
	taped := s.Step.Do.Has(route.Tape)
	for i, p := range s.Line.Steps {
		switch do := p.Step.Do; {
		case taped && i <= s.Index, !taped && i >= s.Index:
		case do.Has(route.Tape) && !taped:
			colour = nil
		case do.Has(route.TapeOff) && taped:
			return place, colour
		case do.Has(route.Colour) && p.Layer > 0:
			place, colour = p.Layer, p.Step
		}
	}
	return place, colour
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
func OverMedium(s *timeline.Site) []Over {
	place := len(s.Line.Films[:s.Line.Steps[s.Index].Below])
	if s.Step.Product == nil || !s.Step.Product.Family.IsLive() || !s.Step.Do.Lays || place >= len(s.Line.Films) {
		return nil
	}
	end := place + 1
	for end < len(s.Line.Films) && s.Line.Films[end].Film.Family.Closed && end < place+2 {
		end++
	}
	below := s.Line.Films[:end]
	at := below[len(below)-1].Ready().Add(24 * time.Hour)
	sealed := below.Glossed(2, at, s.Plan.Air)
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
