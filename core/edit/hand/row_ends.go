package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// endOff is how far from the edge of the page the ends of a row and a column are shown, px.
const endOff = 9.0

// rowEnds are the ends of the row and the column that the selected step stands in with others, at the left and the
// upper edge of the page: a press on one selects all of it.
func (e *Editor) rowEnds() (out []rowEnd) {
	s := e.Only()
	if s == nil || s.Behind() || e.text.Now() != nil || e.gesture != nil {
		return nil
	}
	mid := e.Page().StepRect(s).Centre()
	for _, column := range [2]bool{false, true} {
		if len(arrange.Row(e.Page(), s, column)) < 2 {
			continue
		}
		at := geom.Pt(endOff, mid.Y)
		if column {
			at = geom.Pt(mid.X, endOff)
		}
		out = append(out, rowEnd{at, column})
	}
	return out
}

type rowEnd struct {
	at     geom.Point
	column bool
}

// rowEndAt is the end of a row or a column at a point.
func (e *Editor) rowEndAt(q geom.Point) (rowEnd, bool) {
	near := e.reach() + 2/e.zoom
	if math.Abs(q.X-endOff) > near && math.Abs(q.Y-endOff) > near { // most places are not: nothing is looked for
		return rowEnd{}, false
	}
	for _, r := range e.rowEnds() {
		if r.at.Dist(q) <= near {
			return r, true
		}
	}
	return rowEnd{}, false
}

// endMarks draws them: a bar across the row's line.
func (e *Editor) endMarks(m scene.Pen) {
	for _, r := range e.rowEnds() {
		k := m.K
		a, b := r.at.Add(geom.Pt(0, -8*k)), r.at.Add(geom.Pt(0, 8*k))
		c := r.at.Add(geom.Pt(9*k, 0))
		if r.column {
			a, b, c = r.at.Add(geom.Pt(-8*k, 0)), r.at.Add(geom.Pt(8*k, 0)), r.at.Add(geom.Pt(0, 9*k))
		}
		m.Line(geom.Polyline{a, b}.Path(), scene.Red, 3)
		m.Line(geom.Polyline{r.at, c}.Path(), scene.Red, 1.4)
	}
}
