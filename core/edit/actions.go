package edit

import (
	"context"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// layOut computes places for the whole page; where steps are locked it asks first.
func (e *Editor) layOut(all bool, dir layout.Direction) {
	n := 0
	for _, s := range e.Page().Steps {
		if s.Locked && !s.Behind() {
			n++
		}
	}
	if n > 0 && !all {
		e.notice, e.offers = sayLocksLayOut(n), []Answer{{wordLayOutAll, "layout-all", ""}}
		return
	}
	cmd, ok, _ := layout.OnSheet(context.Background(), e.Page(), dir)
	if !ok || !e.doAnew(e.Page().Connectors, cmd.Words, cmd.Parts...) || layout.Fits(e.Page()) {
		return
	}
	e.outgrown()
}

// numberSteps numbers the steps along the flow.
func (e *Editor) numberSteps() {
	switch cmd, ok := number.Chart(e.chart, e.Page()); {
	case ok && slices.ContainsFunc(cmd.Parts, func(d chart.Part) bool { return d.Page != e.page }):
		e.doPages(cmd.Words, cmd.Parts...)
	case ok:
		e.do(cmd.Words, cmd.Parts...)
	default:
		e.notice = sayNumbered
	}
}

// take puts a symbol in the hand; a second time puts it at the next free place.
func (e *Editor) take(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	if e.hand == k {
		e.placeNext(k)
		return
	}
	e.cancel()
	e.hand = k
}

// carry puts a symbol in the hand that is dragged from the bench.
func (e *Editor) carry(k symbol.Kind) {
	if _, ok := symbol.Of(k); ok {
		e.cancel()
		e.hand = k
	}
}

func (e *Editor) placeNext(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	e.gesture = nil
	e.hand = k
	e.placeSymbol(e.nextFree(e.size(k), false))
}

// busy reports whether something is under way that Escape ends before anything else.
func (e *Editor) busy() bool {
	return e.gesture != nil || e.typing != nil || e.hand != "" || e.ask != nil || e.pipette
}

// leaveDrawer ends what a drawer only tried, when Escape has nothing else to end, and reports whether one is
// open.
func (e *Editor) leaveDrawer() bool {
	if !e.drawer || e.busy() {
		return false
	}
	e.setPreview(nil)
	return true
}

func (e *Editor) escape() {
	busy := e.busy()
	e.hand, e.pipette = "", false
	e.cancel()
	if !busy {
		e.selectOnly()
	}
}

func (e *Editor) selectAll() {
	e.selectOnly()
	for _, s := range e.Page().Steps {
		e.selected[s.ID] = true
	}
	for _, c := range e.Page().Connectors {
		e.selected[c.ID] = true
	}
}

// selectLoose selects the connectors with an end that holds at nothing.
func (e *Editor) selectLoose() {
	e.selectOnly()
	for _, c := range e.Page().Connectors {
		if c.From.Loose() || c.To.Loose() {
			e.selected[c.ID] = true
		}
	}
}

func (e *Editor) deleteSelected() {
	if e.band != "" && len(e.selected) == 0 {
		e.dropBand("")
		return
	}
	e.remove()
}

// typeOnSelected opens what is selected for typing.
func (e *Editor) typeOnSelected() {
	switch {
	case e.one() != nil:
		e.typeOnStep(e.one().ID)
	case len(e.lines()) == 1:
		e.typeOnLine(e.lines()[0].ID)
	case e.band != "":
		e.typeOnLane(e.band)
	}
}

// shiftOutcome moves a way out of a step by d places in its order.
func (e *Editor) shiftOutcome(id string, d int) {
	c := e.Page().Connector(id)
	if c == nil {
		return
	}
	var order []string
	at := 0
	for _, o := range e.Page().Connectors {
		if o.From.Step == c.From.Step && o.Meaning.Way() {
			if o.ID == id {
				at = len(order)
			}
			order = append(order, o.ID)
		}
	}
	if to := at + d; to >= 0 && to < len(order) {
		order[at], order[to] = order[to], order[at]
		e.do(didOrder, chart.Part{Do: "line.order", Page: e.page, Order: order})
	}
}
