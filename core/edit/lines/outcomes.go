package lines

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// ShiftOutcome moves a way out of a step by d places in its order.
func (e *Editor) ShiftOutcome(id string, d int) {
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
		e.Apply(say.DidOrder, chart.Part{Do: "line.order", Page: e.PageID(), Order: order})
	}
}

// MainWay says that the main way goes on along the selected outcome, or leaves that to the flow again.
func (e *Editor) MainWay() {
	c := e.Lines()[0]
	parts := []chart.Part{{Do: "line.set", Page: e.PageID(), ID: c.ID, Main: new(!c.Main)}}
	for _, o := range e.Page().Connectors {
		if o != c && o.From.Step == c.From.Step && o.Main {
			parts = append(parts, chart.Part{Do: "line.set", Page: e.PageID(), ID: o.ID, Main: new(false)})
		}
	}
	words := say.DidMainWay
	if c.Main {
		words = say.DidNoMainWay
	}
	e.Apply(words, parts...)
}
