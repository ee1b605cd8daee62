package examples

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

func TestPlan(t *testing.T) {
	files, err := filepath.Glob("*.json")
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range Names {
		f, err := Plan(name)
		if err != nil || f.Build.Name == "" {
			t.Errorf("%s: %+v, %v", name, f.Build, err)
		}
		if !slices.Contains(files, name+".json") {
			t.Errorf("%s is offered, but has no file", name)
		}
	}
	if len(files) != len(Names) {
		t.Errorf("%d files, %d names", len(files), len(Names))
	}
	if _, err := Plan("heron"); err == nil {
		t.Error("an example that is not there was found")
	}
	for _, file := range files {
		text, err := os.ReadFile(file)
		if err != nil || !strings.HasSuffix(string(text), "}\n") {
			t.Errorf("%s does not end as the plans that are written do (%v)", file, err)
		}
	}
}
