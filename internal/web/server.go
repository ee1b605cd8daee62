// Package web serves the page and its API. Handlers are thin: they read the request, ask the store for a build, have plan and core judge
// it, and write JSON.
package web

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net"
	"net/url"
	"strings"
	"sync"
	"time"

	"github.com/go-playground/validator/v10"
	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// Config is what a server needs.
type Config struct {
	Store *store.Store
	Pages fs.FS                           // the built page
	Reset func(ctx context.Context) error // puts the demo's data back; nil where it is not the demo
	Log   *slog.Logger
}

// Server is the web application.
type Server struct {
	Config
	app   *fiber.App
	index []byte

	mu     sync.Mutex
	judged map[int64]*judged // by revision, which never changes
}

// kept is how many judged revisions are kept.
const kept = 24

// drain is how long a shutdown waits for requests that are being answered. Browsers also hold connections open that they never use;
// those are not waited for any longer.
const drain = 3 * time.Second

// strict is the validator of request bodies.
type strict struct{ v *validator.Validate }

// Validate checks what a body was read into.
func (s strict) Validate(out any) error { return s.v.Struct(out) }

// decode reads JSON and refuses fields that the type doesn't have, and anything after it.
func decode(data []byte, out any) error {
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	if err := d.Decode(out); err != nil {
		return err
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return errors.New("there is more after the end")
	}
	return nil
}

// New returns a server. It fails when the page has not been built.
func New(c Config) (*Server, error) {
	s := &Server{Config: c, judged: map[int64]*judged{}}
	index, err := fs.ReadFile(c.Pages, "index.html")
	if err != nil {
		return nil, fmt.Errorf("the page has not been built (make ui): %w", err)
	}
	s.index = index
	s.app = fiber.New(fiber.Config{
		AppName: "Inky Sparrow", BodyLimit: 2 * shelf.MaxBytes, JSONDecoder: decode, StructValidator: strict{validator.New(validator.WithRequiredStructEnabled())},
		ErrorHandler: s.problem, ReadTimeout: 30 * time.Second, IdleTimeout: 2 * time.Minute, Immutable: true,
	})
	s.app.Use(s.recovered, s.guard)
	s.routes()
	return s, nil
}

// App returns the Fiber application, for tests that need no network.
func (s *Server) App() *fiber.App { return s.app }

// Serve answers requests on l until ctx ends, then lets the running ones finish.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	done := make(chan error, 1)
	go func() {
		<-ctx.Done()
		done <- s.app.ShutdownWithTimeout(drain)
	}()
	if err := s.app.Listener(l, fiber.ListenConfig{DisableStartupMessage: true}); err != nil {
		return fmt.Errorf("serve: %w", err)
	}
	if ctx.Err() == nil {
		return errors.New("serve: the listener was closed")
	}
	if err := <-done; err != nil && !errors.Is(err, context.DeadlineExceeded) {
		return fmt.Errorf("shut down: %w", err)
	}
	return nil
}

// recovered turns a panic into an answer and a line in the log.
func (s *Server) recovered(c fiber.Ctx) (err error) {
	defer func() {
		if p := recover(); p != nil {
			s.Log.Error("panic", "path", c.Path(), "panic", p)
			err = fiber.NewError(fiber.StatusInternalServerError, "something went wrong here; nothing was changed")
		}
	}()
	return c.Next()
}

// guard refuses requests that another site or name sends, and sets the headers of every answer.
func (s *Server) guard(c fiber.Ctx) error {
	h := c.Response().Header.Set
	h("X-Content-Type-Options", "nosniff")
	h("Referrer-Policy", "no-referrer")
	h("X-Frame-Options", "DENY")
	h("Cross-Origin-Opener-Policy", "same-origin")
	h("Cross-Origin-Resource-Policy", "same-origin")
	if !s.own(c.Host()) {
		return refused("this server does not answer to the name %q", c.Host())
	}
	if origin := c.Get("Origin"); origin != "" {
		u, err := url.Parse(origin)
		if err != nil || u.Host != c.Host() {
			return refused("requests from %q are not answered", origin)
		}
	}
	if site := c.Get("Sec-Fetch-Site"); site == "cross-site" && c.Method() != fiber.MethodGet {
		return refused("requests from other sites are not answered")
	}
	return c.Next()
}

func refused(format string, args ...any) error {
	return fiber.NewError(fiber.StatusForbidden, fmt.Sprintf(format, args...))
}

// own reports whether a Host header names this machine's loopback or an address, which no foreign site can point elsewhere.
func (s *Server) own(host string) bool {
	name := host
	if h, _, err := net.SplitHostPort(host); err == nil {
		name = h
	}
	name = strings.Trim(name, "[]")
	return name == "localhost" || net.ParseIP(name) != nil
}

// problem writes an error as a wire.Problem.
func (s *Server) problem(c fiber.Ctx, err error) error {
	status, p := fiber.StatusInternalServerError, wire.Problem{Problem: "something went wrong here; nothing was changed", Code: "failed"}
	var asked *fiber.Error
	var place *plan.FieldError
	var fields validator.ValidationErrors
	switch {
	case errors.Is(err, store.ErrNoBuild):
		status, p = fiber.StatusNotFound, wire.Problem{Problem: "There is no such build.", Code: "missing"}
	case errors.Is(err, store.ErrNoShelf):
		status, p = fiber.StatusNotFound, wire.Problem{Problem: "There is no such product on the shelf.", Code: "missing"}
	case errors.Is(err, store.ErrMoved):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "The build was changed elsewhere meanwhile. It has been read again; look whether your change still fits.", Code: "moved"}
	case errors.Is(err, store.ErrNothing):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "There is nothing to undo or redo.", Code: "nothing"}
	case errors.As(err, &place):
		status, p = fiber.StatusUnprocessableEntity, wire.Problem{Problem: place.Problem, Place: place.Path, Code: "bad"}
	case errors.As(err, &fields):
		status, p = fiber.StatusUnprocessableEntity, wire.Problem{Problem: "missing or out of range", Place: strings.ToLower(fields[0].Field()), Code: "bad"}
	case errors.As(err, &asked):
		status = asked.Code
		p = wire.Problem{Problem: asked.Message, Code: code(status)}
	}
	if status >= 500 {
		s.Log.Error("request failed", "method", c.Method(), "path", c.Path(), "error", err)
	}
	return c.Status(status).JSON(p)
}

func code(status int) string {
	switch {
	case status == fiber.StatusForbidden:
		return "refused"
	case status == fiber.StatusNotFound || status == fiber.StatusMethodNotAllowed:
		return "missing"
	case status >= 500:
		return "failed"
	}
	return "bad"
}

// standing returns a build as it stands, judged; its plan is read only where its revision has not been judged before.
func (s *Server) standing(ctx context.Context, slug string) (*judged, error) {
	revision, err := s.Store.Head(ctx, slug)
	if err != nil {
		return nil, err
	}
	s.mu.Lock()
	j, ok := s.judged[revision]
	s.mu.Unlock()
	if ok {
		return j, nil
	}
	b, err := s.Store.Build(ctx, slug)
	if err != nil {
		return nil, err
	}
	return s.of(b)
}

// of returns a build judged, from memory where its revision has been judged before.
func (s *Server) of(b store.Build) (*judged, error) {
	s.mu.Lock()
	j, ok := s.judged[b.Revision]
	s.mu.Unlock()
	if ok && j.view.Undoes == b.Undoes && j.view.Redoes == b.Redoes {
		return j, nil
	}
	j, err := judge(b)
	if err != nil {
		return nil, err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	s.judged[b.Revision] = j
	for len(s.judged) > kept {
		oldest := b.Revision
		for r := range s.judged {
			oldest = min(oldest, r)
		}
		if oldest == b.Revision {
			break
		}
		delete(s.judged, oldest)
	}
	return j, nil
}

func (s *Server) routes() {
	api := s.app.Group("/api", measured)
	api.Get("/builds", s.builds)
	api.Get("/builds/:slug", s.build)
	api.Get("/builds/:slug/plan", s.planFile)
	api.Get("/builds/:slug/moment", s.moment)
	api.Get("/builds/:slug/ways", s.ways)
	api.Post("/builds/:slug/fix", s.fix)
	api.Post("/builds/:slug/undo", s.turn(s.Store.Undo))
	api.Post("/builds/:slug/redo", s.turn(s.Store.Redo))
	api.Post("/builds", s.makeBuild)
	api.Post("/schools", s.schoolCosts)
	api.Post("/builds/:slug/edit", s.edit)
	api.Get("/builds/:slug/history", s.history)
	api.Get("/builds/:slug/revisions/:revision", s.revision)
	api.Post("/builds/:slug/restore", s.restore)
	api.Post("/builds/:slug/away", s.putAway)
	api.Get("/builds/:slug/explain", s.explain)
	api.Get("/builds/:slug/whatif", s.whatIf)
	api.Get("/builds/:slug/guide", s.guide)
	api.Get("/shelf", s.shelf)
	api.Post("/shelf", s.putShelf)
	api.Post("/shelf/remove", s.removeShelf)
	api.Get("/shelf/good", s.goodFor)
	api.Get("/shelf/follow", s.followed)
	api.Post("/shelf/import", s.importShelf)
	api.Get("/shelf/export", s.exportShelf)
	api.Post("/shelf/palette", s.readPalette)
	api.Get("/colour", s.tint)
	api.Get("/trade", s.trade)
	api.Get("/workings", s.workings)
	api.Post("/demo/reset", s.reset)
	api.All("/*", func(c fiber.Ctx) error {
		return fiber.NewError(fiber.StatusNotFound, "There is nothing at this address.")
	})
	read := []string{fiber.MethodGet, fiber.MethodHead}
	s.app.Add(read, "/assets/*", s.asset)
	s.app.Add(read, "/*", s.page)
	s.app.All("/*", func(fiber.Ctx) error {
		return fiber.NewError(fiber.StatusMethodNotAllowed, "That can't be done at this address.")
	})
}
