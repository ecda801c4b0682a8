package sheet

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// corner is the radius of a connector's bends, px.
const corner = 6.0

// MarkRoom is how far a mark at the end of a line reaches, px.
const MarkRoom = 22.0

// A broad arrow, px.
const (
	WideHalf = 11.0 // half of its body
	HeadLong = 18.0
	wideRoom = HeadLong + WideHalf + 4 // before a step
)

// Path is a connector's line through the points, which are the run's own but
// for what its ends cut off, with a mark wherever it yields.
func (r *Run) Path(pts geom.Polyline) geom.Path { return r.marked(r.bare(pts)) }

// bare is the line without marks.
func (r *Run) bare(pts geom.Polyline) geom.Path {
	switch r.Line.Kind {
	case chart.Straight:
		return pts.Path()
	case chart.Curved:
		return pts.Curved()
	case chart.Square:
		return pts.Path()
	}
	return pts.Rounded(corner)
}

// Drawn is the line as it is drawn: its points, and for a curve points on it.
func (r *Run) Drawn() geom.Polyline {
	if r.Line.Kind == chart.Curved {
		return r.Points.Curved().Flatten(0.2)
	}
	return r.Points
}
