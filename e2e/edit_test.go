package e2e

import (
	"io"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// field returns the input of a labelled field.
func (b *bench) field(label string) *rod.Element {
	b.t.Helper()
	e, err := b.page.ElementByJS(rod.Eval(`name => {
		for (const l of document.querySelectorAll('label')) {
			if (l.textContent.trim() !== name) continue
			const id = l.getAttribute('for')
			const field = (id && document.getElementById(id)) || l.querySelector('input')
			if (field && field.offsetParent !== null) return field
		}
		return null
	}`, label))
	if err != nil {
		b.t.Fatalf("no field is labelled %q: %v", label, err)
	}
	return e
}

func (b *bench) fill(label, words string) {
	b.t.Helper()
	b.must(b.field(label).SelectAllText())
	b.must(b.field(label).Input(words))
}

// pick opens a select and takes one of its entries.
func (b *bench) pick(label, entry string) {
	b.t.Helper()
	b.field(label).MustEval(`() => this.closest('.v-field').dispatchEvent(new MouseEvent('mousedown', { bubbles: true }))`)
	b.sees(".v-overlay--active .v-list-item", ".")
	b.still() // it goes to what is chosen as it opens
	// A long list draws only what is in view: it is scrolled until the entry comes up.
	b.page.MustEval(`async words => {
		const list = [...document.querySelectorAll('.v-overlay--active .v-list')].at(-1)
		const entry = () => [...list.querySelectorAll('.v-list-item')].find(e => new RegExp(words).test(e.textContent.replace(/\s+/g, ' ')))
		for (list.scrollTop = 0; !entry() && list.scrollTop + list.clientHeight < list.scrollHeight; list.scrollTop += 160)
			await new Promise(done => setTimeout(done, 60))
		for (let i = 0; !entry() && i < 50; i++) await new Promise(done => setTimeout(done, 60)) // the end of the list comes up
		entry()?.scrollIntoView({ block: 'center' })
	}`, entry)
	b.still()
	b.click(".v-overlay--active .v-list-item", entry)
	b.still()
}

// push clicks the button that says words.
func (b *bench) push(words string) {
	b.t.Helper()
	b.click("button, .v-btn", "^ ?"+words+" ?$")
}

// A step is changed: the effect is shown before it is saved, and undone again.
func TestChangeAStep(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u9")
	b.sees(".step[aria-current]", "Flat coat")
	b.press(input.KeyE)
	b.sees(".editor", "What is done")
	b.sees(".effect", "the date stays")
	b.fill("Pinned to", "sat 20 11:00")
	b.sees(".said", "Sat 20 Mar, 11:00")
	b.sees(".effect .finish", "ready Wed 24 Mar, 7 days later|ready .* later")
	b.sees(".bar .sub", "would be ready")
	b.sees(".tape .ghost rect", "")
	b.push("Keep it Enter")
	b.sees(".passing", "Changed flat coat of Upper surfaces")
	b.gone(".bar .sub", "would be")
	b.sees(".step[aria-current] .when", "Sat 20 · 11:00")
	b.sees(".step[aria-current]", "pinned")
	b.must(b.page.KeyActions().Press(input.ControlLeft).Type(input.KeyZ).Do())
	b.sees(".step[aria-current] .when", "Sat 13 · 10:00")
}

// A wash is added where it belongs, refused while it lacks its product, and removed again with a key.
func TestAddAndRemoveAStep(t *testing.T) {
	b := open(t, desk, "/builds/lynx?step=k3")
	b.sees(".step[aria-current]", "Gloss coat")
	b.push("What next\\?")
	b.sees(".next h2", "What next on Cowling")
	b.click(".next .offer", "Final coat")
	b.sees(".editor", "What is done")
	b.click(".bottle", "Mistlane flat")
	b.sees(".effect .finish", "ready|the date stays")
	b.push("Add it Enter")
	b.sees(".passing", "Added final coat to Cowling")
	b.sees(".step[aria-current]", "Final coat")
	b.press(input.Delete)
	b.sees(".passing", "Removed final coat of Cowling")
	b.gone(".step .name", "Final coat")
}

// Moving by keys: a step that would land wrong is judged at once.
func TestMoveAStep(t *testing.T) {
	b := open(t, desk, "/builds/lynx?step=k3")
	b.sees(".step[aria-current] .number", "3")
	b.must(b.page.KeyActions().Press(input.ShiftLeft).Type(input.ArrowDown).Do())
	b.sees(".step[aria-current] .number", "4")
	b.sees(".tape .zone", "Cowling")
	b.click(".others summary", "Move, copy, remove")
	b.push("Up")
	b.sees(".step[aria-current] .number", "3")
	b.push("Copy")
	b.click(".copy button", "Airframe")
	b.sees(".effect .finish", "ready|the date stays")
	b.push("Copy Enter")
	b.sees(".passing", "Copied gloss coat to Airframe")
}

// The room, a product, a zone and a school are changed, and the history brings the first plan back.
func TestChangeThePlan(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.click("[aria-label='The plan']", "")
	b.sees("[role=dialog] h2", "The plan of Marlow Petrel")
	b.fill("Room, °C", "300")
	b.sees(".effect .problem", "The room: the temperature is too large: at most 60")
	b.fill("Room, °C", "26")
	b.sees(".effect .finish", "ready|finish")
	b.click("[role=tab]", "Zones")
	b.push("Add a zone")
	b.fill("Name of the zone", "Drop tank 翼")
	b.push("Save")
	b.sees(".passing", "Added Drop tank 翼")
	b.sees("[role=dialog] li", "Drop tank")
	b.click("[role=tab]", "Products")
	b.click("[aria-label='Remove Soot brown wash']", "")
	b.sees(".effect .problem", "is used by step")
	b.click("[role=tab]", "Schools")
	b.pick("What is under oils", "gloss, which forgives")
	b.push("Save")
	b.sees(".passing", "Changed the settings")
	b.sees(".tape .zone", "Drop tank 翼")
	b.tool("History")
	b.sees(".revisions li", "Changed the settings")
	b.click(".revisions button", "Begun")
	b.sees(".seen", "3 findings above a note")
	b.push("Bring this one back")
	b.sees(".passing", "Restored")
	b.gone(".tape .zone", "Drop tank")
}

// A new build from a few answers to a route with a finish, nothing against it.
func TestNewBuildFromAnswers(t *testing.T) {
	b := open(t, desk, "/builds")
	b.click("a.v-btn", "New build")
	b.sees("aside h2", "New model")
	b.fill("Name", "Curlew Mk 1")
	b.sees("aside", "2 zones, .* steps")
	b.sees("aside", "Nothing to worry about")
	b.sees("aside li", "sealed, so that the wash can't creep")
	b.sees("aside .left-out", "Not asked for: masks|Not asked for: pre-shading")
	b.click(".fold summary", "Your bench")
	b.page.MustElement("[aria-label='Monday: hours']").MustSelectAllText().MustInput("22 to 18").MustBlur()
	b.sees(".week .wrong", "are no hours. Write 19:30 to 22:30")
	b.page.MustElement("[aria-label='Monday: hours']").MustSelectAllText().MustInput("19:30-22:30, 8 to 9").MustBlur()
	b.gone(".week .wrong", "no hours")
	b.click(".moment-field button", "long ago")
	b.fill("Area, cm²", "-5")
	b.sees("aside .refused", `Upper surfaces: the area has to be above 0 cm²`)
	b.fill("Area, cm²", "312")
	b.fill("Scale, 1 to", "0") // the browser holds it back
	b.sees("aside", "Nothing to worry about")
	b.push("Begin this build")
	b.sees("h1", "New build")
	b.fill("Scale, 1 to", "48")
	b.still()
	b.sees("aside", "Nothing to worry about")
	b.push("Begin this build")
	b.sees(".bar .name", "Curlew Mk 1")
	b.sees(".step .name", "Pin wash")
	b.sees(".left .link, main .link", "312 cm²")
	if n := len(b.page.MustElements(".tape .zone")); n != 2 {
		t.Errorf("%d zones on the tape, want 2", n)
	}
}

// Each answer to a question on which modellers disagree says what it takes here; questions that change nothing stand apart.
func TestSchoolsTellWhatTheyTake(t *testing.T) {
	b := open(t, desk, "/new")
	b.fill("Name", "Curlew")
	b.sees("aside", "Nothing to worry about")
	b.click("summary", "How you work")
	b.sees(".across", "change nothing in this draft")
	b.still()
	b.pick("Wash before or after the decals", "before them, touched in later.*no seal needed; .* less work")
	b.sees("aside li", "need no seal")
	b.pick("Wash before or after the decals", "after them, sealed.* more work")
	b.sees("aside li", "sealed, so that the wash can't creep")
	b.pick("Shading", "panel by panel")
	b.pick("Exhaust stains", "an oil streak.*changes nothing here")
	b.sees("aside", "Nothing to worry about")
}

// A plan file is shown before it is kept; a bad one is refused with its place, and nothing is kept.
func TestImport(t *testing.T) {
	b := open(t, desk, "/new")
	b.push("From a plan file")
	text, err := os.ReadFile("../examples/stop.json")
	b.must(err)
	bad := filepath.Join(t.TempDir(), "bad.json")
	b.must(os.WriteFile(bad, []byte(strings.Replace(string(text), `"enamel"`, `"gouache"`, 1)), 0o600))
	b.page.MustElement("input[type=file]").MustSetFiles(bad)
	b.sees("aside .refused", `products\[0\]\.family: "gouache" is none of`)
	b.page.MustElement("input[type=file]").MustSetFiles("../examples/stop.json")
	b.sees("aside h2", "Petrel underside, washed too soon")
	b.sees("aside", "3 stops, 0 warnings")
	b.push("Begin this build")
	b.sees(".bar .name", "Petrel underside, washed too soon")
	b.sees(".overdue", "3 overdue: +Pin wash, Underside, +first, +Wed 3")
}

// Same again, put away, take out.
func TestBuildsCopyAndPutAway(t *testing.T) {
	b := open(t, desk, "/builds")
	b.click("li button", "Same again")
	b.sees(".bar .name", "Copy of Marlow Petrel FB.2")
	b.sees("header .soft", "steps, 0 done")
	b.press(input.KeyG, input.KeyU)
	b.sees("li", "Copy of Marlow Petrel")
	b.click("li button", "Set aside")
	b.sees(".passing", "is set aside")
	b.gone("li .name", "Marlow Petrel FB.2 1/48 ")
	b.click("header .v-btn, header button", "Show those set aside")
	b.click("li button", "Back to the list")
	b.sees(".passing", "is back")
}

// The workings: searched, filtered, and reached from a finding.
func TestWorkings(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.click(".panel summary", "Why")
	b.click(".why a", "Workings: bite")
	b.sees("h1", "Workings")
	b.sees("article.target h3", "A liquid bites a film below")
	b.within("article.target h3")
	if open := b.page.MustEval(`() => document.querySelectorAll('details.group[open]').length`).Int(); open != 1 {
		t.Errorf("%d tables are unfolded for one entry", open)
	}
	b.page.MustElement("#workings-search").MustInput("long-oil alkyd")
	b.sees(".ask", "4 entries|5 entries|3 entries")
	b.page.MustElement("#workings-search").MustSelectAllText().MustInput("xyzzy")
	b.sees("main", "Nothing here says that")
	if n := b.page.MustEval(`() => document.querySelectorAll('math').length`).Int(); n != 0 {
		t.Errorf("%d formulas although nothing is found", n)
	}
	b.page.MustElement("#workings-search").MustSelectAllText().MustInput("leaves its film")
	b.sees("article math", "N")
}

// Why this date, how sure it is, and what if: a dry wipe's worth of liquid on a week-old enamel is safe, and the border is drawn.
func TestWhyAndWhatIf(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.click(".panel summary", "Why this date")
	b.sees(".why li", "White spirit stands for 52 min")
	b.sees(".why dd", "Sat 13 Mar|Mon 15 Mar")
	b.sees(".why .weighed", "of 100 likely products")
	b.sees(".why .verdict", "It bites")
	b.field("Age of the film3 days").MustEval(`() => { this.value = 9; this.dispatchEvent(new Event('input', { bubbles: true })) }`)
	b.sees(".why .verdict", "Safe")
	if b.page.MustElement(".why .border").MustAttribute("d") == nil {
		t.Error("no border is drawn")
	}
}

// Search by keyboard: a step, and a rule.
func TestSearch(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.press('/')
	const ask = "A step, a product, a rule, or what you see: silvering, too dark"
	b.sees("[role=dialog] label", "or what you see")
	b.fill(ask, "oil dots upper")
	b.sees("[role=dialog] li", "Oil dots, Upper surfaces")
	b.press(input.Enter)
	b.sees(".step[aria-current]", "Oil dots")
	b.sees(".route h2", "Upper surfaces")
	b.press('/')
	// What went wrong is found by what one sees, with what may be done about it.
	for words, want := range map[string]string{
		"silvering": "A decal shines silver.*Let the next flat hide it", "too dark": "The lines are too stark.*A bud with a trace of thinner", "went wrong fingerprint": "A fingerprint is in the finish", "frosted": "The clear went white",
	} {
		b.fill(ask, words)
		b.sees("[role=dialog] li:first-child", want)
	}
	b.sees("[role=dialog]", "Sand wet or with a dust mask")
	b.inspect(axeCore(t))
	b.fill(ask, "too strong")
	b.sees("[role=dialog] li", "The oils are too strong")
	b.fill(ask, "rule silvering")
	b.click("[role=dialog] li button", "A decal on a surface")
	b.sees("article.target h3", "A decal on a surface that is not glossy")
}

// A zone a page, a box a step; nothing of the screen's bar on paper.
func TestPrint(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.tool("On paper")
	b.sees(".page h1", "Underside")
	if pages, boxes := len(b.page.MustElements(".page")), len(b.page.MustElements(".box")); pages != 6 || boxes != 47 {
		t.Errorf("%d pages and %d boxes, want 6 and 47", pages, boxes)
	}
	pdf, err := b.page.PDF(&proto.PagePrintToPDF{PreferCSSPageSize: true})
	b.must(err)
	text, err := io.ReadAll(pdf)
	b.must(err)
	if n := strings.Count(string(text), "/Type /Page\n"); n < 6 || n > 7 { // the last may be an empty one
		t.Errorf("%d pages on paper, want one a zone", n)
	}
	b.sees("td.real", "Mon 8 Mar,? 20:20")
	if n := len(b.page.MustElements(".page:nth-of-type(2) .caution")); n < 2 || n > 6 {
		t.Errorf("%d cautions on the sheet of the underside, want each once", n)
	}
	b.sees(".caution", "Ventilate, keep flames away.*\\(steps 4, 5")
}
