package web

import (
	"testing"
	"time"
)

// A clock that is set runs on from there, as fast as it is told; run faster it does not jump.
func TestClock(t *testing.T) {
	machine := time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC)
	c := NewClock(func() time.Time { return machine })
	at := func(on time.Duration, want time.Time) {
		t.Helper()
		machine = machine.Add(on)
		if got := c.Now(); !got.Equal(want) {
			t.Errorf("it shows %v, want %v", got, want)
		}
	}
	at(time.Minute, machine.Add(time.Minute))
	evening := time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)
	c.Set(evening)
	at(time.Minute, evening.Add(time.Minute))
	c.Run(60)
	at(0, evening.Add(time.Minute))
	at(time.Minute, evening.Add(61*time.Minute))
	if c.Pace() != 60 {
		t.Errorf("it runs %g times as fast", c.Pace())
	}
	c.Run(1)
	at(time.Minute, evening.Add(62*time.Minute))
	c.Set(evening)
	at(time.Second, evening.Add(time.Second))
}
