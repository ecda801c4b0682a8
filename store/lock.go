package store

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"syscall"
)

// lock keeps a second program off the data folder for as long as this one runs: the
// operating system lets go of it whatever ends the process.
func lock(dir string) (*os.File, error) {
	f, err := os.OpenFile(filepath.Join(dir, "lock"), os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return nil, err
	}
	if err := syscall.Flock(int(f.Fd()), syscall.LOCK_EX|syscall.LOCK_NB); err != nil {
		f.Close()
		if errors.Is(err, syscall.EWOULDBLOCK) {
			return nil, fmt.Errorf("%s is in use by another Plain Tracer; stop that one first, or choose another folder with --data", dir)
		}
		return nil, err
	}
	return f, nil
}
