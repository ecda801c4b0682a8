// Package text types on the page: the page is drawn with the text as it is at the moment, and the caret goes by lines
// as they are drawn.
package text

import (
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
)

// Editor types the texts of a session.
type Editor struct {
	*session.Session
	steps   *steps.Editor
	typing  *Typing
	typings int // counts the times that a caret was set
}

// New edits the texts of a session.
func New(st *steps.Editor) *Editor {
	e := &Editor{Session: st.Session, steps: st}
	e.Under(session.Doing{On: e.typingOn, Changed: e.typingChanged, Follow: e.showTyped, Keep: e.keepTyped, Cancel: e.cancelTyping})
	return e
}
