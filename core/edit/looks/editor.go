// Package looks changes how steps look, and the house style that the chart is drawn in.
package looks

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/edit/text"
)

// Editor changes the looks of a session.
type Editor struct {
	*session.Session
	steps *steps.Editor
	lines *lines.Editor
	text  *text.Editor

	picked    *pickedLook
	recent    []string      // colours set by hand, the last one first
	shown     []*chart.Step // of the selected steps one of each look
	houseTold HouseFacts    // of houseOf
	houseOf   *chart.House
}

// New edits the looks of a session.
func New(st *steps.Editor, ls *lines.Editor, t *text.Editor) *Editor {
	return &Editor{Session: st.Session, steps: st, lines: ls, text: t}
}
