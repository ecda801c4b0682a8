package hand

import "plaintracer/core/geom"

// The pointer's forms, as CSS names them.
const (
	arrow      = "default"
	crosshair  = "crosshair" // pulls a connector, places a symbol, drags a frame
	moveAll    = "move"
	grab       = "grab"
	grabbing   = "grabbing"
	ibeam      = "text"
	across     = "ew-resize"
	upAndDown  = "ns-resize"
	rowEdge    = "row-resize"
	columnEdge = "col-resize"
	leaveCopy  = "copy"
	pointing   = "pointer" // opens what it is on
)

// corners are the crop marks' places around a selected step, clockwise from
// the top left.
func corners(r geom.Rect, zoom float64) [4]geom.Point {
	g := r.Grow(cropOff / zoom)
	return [4]geom.Point{{X: g.X, Y: g.Y}, {X: g.Right(), Y: g.Y}, {X: g.Right(), Y: g.Bottom()}, {X: g.X, Y: g.Bottom()}}
}

func cornerCursor(i int) string {
	return [4]string{"nwse-resize", "nesw-resize", "nwse-resize", "nesw-resize"}[i]
}

const cropOff = 8.0 // crop marks stand this far off, px of the screen
