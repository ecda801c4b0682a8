package main

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
)

func TestEmpty(t *testing.T) {
	const src = `package p

func two(a int) (int, []string) { return a, []string{"x"} }

func named() (err error) { err = nil; return err }

func none() { println() }

func empty() {}
`
	file := filepath.Join(t.TempDir(), "p.go")
	if err := os.WriteFile(file, []byte(src), 0o644); err != nil {
		t.Fatal(err)
	}
	want := map[string]string{
		"two":   "{{ var zero0 int; var zero1 []string; return zero0, zero1 }; return a",
		"named": "{{ return }; err = nil",
		"none":  "{{ return }; println",
	}
	err := empty(file, func(name string) {
		b, _ := os.ReadFile(file)
		if w, ok := want[name]; !ok || !strings.Contains(string(b), w) {
			t.Errorf("%s is emptied as\n%s", name, b)
		}
		delete(want, name)
	})
	if b, _ := os.ReadFile(file); err != nil || string(b) != src || len(want) > 0 {
		t.Errorf("%v; not emptied: %v; left is\n%s", err, want, b)
	}
}
