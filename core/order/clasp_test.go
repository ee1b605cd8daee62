package order_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"sort"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/order"
)

// rival writes one stage of a problem as an order-encoded pseudo-Boolean program, as a general-purpose solver is given it. It shares nothing with the search that it is compared with.
type rival struct {
	*order.Problem
	allowed [][]int
	base    []int
	names   int
	lines   []string
	before  [][]int // literal that i comes before j; yes, no
}

const (
	yes = 1 << 30
	no  = -yes
)

func newRival(p *order.Problem, within int) *rival {
	r := &rival{Problem: p}
	for i := range p.Works {
		w := &p.Works[i]
		var all []int
		for _, s := range p.Sessions {
			for t := s.From; t+w.Length <= s.To; t++ {
				if within == 0 || t+w.Length <= within {
					all = append(all, t)
				}
			}
		}
		r.allowed = append(r.allowed, all)
	}
	for changed := true; changed; {
		changed = false
		for _, l := range p.Lags {
			a, b, d := &r.allowed[l.From], &r.allowed[l.To], p.Works[l.From].Length
			n := len(*a) + len(*b)
			first, last := (*a)[0], (*b)[len(*b)-1]
			*b = slices.DeleteFunc(*b, func(t int) bool { return t < first+d+l.Min })
			*a = slices.DeleteFunc(*a, func(t int) bool { return t > last-d-l.Min })
			if l.Max >= 0 {
				first, last = (*b)[0], (*a)[len(*a)-1]
				*a = slices.DeleteFunc(*a, func(t int) bool { return t < first-d-l.Max })
				*b = slices.DeleteFunc(*b, func(t int) bool { return t > last+d+l.Max })
			}
			changed = changed || len(*a)+len(*b) < n
		}
	}
	for i := range p.Works {
		r.base = append(r.base, r.names)
		r.names += len(r.allowed[i]) - 1
		for k := 2; k < len(r.allowed[i]); k++ {
			r.clause(-(r.base[i] + k), r.base[i]+k-1)
		}
	}
	for _, l := range p.Lags {
		d := p.Works[l.From].Length
		r.gap(l.From, l.To, d+l.Min, yes)
		if l.Max >= 0 {
			r.gap(l.To, l.From, -d-l.Max, yes)
		}
	}
	r.pairs()
	return r
}

func (r *rival) name() int { r.names++; return r.names }

// from returns the literal that i begins at t or later.
func (r *rival) from(i, t int) int {
	switch k := sort.SearchInts(r.allowed[i], t); k {
	case 0:
		return yes
	case len(r.allowed[i]):
		return no
	default:
		return r.base[i] + k
	}
}

func (r *rival) clause(lits ...int) {
	var b strings.Builder
	least := 1
	for _, l := range lits {
		switch {
		case l == yes:
			return
		case l == no:
		case l > 0:
			fmt.Fprintf(&b, "+1 x%d ", l)
		default:
			fmt.Fprintf(&b, "-1 x%d ", -l)
			least--
		}
	}
	fmt.Fprintf(&b, ">= %d ;", least)
	r.lines = append(r.lines, b.String())
}

// gap says that j begins at least shift after i, where when holds.
func (r *rival) gap(i, j, shift, when int) {
	last := yes
	for _, t := range r.allowed[i] {
		if b := r.from(j, t+shift); b != last {
			r.clause(-when, -r.from(i, t), b)
			last = b
		}
	}
}

func (r *rival) pairs() {
	n := len(r.Works)
	paths := make([][]int, n)
	for i := range paths {
		paths[i] = slices.Repeat([]int{math.MinInt32}, n)
	}
	for _, l := range r.Lags {
		d := r.Works[l.From].Length
		paths[l.From][l.To] = max(paths[l.From][l.To], d+l.Min)
		if l.Max >= 0 {
			paths[l.To][l.From] = max(paths[l.To][l.From], -d-l.Max)
		}
	}
	for k := range n {
		for i := range n {
			for j := range n {
				if paths[i][k] > math.MinInt32 && paths[k][j] > math.MinInt32 {
					paths[i][j] = max(paths[i][j], paths[i][k]+paths[k][j])
				}
			}
		}
	}
	r.before = make([][]int, n)
	for i := range r.before {
		r.before[i] = slices.Repeat([]int{no}, n)
	}
	for i := range n {
		for j := i + 1; j < n; j++ {
			a, b, shares := 0, 0, false
			for _, h := range r.Works[i].Holds {
				for _, o := range r.Works[j].Holds {
					if h.On == o.On {
						a, b, shares = max(a, r.Works[i].Length+h.After), max(b, r.Works[j].Length+o.After), true
					}
				}
			}
			if !shares {
				continue
			}
			li, lj := r.allowed[i], r.allowed[j]
			v := 0
			switch {
			case paths[i][j] >= a || li[len(li)-1]+a <= lj[0]:
				v = yes
			case paths[j][i] >= b || lj[len(lj)-1]+b <= li[0]:
				v = no
			default:
				v = r.name()
				r.gap(i, j, a, v)
				r.gap(j, i, b, -v)
			}
			r.before[i][j], r.before[j][i] = v, -v
		}
	}
}

// stage adds an aim, of a bench with most sessions used at most, and returns the program.
func (r *rival) stage(aim order.Aim, most int) string {
	var least []string
	switch aim {
	case order.Makespan:
		ends := map[int]bool{}
		floor := 0
		for i, all := range r.allowed {
			floor = max(floor, all[0]+r.Works[i].Length)
			for _, t := range all {
				ends[t+r.Works[i].Length] = true
			}
		}
		var later []int
		for e := range ends {
			if e > floor {
				later = append(later, e)
			}
		}
		sort.Ints(later)
		last, before := floor, 0
		for _, e := range later {
			m := r.name()
			if before > 0 {
				r.clause(-m, before)
			}
			for i := range r.Works {
				r.clause(-r.from(i, e-r.Works[i].Length), m)
			}
			least = append(least, fmt.Sprintf("+%d x%d", e-last, m))
			last, before = e, m
		}
	default:
		var sum strings.Builder
		for _, s := range r.Sessions {
			y := r.name()
			fmt.Fprintf(&sum, "-1 x%d ", y)
			for i := range r.Works {
				if k := sort.SearchInts(r.allowed[i], s.From); k < len(r.allowed[i]) && r.allowed[i][k] < s.To {
					r.clause(-r.from(i, s.From), r.from(i, s.To), y)
				}
			}
			if aim == order.Evenings {
				least = append(least, fmt.Sprintf("+1 x%d", y))
			}
		}
		if aim == order.Flushes {
			r.lines = append(r.lines, fmt.Sprintf("%s>= %d ;", sum.String(), -most))
			least = r.changes()
		}
	}
	return fmt.Sprintf("* #variable= %d #constraint= %d\nmin: %s ;\n%s\n", r.names, len(r.lines), strings.Join(least, " "), strings.Join(r.lines, "\n"))
}

// changes counts the pairs of another chemistry that come right after each other.
func (r *rival) changes() (least []string) {
	for i := range r.Works {
		for j := range r.Works {
			if i == j || r.Works[i].Chem == "" || r.Works[j].Chem == "" || r.Works[i].Chem == r.Works[j].Chem || r.before[i][j] == no {
				continue
			}
			c := r.name()
			least = append(least, fmt.Sprintf("+1 x%d", c))
			lits := []int{-r.before[i][j], c}
			for k := range r.Works {
				if k == i || k == j || r.Works[k].Chem == "" || r.before[i][k] == no || r.before[k][j] == no {
					continue
				}
				t := r.name()
				r.clause(-t, r.before[i][k])
				r.clause(-t, r.before[k][j])
				lits = append(lits, t)
			}
			r.clause(lits...)
		}
	}
	return least
}

// claspOf has the other solver prove the best of all three stages, and returns how long it ran.
func claspOf(b *testing.B, clasp string, p *order.Problem, want []int) (took time.Duration) {
	b.Helper()
	for n, aim := range order.Measured {
		within, most := 0, 0
		if n > 0 {
			within = want[0]
		}
		if n > 1 {
			most = want[1]
		}
		file := filepath.Join(b.TempDir(), "stage.opb")
		if err := os.WriteFile(file, []byte(newRival(p, within).stage(aim, most)), 0o600); err != nil {
			b.Fatal(err)
		}
		began := time.Now()
		out, err := exec.Command(clasp, "--quiet=1", "--verbose=0", "--time-limit=60", file).Output()
		took += time.Since(began)
		var status *exec.ExitError // 30: the optimum, 10: it is nothing, so that all is as good
		if !errors.As(err, &status) || status.ExitCode() != 30 && status.ExitCode() != 10 || !bytes.Contains(out, []byte("s ")) {
			b.Fatalf("stage %d: %v\n%s", n, err, out)
		}
	}
	return took
}

// BenchmarkAgainstClasp proves the 24 instances with a general-purpose solver and with this one, side by side: the median of five rounds of each.
func BenchmarkAgainstClasp(b *testing.B) {
	clasp, err := exec.LookPath("clasp")
	if err != nil {
		b.Skip("clasp is not installed: apt-get install clasp")
	}
	for b.Loop() {
		besides(b, clasp)
	}
}

func besides(b *testing.B, clasp string) {
	var theirs, ours []float64
	for range 5 {
		var their, our time.Duration
		for name, want := range optima {
			p := instance(b, name)
			their += claspOf(b, clasp, p, want)
			began := time.Now()
			a, err := p.Solve(context.Background(), order.Options{Aims: order.Measured})
			our += time.Since(began)
			if err != nil || !a.Proven || !slices.Equal(a.Value, want) {
				b.Fatalf("%s: %v, proven %v, %v", name, a.Value, a.Proven, err)
			}
		}
		theirs, ours = append(theirs, their.Seconds()), append(ours, our.Seconds())
	}
	slices.Sort(theirs)
	slices.Sort(ours)
	b.ReportMetric(theirs[2], "clasp-s")
	b.ReportMetric(ours[2], "ours-s")
	b.ReportMetric(theirs[2]/ours[2], "times-faster")
}

// BenchmarkJobShops proves the published optima.
func BenchmarkJobShops(b *testing.B) {
	for _, name := range []string{"ft06", "la01", "ft10"} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				shop(b, name)
			}
		})
	}
}

func shop(b *testing.B, name string) {
	a, err := jobshop(b, name).Solve(context.Background(), order.Options{Aims: []order.Aim{order.Makespan}, Work: 100_000_000})
	if err != nil || !a.Proven || a.Value[0] != jobshops[name] {
		b.Fatalf("%v, proven %v, %v", a.Value, a.Proven, err)
	}
	b.ReportMetric(float64(a.Work), "work")
}

// BenchmarkGrowth solves benches of 8 to 300 steps, with the usual work: how far it comes shows in the gap.
func BenchmarkGrowth(b *testing.B) {
	for _, n := range []int{8, 14, 20, 30, 60, 120, 180, 300} {
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			p := evenings(rand.New(rand.NewPCG(2, 0)), max(1, n/60), min(n, 60)*4/5)
			b.ReportAllocs()
			for b.Loop() {
				grown(b, p)
			}
		})
	}
}

func grown(b *testing.B, p *order.Problem) {
	a, err := p.Solve(context.Background(), order.Options{})
	if err != nil {
		b.Fatal(err)
	}
	b.ReportMetric(float64(len(p.Works)), "works")
	proven := 0
	for proven < len(a.Value) && a.Value[proven] == a.Bound[proven] {
		proven++
	}
	b.ReportMetric(float64(proven), "aims-proven")
	b.ReportMetric(float64(a.Value[0]-a.Bound[0]), "days-gap")
	b.ReportMetric(float64(a.Value[1]-a.Bound[1]), "evenings-gap")
}

// BenchmarkGreedyCosts compares the best order with that of somebody who looks no further than the next step, on 200 realistic benches of three builds.
func BenchmarkGreedyCosts(b *testing.B) {
	for b.Loop() {
		greedily(b)
	}
}

func greedily(b *testing.B) {
	const plans = 200
	dice := rand.New(rand.NewPCG(12, 0))
	better, none, evening, late, flush := 0, 0, 0, 0, 0
	for range plans {
		p := evenings(dice, 3, 46)
		greedy, ok := p.Greedy(order.Usual)
		a, err := p.Solve(context.Background(), order.Options{Work: order.Quick})
		if err != nil {
			b.Fatal(err)
		}
		switch {
		case !ok:
			none++
			better++
			continue
		case order.Better(greedy.Value, a.Value):
			b.Fatalf("greedy has %v, the best %v", greedy.Value, a.Value)
		case order.Better(a.Value, greedy.Value):
			better++
		}
		late, evening, flush = late+greedy.Value[0]-a.Value[0], evening+greedy.Value[1]-a.Value[1], flush+greedy.Value[2]-a.Value[2]
	}
	b.ReportMetric(float64(better)/plans, "better")
	b.ReportMetric(float64(none), "greedy-fails")
	b.ReportMetric(float64(evening)/plans, "evenings-saved")
	b.ReportMetric(float64(late)/plans, "days-late-saved")
	b.ReportMetric(float64(flush)/plans, "flushes-saved")
}
