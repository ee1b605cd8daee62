package pigment

import (
	"math"
	"sync"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

// One colour fixes only K/S, and mixing and hiding want K and S. So a paint is read as a mix of generic pastes, whose loads bound how strong it can be: a black's
// colour says nothing of how it tints, and what a white does is its S. In each of the sets that are tried, the shares are fitted to the colour's Lab; the
// reading that comes nearest with the plainest pigments is taken. What pigments can't reach is closed by bending K smoothly, and what even that
// can't, outside of what can be painted, by an offset in linear light: every colour is met.

var (
	readBench  = fact.Bench("chosen so that two dozen model colours are read as a painter would mix them")
	counts     = Numbers.Number("read-counts", 0.004, "", "share from which a paste counts as taken", readBench)
	dearShare  = Numbers.Number("read-dear", 4, "CIEDE2000", "what a paint all of organic pigments and ultramarine is thought to cost", readBench)
	eachPaste  = Numbers.Number("read-each", 0.02, "CIEDE2000", "what each paste costs", readBench)
	chromaTold = Numbers.Number("read-chroma", 0.03, "", "how much less a difference in a and b counts for each unit of chroma", fact.Memory("CIE94 weighs chroma alike"))
	bendWidth  = Numbers.Number("bend-width", 35, "nm", "width of the bumps that bend a paint's absorption to its colour", readBench)
	bendLeast  = Numbers.Number("bend-least", -4, "", "most that a bump takes off, as a power of e", readBench)
	bendMost   = Numbers.Number("bend-most", 0.7, "", "most that it adds: a dark stated colour must not make pigment stronger", readBench)
	surface    = Numbers.Number("stated-surface", 0.006, "", "light that the surface adds to a stated colour, which is seen without shine", readBench)
	inside     = Numbers.Number("mirrored-inside", 0.596, "", "share of diffuse light that is thrown back from inside a binder", fact.Memory("Saunderson 1942; index 1.5"))
	bumpAt     = [3]float64{610, 540, 450}
)

const rounds = 22

// known are the readings of colours; they hold for ever, so that the oldest half is let go where there are too many.
var known = struct {
	sync.Mutex
	now, before map[colour.Colour]*Paint
}{now: map[colour.Colour]*Paint{}}

// mostKnown is how many readings a half of the memory keeps.
const mostKnown = 2048

// Of reads a colour as a paint at its usual load: a plausible recipe of it, not its maker's. Every colour is met. It is safe for concurrent use.
func Of(c colour.Colour) *Paint {
	p := remembered(c)
	if p == nil {
		p = read(c)
	}
	known.Lock()
	defer known.Unlock()
	if len(known.now) >= mostKnown {
		known.before, known.now = known.now, map[colour.Colour]*Paint{}
	}
	known.now[c] = p
	return p
}

func remembered(c colour.Colour) *Paint {
	known.Lock()
	defer known.Unlock()
	if p := known.now[c]; p != nil {
		return p
	}
	return known.before[c]
}

// shine is the share of a stated colour that its surface adds: at most half of its darkest channel.
func shine(r, g, b float64) float64 {
	return math.Max(0, math.Min(surface, math.Min(r, math.Min(g, b))/2))
}

// read finds the paint of a colour.
func read(c colour.Colour) *Paint {
	r, g, b := c.Linear()
	v := shine(r, g, b)
	l, ca, cb := c.Lab()
	want := target{lab: [3]float64{l, ca, cb}, colour: c, v: v}
	want.weight = 1 / (1 + chromaTold*math.Hypot(ca, cb))
	best, least := Paint{}, math.Inf(1)
	for _, set := range tries {
		p, score := want.try(set)
		if score < least {
			best, least = p, score
		}
	}
	best.shine = v
	out := best.Bent(c)
	return out
}

// target is a colour to be met.
type target struct {
	colour colour.Colour
	lab    [3]float64
	weight float64
	v      float64
}

// try fits the shares of four pastes to the colour, and scores what comes of it.
func (t *target) try(set [4]int) (Paint, float64) {
	x := [4]float64{0, -.5, -1.5, -1.5} // logs of the shares; their scale means nothing
	damp := 1e-3
	f, jac, p := t.residual(set, x)
	err := dot3(f, f)
	for range rounds {
		var a [4][5]float64 // normal equations, damped
		for i := range 4 {
			for j := range 4 {
				for k := range 3 {
					a[i][j] += jac[k][i] * jac[k][j]
				}
			}
			for k := range 3 {
				a[i][4] -= jac[k][i] * f[k]
			}
			a[i][i] += damp * (1 + a[i][i])
		}
		step := solve4(a)
		y := x
		for i := range y {
			y[i] += math.Max(-1.5, math.Min(1.5, step[i]))
		}
		g, jy, py := t.residual(set, y)
		if e := dot3(g, g); e < err {
			f, jac, p, err, x = g, jy, py, e, y
			damp = math.Max(1e-7, damp/4)
			if err < 1e-10 {
				break
			}
		} else {
			damp = math.Min(1e4, damp*6)
		}
	}
	sum, score := 0.0, 0.0
	for i := range x {
		x[i] = math.Exp(x[i])
		sum += x[i]
	}
	for i, k := range set {
		share := x[i] / sum
		if share > counts {
			score += pastes[k].cost + eachPaste
		}
		if pastes[k].dear {
			score += dearShare * share
		}
	}
	if score < 40 { // the difference costs more than all else: only where it matters
		score += p.stated().Difference(t.colour)
	}
	return p, score
}

// residual is how far four pastes by the logs of their shares are from the colour, in Lab, and how each share moves that.
func (t *target) residual(set [4]int, x [4]float64) (f [3]float64, jac [3][4]float64, p Paint) {
	var w [4]float64
	sum := 0.0
	for i := range x {
		w[i] = math.Exp(x[i])
		sum += w[i]
	}
	for i := range w {
		w[i] /= sum
	}
	var rgb [3]float64
	var drgb [3][4]float64
	for b := range bands {
		k, s := 0.0, 0.0
		for i, n := range set {
			k += w[i] * pastes[n].k[b]
			s += w[i] * pastes[n].s[b]
		}
		p.k[b], p.s[b] = k, s
		q := k / s
		root := math.Sqrt(q*q + 2*q)
		r := 1 + q - root
		below := 1 - inside*r
		seen := t.v + (1-t.v)*(1-inside)*r/below
		slope := (1 - t.v) * (1 - inside) / (below * below) * (1 - (q+1)/root)
		for c := range 3 {
			m := toRGB[c][b]
			rgb[c] += m * seen
			for i, n := range set {
				drgb[c][i] += m * slope * w[i] * (pastes[n].k[b] - q*pastes[n].s[b]) / s
			}
		}
	}
	p.shine = t.v
	lab, dlab := labOf(rgb)
	for k := range 3 {
		scale := 1.0
		if k > 0 {
			scale = t.weight
		}
		f[k] = (lab[k] - t.lab[k]) * scale
		for i := range 4 {
			for c := range 3 {
				jac[k][i] += dlab[k][c] * drgb[c][i] * scale
			}
		}
	}
	return f, jac, p
}

// Bent returns the paint with its absorption bent so that its masstone is c; what it scatters stays.
func (p *Paint) Bent(c colour.Colour) *Paint {
	out := *p
	r, g, b := c.Linear()
	out.shine = shine(r, g, b)
	want := [3]float64{r, g, b}
	var bend [3]float64
	for range 14 {
		at := out.bodyRGB(p.k, bend)
		var f [3]float64
		far := 0.0
		for i := range f {
			f[i] = math.Log(math.Max(1e-5, want[i])) - math.Log(math.Max(1e-5, at[i]))
			far = math.Max(far, math.Abs(f[i]))
		}
		if far < 1e-7 {
			break
		}
		var a [3][4]float64
		for j := range 3 {
			nudged := bend
			nudged[j] += 1e-4
			moved := out.bodyRGB(p.k, nudged)
			for i := range 3 {
				a[i][j] = (math.Log(math.Max(1e-5, moved[i])) - math.Log(math.Max(1e-5, at[i]))) / 1e-4
			}
		}
		for i := range 3 {
			a[i][3] = f[i]
			a[i][i] -= 1e-6 // never singular: more absorption is less light
		}
		step := solve3(a)
		for j := range bend {
			bend[j] = math.Max(bendLeast, math.Min(bendMost, bend[j]+math.Max(-1, math.Min(1, step[j]))))
		}
	}
	out.k = bentBy(p.k, bend)
	out.offset = [3]float64{}
	at := out.linear(out.masstone(), out.shine)
	for i := range want {
		out.offset[i] = want[i] - at[i]
	}
	return &out
}

func bentBy(k Spectrum, bend [3]float64) Spectrum {
	for i := range k {
		sum := 0.0
		for j, at := range bumpAt {
			d := (nm(i) - at) / bendWidth
			sum += bend[j] * math.Exp(-d*d/2)
		}
		k[i] *= math.Exp(sum)
	}
	return k
}

// bodyRGB is what is seen of the paint with its absorption bent, in linear light.
func (p *Paint) bodyRGB(k Spectrum, bend [3]float64) [3]float64 {
	q := *p
	q.k, q.offset = bentBy(k, bend), [3]float64{}
	return q.linear(q.masstone(), q.shine)
}

func dot3(a, b [3]float64) float64 { return a[0]*b[0] + a[1]*b[1] + a[2]*b[2] }

// solve4 and solve3 solve small sets of linear equations by elimination; the last column is the right-hand side.
func solve4(a [4][5]float64) (x [4]float64) {
	rows := make([][]float64, 4)
	for i := range a {
		rows[i] = a[i][:]
	}
	eliminate(rows, x[:])
	return x
}

func solve3(a [3][4]float64) (x [3]float64) {
	rows := make([][]float64, 3)
	for i := range a {
		rows[i] = a[i][:]
	}
	eliminate(rows, x[:])
	return x
}

func eliminate(a [][]float64, x []float64) {
	n := len(a)
	for i := range n {
		pivot := i
		for r := i + 1; r < n; r++ {
			if math.Abs(a[r][i]) > math.Abs(a[pivot][i]) {
				pivot = r
			}
		}
		a[i], a[pivot] = a[pivot], a[i]
		if a[i][i] == 0 {
			continue
		}
		for r := i + 1; r < n; r++ {
			f := a[r][i] / a[i][i]
			for c := i; c <= n; c++ {
				a[r][c] -= f * a[i][c]
			}
		}
	}
	for i := n - 1; i >= 0; i-- {
		if a[i][i] == 0 {
			continue
		}
		x[i] = a[i][n]
		for c := i + 1; c < n; c++ {
			x[i] -= a[i][c] * x[c]
		}
		x[i] /= a[i][i]
	}
}

// xyz turns linear sRGB into the tristimulus values relative to white (IEC 61966-2-1, D65).
var xyz = [3][3]float64{
	{0.4124564 / 0.95047, 0.3575761 / 0.95047, 0.1804375 / 0.95047},
	{0.2126729, 0.7151522, 0.0721750},
	{0.0193339 / 1.08883, 0.1191920 / 1.08883, 0.9503041 / 1.08883},
}

// labOf returns CIE Lab of linear sRGB that need not be in its gamut, in the units of colour.Lab, and how each channel moves it.
func labOf(rgb [3]float64) (lab [3]float64, d [3][3]float64) {
	var f, df [3]float64
	for i := range 3 {
		t := dot3(xyz[i], rgb)
		if t > 216.0/24389 {
			f[i] = math.Cbrt(t)
			df[i] = 1 / (3 * f[i] * f[i])
		} else {
			f[i], df[i] = (24389.0/27*t+16)/116, 24389.0/27/116
		}
	}
	lab = [3]float64{116*f[1] - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2])}
	for c := range 3 {
		x, y, z := df[0]*xyz[0][c], df[1]*xyz[1][c], df[2]*xyz[2][c]
		d[0][c], d[1][c], d[2][c] = 116*y, 500*(x-y), 200*(y-z)
	}
	return lab, d
}
