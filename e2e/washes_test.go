package e2e

import (
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// choose takes an entry of a select by its words.
func (b *bench) choose(label, entry string) {
	b.t.Helper()
	ok := b.page.MustEval(`(label, entry) => {
		const field = [...document.querySelectorAll('label')].find(l => l.textContent.trim().startsWith(label))?.querySelector('select')
			?? document.querySelector('select[aria-label="' + label + '"]')
		const option = [...(field?.options ?? [])].find(o => o.textContent.includes(entry))
		if (!option) return false
		field.value = option.value
		field.dispatchEvent(new Event('input', { bubbles: true }))
		field.dispatchEvent(new Event('change', { bubbles: true }))
		return true
	}`, label, entry).Bool()
	if !ok {
		b.t.Fatalf("no select %q has %q", label, entry)
	}
}

// typed writes a plain field by its accessible name.
func (b *bench) typed(label, words string) {
	b.t.Helper()
	b.sees("input", "")
	e := b.page.MustElement(`input[aria-label="` + label + `"]`)
	b.must(e.SelectAllText())
	b.must(e.Input(words))
}

// From the route to a wash in it: the list is asked by wishes, a wash is looked at closely and taken, and taken back.
func TestWashesChoose(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".step[aria-current]", ".")
	b.press('g', 'w')
	b.sees(".for-all", "under any cloth") // of the zone that was looked at
	b.choose("Zone", "Upper surfaces")
	b.sees(".washes tr.here .name", "Pale lamp clay")
	b.sees(".close h2", "Pale lamp clay")
	b.sees(".close .bands", "hardly a risk")
	b.click(".fold summary", "Wishes")
	b.click(".rest button", "strong")
	b.sees(".washes tbody tr:first-child .bands", "^ ?strong ?$")
	b.click(".rest button", "no smell")
	b.sees(".washes tbody tr:first-child .bands", "^ ?strong · ")
	b.click("[aria-label='no smell counts more']", "")
	b.sees(".washes tbody tr:first-child .bands", "^ ?no smell · ")
	b.click(".washes .name button", "^ ?Soot brown wash ?$")
	b.sees(".close h2", "Soot brown wash")
	b.sees(".close .verdict", "^ ?Harms nothing. The date stays")
	b.sees(".close .body", "No smell decides")
	b.choose("set against", "Slate grey wash")
	b.sees(".close .body", "decides: .*Slate grey wash|Slate grey wash.* decides")
	b.sees(".close .body", "Strongest on")
	b.click(".washes .name button", "^ ?Lamp clay ?$")
	b.sees(".close .put button", "Take it for step 7")
	b.push("Take it for step 7")
	b.sees(".passing", "Took Lamp clay for pin wash")
	if s := b.step("u7"); s.Do != "pin-wash" || s.Product == "soot-wash" {
		t.Errorf("step 7 is %+v", s)
	}
	b.sees(".close h2", "Lamp clay")
	b.click("[aria-label=Undo]", "")
	b.sees(".passing", "Undone")
	if s := b.step("u7"); s.Product != "soot-wash" {
		t.Errorf("undone, step 7 is %+v", s)
	}
	b.choose("Zone", "Underside")
	b.sees(".for-all", "hard and wants some 4[45] % under any cloth")
	b.sees(".washes .verdict.bite", "White spirit takes .* of Pale sky enamel")
	b.click(".turns label", "another")
	b.fillMoment("sat 20 11:00")
	b.gone(".for-all", "under any cloth")
	b.click(".washes tbody tr:first-child .name button", ".")
	b.sees(".washes tbody tr:first-child.here", ".")
	b.press(']')
	b.sees(".washes tbody tr:nth-child(2).here", ".")
}

// fillMoment says at which moment the washes are looked at.
func (b *bench) fillMoment(words string) {
	b.t.Helper()
	b.fill("Moment", words)
	b.press(input.Enter)
}

// The cup: amounts, what is wrong with it, the recipe, onto the shelf and into the route.
func TestWashesMix(t *testing.T) {
	b := open(t, desk, "/builds/petrel/washes?key=mix:oil-dust:white-spirit")
	b.sees(".close h2", "Oils, dust and umber")
	b.click("[role=tab]", "Mix")
	b.sees(".mix p", "Oil wash, like")
	b.typed("How much of white spirit", "1")
	b.sees(".mix p", "it is too thick to be pulled on")
	b.push("too thick, does not run")
	b.sees(".mix .said", "drops? of white spirit, so that it runs")
	b.sees(".mix .pour", ".")
	b.typed("How much of white spirit", "0")
	b.sees(".mix [role=alert]", "Say how much")
	b.typed("How much of white spirit", "-4")
	b.sees(".mix [role=alert]", "ore than nothing")
	b.push("Find the drops")
	b.sees(".mix .said", "lines read")
	b.sees(".mix .films", "Harbour gloss")
	b.fill("Name", "Own dust")
	b.push("Keep on the shelf")
	b.sees(".mix .said", "Own dust is on the shelf")
	kept, err := b.store.ShelfProduct(t.Context(), "own-dust")
	b.must(err)
	if len(kept.Parents) != 2 || kept.Family != "oil-wash" || kept.StockML == nil || kept.Mixed == "" {
		t.Errorf("kept as %+v", kept)
	}
	b.push("Put this mix in the route")
	b.sees(".passing", "Took Own mix for pin wash")
	if s := b.step("u7"); s.Product != "own-mix" {
		t.Errorf("step 7 is %+v", s)
	}
}

// How it runs and how it is wiped; a line that was sanded away is told to be drawn.
func TestWashesRunAndWipe(t *testing.T) {
	b := open(t, desk, "/builds/petrel/washes?key=bottle:soot-wash")
	b.click("[role=tab]", "Run")
	b.sees(".run p", "to each side of a touch")
	b.choose("Kind", "sanded away")
	b.push("Keep in the plan")
	b.sees(".run p", "These lines are sanded away")
	build, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	if l := build.Plan.Zones[0].Lines; l == nil || l.Kind != "sanded" || len(build.Plan.Zones[0].Steps) != 13 {
		t.Errorf("the zone's lines are %+v, with %d steps", l, len(build.Plan.Zones[0].Steps))
	}
	b.click("[role=tab]", "Wipe")
	b.sees(".wipe .when", "From Fri 12")
	b.sees(".wipe", "Corners and raised edges")
	b.sees(".wipe table", "cloth damp with white spirit")
}

// The practice bench runs in the page: by the pointer, by the keys, with a verdict and a replay.
func TestWipeTrainer(t *testing.T) {
	b := open(t, desk, "/builds/petrel/washes")
	b.push("Practise wiping")
	b.sees(".trainer .task", "Let the clay wash dry")
	b.sees(".trainer .clock", "surface 100 %")
	b.push("How is it")
	b.sees(".verdict", "Nothing has been wiped yet")
	b.push("Begin again")
	b.push("Wait until it is dry")
	b.sees(".trainer .clock", "min dry")
	shape := b.page.MustElement(".panel canvas").MustShape().Box()
	for pass := range 4 {
		b.click(".trainer .tools button", "^ ?dry")
		for row := range 8 {
			y := shape.Y + shape.Height*(float64(row)+0.25*float64(pass))/8
			b.stroke(proto.Point{X: shape.X + 2, Y: y}, proto.Point{X: shape.X + shape.Width - 2, Y: y})
			if row%3 == 2 {
				b.click(".trainer .tools button", "^ ?dry")
			}
		}
	}
	b.push("How is it")
	b.sees(".verdict", "The lines kept 9\\d %")
	b.sees(".verdict", "left on the surface")
	b.push("Replay my strokes")
	b.sees(".trainer .tools button:not([disabled])", "Replay my strokes")
	b.click(".trainer .choose label", "Enamel in its window")
	b.sees(".trainer .task", "Wait until the white spirit has gone")
	b.push("Wait 5 min")
	b.must(b.page.MustElement(".panel canvas").Focus())
	b.press(input.Space)
	for range 30 {
		b.press(input.ArrowRight)
	}
	b.press(input.Space)
	b.gone(".trainer .clock", "lines 100 %")
	b.push("How is it")
	b.sees(".verdict", "minutes early")
}

// stroke draws the pointer from one place to another.
func (b *bench) stroke(from, to proto.Point) {
	b.t.Helper()
	mouse := b.page.Mouse
	b.must(mouse.MoveTo(from))
	b.must(mouse.Down(proto.InputMouseButtonLeft, 1))
	b.must(mouse.MoveLinear(to, 6))
	b.must(mouse.Up(proto.InputMouseButtonLeft, 1))
}

// Each face of the place is looked at by day and night, on a tablet and a telephone.
func TestWashesEverywhere(t *testing.T) {
	for name, v := range map[string]view{"desk": desk, "night": {1280, 800, true}, "tablet": {820, 1180, false}, "telephone": {390, 844, false}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/builds/petrel/washes?zone=under&wish=no-smell")
			axe := axeCore(t).at(v)
			b.sees(".for-all", "under any cloth")
			b.inspect(axe)
			if name == "telephone" { // the list comes first, and a tap brings the card
				b.gone(".close", ".")
				b.click(".washes tbody tr:first-child .name button", ".")
			}
			b.sees(".close .bands", ".")
			b.inspect(axe)
			for tab, words := range map[string]string{"Mix": "stays behind", "Run": "On this zone", "Wipe": "What is left"} {
				b.click("[role=tab]", tab)
				b.sees(".close .body", words)
				b.inspect(axe)
			}
			b.push("Practise wiping")
			b.sees(".trainer .clock", "surface 100 %")
			b.within(".trainer .task") // nobody has to look for it
			b.inspect(axe)
			if text := b.text("body"); strings.Contains(text, "undefined") || strings.Contains(text, "NaN") {
				t.Error("the page says what no reader would")
			}
		})
	}
}
