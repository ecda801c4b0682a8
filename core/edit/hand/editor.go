// Package hand is what the pointer does: what a press takes hold of, the drags that go on from there, the symbol in the
// hand, and the marks that show all of it over the drawing.
package hand

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/pages"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/edit/text"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// Editor is the hand of a session.
type Editor struct {
	*session.Session
	steps *steps.Editor
	lines *lines.Editor
	text  *text.Editor
	looks *looks.Editor
	pages *pages.Editor

	hand      symbol.Kind // the symbol in the hand, "" for none
	lastKind  symbol.Kind // that was placed last
	gesture   gesture
	hover     string // step under the pointer
	over      string // the pointer's form there
	zoom      float64
	touch     bool            // the pointer is a finger
	pipette   bool            // the next press takes a colour from the page
	room      bool            // the next drag makes room
	under     lines.Spot      // what the menu was opened on
	comments  map[string]int  // open comments, by step
	findings  map[string]bool // where the proof has found something
	marked    marked
	rehearsed int // frames
	tidied    tidying
}

// New is the hand of a session.
func New(st *steps.Editor, ls *lines.Editor, t *text.Editor, lk *looks.Editor, ps *pages.Editor) *Editor {
	e := &Editor{Session: st.Session, steps: st, lines: ls, text: t, looks: lk, pages: ps, zoom: 1}
	e.Under(session.Doing{On: e.GestureOn, Changed: func() {}, Follow: e.followGesture, Keep: e.forgetHover, Cancel: e.cancelGesture})
	return e
}

// tidying is what tidying would move, shown as outlines while its key or its button is held, or its drawer asks.
type tidying struct {
	places []chart.Place
	page   string
	status int // of the session: after a change they are not so any more
}

// Pointer is what the pointer did, in page coordinates.
type Pointer struct {
	Type   string  `json:"type"` // down, move, up, double, menu, drop, leave, zoom
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Button int     `json:"button"`
	Shift  bool    `json:"shift"`
	Ctrl   bool    `json:"ctrl"`
	Alt    bool    `json:"alt"`
	Zoom   float64 `json:"zoom"`  // screen px a page px
	Touch  bool    `json:"touch"` // a finger, which hides what it points at
}

func (p Pointer) at() geom.Point { return geom.Pt(p.X, p.Y) }

// Distances on the screen, px.
const (
	slack    = 4.0  // a press that moves less is a click
	reach    = 7.0  // how near the pointer must be to take hold of a thing
	thick    = 16.0 // the same for a finger
	portOff  = 9.0  // ports are drawn this far off the outline
	portHold = 11.0
)

// gesture is a press of the pointer that goes on. It owns what is seen of it: marks over
// the drawing, guides below the steps and the pointer's form.
type gesture interface {
	move(e *Editor, p Pointer)
	up(e *Editor, p Pointer)
	refresh(e *Editor) // the chart changed under it
	marks(e *Editor, m scene.Pen)
	guides(e *Editor, m scene.Pen)
	cursor() string
}

// still is a gesture's part for those that show nothing and wait for nothing.
type still struct{}

func (still) refresh(*Editor)           {}
func (still) marks(*Editor, scene.Pen)  {}
func (still) guides(*Editor, scene.Pen) {}

// press is where a gesture began and where it is now. It begins to move when it has left
// the slack of a click.
type press struct {
	start, last Pointer
	moved       bool
}

// follow takes a move of the pointer; false while it is a click as yet.
func (g *press) follow(e *Editor, p Pointer) bool {
	g.last = p
	g.moved = g.moved || p.at().Dist(g.start.at()) >= slack/e.zoom
	return g.moved
}

// preview shows what letting go would do, once the gesture moves.
func (g *press) preview(e *Editor, command func(*Editor) (chart.Command, bool)) {
	if !g.moved {
		return
	}
	if cmd, ok := command(e); ok {
		e.Preview(&cmd)
	}
}

// GestureOn reports whether a drag or another press goes on.
func (e *Editor) GestureOn() bool { return e.gesture != nil }

func (e *Editor) followGesture() {
	if e.Previews() {
		e.gesture.refresh(e)
	}
}

// forgetHover hides the ports of the step under the pointer until it moves again.
func (e *Editor) forgetHover() { e.hover = "" }

func (e *Editor) cancelGesture() { e.gesture = nil }

// reach is how near the pointer must be to a thing, px of the page.
func (e *Editor) reach() float64 {
	if e.touch {
		return thick / e.zoom
	}
	return reach / e.zoom
}

// marked is what the marks that the browser shows follow from, besides what is heard.
type marked struct {
	sheet *sheet.Sheet
	zoom  float64
}

// Ids of what is shown while a connector is pulled.
const (
	pulledID   = "pulled"      // of the connector shown while it is pulled
	pulledStep = "pulled-step" // of the step that it will lead to
)
