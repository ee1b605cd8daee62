package web

import (
	"bytes"
	"crypto/rand"
	"errors"
	"io/fs"
	"mime"
	"path"
	"regexp"
	"strings"

	"github.com/go-playground/validator/v10"
	"github.com/gofiber/fiber/v3"
)

// policy is the content security policy; the nonce is for the styles that the component library makes at run time.
const policy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'nonce-%'; style-src-attr 'unsafe-inline'; img-src 'self' data: blob:; " +
	"font-src 'self'; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// places are the addresses that the page itself routes.
var places = regexp.MustCompile(`^/(builds(/[^/]+(/print|/washes|/last-coat|/rescue|/look|/journal)?)?|bench|learned|table|new|shelf|workings|keeping)?/?$`)

// page serves a file of the page's root, or the page itself; for an address that it does not know either it says so.
func (s *Server) page(c fiber.Ctx) error {
	if name := strings.TrimPrefix(path.Clean(c.Path()), "/"); name != "" && name != "index.html" && fs.ValidPath(name) {
		if b, err := fs.ReadFile(s.Pages, name); err == nil {
			c.Set(fiber.HeaderCacheControl, "no-cache")
			if name == "bench-worker.js" { // a worker is held to its own policy
				c.Set("Content-Security-Policy", "default-src 'none'; connect-src 'self'")
			}
			return send(c, name, b)
		}
	}
	nonce := rand.Text()
	c.Set("Content-Security-Policy", strings.Replace(policy, "%", nonce, 1))
	c.Set(fiber.HeaderCacheControl, "no-store")
	if !places.MatchString(c.Path()) {
		c.Status(fiber.StatusNotFound)
	}
	return send(c, "index.html", bytes.ReplaceAll(s.index, []byte("__NONCE__"), []byte(nonce)))
}

// asset serves a built file, whose name changes with its content.
func (s *Server) asset(c fiber.Ctx) error {
	name := strings.TrimPrefix(path.Clean(c.Path()), "/")
	b, err := fs.ReadFile(s.Pages, name)
	if err != nil {
		return fiber.NewError(fiber.StatusNotFound, "There is nothing at this address.")
	}
	c.Set(fiber.HeaderCacheControl, "public, max-age=31536000, immutable")
	if packed, err := fs.ReadFile(s.Pages, name+".br"); err == nil && c.AcceptsEncodings("br") != "" { // ui/pack makes it
		c.Set(fiber.HeaderContentEncoding, "br")
		c.Set(fiber.HeaderVary, fiber.HeaderAcceptEncoding)
		b = packed
	}
	return send(c, name, b)
}

func send(c fiber.Ctx, name string, b []byte) error {
	kind := mime.TypeByExtension(path.Ext(name))
	switch {
	case path.Ext(name) == ".webmanifest": // W3C, Web Application Manifest
		kind = "application/manifest+json"
	case kind == "":
		kind = fiber.MIMEOctetStream
	}
	c.Set(fiber.HeaderContentType, kind)
	return c.Send(b)
}

// invalid reports whether err is the validator's, which names the field.
func invalid(err error) (error, bool) {
	var fields validator.ValidationErrors
	if errors.As(err, &fields) {
		return fields, true
	}
	return nil, false
}
