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
	return whole(file, func(part string) error {
		_, err := db.Exec(`VACUUM INTO ?`, part)
		return err
	})
}

// whole writes a file that is not there yet: it comes to its place when all of it is on disk, and until then nobody else
// can read it. After an error, or the end of the process, there is none.
func whole(file string, write func(part string) error) error {
	dir, err := os.MkdirTemp(filepath.Dir(file), ".part-*") // its owner's alone
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	part := filepath.Join(dir, filepath.Base(file))
	if err := write(part); err != nil {
		return err
	}
	if err := os.Chmod(part, 0o600); err != nil {
		return err
	}
	if err := synced(part); err != nil {
		return err
	}
	if err := os.Link(part, file); errors.Is(err, os.ErrExist) {
		return err
	} else if err != nil { // a file system without links
		if _, there := os.Lstat(file); there == nil {
			return os.ErrExist
		}
		if err := os.Rename(part, file); err != nil {
			return err
		}
	}
	return synced(filepath.Dir(file))
}

// synced brings a file, or the names in a folder, to disk.
func synced(name string) error {
	f, err := os.Open(name)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
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
	err = whole(filepath.Join(dir, database), func(part string) error {
		out, err := os.OpenFile(part, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
		if err != nil {
			return err
		}
		_, err = io.Copy(out, in)
		return errors.Join(err, out.Close())
	})
	if errors.Is(err, os.ErrExist) {
		return fmt.Errorf("%s already has a database; choose an empty folder with --data", dir)
	}
	return err
}
