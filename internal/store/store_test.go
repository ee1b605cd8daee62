package store_test

import (
	"context"
	"errors"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/store"
	"inkysparrow/plan"
)

func noon() time.Time { return time.Date(2027, 3, 11, 12, 0, 0, 0, time.UTC) }

func open(t *testing.T, path string) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), path, store.Options{Now: noon, Demo: true})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func renamed(f plan.File, name string) plan.File {
	f.Build.Name = name
	return f
}

func must(t *testing.T) func(store.Build, error) store.Build {
	return func(b store.Build, err error) store.Build {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
		return b
	}
}

// Undo and redo survive a restart; a change after an undo leaves nothing to redo; nothing is ever lost silently.
func TestRevisions(t *testing.T) {
	path := filepath.Join(t.TempDir(), "a folder with spaces? & such", "x.db")
	if _, err := store.Open(t.Context(), path, store.Options{Now: noon, Demo: true}); err == nil {
		t.Fatal("a database in a folder that is not there was opened")
	}
	path = filepath.Join(t.TempDir(), "odd name? & such.db")
	s := open(t, path)
	ctx := t.Context()
	if err := demo.Reset(ctx, s); err != nil {
		t.Fatal(err)
	}
	first := must(t)(s.Build(ctx, "petrel"))
	if first.Undoes != "" || first.Redoes != "" {
		t.Errorf("a fresh build has %q to undo and %q to redo", first.Undoes, first.Redoes)
	}
	if _, err := s.Undo(ctx, "petrel", first.Revision); !errors.Is(err, store.ErrNothing) {
		t.Errorf("undo at the first revision: %v", err)
	}
	second := must(t)(s.Save(ctx, "petrel", first.Revision, renamed(first.Plan, "second"), "Renamed"))
	if second.Undoes != "Renamed" || second.Plan.Build.Name != "second" {
		t.Errorf("saved as %q, undoes %q", second.Plan.Build.Name, second.Undoes)
	}
	if _, err := s.Save(ctx, "petrel", first.Revision, renamed(first.Plan, "stale"), "Stale"); !errors.Is(err, store.ErrMoved) {
		t.Errorf("a stale save: %v", err)
	}
	s.Close()

	s = open(t, path)
	undone := must(t)(s.Undo(ctx, "petrel", second.Revision))
	if undone.Plan.Build.Name != first.Plan.Build.Name || undone.Redoes != "Renamed" {
		t.Errorf("undone to %q, redoes %q", undone.Plan.Build.Name, undone.Redoes)
	}
	s.Close()

	s = open(t, path)
	redone := must(t)(s.Redo(ctx, "petrel", undone.Revision))
	if redone.Plan.Build.Name != "second" {
		t.Errorf("redone to %q", redone.Plan.Build.Name)
	}
	if _, err := s.Redo(ctx, "petrel", redone.Revision); !errors.Is(err, store.ErrNothing) {
		t.Errorf("redo at the newest: %v", err)
	}
	undone = must(t)(s.Undo(ctx, "petrel", redone.Revision))
	third := must(t)(s.Save(ctx, "petrel", undone.Revision, renamed(first.Plan, "third"), "Another"))
	if third.Redoes != "" {
		t.Errorf("after a change of its own, %q is left to redo", third.Redoes)
	}
	all, err := s.Builds(ctx)
	if err != nil || len(all) != 3 || all[0].Name != "third" || all[0].Stops == 0 || all[0].NextStep == "" || all[0].Finish.IsZero() {
		t.Errorf("builds %+v (%v)", all, err)
	}
	if _, err := s.Build(ctx, "heron"); !errors.Is(err, store.ErrNoBuild) {
		t.Errorf("no such build: %v", err)
	}
	if slug, err := s.Create(ctx, "lynx", first.Plan); err != nil || slug != "lynx-2" {
		t.Errorf("a slug in use: %q, %v", slug, err)
	}
	if err := demo.Reset(ctx, s); err != nil {
		t.Fatal(err)
	}
	if again := must(t)(s.Build(ctx, "petrel")); again.Plan.Build.Name != first.Plan.Build.Name || again.Revision <= third.Revision {
		t.Errorf("after a reset %q at revision %d; old revisions must not come back", again.Plan.Build.Name, again.Revision)
	}
}

// Of many who save from the same revision at once, one wins and the others are told.
func TestSaveAtOnce(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "x.db"))
	if err := demo.Reset(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	b := must(t)(s.Build(t.Context(), "lynx"))
	var wg sync.WaitGroup
	results := make([]error, 8)
	for i := range results {
		wg.Go(func() { _, results[i] = s.Save(context.Background(), "lynx", b.Revision, b.Plan, "Same") })
	}
	wg.Wait()
	won := 0
	for _, err := range results {
		switch {
		case err == nil:
			won++
		case !errors.Is(err, store.ErrMoved):
			t.Errorf("unexpected error %v", err)
		}
	}
	if won != 1 {
		t.Errorf("%d saves won, want 1", won)
	}
}

// Several builds are saved, and taken back, all of them or none.
func TestSaveAll(t *testing.T) {
	s, ctx := open(t, filepath.Join(t.TempDir(), "x.db")), t.Context()
	if err := demo.Reset(ctx, s); err != nil {
		t.Fatal(err)
	}
	a, b := must(t)(s.Build(ctx, "petrel")), must(t)(s.Build(ctx, "lynx"))
	change := func(x store.Build, revision int64) store.Change {
		return store.Change{Slug: x.Slug, Revision: revision, Plan: renamed(x.Plan, x.Slug+" anew"), Words: "Anew"}
	}
	if _, err := s.SaveAll(ctx, []store.Change{change(a, a.Revision), change(b, b.Revision+99)}); !errors.Is(err, store.ErrMoved) {
		t.Errorf("one has moved on: %v", err)
	}
	if now := must(t)(s.Build(ctx, "petrel")); now.Revision != a.Revision {
		t.Error("half of it was kept")
	}
	saved, err := s.SaveAll(ctx, []store.Change{change(a, a.Revision), change(b, b.Revision)})
	if err != nil || len(saved) != 2 || saved[1].Undoes != "Anew" || must(t)(s.Build(ctx, "lynx")).Plan.Build.Name != "lynx anew" {
		t.Fatalf("%+v, %v", saved, err)
	}
	if _, err := s.UndoAll(ctx, map[string]int64{"petrel": saved[0].Revision, "lynx": b.Revision}); !errors.Is(err, store.ErrMoved) {
		t.Errorf("one has moved on: %v", err)
	}
	back, err := s.UndoAll(ctx, map[string]int64{"petrel": saved[0].Revision, "lynx": saved[1].Revision})
	if err != nil || len(back) != 2 || must(t)(s.Build(ctx, "petrel")).Revision != a.Revision {
		t.Errorf("taken back: %+v, %v", back, err)
	}
	if _, err := s.UndoAll(ctx, map[string]int64{"petrel": a.Revision}); !errors.Is(err, store.ErrNothing) {
		t.Errorf("before the first revision: %v", err)
	}
}
