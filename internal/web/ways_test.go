package web_test

import (
	"fmt"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
)

// What could be done about a note is tried when it is asked for, told in words, and can be taken like any fix; a finding that is none is
// refused.
func TestWaysOutOfANote(t *testing.T) {
	s := open(t)
	tried := 0
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		if tried += waysOf(t, s, slug); tried > 0 {
			break
		}
	}
	if tried == 0 {
		t.Error("nothing can be done about any note")
	}
	read[wire.Problem](t, s.ask("GET", "/api/builds/petrel/ways?step=u1&rule=nothing", ""), 404)
	stop := read[wire.Ways](t, s.ask("GET", "/api/builds/lynx/ways?step=a8&rule=grip", ""), 200)
	if len(stop.Fixes) == 0 {
		t.Error("a warning has no way out")
	}
}

// waysOf asks for the ways out of a build's notes, and takes the first that there is.
func waysOf(t *testing.T, s *site, slug string) (tried int) {
	t.Helper()
	b := read[wire.Build](t, s.ask("GET", "/api/builds/"+slug, ""), 200)
	for _, f := range b.Findings {
		if !f.Asks || f.Severity != "note" {
			continue
		}
		ways := read[wire.Ways](t, s.ask("GET", fmt.Sprintf("/api/builds/%s/ways?step=%s&rule=%s", slug, f.Step, f.Rule), ""), 200)
		for _, w := range ways.Fixes {
			if w.Words == "" || w.Do == "" || !strings.Contains(w.Effect, "ready") && w.Effect != "the date stays" {
				t.Errorf("%s at %s: %+v", f.Rule, f.Step, w)
			}
		}
		if tried += len(ways.Fixes); len(ways.Fixes) == 0 {
			continue
		}
		after := read[wire.Build](t, s.ask("POST", "/api/builds/"+slug+"/fix", fmt.Sprintf(`{"revision": %d, "step": %q, "rule": %q, "choice": 0}`, b.Revision, f.Step, f.Rule)), 200)
		if after.Revision == b.Revision {
			t.Errorf("%s at %s: the fix changed nothing", f.Rule, f.Step)
		}
		break
	}
	return tried
}
