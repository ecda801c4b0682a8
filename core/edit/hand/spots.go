package hand

import (
	"math"

	"plaintracer/core/edit/lines"
	"plaintracer/core/geom"
)

// spotAt finds the connector under q and where on it that is.
func (e *Editor) spotAt(q geom.Point) (lines.Spot, bool) {
	r := e.Sheet().RunAt(q, e.reach())
	if r == nil {
		return lines.Spot{}, false
	}
	s := lines.Spot{Line: r.Line.ID, At: q, Label: -1}
	for i, l := range r.Labels {
		if l.Box.Contains(q) {
			s.Label = i
		}
	}
	near := math.Inf(1)
	for k := 0; k+1 < len(r.Points); k++ {
		if d := r.Points[k : k+2].DistTo(q); d < near {
			near, s.Seg = d, k
		}
	}
	return s, true
}
