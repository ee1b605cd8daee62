package effect

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/pigment"
	"inkysparrow/core/route"
)

var (
	handBench   = fact.Bench("fine passes close in, dried between; thin paint spiders beyond a few micrometres")
	passWetUM   = Numbers.Number("stain-pass", 5, "µm", "wet film of one pass of a stain at its narrowest", handBench)
	leastWetUM  = Numbers.Number("stain-pass-least", 1.5, "µm", "thinnest wet film of a pass that a fine needle still lays evenly", handBench)
	leastAway   = Numbers.Number("stain-nearest", 10, "mm", "nearest that a hand holds a steady distance", handBench)
	mostAway    = Numbers.Number("stain-farthest", 70, "mm", "farthest from which a fine needle still lays a line", fact.Bench("T28: 1 to 7 cm"))
	sprayCone   = Numbers.Number("stain-cone", 0.25, "", "full width of the spray at half height, as a share of the distance", fact.Bench("as in the airbrush's own table"))
	stainHides  = Numbers.Number("stain-hides-in", 2.5, "coats", "coats in which a stain's paint hides, where its product does not say", handBench)
	stainPSI    = Numbers.Number("stain-pressure", 12, "psi", "pressure for stains", fact.Bench("T28: at most 15 psi"))
	fewPasses   = int(Numbers.Number("stain-passes", 8, "passes", "passes of a plume where nothing is said", fact.Bench("T28: 6 to 14 thin passes")))
	mostPaint   = Numbers.Number("stain-paint", 0.35, "", "most paint in the mix; beyond it more passes are taken", fact.Bench("T28: 10 to 35 %"))
	leastPaint  = Numbers.Number("stain-paint-least", 0.10, "", "least paint in the mix", fact.Bench("T28: 10 to 35 %"))
	leastPasses = int(Numbers.Number("stain-passes-least", 6, "passes", "fewest passes: with less it shows strokes", fact.Bench("T28: 6 to 14 thin passes")))
	hidesBy     = Numbers.Number("stain-hides", 4, "", "optical density of a film that hides: 98 % is covered", fact.Memory("1 - exp(-4)"))
	coatWetUM   = Numbers.Number("stain-coat", 20, "µm", "wet film of a usual coat of unthinned paint", handBench)
	feather     = Numbers.Number("stain-feather", 0.2, "", "share of a pass over which its end is feathered", handBench)
)

// denseOf returns the optical density of a wet µm of a product, unthinned, on a ground: how far the first trace of it goes from the ground to its own colour, in luminance. Soot is far stronger
// so than a pale stain (P17), and a wash than paint by as much less as it is thinner. Where the two are alike in luminance it follows from how the paint hides.
func denseOf(p *coating.Product, ground colour.Colour) float64 {
	if p == nil || p.Colour == "" {
		return hidesBy / (stainHides * coatWetUM)
	}
	f := p.Family
	if p.Kind == coating.Wash {
		f = f.AsWash()
	}
	const trace, alike = 0.02, 0.02 // µm dry; of luminance
	c := pigment.Cover{Paint: p.Pigments(p.Shows()), UM: trace}
	y := func(c colour.Colour) float64 { r, g, b := c.Linear(); return 0.2126*r + 0.7152*g + 0.0722*b }
	from, own := y(ground), y(p.Shows())
	solid := 1 - float64(f.CarrierShare)
	if math.Abs(own-from) < alike {
		return hidesBy / max(1, c.Paint.Hides()) * solid
	}
	went := (y(c.Over(ground, 1)) - from) / (own - from)
	return -math.Log1p(-min(0.9, max(1e-4, went))) / trace * solid
}

// Pass is one stroke of the airbrush along a plume.
type Pass struct {
	FromMM, ToMM float64 // aft of the first stack
	StartMM      float64 // distance of the needle from the skin where it begins
	EndMM        float64 // and where it ends
}

// Spraying is how a plume is sprayed.
type Spraying struct {
	Passes  []Pass
	PSI     float64
	Paint   float64 // share of paint in the mix, 0 to 1
	Microns float64 // wet film of a pass where it is narrowest
	MM3     float64 // on the model
	Dose    float64 // wanted across the plume where that is most, in density times mm
	Laid    float64 // share of it that the passes lay: 1 unless the mix is too weak or too strong
}

// across returns the dose across the plume: density times mm.
func (p Plume) across(aftMM float64) float64 {
	reach := 6 * p.WidthM(max(0, aftMM*float64(p.Scale)/1000)) * 1000 / float64(p.Scale)
	painted := p.painting()
	const n = 24 // Simpson's rule over one side; the other is the same
	h := reach / n
	sum := 0.0
	for i := range n + 1 {
		w := 2.0
		switch {
		case i == 0 || i == n:
			w = 1
		case i%2 == 1:
			w = 4
		}
		sum += w * painted(aftMM, float64(i)*h)
	}
	return 2 * sum * h / 3
}

// distanceMM is how far off the needle is held, so that the spray is as wide as the plume.
func (p Plume) distanceMM(aftMM float64) float64 {
	k := float64(p.Scale) / 1000
	return min(mostAway, max(leastAway, 2.355*p.WidthM(max(0, aftMM*k))/k/sprayCone))
}

// narrow is the width of an even film of the same volume as a pass at its narrowest, in mm.
var narrow = leastAway * sprayCone / 2.355 * math.Sqrt(2*math.Pi)

// Mix is what is sprayed.
type Mix struct {
	Dense float64 // optical density of a wet µm of its paint, unthinned
	Paint float64 // share of paint in it, 0 to 1; 0 for whatever suits
}

// mixOf returns what a step is sprayed with on a ground: in the thinning that its airbrush is set for, if it is.
func mixOf(s *route.Step, ground colour.Colour) Mix {
	m := Mix{Dense: denseOf(s.Product, ground)}
	if s.Spray != nil {
		m.Paint = 1 / (1 + s.Spray.Thinning)
	}
	return m
}

// laying returns the wet film of each of n passes, the share of paint in the mix, and how much of a dose, in density times mm, they lay: all of it, unless the mix is too weak for the
// thickest film of a pass or too strong for the thinnest. A strong paint is laid in thinner films, so that a tenth of the mix is paint.
func (m Mix) laying(dose float64, n int) (um, paint, laid float64) {
	needs := dose / float64(n) / (narrow * m.Dense) // µm of paint
	if paint = m.Paint; paint > 0 {
		um = min(passWetUM, max(leastWetUM, needs/paint))
	} else {
		um = min(passWetUM, max(leastWetUM, needs/leastPaint))
		paint = min(1, needs/um)
	}
	return um, paint, um * paint / needs
}

// suited returns in how many passes a dose, in density times mm, is sprayed: the usual, more of a weak mix, up to what anybody sprays, and fewer of a strong one.
func (m Mix) suited(dose float64) int {
	thick, thin := mostPaint, leastPaint
	if m.Paint > 0 {
		thick, thin = m.Paint, m.Paint
	}
	share := func(n int, um float64) float64 { return dose / float64(n) / (um * narrow * m.Dense) }
	n := fewPasses
	for share(n, passWetUM) > thick && n < route.MostPasses {
		n++
	}
	for n > leastPasses && share(n, leastWetUM) < thin {
		n--
	}
	return n
}

// Spray returns how amount times the plume is sprayed: n passes, or as many as suit the mix where n is 0, of the same volume a mm, each drawn away as the plume widens and each as far as it
// is still needed, the longest first.
func (p Plume) Spray(mix Mix, n int, amount float64) Spraying {
	const step = 1.0 // mm
	var dose []float64
	painted := p.painting()
	last := p.Stacks[len(p.Stacks)-1] * 1000 / float64(p.Scale)
	strongest, most := 0.0, 0.0
	for x := 0.0; x < 8000/float64(p.Scale); x += step {
		d := painted(x, 0)
		if x > last && d < seenFrom {
			break
		}
		strongest = max(strongest, d)
		dose = append(dose, p.across(x)*amount)
		most = max(most, dose[len(dose)-1])
	}
	s := Spraying{PSI: stainPSI, Laid: 1}
	if strongest*amount < seenFrom {
		return s // nobody would spray any of it
	}
	if n <= 0 {
		n = mix.suited(most)
	}
	s.Dose = most
	s.Microns, s.Paint, s.Laid = mix.laying(most, n)
	each := most / float64(n)
	for k := 1; k <= n; k++ {
		from, to := -1.0, -1.0
		for i, d := range dose {
			if d >= (float64(k)-0.5)*each {
				if from < 0 {
					if from = float64(i) * step; i == 1 {
						from = 0 // a hand begins at the stack
					}
				}
				to = float64(i+1) * step
			}
		}
		if from < 0 || to <= from {
			continue
		}
		s.Passes = append(s.Passes, Pass{from, to, p.distanceMM(from), p.distanceMM(to)})
		s.MM3 += s.Microns * narrow * (to - from) * (1 - feather/2) / 1000
	}
	return s
}
