package web

import (
	"bytes"
	"compress/gzip"
	"io"
	"strings"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/airframe"
	"inkysparrow/internal/album"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

const (
	smallBody  = 256 << 10                      // of a request that imports nothing
	visitBody  = 4 << 10                        // of one that gives a passphrase: nobody is known yet
	drawnBody  = 2*airframe.MostSVG + smallBody // a change that brings a drawing, as a JSON string
	planBody   = 2*plan.MaxBytes + 1            // a plan file as a JSON string
	shelfBody  = 2*shelf.MaxBytes + 1
	largeOnces = 2 // large bodies at once
)

// largest is how large the body of a request to an address may be.
func largest(path string) int {
	switch path {
	case "/api/visit":
		return visitBody
	case "/api/builds":
		return planBody
	case "/api/shelf/import", "/api/shelf/palette", "/api/learned/file":
		return shelfBody
	}
	if photosPath(path) {
		return album.MostBytes
	}
	if strings.HasPrefix(path, "/api/builds/") && strings.HasSuffix(path, "/edit") {
		return drawnBody
	}
	return smallBody
}

// photosPath reports whether an address takes a photograph as it is.
func photosPath(path string) bool {
	return strings.HasPrefix(path, "/api/builds/") && strings.HasSuffix(path, "/photos")
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
	packed, err := packing(c)
	if err != nil {
		return err
	}
	if c.Path() == everythingPath {
		if packed {
			return refusedPacking(c)
		}
		return c.Next() // read by its handler, into a file
	}
	kind, _, _ := strings.Cut(c.Get(fiber.HeaderContentType), ";")
	if kind = strings.ToLower(strings.TrimSpace(kind)); photosPath(c.Path()) {
		if !strings.HasPrefix(kind, "image/") && kind != fiber.MIMEOctetStream { // what it really is is told by what it holds
			c.Set(fiber.HeaderConnection, "close")
			return fiber.NewError(fiber.StatusUnsupportedMediaType, "This is no photograph: JPEG, PNG and WebP are read.")
		}
	} else if kind != fiber.MIMEApplicationJSON {
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
	if !r.IsBodyStream() && !packed {
		if len(r.Body()) > most {
			return tooLarge()
		}
		return c.Next()
	}
	in := incoming(c)
	if packed { // what comes out counts, not what came in
		unpacked, err := gzip.NewReader(io.LimitReader(in, int64(most)+1))
		if err != nil {
			c.Set(fiber.HeaderConnection, "close")
			return fiber.NewError(fiber.StatusUnprocessableEntity, "The request says that it is packed with gzip, and it is not; nothing was changed.")
		}
		unpacked.Multistream(false)
		in = unpacked
		r.Header.Del(fiber.HeaderContentEncoding) // what reads it next reads it as it is
	}
	var body bytes.Buffer
	in = io.LimitReader(in, int64(most)+1)
	if _, err := io.CopyN(&body, in, smallBody); err == nil { // there is more than is usual
		leave, err := s.enterLarge(c)
		if err != nil {
			return err
		}
		defer leave()
		body.Grow(max(r.Header.ContentLength(), 0)) // once, and not by doubling
		if _, err := body.ReadFrom(in); err != nil {
			return cut(c)
		}
	} else if err != io.EOF { // CopyN returns it as it is
		return cut(c)
	}
	if body.Len() > most {
		return tooLarge()
	}
	r.SetBodyRaw(body.Bytes())
	return c.Next()
}

// incoming is a request's body as it comes. Asked for as bytes, a stream would be read to its end first, however long it is.
func incoming(c fiber.Ctx) io.Reader {
	if r := c.Request(); r.IsBodyStream() {
		return r.BodyStream()
	}
	return bytes.NewReader(c.Request().Body())
}

// packing reports whether a request's body is packed. Only one gzip around it is taken: whatever else a header can announce, or announce twice, would be unpacked before it could
// be measured.
func packing(c fiber.Ctx) (packed bool, err error) {
	switch all := c.Request().Header.PeekAll(fiber.HeaderContentEncoding); {
	case len(all) == 0 || len(all) == 1 && (len(all[0]) == 0 || strings.EqualFold(string(all[0]), "identity")):
		return false, nil
	case len(all) == 1 && strings.EqualFold(string(all[0]), "gzip"):
		return true, nil
	}
	return false, refusedPacking(c)
}

func refusedPacking(c fiber.Ctx) error {
	c.Set(fiber.HeaderConnection, "close")
	return fiber.NewError(fiber.StatusUnsupportedMediaType, "Requests are read as they are, or packed once with gzip.")
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
