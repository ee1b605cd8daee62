package learn

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
)

func near(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if !(math.Abs(got-want) <= within) {
		t.Errorf("%s: %.4f, want %.4f +- %.4f", what, got, want, within)
	}
}

var (
	day   = time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
	grey  = Key{Product: "grey", Family: coating.MustFamily("waterborne-acrylic")}
	other = Key{Product: "blue", Family: coating.MustFamily("waterborne-acrylic")}
)

func tacky(ratio float64) Look { return Look{Ratio: ratio} }
func dry(ratio float64) Look   { return Look{Ratio: ratio, There: true} }

// seen are looks at as many films of one product, a day apart.
func seen(k Key, films ...[]Look) (all []Occasion) {
	for i, l := range films {
		all = append(all, Occasion{Of: k, At: day.AddDate(0, 0, i), Looks: l})
	}
	return all
}

// R100, mathematics.
func TestLikelihood(t *testing.T) {
	two := []Look{tacky(math.Exp(.1)), dry(math.Exp(.4))}
	near(t, "R100", Likelihood(.2, .15, .05, two), .6086, .0005)
	if all := Likelihood(.2, .15, .05, nil); math.Abs(all-1) > 1e-12 {
		t.Errorf("nothing seen has a chance of %.4f", all)
	}
	near(t, "a look that says nothing new", Likelihood(.2, .15, 0, append(two, tacky(1))), Likelihood(.2, .15, 0, two), 1e-12)
	r := rand.New(rand.NewPCG(3, 3))
	for range 200 { // all answers to the same looks together are certain
		a, b, sum := math.Exp(r.NormFloat64()), math.Exp(r.NormFloat64()), 0.0
		for k := range 4 {
			sum += Likelihood(r.NormFloat64()*0, .15, .05, []Look{{a, k&1 > 0}, {b, k&2 > 0}})
		}
		near(t, "all answers", sum, 1, 1e-9)
	}
}

// R101: against a grid of both products.
func TestPooledAgainstBruteForce(t *testing.T) {
	a := [][]Look{{tacky(1.15), dry(1.7)}, {tacky(1.3)}}
	b := [][]Look{{tacky(.8)}, {dry(1), tacky(.7)}}
	m := Of(append(seen(grey, a...), seen(other, b...)...), time.Time{})
	const n = 321
	x := func(i int) float64 { return -1.6 + 3.2*float64(i)/(n-1) }
	like := func(films [][]Look) (g [n]float64) {
		for i := range g {
			g[i] = 1
			for _, f := range films {
				g[i] *= Likelihood(x(i), .15, .05, f)
			}
		}
		return g
	}
	la, lb := like(a), like(b)
	shared, own := .25*.25+.15*.15, .3*.3
	v, c := shared+own, shared
	det := v*v - c*c
	var pa, pb [n]float64
	for i := range n {
		for j := range n {
			p := la[i] * lb[j] * math.Exp(-.5*(v*x(i)*x(i)-2*c*x(i)*x(j)+v*x(j)*x(j))/det)
			pa[i] += p
			pb[j] += p
		}
	}
	quantile := func(p [n]float64, share float64) float64 {
		sum, have := 0.0, 0.0
		for _, q := range p {
			sum += q
		}
		for i, q := range p {
			if have += q; have >= share*sum {
				return math.Exp(x(i) - 3.2/(n-1)*((have-share*sum)/q-.5))
			}
		}
		return 0
	}
	near(t, "brute force", quantile(pa, .5), 1.41, .02)
	for k, p := range map[Key][n]float64{grey: pa, other: pb} {
		got := m.Product(k)
		for what, pair := range map[string][2]float64{"median": {got.Median, quantile(p, .5)}, "least": {got.Least, quantile(p, .05)}, "most": {got.Most, quantile(p, .95)}} {
			near(t, "R101 "+k.Product+" "+what, pair[0]/pair[1], 1, .02)
		}
	}
}

// R102: three times the same, and what that says of others.
func TestThrice(t *testing.T) {
	looks := []Look{tacky(1.5 / 1.3), dry(2.2 / 1.3)}
	one := Of(seen(grey, looks), time.Time{}).Product(grey)
	near(t, "after one", one.Median, 1.29, .03)
	m := Of(seen(grey, looks, looks, looks), time.Time{})
	got := m.Product(grey)
	near(t, "R102 median", got.Median, 1.36, .03)
	near(t, "R102 low", got.Low, 1.00, .06)
	near(t, "R102 high", got.High, 1.86, .06)
	near(t, "R102 another of the family", m.Product(other).Median, 1.16, .03)
	near(t, "an enamel", m.Product(Key{Product: "x", Family: coating.MustFamily("enamel")}).Median, 1.12, .03)
	if got.N != 3 || !got.Since.Equal(day) {
		t.Errorf("seen %d times since %v", got.N, got.Since)
	}
	if you := m.You(); !(you.Median > 1 && you.Median < m.Family(grey.Family, TouchDry).Median && m.Family(grey.Family, TouchDry).Median < got.Median) {
		t.Errorf("you %.3f, family %.3f, product %.3f", you.Median, m.Family(grey.Family, TouchDry).Median, got.Median)
	}
	if rub := m.Product(Key{Product: "grey", Family: grey.Family, What: Rub}); !(rub.Median > 1 && rub.Median < m.Product(other).Median) {
		t.Errorf("touch-dry moves the rub of the same paint to %.3f: only what is yours should", rub.Median)
	}
}

// R103: a slip after five sound occasions.
func TestSlip(t *testing.T) {
	sound := [][]Look{}
	for range 5 {
		sound = append(sound, []Look{tacky(1.28), dry(1.73)})
	}
	moved := func(w float64) float64 {
		before := of(seen(grey, sound...), time.Time{}, w).Product(grey).Median
		after := of(seen(grey, append(slices.Clone(sound), []Look{dry(.86)})...), time.Time{}, w).Product(grey).Median
		return 1 - after/before
	}
	if got := moved(.05); got > .02 || got < 0 {
		t.Errorf("R103: a slip moves the median by %.1f %%", 100*got)
	}
	if got := moved(0); got < .08 {
		t.Errorf("R103: believed, it moves it by %.1f %%", 100*got)
	}
}

// person draws a modeller as the model has it, and looks at films as the case says.
type person struct {
	r     *rand.Rand
	keys  []Key
	theta []float64
	slips float64
	seen  []Occasion
	mind  *Mind
	outs  []float64 // where each outcome lay in what was told of it
	next  int       // outcomes that did
	of    int
}

func newPerson(seed uint64, slips, w float64) *person {
	p := &person{r: rand.New(rand.NewPCG(seed, 11)), slips: slips, mind: empty(w)}
	p.mind.settle()
	families := []string{"waterborne-acrylic", "waterborne-acrylic", "lacquer", "enamel", "polish-clear", "artist-oil", "enamel-wash", "oil-wash"}
	user, kin := .25*p.r.NormFloat64(), map[string]float64{}
	for i, id := range families {
		k := Key{Product: fmt.Sprint("p", i), Family: coating.MustFamily(id)}
		if _, ok := kin[id]; !ok {
			kin[id] = .15 * p.r.NormFloat64()
		}
		p.keys = append(p.keys, k)
		p.theta = append(p.theta, user+kin[id]+k.parts().Product*p.r.NormFloat64())
	}
	return p
}

// work does an occasion and notes how well its outcome was told.
func (p *person) work(n int) {
	i := p.r.IntN(len(p.keys))
	k, m := p.keys[i], p.mind
	b, parts, _, _ := m.belief(k)
	truth := p.theta[i] + parts.Occasion*p.r.NormFloat64()
	next := b.blurred(parts.Occasion)
	below, all := 0.0, next.sum()
	for j, v := range next {
		if at(j) < truth {
			below += v
		}
	}
	p.outs = append(p.outs, below/all)
	e := estimate(&b, parts.Occasion)
	if x := math.Exp(truth); x >= e.Low && x <= e.High {
		p.next++
	}
	p.of++
	x := math.Log(e.Median) - .15 + .35*p.r.NormFloat64()
	o := Occasion{Of: k, At: day.AddDate(0, 0, n)}
	for range 3 {
		there := truth <= x
		if p.r.Float64() < p.slips {
			there = !there
		}
		o.Looks = append(o.Looks, Look{Ratio: math.Exp(x), There: there})
		if there || p.r.Float64() < .35 {
			break
		}
		x += math.Abs(.25+.15*p.r.NormFloat64()) + .05
	}
	p.seen = append(p.seen, o)
	m.add(&o)
	m.settle()
}

// coverage returns how often ranges of nine of ten hold the factor and the next time, and where the outcomes lie, by tenths.
func coverage(seeds int, slips, w float64) (factor, next float64, tenths [10]float64) {
	type result struct {
		in, of, next int
		outs         []float64
	}
	results := make(chan result, seeds)
	jobs := make(chan uint64, seeds)
	for s := range seeds {
		jobs <- uint64(s)
	}
	close(jobs)
	for range 2 {
		go func() {
			for s := range jobs {
				p := newPerson(s, slips, w)
				for n := range 20 {
					p.work(n)
				}
				r := result{next: p.next, outs: p.outs}
				for i, k := range p.keys {
					e := p.mind.Product(k)
					if x := math.Exp(p.theta[i]); x >= e.Least && x <= e.Most {
						r.in++
					}
					r.of++
				}
				results <- r
			}
		}()
	}
	in, all, outs := 0, 0, 0
	for range seeds {
		r := <-results
		in, all = in+r.in, all+r.of
		next += float64(r.next)
		for _, o := range r.outs {
			tenths[min(9, int(10*o))]++
			outs++
		}
	}
	for i := range tenths {
		tenths[i] /= float64(outs)
	}
	return float64(in) / float64(all), next / float64(outs), tenths
}

// R104, R105: what is told comes true as often as it says.
func TestCoverage(t *testing.T) {
	const seeds = 500
	factor, next, tenths := coverage(seeds, .05, .05)
	near(t, "R104 factor", factor, .90, .02)
	near(t, "R104 next time", next, .90, .02)
	for i, share := range tenths {
		near(t, fmt.Sprintf("R105 tenth %d", i+1), share, .1, .025)
	}
	factor, _, _ = coverage(seeds/3, .10, .05)
	near(t, "R104 one look in ten wrong", factor, .865, .025)
	if factor, _, _ = coverage(seeds/3, .10, 1e-9); factor >= .78 {
		t.Errorf("R104: believing every look holds %.3f", factor)
	}
}

// R106, R107: when to look.
func TestWhenToLook(t *testing.T) {
	m := Of(nil, time.Time{})
	o := Occasion{Of: grey}
	best, most := 0.0, 0.0
	for x := .3; x < 3; x *= 1.02 {
		if b := m.Bits(o, x); b > most {
			best, most = x, b
		}
	}
	near(t, "R106 the hour", best, m.Best(o), .05*best)
	near(t, "R106 bits", most, .48, .02)
	near(t, "x.74", m.Bits(o, .74), .38, .03)
	near(t, "x2", m.Bits(o, 2), .13, .03)
	if bound := 1 - entropy(wrong); math.Abs(bound-.714) > .0005 || most > bound {
		t.Errorf("R106: %.3f bits of at most %.3f", most, bound)
	}
	o.Looks = []Look{tacky(1.22)}
	near(t, "after still tacky at x1.22", Of([]Occasion{o}, time.Time{}).Best(o), 1.49, .08)

	// R107, over all answers: the spread that is left after looks at films, each where it tells most.
	prior := math.Sqrt(.25*.25 + .15*.15 + .3*.3)
	var sds, told [4]float64
	var follow func(seen []Occasion, depth int, p float64)
	follow = func(seen []Occasion, depth int, p float64) {
		m := Of(seen, time.Time{})
		e := m.Product(grey)
		sds[depth] += p * e.SD
		if depth == 3 {
			return
		}
		b, parts, _, _ := m.belief(grey)
		next := b.blurred(parts.Occasion)
		x, yes, all := e.Median, 0.0, 0.0
		for i, v := range next {
			all += v
			if at(i) <= math.Log(x) {
				yes += v
			}
		}
		yes = yes/all*(1-2*wrong) + wrong
		told[depth+1] += p * m.Bits(Occasion{Of: grey}, x)
		follow(append(slices.Clone(seen), Occasion{Of: grey, At: day, Looks: []Look{dry(x)}}), depth+1, p*yes)
		follow(append(slices.Clone(seen), Occasion{Of: grey, At: day, Looks: []Look{tacky(x)}}), depth+1, p*(1-yes))
	}
	follow(nil, 0, 1)
	near(t, "before any", sds[0], prior, .005)
	for i, want := range []float64{.31, .25, .21} {
		near(t, fmt.Sprintf("R107 after %d", i+1), sds[i+1], want, .02)
	}
	adaptive := told[1] + told[2] + told[3]
	fixed := 0.0
	for k := range 8 { // three looks at one film at fixed hours
		looks := []Look{{.5, k&1 > 0}, {1, k&2 > 0}, {2, k&4 > 0}}
		p, within := 0.0, 0.0
		b := normal{0, prior * prior}.over(nil)
		for i, v := range b {
			l := Likelihood(at(i), .15, wrong, looks)
			p += v * l
			if l > 0 {
				within += v * l * math.Log2(l)
			}
		}
		fixed += within/b.sum() - p/b.sum()*math.Log2(p/b.sum())
	}
	if fixed > .8*adaptive {
		t.Errorf("R107: fixed hours tell %.2f bits, of %.2f", fixed, adaptive)
	}
}

// R108: what is long ago counts less, and at last nothing.
func TestForgetting(t *testing.T) {
	var films [][]Look
	for range 8 {
		films = append(films, []Look{tacky(1.3), dry(1.7)})
	}
	all := seen(grey, films...)
	of := func(months int) Estimate { return Of(all, all[7].At.Add(time.Duration(months)*month)).Product(grey) }
	now, half, two := of(0), of(6), of(24)
	wide := func(e Estimate) float64 { return e.Most - e.Least }
	if wide(half) < 1.5*wide(now) || wide(two) < 3*wide(now) {
		t.Errorf("R108: ranges of %.2f, %.2f, %.2f", wide(now), wide(half), wide(two))
	}
	if !(now.Median > half.Median && half.Median > two.Median && two.Median > 1) {
		t.Errorf("R108: medians of %.2f, %.2f, %.2f", now.Median, half.Median, two.Median)
	}
	if x := wide(two) / wide(now); x > 3.3 { // twice the variance a month would be more
		t.Errorf("after two years the range is %.1f times as wide", x)
	}
	if ages := of(3000); math.Abs(ages.Median-1) > .05 {
		t.Errorf("after ages %.3f", ages.Median)
	}
}

// R112: a bottle that was replaced without a word.
func TestMoved(t *testing.T) {
	const runs = 200
	prior := normal{0, .25*.25 + .15*.15 + .3*.3}
	run := func(seed uint64, offset float64) (found, falls int, looked int) {
		r := rand.New(rand.NewPCG(seed, 5))
		theta := math.Sqrt(prior.variance) * r.NormFloat64()
		var all []Occasion
		mean, m := 0.0, empty(wrong)
		for n := range 24 {
			if n == 12 {
				theta += offset
			}
			truth := theta + .15*r.NormFloat64()
			x := mean - .15 + .35*r.NormFloat64()
			o := Occasion{Of: grey, At: day.AddDate(0, 0, n)}
			for range 3 {
				there := truth <= x
				if r.Float64() < .05 {
					there = !there
				}
				o.Looks = append(o.Looks, Look{math.Exp(x), there})
				if there || r.Float64() < .35 {
					break
				}
				x += math.Abs(.25+.15*r.NormFloat64()) + .05
			}
			all = append(all, o)
			m.add(&o)
			m.settle()
			mean = math.Log(m.Product(grey).Median)
			alarm := moved(all, prior, .15, wrong) >= 1
			if n < 12 || offset == 0 {
				looked++
				if alarm {
					falls++
				}
			} else if alarm && found == 0 {
				found = n - 11
			}
		}
		return found, falls, looked
	}
	var after []int
	falls, looked := 0, 0
	for s := range uint64(runs) {
		f, fa, l := run(s, .45)
		if f > 0 {
			after = append(after, f)
		}
		falls, looked = falls+fa, looked+l
	}
	slices.Sort(after)
	if share := float64(len(after)) / runs; share < .7 || share > .95 {
		t.Errorf("R112: found in %.2f", share)
	}
	if median := after[len(after)/2]; median < 3 || median > 6 {
		t.Errorf("R112: found after %d", median)
	}
	if share := float64(falls) / float64(looked); share > .01 {
		t.Errorf("R112: false alarms in %.4f", share)
	}
}

// T77, and what must hold whatever is seen.
func TestProperties(t *testing.T) {
	oil := Of(nil, time.Time{}).Product(Key{Product: "o", Family: coating.MustFamily("artist-oil")})
	if oil.Median < .999 || oil.Median > 1.001 || oil.Most/oil.Least < 3 {
		t.Errorf("T77: %.2f to %.2f", oil.Least, oil.Most)
	}
	if before := Of(nil, time.Time{}).Product(grey); math.Abs(before.Low-.48) > .01 || math.Abs(before.High-2.08) > .03 {
		t.Errorf("before any look %.2f to %.2f", before.Low, before.High)
	}
	r := rand.New(rand.NewPCG(9, 9))
	for range 60 {
		p := newPerson(r.Uint64(), .05, wrong)
		for n := range 6 {
			p.work(n)
		}
		now := day.AddDate(1, 0, 0)
		a := Of(p.seen, now)
		mixed := slices.Clone(p.seen)
		r.Shuffle(len(mixed), func(i, j int) { mixed[i], mixed[j] = mixed[j], mixed[i] })
		b := Of(mixed, now)
		for _, k := range a.Keys() {
			if x, y := a.Product(k), b.Product(k); math.Abs(x.Median/y.Median-1) > 1e-6 || math.Abs(x.High/y.High-1) > 1e-6 {
				t.Fatalf("order matters: %.6f and %.6f", x.Median, y.Median)
			}
		}
		// One more film of a product: a single word moves it the way it says, and others less.
		k := p.keys[r.IntN(len(p.keys))]
		was := Of(p.seen, time.Time{})
		x := math.Exp(.5 * r.NormFloat64())
		for _, there := range []bool{false, true} {
			is := Of(append(slices.Clone(p.seen), Occasion{Of: k, At: day.AddDate(0, 0, 30), Looks: []Look{{x, there}}}), time.Time{})
			own := math.Log(is.Product(k).Median / was.Product(k).Median)
			if there && own > .02 || !there && own < -.02 {
				t.Fatalf("a look %v at x%.2f moves the median by %.3f", there, x, own)
			}
			for _, o := range p.keys {
				if d := math.Log(is.Product(o).Median / was.Product(o).Median); o != k && math.Abs(d) > math.Abs(own)+.02 {
					t.Fatalf("%s moves by %.3f, %s by %.3f", o.Product, d, k.Product, own)
				}
			}
		}
		if b := was.Bits(Occasion{Of: k}, x); b < 0 {
			t.Fatalf("%.3f bits", b)
		}
	}
}

// One film is told apart from its product: what was seen of it holds for it at once.
func TestThisFilm(t *testing.T) {
	o := Occasion{Of: grey, At: day, Looks: []Look{tacky(1.5), dry(1.8)}}
	m := Of([]Occasion{o}, time.Time{})
	film, product := m.This(o), m.Product(grey)
	if film.Median < 1.5 || film.Median > 1.8 || product.Median >= film.Median || product.Median <= 1.1 {
		t.Errorf("film %.2f, product %.2f", film.Median, product.Median)
	}
	if film.High-film.Low >= product.High-product.Low {
		t.Error("a film that was looked at is no better known than the next")
	}
	if unseen := m.This(Occasion{Of: grey}); math.Abs(unseen.Median/product.Median-1) > .03 {
		t.Errorf("the next film %.3f, its product %.3f", unseen.Median, product.Median)
	}
	if none := Of(nil, time.Time{}).This(Occasion{Of: grey}); math.Abs(none.Median-1) > .001 || math.Abs(none.SD-chance.Pace(coating.Film{Family: grey.Family})) > .005 {
		t.Errorf("before any look x%.3f, spread %.3f", none.Median, none.SD)
	}
}

// Many products are bounded.
func TestMany(t *testing.T) {
	var all []Occasion
	for i := range MostItems + 10 {
		all = append(all, Occasion{Of: Key{Product: fmt.Sprint(i), Family: grey.Family}, At: day.Add(time.Duration(i) * time.Minute), Looks: []Look{tacky(1.2)}})
	}
	m := Of(all, time.Time{})
	if len(m.Keys()) != MostItems {
		t.Errorf("%d products", len(m.Keys()))
	}
	if e := m.Product(Key{Product: "0", Family: grey.Family}); e.N != 0 {
		t.Error("the oldest is kept")
	}
}

func BenchmarkLearn(b *testing.B) {
	p := newPerson(1, .05, wrong)
	for n := range 200 {
		p.work(n)
	}
	for b.Loop() {
		Of(p.seen, day.AddDate(1, 0, 0))
	}
}
