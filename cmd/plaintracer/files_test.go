package main

import (
	"bytes"
	"encoding/json"
	"go/ast"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// rooms are the folders with many files, in which these too stand on each other in one order.
var rooms = []string{"./core/chart", "./core/edit/...", "./web"}

// No file of a room uses what another one declares that uses it in turn, by whatever way around: so each can be read
// with those below it, and a room can be parted along any of its files.
func TestFilesRunDownward(t *testing.T) {
	list := exec.Command("go", append([]string{"list", "-export", "-deps", "-json=ImportPath,Dir,Export,GoFiles,DepOnly"}, rooms...)...)
	list.Dir = "../.."
	out, err := list.Output()
	if err != nil {
		t.Fatal(err)
	}
	type listed struct {
		ImportPath, Dir, Export string
		GoFiles                 []string
		DepOnly                 bool
	}
	compiled := map[string]string{}
	var own []listed
	for d := json.NewDecoder(bytes.NewReader(out)); ; {
		var l listed
		if d.Decode(&l) != nil {
			break
		}
		if compiled[l.ImportPath] = l.Export; !l.DepOnly {
			own = append(own, l)
		}
	}
	if len(own) < 12 {
		t.Fatalf("%d rooms", len(own))
	}
	for _, l := range own {
		fset := token.NewFileSet()
		var files []*ast.File
		for _, name := range l.GoFiles {
			f, err := parser.ParseFile(fset, filepath.Join(l.Dir, name), nil, parser.SkipObjectResolution)
			if err != nil {
				t.Fatal(err)
			}
			files = append(files, f)
		}
		open := func(path string) (io.ReadCloser, error) { return os.Open(compiled[path]) }
		conf := types.Config{Importer: importer.ForCompiler(fset, "gc", open)}
		info := &types.Info{Uses: map[*ast.Ident]types.Object{}}
		pkg, err := conf.Check(l.ImportPath, fset, files, info)
		if err != nil {
			t.Fatal(err)
		}
		uses := map[string]map[string]string{} // file, file, by what name
		for id, o := range info.Uses {
			if _, method := o.(*types.Func); o.Pkg() != pkg || o.Parent() != pkg.Scope() && !method {
				continue
			}
			a, b := filepath.Base(fset.Position(id.Pos()).Filename), filepath.Base(fset.Position(o.Pos()).Filename)
			if uses[a] == nil {
				uses[a] = map[string]string{}
			}
			if a != b {
				uses[a][b] = o.Name()
			}
		}
		if c := circle(uses); c != nil {
			t.Errorf("%s: %s", l.ImportPath, strings.Join(c, ", which uses "))
		}
	}
}

// circle is a way around among files that use each other, with what each uses of the next; nil where there is none.
func circle(uses map[string]map[string]string) []string {
	done := map[string]bool{}
	var way []string
	var look func(f string) []string
	look = func(f string) []string {
		if i := slices.Index(way, f); i >= 0 {
			var out []string
			for k, g := range way[i:] {
				next := f
				if i+k+1 < len(way) {
					next = way[i+k+1]
				}
				out = append(out, g+" ("+uses[g][next]+")")
			}
			return append(out, f)
		}
		if done[f] {
			return nil
		}
		way = append(way, f)
		for g := range uses[f] {
			if c := look(g); c != nil {
				return c
			}
		}
		way, done[f] = way[:len(way)-1], true
		return nil
	}
	for f := range uses {
		if c := look(f); c != nil {
			return c
		}
	}
	return nil
}
