package edit

import (
	"math"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
)

// spot is a place on a connector that the hand is on.
type spot struct {
	line  string
	seg   int // segment of its run
	at    geom.Point
	label int // index of the label under the hand, -1 for none
}

// pinned tells for each segment of a run whether it is pinned.
func pinned(r *sheet.Run) []bool {
	out := make([]bool, max(0, len(r.Points)-1))
	next := 0
	for k := range out {
		upright, at := place(r.Points, k)
		if next < len(r.Pins) && r.Pins[next].Upright == upright && math.Abs(r.Pins[next].At-at) < 0.02 {
			out[k] = true
			next++
		}
	}
	return out
}

// place is where segment k stands: at an x when it is upright, else at a y.
func place(pts geom.Polyline, k int) (upright bool, at float64) {
	a, b := pts[k], pts[k+1]
	if math.Abs(a.X-b.X) < math.Abs(a.Y-b.Y) {
		return true, a.X
	}
	return false, a.Y
}
