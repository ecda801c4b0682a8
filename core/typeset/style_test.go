package typeset

import (
	"math"
	"strings"
	"testing"

	"plaintracer/core/symbol"
)

// Text stands where its style puts it, in every symbol but decisions, whose height has one
// place for it.
func TestPlaces(t *testing.T) {
	const w, h = 220.0, 160.0
	for _, i := range symbol.All() {
		if i.Kind.Open() {
			continue
		}
		at := func(across, down Place) Line {
			st := Style{Size: 13, Across: across, Down: down}
			lines, ok := st.Fit(i.Kind, w, h, "Seal")
			if !ok || len(lines) != 1 {
				t.Fatalf("%s: %v %v", i.Kind, lines, ok)
			}
			return lines[0]
		}
		left, mid, right := at(Start, Middle), at(Middle, Middle), at(End, Middle)
		if !(left.X < mid.X-10 && mid.X < right.X-10) || math.Abs(left.X+right.X-2*mid.X) > 1 {
			t.Errorf("%s: left %v, centre %v, right %v", i.Kind, left.X, mid.X, right.X)
		}
		top, bottom := at(Middle, Start), at(Middle, End)
		if i.Kind.Narrows() {
			if top != mid || bottom != mid {
				t.Errorf("in a decision text stands at %v and %v", top, bottom)
			}
			continue
		}
		if !(top.Baseline < mid.Baseline-10 && mid.Baseline < bottom.Baseline-10) {
			t.Errorf("%s: top %v, middle %v, bottom %v", i.Kind, top.Baseline, mid.Baseline, bottom.Baseline)
		}
	}
	padded := Style{Size: 13, Across: Start, Down: Start, Pad: 10}
	plain := Style{Size: 13, Across: Start, Down: Start}
	a, _ := padded.Fit(symbol.Process, w, h, "Seal")
	b, _ := plain.Fit(symbol.Process, w, h, "Seal")
	if a[0].X != b[0].X+10 || a[0].Baseline != b[0].Baseline+10 {
		t.Errorf("padded by 10: %+v and %+v", a[0], b[0])
	}
}

// Text that shrinks keeps its symbol's size down to 8 pt; beyond that the symbol grows.
func TestShrink(t *testing.T) {
	st := Style{Size: 24, Shrink: true}
	w, h := st.Grow(symbol.Process, 112, 56, "Examine condition")
	if w != 112 || h != 56 {
		t.Errorf("the symbol grew to %v x %v", w, h)
	}
	lines, ok := st.Fit(symbol.Process, w, h, "Examine condition")
	if !ok || lines[0].Size >= 24 || lines[0].Size < LeastSize {
		t.Errorf("set as %+v", lines)
	}
	for _, l := range lines {
		if l.Width != Width(l.Face, l.Size, l.Text) {
			t.Errorf("%q is told to be %v wide", l.Text, l.Width)
		}
	}
	long := strings.Repeat("Examine condition ", 12)
	w, h = st.Grow(symbol.Process, 112, 56, long)
	lines, ok = st.Fit(symbol.Process, w, h, long)
	if w <= 112 || h <= 56 || !ok || lines[0].Size != LeastSize {
		t.Errorf("a long text: %v x %v, %v", w, h, lines)
	}
	st.Shrink = false
	if w, _ := st.Grow(symbol.Process, 112, 56, "Examine condition"); w <= 112 {
		t.Error("text of 24 px fits without growing")
	}
}

// In a list each paragraph begins with a bullet, and its lines stand behind that, all from one
// place in a symbol with straight sides.
func TestList(t *testing.T) {
	st := Style{Size: 13, List: true}
	text := "Seal, whole and dry\nFoam\nLabel on the outside of the crate"
	w, h := st.Grow(symbol.Process, 112, 56, text)
	lines, ok := st.Fit(symbol.Process, w, h, text)
	if !ok {
		t.Fatal("it does not fit")
	}
	bullets := 0
	for _, l := range lines {
		if l.X != lines[0].X || l.X-lines[0].Bullet < 5.99 {
			t.Errorf("%q stands at %v", l.Text, l.X)
		}
		if first := strings.HasPrefix(l.Text, "Seal") || strings.HasPrefix(l.Text, "Foam") || strings.HasPrefix(l.Text, "Label"); first != (l.Bullet > 0) {
			t.Errorf("%q has a bullet: %v", l.Text, l.Bullet > 0)
		}
		if l.Bullet > 0 {
			bullets++
		}
	}
	if bullets != 3 || len(lines) < 4 {
		t.Errorf("%d bullets in %d lines", bullets, len(lines))
	}
}
