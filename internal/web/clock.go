package web

import (
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/wire"
)

// Clock is the clock on the bench's wall, which plans are laid out by. The demo has one of its own, so that its evening is always the same one; it
// runs, and can be set. It is safe for concurrent use. The machine's own clock still dates changes and backups.
type Clock struct {
	mu    sync.Mutex
	run   func() time.Time
	set   time.Time // what run told when it was set
	shows time.Time // and what it showed then; zero where it shows what run tells
	pace  float64   // how fast it has run since; 0 stands for 1
}

// NewClock returns a clock that runs with run and shows the same.
func NewClock(run func() time.Time) *Clock { return &Clock{run: run} }

// Set puts the clock to t; it runs on from there.
func (c *Clock) Set(t time.Time) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.set, c.shows = c.run(), t
}

// Run has the clock run so many times as fast from now on.
func (c *Clock) Run(pace float64) {
	now := c.Now()
	c.mu.Lock()
	defer c.mu.Unlock()
	c.set, c.shows, c.pace = c.run(), now, pace
}

// Pace returns how fast the clock runs.
func (c *Clock) Pace() float64 {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.pace == 0 {
		return 1
	}
	return c.pace
}

// Now returns what the clock shows.
func (c *Clock) Now() time.Time {
	c.mu.Lock()
	defer c.mu.Unlock()
	now := c.run()
	if c.shows.IsZero() {
		return now
	}
	since := now.Sub(c.set)
	if c.pace != 0 {
		since = time.Duration(c.pace * float64(since))
	}
	return c.shows.Add(since)
}

// setClock puts the demo's clock to another time.
func (s *Server) setClock(c fiber.Ctx) error {
	if s.Reset == nil {
		return fiber.NewError(fiber.StatusNotFound, "Only the demo's clock can be set.")
	}
	var in wire.SetClock
	if err := body(c, &in); err != nil {
		return err
	}
	if in.Pace != 0 {
		const fastest = 600
		if !(in.Pace >= 1 && in.Pace <= fastest) {
			return fiber.NewError(fiber.StatusUnprocessableEntity, "The demo's clock runs from as fast as yours to 600 times as fast.")
		}
		s.Clock.Run(in.Pace)
		s.anew()
		return s.builds(c)
	}
	const first, last = 2020, 2100
	if y := in.At.Year(); y < first || y > last {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "The demo's clock goes from 2020 to 2100.")
	}
	s.Clock.Set(in.At)
	s.anew()
	return s.builds(c)
}
