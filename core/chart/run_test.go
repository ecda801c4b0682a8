package chart

import (
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"
	"unicode/utf8"

	"plaintracer/core/symbol"
)

// Runs follow their words when the text around and inside them changes.
func TestRunsFollowTheText(t *testing.T) {
	bold := TextLook{Bold: ptr(true)}
	for _, c := range []struct {
		was      string
		from, to int
		now      string
		says     string // what is bold afterwards
	}{
		{"Seal the crate", 5, 8, "Seal the crate now", "the"},
		{"Seal the crate", 5, 8, "Please seal the crate", "the"},
		{"Seal the crate", 9, 14, "Seal the crates", "crates"}, // typed on behind it
		{"Seal the crate", 9, 14, "Seal the big crate", "crate"},
		{"Seal the crate", 0, 4, "Reseal the crate", "Reseal"}, // 'S' was replaced by 'Res'
		{"Seal the crate", 0, 4, "A Seal the crate", "A Seal"}, // nothing stands before it
		{"Seal the crate", 5, 8, "Seal crate", ""},
		{"Seal the crate", 5, 14, "Seal that crate", "that crate"},
		{"Seal the crate", 2, 7, "Seal", "al"},
		{"Seal the crate", 5, 8, "", ""},
		{"é\u200dü", 0, 2, "éü", "é"},
		{"aéb", 1, 3, "aêb", "ê"}, // the two letters have their first byte in common
	} {
		runs := RunsAfter([]Run{{From: c.from, To: c.to, Text: bold}}, c.was, c.now)
		got := ""
		for _, r := range runs {
			got += c.now[r.From:r.To]
		}
		if got != c.says {
			t.Errorf("%q of %q, now %q: %q, want %q", c.was[c.from:c.to], c.was, c.now, got, c.says)
		}
	}
}

// What is typed beside what leads somewhere does not lead there, and looks like it.
func TestBesideLinks(t *testing.T) {
	link := &Link{URL: "https://example.org"}
	bold := TextLook{Bold: ptr(true)}
	for _, k := range []struct {
		look TextLook
		now  string
		want []Run
	}{
		{TextLook{}, "step 4 now", []Run{{From: 0, To: 6, Link: link}}},
		{bold, "step 4 now", []Run{{From: 0, To: 6, Text: bold, Link: link}, {From: 6, To: 10, Text: bold}}},
		{TextLook{}, "as step 4", []Run{{From: 3, To: 9, Link: link}}},
		{bold, "as step 4", []Run{{From: 0, To: 3, Text: bold}, {From: 3, To: 9, Text: bold, Link: link}}},
		{TextLook{}, "step no 4", []Run{{From: 0, To: 9, Link: link}}},
	} {
		if got := RunsAfter([]Run{{From: 0, To: 6, Text: k.look, Link: link}}, "step 4", k.now); !reflect.DeepEqual(got, k.want) {
			t.Errorf("%q: %+v, want %+v", k.now, got, k.want)
		}
	}
}

// Whatever is set on whichever part, and however the text changes, runs stay in order and
// within it, and each character has the look that was last set on it.
func TestRandomRuns(t *testing.T) {
	r := rand.New(rand.NewPCG(14, 1))
	const letters = "ab é🧾\n"
	for round := range 300 {
		s := &Step{ID: "s", Symbol: symbol.Process, W: 100, H: 50, Text: "Seal the crate é🧾"}
		for range 30 {
			cuts := []int{}
			for k := range s.Text {
				cuts = append(cuts, k)
			}
			cuts = append(cuts, len(s.Text))
			a, b := cuts[r.IntN(len(cuts))], cuts[r.IntN(len(cuts))]
			a, b = min(a, b), max(a, b)
			was := append([]Run(nil), s.Runs...)
			if r.IntN(2) == 0 {
				put := []TextLook{{Bold: ptr(true)}, {Bold: ptr(false)}, {Colour: "#B0361B"}, {Family: Mono, Italic: ptr(true)}}[r.IntN(4)]
				now := RunsWith(s.Runs, a, b, put)
				for k := range s.Text {
					want := lookAt(s.Runs, k)
					if k >= a && k < b {
						want = want.With(put)
					}
					if got := lookAt(now, k); !reflect.DeepEqual(got, want) {
						t.Fatalf("round %d: byte %d has %+v, want %+v", round, k, got, want)
					}
				}
				s.Runs = now
			} else {
				in := string([]rune(letters)[r.IntN(6)])
				text := s.Text[:a] + strings.Repeat(in, r.IntN(3)) + s.Text[b:]
				s.Runs, s.Text = RunsAfter(s.Runs, s.Text, text), text
			}
			if err := checkRuns(s); err != nil {
				t.Fatalf("round %d: %v: %v of %q, before %v", round, err, s.Runs, s.Text, was)
			}
		}
	}
}

func lookAt(runs []Run, k int) TextLook {
	for _, r := range runs {
		if k >= r.From && k < r.To {
			return r.Text
		}
	}
	return TextLook{}
}

// Runs that a text cannot have are refused, with the place; when the text changes alone they
// follow it, and undo brings both back.
func TestRunsAreChecked(t *testing.T) {
	c := New("runs")
	do := func(parts ...Part) (Command, error) { return Apply(c, Command{Parts: parts}) }
	if _, err := do(Part{Do: "step.add", Page: "p1", Step: &Step{ID: "s", Symbol: symbol.Process, W: 100, H: 50, Text: "Seal é"}}); err != nil {
		t.Fatal(err)
	}
	bold := TextLook{Bold: ptr(true)}
	for _, bad := range []struct {
		runs []Run
		says string
	}{
		{[]Run{{From: 2, To: 9, Text: bold}}, "runs[0] 2 to 9"}, {[]Run{{From: 3, To: 3, Text: bold}}, "none is empty"}, {[]Run{{From: -1, To: 3, Text: bold}}, "runs[0] -1"},
		{[]Run{{From: 0, To: 3, Text: bold}, {From: 2, To: 4, Text: bold}}, "runs[1]"}, {[]Run{{From: 0, To: 6, Text: bold}}, "inside a character"}, {[]Run{{From: 0, To: 3, Text: TextLook{}}}, "of its own"},
		{[]Run{{From: 0, To: 3, Text: TextLook{Size: 20}}}, "colour, family"}, {[]Run{{From: 0, To: 3, Text: TextLook{Colour: "red"}}}, "runs[0]: look.text.colour"}, {make([]Run, mostRuns+1), "at most 200"},
	} {
		if _, err := do(Part{Do: "step.set", Page: "p1", ID: "s", Runs: &bad.runs}); err == nil || !strings.Contains(err.Error(), bad.says) {
			t.Errorf("%+v: %v", bad.runs[:min(2, len(bad.runs))], err)
		}
	}
	if _, err := do(Part{Do: "step.set", Page: "p1", ID: "s", Runs: &[]Run{{From: 0, To: 4, Text: bold}}}); err != nil {
		t.Fatal(err)
	}
	was := marshal(t, c)
	back, err := do(Part{Do: "step.set", Page: "p1", ID: "s", Text: ptr("Seal it")})
	if s := c.Pages[0].Steps[0]; err != nil || len(s.Runs) != 1 || s.Text[s.Runs[0].From:s.Runs[0].To] != "Seal" {
		t.Fatalf("%v, %+v", err, s)
	}
	if _, err := Apply(c, back); err != nil || marshal(t, c) != was {
		t.Errorf("taken back (%v) it is\n%s", err, marshal(t, c))
	}
	if !utf8.ValidString(was) || !strings.Contains(was, `"runs"`) {
		t.Error("the file has no runs")
	}
}
