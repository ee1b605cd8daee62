//go:build unix

package store

import (
	"errors"
	"net"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
)

// A file is the same one by whatever name: a second server is turned away at a hard link and at a symlink, and let in once the first has gone.
func TestOneFileByAnyName(t *testing.T) {
	dir := t.TempDir()
	path, hard, soft := filepath.Join(dir, "x.db"), filepath.Join(dir, "hard.db"), filepath.Join(dir, "soft.db")
	s := filled(t, path, newClock())
	if err := errors.Join(os.Link(path, hard), os.Symlink(path, soft)); err != nil {
		t.Fatal(err)
	}
	for _, other := range []string{path, hard, soft} {
		if _, err := Open(t.Context(), other, Options{Now: newClock().now}); !errors.Is(err, ErrLocked) {
			t.Errorf("%s beside a running server: %v", filepath.Base(other), err)
		}
	}
	if b, err := s.Builds(t.Context()); err != nil || len(b) != 2 {
		t.Errorf("%v %+v", err, b)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	for _, other := range []string{hard, soft} {
		again, err := Open(t.Context(), other, Options{Now: newClock().now})
		if err != nil {
			t.Fatalf("%s: %v", filepath.Base(other), err)
		}
		if b, err := again.Builds(t.Context()); err != nil || len(b) != 2 {
			t.Errorf("%s: %v %+v", filepath.Base(other), err, b)
		}
		if again.Path() == soft {
			t.Error("a symlink is kept as if it were the file")
		}
		if err := again.Close(); err != nil {
			t.Error(err)
		}
	}
	if seen, err := os.Lstat(soft); err != nil || seen.Mode()&os.ModeSymlink == 0 {
		t.Errorf("the link itself was replaced: %v", err)
	}
}

// What is no file is refused by what it is, at once and untouched.
func TestNoFile(t *testing.T) {
	dir := t.TempDir()
	fifo, folder, socket := filepath.Join(dir, "fifo"), filepath.Join(dir, "folder"), filepath.Join(dir, "socket")
	l, err := net.Listen("unix", socket)
	if err := errors.Join(err, syscall.Mkfifo(fifo, 0o600), os.Mkdir(folder, 0o700)); err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	for path, what := range map[string]string{fifo: "a pipe", folder: "a folder", socket: "a socket", "/dev/null": "a device", "/dev/zero": "a device"} {
		for _, open := range []func() (*Store, error){
			func() (*Store, error) { return Open(t.Context(), path, Options{Now: newClock().now}) },
			func() (*Store, error) { return Peek(t.Context(), path, newClock().now) },
		} {
			if _, err := open(); !errors.Is(err, ErrForeign) || !strings.Contains(err.Error(), what) {
				t.Errorf("%s: %v, want %q", path, err, what)
			}
		}
	}
	if all, err := os.ReadDir(dir); err != nil || len(all) != 3 {
		t.Errorf("beside them lies something new: %v", all)
	}
	if all, err := os.ReadDir(folder); err != nil || len(all) != 0 {
		t.Errorf("the folder holds %v", all)
	}
}
