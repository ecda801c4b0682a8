package main

import (
	"strings"
	"testing"
)

// What failed is told with all it said, what passed by its time; a run without a test has not passed.
func TestLines(t *testing.T) {
	const passes = `{"Action":"output","Package":"a","Test":"TestQuick","Output":"quiet\n"}
{"Action":"pass","Package":"a","Test":"TestQuick","Elapsed":0.1}
{"Action":"pass","Package":"a","Test":"TestSlow","Elapsed":2.5}
{"Action":"pass","Package":"a","Elapsed":2.6}
`
	for _, k := range []struct {
		in   string
		pass bool
		says string
	}{
		{passes, true, "ok    a 2.6 s\n2 tests passed, 0 tests and packages failed; the slowest:\n      a TestSlow 2.5 s\n      a TestQuick 0.1 s\n"},
		{passes + `{"Action":"output","Package":"b","Test":"TestBad","Output":"want 1, got 2\n"}` + "\n" + `{"Action":"fail","Package":"b","Test":"TestBad"}`, false, "want 1, got 2\n"},
		{passes + `{"Action":"build-output","ImportPath":"b","Output":"b.go:1: undefined: x\n"}` + "\n" + `{"Action":"fail","Package":"b"}`, false, "b.go:1: undefined: x\n"},
		{passes + `{"Action":"start","Package":"c"}` + "\n", false, "c was never done\n"},
		{"", false, "0 tests passed"},
		{"go: no such folder\n", false, "go: no such folder\n"},
	} {
		var out strings.Builder
		if pass := lines(strings.NewReader(k.in), &out); pass != k.pass || !strings.Contains(out.String(), k.says) || strings.Contains(out.String(), "quiet") {
			t.Errorf("%s\nis told as\n%s", k.in, out.String())
		}
	}
}
