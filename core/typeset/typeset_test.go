package typeset

import (
	"strings"
	"testing"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

func TestLinesBreakWhereUnicodeAllows(t *testing.T) {
	// Break opportunities as UAX #14 gives them.
	for _, c := range []struct {
		text  string
		width float64
		want  []string
	}{
		{"Log the request", 60, []string{"Log the", "request"}},
		{"self-service", 46, []string{"self-", "service"}},
		{"one\ntwo", 500, []string{"one", "two"}},
		{"a\n\nb", 500, []string{"a", "", "b"}},
		{"5 000 kg", 500, []string{"5 000 kg"}},
		{"", 100, nil},
	} {
		if got := Lines(Sans, 13, c.text, c.width); strings.Join(got, "|") != strings.Join(c.want, "|") {
			t.Errorf("%q in %v px: %q, want %q", c.text, c.width, got, c.want)
		}
	}
}

func TestNoClusterIsBroken(t *testing.T) {
	family := "👨‍👩‍👧" // one grapheme cluster (UAX #29)
	for _, l := range Lines(Sans, 13, strings.Repeat(family, 20), 60) {
		if strings.Count(l, "👨") != strings.Count(l, "👧") {
			t.Errorf("a family was torn apart: %q", l)
		}
	}
}

func TestWidth(t *testing.T) {
	if w := Width(Sans, 13, "Examine condition"); w < 90 || w > 115 {
		t.Errorf("width %v", w)
	}
	if a, b := Width(Sans, 13, "ab"), Width(Sans, 13, "a")+Width(Sans, 13, "b"); a != b {
		t.Errorf("widths do not add up: %v, %v", a, b)
	}
	if Width(Bold, 13, "weight") <= Width(Sans, 13, "weight") {
		t.Error("bold is no wider")
	}
	if w := Width(Mono, 10, "11"); w != Width(Mono, 10, "88") {
		t.Error("mono digits differ in width")
	}
	if Width(Sans, 13, "a\u200b") != Width(Sans, 13, "a") {
		t.Error("a zero width space has a width")
	}
	if Covered(Sans, "Привет, мир") != true || Covered(Sans, "漢字かな한글") != true || Covered(Sans, "𒀀") != false {
		t.Error("coverage is wrong")
	}
}

func TestGrow(t *testing.T) {
	for _, i := range symbol.All() {
		w, h := Plain.Grow(i.Kind, i.W, i.H, "Short")
		if (w != i.W || h != i.H) && i.Kind != symbol.Parallel {
			t.Errorf("%s grew for a short text", i.Kind)
		}
		long := strings.Repeat("a long text that does not fit ", 8)
		w, h = Plain.Grow(i.Kind, i.W, i.H, long)
		if w <= i.W || h <= i.H {
			t.Errorf("%s did not grow: %v x %v", i.Kind, w, h)
		}
		if r := (w / h) / (i.W / i.H); r < 0.85 || r > 1.15 {
			t.Errorf("%s grew out of proportion: %v x %v", i.Kind, w, h)
		}
		lines, ok := Plain.Fit(i.Kind, w, h, long)
		if !ok {
			t.Fatalf("%s: the grown symbol does not hold its text", i.Kind)
		}
		if got := strings.Join(strings.Fields(joined(lines)), " "); got != strings.TrimSpace(long) {
			t.Errorf("%s: words were lost: %q", i.Kind, got)
		}
		if _, ok := Plain.Fit(i.Kind, w*0.9, h*0.9, long); ok {
			t.Errorf("%s grew much more than it had to", i.Kind)
		}
	}
	if b := Plain.Box(symbol.Process, geom.Rect{X: 100, Y: 50, W: 112, H: 56}, strings.Repeat("w", 5000)); b.CX() != 156 || b.CY() != 78 || b.W > 3000 {
		t.Errorf("a word of 5,000 letters makes %v", b)
	}
}

func joined(ls []Line) string {
	var out []string
	for _, l := range ls {
		out = append(out, l.Text)
	}
	return strings.Join(out, " ")
}

// Every line stands inside the outline, by its own box.
func TestLinesInsideOutline(t *testing.T) {
	for _, i := range symbol.All() {
		for _, text := range []string{"One", "Two words", "Is the object fit to travel?", strings.Repeat("x", 80), "Приёмка и осмотр", "בדיקת מצב", "🧾 receipt"} {
			w, h := Plain.Grow(i.Kind, i.W, i.H, text)
			lines, _ := Plain.Fit(i.Kind, w, h, text)
			if len(lines) == 0 {
				t.Fatalf("%s %q: no lines", i.Kind, text)
			}
			o := i.Kind.Outline(w, h)
			for _, l := range lines {
				for _, q := range []geom.Point{{X: l.X, Y: l.Baseline - Size*Ascent}, {X: l.X + l.Width, Y: l.Baseline - Size*Ascent}, {X: l.X, Y: l.Baseline + Size*Descent}, {X: l.X + l.Width, Y: l.Baseline + Size*Descent}} {
					if !o.Encloses(geom.Pt(q.X*0.9999+w/2*0.0001, q.Y*0.9999+h/2*0.0001)) {
						t.Errorf("%s %q: line %q reaches %v, outside %v x %v", i.Kind, text, l.Text, q, w, h)
					}
				}
			}
		}
	}
}

func BenchmarkFit(b *testing.B) {
	for b.Loop() {
		Plain.Fit(symbol.Decision, 136, 84, "Request complete?")
	}
}

// A long text is fitted in a time in proportion to its length: counted in lines that were
// set, not in seconds.
func TestFittingIsLinear(t *testing.T) {
	for _, i := range symbol.All() {
		work := func(lines int) int {
			p := Plain.prepare(strings.Repeat("ab\n", lines))
			w, h := p.grow(i.Kind, i.W, i.H)
			got, ok := p.fit(i.Kind, w, h)
			if !ok || len(got) < lines {
				t.Fatalf("%s: %d lines of %d are set in %v x %v", i.Kind, len(got), lines, w, h)
			}
			return p.work
		}
		small, large := work(500), work(5000)
		if large > 20*small || large > 1_000_000 {
			t.Errorf("%s: 500 lines took %d, 5,000 took %d", i.Kind, small, large)
		}
	}
}

func BenchmarkLongText(b *testing.B) {
	text := strings.Repeat("ab\n", 5000)
	for b.Loop() {
		Plain.Grow(symbol.Decision, 136, 84, text)
	}
}

// A word that some line of the symbol has room for is not broken, least of all in the
// narrow top of a diamond: the symbol grows instead.
func TestShortWordsStayWhole(t *testing.T) {
	for _, i := range symbol.All() {
		for _, text := range []string{"Fit to travel, in the crate that it came in?", "Is the object fit to travel, and insured for the whole of the way?", "A a in on it is so or if we go up by to"} {
			w, h := Plain.Grow(i.Kind, i.W, i.H, text)
			lines, ok := Plain.Fit(i.Kind, w, h, text)
			if !ok {
				t.Fatalf("%s: %q does not fit", i.Kind, text)
			}
			if got := joined(lines); got != text {
				t.Errorf("%s: a word is broken: %q", i.Kind, got)
			}
			if w > 4*i.W {
				t.Errorf("%s: it grew to %v x %v", i.Kind, w, h)
			}
		}
	}
}

// FuzzFit sets any text into any symbol: it fits into the box that it is given, and every
// character of it is there.
func FuzzFit(f *testing.F) {
	f.Add("Fit to travel?", uint8(1), 120.0, 60.0)
	f.Add("\n\n\n\u2028x", uint8(0), 8.0, 8.0)
	f.Add("حالة الإعارة\tघर 東京 a\u0301\u200d", uint8(4), 40.0, 1e6)
	f.Fuzz(func(t *testing.T, text string, kind uint8, w, h float64) {
		if !utf8.ValidString(text) || len(text) > 20000 || !(w >= 8 && w <= 1e7 && h >= 8 && h <= 1e7) {
			return // what a chart does not take
		}
		k := symbol.All()[int(kind)%len(symbol.All())].Kind
		box := Plain.Box(k, geom.Rect{W: w, H: h}, text)
		if box.W < w || box.H < h || !geom.Finite(box.W) || !geom.Finite(box.H) {
			t.Fatalf("%v in %g x %g: the box is %v", k, w, h, box)
		}
		lines, ok := Plain.Fit(k, box.W, box.H, text)
		if !ok {
			t.Fatalf("%v: %q does not fit into %v, which was made for it", k, text, box)
		}
		var set strings.Builder
		for _, l := range lines {
			set.WriteString(l.Text)
			if l.X < -0.01 || l.X+l.Width > box.W+0.01 {
				t.Fatalf("%v: %q stands beside %v", k, l.Text, box)
			}
		}
		if got, want := bare(set.String()), bare(text); got != want {
			t.Fatalf("%q became %q", want, got)
		}
	})
}

// bare is a text without its white space.
func bare(s string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsSpace(r) {
			return -1
		}
		return r
	}, s)
}
