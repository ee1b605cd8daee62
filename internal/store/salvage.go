package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"inkysparrow/internal/store/db"
)

// What is read here is read piece by piece, so that of a damaged file no more is given up than has to be: a page that can't be read takes only what lies on it with it.

// eachRevision visits the revisions that are whole, the oldest first, and returns the ids of the others: they can't be read, or hold what was not written.
func eachRevision(ctx context.Context, q *db.Queries, visit func(db.Revision) error) (broken []int64, err error) {
	last, err := lastRevision(ctx, q)
	if err != nil {
		return nil, err
	}
	look := func(r db.Revision) error {
		if err := changed(r); err != nil {
			return err
		}
		return visit(r)
	}
	const some = 50 // plans at once
	for from := int64(0); from < last; from += some {
		rows, err := q.RevisionsBetween(ctx, db.RevisionsBetweenParams{After: from, UpTo: from + some})
		if err != nil && !damaged(err) {
			return broken, err
		}
		for id := from + 1; id <= min(from+some, last); id++ {
			if len(rows) > 0 && rows[0].ID == id {
				err, rows = look(rows[0]), rows[1:]
			} else { // thinned out, or out of the sight of its neighbours
				err = alone(ctx, q, id, look)
			}
			if damaged(err) {
				broken, err = append(broken, id), nil
			}
			if err != nil {
				return broken, err
			}
		}
	}
	return broken, nil
}

// alone visits a revision that is looked up by its number; none is fine.
func alone(ctx context.Context, q *db.Queries, id int64, visit func(db.Revision) error) error {
	r, err := q.Revision(ctx, id)
	if errors.Is(err, sql.ErrNoRows) {
		return nil
	}
	if err != nil {
		return err
	}
	return visit(r)
}

// lastRevision is the highest number of a revision. In a damaged file the table's own end may be out of sight, and builds stand beyond it.
func lastRevision(ctx context.Context, q *db.Queries) (int64, error) {
	const beyond = 100_000 // what lies further on is damage itself
	last, err := q.LastRevision(ctx)
	if err != nil && !damaged(err) {
		return 0, err
	}
	head, none := q.LastHead(ctx)
	if none == nil && head > last && head <= last+beyond {
		return head, nil
	}
	return last, err
}

func damaged(err error) bool { return errors.Is(trouble(err), ErrDamaged) }

// salvagedBuilds are the builds that can be carried out, and what was carried of them.
type salvagedBuilds struct {
	all    []db.Build       // in order
	slugs  map[int64]string // by id
	of     map[int64]int64  // the build of each revision that was carried
	newest map[int64]int64  // the newest of these, by build
}

var slugged = regexp.MustCompile(`^[a-z0-9][a-z0-9-]{0,79}$`) // as names in addresses are made

func salvageBuilds(ctx context.Context, q *db.Queries) (*salvagedBuilds, error) {
	b := &salvagedBuilds{slugs: map[int64]string{}, of: map[int64]int64{}, newest: map[int64]int64{}}
	all, err := q.AllBuilds(ctx)
	if err != nil && !damaged(err) {
		return nil, err
	}
	for _, one := range all {
		b.add(one)
	}
	return b, nil
}

// add notes a build. One whose name in addresses is lost gets another.
func (b *salvagedBuilds) add(one db.Build) {
	for _, taken := range b.slugs {
		if taken == one.Slug {
			one.Slug = ""
		}
	}
	if !slugged.MatchString(one.Slug) || strings.ToValidUTF8(one.Slug, "") != one.Slug {
		one.Slug = fmt.Sprint("salvaged-", one.ID)
	}
	b.all = append(b.all, one)
	b.slugs[one.ID] = one.Slug
}

// carryRevisions writes the revisions that are whole and returns the ids of the others.
func (b *salvagedBuilds) carryRevisions(ctx context.Context, q *db.Queries, put func(any) error) (broken []int64, err error) {
	return eachRevision(ctx, q, func(r db.Revision) error {
		if _, known := b.slugs[r.BuildID]; !known {
			b.add(db.Build{ID: r.BuildID})
		}
		one := carriedRevision{r.ID, r.ParentID.Int64, b.slugs[r.BuildID], r.Change, r.MadeAt, json.RawMessage(r.Plan)}
		if b.of[one.Parent] != r.BuildID {
			one.Parent = 0
		}
		b.of[r.ID], b.newest[r.BuildID] = r.BuildID, r.ID
		return put(one)
	})
}

// carry writes the builds of which a revision was carried. One whose newest state is lost stands at the newest that was.
func (b *salvagedBuilds) carry(put func(any) error) (carried, gone int, err error) {
	for _, one := range b.all {
		head := one.HeadID.Int64
		if b.of[head] != one.ID {
			head = b.newest[one.ID]
		}
		if head == 0 {
			gone++
			continue
		}
		if err := put(carriedBuild{one.Slug, one.Away == 1, head}); err != nil {
			return carried, gone, err
		}
		carried++
	}
	return carried, gone, nil
}

// salvagedShelf is the shelf as far as it is whole.
type salvagedShelf struct {
	whole []db.Shelf
	gone  int
}

// salvageShelf reads the bottles from both ends, and those that the history names by their ids.
func salvageShelf(ctx context.Context, q *db.Queries, named map[string]bool) (salvagedShelf, error) {
	var out salvagedShelf
	all, err := q.Shelf(ctx)
	if damaged(err) {
		out.gone++ // what can't be read at all can't be counted either
		all, err = salvagedBottles(ctx, q, named)
	}
	if err != nil {
		return out, err
	}
	for _, b := range all {
		if b.Hash != hashOfBottle(b) {
			out.gone++
			continue
		}
		out.whole = append(out.whole, b)
	}
	return out, nil
}

func salvagedBottles(ctx context.Context, q *db.Queries, named map[string]bool) ([]db.Shelf, error) {
	found := map[string]db.Shelf{}
	take := func(b db.Shelf, err error) (more bool, _ error) {
		switch {
		case damaged(err), errors.Is(err, sql.ErrNoRows):
			return false, nil
		case err != nil:
			return false, err
		}
		_, known := found[b.ID]
		found[b.ID] = b
		return !known, nil
	}
	for id, more := "", true; more; {
		b, err := q.BottleAfter(ctx, id)
		if more, err = take(b, err); err != nil {
			return nil, err
		}
		id = b.ID
	}
	for id, more := "\U0010FFFF", true; more; {
		b, err := q.BottleBefore(ctx, id)
		if more, err = take(b, err); err != nil {
			return nil, err
		}
		id = b.ID
	}
	for id := range named {
		if _, err := take(q.Bottle(ctx, id)); err != nil {
			return nil, err
		}
	}
	var all []db.Shelf
	for _, b := range found {
		all = append(all, b)
	}
	slices.SortFunc(all, func(a, b db.Shelf) int { return strings.Compare(a.ID, b.ID) })
	return all, nil
}

// salvagedHistory is the shelf's history as far as it is whole.
type salvagedHistory struct {
	whole []carriedShelfRevision
	gone  int
	named map[string]bool // the ids of all bottles in it
}

// salvageShelfHistory reads the shelf's history. Where the change at which the shelf stands is lost, it begins anew there; now is when.
func salvageShelfHistory(ctx context.Context, q *db.Queries, now string) (salvagedHistory, error) {
	out := salvagedHistory{named: map[string]bool{}}
	head, err := q.ShelfHead(ctx)
	if err != nil && !damaged(err) && !errors.Is(err, sql.ErrNoRows) {
		return out, err
	}
	last, err := q.LastShelfRevision(ctx)
	if err != nil && !damaged(err) {
		return out, err
	}
	last = max(last, head.ID)
	carried := map[int64]bool{}
	for id := int64(1); id <= last; id++ {
		one, err := shelfRevision(ctx, q, id)
		switch {
		case errors.Is(err, sql.ErrNoRows):
			continue
		case damaged(err):
			out.gone++
			continue
		case err != nil:
			return out, err
		}
		if !carried[one.Parent] {
			one.Parent = 0
		}
		one.Head = id == head.ID
		carried[id] = true
		out.whole = append(out.whole, one)
		for _, p := range one.Products {
			out.named[p.ID] = true
		}
	}
	if !carried[head.ID] {
		out.whole = append(out.whole, carriedShelfRevision{ID: last + 1, Change: "Begun again", MadeAt: now, Head: true, Products: []carriedShelfProduct{}})
		out.gone = max(out.gone, 1)
	}
	return out, nil
}

// shelfRevision reads one revision of the shelf. It returns ErrDamaged where that is not what was written.
func shelfRevision(ctx context.Context, q *db.Queries, id int64) (carriedShelfRevision, error) {
	r, err := q.ShelfRevision(ctx, id)
	if err != nil {
		return carriedShelfRevision{}, err
	}
	did, err := q.ShelfChanges(ctx, id)
	if err != nil {
		return carriedShelfRevision{}, err
	}
	if r.Hash != hashOfShelfRevision(r, did) {
		return carriedShelfRevision{}, ErrDamaged
	}
	one := carriedShelfRevision{ID: r.ID, Parent: r.ParentID.Int64, Change: r.Change, MadeAt: r.MadeAt, Products: []carriedShelfProduct{}}
	for _, c := range did {
		one.Products = append(one.Products, carriedShelfProduct{c.ProductID, raw(c.Before), raw(c.After)})
	}
	return one, nil
}
