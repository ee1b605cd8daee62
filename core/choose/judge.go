package choose

import (
	"fmt"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/look"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wash"
)

// Candidate is a wash that could be taken.
type Candidate struct {
	Product *coating.Product
	Generic bool            // stands for its family
	Recipe  *mix.Recipe     // where it is mixed first
	Thinner *solvent.Liquid // that it is mixed with
	Mixed   *mix.Mixed
}

// Bottle returns a wash as it comes from its bottle.
func Bottle(p *coating.Product) Candidate { return Candidate{Product: p, Mixed: mix.Of(p)} }

// Touched is what a liquid does to the films below.
type Touched struct {
	Verdict  timeline.Verdict // empty for safe
	Reach    stack.Reach      // on the film that it harms most; its Place is -1 for none
	First    stack.Reach      // on an earlier wash, of which nothing but a wash is lost; its Place is -1 for none
	Contact  *stack.Contact
	Liquid   *solvent.Liquid // nil for a dry cloth
	SafeFrom time.Time       // of Wait
}

// Safe reports whether nothing is lost that can be seen.
func (t Touched) Safe() bool { return t.Verdict == timeline.NoVerdict }

// Judged is a candidate in its place.
type Judged struct {
	Candidate
	Rank     int    // from 1
	RuledOut string // the reason; empty for none
	Bands    []Band // by the wishes in their order

	Way    *route.Technique
	Apply  Touched
	Wipe   Touched
	Cloth  wash.Wetness
	Rub    stack.Rub
	Rubbed time.Time // from when what is rubbed is hard enough; zero where it is

	Run   wash.Run
	Fill  wash.Fill
	Left  float64 // share of the wash that the wipe leaves where it lay
	Keeps float64 // share that the wipe leaves in the lines
	Lines mix.Contrast
	Under mix.Contrast // under a flat clear
	Open  colour.Colour
	Shift float64 // of the open surface, CIEDE2000

	Laid, Opens, Closes time.Time
	Always              bool // it never closes
	UndoneBy            *solvent.Liquid
	Untouched           bool // undoing it leaves the paint alone
	Smell               solvent.Smell
	Attended            time.Duration
	ML                  float64 // that the zone takes
	Cost                float64
}

// bench remembers what was asked of the films at a place, since many washes share their liquids.
type bench struct {
	*Place
	known map[asked]Touched
}

type asked struct {
	contact *stack.Contact
	liquid  *solvent.Liquid
	minute  int64
}

// worst returns what a touch does to the paint and clears that it harms most, and to the earlier wash that it harms most.
func (p *Place) worst(films stack.Stack, touch stack.Touch, at time.Time) (paint, first stack.Reach) {
	paint, first = stack.Reach{Place: -1}, stack.Reach{Place: -1}
	for _, r := range films.Cut(touch, at, p.Plan.Air) {
		to := &paint
		if f := films[r.Place].Film; !f.Family.Closed && f.Family.Mechanism != coating.Moulded && f.Family.ID != "decal" {
			to = &first
		}
		if to.Place < 0 || r.Loss > to.Loss {
			*to = r
		}
	}
	return paint, first
}

// touch returns what a liquid does to the films at a moment, and when it no longer does: waiting is looked for within timeline.Patience.
func (b *bench) touch(contact *stack.Contact, liquid *solvent.Liquid, at time.Time) Touched {
	key := asked{contact, liquid, at.Unix() / 60}
	if t, ok := b.known[key]; ok {
		return t
	}
	touch := stack.Touch{Contact: contact, Liquid: liquid}
	air := b.Plan.Air
	t := Touched{Contact: contact, Liquid: liquid}
	t.Reach, t.First = b.worst(b.Films, touch, at)
	bites := func(films stack.Stack, moment time.Time) bool {
		paint, _ := b.worst(films, touch, moment)
		return paint.Bites()
	}
	if t.Reach.Bites() {
		t.Verdict = timeline.Never
		holds := func(moment time.Time) bool { return !bites(b.Films, moment) }
		for s := range timeline.Once(schedule.Span{From: at, To: at.Add(timeline.Patience)}, holds) {
			t.Verdict, t.SafeFrom = timeline.Wait, s.From
			break
		}
		for coats := 2; t.Verdict == timeline.Never && coats <= 3 && !t.Reach.Whole; coats++ {
			if !bites(b.Films.Glossed(coats, at, air), at) {
				t.Verdict = timeline.Seal
			}
		}
	}
	b.known[key] = t
	return t
}

// Judge judges candidates at a place. Their order is kept; see Rank.
func (p *Place) Judge(all []Candidate) []Judged {
	b := &bench{p, map[asked]Touched{}}
	out := make([]Judged, len(all))
	for i, c := range all {
		out[i] = b.judge(c)
	}
	return out
}

func (b *bench) judge(c Candidate) Judged {
	j := Judged{Candidate: c, Way: b.way(c.Mixed.Family), Cloth: b.Cloth}
	zone, air := b.Line.Zone, b.Plan.Air
	step := &route.Step{Do: j.Way, Product: c.Product, Coats: max(1, j.Way.Coats)}
	j.Laid = b.At.Add(zone.Attended(step))
	film := step.Film(j.Laid)
	layer := stack.Lay("wash", film, air)
	remover := b.remover(c.Product)
	j.Opens, j.Closes = timeline.WipeWindow(film, remover, b.Plan)
	j.Always = !film.Family.Mechanism.Hardens || j.Closes.Sub(j.Opens).Hours() > 24*alwaysDays
	j.Apply = b.touch(j.Way.Contact, c.Product.Carrier, b.At)
	if j.Way.Airbrush { // grime that is laid in veils and stays
		j.Wipe, j.Rub, j.Left, j.Keeps = Touched{Reach: stack.Reach{Place: -1}, First: stack.Reach{Place: -1}}, stack.Rub{Place: -1, Hard: 1}, 1, 1
		b.finish(&j, step, 0)
		return j
	}
	var liquid *solvent.Liquid
	if j.Cloth != wash.Dry {
		liquid = remover
	}
	j.Wipe = b.touch(j.Cloth.Contact(), liquid, j.Opens)
	if j.Rub = b.Films.Rubbed("", j.Opens); j.Rub.Place > 0 {
		j.Rubbed = b.Films[j.Rub.Place].When(stack.RubHard())
	}
	j.Left = wash.LeftOf(&layer.Course, b.On, j.Cloth, route.Strokes(b.Stroke), liquid, j.Opens)
	j.Keeps = (1 - route.LineLoss(b.Stroke)) * (1 - layer.At(j.Opens).Wet)
	if liquid != nil {
		j.Smell = liquid.Mix.Smell()
	}
	b.finish(&j, step, zone.Attended(&route.Step{Do: route.MustTechnique("wipe"), Coats: 1}))
	return j
}

// finish works out how a judged wash runs and reads, and what it takes.
func (b *bench) finish(j *Judged, step *route.Step, wiping time.Duration) {
	c, zone, air := j.Candidate, b.Line.Zone, b.Plan.Air
	j.Run = c.Mixed.Runs(b.Lines, b.On, air.At(b.At))
	j.Fill = b.Lines.Fills(b.Length, j.Run.MM)
	j.Lines, j.Under = b.lines(c.Mixed, b.inLines(j))
	j.Open, j.Shift = b.open(j)

	j.UndoneBy = c.Product.Remover
	j.Untouched = b.touch(wash.Damp.Contact(), c.Product.Remover, j.Opens).Safe()
	j.Smell = max(j.Smell, c.Mixed.Carrier.Smell())
	j.Attended = zone.Attended(step) + wiping
	cup := zone.Dose(step, -1)
	j.ML = cup.Mixed
	if j.Cost = cup.Product * mix.Price(c.Product); c.Recipe != nil {
		j.Cost = c.Mixed.Cost() * cup.Mixed / c.Mixed.ML
	}
	j.RuledOut = b.ruledOut(j)
}

// inLines returns the dry thickness that is left in the lines: what is sprayed lies there as it does everywhere.
func (p *Place) inLines(j *Judged) coating.Microns {
	if j.Way.Airbrush {
		return j.Lies()
	}
	return mix.InLine(j.Mixed.Fluid, p.Lines) * coating.Microns(j.Keeps)
}

// Lies returns the dry thickness of the wash on open surface before it is wiped: brushed on as its family lies, sprayed as light veils.
func (j *Judged) Lies() coating.Microns {
	if j.Way.Airbrush {
		return j.Way.Contact.Liquid * coating.Microns(j.Mixed.Solids) * veils
	}
	return j.Mixed.OnOpen()
}

// lines returns how the lines stand out once they were wiped, bare and under a flat clear.
func (p *Place) lines(m *mix.Mixed, um coating.Microns) (bare, under mix.Contrast) {
	look := m.Look
	bare.Line, under.Line = look.Over(p.Ground, um), look.UnderClear(p.Ground, um)
	for _, c := range []*mix.Contrast{&bare, &under} {
		c.Near, c.AtArm = c.Line.Difference(p.Paint), shade.AtArm(c.Line, p.Paint, p.Lines.WidthMM)
	}
	return bare, under
}

// open returns the colour of the open surface after the wipe, and how far that is from the paint.
func (p *Place) open(j *Judged) (colour.Colour, float64) {
	share := 1.0
	if j.Way.Contact == stack.PinWash {
		share = look.Spill()
	}
	lies := j.Lies() * coating.Microns(j.Left)
	look := j.Mixed.Look
	c := p.Panel.Veiled(look.Over(p.Panel, lies), share)
	return c, c.Difference(p.Panel)
}

// ruledOut returns why a wash should not be taken, empty for none.
func (b *bench) ruledOut(j *Judged) string {
	for _, t := range []struct {
		what string
		Touched
	}{{"it", j.Apply}, {"the wipe", j.Wipe}} {
		if t.Safe() {
			continue
		}
		liquid := "a dry cloth"
		if t.Liquid != nil {
			liquid = t.Liquid.Name
		}
		words := fmt.Sprintf("%s takes %.2f µm of %s when %s is put on", liquid, float64(t.Reach.Loss), b.FilmName(t.Reach.Place), t.what)
		if t.what == "the wipe" {
			words = fmt.Sprintf("%s takes %.2f µm of %s at the wipe", liquid, float64(t.Reach.Loss), b.FilmName(t.Reach.Place))
		}
		switch t.Verdict {
		case timeline.Wait:
			words += ", safe from " + b.Plan.Clock(t.SafeFrom)
		case timeline.Seal:
			words += "; two closed coats of clear would keep it away"
		default:
			words += ", at any age"
		}
		return words
	}
	if j.Opens.Sub(j.Laid) > timeline.Patience {
		return "it does not dry in the room's air"
	}
	if j.Rub.Place > 0 && j.Rub.Exposed >= 1 {
		return fmt.Sprintf("%s is %s hard and wants %s under a cloth, from %s on", b.FilmName(j.Rub.Place), say.Percent(j.Rub.Hard), say.Percent(stack.RubHard()), b.Plan.Clock(j.Rubbed))
	}
	switch own := j.Mixed.Look.Dry; {
	case !rule.WashShows(b.Paint, own):
		return fmt.Sprintf("it can't be seen on %s", b.paintName())
	case j.Recipe != nil && rule.PureBlack(own) && b.Paint.Lightness() > own.Lightness() && rule.Harsh(b.Paint, own):
		return fmt.Sprintf("pure black looks drawn with a pen on %s: mix a brown-grey", b.paintName())
	}
	if j.Way.Contact == stack.PinWash && !j.Run.Runs() {
		return fmt.Sprintf("it does not run in these lines: %s", j.Run.Stop.Words())
	}
	return ""
}

// Harm is how much paint a wash would take, in µm: the order of those that are ruled out.
func (j *Judged) Harm() float64 {
	harm := 0.0
	for _, t := range []Touched{j.Apply, j.Wipe} {
		if !t.Safe() {
			harm = max(harm, float64(t.Reach.Loss))
		}
	}
	return harm
}

// Worst returns the greater loss of putting it on and wiping it, in µm.
func (j *Judged) Worst() float64 {
	return max(0, float64(j.Apply.Reach.Loss), float64(j.Wipe.Reach.Loss))
}

// FilmName is what the film at a place of the stack is called in a sentence.
func (p *Place) FilmName(place int) string {
	if place <= 0 || place >= len(p.Films) {
		return "the bare plastic"
	}
	id := p.Films[place].Step
	for _, s := range p.Line.Steps {
		if s.Step.ID == id && s.Step.Product != nil {
			return s.Step.Product.Name
		}
	}
	return "the " + p.Films[place].Film.Family.Name
}

func (p *Place) paintName() string {
	if p.Painted == nil {
		return "the bare plastic"
	}
	return p.Painted.Product.Name
}

// Cell is what one liquid does to one film of the place.
type Cell struct {
	Place int // of the film
	Reach stack.Reach
	Safe  bool
}

// Grid returns what a touch does to every film of the place that it reaches, the top one first.
func (p *Place) Grid(t Touched, at time.Time) []Cell {
	var cells []Cell
	if t.Contact == nil { // nothing touches it
		return nil
	}
	for _, r := range p.Films.Cut(stack.Touch{Contact: t.Contact, Liquid: t.Liquid}, at, p.Plan.Air) {
		cells = append(cells, Cell{r.Place, r, !r.Bites()})
	}
	return cells
}
