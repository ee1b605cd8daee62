// Package store keeps builds in SQLite. A build's plan is one document a revision; every change is a new revision, and undo goes back to
// the one before. Methods run in a transaction of their own and are safe for concurrent use.
package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"maps"
	"slices"
	"time"

	"inkysparrow/internal/store/db"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// Errors that callers tell apart.
var (
	ErrNoBuild = errors.New("no such build")           // from everything that takes a slug
	ErrMoved   = errors.New("the build has moved on")  // from Save, Undo and Redo: the revision is no longer the build's head
	ErrNothing = errors.New("nothing to undo or redo") // from Undo and Redo
	ErrNoShelf = errors.New("no such product")         // from everything that takes a product's id
)

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
	Away         bool   // put away
	Finished     string // the day that it was finished, such as 2027-03-21; empty while it is not
	Problem      string // why its plan can't be read; empty where it can
}

// Builds returns all builds in order.
func (s *Store) Builds(ctx context.Context) ([]Summary, error) {
	rows, err := db.New(s.read).Builds(ctx)
	if err != nil {
		return nil, fmt.Errorf("list builds: %w", trouble(err))
	}
	all := make([]Summary, 0, len(rows))
	for _, r := range rows {
		all = append(all, Summary{
			Slug: r.Build.Slug, Name: r.Summary.Name, Scale: int(r.Summary.Scale), NextStep: r.Summary.NextStep.String,
			NextAt: moment(r.Summary.NextAt), Finish: moment(r.Summary.Finish), Stops: int(r.Summary.Stops), Warns: int(r.Summary.Warns), Away: r.Build.Away == 1,
			Problem: r.Summary.Problem.String, Finished: r.Summary.Finished.String,
		})
	}
	return all, nil
}

// Build returns a build as it stands. It returns ErrNoBuild where there is none.
func (s *Store) Build(ctx context.Context, slug string) (Build, error) {
	var b Build
	err := s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		b, err = build(ctx, q, slug, row.Revision)
		return err
	})
	return b, err
}

// Text returns a build's plan as it is kept, read or not. It returns ErrNoBuild where there is none.
func (s *Store) Text(ctx context.Context, slug string) ([]byte, error) {
	row, err := at(ctx, db.New(s.read), slug)
	return []byte(row.Revision.Plan), err
}

// Head returns the revision that a build stands at, without reading its plan. It returns ErrNoBuild where there is none.
func (s *Store) Head(ctx context.Context, slug string) (int64, error) {
	id, err := db.New(s.read).HeadOf(ctx, slug)
	if errors.Is(err, sql.ErrNoRows) {
		return 0, fmt.Errorf("%q: %w", slug, ErrNoBuild)
	}
	return id.Int64, trouble(err)
}

// Create adds a build with its first plan. Its slug is want, or the first free one that begins so; it is returned.
func (s *Store) Create(ctx context.Context, want string, f plan.File) (slug string, err error) {
	return s.CreateSummed(ctx, want, f, nil)
}

// CreateSummed is Create for a plan that has been judged already; judged is what it came to.
func (s *Store) CreateSummed(ctx context.Context, want string, f plan.File, judged *plan.Summary) (slug string, err error) {
	text, sum, err := written(f, judged)
	if err != nil {
		return "", err
	}
	err = s.in(ctx, func(q *db.Queries) error {
		slug = want
		for n := 2; ; n++ {
			if _, err := q.HeadOf(ctx, slug); errors.Is(err, sql.ErrNoRows) {
				break
			} else if err != nil {
				return err
			}
			slug = fmt.Sprintf("%s-%d", want, n)
		}
		id, err := q.AddBuild(ctx, slug)
		if err != nil {
			return err
		}
		return s.add(ctx, q, id, sql.NullInt64{}, text, sum, "Begun")
	})
	return slug, err
}

// Save makes f the build's plan, as a revision of its own that is described by change. revision is the one that f was made from: where
// the build has moved on since, nothing is changed and ErrMoved is returned.
func (s *Store) Save(ctx context.Context, slug string, revision int64, f plan.File, change string) (Build, error) {
	return s.SaveSummed(ctx, slug, revision, f, nil, change)
}

// SaveSummed is Save for a plan that has been judged already; sum is what it came to.
func (s *Store) SaveSummed(ctx context.Context, slug string, revision int64, f plan.File, sum *plan.Summary, change string) (Build, error) {
	saved, err := s.SaveAll(ctx, []Change{{slug, revision, f, sum, change}})
	if err != nil {
		return Build{}, err
	}
	return saved[0], nil
}

// Undo goes back to the revision before. It returns ErrMoved as Save does, and ErrNothing at the first revision.
func (s *Store) Undo(ctx context.Context, slug string, revision int64) (Build, error) {
	return one(s.turn(ctx, map[string]int64{slug: revision}, before))
}

// UndoAll goes back one revision in several builds, all of them or none: ErrMoved where any has moved on since, and ErrNothing where one has no revision before.
func (s *Store) UndoAll(ctx context.Context, revisions map[string]int64) ([]Build, error) {
	return s.turn(ctx, revisions, before)
}

// Redo goes forward again to the newest change that was made from here. It returns ErrMoved as Save does, and ErrNothing where there is none.
func (s *Store) Redo(ctx context.Context, slug string, revision int64) (Build, error) {
	return one(s.turn(ctx, map[string]int64{slug: revision}, func(ctx context.Context, q *db.Queries, row db.BuildBySlugRow) (db.Revision, error) {
		child, err := q.NewestChild(ctx, sql.NullInt64{Int64: row.Revision.ID, Valid: true})
		if errors.Is(err, sql.ErrNoRows) {
			return child, ErrNothing
		}
		return child, err
	}))
}

// before returns the revision that a build's was made from.
func before(ctx context.Context, q *db.Queries, row db.BuildBySlugRow) (db.Revision, error) {
	if !row.Revision.ParentID.Valid {
		return db.Revision{}, ErrNothing
	}
	return q.Revision(ctx, row.Revision.ParentID.Int64)
}

func one(all []Build, err error) (Build, error) {
	if err != nil {
		return Build{}, err
	}
	return all[0], nil
}

// turn puts the heads of builds on other revisions of theirs, all or none. Their plans are read and judged before anything is locked.
func (s *Store) turn(ctx context.Context, revisions map[string]int64, to func(context.Context, *db.Queries, db.BuildBySlugRow) (db.Revision, error)) ([]Build, error) {
	slugs := slices.Sorted(maps.Keys(revisions))
	targets, plans, sums := make([]db.Revision, len(slugs)), make([]plan.File, len(slugs)), make([]sum, len(slugs))
	err := s.view(ctx, func(q *db.Queries) error {
		for i, slug := range slugs {
			row, err := at(ctx, q, slug)
			if err != nil {
				return err
			}
			if row.Revision.ID != revisions[slug] {
				return ErrMoved
			}
			if targets[i], err = to(ctx, q, row); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	for i, slug := range slugs {
		if plans[i], err = planOf(slug, targets[i]); err != nil {
			return nil, err
		}
		sums[i] = sumOf(slug, targets[i])
	}
	var out []Build
	err = s.in(ctx, func(q *db.Queries) error {
		for i, slug := range slugs {
			b, err := moved(ctx, q, slug, revisions[slug], plans[i], func(q *db.Queries, row db.BuildBySlugRow) error {
				if err := q.SetHead(ctx, db.SetHeadParams{HeadID: sql.NullInt64{Int64: targets[i].ID, Valid: true}, ID: row.Build.ID}); err != nil {
					return err
				}
				return putSum(ctx, q, row.Build.ID, sums[i])
			})
			if err != nil {
				return err
			}
			out = append(out, b)
		}
		return nil
	})
	return out, err
}

// Replace throws all builds and the shelf away and puts the given ones in their place, all or nothing: for the demo, which can be reset.
// It returns ErrNotDemo where the file is not the demo's.
func (s *Store) Replace(ctx context.Context, slugs []string, plans []plan.File, products []shelf.Product) error {
	texts, sums := make([]string, len(plans)), make([]sum, len(plans))
	for i, f := range plans {
		var err error
		if texts[i], sums[i], err = written(f, nil); err != nil {
			return err
		}
	}
	return s.in(ctx, func(q *db.Queries) error {
		if _, err := q.Setting(ctx, demoSetting); errors.Is(err, sql.ErrNoRows) {
			return ErrNotDemo
		} else if err != nil {
			return err
		}
		if err := s.replaceShelf(ctx, q, products); err != nil {
			return err
		}
		if err := errors.Join(q.DeleteBuilds(ctx), q.DropSetting(ctx, LearnedSetting)); err != nil {
			return err
		}
		for i, slug := range slugs {
			id, err := q.AddBuild(ctx, slug)
			if err != nil {
				return err
			}
			if err := s.add(ctx, q, id, sql.NullInt64{}, texts[i], sums[i], "Begun"); err != nil {
				return err
			}
		}
		return nil
	})
}

// in runs f in a transaction that writes.
func (s *Store) in(ctx context.Context, f func(*db.Queries) error) error {
	if s.frozen != nil {
		return s.frozen
	}
	s.resting.touch(s.now())
	defer s.writes.Add(1)
	return within(ctx, s.write, f)
}

// view runs f in a transaction that reads: it sees one state of the file, and waits for nobody who writes.
func (s *Store) view(ctx context.Context, f func(*db.Queries) error) error {
	tx, err := s.read.BeginTx(ctx, nil)
	if err != nil {
		return fmt.Errorf("store: %w", trouble(err))
	}
	defer tx.Rollback() // there is nothing to keep
	return trouble(f(db.New(tx)))
}

func within(ctx context.Context, conn *sql.DB, f func(*db.Queries) error) error {
	tx, err := conn.BeginTx(ctx, nil)
	if err != nil {
		return fmt.Errorf("store: %w", trouble(err))
	}
	defer tx.Rollback() // after a commit it has nothing to do
	if err := f(db.New(tx)); err != nil {
		return trouble(err)
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("store: %w", trouble(err))
	}
	return nil
}

// moved changes the build at a revision with change, and returns it with f, the plan that it then has.
func moved(ctx context.Context, q *db.Queries, slug string, revision int64, f plan.File, change func(*db.Queries, db.BuildBySlugRow) error) (Build, error) {
	b := Build{Slug: slug, Plan: f}
	row, err := at(ctx, q, slug)
	if err != nil {
		return b, err
	}
	if row.Revision.ID != revision {
		return b, ErrMoved
	}
	if err := change(q, row); err != nil {
		return b, err
	}
	if row, err = at(ctx, q, slug); err != nil {
		return b, err
	}
	return b, turns(ctx, q, &b, row.Revision)
}

// Change is a plan that is to become a build's, made from one of its revisions.
type Change struct {
	Slug     string
	Revision int64
	Plan     plan.File
	Sum      *plan.Summary // what it came to
	Words    string
}

// SaveAll saves several builds, all of them or none: ErrMoved where any has moved on since.
func (s *Store) SaveAll(ctx context.Context, all []Change) ([]Build, error) {
	texts, sums := make([]string, len(all)), make([]sum, len(all))
	for i, c := range all {
		var err error
		if texts[i], sums[i], err = written(c.Plan, c.Sum); err != nil {
			return nil, err
		}
	}
	var saved []Build
	err := s.in(ctx, func(q *db.Queries) error {
		for i, c := range all {
			b, err := moved(ctx, q, c.Slug, c.Revision, c.Plan, func(q *db.Queries, row db.BuildBySlugRow) error {
				return s.add(ctx, q, row.Build.ID, sql.NullInt64{Int64: c.Revision, Valid: true}, texts[i], sums[i], c.Words)
			})
			if err != nil {
				return err
			}
			saved = append(saved, b)
		}
		return nil
	})
	return saved, err
}

func at(ctx context.Context, q *db.Queries, slug string) (db.BuildBySlugRow, error) {
	row, err := q.BuildBySlug(ctx, slug)
	if errors.Is(err, sql.ErrNoRows) {
		return row, fmt.Errorf("%q: %w", slug, ErrNoBuild)
	}
	return row, trouble(err)
}

func build(ctx context.Context, q *db.Queries, slug string, r db.Revision) (Build, error) {
	f, err := planOf(slug, r)
	if err != nil {
		return Build{}, err
	}
	b := Build{Slug: slug, Plan: f}
	return b, turns(ctx, q, &b, r)
}

// turns fills in where a build stands and what can be undone and redone there.
func turns(ctx context.Context, q *db.Queries, b *Build, r db.Revision) error {
	b.Revision = r.ID
	if r.ParentID.Valid {
		b.Undoes = r.Change
	}
	child, err := q.NewestChild(ctx, sql.NullInt64{Int64: r.ID, Valid: true})
	if errors.Is(err, sql.ErrNoRows) {
		return nil
	}
	b.Redoes = child.Change
	return err
}

// add makes a revision and puts the build's head on it.
func (s *Store) add(ctx context.Context, q *db.Queries, build int64, parent sql.NullInt64, plan string, sum sum, change string) error {
	r := db.Revision{BuildID: build, ParentID: parent, Plan: plan, Change: brief(change), MadeAt: s.stamp()}
	id, err := q.AddRevision(ctx, db.AddRevisionParams{BuildID: r.BuildID, ParentID: r.ParentID, Plan: r.Plan, Change: r.Change, MadeAt: r.MadeAt, Hash: hashOfRevision(r)})
	if err := s.counted(ctx, id, err); err != nil {
		return err
	}
	if err := q.SetHead(ctx, db.SetHeadParams{HeadID: sql.NullInt64{Int64: id, Valid: true}, ID: build}); err != nil {
		return err
	}
	return putSum(ctx, q, build, sum)
}

// counted returns what is wrong with the number that a new revision got. SQLite calls a count that is at its end a full disk.
func (s *Store) counted(ctx context.Context, id int64, err error) error {
	if err == nil && id > mostID {
		return ErrSpent
	}
	if errors.Is(trouble(err), ErrFull) {
		var last int64
		if s.read.QueryRowContext(ctx, "SELECT max(seq) FROM sqlite_sequence").Scan(&last) == nil && last > mostID {
			return ErrSpent
		}
	}
	if err != nil {
		return fmt.Errorf("add a revision: %w", err)
	}
	return nil
}

// mostChange is how many characters of a change's words are kept, as the table has it.
const mostChange = 500

// brief cuts the words of a change to what a revision keeps of them.
func brief(change string) string {
	if r := []rune(change); len(r) > mostChange {
		return string(r[:mostChange-1]) + "…"
	}
	return change
}

// sum is what is kept of a plan beside it.
type sum struct {
	plan.Summary
	name    string
	scale   int
	problem string // why it can't be read
}

// written returns a plan's text and what it comes to; judged is that where it is known already.
func written(f plan.File, judged *plan.Summary) (string, sum, error) {
	text, err := f.Write()
	if err != nil {
		return "", sum{}, err
	}
	out := sum{name: f.Build.Name, scale: f.Build.Scale}
	if judged != nil {
		out.Summary = *judged
		return string(text), out, nil
	}
	out.Summary, err = f.Summarise()
	return string(text), out, err
}

// sumOf tells what a kept plan comes to; where it can't be read, why.
func sumOf(slug string, r db.Revision) sum {
	f, err := readPlan(r)
	if err != nil {
		return sum{name: slug, problem: err.Error()}
	}
	out := sum{name: f.Build.Name, scale: f.Build.Scale}
	if out.Summary, err = f.Summarise(); err != nil {
		out.problem = err.Error()
	}
	return out
}

// putSum keeps what a build's plan comes to.
func putSum(ctx context.Context, q *db.Queries, build int64, sum sum) error {
	if err := q.DeleteUse(ctx, build); err != nil {
		return err
	}
	for _, u := range sum.Uses {
		if err := q.AddUse(ctx, db.AddUseParams{BuildID: build, Step: u.Step, ShelfID: u.Shelf, What: u.What, UseMl: u.ML, At: stamp(u.At).String}); err != nil {
			return err
		}
	}
	return q.PutSummary(ctx, db.PutSummaryParams{
		BuildID: build, Name: sum.name, Scale: int64(sum.scale), NextStep: text(sum.NextStep), NextAt: stamp(sum.NextAt),
		Finish: stamp(sum.Finish), Stops: int64(sum.Stops), Warns: int64(sum.Warns), Problem: text(sum.problem), Finished: text(sum.Finished),
	})
}

func (s *Store) stamp() string { return stamp(s.now()).String }

func text(s string) sql.NullString { return sql.NullString{String: s, Valid: s != ""} }

// stampLayout is how moments are kept.
const stampLayout = "2006-01-02T15:04:05Z"

func stamp(t time.Time) sql.NullString {
	if t.IsZero() {
		return sql.NullString{}
	}
	return text(t.UTC().Format(stampLayout))
}

func moment(s sql.NullString) time.Time {
	t, err := time.Parse(time.RFC3339, s.String)
	if err != nil {
		return time.Time{}
	}
	return t
}
