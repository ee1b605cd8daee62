// Package e2e drives the real interface in headless Chromium, on the demo's data.
package e2e

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/e2e/browser"
	"inkysparrow/internal/demo"
	"inkysparrow/internal/store"
	"inkysparrow/internal/web"
	"inkysparrow/ui"
)

var chromium *rod.Browser

// patience is how long a test waits for what it looks for: long, since other tests run beside it.
const patience = time.Minute

// running are the tests that run beside others already; a test may open several pages.
var running sync.Map

func TestMain(m *testing.M) {
	b, err := browser.Start()
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	chromium = b
	status := m.Run()
	b.Close()
	os.Exit(status)
}

// expected are the refusals that tests provoke; the browser writes them to the console too.
var expected = regexp.MustCompile(`/api/builds/heron|/nowhere|status of (409|422)`)

// bench is a server with the demo's data and a page that looks at it. Errors on the page's console fail the test.
type bench struct {
	t       testing.TB
	address string
	store   *store.Store
	page    *rod.Page
	stop    func()     // ends the server
	clock   *web.Clock // the bench's, which stands still

	mu     sync.Mutex
	ended  bool // the test ends the server itself, and what can't be loaded then is no fault
	errors []string
}

type view struct {
	width, height int
	night         bool
}

var desk = view{width: 1280, height: 800}

// demoFile is the demo's file with that of its photographs, by what their names end with, made once.
var demoFile = sync.OnceValues(func() (map[string][]byte, error) {
	dir, err := os.MkdirTemp("", "inkysparrow-e2e")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(dir)
	path := filepath.Join(dir, "demo.db")
	s, err := store.Open(context.Background(), path, store.Options{Now: time.Now, Demo: true})
	if err != nil {
		return nil, err
	}
	if err := errors.Join(demo.Reset(context.Background(), s), s.Close()); err != nil {
		return nil, err
	}
	made := map[string][]byte{}
	for _, end := range []string{"", ".photos.db"} {
		if made[end], err = os.ReadFile(path + end); err != nil {
			return nil, err
		}
	}
	return made, nil
})

func open(t testing.TB, v view, address string) *bench {
	t.Helper()
	return openAs(t, v, address, false)
}

func openAs(t testing.TB, v view, address string, guarded bool) *bench {
	t.Helper()
	if test, ok := t.(*testing.T); ok {
		if _, already := running.LoadOrStore(t, true); !already {
			test.Parallel() // most of it is waiting
		}
	}
	b := &bench{t: t, ended: guarded, clock: web.NewClock(func() time.Time { return demo.Opens })}
	made, err := demoFile()
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "demo.db")
	for end, text := range made {
		if err := os.WriteFile(path+end, text, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	s, err := store.Open(t.Context(), path, store.Options{Now: time.Now, Demo: true})
	if err != nil {
		t.Fatal(err)
	}
	b.store = s
	b.serve("127.0.0.1:0", ui.Pages(), guarded)
	t.Cleanup(func() {
		b.stop()
		s.Close()
	})
	private, err := chromium.Incognito()
	if err != nil {
		t.Fatal(err)
	}
	blank, err := private.Page(proto.TargetCreateTarget{URL: "about:blank"})
	if err != nil {
		t.Fatal(err)
	}
	// What rod can't do fails the one test; a panic would take the others with it.
	b.page = blank.Timeout(5 * time.Minute).WithPanic(func(what any) { t.Fatalf("%v", what) })
	t.Cleanup(func() {
		b.page.CancelTimeout().MustClose()
		private.MustClose()
		b.mu.Lock()
		defer b.mu.Unlock()
		for _, e := range b.errors {
			t.Errorf("on the console: %s", e)
		}
	})
	go b.page.EachEvent(func(e *proto.RuntimeConsoleAPICalled) {
		if e.Type == proto.RuntimeConsoleAPICalledTypeError || e.Type == proto.RuntimeConsoleAPICalledTypeWarning {
			var words []string
			for _, a := range e.Args {
				words = append(words, a.Value.String()+a.Description)
			}
			b.complain(strings.Join(words, " "))
		}
	}, func(e *proto.RuntimeExceptionThrown) {
		b.complain(e.ExceptionDetails.Text)
	}, func(e *proto.LogEntryAdded) {
		if e.Entry.Level == proto.LogLogEntryLevelError && !expected.MatchString(e.Entry.Text+" "+e.Entry.URL) {
			b.complain(e.Entry.Text + " " + e.Entry.URL)
		}
	})()
	b.must(proto.LogEnable{}.Call(b.page))
	scheme := map[bool]string{false: "light", true: "dark"}[v.night]
	b.must(proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "prefers-color-scheme", Value: scheme}}}.Call(b.page))
	b.page.MustSetViewport(v.width, v.height, 1, false)
	b.page.MustNavigate(b.address + address).MustWaitLoad()
	return b
}

// serve serves the store on a port until stop.
func (b *bench) serve(port string, pages fs.FS, guarded bool) {
	b.t.Helper()
	server, err := web.New(web.Config{
		Clock: b.clock,
		Store: b.store, Pages: pages, Log: slog.New(slog.NewTextHandler(io.Discard, nil)), Guarded: guarded,
		Reset: func(ctx context.Context) error { return demo.Reset(ctx, b.store) },
	})
	if err != nil {
		b.t.Fatal(err)
	}
	l, err := net.Listen("tcp", port)
	if err != nil {
		b.t.Fatal(err)
	}
	b.address = "http://" + l.Addr().String()
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan error, 1)
	go func() { done <- server.Serve(ctx, l) }()
	b.stop = sync.OnceFunc(func() {
		stop()
		if err := <-done; err != nil {
			b.t.Errorf("the server: %v", err)
		}
	})
}

// tolerate is for a test that ends the server itself, or is refused everything at first.
func (b *bench) tolerate() {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.ended = true
}

func (b *bench) complain(words string) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.ended && strings.Contains(words, "Failed to load resource") {
		return
	}
	b.errors = append(b.errors, words)
}

func (b *bench) must(err error) {
	b.t.Helper()
	if err != nil {
		b.t.Fatal(err)
	}
}

// sees waits until an element with that selector holds words, a regular expression, and returns the first that does. A page that is loaded anew
// meanwhile is looked at again.
func (b *bench) sees(selector, words string) *rod.Element {
	b.t.Helper()
	var e *rod.Element
	err := errors.New("not looked yet")
	for until := time.Now().Add(patience); err != nil && time.Now().Before(until); {
		e, err = b.page.Timeout(time.Until(until)).ElementByJS(rod.Eval(
			`(s, w) => [...document.querySelectorAll(s)].find(e => new RegExp(w).test(e.textContent.replace(/\s+/g, ' '))) ?? null`, selector, words))
	}
	if err != nil {
		text := "nothing: there is none"
		if has, el, _ := b.page.Has(selector); has {
			text = el.MustEval(`() => this.textContent`).Str()
		}
		b.t.Fatalf("no %s says %q; the first one says %q", selector, words, text)
	}
	return e.CancelTimeout()
}

// How often, and how far apart, a click that was cut short is asked after.
const (
	lateClicks = 6
	lateClick  = 150 * time.Millisecond
)

// click waits for an element with that selector that holds words, can be seen and can be clicked, and clicks it. One that a redraw replaces
// meanwhile is looked for again.
func (b *bench) click(selector, words string) {
	b.t.Helper()
	var err error
	for until := time.Now().Add(patience); time.Now().Before(until); {
		var e *rod.Element
		e, err = b.page.Timeout(patience).ElementByJS(rod.Eval(`(s, w) => [...document.querySelectorAll(s)].find(e =>
			new RegExp(w).test(e.textContent.replace(/\s+/g, ' ')) && !e.disabled && e.getAttribute('aria-disabled') !== 'true' && e.getClientRects().length) ?? null`, selector, words))
		if err != nil {
			break
		}
		// A click that was cut short may have been made, and one that was made may have missed what moved just then: the element itself says whether it was met.
		if _, err = e.CancelTimeout().Eval(`() => { this.met = false; this.addEventListener('click', () => (this.met = true), { once: true, capture: true }) }`); err != nil {
			continue
		}
		err = e.CancelTimeout().Timeout(2*time.Second).Click(proto.InputMouseButtonLeft, 1)
		for range lateClicks { // on a busy machine it may still be on its way
			if met, gone := e.CancelTimeout().Eval(`() => this.met`); gone != nil || met.Value.Bool() {
				return
			}
			if err == nil {
				break
			}
			time.Sleep(lateClick)
		}
		if _, gone := e.CancelTimeout().Eval(`() => this.scrollIntoView({ block: 'center' })`); gone != nil { // from under what stays in sight
			continue
		}
	}
	b.t.Fatalf("no %s that says %q can be clicked: %v", selector, words, err)
}

// still waits until nothing on the page has changed for a moment and nothing moves.
func (b *bench) still() {
	b.t.Helper()
	_, err := b.page.Timeout(patience).Eval(`() => new Promise(done => {
		let timer
		const end = () => {
			if (document.getAnimations().some(a => a.playState === 'running' && a.effect?.getComputedTiming().iterations !== Infinity)) return again()
			seen.disconnect()
			done()
		}
		const again = () => {
			clearTimeout(timer)
			timer = setTimeout(end, 120)
		}
		const seen = new MutationObserver(again)
		seen.observe(document, { subtree: true, childList: true, attributes: true, characterData: true })
		again()
	})`)
	b.must(err)
}

func (b *bench) text(selector string) string {
	b.t.Helper()
	return b.page.MustElement(selector).MustText()
}

func (b *bench) press(keys ...input.Key) {
	b.t.Helper()
	b.must(b.page.Keyboard.Type(keys...))
}

// gone waits until no element with that selector holds words.
func (b *bench) gone(selector, words string) {
	b.t.Helper()
	b.must(b.page.Timeout(patience).Wait(rod.Eval(`(s, w) => ![...document.querySelectorAll(s)].some(e => e.textContent.includes(w))`, selector, words)))
}
