package store

import (
	"bytes"
	"cmp"
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"sync"
	"sync/atomic"
	"time"

	"github.com/gofrs/flock"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver "sqlite"

	"inkysparrow/internal/store/db"
)

// Why a file is not opened. Whatever of them is told, it was not touched.
var (
	ErrForeign = errors.New("this file is not one of Inky Sparrow's")
	ErrNewer   = errors.New("this file is from a newer Inky Sparrow")
	ErrPast    = errors.New("it is from an older Inky Sparrow") // of one that is damaged, too
	ErrLocked  = errors.New("a running Inky Sparrow has this file already")
	ErrNotDemo = errors.New("this file holds builds that are not the demo's")
)

//go:embed migrations/*.sql
var migrations embed.FS

// applicationID marks a database as this program's: "Inky" in ASCII.
const applicationID = 0x496e6b79

// settingsFrom is the schema version that settings came with.
const settingsFrom = 4

const (
	demoSetting    = "demo"         // set in the demo's file
	derivedSetting = "derived from" // the schema version that the derived tables were made under
)

// Options are how a file is opened.
type Options struct {
	Now  func() time.Time // tells the time that revisions are stamped with
	Demo bool             // the file is the demo's, or becomes it where it is new; any other one is refused
}

// Store is an open database.
type Store struct {
	path   string
	read   *sql.DB
	write  *sql.DB      // one connection, so that writers wait in order
	lock   *flock.Flock // of the name
	hold   *flock.Flock // of the file, whatever it is called; nil where it can't be had
	now    func() time.Time
	frozen error // why nothing can be written: ErrDamaged or ErrReadOnly; nil as usual
	writes atomic.Int64

	pictures  *pictures
	picturing sync.Mutex // one at a time opens or writes the pictures

	copying sync.Mutex // one backup at a time
	taking  sync.Mutex // one restore or import at a time
	folded  int64      // writes that were in the file itself when it was folded last
	resting
}

// Open opens the database file at path, making it and bringing its schema up to date where needed; a backup is made before that. A file that
// is damaged or can't be written is opened for reading: see Frozen. Errors are ErrForeign, ErrNewer, ErrLocked or ErrNotDemo, or the file
// system's.
func Open(ctx context.Context, path string, o Options) (*Store, error) {
	s, err := open(ctx, path, o)
	if err != nil {
		return nil, fmt.Errorf("open %s: %w", path, trouble(err))
	}
	return s, nil
}

func open(ctx context.Context, path string, o Options) (*Store, error) {
	if real, err := filepath.EvalSymlinks(path); err == nil { // what a link leads to is locked, backed up and replaced, not the link
		path = real
	}
	found, err := inspect(ctx, path)
	if err != nil {
		return nil, err
	}
	if found.version < settingsFrom && filepath.Base(path) == "demo.db" { // where earlier programs put the demo, and nothing else
		found.demo = true
	}
	if err := found.past(); err != nil {
		return nil, err
	}
	if o.Demo && !found.empty && !found.demo {
		return nil, ErrNotDemo
	}
	lock := flock.New(path+".lock", flock.SetPermissions(0o600))
	s := &Store{path: path, lock: lock, now: o.Now, frozen: found.damage, pictures: openPictures(picturesOf(path))}
	switch mine, err := lock.TryLock(); {
	case err != nil && found.empty:
		return nil, err
	case err != nil:
		s.frozen = fmt.Errorf("%w: %w", ErrReadOnly, err)
	case !mine:
		return nil, ErrLocked
	}
	if s.frozen == nil && !found.empty {
		s.frozen = writable(path)
	}
	if s.frozen == nil && (found.empty || found.version < newest()) {
		if !found.empty {
			if _, err := s.backup(ctx, fmt.Sprintf("before-schema-%d", newest())); err != nil {
				lock.Unlock() // the first error is the one to tell
				return nil, fmt.Errorf("back up before the schema is changed: %w", err)
			}
		}
		if err := renew(ctx, path, found.empty, o); err != nil {
			lock.Unlock() // as above
			return nil, err
		}
	}
	hold, mine, err := held(path)
	if err == nil && !mine {
		lock.Unlock() // as above
		return nil, ErrLocked
	}
	if err == nil { // a file system without such locks has the one beside it
		s.hold = hold
	}
	if err := s.connect(ctx); err != nil {
		s.Close()
		return nil, err
	}
	return s, nil
}

// Peek opens a database for reading only, also while it is being served.
func Peek(ctx context.Context, path string, now func() time.Time) (*Store, error) {
	found, err := inspect(ctx, path)
	if err == nil && found.empty {
		err = fs.ErrNotExist
	}
	if err == nil {
		err = found.past()
	}
	if err == nil && found.version < newest() && found.damage == nil {
		err = fmt.Errorf("its schema is %d, this program's is %d: serve it once, which brings it up to date", found.version, newest())
	}
	s := &Store{path: path, now: now, frozen: cmp.Or(found.damage, ErrReadOnly), pictures: openPictures(picturesOf(path))}
	if err == nil {
		err = s.connect(ctx)
	}
	if err != nil {
		return nil, fmt.Errorf("open %s: %w", path, trouble(err))
	}
	return s, nil
}

// connect opens the two pools.
func (s *Store) connect(ctx context.Context) error {
	var err error
	if s.frozen == nil {
		if s.write, err = writer(s.path); err != nil {
			return err
		}
		if err := s.write.PingContext(ctx); err != nil {
			return err
		}
	}
	options := "mode=ro&_txlock=deferred"
	if errors.Is(s.frozen, ErrDamaged) {
		options += "&_pragma=writable_schema(1)" // read-only as it is, one that was cut off, or whose schema lost a table, is read as far as it goes
	}
	if s.read, err = sql.Open("sqlite", source(s.path, options)); err != nil {
		return err
	}
	if err := s.read.PingContext(ctx); errors.Is(trouble(err), ErrDisk) && s.frozen != nil {
		s.read.Close() // it was never open
		if s.read, err = sql.Open("sqlite", source(s.path, frozenDisk+"&_txlock=deferred")); err != nil {
			return err
		}
	}
	const readers = 8
	s.read.SetMaxOpenConns(readers)
	s.read.SetMaxIdleConns(readers)
	if !errors.Is(s.frozen, ErrDamaged) {
		return s.read.PingContext(ctx)
	}
	// The schema itself may be cut off in the middle, so each table is asked for by itself.
	for _, table := range []string{"build", "revision", "shelf", "setting"} {
		var any int
		err := s.read.QueryRowContext(ctx, "SELECT count(*) FROM (SELECT 1 FROM "+table+" LIMIT 1)").Scan(&any)
		if err == nil || ctx.Err() != nil {
			return ctx.Err()
		}
	}
	return s.frozen // beyond reading
}

func source(path, options string) string {
	return "file:" + (&url.URL{Path: path}).EscapedPath() + "?_pragma=busy_timeout(5000)&" + options
}

func writer(path string) (*sql.DB, error) {
	conn, err := sql.Open("sqlite", source(path, "_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=foreign_keys(ON)&_txlock=immediate"))
	if err != nil {
		return nil, err
	}
	conn.SetMaxOpenConns(1)
	return conn, nil
}

func reader(path string) (*sql.DB, error) {
	return sql.Open("sqlite", source(path, "mode=ro&_txlock=deferred"))
}

// writable returns ErrReadOnly where the file system does not let the file be written.
func writable(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return fmt.Errorf("%w: %w", ErrReadOnly, err)
	}
	if err := f.Chmod(0o600); err != nil {
		err = nil // a file system without modes; what matters is that it can be written
	}
	return f.Close()
}

// inspection is what was seen of a file before anything in it is touched.
type inspection struct {
	empty   bool // there is nothing yet
	version int64
	demo    bool
	damage  error
}

// past returns why a damaged file of an older program is not read by this one: what it holds has not the form that is asked for, and can't be given it.
func (f inspection) past() error {
	if f.damage == nil || f.version == 0 || f.version >= newest() { // 0 is one that does not tell
		return nil
	}
	return fmt.Errorf("%w, and %w (schema %d, this one's is %d): export it with that one, or restore a backup", f.damage, ErrPast, f.version, newest())
}

func inspect(ctx context.Context, path string) (inspection, error) {
	if seen, err := os.Stat(path); err == nil && !seen.Mode().IsRegular() { // opening some of these would wait for ever
		return inspection{}, fmt.Errorf("%w: it is no file but %s", ErrForeign, kindOf(seen.Mode()))
	}
	f, err := os.Open(path)
	if errors.Is(err, fs.ErrNotExist) {
		_, err := os.Stat(filepath.Dir(path))
		return inspection{empty: true}, err
	}
	if err != nil {
		return inspection{}, err
	}
	defer f.Close()
	head := make([]byte, 16)
	n, err := io.ReadFull(f, head)
	switch {
	case n == 0 && errors.Is(err, io.EOF):
		return inspection{empty: true}, nil
	case err != nil && !errors.Is(err, io.ErrUnexpectedEOF):
		return inspection{}, err
	case !bytes.Equal(head, []byte("SQLite format 3\x00")):
		return inspection{}, fmt.Errorf("%w: it is no SQLite database", ErrForeign)
	}
	seen, err := glance(ctx, path, "mode=ro")
	if errors.Is(trouble(err), ErrDisk) { // beside it the log's index can't be made: the disk can only be read, so nobody writes either
		seen, err = glance(ctx, path, frozenDisk)
	}
	return seen, err
}

// kindOf says what lies under a name that is no file.
func kindOf(mode fs.FileMode) string {
	switch {
	case mode.IsDir():
		return "a folder"
	case mode&fs.ModeNamedPipe != 0:
		return "a pipe"
	case mode&fs.ModeSocket != 0:
		return "a socket"
	case mode&fs.ModeDevice != 0:
		return "a device"
	}
	return "something else"
}

// frozenDisk are the options of a file on a disk that can only be read. What stands in its log is not seen then.
const frozenDisk = "mode=ro&immutable=1"

func glance(ctx context.Context, path, options string) (inspection, error) {
	conn, err := sql.Open("sqlite", source(path, options))
	if err != nil {
		return inspection{}, err
	}
	defer conn.Close()
	return look(ctx, conn)
}

// look reads what the database says of itself.
func look(ctx context.Context, conn *sql.DB) (inspection, error) {
	var seen inspection
	var id, own int64
	damaged := func(err error) bool { return errors.Is(trouble(err), ErrDamaged) }
	err := conn.QueryRowContext(ctx, "PRAGMA application_id").Scan(&id)
	if err == nil {
		err = conn.QueryRowContext(ctx, "SELECT count(*) FROM sqlite_schema WHERE type = 'table' AND name IN ('goose_db_version', 'build', 'revision', 'summary')").Scan(&own)
	}
	switch {
	case err != nil && damaged(err):
		seen.damage = fmt.Errorf("%w: %w", ErrDamaged, err)
		return seen, nil
	case err != nil:
		return seen, err
	case id != applicationID && (id != 0 || own < 4):
		return seen, fmt.Errorf("%w: it is another program's database", ErrForeign)
	}
	err = conn.QueryRowContext(ctx, "SELECT max(version_id) FROM goose_db_version WHERE is_applied").Scan(&seen.version)
	if err == nil && seen.version > newest() {
		return seen, fmt.Errorf("%w: its schema is %d, this program knows %d; start the newer program, or move the file away to begin anew", ErrNewer, seen.version, newest())
	}
	var word string
	if err == nil {
		err = conn.QueryRowContext(ctx, "PRAGMA quick_check(1)").Scan(&word)
	}
	if err == nil && word != "ok" {
		err = fmt.Errorf("%w: %s", ErrDamaged, word)
	}
	if err == nil && seen.version >= settingsFrom {
		err = conn.QueryRowContext(ctx, "SELECT EXISTS (SELECT 1 FROM setting WHERE name = ?)", demoSetting).Scan(&seen.demo)
	}
	if err = trouble(err); errors.Is(err, ErrDamaged) {
		seen.damage, err = err, nil
	}
	return seen, err
}

// newest is the version of the schema that this program knows.
func newest() int64 {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		panic(err) // the pattern is right
	}
	return int64(len(files)) // numbered from 1 without a gap, which a test holds
}

// renew makes the database, or a copy of the one at path with the schema brought up to date and the derived tables made anew, beside it,
// and puts it in its place: whole or not at all.
func renew(ctx context.Context, path string, empty bool, o Options) (err error) {
	fresh := path + ".new"
	sweep(fresh)
	defer func() {
		if err != nil {
			sweep(fresh)
		}
	}()
	if empty {
		f, err := os.OpenFile(fresh, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
		if err != nil {
			return err
		}
		if err := f.Close(); err != nil {
			return err
		}
	} else if err := copyOut(ctx, path, fresh); err != nil {
		return err
	}
	if err := migrate(ctx, fresh, o); err != nil {
		return err
	}
	return settle(fresh, path)
}

// sweep removes a database that is only made on the way, with what SQLite lays beside it.
func sweep(path string) {
	for _, end := range []string{"", "-wal", "-shm", "-journal"} {
		os.Remove(path + end) // it may not be there
	}
}

// settle puts a finished file in the place of another for good.
func settle(from, to string) error {
	f, err := os.OpenFile(from, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	if err := errors.Join(f.Sync(), f.Close()); err != nil {
		return err
	}
	for _, end := range []string{"-wal", "-shm"} { // of the file that goes; it was closed, so there is nothing in them
		if i, err := os.Stat(to + end); err == nil && end == "-wal" && i.Size() > 0 {
			return fmt.Errorf("%s is still in use", to+end)
		}
		if err := os.Remove(to + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	if err := os.Rename(from, to); err != nil {
		return err
	}
	if folder, err := os.Open(filepath.Dir(to)); err == nil { // where the system can't sync a folder, the file itself is safe
		folder.Sync() // as above
		folder.Close()
	}
	return nil
}

// copyOut writes what the database at from holds, its log included, into a new file; from may be in use. The log is folded in.
func copyOut(ctx context.Context, from, to string) error {
	conn, err := writer(from)
	if err != nil {
		return err
	}
	defer conn.Close()
	return vacuumInto(ctx, conn, to)
}

// vacuumInto writes a copy of a database that may be in use into a new file that only its owner may read.
func vacuumInto(ctx context.Context, conn *sql.DB, to string) error {
	f, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600) // SQLite writes into an empty file, and leaves its mode
	if err != nil {
		return err
	}
	if err := f.Close(); err != nil {
		return err
	}
	if _, err := conn.ExecContext(ctx, "VACUUM INTO ?", source(to, "")); err != nil {
		os.Remove(to) // the first error is the one to tell
		return err
	}
	return nil
}

// migrate brings the schema of a file that nobody else has open up to date, and makes its derived tables anew.
func migrate(ctx context.Context, path string, o Options) error {
	conn, err := writer(path)
	if err != nil {
		return err
	}
	defer conn.Close()
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, conn, files)
	if err != nil {
		return err
	}
	was, err := p.GetDBVersion(ctx)
	if err != nil {
		return err
	}
	if _, err := p.Up(ctx); err != nil {
		return err
	}
	if _, err := conn.ExecContext(ctx, fmt.Sprintf("PRAGMA application_id = %d", applicationID)); err != nil {
		return err
	}
	if _, err := conn.ExecContext(ctx, "VACUUM"); err != nil { // it lays the schema in front: a file that is cut off later can still be read as far as it goes
		return err
	}
	s := &Store{write: conn, now: o.Now}
	return s.in(ctx, func(q *db.Queries) error {
		if o.Demo {
			if err := q.PutSetting(ctx, db.PutSettingParams{Name: demoSetting, Value: "1"}); err != nil {
				return err
			}
		}
		if was < hashesFrom {
			if err := hashOld(ctx, q); err != nil {
				return err
			}
		}
		return derive(ctx, q)
	})
}

// derive makes what is worked out of the plans, summaries and uses, anew for every build. A plan that can't be read leaves its reason.
func derive(ctx context.Context, q *db.Queries) error {
	heads, err := q.Heads(ctx)
	if err != nil {
		return err
	}
	for _, r := range heads {
		if err := putSum(ctx, q, r.Revision.BuildID, sumOf(r.Slug, r.Revision)); err != nil {
			return err
		}
	}
	return q.PutSetting(ctx, db.PutSettingParams{Name: derivedSetting, Value: fmt.Sprint(newest())})
}

// Frozen returns why nothing can be written, ErrDamaged or ErrReadOnly with the details; nil as usual.
func (s *Store) Frozen() error { return s.frozen }

// Path is where the file lies.
func (s *Store) Path() string { return s.path }

// Close folds the log in and closes the database; everything acknowledged is on disk.
func (s *Store) Close() error {
	errs := []error{s.pictures.close()}
	if s.read != nil {
		errs = append(errs, s.read.Close())
	}
	if s.write != nil {
		errs = append(errs, s.write.Close()) // the last connection to go folds the log in
	}
	for _, lock := range []*flock.Flock{s.hold, s.lock} { // only now: whoever closes a file takes SQLite's own locks on it away
		if lock != nil {
			errs = append(errs, lock.Unlock())
		}
	}
	return errors.Join(errs...)
}
