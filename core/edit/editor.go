// Package edit is an editing session on a chart: what is selected, what the
// hand holds, what a drag would do, undo and redo, and which commands the
// server has not yet confirmed. It knows neither browser nor server: pointer
// and keys come in as values, changed elements and facts go out. So the whole
// of the editor's behaviour is tested without a browser, and the browser's part
// stays a thin door.
//
// This package is that door: the table of commands, keys, menu and finding, the facts that the page around the
// editor shows, and what changed since it was last told. What commands do is in the packages below, each one idea:
// session, steps, lines, text, bands, looks, pages, outline, proving and hand, of which each uses only those before it. All
// sentences are in say.
package edit

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/hand"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/outline"
	"plaintracer/core/edit/pages"
	"plaintracer/core/edit/proving"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/edit/text"
)

// What goes in and out, by its own names.
type (
	Pointer   = hand.Pointer
	Typing    = text.Typing
	Row       = outline.Row
	ChartName = pages.ChartName
	Event     = session.Event
	Sent      = session.Sent
	Question  = session.Question
	Answer    = session.Answer

	TableFacts = outline.TableFacts
	ProofFacts = proving.Facts
)

// Editor is one window on a chart.
type Editor struct {
	*session.Session
	steps   *steps.Editor
	lines   *lines.Editor
	text    *text.Editor
	bands   *bands.Editor
	looks   *looks.Editor
	pages   *pages.Editor
	outline *outline.Editor
	hand    *hand.Editor
	proving *proving.Editor
	drawn   drawn
}

// New opens a window on the chart as the server has it after command seq.
// client is unique among all windows: letters and digits.
func New(c *chart.Chart, seq int, client string) *Editor {
	e := &Editor{Session: session.New(c, seq, client), drawn: drawn{status: -1}}
	e.steps = steps.New(e.Session)
	e.lines = lines.New(e.steps)
	e.text = text.New(e.steps)
	e.bands = bands.New(e.text)
	e.looks = looks.New(e.steps, e.lines, e.text)
	e.pages = pages.New(e.text)
	e.outline = outline.New(e.steps, e.lines, e.bands)
	e.proving = proving.New(e.Session)
	e.hand = hand.New(e.steps, e.lines, e.text, e.looks, e.pages)
	return e
}

// Pointer takes one pointer event.
func (e *Editor) Pointer(p Pointer) { e.hand.Pointer(p) }

// Rehearse goes through a frame of a drag unseen, and reports whether there is more to rehearse.
func (e *Editor) Rehearse() bool { return e.hand.Rehearse() }

// Type takes the text being typed as it is now, and what is chosen in it, in UTF-16 units.
func (e *Editor) Type(text string, from, to int) { e.text.Type(text, from, to) }

// MoveCaret takes the keys that move the caret by lines as they are drawn.
func (e *Editor) MoveCaret(key string, keep bool) { e.text.MoveCaret(key, keep) }

// Accept ends typing and keeps the text.
func (e *Editor) Accept(text string) { e.text.Accept(text) }

// Rows is the step list of the page that is shown.
func (e *Editor) Rows() []Row { return e.outline.Rows() }
