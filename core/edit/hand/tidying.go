package hand

import (
	"plaintracer/core/scene"
)

// ShowTidied shows where steps would stand.
func (e *Editor) ShowTidied() {
	places, _ := e.steps.Tidied()
	e.tidied = tidying{places, e.PageID(), e.Status()}
}

// HideTidied ends that.
func (e *Editor) HideTidied() { e.tidied = tidying{} }

// tidiedMarks are the outlines.
func (e *Editor) tidiedMarks(m scene.Pen) {
	p := e.Page()
	if e.tidied.page != p.ID || e.tidied.status != e.Status() {
		return
	}
	for _, pl := range e.tidied.places {
		if s := p.Step(pl.ID); s != nil {
			r := p.RectOf(pl)
			m.Line(s.Symbol.Outline(r.W, r.H).Shift(r.X, r.Y), scene.Red, 1.4, 4, 3)
		}
	}
}
