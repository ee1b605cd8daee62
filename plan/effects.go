package plan

import (
	"cmp"
	"context"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

func (h StainHow) pull() route.Pull {
	out := route.Pull{Of: h.Of, Amount: cmp.Or(h.Times, h.Amount), Reach: h.Reach}
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

// resolveEffects gives steps that stain or fade the figures that follow from their pulls; one that is begun or done keeps those that it was carried out with.
func (f File) resolveEffects(p *route.Plan) error {
	for i, z := range f.Zones {
		for k, in := range z.Steps {
			s := p.Zones[i].Steps[k]
			if !effect.Stains(s.Do) {
				continue
			}
			s.Seed = in.Seed
			if s.Seed == 0 {
				s.Seed = effect.Seeded(z.ID, in.ID)
			}
			how := StainHow{}
			if in.Stain != nil {
				how = *in.Stain
			}
			if s.Happened() || !s.Started.IsZero() {
				if how.Did != nil {
					s.Coats, s.Share = max(1, how.Did.Passes), how.Did.AreaPct/100
				}
				continue
			}
			j := &effect.Job{Airframe: p.Airframe, Step: s, Wear: p.Wear, Veil: f.hand.Veil}
			if s.Do.Counts == route.CountsPasses {
				j.Paint = p.Zones[i].Tones(k).Panel
			}
			if j.Airframe != nil {
				j.Zone = j.Airframe.Zone(z.ID)
			}
			effect.Follow(j, in.Coats, in.AreaPct/100, how.Times == 0 && how.Amount > 0)
		}
	}
	return nil
}

// carry keeps with steps that are begun or done the figures that they are carried out with, and lets go of those of steps that are not any more.
func (f *File) carry() error {
	var p *route.Plan
	for i := range f.Zones {
		for k := range f.Zones[i].Steps {
			s := &f.Zones[i].Steps[k]
			do, ok := route.TechniqueNamed(string(s.Do))
			if !ok || !effect.Stains(do) {
				continue
			}
			how := StainHow{}
			if s.Stain != nil {
				how = *s.Stain
			}
			switch begun := s.Done != nil || s.Started != nil; {
			case begun == (how.Did != nil):
				continue
			case !begun:
				how.Did = nil
			default:
				if p == nil {
					var err error
					if p, err = f.unbegun().Resolve(); err != nil {
						return err
					}
				}
				as := p.Zones[i].Steps[k]
				how.Did = &StainDid{Passes: as.Coats, AreaPct: round2(100 * as.Share)}
				if s.Planned != nil && s.Planned.Coats != s.Coats { // it was done in another number of passes
					how.Did.Passes = s.Coats
				}
			}
			if s.Stain = &how; how == (StainHow{}) {
				s.Stain = nil
			}
		}
	}
	return nil
}

// unbegun returns the plan as it was before anything of it was begun.
func (f *File) unbegun() File {
	out := f.Clone()
	for i := range out.Zones {
		for k := range out.Zones[i].Steps {
			s := &out.Zones[i].Steps[k]
			s.Done, s.Started, s.Seen = nil, nil, ""
		}
	}
	return out
}

// Stains plans a step that stains or fades a zone on the airframe, as tl lays it out. Errors name the zone or the step.
func (f File) Stains(tl *timeline.Timeline, zone, step string) (Stains, error) {
	return f.stained(tl, zone, step, nil)
}

// StainsAs plans a step as Stains does, changed as how says, with more oils at hand than the build's own.
func (f File) StainsAs(tl *timeline.Timeline, zone, step string, how StainHow, oils ...Product) (Stains, error) {
	return f.stained(tl, zone, step, &how, oils...)
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

func (f File) stained(tl *timeline.Timeline, zone, step string, how *StainHow, oils ...Product) (Stains, error) {
	line, k, err := placedAs(tl, zone, step)
	if err != nil {
		return Stains{}, err
	}
	shape, err := f.Shape()
	if err != nil {
		return Stains{}, err
	}
	if shape.Zone(zone) < 0 {
		return Stains{}, fault("zone", "nothing on the airframe is zone %q", zone)
	}
	s := line.Steps[k].Step
	if !effect.Stains(s.Do) {
		return Stains{}, fault("step", "%q is %s, which is no oil, chip, stain or dust", step, s.Do.ID)
	}
	j := jobOf(tl, shape, line, k)
	if how != nil {
		f.pulled(j, line, how)
	}
	j.Told = true
	for _, p := range tl.Plan.Products {
		if p.Kind == coating.Oil {
			j.Tubes = append(j.Tubes, effect.Tube{Name: p.Name, Colour: p.Shows(), Paint: p.Pigments(p.Shows())})
		}
	}
	for _, p := range oils {
		if p.Kind == coating.Oil && !slices.ContainsFunc(j.Tubes, func(o effect.Tube) bool { return o.Name == p.Name }) {
			tube := coating.Product{Kind: coating.Oil, Colour: p.Colour, Family: coating.MustFamily("artist-oil"), Hide: p.HideCoats, Tenth: p.Tenth}
			j.Tubes = append(j.Tubes, effect.Tube{Name: p.Name, Colour: tube.Shows(), Paint: tube.Pigments(tube.Shows())})
		}
	}
	j.Marked = slices.ContainsFunc(line.Steps[:k], func(p timeline.Placed) bool { return p.Step.Do.Has(route.NeedsGloss) })
	j.Brush = wetBrush(tl, line, k)
	return stainsOf(j, effect.Of(j), zone, step), nil
}

// jobOf is step k of a line with all that its effects follow from.
func jobOf(tl *timeline.Timeline, shape *Shape, line *timeline.Line, k int) *effect.Job {
	placed := &line.Steps[k]
	bare, primer := look.Below(line, k)
	return &effect.Job{
		Airframe: shape.Airframe, Zone: shape.Zone(line.Zone.ID), AreaCM2: shape.area(line), AircraftCM2: shape.whole(), Below: bare, Primer: primer, Step: placed.Step, Wear: tl.Plan.Wear, Paint: look.Of(line, k, placed.Start).Surface, On: placed.On,
	}
}

// pulled has a job's step be pulled as how says in place of its own pull.
func (f File) pulled(j *effect.Job, line *timeline.Line, how *StainHow) {
	for _, z := range f.Zones {
		for _, in := range z.Steps {
			if z.ID == line.Zone.ID && in.ID == j.Step.ID {
				j.Step = j.Step.As(func(s *route.Step) { s.Pull, s.Share = how.pull(), 0 })
				effect.Follow(j, in.Coats, in.AreaPct/100, false)
			}
		}
	}
}

// area is that of a line's zone on the airframe, or what the plan says of it, in cm2.
func (s *Shape) area(line *timeline.Line) float64 {
	if z := s.Zone(line.Zone.ID); z >= 0 && z < len(s.Measures) {
		return s.Measures[z].AreaCM2
	}
	return line.Zone.AreaCM2
}

// whole is the area of all zones on the airframe, in cm2.
func (s *Shape) whole() (sum float64) {
	for _, m := range s.Measures {
		sum += m.AreaCM2
	}
	return sum
}

// wetBrush asks what a brush that is wet with a step's thinner would do to the films below; nil where there is no thinner.
func wetBrush(tl *timeline.Timeline, line *timeline.Line, k int) *effect.Brush {
	site := tl.Site(line, k)
	touch := site.Touch
	if touch.Liquid == nil {
		return nil
	}
	touch.Contact = stack.Overall
	a := site.Question().With(touch).Does(line.Steps[k].Start)
	return &effect.Brush{LossUM: float64(a.Reach.Loss), Bites: a.Harm == verdict.Bitten}
}

// Laid returns what the steps that a picture shows have laid on the airframe, changed as asked; it keeps what it worked out.
func (p *Painter) Laid(ctx context.Context, tl *timeline.Timeline, skins []look.Skin, pulls map[string]route.Pull) (map[*route.Step]*effect.Laid, error) {
	all := map[*route.Step]*effect.Laid{}
	for i := range skins {
		for _, m := range skins[i].Marks {
			if m.Step == nil || !effect.Stains(m.Step.Do) {
				continue
			}
			line, k, err := placedAs(tl, p.Shape.Zones[i], m.Step.ID)
			if err != nil {
				continue
			}
			j := jobOf(tl, p.Shape, line, k)
			if other, ok := pulls[p.Shape.Zones[i]+"/"+m.Step.ID]; ok {
				j.Step = effect.Pulled(j.Step, other)
			}
			key := j.Key()
			l, known := p.laid[key]
			if !known {
				if err := context.Cause(ctx); err != nil {
					return nil, err
				}
				l = effect.Of(j).Laid
				if p.laid == nil || len(p.laid) > keptLaid {
					p.laid = map[string]*effect.Laid{}
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

// More is a step that would stain or fade a zone as none of its route does yet.
type More struct {
	Zone, ZoneName, Do, Name string
	Of                       string // what it is of, where that has to be said
	Product, ProductName     string // of the build's own: what shows best there; empty where it takes none
}

// More returns what would lay an effect on each zone that no step of it makes, by the first hand that the build's own products suit. It returns why ctx ended where nobody waits for it any more.
func (f File) More(ctx context.Context, tl *timeline.Timeline) ([]More, error) {
	shape, err := f.Shape()
	if err != nil {
		return nil, err
	}
	var all []More
	for _, line := range tl.Lines {
		last := len(line.Steps) - 1
		if z := shape.Zone(line.Zone.ID); z < 0 || shape.Measures[z].AreaCM2 <= 0 || last < 0 {
			continue
		}
		base := jobOf(tl, shape, line, last)
		for _, e := range effect.All() {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			if e.From != "" && !shape.Airframe.Has(e.From) || slices.ContainsFunc(line.Steps, func(p timeline.Placed) bool { return effect.Is(p.Step, shape.Airframe, e.ID) }) {
				continue
			}
			do, product, ok := byHand(tl, line, e, base)
			if !ok {
				continue
			}
			m := More{Zone: line.Zone.ID, ZoneName: line.Zone.Name, Do: do.ID, Name: do.Name}
			if e.ID == route.OfExhaust || e.ID == route.OfGas {
				m.Of, m.Name = e.ID, e.Name
			}
			if slices.ContainsFunc(all, func(o More) bool { return o.Zone == m.Zone && o.Do == m.Do && o.Of == m.Of }) || !leaves(base, m.Of, do, product) {
				continue
			}
			if product != nil {
				m.Product, m.ProductName = product.ID, product.Name
			}
			all = append(all, m)
		}
	}
	return all, nil
}

// byHand returns the first hand of an effect for which there is a product, and of these the one that is most like what it is usually made with: the darkest, or the farthest from the paint.
func byHand(tl *timeline.Timeline, line *timeline.Line, e *effect.Effect, j *effect.Job) (do *route.Technique, product *coating.Product, ok bool) {
	apart := func(p *coating.Product) float64 {
		if e.Dark {
			return -p.Shows().Lightness()
		}
		return p.Shows().Difference(j.Paint)
	}
	for _, h := range e.By {
		do := route.MustTechnique(h.Do)
		if do.Has(route.Lifting) && !slices.ContainsFunc(line.Steps, func(p timeline.Placed) bool { return p.Step.Product != nil && p.Step.Product.Kind == coating.Medium }) {
			continue // there is nothing to be lifted
		}
		if len(do.Kinds) == 0 {
			return do, nil, true
		}
		for _, kind := range do.Kinds {
			for _, p := range tl.Plan.Products {
				if p.Kind == kind && p.Colour != "" && (product == nil || apart(p) > apart(product)) {
					product = p
				}
			}
			if product != nil {
				return do, product, true
			}
		}
	}
	return nil, nil, false
}

// leaves reports whether a kind of step would lay anything on a job's zone.
func leaves(base *effect.Job, of string, do *route.Technique, product *coating.Product) bool {
	j := *base
	j.Step = &route.Step{ID: do.ID, Do: do, Product: product, Coats: max(1, do.Coats), Pull: route.Pull{Of: of}, Seed: 1}
	effect.Follow(&j, 0, 0, false)
	laid := effect.Of(&j).Laid
	if laid == nil || of == route.OfExhaust && !laid.Beyond { // it is sprayed from where it begins
		return false
	}
	return len(laid.Streaks)+len(laid.Clouds)+len(laid.Veils) > 0
}
