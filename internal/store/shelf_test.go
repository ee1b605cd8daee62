package store

import (
	"errors"
	"path/filepath"
	"testing"
	"time"

	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// The shelf keeps its products by name; what plans will use is told in order of time, goes with its build, and is made anew where an older
// database is brought up to date.
func TestShelf(t *testing.T) {
	path := filepath.Join(t.TempDir(), "x.db")
	s, err := Open(t.Context(), path, Options{Now: time.Now})
	if err != nil {
		t.Fatal(err)
	}
	put := func(id, name string) {
		t.Helper()
		p := shelf.Product{Product: plan.Product{ID: id, Name: name, Kind: "clear", Family: "polish-clear", Sheen: "gloss"}, StockML: new(5.0)}
		if err := s.PutShelf(t.Context(), AnyRevision, "Put "+name, p); err != nil {
			t.Fatal(err)
		}
	}
	put("b", "beta")
	put("a", "Alpha")
	put("b", "Beta, renamed")
	stands, err := s.Shelf(t.Context())
	all := stands.Products
	if err != nil || len(all) != 2 || all[0].ID != "a" || all[1].Name != "Beta, renamed" {
		t.Fatalf("%v %+v", err, all)
	}
	if _, err := s.ShelfProduct(t.Context(), "c"); !errors.Is(err, ErrNoShelf) {
		t.Errorf("a product that is not there: %v", err)
	}
	if err := s.RemoveShelf(t.Context(), AnyRevision, "Removed", "c"); !errors.Is(err, ErrNoShelf) {
		t.Errorf("removing it: %v", err)
	}
	f := plan.File{
		Format: plan.Format, Build: plan.Build{Name: "x", Start: time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)},
		Products: []plan.Product{{ID: "g", Name: "Alpha", Kind: "clear", Family: "polish-clear", Sheen: "gloss", Shelf: "a"}},
		Zones:    []plan.Zone{{ID: "z", Name: "Wing", AreaCM2: 80, Steps: []plan.Step{{ID: "1", Do: "gloss-coat", Product: "g"}, {ID: "2", Do: "final-gloss", Product: "g"}}}},
	}
	if _, err := s.Create(t.Context(), "x", f); err != nil {
		t.Fatal(err)
	}
	uses := func() []Use {
		t.Helper()
		u, err := s.Uses(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		return u
	}
	if u := uses(); len(u) != 2 || u[0].What != "Gloss coat, Wing" || u[0].Shelf != "a" || u[0].ML <= 0 || u[1].At.Before(u[0].At) {
		t.Errorf("uses %+v", u)
	}
	if err := s.PutAway(t.Context(), "x", true); err != nil || len(uses()) != 0 {
		t.Errorf("a build that is put away uses %d times: %v", len(uses()), err)
	}
	if err := s.RemoveShelf(t.Context(), AnyRevision, "Removed", "a"); err != nil {
		t.Fatal(err)
	}
	s.Close()
	if s, err = Open(t.Context(), path, Options{Now: time.Now}); err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if stands, err = s.Shelf(t.Context()); err != nil || len(stands.Products) != 1 {
		t.Errorf("opened again: %v %+v", err, stands)
	}
}
