// Package lines changes connectors: how they run and look, what they mean, their bends, sides, ports and labels, loose
// ends, and the outcomes of decisions.
package lines

import (
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
)

// Editor changes the connectors of a session.
type Editor struct {
	*session.Session
	steps *steps.Editor
}

// New edits the connectors of a session.
func New(st *steps.Editor) *Editor { return &Editor{Session: st.Session, steps: st} }
