package choose

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

var (
	clothBench = fact.Bench("first wipe takes the bulk, a fresh piece the rest")
	clothFull  = Numbers.Number("cloth-full", 30, "cm²", "open surface after which a fold of the cloth is full", clothBench)
	budFull    = Numbers.Number("bud-full", 15, "cm²", "surface whose corners one bud cleans", fact.Bench("a dozen buds for a large aircraft"))
	besidePin  = Numbers.Number("pin-wiped", 0.5, "", "share of a zone that a cloth goes over after a pin wash: beside the lines", fact.Bench("little to wipe where only the detail was washed"))
	sealNight  = Numbers.Number("seal-night", 12, "h", "that a clear is given before a wash goes over it", fact.Bench("T09: overnight by choice"))
)

// Tool is something to wipe with, and what it leaves.
type Tool struct {
	Words string
	Left  float64 // of the wash where it lay, 0 to 1
	Note  string
}

// WipePlan is how the washed zone is wiped.
type WipePlan struct {
	Judged
	Strokes  []string // one after the other
	Cloths   int      // fresh folds
	Buds     int
	PatchCM  float64 // how much to brush at one go; the zone's area where it can be all of it
	Patches  int
	Work     time.Duration // of wiping it
	Lighten  float64       // L* by which the base could have been lighter, so that the washed zone ends at its colour
	Tools    []Tool
	Order    []string // of areas
	Care     []string
	Cautions []string
	Early    string // what wiping too soon costs
	Late     string
}

// WipePlan returns how the zone is wiped after a judged wash.
func (p *Place) WipePlan(j Judged) WipePlan {
	zone := p.Line.Zone
	if j.Way.Airbrush {
		return p.sprayed(j)
	}
	w := WipePlan{Judged: j, Lighten: math.Max(0, p.Panel.Lightness()-j.Open.Lightness())}
	w.Strokes = strokeWords(p.Stroke)
	wiped := zone.AreaCM2
	if j.Way.Contact.Is(stack.PinWash) {
		wiped *= besidePin
	}
	w.Cloths, w.Buds = int(math.Ceil(wiped/clothFull)), int(math.Ceil(zone.AreaCM2/budFull))
	w.Work = zone.Attended(&route.Step{Do: route.MustTechnique("wipe"), Coats: 1})
	w.PatchCM = p.patch(&j)
	w.Patches = int(math.Ceil(zone.AreaCM2 / w.PatchCM))
	w.Tools = p.tools(&j)
	w.Order = []string{"From the wing tip or the nose backward, so that no sleeve drags over what is done.", "Lower surfaces first: the model rests on what is dry.", "In wells and engines there is no open skin and no airflow: leave the wash in, clean the high points."}
	if w.Patches > 1 {
		w.Order = append(w.Order, fmt.Sprintf("About %.0f cm² at one go: brush it, wait, wipe it, then the next. Each has its own clock.", w.PatchCM))
	}
	w.Care, w.Cautions = p.cares(&j), j.cautions()
	half := j.Laid.Add(j.Opens.Sub(j.Laid) / 2)
	film := (&route.Step{Do: j.Way, Product: j.Product, Coats: 1}).Film(j.Laid)
	layer := stack.Lay("wash", film, p.Plan.Air)
	if wet := layer.At(half).Wet; wet > 0 {
		w.Early = fmt.Sprintf("At %s, half way, a cloth pulls %s out of the lines: laid again in ten minutes.", p.Plan.Clock(half), say.Percent(wet))
	} else {
		w.Early = "Your school wipes it later than it must be; nothing is lost before."
	}
	switch {
	case j.Always:
		w.Late = fmt.Sprintf("Never too late: %s takes it off at any age.", j.UndoneBy.Name)
	default:
		w.Late = fmt.Sprintf("After %s %s no longer takes it up; what is left can only be rubbed down or painted over.", p.Plan.Clock(j.Closes), j.UndoneBy.Name)
	}
	return w
}

// sprayed is how grime is laid that is not wiped: in veils, as predictable as a wash that is.
func (p *Place) sprayed(j Judged) WipePlan {
	r := dose.RangeFor(j.Way.Spray)
	w := WipePlan{Judged: j, PatchCM: p.Line.Zone.AreaCM2, Patches: 1, Work: p.Line.Zone.Attended(&route.Step{Do: j.Way, Coats: 1}), Lighten: math.Max(0, p.Panel.Lightness()-j.Open.Lightness())}
	w.Strokes = []string{
		fmt.Sprintf("A %.1f mm needle, %.0f to %.0f psi, %.0f to %.0f cm away, the air stream along the airflow.", r.Needle[0], r.PSI[0], r.PSI[1], r.DistanceCM[0], r.DistanceCM[1]),
		fmt.Sprintf("%.0f light passes; dry them with air alone, look, then the next. It shows only when it is dry.", float64(veils)),
		"Draw a damp bud with the airflow where rain would have washed it off.",
	}
	w.Order = []string{"Behind what stirs dirt up first: wheels, stacks, guns; then what is left in the cup over all."}
	w.Care = p.cares(&j)
	if p.On < coating.Satin.Texture() {
		w.Care = append([]string{fmt.Sprintf("The surface is %s: grime wants satin or flat to hold.", p.On.Sheen())}, w.Care...)
	}
	w.Cautions = j.cautions()
	w.Early = "It is not wiped. Too much of it comes off with " + j.UndoneBy.Name + " while it is fresh."
	if w.Late = fmt.Sprintf("It can be taken back until %s.", p.Plan.Clock(j.Closes)); j.Always {
		w.Late = "It can be taken back at any time."
	}
	return w
}

func strokeWords(s route.Stroke) []string {
	last := "With the airflow, in one direction, a fresh fold each time; lower surfaces and sides with the fall of water."
	switch s {
	case route.AcrossFirst:
		return []string{"Across the lines at 45 degrees, lightly, to lift the bulk.", last}
	case route.InCircles:
		return []string{"In small circles, a little at a time.", last}
	case route.PressedAcross:
		return []string{"Straight across the lines with a flat fold, to press the wash in.", last}
	}
	return []string{last}
}

// patch is how much can be brushed at one go, so that each place is wiped within its own window: areas are wiped in the order in which they were brushed.
func (p *Place) patch(j *Judged) float64 {
	area := p.Line.Zone.AreaCM2
	if j.Always && p.Plan.Schools.Of(route.WipedWhen) != route.WhenWet {
		return area
	}
	perCM := func(t *route.Technique) float64 { return t.Per100.Hours() / 100 }
	brush, wipe := perCM(j.Way), perCM(route.MustTechnique("wipe"))
	dries, held := j.Opens.Sub(j.Laid).Hours(), j.Closes.Sub(j.Opens).Hours()
	if p.Plan.Schools.Of(route.WipedWhen) == route.WhenWet {
		film := (&route.Step{Do: j.Way, Product: j.Product, Coats: 1}).Film(j.Laid)
		layer := stack.Lay("wash", film, p.Plan.Air)
		return math.Min(area, layer.Stiff().Sub(j.Laid).Hours()/(brush+wipe)) // wiped before the first of it stiffens
	}
	most := (dries + held) / wipe
	if wipe > brush {
		most = math.Min(most, held/(wipe-brush)+dries/wipe)
	}
	return math.Max(1, math.Min(area, most))
}

// tools are the ways to take the wash off the open surface, with what each leaves.
func (p *Place) tools(j *Judged) []Tool {
	film := (&route.Step{Do: j.Way, Product: j.Product, Coats: 1}).Film(j.Laid)
	layer := stack.Lay("wash", film, p.Plan.Air)
	left := func(cloth wash.Wetness, strokes int) float64 {
		liquid := p.remover(j.Product)
		if cloth == wash.Dry {
			liquid = nil
		}
		return wash.LeftOf(&layer.Course, p.On, cloth, strokes, liquid, j.Opens)
	}
	n := route.Strokes(p.Stroke)
	liquid := p.remover(j.Product).Name
	return []Tool{
		{"dry lint-free cloth or bud", left(wash.Dry, n), "Evens it. Paper sheds fibres."},
		{"cloth damp with " + liquid, left(wash.Damp, n), "Lifts it. Wet hides the result: let air dry it before each verdict."},
		{"cloth wet with " + liquid, left(wash.Wet, n), "Takes it off the surface, and some out of the lines."},
		{"sponge damp with " + liquid, left(wash.Damp, 2), "Leaves a broken tone, good for grime."},
		{"brush with " + liquid, left(wash.Wet, 1), "For corners and round detail; wipe it after each stroke."},
		{"drinking brush, clean and dry", left(wash.Dry, 1), "Draws up pools and ridges; leaves the rest."},
	}
}

// cares is what to look out for on this zone.
func (p *Place) cares(j *Judged) []string {
	all := []string{"Corners and raised edges hold a ridge of dried wash: a damp bud there, turned as you go."}
	add := func(format string, args ...any) { all = append(all, fmt.Sprintf(format, args...)) }
	decals, sealed, metal, masked, chipped := false, false, false, false, false
	for _, s := range p.Line.Steps[:p.Done] {
		do := s.Step.Do
		switch {
		case s.Step.Floats():
			decals, sealed = true, false
		case do.Has(route.ClearCoat):
			sealed, metal = true, false
		case do.ID == "metal-coat":
			metal = true
		case do.Has(route.Colour):
			metal = false
		case do.Has(route.Tape):
			masked = true
		case do.Has(route.TapeOff):
			masked = false
		case do.Has(route.Lifting|route.WearsBack) || do.ID == "sponge-chips" || do.ID == "brush-chips":
			chipped = true
		}
	}
	switch {
	case decals && !sealed:
		add("The decals are not sealed: the wash creeps under their edges, and the wipe tears them. Seal them first.")
	case decals:
		add("A wash stops where a decal bridges a line: slit the decal along it first. Glossy decals wipe cleaner than duller paint beside them.")
	}
	if metal {
		add("Bare metal shows every stroke: dab, and keep the wash to the lines.")
	}
	if masked {
		add("Keep the wash off the edges of the masks: it creeps below them.")
	}
	if chipped {
		add("Chips hold a little of the wash at their edges, which is how they look; wipe over them once, not round them.")
	}
	earlier := func(a verdict.Answer) bool {
		return a.Harm == verdict.Bitten && a.Severity == verdict.Warn && p.Films[a.Place].Film.Quick
	}
	switch {
	case earlier(j.Wipe):
		add("The wipe takes %.2f µm of the earlier %s with it: seal that first, or work dry.", float64(j.Wipe.Reach.Loss), p.FilmName(j.Wipe.Place))
	case earlier(j.Apply):
		add("It takes up %.2f µm of the earlier %s as it is put on.", float64(j.Apply.Reach.Loss), p.FilmName(j.Apply.Place))
	}
	if p.Kind.Drawn {
		add("The lines are sanded away: draw them with a sharp pencil under the clear, the wash has nothing to run in.")
	}
	if p.On >= coating.Satin.Texture() {
		add("The surface is %s and keeps an even grime: a bud that is full may be left so on purpose, to stain.", p.On.Sheen())
	}
	add("Loose and hinged parts: hold them with a finger, or wash them before they are fitted.")
	return all
}

// cautions are the usual ones for putting the wash on and wiping it.
func (j *Judged) cautions() []string {
	all := j.Mixed.Cautions()
	if l := j.Wets(); l != nil && l.Caution != "" && !slices.Contains(all, l.Caution) {
		all = append(all, l.Caution)
	}
	if c := j.Way.Caution; c != "" {
		all = append(all, c)
	}
	return slices.Clip(append([]string{}, all...))
}

// BareOrSealed is whether a wash goes straight on what is there, or over a clear first.
type BareOrSealed struct {
	Ages     []Age
	SafeFrom time.Time // bare; zero where it is at once or never within verdict.Patience
	Never    bool      // bare, it is not within that
	Sealed   float64   // loss in µm over two closed coats, a day old
	Work     time.Duration
	Night    time.Duration
	Words    string
}

// Age is what a bare wash does after some more waiting.
type Age struct {
	Hours float64
	Loss  float64 // µm, the worse of putting it on and wiping it
	Soft  bool    // a film is still too soft to be rubbed
	Safe  bool
}

// BareOrSealed answers both schools for a judged wash at the place, by hours of age.
func (p *Place) BareOrSealed(j *Judged) BareOrSealed {
	var out BareOrSealed
	wait := j.Opens.Sub(p.At)
	at := func(puts, wipes *verdict.Question, moment time.Time) (loss float64, worst verdict.Severity, soft bool) {
		a := puts.Does(moment)
		loss, worst = max(0, float64(a.Reach.Loss)), a.Severity
		if wipes == nil { // it is not wiped
			return loss, worst, false
		}
		a = wipes.Does(moment.Add(wait), verdict.Ground)
		soft = !wipes.Holds(verdict.Ground, moment.Add(wait))
		return max(loss, float64(a.Reach.Loss)), max(worst, a.Severity), soft
	}
	limit := float64(stack.Limit())
	out.Never = true
	for _, hours := range []float64{0, 6, 12, 24, 48, 72, 120, 168, 336} {
		moment := p.At.Add(time.Duration(hours * float64(time.Hour)))
		loss, worst, soft := at(j.puts, j.wipes, moment)
		a := Age{hours, loss, soft, worst < verdict.Stop && !soft}
		out.Ages = append(out.Ages, a)
		if a.Safe && out.Never {
			out.Never = false
			if hours > 0 {
				out.SafeFrom = moment
			}
		}
	}
	var wipes *verdict.Question
	if j.wipes != nil {
		wipes = j.wipes.Glossed(2, p.At)
	}
	out.Sealed, _, _ = at(j.puts.Glossed(2, p.At), wipes, p.At)
	seal := &route.Step{Do: route.MustTechnique("seal"), Product: sealProduct, Coats: 2}
	out.Work, out.Night = p.Line.Zone.Attended(seal), time.Duration(sealNight)*time.Hour
	cost := fmt.Sprintf("two coats of clear first cost %s of work and a night", say.Bench(out.Work))
	switch {
	case out.Ages[0].Safe:
		out.Words = fmt.Sprintf("Bare is safe now: it takes %.2f µm, %.2f shows. %s, and leave %.2f.", out.Ages[0].Loss, limit, say.Capital(cost), out.Sealed)
	case !out.Never:
		out.Words = fmt.Sprintf("Bare takes %.2f µm now and is safe from about %s; %s, and leave %.2f.", out.Ages[0].Loss, p.Plan.Clock(out.SafeFrom), cost, out.Sealed)
	case out.Sealed <= limit:
		out.Words = fmt.Sprintf("Bare it takes %.2f µm, and waiting a fortnight does not mend it; %s, and leave %.2f.", out.Ages[0].Loss, cost, out.Sealed)
	default:
		out.Words = fmt.Sprintf("Bare it takes %.2f µm, over two coats of clear still %.2f: take another wash.", out.Ages[0].Loss, out.Sealed)
	}
	return out
}

var sealProduct = func() *coating.Product {
	f := coating.MustFamily("polish-clear")
	return &coating.Product{ID: "clear", Name: "gloss", Kind: coating.Clear, Family: f, Sheen: coating.Gloss, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}()
