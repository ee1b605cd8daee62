package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/internal/demo"
	"inkysparrow/plan"
)

// step returns a step of the Petrel as it is kept.
func (b *bench) step(id string) plan.Step {
	b.t.Helper()
	now, err := b.store.Build(b.t.Context(), "petrel")
	b.must(err)
	for _, z := range now.Plan.Zones {
		for _, s := range z.Steps {
			if s.ID == id {
				return s
			}
		}
	}
	b.t.Fatalf("there is no step %s", id)
	return plan.Step{}
}

func (b *bench) undo() {
	b.t.Helper()
	b.must(b.page.KeyActions().Press(input.ControlLeft).Type(input.KeyZ).Do())
}

// Done by one key at a set time, and what follows from it; earlier; begun; not tonight; and a slip is asked about.
func TestDoneNow(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u6")
	b.sees(".step[aria-current]", "Seal")
	b.press(input.KeyD)
	b.sees(".passing", "Marked seal of Upper surfaces done, Thu 11 Mar, 20:40")
	b.sees(".step[aria-current] .when", "today · 20:40 ?done")
	if got := b.step("u6").Done; got == nil || !got.Equal(demo.Opens) {
		t.Errorf("it is done %v, want %v", got, demo.Opens)
	}
	b.click(".passing button", "Undo")
	b.gone(".step[aria-current] .when", "today")

	b.push("earlier…")
	b.click(".earlier button", "20 minutes ago")
	b.sees(".step[aria-current] .when", "today · 20:20")
	b.undo()
	b.gone(".step[aria-current] .when", "today")
	b.push("earlier…")
	b.fill("or", "tomorrow")
	b.sees(".said.problem", "is still to come")
	b.fill("or", "yesterday 21:00")
	b.sees(".said", "Wed 10 Mar, 21:00")
	b.press(input.Enter)
	b.sees(".step[aria-current] .when", "yesterday · 21:00|10 Mar")
	b.sees(".saw", "Decals, below it, is marked done later")
	b.push("Leave it so")
	b.gone(".saw", "below it")
	b.undo()
	b.gone(".step[aria-current] .kind", "done")

	b.press(input.KeyL) // what is refused changes nothing, so there is nothing to take back
	b.sees(".passing", "Seal of Upper surfaces is not pinned|seal of Upper surfaces is not pinned")
	if b.page.MustEval(`() => [...document.querySelectorAll('.passing button')].some(e => e.textContent.includes('Undo'))`).Bool() {
		t.Error("an undo is offered of what was refused")
	}
	b.push("Started")
	b.sees(".step[aria-current] .when", "since Thu 11 · 20:40 ?begun")
	b.undo()
	b.gone(".step[aria-current] .when", "since")
	b.push("Not tonight")
	b.sees(".passing", "Put seal of Upper surfaces off to Fri 12 Mar")
	b.sees(".step[aria-current] .when", "Fri 12 .*put off")
	b.undo()

	b.click(".step", "Wipe")
	b.press(input.KeyD)
	b.sees(".passing", "Marked wipe of Upper surfaces done")
	b.sees(".saw", "2 steps come before it and are not marked done, the first of them seal")
	b.push("All 2 are done too")
	b.sees(".passing", "Marked what lies below wipe of Upper surfaces done")
	if s := b.step("u6"); s.Done == nil || !s.Done.Before(demo.Opens) {
		t.Errorf("the seal below it is done %v", s.Done)
	}
}

// What should not have been done and was is recorded at once, then asked about; what is told of it is told in the past, with what can be done now.
func TestDoneAndBitten(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".step[aria-current]", "Pin wash")
	if b.page.MustHas(".happened .first") {
		t.Error("done is the loudest button of a step that bites")
	}
	b.press(input.KeyD)
	b.sees(".passing", "Marked pin wash of Underside done")
	b.sees(".panel .title", "White spirit may have bitten Pale sky enamel")
	b.sees(".panel .because", "It has happened")
	b.sees(".panel .why", "With a usual product it took off 0.72")
	b.sees(".panel .mend", "What can be done now: .*let it harden")
	b.sees(".saw", "What do you see")
	for _, never := range []string{"Nothing needs to be done", "Safe from", "Good from"} {
		if text := b.page.MustElement(".panel").MustText(); strings.Contains(text, never) {
			t.Errorf("after an accident it says %q: %s", never, text)
		}
	}
	b.click(".saw button", "Something")
	b.sees(".passing", "something is wrong")
	b.sees(".panel .title", "White spirit bit Pale sky enamel")
	b.gone(".saw", "What do you see")
	b.undo()
	b.click(".saw button", "Nothing")
	b.sees(".passing", "nothing seen")
	b.gone(".panel .title", "bitten")
	b.undo()
	b.click(".saw button", "It was not done")
	b.sees(".panel .title", "Waits for Pale sky enamel to harden") // it is laid out again, where it bites nothing
	if s := b.step("d4"); s.Done != nil || s.Seen != "" {
		t.Errorf("it is %+v", s)
	}
}

// What should have been done says so, and one press puts it right; as the clock runs on, the dates are laid from now.
func TestOverdue(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".overdue", "Overdue: +Chipping medium, Nose and cowling, +Thu 11 · 20:15")
	b.click(".overdue .link", "Chipping medium")
	b.sees(".step[aria-current] .kind", "overdue")
	b.push("Done as planned")
	b.sees(".passing", "Marked 1 overdue step done as planned")
	b.gone(".overdue", "verdue")
	if s := b.step("n2"); s.Done == nil || !s.Done.Equal(demo.Opens.Add(-5*time.Minute)) {
		t.Errorf("it is done %v", s.Done)
	}
	b.undo()
	b.sees(".overdue", "Overdue:")
	b.push("Otherwise…")
	b.push("Not done: lay it out anew")
	b.gone(".overdue", "verdue")

	b.click(".mark", "")
	b.sees(".clock b", "Thu 11 Mar 2027.* 20:40|Thu, 11 Mar 2027, 20:40")
	b.push("a week on")
	b.sees(".clock b", "18 Mar 2027")
	b.sees("li .promise.late", "late")
	b.click("li a", "Marlow Petrel")
	b.sees(".overdue", "[0-9]+ overdue:")
	b.sees(".bar .sub.late", "days? late")
	b.sees(".better", ".") // it comes beside it, and moves it
	b.still()
	b.push("Otherwise…")
	b.push("Not done: lay it out anew")
	b.gone(".overdue", "verdue")
	b.sees(".tape .now-plate", "now")
}

// The moment that one drags is not now, and a key and a button bring it back.
func TestBackToNow(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u12")
	b.sees(".clock .moment", "Tue 16|Mon 15|Wed 17")
	b.sees(".bar .now", "Thu 11 Mar, 20:40")
	b.press(input.KeyN)
	b.sees(".clock .moment", "Thu 11 · 20:40")
	b.press(input.Period)
	b.gone(".clock .moment", "Thu 11 · 20:40")
	b.click(".bar .now", "Now")
	b.sees(".clock .moment", "Thu 11 · 20:40")
	// After an edit, a fix or an undo the moment is where the step is that they are about.
	b.press(input.BracketLeft)
	b.press(input.KeyN)
	b.push("Not tonight")
	b.sees(".passing", "Put")
	b.sees(".step[aria-current] .when", ".")
	when := b.text(".step[aria-current] .when span:nth-of-type(1)")
	b.sees(".clock .moment", strings.TrimSpace(when))
}

// at is a place on the tape: so far into a day's session, from 0 to 1, at a zone's lane.
func (b *bench) at(day, zone string, share float64) proto.Point {
	b.t.Helper()
	b.sees(".tape .day[data-day='"+day+"']", ".")
	p := b.page.MustEval(`(day, zone, share) => {
		const d = document.querySelector(".tape .day[data-day='" + day + "']")
		const end = d.nextElementSibling.getBoundingClientRect().left + 11
		const from = d.getBoundingClientRect().left
		const z = [...document.querySelectorAll('.tape .zone')].find(e => e.textContent.includes(zone)).getBoundingClientRect()
		return [from + (end - from) * share, z.top + z.height / 2]
	}`, day, zone, share)
	return proto.Point{X: p.Get("0").Num(), Y: p.Get("1").Num()}
}

func (b *bench) ticket(id string) proto.Point {
	b.t.Helper()
	b.still()
	box := b.page.MustElement(".ticket[data-step='" + id + "'] .plate").MustShape().Box()
	return proto.Point{X: box.X + 4, Y: box.Y + box.Height/2}
}

// carry takes a ticket up with the mouse and draws it to a place of the tape. One that moved from under the mouse, as the tape was laid out anew, is looked for
// again.
func (b *bench) carry(id, day, zone string, share float64) {
	b.t.Helper()
	mouse := b.page.Mouse
	for until := time.Now().Add(patience); time.Now().Before(until); {
		from, to := b.ticket(id), b.at(day, zone, share)
		b.must(mouse.MoveTo(from))
		b.must(mouse.Down(proto.InputMouseButtonLeft, 1))
		b.must(mouse.MoveLinear(to, 12))
		if _, err := b.page.Timeout(2 * time.Second).Element(".hand"); err == nil {
			return
		}
		b.must(mouse.Up(proto.InputMouseButtonLeft, 1))
	}
	b.t.Fatalf("ticket %s can't be taken up", id)
}

// A ticket is pinned where it is let go: by the mouse, by keys, by a finger; pulled to another zone it is copied; let go it is laid out again.
func TestCarryATicket(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=u9")
	b.sees(".step[aria-current]", "Flat coat")
	mouse := b.page.Mouse
	b.carry("u9", "Mon 15", "Upper surfaces", 0.4)
	b.sees(".hand", "Mon 15.*ready")
	b.sees(".bar .sub", "would be")
	b.sees(".ghost.own rect", "")
	b.must(mouse.Up(proto.InputMouseButtonLeft, 1))
	b.sees(".passing", "Pinned flat coat of Upper surfaces to Mon 15 Mar, 20:")
	b.sees(".step[aria-current] .when", "Mon 15 · 20:.*pinned")
	if s := b.step("u9"); s.At == nil || s.At.Minute()%5 != 0 {
		t.Errorf("it is pinned to %v", s.At)
	}
	b.press(input.KeyL)
	b.sees(".passing", "Unpinned flat coat of Upper surfaces")
	b.gone(".step[aria-current] .kind", "pinned")

	// By keys: a quarter of an hour on, the next session, kept with Enter; left with Escape.
	b.page.MustElement(".ticket[data-step='u9']").MustFocus()
	b.press(input.PageUp)
	b.sees(".hand", "Mon 15, 19:30|Mon 15.*19:30")
	b.press(input.Escape)
	b.gone(".hand", "")
	b.press(input.PageUp, input.ArrowRight)
	b.sees(".hand", "19:45.*ready")
	b.press(input.Enter)
	b.sees(".passing", "to Mon 15 Mar, 19:45")
	b.undo()

	// What is over can only have been done then.
	b.carry("u6", "Wed 10", "Upper surfaces", 0.5)
	b.sees(".hand", "done, begun Wed 10")
	b.press(input.Escape)
	b.must(mouse.Up(proto.InputMouseButtonLeft, 1))
	b.gone(".hand", "")

	// To another zone.
	b.carry("p3", "Fri 12", "Tail", 0.4)
	b.sees(".hand", "copy to Tail.*ready")
	b.must(mouse.Up(proto.InputMouseButtonLeft, 1))
	b.sees(".passing", "Copied pencil wear to Tail")
}

// By a finger: the chosen ticket is pulled; of several under the finger the nearest is taken.
func TestCarryByFinger(t *testing.T) {
	b := open(t, view{width: 820, height: 1180}, "/builds/petrel?step=u9")
	b.sees(".step[aria-current]", "Flat coat")
	b.must(proto.EmulationSetTouchEmulationEnabled{Enabled: true}.Call(b.page))
	b.must(proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "pointer", Value: "coarse"}}}.Call(b.page))
	b.still()
	if high := b.page.MustEval(`() => document.querySelector('.tape .zone').getBoundingClientRect().height`).Num(); high < 44 {
		t.Errorf("a lane is %.0f px high under a finger, want 44", high)
	}
	from, to := b.ticket("u9"), b.at("Mon 15", "Upper surfaces", 0.5)
	touch := func(kind proto.InputDispatchTouchEventType, at ...proto.Point) {
		points := []*proto.InputTouchPoint{}
		for _, p := range at {
			points = append(points, &proto.InputTouchPoint{X: p.X, Y: p.Y})
		}
		b.must(proto.InputDispatchTouchEvent{Type: kind, TouchPoints: points}.Call(b.page))
	}
	touch(proto.InputDispatchTouchEventTypeTouchStart, from)
	for i := 1.0; i <= 8; i++ {
		touch(proto.InputDispatchTouchEventTypeTouchMove, proto.Point{X: from.X + (to.X-from.X)*i/8, Y: to.Y})
	}
	b.sees(".hand", "Mon 15.*ready")
	touch(proto.InputDispatchTouchEventTypeTouchEnd)
	b.sees(".passing", "Pinned flat coat of Upper surfaces to Mon 15 Mar")

	at := b.ticket("p3") // a finger's breadth beside it; another ticket lies as near on its left
	touch(proto.InputDispatchTouchEventTypeTouchStart, proto.Point{X: at.X + 14, Y: at.Y})
	touch(proto.InputDispatchTouchEventTypeTouchEnd)
	b.sees(".step[aria-current]", "Final coat")
	b.sees(".route h2", "Propeller")
}

// A day is off at one tap and open at the next; its end is pulled; a day between is opened.
func TestDays(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".bar .sub", "ready Thu 18 Mar")
	b.click(".tape .day", "Thu 18")
	b.sees(".passing", "Thu 18 Mar is off")
	b.sees(".bar .sub", "ready Fri 19 Mar")
	b.click(".tape .day.shut", "Thu 18")
	b.sees(".passing", "Thu 18 Mar follows its week again")
	b.sees(".bar .sub", "ready Thu 18 Mar")

	b.sees(".tape .day", "Fri 12").MustFocus()
	b.press(input.ArrowRight)
	b.sees(".passing", "Fri 12 Mar is open from 19:30 to 23:00")

	b.still()
	at := b.page.MustElement(".tape .day[data-day='Fri 12'] + .pull").MustShape().Box()
	mouse := b.page.Mouse
	b.must(mouse.MoveTo(proto.Point{X: at.X + at.Width/2, Y: at.Y + at.Height/2}))
	b.must(mouse.Down(proto.InputMouseButtonLeft, 1))
	b.must(mouse.MoveLinear(proto.Point{X: at.X + at.Width/2 - 30, Y: at.Y + 8}, 6))
	b.sees(".until", ":")
	b.must(mouse.Up(proto.InputMouseButtonLeft, 1))
	b.sees(".passing", "Fri 12 Mar is open from 19:30 to 2[12]:")

	b.click(".tape .more", "\\+")
	b.sees(".opening", "An extra session")
	b.push("Open the bench")
	b.sees(".passing", "Sun 14 Mar is open from 10:00 to 17:00")
	b.sees(".tape .day", "Sun 14")
}

// A row of the route is changed where it stands, and core, tape, finding and ready line show it meanwhile; left, nothing has changed, and the
// focus is back on the row.
func TestEditOnTheRow(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.sees(".core .depth", "0\\.72")
	b.press(input.KeyE)
	b.sees(".bottle[aria-pressed=true]", "Soot brown wash ?too early")
	b.click(".bottle", "Lamp clay ?good to go")
	b.sees(".core .drop-name", "Water")
	b.sees(".core .verdict.safe", "Safe")
	b.sees(".two button", "What it would do")
	b.gone(".panel .title", "bites")
	b.sees(".bar .sub", "ready")
	if b.page.MustHas("[role=dialog]") {
		t.Error("a dialog lies over the instruments")
	}
	b.press(input.Escape)
	b.gone(".editor", "")
	b.sees(".core .depth", "0\\.72")
	if on := b.page.MustEval(`() => document.activeElement.className`).Str(); !strings.Contains(on, "step") {
		t.Errorf("the focus is on %q, want the row", on)
	}
	b.press(input.KeyE)
	b.click(".bottle", "Lamp clay")
	b.sees(".core .verdict.safe", "Safe")
	b.press(input.Enter)
	b.sees(".passing", "Changed pin wash of Underside")
	b.gone(".editor", "")
	b.undo()
	b.sees(".passing", "Undone")
	b.sees(".core .depth", "0\\.72")
}

// What next: in the order of work, each with its word; what makes no sense stays, with the reason; the new step stands in its place before it is kept.
func TestWhatNext(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.sees(".step[aria-current]", "Pin wash")
	b.press(input.KeyA)
	b.sees(".next .offer.past", "Unmask ?Nothing is masked here. ?not now")
	b.sees(".next .offer", "Pin wash ?Soot brown wash ?from Tue 16")
	b.sees(".next .offer.good", "Gloss coat ?Harbour gloss ?good to go ?(ready|the date stays)")
	b.sees(".next .offer.good", "Gloss coat").MustHover()
	b.sees(".ghost.own rect", "")
	b.click(".next .offer", "Gloss coat")
	b.sees(".editor .bottle[aria-pressed=true]", "Harbour gloss")
	b.sees(".row .editor, .list .editor", "What is done")
	b.press(input.Enter)
	b.sees(".passing", "Added gloss coat to Underside; pin wash is let go")
	b.sees(".step[aria-current]", "^ ?4 ?Gloss coat")
	b.undo()
	b.gone(".step .name", "Gloss coat")
}

// After each sheet the focus is where it was, and an undo works at once.
func TestFocusAfterSheets(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	for what, name := range map[string]string{"The plan": "The plan", "Search": "Search", "History": "More", "Keys": "More"} {
		b.page.MustEval(`name => [...document.querySelectorAll('.bar .word')].find(e => (e.ariaLabel ?? e.textContent.trim()) === name).focus()`, name)
		b.press(input.Enter)
		if name == "More" {
			b.click(".v-list-item", "^ ?"+what)
		}
		b.sees("[role=dialog]", ".")
		b.still()
		b.press(input.Escape)
		b.gone("[role=dialog]", "")
		b.still()
		if on := b.page.MustEval(`() => document.activeElement.getAttribute('aria-label') ?? document.activeElement.textContent.trim().slice(0, 20)`).Str(); on != name {
			t.Errorf("after %s the focus is on %q", what, on)
		}
	}
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Zones")
	b.click("[aria-label='Remove Canopy frame']", "")
	b.sees(".passing", "Removed Canopy frame")
	b.press(input.Escape)
	b.gone("[role=dialog]", "")
	b.undo()
	b.sees(".tape .zone", "Canopy frame")
	b.click(".tape .zone", "Tail") // no click is lost
	b.sees(".route h2", "Tail")
}

// What was answered for a new build survives a reload.
func TestDraftSurvives(t *testing.T) {
	b := open(t, desk, "/new")
	b.fill("Name", "Dunlin")
	b.click(".fold summary", "Your bench")
	b.fill("Wanted on", "in two weeks")
	b.sees(".said", "Thu 25 Mar 2027")
	b.push("Weekends only")
	b.sees("aside h2", "Dunlin")
	b.page.MustReload().MustWaitLoad()
	b.sees("main .small", "What you answered before is still here")
	b.sees("aside h2", "Dunlin")
	b.click(".fold summary", "Your bench")
	if got := b.page.MustElement("[aria-label='Monday: hours']").MustProperty("value").Str(); got != "" {
		t.Errorf("Monday is open %q again", got)
	}
	b.push("Begin this build")
	b.sees(".bar .name", "Dunlin")
	b.page.MustNavigate(b.address + "/new").MustWaitLoad()
	b.sees("aside h2", "New model")
}

// The week is painted with the pointer: over hours and days, and away again.
func TestPaintTheWeek(t *testing.T) {
	b := open(t, desk, "/new")
	b.click(".fold summary", "Your bench")
	b.push("Always open")
	b.sees(".week", "counts as always open")
	b.page.MustEval(`() => document.querySelector('.week').scrollIntoView({ block: 'center' })`)
	b.still()
	at := func(day int, hour float64) proto.Point {
		box := b.page.MustElements(".week .track")[day].MustShape().Box()
		return proto.Point{X: box.X + box.Width*hour/24, Y: box.Y + box.Height/2}
	}
	stroke := func(from, to proto.Point) {
		b.must(b.page.Mouse.MoveTo(from))
		b.must(b.page.Mouse.Down(proto.InputMouseButtonLeft, 1))
		b.must(b.page.Mouse.MoveLinear(to, 8))
		b.must(b.page.Mouse.Up(proto.InputMouseButtonLeft, 1))
	}
	hours := func(day string) string {
		return b.page.MustElement("[aria-label='" + day + ": hours']").MustProperty("value").Str()
	}
	stroke(at(5, 9.2), at(6, 16.8)) // Saturday and Sunday
	b.still()
	if hours("Saturday") != "09:00 to 17:00" || hours("Sunday") != "09:00 to 17:00" || hours("Friday") != "" {
		t.Errorf("painted: Saturday %q, Sunday %q, Friday %q", hours("Saturday"), hours("Sunday"), hours("Friday"))
	}
	stroke(at(6, 12.2), at(6, 12.8))
	b.still()
	if hours("Sunday") != "09:00 to 12:00, 13:00 to 17:00" {
		t.Errorf("an hour taken away leaves Sunday %q", hours("Sunday"))
	}
}

// A bottle that is put onto another one tells what may follow what.
func TestBottles(t *testing.T) {
	b := open(t, desk, "/shelf")
	b.sees(".product .bottle", "")
	b.sees(".product", "Soot brown wash").MustEval(`() => this.dispatchEvent(new DragEvent('dragstart', { bubbles: true }))`)
	b.sees(".product", "Pale sky enamel").MustEval(`() => {
		for (const kind of ['dragover', 'drop']) this.dispatchEvent(new DragEvent(kind, { bubbles: true, cancelable: true }))
	}`)
	b.sees("aside h2", "Pale sky enamel")
	b.sees("aside figcaption", "Soot brown wash over Pale sky enamel")
	if text := b.page.MustElement("main").MustText(); strings.Contains(text, "soot-wash") {
		t.Error("an id is shown")
	}
}

// The Workings begin with examples that one can move.
func TestWorkedExamples(t *testing.T) {
	b := open(t, desk, "/workings")
	b.sees(".worked .words", "Touch-dry after 2 h. It takes another coat after 19 h")
	slow := b.text(".worked .words")
	b.page.MustElement("#worked-t").MustEval(`() => { this.value = 30; this.dispatchEvent(new Event('input', { bubbles: true })) }`)
	b.gone(".worked .words", slow)
	b.push("A liquid bites")
	b.sees(".worked .words", "would take off")
	b.page.MustElement("#worked-age").MustEval(`() => { this.value = 30; this.dispatchEvent(new Event('input', { bubbles: true })) }`)
	b.sees(".worked .words", "Good with a usual product")
	b.push("How likely it shows")
	b.sees(".worked .words", "hardly ever shows")
	b.page.MustElement("#worked-age").MustEval(`() => { this.value = 4; this.dispatchEvent(new Event('input', { bubbles: true })) }`)
	b.sees(".worked .words", "It shows about once in ten times: 8 of 100")
	b.push("Does it hold\\?")
	b.sees(".worked .words", "happened to within 1 of 100")
	b.push("A wash is wiped")
	b.sees(".worked .words", "of the wash stays on the surface")
}

// Core, look, route and finding speak of the chosen step, wherever the moment is moved.
func TestOneStep(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.sees(".step[aria-current]", "Pin wash")
	agree := func() {
		t.Helper()
		b.sees(".step[aria-current] .number", "^ ?4 ?$")
		b.sees(".looks header .soft", "step 4$")
		b.sees(".core h3, .core .drop, .core", "a pin wash")
	}
	agree()
	b.page.MustElement("[role=slider]").MustFocus()
	for range 3 {
		b.press(input.ArrowRight)
	}
	b.sees(".elsewhere", "Thu 11 · 21:25.*It would take off")
	agree()
	b.press(input.PageUp, input.PageUp)
	b.gone(".elsewhere", "Thu 11")
	agree()
	b.press(input.PageDown, input.PageDown)
	b.press(input.KeyP)
	b.sees(".passing", "Pinned pin wash of Underside|is over")
	agree()
}

// Letters are shown beside their buttons where somebody asks for it, and can be switched off; what is held with Ctrl stays.
func TestLetters(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.sees(".step[aria-current]", "Pin wash")
	b.press('?')
	b.click("[role=dialog] label", "Show them beside")
	b.press(input.Escape)
	b.eventually("the letter stands beside its button", func() bool {
		return b.page.MustEval(`() => getComputedStyle(document.querySelector('.route .add'), '::after').content`).Str() == `"a"`
	})
	b.press('?')
	b.click("[role=dialog] label", "Single letters act")
	b.press(input.Escape)
	b.gone("[role=dialog]", "Keys")
	b.press('d')
	b.press('a')
	b.still()
	if s := b.step("d4"); s.Done != nil {
		t.Error("a letter acted after it was switched off")
	}
	if got := b.page.MustEval(`() => getComputedStyle(document.querySelector('.route .add'), '::after').content`).Str(); got != "none" {
		t.Errorf("a letter that does nothing is shown as %s", got)
	}
}
