package solve_test

import (
	"math"
	"testing"

	"inkysparrow/core/solve"
)

func TestHalve(t *testing.T) {
	asked := 0
	is, not := solve.Halve(0, 2, 40, func(x float64) bool { asked++; return x*x < 2 })
	if asked != 40 || is*is >= 2 || not*not < 2 || math.Abs(is-math.Sqrt2) > 1e-11 || not <= is {
		t.Errorf("the root of two lies from %v to %v, asked %d times", is, not, asked)
	}
	if is, not := solve.Halve(0, 1, 1, func(float64) bool { return true }); is != 0.5 || not != 1 {
		t.Errorf("one halving: %v to %v", is, not)
	}
}
