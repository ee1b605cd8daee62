package e2e

import (
	"testing"
	"time"
)

// tempo presses something and waits until nothing on screen changes any more: how many ms after the press the first change came, and the last.
const tempo = `press => new Promise(done => {
	let first = 0, last = 0
	const began = performance.now()
	const changed = () => { last = performance.now(); first ||= last }
	const seen = new MutationObserver(changed)
	seen.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true })
	document.addEventListener('load', changed, true)
	const key = k => window.dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true }))
	const click = (s, words) => [...document.querySelectorAll(s)].find(e => !words || e.textContent.includes(words)).click()
	new Function('key', 'click', press)(key, click)
	const watch = setInterval(() => {
		if (performance.now() - Math.max(last, began) < 900) return
		clearInterval(watch)
		seen.disconnect()
		document.removeEventListener('load', changed, true)
		done([first - began, last - began])
	}, 50)
})`

// What a press takes until the last change on screen: go test -bench Tempo -run xxx ./e2e, on a machine that does nothing else.
func BenchmarkTempo(b *testing.B) {
	for _, tc := range []struct{ name, at, ready, press string }{
		{"what-next", "/builds/petrel", ".fix.first", "key('a')"},
		{"next-event", "/builds/petrel", ".fix.first", "key('.')"},
		{"open-change", "/builds/petrel?step=d6", ".step[aria-current]", "key('e')"},
		{"choose-step", "/builds/petrel", ".fix.first", "key(']')"},
		{"washes", "/builds/petrel", ".fix.first", "click('.within a', 'Washes')"},
		{"look", "/builds/petrel", ".fix.first", "click('.within a', 'Look')"},
		{"look-scrub", "/builds/petrel/look", ".picture img", "key('.')"},
		{"stains", "/builds/petrel/look", ".picture img", "key('t')"},
	} {
		b.Run(tc.name, func(b *testing.B) {
			var first, last float64
			for range b.N {
				p := open(b, desk, tc.at)
				p.sees(tc.ready, "")
				time.Sleep(1500 * time.Millisecond) // till the place has come to rest
				var got [2]float64
				p.must(p.page.MustEval(tempo, tc.press).Unmarshal(&got))
				first, last = first+got[0], last+got[1]
			}
			b.ReportMetric(0, "ns/op")
			b.ReportMetric(first/float64(b.N), "ms-first")
			b.ReportMetric(last/float64(b.N), "ms-last")
		})
	}
}
