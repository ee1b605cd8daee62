package plan

import (
	"os"
	"testing"

	"inkysparrow/core/rule"
	"inkysparrow/core/verdict"
)

// Where there is no room to try everything, the worst findings are served first and what was left untried is counted; with room nothing is left.
func TestUntried(t *testing.T) {
	text, err := os.ReadFile("../examples/stop.json")
	if err != nil {
		t.Fatal(err)
	}
	f, err := Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	checked := rule.Check(p)
	candidates := 0
	for _, found := range checked.Findings {
		if found.Severity > verdict.Note {
			candidates += len(found.Fixes())
		}
	}
	for _, room := range []int{0, 1, candidates} {
		trial := newTrial(f, checked)
		trial.left = room * trial.steps
		fixes, err := trial.all(t.Context(), verdict.Warn)
		if err != nil {
			t.Fatal(err)
		}
		kept := 0
		for _, some := range fixes {
			kept += len(some)
		}
		if trial.untried != candidates-room || kept > room || room == candidates && kept == 0 {
			t.Errorf("with room for %d of %d: %d untried, %d kept", room, candidates, trial.untried, kept)
		}
	}
	if candidates < 2 {
		t.Errorf("only %d could be tried", candidates)
	}
}
