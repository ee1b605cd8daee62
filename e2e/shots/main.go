// Command shots takes the screenshots of docs/screenshots from a server that runs the demo (make screenshots).
package main

import (
	"flag"
	"fmt"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/e2e/browser"
)

// shot is a picture of one view.
type shot struct {
	name          string
	path          string
	width, height int
	night         bool
	press         string // buttons to press first, by their accessible names, one after the other with | between
}

var shots = []shot{
	{name: "build-day", path: "/builds/petrel", width: 1280, height: 800},
	{name: "build-night", path: "/builds/petrel", width: 1280, height: 800, night: true},
	{name: "washes-day", path: "/builds/petrel/washes?wish=no-smell,subtle", width: 1280, height: 800},
	{name: "last-coat-day", path: "/builds/petrel/last-coat?zone=upper&wish=satin", width: 1280, height: 800},
	{name: "rescue-day", path: "/builds/nightjar/rescue?zone=spinners&seen=the+flat+went+white+over+my+black+wings&symptom=frosted&where=patch&since=while-drying", width: 820, height: 1180},
	{name: "practice-day", path: "/builds/petrel/washes", width: 1280, height: 800, press: "Practise wiping|Wait until it is dry"},
	{name: "builds-day", path: "/builds", width: 1280, height: 800},
	{name: "journal-day", path: "/builds/petrel/journal?photo=demo-petrel-gloss", width: 1280, height: 800},
	{name: "why-day", path: "/builds/petrel?step=d6", width: 1280, height: 800, press: "Why this date, and what if"},
	{name: "shelf-day", path: "/shelf?product=pale-sky", width: 1280, height: 800},
	{name: "keeping-day", path: "/keeping", width: 1280, height: 800},
	{name: "stains-day", path: "/builds/petrel/look?panel=stains&view=left", width: 1280, height: 800, press: "ExhaustTue 16 · 19:30"},
	{name: "new-day", path: "/new", width: 1280, height: 800, press: "mid-wing twin|upper and under"},
	{name: "workings-day", path: "/workings", width: 1280, height: 800},
	{name: "look-day", path: "/builds/petrel/look", width: 1280, height: 800, press: "Next event|Next event|Next event|Next event|Next event|Next event|Next event|Next event"},
	{name: "telephone", path: "/builds/petrel", width: 390, height: 844},
	{name: "paper", path: "/builds/petrel/print", width: 820, height: 1180},
	// The last ones press what happened.
	{name: "bench-day", path: "/bench", width: 1280, height: 800, press: "The next step|The next step|The next step|Done"},
}

func main() {
	server := flag.String("server", "http://127.0.0.1:8787", "where the demo runs")
	dir := flag.String("dir", filepath.Join("docs", "screenshots"), "where the pictures go")
	only := flag.String("only", "", "take only this one")
	path := flag.String("path", "", "take a picture of this address instead, named by -only")
	width := flag.Int("width", 1280, "its width")
	height := flag.Int("height", 800, "its height")
	night := flag.Bool("night", false, "by night")
	icons := flag.String("icons", "", "draw the icons of the start screen from sparrow.svg in this folder instead")
	press := flag.String("press", "", "buttons to press first, by accessible name or words, with | between")
	flag.Parse()
	if *icons != "" {
		if err := drawIcons(*icons); err != nil {
			fmt.Fprintln(os.Stderr, "shots:", err)
			os.Exit(1)
		}
		return
	}
	if *path != "" {
		shots = []shot{{name: *only, path: *path, width: *width, height: *height, night: *night, press: *press}}
	}
	if err := run(*server, *dir, *only); err != nil {
		fmt.Fprintln(os.Stderr, "shots:", err)
		os.Exit(1)
	}
}

// open waits until the server answers: the demo draws its photographs before it does.
func open(server string) (err error) {
	const tries, apart = 120, 250 * time.Millisecond
	for range tries {
		var r *http.Response
		if r, err = http.Get(server); err == nil {
			return r.Body.Close()
		}
		time.Sleep(apart)
	}
	return err
}

func run(server, dir, only string) error {
	if err := open(server); err != nil {
		return err
	}
	b, err := browser.Start()
	if err != nil {
		return err
	}
	defer b.MustClose()
	for _, s := range shots {
		if only != "" && s.name != only {
			continue
		}
		if err := take(b, server, filepath.Join(dir, s.name+".png"), s); err != nil {
			return fmt.Errorf("%s: %w", s.name, err)
		}
	}
	return nil
}

func take(b *rod.Browser, server, file string, s shot) error {
	context, err := b.Incognito()
	if err != nil {
		return err
	}
	page, err := context.Timeout(30 * time.Second).Page(proto.TargetCreateTarget{URL: "about:blank"})
	if err != nil {
		return err
	}
	defer page.MustClose()
	scheme := "light"
	if s.night {
		scheme = "dark"
	}
	if err := (proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "prefers-color-scheme", Value: scheme}, {Name: "prefers-reduced-motion", Value: "reduce"}}}).Call(page); err != nil {
		return err
	}
	if err := page.SetViewport(&proto.EmulationSetDeviceMetricsOverride{Width: s.width, Height: s.height, DeviceScaleFactor: 1}); err != nil {
		return err
	}
	if err := page.Navigate(server + s.path); err != nil {
		return err
	}
	if err := page.WaitLoad(); err != nil {
		return err
	}
	if err := page.WaitStable(400 * time.Millisecond); err != nil {
		return err
	}
	if err := page.Mouse.MoveTo(proto.Point{X: 300, Y: 2}); err != nil { // what comes once somebody stirs
		return err
	}
	if err := page.WaitStable(400 * time.Millisecond); err != nil {
		return err
	}
	for name := range strings.SplitSeq(s.press, "|") {
		if name == "" {
			continue
		}
		button, err := page.ElementByJS(rod.Eval(`name => [...document.querySelectorAll('button, a, summary, [role=tab], [role=button], .v-list-item')].find(e => (e.ariaLabel ?? '').startsWith(name) || e.textContent.trim() === name) ?? null`, name))
		if err != nil {
			return err
		}
		if err := button.Click(proto.InputMouseButtonLeft, 1); err != nil {
			return err
		}
		if err := page.WaitStable(400 * time.Millisecond); err != nil {
			return err
		}
	}
	png, err := page.Screenshot(false, nil)
	if err != nil {
		return err
	}
	return os.WriteFile(file, png, 0o644)
}

// drawIcons draws the mark on the sheet's grey, as PNG of the sizes that start screens ask for; the maskable one has room for a round mask.
func drawIcons(dir string) error {
	mark, err := os.ReadFile(filepath.Join(dir, "sparrow.svg"))
	if err != nil {
		return err
	}
	b, err := browser.Start()
	if err != nil {
		return err
	}
	defer b.MustClose()
	for name, icon := range map[string]struct {
		side  int
		share float64
	}{"icon-192": {192, 0.86}, "icon-512": {512, 0.86}, "icon-maskable": {512, 0.6}} {
		page, err := b.Page(proto.TargetCreateTarget{URL: "about:blank"})
		if err != nil {
			return err
		}
		if err := page.SetViewport(&proto.EmulationSetDeviceMetricsOverride{Width: icon.side, Height: icon.side, DeviceScaleFactor: 1}); err != nil {
			return err
		}
		html := fmt.Sprintf(`<body style="margin:0;display:grid;place-items:center;height:100vh;background:#e3e5e4"><div style="width:%.0f%%">%s</div></body>`, 100*icon.share, mark)
		if err := page.SetDocumentContent(html); err != nil {
			return err
		}
		png, err := page.Screenshot(false, nil)
		if err != nil {
			return err
		}
		if err := os.WriteFile(filepath.Join(dir, name+".png"), png, 0o644); err != nil {
			return err
		}
		page.MustClose()
	}
	return nil
}
