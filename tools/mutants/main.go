// Command mutants empties every function of a package in turn, runs tests, and says which test sees it: what none
// sees is not held by any. It works on a clone, in a folder of its own.
//
//	go run ./tools/mutants core/arrange ./core/arrange
package main

import (
	"bytes"
	"context"
	"fmt"
	"go/ast"
	"go/parser"
	"go/printer"
	"go/token"
	"log"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"time"
)

// mostTime is for one run of the tests; a function whose absence makes them go on for ever is seen by that.
const mostTime = 4 * time.Minute

func main() {
	if len(os.Args) < 3 {
		log.Fatal("usage: mutants FOLDER PACKAGES..., such as core/arrange ./core/arrange")
	}
	clone, err := os.MkdirTemp("", "mutants-*")
	if err != nil {
		log.Fatal(err)
	}
	defer os.RemoveAll(clone)
	if out, err := exec.Command("git", "clone", "-q", ".", clone).CombinedOutput(); err != nil {
		log.Fatalf("%v: %s", err, out)
	}
	files, err := filepath.Glob(filepath.Join(clone, os.Args[1], "*.go"))
	if err != nil {
		log.Fatal(err)
	}
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") {
			continue
		}
		if err := empty(f, func(name string) {
			fmt.Printf("%s %s: %s\n", filepath.Base(f), name, seenBy(clone, os.Args[2:]))
		}); err != nil {
			log.Fatal(err)
		}
	}
}

// empty has each function of a file return at once, and nothing, while then is called with its name.
func empty(file string, then func(name string)) error {
	src, err := os.ReadFile(file)
	if err != nil {
		return err
	}
	fset := token.NewFileSet()
	parsed, err := parser.ParseFile(fset, file, src, 0)
	if err != nil {
		return err
	}
	for _, d := range parsed.Decls {
		f, ok := d.(*ast.FuncDecl)
		if !ok || f.Body == nil || len(f.Body.List) == 0 {
			continue
		}
		at := fset.Position(f.Body.Lbrace).Offset + 1
		if err := os.WriteFile(file, []byte(string(src[:at])+nothing(fset, f.Type)+string(src[at:])), 0o644); err != nil {
			return err
		}
		then(f.Name.Name)
	}
	return os.WriteFile(file, src, 0o644)
}

// nothing is a block that returns the zero values of a function's results.
func nothing(fset *token.FileSet, f *ast.FuncType) string {
	if f.Results == nil || len(f.Results.List) == 0 || len(f.Results.List[0].Names) > 0 {
		return "{ return };"
	}
	var declared, named []string
	for i, r := range f.Results.List {
		var of bytes.Buffer
		printer.Fprint(&of, fset, r.Type)
		named = append(named, fmt.Sprint("zero", i))
		declared = append(declared, fmt.Sprintf("var zero%d %s; ", i, of.String()))
	}
	return "{ " + strings.Join(declared, "") + "return " + strings.Join(named, ", ") + " };"
}

// seenBy is the test that fails, or in words that none does.
func seenBy(folder string, packages []string) string {
	ctx, end := context.WithTimeout(context.Background(), mostTime)
	defer end()
	cmd := exec.CommandContext(ctx, "go", append([]string{"test", "-vet=off", "-failfast", "-timeout", (mostTime / 2).String()}, packages...)...)
	cmd.Dir = folder
	out, err := cmd.CombinedOutput()
	if err == nil {
		return "no test sees it"
	}
	for _, l := range strings.Split(string(out), "\n") {
		if t, ok := strings.CutPrefix(l, "--- FAIL: "); ok {
			return strings.Fields(t)[0]
		}
	}
	if bytes.Contains(out, []byte("[build failed]")) {
		return "does not compile"
	}
	return "tests do not end"
}
