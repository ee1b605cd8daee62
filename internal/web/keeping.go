package web

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/say"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
)

// everythingPath is where everything is exported from and imported to.
const everythingPath = "/api/keeping/everything"

// everythingBody is how large the file of an import of everything may be.
const everythingBody = 1 << 30

// size writes a number of bytes as people do.
func size(n int64) string {
	switch {
	case n >= 1<<30:
		return fmt.Sprintf("%.1f GB", float64(n)/(1<<30))
	case n >= 1<<20:
		return fmt.Sprintf("%.1f MB", float64(n)/(1<<20))
	}
	return fmt.Sprintf("%d kB", (n+1023)/1024)
}

// age writes how long ago something was.
func age(d time.Duration) string {
	switch {
	case d < time.Minute:
		return "just now"
	case d < time.Hour:
		return say.Count(int(d.Minutes()), "minute") + " ago"
	case d < 48*time.Hour:
		return say.Count(int(d.Hours()), "hour") + " ago"
	}
	return say.Count(int(d.Hours()/24), "day") + " ago"
}

// whyWords tells why a backup was made.
func whyWords(why string) string {
	switch {
	case strings.HasPrefix(why, "by-hand"):
		return "made by hand"
	case strings.HasPrefix(why, "before-schema"):
		return "before the file was brought up to date"
	case strings.HasPrefix(why, "before-restore"):
		return "before another one was restored"
	case strings.HasPrefix(why, "before-import"):
		return "before an import"
	}
	return "daily"
}

func (s *Server) keeping(c fiber.Ctx) error {
	backups, err := s.Store.Backups()
	if err != nil {
		return err
	}
	hash, err := s.Store.Passphrase(c.Context())
	if err != nil {
		return err
	}
	builds, err := s.Store.Builds(c.Context())
	if err != nil {
		return err
	}
	path, err := filepath.Abs(s.Store.Path())
	if err != nil {
		return err
	}
	folder, err := filepath.Abs(s.Store.Folder())
	if err != nil {
		return err
	}
	bytes := s.Store.Bytes()
	out := wire.Keeping{
		Path: path, Folder: folder, Bytes: bytes, Size: size(bytes), Reach: s.Reach, Guarded: s.Guarded, Has: hash != "",
		Print: s.Print, Demo: s.Reset != nil, Newest: "none yet", Backups: []wire.BackedUp{}, Builds: []wire.KeptBuild{},
	}
	if frozen := s.Store.Frozen(); frozen != nil {
		out.Frozen = troubleWords(frozen)
	}
	held, photos, err := s.Store.PictureBytes(c.Context())
	if err != nil {
		return err
	}
	out.Photos = "no photographs yet"
	if photos > 0 {
		out.Photos = fmt.Sprintf("%s, %s, in a file beside it", say.Count(photos, "photograph"), size(held))
	}
	for i, b := range backups {
		old := age(s.Now().Sub(b.At))
		if i == 0 {
			out.Newest = old
		}
		out.Backups = append(out.Backups, wire.BackedUp{Name: b.Name, At: b.At, Why: whyWords(b.Why), Size: size(b.Bytes), Age: old})
	}
	for _, b := range builds {
		out.Builds = append(out.Builds, wire.KeptBuild{Slug: b.Slug, Name: b.Name})
	}
	return c.JSON(out)
}

// backUp makes a backup by hand.
func (s *Server) backUp(c fiber.Ctx) error {
	if _, err := s.Store.Backup(c.Context()); err != nil {
		return err
	}
	return s.keeping(c)
}

// backup sends a backup's file.
func (s *Server) backupFile(c fiber.Ctx) error {
	path, err := s.backupNamed(c.Params("name"))
	if err != nil {
		return err
	}
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	return sendFile(c, f, filepath.Base(path), "application/vnd.sqlite3")
}

// sendFile streams a file, which is closed at the end.
func sendFile(c fiber.Ctx, f *os.File, name, kind string) error {
	info, err := f.Stat()
	if err != nil {
		return errors.Join(err, f.Close())
	}
	c.Attachment(name)
	c.Set(fiber.HeaderContentType, kind)
	return c.SendStream(f, int(info.Size()))
}

// backupNamed returns the path of a backup that there is.
func (s *Server) backupNamed(name string) (string, error) {
	all, err := s.Store.Backups()
	if err != nil {
		return "", err
	}
	if !slices.ContainsFunc(all, func(b store.Backup) bool { return b.Name == name }) {
		return "", fiber.NewError(fiber.StatusNotFound, "There is no such backup.")
	}
	return filepath.Join(s.Store.Folder(), name), nil
}

// restoreBackup puts a backup in everything's place.
func (s *Server) restoreBackup(c fiber.Ctx) error {
	var in wire.RestoreFile
	if err := body(c, &in); err != nil {
		return err
	}
	path, err := s.backupNamed(in.Name)
	if err != nil {
		return err
	}
	if err := s.Store.Restore(c.Context(), path); err != nil {
		return err
	}
	s.anew()
	return s.keeping(c)
}

// anew forgets what was worked out of builds that are no longer there, and has every page read everything again.
func (s *Server) anew() {
	s.judging.forget()
	s.live.tell(wire.Event{What: wire.Everything})
}

// verify looks the whole file over.
func (s *Server) verify(c fiber.Ctx) error {
	wrong, err := s.Store.Verify(c.Context())
	if err != nil {
		return err
	}
	if wrong == nil {
		wrong = []string{}
	}
	return c.JSON(wire.Verified{Wrong: wrong})
}

// exportEverything sends all builds with their histories, and the shelf with its.
func (s *Server) exportEverything(c fiber.Ctx) error {
	f, err := os.CreateTemp("", "inkysparrow-export")
	if err != nil {
		return err
	}
	os.Remove(f.Name()) // where an open file can't be removed, the system's own sweeping does it
	lost, err := s.Store.Carry(c.Context(), f)
	if err == nil {
		_, err = f.Seek(0, io.SeekStart)
	}
	if err != nil {
		return errors.Join(err, f.Close())
	}
	if len(lost) > 0 {
		s.Log.Warn("export: parts of the file can't be read", "parts", len(lost))
	}
	return sendFile(c, f, "inkysparrow-"+s.Now().Format(time.DateOnly)+".zip", "application/zip")
}

// importEverything reads what exportEverything wrote.
func (s *Server) importEverything(c fiber.Ctx) error {
	c.Locals(fileKey, true)
	tooLarge := fiber.NewError(fiber.StatusRequestEntityTooLarge, "That is too large: at most "+size(everythingBody)+" are read.")
	if c.Request().Header.ContentLength() > everythingBody {
		c.Set(fiber.HeaderConnection, "close")
		return tooLarge
	}
	leave, err := s.enterLarge(c)
	if err != nil {
		return err
	}
	defer leave()
	f, err := os.CreateTemp(filepath.Dir(s.Store.Path()), "import-*.part")
	if err != nil {
		return err
	}
	defer os.Remove(f.Name()) // it is a copy
	defer f.Close()
	n, err := io.Copy(f, io.LimitReader(incoming(c), everythingBody+1))
	switch {
	case err != nil:
		return cut(c)
	case n > everythingBody:
		c.Set(fiber.HeaderConnection, "close")
		return tooLarge
	}
	about, err := s.Store.Bring(c.Context(), f, n, c.Query("replace") == "yes")
	if err != nil {
		return err
	}
	s.anew()
	return c.JSON(wire.Said{Words: fmt.Sprintf("%s with %s and %s came in.", say.Capital(say.Count(about.Builds, "build")), say.Count(about.Revisions, "revision"), say.Count(about.Products, "product"))})
}

// thin lets go of older steps of a build's history.
func (s *Server) thin(c fiber.Ctx) error {
	var in wire.ThinHistory
	if err := body(c, &in); err != nil {
		return err
	}
	gone, err := s.Store.Thin(c.Context(), slug(c), s.Now().AddDate(0, 0, -in.Days))
	if err != nil {
		return err
	}
	return c.JSON(wire.Thinned{Gone: gone, Size: size(s.Store.Bytes())})
}

// troubleWords tells of a trouble of the file, what is kept and what to do; nothing for another error.
func troubleWords(err error) string {
	for _, t := range []struct {
		kind  error
		words string
	}{
		{store.ErrDamaged, "The file is damaged, so it is only read and nothing can be changed. Export everything now (Safekeeping), then stop Inky Sparrow and restore the newest backup: inkysparrow restore."},
		{store.ErrFull, "The disk is full. Nothing was changed, and all that was there is kept. Free some room and do it again."},
		{store.ErrSpent, "The file's count of changes is spoilt, so nothing more can be written into it. Export everything (Safekeeping) and import it again in place of what is here: that heals it."},
		{store.ErrReadOnly, "The file can only be read, so nothing was changed. Let this user write to it and its folder, then start Inky Sparrow again."},
		{store.ErrBusy, "Another program holds the file. Nothing was changed; do it again in a moment."},
		{store.ErrTooLarge, "That is too large for the file. Nothing was changed."},
		{store.ErrDisk, "The disk does not answer as it should. Nothing was changed. See that it is there and has room, then do it again."},
	} {
		if errors.Is(err, t.kind) {
			return t.words
		}
	}
	return ""
}

// Rest does what waits for a quiet moment, every few seconds until ctx ends.
func (s *Server) Rest(ctx context.Context) {
	const every = 5 * time.Second
	beat := time.NewTicker(every)
	defer beat.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-beat.C:
			if err := s.Store.Rest(ctx); err != nil && ctx.Err() == nil && !errors.Is(err, store.ErrBusy) {
				s.Log.Error("in a quiet moment", "error", err)
			}
		}
	}
}

// sheet is the certificate of the server's own making, for a tablet to trust. It is no secret: every visitor is shown it.
func (s *Server) sheet(c fiber.Ctx) error {
	if s.Sheet == nil {
		return fiber.NewError(fiber.StatusNotFound, "This server has no certificate of its own making.")
	}
	c.Set(fiber.HeaderContentType, "application/x-x509-ca-cert")
	c.Set(fiber.HeaderContentDisposition, `attachment; filename="inky-sparrow.crt"`)
	return c.Send(s.Sheet)
}
