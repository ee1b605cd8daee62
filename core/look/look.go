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
	"inkysparrow/core/decal"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	eye      = fact.Bench("chosen by eye")
	lineFull = Numbers.Number("line-full", 0.85, "", "how far a wash fills a recess before it is wiped", eye)
	pinSpill = Numbers.Number("pin-spill", 0.12, "", "share of the surface that a pin wash wets beside its lines", eye)
)

// Skin is the look of a zone.
type Skin struct {
	Paint   colour.Colour // what it is painted with
	Surface colour.Colour // as the open surface looks, with what a wash left on it
	Plain   colour.Colour // the same in the sheen in which the paint's own colour is given
	Line    colour.Colour // as the recesses look
	Residue float64       // share of the open surface that a wash covers, 0 to 1
	Filled  float64       // how far the recesses are filled with wash, 0 to 1
	Sheen   coating.Sheen
	Texture coating.Texture
	Cure    cure.Fraction // of the top film
	Marks   []Mark
	Metal   *Metal        // of a metal coat that nothing covers; nil for paint
	Wet     bool          // its top film is still wet
	Ground  colour.Colour // the open surface without what a wash left on it
	Washed  colour.Colour // of the last wash
	By      By
	Masked  bool           // its glazing lies under tape that went on before any colour and has not come off: it shows what is sprayed over it
	Spread  float64        // share of the open surface where that lies, however thin
	wash    *lying         // nil for none
	chalk   float64        // of flat coats on each other: see gloss.Chalk
	own     coating.Sheen  // of the paint, in which its colour is given
	tapes   []bool         // that lie on it, the last put on last: whether each went on before any colour
	recess  *colour.Colour // what earlier washes left of the recesses, in the paint's own sheen; nil for none
}

// recessed is how a bare recess looks in paint of a colour, or what earlier washes made of it.
func (k *Skin) recessed(paint colour.Colour) colour.Colour {
	if k.recess != nil {
		return *k.recess
	}
	return shade.Recess(paint)
}

// By are the steps that made a skin what it is; nil for none.
type By struct{ Paint, Shade, Wash, Wipe, Sheen *route.Step }

// Metal is how a metal coat shines: how much of the light it mirrors, and how much it scatters as haze.
type Metal struct {
	Mirror, Haze float64
	flakes       float64 // light that its flakes send back at all
	alpha        float64 // how far they and the surface over them scatter it
}

var (
	flakes     = fact.Bench("the better the undercoat shines, the brighter the metal: gloss black before grey, mirror after polishing")
	flakeOpen  = Numbers.Number("flake-open", 0.45, "", "share of its ground that one coat of metal leaves open", flakes)
	flakeShine = Numbers.Number("flake-mirror", 0.662, "", "what closed flakes mirror: 0.72 of aluminium's 0.92", fact.Memory("reflectance of aluminium from tables of physics; the share of flakes chosen"))
	flakeDulls = Numbers.Number("flake-dulls", 0.25, "", "scatter of flakes and of what lies over them at which two thirds of their mirror are gone", flakes)
	flakeTilt  = Numbers.Number("flake-tilt", 0.06, "", "tilt of flakes on a rough ground", flakes)
)

// metal returns how coats of metal shine over a ground of that texture.
func metal(coats float64, on coating.Texture) *Metal {
	closed := 1 - math.Pow(flakeOpen, coats)
	under := gloss.Alpha(gloss.Units(on))
	tilt := flakeTilt * math.Min(1, 0.25+under/0.1)
	return shines(flakeShine*closed, math.Hypot(under, tilt))
}

// shines is how flakes shine that send back so much light, scattered by alpha.
func shines(flakes, alpha float64) *Metal {
	dull := -math.Expm1(-(alpha / flakeDulls) * (alpha / flakeDulls))
	return &Metal{Mirror: flakes * (1 - dull), Haze: flakes * dull / 2, flakes: flakes, alpha: alpha}
}

// under returns how metal shines through a clear of that texture: what is rough over it takes of its brilliance.
func (m *Metal) under(t coating.Texture) *Metal {
	return shines(m.flakes, math.Hypot(m.alpha, gloss.Alpha(gloss.Units(t))))
}

// MarkKind is what left a mark: a kind of step by its id, or a tone of its own.
type MarkKind string

// The marks that are tones, and those that only lie there loosely.
const (
	Shading  MarkKind = "shading"
	Mottling MarkKind = "mottling"
	Dusted   MarkKind = "pastel"
	Drawn    MarkKind = "pencil"
	Second   MarkKind = "second-colour"
	Decals   MarkKind = "decals"
)

// Mark is an effect on the skin.
type Mark struct {
	Kind     MarkKind
	Colour   colour.Colour
	Strength float64 // 0 to 1
	Share    float64 // of the zone that it covers, over 0 and up to 1
	WidthMM  float64 // of lines and blotches of shading
	EdgeMM   float64 // of a second colour: how soft its edge is
	Step     *route.Step
	Air      float64         // of decals: share of their film below which air stays and shows as silver
	Left     float64         // what later coats and time have left of what was laid, 1 for all of it
	Sealed   bool            // a clear lies over it
	Own      coating.Texture // of what lies there, where it is not that of the zone: spilt fuel, oil, what a coat leaves of either; 0 where it is
	Meant    bool            // it is meant to shine
}

// shows is how strongly a kind of step is drawn when it is fresh: an effect as its hand says; 0 for what leaves no mark.
func shows(do string) float64 {
	if h := effect.HandOf(do); h != nil {
		return h.Shows
	}
	return others[do]
}

var others = map[string]float64{
	"pre-shade": Numbers.Number("mark-pre-shade", 0.8, "", "how strongly it is drawn when fresh", eye),
	"decals":    Numbers.Number("mark-decals", 1, "", "how strongly it is drawn when fresh", eye),
}

// Spill returns the share of the open surface that a pin wash wets beside its lines.
func Spill() float64 { return pinSpill }

// Plastic is the colour of the bare model.
var Plastic = route.Plastic

// Of returns the skin of a line after its first n steps, as it is at moment.
func Of(line *timeline.Line, n int, moment time.Time) Skin {
	k := Skin{Paint: Plastic, Texture: coating.Plastic.Sheens[0].Texture(), own: coating.Plastic.Sheens[0]}
	for i := range n {
		k.add(line, i)
	}
	k.mellowed(line, n, moment)
	k.shining(line, n, moment)
	k.Masked = slices.Contains(k.tapes, true)
	k.Sheen = k.Texture.Sheen()
	ground := k.Paint
	if k.Metal == nil { // paint is named by what it looks like dry and flat
		ground = k.Paint.Recoated(mirror(k.own.Texture()), mirror(k.Texture))
	}
	k.Ground, k.Surface, k.Plain, k.Line = ground, ground, k.Paint, shade.Recess(ground)
	if k.recess != nil {
		k.Line = k.recess.Recoated(mirror(k.own.Texture()), mirror(k.Texture))
	}
	if k.chalk > 0 && k.Metal == nil {
		ground = ground.Hazed(gloss.Hazes(k.chalk), mirror(k.Texture))
		k.Ground, k.Surface = ground, ground
	}
	if k.wash != nil {
		wet, mirrors := k.wash.wet(line, moment), mirror(k.Texture)
		k.Spread, k.Washed = k.wash.spread, k.wash.over(ground, k.lies(), wet, mirrors)
		k.Surface, k.Plain = k.washed(ground, wet, mirrors), k.washed(k.Paint, wet, mirror(k.own.Texture()))
		k.Line = k.wash.over(k.Line, k.wash.line*coating.Microns(k.Filled/lineFull), wet, mirrors)
		if k.By.Wipe == nil && k.wash.grainy && !k.wash.sealed && !wet && k.wash.spread == 1 {
			k.Texture = max(k.Texture, coating.Flat.Texture())
			k.Sheen = k.Texture.Sheen()
		}
	}
	for i := range n {
		if p := line.Steps[i]; p.Layer > 0 && !p.End.After(moment) && p.TouchDry.After(moment) && line.Films[p.Layer].Film.Whole() {
			k.Wet = true
		}
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

// lies is how much of the wash is left where it was wetted, dry.
func (k *Skin) lies() coating.Microns {
	return k.wash.open * coating.Microns(k.Residue/k.wash.spread)
}

// washed is an open surface with what the wash has left on it.
func (k *Skin) washed(ground colour.Colour, wet bool, mirrors float64) colour.Colour {
	return ground.Veiled(k.wash.over(ground, k.lies(), wet, mirrors), k.wash.spread)
}

func (k *Skin) add(line *timeline.Line, i int) {
	placed := line.Steps[i]
	step := placed.Step
	k.Texture = placed.Leaves
	edge := route.EdgeNamed(route.HardEdge).WidthMM
	for j := i - 1; j >= 0 && !line.Steps[j].Step.Do.Has(route.Colour); j-- {
		if before := line.Steps[j].Step; before.Do.Has(route.Tape) {
			edge = route.EdgeNamed(before.Edge).WidthMM
		}
	}
	own := Plastic
	if step.Product != nil {
		own = step.Product.Shows()
	}
	switch do := step.Do; {
	case do.Has(route.Tape):
		k.tapes = append(k.tapes, k.By.Paint == nil)
	case do.Has(route.TapeOff):
		k.tapes = k.tapes[:max(0, len(k.tapes)-1)]
	case do.Has(route.Shades):
		k.tone(line, i)
	case do.Has(route.Colour) && step.Share > 0 && step.Share < 1:
		k.Marks = append(k.Marks, Mark{Kind: Second, Colour: own, Strength: 1, Share: step.Share, EdgeMM: edge, Step: step})
		k.By.Paint = step
	case do.Has(route.Colour):
		k.cover(line, i)
	case do.Has(route.WashOn):
		if k.wash != nil { // an earlier wash stays below this one
			under := k.recessed(k.Paint)
			k.Paint, k.recess = k.washed(k.Paint, false, mirror(k.own.Texture())), new(k.wash.over(under, k.wash.line*coating.Microns(k.Filled/lineFull), false, mirror(k.own.Texture())))
		}
		k.By.Wash, k.By.Wipe = step, nil
		k.wash = washOf(line, i)
		k.Washed, k.Filled, k.Residue = own, lineFull, k.wash.spread
	case do.Has(route.Cloth):
		k.wipe(line, i)
	case do.Has(route.Thinned):
		k.Paint = filtered(k.Paint, step)
	case do.Has(route.Lifting | route.WearsBack):
		bare, _ := Below(line, i)
		k.Marks = append(k.Marks, Mark{Kind: MarkKind(do.ID), Colour: bare, Strength: shows(do.ID), Share: step.Covered(), Left: 1, Step: step})
	case do.Has(route.ClearCoat):
		k.By.Sheen = step
		if k.Metal != nil {
			k.Metal = k.Metal.under(placed.Leaves)
		}
		if k.wash != nil {
			k.wash.sealed = true
		}
		if k.chalk += route.Flats(step); step.Sheen() != coating.Flat {
			k.chalk = 0
		}
		for m := range k.Marks {
			k.Marks[m].sealed(k.Paint, step)
		}
	case do.Has(route.Undoes):
		k.undo(step)
	case do.Has(route.Melts):
		k.chalk = 0
	case do.Has(route.Settles):
		for m := range k.Marks {
			k.Marks[m].Air *= settles
		}
	case shows(do.ID) > 0:
		strength := shows(do.ID)
		if do.Coats > 1 && step.Coats > 0 { // built up in passes
			strength = math.Min(1, strength*float64(step.Coats)/float64(do.Coats))
		}
		k.Marks = append(k.Marks, Mark{Kind: MarkKind(do.ID), Colour: own, Strength: strength, Share: step.Covered(), Left: 1, Step: step, Air: silvers(step, placed.On)})
	}
}

var (
	undone  = Numbers.Number("undone", 0.15, "", "share that is left of what was taken off with its remover", fact.Bench("little by little, on a nearly dry bud"))
	settles = Numbers.Number("settles", 0.3, "", "share of the air that is left below decals which were pricked and pressed down", fact.Bench("twice, with a setting fluid"))
)

// undo takes off what a product left.
func (k *Skin) undo(step *route.Step) {
	if step.Product == nil {
		return
	}
	for m := range k.Marks {
		if mark := &k.Marks[m]; mark.Step != nil && mark.Step.Product == step.Product {
			mark.Left *= undone
		}
	}
	if k.By.Wash != nil && k.By.Wash.Product == step.Product {
		k.Residue *= undone
		k.Filled *= undone
	}
}

// silvers returns the share of a step's decals below which air stays on a surface of that texture, by their areas; 0 where none is seen, and for what is no decal.
func silvers(step *route.Step, on coating.Texture) float64 {
	if !step.Do.Has(route.NeedsGloss) || !step.Floats() {
		return 0
	}
	list := step.Decals
	if len(list) == 0 {
		list = []decal.Decal{{Name: "marking", WidthMM: 20, HeightMM: 20}}
	}
	air, area := 0.0, 0.0
	for _, w := range decal.Works(list, on) {
		if n := w.AreaCM2() * float64(max(1, w.Count)); !w.Painted {
			area += n
			if w.Silver > silverShows {
				air += n * w.Silver
			}
		}
	}
	if area <= 0 {
		return 0
	}
	return air / area
}

var silverShows = Numbers.Number("silver-shows", 0.05, "", "share of a decal with air below it from which it is seen", fact.Bench("chosen by eye"))

// sealed takes from a mark that lies loose what a clear over it takes: pale dust drowns in a wet coat, dark dust hardly, and a mist leaves most of either.
func (m *Mark) sealed(paint colour.Colour, step *route.Step) {
	m.Sealed = true
	if m.Kind != Dusted && m.Kind != Drawn || m.Step == nil {
		return
	}
	d := effect.Dust{Colour: m.Colour, Stick: m.Step.Product != nil && m.Step.Product.Kind == coating.PencilOf}
	mist := 0.0
	if step.Laying == route.Misted {
		mist = route.MistUM() * float64(max(1, step.Coats))
	}
	kept := min(1, d.Kept(paint, d.Amount(paint, usualDust), mist))
	m.Strength, m.Left = m.Strength*kept, m.Left*kept
}

var usualDust = Numbers.Number("dust-usual", 0.5, "", "cover of a dusting by which it is judged what a clear leaves of it", eye)

// mellowed takes from oils what mellowing takes, by how long ago they were blended.
func (k *Skin) mellowed(line *timeline.Line, n int, moment time.Time) {
	for i := range k.Marks {
		m := &k.Marks[i]
		if m.Step == nil || !m.Step.Do.Has(route.OilWork) {
			continue
		}
		for j := range n {
			if p := line.Steps[j]; p.Step == m.Step {
				left := effect.Mellowed(moment.Sub(p.End))
				m.Strength, m.Left = m.Strength*left, m.Left*left
			}
		}
	}
}

// shining finds what shines by itself at moment.
func (k *Skin) shining(line *timeline.Line, n int, moment time.Time) {
	for i := range k.Marks {
		m := &k.Marks[i]
		switch hand := effect.HandOf(m.kind()); {
		case m.Step == nil:
		case m.Step.Do.Has(route.AfterFinish):
			m.Own, m.Meant = coating.Gloss.Texture(), true
		case m.Kind == Decals && m.Step.Floats():
			m.Own = coating.Gloss.Texture()
			m.coated(line, n)
		case m.Step.Product != nil && m.Step.Product.Kind == coating.Oil:
			j := slices.IndexFunc(line.Steps[:n], func(p timeline.Placed) bool { return p.Step == m.Step })
			if j < 0 {
				break
			}
			laid := &line.Steps[j]
			m.Own = gloss.Filled(laid.On, oilStands*float64(laid.Step.Product.Family.Dry(laid.Step.Film(laid.End).Wet)))
			if m.Meant = hand != nil && hand.Glossy; m.Meant || laid.TouchDry.After(moment) {
				m.Own = coating.Gloss.Texture()
			}
			m.coated(line, n)
		}
	}
}

// coated takes a mark's own texture through the clears that lie over it.
func (m *Mark) coated(line *timeline.Line, n int) {
	below := true
	for i := range line.Steps[:n] {
		switch s := line.Steps[i].Step; {
		case s == m.Step:
			below = false
		case !below && s.Do.Has(route.ClearCoat) && s.Extent() >= 1:
			m.Own, m.Meant = s.Over(m.Own, s.Coats), false
		}
	}
}

var oilStands = Numbers.Number("oil-stands", 0.4, "", "share of an oil's film that still lies smooth once it is dry: thin oil goes duller as it dries", fact.Bench("chosen: blended oil over a flat reads about satin when dry"))

func (m *Mark) kind() string {
	if m.Step == nil {
		return ""
	}
	return m.Step.Do.ID
}

// cover lays a colour over all that was there, by its hiding power: what was shaded shows through thin coats.
func (k *Skin) cover(line *timeline.Line, i int) {
	k.Marks, k.Residue, k.Filled, k.Metal, k.recess, k.wash, k.chalk = nil, 0, 0, nil, nil, nil, 0
	step := line.Steps[i].Step
	k.By = By{Paint: step, Shade: k.By.Shade}
	k.own = step.Sheen()
	if step.Product != nil && step.Product.Kind == coating.Metal {
		k.Metal = metal(float64(max(1, step.Coats)), line.Steps[i].On)
	}
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
		k.Marks = append(k.Marks, Mark{Kind: kind, Colour: t.Line, Strength: shows("pre-shade"), Share: t.Shaded.Covered(), WidthMM: t.WidthMM, Step: t.Shaded})
		k.By.Shade = t.Shaded
	}
}

// wipe takes off what the cloth reaches; the line loses a little to strokes across it.
func (k *Skin) wipe(line *timeline.Line, i int) {
	placed := line.Steps[i]
	washed := placed.Step.Wiped
	if washed == nil {
		return
	}
	k.By.Wipe = placed.Step
	loss := route.LineLoss(placed.Step.Stroke)
	for _, film := range line.Films {
		if film.Step != washed.ID {
			continue
		}
		k.Residue *= line.Left(i)
		k.Filled *= (1 - loss) * (1 - film.At(placed.Start).Wet)
	}
}

// Below returns the colours that show where a chip has come off after i steps: that under the medium, and what its rim shows between that and the paint.
func Below(line *timeline.Line, i int) (bare, primer colour.Colour) {
	var seen []colour.Colour
	for j := i - 1; j >= 0 && len(seen) < 2; j-- {
		if st := line.Steps[j].Step; st.Do.Has(route.Colour) && st.Product != nil {
			seen = append(seen, colour.Or(st.Product.Colour, Plastic))
		}
	}
	bare, primer = Plastic, Plastic
	if len(seen) == 2 {
		bare = seen[1]
	}
	for j := range i {
		if st := line.Steps[j].Step; st.Do.ID == "prime" && st.Product != nil {
			return bare, colour.Or(st.Product.Colour, Plastic)
		}
	}
	if len(seen) > 0 { // no primer is told: its rim is a shade of the paint that was thinned by wear
		primer = seen[0].Veiled(bare, 0.5)
	}
	return bare, primer
}

// At returns the skin of a line as it is at moment: after all steps that have ended by then.
func At(line *timeline.Line, moment time.Time) Skin { return Of(line, Done(line, moment), moment) }

// Done returns how many of a line's steps have ended by moment.
func Done(line *timeline.Line, moment time.Time) int {
	n := 0
	for n < len(line.Steps) && !line.Steps[n].End.After(moment) {
		n++
	}
	return n
}

// Finished returns the skin at moment as it would look under the last clear coat that is planned: its sheen, and what it takes of what lies loose.
func Finished(line *timeline.Line, moment time.Time) Skin {
	n := Done(line, moment)
	k := Of(line, n, moment)
	for i := len(line.Steps) - 1; i >= n; i-- {
		if !line.Steps[i].Step.Do.Has(route.ClearCoat) {
			continue
		}
		was := k.Texture
		k.Texture, k.Wet = line.Steps[i].Step.Over(k.Texture, line.Steps[i].Step.Coats), false
		if k.Metal == nil {
			from, to := mirror(was), mirror(k.Texture)
			k.Ground, k.Surface, k.Line = k.Ground.Recoated(from, to), k.Surface.Recoated(from, to), k.Line.Recoated(from, to)
		}
		for m := range k.Marks {
			k.Marks[m].sealed(k.Paint, line.Steps[i].Step)
		}
		break
	}
	k.Sheen = k.Texture.Sheen()
	return k
}

// mirror is the share of a surface's own reflection that lies over its colour.
func mirror(t coating.Texture) float64 { return colour.Mirror(gloss.Alpha(gloss.Units(t))) }
