package lines

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/sheet"
)

// Spot is a place on a connector that the hand is on.
type Spot struct {
	Line  string
	Seg   int // segment of its run
	At    geom.Point
	Label int // index of the label under the hand, -1 for none
}

// Pinned tells for each segment of a run whether it is pinned.
func Pinned(r *sheet.Run) []bool {
	out := make([]bool, max(0, len(r.Points)-1))
	next := 0
	for k := range out {
		upright, at := Place(r.Points, k)
		if next < len(r.Pins) && r.Pins[next].Upright == upright && math.Abs(r.Pins[next].At-at) < 0.02 {
			out[k] = true
			next++
		}
	}
	return out
}

// Place is where segment k stands: at an x when it is upright, else at a y.
func Place(pts geom.Polyline, k int) (upright bool, at float64) {
	a, b := pts[k], pts[k+1]
	if math.Abs(a.X-b.X) < math.Abs(a.Y-b.Y) {
		return true, a.X
	}
	return false, a.Y
}
