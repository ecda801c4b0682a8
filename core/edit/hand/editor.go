// Package hand is what the pointer does: what a press takes hold of, the drags that go on from there, the symbol in the
// hand, and the marks that show all of it over the drawing.
package hand

import (
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/pages"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/edit/text"
	"plaintracer/core/symbol"
)

// Editor is the hand of a session.
type Editor struct {
	*session.Session
	steps *steps.Editor
	lines *lines.Editor
	text  *text.Editor
	looks *looks.Editor
	pages *pages.Editor

	hand      symbol.Kind // the symbol in the hand, "" for none
	lastKind  symbol.Kind // that was placed last
	gesture   gesture
	hover     string // step under the pointer
	over      string // the pointer's form there
	zoom      float64
	touch     bool           // the pointer is a finger
	pipette   bool           // the next press takes a colour from the page
	under     lines.Spot     // what the menu was opened on
	comments  map[string]int // open comments, by step
	marked    marked
	rehearsed int // frames
}

// New is the hand of a session.
func New(st *steps.Editor, ls *lines.Editor, t *text.Editor, lk *looks.Editor, ps *pages.Editor) *Editor {
	e := &Editor{Session: st.Session, steps: st, lines: ls, text: t, looks: lk, pages: ps, zoom: 1}
	e.Under(session.Doing{On: e.GestureOn, Changed: func() {}, Follow: e.followGesture, Keep: e.forgetHover, Cancel: e.cancelGesture})
	return e
}
