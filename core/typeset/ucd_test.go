package typeset

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

var (
	breakCase = regexp.MustCompile(`original: ("(?:[^"\\]|\\.)*"), expected: \[\]\[\]rune\{(.*?)\}\},\s*//`)
	breakPart = regexp.MustCompile(`\{([^{}]*)\}`)
)

// LineBreakTest.txt of the Unicode Character Database (UAX #14), 7,600 lines, as it comes with the module that knows the
// rule: text is cut into pieces where a line may end and nowhere else.
func TestLineBreaks(t *testing.T) {
	dir, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", "github.com/rivo/uniseg").Output()
	if err != nil {
		t.Fatal(err)
	}
	file, err := os.ReadFile(filepath.Join(strings.TrimSpace(string(dir)), "linebreak_test.go"))
	if err != nil {
		t.Fatal(err)
	}
	n := 0
	for _, c := range breakCase.FindAllStringSubmatch(string(file), -1) {
		text, err := strconv.Unquote(c[1])
		if err != nil {
			t.Fatal(err)
		}
		n++
		var want, got []int
		at := 0
		for _, part := range breakPart.FindAllStringSubmatch(c[2], -1) {
			for _, r := range strings.Split(part[1], ",") {
				k, err := strconv.ParseInt(strings.TrimSpace(r), 0, 32)
				if err != nil {
					t.Fatal(err)
				}
				at += len(string(rune(k)))
			}
			want = append(want, at)
		}
		ps := pieces(Setting{Face: Sans, Size: 10}, text)
		for i := range ps {
			if i+1 < len(ps) {
				got = append(got, ps[i+1].from)
			} else {
				got = append(got, len(text))
			}
		}
		if len(got) != len(want) {
			t.Errorf("%q ends lines at %v, want %v", text, got, want)
			continue
		}
		for i := range got {
			if got[i] != want[i] {
				t.Errorf("%q ends lines at %v, want %v", text, got, want)
				break
			}
		}
	}
	if n < 7000 {
		t.Errorf("%d lines were read", n)
	}
}
