// Package edit is an editing session on a chart: what is selected, what the
// hand holds, what a drag would do, undo and redo, and which commands the
// server has not yet confirmed. It knows neither browser nor server: pointer
// and keys come in as values, changed elements and facts go out. So the whole
// of the editor's behaviour is tested without a browser, and the browser's part
// stays a thin door.
package edit

import (
	"encoding/json"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/list"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// Editor is one window on a chart: the log of its commands, what is selected, what can be
// undone, what is shown; and what the hand does at the moment.
type Editor struct {
	log
	selection
	history
	view

	hand    symbol.Kind // the symbol in the hand, "" for none
	typing  *Typing
	typings int // counts the times that a caret was set
	gesture gesture
	hover   string // step under the pointer
	over    string // the pointer's form there
	zoom    float64
	touch   bool // the pointer is a finger

	last      map[symbol.Kind]geom.Rect // size of the last one placed
	looks     looks
	houseTold HouseFacts // of houseOf
	houseOf   *chart.House
	pipette   bool             // the next press takes a colour from the page
	next      nextLine         // of the last connector
	under     spot             // what the menu was opened on
	gap       *chart.Connector // would close what the last deletion left open

	rehearsed int // frames

	comments map[string]int // open comments, by step

	heard    bool // since the last update something came that facts could tell of: more than a pointer that hovers
	notice   string
	offers   []Answer    // what could be done about the notice
	table    *list.Table // cells that were pasted
	pasted   reading
	ask      *Question
	clip     string      // what was copied, for the system's clipboard
	lastKind symbol.Kind // that was placed last
	row      string      // a row of the list in which typing goes on
	field    string      // what the field for the next step begins with
	opens    string      // an address that the page around the editor opens
	charts   []ChartName
}

// Question is asked before a command that can be done in more than one way.
type Question struct {
	Text    string   `json:"text"`
	Answers []Answer `json:"answers"`
}

// Answer is an action to choose in answer to a Question.
type Answer struct {
	Words string `json:"words"`
	Do    string `json:"do"`
	Arg   string `json:"arg"`
}

// New opens a session on the chart as the server has it after command seq.
// client is unique among all windows: letters and digits.
func New(c *chart.Chart, seq int, client string) *Editor {
	return &Editor{
		log:       log{client: client, confirmed: c, seq: seq, chart: c.Clone()},
		selection: selection{selected: map[string]bool{}},
		view:      newView(c.Pages[0].ID),
		last:      map[symbol.Kind]geom.Rect{},
		zoom:      1,
	}
}

// Chart is the chart as this window has it.
func (e *Editor) Chart() *chart.Chart { return e.chart }

// Page is the page that is shown.
func (e *Editor) Page() *chart.Page {
	if p := e.chart.Page(e.page); p != nil {
		return p
	}
	e.page = e.chart.Pages[0].ID
	return e.chart.Pages[0]
}

// Sheet is the page's geometry as shown.
func (e *Editor) Sheet() *sheet.Sheet { return e.view.of(e.chart, e.Page()) }

// asIs is how the page is drawn without what a gesture would do.
func (e *Editor) asIs() *sheet.Before { return e.view.asIs(e.chart, e.Page()) }

// do applies a command, keeps it for undo and for the server. Lanes and sheet
// are made large enough for what it does. It reports whether it was done.
func (e *Editor) do(words string, parts ...chart.Part) bool {
	return len(parts) > 0 && e.doAnew(nil, words, parts...)
}

// doAnew is do, in which some connectors find their ways anew; that may be all of it.
func (e *Editor) doAnew(lines []*chart.Connector, words string, parts ...chart.Part) bool {
	cmd := e.complete(chart.Command{Words: words, Parts: parts}, lines)
	if len(cmd.Parts) == 0 {
		return false
	}
	e.gap = nil
	inv, ok := e.commit(cmd)
	if ok {
		e.done(inv)
	}
	return ok
}

// try applies a command to a copy of the page, in a chart with that page alone; nil where it
// does not fit.
func (e *Editor) try(cmd chart.Command) *chart.Chart {
	c := &chart.Chart{Name: e.chart.Name, Pages: []*chart.Page{e.Page().CloneFor(cmd)}}
	if _, err := chart.Apply(c, cmd); err != nil {
		return nil
	}
	return c
}

// withRoom adds to a command what makes room for what it does, and tries it; nil where it
// does not fit.
func (e *Editor) withRoom(cmd chart.Command) (chart.Command, *chart.Chart) {
	tried := e.try(cmd)
	if tried == nil || len(tried.Pages) == 0 {
		return cmd, nil
	}
	if room := arrange.Room(tried.Pages[0]); len(room) > 0 {
		cmd.Parts = append(cmd.Parts, room...)
		tried = e.try(cmd)
	}
	return cmd, tried
}

// complete adds to a command also the ways that connectors then run, so that they stay there
// until something concerns them. Those named find their ways anew.
func (e *Editor) complete(cmd chart.Command, anew []*chart.Connector) chart.Command {
	tried := &chart.Chart{Name: e.chart.Name, Pages: []*chart.Page{e.Page()}}
	if len(cmd.Parts) > 0 {
		if cmd, tried = e.withRoom(cmd); tried == nil {
			return cmd // commit says why
		}
	}
	p := tried.Pages[0]
	if ways := e.comp.ComposeAfter(e.asIs().But(anew), tried, p).Ways(); len(ways) > 0 {
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	return cmd
}

// commit applies a command and queues it for the server; refused, it says why.
func (e *Editor) commit(cmd chart.Command) (inverse chart.Command, ok bool) {
	inv, err := e.queue(cmd)
	if err != nil {
		e.notice = sayCouldNot(cmd.Words, chart.Words(err))
		return chart.Command{}, false
	}
	e.preview = nil // what a gesture showed is now so, or is not to be
	e.changed()
	return inv, true
}

// changed forgets what was derived from the chart, and selections of things
// that are gone.
func (e *Editor) changed() {
	e.status++
	e.forget()
	p := e.Page()
	e.prune(p)
	if t := e.typing; t != nil && t.ID != "" && p.Step(t.ID) == nil && p.Connector(t.ID) == nil && !hasBand(p, t.ID) {
		e.typing = nil
		e.notice = sayTypingGone
	}
}

// cancel ends a gesture and typing without a change.
func (e *Editor) cancel() {
	e.gesture, e.typing, e.ask = nil, nil, nil
	e.setPreview(nil)
}

// setPreview shows what a command would do, or with nil the page as it is.
func (e *Editor) setPreview(cmd *chart.Command) {
	if cmd == nil {
		e.unshow()
	} else if c := e.try(*cmd); c != nil {
		e.show(c)
	}
}

// show shows the page as a command would make it, tried.
func (e *Editor) show(tried *chart.Chart) {
	e.asIs()
	e.preview, e.naming, e.stale = tried.Pages[0], tried.Name, true
}

// steps are the selected steps in page order; lines the selected connectors.
func (e *Editor) steps() []*chart.Step      { return e.selection.steps(e.Page()) }
func (e *Editor) lines() []*chart.Connector { return e.selection.lines(e.Page()) }

// one is the only selected step; nil when there is none or more.
func (e *Editor) one() *chart.Step {
	if ss := e.steps(); len(ss) == 1 {
		return ss[0]
	}
	return nil
}

// size is how large a new symbol is placed: as the last one of its kind.
func (e *Editor) size(k symbol.Kind) geom.Rect {
	if r, ok := e.last[k]; ok {
		return r
	}
	info, _ := symbol.Of(k)
	return geom.Rect{W: info.W, H: info.H}
}

func (e *Editor) rects(but func(id string) bool) []geom.Rect {
	var out []geom.Rect
	for _, sh := range e.Sheet().Steps {
		if !sh.Step.Behind() && (but == nil || !but(sh.Step.ID)) {
			out = append(out, sh.Rect)
		}
	}
	return out
}

func ptr[T any](v T) *T { return &v }

func quote(v any) string {
	b, _ := json.Marshal(v)
	return string(b)
}
