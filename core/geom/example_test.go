package geom_test

import (
	"fmt"

	"plaintracer/core/geom"
)

// A line with a bend: its length, how far a point lies off it, and where it comes nearest to that.
func ExamplePolyline() {
	line := geom.Polyline{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 50}}
	share, at := line.Project(geom.Pt(60, 20))
	fmt.Println(line.Length(), line.DistTo(geom.Pt(60, 20)), share, at)
	// Output:
	// 150 20 0.4 {60 0}
}
