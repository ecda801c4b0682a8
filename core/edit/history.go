package edit

import "plaintracer/core/chart"

// history is what this window can undo and do again. What others do in between stays: an
// inverse is a command like any other.
type history struct {
	undo, redo []chart.Command
	since      int  // how many commands could be undone when a drawer was opened
	drawer     bool // one is open
}

// done keeps the inverse of a command.
func (h *history) done(inverse chart.Command) { h.undo, h.redo = append(h.undo, inverse), nil }

// asOne makes what is done one thing to undo.
func (h *history) asOne(do func()) {
	n := len(h.undo)
	do()
	if len(h.undo) < n+2 {
		return
	}
	one := chart.Command{Words: h.undo[n].Words}
	for i := len(h.undo) - 1; i >= n; i-- {
		one.Parts = append(one.Parts, h.undo[i].Parts...)
	}
	h.undo = append(h.undo[:n], one)
}

// Undo takes back the last command of this window, Redo does it again.
func (e *Editor) Undo() { e.heard = true; e.again(&e.undo, &e.redo, whyNoUndo, wordUndo) }
func (e *Editor) Redo() { e.heard = true; e.again(&e.redo, &e.undo, whyNoRedo, wordRedo) }

func (e *Editor) again(from, to *[]chart.Command, none, verb string) {
	n := len(*from)
	if n == 0 {
		e.notice = sentence(none)
		return
	}
	e.cancel()
	cmd := (*from)[n-1]
	*from = (*from)[:n-1]
	inv, ok := e.commit(cmd)
	if !ok {
		e.notice = sayCannotAgain(verb, cmd.Words)
		return
	}
	*to = append(*to, inv)
	e.followTo(cmd)
}
