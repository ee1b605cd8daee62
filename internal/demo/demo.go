// Package demo is the made-up scenario that the demo shows: a club of modellers prepares three fictional aircraft for its winter table.
package demo

import (
	"context"
	"embed"
	"fmt"
	"time"

	"inkysparrow/internal/store"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

//go:embed *.json club/shelf.json
var files embed.FS

// Opens is what the demo's clock shows when it begins: a Thursday evening at the bench.
var Opens = time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)

// Slugs are the builds in the order in which they are listed; each has a plan file of that name.
var Slugs = []string{"petrel", "lynx", "nightjar"}

// Plans returns the demo's plans in the order of Slugs.
func Plans() ([]plan.File, error) {
	var all []plan.File
	for _, slug := range Slugs {
		b, err := files.ReadFile(slug + ".json")
		if err != nil {
			return nil, err
		}
		f, err := plan.Parse(b)
		if err != nil {
			return nil, fmt.Errorf("demo %s: %w", slug, err)
		}
		all = append(all, f)
	}
	return all, nil
}

// Shelf returns the club's products.
func Shelf() ([]shelf.Product, error) {
	b, err := files.ReadFile("club/shelf.json")
	if err != nil {
		return nil, err
	}
	f, err := shelf.Parse(b)
	if err != nil {
		return nil, fmt.Errorf("demo shelf: %w", err)
	}
	return f.Products, nil
}

// Reset puts the demo's builds as they were into the store, in place of all that it holds.
func Reset(ctx context.Context, s *store.Store) error {
	plans, err := Plans()
	if err != nil {
		return err
	}
	products, err := Shelf()
	if err != nil {
		return err
	}
	if err := s.Replace(ctx, Slugs, plans, products); err != nil {
		return fmt.Errorf("reset the demo: %w", err)
	}
	return photograph(ctx, s)
}
