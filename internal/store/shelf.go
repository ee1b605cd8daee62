package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"inkysparrow/internal/store/db"
	"inkysparrow/shelf"
)

// Shelf is the shelf as it stands.
type Shelf struct {
	Revision int64
	Products []shelf.Product // by name
	Undoes   string          // the change that an undo takes back; empty where there is none
	Redoes   string          // the change that a redo brings back; empty where there is none
}

// Shelf returns the shelf as it stands.
func (s *Store) Shelf(ctx context.Context) (Shelf, error) {
	var out Shelf
	err := s.view(ctx, func(q *db.Queries) error {
		rows, err := q.Shelf(ctx)
		if err != nil {
			return fmt.Errorf("read the shelf: %w", err)
		}
		out.Products = make([]shelf.Product, 0, len(rows))
		for _, r := range rows {
			p, err := shelfProduct(r.Product)
			if err != nil {
				return err
			}
			out.Products = append(out.Products, p)
		}
		head, err := q.ShelfHead(ctx)
		if err != nil {
			return err
		}
		out.Revision = head.ID
		if head.ParentID.Valid {
			out.Undoes = head.Change
		}
		child, err := q.NewestShelfChild(ctx, sql.NullInt64{Int64: head.ID, Valid: true})
		if errors.Is(err, sql.ErrNoRows) {
			return nil
		}
		out.Redoes = child.Change
		return err
	})
	return out, err
}

func shelfProduct(text string) (shelf.Product, error) {
	var p shelf.Product
	if err := json.Unmarshal([]byte(text), &p); err != nil {
		return p, fmt.Errorf("a product of the shelf: %w", err)
	}
	return p, nil
}

// ShelfProduct returns a product of the shelf, ErrNoShelf where there is none.
func (s *Store) ShelfProduct(ctx context.Context, id string) (shelf.Product, error) {
	text, err := db.New(s.read).ShelfProduct(ctx, id)
	if errors.Is(err, sql.ErrNoRows) {
		return shelf.Product{}, fmt.Errorf("%q: %w", id, ErrNoShelf)
	}
	if err != nil {
		return shelf.Product{}, trouble(err)
	}
	return shelfProduct(text)
}

// AnyRevision stands for whatever revision the shelf has.
const AnyRevision = -1

// PutShelf puts products on the shelf, each in the place of the one with its id, as one revision that is described by change. They must have
// been checked. Where the shelf is no longer at revision, nothing is changed and ErrMoved is returned.
func (s *Store) PutShelf(ctx context.Context, revision int64, change string, products ...shelf.Product) error {
	if len(products) == 0 {
		return nil
	}
	list, err := json.Marshal(products)
	if err != nil {
		return err
	}
	return s.changeShelf(ctx, revision, change, func(q *db.Queries, id int64) error {
		if err := q.NoteProducts(ctx, db.NoteProductsParams{Revision: id, Products: string(list)}); err != nil { // all at once: an import can have thousands
			return fmt.Errorf("put on the shelf: %w", err)
		}
		for _, p := range products {
			if err := putProduct(ctx, q, p); err != nil {
				return err
			}
		}
		return nil
	})
}

// RemoveShelf takes a product off the shelf as a revision; plans keep their copies. It returns ErrNoShelf where there is none, and ErrMoved as
// PutShelf does.
func (s *Store) RemoveShelf(ctx context.Context, revision int64, change, id string) error {
	return s.changeShelf(ctx, revision, change, func(q *db.Queries, to int64) error {
		before, err := q.ShelfProduct(ctx, id)
		if errors.Is(err, sql.ErrNoRows) {
			return fmt.Errorf("%q: %w", id, ErrNoShelf)
		}
		if err != nil {
			return err
		}
		if err := q.AddShelfChange(ctx, db.AddShelfChangeParams{RevisionID: to, ProductID: id, Before: text(before)}); err != nil {
			return err
		}
		_, err = q.DeleteShelf(ctx, id)
		return err
	})
}

func (s *Store) changeShelf(ctx context.Context, revision int64, change string, do func(q *db.Queries, revision int64) error) error {
	return s.in(ctx, func(q *db.Queries) error {
		head, err := shelfAt(ctx, q, revision)
		if err != nil {
			return err
		}
		id, err := q.AddShelfRevision(ctx, db.AddShelfRevisionParams{ParentID: sql.NullInt64{Int64: head.ID, Valid: true}, Change: brief(change), MadeAt: s.stamp()})
		if err := s.counted(ctx, id, err); err != nil {
			return err
		}
		if err := do(q, id); err != nil {
			return err
		}
		if err := hashShelfRevision(ctx, q, id); err != nil {
			return err
		}
		return q.SetShelfHead(ctx, id)
	})
}

// shelfAt returns the shelf's head, ErrMoved where it is another than was asked for.
func shelfAt(ctx context.Context, q *db.Queries, revision int64) (db.ShelfRevision, error) {
	head, err := q.ShelfHead(ctx)
	if err == nil && revision != AnyRevision && head.ID != revision {
		err = ErrMoved
	}
	return head, err
}

// setProduct makes a product what is says; where that is nothing, it goes.
func setProduct(ctx context.Context, q *db.Queries, id string, is sql.NullString) error {
	if !is.Valid {
		_, err := q.DeleteShelf(ctx, id)
		return err
	}
	p, err := shelfProduct(is.String)
	if err != nil {
		return err
	}
	return putBottle(ctx, q, db.Shelf{ID: id, Name: p.Name, Product: is.String})
}

func putProduct(ctx context.Context, q *db.Queries, p shelf.Product) error {
	is, err := json.Marshal(p)
	if err != nil {
		return err
	}
	return putBottle(ctx, q, db.Shelf{ID: p.ID, Name: p.Name, Product: string(is)})
}

func putBottle(ctx context.Context, q *db.Queries, b db.Shelf) error {
	return q.PutShelf(ctx, db.PutShelfParams{ID: b.ID, Name: b.Name, Product: b.Product, Hash: hashOfBottle(b)})
}

// UndoShelf takes the shelf's last change back. It returns ErrMoved as PutShelf does, and ErrNothing where there is none.
func (s *Store) UndoShelf(ctx context.Context, revision int64) error {
	return s.in(ctx, func(q *db.Queries) error {
		head, err := shelfAt(ctx, q, revision)
		if err != nil {
			return err
		}
		if !head.ParentID.Valid {
			return ErrNothing
		}
		return replay(ctx, q, head.ID, head.ParentID.Int64, func(c db.ShelfChange) sql.NullString { return c.Before })
	})
}

// RedoShelf brings the newest change that was made from here back. It returns ErrMoved as PutShelf does, and ErrNothing where there is none.
func (s *Store) RedoShelf(ctx context.Context, revision int64) error {
	return s.in(ctx, func(q *db.Queries) error {
		head, err := shelfAt(ctx, q, revision)
		if err != nil {
			return err
		}
		child, err := q.NewestShelfChild(ctx, sql.NullInt64{Int64: head.ID, Valid: true})
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNothing
		}
		if err != nil {
			return err
		}
		return replay(ctx, q, child.ID, child.ID, func(c db.ShelfChange) sql.NullString { return c.After })
	})
}

// replay makes every product that a revision changed what side says, and puts the shelf's head on another revision.
func replay(ctx context.Context, q *db.Queries, of, head int64, side func(db.ShelfChange) sql.NullString) error {
	changes, err := q.ShelfChanges(ctx, of)
	if err != nil {
		return err
	}
	for _, c := range changes {
		if err := setProduct(ctx, q, c.ProductID, side(c)); err != nil {
			return err
		}
	}
	return q.SetShelfHead(ctx, head)
}

// ShelfHistory returns a part of the shelf's history.
func (s *Store) ShelfHistory(ctx context.Context, p Page) (Past, error) {
	out := Past{Line: map[int64]bool{}}
	err := s.view(ctx, func(q *db.Queries) error {
		head, err := q.ShelfHead(ctx)
		if err != nil {
			return err
		}
		out.Head = head.ID
		rows, err := q.ShelfRevisions(ctx, db.ShelfRevisionsParams{Before: p.before(), Words: p.Words, Most: int64(p.Most) + 1})
		for _, r := range rows {
			out.add(p.Most, Revision{r.ID, r.ParentID.Int64, r.Change, moment(text(r.MadeAt))})
			out.Line[r.ID] = true
		}
		return err
	})
	return out, err
}

// replaceShelf begins the shelf anew with these products.
func (s *Store) replaceShelf(ctx context.Context, q *db.Queries, products []shelf.Product) error {
	if err := q.ClearShelf(ctx); err != nil {
		return err
	}
	id, err := q.AddShelfRevision(ctx, db.AddShelfRevisionParams{Change: "Begun", MadeAt: s.stamp()})
	if err != nil {
		return err
	}
	if err := hashShelfRevision(ctx, q, id); err != nil {
		return err
	}
	if err := q.SetShelfHead(ctx, id); err != nil {
		return err
	}
	if err := q.DropOlderShelfRevisions(ctx, id); err != nil {
		return err
	}
	for _, p := range products {
		if err := putProduct(ctx, q, p); err != nil {
			return err
		}
	}
	return nil
}

// Use is what a step that is still to be done will take of a product of the shelf.
type Use struct {
	Slug, Build, Shelf, What string
	ML                       float64
	At                       time.Time // in the build's own time zone
}

// Uses returns what all builds that are not put away will take of the shelf, in order of time.
func (s *Store) Uses(ctx context.Context) ([]Use, error) {
	rows, err := db.New(s.read).Uses(ctx)
	if err != nil {
		return nil, fmt.Errorf("read the uses: %w", trouble(err))
	}
	all := make([]Use, 0, len(rows))
	for _, r := range rows {
		place, err := time.LoadLocation(r.Timezone)
		if err != nil {
			place = time.UTC // the plan can't be read either
		}
		all = append(all, Use{r.Slug, r.Name, r.ShelfID, r.What, r.UseMl, moment(text(r.At)).In(place)})
	}
	return all, nil
}
