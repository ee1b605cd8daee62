// Package store keeps builds in SQLite. A build's plan is one document a revision; every change is a new revision, and undo goes back to
// the one before. Methods run in a transaction of their own and are safe for concurrent use.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"time"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver "sqlite"

	"inkysparrow/internal/store/db"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// Errors that callers tell apart.
var (
	ErrNoBuild = errors.New("no such build")             // from everything that takes a slug
	ErrMoved   = errors.New("the build has moved on")    // from Save, Undo and Redo: the revision is no longer the build's head
	ErrNothing = errors.New("nothing to undo or redo")   // from Undo and Redo
	ErrTaken   = errors.New("a build has that name yet") // from Create
	ErrNoShelf = errors.New("no such product")           // from everything that takes a product's id
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is an open database.
type Store struct {
	sql *sql.DB
	now func() time.Time
}

// Open opens the database file at path, making it and bringing its schema up to date where needed. now tells the time that revisions
// are stamped with.
func Open(ctx context.Context, path string, now func() time.Time) (*Store, error) {
	dsn := "file:" + (&url.URL{Path: path}).EscapedPath() +
		"?_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=foreign_keys(ON)&_txlock=immediate"
	conn, err := sql.Open("sqlite", dsn)
	if err != nil {
		return nil, fmt.Errorf("open %s: %w", path, err)
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	s := &Store{sql: conn, now: now}
	p, err := goose.NewProvider(goose.DialectSQLite3, conn, files)
	if err == nil {
		var done []*goose.MigrationResult
		if done, err = p.Up(ctx); err == nil && len(done) > 0 {
			err = s.derive(ctx)
		}
	}
	if err != nil {
		conn.Close()
		return nil, fmt.Errorf("open %s: %w", path, err)
	}
	return s, nil
}

// derive makes what is worked out of the plans, summaries and uses, anew for every build.
func (s *Store) derive(ctx context.Context) error {
	return s.in(ctx, func(q *db.Queries) error {
		heads, err := q.Heads(ctx)
		if err != nil {
			return err
		}
		for _, r := range heads {
			if err := s.head(ctx, q, r.BuildID, r); err != nil {
				return err
			}
		}
		return nil
	})
}

// Close closes the database; everything acknowledged is on disk.
func (s *Store) Close() error { return s.sql.Close() }

// Build is a build with the plan at its head.
type Build struct {
	Slug     string
	Revision int64 // of the plan
	Plan     plan.File
	Undoes   string // the change that an undo takes back; empty where there is none
	Redoes   string // the change that a redo brings back; empty where there is none
}

// Summary is a build in a list.
type Summary struct {
	Slug         string
	Name         string
	Scale        int
	NextStep     string // empty when all is done
	NextAt       time.Time
	Finish       time.Time
	Stops, Warns int
	Away         bool // put away
}

// Builds returns all builds in order.
func (s *Store) Builds(ctx context.Context) ([]Summary, error) {
	rows, err := db.New(s.sql).Builds(ctx)
	if err != nil {
		return nil, fmt.Errorf("list builds: %w", err)
	}
	all := make([]Summary, 0, len(rows))
	for _, r := range rows {
		all = append(all, Summary{
			Slug: r.Build.Slug, Name: r.Summary.Name, Scale: int(r.Summary.Scale), NextStep: r.Summary.NextStep.String,
			NextAt: moment(r.Summary.NextAt), Finish: moment(r.Summary.Finish), Stops: int(r.Summary.Stops), Warns: int(r.Summary.Warns), Away: r.Build.Away == 1,
		})
	}
	return all, nil
}

// Build returns a build as it stands. It returns ErrNoBuild where there is none.
func (s *Store) Build(ctx context.Context, slug string) (Build, error) {
	var b Build
	err := s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		b, err = s.build(ctx, q, slug, row.Revision)
		return err
	})
	return b, err
}

// Head returns the revision that a build stands at, without reading its plan. It returns ErrNoBuild where there is none.
func (s *Store) Head(ctx context.Context, slug string) (int64, error) {
	id, err := db.New(s.sql).HeadOf(ctx, slug)
	if errors.Is(err, sql.ErrNoRows) {
		return 0, fmt.Errorf("%q: %w", slug, ErrNoBuild)
	}
	return id.Int64, err
}

// Create adds a build with its first plan. It returns ErrTaken where the slug is in use.
func (s *Store) Create(ctx context.Context, slug string, f plan.File) error {
	return s.in(ctx, func(q *db.Queries) error {
		if _, err := at(ctx, q, slug); err == nil {
			return fmt.Errorf("%s: %w", slug, ErrTaken)
		} else if !errors.Is(err, ErrNoBuild) {
			return err
		}
		id, err := q.AddBuild(ctx, slug)
		if err != nil {
			return err
		}
		return s.add(ctx, q, id, sql.NullInt64{}, f, "Begun")
	})
}

// Save makes f the build's plan, as a revision of its own that is described by change. revision is the one that f was made from: where
// the build has moved on since, nothing is changed and ErrMoved is returned.
func (s *Store) Save(ctx context.Context, slug string, revision int64, f plan.File, change string) (Build, error) {
	return s.move(ctx, slug, revision, func(q *db.Queries, row db.BuildBySlugRow) error {
		return s.add(ctx, q, row.Build.ID, sql.NullInt64{Int64: revision, Valid: true}, f, change)
	})
}

// Undo goes back to the revision before. It returns ErrMoved as Save does, and ErrNothing at the first revision.
func (s *Store) Undo(ctx context.Context, slug string, revision int64) (Build, error) {
	return s.move(ctx, slug, revision, func(q *db.Queries, row db.BuildBySlugRow) error {
		if !row.Revision.ParentID.Valid {
			return ErrNothing
		}
		parent, err := q.Revision(ctx, row.Revision.ParentID.Int64)
		if err != nil {
			return err
		}
		return s.head(ctx, q, row.Build.ID, parent)
	})
}

// Redo goes forward again to the newest change that was made from here. It returns ErrMoved as Save does, and ErrNothing where there is none.
func (s *Store) Redo(ctx context.Context, slug string, revision int64) (Build, error) {
	return s.move(ctx, slug, revision, func(q *db.Queries, row db.BuildBySlugRow) error {
		child, err := q.NewestChild(ctx, sql.NullInt64{Int64: row.Revision.ID, Valid: true})
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNothing
		}
		if err != nil {
			return err
		}
		return s.head(ctx, q, row.Build.ID, child)
	})
}

// Replace throws all builds and the shelf away and puts the given ones in their place, all or nothing: for the demo, which can be reset.
func (s *Store) Replace(ctx context.Context, slugs []string, plans []plan.File, products []shelf.Product) error {
	return s.in(ctx, func(q *db.Queries) error {
		if err := q.ClearShelf(ctx); err != nil {
			return err
		}
		for _, p := range products {
			if err := putShelf(ctx, q, p); err != nil {
				return err
			}
		}
		if err := q.DeleteBuilds(ctx); err != nil {
			return err
		}
		for i, slug := range slugs {
			id, err := q.AddBuild(ctx, slug)
			if err != nil {
				return err
			}
			if err := s.add(ctx, q, id, sql.NullInt64{}, plans[i], "Begun"); err != nil {
				return err
			}
		}
		return nil
	})
}

// in runs f in a transaction.
func (s *Store) in(ctx context.Context, f func(*db.Queries) error) error {
	tx, err := s.sql.BeginTx(ctx, nil)
	if err != nil {
		return fmt.Errorf("store: %w", err)
	}
	defer tx.Rollback() //nolint:errcheck // after a commit it has nothing to do
	if err := f(db.New(tx)); err != nil {
		return err
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("store: %w", err)
	}
	return nil
}

func (s *Store) move(ctx context.Context, slug string, revision int64, f func(*db.Queries, db.BuildBySlugRow) error) (Build, error) {
	var b Build
	err := s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		if row.Revision.ID != revision {
			return ErrMoved
		}
		if err := f(q, row); err != nil {
			return err
		}
		if row, err = at(ctx, q, slug); err != nil {
			return err
		}
		b, err = s.build(ctx, q, slug, row.Revision)
		return err
	})
	return b, err
}

func at(ctx context.Context, q *db.Queries, slug string) (db.BuildBySlugRow, error) {
	row, err := q.BuildBySlug(ctx, slug)
	if errors.Is(err, sql.ErrNoRows) {
		return row, fmt.Errorf("%q: %w", slug, ErrNoBuild)
	}
	return row, err
}

func (s *Store) build(ctx context.Context, q *db.Queries, slug string, r db.Revision) (Build, error) {
	b := Build{Slug: slug, Revision: r.ID}
	var err error
	if b.Plan, err = plan.Parse([]byte(r.Plan)); err != nil {
		return Build{}, fmt.Errorf("revision %d of %s: %w", r.ID, slug, err)
	}
	if r.ParentID.Valid {
		b.Undoes = r.Change
	}
	child, err := q.NewestChild(ctx, sql.NullInt64{Int64: r.ID, Valid: true})
	switch {
	case err == nil:
		b.Redoes = child.Change
	case !errors.Is(err, sql.ErrNoRows):
		return Build{}, err
	}
	return b, nil
}

// add makes a revision and puts the build's head on it.
func (s *Store) add(ctx context.Context, q *db.Queries, build int64, parent sql.NullInt64, f plan.File, change string) error {
	text, err := f.Write()
	if err != nil {
		return err
	}
	r := db.AddRevisionParams{BuildID: build, ParentID: parent, Plan: string(text), Change: change, MadeAt: s.now().UTC().Format(time.RFC3339)}
	id, err := q.AddRevision(ctx, r)
	if err != nil {
		return fmt.Errorf("add a revision: %w", err)
	}
	return s.head(ctx, q, build, db.Revision{ID: id, Plan: r.Plan})
}

// head puts the build's head on a revision and makes its summary anew.
func (s *Store) head(ctx context.Context, q *db.Queries, build int64, r db.Revision) error {
	f, err := plan.Parse([]byte(r.Plan))
	if err != nil {
		return err
	}
	sum, err := f.Summarise()
	if err != nil {
		return err
	}
	if err := q.SetHead(ctx, db.SetHeadParams{HeadID: sql.NullInt64{Int64: r.ID, Valid: true}, ID: build}); err != nil {
		return err
	}
	if err := q.DeleteUse(ctx, build); err != nil {
		return err
	}
	for _, u := range sum.Uses {
		if err := q.AddUse(ctx, db.AddUseParams{BuildID: build, Step: u.Step, ShelfID: u.Shelf, What: u.What, UseMl: u.ML, At: stamp(u.At).String}); err != nil {
			return err
		}
	}
	return q.PutSummary(ctx, db.PutSummaryParams{
		BuildID: build, Name: f.Build.Name, Scale: int64(f.Build.Scale), NextStep: text(sum.NextStep), NextAt: stamp(sum.NextAt),
		Finish: stamp(sum.Finish), Stops: int64(sum.Stops), Warns: int64(sum.Warns),
	})
}

func text(s string) sql.NullString { return sql.NullString{String: s, Valid: s != ""} }

func stamp(t time.Time) sql.NullString {
	if t.IsZero() {
		return sql.NullString{}
	}
	return text(t.UTC().Format("2006-01-02T15:04:05Z"))
}

func moment(s sql.NullString) time.Time {
	t, err := time.Parse(time.RFC3339, s.String)
	if err != nil {
		return time.Time{}
	}
	return t
}

// Revision is a change in a build's history.
type Revision struct {
	ID, Parent int64 // Parent is 0 for the first
	Change     string
	MadeAt     time.Time
}

// History returns a build's revisions, the newest first and no more than 500, and the one that it stands at.
func (s *Store) History(ctx context.Context, slug string) (all []Revision, head int64, err error) {
	err = s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		head = row.Revision.ID
		rows, err := q.RevisionsOf(ctx, row.Build.ID)
		for _, r := range rows {
			made := moment(sql.NullString{String: r.MadeAt, Valid: true})
			all = append(all, Revision{ID: r.ID, Parent: r.ParentID.Int64, Change: r.Change, MadeAt: made})
		}
		return err
	})
	return all, head, err
}

// At returns a build with the plan of one of its revisions. It returns ErrNoBuild where the build has no such revision.
func (s *Store) At(ctx context.Context, slug string, revision int64) (Build, error) {
	var b Build
	err := s.in(ctx, func(q *db.Queries) error {
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
		b, err = s.build(ctx, q, slug, r)
		return err
	})
	return b, err
}

// PutAway takes a build out of the list, or puts it back in. It returns ErrNoBuild where there is none.
func (s *Store) PutAway(ctx context.Context, slug string, away bool) error {
	n, err := db.New(s.sql).SetAway(ctx, db.SetAwayParams{Away: map[bool]int64{true: 1}[away], Slug: slug})
	if err == nil && n == 0 {
		return fmt.Errorf("%q: %w", slug, ErrNoBuild)
	}
	return err
}

// Free returns the first slug that begins with want and is not in use.
func (s *Store) Free(ctx context.Context, want string) (string, error) {
	try := want
	for n := 2; ; n++ {
		if _, err := s.Head(ctx, try); errors.Is(err, ErrNoBuild) {
			return try, nil
		} else if err != nil {
			return "", err
		}
		try = fmt.Sprintf("%s-%d", want, n)
	}
}
