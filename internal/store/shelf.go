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

// Shelf returns the products of the shelf by name.
func (s *Store) Shelf(ctx context.Context) ([]shelf.Product, error) {
	rows, err := db.New(s.sql).Shelf(ctx)
	if err != nil {
		return nil, fmt.Errorf("read the shelf: %w", err)
	}
	all := make([]shelf.Product, 0, len(rows))
	for _, text := range rows {
		p, err := shelfProduct(text)
		if err != nil {
			return nil, err
		}
		all = append(all, p)
	}
	return all, nil
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
	text, err := db.New(s.sql).ShelfProduct(ctx, id)
	if errors.Is(err, sql.ErrNoRows) {
		return shelf.Product{}, fmt.Errorf("%q: %w", id, ErrNoShelf)
	}
	if err != nil {
		return shelf.Product{}, err
	}
	return shelfProduct(text)
}

// PutShelf puts products on the shelf, each in the place of the one with its id, all or nothing. They must have been checked.
func (s *Store) PutShelf(ctx context.Context, products ...shelf.Product) error {
	return s.in(ctx, func(q *db.Queries) error {
		for _, p := range products {
			if err := putShelf(ctx, q, p); err != nil {
				return err
			}
		}
		return nil
	})
}

func putShelf(ctx context.Context, q *db.Queries, p shelf.Product) error {
	text, err := json.Marshal(p)
	if err != nil {
		return err
	}
	if err := q.PutShelf(ctx, db.PutShelfParams{ID: p.ID, Name: p.Name, Product: string(text)}); err != nil {
		return fmt.Errorf("put %q on the shelf: %w", p.ID, err)
	}
	return nil
}

// RemoveShelf takes a product off the shelf; plans keep their copies. It returns ErrNoShelf where there is none.
func (s *Store) RemoveShelf(ctx context.Context, id string) error {
	n, err := db.New(s.sql).DeleteShelf(ctx, id)
	if err == nil && n == 0 {
		return fmt.Errorf("%q: %w", id, ErrNoShelf)
	}
	return err
}

// Use is what a step that is still to be done will take of a product of the shelf.
type Use struct {
	Slug, Build, Shelf, What string
	ML                       float64
	At                       time.Time
}

// Uses returns what all builds that are not put away will take of the shelf, in order of time.
func (s *Store) Uses(ctx context.Context) ([]Use, error) {
	rows, err := db.New(s.sql).Uses(ctx)
	if err != nil {
		return nil, fmt.Errorf("read the uses: %w", err)
	}
	all := make([]Use, 0, len(rows))
	for _, r := range rows {
		all = append(all, Use{r.Slug, r.Name, r.ShelfID, r.What, r.UseMl, moment(sql.NullString{String: r.At, Valid: true})})
	}
	return all, nil
}
