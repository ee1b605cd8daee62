package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/binary"
	"encoding/hex"
	"fmt"
	"strconv"

	"inkysparrow/internal/store/db"
	"inkysparrow/plan"
)

// hashesFrom is the schema version that hashes came with.
const hashesFrom = 5

// hashOf is the SHA-256 of texts, each after its length, so that no two lists of texts are taken for each other.
func hashOf(texts ...string) string {
	h := sha256.New()
	for _, t := range texts {
		h.Write(binary.BigEndian.AppendUint64(nil, uint64(len(t))))
		h.Write([]byte(t))
	}
	return hex.EncodeToString(h.Sum(nil))
}

// hashOfRevision covers all that a revision says but its number, which is given as it is written.
func hashOfRevision(r db.Revision) string {
	return hashOf(strconv.FormatInt(r.BuildID, 10), number(r.ParentID), r.Plan, r.Change, r.MadeAt)
}

func hashOfBottle(b db.Shelf) string { return hashOf(b.ID, b.Name, b.Product) }

// hashOfShelfRevision covers what it did to each product, in the order of their ids.
func hashOfShelfRevision(r db.ShelfRevision, did []db.ShelfChange) string {
	texts := []string{number(r.ParentID), r.Change, r.MadeAt}
	for _, c := range did {
		texts = append(texts, c.ProductID, c.Before.String, c.After.String) // JSON is never empty: nothing there and nothing said are one
	}
	return hashOf(texts...)
}

func number(n sql.NullInt64) string { return strconv.FormatInt(n.Int64, 10) }

// planOf reads a revision's plan. It returns ErrDamaged where that is not what was written.
func planOf(slug string, r db.Revision) (plan.File, error) {
	f, err := readPlan(r)
	if err != nil {
		return plan.File{}, fmt.Errorf("revision %d of %s: %w", r.ID, slug, err)
	}
	return f, nil
}

func readPlan(r db.Revision) (plan.File, error) {
	if err := changed(r); err != nil {
		return plan.File{}, err
	}
	return plan.Parse([]byte(r.Plan))
}

// changed returns ErrDamaged where a revision is not what was written.
func changed(r db.Revision) error {
	if r.Hash == hashOfRevision(r) {
		return nil
	}
	return fmt.Errorf("%w: what is kept here is not what was written", ErrDamaged)
}

// hashShelfRevision gives a revision of the shelf its hash, once all that it did is noted.
func hashShelfRevision(ctx context.Context, q *db.Queries, id int64) error {
	r, err := q.ShelfRevision(ctx, id)
	if err != nil {
		return err
	}
	did, err := q.ShelfChanges(ctx, id)
	if err != nil {
		return err
	}
	return q.HashShelfRevision(ctx, db.HashShelfRevisionParams{Hash: hashOfShelfRevision(r, did), ID: id})
}

// hashOld gives everything in a file from before there were hashes its own. What the tables' own checks refuse is left without one, and so counts as damaged.
func hashOld(ctx context.Context, q *db.Queries) error {
	const some = 50 // plans at once
	last, err := q.LastRevision(ctx)
	if err != nil {
		return err
	}
	for from := int64(0); from < last; from += some {
		rows, err := q.RevisionsBetween(ctx, db.RevisionsBetweenParams{After: from, UpTo: from + some})
		if err != nil {
			return err
		}
		for _, r := range rows {
			if err := q.HashRevision(ctx, db.HashRevisionParams{Hash: hashOfRevision(r), ID: r.ID}); err != nil {
				return err
			}
		}
	}
	bottles, err := q.Shelf(ctx)
	if err != nil {
		return err
	}
	for _, b := range bottles {
		if err := q.HashBottle(ctx, db.HashBottleParams{Hash: hashOfBottle(b), ID: b.ID}); err != nil {
			return err
		}
	}
	ids, err := q.ShelfRevisionIDs(ctx)
	if err != nil {
		return err
	}
	for _, id := range ids {
		if err := hashShelfRevision(ctx, q, id); err != nil {
			return err
		}
	}
	return nil
}
