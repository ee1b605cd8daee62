package effect

import (
	"math"
	"math/rand/v2"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/wear"
)

// Chips come in many small and few large: their number above a size falls with a power of it. Nothing smaller than a tool's smallest mark can be set on a model, and nothing larger is set for it.
var (
	chipBench = fact.Bench("T38: 0.1 to 1.3 mm at 1/48, many small and few large")
	chipPower = Numbers.Number("chip-power", 1.6, "", "exponent with which the number of chips above a size falls", chipBench)
	chipLeast = Numbers.Number("chip-least", 2, "mm", "smallest chip of the full-size aircraft", chipBench)
	chipMost  = Numbers.Number("chip-most", 60, "mm", "largest", chipBench)
)

// chipTool returns what sets chips: a kind of step with the smallest mark that it leaves.
func chipTool(do, words string, mark, shows float64, h Hand) *Hand {
	h.Do, h.Words = do, words
	h.MarkMM = Numbers.Number("chip-by-"+do, mark, "mm", "smallest mark of "+words, fact.Bench("what a steady hand sets"))
	h.Shows = Numbers.Number("mark-"+do, shows, "", "how strongly it is drawn", shownBench)
	return &h
}

var chipTools = []*Hand{
	chipTool("chip", "a chipping medium", 0.08, 0.9, Hand{}),
	chipTool("wipe-back", "a damp brush", 0.08, 0.7, Hand{}),
	chipTool("sponge-chips", "a torn sponge", 0.12, 0.8, Hand{
		Tool: "A torn bit of sponge held in tweezers, dabbed out on card until it nearly gives nothing; turned at every touch, so that no shape comes twice.",
		Undo: "A bud with its thinner, at once.", Seal: "Any clear.",
	}),
	chipTool("brush-chips", "the finest brush", 0.20, 0.8, Hand{Tool: "The finest brush, dabbed with its tip.", Undo: "A bud with its thinner, at once.", Seal: "Any clear."}),
}

var chips = &Effect{ID: "chips", Name: "Chips", By: chipTools, plan: func(j *Job, p *Plan) { chipped(j, p) }}

var (
	shapeBench = fact.Bench("chosen by eye: each tool is told by its hand")
	byHand     = fact.Bench("T98: by brush or pencil 50 to 300 single ones an aircraft, by sponge 30 to 150 dabs")
	single     = Numbers.Number("chips-single", 150, "", "single chips that a hand sets on an aircraft, of as many as are usual", byHand)
	singles    = Numbers.Number("chips-single-most", 300, "", "most of them", byHand)
	dabs       = Numbers.Number("chips-dabs", 75, "", "dabs of a sponge on an aircraft, of as many as are usual", byHand)
	dabMost    = Numbers.Number("chips-dabs-most", 150, "", "most of them", byHand)
	dabWide    = Numbers.Number("chips-dab-wide", 1.2, "mm", "half width of a dab at 1/48", byHand)
	dabOwn     = Numbers.Number("chips-dab-least", 0.25, "", "least size of a mark in a dab, in that of its largest chip", byHand)
	dabSpan    = Numbers.Number("chips-dab-span", 0.5, "", "how much larger it can be", byHand)
	rimWide    = Numbers.Number("chip-rim", 1.25, "", "width of a lifted flake with the rim that shows its primer, in that of what it lays bare", shapeBench)
	rimFrom    = Numbers.Number("chip-rim-from", 3, "", "size from which a flake shows such a rim, in the smallest mark", shapeBench)
	liftRag    = Numbers.Number("chip-ragged", 0.45, "", "how ragged the rim of a lifted or dabbed chip is", shapeBench)
	touchRg    = Numbers.Number("chip-touch-ragged", 0.3, "", "how ragged a touch of the brush is", shapeBench)
	wornRag    = Numbers.Number("chip-worn-ragged", 0.2, "", "how ragged what is wiped back is", shapeBench)
	wornOut    = Numbers.Number("chip-worn-wide", 1.6, "", "how much wider what is wiped back is than a chip", shapeBench)
	faint      = Numbers.Number("chip-faint", 0.25, "", "how dense a pencil's dash or what is wiped back is, as a share of a chip", shapeBench)
	dashes     = Numbers.Number("pencil-turns", 25, "°", "how much the directions of a pencil's dashes vary (standard deviation)", shapeBench)
	perDab     = int(Numbers.Number("chips-a-dab", 6, "", "marks that a nearly empty sponge leaves at a dab", byHand))
)

// handed returns how many single chips, or dabs of a sponge, a hand sets of a zone's chips; the rest is a texture.
func (j *Job) handed(p *Plan, number int) int {
	usual, most := single, singles
	if p.Hand.Do == "sponge-chips" {
		usual, most = dabs, dabMost
	}
	share := 1.0
	if j.AircraftCM2 > 0 {
		share = min(1, j.AreaCM2/j.AircraftCM2)
	}
	n := min(most, usual*j.Step.Covered()/j.Step.Do.Covers) * share
	return min(number, max(1, int(math.Round(n))))
}

// chipped tells what a zone's chips come to, by what they are set with.
func chipped(j *Job, p *Plan) {
	c := p.Hand.Chips(j.AreaCM2*100*j.Step.Covered(), j.Airframe.Scale)
	if c.Number == 0 {
		p.say("Nothing: at this scale every chip is smaller than the smallest mark.")
		p.row("largest", "The largest", c.MostMM, "mm", "would be %.2f mm; %s sets none under %.2f", c.MostMM, p.Hand.Words, c.LeastMM)
		return
	}
	n := j.handed(p, c.Number)
	l := p.Hand.marks(j, n, c)
	p.lay(l)
	p.specks(l.Streaks, Tint{j.ink(), "the largest chips", ""})
	p.say("Few large ones by hand, none twice; where people go and at leading edges. The small ones are a texture, not counted.")
	if p.Hand.Do == "sponge-chips" {
		p.row("dabs", "Dabs", float64(n), "", "%d of a sponge that is nearly empty, of marks up to %.1f mm", n, c.MostMM)
	} else {
		p.row("chips", "Single chips", float64(n), "", "%d, the largest %.1f mm, none under %.2f", n, c.MostMM, c.LeastMM)
	}
	p.row("texture", "The rest", c.ShownMM2, "mm²", "a texture where skin is worn, about %.0f mm² in all, half of its marks under %.2f mm", c.ShownMM2, c.Quarters[1])
	shown := 100 * c.ShownMM2 / max(1e-9, c.AreaMM2)
	p.row("shown", "In all", shown, "%", "%.0f mm²; %s shows %.0f %% of it, the rest is too small to be set", c.AreaMM2, p.Hand.Words, shown)
}

// Chipping is what a zone's chips come to.
type Chipping struct {
	AreaMM2  float64 // that is wanted
	ShownMM2 float64 // that the tool can show of it
	Number   int
	LeastMM  float64 // sizes on the model
	MostMM   float64
	Quarters [3]float64 // sizes that a quarter, a half and three quarters of the chips are below
}

// Chips returns what it takes to chip an area on a model of 1 to scale. Chips on larger scales are larger, and more of them can be set.
func (h *Hand) Chips(areaMM2 float64, scale int) Chipping {
	least, most := chipLeast/float64(scale), chipMost/float64(scale)
	from := max(least, h.MarkMM)
	c := Chipping{AreaMM2: areaMM2, LeastMM: from, MostMM: most}
	if from >= most {
		return c
	}
	up := func(d float64) float64 { return math.Pow(d, 2-chipPower) }
	share := (up(most) - up(from)) / (up(most) - up(least))
	c.ShownMM2 = areaMM2 * share
	// The number above d is n*(d^-p - most^-p); their area between two sizes follows from it.
	each := math.Pi / 4 * chipPower / (2 - chipPower) * (up(most) - up(from))
	n := c.ShownMM2 / each
	above := func(d float64) float64 { return math.Pow(d, -chipPower) - math.Pow(most, -chipPower) }
	c.Number = int(math.Round(n * above(from)))
	for i, share := range []float64{0.25, 0.5, 0.75} {
		c.Quarters[i] = math.Pow((1-share)*above(from)+math.Pow(most, -chipPower), -1/chipPower)
	}
	return c
}

// PlaceChips returns where the largest n of a zone's chips go: where it wears, each of another size, none on another.
func (h *Hand) PlaceChips(a *airframe.Airframe, m *wear.Map, zone, n int, c Chipping, seed uint64) []Streak {
	if c.Number <= 0 || c.LeastMM >= c.MostMM {
		return nil
	}
	n = min(n, c.Number)
	rnd := rand.New(rand.NewPCG(seed, 0xc41b))
	var fields []rows
	for p, f := range a.Skin(zone) {
		if in := inside(p.View, f.Region, p.SkinMM2(f.Region), 0); len(in.y) > 0 {
			fields = append(fields, in)
		}
	}
	if len(fields) == 0 {
		return nil
	}
	var all []Streak
	above := func(d float64) float64 { return math.Pow(d, -chipPower) - math.Pow(c.MostMM, -chipPower) }
	const most = 200 // tries for each
	for tries := 0; len(all) < n && tries < most*n; tries++ {
		f := &fields[rnd.IntN(len(fields))]
		at := f.somewhere(rnd)
		if w := m.At(f.view, at, 0); wear.Far(w) || rnd.Float64() > w {
			continue
		}
		if _, z := a.Seen(f.view, at); z != zone {
			continue // something lies over it
		}
		// The k-th largest of so many: where so many of them are larger.
		share := (float64(len(all)) + 0.5) / float64(c.Number)
		d := math.Pow(share*above(c.LeastMM)+math.Pow(c.MostMM, -chipPower), -1/chipPower)
		if slices.ContainsFunc(all, func(o Streak) bool {
			return o.View == f.view && math.Hypot(o.At.X-at.X, o.At.Y-at.Y) < (o.WideMM+d)/2+0.2
		}) {
			continue
		}
		all = append(all, Streak{View: f.view, At: at, WideMM: d, Density: hidesBy})
	}
	return all
}

// marks are what a hand sets of chips, each as its tool leaves it: lifted flakes with a ragged rim that shows the primer about the metal, groups of specks from a sponge, touches of a brush, dashes of
// a pencil along the air.
func (h *Hand) marks(j *Job, n int, c Chipping) *Laid {
	l := &Laid{Zone: j.Zone, Inks: []colour.Colour{j.ink()}}
	places := h.PlaceChips(j.Airframe, wear.MapOf(j.Airframe, j.Wear.Service), j.Zone, n, c, j.Step.Seed)
	rnd := j.random(0xc419)
	switch h.Do {
	case "chip", "wipe-back":
		l.Inks = []colour.Colour{j.Below, j.Primer}
	}
	for _, s := range places {
		s.Ragged, s.Turned = liftRag, 2*math.Pi*rnd.Float64()
		switch h.Do {
		case "chip":
			if s.WideMM > rimFrom*h.MarkMM { // the larger ones show the primer at their rim
				rim := s
				rim.WideMM, rim.HoleMM, rim.Ink = s.WideMM*rimWide, s.WideMM, 1
				l.Streaks = append(l.Streaks, rim)
			}
			l.Streaks = append(l.Streaks, s)
		case "wipe-back":
			s.Ragged, s.WideMM, s.Density = wornRag, s.WideMM*wornOut, s.Density*faint
			l.Streaks = append(l.Streaks, s)
		case "sponge-chips":
			for range perDab {
				one := s
				r, a := dabWide*math.Sqrt(rnd.Float64())*usualScale/j.scale(), 2*math.Pi*rnd.Float64()
				one.At = airframe.Pt{X: s.At.X + r*math.Cos(a), Y: s.At.Y + r*math.Sin(a)}
				one.WideMM = max(h.MarkMM, s.WideMM*(dabOwn+dabSpan*rnd.Float64()))
				one.Turned = 2 * math.Pi * rnd.Float64()
				l.Streaks = append(l.Streaks, one)
			}
		case "pencil":
			l.Streaks = append(l.Streaks, Streak{View: s.View, At: s.At, TowardDeg: Toward(s.View) + dashes*rnd.NormFloat64(), LongMM: max(0.3, s.WideMM), WideMM: h.MarkMM, Density: s.Density * faint})
		default:
			s.Ragged = touchRg
			l.Streaks = append(l.Streaks, s)
		}
	}
	return l
}
