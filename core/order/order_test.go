package order_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"testing"

	"inkysparrow/core/order"
	"inkysparrow/internal/golden"
)

// optima are the proven optimal makespan, sessions and changeovers of the instances in testdata, found with an independent solver.
var optima = map[string][]int{
	"b8z2s1": {365, 4, 2}, "b8z2s2": {274, 3, 4}, "b8z2s3": {180, 2, 0}, "d8z2s1": {275, 3, 0}, "d8z2s2": {273, 3, 0}, "d8z2s3": {369, 4, 2},
	"b14z2s1": {469, 5, 5}, "b14z2s2": {465, 5, 2}, "b14z2s3": {464, 5, 3}, "d14z2s1": {525, 6, 2}, "d14z2s2": {376, 4, 4}, "d14z2s3": {536, 6, 5},
	"b20z3s1": {465, 5, 3}, "b20z3s2": {470, 5, 2}, "b20z3s3": {374, 4, 4}, "d20z3s1": {537, 6, 6}, "d20z3s2": {526, 6, 4}, "d20z3s3": {529, 6, 6},
	"b30z3s1": {750, 7, 8}, "b30z3s2": {531, 6, 9}, "b30z3s3": {750, 7, 6}, "d30z3s1": {754, 7, 4}, "d30z3s2": {944, 9, 6}, "d30z3s3": {945, 9, 6},
}

// jobshops are published optima: Fisher and Thompson (1963), Lawrence (1984).
var jobshops = map[string]int{"ft06": 55, "ft10": 930, "la01": 666}

func instance(t testing.TB, name string) *order.Problem {
	t.Helper()
	data, err := os.ReadFile(filepath.Join("testdata", name+".json"))
	if err != nil {
		t.Fatal(err)
	}
	p, err := order.ReadInstance(data)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func jobshop(t testing.TB, name string) *order.Problem {
	t.Helper()
	data, err := os.ReadFile(filepath.Join("testdata", name+".txt"))
	if err != nil {
		t.Fatal(err)
	}
	p, _, err := order.ReadJobShop(string(data))
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// solved solves a problem and holds the answer against the checker.
func solved(t testing.TB, p *order.Problem, o order.Options) order.Answer {
	t.Helper()
	a, err := p.Solve(t.Context(), o)
	if err != nil {
		t.Fatal(err)
	}
	checked(t, p, a, o.Aims)
	return a
}

func checked(t testing.TB, p *order.Problem, a order.Answer, aims []order.Aim) {
	t.Helper()
	if aims == nil {
		aims = order.Usual
	}
	value, err := p.Check(a.Starts, aims)
	if err != nil || !slices.Equal(value, a.Value) {
		t.Fatalf("the checker says %v, %v of an answer worth %v", value, err, a.Value)
	}
	if a.Proven != slices.Equal(a.Bound, a.Value) {
		t.Fatalf("proven %v with value %v and bound %v", a.Proven, a.Value, a.Bound)
	}
}

func TestInstances(t *testing.T) {
	for name, want := range optima {
		a := solved(t, instance(t, name), order.Options{Aims: order.Measured})
		if !slices.Equal(a.Value, want) || !a.Proven {
			t.Errorf("%s: %v, proven %v, want %v", name, a.Value, a.Proven, want)
		}
	}
}

func TestJobShops(t *testing.T) {
	for name, want := range jobshops {
		a := solved(t, jobshop(t, name), order.Options{Aims: []order.Aim{order.Makespan}, Work: 60_000_000})
		if a.Value[0] != want || !a.Proven {
			t.Errorf("%s: %v, proven %v, want %d", name, a.Value, a.Proven, want)
		}
	}
}

// shared is for what a work holds a place of the rack: often for nothing but itself.
func shared(dice *rand.Rand) int { return max(0, dice.IntN(6)-3) }

// tiny makes a problem so small that every order of it can be tried.
func tiny(dice *rand.Rand) *order.Problem {
	p := &order.Problem{
		Resources: []order.Resource{{Name: "hands"}, {Name: "airbrush"}, {Name: "rack", Many: 1 + dice.IntN(2)}},
		Builds:    []order.Build{{Due: dice.IntN(30), Weight: 1 + dice.IntN(2)}, {Due: -1}}, Flush: dice.IntN(3), Day: 10,
	}
	p.Rinse = dice.IntN(p.Flush + 1)
	for k := range 2 + dice.IntN(2) {
		p.Sessions = append(p.Sessions, order.Session{From: 10 * k, To: 10*k + 4 + dice.IntN(3), Second: dice.IntN(4) == 0})
	}
	n := 3 + dice.IntN(2)
	for i := range n {
		w := order.Work{Length: 1 + dice.IntN(3), Holds: []order.Hold{{On: 0}}, Build: dice.IntN(2), Ready: dice.IntN(6)}
		if dice.IntN(2) == 0 {
			w.Chem, w.Cup = []string{"water", "solvent"}[dice.IntN(2)], []string{"grey", "white"}[dice.IntN(2)]
			if w.Brush = dice.IntN(4) / 3; dice.IntN(2) == 0 {
				w.Holds = append(w.Holds, order.Hold{On: 1, After: dice.IntN(3)})
			}
		}
		if dice.IntN(3) == 0 {
			w.Holds = append(w.Holds, order.Hold{On: 2, After: dice.IntN(12), Of: shared(dice)})
		}
		if dice.IntN(5) == 0 {
			w.Shut = []order.Span{{From: 0, To: 2 + dice.IntN(10)}}
		}
		if dice.IntN(8) == 0 {
			w.Fixed, w.From = true, 10*dice.IntN(len(p.Sessions))+dice.IntN(2)
		}
		if dice.IntN(4) == 0 {
			w.Was = order.Span{From: 0, To: 8}
		}
		p.Works = append(p.Works, w)
		if i > 0 && dice.IntN(3) > 0 {
			l := order.Lag{From: dice.IntN(i), To: i, Min: dice.IntN(8), Max: -1, Wish: dice.IntN(4), Weight: dice.IntN(3)}
			if dice.IntN(3) == 0 {
				l.Max = l.Min + dice.IntN(6)
			}
			if l.Min > 3 && dice.IntN(4) == 0 {
				l.Later = map[int]int{1: l.Min - 2}
			}
			p.Lags = append(p.Lags, l)
		}
	}
	return p
}

// tried returns the best of all orders, by the checker alone; nil where none is allowed.
func tried(p *order.Problem, aims []order.Aim) []int {
	var best []int
	starts := make([]int, len(p.Works))
	var rec func(i int)
	rec = func(i int) {
		if i == len(starts) {
			if v, err := p.Check(starts, aims); err == nil && (best == nil || order.Better(v, best)) {
				best = v
			}
			return
		}
		w := p.Works[i]
		if w.Fixed {
			starts[i] = w.From
			rec(i + 1)
			return
		}
		for _, s := range p.Sessions {
			for t := s.From; t+w.Length <= s.To; t++ {
				starts[i] = t
				rec(i + 1)
			}
		}
	}
	rec(0)
	return best
}

var everyAim = []order.Aim{order.Dates, order.Evenings, order.Flushes, order.Slack, order.Finish, order.Stay, order.Makespan}

func TestAgainstEveryOrder(t *testing.T) {
	dice := rand.New(rand.NewPCG(3, 0))
	none := 0
	for n := range 400 {
		p := tiny(dice)
		aims := slices.Clone(everyAim)
		dice.Shuffle(len(aims), func(a, b int) { aims[a], aims[b] = aims[b], aims[a] })
		aims = aims[:1+dice.IntN(len(aims))]
		want := tried(p, aims)
		a, err := p.Solve(t.Context(), order.Options{Aims: aims})
		if want == nil {
			none++
			var fault *order.Fault
			if !errors.As(err, &fault) {
				t.Fatalf("%d: %v of what no order satisfies: %+v", n, err, p)
			}
			continue
		}
		if err != nil || !slices.Equal(a.Value, want) || !a.Proven {
			t.Fatalf("%d: %v, proven %v, %v, want %v by %v of %+v", n, a.Value, a.Proven, err, want, aims, p)
		}
		checked(t, p, a, aims)
	}
	if none < 5 || none > 300 {
		t.Errorf("%d of 400 had no order", none)
	}
}

// evenings makes a realistic bench: builds of some zones each, whose coats dry, washes that are wiped in time, recoat windows, joins, dates.
func evenings(dice *rand.Rand, builds, steps int) *order.Problem {
	const hour, day = 4, 96 // slots of a quarter of an hour
	p := &order.Problem{Resources: []order.Resource{{Name: "hands"}, {Name: "airbrush"}}, Flush: 1, Day: day}
	for d := range 7 * (4 + builds*steps/15) {
		switch wd := d % 7; {
		case wd == 5:
			p.Sessions = append(p.Sessions, order.Session{From: d*day + 14*hour, To: d*day + 19*hour})
		case wd == 1 || wd == 3 || wd == 4 && dice.IntN(2) == 0:
			p.Sessions = append(p.Sessions, order.Session{From: d*day + 19*hour, To: d*day + 22*hour - dice.IntN(2)*2})
		}
	}
	for b := range builds {
		p.Builds = append(p.Builds, order.Build{Name: fmt.Sprint("build ", b), Due: day * (7 + dice.IntN(1+steps/2)), Weight: 1 + dice.IntN(3)})
		zones := 2 + dice.IntN(3)
		for z := range zones {
			prev, wait, most := -1, 0, -1
			add := func(w order.Work) {
				w.Build = b
				w.Name = fmt.Sprintf("build %d, zone %d, step %d", b, z, len(p.Works))
				p.Works = append(p.Works, w)
				i := len(p.Works) - 1
				if prev >= 0 {
					p.Lags = append(p.Lags, order.Lag{From: prev, To: i, Min: wait, Max: most, Wish: wait / 3})
				}
				prev, most = i, -1
			}
			for range steps / zones {
				switch k := dice.IntN(20); {
				case k < 10:
					chem := []string{"water", "water", "solvent", "metal"}[dice.IntN(4)]
					add(order.Work{Length: 1 + dice.IntN(3), Chem: chem, Holds: []order.Hold{{On: 0}, {On: 1, After: 1}}, Ready: 4 * hour})
					wait = []int{1, 2, hour, 12 * hour, 24 * hour, 48 * hour}[dice.IntN(6)]
					if dice.IntN(6) == 0 {
						most = wait + 3*day
					}
				case k < 14:
					add(order.Work{Length: 1 + dice.IntN(4), Holds: []order.Hold{{On: 0}}})
					wait = dice.IntN(3)
				default:
					add(order.Work{Length: 1, Holds: []order.Hold{{On: 0}}})
					wait, most = 1+dice.IntN(3), 4+dice.IntN(4)
					add(order.Work{Length: 1 + dice.IntN(2), Holds: []order.Hold{{On: 0}}, Ready: 24 * hour})
					wait = []int{1, 12 * hour, 24 * hour}[dice.IntN(3)]
				}
			}
		}
	}
	return p
}

func TestNeverWorseThanGreedy(t *testing.T) {
	better, dice := 0, rand.New(rand.NewPCG(11, 0))
	const plans = 40
	for range plans {
		p := evenings(dice, 2, 24)
		greedy, ok := p.Greedy(order.Usual)
		a := solved(t, p, order.Options{Work: order.Quick / 4})
		switch {
		case ok && order.Better(greedy.Value, a.Value):
			t.Fatalf("greedy has %v, the best %v", greedy.Value, a.Value)
		case !ok || order.Better(a.Value, greedy.Value):
			better++
		}
		for n := range a.Bound {
			if a.Bound[n] > a.Value[n] {
				t.Fatalf("bound %v above %v", a.Bound, a.Value)
			}
		}
	}
	if better < plans/3 {
		t.Errorf("better than greedy on %d of %d plans", better, plans)
	}
}

func TestMoreFreedomIsNeverWorse(t *testing.T) {
	dice := rand.New(rand.NewPCG(5, 0))
	for range 40 {
		p := evenings(dice, 1, 9)
		p.Works[3].From = 96
		a := solved(t, p, order.Options{})
		if !a.Proven {
			continue
		}
		free := *p
		free.Lags = slices.Clone(p.Lags)
		switch k := dice.IntN(len(p.Lags)); dice.IntN(4) {
		case 0:
			free.Lags[k].Max = -1
		case 1:
			free.Lags[k].Min = 0
		case 2:
			free.Sessions = append(slices.Clone(p.Sessions), order.Session{From: p.Sessions[len(p.Sessions)-1].To + 10, To: p.Sessions[len(p.Sessions)-1].To + 30})
		case 3:
			free.Works = slices.Clone(p.Works)
			free.Works[3].From = 0
		}
		if b := solved(t, &free, order.Options{From: a.Starts}); order.Better(a.Value, b.Value) {
			t.Fatalf("with less asked for %v, before %v", b.Value, a.Value)
		}
	}
}

func TestNamesChangeNothing(t *testing.T) {
	dice := rand.New(rand.NewPCG(6, 0))
	for range 25 {
		p := evenings(dice, 1, 10)
		a := solved(t, p, order.Options{})
		to := dice.Perm(len(p.Works))
		other := *p
		other.Works, other.Lags = make([]order.Work, len(p.Works)), slices.Clone(p.Lags)
		for i, w := range p.Works {
			other.Works[to[i]] = w
		}
		for k := range other.Lags {
			other.Lags[k].From, other.Lags[k].To = to[p.Lags[k].From], to[p.Lags[k].To]
		}
		dice.Shuffle(len(other.Lags), func(i, j int) { other.Lags[i], other.Lags[j] = other.Lags[j], other.Lags[i] })
		if b := solved(t, &other, order.Options{}); a.Proven && b.Proven && !slices.Equal(a.Value, b.Value) {
			t.Fatalf("%v, with other numbers %v", a.Value, b.Value)
		}
	}
}

func TestWarmStartNeverLoses(t *testing.T) {
	p := evenings(rand.New(rand.NewPCG(8, 0)), 3, 40)
	a := solved(t, p, order.Options{Work: order.Quick})
	if b := solved(t, p, order.Options{Work: 1, From: a.Starts}); order.Better(a.Value, b.Value) {
		t.Errorf("from %v it came to %v", a.Value, b.Value)
	}
}

func TestSameOnAnyMachine(t *testing.T) {
	for _, size := range []int{10, 60} {
		p := evenings(rand.New(rand.NewPCG(9, 0)), 2, size)
		cores := runtime.GOMAXPROCS(1)
		a := solved(t, p, order.Options{Work: order.Quick})
		runtime.GOMAXPROCS(2)
		b := solved(t, p, order.Options{Work: order.Quick})
		runtime.GOMAXPROCS(cores)
		if !slices.Equal(a.Starts, b.Starts) || a.Work != b.Work {
			t.Errorf("%v in %d of work, then %v in %d", a.Value, a.Work, b.Value, b.Work)
		}
	}
}

func TestSomebodyLeaves(t *testing.T) {
	ctx, leave := context.WithCancel(t.Context())
	n := 0
	a, err := jobshop(t, "ft10").Solve(ctx, order.Options{Aims: []order.Aim{order.Makespan}, Told: func(order.Answer) {
		if n++; n == 3 {
			leave()
		}
	}})
	if err != nil || a.Proven || a.Starts == nil || a.Work > order.Thorough/4 {
		t.Errorf("left after the third answer: %v, %v, %d of work", a.Value, err, a.Work)
	}
	if _, err := jobshop(t, "ft06").Solve(ctx, order.Options{}); !errors.Is(err, context.Canceled) {
		t.Errorf("a context that had ended gives %v", err)
	}
}

func TestFaults(t *testing.T) {
	hands := []order.Hold{{On: 0}}
	bench := func(works []order.Work, lags ...order.Lag) *order.Problem {
		return &order.Problem{Sessions: []order.Session{{From: 0, To: 8}, {From: 96, To: 104}}, Resources: []order.Resource{{Name: "hands"}}, Works: works, Lags: lags}
	}
	two := []order.Work{{Name: "wash", Length: 2, Holds: hands}, {Name: "wipe", Length: 2, Holds: hands}}
	for _, tc := range []struct {
		name string
		p    *order.Problem
		want string
	}{
		{"a window between two sessions", bench(two, order.Lag{From: 0, To: 1, Min: 20, Max: 40}), "wipe can't come as it must after wash"},
		{"a window that is none", bench(two, order.Lag{From: 0, To: 1, Min: 4, Max: 3}), "wipe has to wait longer after wash than it may"},
		{"no session long enough", bench([]order.Work{{Name: "masking", Length: 9, Holds: hands}}), "no session is long enough for masking"},
		{"months to wait", bench(two, order.Lag{From: 0, To: 1, Min: 96 * 90, Max: -1}), "wipe can't come as it must after wash"},
		{"round and round", bench(two, order.Lag{From: 0, To: 1, Max: -1}, order.Lag{From: 1, To: 0, Max: -1}), "can't come as it must after"},
		{"to itself", bench(two, order.Lag{From: 1, To: 1, Max: -1}), "no two of the works"},
		{"too many", bench(make([]order.Work, order.MostWorks+1)), "at most"},
		{"sessions over each other", &order.Problem{Sessions: []order.Session{{From: 0, To: 9}, {From: 8, To: 20}}}, "begins before"},
		{"a resource that is none", bench([]order.Work{{Holds: []order.Hold{{On: 4}}}}), "resource"},
		{"no room", bench([]order.Work{{Name: "a", Length: 8, Holds: hands}, {Name: "b", Length: 8, Holds: hands}, {Name: "c", Length: 8, Holds: hands}}), "no order"},
	} {
		_, err := tc.p.Solve(t.Context(), order.Options{})
		if err == nil || !strings.Contains(err.Error(), tc.want) {
			t.Errorf("%s: %v, want %q in it", tc.name, err, tc.want)
		}
	}
}

// Between two works on one airbrush lies a flush, a rinse or nothing, in both orders and by the search as by the list; on two of them neither.
func TestCleanedBetween(t *testing.T) {
	for _, tc := range []struct {
		name  string
		next  order.Work
		waits int
	}{
		{"the same cup", order.Work{Length: 2, Chem: "water", Cup: "grey"}, 0},
		{"another paint", order.Work{Length: 2, Chem: "water", Cup: "white"}, 1},
		{"another chemistry", order.Work{Length: 2, Chem: "solvent", Cup: "grey"}, 3},
		{"another airbrush", order.Work{Length: 2, Chem: "solvent", Cup: "grey", Brush: 1}, -2},
		{"none", order.Work{Length: 2}, -2},
	} {
		p := &order.Problem{Sessions: []order.Session{{From: 0, To: 30}}, Flush: 3, Rinse: 1, Works: []order.Work{{Length: 2, Chem: "water", Cup: "grey"}, tc.next}}
		for at := -6; at <= 8; at++ {
			_, err := p.Check([]int{8, 8 + at}, nil)
			if apart := max(at-2, -at-2); (err == nil) != (apart >= tc.waits) {
				t.Errorf("%s: %d apart: %v", tc.name, apart, err)
			}
		}
		if a := solved(t, p, order.Options{Aims: []order.Aim{order.Makespan}}); !a.Proven || a.Value[0] != 4+tc.waits {
			t.Errorf("%s: all is done by %d, proven %v", tc.name, a.Value[0], a.Proven)
		}
		if a, ok := p.Greedy([]order.Aim{order.Makespan}); !ok || a.Value[0] != 4+tc.waits {
			t.Errorf("%s: greedily all is done by %v", tc.name, a.Value)
		}
	}
}

// What is pinned over each other takes as many hands, or places of a rack, as there are, and what can move goes round it: two on a club night, three where there are two, one that is over.
func TestPinnedOverEachOther(t *testing.T) {
	pinned := func(from, length, on, after int) order.Work {
		return order.Work{Length: length, From: from, Fixed: true, Holds: []order.Hold{{On: on, After: after}}}
	}
	for _, tc := range []struct {
		name   string
		pinned []order.Work
		free   order.Work
		by     int // all is done
	}{
		{"two on a club night", []order.Work{pinned(1, 3, 0, 0), pinned(0, 2, 0, 0)}, order.Work{Length: 3, Holds: []order.Hold{{On: 0}}}, 13},
		{"two, one after the other", []order.Work{pinned(2, 2, 0, 0), pinned(0, 2, 0, 0)}, order.Work{Length: 3, Holds: []order.Hold{{On: 0}}}, 3},
		{"three", []order.Work{pinned(0, 4, 0, 0), pinned(0, 4, 0, 0), pinned(1, 2, 0, 0)}, order.Work{Length: 1, Holds: []order.Hold{{On: 0}}}, 11},
		{"two on no club night", []order.Work{pinned(10, 4, 0, 0), pinned(11, 2, 0, 0)}, order.Work{Length: 1, From: 10, Holds: []order.Hold{{On: 0}}}, 21},
		{"a rack that is full until later", []order.Work{pinned(0, 1, 1, 12), pinned(1, 1, 1, 9)}, order.Work{Length: 1, Holds: []order.Hold{{On: 1, After: 5}}}, 12},
		{"three, one of them shorter", []order.Work{pinned(0, 4, 0, 0), pinned(0, 1, 0, 0), pinned(0, 3, 0, 0)}, order.Work{Length: 1, Holds: []order.Hold{{On: 0}}}, 4},
		{"a rack with room", []order.Work{pinned(0, 1, 1, 12)}, order.Work{Length: 1, Holds: []order.Hold{{On: 1, After: 5}}}, 1},
	} {
		p := &order.Problem{
			Sessions:  []order.Session{{From: 0, To: 4, Second: true}, {From: 10, To: 14}, {From: 20, To: 26}},
			Resources: []order.Resource{{Name: "hands"}, {Name: "rack", Many: 2}}, Works: append(tc.pinned, tc.free),
		}
		aims := []order.Aim{order.Finish, order.Makespan}
		a := solved(t, p, order.Options{Aims: aims})
		last := a.Starts[len(tc.pinned)] + tc.free.Length
		if !a.Proven || last != tc.by || !slices.Equal(a.Value, tried(p, aims)) {
			t.Errorf("%s: done by %d, proven %v, %v; want %d and %v", tc.name, last, a.Proven, a.Value, tc.by, tried(p, aims))
		}
	}
}

// What is held for the same thing shares one place of a rack, however much of it lies over each other; something else finds it taken until the last of it is over.
func TestSharedPlace(t *testing.T) {
	drying := func(of, from int) order.Work {
		return order.Work{Length: 1, From: from, Holds: []order.Hold{{On: 0}, {On: 1, After: 7, Of: of}}}
	}
	for _, tc := range []struct {
		name   string
		places int
		works  []order.Work
		by     int // all is done
	}{
		{"the same", 1, []order.Work{drying(1, 0), drying(1, 0)}, 2},
		{"another", 1, []order.Work{drying(1, 0), drying(2, 0)}, 9},
		{"each its own", 1, []order.Work{drying(0, 0), drying(0, 0)}, 9},
		{"another, once both of the same are over", 1, []order.Work{drying(1, 0), drying(1, 5), drying(2, 6)}, 14},
		{"on two places", 2, []order.Work{drying(1, 0), drying(1, 1), drying(2, 2)}, 3},
		{"a third thing on two", 2, []order.Work{drying(1, 0), drying(2, 0), drying(2, 5), drying(3, 6)}, 9},
	} {
		p := &order.Problem{Sessions: []order.Session{{From: 0, To: 40}}, Resources: []order.Resource{{Name: "hands"}, {Name: "rack", Many: tc.places}}, Works: tc.works}
		aims := []order.Aim{order.Makespan}
		if a := solved(t, p, order.Options{Aims: aims}); !a.Proven || a.Value[0] != tc.by || len(tc.works) < 4 && !slices.Equal(a.Value, tried(p, aims)) {
			t.Errorf("%s: done by %v, proven %v, want %d", tc.name, a.Value, a.Proven, tc.by)
		}
		if a, ok := p.Greedy(aims); !ok || a.Value[0] < tc.by || a.Value[0] > tc.by+8 {
			t.Errorf("%s: greedily done by %v", tc.name, a.Value)
		}
	}
}

func TestOddButAllowed(t *testing.T) {
	pinned := &order.Problem{Sessions: []order.Session{{From: 0, To: 8}}, Resources: []order.Resource{{Name: "hands"}}}
	for range 30 {
		pinned.Works = append(pinned.Works, order.Work{Length: 2, Fixed: true, From: 3, Holds: []order.Hold{{On: 0}}})
	}
	pinned.Works = append(pinned.Works, order.Work{Length: 3, Holds: []order.Hold{{On: 0}}})
	if a := solved(t, pinned, order.Options{}); a.Starts[30] != 0 && a.Starts[30] != 5 {
		t.Errorf("beside thirty pinned on top of each other it begins at %d", a.Starts[30])
	}
	none := &order.Problem{Works: []order.Work{{}, {}}, Sessions: []order.Session{{From: 5, To: 6}}, Lags: []order.Lag{{From: 0, To: 1, Max: 0}}}
	if a := solved(t, none, order.Options{}); !slices.Equal(a.Starts, []int{5, 5}) {
		t.Errorf("works of no length with a lag of nothing begin at %v", a.Starts)
	}
	if a := solved(t, &order.Problem{}, order.Options{}); len(a.Starts) != 0 || !a.Proven {
		t.Errorf("nothing to do: %+v", a)
	}
	many := evenings(rand.New(rand.NewPCG(1, 0)), 7, 60)
	if a := solved(t, many, order.Options{Work: order.Quick / 10}); len(a.Starts) < 400 {
		t.Errorf("only %d works", len(a.Starts))
	}
}

// TestFoundAsItWas holds what is found in how much work: a change to the search shows what it moves.
func TestFoundAsItWas(t *testing.T) {
	var out bytes.Buffer
	dice := rand.New(rand.NewPCG(31, 0))
	for n := range 24 {
		p := evenings(dice, 1+n%3, 8+n)
		if n%2 == 0 {
			p.Sessions[n%5].Second = true
			p.Resources[1].Many = 1 + n%4/2
		}
		if p.Rinse = n % 4 / 3; p.Rinse > 0 {
			for i := range p.Works {
				if w := &p.Works[i]; w.Chem != "" {
					w.Cup, w.Brush, w.Holds = w.Chem+string(rune('a'+i%2)), i%5/4, w.Holds[:1]
				}
			}
		}
		o := order.Options{Work: 30_000, Seed: uint64(n)}
		if n%3 == 0 {
			o.Aims = order.Measured
		}
		a := solved(t, p, o)
		greedy, ok := p.Greedy(order.Usual)
		fmt.Fprintf(&out, "%d: %v to %v, proven %v, in %d: %v; greedy %v %v\n", n, a.Value, a.Bound, a.Proven, a.Work, a.Starts, greedy.Value, ok)
	}
	golden.Hold(t, "testdata/found.golden", out.Bytes())
}

// The checker takes what keeps every law to the slot, and refuses what is one slot past it, by name.
func TestCheckRefuses(t *testing.T) {
	problem := func() *order.Problem {
		return &order.Problem{
			Sessions: []order.Session{{From: 10, To: 20}, {From: 30, To: 40, Second: true}}, Hands: 0, Day: 24,
			Resources: []order.Resource{{Name: "the hands"}, {Name: "the rack", Many: 2}},
			Works: []order.Work{
				{Name: "a", Length: 4, From: 11, Holds: []order.Hold{{On: 0}}, Shut: []order.Span{{From: 13, To: 15}}},
				{Name: "b", Length: 3, Holds: []order.Hold{{On: 0}, {On: 1, After: 5}}},
				{Name: "c", Length: 2, Holds: []order.Hold{{On: 0}, {On: 1, After: 5}}},
				{Name: "d", Length: 2, From: 38, Fixed: true, Holds: []order.Hold{{On: 1}}},
			},
			Lags: []order.Lag{{From: 0, To: 1, Min: 2, Max: 22, Later: map[int]int{1: 3}}},
		}
	}
	for _, tc := range []struct {
		name   string
		starts []int
		refuse string // "" where it is an order
	}{
		{"an order", []int{11, 17, 34, 38}, ""},
		{"one start too few", []int{11, 17, 34}, "3 starts for 4 works"},
		{"a slot before a session", []int{11, 17, 9, 38}, "c at 9 lies in no session"},
		{"over its end", []int{11, 18, 34, 38}, "b at 18 lies in no session"},
		{"between two", []int{11, 17, 25, 38}, "c at 25 lies in no session"},
		{"too early", []int{10, 17, 34, 38}, "a at 10 begins before 11"},
		{"as it is shut", []int{13, 32, 34, 38}, "a begins at 13, where it can't"},
		{"to the last slot that it is shut", []int{14, 32, 35, 38}, "a begins at 14, where it can't"},
		{"once it is open", []int{15, 32, 30, 38}, ""},
		{"what is pinned is moved", []int{11, 17, 34, 37}, "d was moved from 38 to 37"},
		{"a wait a slot too short", []int{11, 16, 34, 38}, "b waits 1 after a, not 2 to 22"},
		{"as long as may be", []int{11, 37, 30, 38}, ""},
		{"in the air of its session", []int{30, 36, 33, 38}, "b waits 2 after a, not 3 to 22"},
		{"long enough in it", []int{30, 37, 30, 38}, ""},
		{"two at once where a second pair is", []int{31, 38, 31, 38}, "b at 38 lies in no session"},
		{"two at once without one", []int{11, 17, 12, 38}, "c holds the hands at 12, of which there is no other"},
		{"one after the other", []int{11, 17, 15, 38}, ""},
		{"two on a rack of two", []int{11, 30, 31, 38}, ""},
		{"the third, pinned", []int{15, 33, 33, 38}, "d holds the rack at 38, of which there is no other"},
		{"just off it", []int{15, 30, 33, 38}, ""},
	} {
		_, err := problem().Check(tc.starts, order.Usual)
		if got := fmt.Sprint(err); tc.refuse == "" && err != nil || tc.refuse != "" && got != tc.refuse {
			t.Errorf("%s, %v: %v, want %q", tc.name, tc.starts, err, tc.refuse)
		}
	}
}

// Past what the search by clauses can hold, the answer is that of the lists, with its bound.
func TestTooLargeForClauses(t *testing.T) {
	p := evenings(rand.New(rand.NewPCG(5, 5)), 1, 6)
	small := solved(t, p, order.Options{Aims: order.Usual, Work: order.Quick})
	if !small.Proven {
		t.Fatal("a small one is not proven")
	}
	for n := range 12 { // the same, on a bench that is open for years
		p.Sessions = append(p.Sessions, order.Session{From: 1_000_000 + 100_000*n, To: 1_000_000 + 100_000*n + 90_000})
	}
	long := solved(t, p, order.Options{Aims: order.Usual, Work: order.Quick})
	if order.Better(small.Value, long.Value) {
		t.Errorf("with more room it is worse: %v, %v", long.Value, small.Value)
	}
	if long.Work > order.Quick*11/10 {
		t.Errorf("it took %d of work", long.Work)
	}
}
