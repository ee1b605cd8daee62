package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// A marking is dragged on the skin, moved by keys, turned, and taken back; what lies beside the aircraft is refused in words.
func TestMarkings(t *testing.T) {
	b := open(t, desk, "/builds/petrel/look?view=top")
	b.painted(".picture")
	b.press('k')
	b.sees(".markings h2", "Markings")
	b.click(".markings li .act", "from above")
	b.sees(".marks rect.own", "")
	decals := func() (x, turn float64, known bool) {
		for _, id := range []string{"u5"} {
			for _, d := range b.step(id).Decals {
				for _, at := range d.At {
					if at.View == "top" {
						return at.XMM, at.TurnDeg, true
					}
				}
			}
		}
		return 0, 0, false
	}
	box := func() *proto.DOMRect { return b.page.MustElement(".marks rect.own").MustShape().Box() }
	was := box()
	b.still()
	b.must(b.page.Mouse.MoveTo(proto.Point{X: was.X + was.Width/2, Y: was.Y + was.Height/2}))
	b.must(b.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
	for i := range 8 {
		b.must(b.page.Mouse.MoveTo(proto.Point{X: was.X + was.Width/2 + 5*float64(i+1), Y: was.Y + was.Height/2}))
	}
	b.must(b.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
	b.sees(".passing", "Moved ")
	var x float64
	b.eventually("the drag is kept", func() bool { var ok bool; x, _, ok = decals(); return ok })
	b.eventually("the outline follows", func() bool { return box().X > was.X+30 })
	b.must(b.page.MustElement(".markings li .act[aria-pressed='true']").Focus())
	b.must(b.page.Keyboard.Press(input.ArrowRight))
	b.must(b.page.Keyboard.Release(input.ArrowRight))
	b.eventually("a key moves it by a millimetre", func() bool { got, _, _ := decals(); return got > x+0.9 && got < x+1.1 })
	b.slid("Turned", input.ArrowRight, 5)
	b.eventually("it is turned", func() bool { _, turn, _ := decals(); return turn == 5 })
	b.inspect(axeCore(t))
}
