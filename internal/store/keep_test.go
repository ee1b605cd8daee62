package store

import (
	"bytes"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/pressly/goose/v3"

	"inkysparrow/internal/store/db"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// clock is a time that a test moves on.
type clock struct{ at time.Time }

func (c *clock) now() time.Time { return c.at }

func newClock() *clock { return &clock{time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)} }

func opened(t testing.TB, path string, c *clock) *Store {
	t.Helper()
	s, err := Open(t.Context(), path, Options{Now: c.now})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

// small is a plan of one zone with one coat.
func small(name string) plan.File {
	return plan.File{
		Format: plan.Format, Build: plan.Build{Name: name, Start: time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)},
		Products: []plan.Product{{ID: "g", Name: "Gloss", Kind: "clear", Family: "polish-clear", Sheen: "gloss", Shelf: "a"}},
		Zones:    []plan.Zone{{ID: "z", Name: "Wing", AreaCM2: 80, Steps: []plan.Step{{ID: "1", Do: "gloss-coat", Product: "g"}}}},
	}
}

func bottle(id, name string) shelf.Product {
	return shelf.Product{Product: plan.Product{ID: id, Name: name, Kind: "clear", Family: "polish-clear", Sheen: "gloss"}, StockML: new(5.0)}
}

// filled is a store with two builds, one with a branch in its history and one put away, and a shelf with a history.
func filled(t *testing.T, path string, c *clock) *Store {
	t.Helper()
	s := opened(t, path, c)
	ctx := t.Context()
	do := func(err error) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
	}
	for _, name := range []string{"first", "second"} {
		_, err := s.Create(ctx, name, small(name))
		do(err)
	}
	b, err := s.Build(ctx, "first")
	do(err)
	b, err = s.Save(ctx, "first", b.Revision, small("overtaken"), "Renamed")
	do(err)
	b, err = s.Undo(ctx, "first", b.Revision)
	do(err)
	c.at = c.at.Add(time.Hour)
	_, err = s.Save(ctx, "first", b.Revision, small("first, renamed <&> ünï"), "Renamed otherwise")
	do(err)
	do(s.PutAway(ctx, "second", true))
	do(s.PutShelf(ctx, AnyRevision, "Added two", bottle("a", "Alpha"), bottle("b", "Beta")))
	do(s.PutShelf(ctx, AnyRevision, "Changed Beta", bottle("b", "Beta, new")))
	do(s.RemoveShelf(ctx, AnyRevision, "Removed Alpha", "a"))
	return s
}

// all is everything in a file, row by row.
func all(t testing.TB, s *Store) string {
	t.Helper()
	var out strings.Builder
	for _, table := range contents {
		var order string
		if err := s.read.QueryRowContext(t.Context(), "SELECT group_concat(cid + 1) FROM pragma_table_info(?)", table).Scan(&order); err != nil {
			t.Fatal(err)
		}
		rows, err := s.read.QueryContext(t.Context(), "SELECT * FROM "+table+" ORDER BY "+order)
		if err != nil {
			t.Fatal(err)
		}
		names, err := rows.Columns()
		if err != nil {
			t.Fatal(err)
		}
		for rows.Next() {
			cells, to := make([]any, len(names)), make([]any, len(names))
			for i := range cells {
				to[i] = &cells[i]
			}
			if err := rows.Scan(to...); err != nil {
				t.Fatal(err)
			}
			fmt.Fprintln(&out, table, cells)
		}
		if err := rows.Close(); err != nil {
			t.Fatal(err)
		}
	}
	return out.String()
}

func TestMigrationsAreNumbered(t *testing.T) {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil || len(files) < 4 {
		t.Fatal(files, err)
	}
	for i, f := range files {
		if !strings.HasPrefix(f, fmt.Sprintf("migrations/%05d_", i+1)) {
			t.Errorf("%s is not number %d", f, i+1)
		}
	}
}

// old makes a file as an earlier program left it: schema 3, without what is worked out, with a plan in it that no program reads.
func old(t *testing.T, path string) {
	t.Helper()
	conn, err := writer(path)
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close()
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		t.Fatal(err)
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, conn, files)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := p.UpTo(t.Context(), 3); err != nil {
		t.Fatal(err)
	}
	text, err := small("kept").Write()
	if err != nil {
		t.Fatal(err)
	}
	for i, plan := range []string{string(text), `{"format": "of the future"}`} {
		for _, x := range []struct {
			words string
			args  []any
		}{
			{`INSERT INTO build (slug, place) VALUES (?, ?)`, []any{fmt.Sprint("b", i), i}},
			{`INSERT INTO revision (build_id, plan, change, made_at) VALUES (?, ?, 'Begun', '2027-01-01T00:00:00Z')`, []any{i + 1, plan}},
			{`UPDATE build SET head_id = ?1 WHERE id = ?1`, []any{i + 1}},
		} {
			if _, err := conn.ExecContext(t.Context(), x.words, x.args...); err != nil {
				t.Fatal(err)
			}
		}
	}
}

// A damaged file of an older program is not called empty by this one: it says who can still read it.
func TestDamagedOlderFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "x.db")
	old(t, path)
	data, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	at := bytes.LastIndex(data, []byte("of the future"))
	page := at / 4096 * 4096
	copy(data[page:page+8], []byte{0, 0, 0, 0, 0xff, 0xff, 0xff, 0xff})
	if err := os.WriteFile(path, data, 0o600); err != nil {
		t.Fatal(err)
	}
	for name, open := range map[string]func() (*Store, error){
		"export": func() (*Store, error) { return Peek(t.Context(), path, time.Now) },
		"serve":  func() (*Store, error) { return Open(t.Context(), path, Options{Now: time.Now}) },
	} {
		s, err := open()
		if err == nil {
			s.Close() // it should not be open
		}
		if !errors.Is(err, ErrDamaged) || !strings.Contains(err.Error(), "export it with that one, or restore a backup") {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// A file of an older program is brought up to date whole, with a backup before, and one plan that can't be read spoils only itself.
func TestOlderFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "x.db")
	old(t, path)
	s := opened(t, path, newClock())
	builds, err := s.Builds(t.Context())
	if err != nil || len(builds) != 2 || builds[0].Name != "kept" || builds[0].Finish.IsZero() || builds[0].Problem != "" {
		t.Errorf("%v %+v", err, builds)
	}
	if len(builds) == 2 && (builds[1].Name != "b1" || !strings.Contains(builds[1].Problem, "a file of the format")) {
		t.Errorf("the one that can't be read: %+v", builds[1])
	}
	if _, err := s.Build(t.Context(), "b1"); err == nil {
		t.Error("it was read")
	}
	if text, err := s.Text(t.Context(), "b1"); err != nil || !strings.Contains(string(text), "of the future") {
		t.Errorf("its text: %s, %v", text, err)
	}
	if uses, err := s.Uses(t.Context()); err != nil || len(uses) != 1 {
		t.Errorf("%v %+v", err, uses)
	}
	kept, err := s.Backups()
	if err != nil || len(kept) != 1 || kept[0].Why != fmt.Sprint("before-schema-", newest()) {
		t.Fatalf("%v %+v", err, kept)
	}
	seen, err := inspect(t.Context(), filepath.Join(s.Folder(), kept[0].Name))
	if err != nil || seen.version != 3 {
		t.Errorf("the backup's schema is %d (%v)", seen.version, err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	again := opened(t, path, newClock())
	if kept, err := again.Backups(); err != nil || len(kept) != 1 {
		t.Errorf("opened again it is backed up again: %v %+v", err, kept)
	}
}

// Where a migration fails, also late, the file is as it was, and the next try can succeed.
func TestMigrationWholeOrNot(t *testing.T) {
	path := filepath.Join(t.TempDir(), "x.db")
	old(t, path)
	conn, err := writer(path)
	if err != nil {
		t.Fatal(err)
	}
	// The derived tables are made last; this makes that fail.
	if _, err := conn.ExecContext(t.Context(), `CREATE TRIGGER no BEFORE INSERT ON summary BEGIN SELECT RAISE(ABORT, 'not today'); END`); err != nil {
		t.Fatal(err)
	}
	if err := conn.Close(); err != nil {
		t.Fatal(err)
	}
	was, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	for range 2 {
		if _, err := Open(t.Context(), path, Options{Now: newClock().now}); err == nil || !strings.Contains(err.Error(), "not today") {
			t.Fatalf("opened: %v", err)
		}
		is, err := os.ReadFile(path)
		if err != nil || !bytes.Equal(was, is) {
			t.Errorf("the file was changed (%v)", err)
		}
	}
	if conn, err = writer(path); err != nil {
		t.Fatal(err)
	}
	if _, err := conn.ExecContext(t.Context(), `DROP TRIGGER no`); err != nil {
		t.Fatal(err)
	}
	if err := conn.Close(); err != nil {
		t.Fatal(err)
	}
	if builds, err := opened(t, path, newClock()).Builds(t.Context()); err != nil || len(builds) != 2 {
		t.Errorf("%v %+v", err, builds)
	}
	if left, err := filepath.Glob(path + ".*"); err != nil || slices.ContainsFunc(left, func(f string) bool { return strings.Contains(f, ".new") }) {
		t.Errorf("left behind: %v", left)
	}
}

// What is not ours, or from a newer program, or not the demo's, is not touched.
func TestRefusedFiles(t *testing.T) {
	sqlite := func(path string, statements ...string) {
		t.Helper()
		conn, err := sql.Open("sqlite", path)
		if err != nil {
			t.Fatal(err)
		}
		for _, s := range statements {
			if _, err := conn.ExecContext(t.Context(), s); err != nil {
				t.Fatal(err)
			}
		}
		if err := conn.Close(); err != nil {
			t.Fatal(err)
		}
	}
	own := func(path string) {
		t.Helper()
		s, err := Open(t.Context(), path, Options{Now: newClock().now})
		if err != nil {
			t.Fatal(err)
		}
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
	}
	for _, tc := range []struct {
		name string
		make func(path string)
		demo bool
		want error
	}{
		{"text", func(p string) {
			if err := os.WriteFile(p, []byte("dear diary"), 0o600); err != nil {
				t.Fatal(err)
			}
		}, false, ErrForeign},
		{"another program's database", func(p string) { sqlite(p, "CREATE TABLE note (words TEXT)") }, false, ErrForeign},
		{"another program's with its own mark", func(p string) { sqlite(p, "PRAGMA application_id = 7", "CREATE TABLE build (id)") }, false, ErrForeign},
		{"another program's with tables of our names", func(p string) { sqlite(p, "CREATE TABLE build (id)", "CREATE TABLE revision (id)") }, false, ErrForeign},
		{"a newer program's", func(p string) {
			own(p)
			sqlite(p, "INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)")
		}, false, ErrNewer},
		{"a modeller's, for the demo", own, true, ErrNotDemo},
	} {
		t.Run(tc.name, func(t *testing.T) {
			path := filepath.Join(t.TempDir(), "x.db")
			tc.make(path)
			was, err := os.ReadFile(path)
			if err != nil {
				t.Fatal(err)
			}
			if s, err := Open(t.Context(), path, Options{Now: newClock().now, Demo: tc.demo}); !errors.Is(err, tc.want) {
				t.Errorf("%v, want %v", err, tc.want)
				if s != nil {
					s.Close()
				}
			}
			if is, err := os.ReadFile(path); err != nil || !bytes.Equal(was, is) {
				t.Errorf("it was touched (%v)", err)
			}
		})
	}
	ancient := filepath.Join(t.TempDir(), "demo.db") // the demo's, of an earlier program
	old(t, ancient)
	demo, err := Open(t.Context(), ancient, Options{Now: newClock().now, Demo: true})
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Replace(t.Context(), nil, nil, nil); err != nil {
		t.Error(err)
	}
	demo.Close()
	other := filepath.Join(t.TempDir(), "mine.db")
	old(t, other)
	if _, err := Open(t.Context(), other, Options{Now: newClock().now, Demo: true}); !errors.Is(err, ErrNotDemo) {
		t.Errorf("a modeller's of an earlier program: %v", err)
	}
	path := filepath.Join(t.TempDir(), "mine.db")
	s := filled(t, path, newClock())
	if err := s.Replace(t.Context(), nil, nil, nil); !errors.Is(err, ErrNotDemo) {
		t.Errorf("a reset of what is not the demo's: %v", err)
	}
	if b, err := s.Builds(t.Context()); err != nil || len(b) != 2 {
		t.Errorf("%v %+v", err, b)
	}
}

// One server a file; and only its owner may read it.
func TestLockAndModes(t *testing.T) {
	path := filepath.Join(t.TempDir(), "x.db")
	s := filled(t, path, newClock())
	if _, err := Open(t.Context(), path, Options{Now: newClock().now}); !errors.Is(err, ErrLocked) {
		t.Errorf("opened twice: %v", err)
	}
	if _, err := s.Backup(t.Context()); err != nil {
		t.Fatal(err)
	}
	err := filepath.WalkDir(filepath.Dir(path), func(p string, d fs.DirEntry, err error) error {
		if err != nil || p == filepath.Dir(path) {
			return err
		}
		i, err := d.Info()
		if err != nil {
			return err
		}
		if want := map[bool]fs.FileMode{true: 0o700, false: 0o600}[d.IsDir()]; i.Mode().Perm() != want {
			t.Errorf("%s: %v, want %v", p, i.Mode().Perm(), want)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(path, 0o644); err != nil {
		t.Fatal(err)
	}
	opened(t, path, newClock())
	if i, err := os.Stat(path); err != nil || i.Mode().Perm() != 0o600 {
		t.Errorf("a file that others could read is %v (%v)", i.Mode(), err)
	}
}

// One state that is no JSON any more, of a build, of a bottle or of the shelf's history, is found and told, and all that is whole is exported and can be imported again.
func TestBrokenStates(t *testing.T) {
	for what, tc := range map[string]struct{ spoil, lost, wrong string }{
		"an old revision": {"UPDATE revision SET plan = substr(plan, 1, 40) WHERE id = 1", "revisions.jsonl: 1 revision", "revision 1 can't be read"},
		"the newest state": {
			"UPDATE revision SET plan = substr(plan, 1, 40) WHERE id = (SELECT head_id FROM build WHERE slug = 'first')", "revisions.jsonl: 1 revision", "the plan of first can't be read",
		},
		"a bottle":                    {"UPDATE shelf SET product = '{' WHERE id = (SELECT min(id) FROM shelf)", "shelf.jsonl: 1 bottle", "1 bottle of the shelf can't be read"},
		"the shelf's history":         {"UPDATE shelf_change SET after = '{' WHERE after IS NOT NULL", "shelf-history.jsonl", "2 changes in the shelf's history can't be read"},
		"a figure of an old revision": {`UPDATE revision SET plan = replace(plan, '"name": "', '"name": "!') WHERE id = 1`, "revisions.jsonl: 1 revision", "revision 1 can't be read"},
		"the words of a change":       {"UPDATE revision SET change = 'Began' WHERE id = 1", "revisions.jsonl: 1 revision", "revision 1 can't be read"},
		"whose child one is":          {"UPDATE revision SET parent_id = NULL WHERE id = (SELECT max(id) FROM revision)", "revisions.jsonl: 1 revision", "can't be read"},
		"a bottle's name":             {"UPDATE shelf SET product = replace(product, 'Beta', 'Bexa')", "shelf.jsonl: 1 bottle", "1 bottle of the shelf can't be read"},
		"what was done to a bottle":   {"UPDATE shelf_change SET after = replace(after, 'Alpha', 'Alpxa')", "shelf-history.jsonl: 1 change", "1 change in the shelf's history"},
		"where the shelf stood":       {"UPDATE shelf_revision SET change = 'x' WHERE id = (SELECT revision_id FROM shelf_head)", "shelf-history.jsonl: 1 change", "1 change in the shelf's history"},
	} {
		c := newClock()
		s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
		if _, err := s.write.ExecContext(t.Context(), "PRAGMA ignore_check_constraints = ON; "+tc.spoil); err != nil {
			t.Fatal(what, err)
		}
		var out bytes.Buffer
		lost, err := s.Carry(t.Context(), &out)
		if err != nil || len(lost) != 1 || !strings.Contains(lost[0], tc.lost) {
			t.Errorf("%s: left out %q (%v)", what, lost, err)
		}
		wrong, err := s.Verify(t.Context())
		if err != nil || !strings.Contains(strings.Join(wrong, "; "), tc.wrong) {
			t.Errorf("%s: found wrong %q (%v)", what, wrong, err)
		}
		fresh := opened(t, filepath.Join(t.TempDir(), "y.db"), c)
		if _, err := fresh.Bring(t.Context(), bytes.NewReader(out.Bytes()), int64(out.Len()), false); err != nil {
			t.Errorf("%s: what is whole can't be imported: %v", what, err)
		}
		if b, err := fresh.Builds(t.Context()); err != nil || len(b) != 2 {
			t.Errorf("%s: %d builds came over (%v)", what, len(b), err)
		}
	}
}

// A damaged file is opened for reading, what can be read of it is exported, and nothing is written into it.
func TestDamagedFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "x.db")
	c := newClock()
	s := filled(t, path, c)
	for i := range 40 {
		if _, err := s.Create(t.Context(), fmt.Sprint("more-", i), small("more")); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		t.Fatal(err)
	}
	i, err := f.Stat()
	if err != nil {
		t.Fatal(err)
	}
	if _, err := f.WriteAt(bytes.Repeat([]byte{0xa5}, 3*4096), i.Size()-6*4096); err != nil {
		t.Fatal(err)
	}
	if err := f.Close(); err != nil {
		t.Fatal(err)
	}
	was, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	s = opened(t, path, c)
	if !errors.Is(s.Frozen(), ErrDamaged) {
		t.Fatalf("it is opened as %v", s.Frozen())
	}
	if _, err := s.Create(t.Context(), "x", small("x")); !errors.Is(err, ErrDamaged) {
		t.Errorf("written into: %v", err)
	}
	if err := s.Rest(t.Context()); err != nil {
		t.Error(err)
	}
	var out bytes.Buffer
	lost, err := s.Carry(t.Context(), &out)
	if err != nil || out.Len() == 0 {
		t.Errorf("exported %d bytes, left out %v (%v)", out.Len(), lost, err)
	}
	if wrong, err := s.Verify(t.Context()); err != nil || len(wrong) == 0 {
		t.Errorf("found wrong: %v (%v)", wrong, err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if is, err := os.ReadFile(path); err != nil || !bytes.Equal(was, is) {
		t.Errorf("it was changed (%v)", err)
	}
}

// A backup that is made while others write is one whole state; seven automatic ones are kept, those by hand all.
func TestBackups(t *testing.T) {
	c := newClock()
	path := filepath.Join(t.TempDir(), "x.db")
	s := filled(t, path, c)
	var writing sync.WaitGroup
	ctx, stop := context.WithCancel(t.Context())
	writing.Go(func() {
		for n := 0; ctx.Err() == nil; n++ {
			b, err := s.Build(t.Context(), "first")
			if err == nil {
				_, err = s.Save(t.Context(), "first", b.Revision, small(fmt.Sprint("n", n)), "Renamed")
			}
			if err != nil {
				t.Error(err)
				return
			}
		}
	})
	for range 3 {
		copied, err := s.Backup(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		back, err := Peek(t.Context(), copied, c.now)
		if err != nil {
			t.Fatal(err)
		}
		if wrong, err := back.Verify(t.Context()); err != nil || len(wrong) > 0 {
			t.Errorf("the copy: %v (%v)", wrong, err)
		}
		if b, err := back.Builds(t.Context()); err != nil || len(b) != 2 {
			t.Errorf("the copy has %d builds (%v)", len(b), err)
		}
		back.Close()
	}
	stop()
	writing.Wait()

	rest := func(wait time.Duration) int {
		t.Helper()
		c.at = c.at.Add(wait)
		if err := s.Rest(t.Context()); err != nil {
			t.Fatal(err)
		}
		kept, err := s.Backups()
		if err != nil {
			t.Fatal(err)
		}
		return len(kept)
	}
	if n := rest(quiet - time.Second); n != 3 {
		t.Errorf("backed up while work is going on: %d", n)
	}
	if n := rest(time.Second); n != 4 {
		t.Errorf("no first daily backup: %d", n)
	}
	write := func() {
		t.Helper()
		if err := s.PutAway(t.Context(), "second", true); err != nil {
			t.Fatal(err)
		}
	}
	write()
	if n := rest(backupEvery - time.Minute); n != 4 {
		t.Errorf("backed up before a day is over: %d", n)
	}
	if err := os.Chtimes(path, c.at.AddDate(0, 0, -9), c.at.AddDate(0, 0, -9)); err != nil {
		t.Fatal(err)
	}
	if n := rest(2 * time.Minute); n != 4 {
		t.Errorf("backed up though nothing was written: %d", n)
	}
	for range 9 {
		write()
		rest(backupEvery)
	}
	kept, err := s.Backups()
	hand := slices.DeleteFunc(slices.Clone(kept), func(b Backup) bool { return b.Why == daily })
	if err != nil || len(kept) != 3+backupsKept || len(hand) != 3 || !kept[0].At.Equal(c.at) {
		t.Errorf("%v; kept %+v", err, kept)
	}
}

// The log is folded in when nothing has been written for a while, and at the end, so that a plain copy is whole.
func TestFolded(t *testing.T) {
	c := newClock()
	path := filepath.Join(t.TempDir(), "x.db")
	s := filled(t, path, c)
	plain := func() string {
		t.Helper()
		b, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		copied := filepath.Join(t.TempDir(), "copy.db")
		if err := os.WriteFile(copied, b, 0o600); err != nil {
			t.Fatal(err)
		}
		back := opened(t, copied, c)
		return all(t, back)
	}
	want := all(t, s)
	c.at = c.at.Add(quiet)
	if err := s.Rest(t.Context()); err != nil {
		t.Fatal(err)
	}
	if plain() != want {
		t.Error("a plain copy in a quiet moment is not whole")
	}
	if err := s.PutAway(t.Context(), "first", true); err != nil {
		t.Fatal(err)
	}
	want = all(t, s)
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if plain() != want {
		t.Error("a plain copy after the end is not whole")
	}
	if left, err := filepath.Glob(path + "-*"); err != nil || len(left) > 0 {
		t.Errorf("left behind: %v (%v)", left, err)
	}
}

// A backup takes everything's place whole, after one of what was there; of an older program too. What is none is refused and nothing changes.
func TestRestore(t *testing.T) {
	c := newClock()
	dir := t.TempDir()
	s := filled(t, filepath.Join(dir, "x.db"), c)
	want := all(t, s)
	copied, err := s.Backup(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	b, err := s.Build(t.Context(), "first")
	if err != nil {
		t.Fatal(err)
	}
	moved, err := s.Save(t.Context(), "first", b.Revision, small("later"), "Later")
	if err != nil {
		t.Fatal(err)
	}
	if err := s.SetPassphrase(t.Context(), "hash"); err != nil {
		t.Fatal(err)
	}
	later := all(t, s)
	bad := filepath.Join(dir, "bad.db")
	if err := os.WriteFile(bad, []byte("SQLite format 3\x00 and no more"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := s.Restore(t.Context(), bad); err == nil || all(t, s) != later {
		t.Errorf("a bad one was restored: %v", err)
	}
	if err := s.Restore(t.Context(), filepath.Join(dir, "none.db")); err == nil {
		t.Error("one that is not there was restored")
	}
	if err := s.Restore(t.Context(), copied); err != nil {
		t.Fatal(err)
	}
	if got := all(t, s); got != want {
		t.Errorf("restored\n%s\nwant\n%s", got, want)
	}
	if hash, err := s.Passphrase(t.Context()); err != nil || hash != "hash" {
		t.Errorf("the passphrase is %q now (%v)", hash, err)
	}
	b, err = s.Build(t.Context(), "first")
	if err != nil {
		t.Fatal(err)
	}
	if next, err := s.Save(t.Context(), "first", b.Revision, small("on"), "On"); err != nil || next.Revision <= moved.Revision {
		t.Errorf("revision %d was given out before (%v)", next.Revision, err)
	}
	kept, err := s.Backups()
	if err != nil || len(kept) != 2 {
		t.Fatalf("%v %+v", err, kept)
	}
	i := slices.IndexFunc(kept, func(b Backup) bool { return b.Why == beforeRestore })
	if err := s.Restore(t.Context(), filepath.Join(s.Folder(), kept[i].Name)); err != nil || all(t, s) != later {
		t.Errorf("the restore can't be taken back (%v)", err)
	}
	ancient := filepath.Join(dir, "old.db")
	old(t, ancient)
	if err := s.Restore(t.Context(), ancient); err != nil {
		t.Fatal(err)
	}
	if b, err := s.Builds(t.Context()); err != nil || len(b) != 2 || b[0].Name != "kept" {
		t.Errorf("from an older program: %+v (%v)", b, err)
	}
	if seen, err := inspect(t.Context(), ancient); err != nil || seen.version != 3 {
		t.Errorf("the file that was restored from is now of schema %d (%v)", seen.version, err)
	}
}

// Everything that is carried to a fresh machine is the same there: builds, revisions, bottles, and what can be undone.
func TestCarry(t *testing.T) {
	c := newClock()
	s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	var out bytes.Buffer
	if lost, err := s.Carry(t.Context(), &out); err != nil || len(lost) > 0 {
		t.Fatal(lost, err)
	}
	fresh := opened(t, filepath.Join(t.TempDir(), "y.db"), c)
	about, err := fresh.Bring(t.Context(), bytes.NewReader(out.Bytes()), int64(out.Len()), false)
	if err != nil || about.Builds != 2 || about.Revisions != 4 || about.Products != 1 {
		t.Fatalf("%+v, %v", about, err)
	}
	if got, want := all(t, fresh), all(t, s); got != want {
		t.Errorf("it is there\n%s\nwant\n%s", got, want)
	}
	b, err := fresh.Build(t.Context(), "first")
	if err != nil || b.Undoes != "Renamed otherwise" {
		t.Errorf("%+v, %v", b, err)
	}
	if err := fresh.UndoShelf(t.Context(), AnyRevision); err != nil {
		t.Error(err)
	}
	if at, err := fresh.Shelf(t.Context()); err != nil || len(at.Products) != 2 || at.Redoes != "Removed Alpha" {
		t.Errorf("%+v, %v", at, err)
	}
	changed := all(t, fresh)
	if _, err := fresh.Bring(t.Context(), bytes.NewReader(out.Bytes()), int64(out.Len()), false); !errors.Is(err, ErrNotEmpty) || all(t, fresh) != changed {
		t.Errorf("what is there was replaced without being asked: %v", err)
	}
	if _, err := fresh.Bring(t.Context(), bytes.NewReader(out.Bytes()), int64(out.Len()), true); err != nil || all(t, fresh) != all(t, s) {
		t.Errorf("it was not replaced: %v", err)
	}
	if kept, err := fresh.Backups(); err != nil || len(kept) != 2 || kept[0].Why != "before-import" && !strings.HasPrefix(kept[0].Why, "before-import") {
		t.Errorf("%+v, %v", kept, err)
	}
}

// Troubles of the file are told apart, and nothing is half done.
func TestTroubles(t *testing.T) {
	c := newClock()
	path := filepath.Join(t.TempDir(), "x.db")
	s := filled(t, path, c)
	was := all(t, s)
	pragma := func(words string) {
		t.Helper()
		var any sql.NullString
		if err := s.write.QueryRowContext(t.Context(), "PRAGMA "+words).Scan(&any); err != nil && !errors.Is(err, sql.ErrNoRows) {
			t.Fatal(err)
		}
	}
	try := func(want error) {
		t.Helper()
		f := small("large")
		f.Build.Note = strings.Repeat("x", 5000)
		var err error
		for range 20 {
			if _, err = s.Create(t.Context(), "large", f); err != nil {
				break
			}
		}
		if !errors.Is(err, want) {
			t.Errorf("%v, want %v", err, want)
		}
	}
	var pages int
	if err := s.write.QueryRowContext(t.Context(), "PRAGMA page_count").Scan(&pages); err != nil {
		t.Fatal(err)
	}
	pragma(fmt.Sprintf("max_page_count = %d", pages)) // what a full disk comes to
	try(ErrFull)
	pragma("max_page_count = 1073741823")
	pragma("query_only = ON")
	try(ErrReadOnly)
	pragma("query_only = OFF")
	pragma("busy_timeout = 1")
	other, err := writer(path)
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	tx, err := other.BeginTx(t.Context(), nil)
	if err != nil {
		t.Fatal(err)
	}
	try(ErrBusy)
	if got := all(t, s); got != was { // reading does not wait for who writes
		t.Errorf("it is now\n%s\nwant\n%s", got, was)
	}
	if err := tx.Rollback(); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Create(t.Context(), "fine", small("fine")); err != nil {
		t.Errorf("afterwards: %v", err)
	}
	if trouble(ErrMoved) != ErrMoved { // it is to be the same
		t.Error("another error became a trouble of the file")
	}
}

// Older steps are let go where the user wants it: the last of each day stays, branches and what can be undone and redone too.
func TestThin(t *testing.T) {
	c := newClock()
	s := opened(t, filepath.Join(t.TempDir(), "x.db"), c)
	slug, err := s.Create(t.Context(), "b", small("0"))
	if err != nil {
		t.Fatal(err)
	}
	save := func(name string) int64 {
		t.Helper()
		c.at = c.at.Add(time.Minute)
		b, err := s.Build(t.Context(), slug)
		if err == nil {
			b, err = s.Save(t.Context(), slug, b.Revision, small(name), name)
		}
		if err != nil {
			t.Fatal(err)
		}
		return b.Revision
	}
	for day := range 3 {
		for n := range 4 {
			save(fmt.Sprintf("%d.%d", day, n))
		}
		c.at = c.at.AddDate(0, 0, 1)
	}
	names := func() []string {
		t.Helper()
		past, err := s.History(t.Context(), slug, Page{Most: 100})
		if err != nil {
			t.Fatal(err)
		}
		var out []string
		for _, r := range past.Revisions {
			out = append(out, r.Change)
		}
		slices.Reverse(out)
		return out
	}
	before := c.at.AddDate(0, 0, -1).Truncate(24 * time.Hour) // the third day stays as it is
	if gone, err := s.Thin(t.Context(), slug, before); err != nil || gone != 6 {
		t.Errorf("%d went (%v)", gone, err)
	}
	want := []string{"Begun", "0.3", "1.3", "2.0", "2.1", "2.2", "2.3"}
	if got := names(); !slices.Equal(got, want) {
		t.Errorf("left: %v, want %v", got, want)
	}
	for back := len(want) - 2; back >= 0; back-- {
		b, err := s.Build(t.Context(), slug)
		if err == nil {
			b, err = s.Undo(t.Context(), slug, b.Revision)
		}
		if err != nil || want[back] != "Begun" && b.Plan.Build.Name != want[back] {
			t.Fatalf("undone to %q, want %q (%v)", b.Plan.Build.Name, want[back], err)
		}
	}
	if gone, err := s.Thin(t.Context(), slug, c.at.AddDate(1, 0, 0)); err != nil || gone != 3 { // 2.0 to 2.2; 0.3 is what a redo leads to
		t.Errorf("%d went at the second time (%v)", gone, err)
	}
	if _, err := s.Thin(t.Context(), "none", before); !errors.Is(err, ErrNoBuild) {
		t.Errorf("of no build: %v", err)
	}
}

// A history of any length is read page by page and searched.
func TestHistoryPages(t *testing.T) {
	c := newClock()
	s := opened(t, filepath.Join(t.TempDir(), "x.db"), c)
	slug, err := s.Create(t.Context(), "b", small("0"))
	if err != nil {
		t.Fatal(err)
	}
	text, err := small("x").Write()
	if err != nil {
		t.Fatal(err)
	}
	err = s.in(t.Context(), func(q *db.Queries) error {
		parent := int64(1)
		for n := range 700 {
			id, err := q.AddRevision(t.Context(), db.AddRevisionParams{BuildID: 1, ParentID: sql.NullInt64{Int64: parent, Valid: true}, Plan: string(text), Change: fmt.Sprintf("Change %d", n), MadeAt: s.stamp()})
			if err != nil {
				return err
			}
			parent = id
		}
		return q.SetHead(t.Context(), db.SetHeadParams{HeadID: sql.NullInt64{Int64: parent, Valid: true}, ID: 1})
	})
	if err != nil {
		t.Fatal(err)
	}
	var seen []string
	for p := (Page{Most: 100}); ; {
		past, err := s.History(t.Context(), slug, p)
		if err != nil {
			t.Fatal(err)
		}
		for _, r := range past.Revisions {
			seen = append(seen, r.Change)
			if !past.Line[r.ID] {
				t.Errorf("%s is not on the way", r.Change)
			}
		}
		if !past.More {
			break
		}
		p.Before = past.Revisions[len(past.Revisions)-1].ID
	}
	if len(seen) != 701 || seen[0] != "Change 699" || seen[700] != "Begun" {
		t.Errorf("%d seen, from %s to %s", len(seen), seen[0], seen[len(seen)-1])
	}
	found, err := s.History(t.Context(), slug, Page{Most: 100, Words: "change 69"})
	if err != nil || len(found.Revisions) != 11 || found.More {
		t.Errorf("found %d (%v)", len(found.Revisions), err)
	}
	if none, err := s.History(t.Context(), slug, Page{Most: 100, Words: "%"}); err != nil || len(none.Revisions) != 0 {
		t.Errorf("%d hold a percent sign (%v)", len(none.Revisions), err)
	}
}

// The shelf is undone and redone, a stale change is refused, and its history stays.
func TestShelfHistory(t *testing.T) {
	c := newClock()
	s := opened(t, filepath.Join(t.TempDir(), "x.db"), c)
	names := func() string {
		t.Helper()
		at, err := s.Shelf(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		var out []string
		for _, p := range at.Products {
			out = append(out, p.Name)
		}
		return strings.Join(out, ", ") + " | " + at.Undoes + " | " + at.Redoes
	}
	do := func(err error, want string) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
		if got := names(); got != want {
			t.Errorf("%q, want %q", got, want)
		}
	}
	do(nil, " |  | ")
	first, err := s.Shelf(t.Context())
	do(err, " |  | ")
	do(s.PutShelf(t.Context(), first.Revision, "Two", bottle("a", "A"), bottle("b", "B")), "A, B | Two | ")
	if err := s.PutShelf(t.Context(), first.Revision, "Stale", bottle("c", "C")); !errors.Is(err, ErrMoved) {
		t.Errorf("a stale change: %v", err)
	}
	do(s.RemoveShelf(t.Context(), AnyRevision, "Removed A", "a"), "B | Removed A | ")
	do(s.PutShelf(t.Context(), AnyRevision, "Changed B", bottle("b", "B2")), "B2 | Changed B | ")
	do(s.UndoShelf(t.Context(), AnyRevision), "B | Removed A | Changed B")
	do(s.UndoShelf(t.Context(), AnyRevision), "A, B | Two | Removed A")
	if err := s.UndoShelf(t.Context(), first.Revision); !errors.Is(err, ErrMoved) {
		t.Errorf("a stale undo: %v", err)
	}
	do(s.RedoShelf(t.Context(), AnyRevision), "B | Removed A | Changed B")
	do(s.UndoShelf(t.Context(), AnyRevision), "A, B | Two | Removed A")
	do(s.UndoShelf(t.Context(), AnyRevision), " |  | Two")
	if err := s.UndoShelf(t.Context(), AnyRevision); !errors.Is(err, ErrNothing) {
		t.Errorf("undone before the first: %v", err)
	}
	do(s.PutShelf(t.Context(), AnyRevision, "Another", bottle("d", "D")), "D | Another | ")
	if err := s.RedoShelf(t.Context(), AnyRevision); !errors.Is(err, ErrNothing) {
		t.Errorf("redone on another branch: %v", err)
	}
	past, err := s.ShelfHistory(t.Context(), Page{Most: 3})
	if err != nil || len(past.Revisions) != 3 || !past.More || past.Revisions[0].Change != "Another" || past.Head != past.Revisions[0].ID {
		t.Errorf("%+v, %v", past, err)
	}
}

// Words that are too long for a change are cut, and of many builds of one name each gets its own.
func TestOrdinaryUse(t *testing.T) {
	s := opened(t, filepath.Join(t.TempDir(), "x.db"), newClock())
	var wg sync.WaitGroup
	slugs := make([]string, 50)
	for i := range slugs {
		wg.Go(func() {
			var err error
			if slugs[i], err = s.Create(t.Context(), "lark", small("Lark")); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	slices.Sort(slugs)
	if n := len(slices.Compact(slugs)); n != 50 {
		t.Errorf("%d of 50 have a name of their own", n)
	}
	b, err := s.Build(t.Context(), "lark")
	if err != nil {
		t.Fatal(err)
	}
	b, err = s.Save(t.Context(), "lark", b.Revision, small("Lark"), strings.Repeat("ü", 600))
	if err != nil || len([]rune(b.Undoes)) != 500 || !strings.HasSuffix(b.Undoes, "ü…") {
		t.Errorf("%d characters are kept (%v)", len([]rune(b.Undoes)), err)
	}
}

// What a build will use is told in the build's own time zone.
func TestUsesInTheirOwnZone(t *testing.T) {
	s := opened(t, filepath.Join(t.TempDir(), "x.db"), newClock())
	for _, place := range []string{"Pacific/Auckland", "America/Los_Angeles", ""} {
		f := small("Build in " + place)
		f.Timezone = place
		f.Sessions = []plan.Session{{Days: []plan.Day{"sat"}, From: "20:00", To: "22:00"}}
		if _, err := s.Create(t.Context(), "b", f); err != nil {
			t.Fatal(err)
		}
	}
	uses, err := s.Uses(t.Context())
	if err != nil || len(uses) != 3 {
		t.Fatalf("%v %+v", err, uses)
	}
	for _, u := range uses {
		if got := u.At.Format("Mon 15:04"); got != "Sat 20:00" {
			t.Errorf("%s: %s", u.Build, got)
		}
	}
}

// Backups that are asked for all at once are made one after the other, and the newest thirty by hand are kept.
func TestBackupsAtOnce(t *testing.T) {
	c := newClock()
	s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	var work sync.WaitGroup
	for range 8 {
		work.Go(func() {
			if _, err := s.Backup(t.Context()); err != nil {
				t.Error(err)
			}
		})
	}
	work.Wait()
	if kept, err := s.Backups(); err != nil || len(kept) != 8 {
		t.Errorf("%d are there (%v)", len(kept), err)
	}
	for range handKept {
		c.at = c.at.Add(time.Minute)
		if _, err := s.Backup(t.Context()); err != nil {
			t.Fatal(err)
		}
	}
	kept, err := s.Backups()
	if err != nil || len(kept) != handKept || !kept[0].At.Equal(c.at) || !kept[handKept-1].At.Equal(c.at.Add(-(handKept-1)*time.Minute)) {
		t.Errorf("%d are kept (%v)", len(kept), err)
	}
}

// A clock that goes back by a year takes no backup: the one just made is the newest, whatever its time says, and is never the one that is thinned.
func TestBackupsWhenTheClockGoesBack(t *testing.T) {
	c := newClock()
	path := filepath.Join(t.TempDir(), "x.db")
	s := filled(t, path, c)
	early, err := s.Backup(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	rest := func() []Backup {
		t.Helper()
		if err := s.PutAway(t.Context(), "second", true); err != nil {
			t.Fatal(err)
		}
		for range 2 { // the first may find that the clock was set back
			if err := s.Rest(t.Context()); err != nil {
				t.Fatal(err)
			}
			c.at = c.at.Add(quiet)
		}
		kept, err := s.Backups()
		if err != nil {
			t.Fatal(err)
		}
		return kept
	}
	for range backupsKept {
		c.at = c.at.Add(backupEvery)
		rest()
	}
	c.at = c.at.AddDate(-1, 0, 0)
	if kept := rest(); len(kept) != 1+backupsKept || kept[0].Why != daily || kept[0].At.After(c.at) {
		t.Errorf("at rest: %+v", kept)
	}
	c.at = c.at.Add(-backupEvery)
	if err := s.Restore(t.Context(), early); err != nil {
		t.Fatal(err)
	}
	kept, err := s.Backups()
	if err != nil || len(kept) != 1+backupsKept || kept[0].Why != beforeRestore || !kept[0].At.Equal(c.at) || kept[0].Count != backupsKept+3 {
		t.Errorf("before a restore: %v %+v", err, kept)
	}
	next, err := NextBackup(path, c.at)
	if err != nil || !strings.HasSuffix(next, fmt.Sprintf(".by-hand.%d.db", backupsKept+4)) {
		t.Errorf("from the command line: %v %s", err, next)
	}
	old := filepath.Join(s.Folder(), "x.db."+c.at.AddDate(3, 0, 0).UTC().Format(backupLayout)+".daily.db")
	if err := os.WriteFile(old, nil, 0o600); err != nil {
		t.Fatal(err)
	}
	if kept, err = s.Backups(); err != nil || kept[len(kept)-1].Name != filepath.Base(old) || kept[len(kept)-1].Why != daily {
		t.Errorf("one from before they were counted: %v %+v", err, kept)
	}
}

// Imports and restores that are asked for at once are carried out one after the other, each whole.
func TestTakenAtOnce(t *testing.T) {
	c := newClock()
	s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	want := all(t, s)
	copied, err := s.Backup(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if _, err := s.Carry(t.Context(), &out); err != nil {
		t.Fatal(err)
	}
	var work sync.WaitGroup
	for range 4 {
		work.Go(func() {
			if _, err := s.Bring(t.Context(), bytes.NewReader(out.Bytes()), int64(out.Len()), true); err != nil {
				t.Errorf("an import: %v", err)
			}
		})
		work.Go(func() {
			if err := s.Restore(t.Context(), copied); err != nil {
				t.Errorf("a restore: %v", err)
			}
		})
	}
	work.Wait()
	if all(t, s) != want {
		t.Error("afterwards it is another")
	}
}
