//go:build !unix

package store

import "github.com/gofrs/flock"

// held locks nothing where a lock on the file itself would keep SQLite out: there the lock beside it has to do.
func held(string) (*flock.Flock, bool, error) { return nil, true, nil }
