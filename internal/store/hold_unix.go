//go:build unix

package store

import (
	"os"

	"github.com/gofrs/flock"
)

// held is a lock on the file itself, whatever name it was opened by: a hard link is the same file. The lock of SQLite is another one, and both keep out of each other's way.
func held(path string) (*flock.Flock, bool, error) {
	lock := flock.New(path, flock.SetFlag(os.O_RDONLY))
	mine, err := lock.TryLock()
	return lock, mine, err
}
