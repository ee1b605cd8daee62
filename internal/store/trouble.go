package store

import (
	"errors"
	"fmt"
	"strings"

	"modernc.org/sqlite"
	lib "modernc.org/sqlite/lib"
)

// Troubles of the file itself. Whatever is told of one of them, nothing was changed.
var (
	ErrFull     = errors.New("the disk is full")
	ErrReadOnly = errors.New("the file can only be read")
	ErrBusy     = errors.New("another program holds the file")
	ErrDamaged  = errors.New("the file is damaged")
	ErrTooLarge = errors.New("that is too large for the file")
	ErrDisk     = errors.New("the disk does not answer as it should")
	ErrSpent    = errors.New("the file's count of changes is spoilt")
)

// troubled says which trouble of the file an error is. What SQLite says of it is in the chain, and in Detail, not in the words.
type troubled struct{ kind, cause error }

func (t troubled) Error() string   { return t.kind.Error() }
func (t troubled) Unwrap() []error { return []error{t.kind, t.cause} }

// Detail is an error with what SQLite said: for a log.
func Detail(err error) string {
	if t := (troubled{}); errors.As(err, &t) {
		return fmt.Sprintf("%v (%v)", err, t.cause)
	}
	return err.Error()
}

// trouble adds to an error which trouble of the file it is, so that callers can tell.
func trouble(err error) error {
	if t := (troubled{}); errors.As(err, &t) {
		return err
	}
	fault := (*sqlite.Error)(nil)
	if !errors.As(err, &fault) {
		if err != nil && strings.Contains(err.Error(), "sql: Scan error") { // a column holds what none of ours can
			return troubled{ErrDamaged, err}
		}
		return err
	}
	if text := fault.Error(); fault.Code() == lib.SQLITE_ERROR && (strings.Contains(text, "no such column") || strings.Contains(text, "no such table")) { // all queries fit the schema
		return troubled{ErrDamaged, err}
	}
	const primary = 0xff // a code's low byte; the rest tells where it arose
	kind, known := map[int]error{
		lib.SQLITE_FULL: ErrFull, lib.SQLITE_READONLY: ErrReadOnly, lib.SQLITE_PERM: ErrReadOnly, lib.SQLITE_BUSY: ErrBusy, lib.SQLITE_LOCKED: ErrBusy,
		lib.SQLITE_CORRUPT: ErrDamaged, lib.SQLITE_NOTADB: ErrDamaged, lib.SQLITE_TOOBIG: ErrTooLarge, lib.SQLITE_IOERR: ErrDisk, lib.SQLITE_CANTOPEN: ErrDisk,
	}[fault.Code()&primary]
	if !known {
		return err
	}
	return troubled{kind, err}
}
