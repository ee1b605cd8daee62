package kept_test

import (
	"errors"
	"sync"
	"sync/atomic"
	"testing"

	"inkysparrow/internal/kept"
)

// What is asked for at once by many is made once; the least recently used goes; what failed is tried again.
func TestCache(t *testing.T) {
	c := kept.New[string, int](2)
	var made atomic.Int32
	ask := func(key string) int {
		v, err := c.Of(key, func() (int, error) { return int(made.Add(1)), nil })
		if err != nil {
			t.Error(err)
		}
		return v
	}
	var all sync.WaitGroup
	for range 50 {
		all.Go(func() {
			if ask("a") != 1 {
				t.Error("it is made twice")
			}
		})
	}
	all.Wait()
	ask("b")
	ask("a")
	ask("c") // b goes
	if made.Load() != 3 || ask("a") != 1 || ask("b") != 4 {
		t.Errorf("%d were made", made.Load())
	}
	failed := errors.New("failed")
	if _, err := c.Of("d", func() (int, error) { return 0, failed }); !errors.Is(err, failed) {
		t.Error(err)
	}
	if v, err := c.Of("d", func() (int, error) { return 7, nil }); err != nil || v != 7 {
		t.Errorf("after a failure: %d, %v", v, err)
	}
}
