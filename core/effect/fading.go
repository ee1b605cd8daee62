package effect

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

// Dot is a dot of oil and how it is drawn out.
type Dot struct {
	View      airframe.View
	At        airframe.Pt
	DMM       float64
	Tone      Tone
	Colour    colour.Colour
	TowardDeg float64 // clockwise from up in the view
	LengthMM  float64
	Wide      float64 // times as wide as others
	Blended   float64 // share of it that is worked into its panel
	Bend      float64
}

// DotJob is what a zone's dots are planned by.
type DotJob struct {
	Paint  colour.Colour
	On     coating.Texture // that keeps the oil
	DMM    float64
	Wanted float64 // mean shift, CIEDE2000
	Strong float64 // times as strong as oil from the tube; 0 for once
	Seed   uint64
}

// DotPlan is where a zone's dots go and what they take.
type DotPlan struct {
	Dots     []Dot
	PerCM2   float64
	Shift    float64 // mean, CIEDE2000
	MM3      float64 // squeezed out
	Minutes  float64
	PatchCM2 float64 // that is done before its first streak stiffens
}

// cover returns what so many dots a mm2 cover together, of an oil that is so many times as strong as one from the tube.
func cover(perMM2, d float64, on coating.Texture, strong float64) float64 {
	long, wide, _ := Drawn(d, on)
	return -math.Expm1(-perMM2 * wide * long * strong * hidesBy * max(0.01, float64(on)) / oilHides)
}

// mean returns the tones together on a paint.
func mean(paint colour.Colour) colour.Colour {
	var r, g, b, all float64
	for _, t := range tones {
		x, y, z := t.Of(paint).Linear()
		r, g, b, all = r+t.Share*x, g+t.Share*y, b+t.Share*z, all+t.Share
	}
	return colour.FromLinear(r/all, g/all, b/all)
}

func (j DotJob) strong() float64 { return cmp.Or(j.Strong, 1) }

// Count returns how many dots a cm2 shift a paint by what is wanted, and by how much they do: fewer where that can't be reached.
func (j DotJob) Count() (perCM2, shift float64) {
	if most := j.shifted(mostDots); most <= j.Wanted {
		return mostDots, most
	}
	enough, _ := solve.Halve(0, mostDots, 40, func(dots float64) bool { return j.shifted(dots) < j.Wanted })
	return enough, j.shifted(enough)
}

// shifted returns by how much so many dots a cm2 shift the paint.
func (j DotJob) shifted(perCM2 float64) float64 {
	return j.Paint.Difference(j.Paint.Veiled(mean(j.Paint), cover(perCM2/100, j.DMM, j.On, j.strong())))
}

// Plan lays dots out over a zone of an airframe: each where, of ten places, it is farthest from the others of its view, so that there are no clumps and no rows. The first of them
// are the same however many there are.
func (j DotJob) Plan(a *airframe.Airframe, zone int) DotPlan {
	var fields []rows
	skin := 0.0
	own := panelled(a, zone)
	each := 0
	for p, f := range a.Skin(zone) {
		area := own.skin[each]
		each++
		skin += area
		if r := inside(p.View, f.Region, area, offBorder); len(r.y) > 0 {
			fields = append(fields, r)
		}
	}
	plan := DotPlan{}
	plan.PerCM2, plan.Shift = j.Count()
	n := int(math.Round(plan.PerCM2 * skin / 100))
	if n > dotsAll { // nobody sets more: they shift the paint by less
		n = dotsAll
		plan.PerCM2 = float64(n) / (skin / 100)
		plan.Shift = j.shifted(plan.PerCM2)
	}
	if len(fields) == 0 {
		n = 0
	}
	room := 0.0
	for i := range fields {
		room += fields[i].skin
	}
	rnd := rand.New(rand.NewPCG(j.Seed, 0xd075))
	long, _, _ := Drawn(j.DMM, j.On)
	var placed [4]*near
	for i := range placed {
		low, high := a.Bounds(airframe.View(i))
		placed[i] = newNear(low, high, math.Sqrt(skin/float64(max(1, n))))
	}
	weights := own.tones(j.Seed)
	for k := range n {
		best := 0
		for i := range fields { // the field that is owed the most
			if fields[i].owed(k, room) > fields[best].owed(k, room) {
				best = i
			}
		}
		f := &fields[best]
		at, far := airframe.Pt{}, -1.0
		for range candidates {
			p := f.somewhere(rnd)
			if d := placed[f.view].from(p, far); d > far {
				at, far = p, d
			}
		}
		f.placed++
		placed[f.view].add(at)
		d := Dot{View: f.view, At: at, DMM: j.DMM, TowardDeg: TowardAt(a, f.view, at) + varyTurn*rnd.NormFloat64(), Wide: math.Exp(varyWide * rnd.NormFloat64()), Blended: blended * (blendLow + blendSpan*rnd.Float64())}
		d.LengthMM = min(drawnMost, long*math.Exp(varies*min(varyMost, rnd.NormFloat64())))
		d.Bend = bends * rnd.NormFloat64()
		d.Tone = tones[pick(weights.of(own, f.view, at), rnd.Float64())]
		d.Colour = d.Tone.Of(j.Paint)
		d.LengthMM = own.stays(d.View, d.At, d.TowardDeg, d.LengthMM)
		plan.Dots = append(plan.Dots, d)
	}
	plan.MM3 = float64(n) * dotFlat * j.DMM * j.DMM * j.DMM / reaches
	plan.Minutes = (float64(n)*perDot + skin/100*perCM2) / 60
	plan.PatchCM2 = blendMin * 60 / (plan.PerCM2*perDot + perCM2)
	return plan
}

// Patch is what is set and blended before its first streak stiffens.
type Patch struct {
	View airframe.View
	Dots int
	At   airframe.Pt // its middle
	Mins float64
}

// Patches returns in which patches a plan's dots are set: view by view along the longer side of what they cover, from the end that is not held, so that no finger comes on a wet one.
func (p DotPlan) Patches() []Patch {
	if p.PerCM2 <= 0 || len(p.Dots) == 0 {
		return nil
	}
	each := max(1, int(p.PatchCM2*p.PerCM2))
	var all []Patch
	for _, v := range airframe.Views {
		var own []Dot
		low, high := airframe.Pt{X: math.Inf(1), Y: math.Inf(1)}, airframe.Pt{X: math.Inf(-1), Y: math.Inf(-1)}
		for _, d := range p.Dots {
			if d.View == v {
				own = append(own, d)
				low, high = airframe.Pt{X: min(low.X, d.At.X), Y: min(low.Y, d.At.Y)}, airframe.Pt{X: max(high.X, d.At.X), Y: max(high.Y, d.At.Y)}
			}
		}
		wide := high.X-low.X > high.Y-low.Y
		slices.SortStableFunc(own, func(a, b Dot) int {
			if wide {
				return cmp.Compare(a.At.X, b.At.X)
			}
			return cmp.Compare(a.At.Y, b.At.Y)
		})
		for len(own) > 0 {
			n := min(each, len(own))
			one := Patch{View: v, Dots: n, Mins: float64(n) / float64(len(p.Dots)) * p.Minutes}
			for _, d := range own[:n] {
				one.At.X, one.At.Y = one.At.X+d.At.X/float64(n), one.At.Y+d.At.Y/float64(n)
			}
			all = append(all, one)
			own = own[n:]
		}
	}
	return all
}

// Grip is how oils take to a surface.
type Grip struct {
	On      coating.Sheen
	LongMM  float64 // that a dot is drawn out to
	Cover   float64 // where it begins
	OpenMin float64
	Words   string // what it costs
}

// Grips returns how a dot takes to the surfaces that oils are put over, the one that holds most first.
func Grips(d float64) []Grip {
	var all []Grip
	for _, g := range []struct {
		on    coating.Sheen
		words string
	}{
		{coating.Flat, "holds: what is set stays, and what was wrong stains the grain"},
		{coating.Satin, "holds a little: thinner and longer, most of it can be taken back"},
		{coating.Gloss, "slides: hardly anything stays, and all of it wipes off again"},
	} {
		long, _, cover := Drawn(d, g.on.Texture())
		all = append(all, Grip{g.on, min(drawnMost, long), cover, OpenMin(g.on.Texture()), g.words})
	}
	return all
}

var (
	markBench  = fact.Bench("markings fade towards white or buff; at most a veil, or they read as another colour")
	markShare  = Numbers.Number("marking-share", 1./3, "", "dots on a marking for each on the paint about it", markBench)
	markVeiled = Numbers.Number("marking-cover", 0.05, "", "most that oils cover of a marking on average", markBench)
)

// OnMarkings returns how many dots a cm2 of a marking get where the paint about it gets so many, of white or buff: never more than veil it.
func OnMarkings(perCM2, d float64, on coating.Texture) float64 {
	long, wide, _ := Drawn(d, on)
	most := -math.Log1p(-markVeiled) / (wide * long * hidesBy * max(0.01, float64(on)) / oilHides) * 100
	return min(most, perCM2*markShare)
}

var (
	shiftBench = fact.Bench("T31: subtle is a mean shift of 1 to 2")
	shifts     = map[string]float64{
		"restrained":   Numbers.Number("fade-restrained", 1, "CIEDE2000", "mean shift by oils on a restrained model", shiftBench),
		"service-worn": Numbers.Number("fade-service-worn", 1.5, "CIEDE2000", "mean shift by oils on a service-worn model", shiftBench),
		"heavy":        Numbers.Number("fade-heavy", 3, "CIEDE2000", "mean shift by oils on a heavily worn model", shiftBench),
	}

	dotBench = fact.Bench("T31: dots of 0.5 to 1.2 mm")
	dotUsual = Numbers.Number("dot-usual", 0.8, "mm", "width of a dot on a 1/48 model", dotBench)
	dotLeast = Numbers.Number("dot-least", 0.5, "mm", "least that can be set", dotBench)
	dotMost  = Numbers.Number("dot-most", 1.2, "mm", "largest dot", dotBench)
)

// WantedShift returns how far oils should shift a paint on average, in CIEDE2000, by how much a model shows of its wear.
func WantedShift(strength string) float64 {
	if v := shifts[strength]; v > 0 {
		return v
	}
	return shifts["service-worn"]
}

var (
	fadeBench = fact.Bench("chosen: the longer and the harder the service, the more its colour has gone, but not in step")
	fadeUsual = Numbers.Number("fade-usual", 3.6, "CIEDE2000", "fading of an aircraft at which its model is faded as is usual for its strength", fadeBench)
	fadeLeast = Numbers.Number("fade-least", 2./3, "", "least share of the usual shift: with less nobody sees that oils were used", fact.Bench("T31: subtle is a mean shift of 1 to 2"))
	fadeMost  = Numbers.Number("fade-most", 4./3, "", "most of it: beyond this it is another colour, and is painted as one", fact.Bench("T31: subtle is a mean shift of 1 to 2"))
)

// Faded returns how far oils should shift a paint on average on an aircraft that has faded so far: by its root, and within what oils can tell.
func Faded(strength string, fade float64) float64 {
	return WantedShift(strength) * min(fadeMost, max(fadeLeast, math.Sqrt(max(0, fade)/fadeUsual)))
}

// DotMM returns how large dots are set on a model of 1 to scale: smaller ones on a smaller model, but not as much smaller.
func DotMM(scale int) float64 {
	const of = 48
	return min(dotMost, max(dotLeast, math.Round(100*dotUsual*math.Sqrt(of/float64(max(1, scale))))/100))
}

// SqueezedMM3 returns how much is squeezed out for a dot.
func SqueezedMM3(d float64) float64 { return dotFlat * d * d * d / reaches }

// inDots is how oils are set and blended.
var inDots = &Hand{
	Do: "oil-dots", Shows: Numbers.Number("mark-oil-dots", 0.5, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool: "A small round brush to set the dots, a soft flat one, nearly dry, to blend them; a card to let the oil soak out of the paint first.",
	Undo: "A bud with a trace of its thinner, for a day or two; then only under the next coat.",
	Seal: "Nothing, or a clear once it has set through: a flat clear dulls oils, a gloss one deepens them.",
}

var fading = &Effect{ID: "fading", Name: "Fading in oils", By: []*Hand{inDots}, plan: func(j *Job, p *Plan) {
	d := DotJob{Paint: j.Paint, On: j.On, DMM: DotMM(j.Airframe.Scale), Wanted: j.shift() * j.amount(), Strong: strongAs(j.Step.Product), Seed: j.Step.Seed}
	own := d.Plan(j.Airframe, j.Zone)
	for i := range own.Dots {
		own.Dots[i].LengthMM *= j.reach()
	}
	p.lay(d.Laid(j.Airframe, j.Zone, own.Dots))
	if !j.Told || len(own.Dots) == 0 {
		return
	}
	p.LongMM = own.Dots[0].LengthMM / j.reach()
	take := map[string]Tint{}
	count := map[string]int{}
	for _, t := range tones {
		words, _ := t.take(j.Tubes, j.Paint)
		take[t.ID] = Tint{t.Of(j.Paint), t.Words, words}
	}
	for _, one := range own.Dots {
		count[one.Tone.ID]++
	}
	p.drawn(own.Dots, func(d Dot) Tint { return take[d.Tone.ID] })
	p.say("Small dots without rows or clumps, drawn out with a soft, flat, nearly dry brush: aft above and below, downwards on the sides; two millimetres off the border of a colour.")
	p.row("dots", "Dots", float64(len(own.Dots)), "", "%d of %.1f mm, %.1f a cm²", len(own.Dots), d.DMM, own.PerCM2)
	p.row("tones", "Of them", float64(count["lighter"]), "", "%d lighter, %d warmer, %d darker, %d cooler than the paint", count["lighter"], count["warmer"], count["darker"], count["cooler"])
	p.row("shift", "From its own paint", own.Shift, "CIEDE2000", "%s, %.0f %% of what is wanted", colour.Apart(own.Shift), 100*own.Shift/max(0.1, d.Wanted))
	_, sd := spread(j.Airframe, j.Zone, p.Laid, j.Paint)
	p.row("spread", "From place to place", sd, "CIEDE2000", "%s", colour.Apart(sd))
	p.row("squeezed", "Squeezed out", own.MM3, "mm³", "%.0f mm³, %s", own.MM3, pea(own.MM3))
	p.row("picked", "Of each dot", 100*picked, "%", "%.0f %% ends in the brush: wipe it on a dry cloth after every few", 100*picked)
	p.row("patch", "Set and blended at one go", own.PatchCM2, "cm²", "%.0f cm², before the first streak stiffens after %.0f min", own.PatchCM2, OpenMin(j.On))
	if n := len(own.Patches()); n > 1 {
		p.row("patches", "Patches", float64(n), "", "%d, from the end that you do not hold", n)
	}
	p.row("minutes", "In all", own.Minutes, "min", "about %.0f min", own.Minutes)
	for _, t := range tones {
		_, off := t.take(j.Tubes, j.Paint)
		p.row("take-"+t.ID, "The "+t.Words+" one", min(100, off), "CIEDE2000", "%s", take[t.ID].Take)
	}
	if j.Marked {
		n := OnMarkings(own.PerCM2, d.DMM, j.On)
		p.row("markings", "On the markings", n, "/cm²", "%.1f a cm², white over dark markings, buff over white ones", n)
	}
	if b := j.Brush; b != nil {
		if b.Bites {
			p.row("wet-brush", "A wet brush", b.LossUM, "µm", "would take %.1f µm of what lies below: nearly dry, and nothing else", b.LossUM)
		} else {
			p.row("wet-brush", "A wet brush", b.LossUM, "µm", "lifts what was just set; the films below stand it (%.2f µm)", b.LossUM)
		}
	}
	for _, g := range Grips(d.DMM) {
		p.row("grip-"+g.On.String(), "Over "+g.On.String()+map[bool]string{true: ", as here"}[j.On.Sheen() == g.On], g.LongMM, "mm", "%.0f mm long, covers %.0f %%, open %.0f min; %s", g.LongMM, 100*g.Cover, g.OpenMin, g.Words)
	}
	p.Ways = append(p.Ways, otherFades...)
}}

// otherFades are other ways to fade than dots that are drawn out.
var otherFades = []Way{
	{"panels", "panel by panel: a veil lighter or darker than the paint in the middle of some, none like its neighbour", "a trace of one tone a panel, blended towards its lines and not over them; three tones are enough", "as dots that are drawn out"},
	{"stipple", "dots stippled out, without a direction", "a short stiff brush, dabbed upright; for surfaces that no air or rain draws along", "as dots that are drawn out"},
	{"tint", "one very thin tint over a gloss coat, scrubbed back", "a gloss coat, a day, the paint's own colour with white in a veil, then a damp stiff brush until it is patchy", "all of it scrubs off while it is young; nothing once it is sealed"},
	{"oils-then-wash", "oils, a flat coat, then a careful wash", "one evening more; the wash goes into lines that the oils have softened", "the wash by its remover, the oils no more"},
}

// shift is how far oils should shift the paint on average, in CIEDE2000.
func (j *Job) shift() float64 {
	if j.Wear.Faded {
		return Faded(j.Wear.Service.Strength, j.Wear.Fade)
	}
	return WantedShift(j.Wear.Service.Strength)
}

// pea is how large a volume is, in words.
func pea(mm3 float64) string {
	d := math.Cbrt(6 * mm3 / math.Pi)
	switch {
	case d >= 6:
		return "a pea"
	case d >= 4:
		return "a small pea"
	case d >= 2:
		return "a peppercorn"
	}
	return "a pin's head"
}

// spread returns how far streaks shift a zone's paint on average and how much that varies, CIEDE2000: sampled at a grid of places.
func spread(a *airframe.Airframe, zone int, l *Laid, paint colour.Colour) (mean, sd float64) {
	var got []float64
	for p, f := range a.Skin(zone) {
		low, high := f.Bounds()
		var near []Streak
		for _, s := range l.Streaks {
			if s.View == p.View {
				near = append(near, s)
			}
		}
		var veils []Veil
		for _, one := range l.Veils {
			if one.View == p.View {
				veils = append(veils, one)
			}
		}
		seen := l.seeing(near, veils, paint)
		const across = 14 // places to a field's side
		step := max(0.5, max(high.X-low.X, high.Y-low.Y)/across)
		for y := low.Y + step/2; y < high.Y; y += step {
			for x := low.X + step/2; x < high.X; x += step {
				at := airframe.Pt{X: x, Y: y}
				if f.Holds(at) {
					got = append(got, paint.Difference(seen(at)))
				}
			}
		}
	}
	if len(got) == 0 {
		return 0, 0
	}
	for _, v := range got {
		mean += v / float64(len(got))
	}
	for _, v := range got {
		sd += (v - mean) * (v - mean) / float64(len(got))
	}
	return mean, math.Sqrt(sd)
}

var (
	blended   = Numbers.Number("oil-blended", 0.6, "", "share of a dot's oil that ends worked into its panel; the rest is still told as a streak", oilBench)
	panelOwn  = Numbers.Number("oil-panel-tone", 0.9, "", "how much the tones of panels differ (standard deviation of the logarithm of their shares)", fact.Bench("panels fade one by one, none like its neighbour"))
	panelMore = Numbers.Number("oil-panel-strength", 0.45, "", "how much the strength of fading differs from panel to panel, likewise", fact.Bench("panels fade one by one, none like its neighbour"))
	blendLow  = Numbers.Number("oil-blended-least", 0.4, "", "least that a dot is blended, in what is usual", oilBench)
	blendSpan = Numbers.Number("oil-blended-span", 1.2, "", "how much more it can be", oilBench)
	bends     = Numbers.Number("dot-bends", 0.012, "/mm", "how much drawn dots bend (standard deviation)", oilBench)
	cutShort  = Numbers.Number("dot-cut-short", 0.8, "", "share of a usual length below which a line has stopped a dot: what it could not be drawn to is worked in", oilBench)
	otherTone = Numbers.Number("oil-panel-other-tone", 0.8, "", "share of its own tone in a panel that came from another aircraft", oilBench)
	replaced  = Numbers.Number("oil-panel-replaced", 0.07, "", "share of the panels that came from another aircraft", oilBench)
	replacing = Numbers.Number("oil-panel-other", 2.2, "", "times as strong as others that such a panel differs", oilBench)
	smallMM2  = Numbers.Number("oil-small-panel", 150, "mm²", "panels below this take less of a dot than falls on them: the brush carries it on", oilBench)
	middleMM  = Numbers.Number("oil-middle", 3, "mm", "over which a panel's fading grows from its border to its middle", fact.Bench("lighter in the middle of a panel than at its lines"))
	middleMin = Numbers.Number("oil-border", 0.35, "", "share of its fading at a panel's border", oilBench)
)

// sun is how much more of it a view's skin gets.
var (
	sunBench = fact.Bench("the sun fades upper surfaces first")
	sunSide  = Numbers.Number("sun-side", 0.9, "", "how much of the sun a side gets, against the mean", sunBench)
	sun      = map[airframe.View]float64{
		airframe.Top: Numbers.Number("sun-top", 1.15, "", "the same, of what looks up", sunBench), airframe.Under: Numbers.Number("sun-under", 0.6, "", "the same, of what looks down", sunBench),
		airframe.Left: sunSide, airframe.Right: sunSide,
	}
)

// toning is what each panel's dots are mixed from and how strongly it fades.
type toning struct {
	shares [][]float64 // by panel and tone
	more   []float64
}

// tones draws how a zone's panels differ. The last share is that of a place on no panel.
func (p *panels) tones(seed uint64) toning {
	rnd := rand.New(rand.NewPCG(seed, 0x9a7e1))
	var t toning
	for i := range p.number + 1 {
		own := make([]float64, len(tones))
		sum := 0.0
		strong := 0
		more := math.Exp(panelMore * rnd.NormFloat64())
		for k := range tones {
			own[k] = tones[k].Share
			if i < p.number {
				own[k] *= math.Exp(panelOwn * rnd.NormFloat64())
			}
			if sum += own[k]; own[k] > own[strong] {
				strong = k
			}
		}
		for k := range own {
			own[k] /= sum
		}
		if rnd.Float64() < replaced && i < p.number {
			more *= replacing
			strong = 2 + rnd.IntN(len(tones)-2) // not as sun makes it
			for k := range own {
				own[k] *= 1 - otherTone
			}
			own[strong] += otherTone
		}
		t.shares, t.more = append(t.shares, own), append(t.more, more)
	}
	return t
}

func (t toning) of(p *panels, v airframe.View, at airframe.Pt) []float64 {
	if f, cell, ok := p.at(v, at); ok {
		return t.shares[f.of[cell]]
	}
	return t.shares[len(t.shares)-1]
}

// pick returns which of some shares a chance from 0 to 1 falls on.
func pick(shares []float64, chance float64) int {
	for i, s := range shares {
		if chance -= s; chance < 0 {
			return i
		}
	}
	return len(shares) - 1
}

// Laid returns what drawn and blended dots lay: each a streak, with a share of it worked into its panel, where dots of several tones melt into each other, thinner towards the panel's lines. What
// blending takes from the streaks is what the panels hold.
func (j DotJob) Laid(a *airframe.Airframe, zone int, dots []Dot) *Laid {
	l := &Laid{Zone: zone}
	ink := map[string]int{}
	for _, t := range tones {
		ink[t.ID] = len(l.Inks)
		l.Inks = append(l.Inks, t.Of(j.Paint))
	}
	own := panelled(a, zone)
	held := make([][]float64, own.number) // density times mm2, by panel and tone
	all := 0.0
	_, wide, cover := Drawn(j.DMM, j.On)
	dense := -math.Log1p(-cover) * j.strong()
	longest, _, _ := Drawn(j.DMM, j.On)
	for _, d := range dots {
		k := ink[d.Tone.ID]
		s := Streak{View: d.View, At: d.At, TowardDeg: d.TowardDeg, LongMM: d.LengthMM, WideMM: wide * d.Wide, Density: dense, Ink: k, Bend: d.Bend}
		if f, cell, ok := own.at(d.View, d.At); ok {
			panel := f.of[cell]
			if held[panel] == nil {
				held[panel] = make([]float64, len(tones))
			}
			// A dot that its panel's line stopped was not less of a dot: what it could not be drawn to is worked in too.
			whole := dense * s.WideMM * max(s.LongMM, min(longest, drawnMost)*cutShort)
			in := whole - dense*s.WideMM*s.LongMM*(1-d.Blended)
			held[panel][k] += in
			all += in
			s.Density *= 1 - d.Blended
		}
		l.Streaks = append(l.Streaks, s)
	}
	own.veil(l, held, all, own.tones(j.Seed).more)
	return l
}

// veil lays what is held by panels over them: of all, each panel more or less than its dots brought, as it faded.
func (p *panels) veil(l *Laid, held [][]float64, all float64, more []float64) {
	factor := make([]float64, p.number)
	sum := 0.0
	for i := range p.fields {
		f := &p.fields[i]
		for _, of := range f.of {
			if of >= 0 && factor[of] == 0 && held[of] != nil {
				factor[of] = more[of] * sun[f.view]
				for _, h := range held[of] {
					sum += h * factor[of] * p.cells[of] / (p.cells[of] + smallMM2)
				}
			}
		}
	}
	if sum <= 0 {
		return
	}
	for i := range p.fields {
		f := &p.fields[i]
		for k := range l.Inks {
			dense := make([]float32, len(f.of))
			any := false
			for c, of := range f.of {
				if of < 0 || held[of] == nil || held[of][k] == 0 {
					continue
				}
				any = true
				dense[c] = float32(held[of][k] / (p.cells[of] + smallMM2) * factor[of] * all / sum * float64(f.shaped[c]) / p.shaped[of])
			}
			if any {
				l.Veils = append(l.Veils, Veil{
					View: f.view, Ink: k, Low: f.low, High: airframe.Pt{X: f.low.X + float64(f.across)*f.cell, Y: f.low.Y + float64(f.down)*f.cell},
					Density: func(at airframe.Pt) float64 { return f.between(dense, at) },
				})
			}
		}
	}
}

// between returns a figure of cells at a place between them; only cells of panels count.
func (f *panelField) between(of []float32, at airframe.Pt) float64 {
	x, y := (at.X-f.low.X)/f.cell-0.5, (at.Y-f.low.Y)/f.cell-0.5
	x0, y0 := int(math.Floor(x)), int(math.Floor(y))
	var sum, all float64
	for dy := range 2 {
		for dx := range 2 {
			cx, cy := x0+dx, y0+dy
			if cx < 0 || cx >= f.across || cy < 0 || cy >= f.down || f.of[cy*f.across+cx] < 0 {
				continue
			}
			w := (1 - math.Abs(x-float64(cx))) * (1 - math.Abs(y-float64(cy)))
			sum, all = sum+w*float64(of[cy*f.across+cx]), all+w
		}
	}
	if all <= 0 {
		return 0
	}
	return sum / all
}

// strongAs returns how much stronger than oil from the tube a product is in a film of the same thickness: a wash, which is mostly thinner, is far weaker.
func strongAs(p *coating.Product) float64 {
	if p == nil {
		return 1
	}
	f := p.Family
	if p.Kind == coating.Wash {
		f = f.AsWash()
	}
	oil := coating.MustFamily("artist-oil")
	return (1 - float64(f.CarrierShare)) / (1 - float64(oil.CarrierShare))
}
