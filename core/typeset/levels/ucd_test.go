package levels

import (
	"bufio"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"golang.org/x/text/unicode/bidi"
)

// conformance opens a file of the Unicode Character Database, which comes with a module that the program is built with.
func conformance(t *testing.T, name string) *bufio.Scanner {
	t.Helper()
	out, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", "github.com/benoitkugler/textprocessing").Output()
	if err != nil {
		t.Fatal(err)
	}
	f, err := os.Open(filepath.Join(strings.TrimSpace(string(out)), "fribidi", "test", "unicode-conformance", name))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { f.Close() })
	return bufio.NewScanner(f)
}

// judge compares levels with those of a file, in which x is for what is removed.
func judge(got []int, want []string) bool {
	for i, w := range want {
		if w != "x" && strconv.Itoa(got[i]) != w {
			return false
		}
	}
	return len(got) == len(want)
}

// BidiCharacterTest.txt: 91,000 lines of characters, with their levels and the order in which they stand.
func TestCharacters(t *testing.T) {
	n, bad := 0, 0
	for sc := conformance(t, "BidiCharacterTest.txt"); sc.Scan(); {
		x := strings.Split(sc.Text(), ";")
		if len(x) != 5 || strings.HasPrefix(x[0], "#") {
			continue
		}
		var runes []rune
		for _, c := range strings.Fields(x[0]) {
			r, _ := strconv.ParseInt(c, 16, 32)
			runes = append(runes, rune(r))
		}
		base, _ := strconv.Atoi(x[2])
		n++
		got, want := Of(runes, base), strings.Fields(x[3])
		order := []string{}
		for _, r := range Runs(got) {
			for k := range r.To - r.From {
				if r.Level%2 == 1 {
					k = r.To - 1 - k
				} else {
					k += r.From
				}
				if want[k] != "x" {
					order = append(order, strconv.Itoa(k))
				}
			}
		}
		if !judge(got, want) || strings.Join(order, " ") != x[4] {
			if bad++; bad < 10 {
				t.Errorf("%s, base %d: %v, want %s; in the order %v, want %s", x[0], base, got, x[3], order, x[4])
			}
		}
	}
	if n < 90000 || bad > 0 {
		t.Errorf("%d of %d lines are wrong", bad, n)
	}
}

// BidiTest.txt: 490,000 lines of classes, each for one paragraph or both.
func TestClasses(t *testing.T) {
	names := map[string]bidi.Class{"L": bidi.L, "R": bidi.R, "EN": bidi.EN, "ES": bidi.ES, "ET": bidi.ET, "AN": bidi.AN, "CS": bidi.CS, "B": bidi.B, "S": bidi.S, "WS": bidi.WS, "ON": bidi.ON,
		"BN": bidi.BN, "NSM": bidi.NSM, "AL": bidi.AL, "LRO": bidi.LRO, "RLO": bidi.RLO, "LRE": bidi.LRE, "RLE": bidi.RLE, "PDF": bidi.PDF, "LRI": bidi.LRI, "RLI": bidi.RLI, "FSI": bidi.FSI, "PDI": bidi.PDI}
	n, bad := 0, 0
	var want []string
	for sc := conformance(t, "BidiTest.txt"); sc.Scan(); {
		text := sc.Text()
		if levels, ok := strings.CutPrefix(text, "@Levels:"); ok {
			want = strings.Fields(levels)
		}
		line, sets, ok := strings.Cut(text, "; ")
		if !ok || text[0] == '#' || text[0] == '@' {
			continue
		}
		var classes []bidi.Class
		for _, c := range strings.Fields(line) {
			k, ok := names[c]
			if !ok {
				t.Fatalf("no class %q", c)
			}
			classes = append(classes, k)
		}
		set, _ := strconv.ParseInt(sets, 16, 8)
		for base := range 2 {
			if set&(2<<base) == 0 { // bit 0 is for a paragraph that tells by itself
				continue
			}
			n++
			if got := of(nil, classes, base); !judge(got, want) {
				if bad++; bad < 10 {
					t.Errorf("%s, base %d: %v, want %v", line, base, got, want)
				}
			}
		}
	}
	if n < 400000 || bad > 0 {
		t.Errorf("%d of %d lines are wrong", bad, n)
	}
}

// What people write beside what is written leftward: brackets, numbers, isolates as other programs put them in.
func ExampleOf() {
	for _, line := range []string{"שלום (abc) 12", "abc (שלום) 12", "\u2067שלום\u2069 abc"} {
		fmt.Println(Of([]rune(line), 0))
	}
	// Output:
	// [1 1 1 1 0 0 0 0 0 0 0 0 0]
	// [0 0 0 0 0 1 1 1 1 0 0 2 2]
	// [0 1 1 1 1 0 0 0 0 0]
}
