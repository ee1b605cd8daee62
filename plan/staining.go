package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/look"
	"inkysparrow/core/pigment"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/stack"
	"inkysparrow/core/stain"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wear"
)

func (h StainHow) how() stain.How {
	out := stain.How{Of: h.Of, Amount: h.Amount, Reach: h.Reach}
	none := func(v *float64) float64 { // 0 means none here, and the usual there
		switch {
		case v == nil:
			return 0
		case *v == 0:
			return -1
		}
		return *v
	}
	out.Rounds, out.Hours = none(h.Rounds), none(h.Hours)
	return out
}

// job is a step that stains or fades a zone, with all that its plan follows from.
type job struct {
	shape         *Shape
	zone          int
	line          *timeline.Line
	step          *route.Step
	placed        *timeline.Placed
	before        look.Skin // of the zone
	how           stain.How
	amount, reach float64
	hours         float64
	reads         shade.Reading
	shift         float64
	oils          []oil
	fired         float64 // rounds from each gun
	tl            *timeline.Timeline
	k             int  // of the step in its line
	told          bool // it is told in figures, and not only painted
}

// oil is a tube that is at hand.
type oil struct {
	name   string
	colour colour.Colour
	paint  *pigment.Paint
}

// jobOf returns step k of a line as one.
func jobOf(tl *timeline.Timeline, shape *Shape, line *timeline.Line, k int, how stain.How) *job {
	placed := &line.Steps[k]
	wanted := tl.Plan.Wear
	j := &job{
		tl: tl, k: k, shape: shape, zone: shape.Zone(line.Zone.ID), line: line, step: placed.Step, placed: placed, before: look.Of(line, k, placed.Start), how: how,
		hours: stain.Hours(wanted.Service.Months), reads: wanted.Stain, shift: stain.WantedShift(string(tl.Plan.Schools.Of(route.StrengthOf))),
	}
	if wanted.Faded {
		j.shift = stain.Faded(string(tl.Plan.Schools.Of(route.StrengthOf)), wanted.Fade)
	}
	j.fired = how.Fired(wanted.Service.Combat)
	j.amount, j.reach = how.Times()
	switch {
	case how.Hours < 0:
		j.hours = 0
	case how.Hours > 0:
		j.hours = how.Hours
	}
	for _, p := range tl.Plan.Products {
		if p.Kind == coating.Oil {
			j.oils = append(j.oils, oil{p.Name, p.Shows(), p.Pigments(p.Shows())})
		}
	}
	return j
}

// key is the same for two jobs that lay the same.
func (j *job) key() string {
	return fmt.Sprintf("%d %s %s %s %.3g %+v %g %v %g %g %g", j.zone, j.step.Do.ID, j.step.ID, j.colour(), float64(j.placed.On), j.how, j.hours, j.reads, j.shift, j.fired, j.step.Covered()) + j.before.Surface.String()
}

func (j *job) colour() colour.Colour {
	if j.step.Product == nil {
		return look.Plastic
	}
	return j.step.Product.Shows()
}

// Stains plans a step that stains or fades a zone on the airframe, as tl lays it out. Errors name the zone or the step.
func (f File) Stains(tl *timeline.Timeline, zone, step string) (Stains, error) {
	s, _, err := f.stained(tl, zone, step, nil)
	return s, err
}

// StainsAs plans a step as Stains does, changed as how says, with more oils at hand than the build's own.
func (f File) StainsAs(tl *timeline.Timeline, zone, step string, how StainHow, oils ...Product) (Stains, error) {
	s, _, err := f.stained(tl, zone, step, &how, oils...)
	return s, err
}

// placedAs returns where a step lies on a timeline: its zone's line, and its place there.
func placedAs(tl *timeline.Timeline, zone, step string) (*timeline.Line, int, error) {
	i := slices.IndexFunc(tl.Lines, func(l *timeline.Line) bool { return l.Zone.ID == zone })
	if i < 0 {
		return nil, 0, fault("zone", "no zone %q; there are %s", zone, words(tl.Lines, func(l *timeline.Line) string { return l.Zone.ID }))
	}
	line := tl.Lines[i]
	k := slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.Step.ID == step })
	if k < 0 {
		return nil, 0, fault("step", "no step %q in zone %q", step, zone)
	}
	return line, k, nil
}

func (f File) stained(tl *timeline.Timeline, zone, step string, how *StainHow, oils ...Product) (Stains, *stain.Laid, error) {
	line, k, err := placedAs(tl, zone, step)
	if err != nil {
		return Stains{}, nil, err
	}
	shape, err := f.Shape()
	if err != nil {
		return Stains{}, nil, err
	}
	if shape.Zone(zone) < 0 {
		return Stains{}, nil, fault("zone", "nothing on the airframe is zone %q", zone)
	}
	do := line.Steps[k].Step.Do
	if !do.Planned() {
		return Stains{}, nil, fault("step", "%q is %s, which is no oil, chip, stain or dust", step, do.ID)
	}
	own := line.Steps[k].Step.How
	if how != nil {
		own = how.how()
	}
	j := jobOf(tl, shape, line, k, own)
	for _, p := range oils {
		if p.Kind == coating.Oil && !slices.ContainsFunc(j.oils, func(o oil) bool { return o.name == p.Name }) {
			tone := colour.Or(p.Colour, look.Plastic)
			tube := coating.Product{Kind: coating.Oil, Family: coating.MustFamily("artist-oil"), Hide: p.HideCoats, Tenth: p.Tenth}
			j.oils = append(j.oils, oil{p.Name, tone, tube.Pigments(tone)})
		}
	}
	out := Stains{Format: StainsFormat, Zone: zone, Step: step, Amount: round2(j.amount), Reach: round2(j.reach)}
	care := stain.CareOf(do.ID)
	out.Tool, out.Undo, out.Seal, out.Caution = care.Tool, care.Undo, care.Seal, do.Caution
	laid, err := j.plan(&out)
	return out, laid, err
}

// plan lays the step out. It fills out what is told of it, unless out is nil.
func (j *job) plan(out *Stains) (*stain.Laid, error) {
	told := out
	if j.told = out != nil; !j.told {
		told = &Stains{}
	}
	switch do := j.step.Do.ID; do {
	case "oil-dots":
		return j.dots(told), nil
	case "oil-accent":
		return j.accents(told), nil
	case "filter":
		return j.filter(told), nil
	case "streak":
		if j.how.Of == stain.OfExhaust {
			return j.exhaust(told)
		}
		return j.streaks(told), nil
	case "exhaust-spray":
		if j.isGas() {
			return j.gas(told), nil
		}
		return j.exhaust(told)
	case "pastel":
		if j.how.Of == stain.OfExhaust {
			return j.exhaust(told)
		}
		if j.how.Of == stain.OfGas {
			return j.gas(told), nil
		}
		return j.dust(told), nil
	case "mud":
		return j.mud(told), nil
	case "wet-stain":
		l := stain.Spills(j.shape.Airframe, j.zone, j.colour(), j.amount, j.reach)
		told.clouds(l.Clouds)
		return l, nil
	default:
		if j.told {
			j.chips(told)
		}
		return nil, nil
	}
}

// isGas reports whether a step of exhaust is of guns: where it says so, or where the airframe has guns and no stacks.
func (j *job) isGas() bool {
	if j.how.Of != "" {
		return j.how.Of == stain.OfGas
	}
	return len(stain.Rows(j.shape.Airframe, j.hours, 0.5)) == 0 && slices.ContainsFunc(j.shape.Features, func(f airframe.Feature) bool { return f.Kind == airframe.GunPort })
}

func (j *job) dots(s *Stains) *stain.Laid {
	plan := stain.DotJob{Paint: j.before.Surface, On: j.placed.On, DMM: stain.DotMM(j.shape.Scale), Wanted: j.shift * j.amount, Seed: uint64(j.zone) + 1}
	p := plan.Plan(j.shape.Airframe, j.zone)
	for i := range p.Dots {
		p.Dots[i].LengthMM *= j.reach
		d := p.Dots[i]
		s.Dots = append(s.Dots, StainDot{d.View.String(), round2(d.At.X), round2(d.At.Y), d.DMM, d.Colour.String(), d.Tone.ID, round1(d.TowardDeg), round1(d.LengthMM)})
	}
	l := stain.Streaked(j.zone, p.Dots, j.placed.On)
	s.PaintMM3, s.AttendedMin, s.ShiftDE, s.WantedDE, s.PerCM2, s.PatchCM2 = round1(p.MM3), round1(p.Minutes), round2(p.Shift), round2(plan.Wanted), round2(p.PerCM2), round1(p.PatchCM2)
	s.OpenMin = round1(stain.OpenMin(j.placed.On))
	for _, one := range p.Patches() {
		s.Patches = append(s.Patches, StainPatch{one.View.String(), one.Dots, round1(one.At.X), round1(one.At.Y), round1(one.Mins)})
	}
	if j.told {
		_, s.SpreadDE = spread(j.shape.Airframe, j.zone, l, j.before.Surface)
		s.SpreadDE = round2(s.SpreadDE)
		for _, t := range stain.Tones() {
			s.Tubes = append(s.Tubes, j.tube(t))
		}
		for _, g := range stain.Grips(plan.DMM) {
			s.Grip = append(s.Grip, StainGrip{g.On.String(), round1(g.LongMM), round1(100 * g.Cover), round1(g.OpenMin), g.Words, j.placed.On.Sheen() == g.On})
		}
		for _, w := range stain.Ways() {
			s.Ways = append(s.Ways, StainWay{w.ID, w.Words, w.Takes, w.Undo})
		}
		if slices.ContainsFunc(j.line.Steps[:j.k], func(p timeline.Placed) bool { return p.Step.Do.Has(route.NeedsGloss) }) {
			s.Markings = &StainMarkings{round2(stain.OnMarkings(p.PerCM2, plan.DMM, j.placed.On)), "white over dark markings, buff over white ones"}
		}
		s.WetBrush = j.wetBrush()
	}
	return l
}

// spread returns how far streaks shift a zone's paint on average and how much that varies, CIEDE2000: sampled at a grid of places.
func spread(a *airframe.Airframe, zone int, l *stain.Laid, paint colour.Colour) (mean, sd float64) {
	var got []float64
	for p, f := range a.Skin(zone) {
		low, high := f.Bounds()
		var near []stain.Streak
		for _, s := range l.Streaks {
			if s.View == p.View {
				near = append(near, s)
			}
		}
		const across = 14 // places to a field's side
		step := max(0.5, max(high.X-low.X, high.Y-low.Y)/across)
		for y := low.Y + step/2; y < high.Y; y += step {
			for x := low.X + step/2; x < high.X; x += step {
				at := airframe.Pt{X: x, Y: y}
				if f.Holds(at) {
					got = append(got, paint.Difference(l.Seen(near, at, paint)))
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

// wetBrush asks what a brush that is wet with the step's thinner would do to the films below.
func (j *job) wetBrush() *StainBrush {
	site := j.tl.Site(j.line, j.k)
	touch := site.Touch
	if touch.Liquid == nil {
		return nil
	}
	touch.Contact = stack.Overall
	a := site.Question().With(touch).Does(j.placed.Start)
	r := a.Reach
	b := &StainBrush{LossUM: round2(float64(r.Loss)), Bites: a.Harm == verdict.Bitten}
	if r.Place > 0 && r.Place < len(j.line.Films) && r.Loss > 0 {
		b.Layer = j.line.Films[r.Place].Step
	}
	return b
}

// tube finds the oil of the build that gives a tone, or the two that are mixed for it.
func (j *job) tube(t stain.Tone) StainTube {
	want := t.Of(j.before.Surface)
	mixed := func(a, b oil, share float64) colour.Colour {
		return pigment.Mix(pigment.Part{Paint: a.paint, Volume: 1 - share}, pigment.Part{Paint: b.paint, Volume: share}).Colour()
	}
	out := StainTube{Tone: t.ID, Wanted: want.String(), OffDE: math.Inf(1)}
	var nearest colour.Colour
	for i, a := range j.oils {
		if d := want.Difference(a.colour); d < out.OffDE {
			out.OffDE, out.Words, nearest = d, a.name, a.colour
		}
		for _, b := range j.oils[i+1:] {
			for _, share := range []float64{0.25, 0.5, 0.75} {
				both := mixed(a, b, share)
				if d := want.Difference(both); stain.MixPays(d, out.OffDE) {
					out.OffDE, nearest = d, both
					out.Words = fmt.Sprintf("%s and %s, %s", a.name, b.name, map[float64]string{0.25: "3 to 1", 0.5: "1 to 1", 0.75: "1 to 3"}[share])
				}
			}
		}
	}
	out.OffDE = round1(min(100, out.OffDE))
	switch {
	case out.Words == "":
		out.Words = "no oil is in this build: take one " + j.before.Surface.Toward(want) + " than the paint"
	case !stain.Suits(out.OffDE):
		out.Words += " comes nearest"
		if toward := nearest.Toward(want); toward != "" {
			out.Words += ": what is wanted is " + toward
		}
	}
	return out
}

func (j *job) accents(s *Stains) *stain.Laid {
	all := stain.Accents(j.shape.Airframe, j.zone, j.placed.On, j.amount)
	for _, a := range all {
		s.Lines = append(s.Lines, StainLine{a.Line.ID, a.Line.View.String(), round2(a.WideMM * j.reach), round1(a.TowardDeg)})
	}
	for i := range all {
		all[i].WideMM *= j.reach
	}
	s.OpenMin = round1(stain.OpenMin(j.placed.On))
	return stain.Shaded(j.shape.Airframe, j.zone, all, j.colour(), j.placed.On)
}

func (j *job) filter(s *Stains) *stain.Laid {
	cover := min(1, j.amount*stain.Filter(stain.FilterParts()))
	s.CoverPct = round1(100 * cover)
	s.ShiftDE = round2(j.before.Surface.Difference(j.before.Surface.Veiled(j.colour(), cover)))
	return nil
}

// streaks sets a dot where something can leak and draws it out, with the air above and below, down the sides; rain leaves marks on these, and coolers mist what lies behind them.
func (j *job) streaks(s *Stains) *stain.Laid {
	all := stain.Leaks(j.shape.Airframe, j.zone, j.colour())
	if n := int(math.Ceil(float64(len(all)) * min(1, j.amount))); n < len(all) {
		all = all[:n]
	}
	l := stain.LeakStreaks(j.zone, all, j.colour(), j.amount, j.reach)
	for _, d := range all {
		s.Dots = append(s.Dots, StainDot{d.View.String(), round2(d.At.X), round2(d.At.Y), round2(d.DMM), d.Colour.String(), "", round1(d.TowardDeg), round1(d.LengthMM * j.reach)})
		s.PaintMM3 += stain.SqueezedMM3(d.DMM)
	}
	rain := stain.Rain(j.shape.Airframe, j.zone, j.amount, uint64(j.zone)+1)
	for i := range rain {
		rain[i].LongMM *= j.reach
		d := rain[i]
		s.Rain = append(s.Rain, StainDot{d.View.String(), round2(d.At.X), round2(d.At.Y), round2(d.WideMM), j.colour().String(), "", round1(d.TowardDeg), round1(2 * d.LongMM)})
		s.PaintMM3 += stain.SqueezedMM3(d.WideMM)
	}
	l.Streaks = append(l.Streaks, rain...)
	l.Clouds = stain.Coolers(j.shape.Airframe, j.zone, j.amount, j.reach)
	s.clouds(l.Clouds)
	s.PaintMM3 = round2(s.PaintMM3)
	return l
}

// clouds tells where soft stains begin and how far they go.
func (s *Stains) clouds(all []stain.Cloud) {
	for _, c := range all {
		s.Clouds = append(s.Clouds, StainCloud{c.View.String(), round2(c.From.X), round2(c.From.Y), round1(c.ReachMM / 2), round1(c.WideMM)})
	}
}

// exhaust plans the plume of the row of stacks that streams over the zone, in the school of the step.
func (j *job) exhaust(s *Stains) (*stain.Laid, error) {
	rows := stain.Rows(j.shape.Airframe, j.hours, stain.Core(j.reads))
	if len(rows) == 0 {
		return nil, fault("airframe.features", "the airframe has no exhaust stacks")
	}
	row := rows[0]
	for _, r := range rows {
		if r.Zone == j.zone {
			row = r
		}
	}
	ink := j.colour()
	l := stain.Streams(rows, j.zone, ink, j.amount, j.reach)
	if !j.told {
		return l, nil
	}
	paint := j.before.Surface
	for _, m := range row.Plume.Stacks {
		s.StackMM = append(s.StackMM, round2(m*1000/float64(j.shape.Scale)))
	}
	s.Stack = row.Stacks.ID
	for _, one := range row.Profile() {
		s.Profile = append(s.Profile, StainProfile{round1(one.AftMM * j.reach), math.Round(1000*-math.Expm1(-j.amount*-math.Log1p(-one.Peak))) / 1000, round2(one.HalfWidthMM)})
	}
	peak := 0.0
	for _, p := range s.Profile {
		peak = max(peak, p.Peak)
	}
	s.CoreDE = round1(paint.Difference(paint.Veiled(ink, peak)))
	suits := stain.InkFor(row.Fuel, paint)
	for _, i := range stain.InksOn(row.Fuel, paint) {
		s.Inks = append(s.Inks, StainInk{i.ID, i.Words, i.Colour.String(), math.Round(100 * i.Cover), round1(i.DE), i.ID == suits.ID})
	}
	wide, core := stain.TwoTone(row.Fuel, paint)
	s.TwoTone = []string{wide.ID, core.ID}
	j.schools(s, row, ink)
	return l, nil
}

// schools tells how the plume is made by each school: the step's own with all its figures, the others in a line.
func (j *job) schools(s *Stains, row stain.Row, ink colour.Colour) {
	hides := 0.0
	if j.step.Product != nil && j.step.Product.Family.Opaque {
		hides = j.step.Product.Hides(ink)
	}
	n := 0
	if j.step.Do.Counts == "passes" {
		own, _ := j.step.How.Times() // what is planned has followed its pull
		n = max(1, int(math.Round(float64(j.step.Coats)/own)))
	}
	sp := row.Spray(cmp.Or(hides, stain.HidesIn()), n)
	if more := int(math.Round(float64(len(sp.Passes)) * j.amount)); more != len(sp.Passes) && len(sp.Passes) > 0 { // the same mix, another number of passes
		sp.MM3 *= float64(max(1, more)) / float64(len(sp.Passes))
		sp.Passes = again(sp.Passes, max(1, more))
	}
	dust := stain.Dust{Colour: ink}
	dose := j.doseOf(row) // mm2 at a density of 1
	perCM2 := dust.Amount(j.before.Surface, 1-math.Exp(-1))
	peak := -math.Log1p(-min(0.98, stain.Core(j.reads))) * j.amount
	mg := dose / 100 * perCM2
	oil := stain.OilMM3(dose)
	ways := []StainWay{
		{string(route.ByAirbrush), "thin airbrushed passes", fmt.Sprintf("%d passes, %.0f %% of paint in the mix, %.1f mm³ on the model", len(sp.Passes), 100*sp.Paint, sp.MM3), stain.CareOf("exhaust-spray").Undo},
		{string(route.ByPastel), "pastel dust", fmt.Sprintf("%.1f mg in %d layers; %s of it stays under a wet clear, %s under a mist", mg, stain.Layers(peak), percent(dust.Kept(j.before.Surface, perCM2, 0)), percent(dust.Kept(j.before.Surface, perCM2, route.MistUM()))), stain.CareOf("pastel").Undo},
		{string(route.ByOil), "an oil streak", fmt.Sprintf("%.1f mm³ of oil drawn aft from each stack; touch-dry in a day or two", oil), stain.CareOf("streak").Undo},
	}
	own := map[string]string{"exhaust-spray": string(route.ByAirbrush), "pastel": string(route.ByPastel), "streak": string(route.ByOil)}[j.step.Do.ID]
	s.Ways = slices.DeleteFunc(ways, func(w StainWay) bool { return w.Way == own })
	switch j.step.Do.ID {
	case "pastel":
		s.Dust = j.dusting(dust, mg, stain.Layers(peak), dust.Amount(j.before.Surface, -math.Expm1(-peak)))
	case "streak":
		s.PaintMM3 = round2(oil)
	default:
		for _, one := range sp.Passes {
			s.Passes = append(s.Passes, StainPass{round1(one.FromMM * j.reach), round1(one.ToMM * j.reach), round1(one.StartMM), round1(one.EndMM), sp.PSI, math.Round(100 * sp.Paint)})
		}
		s.OnModelMM3 = round2(sp.MM3)
	}
}

func percent(share float64) string { return fmt.Sprintf("%.0f %%", 100*min(1, share)) }

// again returns n passes in place of some: the same ones over and over, the longest first.
func again(passes []stain.Pass, n int) []stain.Pass {
	out := make([]stain.Pass, n)
	for i := range out {
		out[i] = passes[i*len(passes)/n]
	}
	return out
}

// doseOf is the density of a row's plume over the model, in mm2 at a density of 1.
func (j *job) doseOf(r stain.Row) float64 {
	sum := 0.0
	last := 0.0
	if p := r.Profile(); len(p) > 0 {
		last = p[len(p)-1].AftMM
	}
	const step = 1.0
	for x := step / 2; x < last; x += step {
		wide := 4 * r.WidthM(x*float64(r.Scale)/1000) * 1000 / float64(r.Scale)
		for y := -wide; y < wide; y += wide / 10 {
			sum += r.Painted(x, y) * step * wide / 10
		}
	}
	return sum * j.amount * j.reach
}

func (j *job) dusting(d stain.Dust, mg float64, layers int, thickest float64) *StainDust {
	return &StainDust{
		round2(mg), layers, round2(thickest), round2(stain.HeldBy(j.placed.On)),
		math.Round(100 * d.Kept(j.before.Surface, thickest, 0)), math.Round(100 * d.Kept(j.before.Surface, thickest, route.MistUM())),
	}
}

// gas plans what guns leave: nothing where none was fired.
func (j *job) gas(s *Stains) *stain.Laid {
	l := stain.Guns(j.shape.Airframe, j.zone, j.colour(), j.fired, j.amount, j.reach)
	for i := range j.shape.Features {
		f := &j.shape.Features[i]
		if f.Kind != airframe.GunPort && f.Kind != airframe.Chute {
			continue
		}
		for _, c := range l.Clouds {
			if from, _ := c.View.Of(f.At); from == c.From {
				peak := 0.0
				for x := 0.0; x < c.ReachMM; x += 0.5 {
					peak = max(peak, c.Density(x, 0))
				}
				s.Gas = append(s.Gas, StainGas{f.ID, c.View.String(), round1(c.ReachMM / 2), round2(-math.Expm1(-peak))}) // a cloud reaches twice as far as it can be seen
			}
		}
	}
	s.clouds(l.Clouds)
	return l
}

// dust plans pastel that is no exhaust: what lies low, behind the wheels and where boots go.
func (j *job) dust(s *Stains) *stain.Laid {
	l := stain.Dusty(j.shape.Airframe, j.zone, j.colour(), j.amount, j.reach)
	d := stain.Dust{Colour: j.colour()}
	thickest := d.Amount(j.before.Surface, min(1, stain.DustCover()*j.amount))
	area := 0.0
	if j.zone < len(j.shape.Measures) {
		area = j.shape.Measures[j.zone].AreaCM2 * cmp.Or(j.step.Covered(), 1)
	}
	s.Dust = j.dusting(d, thickest*area/2, 1, thickest)
	s.clouds(l.Clouds)
	return l
}

// mud plans what the wheels throw.
func (j *job) mud(s *Stains) *stain.Laid {
	l := stain.Mud(j.shape.Airframe, j.zone, j.colour(), j.amount, j.reach)
	area := 0.0
	for _, m := range l.Streaks {
		s.Specks = append(s.Specks, StainSpeck{m.View.String(), round2(m.At.X), round2(m.At.Y), round2(m.WideMM)})
		area += math.Pi / 4 * m.WideMM * m.WideMM
	}
	if all := j.shape.Measures[j.zone].AreaCM2 * 100; all > 0 {
		s.CoverPct = math.Round(1000*100*area/all) / 1000
	}
	return l
}

// guidedChips are the largest ones, whose places are told.
const guidedChips = 60

// chips tells what a zone's chips come to, by what they are set with.
func (j *job) chips(s *Stains) {
	tool, ok := stain.ChipToolOf(j.step.Do.ID)
	if !ok {
		return
	}
	area := j.shape.Measures[j.zone].AreaCM2 * 100 * j.step.Covered() * j.amount
	c := tool.Chips(area, j.shape.Scale)
	s.Chips = &StainChips{tool.Words, round1(c.AreaMM2), math.Round(100 * c.ShownMM2 / max(1e-9, c.AreaMM2)), c.Number, round2(c.LeastMM), round2(c.Quarters[1]), round2(c.MostMM)}
	for _, one := range tool.PlaceChips(j.shape.Airframe, wear.MapOf(j.shape.Airframe, j.tl.Plan.Wear.Service), j.zone, guidedChips, c) {
		s.Specks = append(s.Specks, StainSpeck{one.View.String(), round2(one.At.X), round2(one.At.Y), round2(one.WideMM)})
	}
	if p := j.step.Product; p != nil && p.Kind == coating.Pigment {
		s.Dust = &StainDust{MG: round2(stain.Graphite() * area / 100), MGPerCM2: round2(stain.Graphite()), HeldMG: round2(stain.HeldBy(j.placed.On))}
	}
}

func round2(v float64) float64 { return math.Round(v*100) / 100 }

// Laid returns what the steps that a picture shows have laid on the airframe, changed as asked; it keeps what it worked out.
func (p *Painter) Laid(ctx context.Context, tl *timeline.Timeline, skins []look.Skin, pulls map[string]stain.How) (map[*route.Step]*stain.Laid, error) {
	all := map[*route.Step]*stain.Laid{}
	for i := range skins {
		for _, m := range skins[i].Marks {
			if m.Step == nil || !m.Step.Do.Planned() {
				continue
			}
			line, k := placeOf(tl, p.Shape.Zones[i], m.Step)
			if line == nil {
				continue
			}
			how := m.Step.How
			if other, ok := pulls[p.Shape.Zones[i]+"/"+m.Step.ID]; ok {
				how.Amount, how.Reach = other.Amount, other.Reach
			}
			j := jobOf(tl, p.Shape, line, k, how)
			key := j.key()
			l, known := p.laid[key]
			if !known {
				if err := context.Cause(ctx); err != nil {
					return nil, err
				}
				l, _ = j.plan(nil)
				if p.laid == nil || len(p.laid) > keptLaid {
					p.laid = map[string]*stain.Laid{}
				}
				p.laid[key] = l
			}
			if l != nil {
				all[m.Step] = l
			}
		}
	}
	return all, nil
}

const keptLaid = 60

func placeOf(tl *timeline.Timeline, zone string, step *route.Step) (*timeline.Line, int) {
	for _, l := range tl.Lines {
		if l.Zone.ID != zone {
			continue
		}
		for k := range l.Steps {
			if l.Steps[k].Step == step {
				return l, k
			}
		}
	}
	return nil, -1
}
