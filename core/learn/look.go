package learn

import "math"

// Bits returns what a look at a film tells of its product's factor: when it is made at that ratio to the computed time, after those that were made of the same film. Held to R106.
func (m *Mind) Bits(o Occasion, ratio float64) float64 {
	p, parts := m.without(o)
	return bits(&p, parts.Occasion, m.wrong, o.Looks, ratio)
}

// bits is how much less open the factor is after a look, on the average of both answers.
func bits(p *grid, occasion, w float64, before []Look, ratio float64) float64 {
	yes, all, within := 0.0, 0.0, 0.0
	had := piecesOf(w, before)
	both := piecesOf(w, append(before[:len(before):len(before)], Look{Ratio: ratio, There: true}))
	for i := range p {
		h, b := had.likelihood(at(i), occasion), both.likelihood(at(i), occasion)
		all += p[i] * h
		yes += p[i] * b
		if h > 0 {
			within += p[i] * h * entropy(b/h)
		}
	}
	if all == 0 {
		return 0
	}
	return max(0, entropy(yes/all)-within/all)
}

func entropy(p float64) float64 {
	if p <= 0 || p >= 1 {
		return 0
	}
	return -p*math.Log2(p) - (1-p)*math.Log2(1-p)
}

// Best returns at which ratio to the computed time a look at a film tells most: where it is as likely there as not. Held to R106.
func (m *Mind) Best(o Occasion) float64 { return m.This(o).Median }

// Moved returns the odds that a product's bottle was replaced up to six occasions ago without a word, against that it was not; from 1 on it is worth asking. Held to R112.
func (m *Mind) Moved(k Key) float64 {
	i, ok := m.place[k]
	if !ok {
		return 0
	}
	it := m.items[i]
	prior := normal{0, math.Pow(it.parts.User, 2) + math.Pow(it.parts.Family, 2) + math.Pow(it.parts.Product, 2)}
	return moved(it.occasion, prior, it.parts.Occasion, m.wrong)
}

// mostBack is how many occasions ago a bottle may have been replaced.
const mostBack = 6

func moved(all []Occasion, prior normal, sd, w float64) float64 {
	if len(all) < 2 {
		return 0
	}
	newest := min(mostBack, len(all)-1)
	seen := make([]grid, newest)
	var old grid
	for i := range old {
		old[i] = 1
	}
	old = prior.over(&old)
	for i := range all[:len(all)-newest] {
		var g grid
		g.fill(&all[i], sd, w)
		for k := range old {
			old[k] *= g[k]
		}
	}
	for n := range seen {
		seen[n].fill(&all[len(all)-newest+n], sd, w)
	}
	none := old
	for n := range seen {
		for k := range none {
			none[k] *= seen[n][k]
		}
	}
	still := math.Pow(1-hazard, float64(newest)) * none.sum()
	odds := 0.0
	for first := range newest { // the bottle is new from there on
		before, after := old, grid{}
		for k := range after {
			after[k] = 1
		}
		for n := range seen {
			g := &before
			if n >= first {
				g = &after
			}
			for k := range g {
				g[k] *= seen[n][k]
			}
		}
		after = after.blurred(movedSD)
		for k := range before {
			before[k] *= after[k]
		}
		odds += hazard * math.Pow(1-hazard, float64(newest-1)) * before.sum() / still
	}
	return odds
}

func (g *grid) sum() (s float64) {
	for _, v := range g {
		s += v
	}
	return s
}
