package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"inkysparrow/internal/store"
)

// ofDemo writes the picture of one of the demo's photographs to a file, to be brought again.
func (b *bench) ofDemo(id string) string {
	b.t.Helper()
	p, err := b.store.Photo(b.t.Context(), "petrel", id)
	b.must(err)
	_, raw, err := b.store.Picture(b.t.Context(), p.Hash, false)
	b.must(err)
	path := filepath.Join(b.t.TempDir(), "from-the-bench.jpg")
	b.must(os.WriteFile(path, raw, 0o600))
	return path
}

// tapAt clicks a place of the photograph that is measured, by its own pixels.
func (b *bench) tapAt(x, y float64) {
	b.t.Helper()
	b.page.MustEval(`(x, y) => {
		const image = document.querySelector('.image'), img = image.querySelector('img'), r = image.getBoundingClientRect()
		const at = { clientX: r.left + r.width * x / img.naturalWidth, clientY: r.top + r.height * y / img.naturalHeight, bubbles: true }
		image.dispatchEvent(new MouseEvent('click', at))
	}`, x, y)
}

// From a photograph that is brought to what is measured on it: laid by its places, its light by the card, wiped over the look, kept, found again, taken out and put back.
func TestJournalPhoto(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".step[aria-current]", ".")
	b.press('g', 'j')
	b.sees(".journal .evening", "Mon 8 March")
	b.sees(".journal .evening", "Harbour gloss")
	b.page.MustElement(".add input[type=file]").MustSetFiles(b.ofDemo("demo-petrel-gloss"))
	b.sees(".journal .say", "Tap the wing tip on the left")
	b.eventually("it is kept", func() bool {
		all, err := b.store.Photos(t.Context(), "petrel")
		return err == nil && len(all) == 4
	})
	reading := b.page.MustEval(`async () => (await (await fetch('/api/builds/petrel/photos/demo-petrel-gloss')).json()).photo.reading.pairs`)
	b.page.MustWait(`() => document.querySelector('.image img')?.naturalWidth > 0`)
	for _, p := range reading.Arr() {
		b.tapAt(p.Get("x").Num(), p.Get("y").Num())
	}
	b.sees(".journal .say", "All places are tapped")
	b.sees(".measured .trust", "trust: (good|fair)")
	b.sees(".measured .small", "nothing in it tells the colour of the light")
	b.click(".bench .tools button", "Its light")
	b.click("[aria-label='What tells the light'] button", "a white card")
	b.tapAt(125, 105)
	b.sees(".measured .trust", "trust: good")
	b.sees(".measured .lead", "Lines, .*planned 4")
	b.sees(".measured .lead", "stronger")
	b.sees(".measured .enough", "Enough\\? .*planned")
	b.click(".bench .tools button", "A spot")
	b.tapAt(700, 660)
	b.sees(".bench .told", "here .*planned")
	b.click(".bench .tools button", "Beside the look")
	b.page.MustWait(`() => [...document.querySelectorAll('.wiped img')].length === 2 && [...document.querySelectorAll('.wiped img')].every(i => i.complete && i.naturalWidth > 0)`)
	if same := b.page.MustEval(`() => { const [a, b] = document.querySelectorAll('.wiped img'); return Math.abs(a.naturalHeight / a.naturalWidth - b.naturalHeight / b.naturalWidth) < 0.01 && Math.abs(a.getBoundingClientRect().height - b.getBoundingClientRect().height) < 2 }`).Bool(); !same {
		t.Error("the photograph and the look don't lie over each other")
	}
	b.click(".over button", "squinted")
	b.inspect(axeCore(t))
	b.click(".measured button", "Keep this measurement")
	b.sees(".passing", "The measurement is kept")
	b.gone(".measured button", "Keep this measurement")
	b.click(".fields button", "Take it out")
	b.sees(".add [role=status]", "taken out")
	b.click(".add button", "Put it back")
	b.sees(".measured .lead", "stronger")

	b.page.MustElement(".add textarea").MustEval("() => { this.value = 'a hair under the gloss'; this.dispatchEvent(new Event('input', { bubbles: true })) }")
	b.click(".add button", "Write it down")
	b.sees(".evening .note", "a hair under the gloss")
	b.typed("Search all builds", "gloss over sea grey")
	b.press(input.Enter)
	b.sees(".found li", "Marlow Petrel.*Gloss coat, Harbour gloss.*went well")
	b.click(".found button", "Close")
	b.gone(".found li", "")
}

// Pins are moved and taken away by keys; a file that is no photograph is told; by zone and by product, by night, on a tablet and a telephone.
func TestJournalTablet(t *testing.T) {
	for name, v := range map[string]view{"tablet": {820, 1180, true}, "telephone": {390, 844, false}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/builds/petrel/journal?photo=demo-petrel-gloss")
			b.sees(".measured .lead", "Lines")
			b.page.MustElement(".pin").MustFocus()
			before := b.page.MustElement(".pin").MustEval(`() => this.style.left`).Str()
			b.must(b.page.KeyActions().Press(input.ShiftLeft).Type(input.ArrowRight, input.ArrowRight, input.ArrowRight, input.ArrowRight).Do())
			b.eventually("the pin has moved", func() bool { return b.page.MustElement(".pin").MustEval(`() => this.style.left`).Str() != before })
			b.sees(".measured .trust", "mm off")
			b.press(input.Delete)
			b.eventually("it is gone", func() bool { return len(b.page.MustElements(".pin")) == 5 })
			b.sees(".journal .say", "Tap the wing tip on the left")
			bad := filepath.Join(t.TempDir(), "drawing.jpg")
			b.must(os.WriteFile(bad, []byte("<svg onload=alert(1)>"), 0o600))
			b.tolerate()
			b.page.MustElement(".add input[type=file]").MustSetFiles(bad)
			b.sees(".coming", "drawing.jpg: This is no photograph")
			b.click(".by button", "by product")
			b.page.MustElement(".by select").MustSelect("Harbour gloss")
			b.gone(".evening li", "Sea grey")
			b.sees(".evening li", "Harbour gloss")
			b.inspect(axeCore(t))
		})
	}
}

// Veils that photographs tell to be thicker: one press has plans count fewer passes, one more as many as before.
func TestHandAccepted(t *testing.T) {
	b := open(t, desk, "/builds/petrel/journal")
	b.sees(".hand .row", "Your veils")
	for i := range 4 {
		id := "demo-petrel-gloss"
		if i > 0 {
			id = fmt.Sprintf("again-%05d", i)
			b.page.MustEval(`async id => { const b = await (await fetch('/api/builds/petrel/photos/demo-petrel-gloss')).json(); const raw = await (await fetch('/api/pictures/' + b.photo.hash)).blob(); await fetch('/api/builds/petrel/photos?id=' + id, { method: 'POST', headers: { 'Content-Type': 'image/jpeg' }, body: raw }) }`, id)
		}
		_, err := b.store.ChangePhoto(t.Context(), "petrel", id, func(p *store.Photo) error {
			p.Reading = `{"view":"left","pairs":[],"light":"","x":0,"y":0,"known":"","raking":false,"seen":[{"trait":"veil","step":"n9","times":1.6}]}`
			return nil
		})
		b.must(err)
	}
	b.page.MustReload()
	b.sees(".hand .more", "Your veils lie 1\\.[3-6] times as thick as planned")
	b.sees(".hand .more", "passes instead of")
	passes := func() string {
		return b.page.MustEval(`async () => { const b = await (await fetch('/api/builds/petrel')).json(); return b.zones.flatMap(z => z.steps).find(s => s.do === 'exhaust-spray').detail }`).Str()
	}
	was := passes()
	b.click(".hand button", "Plan with it")
	b.sees(".passing", "Plans follow your hand")
	b.eventually("fewer passes", func() bool { return passes() != was })
	b.click(".hand button", "Plan as usual")
	b.eventually("as many as before", func() bool { return passes() == was })
}

// A finished build keeps its way, which New build offers first; the table's list has it.
func TestFinishedBuild(t *testing.T) {
	b := open(t, desk, "/builds/petrel/journal")
	b.click(".finished button", "It is finished today")
	b.sees(".finished", "Finished on 11 March 2027")
	b.click(".finished button", "How to touch it up")
	b.sees(".finished li", "Upper surfaces: Sea grey")
	b.field("Keep it as my way").MustInput("How I do a fighter")
	b.click(".finished form button", "Keep it")
	b.sees(".finished", "Kept as a way: How I do a fighter")
	b.inspect(axeCore(t))
	b.page.MustNavigate(b.address + "/new").MustWaitLoad()
	b.sees(".ways [aria-pressed=true]", "My way")
	b.sees(".example", "How I do a fighter, of Marlow Petrel FB.2; .* went well")
	b.field("Name").MustInput("Second Petrel")
	b.sees("main.new", "13|steps")
	b.click("main.new button", "Keep|Make|Begin")
	b.sees(".bar .build", "Second Petrel")
	b.page.MustNavigate(b.address + "/table").MustWaitLoad()
	b.sees(".table tr", "Marlow Petrel.*on the table")
	b.page.MustNavigate(b.address + "/builds").MustWaitLoad()
	b.sees("main .head", "Marlow Petrel.*finished Thu 11 Mar 2027")
	b.page.MustNavigate(b.address + "/table").MustWaitLoad()
	b.sees(".table tr", "Marlow Petrel.*on the table")
	b.inspect(axeCore(t))
}
