package route_test

import (
	"fmt"

	"plaintracer/core/geom"
	"plaintracer/core/route"
	"plaintracer/core/symbol"
)

// A line finds its way around the step that stands between its ends.
func ExampleRouter_Routes() {
	step := func(id string, x, y float64) route.Box {
		return route.Box{ID: id, Kind: symbol.Process, Rect: geom.Rect{X: x, Y: y, W: 100, H: 50}}
	}
	var r route.Router
	routes := r.Routes(route.Page{
		Boxes: []route.Box{step("a", 0, 0), step("between", 160, 0), step("b", 320, 0)},
		Lines: []route.Line{{ID: "l", From: route.End{Box: 0}, To: route.End{Box: 2}}},
	})
	fmt.Println(routes[0].FromPort, routes[0].ToPort)
	for _, q := range routes[0].Points {
		fmt.Println(q.X, q.Y)
	}
	// Output:
	// top top
	// 50 0
	// 50 -12
	// 370 -12
	// 370 0
}
