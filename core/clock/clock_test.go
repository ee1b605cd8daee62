package clock

import (
	"testing"
	"time"
)

func TestLaterEarlier(t *testing.T) {
	first := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	second := first.Add(1)
	for _, pair := range [][2]time.Time{{first, second}, {second, first}} {
		if Later(pair[0], pair[1]) != second || Earlier(pair[0], pair[1]) != first {
			t.Errorf("of %v: later %v, earlier %v", pair, Later(pair[0], pair[1]), Earlier(pair[0], pair[1]))
		}
	}
}
