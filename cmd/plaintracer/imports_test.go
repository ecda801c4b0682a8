package main

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

// order lists the folders from the lowest: a package imports only from those
// before its own. docs/architecture.md tells why.
var order = []string{
	"core/geom", "core/colour", "core/symbol", "core/typeset/advances", "core/typeset/levels", "core/typeset", "core/chart", "core/style", "core/flow", "core/spread",
	"core/route/find", "core/route/stay", "core/route/side", "core/route/apart", "core/route/label", "core/route", "core/sheet", "core/arrange/tidy", "core/arrange", "core/number", "core/layout/cells", "core/layout/tree", "core/layout", "core/list", "core/proof", "core/scene",
	"core/edit/say", "core/edit/session", "core/edit/steps", "core/edit/lines", "core/edit/text", "core/edit/bands", "core/edit/looks", "core/edit/pages", "core/edit/outline", "core/edit/proving", "core/edit/hand", "core/edit",
	"starters", "format", "store", "demo", "web", "cmd",
}

// forbidden are the packages that the core may not know.
var forbidden = []string{"net/http", "database/sql", "os", "syscall/js"}

func rank(pkg string) (int, bool) {
	for i, o := range order {
		if pkg == o || strings.HasPrefix(pkg, o+"/") {
			return i, true
		}
	}
	return 0, false
}

// Imports run downward only, and the core stays clear of the world.
func TestImportsRunDownward(t *testing.T) {
	root := "../.."
	seen := map[string]bool{}
	err := filepath.WalkDir(root, func(p string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (strings.HasPrefix(d.Name(), ".") && d.Name() != ".." || d.Name() == "node_modules" || d.Name() == "tools") {
			return filepath.SkipDir
		}
		if !strings.HasSuffix(p, ".go") || strings.HasSuffix(p, "_test.go") {
			return nil
		}
		rel, _ := filepath.Rel(root, p)
		dir := filepath.ToSlash(filepath.Dir(rel))
		own, ok := rank(dir)
		if !ok {
			t.Errorf("%s: the folder %s has no place in the order", rel, dir)
			return nil
		}
		seen[order[own]] = true
		f, err := parser.ParseFile(token.NewFileSet(), p, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		for _, i := range f.Imports {
			path, _ := strconv.Unquote(i.Path.Value)
			if in, ok := strings.CutPrefix(path, "plaintracer/"); ok {
				r, known := rank(in)
				if !known || r > own || r == own && order[own] != "format" && order[own] != "cmd" {
					t.Errorf("%s imports %s, which stands above it", rel, in)
				}
			} else if strings.HasPrefix(dir, "core/") {
				for _, o := range forbidden {
					if path == o || strings.HasPrefix(path, o+"/") {
						t.Errorf("%s imports %s; the core knows no %s", rel, path, o)
					}
				}
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	for _, o := range order {
		if !seen[o] {
			t.Errorf("nothing was found in %s", o)
		}
	}
	if _, err := os.Stat(filepath.Join(root, "go.mod")); err != nil {
		t.Fatal("this is not the root")
	}
}
