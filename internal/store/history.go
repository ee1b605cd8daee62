package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"math"
	"time"

	"inkysparrow/internal/store/db"
)

// Revision is a change in the history of a build or of the shelf.
type Revision struct {
	ID, Parent int64 // Parent is 0 for the first
	Change     string
	MadeAt     time.Time
}

// Page is what of a history is asked for: at most Most changes that hold Words, older than the revision Before; 0 for the newest.
type Page struct {
	Before int64
	Words  string
	Most   int
}

func (p Page) before() int64 {
	if p.Before <= 0 {
		return math.MaxInt64
	}
	return p.Before
}

// Past is a part of a history.
type Past struct {
	Revisions []Revision // the newest first
	Head      int64      // where it stands
	Line      map[int64]bool
	More      bool // there are older ones
}

// History returns a part of a build's history. It returns ErrNoBuild where there is no such build.
func (s *Store) History(ctx context.Context, slug string, p Page) (Past, error) {
	out := Past{Line: map[int64]bool{}}
	err := s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		out.Head = row.Revision.ID
		all, err := q.Outline(ctx, row.Build.ID)
		if err != nil {
			return err
		}
		parent := map[int64]int64{}
		for _, r := range all {
			parent[r.ID] = r.ParentID.Int64
		}
		for id := out.Head; id != 0; id = parent[id] {
			out.Line[id] = true
		}
		rows, err := q.RevisionsOf(ctx, db.RevisionsOfParams{Build: row.Build.ID, Before: p.before(), Words: p.Words, Most: int64(p.Most) + 1})
		for _, r := range rows {
			out.add(p.Most, Revision{r.ID, r.ParentID.Int64, r.Change, moment(text(r.MadeAt))})
		}
		return err
	})
	return out, err
}

// add adds a revision, or notes that there is one more than was asked for.
func (p *Past) add(most int, r Revision) {
	if len(p.Revisions) == most {
		p.More = true
		return
	}
	p.Revisions = append(p.Revisions, r)
}

// At returns a build with the plan of one of its revisions. It returns ErrNoBuild where the build has no such revision.
func (s *Store) At(ctx context.Context, slug string, revision int64) (Build, error) {
	var b Build
	err := s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		r, err := q.RevisionOfBuild(ctx, db.RevisionOfBuildParams{ID: revision, BuildID: row.Build.ID})
		if errors.Is(err, sql.ErrNoRows) {
			return fmt.Errorf("revision %d of %q: %w", revision, slug, ErrNoBuild)
		}
		if err != nil {
			return err
		}
		b, err = build(ctx, q, slug, r)
		return err
	})
	return b, err
}

// PutAway takes a build out of the list, or puts it back in. It returns ErrNoBuild where there is none.
func (s *Store) PutAway(ctx context.Context, slug string, away bool) error {
	return s.in(ctx, func(q *db.Queries) error {
		n, err := q.SetAway(ctx, db.SetAwayParams{Away: map[bool]int64{true: 1}[away], Slug: slug})
		if err == nil && n == 0 {
			return fmt.Errorf("%q: %w", slug, ErrNoBuild)
		}
		return err
	})
}

// Thin lets go of a build's older steps: of the changes made before the moment it keeps the last one of each day, the first, where the build
// stands, what an undo or a redo there leads to, and where branches part. Their places in the history are closed up. It returns how many went.
func (s *Store) Thin(ctx context.Context, slug string, before time.Time) (gone int, err error) {
	err = s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		out := stamp(before)
		if err := errors.Join(q.ForgetPhotos(ctx, db.ForgetPhotosParams{BuildID: row.Build.ID, DroppedAt: out}), q.ForgetNotes(ctx, db.ForgetNotesParams{BuildID: row.Build.ID, DroppedAt: out})); err != nil {
			return err
		}
		all, err := q.Outline(ctx, row.Build.ID)
		if err != nil {
			return err
		}
		children, lastOf := map[int64]int{}, map[string]int64{}
		for _, r := range all {
			children[r.ParentID.Int64]++
			lastOf[r.MadeAt[:len(time.DateOnly)]] = r.ID
		}
		heir := map[int64]sql.NullInt64{} // of one that went: the nearest before it that stays
		for _, r := range all {
			keep := !moment(text(r.MadeAt)).Before(before) || !r.ParentID.Valid || lastOf[r.MadeAt[:len(time.DateOnly)]] == r.ID || children[r.ID] != 1 ||
				r.ID == row.Revision.ID || r.ID == row.Revision.ParentID.Int64 || r.ParentID.Int64 == row.Revision.ID
			if keep {
				continue
			}
			up, went := heir[r.ParentID.Int64]
			if !went {
				up = r.ParentID
			}
			heir[r.ID] = up
			child, err := q.NewestChild(ctx, sql.NullInt64{Int64: r.ID, Valid: true}) // the only one
			if err != nil {
				return err
			}
			if err := changed(child); err != nil { // a new hash would make it good
				return fmt.Errorf("revision %d of %s: %w", child.ID, slug, err)
			}
			child.ParentID = up
			if err := q.SetParent(ctx, db.SetParentParams{ParentID: up, Hash: hashOfRevision(child), ID: child.ID}); err != nil {
				return err
			}
			if err := q.DropRevision(ctx, r.ID); err != nil {
				return err
			}
			gone++
		}
		return nil
	})
	if err == nil {
		err = s.sweepPictures(ctx)
	}
	if err == nil && gone > 0 {
		s.write.ExecContext(ctx, "VACUUM") // it gives the room back to the disk; where that can't be done now, later changes use the room
	}
	return gone, err
}
