package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"

	"inkysparrow/plan"
)

// A change that is being made while another tablet saves is not lost: it is told what was changed there, and can be put on top.
func TestConflictWhileEditing(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u9")
	b.sees(".step[aria-current]", "Flat coat")
	b.press(input.KeyE)
	b.sees(".editor", "What is done")
	b.click("[aria-label='One of the coats more']", "")
	b.sees(".coats output", "2 coats")
	b.sees(".effect", "ready|the date stays")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	changed, words, err := now.Plan.Edit(plan.Edit{Do: "remove-step", Of: "p3"})
	b.must(err)
	_, err = b.store.Save(t.Context(), "petrel", now.Revision, changed, words)
	b.must(err)
	b.push("Keep it Enter")
	b.sees(".effect .problem", "changed elsewhere meanwhile.*Removed pencil wear of Propeller and legs.*Save again")
	b.sees(".theirs caption", "Both versions, where they differ")
	b.sees(".theirs tbody tr", "Coats ?2 ?usual")
	b.sees(".coats output", "2 coats")
	b.sees(".effect .problem", "Save again") // the effect of it on the plan as it stands now has been asked for meanwhile
	b.still()
	b.push("Keep it Enter")
	b.sees(".passing", "Changed flat coat of Upper surfaces")
	after, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	if len(after.Plan.Zones[3].Steps) != 3 || after.Plan.Zones[0].Steps[8].Coats != 2 {
		t.Error("one of the two changes is lost")
	}
}

// A liquid that is a mixture is put together, kept, and judged: its plain carrier bites nothing, a third of lacquer thinner in it does.
func TestMixture(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Products")
	b.sees("[role=dialog] li", "Harbour gloss")
	b.page.MustEval(`() => [...document.querySelectorAll('[role=dialog] li')].find(l => l.textContent.includes('Harbour gloss')).querySelector('button').click()`)
	b.pick("Thinner", "a mixture")
	b.sees("[role=dialog] label", "Thinner: part 1")
	b.pick("Thinner: part 1", "^water$")
	b.push("Add a part")
	b.pick("Thinner: part 2", "isopropanol")
	b.sees(".v-text-field__suffix__text", "50 %")
	b.push("Save")
	b.sees(".passing", "Changed Harbour gloss")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	for _, p := range now.Plan.Products {
		if p.Name == "Harbour gloss" && (p.Thinner == nil || p.Thinner.Parts["water"] != 1 || p.Thinner.Parts["isopropanol"] != 1) {
			t.Errorf("the mixture is kept as %+v", p.Thinner)
		}
	}
}

// A film is asked where its hardness comes from, and the build why it is ready then.
func TestAskWhy(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.page.MustElement(".core [aria-label^='Why: Pale sky enamel']").MustFocus()
	b.press(input.Enter)
	b.sees(".core .answer", "Pale sky enamel. Laid .* its carrier is gone .* % hard because it takes up oxygen")
	b.tool("Why it is ready then")
	b.sees("[role=dialog] li", "The last to be ready is")
	b.sees("[role=dialog] li", "Its longest wait is")
	b.sees("[role=dialog] dd", "Mar")
}

// A step is dragged above another one.
func TestDragAStep(t *testing.T) {
	b := open(t, desk, "/builds/lynx?step=k5")
	b.sees(".step[aria-current] .number", "5")
	b.still()
	// The browser's own drag needs a real pointer, so its events are sent as it would send them.
	b.sees(".step", "Seal").MustEval(`() => this.dispatchEvent(new DragEvent('dragstart', { bubbles: true }))`)
	b.sees(".row", "Gloss coat").MustEval(`() => {
		for (const kind of ['dragover', 'drop']) this.dispatchEvent(new DragEvent(kind, { bubbles: true, cancelable: true }))
	}`)
	b.sees(".passing", "Moved seal of Cowling")
	b.sees(".step", "^ ?3 ?Seal")
	b.click("[aria-label=Undo]", "")
	b.sees(".step", "^ ?5 ?Seal")
}

// Evenings: a day off is put in and moves the work; an evening that ends before it starts is refused in words.
func TestEvenings(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Evenings")
	b.push("Add a day off, or other hours")
	b.fill("Day", "18 march")
	b.sees(".effect .finish", "ready Fri 19 Mar, 1 day later")
	b.push("Weekends only")
	b.sees(".effect .finish", "ready .* later")
	b.push("Weekday evenings")
	b.push("Save")
	b.sees(".bar .sub", "ready|to spare|late|on the last day")
	b.sees(".tape .day.shut", "Thu 18")
}

// The whole of a new build by keyboard alone.
func TestNewBuildByKeyboard(t *testing.T) {
	b := open(t, desk, "/builds")
	b.sees("h1", "Builds")
	for range 12 {
		b.press(input.Tab)
		if b.page.MustEval(`() => document.activeElement.textContent.trim()`).Str() == "New build" {
			break
		}
	}
	b.press(input.Enter)
	b.sees("h1", "New build")
	b.still()
	b.must(b.page.InsertText("Godwit"))
	b.sees("aside h2", "Godwit")
	for range 120 {
		b.press(input.Tab)
		if b.page.MustEval(`() => document.activeElement.textContent.trim()`).Str() == "Begin this build" {
			break
		}
	}
	b.press(input.Enter)
	b.sees(".bar .name", "Godwit")
	b.sees(".step .name", "Pin wash")
}

// On a telephone the page is one column, and nothing of it is lost.
func TestNarrow(t *testing.T) {
	b := open(t, view{width: 390, height: 844}, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites Pale sky enamel")
	b.click(".fix", "Seal first")
	b.sees(".step .name", "Seal")
	b.sees(".core .verdict", "Safe|It would take")
	b.click(".tape .zone", "Underside")
	b.sees(".route h2", "Underside")
}

// A plan that is made of odd names and long words is drawn without breaking out.
func TestOddNames(t *testing.T) {
	b := open(t, desk, "/builds")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	f := now.Plan
	f.Build.Name = "Очень длинное имя самолёта 翼の名前 <b>not bold</b> اسم الطائرة Rindfleischetikettierungsüberwachung"
	f.Zones[1].Name = "Unterseite-mit-einem-Namen-der-gar-nicht-aufhören-will"
	f.Products[3].Name = "Pale <script>alert(1)</script> sky & \"more\" sky than anyone could want on a model"
	_, err = b.store.Save(t.Context(), "petrel", now.Revision, f, "Odd names")
	b.must(err)
	b.page.MustNavigate(b.address + "/builds/petrel").MustWaitLoad()
	b.sees(".panel .title", "<script>alert")
	b.still()
	if wide := b.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); wide > 0 {
		t.Errorf("the page is %d px too wide", wide)
	}
	if b.page.MustEval(`() => document.querySelectorAll('.bar b, .panel script').length`).Int() != 0 {
		t.Error("a name has been taken for markup")
	}
}

// Units are changed with a click and kept; a room that is looked at in Fahrenheit and saved untouched stays the same room.
func TestUnits(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.click(".air", "19.0 °C")
	b.sees(".air", "66.2 °F")
	b.click(".left header button", "180 cm²")
	b.sees(".left header button", "27.9 in²")
	b.page.MustReload().MustWaitLoad()
	b.sees(".air", "66.2 °F")
	b.click("[aria-label='The plan']", "")
	b.sees("[role=dialog] label", "Room, °F")
	if got := b.field("Room, °F").MustProperty("value").Str(); got != "66.2" {
		t.Errorf("the room is shown at %q", got)
	}
	b.fill("Name", "Petrel in Fahrenheit")
	b.push("Save")
	b.sees(".bar .name", "Petrel in Fahrenheit")
	after, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	if c := after.Plan.Climate; c.TemperatureC != 19 || c.Night.TemperatureC != 15 {
		t.Errorf("the room was changed to %v and %v", c.TemperatureC, c.Night.TemperatureC)
	}
	b.page.MustNavigate(b.address + "/builds/nightjar?step=w3").MustWaitLoad()
	b.sees(".because", "The room is at 48.2 °F, and Harbour gloss wants 50 °F")
}

// The garage's damp week is taken out of the Nightjar's plan: the effect is told, and the model is in time again.
func TestTakeTheSpellAway(t *testing.T) {
	b := open(t, desk, "/builds/nightjar")
	b.sees(".bar .sub", "5 days late")
	b.click("[aria-label='The plan']", "")
	b.sees("[role=dialog] label", "Other air from")
	b.click("[aria-label^='Remove the spell']", "")
	b.sees(".effect .finish", "ready .*, . days sooner")
	b.push("Save")
	b.sees(".bar .sub", "to spare|on the last day|late")
	b.gone(".bar .sub", "5 days late")
}
