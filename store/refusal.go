package store

import (
	"errors"
	"fmt"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Refusal is an error in words for the person who asked: what is wrong is what was asked.
// Every other error of this package is the server's.
type Refusal struct{ error }

func refuse(format string, a ...any) error { return Refusal{fmt.Errorf(format, a...)} }

// Full reports whether an error is of a disk without room.
func Full(err error) bool {
	var e *sqlite.Error
	return errors.As(err, &e) && e.Code()&0xff == sqlite3.SQLITE_FULL
}
