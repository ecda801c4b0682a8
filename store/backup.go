package store

import (
	"database/sql"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
)

// Backup writes all that is in the data folder dir to a file that is not there yet. The
// server may go on meanwhile: the copy is of one moment.
func Backup(dir, file string) error {
	name := filepath.Join(dir, database)
	if _, err := os.Stat(name); err != nil {
		return fmt.Errorf("%s has no database: %w", dir, err)
	}
	if _, err := os.Stat(file); err == nil {
		return fmt.Errorf("%s is already there; choose another name", file)
	}
	db, err := sql.Open("sqlite", "file:"+name+"?_pragma=busy_timeout(5000)")
	if err != nil {
		return err
	}
	defer db.Close()
	if err := check(db); err != nil {
		return err
	}
	if _, err := db.Exec(`VACUUM INTO ?`, file); err != nil {
		return err
	}
	return os.Chmod(file, 0o600)
}

// Restore puts a backup into the data folder dir, which has no database yet.
func Restore(dir, file string) error {
	in, err := os.Open(file)
	if err != nil {
		return err
	}
	defer in.Close()
	db, err := sql.Open("sqlite", "file:"+file+"?mode=ro")
	if err != nil {
		return err
	}
	err = check(db)
	db.Close()
	if err != nil {
		return fmt.Errorf("%s is not a backup: %w", file, err)
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	l, err := lock(dir)
	if err != nil {
		return err
	}
	defer l.Close()
	out, err := os.OpenFile(filepath.Join(dir, database), os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if errors.Is(err, os.ErrExist) {
		return fmt.Errorf("%s already has a database; choose an empty folder with --data", dir)
	}
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
}
