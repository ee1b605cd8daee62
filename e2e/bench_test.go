package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/internal/demo"
	"inkysparrow/ui"
)

var tablet = view{820, 1180, false}

// on puts the bench's clock on by so much since the demo opened.
func (b *bench) on(on time.Duration) {
	b.t.Helper()
	b.clock.Set(demo.Opens.Add(on))
}

// offline cuts the page off from everything, as a cellar does.
func (b *bench) offline(is bool) {
	b.t.Helper()
	b.must(proto.NetworkEnable{}.Call(b.page))
	b.must(proto.NetworkEmulateNetworkConditions{Offline: is, DownloadThroughput: -1, UploadThroughput: -1}.Call(b.page))
}

// An evening on a tablet with one knuckle: the bench opens by itself, the best step is begun, done, looked at; a reload in the middle loses nothing; at the end it says when to come back.
func TestEveningOnATablet(t *testing.T) {
	b := open(t, tablet, "/")
	b.sees(".bench .day", "Thursday 11 March")
	b.sees(".now h2", "Decals, airframe")
	b.sees(".big", `70\s*min`)
	b.sees(".rows strong.bite", "Leave alone: Pin wash, underside")
	small := b.page.MustEval(`() => [...document.querySelectorAll(".bench button")].filter((e) => e.getBoundingClientRect().height < 55.5).map((e) => e.textContent.trim()).join("|")`).Str()
	if small != "" {
		t.Errorf("keys under 56 px: %s", small)
	}
	// The seal is looked at once more before it begins; a key does it, as a foot pedal would.
	b.press(input.ArrowRight)
	b.sees(".now h2", "Seal, upper surfaces")
	b.press(input.Space)
	b.sees(".seal", "It shuts in the decals")
	b.press(input.Space)
	b.sees(".last", "Started: Seal, upper surfaces")
	b.on(35 * time.Minute)
	b.page.MustReload()
	b.sees(".now h2", "Seal, upper surfaces")
	b.click(".keys .first", "Done")
	b.sees(".last", "Done: Seal, upper surfaces, 21:15")
	b.click(".last .act", "20 min earlier")
	b.sees(".last", "20:55")
	b.sees(".rows li", "Upper surfaces: Seal")
	b.sees(`[aria-labelledby=done] li`, `Seal, upper surfaces\s*20:55`)
	b.click(".rows .act", "Still tacky")
	b.sees(".last", "Still tacky: ")
	b.click(".last .act", "^Undo$")
	b.gone(".last", "")
	b.click(`[aria-labelledby=done] .act`, "Take back")
	b.gone(`[aria-labelledby=done] li`, "Seal")
	b.on(3 * time.Hour)
	b.page.MustReload()
	b.sees(".now h2", "Seal, upper surfaces") // it ran late
	b.click(".keys .first", "Done")
	b.sees(".rest", "The bench is closed")
	b.sees(".rest", "Come back ")
	b.inspect(axeCore(t))
}

// A wash that lies is a clock: its window rings once, also over a reload, its wipe comes first with three pictures of its own zone, and is wiped by one press.
func TestWindowAlarm(t *testing.T) {
	b := open(t, tablet, "/bench")
	b.click(".keys .key", "How")
	for range 9 {
		if strings.Contains(b.text(".now h2"), "Overall wash") {
			break
		}
		b.press(input.ArrowRight)
	}
	b.sees(".now h2", "Overall wash, engine face")
	b.click(".keys .key", "^Done$")
	b.sees(".drying .soon", `in \d+ min`)
	b.on(31 * time.Minute)
	b.page.MustReload()
	b.sees(".ringing", "Engine face: wipe it now")
	b.click(".ringing .act", "Heard")
	b.page.MustReload()
	b.sees(".now h2", "Wipe, engine face")
	b.gone(".ringing", "")
	for _, words := range []string{"haze left", "stop here", "over-cleaned"} {
		b.sees(".pictures li", words)
	}
	if n := b.page.MustEval(`() => [...document.querySelectorAll(".pictures img")].filter((i) => i.complete && i.naturalWidth > 0).length`).Int(); n != 3 {
		b.page.MustWaitLoad()
	}
	b.press(input.Space)
	b.sees(".last", "Wiped: Wipe, engine face")
	b.sees(`[aria-labelledby=done] li`, "Wipe, engine face")
}

// Without a connection presses are kept on the screen, also over a reload of the page's own data, and sent once when it is there again.
func TestOfflineQueue(t *testing.T) {
	b := open(t, tablet, "/bench")
	b.sees(".now h2", "Decals, airframe")
	b.tolerate()
	b.offline(true)
	b.press(input.Space)
	b.sees(".note", "1 press is kept on this screen")
	b.click(".keys .key", "^Done$")
	b.sees(".note", "2 presses are kept on this screen")
	b.offline(false)
	b.gone(".note", "")
	b.sees(`[aria-labelledby=done] li`, "Decals, airframe")
	b.page.MustReload()
	b.sees(`[aria-labelledby=done] li`, "Decals, airframe")
	told := b.page.MustEval(`async () => (await (await fetch("/api/builds/lynx")).json()).plan.zones.flatMap((z) => z.steps).find((s) => s.id === "a4").told.map((t) => t.said).join(" ")`).Str()
	if told != "started done" {
		t.Errorf("it was told %q", told)
	}
}

// Two screens: what one presses the other shows; where they disagree both are told, and one press decides.
func TestTwoScreens(t *testing.T) {
	b := open(t, tablet, "/bench")
	b.sees(".now h2", "Decals, airframe")
	other := func(id, at string) {
		b.page.MustEval(`async (id, at) => { const r = await fetch("/api/presses", { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ presses: [{ id, device: "another", build: "lynx", step: "a4", word: "done", at, made: at }] }) }); if (!r.ok) throw new Error(await r.text()) }`, id, at)
	}
	other("another-press-1", "2027-03-11T20:10:00Z")
	b.sees(`[aria-labelledby=done] li`, `Decals, airframe\s*20:10`)
	b.page.MustEval(`async () => { await fetch("/api/presses", { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ presses: [{ id: "own-press-1", device: "this one", build: "lynx", step: "a4", word: "done", at: "2027-03-11T20:35:00Z", made: "2027-03-11T20:35:00Z" }] }) }) }`)
	b.sees(`[aria-labelledby=done] li`, `Decals, airframe\s*20:35`)
	b.sees(".dispute", "one screen says done")
	b.click(".dispute .act", "Only the earlier")
	b.sees(`[aria-labelledby=done] li`, `Decals, airframe\s*20:10`)
	b.gone(".dispute", "")
}

// A part of a zone is done, another with another bottle, and one did not work: two presses each, and the plan follows.
func TestPartOtherwiseFailed(t *testing.T) {
	b := open(t, tablet, "/bench")
	b.sees(".now h2", "Decals, airframe")
	b.press(input.ArrowRight)
	b.sees(".now h2", "Seal, upper surfaces")
	b.click(".keys .key", "Part of it")
	b.click(".panel .key", "Left half")
	b.sees(`[aria-labelledby=done] li`, "Seal, upper surfaces, left half")
	plan := `async () => (await (await fetch("/api/builds/petrel")).json()).zones.map((z) => z.name).join("; ")`
	if names := b.page.MustEval(plan).Str(); !strings.Contains(names, "Upper surfaces, the rest") {
		t.Errorf("zones: %s", names)
	}
	b.click(`[aria-labelledby=done] .act`, "Take back")
	b.gone(`[aria-labelledby=done] li`, "Seal")
	for range 12 {
		if strings.Contains(b.text(".now h2"), "Gloss coat, cowling") {
			break
		}
		b.press(input.ArrowRight)
	}
	b.click(".keys .key", "Otherwise")
	b.click(".panel .key", `\+`)
	b.click(".panel .key", "Done so")
	b.sees(`[aria-labelledby=done] li`, "Gloss coat, cowling")
	coats := b.page.MustEval(`async () => { const s = (await (await fetch("/api/builds/lynx")).json()).plan.zones.flatMap((z) => z.steps).find((s) => s.id === "k3"); return s.coats + " " + !!s.planned }`).Str()
	if coats != "3 true" {
		t.Errorf("coats: %s", coats)
	}
	b.click(".keys .key", "Did not work")
	b.click(".panel .key", "Something else")
	b.sees(".last", "Something else: ")
}

// How much fits, and the view that is read from afar: a tap anywhere goes on, and Escape leaves it.
func TestMinutesAndHandsFree(t *testing.T) {
	b := open(t, tablet, "/bench")
	b.click(".have .act", "90")
	b.sees(".have .words", `steps? on .* to spare`)
	b.sees(".strip li", "Pack up")
	b.click(".side .act", "Hands-free")
	b.sees(".reading .head", "Decals, airframe")
	b.sees(".reading", "1 of ")
	b.page.Mouse.MustMoveTo(500, 600)
	b.must(b.page.Mouse.Click(proto.InputMouseButtonLeft, 1))
	b.sees(".reading", ", 2 of ")
	b.press(input.Escape)
	b.gone(".reading", "")
	b.page.MustSetViewport(390, 844, 1, false)
	b.sees(".now h2", "Decals, airframe")
	if wide := b.page.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(); wide > 0 {
		t.Errorf("on a telephone it is %d px too wide", wide)
	}
	b.inspect(axeCore(t))
}

// A tablet that trusts the server opens the bench again without a connection, with what it showed last, and sends later what was pressed meanwhile.
func TestReloadWithoutConnection(t *testing.T) {
	b := openAs(t, tablet, "/bench", false)
	b.sees(".now h2", "Decals, airframe")
	b.eventually("the page is kept", func() bool {
		return b.page.MustEval(`async () => (await caches.match("/bench")) !== undefined && (await (await caches.open("bench-1")).keys()).length > 5`).Bool()
	})
	port := b.address[strings.LastIndex(b.address, ":")+1:]
	b.tolerate()
	b.stop()
	b.page.MustReload()
	b.sees(".now h2", "Decals, airframe")
	b.press(input.Space)
	b.sees(".note", "1 press is kept on this screen")
	b.serve("127.0.0.1:"+port, ui.Pages(), false)
	b.gone(".note", "")
	b.sees(".keys .first", "Done")
}

// What is said of a film is known of the product, and a wrong look is taken back with one press.
func TestWhatItKnows(t *testing.T) {
	b := open(t, desk, "/learned")
	b.sees(".none", "Nothing yet")
	b.page.MustEval(`async () => { const p = (id, word, at) => ({ id, device: "x", build: "nightjar", step: "g2", word, at, made: at }); const r = await fetch("/api/presses", { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ presses: [p("press-one", "done", "2027-03-11T19:00:00Z"), p("press-two", "tacky", "2027-03-11T20:40:00Z")] }) }); if (!r.ok) throw new Error(await r.text()) }`)
	b.sees("h2", "Night black")
	b.sees(".figure", `×1\.\d\d`)
	b.click(".acts .act", "1 look")
	b.sees(".looks li", "tacky, wheels and doors")
	b.inspect(axeCore(t))
	b.click(".looks .act", "It was wrong")
	b.sees(".none", "Nothing yet")
}

// The air is told by hand and moves what is said of it; nonsense is refused with words.
func TestTellTheAir(t *testing.T) {
	b := open(t, tablet, "/bench")
	b.sees("#air", "The air")
	fill := func(n int, words string) {
		e := b.page.MustElements(".box input")[n]
		b.must(e.SelectAllText())
		b.must(e.Input(words))
	}
	fill(0, "12.5")
	fill(1, "500")
	b.click(".box .act", "Measured just now")
	b.sees(".box .bad", "500 % humidity can't be")
	fill(1, "70")
	b.click(".box .act", "Measured just now")
	b.sees(".box strong", "12.5 °C, 70 %")
	b.click(".box .act", "Into the warm cupboard")
	b.sees(".box .soft", "Other air: 35 °C")
}
