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
	worst := newTrial(f, checked).worst(verdict.Warn)
	all := newTrial(f, checked)
	all.left = 1 << 30
	candidates := len(all.ways(worst))
	looks := 1<<30 - all.left
	hopeful, most := 0, 0
	for _, tc := range []struct {
		name string
		room int
	}{
		{"plenty", 1 << 30},
		{"none", 0},
		{"for a look at each", looks},
		{"for a look at each and one try", looks + all.steps},
		{"for half of that", (looks + all.steps) / 2},
	} {
		trial := newTrial(f, checked)
		trial.left = tc.room
		fixes, err := trial.all(t.Context(), worst)
		if err != nil {
			t.Fatal(err)
		}
		kept := 0
		for _, some := range fixes {
			kept += len(some)
		}
		var right bool
		switch tc.name {
		case "plenty":
			most = kept
			for _, w := range all.ways(worst) {
				if all.look(t.Context(), w); w.plan != nil {
					hopeful++
				}
			}
			right = trial.untried == 0 && kept >= 2 && hopeful >= kept
		case "none":
			right = trial.untried == candidates && kept == 0
		case "for a look at each":
			right = trial.untried == hopeful && kept == 0
		case "for a look at each and one try":
			right = trial.untried == hopeful-1 && kept == 1 && len(fixes[worst[0]]) == 1
		default:
			right = trial.untried > 0 && kept < most
		}
		if !right {
			t.Errorf("with room %s (%d steps; %d ways, %d hopeful): %d untried, %d kept", tc.name, tc.room, candidates, hopeful, trial.untried, kept)
		}
		if trial.left < 0 {
			t.Errorf("with room %s: %d steps more than there was room for", tc.name, -trial.left)
		}
	}
}
