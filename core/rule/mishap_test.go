package rule

import (
	"slices"
	"testing"

	"inkysparrow/core/timeline"
)

// Each mishap has words to be found by and advice, and names rules that there are.
func TestMishaps(t *testing.T) {
	seen := map[string]bool{}
	for _, m := range Mishaps() {
		if seen[m.ID] || m.ID == "" || m.Seen == "" || m.Do == "" || len(m.Also) < 3 || len(m.Rules) == 0 {
			t.Errorf("%s stands twice or lacks something", m.ID)
		}
		seen[m.ID] = true
		for _, id := range m.Rules {
			if !slices.ContainsFunc(Every().All, func(r *timeline.Rule) bool { return r.ID == id }) {
				t.Errorf("%s: there is no rule %q", m.ID, id)
			}
		}
	}
}
