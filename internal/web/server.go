// Package web serves the page and its API. Handlers are thin: they read the request, ask the store for a build, have plan and core judge
// it, and write JSON.
package web

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net"
	"net/url"
	"runtime/debug"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"github.com/go-playground/validator/v10"
	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/compress"
	"github.com/gofiber/fiber/v3/middleware/etag"
	"github.com/gofiber/fiber/v3/middleware/helmet"
	recovery "github.com/gofiber/fiber/v3/middleware/recover"

	"inkysparrow/core/say"
	"inkysparrow/internal/store"
	"inkysparrow/internal/studio"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// Config is what a server needs.
type Config struct {
	Store *store.Store
	Pages fs.FS                           // the built page
	Reset func(ctx context.Context) error // puts the demo's data back; nil where it is not the demo
	Log   *slog.Logger
	Now   func() time.Time // the machine's clock where it is left out
	Clock *Clock           // the bench's; one that shows Now where it is left out

	Guarded bool     // the passphrase is asked for
	Secure  bool     // it is served over TLS
	Sheet   []byte   // its certificate where that is of its own making, as PEM; nil for another or none
	Print   string   // and its fingerprint
	Names   []string // that the server answers to, besides this machine's own and addresses
	Reach   string   // who can reach it, in words
}

// Server is the web application.
type Server struct {
	Config
	app     *fiber.App
	index   []byte
	pageID  string // of the built page, so that an open one can tell that it is older
	judging *judging
	minds   *minds
	devices sync.Map // why the device of a build's room does not answer, by slug
	studio  *studio.Studio
	briefs  *kept[briefKey, *briefed]
	washing *kept[chosenKey, *plan.Chosen]
	coating *kept[coatedKey, *plan.Coated]
	orders  *kept[orderKey, *plan.Ordered]
	live    *live

	photographs *single
	large       chan struct{} // large bodies being read
	running     atomic.Int64  // requests that are being answered
}

const (
	drain       = time.Minute // how long a shutdown waits for requests that are being answered
	farewell    = time.Second // and then for connections that browsers hold open and never use
	connections = 2048        // most of them idle: each holds some kB
	slowest     = time.Minute // to read an answer, or to send a large request
)

// strict is the validator of request bodies.
type strict struct{ v *validator.Validate }

// Validate checks what a body was read into.
func (s strict) Validate(out any) error { return s.v.Struct(out) }

// decode reads JSON and refuses fields that the type doesn't have, and anything after it.
func decode(data []byte, out any) error { return plan.Strictly(data, "the request", out) }

// New returns a server. It fails when the page has not been built.
func New(c Config) (*Server, error) {
	s := &Server{Config: c, live: newLive(), large: make(chan struct{}, largeOnces)}
	if s.Now == nil {
		s.Now = time.Now
	}
	if s.Clock == nil {
		s.Clock = NewClock(s.Now)
	}
	s.judging = newJudging(s.Clock.Now)
	s.minds = newMinds(s.Store, s.Clock.Now, s.judging.forget)
	s.judging.knows = s.minds.knowing
	s.studio, s.briefs, s.washing = studio.New(), keeping[briefKey, *briefed](briefsKept), keeping[chosenKey, *plan.Chosen](chosenKept)
	s.photographs, s.orders = newSingle(), keeping[orderKey, *plan.Ordered](ordersKept)
	s.coating = keeping[coatedKey, *plan.Coated](chosenKept)
	index, err := fs.ReadFile(c.Pages, "index.html")
	if err != nil {
		return nil, fmt.Errorf("the page has not been built (make ui): %w", err)
	}
	sum := sha256.Sum256(index) // it names the scripts, whose names change with their content
	s.pageID = hex.EncodeToString(sum[:8])
	s.index = bytes.ReplaceAll(index, []byte("__PAGE__"), []byte(s.pageID))
	s.app = fiber.New(fiber.Config{
		AppName: "Inky Sparrow", StreamRequestBody: true, Concurrency: connections, ReadTimeout: slowest / 2, WriteTimeout: slowest, IdleTimeout: slowest,
		JSONDecoder: decode, StructValidator: strict{validator.New(validator.WithRequiredStructEnabled())}, ErrorHandler: s.problem, Immutable: true, DisableHeadAutoRegister: true,
	})
	s.app.Use(s.counted, recovery.New(recovery.Config{EnableStackTrace: true, StackTraceHandler: s.panicked}))
	s.app.Use(helmet.New(helmet.Config{
		XFrameOptions: "DENY", ReferrerPolicy: "no-referrer", ContentSecurityPolicy: "default-src 'none'; frame-ancestors 'none'",
		CrossOriginEmbedderPolicy: "require-corp", CrossOriginOpenerPolicy: "same-origin", CrossOriginResourcePolicy: "same-origin",
		PermissionPolicy: "camera=(), geolocation=(), microphone=()",
	}))
	s.app.Use(s.guard)
	s.app.Use(compress.New(compress.Config{Level: compress.LevelDefault, Next: streamed}), etag.New(etag.Config{Next: streamed}))
	s.routes()
	return s, nil
}

// streamed tells answers that are sent piece by piece, which are passed on as they are.
func streamed(c fiber.Ctx) bool {
	return c.Path() == "/api/events" || strings.HasPrefix(c.Path(), "/api/keeping/")
}

// App returns the Fiber application, for tests that need no network.
func (s *Server) App() *fiber.App { return s.app }

// Serve answers requests on l until ctx ends; the running ones are answered to their end.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	go s.polling(ctx)
	if err := s.foldAll(ctx); err != nil && ctx.Err() == nil {
		s.Log.Warn("presses can't be read", "error", err)
	}
	done := make(chan error, 1)
	go func() {
		<-ctx.Done()
		s.live.close()
		last, cancel := context.WithTimeout(context.WithoutCancel(ctx), drain)
		defer cancel()
		go s.whenAnswered(last, cancel)
		done <- s.app.ShutdownWithContext(last)
	}()
	if err := s.app.Listener(l, fiber.ListenConfig{DisableStartupMessage: true}); err != nil && ctx.Err() == nil {
		return fmt.Errorf("serve: %w", err)
	}
	if ctx.Err() == nil {
		return errors.New("serve: the listener was closed")
	}
	if err := <-done; err != nil && !errors.Is(err, context.DeadlineExceeded) && !errors.Is(err, context.Canceled) {
		return fmt.Errorf("shut down: %w", err)
	}
	return nil
}

// Busy is how many requests are being answered.
func (s *Server) Busy() int { return int(s.running.Load()) }

// whenAnswered calls then when nothing has been answered for the time of a farewell, or ctx has ended.
func (s *Server) whenAnswered(ctx context.Context, then func()) {
	const glance = 50 * time.Millisecond
	look := time.NewTicker(glance)
	defer look.Stop()
	for still := time.Duration(0); still < farewell; still += glance {
		select {
		case <-ctx.Done():
			return
		case <-look.C:
			if s.running.Load() > 0 {
				still = 0
			}
		}
	}
	then()
}

// counted counts the requests that are being answered.
func (s *Server) counted(c fiber.Ctx) error {
	s.running.Add(1)
	defer s.running.Add(-1)
	return c.Next()
}

// panicked writes a panic into the log with where it arose.
func (s *Server) panicked(c fiber.Ctx, what any) {
	s.Log.Error("panic", "method", c.Method(), "route", c.Route().Path, "panic", fmt.Sprintf("%T", what), "stack", string(debug.Stack()))
}

// guard refuses requests that another site or name sends.
func (s *Server) guard(c fiber.Ctx) error {
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

// own reports whether a Host header names this machine's loopback, an address, which no foreign site can point elsewhere, or a name that was
// allowed.
func (s *Server) own(host string) bool {
	name := host
	if h, _, err := net.SplitHostPort(host); err == nil {
		name = h
	}
	name = strings.Trim(name, "[]")
	allowed := func(n string) bool { return strings.EqualFold(n, name) }
	return name == "localhost" || net.ParseIP(name) != nil || slices.ContainsFunc(s.Names, allowed)
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
	case errors.Is(err, errGone) || errors.Is(err, context.Canceled):
		const clientGone = 499 // nobody reads it
		return c.SendStatus(clientGone)
	case errors.Is(err, errEffort):
		status, p = fiber.StatusUnprocessableEntity, wire.Problem{Problem: effortWords(c.Path()), Code: "large"}
	case errors.Is(err, store.ErrNotEmpty):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "There are builds or products here already. Say that they may be replaced; a backup is made before.", Code: "filled"}
	case errors.Is(err, store.ErrUnread) || errors.Is(err, store.ErrForeign) || errors.Is(err, store.ErrNewer):
		status, p = fiber.StatusUnprocessableEntity, wire.Problem{Problem: say.Capital(err.Error()) + ". Nothing was changed.", Code: "bad"}
	case errors.Is(err, store.ErrNotDemo):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "This file is not the demo's. Nothing was changed.", Code: "refused"}
	case troubleWords(err) != "":
		status, p = fiber.StatusServiceUnavailable, wire.Problem{Problem: troubleWords(err), Code: "file"}
		if errors.Is(err, store.ErrFull) {
			status = fiber.StatusInsufficientStorage
		}
	case errors.Is(err, store.ErrMoved) && strings.HasPrefix(c.Path(), "/api/shelf"):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "The shelf was changed elsewhere meanwhile. It has been read again; look whether your change still fits.", Code: "moved"}
	case errors.Is(err, store.ErrMoved):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "The build was changed elsewhere meanwhile. It has been read again; look whether your change still fits.", Code: "moved"}
	case errors.Is(err, store.ErrNothing):
		status, p = fiber.StatusConflict, wire.Problem{Problem: "There is nothing to undo or redo.", Code: "nothing"}
	case errors.As(err, &place):
		status, p = fiber.StatusUnprocessableEntity, wire.Problem{Problem: place.Problem, Place: place.Path, Code: "bad"}
		if _, ofFile := c.Locals(fileKey).(bool); !ofFile {
			p.Plain = place.Plainly()
		}
	case errors.As(err, &fields):
		status, p = fiber.StatusUnprocessableEntity, wire.Problem{Problem: "missing or out of range", Place: strings.ToLower(fields[0].Field()), Code: "bad"}
		p.Plain = "Something that was typed is missing or out of range."
	case errors.As(err, &asked):
		status = asked.Code
		p = wire.Problem{Problem: asked.Message, Code: code(status)}
		if strings.HasPrefix(asked.Message, "error when reading request") || strings.HasPrefix(asked.Message, "invalid character") { // said by the HTTP engine, before any handler
			p.Problem = "That is no request that can be read."
		}
		if strings.HasPrefix(asked.Message, unreadable) {
			p.Plain = "That could not be read. Look at what was typed last."
		}
	}
	if status >= 500 {
		s.Log.Error("request failed", "method", c.Method(), "route", c.Route().Path, "error", unworded(err))
	}
	return c.Status(status).JSON(p)
}

// fileKey is under what a handler notes for the words of an error that it is about a file that was given.
type localKey int

const fileKey localKey = 0

// unworded is an error as the log may hold it: without the words of a plan.
func unworded(err error) string {
	if place := (*plan.FieldError)(nil); errors.As(err, &place) {
		return "a plan that can't be read, at " + place.Path
	}
	return store.Detail(err)
}

// effortWords tells what took too long, and what to do.
func effortWords(path string) string {
	if path == "/api/schools" || path == "/api/builds" {
		return fmt.Sprintf("This plan is too large to draft at once: %v were not enough. Nothing was changed. Draft some of its zones and copy them.", effort)
	}
	return fmt.Sprintf("This plan is too large to be worked out at once: %v were not enough. Nothing was changed. Make a build of some of its zones.", effort)
}

func code(status int) string {
	switch {
	case status == fiber.StatusUnauthorized:
		return "locked"
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
	if j, ok := s.judging.has(revision); ok {
		return j, nil
	}
	b, err := s.Store.Build(ctx, slug)
	if err != nil {
		return nil, err
	}
	return s.judging.of(ctx, b)
}

func (s *Server) routes() {
	read := []string{fiber.MethodGet, fiber.MethodHead}
	api := s.app.Group("/api", s.visiting, s.sized, measured)
	each, all := tries(triesEach, func(c fiber.Ctx) string { return c.IP() }), tries(triesAll, func(fiber.Ctx) string { return "all" })
	api.Post("/visit", each, all, s.visit)
	api.Delete("/visit", s.leave)
	api.Post("/passphrase", each, all, s.changePassphrase)
	api.Add(read, "/events", s.events)
	api.Add(read, "/keeping", s.keeping)
	api.Add(read, "/keeping/certificate", s.sheet)
	api.Post("/keeping/backups", s.backUp)
	api.Add(read, "/keeping/backups/:name", s.backupFile)
	api.Post("/keeping/restore", s.restoreBackup)
	api.Post("/keeping/verify", s.verify)
	api.Add(read, "/keeping/everything", s.exportEverything)
	api.Post("/keeping/everything", s.importEverything)
	api.Post("/builds/:slug/thin", s.thin)
	api.Post("/shelf/undo", s.turnShelf(s.Store.UndoShelf))
	api.Post("/shelf/redo", s.turnShelf(s.Store.RedoShelf))
	api.Add(read, "/shelf/history", s.shelfHistory)
	api.Add(read, "/builds", s.builds)
	api.Add(read, "/builds/:slug", s.build)
	api.Add(read, "/builds/:slug/card", s.card)
	api.Add(read, "/builds/:slug/plan", s.planFile)
	api.Add(read, "/builds/:slug/moment", s.moment)
	api.Add(read, "/builds/:slug/ways", s.ways)
	api.Post("/builds/:slug/fix", s.fix)
	api.Post("/builds/:slug/undo", s.turn(s.Store.Undo))
	api.Post("/builds/:slug/redo", s.turn(s.Store.Redo))
	api.Post("/builds", s.makeBuild)
	api.Post("/schools", s.schoolCosts)
	api.Post("/brief/picture", s.briefPicture)
	api.Post("/brief/tap", s.briefTap)
	api.Add(read, "/airframes/:type/picture", s.airframePicture)
	api.Post("/builds/:slug/edit", s.edit)
	api.Add(read, "/builds/:slug/next", s.next)
	api.Post("/builds/:slug/bottles", s.bottles)
	api.Add(read, "/builds/:slug/history", s.history)
	api.Add(read, "/builds/:slug/revisions/:revision", s.revision)
	api.Post("/builds/:slug/restore", s.restore)
	api.Post("/builds/:slug/away", s.putAway)
	api.Add(read, "/builds/:slug/explain", s.explain)
	api.Add(read, "/builds/:slug/whatif", s.whatIf)
	api.Add(read, "/builds/:slug/guide", s.guide)
	api.Add(read, "/builds/:slug/care", s.cares)
	api.Add(read, "/builds/:slug/washes", s.washes)
	api.Add(read, "/builds/:slug/washes/dates", s.washDates)
	api.Add(read, "/builds/:slug/washes/one", s.washOne)
	api.Add(read, "/builds/:slug/washes/strip", s.washStrip)
	api.Add(read, "/builds/:slug/lastcoat", s.lastCoats)
	api.Add(read, "/builds/:slug/lastcoat/strip", s.lastCoatStrip)
	api.Add(read, "/builds/:slug/lastcoat/spray", s.lastCoatSpray)
	api.Add(read, "/builds/:slug/lastcoat/ready", s.lastCoatReady)
	api.Add(read, "/builds/:slug/rescue", s.rescued)
	api.Add(read, "/builds/:slug/rescue/picture", s.rescuePicture)
	api.Add(read, "/journal", s.foundIn)
	api.Add(read, "/table", s.tableDay)
	api.Add(read, "/my-ways", s.keptWays)
	api.Add(read, "/hand", s.handPage)
	api.Post("/hand", s.decideHand)
	api.Add(read, "/pictures/:hash", s.photograph)
	api.Add(read, "/builds/:slug/journal", s.journal)
	api.Add(read, "/builds/:slug/journal/page", s.journalPage)
	api.Add(read, "/builds/:slug/journal/steps.csv", s.journalSteps)
	api.Add(read, "/builds/:slug/touch-up", s.touchUp)
	api.Post("/builds/:slug/notes", s.addNote)
	api.Post("/builds/:slug/photos", s.addPhoto)
	api.Post("/builds/:slug/photos/:photo", s.changePhoto)
	api.Add(read, "/builds/:slug/photos/:photo", s.photoPage)
	api.Add(read, "/builds/:slug/photos/:photo/spot", s.photoSpot)
	api.Add(read, "/builds/:slug/photos/:photo/laid", s.photoLaid)
	api.Add(read, "/builds/:slug/look", s.look)
	api.Add(read, "/builds/:slug/look/picture", s.lookPicture)
	api.Add(read, "/builds/:slug/look/patch", s.lookPatch)
	api.Add(read, "/builds/:slug/look/ask", s.lookAsk)
	api.Add(read, "/builds/:slug/look/svg", s.lookSVG)
	api.Add(read, "/builds/:slug/stains", s.stains)
	api.Add(read, "/builds/:slug/stains/enough", s.stainsEnough)
	api.Add(read, "/builds/:slug/stains/more", s.stainsMore)
	api.Add(read, "/builds/:slug/stains/plan", s.stainPlan)
	api.Add(read, "/builds/:slug/stains/guide", s.stainGuide)
	api.Post("/presses", s.presses)
	api.Add(read, "/order", s.ofOrder(s.order))
	api.Post("/order", s.takeOrder)
	api.Post("/order/undo", s.undoOrder)
	api.Add(read, "/order/missed", s.ofOrder(s.missed))
	api.Add(read, "/order/away", s.ofOrder(s.away))
	api.Add(read, "/builds/:slug/in-the-way", s.ofOrder(s.inWay))
	api.Add(read, "/bench", s.bench)
	api.Post("/bench/stop", s.benchStop)
	api.Post("/bench/empty", s.benchEmpty)
	api.Post("/bench/spoon", s.spoon)
	api.Add(read, "/builds/:slug/air", s.roomAir)
	api.Post("/builds/:slug/air", s.tellAir)
	api.Add(read, "/calendar", s.calendarAddress)
	api.Add(read, "/calendar/:key/bench.ics", s.calendar)
	api.Add(read, "/learned", s.learned)
	api.Post("/learned/forget", s.forget)
	api.Add(read, "/learned/file", s.seen)
	api.Post("/learned/file", s.bringSeen)
	api.Add(read, "/bench/wiped/:how", s.wiped)
	api.Post("/mix", s.mix)
	api.Post("/mix/recipe", s.recipe)
	api.Add(read, "/shelf", s.shelf)
	api.Post("/shelf", s.putShelf)
	api.Post("/shelf/remove", s.removeShelf)
	api.Add(read, "/shelf/good", s.goodFor)
	api.Add(read, "/shelf/follow", s.followed)
	api.Add(read, "/shelf/hiding", s.hiding)
	api.Post("/shelf/import", s.importShelf)
	api.Add(read, "/shelf/export", s.exportShelf)
	api.Post("/shelf/palette", s.readPalette)
	api.Add(read, "/colour", s.tint)
	api.Add(read, "/trade", s.trade)
	api.Add(read, "/when", s.when)
	api.Add(read, "/workings", s.workings)
	api.Add(read, "/workings/worked", s.worked)
	api.Post("/demo/reset", s.reset)
	api.Post("/demo/clock", s.setClock)
	api.All("/*", func(c fiber.Ctx) error {
		return fiber.NewError(fiber.StatusNotFound, "There is nothing at this address.")
	})
	s.app.Add(read, "/assets/*", s.asset)
	s.app.Add(read, "/*", s.page)
	s.app.All("/*", func(fiber.Ctx) error {
		return fiber.NewError(fiber.StatusMethodNotAllowed, "That can't be done at this address.")
	})
}
