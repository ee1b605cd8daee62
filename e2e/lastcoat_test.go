package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
)

// A last coat is wished for, chosen, set and taken into the route, where it takes the place of the zone's own; undone, that is as it was.
func TestLastCoat(t *testing.T) {
	b := open(t, desk, "/builds/petrel/washes?zone=upper")
	b.click(".tabs a", "Last coat")
	b.sees(".last-coat .list tbody tr.here", ".")
	b.sees(".zone[aria-checked=true]", "Upper surfaces")
	b.click(".wish", "satin")
	b.sees(".wish.made", "satin")
	b.sees(".list tbody tr:first-child .name", "Mistlane satin")
	b.click(".list .name button", "Mistlane satin")
	b.sees(".close h2", "Mistlane satin, one wet coat")
	b.sees(".close", "Gloss from \\d+ to (1[5-9]|2\\d) GU")
	b.sees(".door", "Oil dots")
	b.click(".close summary", "Try it on a spoon")
	b.click("[aria-label='What the spoon matches'] button", "48 GU")
	b.sees("[aria-label='What the spoon matches'] [aria-pressed=true]", "48 GU")
	b.undo()
	b.gone("[aria-label='What the spoon matches'] [aria-pressed=true]", "48 GU")
	b.press(']')
	b.sees(".list tbody tr.here:nth-child(2)", ".")
	was := b.step("u12")
	b.click(".list .name button", "Mistlane flat")
	b.sees(".comes", "peel")
	b.sees(".spraying", "It lands")
	b.slid("distance, cm", input.ArrowRight, 4)
	b.sees(".spraying label:nth-of-type(3) output", "11")
	b.sees(".close", "With it the whole build is ready ")
	b.click(".take", "Take it")
	b.sees(".passing", "Changed ")
	now := b.step("u12")
	if now.Product != "mistlane-flat" || now.Spray == nil || now.Spray.DistanceCM != 11 {
		t.Errorf("the last coat is %+v, was %+v", now, was)
	}
	b.click(".leave summary", "Before it leaves the bench")
	b.sees(".leave li", "Into its box")
	b.undo()
	b.eventually("it is as it was", func() bool { return b.step("u12").Product == was.Product })
	// From a can there is its distance and the hand; what it is sprayed with stays with the step.
	b.click("[aria-label='Sprayed with'] button", "can")
	b.gone(".spraying .slide", "pressure, psi")
	b.sees(".spraying .led", "times along the span")
	b.click(".take", "Take it")
	b.eventually("it is sprayed from a can", func() bool { s := b.step("u12").Spray; return s != nil && s.Can })
	b.undo()
	b.inspect(axeCore(t))
}

// Where nothing but a mist can go over young oils, what is ruled out keeps its reason; by night, on a tablet, by a tap and from the keys.
func TestLastCoatTablet(t *testing.T) {
	b := open(t, view{width: 820, height: 1180, night: true}, "/builds/petrel")
	b.sees(".step[aria-current]", ".")
	b.press('g', 'f')
	b.sees(".last-coat .list tbody tr.here", ".")
	b.click(".list .act", "Show one of each kind")
	b.sees(".list .verdict", "carries 0.\\d mm")
	b.click(".list th.name", "any flat enamel ?one brushed")
	b.sees(".close", "Carries .* mm along")
	b.click(".schools .link", "light mists of flat")
	b.sees(".close h2", "mist")
	b.inspect(axeCore(t))
	b.page.MustSetViewport(390, 844, 1, true)
	b.must(proto.EmulationSetTouchEmulationEnabled{Enabled: true}.Call(b.page))
	b.sees(".take", "Take it|Put it")
	if wide := b.page.MustEval(`() => document.documentElement.scrollWidth`).Int(); wide > 390 {
		t.Errorf("on a telephone the page is %d px wide", wide)
	}
}
