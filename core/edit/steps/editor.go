// Package steps makes steps and connectors and changes them: placed, typed, moved, sized, lined up, copied, held
// together in groups, locked, in front of others and behind them, with fields, files and pictures.
package steps

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
)

// Editor changes the steps of a session.
type Editor struct {
	*session.Session
	Next   Next
	gap    left
	lining Lining
}

// New edits the steps of a session.
func New(s *session.Session) *Editor { return &Editor{Session: s} }

// left is a connector that would close the gap which deleting a step has left on a page, and how many commands this
// window had made by then: after another one it is the past.
type left struct {
	line     *chart.Connector
	page     string
	commands int
}
