// Package bands changes lanes, pools and stages.
package bands

import (
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/text"
)

// Editor changes the bands of a session.
type Editor struct {
	*session.Session
	text *text.Editor
}

// New edits the bands of a session.
func New(t *text.Editor) *Editor { return &Editor{Session: t.Session, text: t} }
