package chance

import (
	"math"
	"math/rand/v2"
	"testing"

	"inkysparrow/core/coating"
)

func near(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if !(math.Abs(got-want) <= within) {
		t.Errorf("%s: %.4f, want %.4f +- %.4f", what, got, want, within)
	}
}

func film(id string) coating.Film { return coating.Film{Family: coating.MustFamily(id)} }

// Mathematics: Q01, Q02, Q09, Q19 and the ends of every form.
func TestForms(t *testing.T) {
	near(t, "Q01 at the median", Early(10, 10, 0.45), 0.5, 1e-12)
	near(t, "Q01 at .8 of it", Early(10, 8, 0.45), 0.69, 0.001)
	for _, tc := range []struct {
		name      string
		got, want float64
	}{
		{"Q02 early, too young", Early(10, 9, 0), 1},
		{"Q02 early, old enough", Early(10, 11, 0), 0},
		{"Q02 late, in time", Late(10, 9, 0), 0},
		{"Q02 late", Late(10, 11, 0), 1},
		{"Q02 a dose below", Above(0.3, 0.4, 0), 0},
		{"Q02 a dose above", Above(0.5, 0.4, 0), 1},
		{"Q02 the limit itself", Above(0.4, 0.4, 0), 0},
		{"nothing is needed", Early(0, 5, 0.4), 0},
		{"nothing has passed", Early(5, 0, 0.4), 1},
		{"never shuts", Late(math.Inf(1), 5, 0.4), 0},
		{"no dose", Above(0, 0.4, 0.5), 0},
		{"Q19 frost at the limit", Frosts(0.75, 0.75), 0.5},
		{"Q19 six above", Frosts(0.81, 0.75), Phi(1)},
		{"Q19 six below", Frosts(0.69, 0.75), Phi(-1)},
		{"Q19 two flats", Above(2, 3.6, Chalk), 0.05},
		{"Q19 four", Above(4, 3.6, Chalk), 0.62},
	} {
		near(t, tc.name, tc.got, tc.want, 0.005)
	}
	for _, p := range []float64{0.001, 0.1, 0.5, 0.9, 0.999} {
		near(t, "there and back", Phi(Probit(p)), p, 1e-9)
		near(t, "the quantile", 1-Early(30, Quantile(30, p, 0.5), 0.5), p, 1e-9)
	}
	near(t, "Q09 the median against the .9 age", 1/Quantile(1, 0.9, 0.6), math.Exp(-1.2816*0.6), 1e-4)
	for i := 1; i < 400; i++ {
		at := 0.05 * float64(i)
		if Early(5, at, 0.5) > Early(5, at-0.05, 0.5) || Late(5, at, 0.5) < Late(5, at-0.05, 0.5) {
			t.Fatalf("not monotone at %.2f", at)
		}
		if c := Between(3, 9, at, 0.5); c < 0 || c > 1 || at < 5.1 && c < Between(3, 9, at-0.05, 0.5)-1e-12 || at > 5.3 && c > Between(3, 9, at-0.05, 0.5)+1e-12 {
			t.Fatalf("no single hill at %.2f: %.3f", at, c)
		}
	}
	enamel := film("enamel-wash")
	if early, late := Pulled(30, 10, 0.25, enamel), Pulled(30, 30, 0.25, enamel); early < 0.8 || late > 0.35 {
		t.Errorf("a wash that takes 30 min is pulled by %.2f after ten and %.2f after 30", early, late)
	}
}

// Q04, and what is known of a product.
func TestPace(t *testing.T) {
	for id, want := range map[string]float64{"waterborne-acrylic": 0.444, "lacquer": 0.444, "polish-clear": 0.444, "enamel": 0.527, "artist-oil": 0.572, "oil-wash": 0.497, "enamel-wash": 0.433, "clay-wash": 0.406, "dry-pigment": 0} {
		near(t, "Q04 "+id, Pace(film(id)), want, 0.001)
		known := film(id)
		if known.Known = true; Pace(known) > Pace(film(id)) || want > 0 && Pace(known) >= Pace(film(id)) {
			t.Errorf("%s: known, it strays by %.3f", id, Pace(known))
		}
	}
	known := film("enamel")
	known.Known = true
	near(t, "an enamel whose time is known", Pace(known), math.Sqrt(.25*.25+.15*.15+.15*.15+.18*.18), 1e-9)
	own := *coating.MustFamily("enamel")
	near(t, "a family that is not on the list", Pace(coating.Film{Family: &own}), 0.527, 0.001)
	if Pace(coating.Film{Family: coating.Plastic}) != 0 {
		t.Error("plastic dries")
	}
}

// Paces cover all films once, and integrate what is smooth on either side of a border.
func TestPaces(t *testing.T) {
	for _, borders := range [][]float64{nil, {-1}, {0.3}, {-0.5, 1.2}, {5}, {-9}, {0.7, 0.7}} {
		sum, most, below := 0.0, math.Inf(-1), 0.0
		for z, share := range func(yield func(float64, float64) bool) { Paces(borders, yield) } {
			if z <= most {
				t.Errorf("%v: %.2f after %.2f", borders, z, most)
			}
			most = z
			sum += share
			if len(borders) > 0 && z > borders[0] {
				below += share
			}
		}
		near(t, "all", sum, 1, 1e-9)
		if len(borders) > 0 && math.Abs(borders[0]) < 4 {
			near(t, "beyond the border", below, 1-Phi(borders[0]), 1e-9)
		}
	}
	// A dose that falls with pace: the mean of Phi((a - bz)/c) over z is Phi(a/sqrt(b^2 + c^2)).
	for _, a := range []float64{-2, -0.5, 0, 1} {
		c := 0.0
		for z, share := range func(yield func(float64, float64) bool) { Paces(nil, yield) } {
			c += share * Phi((a+0.6*z)/0.5)
		}
		near(t, "the mean", c, Phi(a/math.Hypot(0.6, 0.5)), 0.004)
	}
	n := 0
	for range func(yield func(float64, float64) bool) { Paces([]float64{0.5}, yield) } {
		if n++; n == 3 {
			break
		}
	}
	if n != 3 {
		t.Errorf("%d paces after a break", n)
	}
}

// The words follow the chance and the loss, from both sides of each threshold, and never fall as either rises.
func TestGrade(t *testing.T) {
	for _, tc := range []struct {
		chance, loss float64
		want         Grade
	}{
		{0.5, 1, Ruin},
		{0.49, 1, Flaw},
		{0.5, 0.99, Flaw},
		{0.5, 0.01, Flaw},
		{0.49, 0.1, Worth},
		{0.2, 1.5, Flaw},
		{0.2, 1.49, Worth},
		{0.19, 1.6, Worth},
		{0.2, 0.01, Worth},
		{0.05, 2, Worth},
		{0.05, 1.99, Silent},
		{0.049, 8, Silent},
		{0.19, 0.5, Silent},
		{0.1, 1, Worth},
		{0, 9, Silent},
		{1, 0.2, Flaw},
	} {
		if got := (Odds{tc.chance, tc.loss}).Grade(); got != tc.want {
			t.Errorf("%.3f of %.2f evenings is %d, want %d", tc.chance, tc.loss, got, tc.want)
		}
	}
	r := rand.New(rand.NewPCG(4, 4))
	for range 20000 {
		o := Odds{r.Float64(), 8 * r.Float64()}
		more := Odds{o.Chance + (1-o.Chance)*r.Float64(), o.Loss + r.Float64()}
		if more.Grade() < o.Grade() {
			t.Fatalf("%+v is %d, %+v is %d", o, o.Grade(), more, more.Grade())
		}
		if c := Flawed(o.Loss); (Odds{c, o.Loss}).Grade() < Flaw || (Odds{c - 0.001, o.Loss}).Grade() >= Flaw {
			t.Fatalf("a loss of %.2f is a flaw from %.3f on", o.Loss, c)
		}
	}
}

// A harm never costs less the further the zone has come; bare paint bitten counts an evening; what is rubbed down and misted stays under one.
func TestLosses(t *testing.T) {
	for h := range harmCount {
		for s := range stageCount {
			if l := Loss(h, s); l <= 0 || s > 0 && l < Loss(h, s-1) {
				t.Errorf("%v where %v: %.2f", h, s, l)
			}
			if h == Dull && Loss(h, s) >= 1 || h == Pull && Loss(h, s) >= 1 {
				t.Errorf("%v where %v would be a stop", h, s)
			}
		}
	}
	if Loss(Spot, Painted) != 1 || Loss(Coat, Painted) < 1.5 || Loss(Coat, Finished) < 8 {
		t.Error("paint")
	}
	if Spot.String() == "" || Finished.String() == "" {
		t.Error("lists")
	}
}

// Waiting by loss: what waiting costs, and where the least lies.
func TestWaiting(t *testing.T) {
	var w Waiting
	near(t, "an hour", w.Cost(0, 1), 0.117, 0.001)
	near(t, "an evening", w.Cost(1, 0), 0.35, 1e-9)
	near(t, "all evening", w.Cost(0, 5), 0.35, 1e-9)
	near(t, "one's own", Waiting{Evening: 0.7}.Cost(2, 0), 1.4, 1e-9)
	near(t, "a date", w.Of(0.7, Odds{0.2, 2}), (0.7+0.4)/0.8, 1e-9)
	near(t, "to the careful", Waiting{Care: Careful}.Of(0.7, Odds{0.2, 2}), (0.7+0.8)/0.8, 1e-9)
	near(t, "to the bold", Waiting{Care: Bold}.Of(0.7, Odds{0.2, 2}), (0.7+0.2)/0.8, 1e-9)
	if !math.IsInf(w.Of(0, Odds{1, 0.1}), 1) || Care("odd").Weight() != 1 || len(Cares()) != 3 {
		t.Error("ends")
	}
}

// Shares of a bite's margin: Q18, and a known product moves it to the others.
func TestShares(t *testing.T) {
	all := Shares(PartsOf(film("enamel")), 1, false)
	sum := 0.0
	for _, v := range all {
		sum += v
	}
	near(t, "all", sum, 1, 1e-9)
	known := film("enamel")
	known.Known = true
	if less := Shares(PartsOf(known), 1, false); less[OfProduct] >= all[OfProduct] || less[OfEye] <= all[OfEye] {
		t.Errorf("%v, known %v", all, less)
	}
	if wet := Shares(PartsOf(film("enamel")), 1, true); wet[OfHand] <= all[OfHand] {
		t.Error("a cloth is as sure as a brush")
	}
}
