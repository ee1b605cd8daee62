package e2e

import (
	"os"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/demo"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// A new user opens the demo and sees why the underside must not be washed tonight.
func TestFirstScreen(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees("h2", "White spirit bites Pale sky enamel")
	b.sees(".because", `^It is likely to show\. Good from about Mon 15 Mar.* With a slow product from`)
	b.sees(".core text", `0\.72 µm`)
	b.sees(".clock", "evening 4 of 11, 1 h 50 left")
	b.sees(".bar .sub", "ready Thu 18 Mar, 1 day to spare")
	b.click(".panel summary", "How likely")
	b.sees(".panel .why", `With a usual product it takes off 0\.72 µm of Pale sky enamel, 34 % hard; half of all see 0\.40`)
	b.sees(".panel .why", "It hangs on the product by")
	b.sees(".core .slope", ".*")
	b.sees(".cautions", "keep flames away")
	for _, words := range []string{"Seal first: Harbour gloss, 2 coats", "Pin wash with Lamp clay instead", "Wait until it is safe"} {
		b.sees(".fix", words)
	}
	if n := len(b.page.MustElements(".tape .zone")); n != 6 {
		t.Errorf("%d zones on the tape, want 6", n)
	}
	fits := b.page.MustEval(`() => document.documentElement.scrollHeight <= innerHeight && document.documentElement.scrollWidth <= innerWidth`).Bool()
	if !fits {
		t.Errorf("at 1280x800 the page scrolls: %s", b.page.MustEval(`() => JSON.stringify([document.documentElement.scrollHeight, document.documentElement.scrollWidth, [...document.querySelectorAll("body *")].filter(e => e.getBoundingClientRect().bottom > innerHeight + 1).slice(0, 6).map(e => e.tagName + "." + e.getAttribute("class"))])`).Str())
	}
}

// Dragging the moment hardens the films and lets the bite go; the time from the drag to the picture is reported.
func TestDragTheMoment(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".hard.bitten", "34 %")
	b.page.MustEval(`() => {
		window.took = []
		const slider = document.querySelector('[role=slider]')
		let moved = 0
		addEventListener('pointermove', () => { moved = performance.now() }, true)
		new MutationObserver(() => { if (moved) { window.took.push(performance.now() - moved); moved = 0 } })
			.observe(document.querySelector('.clock .moment'), { characterData: true, subtree: true, childList: true })
		return slider !== null
	}`)
	head := b.page.MustElement(".rail .moment").MustShape().Box()
	x, y := head.X+head.Width/2, head.Y+head.Height/2
	b.page.Mouse.MustMoveTo(x, y)
	b.page.Mouse.MustDown(proto.InputMouseButtonLeft)
	for i := range 12 {
		before := b.text(".clock .moment")
		b.page.Mouse.MustMoveTo(x+float64(i+1)*14, y)
		b.must(b.page.Timeout(5 * time.Second).Wait(rod.Eval(`before => document.querySelector('.clock .moment').textContent !== before`, before)))
	}
	later := b.text(".clock .moment")
	if strings.HasPrefix(later, "Thu 11") {
		t.Errorf("the moment was dragged, and it still says %q", later)
	}
	b.page.Mouse.MustMoveTo(x+560, y)
	b.page.Mouse.MustUp(proto.InputMouseButtonLeft)
	b.sees(".verdict", "It would take off 0.0")
	b.sees(".elsewhere", "It would take off 0.0") // the bite fades; the chosen step is still the chosen one
	b.sees(".step[aria-current]", "Pin wash")
	if s := b.step("d4"); s.At == nil || s.At.After(demo.Opens.Add(time.Hour)) {
		t.Errorf("looking moved it to %v", s.At)
	}
	b.press(input.Escape, input.KeyN)
	b.sees(".step.under", "Pin wash") // without a choice the row lights up in which the moment lies
	if b.page.MustHas(".step[aria-current]") {
		t.Error("a step is chosen still")
	}
	b.press(input.BracketRight)
	b.sees(".step[aria-current]", ".")
	var took []float64
	b.must(b.page.MustEval(`() => window.took`).Unmarshal(&took))
	if len(took) == 0 {
		t.Fatal("nothing was redrawn")
	}
	worst := 0.0
	for _, ms := range took {
		worst = max(worst, ms)
	}
	t.Logf("from drag to picture: %d redraws, the slowest %.0f ms", len(took), worst)
}

func TestMomentByKeys(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".clock .moment", "Thu 11 · 20:40")
	b.page.MustElement("[role=slider]").MustFocus()
	b.press(input.ArrowRight)
	b.sees(".clock .moment", "Thu 11 · 20:55")
	b.press(input.PageUp)
	b.sees(".clock .moment", "Fri 12 · 19:30")
	b.press(input.End)
	b.sees(".verdict", "Safe at this moment")
	b.press(input.Home)
	b.sees(".clock .moment", "Mon 8")
	b.press(input.Period)
	b.gone(".clock .moment", "Mon 8 · 19:30")
}

// A touch on the tape moves the moment as the mouse does.
func TestMomentByTouch(t *testing.T) {
	b := open(t, view{width: 820, height: 1180}, "/builds/petrel")
	b.sees(".clock .moment", "Thu 11 · 20:40")
	b.still()
	head := b.page.MustElement(".rail .moment").MustShape().Box()
	x, y := head.X+head.Width/2, head.Y+head.Height/2
	touch := func(kind proto.InputDispatchTouchEventType, points ...*proto.InputTouchPoint) {
		if points == nil {
			points = []*proto.InputTouchPoint{}
		}
		b.must(proto.InputDispatchTouchEvent{Type: kind, TouchPoints: points}.Call(b.page))
	}
	touch(proto.InputDispatchTouchEventTypeTouchStart, &proto.InputTouchPoint{X: x, Y: y})
	for i := 1.0; i <= 8; i++ {
		touch(proto.InputDispatchTouchEventTypeTouchMove, &proto.InputTouchPoint{X: x + 20*i, Y: y})
	}
	touch(proto.InputDispatchTouchEventTypeTouchEnd)
	b.gone(".clock .moment", "Thu 11")
}

// Taking a way out removes the finding and moves the dates; undo brings both back; all of it survives a reload.
func TestTakeAFixAndUndo(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.click(".fix", "Seal first: Harbour gloss, 2 coats")
	b.sees(".passing", "Seal first: Harbour gloss, 2 coats")
	b.sees(".step .name", "Seal")
	b.sees(".step[aria-current] .when", "Fri 12 · 19:36")
	b.gone(".panel .title", "bites Pale sky")
	b.page.MustReload().MustWaitLoad()
	b.sees(".step .name", "Seal")
	b.click("[aria-label=Undo]", "")
	b.gone(".step .name", "Seal")
	b.sees(".panel .title", "White spirit bites Pale sky enamel")
	b.tool("Redo")
	b.sees(".step .name", "Seal")
}

// The whole way by keyboard alone: next finding, its first fix, undo.
func TestKeyboardAlone(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites Pale sky enamel")
	b.press(input.KeyF)
	b.sees(".pager", "finding 2 of")
	b.press(input.Enter)
	b.sees(".step .name", "Seal")
	b.must(b.page.KeyActions().Press(input.ControlLeft).Type(input.KeyZ).Do())
	b.gone(".step .name", "Seal")
	b.press(input.BracketLeft)
	b.press(input.BracketRight)
	b.press(input.BracketRight)
	b.sees(".step[aria-current]", "Flat coat")
	b.press('?')
	b.sees("[role=dialog]", "step before, next step")
	b.press(input.Escape)
	b.gone("[role=dialog]", "step before, next step")
	b.press(input.KeyG, input.KeyU)
	b.sees("h1", "Builds")
}

// Two tablets: the second is told that the build moved on, sees it as it stands, and nothing is lost.
func TestTwoTablets(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites Pale sky enamel")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	changed := now.Plan
	changed.Build.Name = "Marlow Petrel, changed elsewhere"
	_, err = b.store.Save(t.Context(), "petrel", now.Revision, changed, "Renamed")
	b.must(err)
	b.click(".fix", "Wait until it is safe")
	b.sees(".passing", "changed elsewhere meanwhile")
	b.sees(".bar .name", "Marlow Petrel, changed elsewhere")
	after, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	if after.Undoes != "Renamed" {
		t.Errorf("the last change is %q, want the other tablet's", after.Undoes)
	}
}

func TestBuildsList(t *testing.T) {
	b := open(t, desk, "/builds")
	b.sees("li", "3 stops")
	b.sees("li .promise", "Ready Thu 18 Mar, 1 day to spare")
	b.sees("li .next", "Pin wash, Underside ?1 overdue")
	b.click("li a", "Osterby Lynx")
	b.sees(".panel .title", "Nothing for oils or pigments to grip")
	b.click(".build", "")
	b.click(".v-list-item", "Calder Nightjar NF.4")
	b.sees(".bar .sub", "5 days late")
	b.sees(".panel .title", "Acrylic thinner bites Night black")
}

func TestBadAddresses(t *testing.T) {
	b := open(t, desk, "/nowhere/at/all")
	b.sees("h1", "There is nothing at this address")
	b.page.MustNavigate(b.address + "/builds/heron").MustWaitLoad()
	b.sees("h1", "There is no such build")
	b.click("main a", "")
	b.sees("h1", "Builds")
}

func TestResetTheDemo(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.click(".fix", "Wait until it is safe")
	b.sees(".passing", "Wait until it is safe")
	b.click(".mark", "")
	b.click("button", "Put the demo back")
	b.sees(".passing", "The demo is as it was")
	b.sees("li", "3 stops")
	b.click("li a", "Marlow Petrel")
	b.sees(".panel .title", "White spirit bites Pale sky enamel")
}

// Every view by day and by night, at the desk and on a tablet: axe finds nothing, nothing overflows sideways.
func TestAxe(t *testing.T) {
	axe := axeCore(t)
	for name, v := range map[string]view{"day": desk, "night": {1280, 800, true}, "tablet": {820, 1180, false}, "narrow": {390, 844, false}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/builds/petrel")
			axe := axe.at(v)
			b.sees(".panel .title", "White spirit bites Pale sky enamel")
			b.inspect(axe)
			b.press('?')
			b.sees("[role=dialog]", "step before, next step")
			b.inspect(axe)
			b.press(input.Escape)
			b.gone("[role=dialog]", "step before, next step")
			for key, what := range map[input.Key]string{input.KeyE: ".editor .bottle", input.KeyA: ".next .offer", input.KeyC: ".copy .act"} {
				b.press(key)
				b.sees(what, ".")
				b.inspect(axe)
				b.press(input.Escape)
				b.gone(what, "")
			}
			b.push("earlier…")
			b.sees(".earlier button", "10 minutes ago")
			b.inspect(axe)
			for name, words := range map[string]string{"The plan": "The plan of Marlow Petrel", "History": "History of Marlow Petrel", "Search": ""} {
				b.tool(name)
				b.sees("[role=dialog]", words)
				b.inspect(axe)
				b.press(input.Escape)
				b.gone("[role=dialog]", words)
			}
			b.click(".bar .build", "")
			b.sees(".v-overlay .v-list", "Safekeeping")
			b.inspect(axe)
			b.press(input.Escape)
			b.gone(".v-overlay .v-list", "Safekeeping")
			b.click(".bar .more", "")
			b.sees(".v-overlay .v-list", "Why it is ready then")
			b.inspect(axe)
			b.click(".v-list-item", "Why it is ready then")
			b.sees("[role=dialog] dt", "a slow one")
			b.inspect(axe)
			b.press(input.Escape)
			b.gone("[role=dialog] dt", "a slow one")
			for _, step := range []string{"t3", "u6", "u5", "n2"} { // squint, gloss and dials, decals, a medium
				b.page.MustNavigate(b.address + "/builds/petrel?step=" + step).MustWaitLoad()
				if how := b.sees(".two button", "How it is done"); *how.MustAttribute("aria-selected") == "false" {
					b.click(".two button", "How it is done")
				}
				b.sees(".guide h3", ".")
				b.inspect(axe)
			}
			for path, words := range map[string]string{"/builds": "Builds", "/shelf?product=soot-wash": "Shelf", "/builds/petrel/print": "Upper surfaces", "/nowhere": "nothing at this address", "/new": "New build", "/workings": "Workings", "/keeping": "Safekeeping"} {
				b.page.MustNavigate(b.address + path).MustWaitLoad()
				b.sees("h1", words)
				b.inspect(axe)
			}
		})
	}
}

// What is only seen once it is opened: forms, the plan's other tabs, the sliders of a what-if.
func TestAxeForms(t *testing.T) {
	axe := axeCore(t)
	for name, v := range map[string]view{"day": desk, "tablet at night": {820, 1180, true}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/shelf")
			axe := axe.at(v)
			b.push("As a table")
			b.inspect(axe)
			b.push("As bottles")
			b.inspect(axe)
			b.push("Add a product")
			b.pick("Thinner", "a mixture")
			b.inspect(axe)
			b.push("Import")
			b.sees("[role=dialog] h2", "Import")
			b.inspect(axe)

			b.page.MustNavigate(b.address + "/new").MustWaitLoad()
			b.fill("Name", "Curlew")
			b.click("summary", "How worn")
			b.click("summary", "How you work")
			b.sees(".across", "change nothing in this draft")
			b.inspect(axe)
			b.push("From an example")
			b.inspect(axe)
			b.push("From a plan file")
			b.inspect(axe)

			b.page.MustNavigate(b.address + "/builds/petrel").MustWaitLoad()
			b.sees(".panel .title", ".")
			b.tool("The plan")
			for _, tab := range []string{"Evenings", "Zones", "Products", "Wear", "Schools"} {
				b.click("[role=tab]", tab)
				b.inspect(axe)
			}
			for _, step := range []string{"u5", "c1", "u13"} { // decals, a mask, a join
				b.page.MustNavigate(b.address + "/builds/petrel?step=" + step).MustWaitLoad()
				b.push("Change")
				b.sees(".editor", "What is done")
				b.inspect(axe)
			}
			b.page.MustNavigate(b.address + "/builds/petrel?step=d4").MustWaitLoad()
			b.click("summary", "Why this date, and what if")
			b.sees("dt", "A slow|a slow")
			b.inspect(axe)
		})
	}
}

// checker is axe with what it is asked. Colours are the same at every width and structure is the same by night, so that each is looked at
// where it differs: all of it at the desk by day.
type checker struct {
	script  string
	options string // of axe.run
}

func (c checker) at(v view) checker {
	switch {
	case v.night:
		c.options = `runOnly: ['color-contrast'],`
	case v != desk:
		c.options = `rules: { 'color-contrast': { enabled: false } },`
	}
	return c
}

func axeCore(t *testing.T) checker {
	t.Helper()
	axe, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	if err != nil {
		t.Fatal("axe-core is missing (make ui installs it): ", err)
	}
	return checker{script: string(axe)}
}

// inspect lets axe look at what is on top: a sheet, else the whole page. What lies under a sheet has been looked at before it was opened.
func (b *bench) inspect(axe checker) {
	b.t.Helper()
	b.still()
	if !b.page.MustEval(`() => 'axe' in window`).Bool() {
		_, err := proto.RuntimeEvaluate{Expression: axe.script}.Call(b.page)
		b.must(err)
	}
	out := b.page.MustEval(`async () => {
		const sheet = [...document.querySelectorAll('.v-overlay--active')].at(-1)
		const r = await axe.run(sheet ?? document, { ` + axe.options + ` resultTypes: ['violations'], preload: false, elementRef: false })
		return r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ') + ' ' + (n.any[0]?.message ?? '')).join(' | ')).join('\n')
	}`).Str()
	if out != "" {
		b.t.Errorf("axe at %s:\n%s", b.page.MustInfo().URL, out)
	}
	if wide := b.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); wide > 0 {
		b.t.Errorf("%s is %d px wider than the screen", b.page.MustInfo().URL, wide)
	}
}

// What the page loads first, its data and its picture included, compressed, in kB; reported, and held under a budget.
func TestFirstLoad(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites Pale sky enamel")
	b.still()
	b.must(b.page.Timeout(patience).Wait(rod.Eval(`() => performance.getEntriesByType('resource').some(e => e.name.includes('look/picture') && e.transferSize > 0)`)))
	kb := b.page.MustEval(`() => [...performance.getEntriesByType('resource'), ...performance.getEntriesByType('navigation')]
		.reduce((sum, e) => sum + e.transferSize, 0) / 1000`).Num()
	t.Logf("first load: %.0f kB", kb)
	if kb > 210 || kb < 50 {
		t.Errorf("first load is %.0f kB, want 50 to 210", kb)
	}
}

// What a tablet asks for to put it on its start screen is there, as what it says it is: W3C, Web Application Manifest.
func TestStartScreen(t *testing.T) {
	b := open(t, desk, "/builds")
	got := b.page.MustEval(`async () => {
		const said = await fetch(document.querySelector('link[rel=manifest]').href)
		const m = await said.json()
		const icons = await Promise.all(m.icons.filter(i => i.type === 'image/png').map(i => new Promise((done, fail) => {
			const img = new Image()
			img.onload = () => done(img.naturalWidth + 'x' + img.naturalHeight === i.sizes)
			img.onerror = fail
			img.src = i.src
		})))
		return [said.headers.get('content-type'), m.display, (await fetch(m.start_url)).status, icons.length, icons.every(Boolean)].join(' ')
	}`).Str()
	if got != "application/manifest+json standalone 200 3 true" {
		t.Errorf("the start screen gets %s", got)
	}
	// A worker is taken and let go, so that Safekeeping can tell whether the server is trusted.
	if ok := b.page.MustEval(`async () => (await navigator.serviceWorker.register('/trust.js', { scope: '/trust/' })).unregister()`).Bool(); !ok {
		t.Error("no worker is taken from a server that is trusted")
	}
}

// The scales of the instruments, asked in the page that ships them: x and moment undo each other, and tickets never overlap.
func TestTicketsNeverOverlap(t *testing.T) {
	for _, v := range []view{desk, {width: 820, height: 1180}} {
		b := open(t, v, "/builds")
		b.sees("h1", "Builds") // one that is left while it is still fetched complains
		for _, slug := range []string{"petrel", "lynx", "nightjar"} {
			b.page.MustNavigate(b.address + "/builds/" + slug).MustWaitLoad()
			b.page.MustElement(".ticket")
			b.still()
			out := b.page.MustEval(`() => {
				const wrong = []
				for (const row of document.querySelectorAll('.surface > g')) {
					const plates = [...row.querySelectorAll('.plate')].map(e => e.getBoundingClientRect()).sort((a, b) => a.left - b.left)
					plates.forEach((p, i) => { if (i && p.left < plates[i - 1].right - 0.6) wrong.push('tickets ' + (i - 1) + ' and ' + i) })
					for (const w of row.querySelectorAll('.word.beside')) {
						const r = w.getBoundingClientRect()
						if (plates.some(p => r.left < p.right - 1 && p.left < r.right - 1 && p.top < r.bottom && r.top < p.bottom)) wrong.push('word ' + w.textContent)
					}
				}
				return wrong.join(', ')
			}`).Str()
			if out != "" {
				t.Errorf("%s at %d: overlapping %s", slug, v.width, out)
			}
		}
	}
}
