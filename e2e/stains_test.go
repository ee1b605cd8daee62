package e2e

import (
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// slid sets a slider by keys.
func (b *bench) slid(label string, key input.Key, times int) {
	b.t.Helper()
	b.still()
	el, err := b.page.Timeout(patience).ElementByJS(rod.Eval(`name => [...document.querySelectorAll('label.slide')].find(e => e.textContent.includes(name))?.querySelector('input') ?? null`, label))
	b.must(err)
	b.must(el.Focus())
	for range times {
		b.must(b.page.Keyboard.Press(key))
		b.must(b.page.Keyboard.Release(key))
	}
}

// An effect is chosen, seen as it will be, pulled by its slider and on the skin itself, kept as it is let go of, taken back, and printed.
func TestStains(t *testing.T) {
	b := open(t, desk, "/builds/petrel/look?view=left")
	b.painted(".picture")
	b.press('t')
	b.sees(".stains h2", "Stains and fading")
	b.sees(".enough h3", "[A-Z]")
	b.click(".stains .one", "Exhaust.*Tue 16")
	b.sees(".chosen h3", "Exhaust on Upper surfaces")
	b.sees(".chosen dd", "0 to 110 mm")
	b.sees(".chosen .ways", "pastel dust")
	b.slid("How far it reaches", input.ArrowLeft, 8)
	b.sees(".chosen output", "60 %")
	b.sees(".chosen dd", "0 to 66 mm")
	b.eventually("what was let go of is kept", func() bool { s := b.step("u11"); return s.Stain != nil && s.Stain.Reach == 0.6 })
	b.sees(".passing button", "Undo")
	b.click(".chosen button", "One more pass")
	b.sees(".chosen dt", "Pass 7")
	b.eventually("the pass is kept", func() bool {
		s := b.step("u11")
		return s.Stain != nil && s.Stain.Reach == 0.6 && s.Stain.Times > 1 && s.Coats == 0
	})
	b.click(".chosen button", "As its service asks")
	b.sees(".passing", "as planned again")
	b.sees(".chosen dd", "0 to 110 mm")

	// Pulled on the skin: along the air to the tail it grows longer.
	b.painted(".picture")
	b.still()
	box := b.page.MustElement(".picture img").MustShape().Box()
	b.must(b.page.Mouse.MoveTo(proto.Point{X: box.X + box.Width*0.3, Y: box.Y + box.Height*0.5}))
	b.must(b.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
	for i := range 12 {
		b.must(b.page.Mouse.MoveTo(proto.Point{X: box.X + box.Width*(0.3+0.02*float64(i+1)), Y: box.Y + box.Height*0.5}))
	}
	b.must(b.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
	b.eventually("the drag is kept", func() bool { s := b.step("u11"); return s.Stain != nil && s.Stain.Reach > 1.1 })
	b.sees(".passing", "Pulled exhaust on Upper|Pulled Exhaust on Upper")
	b.undo()
	b.sees(".passing", "Undone")
	b.sees(".clock, .bar", "Tue 16")
	if s := b.step("u11"); s.Stain != nil {
		t.Errorf("the drag was taken back, and is %+v", s.Stain)
	}

	// Printed: what the links lead to is a PDF of this step, and a drawing.
	b.within(".chosen .acts a") // the print is in sight
	b.click(".guide summary", "Printed guide")
	for words, want := range map[string]string{"Print this step": "%PDF-", "As a file for a cutter": "<svg", "Print all that is left": "%PDF-"} {
		link := b.sees(".chosen .acts a, .guide a", words)
		href := link.MustProperty("href").Str()
		res, err := http.Get(href)
		b.must(err)
		text, err := io.ReadAll(res.Body)
		b.must(err)
		b.must(res.Body.Close())
		if res.StatusCode != 200 || !strings.HasPrefix(string(text), want) {
			t.Errorf("%s: %d %.30q", words, res.StatusCode, text)
		}
	}
	b.click(".stains header .link", "All effects")
	b.sees(".stains .one", "Oil dots")
	b.click(".enough .link", "Oil dots on Underside")
	b.sees(".chosen h3", "Oil dots on Underside")
	b.sees(".chosen dt", "Squeezed out")
	b.click(".chosen button", "Mellowed tomorrow")
	b.sees(".bar .moment", "Sun 14")
	b.inspect(axeCore(t))
}

// By keys alone on a tablet: chosen, strengthened, set against another school.
func TestStainsTablet(t *testing.T) {
	b := open(t, view{width: 820, height: 1180, night: true}, "/builds/nightjar?step=m5")
	b.push("How it is done")
	b.click(".guide a", "See it on the skin")
	b.sees(".chosen h3", "Exhaust on")
	b.sees(".chosen dt", "What this fuel leaves here")
	b.click(".ways .link", "See it beside this")
	b.sees(".halves", "exhaust as pastel dust|oil streak")
	b.slid("How strong", input.ArrowRight, 4)
	b.sees(".chosen output", "120 %")
	b.inspect(axeCore(t))
}

func (b *bench) eventually(what string, holds func() bool) {
	b.t.Helper()
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(60 * time.Millisecond) {
		if holds() {
			return
		}
	}
	b.t.Fatalf("not so: %s", what)
}

// Pulled along the air an effect grows longer, whichever view it is pulled in: aft is downwards from above and below, to the right from the left, and to the left from the right.
func TestPullInAllViews(t *testing.T) {
	for _, tc := range []struct {
		view, zone, step string
		dx, dy           float64
	}{{"top", "upper", "u10", 0, 1}, {"under", "under", "d7", 0, 1}, {"left", "upper", "u11", 1, 0}, {"right", "upper", "u11", -1, 0}} {
		t.Run(tc.view, func(t *testing.T) {
			b := open(t, desk, "/builds/petrel/look?view="+tc.view+"&panel=stains&stain="+tc.zone+"/"+tc.step)
			b.sees(".chosen output", "100 %")
			b.sees(".chosen dd", ".")
			b.sees(".enough h3", "[A-Z]") // all that the page asks for is there
			b.painted(".picture")
			b.still()
			box := b.page.MustElement(".picture img").MustShape().Box()
			x, y := box.X+box.Width/2, box.Y+box.Height/2
			b.must(b.page.Mouse.MoveTo(proto.Point{X: x, Y: y}))
			b.must(b.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
			for i := range 10 {
				by := 9 * float64(i+1)
				b.must(b.page.Mouse.MoveTo(proto.Point{X: x + by*tc.dx, Y: y + by*tc.dy}))
			}
			b.must(b.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
			b.eventually("the drag is kept", func() bool { s := b.step(tc.step); return s.Stain != nil && s.Stain.Reach > 1.05 })
			b.sees(".chosen h3", ".") // what was pulled is still what is looked at
			b.undo()
			b.eventually("it is taken back", func() bool { return b.step(tc.step).Stain == nil })
		})
	}
}

// A tired twin, from nothing: begun in a few presses, stained under its engines from the picture alone, its guide ready to print, its canopy clear when it is finished.
func TestTiredTwin(t *testing.T) {
	b := open(t, desk, "/new")
	b.click(".types button", "mid-wing twin")
	b.sees("aside h2", "Mid-wing twin")
	b.click("aside button", "Begin this build")
	b.sees(".step[aria-current]", ".")
	b.press('g', 'l')
	b.painted(".picture")
	b.click(".turns label", "Underside")
	b.painted(".picture")
	b.click(".bar button", "Stains")
	b.click(".stains summary", "Add an effect")
	b.click("[aria-label='Add to Underside'] button", "Streak")
	b.sees(".chosen h3", "on Underside")
	b.sees(".chosen dd", "mm")
	b.sees(".chosen dl", "Leak 1")
	b.slid("How strong", input.ArrowRight, 3)
	b.sees(".chosen output", "115 %")
	b.click(".guide summary", "Printed guide")
	b.sees(".guide a", "Print this step|Print")
	b.inspect(axeCore(t))
}
