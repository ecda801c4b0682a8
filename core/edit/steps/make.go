package steps

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// AddStep is the part that puts a new step at r.
func (e *Editor) AddStep(k symbol.Kind, r geom.Rect) (string, chart.Part) {
	id := e.NewID("s")
	return id, e.NewStep(id, k, r)
}

// NewStep is the part that puts a new step of an id at r.
func (e *Editor) NewStep(id string, k symbol.Kind, r geom.Rect) chart.Part {
	pl := arrange.Settle(e.Page(), id, r)
	s := &chart.Step{ID: id, Symbol: k, Lane: pl.Lane, X: pl.X, Y: pl.Y, W: pl.W, H: pl.H, Look: e.Next.Look(k)}
	if k == symbol.OffPage {
		s.Text = flow.NewLetter(e.Chart(), e.Page())
	}
	return chart.Part{Do: "step.add", Page: e.PageID(), Step: s}
}
