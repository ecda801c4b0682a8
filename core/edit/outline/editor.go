// Package outline is the step list: the chart as rows that can be typed, moved and copied, and lists and tables that are
// pasted.
package outline

import (
	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/list"
)

// Editor writes the chart of a session as a list.
type Editor struct {
	*session.Session
	steps *steps.Editor
	lines *lines.Editor
	bands *bands.Editor

	table  *list.Table // cells that were pasted
	pasted reading
	row    string // a row of the list in which typing goes on
	field  string // what the field for the next step begins with
}

// New edits the step list of a session.
func New(st *steps.Editor, ls *lines.Editor, bs *bands.Editor) *Editor {
	return &Editor{Session: st.Session, steps: st, lines: ls, bands: bs}
}

// reading is a list that was pasted, to be read otherwise as long as nothing was done since.
type reading struct {
	lines []string
	after string // the step it follows, "" for none
	undo  int    // commands that can be undone, that one with them
}
