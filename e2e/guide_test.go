package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
)

// How a step is done: what goes into the cup in ml and drops, the airbrush's dials, the squint, the gloss.
func TestHowItIsDone(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=t3")
	b.click(".two button", "How it is done")
	b.sees(".guide h3", "With half-closed eyes")
	b.sees(".guide figcaption", "Reads clear, as wanted")
	b.click(".guide dd .link", "")
	b.sees(".guide dd .link", "drops?")
	b.sees(".dial", "Pressure ?12 psi")
	b.click(".dial .link", "")
	b.sees(".dial", "Pressure ?0.8 bar")
	b.page.MustElement(".dial [aria-valuetext='4 cm']").MustFocus()
	for range 12 {
		b.press(input.ArrowRight)
	}
	b.sees(".dial", "Distance ?10 cm")
	b.sees(".guide p", "Flows out|Too dry|Too wet|Too coarse")
	b.click(".step .name", "Gloss coat")
	b.sees(".guide .shine", "Enough for decals to bed")
	b.page.MustReload().MustWaitLoad()
	b.sees(".guide h3", "Gloss") // what is shown is kept
}

// Every step tells how it is done at the bench; chips their tools and what touches them later, a mask its times, a metal its looks.
func TestAtTheBench(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=n4")
	b.click(".two button", "How it is done")
	b.sees(".guide dt", "Toothpick")
	b.sees(".guide .ways li", "once it lifts, it goes fast")
	b.sees(".guide li", "Pin wash, Mon 15 Mar ?white spirit takes")
	b.sees("main", "chipping with water and a stiff brush ?stands (60 s|1 min)")
	b.push("Change")
	b.sees(".editor", "What is done")
	b.fill("Share of the zone, %", "0.5")
	b.sees(".effect .finish", "ready|the date stays")
	b.push("Keep it Enter")
	b.gone(".editor", "What is done")
	b.push("Change")
	b.sees(".editor", "What is done")
	if got := b.field("Share of the zone, %").MustProperty("value").Str(); got != "0.5" {
		t.Errorf("the share of the chips is kept as %q", got)
	}
	b.press(input.Escape)
	for _, step := range []struct{ path, selector, words string }{
		{"petrel?step=u8", ".guide .ways li", "never sideways"},
		{"petrel?step=c1", ".guide li", "May stick to|Comes off"},
		{"lynx?step=a3", ".guide li", "Like chrome ?over what is there, 92 GU"},
		{"lynx?step=a2", ".guide .ways li", "One grade after the other"},
	} {
		b.page.MustNavigate(b.address + "/builds/" + step.path).MustWaitLoad()
		b.sees(step.selector, step.words)
	}
}

// A bare-metal model with chipped panels and a decal over a line is planned without typing a number.
func TestMetalModel(t *testing.T) {
	b := open(t, desk, "/new")
	b.fill("Name", "Silver Heron")
	b.page.MustEval(`() => document.querySelectorAll('.zone')[0].querySelector('input[type=checkbox]').click()`)
	b.pick("It shines", "like chrome")
	b.sees("aside li", "Polished in two grades")
	b.page.MustEval(`() => document.querySelectorAll('.zone')[1].scrollIntoView()`)
	b.page.MustEval(`() => {
		const labels = [...document.querySelectorAll('.zone')[1].querySelectorAll('label')]
		const wanted = labels.find(l => l.textContent.trim() === 'Wanted on it' && document.getElementById(l.htmlFor))
		document.getElementById(wanted.htmlFor).closest('.v-field').dispatchEvent(new MouseEvent('mousedown', { bubbles: true }))
	}`)
	b.still()
	b.click(".v-overlay--active .v-list-item", "^ ?chips")
	b.click(".v-overlay--active .v-list-item", "gloss and decals") // taken off again: its water would lift them
	b.still()
	b.press(input.Escape)
	b.sees("aside li", "One thin coat of colour over the medium")
	b.sees("aside .fine", "Nothing to worry about")
	b.push("Begin this build")
	b.sees(".bar .name", "Silver Heron")
	b.click(".step .name", "Decals")
	b.push("Change")
	b.sees(".editor", "What is done")
	b.push("Add a decal")
	b.pick("Over", "panel lines")
	b.sees(".effect .finish", "ready|the date stays")
	b.push("Keep it Enter")
	b.gone(".editor", "What is done")
	b.click(".step .name", "Pin wash")
	b.sees(".panel", "Slit along the line before the seal: Decal 1|finding")
}

// Parts, the wear of its service and a join are put into a plan by hand.
func TestPartsAndWear(t *testing.T) {
	b := open(t, desk, "/builds/nightjar")
	b.sees(".bar .name", "Calder Nightjar")
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Zones")
	b.fill("A new part, such as the left wing", "Undercarriage")
	b.push("Add the part")
	b.sees("[role=dialog] li", "Undercarriage ?no zone yet")
	b.page.MustEval(`() => [...document.querySelectorAll('[role=dialog] li')].find(l => l.textContent.includes('Wheels and doors')).querySelector('button').click()`)
	b.pick("Belongs to", "Undercarriage")
	b.push("Save")
	b.sees("[role=dialog] li", "Undercarriage ?Wheels and doors")
	b.click("[role=tab]", "Wear")
	b.pick("Based on", "grass")
	b.pick("Parked", "parked out")
	b.fill("Months in service", "9")
	b.push("Save")
	b.gone("[role=dialog]", "The plan of")
	b.press(input.KeyA)
	b.click(".next .offer", "Join parts")
	b.sees(".editor .v-chip, .editor .v-select", "Undercarriage")
	b.sees(".effect .finish", "ready|the date stays")
	b.push("Add it Enter")
	b.sees(".passing", "Added join parts")
	b.click(".step .name", "Join parts")
	b.click(".two button", "How it is done")
	b.sees(".guide li", "Wheels and doors ?touch-dry")
	now, err := b.store.Build(t.Context(), "nightjar")
	b.must(err)
	if s := now.Plan.Service; s == nil || s.Place != "grass" || s.Shelter != "out" || s.Months == nil || *s.Months != 9 {
		t.Errorf("the service is kept as %+v", now.Plan.Service)
	}
}

// A setting of the airbrush that is kept is judged with the step, and put back with a click; a new build takes its paint from the shelf.
func TestKeepASetting(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u6")
	b.click(".two button", "How it is done")
	b.sees(".guide .shine", "Leave each coat alone for")
	b.page.MustElement(".dial [aria-valuetext^='0.40 mm']").MustFocus()
	for range 8 {
		b.press(input.ArrowRight)
	}
	b.page.MustElement(".dial [aria-valuetext$=' cm']").MustFocus()
	for range 14 {
		b.press(input.ArrowLeft)
	}
	b.sees(".guide p", "Too wet: one pass lays")
	b.push("Keep this setting")
	b.sees(".passing", "Changed seal of Upper surfaces")
	b.click(".two button", "Finding")
	b.sees(".panel .title", "An airbrush that is set too dry, too coarse or too wet")
	b.click(".fix", "Set the airbrush to the middle of what is usual")
	b.gone(".panel .title", "An airbrush that is set too dry")
	b.page.MustNavigate(b.address + "/new").MustWaitLoad()
	b.fill("Name", "Auk")
	b.pick("A paint of your shelf", "Sea grey")
	b.page.MustEval(`() => [...document.querySelectorAll('.zone')[0].querySelectorAll('label')].find(l => l.textContent === 'finished apart').click()`)
	b.sees("aside li", "finished apart and joined at the end of underside")
	b.sees("aside .fine", "Nothing to worry about")
	b.push("Begin this build")
	b.sees(".bar .name", "Auk")
	made, err := b.store.Build(t.Context(), "auk")
	b.must(err)
	from := map[string]bool{}
	for _, p := range made.Plan.Products {
		from[p.Shelf] = true
	}
	if !from["sea-grey"] || !from["harbour-gloss"] || len(made.Plan.Parts) != 1 {
		t.Errorf("of the shelf it has %v, parts %v", from, made.Plan.Parts)
	}
}
