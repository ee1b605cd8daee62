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
	ahead time.Duration
}

// NewClock returns a clock that runs with run and shows the same.
func NewClock(run func() time.Time) *Clock { return &Clock{run: run} }

// Set puts the clock to t; it runs on from there.
func (c *Clock) Set(t time.Time) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.ahead = t.Sub(c.run())
}

// Now returns what the clock shows.
func (c *Clock) Now() time.Time {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.run().Add(c.ahead)
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
	const first, last = 2020, 2100
	if y := in.At.Year(); y < first || y > last {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "The demo's clock goes from 2020 to 2100.")
	}
	s.Clock.Set(in.At)
	s.anew()
	return s.builds(c)
}
