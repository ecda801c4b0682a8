package arrange_test

import (
	"fmt"

	"plaintracer/core/arrange"
	"plaintracer/core/geom"
)

// Steps in a row are brought to the line of the topmost one, and their gaps are made equal.
func ExampleAlign() {
	boxes := []arrange.Box{{ID: "a", Rect: geom.Rect{X: 0, Y: 3, W: 100, H: 50}}, {ID: "b", Rect: geom.Rect{X: 120, Y: 0, W: 100, H: 50}}, {ID: "c", Rect: geom.Rect{X: 300, Y: 6, W: 100, H: 50}}}
	for _, b := range arrange.Distribute(arrange.Align(boxes, arrange.Top, arrange.Around(boxes)), true) {
		fmt.Println(b.ID, b.Rect.X, b.Rect.Y)
	}
	// Output:
	// a 0 0
	// b 150 0
	// c 300 0
}
