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

// pickedLook is a look that can be put on others.
type pickedLook struct {
	step *chart.StepLook
	line *chart.Look
	of   string // what it was picked up from, in words
}

// mostRecent is how many colours are kept that were set by hand.
const mostRecent = 3

// HouseFacts are about the chart's house style.
type HouseFacts struct {
	Name  string   `json:"name"`
	Paper string   `json:"paper"`
	Reads []string `json:"reads"` // in words, all pairings, those that read worst first
	Poor  int      `json:"poor"`  // how many cannot be read well
	Own   string   `json:"own"`   // it itself, as JSON, where it does not come with the application
	Font  string   `json:"font"`  // the id of one that somebody brought
}
