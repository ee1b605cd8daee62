// Package solve finds where something turns.
package solve

// Halve narrows a range to where below turns from true to false, and returns its ends: below holds up to is, and no longer from not on. below has to hold at low and not at high and to turn once
// between them; where it turns more often one of the turns is found. Each time halves the range.
func Halve(low, high float64, times int, below func(float64) bool) (is, not float64) {
	for range times {
		if mid := (low + high) / 2; below(mid) {
			low = mid
		} else {
			high = mid
		}
	}
	return low, high
}
