package choose

import (
	"fmt"
	"time"

	"inkysparrow/core/clock"
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
	"inkysparrow/core/verdict"
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

// Judged is a candidate in its place.
type Judged struct {
	Candidate
	Rank     int           // from 1
	Evening  int           // sessions until it can be wiped: 0 for the one it is put on in, 1 for the next; below 0 where none lies in its window
	Coated   time.Duration // from when it is laid until the next coat may go on
	RuledOut string        // the reason; empty for none
	Bands    []Band        // by the wishes in their order

	Way   *route.Technique
	Apply verdict.Answer
	Wipe  verdict.Answer // but for what a cloth grinds in
	Rub   verdict.Answer // that
	Cloth wash.Wetness
	puts  *verdict.Question
	wipes *verdict.Question // nil where it is not wiped

	Run   wash.Run
	Fill  wash.Fill
	Left  float64 // share of the wash that the wipe leaves where it lay
	Keeps float64 // share that the wipe leaves in the lines
	Lines mix.Contrast
	Stark bool         // they look drawn with a pen
	Paler bool         // they are lighter than a paint that is not dark
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
	known map[asked]verdict.Answer
}

// asked is all of a question that differs from one wash to the next: what lies below them is the same.
type asked struct {
	contact string
	liquid  *solvent.Liquid
	welds   *coating.Family
	cloth   bool
	rub     bool
	minute  int64
}

// ask asks a question of the place; rub asks for what a cloth grinds in, else for all but that.
func (b *bench) ask(q *verdict.Question, rub bool, at time.Time) verdict.Answer {
	key := asked{q.Touch.Contact.ID, q.Touch.Liquid, q.Touch.Welds, q.Cloth, rub, at.Unix() / 60}
	a, ok := b.known[key]
	if ok {
		return a
	}
	if rub {
		if a, ok = q.Of(verdict.Ground, at); ok {
			a = q.Helped(a)
		} else {
			a = verdict.Answer{Place: -1, Hard: 1}
		}
	} else {
		a = q.Ask(at, verdict.Ground)
	}
	b.known[key] = a
	return a
}

// Judge judges candidates at a place. Their order is kept; see Rank.
func (p *Place) Judge(all []Candidate) []Judged {
	b := &bench{p, map[asked]verdict.Answer{}}
	out := make([]Judged, len(all))
	for i, c := range all {
		out[i] = b.judge(c)
	}
	return out
}

func (b *bench) judge(c Candidate) Judged {
	j := Judged{Candidate: c, Way: b.way(c.Mixed.Family), Cloth: b.Cloth}
	zone := b.Line.Zone
	step := &route.Step{ID: "wash", Do: j.Way, Product: c.Product, Coats: max(1, j.Way.Coats)}
	j.Laid = b.At.Add(zone.Attended(step))
	film := step.Film(j.Laid)
	remover := b.remover(c.Product)
	j.Opens, j.Closes = timeline.WipeWindow(film, remover, b.Plan)
	j.Always = !film.Family.Mechanism.Hardens || j.Closes.Sub(j.Opens).Hours() > 24*alwaysDays
	wipe := &route.Step{ID: "wipe", Do: route.MustTechnique("wipe"), Coats: 1, Of: step.ID, Cloth: j.Cloth, Liquid: remover, Stroke: b.Stroke, Wiped: step}
	wiping := zone.Attended(wipe)
	sites := b.Line.Try(b.Laid, b.Plan, b.Done, timeline.Placed{Step: step, Start: b.At, End: j.Laid}, timeline.Placed{Step: wipe, Start: j.Opens, End: j.Opens.Add(wiping)})
	j.puts = sites[0].Question()
	j.Apply = b.ask(j.puts, false, b.At)
	if j.Way.Airbrush { // grime that is laid in veils and stays
		j.Wipe, j.Rub, j.Left, j.Keeps = verdict.Answer{Place: -1, Reach: stack.Reach{Place: -1}}, verdict.Answer{Place: -1, Hard: 1}, 1, 1
		b.finish(&j, step, 0)
		return j
	}
	j.wipes = sites[1].Question()
	j.Wipe, j.Rub = b.ask(j.wipes, false, j.Opens), b.ask(j.wipes, true, j.Opens)
	layer := &j.wipes.Films[len(j.wipes.Films)-1]
	j.Coated = layer.Ready().Sub(j.Laid)
	j.Evening = b.evening(&j, wiping)
	liquid := wipe.Wets()
	j.Left = wash.LeftOf(&layer.Course, b.On, j.Cloth, route.Strokes(b.Stroke), liquid, j.Opens)
	j.Keeps = (1 - route.LineLoss(b.Stroke)) * (1 - layer.At(j.Opens).Wet)
	if liquid != nil {
		j.Smell = liquid.Mix.Smell()
	}
	b.finish(&j, step, wiping)
	return j
}

// evening returns in which session after the one that a wash is put on in it can be wiped; below 0 where no session has room in its window.
func (p *Place) evening(j *Judged, wiping time.Duration) int {
	if p.Laid == nil || p.Laid.Calendar == nil {
		return 0
	}
	start, ok := p.Laid.Calendar.Slot(clock.Later(j.Opens, j.Laid), schedule.Need{Hands: wiping})
	if !ok || !j.Always && start.After(j.Closes) {
		return -1
	}
	for _, s := range p.Laid.Calendar.Sessions(p.At, j.Laid) {
		if start.Before(s.To) {
			return 0
		}
	}
	if start.Sub(j.Laid) < 36*time.Hour {
		return 1
	}
	return 2
}

// Wets is what the cloth of the wipe is wetted with; nil for a dry one, and where nothing is wiped.
func (j *Judged) Wets() *solvent.Liquid {
	if j.wipes == nil {
		return nil
	}
	return j.wipes.Touch.Liquid
}

// finish works out how a judged wash runs and reads, and what it takes.
func (b *bench) finish(j *Judged, step *route.Step, wiping time.Duration) {
	c, zone, air := j.Candidate, b.Line.Zone, b.Plan.Air
	j.Run = c.Mixed.Runs(b.Lines, b.On, air.At(b.At))
	j.Fill = b.Lines.Fills(b.Length, j.Run.MM)
	j.Lines, j.Under = b.lines(c.Mixed, b.inLines(j))
	j.Open, j.Shift = b.open(j)
	j.Stark = rule.Harsh(b.Paint, j.Lines.Line)
	j.Paler = b.Paint.Lightness() >= rule.DarkBelow && j.Lines.Line.Lightness() > b.Paint.Lightness()

	j.UndoneBy = c.Product.Remover
	undo := j.puts
	if j.wipes != nil {
		undo = j.wipes
	}
	undone := undo.With(stack.Touch{Contact: wash.Damp.Contact(), Liquid: c.Product.Remover, Own: step.ID})
	undone.Cloth = true
	j.Untouched = b.ask(undone, false, j.Opens).Severity < verdict.Stop
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
		return j.Way.Contact.Liquid * coating.Microns(j.Mixed.Solids) * veils / (1 + grimeThin)
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
	if j.Way.Contact.Is(stack.PinWash) {
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
		a    verdict.Answer
		q    *verdict.Question
		when string
	}{{j.Apply, j.puts, "when it is put on"}, {j.Wipe, j.wipes, "at the wipe"}} {
		if t.a.Severity == verdict.Stop {
			return b.harmWords(t.a, t.q, t.when)
		}
	}
	if j.Opens.Sub(j.Laid) > verdict.Patience {
		return "it does not dry in the room's air"
	}
	if j.Rub.Severity == verdict.Stop {
		return b.softWords(j.Rub)
	}
	switch own := j.Mixed.Look.Dry; {
	case !rule.WashShows(b.Paint, own):
		return fmt.Sprintf("it can't be seen on %s", b.paintName())
	case j.Recipe != nil && rule.PureBlack(own) && b.Paint.Lightness() > own.Lightness() && rule.Harsh(b.Paint, own):
		return fmt.Sprintf("pure black looks drawn with a pen on %s: mix a brown-grey", b.paintName())
	}
	if j.Way.Contact.Is(stack.PinWash) && !j.Run.Runs() {
		return fmt.Sprintf("it does not run in these lines: %s", j.Run.Stop.Words())
	}
	return ""
}

// harmWords says what a touch does, and what would help.
func (p *Place) harmWords(a verdict.Answer, q *verdict.Question, when string) string {
	film := p.FilmName(a.Place)
	var words string
	switch a.Harm {
	case verdict.TooWet:
		words = fmt.Sprintf("%s is not dry enough %s", film, when)
	case verdict.Torn:
		return "the decals lie open: it creeps under their edges, and the wipe tears them; seal them first"
	default:
		liquid := "a dry cloth"
		if q.Touch.Liquid != nil {
			liquid = q.Touch.Liquid.Name
		}
		words = fmt.Sprintf("%s takes %.2f µm of %s %s", liquid, float64(a.Reach.Loss), film, when)
	}
	switch a.Helps {
	case verdict.Wait:
		return words + ", good from " + p.Plan.Clock(a.SafeFrom)
	case verdict.Seal:
		return words + "; two closed coats of clear would keep it away"
	}
	return words + ", at any age"
}

// softWords says that a film is too soft for a cloth, and from when it is good.
func (p *Place) softWords(a verdict.Answer) string {
	words := fmt.Sprintf("%s is %s hard and wants some %s under a cloth", p.FilmName(a.Place), say.Percent(a.Hard), say.Percent(stack.RubHard(p.Films[a.Place].Film)))
	if a.Helps == verdict.Wait {
		words += ", good from " + p.Plan.Clock(a.SafeFrom)
	}
	return words
}

// Soft says what a cloth would do to what lies below, empty where nothing speaks against one.
func (p *Place) Soft(j *Judged) string {
	if j.Rub.Safe() {
		return ""
	}
	return p.softWords(j.Rub)
}

// Answers are all that the room says of a judged wash: as it is put on, at its wipe, and of what the cloth grinds in.
func (j *Judged) Answers() []verdict.Answer { return []verdict.Answer{j.Apply, j.Wipe, j.Rub} }

// Chance is that of the likeliest harm, 0 where none is worth a word.
func (j *Judged) Chance() (c float64) {
	for _, a := range j.Answers() {
		c = max(c, a.Chance)
	}
	return c
}

// Severity is how bad the worst of them is, and safe whether there is none.
func (j *Judged) Severity() (worst verdict.Severity, safe bool) {
	safe = true
	for _, a := range j.Answers() {
		worst, safe = max(worst, a.Severity), safe && a.Safe()
	}
	return worst, safe
}

// Harm is how much paint a wash would take, in µm: the order of those that are ruled out.
func (j *Judged) Harm() float64 {
	harm := 0.0
	for _, a := range []verdict.Answer{j.Apply, j.Wipe} {
		if a.Severity == verdict.Stop {
			harm = max(harm, float64(a.Reach.Loss))
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

// Cell is what one touch does to one film of the place.
type Cell struct {
	stack.Reach
	When verdict.Answer // the touch's own answer
	Wipe bool           // at the wipe; else as it is put on
}

// Grid returns what a judged wash does to every film of the place that it reaches: as it is put on, then at its wipe, the top film first.
func (p *Place) Grid(j *Judged) []Cell {
	var cells []Cell
	add := func(q *verdict.Question, a verdict.Answer, at time.Time, wipe bool) {
		for r := range q.Films.Cut(q.Touch, at, q.Air) {
			if r.Place < len(p.Films) {
				cells = append(cells, Cell{r, a, wipe})
			}
		}
	}
	add(j.puts, j.Apply, p.At, false)
	if j.wipes != nil {
		add(j.wipes, j.Wipe, j.Opens, true)
	}
	return cells
}
