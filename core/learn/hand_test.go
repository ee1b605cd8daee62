package learn

import (
	"math"
	"testing"
	"time"
)

// A hand that nothing was seen of is the prior; what was seen draws it there, what is long ago less, and nonsense not at all.
func TestHand(t *testing.T) {
	now := time.Date(2027, 3, 12, 20, 0, 0, 0, time.UTC)
	none := HandOf(Veil, nil, now)
	if none.Median != 1 || none.N != 0 || math.Abs(none.Low*none.High-1) > 1e-9 || Differs(none) {
		t.Errorf("nothing seen: %+v", none)
	}
	four := []Measure{{1.4, now}, {1.5, now.AddDate(0, 0, -9)}, {1.3, now.AddDate(0, -1, 0)}, {1.45, now.AddDate(0, -2, 0)}}
	e := HandOf(Veil, four, now)
	if e.Median < 1.3 || e.Median > 1.42 || e.Low <= 1.15 || e.High >= 1.65 || !Differs(e) {
		t.Errorf("four times about 1.4: %+v", e)
	}
	// By hand: two of ln 0.3 with sd 0.2 against a prior of 0.35: 0.6/0.04 over 1/0.1225 + 2/0.04.
	two := HandOf(Veil, []Measure{{math.Exp(0.3), now}, {math.Exp(0.3), now}}, now)
	if want := math.Exp(15 / (1/0.1225 + 50)); math.Abs(two.Median-want) > 1e-9 {
		t.Errorf("two of e^0.3: %v, want %v", two.Median, want)
	}
	older := HandOf(Veil, four, now.AddDate(3, 0, 0))
	if older.Median >= e.Median || older.Median <= 1 {
		t.Errorf("three years later it is %v, was %v", older.Median, e.Median)
	}
	odd := HandOf(Veil, append([]Measure{{0, now}, {math.NaN(), now}, {math.Inf(1), now}, {-1, now}}, four...), now)
	if odd != e {
		t.Errorf("nonsense changed it: %+v", odd)
	}
	if Differs(HandOf(Veil, four[:1], now)) {
		t.Error("one photograph is enough")
	}
	if Differs(HandOf(Veil, []Measure{{1.05, now}, {1.1, now}, {1.04, now}, {1.08, now}, {1.09, now}, {1.1, now}, {1.06, now}, {1.09, now}, {1.1, now}, {1.08, now}, {1.1, now}, {1.1, now}}, now)) {
		t.Error("a trifle is said")
	}
	if !Differs(HandOf(Lines, []Measure{{0.6, now}, {0.65, now}, {0.6, now}}, now)) {
		t.Error("weak lines are not said")
	}
	if HandOf(Pace+"wipe", four, now).Median <= e.Median {
		t.Error("minutes, which differ more from hand to hand, are drawn less")
	}
}
