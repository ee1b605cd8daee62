package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"inkysparrow/core/say"
	"inkysparrow/internal/store/db"
)

const (
	backupsKept = 7              // of the automatic ones
	handKept    = 30             // of those by hand
	backupEvery = 24 * time.Hour // while something changes
	quiet       = 15 * time.Second
)

// Why a backup was made.
const (
	byHand        = "by-hand"
	daily         = "daily"
	beforeRestore = "before-restore"
	beforeImport  = "before-import"
)

// resting knows when something was last written.
type resting struct {
	mu   sync.Mutex
	last time.Time
}

func (r *resting) touch(now time.Time) {
	r.mu.Lock()
	defer r.mu.Unlock()
	r.last = now
}

func (r *resting) since() time.Time {
	r.mu.Lock()
	defer r.mu.Unlock()
	return r.last
}

// Backup is a copy of the file.
type Backup struct {
	Name  string // of the file in the folder
	At    time.Time
	Why   string // such as "daily"
	Bytes int64
	Count int // the how-manyth it is, so that they keep their order when the clock is set back; 0 of one that was made before they were counted
}

// backupLayout is how a backup's name tells its time, in UTC.
const backupLayout = "2006-01-02T15-04-05Z"

// Folder is where the backups lie: beside the file.
func (s *Store) Folder() string { return folderOf(s.path) }

// Backup copies the file, in use as it is, into the folder of backups, and returns the copy's path.
func (s *Store) Backup(ctx context.Context) (string, error) { return s.backup(ctx, byHand) }

func (s *Store) backup(ctx context.Context, why string) (string, error) {
	s.copying.Lock()
	defer s.copying.Unlock()
	if err := os.MkdirAll(s.Folder(), 0o700); err != nil {
		return "", err
	}
	path, err := nextBackup(s.path, s.now(), why)
	if err != nil {
		return "", err
	}
	if err := CopyFile(ctx, s.path, path); err != nil {
		return "", err
	}
	if err := mirrorPictures(ctx, s.path, mirrorOf(s.path)); err != nil {
		return "", fmt.Errorf("back up the photographs: %w", err)
	}
	return path, s.prune()
}

// folderOf is where the backups of the database at path lie: beside it.
func folderOf(path string) string { return filepath.Join(filepath.Dir(path), "backups") }

// nextBackup is where the next backup of the database at path goes.
func nextBackup(path string, now time.Time, why string) (string, error) {
	all, err := backupsOf(path)
	if err != nil {
		return "", err
	}
	count := 1
	if len(all) > 0 {
		count += all[0].Count
	}
	return filepath.Join(folderOf(path), fmt.Sprintf("%s.%s.%s.%d.db", filepath.Base(path), now.UTC().Format(backupLayout), why, count)), nil
}

// NextBackup is where a backup of the database at path that is made by hand goes: into the folder beside it, which is made if it is not there.
func NextBackup(path string, now time.Time) (string, error) {
	if err := os.MkdirAll(folderOf(path), 0o700); err != nil {
		return "", err
	}
	return nextBackup(path, now, byHand)
}

// CopyFile writes a copy of the database at from, which may be in use by a server, into the file to, which must not be there yet. The copy is
// whole or not there.
func CopyFile(ctx context.Context, from, to string) error {
	if _, err := inspect(ctx, from); err != nil {
		return fmt.Errorf("back up %s: %w", from, err)
	}
	if _, err := os.Stat(to); err == nil {
		return fmt.Errorf("back up to %s: %w", to, fs.ErrExist)
	}
	part := to + ".part"
	if err := os.Remove(part); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	conn, err := reader(from)
	if err != nil {
		return err
	}
	defer conn.Close()
	if err := vacuumInto(ctx, conn, part); err != nil {
		return fmt.Errorf("back up to %s: %w", to, trouble(err))
	}
	return settle(part, to)
}

// Backups returns the backups of this file, the newest first.
func (s *Store) Backups() ([]Backup, error) { return backupsOf(s.path) }

func backupsOf(path string) ([]Backup, error) {
	entries, err := os.ReadDir(folderOf(path))
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	var all []Backup
	for _, e := range entries {
		rest, own := strings.CutPrefix(e.Name(), filepath.Base(path)+".")
		rest, whole := strings.CutSuffix(rest, ".db")
		when, why, _ := strings.Cut(rest, ".")
		why, number, _ := strings.Cut(why, ".")
		count, _ := strconv.Atoi(number) // one without a number is older than all that have one
		at, wrong := time.Parse(backupLayout, when)
		info, gone := e.Info()
		if own && whole && wrong == nil && gone == nil {
			all = append(all, Backup{e.Name(), at, why, info.Size(), count})
		}
	}
	slices.SortFunc(all, func(a, b Backup) int {
		return cmp.Or(cmp.Compare(b.Count, a.Count), b.At.Compare(a.At), strings.Compare(b.Name, a.Name))
	})
	return all, err
}

// prune deletes the backups beyond those that are kept, the oldest first.
func (s *Store) prune() error {
	all, err := s.Backups()
	own, hand := 0, 0
	for _, b := range all {
		kept, most := &own, backupsKept
		if strings.HasPrefix(b.Why, byHand) {
			kept, most = &hand, handKept
		}
		if *kept++; *kept > most {
			err = errors.Join(err, os.Remove(filepath.Join(s.Folder(), b.Name)))
		}
	}
	return err
}

// Rest does what waits for a quiet moment: a backup where the last automatic one is a day old and something has been written since, and the
// log is folded into the file once nothing has been written for a while. It is to be called every few seconds.
func (s *Store) Rest(ctx context.Context) error {
	now := s.now()
	if now.Before(s.since()) { // the clock was set back
		s.touch(now)
	}
	if s.frozen != nil || now.Sub(s.since()) < quiet {
		return nil
	}
	due, err := s.due()
	if err == nil && due {
		_, err = s.backup(ctx, daily)
	}
	if n := s.writes.Load(); n > s.folded {
		if folded := s.fold(ctx); folded != nil {
			return errors.Join(err, folded)
		}
		s.folded = n
	}
	return err
}

// due reports whether the daily backup is to be made.
func (s *Store) due() (bool, error) {
	all, err := s.Backups()
	if err != nil {
		return false, err
	}
	for _, b := range all {
		if !strings.HasPrefix(b.Why, byHand) {
			age := s.now().Sub(b.At)
			if age < 0 { // the clock was set back
				return s.writes.Load() > s.folded, nil
			}
			return age >= backupEvery && (s.writes.Load() > s.folded || s.changedSince(b.At)), nil
		}
	}
	return true, nil
}

// changedSince reports whether the file was written after a moment.
func (s *Store) changedSince(at time.Time) bool {
	i, err := os.Stat(s.path)
	return err == nil && i.ModTime().After(at)
}

// fold writes the log into the file, so that a plain copy of it is whole. A reader that is in the way is waited for the next time.
func (s *Store) fold(ctx context.Context) error {
	var busy, pages, done int
	err := s.write.QueryRowContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)").Scan(&busy, &pages, &done)
	if err == nil && busy != 0 {
		err = ErrBusy
	}
	s.picturing.Lock()
	defer s.picturing.Unlock()
	return errors.Join(trouble(err), s.pictures.fold(ctx))
}

// Bytes is the size of the file with its log.
func (s *Store) Bytes() int64 {
	var sum int64
	for _, end := range []string{"", "-wal"} {
		if i, err := os.Stat(s.path + end); err == nil {
			sum += i.Size()
		}
	}
	return sum
}

// mostTold is how many faults of one kind are told one by one.
const mostTold = 20

// Verify looks the whole file over and tells what is wrong with it, a line each; nothing where all is well. It reads everything that was ever written, and holds it against its hash.
func (s *Store) Verify(ctx context.Context) ([]string, error) {
	var wrong []string
	q := db.New(s.read)
	for _, look := range []func() ([]string, error){
		func() ([]string, error) { return s.structure(ctx) },
		func() ([]string, error) { return verifyBuilds(ctx, q) },
		func() ([]string, error) {
			history, err := salvageShelfHistory(ctx, q, "")
			if err != nil {
				return nil, err
			}
			shelf, err := salvageShelf(ctx, q, history.named)
			var lines []string
			if shelf.gone > 0 {
				lines = append(lines, say.Count(shelf.gone, "bottle")+" of the shelf can't be read")
			}
			if history.gone > 0 {
				lines = append(lines, say.Count(history.gone, "change")+" in the shelf's history can't be read")
			}
			return lines, err
		},
		func() ([]string, error) { return s.verifyPictures(ctx) },
	} {
		lines, err := look()
		if err != nil && !damaged(err) {
			return wrong, trouble(err)
		}
		if err != nil {
			lines = append(lines, trouble(err).Error())
		}
		wrong = append(wrong, lines...)
	}
	return wrong, nil
}

// structure tells what is wrong with the file as a database.
func (s *Store) structure(ctx context.Context) ([]string, error) {
	rows, err := s.read.QueryContext(ctx, fmt.Sprintf("PRAGMA integrity_check(%d)", mostTold))
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var wrong []string
	for rows.Next() {
		var line string
		if err := rows.Scan(&line); err != nil {
			return wrong, err
		}
		if line != "ok" {
			wrong = append(wrong, line)
		}
	}
	if err := rows.Err(); err != nil {
		return wrong, err
	}
	var lost int
	err = s.read.QueryRowContext(ctx, "SELECT count(*) FROM pragma_foreign_key_check").Scan(&lost)
	if lost > 0 {
		wrong = append(wrong, say.Count(lost, "row")+" of a table refer to what is not there")
	}
	return wrong, err
}

// verifyBuilds tells which revisions are not what was written, which builds stand at none of their own, and which plans this program can't read.
func verifyBuilds(ctx context.Context, q *db.Queries) ([]string, error) {
	var wrong []string
	broken, err := eachRevision(ctx, q, func(db.Revision) error { return nil })
	for i, id := range broken {
		if i == mostTold {
			wrong = append(wrong, fmt.Sprintf("and %d revisions more", len(broken)-i))
			break
		}
		wrong = append(wrong, fmt.Sprintf("revision %d can't be read", id))
	}
	if err != nil {
		return wrong, err
	}
	strays, err := q.Strays(ctx)
	for _, slug := range strays {
		wrong = append(wrong, slug+" stands at a revision that is none of its own")
	}
	if err != nil {
		return wrong, err
	}
	heads, err := q.Heads(ctx)
	for _, r := range heads {
		if sum := sumOf(r.Slug, r.Revision); sum.problem != "" {
			wrong = append(wrong, fmt.Sprintf("the plan of %s can't be read: %s", r.Slug, sum.problem))
		}
	}
	return wrong, err
}

// contents are the tables that hold what the modeller made and what is worked out of it, those that are named by others first. Settings,
// among them the passphrase, belong to the machine and stay.
var contents = []string{"build", "revision", "summary", "stock_use", "shelf_revision", "shelf_change", "shelf_head", "shelf", "press", "reading", "photo", "note"}

// Restore puts what the backup at path holds in place of all builds and the shelf, all or nothing; a backup of what was there is made first. The
// file at path is looked over before, brought up to date on a copy, and not touched. Errors are those of Open.
func (s *Store) Restore(ctx context.Context, path string) error {
	s.taking.Lock()
	defer s.taking.Unlock()
	return s.restore(ctx, path, beforeRestore)
}

func (s *Store) restore(ctx context.Context, path, why string) error {
	if s.frozen != nil {
		return s.frozen
	}
	found, err := inspect(ctx, path)
	switch {
	case err != nil:
		return fmt.Errorf("restore %s: %w", path, err)
	case found.empty:
		return fmt.Errorf("restore %s: %w: there is nothing in it", path, ErrForeign)
	case found.damage != nil:
		return fmt.Errorf("restore %s: %w", path, found.damage)
	}
	part := s.path + ".restore"
	sweep(part)
	defer sweep(part)
	conn, err := reader(path)
	if err != nil {
		return err
	}
	err = errors.Join(vacuumInto(ctx, conn, part), conn.Close())
	if err == nil {
		err = migrate(ctx, part, Options{Now: s.now})
	}
	if err != nil {
		return fmt.Errorf("restore %s: %w", path, trouble(err))
	}
	if _, err := s.backup(ctx, why); err != nil {
		return err
	}
	s.touch(s.now())
	defer s.writes.Add(1)
	if err := trouble(s.takeOver(ctx, part)); err != nil {
		return err
	}
	return s.bringPictures(ctx, path)
}

// takeOver fills the tables from another file of the same schema.
func (s *Store) takeOver(ctx context.Context, from string) (err error) {
	conn, err := s.write.Conn(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	if _, err := conn.ExecContext(ctx, "ATTACH ? AS other", source(from, "mode=ro")); err != nil {
		return err
	}
	defer func() {
		_, off := conn.ExecContext(context.WithoutCancel(ctx), "DETACH other")
		err = errors.Join(err, off)
	}()
	tx, err := conn.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // after a commit it has nothing to do
	if err := fill(ctx, tx); err != nil {
		return err
	}
	if err := recount(ctx, tx); err != nil {
		return err
	}
	return tx.Commit()
}

func fill(ctx context.Context, tx *sql.Tx) error {
	if _, err := tx.ExecContext(ctx, "PRAGMA defer_foreign_keys = ON"); err != nil {
		return err
	}
	for _, table := range slices.Backward(contents) {
		if _, err := tx.ExecContext(ctx, "DELETE FROM main."+table); err != nil {
			return err
		}
	}
	for _, table := range contents {
		names, err := columnsOf(ctx, tx, table)
		if err != nil {
			return err
		}
		list := strings.Join(names, ", ")
		if _, err := tx.ExecContext(ctx, fmt.Sprintf("INSERT INTO main.%s (%s) SELECT %s FROM other.%s", table, list, list, table)); err != nil {
			return fmt.Errorf("%s: %w", table, err)
		}
	}
	// Of the settings only what is learned is the modeller's; the others are the machine's.
	if _, err := tx.ExecContext(ctx, "DELETE FROM main.setting WHERE name = ?", LearnedSetting); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, "INSERT INTO main.setting SELECT * FROM other.setting WHERE name = ?", LearnedSetting)
	return err
}

// recount heals the counts of revisions where they are spoilt. A good one goes on where it was: no number is given to two revisions, also of what was replaced.
func recount(ctx context.Context, tx *sql.Tx) error {
	for _, table := range []string{"revision", "shelf_revision"} {
		if _, err := tx.ExecContext(ctx, "UPDATE sqlite_sequence SET seq = (SELECT coalesce(max(id), 0) FROM main."+table+") WHERE name = ? AND (typeof(seq) != 'integer' OR seq NOT BETWEEN 0 AND ?)", table, mostID); err != nil {
			return err
		}
	}
	return nil
}

func columnsOf(ctx context.Context, tx *sql.Tx, table string) ([]string, error) {
	rows, err := tx.QueryContext(ctx, "SELECT name FROM pragma_table_info(?)", table)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var names []string
	for rows.Next() {
		var name string
		if err := rows.Scan(&name); err != nil {
			return nil, err
		}
		names = append(names, name)
	}
	return names, rows.Err()
}
