package session

import (
	"plaintracer/core/chart"
)

// history is what this window can undo and do again. What others do in between stays: an
// inverse is a command like any other.
type history struct {
	undo, redo []chart.Command
	since      int  // how many commands could be undone when a drawer was opened
	drawer     bool // one is open
}

// done keeps the inverse of a command.
func (h *history) done(inverse chart.Command) { h.undo, h.redo = append(h.undo, inverse), nil }

// Undoable and Redoable are how many commands can be taken back, and done again.
func (h *history) Undoable() int { return len(h.undo) }
func (h *history) Redoable() int { return len(h.redo) }

// Last is what the last command that can be taken back did, in words; "" without one.
func (h *history) Last() string {
	if len(h.undo) == 0 {
		return ""
	}
	return h.undo[len(h.undo)-1].Words
}

// AsOne makes what is done one thing to undo.
func (h *history) AsOne(do func()) {
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

// DrawerOpened, DrawerKept and DrawerGone tell of a drawer of the page around the editor, which can take back what was
// done in it, or keep what was done so far.
func (h *history) DrawerOpened() { h.since, h.drawer = len(h.undo), true }
func (h *history) DrawerKept()   { h.since = len(h.undo) }
func (h *history) DrawerGone()   { h.drawer = false }

// InDrawer reports whether a drawer is open.
func (h *history) InDrawer() bool { return h.drawer }
