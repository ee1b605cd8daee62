package e2e

import (
	"regexp"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// At the desk, on a tablet, on a telephone and at twice the size every function is in reach, and nothing of it is hidden by what lies over it.
func TestEverywhere(t *testing.T) {
	for name, v := range map[string]view{"desk": desk, "tablet": {820, 1180, false}, "telephone": {390, 844, false}, "twice as large": {640, 400, false}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/builds/petrel?step=u6")
			b.sees(".step[aria-current]", "Seal")
			b.sees(".core .verdict", ".")
			sheets := map[string]string{"The plan": "The plan of Marlow Petrel", "History": "History of", "Search": "", "Keys": "done now"}
			for what, words := range sheets {
				b.tool(what)
				b.sees("[role=dialog]", words)
				b.press(input.Escape)
				b.gone("[role=dialog]", "")
			}
			for menu, all := range map[string][]string{".bar .more": {"On paper", "Save the plan file", "Night"}, ".bar .build": {"Shelf", "Workings"}} {
				b.click(menu, "")
				for _, what := range all {
					b.sees(".v-list-item", what)
				}
				b.press(input.Escape)
				b.gone(".v-list-item", all[0])
			}
			b.push("Not tonight")
			b.sees(".passing", "Put seal")
			b.click("[aria-label=Undo]", "")
			b.sees(".passing", "Undone")
			b.push("earlier…")
			b.sees(".earlier button", "10 minutes ago")
			b.push("Change")
			b.sees(".editor .bottle", ".")
			b.push("Leave it Esc")
			b.click(".others summary", "Move, copy, remove")
			b.push("Copy")
			b.sees(".copy button", "Underside")
			b.push("Leave it Esc")
			b.push("What next\\?")
			b.sees(".next .offer", ".")
			b.push("Leave it Esc")
			b.click(".tape .zone", "Underside")
			b.sees(".panel .title", "White spirit bites")
			b.click(".two button", "How it is done")
			b.sees(".guide h3", ".")
			b.click(".two button", "Finding")
			b.click(".fix", "Seal first")
			b.sees(".passing", "Seal first")
			b.click(".tape .day", ".")
			b.sees(".passing", "is off")
			if v.width <= 640 {
				b.click(".moment-bar [aria-label='Next event']", "")
				b.click(".moment-bar .act", "Now")
				seen := b.page.MustEval(`() => {
					scrollTo(0, 0)
					const bar = document.querySelector('.moment-bar').getBoundingClientRect()
					return bar.bottom <= innerHeight + 1 && bar.top > 0
				}`).Bool()
				if !seen {
					t.Error("the moment is out of sight while the films are looked at")
				}
			} else {
				b.click(".bar .now", "Now")
			}
			if wide := b.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); wide > 0 {
				t.Errorf("the page is %d px too wide", wide)
			}
		})
	}
}

// tool opens a sheet by its button in the bar or, where the bar has no room for it, by the menu.
func (b *bench) tool(what string) {
	b.t.Helper()
	if b.page.MustEval(`what => innerWidth > 1000 && !!document.querySelector("[aria-label='" + what + "']")`, what).Bool() {
		b.click("[aria-label='"+what+"']", "")
		return
	}
	b.click(".bar .more", "")
	b.click(".v-list-item", "^ ?"+what)
}

// small lists what a finger could not press surely: what is seen and has no reach of 44 px in height, by itself, its label or what widens it. Words within a text are let off, as WCAG 2.2 (2.5.8) does.
const small = `() => {
	const seen = e => e.getClientRects().length && getComputedStyle(e).visibility !== 'hidden' && !e.closest('.visually-hidden, [aria-hidden=true]') && !e.disabled
	const inText = e => getComputedStyle(e).display.startsWith('inline') && !/inline-(flex|grid|block)/.test(getComputedStyle(e).display) && e.parentElement.textContent.trim().length > e.textContent.trim().length + 3
	const reach = e => {
		const of = e.closest('label') ?? (e.labels?.[0]?.contains(e) ? e.labels[0] : e)
		const r = of.getBoundingClientRect(), before = getComputedStyle(of, '::before'), field = e.closest('.v-input, .v-field, .v-selection-control')?.getBoundingClientRect()
		return Math.max(r.height, field?.height ?? 0, before.content !== 'none' && before.position === 'absolute' ? parseFloat(before.height) || 0 : 0)
	}
	const all = [...document.querySelectorAll('a[href], button, select, input:not([type=hidden]), summary, [role=button], [role=radio], [role=tab], [data-press]')]
	return [...new Set(all.filter(e => seen(e) && !inText(e) && reach(e) < 43.5).map(e => (e.ariaLabel || e.textContent.trim().slice(0, 40) || e.name || e.outerHTML.slice(0, 60)) + ' ' + Math.round(reach(e))))].join('; ')
}`

// Under a finger everything that can be pressed is 44 px high, or has a reach of as much; nothing pushes the page wider than the screen.
func TestTargets(t *testing.T) {
	for name, v := range map[string]view{"tablet": {820, 1180, false}, "telephone": {390, 844, false}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/builds")
			b.sees("h1", "Builds")
			b.must(proto.EmulationSetTouchEmulationEnabled{Enabled: true}.Call(b.page))
			b.must(proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "pointer", Value: "coarse"}}}.Call(b.page))
			for _, at := range []struct{ path, wait string }{
				{"/builds", ".build-card, main li"},
				{"/builds/petrel?step=u6", ".step[aria-current]"},
				{"/builds/petrel/washes", ".washes tbody tr"},
				{"/builds/petrel/last-coat", ".list tbody tr"},
				{"/builds/nightjar/rescue?zone=spinners&symptom=frosted", ".rescue .take"},
				{"/builds/petrel/journal?photo=demo-petrel-gloss", ".bench .lead"},
				{"/table", "main td"},
				{"/builds/petrel/look", ".picture img"},
				{"/builds/petrel/look?panel=stains", ".stains .one"},
				{"/shelf?product=pale-sky", "main"},
				{"/new", ".types button"},
				{"/workings", "main"},
				{"/keeping", "main"},
			} {
				b.page.MustNavigate(b.address + at.path).MustWaitLoad()
				b.sees(at.wait, "")
				b.still()
				if words := b.page.MustEval(small).Str(); words != "" {
					t.Errorf("%s: too small for a finger: %s", at.path, words)
				}
				if words := b.page.MustEval(`() => [...document.querySelectorAll('.bar *, button, .moment, summary, h2, th span, dt')]
					.filter(e => e.getClientRects().length && !e.closest('.visually-hidden, svg, bdi') && e.scrollWidth > e.clientWidth + 1 && e.clientWidth > 0 && getComputedStyle(e).overflowX !== 'visible')
					.map(e => e.textContent.trim()).join('; ')`).Str(); words != "" {
					t.Errorf("%s: cut: %s", at.path, words)
				}
				if over := b.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); over > 0 {
					t.Errorf("%s is %d px wider than the screen", at.path, over)
				}
			}
		})
	}
}

// rawWords are what a page never shows: places of the file format, its names, and what a validator or a decoder says.
var rawWords = regexp.MustCompile(`\w+\[\d+\]\.?|minLength|maxLength|\bjson\b|RFC 3339|got \d|[a-z]+_(c|pct|um|mm|ml|cm2)\b|\bundefined\b|\bNaN\b|edit\.\w|\[object`)

// put writes a field at one stroke, also with nothing and with what a keyboard would be held back from.
func (b *bench) put(label, words string) {
	b.t.Helper()
	b.field(label).MustEval(`words => { this.value = words; this.dispatchEvent(new Event('input', { bubbles: true })) }`, words)
}

// A crawl that provokes each refusal that the page knows: none of them is in the words of the format.
func TestNoRawWords(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u9")
	check := func(where, selector string) {
		t.Helper()
		b.sees(selector, "[A-Za-z]{3}")
		if text := b.page.MustElement(selector).MustText(); rawWords.MatchString(text) {
			t.Errorf("%s says %q", where, text)
		}
		if text := b.page.MustElement("body").MustText(); rawWords.MatchString(text) {
			t.Errorf("%s: the page says %q", where, rawWords.FindString(text))
		}
	}
	b.sees(".step[aria-current]", "Flat coat")
	b.press(input.KeyE)
	b.sees(".editor .bottle", ".")
	b.fill("Share of the zone, %", "900")
	check("a share", ".effect .problem")
	b.fill("Share of the zone, %", "")
	b.fill("Pinned to", "when it suits me")
	check("a time", ".said.problem")
	b.fill("Pinned to", "")
	b.click(".editor summary", "Settings")
	b.fill("One coat, dry, µm", "9000")
	check("a thickness", ".effect .problem")
	b.press(input.Escape)
	b.gone(".editor", "")

	b.click("[aria-label='The plan']", "")
	for _, f := range []struct{ label, words string }{{"Room, °C", "300"}, {"Humidity, %", "-4"}, {"Scale, 1 to", "-3"}, {"Name", ""}} {
		was := b.field(f.label).MustProperty("value").Str()
		b.put(f.label, f.words)
		check(f.label, ".effect .problem")
		b.put(f.label, was)
		b.gone(".effect .problem", "")
	}
	b.push("Add a spell of other air")
	check("a spell without an end", ".effect .problem")
	b.click("[role=tab]", "Evenings")
	b.push("Add a day off, or other hours")
	check("a day that is not filled in", ".effect .problem")
	b.click("[role=tab]", "Zones")
	b.push("Add a zone")
	check("a zone without a name", ".effect .problem")
	b.click("[role=tab]", "Products")
	b.click("[aria-label='Remove Soot brown wash']", "")
	check("a product in use", ".effect .problem")
	b.press(input.Escape)
	b.gone("[role=dialog]", "")

	b.page.MustNavigate(b.address + "/new").MustWaitLoad()
	b.fill("Name", "Curlew")
	b.sees("aside", "2 zones")
	for _, f := range []struct{ label, words string }{{"Area, cm²", "-5"}, {"Span, cm", "-1"}, {"Room, °C", "900"}, {"Zone", " "}} {
		was := b.field(f.label).MustProperty("value").Str()
		b.put(f.label, f.words)
		check(f.label, "aside .refused")
		b.put(f.label, was)
		b.gone("aside .refused", "")
	}

	b.page.MustNavigate(b.address + "/shelf").MustWaitLoad()
	b.push("Add a product")
	b.fill("At hand, ml", "-1")
	b.page.MustEval(`() => document.querySelector('aside form').noValidate = true`)
	b.push("Save")
	check("a product without a name", "aside .refused")
}
