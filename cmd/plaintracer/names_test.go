package main

import (
	"go/ast"
	"go/parser"
	"go/token"
	"go/types"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// Nothing is named like something that the language has: a reader knows 'new', 'clear' and
// 'any' already.
func TestNoBuiltinIsShadowed(t *testing.T) {
	files := token.NewFileSet()
	read := 0
	err := filepath.WalkDir("../..", func(p string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (strings.HasPrefix(d.Name(), ".") && d.Name() != ".." || d.Name() == "node_modules") {
			return filepath.SkipDir
		}
		if !strings.HasSuffix(p, ".go") {
			return nil
		}
		f, err := parser.ParseFile(files, p, nil, parser.SkipObjectResolution)
		if err != nil {
			return err
		}
		read++
		for _, id := range declared(f) {
			if types.Universe.Lookup(id.Name) != nil {
				t.Errorf("%s: %s", files.Position(id.Pos()), id.Name)
			}
		}
		return nil
	})
	if err != nil || read < 100 {
		t.Errorf("%d files read: %v", read, err)
	}
}

// No line is longer than can be read, but for those of Go that hold a long text; in
// scripts prettier sees to that.
func TestLinesAreShort(t *testing.T) {
	const text = 60
	most := map[string]int{".go": 160, ".html": 120}
	err := filepath.WalkDir("../..", func(p string, d fs.DirEntry, err error) error {
		if err == nil && d.IsDir() && d.Name() == "node_modules" {
			return fs.SkipDir
		}
		kind := filepath.Ext(p)
		if err != nil || most[kind] == 0 || strings.HasSuffix(p, "_test.go") {
			return err
		}
		b, err := os.ReadFile(p)
		for i, line := range strings.Split(string(b), "\n") {
			if len(line) <= most[kind] {
				continue
			}
			if kind == ".html" || !slices.ContainsFunc(strings.FieldsFunc(line, func(r rune) bool { return r == '"' || r == '`' }), func(s string) bool { return len(s) > text }) {
				t.Errorf("%s:%d: %d columns", p, i+1, len(line))
			}
		}
		return err
	})
	if err != nil {
		t.Error(err)
	}
}

// declared are the names that a file gives to values, types and functions; methods and
// fields, which are never met alone, may be called anything.
func declared(f *ast.File) []*ast.Ident {
	var out []*ast.Ident
	add := func(es ...ast.Expr) {
		for _, e := range es {
			if id, ok := e.(*ast.Ident); ok {
				out = append(out, id)
			}
		}
	}
	fields := func(lists ...*ast.FieldList) {
		for _, l := range lists {
			if l == nil {
				continue
			}
			for _, f := range l.List {
				out = append(out, f.Names...)
			}
		}
	}
	ast.Inspect(f, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.AssignStmt:
			if n.Tok == token.DEFINE {
				add(n.Lhs...)
			}
		case *ast.RangeStmt:
			if n.Tok == token.DEFINE {
				add(n.Key, n.Value)
			}
		case *ast.ValueSpec:
			out = append(out, n.Names...)
		case *ast.TypeSpec:
			out = append(out, n.Name)
		case *ast.FuncType:
			fields(n.Params, n.Results)
		case *ast.FuncDecl:
			if n.Recv == nil {
				out = append(out, n.Name)
			} else {
				fields(n.Recv)
			}
		}
		return true
	})
	return out
}
