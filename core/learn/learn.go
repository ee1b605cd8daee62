// Package learn tells how far a modeller's films stray from what is computed, from what was seen of them.
//
// The logarithm of a film's true time over the computed one is a sum of four things, each normal: what all films of this modeller have in common, what those of a family
// have, what those of a product have, and what is of this occasion alone. A look is a bound: "still tacky" says that the time is longer, "touch-dry" that it has passed. All looks
// at one film share its time, and any look may be wrong. That likelihood is exact (Likelihood); what a product is known as is a grid of it, and products tell of
// each other through one Gaussian each, by expectation propagation.
package learn

import (
	"cmp"
	"math"
	"slices"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	wrong   = Numbers.Number("wrong-look", 0.05, "", "share of looks that say the opposite of what is so", fact.Bench("chosen; with one look in ten wrong the ranges are a little narrow"))
	forgets = Numbers.Number("forgetting", 0.0025, "variance of ln a month", "by which what was seen of a product grows less sure: rooms, bottles and hands change", fact.Bench("chosen; after two years little is left of eight occasions"))
	movedSD = Numbers.Number("new-bottle", 0.35, "sd of ln", "of a new bottle against the one before", fact.Bench("chosen; as far apart as two products of a family"))
	hazard  = Numbers.Number("new-bottle-share", 1.0/25, "", "share of occasions before which a bottle is replaced without a word", fact.Bench("chosen"))
)

// month is what forgetting is counted in.
const month = 730*time.Hour + 30*time.Minute

// What is which time of a film was looked for. Their factors are kept apart: how hard one rubs is another matter than what a finger marks.
type What uint8

// The times.
const (
	TouchDry What = iota
	Rub           // from when it stands a cloth
	Bite          // from when it stands the next liquid
	Whats         // of them
)

var whatNames = [...]string{"touch-dry", "rub", "bite"}

func (w What) String() string { return whatNames[w] }

// Key is one product in one respect.
type Key struct {
	Product string // the name it goes by
	Family  *coating.Family
	Known   bool // its own time is known from its label
	What    What
}

func (k Key) parts() chance.Parts {
	return chance.PartsOf(coating.Film{Family: k.Family, Known: k.Known})
}

// Look is what was seen of a film at a moment: a bound on its time.
type Look struct {
	Ratio float64 // time since its last stroke over the computed one, over 0
	There bool    // it had come to it by then
}

// Bottle is a new one of a product, which is another than the one before.
type Bottle struct {
	Product string
	Family  *coating.Family
	Opened  time.Time
}

// Occasion is one film with all that was seen of it.
type Occasion struct {
	Of    Key
	At    time.Time // when it was laid
	Looks []Look
}

// Likelihood returns the chance of a film's looks where the logarithm of its product's factor is theta and occasions stray by sd, each look being wrong with a chance of w. Held to R100.
func Likelihood(theta, sd, w float64, looks []Look) float64 {
	return piecesOf(w, looks).likelihood(theta, sd)
}

// pieces are the stretches of a film's time that its looks part, with the chance of all looks where it lies in each.
type pieces struct {
	cuts []float64 // ln of ratios, rising
	say  []float64 // one more than cuts
}

func piecesOf(w float64, looks []Look) (p pieces) {
	for _, l := range looks {
		p.cuts = append(p.cuts, math.Log(l.Ratio))
	}
	slices.Sort(p.cuts)
	for i := range len(p.cuts) + 1 {
		say := 1.0
		for _, l := range looks {
			if there := i < len(p.cuts) && p.cuts[i] <= math.Log(l.Ratio); there == l.There {
				say *= 1 - w
			} else {
				say *= w
			}
		}
		p.say = append(p.say, say)
	}
	return p
}

func (p pieces) likelihood(theta, sd float64) (sum float64) {
	below := 0.0
	for i, cut := range p.cuts {
		upTo := chance.Phi((cut - theta) / sd)
		sum += p.say[i] * (upTo - below)
		below = upTo
	}
	return sum + p.say[len(p.cuts)]*(1-below)
}

// The grid on which the logarithm of a factor is held.
const (
	points = 481
	edge   = 2.4
	pace   = 2 * edge / (points - 1)
)

func at(i int) float64 { return -edge + pace*float64(i) }

type grid [points]float64

// fill fills in the likelihood of an occasion.
func (g *grid) fill(o *Occasion, sd, w float64) {
	p := piecesOf(w, o.Looks)
	for i := range g {
		g[i] = p.likelihood(at(i), sd)
	}
}

// times multiplies two grids and brings the highest point to 1, so that many of them stay within what a number holds.
func (g *grid) times(other *grid) {
	top := 0.0
	for i := range g {
		g[i] *= other[i]
		top = max(top, g[i])
	}
	for i := range g {
		g[i] /= top
	}
}

// blurred returns the grid convolved with a normal of sd; beyond the edges it goes on as it ends.
func (g *grid) blurred(sd float64) (out grid) {
	if sd < pace/4 {
		return *g
	}
	reach := min(points-1, int(math.Ceil(5*sd/pace)))
	kernel, sum := make([]float64, reach+1), 0.0
	for k := range kernel {
		kernel[k] = math.Exp(-0.5 * math.Pow(float64(k)*pace/sd, 2))
		sum += kernel[k]
		if k > 0 {
			sum += kernel[k]
		}
	}
	for i := range out {
		v := g[i] * kernel[0]
		for k := 1; k <= reach; k++ {
			v += kernel[k] * (g[max(0, i-k)] + g[min(points-1, i+k)])
		}
		out[i] = v / sum
	}
	return out
}

// moments returns the mean and the variance of the grid times a normal, both of the logarithm.
func (g *grid) moments(mean, variance float64) (m, v float64) {
	sum, first, second := 0.0, 0.0, 0.0
	for i := range g {
		d := at(i) - mean
		p := g[i] * math.Exp(-0.5*d*d/variance)
		sum, first, second = sum+p, first+p*d, second+p*d*d
	}
	first /= sum
	return mean + first, max(1e-6, second/sum-first*first)
}

// item is one product in one respect, with what was seen of it.
type item struct {
	key      Key
	parts    chance.Parts
	seen     grid // likelihood of all occasions
	last     time.Time
	blurred  time.Time // until when it has been forgotten
	since    time.Time
	opened   []time.Time
	n        int
	tau, nu  float64 // its Gaussian site
	cavity   normal  // what the others say of it
	occasion []Occasion
}

type normal struct{ mean, variance float64 }

// Mind is what is known of a modeller's films.
type Mind struct {
	items []*item
	place map[Key]int
	kin   []kin // families in one respect that something was seen of
	you   int
	mean  []float64
	cov   []float64 // square, of items, kin and the modeller
	n     int
	wrong float64

	bottles []Bottle
}

type kin struct {
	family *coating.Family
	what   What
}

// MostItems is how many products, each in one respect, are learned about: those seen last.
const MostItems = 240

// Of learns from occasions as of now. Their order does not matter; a zero now forgets nothing since the last. What was seen of a product before its bottle was opened counts less.
func Of(occasions []Occasion, now time.Time, bottles ...Bottle) *Mind {
	return of(occasions, now, wrong, bottles...)
}

func of(occasions []Occasion, now time.Time, w float64, bottles ...Bottle) *Mind {
	m := empty(w)
	m.bottles = bottles
	occasions = slices.Clone(occasions)
	slices.SortStableFunc(occasions, func(a, b Occasion) int { return a.At.Compare(b.At) })
	for i := range occasions {
		if len(occasions[i].Looks) > 0 {
			m.add(&occasions[i])
		}
	}
	if len(m.items) > MostItems {
		slices.SortStableFunc(m.items, func(a, b *item) int { return b.last.Compare(a.last) })
		m.items = m.items[:MostItems]
	}
	slices.SortFunc(m.items, func(a, b *item) int { // whatever was seen first
		return cmp.Or(cmp.Compare(a.key.Product, b.key.Product), cmp.Compare(a.key.Family.ID, b.key.Family.ID), cmp.Compare(a.key.What, b.key.What))
	})
	clear(m.place)
	for i, it := range m.items {
		m.place[it.key] = i
		it.forget(now)
	}
	m.settle()
	return m
}

func empty(w float64) *Mind { return &Mind{place: map[Key]int{}, wrong: w} }

func (m *Mind) add(o *Occasion) {
	i, ok := m.place[o.Of]
	if !ok {
		i = len(m.items)
		m.place[o.Of] = i
		it := &item{key: o.Of, parts: o.Of.parts(), last: o.At, since: o.At, blurred: o.At}
		for k := range it.seen {
			it.seen[k] = 1
		}
		for _, b := range m.bottles {
			if b.Product == o.Of.Product && b.Family == o.Of.Family {
				it.opened = append(it.opened, b.Opened)
			}
		}
		m.items = append(m.items, it)
	}
	it := m.items[i]
	it.forget(o.At)
	var g grid
	g.fill(o, it.parts.Occasion, m.wrong)
	it.seen.times(&g)
	it.n++
	it.occasion = append(it.occasion, *o)
}

// forget makes what was seen less sure as time goes by.
func (it *item) forget(now time.Time) {
	if !now.After(it.last) {
		return
	}
	for _, t := range it.opened {
		if t.After(it.last) && !t.After(now) {
			it.seen = it.seen.blurred(movedSD)
		}
	}
	if sd := math.Sqrt(forgets * float64(now.Sub(it.blurred)) / float64(month)); it.n > 0 && sd >= pace/2 { // a grid shows no less
		it.seen, it.blurred = it.seen.blurred(sd), now
	}
	it.last = now
}

// sweeps is how often each product is asked anew what the others make of it.
const sweeps = 3

// settle works out what the products tell of each other.
func (m *Mind) settle() {
	m.kin = m.kin[:0]
	for _, it := range m.items {
		it.tau, it.nu = 0, 0
		k := kin{it.key.Family, it.key.What}
		if !slices.Contains(m.kin, k) {
			m.kin = append(m.kin, k)
		}
	}
	items := len(m.items)
	m.you = items + len(m.kin)
	m.n = m.you + 1
	n := m.n
	m.mean, m.cov = make([]float64, n), make([]float64, n*n)
	kinOf := func(i int) (kin, bool) {
		switch {
		case i < items:
			return kin{m.items[i].key.Family, m.items[i].key.What}, true
		case i < m.you:
			return m.kin[i-items], true
		}
		return kin{}, false
	}
	user, family := chance.PartsOf(usual).User, chance.PartsOf(usual).Family
	for i := range n {
		for j := range n {
			c := user * user
			if a, ok := kinOf(i); ok {
				if b, ok := kinOf(j); ok && a == b {
					c += family * family
				}
			}
			if i == j && i < items {
				c += m.items[i].parts.Product * m.items[i].parts.Product
			}
			m.cov[i*n+j] = c
		}
	}
	nu, column := make([]float64, n), make([]float64, n)
	for range sweeps {
		for i, it := range m.items {
			v, mu := m.cov[i*n+i], m.mean[i]
			precision := max(1e-6, 1/v-it.tau)
			it.cavity = normal{(mu/v - it.nu) / precision, 1 / precision}
			mean, variance := it.seen.moments(it.cavity.mean, it.cavity.variance)
			tau := max(1e-9, 1/variance-precision)
			site := mean*(tau+precision) - it.cavity.mean*precision
			grown := tau - it.tau
			it.tau, it.nu, nu[i] = tau, site, site
			for k := range n {
				column[k] = m.cov[k*n+i]
			}
			share := grown / (1 + grown*v)
			for a := range n {
				if c := share * column[a]; c != 0 {
					for b := range n {
						m.cov[a*n+b] -= c * column[b]
					}
				}
			}
			for a := range n {
				sum := 0.0
				for b, s := range nu[:items] {
					sum += m.cov[a*n+b] * s
				}
				m.mean[a] = sum
			}
		}
	}
	for i, it := range m.items { // what the others say at last
		precision := max(1e-6, 1/m.cov[i*n+i]-it.tau)
		it.cavity = normal{(m.mean[i]/m.cov[i*n+i] - it.nu) / precision, 1 / precision}
	}
}

// usual is a film whose modeller and family stray as all do.
var usual = coating.Film{Family: coating.MustFamily("waterborne-acrylic")}

// Estimate is a factor on a computed time.
type Estimate struct {
	Median    float64 // of the product
	Low, High float64 // that hold nine of ten of the next films
	Least     float64 // Least and Most hold the product's own factor, nine times of ten
	Most      float64
	SD        float64 // of the logarithm, of the product's own factor
	Occasion  float64 // spread of one film to the next
	N         int     // occasions that it was seen on
	Since     time.Time
}

// tail is what lies beyond either end of a range that holds nine of ten.
const tail = 0.05

func estimate(p *grid, occasion float64) (e Estimate) {
	e.Median, e.Least, e.Most = math.Exp(p.quantile(0.5)), math.Exp(p.quantile(tail)), math.Exp(p.quantile(1-tail))
	e.Occasion = occasion
	next := p.blurred(occasion)
	e.Low, e.High = math.Exp(next.quantile(tail)), math.Exp(next.quantile(1-tail))
	sum, first, second := 0.0, 0.0, 0.0
	for i := range p {
		sum, first, second = sum+p[i], first+p[i]*at(i), second+p[i]*at(i)*at(i)
	}
	e.SD = math.Sqrt(max(0, second/sum-first*first/sum/sum))
	return e
}

// quantile returns below what a share of the grid lies.
func (g *grid) quantile(share float64) float64 {
	sum := 0.0
	for _, v := range g {
		sum += v
	}
	want, have := share*sum, 0.0
	for i, v := range g {
		if have+v >= want {
			return at(i) + pace*((want-have)/v-0.5)
		}
		have += v
	}
	return edge
}

// belief returns how likely each factor of a product is.
func (m *Mind) belief(k Key) (p grid, parts chance.Parts, n int, since time.Time) {
	if i, ok := m.place[k]; ok {
		it := m.items[i]
		p = it.cavity.over(&it.seen)
		return p, it.parts, it.n, it.since
	}
	parts = k.parts()
	g := m.unseen(k, parts)
	return g.over(nil), parts, 0, since
}

// unseen tells of a product that nothing was seen of.
func (m *Mind) unseen(k Key, parts chance.Parts) normal {
	own := parts.Product * parts.Product
	if i := slices.Index(m.kin, kin{k.Family, k.What}); i >= 0 {
		i += len(m.items)
		return normal{m.mean[i], m.cov[i*m.n+i] + own}
	}
	return normal{m.mean[m.you], m.cov[m.you*m.n+m.you] + parts.Family*parts.Family + own}
}

// over returns the normal times a likelihood, nil for one that says nothing.
func (n normal) over(seen *grid) (p grid) {
	for i := range p {
		d := at(i) - n.mean
		p[i] = math.Exp(-0.5 * d * d / n.variance)
		if seen != nil {
			p[i] *= seen[i]
		}
	}
	return p
}

// Product returns what is known of a product in one respect, seen or not. Held to R101 to R104, R108.
func (m *Mind) Product(k Key) Estimate {
	p, parts, n, since := m.belief(k)
	e := estimate(&p, parts.Occasion)
	e.N, e.Since = n, since
	return e
}

// Family returns what is known of a family in one respect.
func (m *Mind) Family(f *coating.Family, what What) Estimate {
	i := slices.Index(m.kin, kin{f, what})
	if i < 0 {
		v := chance.PartsOf(usual).Family
		return shared(normal{m.mean[m.you], m.cov[m.you*m.n+m.you] + v*v}, 0)
	}
	n := 0
	for _, it := range m.items {
		if it.key.Family == f && it.key.What == what {
			n += it.n
		}
	}
	i += len(m.items)
	return shared(normal{m.mean[i], m.cov[i*m.n+i]}, n)
}

// You returns what all films of the modeller have in common.
func (m *Mind) You() Estimate {
	n := 0
	for _, it := range m.items {
		n += it.n
	}
	return shared(normal{m.mean[m.you], m.cov[m.you*m.n+m.you]}, n)
}

func shared(n normal, count int) Estimate {
	p := n.over(nil)
	e := estimate(&p, 0)
	e.N = count
	return e
}

// Keys returns what something was seen of.
func (m *Mind) Keys() []Key {
	var all []Key
	for _, it := range m.items {
		all = append(all, it.key)
	}
	return all
}

// This returns what is known of one film: what its product is known as without it, its own occasion, and what was seen of it. Its Low and High are of its own time.
func (m *Mind) This(o Occasion) Estimate {
	p, parts := m.without(o)
	time := p.blurred(parts.Occasion)
	looks := piecesOf(m.wrong, o.Looks)
	for i := range time {
		time[i] *= looks.agrees(at(i))
	}
	e := estimate(&time, 0)
	if i, ok := m.place[o.Of]; ok {
		e.N, e.Since = m.items[i].n, m.items[i].since
	}
	return e
}

// without returns what is known of a product but for one of its films, of which something was seen.
func (m *Mind) without(o Occasion) (grid, chance.Parts) {
	p, parts, n, _ := m.belief(o.Of)
	if len(o.Looks) == 0 || n == 0 {
		return p, parts
	}
	var own grid
	own.fill(&o, parts.Occasion, m.wrong)
	for i := range p {
		p[i] /= max(own[i], scarce)
	}
	return p, parts
}

// scarce keeps a likelihood from dividing by nothing.
const scarce = 1e-12

// agrees returns the chance of the looks at a film of which the logarithm of its time over the computed one is x.
func (p pieces) agrees(x float64) float64 {
	i, _ := slices.BinarySearch(p.cuts, x)
	return p.say[i]
}
