package store

import (
	"bytes"
	"context"
	"database/sql"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/album"
)

func create(t testing.TB, s *Store) string {
	t.Helper()
	slug, err := s.Create(t.Context(), "one", small("One"))
	if err != nil {
		t.Fatal(err)
	}
	return slug
}

func shown(t testing.TB, n int) *album.Picture {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 64, 48))
	for i := range 64 * 48 {
		img.Set(i%64, i/64, color.RGBA{uint8(n), uint8(i % 200), uint8(i / 64), 255})
	}
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		t.Fatal(err)
	}
	p, err := album.Read(b.Bytes())
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func count(t testing.TB, path string) (n int) {
	t.Helper()
	conn, err := sql.Open("sqlite", "file:"+path+"?mode=ro")
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close()
	if err := conn.QueryRow("SELECT count(*) FROM picture").Scan(&n); err != nil {
		t.Fatal(err)
	}
	return n
}

// Backups hold each picture once between them; a restore brings pictures back that are gone; verify tells what is missing or broken.
func TestPicturesAreKept(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	path := filepath.Join(dir, "x.db")
	s := opened(t, path, newClock())
	slug := create(t, s)
	for i := range 3 {
		if err := s.AddPhoto(ctx, slug, Photo{ID: fmt.Sprintf("photo-0%d", i), At: time.Now(), Caption: "one"}, shown(t, i)); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.AddNote(ctx, slug, Note{ID: "note-0001", At: time.Now(), Words: "dry"}); err != nil {
		t.Fatal(err)
	}
	first, err := s.Backup(ctx)
	if err != nil {
		t.Fatal(err)
	}
	mirror := filepath.Join(s.Folder(), "x.db.photos.db")
	if n := count(t, mirror); n != 3 {
		t.Errorf("%d pictures beside the backups, want 3", n)
	}
	before, err := os.Stat(mirror)
	if err != nil {
		t.Fatal(err)
	}
	for range 4 {
		if _, err := s.Backup(ctx); err != nil {
			t.Fatal(err)
		}
	}
	after, err := os.Stat(mirror)
	if err != nil || after.Size() != before.Size() {
		t.Errorf("four backups more made it %d bytes of %d", after.Size(), before.Size())
	}
	if err := s.AddPhoto(ctx, slug, Photo{ID: "photo-same", At: time.Now()}, shown(t, 1)); err != nil { // the same picture again
		t.Fatal(err)
	}
	if _, n, err := s.PictureBytes(ctx); err != nil || n != 3 {
		t.Errorf("%d pictures, %v", n, err)
	}
	if wrong, err := s.Verify(ctx); err != nil || len(wrong) > 0 {
		t.Errorf("verify: %v %v", wrong, err)
	}
	s.Close()

	// The pictures are lost, the backup is not.
	for _, end := range []string{"", "-wal", "-shm"} {
		os.Remove(path + ".photos.db" + end)
	}
	s = opened(t, path, newClock())
	if wrong, err := s.Verify(ctx); err != nil || len(wrong) != 1 || !strings.Contains(wrong[0], "3 photographs") {
		t.Errorf("verify without them: %q %v", wrong, err)
	}
	if err := s.Restore(ctx, first); err != nil {
		t.Fatal(err)
	}
	photos, err := s.Photos(ctx, slug)
	if err != nil || len(photos) != 3 || photos[0].Caption != "one" {
		t.Fatalf("restored: %+v %v", photos, err)
	}
	for _, p := range photos {
		if kind, b, err := s.Picture(ctx, p.Hash, false); err != nil || kind != "png" || int64(len(b)) != p.Bytes {
			t.Errorf("%s: %s, %d bytes, %v", p.ID, kind, len(b), err)
		}
	}
	if notes, err := s.Notes(ctx, slug); err != nil || len(notes) != 1 {
		t.Errorf("notes: %v %v", notes, err)
	}

	// One is not what was kept.
	conn, err := sql.Open("sqlite", "file:"+path+".photos.db")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := conn.Exec("UPDATE picture SET bytes = x'00ff' WHERE hash = ?", photos[0].Hash); err != nil {
		t.Fatal(err)
	}
	conn.Close()
	if wrong, err := s.Verify(ctx); err != nil || len(wrong) != 1 || !strings.Contains(wrong[0], "1 photograph") {
		t.Errorf("verify with a broken one: %q %v", wrong, err)
	}
	if _, _, err := s.Picture(ctx, photos[0].Hash, false); err == nil {
		t.Error("a broken picture is shown")
	}
}

// Everything is carried to another file and brought in there, pictures and all; a picture that is another than its name says is refused.
func TestPicturesAreCarried(t *testing.T) {
	ctx := context.Background()
	s := opened(t, filepath.Join(t.TempDir(), "x.db"), newClock())
	slug := create(t, s)
	if err := s.AddPhoto(ctx, slug, Photo{ID: "photo-1x", At: time.Now(), Zone: "upper", Reading: `{"view":"top"}`}, shown(t, 7)); err != nil {
		t.Fatal(err)
	}
	if err := s.AddNote(ctx, slug, Note{ID: "note-0001", At: time.Now(), Words: "dry", Who: "Ada"}); err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if lost, err := s.Carry(ctx, &out); err != nil || len(lost) > 0 {
		t.Fatalf("carry: %v %v", lost, err)
	}
	other := opened(t, filepath.Join(t.TempDir(), "y.db"), newClock())
	if _, err := other.Bring(ctx, bytes.NewReader(out.Bytes()), int64(out.Len()), true); err != nil {
		t.Fatal(err)
	}
	photos, err := other.Photos(ctx, slug)
	if err != nil || len(photos) != 1 || photos[0].Zone != "upper" || photos[0].Reading == "" {
		t.Fatalf("brought: %+v %v", photos, err)
	}
	if _, b, err := other.Picture(ctx, photos[0].Hash, true); err != nil || len(b) == 0 {
		t.Errorf("its small picture: %d bytes, %v", len(b), err)
	}
	if notes, err := other.Notes(ctx, slug); err != nil || len(notes) != 1 || notes[0].Who != "Ada" {
		t.Errorf("notes: %v %v", notes, err)
	}
	spoilt := bytes.Replace(out.Bytes(), []byte(photos[0].Hash), []byte(strings.Repeat("a", 64)), -1)
	if _, err := other.Bring(ctx, bytes.NewReader(spoilt), int64(len(spoilt)), true); err == nil || !strings.Contains(err.Error(), "another photograph") {
		t.Errorf("a picture of another name: %v", err)
	}
}

// What was taken out long ago is let go of with the history, its picture too where nothing else names it.
func TestPicturesAreSwept(t *testing.T) {
	ctx := context.Background()
	path := filepath.Join(t.TempDir(), "x.db")
	now := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	c := &clock{now}
	s := opened(t, path, c)
	slug := create(t, s)
	for i := range 2 {
		id := fmt.Sprintf("photo-0%d", i)
		if err := s.AddPhoto(ctx, slug, Photo{ID: id, At: now}, shown(t, i)); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.ChangePhoto(ctx, slug, "photo-00", func(p *Photo) error { p.DroppedAt = now; return nil }); err != nil {
		t.Fatal(err)
	}
	thin := func(before time.Time) int {
		t.Helper()
		if _, err := s.Thin(ctx, slug, before); err != nil {
			t.Fatal(err)
		}
		_, n, err := s.PictureBytes(ctx)
		if err != nil {
			t.Fatal(err)
		}
		return n
	}
	now = now.AddDate(0, 2, 0)
	c.at = now
	if n := thin(now.AddDate(0, -3, 0)); n != 2 {
		t.Errorf("%d pictures before its time", n)
	}
	if n := thin(now.AddDate(0, -1, 0)); n != 1 {
		t.Errorf("%d pictures after, want the one that is named", n)
	}
	if _, err := s.Photo(ctx, slug, "photo-00"); err == nil {
		t.Error("it is still there")
	}
}
