package prove_test

import (
	"bytes"
	"context"
	"fmt"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/prove"
	"inkysparrow/internal/golden"
)

func Example() {
	s := prove.New()
	evenings := prove.NewDomain([]int{0, 1, 2, 3, 4, 5})
	coat, wash, last := s.Var(evenings), s.Var(evenings), s.Var(evenings)
	s.Gap(coat, wash, 2, prove.True) // the coat dries for two evenings
	s.Gap(coat, last, 1, prove.True)
	s.Gap(wash, last, 1, prove.True)
	s.Clause(s.AtLeast(coat, 1)) // not tonight
	proven := s.Minimise(context.Background(), last, 6, 1000, func() { fmt.Println("done after", s.Lower(last), "evenings") })
	fmt.Println(proven == prove.Proven)
	// Output:
	// done after 4 evenings
	// true
}

// puzzle is a random set of constraints and the same as a function, so that all values can be tried.
type puzzle struct {
	domains [][]int
	holds   []func(v []int) bool
}

func (p *puzzle) least(total int) (least int, ok bool) {
	v := make([]int, len(p.domains))
	var rec func(i int)
	rec = func(i int) {
		if i < len(v) {
			for _, v[i] = range p.domains[i] {
				rec(i + 1)
			}
			return
		}
		for _, h := range p.holds {
			if !h(v) {
				return
			}
		}
		if !ok || v[total] < least {
			least, ok = v[total], true
		}
	}
	rec(0)
	return least, ok
}

func TestAgainstAllValues(t *testing.T) {
	dice := rand.New(rand.NewPCG(4, 0))
	none := 0
	for n := range 1500 {
		p, s := &puzzle{}, prove.New()
		var x []prove.Var
		for range 4 + dice.IntN(3) {
			var values []int
			for v := range 7 {
				if dice.IntN(3) > 0 {
					values = append(values, v)
				}
			}
			if values == nil {
				values = []int{3}
			}
			p.domains = append(p.domains, values)
			x = append(x, s.Var(prove.NewDomain(values)))
		}
		some := func() (int, prove.Lit, func([]int) bool) {
			i, k := dice.IntN(len(x)), dice.IntN(8)
			if dice.IntN(2) == 0 {
				return i, s.AtLeast(x[i], k), func(v []int) bool { return v[i] >= k }
			}
			return i, s.AtLeast(x[i], k).Not(), func(v []int) bool { return v[i] < k }
		}
		for range 3 + dice.IntN(9) {
			i, j := dice.IntN(len(x)), dice.IntN(len(x))
			if i == j {
				continue
			}
			switch dice.IntN(4) {
			case 0:
				var lits []prove.Lit
				var any []func([]int) bool
				for range 2 + dice.IntN(3) {
					_, l, h := some()
					lits, any = append(lits, l), append(any, h)
				}
				s.Clause(lits...)
				p.holds = append(p.holds, func(v []int) bool {
					for _, h := range any {
						if h(v) {
							return true
						}
					}
					return false
				})
			case 1:
				shift := dice.IntN(7) - 3
				_, when, h := some()
				s.Gap(x[i], x[j], shift, when)
				p.holds = append(p.holds, func(v []int) bool { return !h(v) || v[j] >= v[i]+shift })
			case 2:
				table := make([]int32, len(p.domains[i]))
				byValue, most := map[int]int{}, 0
				for k, v := range p.domains[i] {
					most += dice.IntN(3)
					table[k], byValue[v] = int32(most), most
				}
				s.GapBy(x[i], x[j], table, prove.True)
				p.holds = append(p.holds, func(v []int) bool { return v[j] >= byValue[v[i]] })
			case 3:
				k := dice.IntN(len(x))
				if k == i || k == j {
					continue
				}
				a, b := 1+dice.IntN(2), 1+dice.IntN(2)
				s.Sum(x[k], prove.Term{Times: a, X: x[i]}, prove.Term{Times: b, X: x[j]})
				p.holds = append(p.holds, func(v []int) bool { return v[k] >= a*v[i]+b*v[j] })
			}
		}
		least, ok := p.least(0)
		got, found := 0, false
		if s.Minimise(context.Background(), x[0], 100, 1e7, func() { got, found = s.Lower(x[0]), true }) != prove.Proven {
			t.Fatalf("%d: not proven", n)
		}
		if found != ok || got != least {
			t.Fatalf("%d: %d, %v, want %d, %v", n, got, found, least, ok)
		}
		if !ok {
			none++
		}
	}
	if none < 100 || none > 1400 {
		t.Errorf("%d of 1500 had no answer", none)
	}
}

// TestPigeons can only be answered by learning: one more than there are holes, which no bound alone refutes.
func TestPigeons(t *testing.T) {
	s := prove.New()
	const holes = 6
	total := s.Var(prove.NewDomain([]int{0, 1}))
	var in [holes + 1][holes]prove.Lit
	for i := range in {
		for h := range in[i] {
			in[i][h] = s.Bool()
		}
		s.Clause(in[i][:]...)
		for j := range i {
			for h := range holes {
				s.Clause(in[i][h].Not(), in[j][h].Not())
			}
		}
	}
	if s.Minimise(context.Background(), total, 2, 1e8, func() { t.Error("seven in six holes") }) != prove.Proven || s.Conflicts == 0 {
		t.Errorf("not refuted after %d conflicts", s.Conflicts)
	}
}

func TestWorkEnds(t *testing.T) {
	s := prove.New()
	d := prove.NewDomain([]int{0, 1, 2, 3, 4, 5, 6, 7, 8, 9})
	total := s.Var(d)
	var all []prove.Var
	for range 10 {
		x := s.Var(d)
		for _, y := range all {
			first := s.Bool()
			s.Gap(x, y, 1, first)
			s.Gap(y, x, 1, first.Not())
		}
		all = append(all, x)
		s.Gap(x, total, 1, prove.True)
	}
	if got := s.Minimise(context.Background(), total, 10, 500, func() { t.Error("ten in nine") }); got != prove.Spent {
		t.Errorf("%v after %d of work", got, s.Work)
	}
	ctx, leave := context.WithCancel(context.Background())
	leave()
	if got := s.Minimise(ctx, total, 10, 1e9, func() {}); got != prove.Left {
		t.Errorf("%v where nobody waits", got)
	}
}

// TestAsMuchWork holds how much a proof takes: eleven jobs on three machines, in orders of their own.
func TestAsMuchWork(t *testing.T) {
	var out bytes.Buffer
	dice := rand.New(rand.NewPCG(8, 0))
	for range 6 {
		s := prove.New()
		values := make([]int, 160)
		for i := range values {
			values[i] = i
		}
		d := prove.NewDomain(values)
		end, total := s.Var(d), s.Var(prove.NewDomain(values))
		var on [3][]prove.Var
		long := map[prove.Var]int{}
		var late []prove.Term
		for job := range 11 {
			last := prove.Var(-1)
			for _, m := range dice.Perm(3) {
				x := s.Var(d)
				long[x] = 1 + dice.IntN(9)
				on[m] = append(on[m], x)
				if last >= 0 {
					s.Gap(last, x, long[last], prove.True)
				}
				last = x
			}
			s.Gap(last, end, long[last], prove.True)
			after := s.Bool()
			s.Clause(after, s.AtLeast(last, 5*job).Not())
			late = append(late, prove.Term{Times: 1 + job%2, X: s.VarOf(after)})
		}
		for _, list := range on {
			for i, x := range list {
				for _, y := range list[:i] {
					first := s.Bool()
					s.Gap(x, y, long[x], first)
					s.Gap(y, x, long[y], first.Not())
				}
			}
		}
		s.Sum(total, late...)
		for _, x := range []prove.Var{end, total} {
			least := 0
			stopped := s.Minimise(context.Background(), x, 160, s.Work+400_000, func() { least = s.Lower(x) })
			fmt.Fprintf(&out, "%d %v after %d conflicts, %d of work, from %d\n", least, stopped, s.Conflicts, s.Work, s.Lower(x))
			s.Clause(s.AtLeast(x, least+1).Not())
		}
	}
	golden.Hold(t, "testdata/work.golden", out.Bytes())
}
