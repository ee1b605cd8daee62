package web

import (
	"bytes"
	"io"
	"strings"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/plan"
	"inkysparrow/shelf"
)

const (
	smallBody  = 256 << 10           // of a request that imports nothing
	planBody   = 2*plan.MaxBytes + 1 // a plan file as a JSON string
	shelfBody  = 2*shelf.MaxBytes + 1
	largeOnces = 2 // large bodies at once
)

// largest is how large the body of a request to an address may be.
func largest(path string) int {
	switch path {
	case "/api/builds":
		return planBody
	case "/api/shelf/import", "/api/shelf/palette":
		return shelfBody
	}
	return smallBody
}

// sized reads a request's body as it comes, and not more of it than its address takes; of large ones only a few at once. What a client announces
// costs nothing.
func (s *Server) sized(c fiber.Ctx) error {
	r := c.Request()
	if m := c.Method(); m != fiber.MethodPost && m != fiber.MethodPut && m != fiber.MethodDelete {
		if r.Header.ContentLength() > 0 {
			return fiber.NewError(fiber.StatusBadRequest, "A "+m+" request has no body.")
		}
		return c.Next()
	}
	if c.Path() == everythingPath {
		return c.Next() // read by its handler, into a file
	}
	if kind, _, _ := strings.Cut(c.Get(fiber.HeaderContentType), ";"); !strings.EqualFold(strings.TrimSpace(kind), fiber.MIMEApplicationJSON) {
		c.Set(fiber.HeaderConnection, "close")
		return fiber.NewError(fiber.StatusUnsupportedMediaType, "Requests are read as application/json.")
	}
	most := largest(c.Path())
	tooLarge := func() error {
		c.Set(fiber.HeaderConnection, "close") // the rest of it is not read
		return fiber.NewError(fiber.StatusRequestEntityTooLarge, "That is too large: at most "+size(int64(most))+" are read at this address.")
	}
	if r.Header.ContentLength() > most {
		return tooLarge()
	}
	if !r.IsBodyStream() {
		if len(r.Body()) > most {
			return tooLarge()
		}
		return c.Next()
	}
	var body bytes.Buffer
	in := io.LimitReader(r.BodyStream(), int64(most)+1)
	if _, err := io.CopyN(&body, in, smallBody); err == nil { // there is more than is usual
		leave, err := s.enterLarge(c)
		if err != nil {
			return err
		}
		defer leave()
		if _, err := body.ReadFrom(in); err != nil {
			return cut(c)
		}
	} else if err != io.EOF { //nolint:errorlint // CopyN returns it as it is
		return cut(c)
	}
	if body.Len() > most {
		return tooLarge()
	}
	r.SetBodyRaw(body.Bytes())
	return c.Next()
}

// enterLarge takes one of the few places for large bodies; leave gives it back.
func (s *Server) enterLarge(c fiber.Ctx) (leave func(), err error) {
	select {
	case s.large <- struct{}{}:
		return func() { <-s.large }, nil
	default:
		c.Set(fiber.HeaderConnection, "close")
		return nil, fiber.NewError(fiber.StatusServiceUnavailable, "Other large files are being read; nothing was changed. Try again in a moment.")
	}
}

// cut answers a request whose body did not come to its end.
func cut(c fiber.Ctx) error {
	c.Set(fiber.HeaderConnection, "close")
	return fiber.NewError(fiber.StatusRequestTimeout, "The request ended in the middle; nothing was changed.")
}
