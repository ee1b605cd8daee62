package stain

import (
	"math"

	"inkysparrow/core/fact"
)

var (
	handBench   = fact.Bench("fine passes close in, dried between; thin paint spiders beyond a few micrometres")
	passWetUM   = Numbers.Number("stain-pass", 5, "µm", "wet film of one pass of a stain at its narrowest", handBench)
	leastAway   = Numbers.Number("stain-nearest", 10, "mm", "nearest that a hand holds a steady distance", handBench)
	mostAway    = Numbers.Number("stain-farthest", 70, "mm", "farthest from which a fine needle still lays a line", fact.Bench("T28: 1 to 7 cm"))
	sprayCone   = Numbers.Number("stain-cone", 0.25, "", "full width of the spray at half height, as a share of the distance", fact.Bench("as in the airbrush's own table"))
	stainHides  = Numbers.Number("stain-hides-in", 2.5, "coats", "coats in which a stain's paint hides, where its product does not say", handBench)
	stainPSI    = Numbers.Number("stain-pressure", 12, "psi", "pressure for stains", fact.Bench("T28: at most 15 psi"))
	fewPasses   = int(Numbers.Number("stain-passes", 8, "passes", "passes of a plume where nothing is said", fact.Bench("T28: 6 to 14 thin passes")))
	mostPaint   = Numbers.Number("stain-paint", 0.35, "", "most paint in the mix; beyond it more passes are taken", fact.Bench("T28: 10 to 35 %"))
	leastPaint  = Numbers.Number("stain-paint-least", 0.10, "", "least paint in the mix", fact.Bench("T28: 10 to 35 %"))
	leastPasses = int(Numbers.Number("stain-passes-least", 6, "passes", "fewest passes: with less it shows strokes", fact.Bench("T28: 6 to 14 thin passes")))
	mostPasses  = int(Numbers.Number("stain-passes-most", 30, "passes", "most passes that anybody sprays", handBench))
	hidesBy     = Numbers.Number("stain-hides", 4, "", "optical density of a film that hides: 98 % is covered", fact.Memory("1 - exp(-4)"))
	coatWetUM   = Numbers.Number("stain-coat", 20, "µm", "wet film of a usual coat of unthinned paint", handBench)
	feather     = Numbers.Number("stain-feather", 0.2, "", "share of a pass over which its end is feathered", handBench)
)

// HidesIn returns in how many coats a stain hides where its product does not say.
func HidesIn() float64 { return stainHides }

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
}

// across returns the dose across the plume: density times mm.
func (p Plume) across(aftMM float64) float64 {
	reach := 6 * p.WidthM(max(0, aftMM*float64(p.Scale)/1000)) * 1000 / float64(p.Scale)
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
		sum += w * p.Painted(aftMM, float64(i)*h)
	}
	return 2 * sum * h / 3
}

// thin reports whether nobody would spray any of the plume.
func (p Plume) thin() bool {
	for x := 0.0; x < 2000/float64(p.Scale); x++ {
		if p.Painted(x, 0) >= seenFrom {
			return false
		}
	}
	return true
}

// distanceMM is how far off the needle is held, so that the spray is as wide as the plume.
func (p Plume) distanceMM(aftMM float64) float64 {
	k := float64(p.Scale) / 1000
	return min(mostAway, max(leastAway, 2.355*p.WidthM(max(0, aftMM*k))/k/sprayCone))
}

// Spray returns how the plume is sprayed with paint that hides in so many coats: passes of the same volume a mm, each drawn away as the plume widens and each as far as it is still
// needed, the longest first. n is their number, 0 for the usual one: more of them where the mix would have too much paint in it, fewer where it would have next to none.
func (p Plume) Spray(hides float64, n int) Spraying {
	const step = 1.0 // mm
	var dose []float64
	last := p.Stacks[len(p.Stacks)-1] * 1000 / float64(p.Scale)
	for x := 0.0; x < 8000/float64(p.Scale); x += step {
		if x > last && p.Painted(x, 0) < seenFrom {
			break
		}
		dose = append(dose, p.across(x))
	}
	most := 0.0
	for _, d := range dose {
		most = max(most, d)
	}
	if p.thin() {
		return Spraying{PSI: stainPSI}
	}
	narrow := leastAway * sprayCone / 2.355
	volume := passWetUM * narrow * math.Sqrt(2*math.Pi) // um mm
	dense := hidesBy / (max(0.5, hides) * coatWetUM)    // of a wet um of unthinned paint
	if n <= 0 {
		n = fewPasses
	}
	share := func(n int) float64 { return most / float64(n) / (volume * dense) }
	for share(n) > mostPaint && n < mostPasses {
		n++
	}
	for share(n) < leastPaint && n > leastPasses {
		n--
	}
	s := Spraying{PSI: stainPSI, Paint: min(1, share(n)), Microns: passWetUM}
	each := most / float64(n)
	for k := 1; k <= n; k++ {
		from, to := -1.0, -1.0
		for i, d := range dose {
			if d >= (float64(k)-0.5)*each {
				if from < 0 {
					from = float64(i) * step
				}
				to = float64(i+1) * step
			}
		}
		if from < 0 || to <= from {
			continue
		}
		s.Passes = append(s.Passes, Pass{from, to, p.distanceMM(from), p.distanceMM(to)})
		s.MM3 += volume * (to - from) * (1 - feather/2) / 1000
	}
	return s
}
