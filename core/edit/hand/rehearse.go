package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
)

// rehearsals are enough for a browser to have compiled what a drag runs through.
const rehearsals = 400

// Rehearse goes through a frame of dragging one step or another and shows nothing of it:
// a browser compiles code well only once that has run for a while, which it so has
// before the first drag. It reports whether there is more to rehearse.
func (e *Editor) Rehearse() bool {
	p := e.Page()
	if e.rehearsed >= rehearsals || len(p.Steps) == 0 {
		return false
	}
	sheet := e.Composed()
	if e.gesture != nil || sheet == nil {
		return true // not now
	}
	at, drag := 7*(e.rehearsed/10)%len(p.Steps), float64(e.rehearsed%10) // ten frames a step
	e.rehearsed++
	b := arrange.Box{ID: p.Steps[at].ID, Rect: sheet.Steps[at].Rect}
	b.Rect.X += 30 * math.Sin(drag)
	b.Rect.Y += 12 * math.Sin(drag/2)
	e.ComposeUnseen(chart.Command{Parts: []chart.Part{e.steps.MoveTo([]arrange.Box{b})}})
	return true
}
