package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/plan"
)

func (b *bench) mended() (all []plan.Step) {
	b.t.Helper()
	now, err := b.store.Build(b.t.Context(), "nightjar")
	b.must(err)
	for _, z := range now.Plan.Zones {
		if z.ID == "spinners" {
			all = z.Steps
		}
	}
	return all
}

// "The flat went white over my black wings last night", typed on the Nightjar's spinners, to a mended plan: why, one press, how it turned out, and undone again.
func TestRescue(t *testing.T) {
	b := open(t, desk, "/builds/nightjar")
	b.sees(".step[aria-current]", ".")
	b.press('g', 'h')
	b.sees(".rescue .picture", ".")
	b.click(".rescue .chip", "Spinners")
	b.sees(".rescue .chip[aria-checked=true]", "Spinners")
	b.typed("What do you see?", "the flat went white over my black wings last night")
	b.press(input.Enter)
	b.click(".rescue .picture", "clouded white")
	b.sees(".rescue .causes li:first-child", "Damp was caught in the coat")
	b.sees(".rescue .causes li:first-child", "84 %")
	b.sees(".rescue .causes li:last-child", "Something that no one wrote down")
	b.click("[aria-label='Where on it'] button", "in patches")
	b.click("[aria-label=Since] button", "while it dried")
	b.click(".rescue summary", "How it looks and feels")
	b.click("[aria-label='It looks'] button", "pale")
	b.click("[aria-label='Sticks to a finger'] button", "no")
	b.sees("[aria-label='Sticks to a finger'] [aria-pressed=true]", "no")
	b.sees(".rescue .causes li:first-child .rank", "most likely")
	b.sees(".rescue .way[aria-checked=true]", "thinner")
	b.inspect(axeCore(t))
	was := len(b.mended())
	b.click(".rescue .way", "satin mist")
	b.sees(".rescue .chosen", "satin coat, as a mist")
	b.click(".rescue .take", "satin mist")
	b.eventually("its two mists follow what is done", func() bool { return len(b.mended()) == was+2 })
	steps := b.mended()
	if m := steps[was-1].Mishap; m == nil || m.Symptom != "frosted" || m.Cause != "dew" || m.Remedy != "fillmist" || steps[was].Do != "satin-coat" || steps[was+1].Laying != "mist" {
		t.Errorf("the route is %+v", steps[was-1:])
	}
	b.click(".rescue .was button", "It worked")
	b.sees(".rescue .was", "It worked\\.")
	b.undo()
	b.gone(".rescue .was p", "It worked.")
	b.undo()
	b.eventually("it is as it was", func() bool { return len(b.mended()) == was && b.mended()[was-1].Mishap == nil })
}

// From a done step, by night, on a tablet and a telephone: a wash that was wiped at once; an answer is given and taken back.
func TestRescueTablet(t *testing.T) {
	b := open(t, view{width: 820, height: 1180, night: true}, "/builds/lynx?step=d4")
	b.click(".happened a", "It went wrong")
	b.sees(".rescue .chip[aria-checked=true]", "Gear doors")
	b.click(".rescue .picture", "lines empty")
	b.sees(".rescue .causes li:first-child", "Wiped before the wash was stiff")
	b.sees(".rescue .way[aria-checked=true]", "Lay the wash again")
	b.inspect(axeCore(t))
	b.click(".rescue .picture", "clouded white")
	b.click(".rescue .answers button", "Smooth")
	b.sees(".rescue .question", "Draw a dry finger over it: ?Smooth")
	b.click(".rescue .question .link", "take it back")
	b.sees(".rescue .answers button", "Smooth")
	b.page.MustSetViewport(390, 844, 1, true)
	b.must(proto.EmulationSetTouchEmulationEnabled{Enabled: true}.Call(b.page))
	b.sees(".rescue .take", ".")
	if wide := b.page.MustEval(`() => document.documentElement.scrollWidth`).Int(); wide > 390 {
		t.Errorf("on a telephone the page is %d px wide", wide)
	}
	b.inspect(axeCore(t))
}
