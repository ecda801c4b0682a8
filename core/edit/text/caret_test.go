package text

import (
	"math"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// typingOn opens a session on a chart with one step, whose text is being typed.
func typingOn(k symbol.Kind, text string) *Editor {
	c := chart.New("Test")
	info, _ := symbol.Of(k)
	c.Pages[0].Steps = []*chart.Step{{ID: "s", Symbol: k, X: 300, Y: 200, W: info.W, H: info.H, Text: text}}
	e := New(steps.New(session.New(c, 0, "win1")))
	e.OnStep("s")
	return e
}

// Every character of every line is found at its place.
func TestNearestInLine(t *testing.T) {
	e := typingOn(symbol.Process, "Log the request of the lender")
	ls := e.typedLines()
	if len(ls) < 2 {
		t.Fatalf("%d lines", len(ls))
	}
	for _, l := range ls {
		for k := l.from; k <= l.to; k++ {
			on, d := e.caretAt(ls, k)
			if got := e.nearestIn(on, on.along(d)); got != k {
				t.Errorf("the caret before byte %d is found as %d", k, got)
			}
		}
	}
}

// An empty text and a new line have a caret too.
func TestCaretInNothing(t *testing.T) {
	for _, i := range symbol.All() {
		if i.Kind == symbol.Parallel {
			continue // it is lower than a line of text
		}
		e := typingOn(i.Kind, "")
		r := e.Sheet().Shape("s").Rect
		one := e.textBox()
		if !r.Contains(one.Centre()) || math.Abs(one.CY()-r.CY()) > r.H/4 {
			t.Errorf("%s: the caret of an empty text is at %v in %v", i.Kind, one, r)
		}
		e.Type("a\n", 2, 2)
		if l, _ := e.caretAt(e.typedLines(), 2); l.At.Y < one.CY()+typeset.Size/2 {
			t.Errorf("%s: after a new line the caret is still at %v", i.Kind, l.At)
		}
	}
}
