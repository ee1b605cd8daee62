// Package look computes what a zone's skin looks like as its route leaves it: the paint, what a wash puts into the lines and leaves on
// the surface, the sheen, and the marks of the other effects. It says what there is, in colours and shares; how it is drawn is the
// interface's business.
package look

import (
	"math"
	"slices"
	"time"

	"inkysparrow/core/timeline"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/stack"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	eye       = fact.Bench("chosen by eye")
	lineFull  = Numbers.Number("line-full", 0.85, "", "how far a wash fills a recess before it is wiped", eye)
	pinSpill  = Numbers.Number("pin-spill", 0.12, "", "share of the surface that a pin wash wets beside its lines", eye)
	tint      = Numbers.Number("tint", 0.10, "", "share of its colour that a filter or sprayed wash adds to the paint", eye)
	dulls     = Numbers.Number("dulls", 0.6, "", "what a wet clear leaves of pastel and pencil", fact.Bench("pastels fade under a wet coat"))
	wetDeeper = Numbers.Number("wet-deepens", 0.06, "", "share of black by which a gloss surface looks deeper than a flat one", eye)
)

// Skin is the look of a zone.
type Skin struct {
	Paint   colour.Colour // what it is painted with
	Surface colour.Colour // as the open surface looks, with what a wash left on it
	Line    colour.Colour // as the recesses look
	Residue float64       // share of the open surface that a wash covers, 0 to 1
	Filled  float64       // how far the recesses are filled with wash, 0 to 1
	Sheen   coating.Sheen
	Texture coating.Texture
	Cure    cure.Fraction // of the top film
	Marks   []Mark
	washed  colour.Colour
}

// MarkKind is what left a mark: a kind of step by its id, or a tone of its own.
type MarkKind string

// The marks that are tones, and those that only lie there loosely.
const (
	Shading  MarkKind = "shading"
	Mottling MarkKind = "mottling"
	Dusted   MarkKind = "pastel"
	Drawn    MarkKind = "pencil"
)

// Mark is an effect on the skin.
type Mark struct {
	Kind     MarkKind
	Colour   colour.Colour
	Strength float64 // 0 to 1
	Share    float64 // of the zone that it covers, over 0 and up to 1
}

// markOf is how strong each effect is when it is fresh.
var markOf = map[string]float64{
	"pre-shade":     Numbers.Number("mark-pre-shade", 0.8, "", "how strongly it is drawn when fresh", eye),
	"decals":        Numbers.Number("mark-decals", 1, "", "how strongly it is drawn when fresh", eye),
	"oil-accent":    Numbers.Number("mark-oil-accent", 0.5, "", "how strongly it is drawn when fresh", eye),
	"oil-dots":      Numbers.Number("mark-oil-dots", 0.5, "", "how strongly it is drawn when fresh", eye),
	"streak":        Numbers.Number("mark-streak", 0.6, "", "how strongly it is drawn when fresh", eye),
	"exhaust-spray": Numbers.Number("mark-exhaust-spray", 0.7, "", "how strongly it is drawn when fresh", eye),
	"pastel":        Numbers.Number("mark-pastel", 0.7, "", "how strongly it is drawn when fresh", eye),
	"pencil":        Numbers.Number("mark-pencil", 0.6, "", "how strongly it is drawn when fresh", eye),
	"sponge-chips":  Numbers.Number("mark-sponge-chips", 0.8, "", "how strongly it is drawn when fresh", eye),
	"brush-chips":   Numbers.Number("mark-brush-chips", 0.8, "", "how strongly it is drawn when fresh", eye),
	"mud":           Numbers.Number("mark-mud", 0.6, "", "how strongly it is drawn when fresh", eye),
	"wet-stain":     Numbers.Number("mark-wet-stain", 0.7, "", "how strongly it is drawn when fresh", eye),
	"chip":          Numbers.Number("mark-chip", 0.9, "", "how strongly it is drawn when fresh", eye),
	"wipe-back":     Numbers.Number("mark-wipe-back", 0.7, "", "how strongly it is drawn when fresh", eye),
}

// Spill returns the share of the open surface that a pin wash wets beside its lines.
func Spill() float64 { return pinSpill }

// Plastic is the colour of the bare model.
var Plastic = route.Plastic

// Of returns the skin of a line after its first n steps, as it is at moment.
func Of(line *timeline.Line, n int, moment time.Time) Skin {
	k := Skin{Paint: Plastic, Texture: coating.Plastic.Sheens[0].Texture()}
	for i := range n {
		k.add(line, i)
	}
	k.Sheen = k.Texture.Sheen()
	black := colour.Grey(0)
	deep := wetDeeper * (1 - math.Min(1, float64(k.Texture/coating.Flat.Texture())))
	ground := k.Paint.Veiled(black, deep)
	k.Surface, k.Line = ground, shade.Recess(ground)
	if k.Filled > 0 {
		k.Surface = ground.Veiled(k.washed, k.Residue)
		k.Line = k.Line.Veiled(k.washed, k.Filled)
	}
	if top := len(line.Films) - 1; n > 0 && top > 0 {
		for i := top; i > 0; i-- {
			if !line.Films[i].Film.Laid.After(moment) && line.Films[i].Film.Covers() {
				k.Cure = line.Films[i].Hard(moment)
				break
			}
		}
	}
	return k
}

func (k *Skin) add(line *timeline.Line, i int) {
	placed := line.Steps[i]
	step := placed.Step
	k.Texture = placed.Leaves
	own := Plastic
	if step.Product != nil {
		own = step.Product.Shows()
	}
	switch do := step.Do; {
	case do.Has(route.Shades):
		k.tone(line, i)
	case do.Has(route.Colour) && step.Share > 0 && step.Share < 1:
		k.Marks = append(k.Marks, Mark{"second-colour", own, 1, step.Share})
	case do.Has(route.Colour):
		k.cover(line, i)
	case do.Has(route.WashOn):
		k.washed, k.Filled = own, lineFull
		k.Residue = 1
		if do.Contact == stack.PinWash {
			k.Residue = pinSpill
		}
	case do.Has(route.Cloth):
		k.wipe(line, i)
	case do.Has(route.Thinned):
		k.Paint = k.Paint.Veiled(own, tint)
	case do.Has(route.Lifting | route.WearsBack):
		k.Marks = append(k.Marks, Mark{MarkKind(do.ID), k.below(line, i), markOf[do.ID], step.Covered()})
	case do.Has(route.ClearCoat):
		for m := range k.Marks {
			if loose(k.Marks[m].Kind) {
				k.Marks[m].Strength *= dulls
			}
		}
	case markOf[do.ID] > 0:
		k.Marks = append(k.Marks, Mark{MarkKind(do.ID), own, markOf[do.ID], step.Covered()})
	}
}

func loose(kind MarkKind) bool { return kind == Dusted || kind == Drawn }

// cover lays a colour over all that was there, by its hiding power: what was shaded shows through thin coats.
func (k *Skin) cover(line *timeline.Line, i int) {
	k.Marks, k.Residue, k.Filled = nil, 0, 0
	k.tone(line, i)
}

// tone takes the panels' colour and that of their shading from the route.
func (k *Skin) tone(line *timeline.Line, i int) {
	t := line.Tones(i + 1)
	k.Paint = t.Panel
	k.Marks = slices.DeleteFunc(k.Marks, func(m Mark) bool { return m.Kind == Shading || m.Kind == Mottling })
	if t.Shaded != nil && shade.Read(shade.Seen(t.Line, t.Panel, t.WidthMM)) > shade.Lost {
		kind := Shading
		if t.Shaded.Do.ID != "pre-shade" {
			kind = Mottling
		}
		k.Marks = append(k.Marks, Mark{kind, t.Line, markOf["pre-shade"], t.Shaded.Covered()})
	}
}

// wipe takes off what the cloth reaches; the line loses a little to strokes across it.
func (k *Skin) wipe(line *timeline.Line, i int) {
	placed := line.Steps[i]
	washed := placed.Step.Wiped
	if washed == nil {
		return
	}
	loss := route.LineLoss(placed.Step.Stroke)
	for _, film := range line.Films {
		if film.Step != washed.ID {
			continue
		}
		k.Residue *= line.Left(i)
		k.Filled *= (1 - loss) * (1 - film.At(placed.Start).Wet)
	}
}

// below returns the colour that shows where a chip has come off: the one under the medium.
func (k *Skin) below(line *timeline.Line, i int) colour.Colour {
	seen := 0
	for j := i - 1; j >= 0; j-- {
		if st := line.Steps[j].Step; st.Do.Has(route.Colour) && st.Product != nil {
			if seen++; seen == 2 {
				return colour.Or(st.Product.Colour, Plastic)
			}
		}
	}
	return Plastic
}
