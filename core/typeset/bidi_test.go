package typeset

import (
	"math"
	"testing"
)

// Pieces stand as UAX #9 orders them; the examples are its rules' in small.
func TestOrder(t *testing.T) {
	for _, c := range []struct {
		line string
		want []string // from left to right
	}{
		{"Log the request", []string{"Log the request"}},
		{"בדיקה", []string{"בדיקה"}},
		{"בדיקה 12", []string{"12", "בדיקה "}},                   // a number keeps its direction, to the left
		{"Loans שלום desk", []string{"Loans ", "שלום", " desk"}}, // rightward as a whole
		{"a שלום 12 b", []string{"a ", "12", "שלום ", " b"}},
		{"שלום abc", []string{"abc", "שלום "}},
	} {
		var got []string
		for _, p := range Order(c.line, Leftward(c.line)) {
			got = append(got, c.line[p.From:p.To])
		}
		if len(got) != len(c.want) {
			t.Errorf("%q: %q, want %q", c.line, got, c.want)
			continue
		}
		for i := range got {
			if got[i] != c.want[i] {
				t.Errorf("%q: %q, want %q", c.line, got, c.want)
				break
			}
		}
	}
}

func TestCaretAt(t *testing.T) {
	const size = 13
	for _, line := range []string{"Log it", "בדיקה", "a שלום b"} {
		whole := Width(Sans, size, line)
		for k := range line {
			if x := CaretAt(Setting{Face: Sans, Size: size}, line, k); x < -1e-9 || x > whole+1e-9 {
				t.Errorf("%q: the caret before byte %d is at %v of %v", line, k, x, whole)
			}
		}
		sum := 0.0
		for _, s := range Spans(Setting{Face: Sans, Size: size}, line, 0, len(line)) {
			sum += s[1] - s[0]
		}
		if math.Abs(sum-whole) > 1e-9 {
			t.Errorf("%q: all of it chosen takes %v of %v", line, sum, whole)
		}
	}
	if a, b := CaretAt(Setting{Face: Sans, Size: size}, "Log", 0), CaretAt(Setting{Face: Sans, Size: size}, "Log", 3); a != 0 || b != Width(Sans, size, "Log") {
		t.Errorf("from left to right it goes from %v to %v", a, b)
	}
	if a, b := CaretAt(Setting{Face: Sans, Size: size}, "בד", 0), CaretAt(Setting{Face: Sans, Size: size}, "בד", 4); a != Width(Sans, size, "בד") || b != 0 {
		t.Errorf("from right to left it goes from %v to %v", a, b)
	}
}
