package list

import (
	"fmt"
	"strings"
	"testing"
)

// Lines that can be read in two ways are told, with the other way; nothing else is.
func TestDoubts(t *testing.T) {
	for _, k := range []struct{ text, want string }{
		{"Ring\nIs it a drill?\nMaybe: call the desk\nNo: go on", "2 who does it, an outcome: if Maybe: call the desk"},
		{"Ring\nIs it a drill?\n- Bad weather: wait\nGo on", "2 who does it, an outcome: - if Bad weather: wait"},
		{"Guard: Ring\nIs it a drill?\nGuard: call the desk\nGo on", ""},
		{"Ring\nIs it a drill?\nno: a\nyes: b\nDesk: c", ""},
		{"Is it a drill?\nyes: a\nb\nc\nd\ne\nno: f", "6 an outcome, a step of that text: no\\: f"},
		{"Is it a drill?\n  yes: a\n  b\n  c\n  d\n  e\n  no: f", ""},
		{"Ring\nDesk: call", ""},
		{"# By night\nRing\nIs it a drill?\nMaybe: call the desk\nGo on\n# By day\nRing\nIs it a drill?\nPerhaps: look\nGo on",
			"3 who does it, an outcome: if Maybe: call the desk; 8 who does it, an outcome: if Perhaps: look"},
		{"", ""},
		{"No.\tStep\n1\tRing: now", ""},
	} {
		lines := Lines(k.text)
		var got []string
		for _, d := range Doubts(lines) {
			got = append(got, fmt.Sprintf("%d %s, %s: %s", d.Line, d.Taken, d.Other, d.Text))
			// Written so, it is read so, and no more in doubt.
			lines := append([]string{}, lines...)
			lines[d.Line] = d.Text
			for _, again := range Doubts(lines) {
				if again.Line == d.Line {
					t.Errorf("%q: written as %q it is in doubt again", k.text, d.Text)
				}
			}
		}
		if s := strings.Join(got, "; "); s != k.want {
			t.Errorf("%q: %s, want %s", k.text, s, k.want)
		}
	}
}

// A doubt is of the step that is made of its line, on whichever page.
func TestDoubtsAreOfTheirSteps(t *testing.T) {
	text := "# By night\nRing\nIs it a drill?\nMaybe: call the desk\nGo on\n# By day\nRing\nIs it a drill?\nPerhaps: look\nGo on"
	c, err := Read(text, "Alarm")
	if err != nil {
		t.Fatal(err)
	}
	got := ""
	for i, d := range Doubts(Lines(text)) {
		if s := c.Pages[i].Step(d.Step); s != nil {
			got += s.Text + "; "
		}
	}
	if got != "call the desk; look; " {
		t.Errorf("they are of %s", got)
	}
}
