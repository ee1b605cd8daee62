package e2e

import (
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/plan"
)

// painted waits until the picture shows what it is asked for, and returns its address.
func (b *bench) painted(selector string) string {
	b.t.Helper()
	b.sees(selector+" img", "")
	var shown string
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(40 * time.Millisecond) {
		shown = b.page.MustEval(`s => document.querySelector(s)?.dataset.shown ?? ''`, selector).Str()
		if shown != "" && b.page.MustEval(`s => { const i = document.querySelector(s + ' img'); return i.complete && i.naturalWidth > 0 }`, selector).Bool() {
			return shown
		}
	}
	b.t.Fatalf("%s shows nothing", selector)
	return ""
}

// tapped clicks at a place of a picture, given as shares of it.
func (b *bench) tapped(selector string, x, y float64) {
	b.t.Helper()
	b.still()
	box := b.page.MustElement(selector + " img").MustShape().Box()
	b.must(b.page.Mouse.MoveTo(proto.Point{X: box.X + box.Width*x, Y: box.Y + box.Height*y}))
	b.must(b.page.Mouse.Click(proto.InputMouseButtonLeft, 1))
}

// The moment is scrubbed along the tape and the picture follows; a tap on the skin tells its films and leads to the step that made its colour.
func TestLookScrub(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".step[aria-current]", ".")
	b.sees(".whole img", "")
	if tall := b.page.MustElement(".whole").MustShape().Box().Height; tall < 80 {
		t.Errorf("the aircraft in the route is %.0f px tall", tall)
	}
	b.press('g', 'l')
	first := b.painted(".picture")
	b.press('.')
	for end := time.Now().Add(patience); b.painted(".picture") == first; time.Sleep(50 * time.Millisecond) {
		if time.Now().After(end) {
			t.Fatal("the picture stays where the moment was")
		}
	}
	strip := b.page.MustElement(".look-tape svg").MustShape().Box()
	at := func(share float64) proto.Point {
		return proto.Point{X: strip.X + strip.Width*share, Y: strip.Y + 30}
	}
	b.must(b.page.Mouse.MoveTo(at(0.5)))
	b.must(b.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
	for i := range 20 {
		b.must(b.page.Mouse.MoveTo(at(0.5 + 0.02*float64(i))))
	}
	b.must(b.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
	b.sees(".bar .moment", "1[6-9]")
	b.must(b.page.Mouse.MoveTo(at(0.7)))
	b.must(b.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
	b.painted(".picture")
	b.still()
	b.painted(".picture")
	// How long a step of a drag takes until it is seen is told, not asserted.
	took := b.page.MustEval(`() => new Promise(done => {
		const picture = document.querySelector('.picture'), strip = document.querySelector('.look-tape svg')
		const box = strip.getBoundingClientRect(), was = picture.dataset.shown, from = performance.now()
		strip.dispatchEvent(new PointerEvent('pointermove', { clientX: box.left + box.width * 0.6, clientY: box.top + 30, bubbles: true }))
		const look = () => picture.dataset.shown !== was ? done(performance.now() - from) : performance.now() - from > 5000 ? done(-1) : requestAnimationFrame(look)
		look()
	})`).Num()
	t.Logf("from the drag to the picture: %.0f ms", took)
	b.must(b.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
	b.tapped(".picture", 0.15, 0.33)
	b.sees(".asked h2", "Upper surfaces")
	b.sees(".asked .films", "Sea grey")
	b.sees(".asked", "Wears \\d+ of 100")
	b.click(".asked .reasons a", "is its colour")
	b.sees(".step[aria-current]", "Base coat")
	b.press('g', 'l')
	b.painted(".picture")
	b.tapped(".picture", 0.02, 0.98)
	b.sees(".side", "beside the aircraft|Tap the skin")
}

// Two moments, and another way of doing it, stand beside each other, and it is told who would notice; light, eye and overlays change the picture.
func TestLookCompare(t *testing.T) {
	b := open(t, desk, "/builds/petrel/look")
	last := b.painted(".picture")
	changes := func(what string) {
		t.Helper()
		for end := time.Now().Add(patience); ; time.Sleep(50 * time.Millisecond) {
			if now := b.painted(".picture"); now != last {
				last = now
				return
			}
			if time.Now().After(end) {
				t.Fatalf("%s changes nothing", what)
			}
		}
	}
	b.choose("Light", "warm lamp")
	changes("the lamp")
	b.choose("Seen", "squint")
	changes("the squint")
	b.press('s')
	changes("s")
	b.press('x')
	changes("x")
	b.press('x')
	changes("x again")
	b.click(".side button", "Pin this moment")
	b.sees(".halves", "left: .*right: ")
	b.sees(".noticed", "Nobody would notice")
	b.choose("Set against", "when it is finished")
	b.sees(".noticed", "Seen at arm’s length|Seen at arm's length")
	b.choose("Set against", "worn as heavy")
	b.sees(".halves", "worn as heavy")
	b.choose("Set against", "nothing")
	b.gone(".halves", "")
	last = b.painted(".picture")
	b.click(".shows label", "^ ?wear map")
	changes("the wear map")
	b.click(".shows label", "where the next liquid bites")
	b.sees(".states", "Underside: would lose \\d")
	b.click(".turns label", "^ ?Left ?$")
	changes("the left view")
	b.inspect(axeCore(t).at(desk))
}

// A zone is split along a line and joined again, a feature gets another number and place, the shape becomes another type and is taken back, a drawing goes out and comes in.
func TestLookShape(t *testing.T) {
	b := open(t, desk, "/builds/petrel/look?view=top")
	b.painted(".picture")
	zones := func() int { return len(b.plan().Zones) }
	before := zones()
	found := false
	for y := 0.42; y < 0.5 && !found; y += 0.004 {
		b.tapped(".picture", 0.66, y)
		b.sees(".asked h2", ".")
		b.still()
		if b.page.MustEval(`() => { const d = document.querySelector('.asked .change'); if (d) d.open = true; return !!d?.querySelector('form input') }`).Bool() {
			found = true
		}
	}
	if !found {
		t.Fatal("no line lies along the wing")
	}
	b.click(".asked .change button", "Split Upper surfaces here")
	b.sees(".passing", "Split")
	if zones() != before+1 {
		t.Fatalf("%d zones, were %d", zones(), before)
	}
	b.undo()
	b.sees(".passing", "Undone")
	b.click(".look-place .bar button", "Airframe")
	b.sees(".shape h2", "Airframe")
	b.sees(".shape table", "cm of lines")
	b.choose("Type", "biplane")
	b.click(".shape button", "Keep this shape")
	b.sees(".passing", "biplane")
	b.sees(".shape", "biplane;")
	b.undo()
	b.sees(".shape", "low-wing single;")
	res, err := http.Get(b.address + "/api/builds/petrel/look/svg")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	text, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(t.TempDir(), "petrel.svg")
	if err := os.WriteFile(file, text, 0o600); err != nil {
		t.Fatal(err)
	}
	b.must(b.page.MustElement(".shape input[type=file]").SetFiles([]string{file}))
	b.sees(".shape", "Drawn;")
	b.painted(".picture")
	if err := os.WriteFile(file, []byte(`<svg><script/></svg>`), 0o600); err != nil {
		t.Fatal(err)
	}
	b.must(b.page.MustElement(".shape input[type=file]").SetFiles([]string{file}))
	b.tolerate()
	b.sees(".passing", "script")
}

// plan reads the build's plan as it is kept.
func (b *bench) plan() plan.File {
	b.t.Helper()
	res, err := http.Get(b.address + "/api/builds/petrel/plan")
	if err != nil {
		b.t.Fatal(err)
	}
	defer res.Body.Close()
	var f plan.File
	if err := json.NewDecoder(res.Body).Decode(&f); err != nil {
		b.t.Fatal(err)
	}
	return f
}

// "A grey twin over pale blue, 1/72, on a shore base, two years old": from its shape to a route, with nothing typed but its name.
func TestNewShape(t *testing.T) {
	b := open(t, desk, "/new")
	b.click(".types button", "mid-wing twin") // the first tap brings name, picture and route
	b.sees("aside h2", "Mid-wing twin")
	b.sees(".large img", "")
	b.within(".large img")
	b.sees(".route-strip svg", "")
	b.fill("Name", "Grey twin")
	b.click(".chips button", "^ ?1/72 ?$")
	b.click("[aria-label=Scheme] button", "^ ?upper and under ?$")
	b.tapped(".large", 0.27, 0.2)
	b.sees("[aria-label='Zone that is painted'] [aria-pressed=true]", "Upper surfaces|Propeller")
	b.click("[aria-label='Zone that is painted'] button", "Upper surfaces")
	b.click(".bottles button", "Sea grey")
	b.click(".fold summary", "How worn")
	b.click("[aria-label='Based on'] button", "a base on the shore")
	b.click("[aria-label='In service for'] button", "two years")
	b.click("[aria-label='How worn'] button", "heavy")
	b.sees("[aria-label='How worn'] [aria-checked=true]", "heavy")
	b.sees(".route-strip svg", "")
	b.sees("aside li", "The glazing is masked before the first coat")
	b.sees("aside .left-out", "Not asked for: chips")
	b.click("aside summary", "How large")
	b.sees("aside .shape", "Underside.* cm² *.*cm of tape")
	b.inspect(axeCore(t).at(desk))
	b.click("aside button", "Begin this build")
	b.sees(".step[aria-current]", ".")
	b.sees(".bar .build", "Grey twin")
	b.press('g', 'l')
	b.painted(".picture")
	res, err := http.Get(b.address + "/api/builds/grey-twin/plan")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	var f plan.File
	if err := json.NewDecoder(res.Body).Decode(&f); err != nil {
		t.Fatal(err)
	}
	got := fmt.Sprint(f.Build.Scale, f.Airframe.Type, f.Service.Place, *f.Service.Months, f.Schools["strength"])
	if got != "72mid-twinshore24heavy" && !strings.Contains(got, "72 mid-twin shore 24 heavy") {
		t.Errorf("the plan says %s", got)
	}
}

// A photograph of one's own stands beside the picture and pins a worn place; the magnifier follows the pointer; real size is measured once with a card; zones are asked by keys.
func TestLookBeside(t *testing.T) {
	b := open(t, desk, "/builds/petrel/look?view=top")
	b.painted(".picture")
	b.click(".zones button", "Tail")
	b.sees(".asked h2", "Tail")
	res, err := http.Get(b.address + "/api/builds/lynx/look/picture?width=200")
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	photo, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(t.TempDir(), "photo.png")
	if err := os.WriteFile(file, photo, 0o600); err != nil {
		t.Fatal(err)
	}
	b.must(b.page.MustElement(".drop input[type=file]").SetFiles([]string{file}))
	b.sees(".photo img", "")
	b.click(".side button", "Pin worn places")
	b.painted(".picture")
	b.tapped(".picture", 0.3, 0.4)
	b.sees(".passing", "Placed worn place")
	if f := b.plan(); len(f.Airframe.Features) != 1 || f.Airframe.Features[0].Kind != "worn" {
		t.Errorf("%+v", f.Airframe.Features)
	}
	b.click(".side button", "Done pinning")
	b.click(".side button", "Take them away")
	b.gone(".photo", "")
	b.press('z')
	box := b.page.MustElement(".picture img").MustShape().Box()
	b.must(b.page.Mouse.MoveTo(proto.Point{X: box.X + box.Width/2, Y: box.Y + box.Height/2}))
	b.sees(".lens", "")
	b.press('z')
	b.gone(".lens", "")
	b.click(".look-place .bar button", "Real size")
	b.sees(".card", "bank card")
	b.click(".card button", "It fits")
	b.gone(".card", "")
	for end := time.Now().Add(patience); ; time.Sleep(50 * time.Millisecond) { // a span of 213 mm at 323 px for a card of 85.6 mm
		if w := b.page.MustElement(".picture img").MustShape().Box().Width; w > 780 && w < 900 {
			break
		} else if time.Now().After(end) {
			t.Fatalf("in real size the picture is %.0f px wide", w)
		}
	}
}

// A canopy that was masked and painted over is clear once the step that unmasks it is past, and its frame keeps the paint.
func TestUnmaskCanopy(t *testing.T) {
	b := open(t, desk, "/builds/petrel/look?view=left")
	b.painted(".picture")
	shown := func(day string) (light []float64) { // at the first event of a day
		for at := b.text(".bar .moment"); !strings.Contains(at, day); {
			b.press('.')
			was := at
			b.eventually("the moment moves on from "+was, func() bool { at = b.text(".bar .moment"); return at != was })
		}
		b.painted(".picture")
		for _, v := range b.page.MustEval(`() => {
			const i = document.querySelector('.picture img'), c = document.createElement('canvas')
			c.width = 200; c.height = Math.round(200 * i.naturalHeight / i.naturalWidth)
			const x = c.getContext('2d'); x.drawImage(i, 0, 0, c.width, c.height)
			const d = x.getImageData(0, 0, c.width, c.height).data, out = []
			for (let k = 0; k < d.length; k += 4) out.push(d[k] + d[k + 1] + d[k + 2])
			return out
		}`).Arr() {
			light = append(light, v.Num())
		}
		return light
	}
	over, clear := shown("Sat 13"), shown("Sun 14")
	var n, x, y float64
	for i := range over {
		if x := i % 200; x < 80 || x > 130 { // other zones are worked on meanwhile
			continue
		}
		if over[i]-clear[i] > 60 { // glass is darker than the paint that went over its mask
			n, x, y = n+1, x+float64(i%200), y+float64(i/200)
		}
	}
	if n < 20 {
		t.Fatalf("%.0f spots about %.0f, %.0f of 200 are clear after the unmasking", n, x/n, y/n)
	}
	b.tapped(".picture", x/n/200, y/n/(float64(len(over))/200))
	b.sees(".asked h2", "Canopy")
}
