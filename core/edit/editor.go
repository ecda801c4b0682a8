// Package edit is an editing session on a chart: what is selected, what the
// hand holds, what a drag would do, undo and redo, and which commands the
// server has not yet confirmed. It knows neither browser nor server: pointer
// and keys come in as values, changed elements and facts go out. So the whole
// of the editor's behaviour is tested without a browser, and the browser's part
// stays a thin door.
package edit

import (
	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/core/symbol"
)

// Editor is one window on a chart: the log of its commands, what is selected, what can be
// undone, what is shown; and what the hand does at the moment.
type Editor struct {
	log
	selection
	history
	view
	doings []Doing
	heard  bool // since the last update something came that facts could tell of: more than a pointer that hovers
	told   Told
	ask    *Question

	typing  *Typing
	typings int // counts the times that a caret was set

	hand      symbol.Kind // the symbol in the hand, "" for none
	lastKind  symbol.Kind // that was placed last
	gesture   gesture
	hover     string // step under the pointer
	over      string // the pointer's form there
	zoom      float64
	touch     bool           // the pointer is a finger
	pipette   bool           // the next press takes a colour from the page
	under     spot           // what the menu was opened on
	comments  map[string]int // open comments, by step
	marked    marked
	rehearsed int // frames

	Next Next // what new steps and connectors take from the last ones
	gap  left

	picked    *pickedLook
	recent    []string      // colours set by hand, the last one first
	shown     []*chart.Step // of the selected steps one of each look
	houseTold HouseFacts    // of houseOf
	houseOf   *chart.House

	charts []ChartName

	table  *list.Table // cells that were pasted
	pasted reading
	row    string // a row of the list in which typing goes on
	field  string // what the field for the next step begins with

	drawn drawn
}

// New opens a session on the chart as the server has it after command seq.
// client is unique among all windows: letters and digits.
func New(c *chart.Chart, seq int, client string) *Editor {
	e := &Editor{
		log:       log{client: client, confirmed: c, seq: seq, chart: c.Clone()},
		selection: selection{selected: map[string]bool{}},
		view:      view{page: c.Pages[0].ID, stale: true},
		drawn:     drawn{status: -1},
		zoom:      1,
	}
	e.Under(Doing{On: e.typingOn, Changed: e.typingChanged, Follow: e.showTyped, Keep: e.keepTyped, Cancel: e.cancelTyping})
	e.Under(Doing{On: e.gestureOn, Changed: func() {}, Follow: e.followGesture, Keep: e.forgetHover, Cancel: e.cancelGesture})
	return e
}
