package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"time"

	"inkysparrow/core/say"
	"inkysparrow/internal/album"
)

// pictures is the file beside the database that holds what photographs show, by its hash. Rows are added and, once no photograph names them any more, let go of; they never change, so that the
// copy in the folder of backups only takes what is new to it.
type pictures struct {
	path  string
	write *sql.DB
	read  *sql.DB
}

// ErrNoPicture is returned where a photograph's picture is not kept.
var ErrNoPicture = errors.New("there is no such photograph")

const pictureTables = `
CREATE TABLE IF NOT EXISTS picture (
  hash    TEXT NOT NULL UNIQUE CHECK (length(hash) = 64), -- SHA-256 of bytes
  kind    TEXT NOT NULL CHECK (kind IN ('jpeg', 'png', 'webp')),
  bytes   BLOB NOT NULL,
  thumb   BLOB NOT NULL,   -- a small JPEG of it, upright
  kept_at TEXT NOT NULL
) STRICT;
`

// picturesOf is where the pictures of the database at path lie.
func picturesOf(path string) string { return path + ".photos.db" }

// mirrorOf is where the backups of them lie, once for all backups.
func mirrorOf(path string) string {
	return filepath.Join(folderOf(path), filepath.Base(path)+".photos.db")
}

// openPictures opens the file, which is made when the first photograph comes.
func openPictures(path string) *pictures { return &pictures{path: path} }

func (p *pictures) reader() (*sql.DB, error) {
	if p.read != nil {
		return p.read, nil
	}
	if _, err := os.Stat(p.path); errors.Is(err, fs.ErrNotExist) {
		return nil, ErrNoPicture
	}
	conn, err := reader(p.path)
	if err != nil {
		return nil, err
	}
	const readers = 3 // each may hold a picture in memory
	conn.SetMaxOpenConns(readers)
	p.read = conn
	return conn, nil
}

func (p *pictures) writer(ctx context.Context) (*sql.DB, error) {
	if p.write != nil {
		return p.write, nil
	}
	f, err := os.OpenFile(p.path, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return nil, err
	}
	if err := f.Close(); err != nil {
		return nil, err
	}
	conn, err := writer(p.path)
	if err != nil {
		return nil, err
	}
	if _, err := conn.ExecContext(ctx, pictureTables); err != nil {
		return nil, errors.Join(err, conn.Close())
	}
	p.write = conn
	return conn, nil
}

func (p *pictures) close() error {
	var errs []error
	for _, conn := range []*sql.DB{p.read, p.write} {
		if conn != nil {
			errs = append(errs, conn.Close())
		}
	}
	p.read, p.write = nil, nil
	return errors.Join(errs...)
}

// keep keeps a picture, once.
func (s *Store) keepPicture(ctx context.Context, p *album.Picture) error {
	s.picturing.Lock()
	defer s.picturing.Unlock()
	conn, err := s.pictures.writer(ctx)
	if err != nil {
		return trouble(err)
	}
	_, err = conn.ExecContext(ctx, "INSERT INTO picture (hash, kind, bytes, thumb, kept_at) VALUES (?, ?, ?, ?, ?) ON CONFLICT (hash) DO NOTHING", p.Hash, p.Kind, p.Bytes, p.Thumb, s.stamp())
	return trouble(err)
}

// Picture returns what a photograph shows, or the small picture of it as JPEG. It returns ErrNoPicture where it is not kept, ErrDamaged where it is not what was kept.
func (s *Store) Picture(ctx context.Context, hash string, small bool) (kind string, bytes []byte, err error) {
	s.picturing.Lock()
	conn, err := s.pictures.reader()
	s.picturing.Unlock()
	if err != nil {
		return "", nil, err
	}
	what := "bytes"
	if small {
		what = "thumb"
	}
	err = conn.QueryRowContext(ctx, "SELECT kind, "+what+" FROM picture WHERE hash = ?", hash).Scan(&kind, &bytes)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return "", nil, ErrNoPicture
	case err != nil:
		return "", nil, trouble(err)
	case small:
		return "jpeg", bytes, nil
	case !isHash(hash, bytes):
		return "", nil, fmt.Errorf("%w: a photograph is not what was kept", ErrDamaged)
	}
	return kind, bytes, nil
}

func isHash(hash string, bytes []byte) bool {
	sum := sha256.Sum256(bytes)
	return hex.EncodeToString(sum[:]) == hash
}

// PictureBytes is how large the file of photographs is with its log, and how many pictures it holds.
func (s *Store) PictureBytes(ctx context.Context) (bytes int64, count int, err error) {
	for _, end := range []string{"", "-wal"} {
		if i, err := os.Stat(s.pictures.path + end); err == nil {
			bytes += i.Size()
		}
	}
	s.picturing.Lock()
	conn, err := s.pictures.reader()
	s.picturing.Unlock()
	if errors.Is(err, ErrNoPicture) {
		return bytes, 0, nil
	}
	if err != nil {
		return bytes, 0, err
	}
	err = conn.QueryRowContext(ctx, "SELECT count(*) FROM picture").Scan(&count)
	return bytes, count, trouble(err)
}

// MirrorFor copies the pictures beside the database at from to where a backup of it at to finds them: once for all backups in the folder of backups, and beside any other.
func MirrorFor(ctx context.Context, from, to string) error {
	if filepath.Clean(filepath.Dir(to)) == filepath.Clean(folderOf(from)) {
		return mirrorPictures(ctx, from, mirrorOf(from))
	}
	return mirrorPictures(ctx, from, picturesOf(to))
}

// mirrorPictures copies the pictures beside the database at from that the file at to does not hold yet. Nothing is done where there are none.
func mirrorPictures(ctx context.Context, from, to string) error {
	if _, err := os.Stat(picturesOf(from)); errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	other := openPictures(to)
	_, err := other.take(ctx, picturesOf(from), "")
	return errors.Join(err, other.close())
}

// take copies pictures from another file of them: those named, or all that are not here where none is.
func (p *pictures) take(ctx context.Context, from, hash string) (n int64, err error) {
	pool, err := p.writer(ctx)
	if err != nil {
		return 0, trouble(err)
	}
	conn, err := pool.Conn(ctx)
	if err != nil {
		return 0, trouble(err)
	}
	defer conn.Close()
	if _, err := conn.ExecContext(ctx, "ATTACH ? AS other", source(from, "mode=ro")); err != nil {
		return 0, trouble(err)
	}
	defer func() {
		_, off := conn.ExecContext(context.WithoutCancel(ctx), "DETACH other")
		err = errors.Join(err, off)
	}()
	done, err := conn.ExecContext(ctx, "INSERT INTO main.picture SELECT * FROM other.picture AS o WHERE o.hash NOT IN (SELECT hash FROM main.picture) AND (? = '' OR o.hash = ?)", hash, hash)
	if err != nil {
		return 0, trouble(err)
	}
	return done.RowsAffected()
}

// bringPictures takes back pictures that photographs name and that are not here, from where backups of the database at path keep them.
func (s *Store) bringPictures(ctx context.Context, path string) error {
	missing, err := s.missing(ctx)
	if err != nil || len(missing) == 0 {
		return err
	}
	s.picturing.Lock()
	defer s.picturing.Unlock()
	for _, from := range []string{mirrorOf(s.path), picturesOf(path), filepath.Join(filepath.Dir(path), filepath.Base(s.path)+".photos.db")} {
		if _, err := os.Stat(from); err != nil || from == s.pictures.path {
			continue
		}
		for _, hash := range missing {
			if _, err := s.pictures.take(ctx, from, hash); err != nil {
				return err
			}
		}
	}
	return nil
}

// missing returns what photographs name and is not kept.
func (s *Store) missing(ctx context.Context) (gone []string, err error) {
	names, err := s.photoHashes(ctx)
	if err != nil {
		return nil, err
	}
	have, err := s.pictureHashes(ctx)
	if err != nil {
		return nil, err
	}
	for _, hash := range names {
		if !have[hash] {
			gone = append(gone, hash)
		}
	}
	return gone, nil
}

func (s *Store) pictureHashes(ctx context.Context) (map[string]bool, error) {
	have := map[string]bool{}
	s.picturing.Lock()
	conn, err := s.pictures.reader()
	s.picturing.Unlock()
	if errors.Is(err, ErrNoPicture) {
		return have, nil
	}
	if err != nil {
		return nil, err
	}
	rows, err := conn.QueryContext(ctx, "SELECT hash FROM picture")
	if err != nil {
		return nil, trouble(err)
	}
	defer rows.Close()
	for rows.Next() {
		var hash string
		if err := rows.Scan(&hash); err != nil {
			return nil, err
		}
		have[hash] = true
	}
	return have, trouble(rows.Err())
}

// verifyPictures tells what is wrong with the pictures: it reads all of them.
func (s *Store) verifyPictures(ctx context.Context) (wrong []string, err error) {
	gone, err := s.missing(ctx)
	if err != nil {
		return nil, err
	}
	if len(gone) > 0 {
		wrong = append(wrong, say.Count(len(gone), "photograph")+" of the journal have no picture: "+filepath.Base(s.pictures.path)+" is gone or was not brought along")
	}
	have, err := s.pictureHashes(ctx)
	if err != nil {
		return wrong, err
	}
	broken := 0
	for hash := range have {
		if _, _, err := s.Picture(ctx, hash, false); errors.Is(err, ErrDamaged) {
			broken++
		} else if err != nil {
			return wrong, err
		}
	}
	if broken > 0 {
		wrong = append(wrong, say.Count(broken, "photograph")+" can't be read as kept")
	}
	return wrong, nil
}

// sweepPictures lets go of pictures that no photograph names any more. What backups may name stays with them.
func (s *Store) sweepPictures(ctx context.Context) error {
	names, err := s.photoHashes(ctx)
	if err != nil {
		return err
	}
	have, err := s.pictureHashes(ctx)
	if err != nil || len(have) == 0 {
		return err
	}
	for _, hash := range names {
		delete(have, hash)
	}
	if len(have) == 0 {
		return nil
	}
	s.picturing.Lock()
	defer s.picturing.Unlock()
	conn, err := s.pictures.writer(ctx)
	if err != nil {
		return err
	}
	before := stamp(s.now().Add(-sweepsAfter)).String
	for hash := range have {
		if _, err := conn.ExecContext(ctx, "DELETE FROM picture WHERE hash = ? AND kept_at < ?", hash, before); err != nil {
			return trouble(err)
		}
	}
	_, err = conn.ExecContext(ctx, "VACUUM")
	return trouble(err)
}

// sweepsAfter is how old a picture is at least that is swept: a photograph that names a new one may be on its way.
const sweepsAfter = time.Hour

// fold writes the log of the pictures into their file, so that a plain copy of it is whole.
func (p *pictures) fold(ctx context.Context) error {
	if p.write == nil {
		return nil
	}
	_, err := p.write.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return trouble(err)
}
