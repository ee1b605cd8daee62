package e2e

import (
	"os"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// counted counts what somebody presses; a drag is one, typing is none.
type counted struct {
	*bench
	n int
}

func (c *counted) tap(selector, words string) {
	c.t.Helper()
	c.n++
	c.click(selector, words)
}

func (c *counted) key(k input.Key) {
	c.t.Helper()
	c.n++
	c.press(k)
}

// The commonest tasks take as many presses as docs/presses.md says, and no more than they should.
func TestPresses(t *testing.T) {
	text, err := os.ReadFile("../docs/presses.md")
	if err != nil {
		t.Fatal(err)
	}
	row := regexp.MustCompile(`(?m)^\| ([^|]+) \|[^|]*\| (\d+)[^|]*\|$`)
	told := map[string]int{}
	for _, m := range row.FindAllStringSubmatch(string(text), -1) {
		told[strings.TrimSpace(m[1])], _ = strconv.Atoi(m[2])
	}
	for task, tc := range map[string]struct {
		most int
		at   string
		do   func(*counted)
	}{
		"I have just done this": {1, "/builds/petrel?step=u6", func(c *counted) {
			c.sees(".step[aria-current]", "Seal")
			c.key(input.KeyD)
			c.sees(".passing", "Marked seal of Upper surfaces done")
		}},
		"at the bench: begun, and done": {2, "/bench", func(c *counted) {
			c.sees(".now h2", "Decals, airframe")
			c.key(input.Space)
			c.sees(".keys .first", "Done")
			c.key(input.Space)
			c.sees("[aria-labelledby=done] li", "Decals, airframe")
		}},
		"at the bench: a part is done": {2, "/bench?", func(c *counted) {
			c.sees(".now h2", "Decals, airframe")
			c.tap(".keys .key", "Part of it")
			c.tap(".panel .key", "Left half")
			c.sees("[aria-labelledby=done] li", "Decals, airframe, left half")
		}},
		"no painting on Tuesday": {1, "/builds/petrel", func(c *counted) {
			c.sees(".bar .sub", "ready")
			c.tap(".tape .day", "Thu 18")
			c.sees(".passing", "Thu 18 Mar is off")
		}},
		"pin it to Saturday, 14:00": {1, "/builds/petrel?step=u9", func(c *counted) {
			c.sees(".step[aria-current]", "Flat coat")
			c.n++
			c.carry("u9", "Mon 15", "Upper surfaces", 0.4)
			c.sees(".hand", "Mon 15")
			c.must(c.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
			c.sees(".passing", "Pinned flat coat")
		}},
		"the way out of a finding, and back": {2, "/builds/petrel", func(c *counted) {
			c.tap(".fix.first", "Seal first")
			c.sees(".step .name", "Seal")
			c.tap("[aria-label=Undo]", "")
			c.sees(".passing", "Undone")
		}},
		"a wash with a seal below it": {5, "/builds/petrel", func(c *counted) {
			c.sees(".fix.first", ".")
			c.tap(".within a", "Washes")
			c.tap(".washes .name button", "^ ?Lamp clay ?$")
			c.sees(".close h2", "Lamp clay")
			c.sees(".close .bands", ".")
			c.tap(".put button", "Seal first")
			c.sees(".passing", "Took Lamp clay")
		}},
		"a wash chosen, mixed and practised": {10, "/builds/petrel?step=u7", func(c *counted) {
			c.sees(".step[aria-current]", "Pin wash")
			c.tap(".within a", "Washes")
			c.tap(".washes .name button", "Oils, dust and umber, thinned with white spirit")
			c.tap("[role=tab]", "Mix")
			c.sees(".mix p", "Oil wash, like")
			c.tap("button", "^ ?Put this mix in the route ?$")
			c.sees(".passing", "Took Own mix")
			c.tap("button", "^ ?Practise wiping ?$")
			c.sees(".trainer .clock", "surface 100 %")
			c.tap("button", "Wait until it is dry")
			c.sees(".trainer .clock", "min dry")
			panel := c.page.MustElement(".panel canvas").MustShape().Box()
			c.n++
			c.stroke(proto.Point{X: panel.X + 2, Y: panel.Y + panel.Height/2}, proto.Point{X: panel.X + panel.Width - 2, Y: panel.Y + panel.Height/2})
			c.tap("button", "How is it")
			c.sees(".trainer", "of the panel has not been touched")
		}},
		"an effect planned stronger, and its guide printed": {4, "/builds/petrel/look?view=left", func(c *counted) {
			c.painted(".picture")
			c.tap("[role=toolbar] button", "Stains")
			c.tap(".stains .one", "Exhaust.*Tue 16")
			c.sees(".chosen dd", "0 to 110 mm")
			c.n++
			c.slid("How strong", input.ArrowRight, 2)
			c.eventually("it is kept", func() bool { s := c.step("u11"); return s.Stain != nil && s.Stain.Times > 1 })
			c.within(".chosen .acts a")
			c.n++ // the browser keeps the file
			if href := c.sees(".chosen .acts a", "Print this step").MustProperty("href").Str(); !strings.Contains(href, "as=pdf") {
				c.t.Errorf("the print is at %s", href)
			}
		}},
		"a build for a model of one's own": {5, "/builds", func(c *counted) {
			c.tap("a.v-btn", "New build")
			c.tap(".types button", "mid-wing twin")
			c.tap("[aria-label=Scheme] button", "white over grey")
			c.sees("aside .large img", "")
			c.tap("aside .v-btn", "Begin this build")
			c.sees(".bar .name", "Mid-wing twin")
			if n := len(c.page.MustElements(".tape .zone")); n != 4 {
				c.t.Errorf("%d zones, want 4", n)
			}
		}},
		"a bottle added to the shelf": {3, "/shelf", func(c *counted) {
			c.tap("button", "Add a product")
			c.n++ // into its name
			c.fill("Name of the product", "Tarn blue")
			c.tap("button", "^ ?Save ?$")
			c.sees("aside h2", "Tarn blue")
		}},
	} {
		t.Run(task, func(t *testing.T) {
			c := &counted{bench: open(t, desk, tc.at)}
			tc.do(c)
			if c.n > tc.most || c.n != told[task] {
				t.Errorf("%d presses, at most %d wanted, and docs/presses.md tells %d", c.n, tc.most, told[task])
			}
		})
	}
}
