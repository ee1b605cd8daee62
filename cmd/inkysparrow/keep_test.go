package main

import (
	"bytes"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/store"
	"inkysparrow/plan"
)

// An export that lacks what can't be read keeps what is whole, says what is missing, and ends with a status of its own.
func TestExportOfWhatIsDamaged(t *testing.T) {
	dir := t.TempDir()
	database := filepath.Join(dir, "x.db")
	s, err := store.Open(t.Context(), database, store.Options{Now: time.Now})
	if err != nil {
		t.Fatal(err)
	}
	text, err := os.ReadFile("../../examples/note.json")
	if err != nil {
		t.Fatal(err)
	}
	f, err := plan.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{"whole", "spoilt"} {
		f.Build.Name = name + "-build"
		if _, err := s.Create(t.Context(), name, f); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	export := func(to string) (int, string) {
		var out, errs bytes.Buffer
		return run([]string{"export", "--database", database, filepath.Join(dir, to)}, nil, &out, &errs), errs.String()
	}
	if status, said := export("before.zip"); status != 0 || said != "" {
		t.Fatalf("a whole one: %d %s", status, said)
	}
	data, err := os.ReadFile(database)
	if err != nil {
		t.Fatal(err)
	}
	spoilt := bytes.Replace(data, []byte(`"name": "spoilt-build"`), []byte(`"name"; "spoilt-build"`), 1)
	if bytes.Equal(data, spoilt) {
		t.Fatal("nothing was damaged")
	}
	if err := os.WriteFile(database, spoilt, 0o600); err != nil {
		t.Fatal(err)
	}
	status, said := export("after.zip")
	if status != exitLacks || !strings.Contains(said, "revisions.jsonl: 1 revision") {
		t.Errorf("a damaged one: %d %s", status, said)
	}
	if i, err := os.Stat(filepath.Join(dir, "after.zip")); err != nil || i.Size() == 0 {
		t.Errorf("what is whole was not kept: %v", err)
	}
}
