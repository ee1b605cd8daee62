package e2e

import "testing"

// What stands on the first screen is little enough to be taken in, and the way out of the worst finding is in sight, with the picture: at the desk without scrolling, on a telephone too.
func TestFirstSight(t *testing.T) {
	for name, tc := range map[string]struct {
		view        view
		words, keys int
		sights      []string
	}{
		"desk":      {desk, 180, 60, []string{".panel .title", ".fix.first", ".whole", ".step[aria-current]", ".core svg"}},
		"tablet":    {view{820, 1180, false}, 240, 60, []string{".panel .title", ".fix.first", ".core svg"}},
		"telephone": {view{390, 844, false}, 140, 30, []string{".panel .title", ".fix.first", ".within a", ".moment-bar"}},
	} {
		t.Run(name, func(t *testing.T) {
			b := open(t, tc.view, "/builds/petrel")
			b.sees(".panel .title", "White spirit bites Pale sky enamel")
			b.sees(".fix.first", ".")
			b.within(".hint") // what this is, in a line, until it is put away
			b.click(".hint .link", "Understood")
			b.gone(".hint", ".")
			b.still()
			var got struct {
				Words, Keys int
				Hidden      []string
			}
			b.must(b.page.MustEval(`sights => {
				const seen = (e) => {
					const r = e.getBoundingClientRect(), s = getComputedStyle(e)
					if (r.width < 2 || r.height < 2 || r.bottom < 1 || r.right < 1 || r.top >= innerHeight || r.left >= innerWidth || s.visibility === 'hidden') return false
					const x = Math.min(innerWidth - 1, Math.max(0, r.left + r.width / 2)), y = Math.min(innerHeight - 1, Math.max(0, r.top + Math.min(r.height / 2, 10)))
					const top = document.elementFromPoint(x, y)
					return !!top && (e.contains(top) || top.contains(e))
				}
				let words = 0
				const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
				while (texts.nextNode()) {
					const p = texts.currentNode.parentElement
					if (p && !p.closest('svg, script, style, noscript, [role=img], .visually-hidden, details:not([open]) > :not(summary)') && seen(p)) words += (texts.currentNode.textContent.match(/[A-Za-z]{2,}/g) ?? []).length
				}
				const keys = [...document.querySelectorAll('a[href], button:not([disabled]), input, select, textarea, summary, [tabindex]')].filter((e) => e.tabIndex >= 0 && seen(e)).length
				const hidden = sights.filter((s) => {
					const e = document.querySelector(s), r = e?.getBoundingClientRect()
					return !r || !seen(e) || r.bottom > innerHeight + 1 || r.top < 0
				})
				return { words, keys, hidden }
			}`, tc.sights).Unmarshal(&got))
			t.Logf("%d words outside drawings, %d things to press", got.Words, got.Keys)
			if got.Words > tc.words || got.Keys > tc.keys || got.Words < 40 || got.Keys < 10 {
				t.Errorf("%d words and %d things to press, want at most %d and %d", got.Words, got.Keys, tc.words, tc.keys)
			}
			if len(got.Hidden) > 0 {
				t.Errorf("out of sight: %v", got.Hidden)
			}
		})
	}
}

// within waits until something lies wholly in the window.
func (b *bench) within(selector string) {
	b.t.Helper()
	b.eventually(selector+" is in sight", func() bool {
		return b.page.MustEval(`selector => {
			const r = document.querySelector(selector)?.getBoundingClientRect()
			return !!r && r.height > 0 && r.top >= 0 && r.bottom <= innerHeight && r.left >= 0 && r.right <= innerWidth + 1
		}`, selector).Bool()
	})
}
