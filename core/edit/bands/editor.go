// Package bands changes lanes, pools and stages.
package bands

import (
	"plaintracer/core/chart"
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

// lanePad is what a step keeps to its lane's border, px.
const lanePad = 12.0

// mostLanes of a page that are made from names.
const mostLanes = 40

// Lane is the selected lane; nil where none is.
func (e *Editor) Lane() *chart.Lane { return e.Page().Lane(e.Band()) }

// LaneSize is the size of a new lane, px.
func LaneSize(p *chart.Page) float64 {
	if p.Down {
		return newDown
	}
	return newLane
}

// LeastBand is how small a band can be dragged, px.
const LeastBand = 48.0

// Stage is the selected stage; nil where none is.
func (e *Editor) Stage() *chart.Stage { return e.Page().Stage(e.Band()) }

// The sizes of a new lane and a new stage, px.
const (
	newLane  = 132.0
	newDown  = 190.0 // of a lane that runs down
	newStage = 300.0
)
