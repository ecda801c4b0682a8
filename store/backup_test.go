package store

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// While a backup is written nobody else can read any of it, and it has its name when it is whole.
func TestBackupIsItsOwners(t *testing.T) {
	old := syscall.Umask(0o022)
	defer syscall.Umask(old)
	s, dir, p := opened(t)
	c := chart.New("Large")
	for i := range 4000 {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50, Text: strings.Repeat("long ", 400)})
	}
	if _, err := s.AddChart(p.ID, c); err != nil {
		t.Fatal(err)
	}
	to := t.TempDir()
	file := filepath.Join(to, "backup.db")
	done := make(chan error, 1)
	go func() { done <- Backup(dir, file) }()
	looked := 0
	for {
		filepath.WalkDir(to, func(name string, d fs.DirEntry, err error) error {
			if err != nil || name == to {
				return nil
			}
			looked++
			if i, err := d.Info(); err == nil && i.Mode()&0o077 != 0 && filepath.Dir(name) == to {
				t.Errorf("%s is for others, too: %v", name, i.Mode())
			}
			return nil
		})
		select {
		case err := <-done:
			if err != nil {
				t.Fatal(err)
			}
			left, _ := os.ReadDir(to)
			i, err := os.Stat(file)
			if err != nil || i.Mode().Perm() != 0o600 || len(left) != 1 || looked == 0 {
				t.Errorf("%v, mode %v, %d names are left, looked %d times", err, i.Mode(), len(left), looked)
			}
			return
		default:
		}
	}
}

// A backup or a database that could not be written whole is not there, nor what was written of it.
func TestNothingIsHalfWritten(t *testing.T) {
	dir := t.TempDir()
	file := filepath.Join(dir, "x.db")
	full := errors.New("the disk is full")
	err := whole(file, func(part string) error {
		if err := os.WriteFile(part, []byte("half"), 0o644); err != nil {
			t.Fatal(err)
		}
		if _, err := os.Stat(file); err == nil {
			t.Error("it has its name before it is whole")
		}
		return full
	})
	if left, _ := os.ReadDir(dir); !errors.Is(err, full) || len(left) != 0 {
		t.Errorf("%v, and %d names are left", err, len(left))
	}
	write := func(part string) error { return os.WriteFile(part, []byte("all"), 0o644) }
	if err := whole(file, write); err != nil {
		t.Fatal(err)
	}
	if err := whole(file, func(part string) error { return os.WriteFile(part, []byte("other"), 0o644) }); !errors.Is(err, os.ErrExist) {
		t.Errorf("written over: %v", err)
	}
	if b, _ := os.ReadFile(file); string(b) != "all" {
		t.Errorf("it says %q", b)
	}
}
