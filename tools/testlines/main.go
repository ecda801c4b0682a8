// Command testlines reads what 'go test -json' tells and prints a line a package with its time, what failed
// with all it said, and at the end the three slowest tests. It fails when a test does, or when none ran or one
// was cut off.
package main

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
)

// event is one line of the input (go doc test2json).
type event struct {
	Action, Package, Test, Output string
	Elapsed                       float64 // seconds
}

const slowestShown = 3

func main() {
	if !lines(os.Stdin, os.Stdout) {
		os.Exit(1)
	}
}

func lines(in io.Reader, out io.Writer) (passed bool) {
	said := map[string]*strings.Builder{} // by package and test, until it is known how it ended
	var slow []event
	ran, failed := 0, 0
	begun := map[string]bool{} // packages that have not ended
	r := bufio.NewReader(in)
	for {
		line, err := r.ReadBytes('\n')
		var e event
		if len(line) > 0 && json.Unmarshal(line, &e) != nil {
			out.Write(line) // something that is no event, as from a program that go test starts
		}
		key := e.Package + " " + e.Test
		if e.Test == "" && (e.Action == "pass" || e.Action == "fail" || e.Action == "skip") {
			delete(begun, e.Package)
		}
		switch e.Action {
		case "start":
			begun[e.Package] = true
		case "build-output":
			fmt.Fprint(out, e.Output)
		case "output":
			if said[key] == nil {
				said[key] = &strings.Builder{}
			}
			said[key].WriteString(e.Output)
		case "fail":
			failed++
			if said[key] != nil {
				fmt.Fprint(out, said[key])
			}
			if e.Test == "" {
				fmt.Fprintf(out, "FAIL  %s %.1f s\n", e.Package, e.Elapsed)
			}
		case "pass":
			switch {
			case e.Test != "":
				ran++
				slow = append(slow, e)
			case said[key] != nil && strings.Contains(said[key].String(), "(cached)"):
				fmt.Fprintf(out, "ok    %s (cached)\n", e.Package)
			default:
				fmt.Fprintf(out, "ok    %s %.1f s\n", e.Package, e.Elapsed)
			}
			delete(said, key)
		}
		if err != nil {
			break
		}
	}
	slices.SortStableFunc(slow, func(a, b event) int { return int(1000 * (b.Elapsed - a.Elapsed)) })
	fmt.Fprintf(out, "%d tests passed, %d tests and packages failed; the slowest:\n", ran, failed)
	for _, e := range slow[:min(len(slow), slowestShown)] {
		fmt.Fprintf(out, "      %s %s %.1f s\n", e.Package, e.Test, e.Elapsed)
	}
	for name := range begun {
		fmt.Fprintf(out, "%s was never done\n", name)
	}
	return failed == 0 && ran > 0 && len(begun) == 0
}
