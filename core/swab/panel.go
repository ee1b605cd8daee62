// Package swab is a small panel of a washed model, cell by cell, that is wiped stroke by stroke. It draws what a wash looks like before and after its wipe,
// and is what wiping is practised on. It has no model of its own: what a stroke lifts, when a wash holds in its line and what bites below are those of the
// packages wash, cure and stack; its averages agree with the planner's residue within 0.05 of the open surface.
package swab

import (
	"math"
	"math/rand/v2"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	trainFit  = fact.Bench("fitted to T13 to T15 and T41 on a grid")
	budMM     = Numbers.Number("bud-radius", 2, "mm", "radius of a bud's face", fact.Bench("a cotton bud"))
	clothMM   = Numbers.Number("cloth-radius", 4, "mm", "half the width of a fold of cloth over a finger, as strips are wiped", fact.Bench("chosen"))
	cellMM    = Numbers.Number("cell", 0.2, "mm", "side of a cell", fact.Bench("chosen; the width of a usual line"))
	budFull   = Numbers.Number("bud-load", 1.5, "mm³", "dry wash that fills the face of a bud", trainFit)
	fullLess  = Numbers.Number("full-bud-less", 0.9, "", "share of its lift that a full bud has lost", trainFit)
	laysBack  = Numbers.Number("full-bud-lays", 0.01, "", "share of its load that a full bud lays back on each stretch as long as its face", trainFit)
	smearLift = Numbers.Number("wet-lift-share", 0.55, "", "share that a stroke takes of a wash that is not dry yet", trainFit)
	smears    = Numbers.Number("smear-share", 0.4, "", "share of that which stays behind as a smear", trainFit)
	pulledAt  = Numbers.Number("pulled-least", 0.05, "", "share that a stroke pulls out of a line that has just become stiff", trainFit)
	pulled    = Numbers.Number("pulled-most", 0.6, "", "and how much more out of one that was just filled", trainFit)
	dampLine  = Numbers.Number("damp-line-loss", 2, "", "how much more a damp bud takes out of a line of a wash that its liquid takes up", trainFit)
	wetLine   = Numbers.Number("wet-line-loss", 5, "", "the same, wet", trainFit)
	openSoon  = Numbers.Number("open-dries", 0.6, "", "time in which the film on open surface is stiff, against that in a line", fact.Bench("a full line dries from its edge"))
	valleys   = Numbers.Number("valley-spread", 0.15, "", "spread of a surface's valleys from place to place, as a standard deviation of the logarithm", fact.Bench("chosen"))
	fibre     = Numbers.Number("fibre-spread", 0.25, "", "spread of a bud's touch across its width: what makes streaks", trainFit)
	ridge     = Numbers.Number("ridge", 1.6, "", "how much more wash dries in a ridge at corners", fact.Bench("corners and raised edges hold a ridge of dried wash"))
	rubbed    = Numbers.Number("rub-loss", 0.093, "µm", "paint that one pass grinds from a film too soft to be rubbed", fact.Bench("chosen; three passes show"))
	dampOnBud = Numbers.Number("bud-damp", 0.5, "µm", "liquid that a damp bud leaves", fact.Bench("as a damp cloth"))
	wetOnBud  = Numbers.Number("bud-wet", 1.5, "µm", "liquid that a wet bud leaves", fact.Bench("as a wet cloth"))
	spillMM   = Numbers.Number("spill", 0.7, "mm", "how far beside its line a pin wash wets the surface", fact.Bench("a twelfth of the surface or so"))
)

// cellMM3 is the volume of a micrometre on a cell, in mm3.
var cellMM3 = cellMM * cellMM * 1e-3

// The grid of a panel.
const (
	Width  = 240
	Height = 120
)

type ground uint8

const (
	open   ground = iota
	along         // a line with the airflow
	across        // one across it
	rivet
	marking // a decal
)

// Spec is what a panel is made of.
type Spec struct {
	Mixed   *mix.Mixed
	Film    coating.Film // of the wash, as laid at its Laid
	Remover *solvent.Liquid
	Stroke  route.Stroke // the school's, for what strokes take out of lines
	Air     climate.Record
	On      coating.Texture
	Paint   colour.Colour
	Recess  colour.Colour
	Below   stack.Stack     // what the liquid may bite
	Sprayed coating.Microns // dry thickness of what is sprayed as grime and not wiped; 0 for what is
	Pin     bool            // run into the lines, else brushed over all
	Decal   bool            // one lies in the way
	Seed    uint64
}

// Panel is a washed panel.
type Panel struct {
	Spec
	course cure.Course
	cells  []cell
	full   [2]float64 // dry wash as laid, on open surface and in lines, µm
	pass   int32
	rng    *rand.Rand
	bud    Bud
	tables tables
	fresh  bool // the stroke under way has not moved yet
	last   [2]float64
	dir    [2]float64
	fibres [64]float64
}

type cell struct {
	dry, was float32 // wash on it, and as it was laid; µm
	valley   float32
	moist    float32 // until which minute it is moist
	hurt     float32 // paint lost, µm
	met      int32   // the last pass that it met
	on       ground
	corner   bool // in the corner of two lines, where a ridge of wash dries
}

// Bud is what one wipes with.
type Bud struct {
	Cloth wash.Wetness
	MM    float64 // radius
	Full  float64 // dry wash on its face, mm3
}

// New returns a panel with its wash just laid.
func New(s Spec) *Panel {
	p := &Panel{Spec: s, course: cure.Of(s.Film, s.Air), cells: make([]cell, Width*Height), rng: rand.New(rand.NewPCG(s.Seed, 20)), bud: Bud{MM: budMM}}
	p.full = [2]float64{float64(s.Film.Thickness()), 1}
	if s.Pin {
		p.full[0] = float64(s.Mixed.OnOpen())
	}
	if s.Sprayed > 0 {
		p.full[0] = float64(s.Sprayed)
	}
	p.full[1] = float64(mix.InLine(s.Mixed.Fluid, wash.Lines()[0].Line))
	if s.Sprayed > 0 {
		p.full[1] = p.full[0]
	}
	p.draw()
	near := int(math.Ceil(spillMM / cellMM))
	for i := range p.cells {
		c := &p.cells[i]
		c.valley = float32(float64(s.On) * math.Exp(valleys*p.rng.NormFloat64()-valleys*valleys/2))
		switch {
		case c.on == along, c.on == across, c.on == rivet:
			c.was = float32(p.full[1])
		case s.Pin && !p.beside(i, near):
		default:
			c.was = float32(p.full[0])
		}
		if c.corner = p.corner(i); c.corner && c.on == open {
			c.was *= float32(ridge)
		}
		c.dry = c.was
	}
	p.tables.make(p)
	return p
}

// draw lays lines, rivets and the decal out.
func (p *Panel) draw() {
	set := func(x, y int, g ground) { p.cells[y*Width+x].on = g }
	if p.Decal {
		for y := 44; y < 76; y++ {
			for x := 20; x < 84; x++ {
				set(x, y, marking)
			}
		}
	}
	for x := range Width {
		set(x, 36, along)
		set(x, 90, along)
	}
	for y := range Height {
		if y < 90 {
			set(96, y, across)
		}
		if y > 36 {
			set(186, y, across)
		}
	}
	for _, y := range []int{31, 41, 85, 95} {
		for x := 6; x < Width; x += 10 {
			if c := &p.cells[y*Width+x]; c.on == open {
				c.on = rivet
			}
		}
	}
}

// beside reports whether a cell lies within n cells of a recess.
func (p *Panel) beside(i, n int) bool {
	x, y := i%Width, i/Width
	for _, d := range [][2]int{{0, -1}, {0, 1}, {-1, 0}, {1, 0}} {
		for k := 1; k <= n; k++ {
			u, v := x+d[0]*k, y+d[1]*k
			if u < 0 || v < 0 || u >= Width || v >= Height {
				break
			}
			if g := p.cells[v*Width+u].on; g == along || g == across || g == rivet && k == 1 {
				return true
			}
		}
	}
	return false
}

// corner reports whether a cell lies in the corner of two lines.
func (p *Panel) corner(i int) bool {
	x, y := i%Width, i/Width
	for _, c := range [][2]int{{96, 36}, {96, 90}, {186, 36}, {186, 90}} {
		if dx, dy := x-c[0], y-c[1]; dx*dx+dy*dy <= 9 {
			return true
		}
	}
	return false
}

// Moment returns the moment so many minutes after the wash was laid.
func (p *Panel) Moment(minutes float64) time.Time {
	return p.Film.Laid.Add(time.Duration(minutes * float64(time.Minute)))
}

// Ready returns after how many minutes a stroke no longer pulls the wash from its line.
func (p *Panel) Ready() float64 { return p.course.Stiff().Sub(p.Film.Laid).Minutes() }

// Take takes a fresh face of a bud, dry, damp or wet.
func (p *Panel) Take(cloth wash.Wetness) {
	p.bud = Bud{Cloth: cloth, MM: p.bud.MM}
	for i := range p.fibres {
		p.fibres[i] = max(0.2, 1+fibre*p.rng.NormFloat64())
	}
}

// BudCells returns how wide a bud is, in cells.
func BudCells() float64 { return 2 * budMM / cellMM }

// Bud returns the bud as it is.
func (p *Panel) Bud() Bud { return p.bud }

// Full returns how full the bud is, 0 to 1.
func (p *Panel) Full() float64 { return min(1, p.bud.Full/budFull) }

// Press sets the bud down at a place of the panel, in cells.
func (p *Panel) Press(x, y float64) {
	p.pass++
	if x, y = held(x, Width), held(y, Height); math.IsNaN(x + y) {
		x, y = 0, 0
	}
	p.last, p.dir, p.fresh = [2]float64{x, y}, [2]float64{}, true
}

// held keeps a place near the panel.
func held(v, size float64) float64 { return max(-size, min(2*size, v)) }

// Draw draws the bud on to a place, so many minutes after the wash was laid, with that pressure, 1 for the usual. Each cell is met once in a pass; turning back
// begins another.
func (p *Panel) Draw(x, y, minutes, pressure float64) {
	if x, y = held(x, Width), held(y, Height); math.IsNaN(x + y + minutes) {
		return
	}
	dx, dy := x-p.last[0], y-p.last[1]
	length := math.Hypot(dx, dy)
	if length < 0.25 {
		return
	}
	dx, dy = dx/length, dy/length
	if !p.fresh && dx*p.dir[0]+dy*p.dir[1] < -0.3 {
		p.pass++
	}
	p.fresh, p.dir = false, [2]float64{dx, dy}
	t := p.touches(minutes)
	r := p.bud.MM / cellMM
	x0, x1 := int(max(0, min(p.last[0], x)-r)), int(min(Width-1, max(p.last[0], x)+r))
	y0, y1 := int(max(0, min(p.last[1], y)-r)), int(min(Height-1, max(p.last[1], y)+r))
	back := p.laysBack(&t, length, r)
	for cy := y0; cy <= y1; cy++ {
		for cx := x0; cx <= x1; cx++ {
			c := &p.cells[cy*Width+cx]
			if c.met == p.pass {
				continue
			}
			px, py := float64(cx)-p.last[0], float64(cy)-p.last[1]
			on := min(length, max(0, px*dx+py*dy))
			ox, oy := px-on*dx, py-on*dy
			off := (ox*ox + oy*oy) / (r * r)
			if off >= 1 {
				continue
			}
			c.met = p.pass
			side := (px*dy - py*dx) / r // -1 to 1 across the bud
			fibre := p.fibres[min(63, int((side+1)*32))]
			p.meet(c, &t, pressure*math.Sqrt(1-off)*4/math.Pi*fibre, math.Abs(dx), minutes, back)
		}
	}
	p.last = [2]float64{x, y}
}

// laysBack returns what a full bud lays back on each cell of a stretch, in µm: no more than is on it.
func (p *Panel) laysBack(t *touches, length, r float64) float64 {
	each := laysBack * t.full * t.full * p.bud.Full / (4 * r * r)
	return min(each, p.bud.Full/(2*r*length+4*r*r)) / cellMM3
}

// touches is what a stroke does at a moment, the same for all cells.
type touches struct {
	lift, deep float64 // as exponents of a touch
	smear      float64
	full       float64 // 0 to 1
	line       float64 // factor of the loss out of lines
	wet        float64 // share of the drying left in the lines
	openWet    float64
	moist      float64 // minutes for which what it wets stays moist
	bite       float64 // µm that the liquid takes of the paint with each pass
	rub        float64
	stands     float64
}

func (p *Panel) touches(minutes float64) touches {
	at := p.Moment(minutes)
	t := touches{full: min(1, p.bud.Full/budFull), line: 1}
	soft, hard := 0.0, cure.Fraction(0)
	if p.bud.Cloth != wash.Dry {
		soft = stack.Soften(&p.course, p.Remover, at)
	}
	if p.Film.Family.Mechanism.Hardens {
		hard = p.course.Hard(at)
	}
	t.lift, t.deep = wash.Lift(p.bud.Cloth, soft, hard)
	t.lift *= 1 - fullLess*t.full*t.full
	ready := p.Ready()
	t.lift, t.smear = -math.Log1p(-t.lift), -math.Log1p(-smearLift)
	t.wet, t.openWet = max(0, 1-minutes/ready), max(0, 1-minutes/(openSoon*ready))
	switch p.bud.Cloth {
	case wash.Damp:
		t.line, t.stands = 1+dampLine*soft, dampOnBud
	case wash.Wet:
		t.line, t.stands = 1+wetLine*soft, wetOnBud
	}
	if t.stands > 0 {
		t.moist = t.stands * (1 - t.full) / p.Remover.Flux(p.Air.At(at)) * 60
		wet := verdict.Question{Films: p.Below, Touch: stack.Touch{Contact: p.bud.Cloth.Contact(), Liquid: p.Remover}, Air: p.Air, Wets: true}
		if a, bites := wet.Of(verdict.Bitten, at); bites {
			t.bite = float64(a.Reach.Loss) / float64(route.Strokes(p.Stroke))
		}
	}
	cloth := verdict.Question{Films: p.Below, Air: p.Air, Cloth: true}
	if !cloth.Holds(verdict.Ground, at) {
		t.rub = rubbed
	}
	return t
}

// meet is the bud on one cell.
func (p *Panel) meet(c *cell, t *touches, touch, alongX, minutes, back float64) {
	dry := float64(c.dry)
	taken := 0.0
	switch c.on {
	case along, across, rivet:
		loss := p.lineLoss(c.on, alongX) * t.line
		if t.wet > 0 {
			loss = max(loss, pulledAt+pulled*t.wet)
		}
		taken = -dry * math.Expm1(touch*math.Log1p(-min(0.95, loss)))
	default:
		moist := t.openWet > 0 || p.bud.Cloth == wash.Dry && float64(c.moist) > minutes
		v := float64(c.valley)
		above, in := max(0, dry-v), min(dry, v)
		if moist {
			taken = (1 - smears) * above * (1 - math.Exp(-touch*t.smear))
			break
		}
		taken = above * (1 - math.Exp(-touch*t.lift))
		if t.deep > 0 {
			taken += in * (1 - math.Exp(-touch*t.deep))
		}
	}
	laid := back * touch
	c.dry = float32(max(0, dry-taken) + laid)
	p.bud.Full += (taken - laid) * cellMM3
	p.bud.Full = max(0, p.bud.Full)
	if t.stands > 0 {
		c.moist = float32(minutes + t.moist)
		c.hurt += float32(t.bite * touch)
	}
	c.hurt += float32(t.rub * touch)
	if c.on == marking && p.bud.Cloth != wash.Dry {
		c.hurt += float32(tears * touch)
	}
}

// lineLoss is what one stroke takes out of a dry line, by the angle between them: the school's figures, shared among its strokes.
func (p *Panel) lineLoss(on ground, alongX float64) float64 {
	with := alongX // how far the stroke runs with the line
	if on == across {
		with = math.Sqrt(max(0, 1-alongX*alongX))
	}
	crossing := p.Stroke
	if route.Along(crossing) {
		crossing = route.AcrossFirst
	}
	a := route.LineLoss(route.AlongAirflow) / float64(route.Strokes(route.AlongAirflow))
	x := route.LineLoss(crossing) / float64(route.Strokes(crossing))
	return with*a + (1-with)*x
}

// Score is what became of a panel.
type Score struct {
	Open    float64 // share of the wash left on open surface
	Lines   float64 // share left in the lines
	Along   float64 // streaks with the airflow: spread of the rows' means
	Across  float64 // streaks across it, which are a fault
	Hurt    float64 // share of the surface on which paint was lost that shows
	Decal   float64 // the same of the decal
	Ridges  float64 // share left at corners
	Touched float64 // share of the surface that was met at all
}

// Score returns how the panel stands.
func (p *Panel) Score() Score {
	var s Score
	var openNow, openWas, linesNow, linesWas, ridgeNow, ridgeWas, hurt, decal, decals, met float64
	var rows [Height]float64
	var cols [Width]float64
	var rowN [Height]float64
	var colN [Width]float64
	limit := float32(stack.Limit())
	for i := range p.cells {
		c := &p.cells[i]
		x, y := i%Width, i/Width
		if c.met > 0 {
			met++
		}
		switch c.on {
		case along, across, rivet:
			linesNow, linesWas = linesNow+float64(c.dry), linesWas+float64(c.was)
			continue
		case marking:
			decals++
			if c.hurt > limit {
				decal++
			}
		}
		if c.hurt > limit {
			hurt++
		}
		if c.was <= 0 {
			continue
		}
		if c.corner {
			ridgeNow, ridgeWas = ridgeNow+float64(c.dry), ridgeWas+float64(c.was)
		}
		openNow, openWas = openNow+float64(c.dry), openWas+float64(c.was)
		rows[y] += float64(c.dry / c.was)
		rowN[y]++
		cols[x] += float64(c.dry / c.was)
		colN[x]++
	}
	n := float64(Width * Height)
	s.Open, s.Lines, s.Hurt, s.Touched = ratio(openNow, openWas), ratio(linesNow, linesWas), hurt/n, met/n
	s.Decal, s.Ridges = ratio(decal, decals), ratio(ridgeNow, ridgeWas)
	s.Along, s.Across = spread(rows[:], rowN[:]), spread(cols[:], colN[:])
	return s
}

func ratio(a, b float64) float64 {
	if b <= 0 {
		return 0
	}
	return a / b
}

func spread(sums, counts []float64) float64 {
	var n, sum, squares float64
	for i := range sums {
		if counts[i] > 0 {
			m := sums[i] / counts[i]
			n, sum, squares = n+1, sum+m, squares+m*m
		}
	}
	if n == 0 {
		return 0
	}
	return math.Sqrt(max(0, squares/n-sum/n*sum/n))
}

// Mass returns the wash on the panel and on the bud, in mm3: what is neither was wiped off.
func (p *Panel) Mass() float64 {
	sum := 0.0
	for i := range p.cells {
		sum += float64(p.cells[i].dry)
	}
	return sum*cellMM3 + p.bud.Full
}

// Wipe wipes all of the panel as a school has it, with a fresh face for each pass.
func (p *Panel) Wipe(cloth wash.Wetness, minutes float64) {
	n := route.Strokes(p.Stroke)
	was := p.bud.MM
	p.bud.MM = clothMM
	step := 2 * p.bud.MM / cellMM
	for k := range n {
		shift := float64(k) * step / float64(n)
		crossing := !route.Along(p.Stroke) && k < n-2
		if crossing {
			for x := -shift; x < Width+step; x += step {
				p.Take(cloth)
				p.Press(x, 0)
				p.Draw(x+Height/2, Height, minutes, 1)
			}
			continue
		}
		for y := -shift; y < Height+step; y += step {
			p.Take(cloth)
			p.Press(0, y)
			p.Draw(Width, y, minutes, 1)
		}
	}
	p.bud.MM = was
}
