package e2e

import (
	"slices"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"inkysparrow/plan"
)

// turns counts the steps of a build that stand by an order.
func (b *bench) turns(slug string) (n int) {
	b.t.Helper()
	x, err := b.store.Build(b.t.Context(), slug)
	b.must(err)
	for _, z := range x.Plan.Zones {
		for _, s := range z.Steps {
			if s.Turn != nil {
				n++
			}
		}
	}
	return n
}

// The better order beside the tape: offered once somebody stirs, taken for all builds with one press, and taken back with one.
func TestBetterOrder(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".step[aria-current]", ".")
	b.page.Mouse.MustMoveTo(300, 300)
	b.sees(".better", "Better order: .*(late|fewer|sooner)")
	// It is out of the way of whoever edits, so that nothing moves under their hand.
	b.press(input.KeyE)
	b.sees(".editor", "Keep it")
	b.gone(".better", "")
	b.press(input.Escape)
	b.sees(".better", "Better order:")
	b.click(".better button", "Take it")
	b.sees(".passing", "Took the order of evenings")
	b.sees(".better", "The best order of evenings is taken")
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		if b.turns(slug) == 0 {
			t.Errorf("%s has no turns", slug)
		}
	}
	b.sees(".step .kind, .step", "its turn")
	b.click(".better button", "Take it back")
	b.sees(".better", "Better order:")
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		if n := b.turns(slug); n != 0 {
			t.Errorf("%s still has %d turns", slug, n)
		}
	}
}

// A date that can't be kept: the chain that holds it on the tape of all builds, and a way out that is taken with one press.
func TestWhatIsInTheWay(t *testing.T) {
	b := open(t, desk, "/builds/nightjar")
	b.sees(".step[aria-current]", ".")
	b.page.Mouse.MustMoveTo(300, 300)
	b.click(".better a", "All builds")
	b.sees("[aria-label='What is in the way'] h3", "Calder Nightjar")
	b.sees("[aria-label='What is in the way']", "No order that was found has it ready before")
	b.sees("li.chain", ".")
	b.sees("[aria-label='What is in the way'] ul li", "sooner")
	was, err := b.store.Build(t.Context(), "nightjar")
	b.must(err)
	b.click("[aria-label='What is in the way'] ul li button", "Do it")
	b.eventually("it is done", func() bool {
		now, err := b.store.Build(t.Context(), "nightjar")
		return err == nil && now.Revision != was.Revision
	})
	b.click(".board button", "Take it back")
	b.eventually("it is taken back", func() bool {
		now, err := b.store.Build(t.Context(), "nightjar")
		return err == nil && now.Revision == was.Revision
	})
}

// What a missed evening costs is told for each that comes; not being there is one press, and so is a week away.
func TestMissedEvening(t *testing.T) {
	b := open(t, desk, "/builds")
	b.sees(".board h2", "A better order")
	b.click("[aria-label='Missing an evening'] button", "Work it out")
	b.sees("[aria-label='Missing an evening']", "matters most|costs nothing")
	b.sees(".evenings li", "Fri 12")
	b.click(".evenings li button", "Not there")
	b.eventually("the bench is shut", func() bool {
		x, err := b.store.Build(t.Context(), "lynx")
		return err == nil && len(x.Plan.Exceptions) == 1
	})
	b.sees("[aria-label='A week away']", "From")
	b.page.MustElement(".away input[type=date]").MustEval(`function () { this.value = '2027-03-15'; this.dispatchEvent(new Event('input', { bubbles: true })) }`)
	b.click(".away button", "What it costs")
	b.sees("[aria-label='A week away']", "days? later|costs no date")
	b.click(".away button", "Be away")
	b.eventually("a week is shut", func() bool {
		x, err := b.store.Build(t.Context(), "petrel")
		return err == nil && len(x.Plan.Exceptions) == 8 && x.Plan.Exceptions[7].Date == plan.Date("2027-03-21")
	})
	b.gone("thead th", "Tue 16")
}

// All builds on one tape, on a tablet and a telephone, by keys alone.
func TestOrderEverywhere(t *testing.T) {
	for name, v := range map[string]view{"tablet": {820, 1180, true}, "telephone": {390, 844, false}} {
		t.Run(name, func(t *testing.T) {
			b := open(t, v, "/builds")
			b.sees(".board", "Proven: no order")
			b.page.MustElement(".board .scroll").MustFocus()
			b.sees(".board thead th", "Thu 11")
			b.push("Take this order")
			b.sees(".board", "Your builds stand in the best order|The order you took stays")
			b.inspect(axeCore(t))
		})
	}
}

// A club night is lent with one press on all builds, and given back with the next; an airbrush is kept for what it sprays in the plan.
func TestClubNight(t *testing.T) {
	b := open(t, desk, "/builds")
	hands := func(slug string) (n int) {
		x, err := b.store.Build(t.Context(), slug)
		b.must(err)
		for _, e := range x.Plan.Exceptions {
			n = max(n, e.Hands)
		}
		return n
	}
	all := func(want int) func() bool {
		return func() bool { return hands("petrel") == want && hands("lynx") == want && hands("nightjar") == want }
	}
	b.click("[aria-label='Fri 12: alone']", "alone")
	b.eventually("two of us", all(2))
	b.click("[aria-label='Fri 12: two of us'][aria-pressed=true]", "two of us")
	b.eventually("alone", all(1))
	b.sees("[aria-label='Fri 12: alone'][aria-pressed=false]", "alone")

	b.click("th a", "Marlow Petrel")
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Evenings")
	b.click("[aria-label='Saturday: alone']", "alone")
	b.sees("[aria-label='Saturday: two of us'][aria-pressed=true]", "two of us")
	b.push("Add an airbrush")
	b.push("Add an airbrush")
	b.page.MustElements(".brush")[1].MustElement(".v-select").MustClick()
	b.click(".v-overlay .v-list-item", "white spirit")
	b.click(".v-overlay .v-list-item", "flakes of metal")
	b.press(input.Escape)
	b.push("Save")
	b.eventually("the airbrushes are kept", func() bool {
		x, err := b.store.Build(t.Context(), "petrel")
		b.must(err)
		a, s := x.Plan.Airbrushes, x.Plan.Sessions
		return len(a) == 2 && len(a[0].For) == 0 && slices.Contains(a[1].For, "white-spirit") && slices.Contains(a[1].For, "metal") && s[len(s)-1].Hands == 2 && s[0].Hands == 0
	})
}

// Work that no evening takes whole stands on the tape in its sittings, and on the tape of all builds on each of its evenings.
func TestSittings(t *testing.T) {
	b := open(t, desk, "/builds")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	f := now.Plan.Clone()
	for i := range f.Sessions {
		f.Sessions[i].From, f.Sessions[i].To = "20:00", "21:00"
	}
	f.Exceptions = nil
	z, _, _ := f.Find("c1")
	f.Zones[z].AreaCM2 = 1100 // its mask takes longer than an evening
	_, err = b.store.Save(t.Context(), "petrel", now.Revision, f, "Short evenings")
	b.must(err)
	b.page.MustNavigate(b.address + "/builds/petrel?step=c1").MustWaitLoad()
	b.sees(".step[aria-current] .detail", "in [2-9] sittings")
	if n := b.page.MustEval(`() => document.querySelectorAll('.ticket[data-step="c1"] .plate').length`).Int(); n < 2 {
		t.Errorf("its ticket has %d parts", n)
	}
	b.page.MustNavigate(b.address + "/builds").MustWaitLoad()
	for _, part := range []string{"1", "2"} {
		b.sees("td li", "Mask, canopy frame, sitting "+part+" of [2-9]")
	}
}

// How many pieces can dry at once stands with the evenings; a coat that waits for a rack says so.
func TestRacks(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Evenings")
	b.fill("Pieces that can stand drying at once", "1")
	b.push("Save")
	b.sees(".passing", "Changed the settings")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	if now.Plan.Racks != 1 {
		t.Errorf("%d racks", now.Plan.Racks)
	}
	b.undo()
	b.sees(".passing", "Undone")
}
